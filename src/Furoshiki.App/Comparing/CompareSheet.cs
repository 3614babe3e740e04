using System.Globalization;
using System.Text;
using System.Xml.Linq;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Pictures;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Comparing;

/// <summary>Writes a comparison down, to be kept or printed: as a page in one file, or as a table.</summary>
public sealed class CompareSheet(
    Comparer comparer,
    BehindTable behind,
    Painter painter,
    StandAlone standAlone,
    LookLibrary library,
    TimeProvider clock
)
{
    /// <summary>What a spreadsheet would take for the beginning of a formula.</summary>
    private const string Formulas = "=+-@\t\r";

    private const string Style = """
        @page { size: A4 landscape; margin: 12mm }
        body { font: 9pt/1.35 sans-serif; color: #1a1a1a; margin: 0 auto; max-width: 1100px; padding: 8px }
        h1 { font-size: 15pt; margin: 0 }
        p { margin: 2px 0 8px; color: #4a4a4a }
        table { border-collapse: collapse; width: 100%; table-layout: fixed }
        th, td { border-top: 1px solid #b8b8b8; padding: 3px 6px; text-align: left; vertical-align: top; overflow-wrap: anywhere }
        thead { display: table-header-group }
        tr { break-inside: avoid }
        tr.inner th { font-weight: 400; padding-left: 16px }
        td.differs { background: #e4e7f4; print-color-adjust: exact; -webkit-print-color-adjust: exact }
        td.quiet, i { color: #6a6a6a; font-style: normal }
        .screen { width: 100%; display: block }
        .sample { height: 26px; max-width: 100px; margin-right: 4px; vertical-align: middle }
        .swatch { display: inline-block; width: 11px; height: 11px; border: 1px solid #b8b8b8; print-color-adjust: exact; -webkit-print-color-adjust: exact }
        """;

    /// <summary>A comparison with what lies behind it.</summary>
    /// <param name="desktop">The desktop whose screens and parts the looks are told by.</param>
    /// <param name="query">Which looks, and what of them.</param>
    /// <exception cref="ProblemException">There are fewer than two or more than four, or none of them can be read.</exception>
    public ComparisonView Whole(LiveDesktop desktop, CompareQuery query)
    {
        var view = comparer.Compare(desktop, query);
        return view with { Rows = [.. view.Rows, .. behind.Rows(desktop, query)] };
    }

    /// <summary>A comparison as a table (RFC 4180): the part, the row in it, and for each look what it says and by how much it differs.</summary>
    /// <inheritdoc cref="Whole"/>
    public string Csv(LiveDesktop desktop, CompareQuery query)
    {
        var view = Whole(desktop, query);
        var lines = new StringBuilder();
        Line(
            view.Sides.SelectMany(side => new[] { NameOf(side), $"{NameOf(side)}, differs by" })
                .Prepend("Row")
                .Prepend("Part")
        );
        foreach (var part in view.Rows)
        foreach (var row in part.Rows.Prepend(part))
            Line(
                row.Cells.SelectMany(cell => new[] { cell.Words, cell.Change })
                    .Prepend(row == part ? "" : row.Title)
                    .Prepend(part.Title)
            );
        return lines.ToString();

        void Line(IEnumerable<string> fields) =>
            lines.Append(string.Join(',', fields.Select(Field))).Append("\r\n");
    }

    private static string Field(string text)
    {
        var safe =
            text.Length > 0 && Formulas.Contains(text[0], StringComparison.Ordinal)
                ? "'" + text
                : text;
        return $"\"{safe.Replace("\"", "\"\"", StringComparison.Ordinal)}\"";
    }

    /// <summary>A comparison as a page in one file, which needs nothing beside it and prints on A4.</summary>
    /// <inheritdoc cref="Whole"/>
    public string Html(LiveDesktop desktop, CompareQuery query)
    {
        var view = Whole(desktop, query);
        var looks = view
            .Sides.Select(side =>
                side.Look is { } look ? library.Get(LookLibrary.Asked(look)) : null
            )
            .ToList();
        var page = new XElement(
            "html",
            new XAttribute("lang", "en"),
            new XElement(
                "head",
                new XElement("meta", new XAttribute("charset", "utf-8")),
                new XElement("title", string.Join(" and ", view.Sides.Select(NameOf))),
                new XElement("style", Style)
            ),
            new XElement(
                "body",
                new XElement(
                    "h1",
                    string.Join(" and ", view.Sides.Select(side => side.Name).Distinct())
                ),
                new XElement(
                    "p",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"On {desktop.Name}, {clock.GetLocalNow():d MMMM yyyy, HH:mm}. {view.Differing} of {view.Parts} parts differ from {NameOf(view.Sides[0])}; marked is what differs."
                    ),
                    view.NotCovered.Count > 0
                        ? $" Not covered by all: {string.Join(", ", view.NotCovered)}."
                        : null
                ),
                new XElement(
                    "table",
                    new XElement(
                        "thead",
                        new XElement(
                            "tr",
                            new XElement("th", new XAttribute("style", "width:14%"), ""),
                            view.Sides.Select((side, at) => Head(desktop, side, at == 0))
                        )
                    ),
                    new XElement(
                        "tbody",
                        view.Rows.SelectMany(row =>
                            row.Rows.Select(inner => Row(inner, "inner", looks))
                                .Prepend(Row(row, "", looks))
                        )
                    )
                )
            )
        );
        return "<!doctype html>\n" + page.ToString(SaveOptions.DisableFormatting);
    }

    private XElement Head(LiveDesktop desktop, SideView side, bool isFirst) =>
        new(
            "th",
            side.Look is { } look ? PictureOf(desktop, look, NameOf(side)) : null,
            NameOf(side),
            new XElement("br"),
            new XElement(
                "i",
                side.Look is null ? side.Problem
                    : isFirst ? "the first"
                    : string.Create(
                        CultureInfo.InvariantCulture,
                        $"{100 * side.Apart:0}\u00A0% apart"
                    )
            )
        );

    /// <summary>The main screen of a look, with the fonts and the pictures in it.</summary>
    private XElement PictureOf(LiveDesktop desktop, string look, string name)
    {
        var picture = painter.Draw(look, desktop.Id, PictureScene.Desktop, PictureDetail.Words);
        var faces = string.Concat(
            picture.Faces.Select(face =>
                $"@font-face{{font-family:{face.Family};src:url({standAlone.FontOf(face.Address)})}}"
            )
        );
        var svg = standAlone.Of(picture.Screens[0].Svg);
        var start = svg.IndexOf('>', StringComparison.Ordinal) + 1;
        return Image(
            "screen",
            StandAlone.Holding(
                PictureFile.Svg,
                Encoding.UTF8.GetBytes($"{svg[..start]}<style>{faces}</style>{svg[start..]}")
            ),
            $"Picture: {name}"
        );
    }

    private XElement Row(RowView row, string kind, List<Look?> looks) =>
        new(
            "tr",
            new XAttribute("class", kind),
            new XElement("th", row.Title),
            row.Cells.Select(
                (cell, at) =>
                    cell.State is CellState.Same or CellState.NotCovered or CellState.Unreadable
                        ? new XElement(
                            "td",
                            new XAttribute("class", "quiet"),
                            cell.State == CellState.Same ? "same" : cell.Words
                        )
                        : new XElement(
                            "td",
                            new XAttribute(
                                "class",
                                cell.State == CellState.Differs ? "differs" : ""
                            ),
                            cell.Swatches.Select(colour => new XElement(
                                "span",
                                new XAttribute("class", "swatch"),
                                new XAttribute("style", $"background:{colour}"),
                                ""
                            )),
                            cell.Samples.Select(sample => Sample(sample, looks[at])),
                            $" {cell.Words} ",
                            cell.Change.Length > 0 ? new XElement("i", cell.Change) : null
                        )
            )
        );

    private XElement? Sample(SampleView sample, Look? look)
    {
        var address = sample.Form switch
        {
            SampleForm.Picture => standAlone.DataOf(sample.Content, sample.Name),
            SampleForm.Drawing
                when library.FindBytes(LookLibrary.Asked(sample.Content)) is { } bytes
                    && SampleDrawing.Draw(sample.Name, bytes, look) is { } drawn =>
                StandAlone.Holding(PictureFile.Svg, Encoding.UTF8.GetBytes(drawn)),
            _ => "",
        };
        return address.Length > 0 ? Image("sample", address, "") : null;
    }

    private static XElement Image(string kind, string address, string words) =>
        new(
            "img",
            new XAttribute("class", kind),
            new XAttribute("src", address),
            new XAttribute("alt", words)
        );

    private static string NameOf(SideView side) =>
        $"{side.Name}, {PathText.Printable(side.Caption)}";
}
