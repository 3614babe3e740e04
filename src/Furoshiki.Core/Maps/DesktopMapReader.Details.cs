using System.Collections.Immutable;
using System.Text.Json;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Maps;

/// <summary>How a map says that values are spelt and assets are found.</summary>
public sealed partial class DesktopMapReader
{
    private Spelling ReadSpelling(Setting setting, SettingJson json, string[] at)
    {
        if (json.Scale is 0 || (json.Scale is null && json.Decimals is not null))
            throw Wrong(
                "A scale is a number that is not 0, and decimals go with one.",
                [.. at, "scale"]
            );
        if (json.Decimals is < 0 or > 6)
            throw Wrong("A number has 0 to 6 decimals.", [.. at, "decimals"]);
        if (json is { Separator: not null } && setting.Type is not SettingType.List)
            throw Wrong(
                $"'{setting.Name}' is no list, so nothing stands between its items.",
                [.. at, "separator"]
            );
        if (json is { Separator: "" })
            throw Wrong(
                "Between the items of a list something has to stand, such as \", \".",
                [.. at, "separator"]
            );
        if (json is { Suffix: "" })
            throw Wrong(
                "What stands after a value has a sign at least: leave it out for nothing.",
                [.. at, "suffix"]
            );
        if (json.Quotes is not (null or "\"" or "'"))
            throw Wrong(
                "Quotes are \" or ': leave it out where a value stands without.",
                [.. at, "quotes"]
            );
        if (json.Scale is not null && setting.Type is not SettingType.OfNumber)
            throw Wrong($"'{setting.Name}' is no number, so it has no scale.", [.. at, "scale"]);
        if (json.Colour is not null && setting.Type is not SettingType.Colour)
            throw Wrong(
                $"'{setting.Name}' is no colour, so it is spelt as none.",
                [.. at, "colour"]
            );
        foreach (var ours in json.Values?.Keys ?? Enumerable.Empty<string>())
            if (setting.Type.Options is { Length: > 0 } options && !options.Contains(ours))
                throw Wrong(
                    $"'{ours}' is none of {string.Join(", ", options)}.",
                    [.. at, "values", ours]
                );
        var (scale, decimals) = json.Unit is { } unit
            ? ScaleOf(setting, unit, [.. at, "unit"])
            : (json.Scale ?? 1, json.Scale is null ? null : json.Decimals ?? 0);
        if (json.Scale is not null && !_isKept)
            RefuseCoarse((SettingType.OfNumber)setting.Type, scale, decimals!.Value, at);
        if (
            json is
            {
                Values: null,
                Unit: null,
                Scale: null,
                Suffix: null,
                Separator: null,
                Quotes: null,
                Colour: null
            }
        )
            return Spelling.Plain;
        var values = (json.Values ?? []).ToImmutableDictionary(
            value => value.Key,
            value => ValueOf(value.Value, [.. at, "values", value.Key])
        );
        if (
            !_isKept
            && values
                .OrderBy(value => value.Key, StringComparer.Ordinal)
                .GroupBy(value => value.Value.Content)
                .FirstOrDefault(same => same.Count() > 1)
                is { } twice
        )
            throw Wrong(
                $"'{twice.Key}' stands for {string.Join(" and ", twice.Select(value => $"'{value.Key}'"))}: it could be read as one of them only.",
                [.. at, "values", twice.Last().Key]
            );
        return new Spelling(
            values,
            scale,
            decimals,
            json.Suffix,
            json.Separator,
            json.Quotes?[0],
            json.Colour ?? ColourNotation.Css
        );
    }

    /// <summary>Refuses a scale by which values of a setting's range are spelt alike.</summary>
    private void RefuseCoarse(SettingType.OfNumber type, double scale, int decimals, string[] at)
    {
        const int LeastValues = 10;
        var range = type.Max - type.Min;
        var spellings = Math.Floor(Math.Abs(scale) * range * Math.Pow(10, decimals));
        if (spellings < Math.Min(LeastValues, range))
            throw Wrong(
                $"From {type.Min} to {type.Max} the file would have {spellings + 1} different values with this scale and {decimals} decimals. Give more decimals, or another scale.",
                [.. at, "scale"]
            );
    }

    private (double Scale, int? Decimals) ScaleOf(Setting setting, string unit, string[] at) =>
        setting.Type is not SettingType.LengthOfTime
            ? throw Wrong($"'{setting.Name}' is no length of time, so it has no unit.", at)
            : unit switch
            {
                "ms" => (1000, 0),
                "s" => (1, 3),
                "min" => (1 / 60.0, 4),
                "h" => (1 / 3600.0, 6),
                _ => throw Wrong($"'{unit}' is no unit of time; there are ms, s, min and h.", at),
            };

    private NativeValue ValueOf(JsonElement value, string[] at) =>
        value.ValueKind switch
        {
            JsonValueKind.String => NativeValue.Text(value.GetString()!),
            JsonValueKind.Number => NativeValue.Number(value.GetRawText()),
            JsonValueKind.True => NativeValue.Flag(true),
            JsonValueKind.False => NativeValue.Flag(false),
            _ => throw Wrong("A value is spelt as a text, a number, true or false.", at),
        };

    private AssetRule ReadAssets(DesktopMap frame, Kind kind, AssetsJson json, int index)
    {
        string[] at = ["kinds", kind.Name, "assets", Index(index)];
        if (kind.Settings.All(setting => setting.Name != json.Setting))
            throw Wrong(
                $"The kind '{kind.Name}' has no setting '{json.Setting}'.",
                [.. at, "setting"]
            );
        var folders = ReadFolders(frame, json.In, [.. at, "in"]);
        return new AssetRule(
            json.Setting,
            folders,
            json.Form switch
            {
                "file" => AssetForm.File,
                "folder" => AssetForm.Folder,
                _ => throw Wrong(
                    $"'{json.Form}' is no form; there are file and folder.",
                    [.. at, "form"]
                ),
            },
            json.Inherits is { } inherits
                ? ReadInherits(frame, inherits, folders, [.. at, "inherits"])
                : null,
            json.Fallback
        );
    }

    private InheritRule ReadInherits(
        DesktopMap frame,
        InheritsJson json,
        ImmutableArray<PlacePath> folders,
        string[] at
    )
    {
        var format =
            SettingsFormat.Find(json.Format)
            ?? throw Wrong($"There is no format '{json.Format}'.", [.. at, "format"]);
        if (format.AddressProblem(json.At) is { } problem)
            throw Wrong($"'{json.At}' cannot be: {problem}.", [.. at, "at"]);
        if (json.File.Split('/').Any(name => name is "" or "." or ".."))
            throw Wrong($"'{json.File}' is no file in the asset's folder.", [.. at, "file"]);
        if (json.Last is { } last && (last is "" or "." or ".." || last.Contains('/')))
            throw Wrong($"'{last}' is no name of an asset.", [.. at, "last"]);
        return new InheritRule(
            json.File,
            format,
            json.At,
            json.In is null ? folders : ReadFolders(frame, json.In, [.. at, "in"]),
            json.Last
        );
    }

    private ImmutableArray<PlacePath> ReadFolders(
        DesktopMap frame,
        IReadOnlyList<string> paths,
        string[] at
    ) =>
        paths.Count > 0
            ? [.. paths.Select((path, i) => PathIn(frame, path, [.. at, Index(i)]))]
            : throw Wrong("Assets are in one folder at least.", at);

    private ShowingProgram ReadProgram(string name, ProgramJson json)
    {
        string[] at = ["programs", name];
        if ((json.Signal is null) != (json.Then is null))
            throw Wrong(
                "A signal and what the program does then go together.",
                [.. at, json.Signal is null ? "then" : "signal"]
            );
        return new ShowingProgram(
            name,
            ProcessNamed(json.Process, [.. at, "process"]),
            json.Always,
            json.Signal is null ? null : ReadTelling(json.Signal, json.Then!, at)
        );
    }

    private ProgramTelling ReadTelling(string signal, string then, string[] at)
    {
        var known =
            ProgramTelling.Named(signal)
            ?? throw Wrong(
                $"'{signal}' is no signal that a program is told by; there are SIGHUP, SIGUSR1, SIGUSR2 and SIGTERM.",
                [.. at, "signal"]
            );
        return new ProgramTelling(
            known,
            then switch
            {
                "reads again" when known != ProgramSignal.Terminate => false,
                "reads again" => throw Wrong(
                    "A program that SIGTERM ends does not read again; it starts again.",
                    [.. at, "then"]
                ),
                "starts again" => true,
                _ => throw Wrong(
                    $"'{then}' is nothing that a program does then; there are reads again and starts again.",
                    [.. at, "then"]
                ),
            }
        );
    }

    private string ProcessNamed(string name, params string[] at) =>
        name.Length is > 0 and <= ShowingProgram.LongestProcess
        && name.All(sign => sign is > ' ' and < (char)127 and not '/')
            ? name
            : throw Wrong(
                $"'{name}' is no name of a process: it has 1 to {ShowingProgram.LongestProcess} letters, digits and signs of ASCII, and no space or slash.",
                at
            );

    /// <summary>Refuses a program that no kind names: what it shows would never be told of.</summary>
    private void RefuseIdlePrograms(DesktopMap map)
    {
        foreach (var program in map.Programs)
            if (map.Kinds.All(kind => kind.Program != program.Name))
                throw Wrong(
                    $"No kind says that '{program.Name}' shows it.",
                    "programs",
                    program.Name
                );
    }
}
