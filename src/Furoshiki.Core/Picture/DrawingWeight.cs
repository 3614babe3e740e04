using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Counts what a drawing comes to: how many elements are drawn, those that others name again each time. A few lines that name each other ten times
/// over can stand for more than any machine draws.
/// </summary>
public static partial class DrawingWeight
{
    /// <summary>Most elements that are drawn of a drawing of foreign origin.</summary>
    public const double Most = 250_000;

    /// <summary>How deep elements may stand in each other, or name each other.</summary>
    private const int Deepest = 500;

    private const int MostBytes = 16 << 20;
    private const int MostNodes = 1_000_000;

    /// <summary>How many elements are drawn.</summary>
    /// <param name="svg">The drawing, as SVG.</param>
    /// <returns>How many; 0 where it is no XML that can be read, and infinitely many where it is too long or too deep to be counted.</returns>
    public static double Of(byte[] svg)
    {
        if (svg.Length > MostBytes)
            return double.PositiveInfinity;
        try
        {
            using (var reader = Reader(svg))
                for (var nodes = 0; reader.Read(); )
                    if (reader.Depth > Deepest || ++nodes > MostNodes)
                        return double.PositiveInfinity;
            using var again = Reader(svg);
            var root = XDocument.Load(again).Root!;
            return new Count(root).Of(root, 0);
        }
        catch (XmlException)
        {
            return 0;
        }
    }

    private static XmlReader Reader(byte[] svg) =>
        XmlReader.Create(
            new MemoryStream(svg),
            new XmlReaderSettings
            {
                DtdProcessing = DtdProcessing.Ignore,
                XmlResolver = null,
                CloseInput = true,
            }
        );

    /// <summary>Counts each element once, however often it is drawn.</summary>
    private sealed class Count(XElement root)
    {
        private readonly ILookup<string, XElement> _named = root.DescendantsAndSelf()
            .Where(element => element.Attribute("id") is not null)
            .ToLookup(element => element.Attribute("id")!.Value);
        private readonly Dictionary<XElement, double> _counted = [];

        /// <summary>How many elements an element comes to. One that comes to itself is not drawn within itself.</summary>
        public double Of(XElement element, int depth)
        {
            if (depth > Deepest)
                return double.PositiveInfinity;
            if (_counted.TryGetValue(element, out var known))
                return known;
            _counted[element] = 0;
            var all = 1.0;
            foreach (var child in element.Elements())
                all += Of(child, depth + 1);
            foreach (var attribute in element.Attributes())
            foreach (Match name in Names().Matches(attribute.Value))
                if (
                    _named[name.Groups[1].Value + name.Groups[2].Value].FirstOrDefault() is
                    { } other
                )
                    all += Of(other, depth + 1);
            return _counted[element] = all;
        }
    }

    /// <summary>What an attribute names: the whole of it, or within url().</summary>
    [GeneratedRegex("""^\s*#([^\s"')]+)\s*$|url\(\s*["']?#([^"')\s]+)["']?\s*\)""")]
    private static partial Regex Names();
}
