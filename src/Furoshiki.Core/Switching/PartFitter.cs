using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>How a part of a look stands to a desktop, as far as can be told without editing anything.</summary>
/// <param name="Held">The part as the desktop can hold it; null if it has no match, or is refused.</param>
/// <param name="Losses">What of it has no match.</param>
/// <param name="Refusal">Why it cannot be put on, in sentences; null if it can, or has no match.</param>
/// <param name="IsSame">Whether it is on already.</param>
/// <param name="Missing">The asset that is not here, where that is why it cannot be put on.</param>
public sealed record PartFit(
    Component? Held,
    ImmutableArray<Loss> Losses,
    string? Refusal,
    bool IsSame,
    Asset? Missing = null
);

/// <summary>Holds parts of looks against a desktop.</summary>
/// <param name="map">The desktop's map.</param>
/// <param name="reading">The desktop as it is.</param>
/// <param name="view">The desktop's folder.</param>
/// <param name="saved">The content that savings hold.</param>
public sealed class PartFitter(
    DesktopMap map,
    DesktopReading reading,
    IDesktopView view,
    ISavedContent saved
)
{
    /// <summary>The content that savings hold.</summary>
    public ISavedContent Saved => saved;

    /// <summary>Holds a part against the desktop.</summary>
    /// <param name="wanted">The part as it was saved.</param>
    /// <param name="source">The map of the desktop that it was saved on.</param>
    /// <param name="leftOut">What of it stays as it is on the desktop; null for nothing.</param>
    public PartFit Fit(Component wanted, DesktopMap source, LeftOut? leftOut = null)
    {
        var part = reading.Parts.FirstOrDefault(one => one.Kind == wanted.Kind);
        var now = part?.Component;
        var stays = now is null
            ? LeftOut.Nothing
            : (leftOut ?? LeftOut.Nothing).Between(wanted, now);
        var (held, losses) = Adaptation.Fit(stays.From(wanted), source, map, now);
        if (map.Find(wanted.Kind) is not { } kind)
            return new PartFit(null, losses, null, false);
        if (held is null)
            return Refused(string.Join(' ', losses.Select(loss => loss.Reason).Distinct()));
        if (now is null)
            return Refused($"{part!.File} could not be read: {part.Reason}");
        held = stays.Keep(held, now);
        losses =
        [
            .. losses,
            .. wanted.Kept.Keys.Select(key => new Loss(
                SettingKey.Parse(key),
                key,
                "It was saved with a value that this version of Furoshiki does not know."
            )),
        ];
        if (now.Equals(held))
            return new PartFit(held, losses, null, true);
        var hindrance = PartCheck
            .All.Select(check => check.WhyNot(held, kind, this))
            .FirstOrDefault(why => why is not null);
        return new PartFit(
            hindrance is null ? held : null,
            losses,
            hindrance?.Reason,
            false,
            hindrance?.Missing
        );

        PartFit Refused(string why) => new(null, [], why, false);
    }

    /// <summary>
    /// Where an asset stands or will stand, and what stands there now. The first folder that has the name is the one that the
    /// desktop takes. Where that is another asset, or there is none, the saved one comes to where it stood, if that is the
    /// person's, or else to the person's own folder.
    /// </summary>
    internal (PlacePath Path, Asset? Stands) Locate(KindMap kind, Asset asset)
    {
        var recorded = asset.Path is null ? null : map.FindPath(asset.Path);
        var all = (
            asset.Setting is null
                ? [recorded!]
                : kind
                    .Assets.First(rule => rule.Setting == asset.Setting)
                    .AllFolders.Select(folder => folder.Within(asset.Name))
                    .Distinct()
        )
            .Select(path => (Path: path, Stands: StandsAt(path, asset)))
            .ToList();
        var taken = all.FirstOrDefault(one => one.Stands is not null, all[0]);
        if (
            taken.Stands?.Equals(asset with { Path = taken.Stands.Path }) == true
            || (taken.Stands is not null && taken.Path.Place.IsPersons)
        )
            return taken;
        var own = all.Where(one => one.Path.Place.IsPersons).ToList();
        var before = own.FirstOrDefault(one => one.Path == recorded);
        return before.Path is not null ? before
            : taken.Stands is null && own.Count > 0 ? own[0]
            : taken;
    }

    private Asset? StandsAt(PlacePath path, Asset asset) =>
        AssetFinder.At(path, asset.Name, asset.Setting, asset.IsFolder, view);
}
