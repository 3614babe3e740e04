using System.Xml.Linq;
using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Picture;

/// <summary>Tells what differs between two drawings of a screen.</summary>
public static class PictureDifference
{
    /// <summary>The attribute of what is drawn just so in the other drawing too.</summary>
    public const string Same = "data-same";

    /// <summary>Marks in a drawing what is in another too, the same at the same place.</summary>
    /// <param name="drawing">The drawing, as SVG.</param>
    /// <param name="other">The other, as SVG.</param>
    /// <returns>The drawing, in which each element that the other has too bears <see cref="Same"/>.</returns>
    public static string Mark(string drawing, string other)
    {
        var there = XDocument.Parse(other).Root!;
        var known = Drawn(there, "").Select(one => one.Key).ToHashSet(StringComparer.Ordinal);
        var here = XDocument.Parse(drawing).Root!;
        foreach (var (element, key) in Drawn(here, "").ToList())
            if (known.Contains(key))
                element.SetAttributeValue(Same, "");
        return here.ToString(SaveOptions.DisableFormatting);
    }

    /// <summary>What is painted, each with all that decides how and where; what is only referred to belongs to what refers to it.</summary>
    private static IEnumerable<(XElement Element, string Key)> Drawn(
        XElement element,
        string within
    )
    {
        if (element.Name.LocalName is "defs" or "filter" or "clipPath" or "linearGradient")
            yield break;
        if (element.Name.LocalName is not ("g" or "svg"))
        {
            yield return (element, within + Plain(element));
            yield break;
        }
        var around = within + string.Concat(Telling(element).Select(one => $" {one}")) + ">";
        foreach (var inner in element.Elements())
        foreach (var one in Drawn(inner, around))
            yield return one;
    }

    private static string Plain(XElement element)
    {
        var copy = new XElement(element);
        foreach (var one in copy.DescendantsAndSelf())
            one.ReplaceAttributes(Telling(one).ToList());
        return copy.ToString(SaveOptions.DisableFormatting);
    }

    /// <summary>The attributes that decide how something is drawn: not those that only name it.</summary>
    private static IEnumerable<XAttribute> Telling(XElement element) =>
        element
            .Attributes()
            .Where(one =>
                !one.IsNamespaceDeclaration
                && !one.Name.LocalName.StartsWith("data-", StringComparison.Ordinal)
                && !one.Name.LocalName.StartsWith("aria-", StringComparison.Ordinal)
            );

    /// <summary>
    /// The share of two pictures of a size that the eye sees to differ, 0 to 1: pixels further apart in Oklab than 0.02, which CSS Color 4
    /// takes for the least difference that is seen.
    /// </summary>
    /// <param name="one">The one.</param>
    /// <param name="other">The other.</param>
    /// <exception cref="ArgumentException">They are not of a size.</exception>
    public static double Share(Raster one, Raster other)
    {
        if ((one.Width, one.Height) != (other.Width, other.Height))
            throw new ArgumentException("The pictures are not of a size.", nameof(other));
        var differ = 0;
        for (var y = 0; y < one.Height; y++)
        for (var x = 0; x < one.Width; x++)
        {
            var (here, there) = (one[x, y], other[x, y]);
            if (here != there && Oklab.From(here).DistanceTo(Oklab.From(there)) > Oklch.JustNotSeen)
                differ++;
        }
        return (double)differ / (one.Width * one.Height);
    }
}
