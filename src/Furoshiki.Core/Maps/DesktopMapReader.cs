using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Maps;

/// <summary>A desktop map says something that cannot be. Nothing was registered.</summary>
/// <param name="line">The line of the map, from 1.</param>
/// <param name="message">What is wrong.</param>
public sealed class DesktopMapException(int line, string message)
    : Exception($"Line {line}: {message}")
{
    /// <summary>The line of the map, from 1.</summary>
    public int Line { get; } = line;
}

/// <summary>Reads desktop maps from JSON, and checks them. Their form is docs/schemas/desktop-map.schema.json.</summary>
public sealed partial class DesktopMapReader
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        RespectRequiredConstructorParameters = true,
        RespectNullableAnnotations = true,
        AllowDuplicateProperties = false,
        ReadCommentHandling = JsonCommentHandling.Skip,
        Converters =
        {
            new JsonStringEnumConverter<ColourNotation>(
                JsonNamingPolicy.KebabCaseLower,
                allowIntegerValues: false
            ),
        },
    };

    private readonly MapJson _json;
    private readonly JsonLines _lines;
    private readonly Dictionary<string, Place> _places = [];
    private readonly Dictionary<string, SettingsFile> _files = [];

    /// <summary>Whether it was taken before, so that what it says twice or too coarsely is no longer refused.</summary>
    private readonly bool _isKept;

    private DesktopMapReader(MapJson json, JsonLines lines, bool isKept) =>
        (_json, _lines, _isKept) = (json, lines, isKept);

    /// <summary>Reads a map that a person gives.</summary>
    /// <exception cref="DesktopMapException">It is not JSON, or says something that cannot be.</exception>
    public static DesktopMap Read(ReadOnlySpan<byte> json) => Read(json, isKept: false);

    /// <summary>
    /// Reads a map that was taken before, be it by a version that did not see all that is wrong with it: what desktops and savings stand on
    /// is read as it was, and only refused where nothing can be made of it.
    /// </summary>
    /// <exception cref="DesktopMapException">It is not JSON, or no map.</exception>
    public static DesktopMap ReadKept(ReadOnlySpan<byte> json) => Read(json, isKept: true);

    private static DesktopMap Read(ReadOnlySpan<byte> json, bool isKept)
    {
        try
        {
            var lines = new JsonLines(json.ToArray());
            if (lines.LineOfNull() is { } line)
                throw new DesktopMapException(
                    line,
                    "Nothing in a desktop map is null; leave it out instead."
                );
            return new DesktopMapReader(Deserialize(json, lines), lines, isKept).Read();
        }
        catch (JsonSyntaxException problem)
        {
            throw new DesktopMapException(problem.Line, problem.Reason);
        }
        catch (SettingsFileException problem)
        {
            throw new DesktopMapException(1, problem.Message);
        }
    }

    /// <summary>Every member that a map can have somewhere.</summary>
    private static readonly string[] Members =
    [
        .. typeof(DesktopMapReader)
            .GetNestedTypes(System.Reflection.BindingFlags.NonPublic)
            .Where(type => type.Name.EndsWith("Json", StringComparison.Ordinal))
            .SelectMany(type => type.GetProperties())
            .Select(member => JsonNamingPolicy.CamelCase.ConvertName(member.Name))
            .Distinct(),
    ];

    private static MapJson Deserialize(ReadOnlySpan<byte> json, JsonLines lines)
    {
        try
        {
            return JsonSerializer.Deserialize<MapJson>(json, Options)
                ?? throw new DesktopMapException(1, "The map is empty.");
        }
        catch (JsonException refused)
        {
            var misfit = JsonMisfit.Of(refused);
            var near = misfit.Unknown is { } unknown ? Nearest.To(unknown, Members) : [];
            throw new DesktopMapException(
                lines.LineOf(misfit.Names),
                misfit.Words("a desktop map")
                    + (near.Count > 0 ? $" Did you mean '{near[0]}'?" : "")
            );
        }
    }

    private DesktopMap Read()
    {
        foreach (var (name, place) in _json.Places)
            _places[name] = ReadPlace(name, place);
        var frame = new DesktopMap(
            _json.Platform,
            _json.Description,
            [.. _places.Values],
            [],
            [],
            []
        );
        foreach (var (name, file) in _json.Files)
            _files[name] = ReadFile(frame, name, file);
        frame = frame with { Files = [.. _files.Values] };
        var kinds = _json
            .Kinds.Select(kind => ReadKind(frame, kind.Key, kind.Value))
            .OrderBy(kind => kind.Kind.Place);
        frame = frame with
        {
            Kinds = [.. kinds],
            SessionProcess = _json.Session is { } session ? ProcessNamed(session, "session") : null,
            Commands =
            [
                .. (_json.Commands ?? []).Select(
                    (path, i) => PathIn(frame, path, "commands", Index(i))
                ),
            ],
            Programs = [.. (_json.Programs ?? []).Select(one => ReadProgram(one.Key, one.Value))],
        };
        RefuseIdlePrograms(frame);
        RefuseCircles(frame);
        if (!_isKept)
        {
            RefuseTwoAtOnePlace(frame);
            RefuseTwoOwners(frame);
        }
        return frame;
    }

    private Place ReadPlace(string name, PlaceJson json)
    {
        if (name.Contains(':', StringComparison.Ordinal) || name.Length == 0)
            throw Wrong("A place has a name without a colon.", "places", name);
        if (json.Path.Length > 0 && json.Path.Split('/').Any(part => part is "" or "." or ".."))
            throw Wrong(
                $"'{json.Path}' is no path below the desktop's folder.",
                "places",
                name,
                "path"
            );
        return new Place(
            name,
            json.Path,
            json.Rights switch
            {
                null or "person" => true,
                "administrator" => false,
                _ => throw Wrong(
                    $"'{json.Rights}' are no rights; there are person and administrator.",
                    "places",
                    name,
                    "rights"
                ),
            }
        );
    }

    private SettingsFile ReadFile(DesktopMap frame, string name, FileJson json)
    {
        var format = FormatNamed(json.Format, "files", name, "format");
        if (json.Blank is { } blank)
            try
            {
                format.Open(System.Text.Encoding.UTF8.GetBytes(blank));
            }
            catch (SettingsFileException problem)
            {
                throw Wrong(
                    $"This cannot start a file of its format. {problem.Message}",
                    "files",
                    name,
                    "blank"
                );
            }
        return new SettingsFile(
            name,
            PathIn(frame, json.Path, "files", name, "path"),
            format,
            json.Blank
        )
        {
            Apart = json.Apart is { } apart ? PathIn(frame, apart, "files", name, "apart") : null,
        };
    }

    private KindMap ReadKind(DesktopMap frame, string name, KindJson json)
    {
        var kind = Kind.Find(name) ?? throw Wrong($"There is no kind '{name}'.", "kinds", name);
        if (json.Settings is null && json.Items is null && json.Whole is null)
            throw Wrong($"Nothing of {name} is said to be anywhere.", "kinds", name);
        var settings = ReadSettings(kind, null, json.Settings, json.File, ["kinds", name]);
        return new KindMap(
            kind,
            ShowsNamed(json.Shows, "kinds", name, "shows"),
            json.Program,
            [
                .. (json.After ?? []).Select(
                    (before, i) => Kind.Find(before) ?? throw NoKindBefore(before, kind.Name, i)
                ),
            ],
            settings,
            json.Items is { } items ? ReadItems(kind, items, json.File) : null,
            [.. (json.Assets ?? []).Select((rule, i) => ReadAssets(frame, kind, rule, i))],
            [
                .. (json.Whole ?? []).Select(
                    (path, i) => PathIn(frame, path, "kinds", name, "whole", Index(i))
                ),
            ]
        )
        {
            Calls =
            [
                .. (json.Calls ?? []).Select((rule, i) => ReadCalls(frame, json, rule, name, i)),
            ],
        };
    }

    private CallsRule ReadCalls(
        DesktopMap frame,
        KindJson kind,
        CallsJson json,
        string name,
        int index
    )
    {
        string[] at = ["kinds", name, "calls", Index(index)];
        if (kind.Whole?.Contains(json.In) != true)
            throw Wrong($"'{json.In}' is no whole file of {name}.", [.. at, "in"]);
        var format = FormatNamed(json.Format, [.. at, "format"]);
        var entries = new ListAddress(json.At, json.Command);
        RefuseNoList(format, entries, [.. at, "at"]);
        return new CallsRule(PathIn(frame, json.In, [.. at, "in"]), format, entries);
    }

    private void RefuseNoList(SettingsFormat format, ListAddress list, string[] at)
    {
        if (!_isKept && format.ListProblem(list) is { } problem)
            throw Wrong($"'{list.Path}' cannot be a list: {problem}.", at);
    }

    private SettingsFormat FormatNamed(string name, params string[] at) =>
        SettingsFormat.Find(name)
        ?? throw Wrong(
            $"There is no format '{name}'; there are {string.Join(", ", SettingsFormat.All.Select(one => one.Name))}.",
            at
        );

    private ItemsMap ReadItems(Kind kind, ItemsJson json, string? file)
    {
        string[] at = ["kinds", kind.Name, "items"];
        if (!kind.HasItems)
            throw Wrong($"The kind '{kind.Name}' has no items.", at);
        var list = new ListAddress(json.At, json.Identity ?? "");
        var home = FileNamed(json.File ?? file, at);
        RefuseNoList(home.Format, list, [.. at, "at"]);
        return new ItemsMap(
            home,
            list,
            ReadSettings(kind, list, json.Settings, json.File ?? file, at)
        );
    }

    private ImmutableDictionary<string, SettingPlace> ReadSettings(
        Kind kind,
        ListAddress? list,
        Dictionary<string, SettingJson>? json,
        string? file,
        string[] at
    ) =>
        (json ?? []).ToImmutableDictionary(
            setting => setting.Key,
            setting =>
            {
                string[] here = [.. at, "settings", setting.Key];
                var key = new SettingKey(setting.Key, list is null ? null : "");
                var known =
                    kind.FindSetting(key)
                    ?? throw Wrong(
                        $"The kind '{kind.Name}' has no setting '{setting.Key}' here.",
                        here
                    );
                if (known == Setting.Order)
                    throw Wrong(
                        "The order of items is that of the list, and has no address.",
                        here
                    );
                var home = FileNamed(
                    setting.Value.File ?? file,
                    setting.Value.File is null && file is not null
                        ? [.. at, "file"]
                        : [.. here, "file"]
                );
                // The address of an item's setting starts at the item; in a key file it is the key alone.
                var isKeyOfGroup = list is not null && home.Format == KeyFileDocument.Format;
                if (!isKeyOfGroup && home.Format.AddressProblem(setting.Value.At) is { } problem)
                    throw Wrong($"'{setting.Value.At}' cannot be: {problem}.", [.. here, "at"]);
                return new SettingPlace(
                    home,
                    setting.Value.At,
                    ReadSpelling(known, setting.Value, here),
                    setting.Value.Shows is { } shows ? ShowsNamed(shows, [.. here, "shows"]) : null
                );
            }
        );

    private void RefuseCircles(DesktopMap map)
    {
        foreach (var kind in map.Kinds)
        foreach (var (i, before) in kind.After.Index())
        {
            if (map.Find(before) is null)
                throw NoKindBefore(before.Name, kind.Kind.Name, i);
            if (Before(before).Contains(kind.Kind))
                throw Wrong(
                    $"{kind.Kind} comes after {before}, which comes after {kind.Kind}.",
                    AtAfter(kind.Kind.Name, i)
                );
        }

        HashSet<Kind> Before(Kind kind)
        {
            var all = new HashSet<Kind>();
            var open = new Queue<Kind>([kind]);
            while (open.TryDequeue(out var one))
                foreach (var before in map.Find(one)?.After ?? [])
                    if (all.Add(before))
                        open.Enqueue(before);
            return all;
        }
    }

    private Exception NoKindBefore(string before, string kind, int index) =>
        Wrong($"The map has no kind '{before}' to come before this one.", AtAfter(kind, index));

    private static string[] AtAfter(string kind, int index) =>
        ["kinds", kind, "after", Index(index)];

    private PlacePath PathIn(DesktopMap frame, string text, params string[] at) =>
        frame.FindPath(text) is not { Path.Length: > 0 } path
            ? throw Wrong($"'{text}' is no path in one of the map's places.", at)
        : !_isKept && PrivatePaths.Touches(path.FromRoot)
            ? throw Wrong(
                $"'{text}' is private, or holds what is: keys and passwords are kept there, and no look holds them.",
                at
            )
        : path;

    private SettingsFile FileNamed(string? name, string[] at) =>
        name is null
            ? throw Wrong("It is not said in which file this is.", at)
            : _files.GetValueOrDefault(name) ?? throw Wrong($"The map has no file '{name}'.", at);

    private Shows ShowsNamed(string text, params string[] at) =>
        text switch
        {
            "at once" => Shows.AtOnce,
            "after program restart" => Shows.AfterProgramRestart,
            "after sign-in" => Shows.AfterSignIn,
            "after restart" => Shows.AfterRestart,
            _ => throw Wrong($"'{text}' is no moment at which a change shows.", at),
        };

    private static string Index(int index) =>
        index.ToString(System.Globalization.CultureInfo.InvariantCulture);

    private DesktopMapException Wrong(string message, params string[] at) =>
        new(_lines.LineOf(at), message);
}
