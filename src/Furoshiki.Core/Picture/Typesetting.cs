using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>How large a picture is shown, and so how its text is drawn.</summary>
public enum PictureDetail
{
    /// <summary>Small: a bar for each run of text.</summary>
    Lines,

    /// <summary>Large: words, in the look's own fonts.</summary>
    Words,
}

/// <summary>A font file as text is set with it.</summary>
/// <param name="Weight">The weight of its strokes, 1 to 1000. Source: OpenType 1.9, OS/2 usWeightClass.</param>
/// <param name="IsSlanted">Whether its letters lean.</param>
/// <param name="WidthOf">How wide some text is, in its own size.</param>
public sealed record FontFace(int Weight, bool IsSlanted, Func<string, double> WidthOf)
{
    /// <summary>How high a capital letter is, in its own size. Source: OpenType 1.9, OS/2 sCapHeight.</summary>
    public double CapHeight { get; init; } = UsualCapHeight;

    /// <summary>About how high capital letters are in most fonts, in their size.</summary>
    public const double UsualCapHeight = 0.7;

    /// <summary>Whether it has further weights within itself. Source: OpenType 1.9, fvar.</summary>
    public bool IsVariable { get; init; }
}

/// <summary>A font file that a picture needs.</summary>
/// <param name="Family">What the drawing calls it.</param>
/// <param name="Name">Its name for people.</param>
/// <param name="Address">Where a browser can load it.</param>
public sealed record PictureFace(string Family, string Name, string Address);

/// <summary>What text is for, and so which of the look's fonts it is set in.</summary>
internal enum TextUse
{
    Interface,
    Document,
    FixedWidth,
    Title,
}

/// <summary>A run of text.</summary>
/// <param name="Words">What it says.</param>
internal sealed record Run(string Words)
{
    public TextUse Use { get; init; } = TextUse.Interface;

    /// <summary>Where it stands in its room.</summary>
    public Align Align { get; init; }

    /// <summary>Its size in sizes of its use.</summary>
    public double Size { get; init; } = 1;

    /// <summary>Whether it is set in a heavier weight.</summary>
    public bool IsStrong { get; init; }

    /// <summary>How thick it is as a bar, in bars of its use.</summary>
    public double Bar { get; init; } = 1;

    /// <summary>What it may take as words; null for what it takes as a bar.</summary>
    public double? Room { get; init; }

    public static implicit operator Run(string words) => new(words);
}

/// <summary>A font as text is set in it.</summary>
/// <param name="Family">The families to set it in, as SVG says them.</param>
/// <param name="Size">Height of a line in px.</param>
/// <param name="Weight">The weight of its strokes.</param>
/// <param name="Face">The file; null where another font stands in.</param>
internal sealed record Typeface(string Family, double Size, double Weight, FontFace? Face)
{
    /// <summary>How wide letters are where the font is not known, in its size.</summary>
    private const double Usual = 0.54;

    /// <summary>What stands in for a font that is not at hand.</summary>
    public static Typeface StandIn(double points, double weight, bool isFixed) =>
        new(
            isFixed
                ? "'Sometype Mono Variable', monospace"
                : "'Hanken Grotesk Variable', sans-serif",
            points * 96 / 72,
            weight,
            null
        );

    public double WidthOf(string words) => Size * (Face?.WidthOf(words) ?? words.Length * Usual);

    /// <summary>As much of some words as there is room for.</summary>
    public string Fitted(string words, double room)
    {
        if (WidthOf(words) <= room)
            return words;
        for (var length = words.Length - 1; length > 0; length--)
            if ($"{words[..length].TrimEnd()}…" is var cut && WidthOf(cut) <= room)
                return cut;
        return "";
    }
}

/// <summary>Finds the fonts of a look, and tells in the end which files its picture needs and which are missing.</summary>
internal sealed class Typesetting(PictureContent content)
{
    private readonly Dictionary<string, PictureFace> _faces = [];
    private readonly SortedSet<string> _missing = new(StringComparer.Ordinal);

    public ImmutableArray<PictureFace> Faces =>
        [.. _faces.Values.OrderBy(face => face.Family, StringComparer.Ordinal)];

    /// <summary>The families of which no file is at hand.</summary>
    public ImmutableArray<string> Missing => [.. _missing];

    /// <summary>A font of a component's.</summary>
    public Typeface Find(Component part, string family, double points, double weight, bool isFixed)
    {
        var standIn = Typeface.StandIn(points, weight, isFixed);
        if (family.Length == 0)
            return standIn;
        if (Nearest(part, family, weight) is not var (file, digest, face))
        {
            _missing.Add(family);
            return standIn;
        }
        var name = $"face-{digest.Hex[..16]}";
        _faces.TryAdd(name, new PictureFace(name, family, content.Address(digest, file)));
        return standIn with { Family = $"'{name}', {standIn.Family}", Face = face };
    }

    /// <summary>The upright file of a family whose weight is nearest.</summary>
    private (string Name, Digest Content, FontFace Face)? Nearest(
        Component part,
        string family,
        double weight
    ) =>
        FacesOf(part, family, content)
            .OrderBy(file => file.Face.IsSlanted)
            .ThenBy(file => Math.Abs(file.Face.Weight - weight))
            .ThenBy(file => file.Name, StringComparer.Ordinal)
            .Cast<(string, Digest, FontFace)?>()
            .FirstOrDefault();

    /// <summary>The files of a family that are at hand.</summary>
    /// <param name="part">The component whose font it is.</param>
    /// <param name="family">The family's name.</param>
    /// <param name="content">The assets.</param>
    public static IEnumerable<(string Name, Digest Content, FontFace Face)> FacesOf(
        Component part,
        string family,
        PictureContent content
    )
    {
        var asset = part.AssetNamed(family);
        IEnumerable<(string Path, Digest? Content)> files = asset switch
        {
            { IsFolder: true, Content: { } tree } => content
                .Trees(tree)
                ?.All.Select(file => (file.Key, file.Value.Content))
                ?? [],
            { Content: { } file } => [(asset.Name, file)],
            _ => [],
        };
        foreach (var (path, digest) in files)
            if (digest is { } file && content.Faces(file, path) is { } face)
                yield return (Path.GetFileName(path), file, face);
    }

    /// <summary>Sets some words.</summary>
    /// <param name="fonts">The look's fonts, which say how letters are fitted to the pixels.</param>
    /// <param name="type">The font.</param>
    /// <param name="words">What is said.</param>
    /// <param name="box">Where; the words stand in the middle of its height.</param>
    /// <param name="align">Where in its width.</param>
    /// <param name="colour">Their colour.</param>
    public static XElement Set(
        Component fonts,
        Typeface type,
        string words,
        Box box,
        Align align,
        Rgba colour
    )
    {
        words = type.Fitted(words, box.Width);
        var width = type.WidthOf(words);
        var hinting = fonts.Get(FontsKind.Hinting);
        var start = align switch
        {
            Align.Centre => box.X + (box.Width - width) / 2,
            Align.End => box.Right - width,
            _ => box.X,
        };
        var foot = box.Y + box.Height / 2 + type.Size * FontFace.UsualCapHeight / 2;
        var places = hinting switch
        {
            Hinting.Full => string.Join(
                ' ',
                Enumerable
                    .Range(0, words.Length)
                    .Select(i => Shape.Number(Math.Round(start + type.WidthOf(words[..i]))))
            ),
            Hinting.Medium => Shape.Number(Math.Round(start)),
            _ => Shape.Number(start),
        };
        var text = new XElement(
            Shape.Svg + "text",
            new XAttribute("x", places),
            Shape.At("y", hinting == Hinting.None ? foot : Math.Round(foot)),
            new XAttribute("font-family", type.Family),
            Shape.At("font-size", type.Size),
            Shape.At("font-weight", type.Weight),
            Shape.Fill(colour),
            words
        );
        if (!fonts.Get(FontsKind.Antialiasing))
            text.Add(new XAttribute("filter", $"url(#{HardEdges})"));
        return text;
    }

    private const string HardEdges = "hard-edges";

    /// <summary>What draws type with no steps between its colour and what lies behind: each pixel is all or nothing.</summary>
    public static XElement Filter() =>
        new(
            Shape.Svg + "filter",
            new XAttribute("id", HardEdges),
            new XElement(
                Shape.Svg + "feComponentTransfer",
                new XElement(
                    Shape.Svg + "feFuncA",
                    new XAttribute("type", "discrete"),
                    new XAttribute("tableValues", "0 1")
                )
            )
        );
}
