using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>Whether icons and the cursor have a size that their set has.</summary>
internal static class OwnSizes
{
    public static AdviceCheck Check { get; } = new("sizes", Find);

    /// <summary>An icon that every set has.</summary>
    private const string Icon = "folder";

    private sealed record Use(Kind Kind, string What, Setting<double> Size);

    private static readonly ImmutableArray<Use> Uses =
    [
        new(IconsKind.Kind, "Icons", IconsKind.Size),
        new(IconsKind.Kind, "Icons on the desktop", IconsKind.DesktopSize),
        new(CursorKind.Kind, "The cursor", CursorKind.Size),
    ];

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        foreach (var use in Uses)
        {
            if (ground.Look[use.Kind] is not { } part || !part.Has(use.Size, out var size))
                continue;
            var sizes =
                use.Kind == CursorKind.Kind
                    ? new CursorLookup(part, ground.Content).SizesBeside(size)
                    : new IconLookup(part, ground.Content).SizesBeside(Icon, size);
            if (sizes is null or [] || sizes.Any(one => size >= one.Least && size <= one.Most))
                continue;
            var nearest = sizes
                .Select(one => Math.Clamp(size, one.Least, one.Most))
                .OrderBy(one => Math.Abs(one - size))
                .ToList();
            yield return new PieceOfAdvice(
                $"sizes/{use.Kind.Name}/{use.Size.Name}",
                use.Kind,
                new SettingKey(use.Size.Name),
                AdviceWeight.Light,
                $"{use.What} {(use.Kind == CursorKind.Kind ? "has" : "have")} a size that the set does not have",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{use.What} {size:0} px, the set has {nearest[0]:0}{(sizes.Count > 1 ? " and others" : "")}"
                ),
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{size:0} px are wanted, and the set has {string.Join(", ", sizes.Select(Words))} px."
                ),
                "A size that was drawn is wanted (Icon Theme Specification 0.13).",
                "What is scaled from another size is blurred.",
                nearest
                    .Distinct()
                    .Take(2)
                    .Select(one =>
                        AdviceRemedy.Set(
                            string.Create(
                                CultureInfo.InvariantCulture,
                                $"{use.Size.Title} {one:0} px"
                            ),
                            use.Kind,
                            use.Size.Is(one)
                        )
                    )
            );
        }
    }

    private static string Words((int Least, int Most) size) =>
        size.Least == size.Most ? $"{size.Least}" : $"{size.Least} to {size.Most}";
}
