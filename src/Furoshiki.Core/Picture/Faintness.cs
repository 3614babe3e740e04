using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws faintly what a look has no say in: what is there anyway, whatever look is put on.</summary>
/// <param name="kinds">The kinds that are not of the look.</param>
internal sealed class Faintness(IEnumerable<Kind> kinds)
{
    private const double Share = 0.3;

    private readonly HashSet<string> _kinds = [.. kinds.Select(kind => kind.Name)];

    /// <summary>
    /// Makes everything faint in a drawing whose part, and whose colour where it has a role among the colours, are not of the look.
    /// </summary>
    public XElement? In(XElement? drawing)
    {
        if (drawing is not null && _kinds.Count > 0 && IsFaint(drawing, part: null))
            Fade(drawing);
        return drawing;
    }

    /// <summary>Whether all of an element is faint; where only some of it is, that is faded, each piece as a whole.</summary>
    private bool IsFaint(XElement element, string? part)
    {
        var kind = element.Attribute("data-kind")?.Value;
        var isRole = element.Attribute("data-role") is not null;
        part = isRole ? part : kind ?? part;
        if (!element.HasElements)
            return (part is not null || isRole)
                && (part is null || _kinds.Contains(part))
                && (!isRole || _kinds.Contains(kind!));
        var faint = element.Elements().Where(child => IsFaint(child, part)).ToList();
        if (faint.Count == element.Elements().Count())
            return true;
        faint.ForEach(Fade);
        return false;
    }

    private static void Fade(XElement element) =>
        element.SetAttributeValue(
            "opacity",
            Shape.Number(Share * ((double?)element.Attribute("opacity") ?? 1))
        );
}
