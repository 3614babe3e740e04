using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Judging;

/// <summary>Judges looks for desktops.</summary>
public static class LookJudge
{
    private static readonly IReadOnlyList<Func<JudgedLook, IEnumerable<LookNote>>> Checks =
    [
        Fighting,
        MadeForAnother,
        Programs,
        Toolkits,
        Tones,
    ];

    /// <summary>What there is to know of a look before it is put on, the weightiest first.</summary>
    public static IReadOnlyList<LookNote> Judge(JudgedLook judged) =>
        [.. Checks.SelectMany(check => check(judged)).OrderBy(note => note.Kind)];

    private static IEnumerable<LookNote> Fighting(JudgedLook judged)
    {
        var all = judged.Made.DistinctBy(one => one.Value.Supply.Id).ToList();
        foreach (var (i, one) in all.Index())
        foreach (var other in all.Skip(i + 1))
        {
            var (mine, its) = (one.Value.Supply, other.Value.Supply);
            if (!mine.Excludes(its) && !its.Excludes(mine))
                continue;
            yield return new LookNote(
                LookNoteKind.Fighting,
                $"{mine.Title} and {its.Title} exclude each other",
                $"{mine.Title} {mine.Version} and {its.Title} {its.Version} exclude each other: with both on, neither is sure to do its task.",
                Without(judged, other) ?? Without(judged, one)
            );
        }
    }

    /// <summary>Leaving out what names an asset, be it an item or a whole part.</summary>
    private static Remedy? Without(
        JudgedLook judged,
        KeyValuePair<(Kind Kind, string Name), Recognised> made
    )
    {
        var (kind, name) = made.Key;
        var part = judged.Look[kind];
        IEnumerable<string?> items =
            part is null ? []
            : kind == ExtensionsKind.Kind ? part.Items.Where(item => item == name)
            : part.AssetNamed(name) is { } asset ? part.KeysNaming(asset).Select(key => key.Item)
            : [];
        var pieces = items
            .Distinct()
            .Select(item => item is null ? kind.Name : $"{kind.Name}/{LeftOut.Item(item)}")
            .ToList();
        return pieces.Count > 0
            ? new Remedy(
                $"Without {made.Value.Supply.Title}",
                "it stays as it is now",
                [],
                [.. pieces]
            )
            : null;
    }

    private static IEnumerable<LookNote> MadeForAnother(JudgedLook judged)
    {
        foreach (
            var made in judged
                .Made.DistinctBy(one => one.Value.Supply.Id)
                .Where(one => !one.Value.Supply.IsFor(judged.Platform, judged.Version))
        )
        {
            var supply = made.Value.Supply;
            var platforms = string.Join(
                " and ",
                supply.MadeFor.Select(one => $"{one.Platform} {VersionWords.Of(one.Versions)}")
            );
            var newer = judged.NewestFor(supply.Name);
            yield return new LookNote(
                LookNoteKind.MadeForAnother,
                $"made for {platforms}",
                $"{supply.Title} {supply.Version} is made for {platforms}, and this is {judged.Platform} {judged.Version}: it can be put on, and may not look as it did.",
                newer is null
                    ? Nearest(judged, supply) ?? Without(judged, made)
                    : new Remedy(
                        $"Get {newer.Title} {newer.Version}",
                        "made for what this desktop has",
                        [],
                        []
                    )
                    {
                        Get = [newer.Id],
                    }
            )
            {
                IsNew = judged.VersionBefore is { } before && supply.IsFor(judged.Platform, before),
            };
        }
    }

    private static Remedy? Nearest(JudgedLook judged, Supply supply) =>
        judged
            .Look.Components.SelectMany(part => part.Assets.Select(asset => (part, asset)))
            .Where(one => judged.SupplyOf(one.part.Kind, one.asset.Name) == supply)
            .Select(one => judged.NearestFor(one.part, one.asset))
            .FirstOrDefault(one => one is not null);

    private static IEnumerable<LookNote> Programs(JudgedLook judged)
    {
        foreach (var part in judged.Look.Components)
        foreach (var calls in judged.Lacking(part).GroupBy(call => call.Program, call => call.Key))
        {
            var (items, program) = (
                calls.Select(key => key?.Item).OfType<string>().ToList(),
                calls.Key
            );
            var isInFile = calls.Any(key => key is null);
            var caller = items.Count == 0 ? part.Kind.Title : string.Join(" and ", items);
            yield return new LookNote(
                LookNoteKind.ProgramMissing,
                $"{program} is not here",
                $"{caller} {(items.Count == 0 ? "has" : items.Count == 1 ? "calls" : "call")} {program}, which is not on this desktop.",
                new Remedy(
                    items.Count > 0 || isInFile
                        ? $"Without {caller}"
                        : $"{caller} with the entries that it has now",
                    isInFile ? "it stays as it is" : "the rest of the part is put on",
                    [],
                    [
                        .. calls.Select(key =>
                            key is { } its
                                ? $"{part.Kind.Name}/{(its.Item is { } item ? LeftOut.Item(item) : its.Name)}"
                                : part.Kind.Name
                        ),
                    ]
                )
            );
        }
    }

    private static IEnumerable<LookNote> Toolkits(JudgedLook judged)
    {
        if (
            judged.Look[ControlsKind.Kind] is not { } controls
            || controls.Get(ControlsKind.Theme) is not { Length: > 0 } theme
            || judged.SupplyOf(ControlsKind.Kind, theme) is not { Reaches.Length: > 0 } supply
        )
            yield break;
        foreach (var toolkit in judged.Toolkits)
        {
            var reaches = supply.Reaches.Contains(toolkit, StringComparer.OrdinalIgnoreCase);
            var its = controls.Items.Contains(toolkit) ? controls.ItemAlone(toolkit) : null;
            var own = its?.Get(ControlsKind.Theme);
            if (string.IsNullOrEmpty(own))
            {
                if (!reaches)
                    yield return new LookNote(
                        LookNoteKind.ToolkitNotReached,
                        $"{toolkit} keeps what it has",
                        $"{supply.Title} reaches {string.Join(" and ", supply.Reaches)}; programs of {toolkit} keep what they have.",
                        null
                    );
                continue;
            }
            if (reaches && own != theme && judged.SupplyOf(ControlsKind.Kind, own) is { } other)
                yield return new LookNote(
                    LookNoteKind.HalfAFamily,
                    "of two families",
                    $"Programs of {toolkit} have {other.Title}, the others {supply.Title}, which {toolkit} could have too.",
                    Instead(
                        $"{supply.Title} for {toolkit} too",
                        "one family for all programs",
                        $"controls/{toolkit}/theme={theme}"
                    )
                );
            if (
                own == theme
                && its!.Has(ControlsKind.Variant, out var variant)
                && variant != controls.Get(ControlsKind.Variant)
            )
                yield return new LookNote(
                    LookNoteKind.FrozenToAVariant,
                    $"{toolkit} stays {Word(variant)}",
                    $"Programs of {toolkit} are set to the {Word(variant)} variant of {supply.Title} for themselves, and stay so while the others are {Word(controls.Get(ControlsKind.Variant))}.",
                    Instead(
                        $"{toolkit} {Word(controls.Get(ControlsKind.Variant))} too",
                        "as the others",
                        $"controls/{toolkit}/variant={Word(controls.Get(ControlsKind.Variant))}"
                    )
                );
        }
    }

    private static IEnumerable<LookNote> Tones(JudgedLook judged)
    {
        if (judged.Look.IsDark is not { } isDark)
            yield break;
        var tone = isDark ? Tone.Dark : Tone.Light;
        if (
            judged.Look[ControlsKind.Kind] is { } controls
            && controls.Has(ControlsKind.Variant, out var variant)
            && variant != tone
        )
            yield return new LookNote(
                LookNoteKind.VariantsDisagree,
                $"its controls are {Word(variant)}",
                $"The colours are {Word(tone)}, and the controls are set to their {Word(variant)} variant.",
                Instead(
                    $"The controls {Word(tone)} too",
                    "as the colours",
                    $"controls/variant={Word(tone)}"
                )
            );
        if (
            judged.Look[IconsKind.Kind] is { } icons
            && icons.Get(IconsKind.Set) is { Length: > 0 } set
            && judged.Made.GetValueOrDefault((IconsKind.Kind, set)) is { Asset.Tone: { } made } its
            && made != tone
        )
            yield return new LookNote(
                LookNoteKind.VariantsDisagree,
                $"{its.Supply.Title} is for {Word(made)} ground",
                $"The colours are {Word(tone)}, and {its.Supply.Title} is drawn for {Word(made)} ground.",
                null
            );
    }

    private static Remedy Instead(string words, string reason, string instead) =>
        new(words, reason, [instead], []);

    private static string Word(Tone tone) => tone.ToString().ToLowerInvariant();
}
