using System.Collections.Immutable;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;

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
        var path = file.Path.FromRoot;
        try
        {
            return new FileReading(path, file.Format.Open(view.ReadFile(path)), null);
        }
        catch (SettingsFileException problem)
        {
            return new FileReading(path, null, problem.Message);
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
        var file = files[kind.Files.First().Name];
        try
        {
            foreach (var item in ItemsOf(kind, files))
            foreach (var (name, place) in kind.Settings)
            {
                file = files[place.File.Name];
                var key = new SettingKey(name, item);
                var document = file.Document ?? throw new SettingsFileException(file.Problem!);
                if (document.Get(kind.AddressOf(key)) is { } native)
                    settings[key] = ReadValue(kind.Kind.Setting(key), place, native);
            }
        }
        catch (SettingsFileException problem)
        {
            return new PartReading(kind.Kind.Name, null, file.Path, problem.Message);
        }
        var component = new Component(kind.Kind.Name, settings.ToImmutable(), []);
        return new PartReading(
            kind.Kind.Name,
            component with
            {
                Assets = AssetFinder.Find(map, kind, component, view),
            }
        );
    }

    private static IReadOnlyList<string?> ItemsOf(
        KindMap kind,
        ImmutableDictionary<string, FileReading> files
    )
    {
        if (kind.List is not { } list)
            return [null];
        var file = files[list.File.Name];
        return (file.Document ?? throw new SettingsFileException(file.Problem!)).Items(
            list.Address
        );
    }

    private static SettingValue ReadValue(Setting setting, SettingPlace place, NativeValue native)
    {
        try
        {
            return setting.Type.Read(place.FromFile(native));
        }
        catch (SettingsFileException problem)
        {
            throw new SettingsFileException($"At {place.At}, {problem.Message}");
        }
    }
}
