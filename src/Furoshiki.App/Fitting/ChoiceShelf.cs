using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Fitting;

/// <summary>A set, a theme or a file that a setting could name.</summary>
/// <param name="Value">How the setting names it.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Family">The family that it belongs to; empty for none.</param>
/// <param name="Words">Where it is, in words.</param>
/// <param name="Get">The package URL of the supply that has to be got for it; null where it is here.</param>
/// <param name="Tone">For which ground it is made; null if for any.</param>
/// <param name="Accent">The colour that stands out in it; null if none is known.</param>
/// <param name="Samples">What it is like.</param>
public sealed record FittingChoice(
    string Value,
    string Title,
    string Family,
    string Words,
    string? Get,
    Tone? Tone,
    string? Accent,
    IReadOnlyList<SampleView> Samples
);

/// <summary>Tells what a setting that names an asset could name: what stands on the desktop, and what could be got for it.</summary>
public sealed class ChoiceShelf(
    FittedLooks fittings,
    DesktopRegister register,
    Observer observer,
    SupplyStands supplies,
    LookLibrary library
)
{
    private const int MostStanding = 500;

    /// <summary>All of them, families together.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="name">The kind's name.</param>
    /// <param name="setting">The setting's name.</param>
    /// <exception cref="ProblemException">There is no such fitting, or the setting names nothing that could be looked for.</exception>
    public IReadOnlyList<FittingChoice> Of(long id, string name, string setting)
    {
        var desktop = register.Get(fittings.Get(id).Row.DesktopId);
        var kind = Kind.Find(name) is { } known ? desktop.Map.Find(known) : null;
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
                        ? View(known.Stand, known.Asset, "here", null)
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
            get,
            asset.Tone,
            asset.Accent?.ToString(),
            [.. SupplySamples.Of(stand.Supply)]
        );

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
            null,
            null,
            null,
            samples
        );
    }
}
