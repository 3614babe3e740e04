using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>A page of settings, with a control of every sort.</summary>
internal static class SettingsPage
{
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
                    i == 2 ? Role.SelectionText : Role.Text
                )
            );
        }

        var page = new Box(
            side.Right + line * 1.5,
            box.Y + line,
            box.Width - side.Width - line * 3,
            box.Height
        );
        drawn.Add(scene.Text(page.X, page.Y + line * 0.8, line * 9, Role.Text, 1.6));
        var spacing = ControlsDrawing.Spacing(scene) * line;
        for (
            var i = 0;
            i < 5 && page.Y + line * 2.6 + (i + 1) * spacing < box.Bottom - line * 3;
            i++
        )
        {
            var middle = page.Y + line * 2.6 + (i + 0.5) * spacing;
            drawn.Add(
                scene.Text(
                    page.X,
                    middle,
                    line * (5 + i * 2 % 3),
                    i == 3 ? Role.DimText : Role.Text
                )
            );
            var right = new Box(page.Right - line * 9, middle - line, line * 9, line * 2);
            drawn.Add(
                i switch
                {
                    1 => ControlsDrawing.Slider(scene, right, 0.64),
                    2 => ControlsDrawing.Field(scene, right),
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
        drawn.Add(
            ControlsDrawing.Button(
                scene,
                new Box(page.Right - line * 14, foot, line * 6.4, line * 1.8),
                isMain: false
            ),
            ControlsDrawing.Button(
                scene,
                new Box(page.Right - line * 6.4, foot, line * 6.4, line * 1.8),
                isMain: true
            )
        );
        return drawn;
    }
}
