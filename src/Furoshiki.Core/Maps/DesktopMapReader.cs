using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;

namespace Furoshiki.Core.Maps;

/// <summary>A desktop map says something that cannot be. Nothing was registered.</summary>
/// <param name="message">What is wrong and where.</param>
public sealed class DesktopMapException(string message) : Exception(message);

/// <summary>Reads desktop maps from JSON, and checks them.</summary>
public static class DesktopMapReader
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectRequiredConstructorParameters = true,
        ReadCommentHandling = JsonCommentHandling.Skip,
    };

    private sealed record MapJson(
        string Platform,
        Dictionary<string, PlaceJson> Places,
        Dictionary<string, FileJson> Files,
        Dictionary<string, KindJson> Kinds
    );

    private sealed record PlaceJson(string Path, string? Rights = null);

    private sealed record FileJson(string Path, string Format);

    private sealed record KindJson(
        string File,
        string Shows,
        Dictionary<string, SettingJson> Settings,
        ListJson? List = null,
        AssetsJson? Assets = null
    );

    private sealed record SettingJson(
        string At,
        string? File = null,
        Dictionary<string, string>? Values = null
    );

    private sealed record ListJson(string At, string Identity);

    private sealed record AssetsJson(string Setting, string[] In, string Form);

    /// <summary>Reads a map.</summary>
    /// <exception cref="DesktopMapException">It is not JSON, or names something that is not there.</exception>
    public static DesktopMap Read(ReadOnlySpan<byte> json)
    {
        MapJson map;
        try
        {
            map =
                JsonSerializer.Deserialize<MapJson>(json, Options)
                ?? throw new DesktopMapException("The map is empty.");
        }
        catch (JsonException problem)
        {
            throw new DesktopMapException(
                $"Line {(problem.LineNumber ?? 0) + 1} ({problem.Path}) is no part of a desktop map."
            );
        }

        var places = map.Places.Select(place => new Place(
            place.Key,
            place.Value.Path,
            place.Value.Rights != "administrator"
        ));
        var frame = new DesktopMap(map.Platform, [.. places], [], []);
        var files = map.Files.Select(file => new SettingsFile(
            file.Key,
            PathIn(frame, file.Value.Path),
            SettingsFormat.Find(file.Value.Format)
                ?? throw new DesktopMapException(
                    $"The file '{file.Key}' has the unknown format '{file.Value.Format}'."
                )
        ));
        frame = frame with { Files = [.. files] };
        var kinds = map
            .Kinds.Select(kind => ReadKind(frame, kind.Key, kind.Value))
            .OrderBy(kind => Kind.Order(kind.Kind.Name));
        return frame with { Kinds = [.. kinds] };
    }

    private static KindMap ReadKind(DesktopMap frame, string name, KindJson json)
    {
        var kind = Kind.Find(name) ?? throw new DesktopMapException($"There is no kind '{name}'.");
        if (kind.HasItems != json.List is not null)
            throw new DesktopMapException(
                $"The kind '{name}' {(kind.HasItems ? "needs a list" : "has no list")}."
            );
        foreach (var setting in json.Settings.Keys)
            if (kind.FindSetting(new(setting)) is null)
                throw new DesktopMapException($"The kind '{name}' has no setting '{setting}'.");
        return new KindMap(
            kind,
            ShowsNamed(name, json.Shows),
            json.Settings.ToImmutableDictionary(
                setting => setting.Key,
                setting => new SettingPlace(
                    FileNamed(frame, name, setting.Value.File ?? json.File),
                    setting.Value.At,
                    (setting.Value.Values ?? []).ToImmutableDictionary()
                )
            ),
            json.List is { } list
                ? (FileNamed(frame, name, json.File), new ListAddress(list.At, list.Identity))
                : null,
            json.Assets is { } assets ? ReadAssets(frame, kind, assets) : null
        );
    }

    private static AssetRule ReadAssets(DesktopMap frame, Kind kind, AssetsJson json) =>
        new(
            kind.FindSetting(new(json.Setting))?.Name
                ?? throw new DesktopMapException(
                    $"The assets of '{kind.Name}' hang on the unknown setting '{json.Setting}'."
                ),
            [.. json.In.Select(path => PathIn(frame, path))],
            json.Form switch
            {
                "file" => AssetForm.File,
                "folder" => AssetForm.Folder,
                "set" => AssetForm.Set,
                _ => throw new DesktopMapException(
                    $"The assets of '{kind.Name}' have the unknown form '{json.Form}'."
                ),
            }
        );

    private static PlacePath PathIn(DesktopMap frame, string text) =>
        frame.FindPath(text)
        ?? throw new DesktopMapException($"'{text}' is no path in one of the map's places.");

    private static SettingsFile FileNamed(DesktopMap frame, string kind, string name) =>
        frame.Files.FirstOrDefault(file => file.Name == name)
        ?? throw new DesktopMapException($"The kind '{kind}' names the unknown file '{name}'.");

    private static Shows ShowsNamed(string kind, string text) =>
        text switch
        {
            "at once" => Shows.AtOnce,
            "after program restart" => Shows.AfterProgramRestart,
            "after sign-in" => Shows.AfterSignIn,
            "after restart" => Shows.AfterRestart,
            _ => throw new DesktopMapException(
                $"The kind '{kind}' shows '{text}', which is no moment."
            ),
        };
}
