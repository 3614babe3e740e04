using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>
/// Draws the screen at which a person signs in. It is the machine's: neither colours nor fonts of the person who will sign in are
/// known to it.
/// </summary>
internal static class SignInDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(Depth.WholeScreen, [PictureScene.SignIn], [SignInKind.Kind], Draw);

    /// <summary>Height of a line of type, in px.</summary>
    private const double Line = 14;

    private static readonly Rgba Ground = new(0x2E, 0x2E, 0x2E);
    private static readonly Rgba Card = new(0xF2, 0xF2, 0xF2);
    private static readonly Rgba Ink = new(0x22, 0x22, 0x22);
    private static readonly Rgba Edge = new(0x8C, 0x8C, 0x8C);

    private static XElement Draw(Stage stage)
    {
        var (scene, screen, area) = (stage.Scene, stage.Scene[SignInKind.Kind], stage.Area);
        var drawn = Shape.Part(
            SignInKind.Kind,
            Shape.Rect(area, Ground),
            scene.Picture(screen, SignInKind.Picture, area)
        );
        if (!stage.IsMain)
            return drawn;
        var card = new Box(
            area.Width / 2 - Line * 10,
            area.Height / 2 - Line * 9,
            Line * 20,
            Line * 18
        );
        var field = new Box(card.X + Line * 2, card.Y + Line * 10, Line * 16, Line * 2.2);
        var button = new Box(card.X + Line * 6, card.Y + Line * 13.8, Line * 8, Line * 2.2);
        drawn.Add(
            Shape.Rect(card, Card).Opacity(0.94),
            Shape.Circle(area.Width / 2, card.Y + Line * 4, Line * 2.4, Edge),
            Text(
                card with
                {
                    Y = card.Y + Line * 7.4,
                    Height = Line * 1.3,
                },
                PictureWords.Person,
                Ink
            ),
            Shape.Rect(field, Edge),
            Shape.Rect(field.Inset(1), Card),
            Text(field, PictureWords.Password, Ink),
            Shape.Rect(button, Ink),
            Text(button, PictureWords.SignIn, Card),
            Text(
                area with
                {
                    Y = area.Bottom - Line * 2.5,
                    Height = Line,
                },
                screen.Get(SignInKind.Theme),
                Card
            )
        );
        return drawn;

        XElement Text(Box box, string words, Rgba colour) =>
            scene.HasWords
                ? Typesetting.Set(
                    Component.Of(FontsKind.Kind, []),
                    scene.TypefaceOf(screen, "", Line * 0.75),
                    words,
                    box,
                    Align.Centre,
                    colour
                )
                : Shape.Rect(
                    new Box(
                        box.X + box.Width / 2 - words.Length * Line * 0.2,
                        box.Y + box.Height / 2 - Line * 0.17,
                        words.Length * Line * 0.4,
                        Line * 0.34
                    ),
                    colour
                );
    }
}
