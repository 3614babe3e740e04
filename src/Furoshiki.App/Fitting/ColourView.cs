using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;

namespace Furoshiki.App.Fitting;

/// <summary>A colour, as it was taken from what a person wrote.</summary>
/// <param name="Colour">The colour in CSS hexadecimal notation.</param>
/// <param name="Note">What it was taken for, in sentences; empty where that is plain.</param>
/// <param name="Otherwise">What else it could have meant.</param>
/// <param name="Red">Red in sRGB, 0 to 255.</param>
/// <param name="Green">Green, 0 to 255.</param>
/// <param name="Blue">Blue, 0 to 255.</param>
/// <param name="Alpha">How opaque it is, 0 to 1.</param>
/// <param name="Lightness">Lightness in OKLCH, 0 to 1.</param>
/// <param name="Chroma">Chroma in OKLCH, from 0.</param>
/// <param name="Hue">Hue in OKLCH, in degrees.</param>
public sealed record ColourView(
    string Colour,
    string Note,
    IReadOnlyList<string> Otherwise,
    int Red,
    int Green,
    int Blue,
    double Alpha,
    double Lightness,
    double Chroma,
    double Hue
)
{
    /// <summary>Reads what a person wrote.</summary>
    /// <exception cref="ProblemException">It is no colour.</exception>
    public static ColourView Of(string text)
    {
        var read =
            CssColour.Read(text)
            ?? throw ProblemException.Field(
                "text",
                $"'{PathText.Printable(text.Length > 60 ? text[..60] : text)}' is no colour."
            );
        var (colour, lch) = (read.Colour, Oklch.From(read.Colour));
        return new ColourView(
            colour.ToString(),
            read.Note,
            [.. read.Otherwise.Select(one => one.ToString())],
            colour.R,
            colour.G,
            colour.B,
            Math.Round(colour.A / 255.0, 3),
            Math.Round(lch.L, 4),
            Math.Round(lch.C, 4),
            Math.Round(lch.H, 2)
        );
    }
}
