using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Reading;

/// <summary>Reads a desktop through its map. A file that cannot be read takes its own parts out, and nothing else.</summary>
public static class DesktopReader
{
    /// <summary>Reads every kind of the map.</summary>
    public static DesktopReading Read(DesktopMap map, IDesktopView view)
    {
        var files = map.Files.ToImmutableDictionary(
            file => file.Name,
            file => ReadFile(file, view)
        );
        return new DesktopReading(
            [.. map.Kinds.Select(kind => ReadPart(map, kind, files, view))],
            files
        );
    }

    private static FileReading ReadFile(SettingsFile file, IDesktopView view)
    {
        var own = file.Apart?.FromRoot;
        var isApart = own is not null && view.Find(own) is not null;
        return ReadFile(file, view, isApart ? own! : file.Path.FromRoot) with
        {
            Apart = isApart ? null : own,
        };
    }

    private static FileReading ReadFile(SettingsFile file, IDesktopView view, string named)
    {
        var end = view.End(named);
        if (end.Path is not { } path)
            return new FileReading(named, named, null, end.Why);
        try
        {
            var bytes = view.ReadFile(path);
            return bytes.IsEmpty && file.Blank is null
                ? new FileReading(named, path, null, "The file is empty.")
                : new FileReading(named, path, file.Format.Open(bytes), null);
        }
        catch (MissingSettingsFileException) when (file.Blank is { } blank)
        {
            return new FileReading(
                named,
                path,
                file.Format.Open(Encoding.UTF8.GetBytes(blank)),
                null
            );
        }
        catch (SettingsFileException problem)
        {
            return new FileReading(named, path, null, problem.Message);
        }
    }

    private static PartReading ReadPart(
        DesktopMap map,
        KindMap kind,
        ImmutableDictionary<string, FileReading> files,
        IDesktopView view
    )
    {
        var settings = ImmutableSortedDictionary.CreateBuilder<SettingKey, SettingValue>();
        var unread = ImmutableArray.CreateBuilder<UnreadValue>();
        FileReading? file = null;
        try
        {
            foreach (var (name, place) in kind.Settings)
                Read(new SettingKey(name), place);
            if (kind.Items is { } items)
            {
                var found = Open(items.File)
                    .Items(items.Address)
                    .Where(LosslessText.IsUnicode)
                    .ToList();
                if (kind.Kind.HasOrder)
                    settings[new SettingKey(Setting.Order.Name)] = new SettingValue.List([
                        .. found,
                    ]);
                foreach (var item in found)
                foreach (var (name, place) in items.Settings)
                    Read(new SettingKey(name, item), place);
            }
        }
        catch (SettingsFileException problem)
        {
            return new PartReading(kind.Kind, null, file!.Path, problem.Message, [], []);
        }
        var component = new Component(kind.Kind, settings.ToImmutable(), []);
        component = component with { Assets = AssetFinder.Find(kind, component, map, view) };
        return new PartReading(
            kind.Kind,
            component,
            null,
            null,
            unread.ToImmutable(),
            [.. GapsIn(component, map, view)]
        );

        SettingsDocument Open(SettingsFile from)
        {
            file = files[from.Name];
            return file.Document ?? throw new SettingsFileException(file.Problem!);
        }

        void Read(SettingKey key, SettingPlace place)
        {
            var document = Open(place.File);
            NativeValue? native = null;
            try
            {
                native = document.Get(kind.AddressOf(key));
                if (native is not null)
                    settings[key] = kind
                        .Kind.GetSetting(key)
                        .Type.Read(place.Spelling.FromFile(UnicodeAlone(native)));
            }
            catch (SettingsFileException problem)
            {
                var isQuoted =
                    native is not null
                    && place.Spelling.Quotes is null
                    && Spelling.QuotedIn(native.Content) is not null;
                unread.Add(
                    new UnreadValue(
                        key,
                        file!.Path,
                        place.At,
                        isQuoted
                            ? $"{problem.Message} Its quotes belong to it, unless the map names them as its quotes."
                            : problem.Message
                    )
                );
            }
        }
    }

    private static NativeValue UnicodeAlone(NativeValue native) =>
        LosslessText.IsUnicode(native.Content) && native.Items.All(LosslessText.IsUnicode)
            ? native
            : throw new SettingsFileException("the value is no valid Unicode.");

    /// <summary>What is used and cannot be held.</summary>
    private static IEnumerable<Gap> GapsIn(Component component, DesktopMap map, IDesktopView view)
    {
        foreach (var asset in component.Assets)
        {
            if (asset.Path is null || map.FindPath(asset.Path)?.FromRoot is not { } path)
                continue;
            if (asset.Content is null && view.WhyNot(path) is { } reason)
                yield return new Gap(path, reason);
            if (asset.IsFolder && view.FindTree(path) is { } tree)
                foreach (var gap in tree.Gaps)
                    yield return gap with
                    {
                        Path = $"{path}/{gap.Path}",
                    };
        }
    }
}
