using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>A page of settings, with a control of every sort.</summary>
internal static class SettingsPage
{
    /// <summary>How many rows it has where lines stand for words.</summary>
    private const int AsLines = 5;

    public static XElement Draw(Scene scene, Box box)
    {
        var line = scene.TypeHeight;
        var side = box with { Width = box.Width * 0.26 };
        var drawn = Shape.Group(BordersDrawing.Pane(scene, side));
        for (var i = 0; i < 6 && (i + 1.2) * line * 2.1 < side.Height; i++)
        {
            var middle = side.Y + (i + 0.8) * line * 2.1;
            if (i == 2)
                drawn.Add(
                    scene.Rect(new Box(side.X, middle - line, side.Width, line * 2), Role.Selection)
                );
            drawn.Add(
                scene.Text(
                    side.X + line,
                    middle,
                    side.Width * (0.4 + i * 5 % 3 * 0.12),
                    i == 2 ? Role.SelectionText : Role.Text,
                    new Run(PictureWords.Pages[i]) { Room = side.Width - 2 * line }
                )
            );
        }

        var page = new Box(
            side.Right + line * 1.5,
            box.Y + line,
            box.Width - side.Width - line * 3,
            box.Height
        );
        drawn.Add(
            scene.Text(
                page.X,
                page.Y + line * 0.8,
                line * 9,
                Role.Text,
                new Run(PictureWords.Pages[2])
                {
                    Bar = 1.6,
                    Size = 1.4,
                    IsStrong = true,
                }
            )
        );
        var spacing = ControlsDrawing.Spacing(scene) * line;
        for (
            var i = 0;
            i < (scene.HasWords ? PictureWords.Choices.Length : AsLines)
                && page.Y + line * 2.6 + (i + 1) * spacing < box.Bottom - line * 3;
            i++
        )
        {
            var middle = page.Y + line * 2.6 + (i + 0.5) * spacing;
            drawn.Add(
                scene.Text(
                    page.X,
                    middle,
                    line * (5 + i * 2 % 3),
                    i == 3 ? Role.DimText : Role.Text,
                    new Run(PictureWords.Choices[i]) { Room = page.Width - line * 9.5 }
                )
            );
            var right = new Box(page.Right - line * 9, middle - line, line * 9, line * 2);
            drawn.Add(
                i switch
                {
                    1 when scene.HasWords => Shape.Group(
                        ControlsDrawing.Slider(scene, right with { Height = line }, 0.64),
                        ControlsDrawing.Progress(
                            scene,
                            right with
                            {
                                Y = middle + line * 0.2,
                                Height = line,
                            },
                            0.42
                        )
                    ),
                    1 => ControlsDrawing.Slider(scene, right, 0.64),
                    2 => ControlsDrawing.Field(
                        scene,
                        right,
                        PictureWords.Target,
                        PictureWords.Selected
                    ),
                    5 => CursorDrawing.Shapes(scene, right),
                    4 when scene.HasWords => ControlsDrawing.Tick(
                        scene,
                        new Box(
                            right.Right - line * 1.2,
                            middle - line * 0.6,
                            line * 1.2,
                            line * 1.2
                        ),
                        isOn: true
                    ),
                    _ => ControlsDrawing.Toggle(
                        scene,
                        new Box(
                            right.Right - line * 2.8,
                            middle - line * 0.7,
                            line * 2.8,
                            line * 1.4
                        ),
                        isOn: i != 3
                    ),
                }
            );
        }
        var foot = box.Bottom - line * 2.8;
        if (scene.HasWords)
            drawn.Add(Names(scene, side, page, foot));
        drawn.Add(
            ControlsDrawing.Button(
                scene,
                new Box(page.Right - line * 14, foot, line * 6.4, line * 1.8),
                PictureWords.Leave,
                isMain: false
            ),
            ControlsDrawing.Button(
                scene,
                new Box(page.Right - line * 6.4, foot, line * 6.4, line * 1.8),
                PictureWords.Begin,
                isMain: true
            )
        );
        return drawn;
    }

    /// <summary>What the look calls its colours, and the theme of each toolkit on the ground of its tone.</summary>
    private static XElement Names(Scene scene, Box side, Box page, double foot)
    {
        var (line, colours) = (scene.TypeHeight, scene[ColoursKind.Kind]);
        var drawn = Shape.Group(
            scene.Text(
                side.X + line,
                foot + line * 0.9,
                side.Width - line * 2,
                Role.DimText,
                new Run(colours.Join(ColoursKind.Set, ColoursKind.Tone)) { Size = 0.8 }
            )
        );
        var controls = scene[ControlsKind.Kind];
        var x = page.X;
        foreach (
            var (toolkit, of) in controls
                .Items.Select(item => (item, controls.ItemAlone(item)))
                .Prepend(("", controls))
        )
        {
            var words = string.Join(
                ": ",
                new[] { toolkit, of.Get(ControlsKind.Theme) }.Where(one => one.Length > 0)
            );
            if (words.Length == 0)
                continue;
            var isDark = of.Get(ControlsKind.Variant) == Tone.Dark;
            var (ground, text) = isDark ? (Dark, Light) : (Light, Dark);
            var chip = new Box(x, foot, scene.WidthOf(words) * 0.8 + line, line * 1.8);
            if (chip.Right > page.Right - line * 14.5)
                break;
            drawn.Add(
                Shape.Part(
                    ControlsKind.Kind,
                    Shape.Rect(chip, ground, scene[ControlsKind.Kind].Get(ControlsKind.Radius)),
                    scene.Words(chip.Inset(line * 0.5), text, new Run(words) { Size = 0.8 })
                )
            );
            x = chip.Right + line * 0.5;
        }
        return drawn;
    }

    private static readonly Rgba Light = new(0xF4, 0xF4, 0xF4);
    private static readonly Rgba Dark = new(0x22, 0x22, 0x22);
}
