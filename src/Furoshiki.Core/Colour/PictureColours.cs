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

    /// <summary>As many pixels of a picture are counted, evenly over it, so that its few colours are found in little time.</summary>
    private const int MostPixels = 1 << 15;

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
        var counted = Counted(rasters);
        var all = counted.Sum(group => group.Count);
        var groups = Joined([.. counted], all);
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
            var step = Math.Max(
                1,
                (int)Math.Ceiling(Math.Sqrt((double)raster.Width * raster.Height / MostPixels))
            );
            for (var y = step / 2; y < raster.Height; y += step)
            for (var x = step / 2; x < raster.Width; x += step)
            {
                var at = (y * raster.Width + x) * 4;
                if (bytes[at + 3] >= Opaque)
                    CollectionsMarshal.GetValueRefOrAddDefault(
                        exact,
                        (bytes[at] << 16) | (bytes[at + 1] << 8) | bytes[at + 2],
                        out _
                    ) += step * step;
            }
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
        Oklab[] middles = [.. kept.Select(cell => cell.Middle)];
        foreach (var rest in ordered.Skip(MostCells))
        {
            var middle = rest.Middle;
            kept[Enumerable.Range(0, kept.Count).MinBy(i => middles[i].DistanceTo(middle))] += rest;
        }
        return kept;
    }

    /// <summary>Takes groups together, those first that cost least, until few are left that look alike.</summary>
    private static List<Sum> Joined(Sum[] groups, double all)
    {
        const int None = -1;
        Oklab[] middles = [.. groups.Select(group => group.Middle)];
        var isGone = new bool[groups.Length];
        var nearest = new (int Other, double Cost)[groups.Length];
        for (var i = 0; i < groups.Length; i++)
            Seek(i);
        for (var left = groups.Length; left > 1; left--)
        {
            var first = Enumerable
                .Range(0, groups.Length)
                .Where(i => !isGone[i] && nearest[i].Other != None)
                .MinBy(i => nearest[i].Cost);
            var (second, cost) = nearest[first];
            if (left <= Most && cost >= Alike)
                break;
            groups[first] += groups[second];
            middles[first] = groups[first].Middle;
            isGone[second] = true;
            Seek(first);
            // Only what lies before one of the two can have it as its nearest.
            for (var i = 0; i < second; i++)
                if (isGone[i] || i == first)
                    continue;
                else if (nearest[i].Other == first || nearest[i].Other == second)
                    Seek(i);
                else if (i < first && Cost(i, first) is var own && own < nearest[i].Cost)
                    nearest[i] = (first, own);
        }
        return [.. groups.Where((_, i) => !isGone[i])];

        double Cost(int one, int other)
        {
            var share = Math.Min(groups[one].Count, groups[other].Count) / all;
            return middles[one].DistanceTo(middles[other])
                * Math.Min(1, 0.35 + Math.Sqrt(share) * 2);
        }

        // The nearest of those that come after it.
        void Seek(int one)
        {
            nearest[one] = (None, double.MaxValue);
            for (var other = one + 1; other < groups.Length; other++)
                if (!isGone[other] && Cost(one, other) is var cost && cost < nearest[one].Cost)
                    nearest[one] = (other, cost);
        }
    }
}
