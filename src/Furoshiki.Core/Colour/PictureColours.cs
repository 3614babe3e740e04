using System.Collections.Immutable;
using System.Runtime.InteropServices;

namespace Furoshiki.Core.Colour;

/// <summary>A picture as pixels.</summary>
/// <param name="Width">Its width in px.</param>
/// <param name="Height">Its height in px.</param>
/// <param name="Bytes">Red, green, blue and alpha of each pixel, row by row; colours are not multiplied by their alpha.</param>
public sealed record Raster(int Width, int Height, ReadOnlyMemory<byte> Bytes)
{
    /// <summary>The colour of a pixel.</summary>
    public Rgba this[int x, int y]
    {
        get
        {
            var at = Bytes.Span.Slice((y * Width + x) * 4, 4);
            return new Rgba(at[0], at[1], at[2], at[3]);
        }
    }
}

/// <summary>A colour of a picture.</summary>
/// <param name="Colour">The colour.</param>
/// <param name="Share">How much of the picture it stands for, 0 to 1.</param>
public sealed record PictureColour(Rgba Colour, double Share);

/// <summary>
/// Finds the few colours that make a picture. Colours that look alike are taken together in Oklab, the nearest first; a small area
/// holds out against that as long as its colour stands apart, since the lamp in the night is what the eye goes to.
/// </summary>
public static class PictureColours
{
    /// <summary>As many as a person tells apart at a glance.</summary>
    public const int Most = 8;

    /// <summary>How far apart in Oklab two colours look like one in different light.</summary>
    private const double Alike = 0.045;

    /// <summary>Side of the cells in which pixels are counted, in Oklab.</summary>
    private const double Cell = 0.025;

    /// <summary>As many cells are taken into account; the rest goes to the nearest of them.</summary>
    private const int MostCells = 128;

    /// <summary>Which share of the alpha a pixel needs to count.</summary>
    private const byte Opaque = 128;

    private readonly record struct Sum(double L, double A, double B, double Count)
    {
        public Oklab Middle => new(L / Count, A / Count, B / Count);

        public static Sum operator +(Sum one, Sum other) =>
            new(one.L + other.L, one.A + other.A, one.B + other.B, one.Count + other.Count);
    }

    /// <summary>The colours of some pictures together, the largest share first; none of what cannot be seen.</summary>
    public static ImmutableArray<PictureColour> Of(params IReadOnlyList<Raster> rasters)
    {
        var groups = Counted(rasters);
        var all = groups.Sum(group => group.Count);
        while (
            Closest(groups, all) is var (first, second, cost)
            && (groups.Count > Most || cost < Alike)
        )
        {
            groups[first] += groups[second];
            groups.RemoveAt(second);
        }
        return
        [
            .. groups
                .Select(group => new PictureColour(
                    group.Middle.ToLinear().Clipped.ToRgba(byte.MaxValue),
                    group.Count / all
                ))
                .OrderByDescending(colour => colour.Share)
                .ThenBy(colour => colour.Colour.ToString(), StringComparer.Ordinal),
        ];
    }

    /// <summary>The pixels of pictures, those of nearly one colour counted together.</summary>
    private static List<Sum> Counted(IReadOnlyList<Raster> rasters)
    {
        var exact = new Dictionary<int, int>();
        foreach (var raster in rasters)
        {
            var bytes = raster.Bytes.Span;
            for (var at = 0; at + 3 < bytes.Length; at += 4)
                if (bytes[at + 3] >= Opaque)
                    CollectionsMarshal.GetValueRefOrAddDefault(
                        exact,
                        (bytes[at] << 16) | (bytes[at + 1] << 8) | bytes[at + 2],
                        out _
                    )++;
        }
        var cells = new Dictionary<(int, int, int), Sum>();
        // In the order of the colours, so that sums come out the same however the pixels lie.
        foreach (var (colour, count) in exact.OrderBy(one => one.Key))
        {
            var (l, a, b) = Oklab.From(
                new Rgba((byte)(colour >> 16), (byte)(colour >> 8), (byte)colour)
            );
            var cell = (
                (int)Math.Floor(l / Cell),
                (int)Math.Floor(a / Cell),
                (int)Math.Floor(b / Cell)
            );
            cells[cell] =
                cells.GetValueOrDefault(cell) + new Sum(l * count, a * count, b * count, count);
        }
        var ordered = cells
            .OrderByDescending(cell => cell.Value.Count)
            .ThenBy(cell => cell.Key)
            .Select(cell => cell.Value)
            .ToList();
        var kept = ordered.Take(MostCells).ToList();
        foreach (var rest in ordered.Skip(MostCells))
        {
            var nearest = Enumerable
                .Range(0, kept.Count)
                .MinBy(i => kept[i].Middle.DistanceTo(rest.Middle));
            kept[nearest] += rest;
        }
        return kept;
    }

    /// <summary>The two groups that are most easily taken together, and what that costs; null of fewer than two.</summary>
    private static (int First, int Second, double Cost)? Closest(List<Sum> groups, double all)
    {
        (int, int, double)? best = null;
        var middles = groups.Select(group => group.Middle).ToList();
        for (var i = 0; i < groups.Count; i++)
        for (var j = i + 1; j < groups.Count; j++)
        {
            var share = Math.Min(groups[i].Count, groups[j].Count) / all;
            var cost = middles[i].DistanceTo(middles[j]) * Math.Min(1, 0.35 + Math.Sqrt(share) * 2);
            if (best is not { } found || cost < found.Item3)
                best = (i, j, cost);
        }
        return best;
    }
}
