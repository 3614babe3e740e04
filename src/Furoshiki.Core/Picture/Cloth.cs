using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>
/// The cloth: a narrow woven band, its pattern and order from the look's digest, its colours from the look's palette.
/// Equal looks have equal cloth.
/// </summary>
public static class Cloth
{
    private const int Width = 936;
    private const int Height = 36;

    private static readonly Func<Weave, XElement>[] Patterns =
    [
        Triangles,
        Waves,
        Lattice,
        Blocks,
        Diamonds,
        Chevrons,
    ];

    /// <summary>What a pattern is drawn from: threads in order, and how wide a repeat is.</summary>
    private sealed record Weave(IReadOnlyList<Rgba> Threads, int Step, byte[] Order)
    {
        public Rgba Thread(int index) =>
            Threads[1 + Order[index % Order.Length] % (Threads.Count - 1)];
    }

    /// <summary>Draws a look's cloth as an SVG document.</summary>
    public static string Draw(Look look)
    {
        var digest = Convert.FromHexString(look.Digest.Hex);
        IReadOnlyList<Rgba> colours = new Palette(look[ColoursKind.Kind]).Telling;
        var threads =
            colours.Count > 1
                ? colours
                : [.. colours, colours[0].Mix(new Rgba(255, 255, 255), 0.4)];
        int[] steps = [18, 24, 36];
        var weave = new Weave(threads, steps[digest[1] % steps.Length], digest[2..]);
        return Shape.Document(
            Width,
            Height,
            new XAttribute("preserveAspectRatio", "xMinYMid slice"),
            new XAttribute("aria-hidden", "true"),
            Shape.Rect(new Box(0, 0, Width, Height), threads[0]),
            Patterns[digest[0] % Patterns.Length](weave)
        );
    }

    private static XElement Repeat(Weave weave, Func<int, int, XElement> draw) =>
        Shape.Group([
            .. Enumerable.Range(0, Width / weave.Step + 1).Select(i => draw(i, i * weave.Step)),
        ]);

    private static XElement Triangles(Weave weave) =>
        Repeat(
            weave,
            (i, x) =>
                Shape.Path(
                    FormattableString.Invariant(
                        $"M{x} {Height}L{x + weave.Step / 2.0} 0L{x + weave.Step} {Height}Z"
                    ),
                    weave.Thread(i)
                )
        );

    private static XElement Waves(Weave weave) =>
        Repeat(
            weave,
            (i, x) =>
                Shape.Group(
                    Enumerable
                        .Range(0, 3)
                        .Select(ring =>
                            Shape.Circle(
                                x + weave.Step / 2.0,
                                Height,
                                weave.Step * (0.72 - ring * 0.22),
                                ring % 2 == 0 ? weave.Thread(i) : weave.Threads[0]
                            )
                        )
                )
        );

    private static XElement Lattice(Weave weave) =>
        Repeat(
            weave,
            (i, x) =>
                Shape.Group(
                    Shape.Path(
                        FormattableString.Invariant(
                            $"M{x} {Height}L{x + weave.Step} 0h3L{x + 3} {Height}Z"
                        ),
                        weave.Thread(i)
                    ),
                    Shape.Path(
                        FormattableString.Invariant(
                            $"M{x} 0L{x + weave.Step} {Height}h3L{x + 3} 0Z"
                        ),
                        weave.Thread(i + 1)
                    )
                )
        );

    private static XElement Blocks(Weave weave) =>
        Repeat(
            weave,
            (i, x) =>
                Shape.Group(
                    Shape.Rect(new Box(x, 0, weave.Step, Height / 2.0), weave.Thread(i)),
                    Shape.Rect(
                        new Box(x, Height / 2.0, weave.Step, Height / 2.0),
                        weave.Thread(i + 7)
                    )
                )
        );

    private static XElement Diamonds(Weave weave) =>
        Repeat(
            weave,
            (i, x) =>
                Shape.Group(
                    Diamond(x + weave.Step / 2.0, weave.Step / 2.0, Height / 2.0, weave.Thread(i)),
                    Diamond(x + weave.Step / 2.0, weave.Step / 5.0, Height / 5.0, weave.Threads[0])
                )
        );

    private static XElement Diamond(double x, double halfWidth, double halfHeight, Rgba colour) =>
        Shape.Path(
            FormattableString.Invariant(
                $"M{x - halfWidth} {Height / 2.0}L{x} {Height / 2.0 - halfHeight}L{x + halfWidth} {Height / 2.0}L{x} {Height / 2.0 + halfHeight}Z"
            ),
            colour
        );

    private static XElement Chevrons(Weave weave) =>
        Repeat(
            weave,
            (i, x) =>
                Shape.Path(
                    FormattableString.Invariant(
                        $"M{x} 0h{weave.Step / 2.0}L{x + weave.Step} {Height / 2.0}L{x + weave.Step / 2.0} {Height}h-{weave.Step / 2.0}L{x + weave.Step / 2.0} {Height / 2.0}Z"
                    ),
                    weave.Thread(i)
                )
        );
}
