using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the terminal.</summary>
internal static class TerminalDrawing
{
    /// <summary>What stands in the lines of the drawing: how long each run is, and its colour's place among the sixteen.</summary>
    private static readonly (double Length, int Colour)[][] Lines =
    [
        [(0.16, 2), (0.08, 4), (0.3, -1)],
        [(0.22, -1), (0.14, 3), (0.12, -1)],
        [(0.22, -1), (0.18, 6), (0.2, 8)],
        [(0.22, -1), (0.1, 1), (0.24, -1)],
        [(0.16, 2), (0.08, 4), (0.18, -1)],
        [(0.5, -1), (0.14, 5)],
        [(0.4, 8)],
        [(0.16, 2), (0.08, 4)],
    ];

    /// <summary>What is in the terminal's window.</summary>
    internal static XElement Draw(Scene scene, Box box)
    {
        var terminal = scene[TerminalKind.Kind];
        var ground = terminal.Get(TerminalKind.Ground, scene.Colours[Role.View]);
        var text = terminal.Get(TerminalKind.Text, scene.Colours[Role.Text]);
        var line = terminal.Get(TerminalKind.Size) * 96 / 72;
        var drawn = Shape.Part(
            TerminalKind.Kind,
            Shape
                .Rect(box, ground)
                .Opacity(Math.Max(0.15, terminal.Get(TerminalKind.Opacity) / 100))
        );
        for (var i = 0; i < Lines.Length && (i + 1) * line * 1.6 < box.Height - line * 4; i++)
        {
            var x = box.X + line;
            foreach (var (length, colour) in Lines[i])
            {
                var bar = new Box(
                    x,
                    box.Y + (i + 0.7) * line * 1.6,
                    box.Width * length,
                    line * 0.36
                );
                drawn.Add(
                    colour < 0
                        ? Shape.Rect(bar, text)
                        : Shape.Rect(bar, Of(scene, colour, text)).Role(Role.Terminal[colour])
                );
                x += bar.Width + line * 0.7;
            }
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
