using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Reading;

/// <summary>Reads a desktop through its map. A file that cannot be read takes its own parts out, and nothing else.</summary>
public static class DesktopReader
{
    private const string LeadsOut = "The file is a link that leads out of the desktop's folder.";

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
        var named = file.Path.FromRoot;
        if (view.Follow(named) is not { } path)
            return new FileReading(named, named, null, LeadsOut);
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
        FileReading? file = null;
        try
        {
            foreach (var (name, place) in kind.Settings)
                Read(new SettingKey(name), place);
            if (kind.Items is { } items)
            {
                var found = Open(items.File).Items(items.Address);
                if (kind.Kind.HasOrder)
                    settings[new SettingKey(Kind.Order.Name)] = new SettingValue.List([.. found]);
                foreach (var item in found)
                foreach (var (name, place) in items.Settings)
                    Read(new SettingKey(name, item), place);
            }
        }
        catch (SettingsFileException problem)
        {
            return new PartReading(kind.Kind.Name, null, file!.Path, problem.Message, []);
        }
        var component = new Component(kind.Kind.Name, settings.ToImmutable(), []);
        component = component with { Assets = AssetFinder.Find(kind, component, map, view) };
        return new PartReading(
            kind.Kind.Name,
            component,
            null,
            null,
            [.. GapsIn(component, map, view)]
        );

        SettingsDocument Open(SettingsFile from)
        {
            file = files[from.Name];
            return file.Document ?? throw new SettingsFileException(file.Problem!);
        }

        void Read(SettingKey key, SettingPlace place)
        {
            if (Open(place.File).Get(kind.AddressOf(key)) is { } native)
                settings[key] = ReadValue(kind.Kind.Setting(key), place, native);
        }
    }

    private static SettingValue ReadValue(Setting setting, SettingPlace place, NativeValue native)
    {
        try
        {
            return setting.Type.Read(place.Spelling.FromFile(native));
        }
        catch (SettingsFileException problem)
        {
            throw new SettingsFileException($"At {place.At}, {problem.Message}");
        }
    }

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
