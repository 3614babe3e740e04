using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Fitting;

/// <summary>An asset that a look could use.</summary>
/// <param name="Supply">The supply that has it.</param>
/// <param name="Asset">The asset.</param>
/// <param name="Get">The package URL of the supply where it has to be got; null where the asset is here.</param>
public sealed record OfferedAsset(Supply Supply, Provided Asset, string? Get)
{
    /// <summary>The assets that a part names, each with the setting that does.</summary>
    /// <param name="part">The part.</param>
    /// <param name="offered">The assets that are known.</param>
    internal static IEnumerable<(SettingKey Key, OfferedAsset Asset)> UsedBy(
        Component part,
        IReadOnlyList<OfferedAsset> offered
    ) =>
        from set in part.Settings
        where part.Kind.GetSetting(set.Key).Type is SettingType.AssetName
        let name = ((SettingValue.Text)set.Value).Value
        let used = offered.FirstOrDefault(one =>
            one.Asset.Kind == part.Kind && one.Asset.Name == name
        )
        where used is not null
        select (set.Key, used);
}

/// <summary>What colours are built from.</summary>
/// <param name="Accent">What calls the eye.</param>
/// <param name="Ground">The colour whose hue the grounds take.</param>
/// <param name="Tone">Whether text is dark on light, or light on dark.</param>
public sealed record ColourGround(Rgba Accent, Rgba Ground, Tone Tone);

/// <summary>What a move does to one part.</summary>
/// <param name="Kind">The part's kind.</param>
/// <param name="Set">The settings with their new values.</param>
/// <param name="Get">The package URLs of the supplies that have to be got for it.</param>
/// <param name="Build">What the colours are built from anew; null where they are not.</param>
public sealed record PartMove(
    Kind Kind,
    ImmutableArray<KeyValuePair<SettingKey, SettingValue>> Set,
    ImmutableArray<string> Get,
    ColourGround? Build = null
);

/// <summary>A move that goes through a whole look.</summary>
/// <param name="Title">What it does, in a few words.</param>
/// <param name="Parts">What it does to each part, at least one.</param>
/// <param name="Without">What stays as it is for want of a partner, in sentences.</param>
public sealed record WholeMove(
    string Title,
    ImmutableArray<PartMove> Parts,
    ImmutableArray<string> Without
)
{
    /// <summary>By how much an accent has to be nearer to count as such, as CIEDE2000: one is what an eye can just tell.</summary>
    private const double Nearer = 1;

    /// <summary>The moves that would change a look: into its other tone, nearer to its accent, its picture everywhere, and into each family.</summary>
    /// <param name="look">The look.</param>
    /// <param name="offered">The assets that it could use.</param>
    /// <param name="whyNoPicture">Why a part cannot show a picture of a name, in a sentence; null where it can.</param>
    public static IEnumerable<WholeMove> Of(
        Looks.Look look,
        IReadOnlyList<OfferedAsset> offered,
        Func<Kind, string, string?> whyNoPicture
    )
    {
        if (ToneOf(look) is { } tone && Companion(look, tone, offered) is { } companion)
            yield return companion;
        if (look.Accent is { } accent && Nearest(look, accent, offered) is { } nearest)
            yield return nearest;
        if (OnePicture(look, offered, whyNoPicture) is { } everywhere)
            yield return everywhere;
        foreach (
            var family in offered
                .Where(one => one.Supply.Family.Length > 0 && !one.Asset.IsEngine)
                .GroupBy(one => one.Supply.Family)
                .OrderBy(one => one.Key, StringComparer.OrdinalIgnoreCase)
        )
            if (AllOf(look, family.Key, [.. family]) is { } all)
                yield return all;
    }

    /// <summary>Whether a look is light or dark, by what it says or else by its windows; null if it has no say in it.</summary>
    private static Tone? ToneOf(Looks.Look look) =>
        look[ColoursKind.Kind] is not { } colours ? null
        : colours.Has(ColoursKind.Tone, out var tone) ? tone
        : colours.Has(Role.Window, out var window) ? ColoursKind.ToneOf(window)
        : null;

    private static Tone Other(Tone tone) => tone == Tone.Dark ? Tone.Light : Tone.Dark;

    private static WholeMove? Companion(
        Looks.Look look,
        Tone tone,
        IReadOnlyList<OfferedAsset> offered
    )
    {
        var to = Other(tone);
        var without = ImmutableArray.CreateBuilder<string>();
        var parts = ImmutableArray.CreateBuilder<PartMove>();
        foreach (var part in look.Components)
        {
            var move = new Changes(part);
            foreach (var used in OfferedAsset.UsedBy(part, offered))
                if (used.Asset.Asset.Tone == tone)
                {
                    if (Variants(used.Asset, offered, to).FirstOrDefault() is { } partner)
                        move.Take(used.Key, partner);
                    else if (part.Kind != ColoursKind.Kind)
                        without.Add(
                            $"{part.Kind.Title}: {used.Asset.Supply.Title} has no {ColoursKind.Word(to)} partner."
                        );
                }
            foreach (var (key, value) in part.Settings)
                if (
                    part.Kind.GetSetting(key).Type is SettingType.Choice<Tone> choice
                    && choice.ValueOf(value) == tone
                )
                    move.Set(key, choice.Of(to));
            Turn(part, tone, move);
            if (part.Kind == ColoursKind.Kind && !move.HasTaken)
                parts.Add(
                    new PartMove(
                        part.Kind,
                        [],
                        [],
                        new ColourGround(part.Get(Role.Accent), part.Get(Role.Window), to)
                    )
                );
            else if (move.Done is { } done)
                parts.Add(done);
        }
        return parts.Count == 0
            ? null
            : new WholeMove(
                $"Its {ColoursKind.Word(to)} companion",
                parts.ToImmutable(),
                without.ToImmutable()
            );
    }

    /// <summary>The grounds that parts have of their own: each turned to the other side of grey, and the text on it after it.</summary>
    private static void Turn(Component part, Tone tone, Changes move)
    {
        foreach (
            var (kind, ground, text) in new[]
            {
                (TerminalKind.Kind, TerminalKind.Ground, TerminalKind.Text),
                (LockKind.Kind, LockKind.Colour, null),
                (WallpaperKind.Kind, WallpaperKind.Background, (Setting<Rgba>?)null),
            }
        )
            if (
                part.Kind == kind
                && part.Has(ground, out var colour)
                && ColoursKind.ToneOf(colour) == tone
            )
            {
                var turned = Turned(colour);
                move.Set(ground.Is(turned));
                if (text is not null && part.Has(text, out var on))
                    move.Set(
                        text.Is(Contrast.Nearest(Turned(on), Contrast.OfText, turned) ?? Turned(on))
                    );
            }
    }

    private static Rgba Turned(Rgba colour) =>
        Oklch.From(colour) is var its ? (its with { L = 1 - its.L }).ToRgba() : colour;

    private static WholeMove? Nearest(
        Looks.Look look,
        Rgba accent,
        IReadOnlyList<OfferedAsset> offered
    )
    {
        ImmutableArray<PartMove> parts =
        [
            .. NearerVariants(look, accent, offered)
                .GroupBy(one => one.Part)
                .Select(part =>
                {
                    var move = new Changes(part.Key);
                    foreach (var one in part)
                        move.Take(one.Key, one.Nearest);
                    return move.Done;
                })
                .OfType<PartMove>(),
        ];
        return parts.IsEmpty ? null : new WholeMove($"The variants nearest to {accent}", parts, []);
    }

    /// <summary>An asset of which the family has a variant that is nearer to the accent of the colours.</summary>
    /// <param name="Part">The part that uses it.</param>
    /// <param name="Key">The setting that names it.</param>
    /// <param name="Used">The asset.</param>
    /// <param name="Apart">How far its own accent is from that, as CIEDE2000.</param>
    /// <param name="Nearest">The variant.</param>
    /// <param name="NearestApart">How far that one's is.</param>
    internal sealed record NearerVariant(
        Component Part,
        SettingKey Key,
        OfferedAsset Used,
        double Apart,
        OfferedAsset Nearest,
        double NearestApart
    );

    /// <summary>The assets of which the family has a variant that is nearer to an accent, so that an eye can tell.</summary>
    internal static IEnumerable<NearerVariant> NearerVariants(
        Looks.Look look,
        Rgba accent,
        IReadOnlyList<OfferedAsset> offered
    )
    {
        var (wanted, tone) = (Lab.From(accent), ToneOf(look));
        double? Apart(OfferedAsset one) =>
            one.Asset.Accent is { } its ? Lab.From(its).DifferenceTo(wanted) : null;
        return from part in look.Components
            where part.Kind != ColoursKind.Kind
            from used in OfferedAsset.UsedBy(part, offered)
            let apart = Apart(used.Asset)
            where apart is not null
            let best = Variants(used.Asset, offered)
                .Where(one => Apart(one) is not null)
                .Where(one => one.Asset.Tone is not { } its || its == (tone ?? its))
                .MinBy(one => Apart(one))
            where best is not null && Apart(best) + Nearer < apart
            select new NearerVariant(
                part,
                used.Key,
                used.Asset,
                apart.Value,
                best,
                Apart(best)!.Value
            );
    }

    /// <summary>The wallpaper on all else too that shows a picture before or behind a session.</summary>
    private static WholeMove? OnePicture(
        Looks.Look look,
        IReadOnlyList<OfferedAsset> offered,
        Func<Kind, string, string?> whyNoPicture
    )
    {
        if (
            look[WallpaperKind.Kind] is not { } wallpaper
            || !wallpaper.Has(WallpaperKind.Picture, out var name)
        )
            return null;
        var get = offered
            .FirstOrDefault(one => one.Asset.Kind == WallpaperKind.Kind && one.Asset.Name == name)
            ?.Get;
        var without = ImmutableArray.CreateBuilder<string>();
        var parts = ImmutableArray.CreateBuilder<PartMove>();
        foreach (
            var (kind, picture) in new[]
            {
                (LockKind.Kind, LockKind.Picture),
                (SignInKind.Kind, SignInKind.Picture),
                (StartUpKind.Kind, StartUpKind.Picture),
            }
        )
        {
            var part = look[kind] ?? Component.Of(kind, []);
            if (kind == LockKind.Kind && part.Get(LockKind.Shows) == LockGround.Wallpaper)
                continue;
            if (whyNoPicture(kind, name) is { } why)
            {
                without.Add($"{kind.Title}: {why}");
                continue;
            }
            var move = new Changes(part);
            move.Set(picture.Is(name));
            if (kind == LockKind.Kind)
                move.Set(LockKind.Shows.Is(LockGround.Picture));
            if (move.Done is { } done)
                parts.Add(get is null ? done : done with { Get = [get] });
        }
        return parts.Count == 0
            ? null
            : new WholeMove("Its wallpaper everywhere", parts.ToImmutable(), without.ToImmutable());
    }

    /// <summary>All parts of one family, as far as it has several: the colours lead, and the others go with them.</summary>
    private static WholeMove? AllOf(Looks.Look look, string family, IReadOnlyList<OfferedAsset> its)
    {
        var byKind = its.Where(one => MainSetting(one.Asset.Kind) is not null)
            .GroupBy(one => one.Asset.Kind)
            .ToDictionary(one => one.Key, one => one.ToList());
        if (byKind.Count < 2)
            return null;
        var tone = ToneOf(look);
        var lead = byKind
            .GetValueOrDefault(ColoursKind.Kind)
            ?.MinBy(one => (one.Asset.Tone != tone, one.Supply.Id));
        var parts = ImmutableArray.CreateBuilder<PartMove>();
        foreach (var kind in Kind.All.Where(byKind.ContainsKey))
        {
            var best = byKind[kind]
                .OrderBy(one =>
                    one.Asset.Tone is { } ground && ground != (lead?.Asset.Tone ?? tone)
                )
                .ThenBy(one =>
                    lead?.Asset.Accent is { } wanted && one.Asset.Accent is { } accent
                        ? Lab.From(accent).DifferenceTo(Lab.From(wanted))
                        : 0
                )
                .ThenBy(one => one.Supply.Id, StringComparer.Ordinal)
                .First();
            var part = look[kind] ?? Component.Of(kind, []);
            var setting = MainSetting(kind)!;
            var move = new Changes(part);
            foreach (
                var key in part
                    .Settings.Keys.Where(key => key.Name == setting.Name)
                    .Append(new SettingKey(setting.Name))
                    .Distinct()
            )
                move.Take(key, best);
            if (kind == ColoursKind.Kind && best.Asset.Tone is { } says)
                move.Set(ColoursKind.Tone.Is(says));
            if (move.Done is { } done)
                parts.Add(done);
        }
        return parts.Count == 0 ? null : new WholeMove($"All of {family}", parts.ToImmutable(), []);
    }

    /// <summary>The setting of a whole part that names the asset that it is made of.</summary>
    private static Setting? MainSetting(Kind kind) =>
        kind == FontsKind.Kind
            ? FontsKind.Interface
            : kind.Settings.FirstOrDefault(setting =>
                setting.Type is SettingType.AssetName && setting.IsFor(false)
            );

    /// <summary>The other variants of an asset's family, the nearest in their accent first.</summary>
    private static IEnumerable<OfferedAsset> Variants(
        OfferedAsset of,
        IReadOnlyList<OfferedAsset> offered,
        Tone? tone = null
    ) =>
        of.Supply.Family.Length == 0
            ? []
            : offered
                .Where(one =>
                    one.Asset.Kind == of.Asset.Kind
                    && one.Supply.Family == of.Supply.Family
                    && one.Asset.Name != of.Asset.Name
                    && (tone is null || one.Asset.Tone == tone)
                )
                .OrderBy(one =>
                    one.Asset.Accent is { } its && of.Asset.Accent is { } accent
                        ? Lab.From(its).DifferenceTo(Lab.From(accent))
                        : 0
                )
                .ThenBy(one => one.Supply.Id, StringComparer.Ordinal);

    /// <summary>What a move does to one part, as it is put together.</summary>
    private sealed class Changes(Component part)
    {
        private readonly Dictionary<SettingKey, SettingValue> _set = [];
        private readonly HashSet<string> _get = new(StringComparer.Ordinal);

        public bool HasTaken { get; private set; }

        public void Take(SettingKey key, OfferedAsset asset)
        {
            if (!Set(key, new SettingValue.Text(asset.Asset.Name)))
                return;
            HasTaken = true;
            if (asset.Get is { } get)
                _get.Add(get);
        }

        public void Set(KeyValuePair<SettingKey, SettingValue> setting) =>
            Set(setting.Key, setting.Value);

        /// <summary>Sets something, if it is not so already.</summary>
        public bool Set(SettingKey key, SettingValue value)
        {
            if (value.Equals(part.Settings.GetValueOrDefault(key)))
                return false;
            _set[key] = value;
            return true;
        }

        public PartMove? Done =>
            _set.Count == 0 ? null : new PartMove(part.Kind, [.. _set], [.. _get]);
    }
}
