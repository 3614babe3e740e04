using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the terminal.</summary>
internal static class TerminalDrawing
{
    /// <summary>How wide a letter of a fixed width is, in its size, where its font is not at hand.</summary>
    private const double Letter = 0.6;

    /// <summary>Whether what lies behind the terminal shows through it.</summary>
    internal static bool IsSeenThrough(Scene scene) =>
        scene[TerminalKind.Kind].Get(TerminalKind.Opacity) < 100;

    /// <summary>What is in the terminal's window.</summary>
    internal static XElement Draw(Stage stage, Box box)
    {
        var (scene, terminal) = (stage.Scene, stage.Scene[TerminalKind.Kind]);
        var ground = terminal.Get(TerminalKind.Ground, scene.Colours[Role.View]);
        var text = terminal.Get(TerminalKind.Text, scene.Colours[Role.Text]);
        var face = scene.TypefaceOf(
            terminal,
            terminal.Get(TerminalKind.Font),
            terminal.Get(TerminalKind.Size),
            isFixed: true
        );
        var (line, lines) = (face.Size, PictureWords.Terminal);
        var letter = face.Face is null ? line * Letter : face.WidthOf("m");
        var drawn = Shape.Part(
            TerminalKind.Kind,
            IsSeenThrough(scene) && terminal.Get(TerminalKind.Blur)
                ? Shape.Blurred(WallpaperDrawing.Layer.Draw(stage)!, box)
                : null,
            Shape
                .Rect(box, ground)
                .Opacity(Math.Max(0.15, terminal.Get(TerminalKind.Opacity) / 100))
        );
        for (var i = 0; i < lines.Length && (i + 1) * line * 1.6 < box.Height - line * 4; i++)
        {
            var x = box.X + line;
            foreach (var (words, index) in lines[i])
            {
                var colour = index < 0 ? text : Of(scene, index, text);
                var width = Math.Min(words.Length * letter, box.Right - line - x);
                if (width <= 0)
                    break;
                var middle = box.Y + (i + 0.9) * line * 1.6;
                var run = scene.HasWords
                    ? Typesetting.Set(
                        scene[FontsKind.Kind],
                        face,
                        words,
                        new Box(x, middle, box.Right - x, 0),
                        Align.Start,
                        colour
                    )
                    : Shape.Rect(new Box(x, middle - line * 0.18, width, line * 0.36), colour);
                drawn.Add(index < 0 ? run : run.Role(Role.Terminal[index]));
                x += width + letter;
            }
            if (i == lines.Length - 1)
                drawn.Add(
                    Shape.Rect(
                        new Box(x, box.Y + (i + 0.42) * line * 1.6, letter, line * 1.5),
                        text
                    )
                );
        }
        var step = (box.Width - 2 * line) / 16;
        for (var i = 0; i < 16; i++)
            drawn.Add(
                Shape
                    .Rect(
                        new Box(
                            box.X + line + i * step,
                            box.Bottom - line * 2.4,
                            step * 0.86,
                            line * 1.4
                        ),
                        Of(scene, i, text)
                    )
                    .Role(Role.Terminal[i])
            );
        return drawn;
    }

    private static Rgba Of(Scene scene, int index, Rgba text) =>
        scene[ColoursKind.Kind].Get(Role.Terminal[index], text);
}
