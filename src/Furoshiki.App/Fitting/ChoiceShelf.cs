using System.Globalization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Fitting;

/// <summary>A set, a theme or a file that a setting could name, or what a list could have in it.</summary>
/// <param name="Value">How the setting names it.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Family">The family that it belongs to; empty for none.</param>
/// <param name="Words">Where it is, in words; empty where it is nowhere.</param>
/// <param name="Goes">How it goes with the look, with its figure; empty where nothing is known of that.</param>
/// <param name="Get">The package URL of the supply that has to be got for it; null where it is here.</param>
/// <param name="Tone">For which ground it is made; null if for any.</param>
/// <param name="Accent">The colour that stands out in it; null if none is known.</param>
/// <param name="Samples">What it is like.</param>
public sealed record FittingChoice(
    string Value,
    string Title,
    string Family,
    string Words,
    string Goes,
    string? Get,
    Tone? Tone,
    string? Accent,
    IReadOnlyList<SampleView> Samples
);

/// <summary>
/// Tells what a setting that names an asset could name: what stands on the desktop, and what could be got for it; and what a list of
/// programs or of known words could have in it.
/// </summary>
public sealed class ChoiceShelf(
    FittedLooks fittings,
    DesktopRegister register,
    Observer observer,
    SupplyStands supplies,
    LookLibrary library,
    SampleFiles files
)
{
    private const int MostStanding = 500;

    /// <summary>The size for which an icon is looked up as a sample, in px.</summary>
    private const int IconSize = 48;

    /// <summary>Whether there is anything that a setting could be chosen from.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="here">Its kind on the desktop; null if that has none.</param>
    internal static bool HasAny(Setting setting, KindMap? here) =>
        setting.Type
            is SettingType.List { IsOfPrograms: true }
                or SettingType.List { Known: not [] }
        || here?.Assets.Any(rule => rule.Setting == setting.Name) == true;

    /// <summary>All of them, families together.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="name">The kind's name.</param>
    /// <param name="setting">The setting's name.</param>
    /// <exception cref="ProblemException">There is no such fitting, or the setting names nothing that could be looked for.</exception>
    public IReadOnlyList<FittingChoice> Of(long id, string name, string setting)
    {
        var fitting = fittings.Get(id);
        var look = fitting.State.Look.Look;
        var desktop = register.Get(fitting.Row.DesktopId);
        var known = Kind.Find(name);
        if (
            known?.Settings.FirstOrDefault(one => one.Name == setting)?.Type is SettingType.List
            {
            } list
        )
        {
            if (list.IsOfPrograms)
                return Programs(look, desktop);
            if (!list.Known.IsEmpty)
                return [.. list.Known.Select(word => Word(word, word, "", []))];
        }
        var kind = known is not null ? desktop.Map.Find(known) : null;
        var rule =
            kind?.Assets.FirstOrDefault(one => one.Setting == setting)
            ?? throw ProblemException.NotFound("Anything to choose for this setting");
        var seen = observer.See(desktop);
        var stands = supplies.Of(seen).All.Values;
        var provided = stands
            .SelectMany(stand =>
                stand
                    .Supply.Provides.Where(asset =>
                        asset.Kind == kind!.Kind
                        && !asset.IsEngine
                        && stand.Supply.IsFile(asset) == (rule.Form == AssetForm.File)
                    )
                    .Select(asset => (Stand: stand, Asset: asset))
            )
            .GroupBy(one => one.Asset.Name, StringComparer.Ordinal)
            .ToDictionary(one => one.Key, one => one.First(), StringComparer.Ordinal);
        // Where some of what stands is known, a folder can hold what is of other kinds too.
        var others = stands
            .SelectMany(stand => stand.Supply.Provides)
            .Where(asset => asset.Kind != kind!.Kind || asset.IsEngine)
            .Select(asset => asset.Name)
            .ToHashSet(StringComparer.Ordinal);
        var here = Standing(rule, seen.View)
            .Where(one => provided.ContainsKey(one.Name) || !others.Contains(one.Name))
            .DistinctBy(one => one.Name)
            .Take(MostStanding)
            .ToList();
        return
        [
            .. here.Select(one =>
                    provided.TryGetValue(one.Name, out var known)
                        ? View(look, known.Stand, known.Asset, "here", null)
                        : Own(desktop, seen, one.Name, one.Path)
                )
                .Concat(
                    provided
                        .Values.Where(one =>
                            one.Stand.State == SupplyState.ToGet
                            && here.All(standing => standing.Name != one.Asset.Name)
                        )
                        .Select(one =>
                            View(
                                look,
                                one.Stand,
                                one.Asset,
                                $"to get, {one.Stand.Newest!.Supply.Version}",
                                one.Stand.Newest.Supply.Id
                            )
                        )
                )
                .OrderBy(one => one.Family.Length == 0)
                .ThenBy(one => one.Family, StringComparer.OrdinalIgnoreCase)
                .ThenBy(one => one.Title, StringComparer.OrdinalIgnoreCase),
        ];
    }

    /// <summary>The programs that stand on the desktop, with the icons that the look gives them.</summary>
    private List<FittingChoice> Programs(Look look, LiveDesktop desktop)
    {
        var icons = look[IconsKind.Kind] is { } part
            ? new IconLookup(part, files.ForPictures())
            : null;
        var entries = DesktopEntry.In(desktop.Map, observer.See(desktop).View);
        var titles = entries.CountBy(entry => entry.Title).ToDictionary();
        return
        [
            .. entries.Select(entry =>
                Word(
                    entry.Name,
                    entry.Title,
                    // Two of one title are told apart.
                    titles[entry.Title] > 1
                        ? entry.Name
                        : "",
                    (
                        icons?.OwnOf(entry.Name)
                        ?? icons?.Find(entry.Name, IconSize)
                        ?? icons?.Find(entry.Icon, IconSize)
                    )
                        is var (file, icon)
                        ? [new SampleView(icon.Hex, file, SampleForm.Picture)]
                        : []
                )
            ),
        ];
    }

    private static FittingChoice Word(
        string value,
        string title,
        string words,
        IReadOnlyList<SampleView> samples
    ) => new(value, title, "", words, "", null, null, null, samples);

    private static IEnumerable<(string Name, string Path)> Standing(
        AssetRule rule,
        IDesktopView view
    ) =>
        from folder in rule.Folders
        from name in view.NamesIn(folder.FromRoot) ?? []
        where !name.StartsWith('.') && LosslessText.IsUnicode(name) && name != rule.Inherits?.Last
        let path = view.Follow($"{folder.FromRoot}/{name}")
        where
            path is not null
            && view.Find(path)?.Type
                == (rule.Form == AssetForm.File ? FileType.File : FileType.Folder)
        select (name, path);

    private static FittingChoice View(
        Look look,
        SupplyStand stand,
        Provided asset,
        string words,
        string? get
    ) =>
        new(
            asset.Name,
            stand.Supply.Title,
            stand.Supply.Family,
            words,
            Goes(look, asset),
            get,
            asset.Tone,
            asset.Accent?.ToString(),
            [.. SupplySamples.Of(stand.Supply)]
        );

    /// <summary>How far its accent is from the look's, as CIEDE2000, and whether it is made for another ground.</summary>
    private static string Goes(Look look, Provided asset)
    {
        var said = new List<string>();
        if (look.Accent is { } accent && asset.Accent is { } its)
            said.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{Lab.From(its).DifferenceTo(Lab.From(accent)):0} from the accent"
                )
            );
        if (
            asset.Tone is { } tone
            && look.IsDark is { } isDark
            && isDark != (tone == Core.Parts.Tone.Dark)
        )
            said.Add($"for a {ColoursKind.Word(tone)} look");
        return string.Join(", ", said);
    }

    /// <summary>What stands there and is of no known supply.</summary>
    private FittingChoice Own(LiveDesktop desktop, Observation seen, string name, string path)
    {
        var files = seen.View.FindTree(path) is { } tree
            ? tree
                .All.Where(one => one.Value.Content is not null)
                .Select(one => (one.Key, Content: one.Value.Content!.Value))
            : [(path, seen.View.Find(path)!.Content!.Value)];
        var samples = SupplySamples.Of(files).ToList();
        foreach (var (file, content) in files)
            if (samples.Any(sample => sample.Content == content.Hex))
                library.Locate(
                    content,
                    desktop.Folder.PathOf(file == path ? path : $"{path}/{file}")
                );
        return new FittingChoice(
            name,
            new SettingType.AssetName().Words(new SettingValue.Text(name)),
            "",
            "here",
            "",
            null,
            null,
            null,
            samples
        );
    }
}
