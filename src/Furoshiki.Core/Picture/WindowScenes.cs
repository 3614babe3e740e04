using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>
/// The windows of each scene. On the desktop a file window stands behind a text window; on an upright screen above it.
/// </summary>
internal static class WindowScenes
{
    /// <summary>What windows and all that is in them are drawn from.</summary>
    public static readonly ImmutableArray<Kind> Reads =
    [
        PanelsKind.Kind,
        TerminalKind.Kind,
        .. ControlsDrawing.Reads,
        .. IconsDrawing.Reads,
    ];

    private static readonly string[] Files =
    [
        "folder",
        "folder-documents",
        "folder-pictures",
        "text-x-generic",
        "folder",
        "image-x-generic",
        "text-x-generic",
        "utilities-terminal",
    ];

    private static readonly double[] Lines = [0.42, 0.74, 0.6, 0.3, 0.86, 0.68, 0.5];

    public static XElement? Draw(Stage stage)
    {
        var (scene, work) = (stage.Scene, stage.Work);
        var upright = work.Height > work.Width;
        var front = upright ? work.Part(0.06, 0.2, 0.88, 0.4) : work.Part(0.2, 0.14, 0.58, 0.66);
        return stage.Shows switch
        {
            PictureScene.Files => Window(front, box => FileList(scene, box)),
            PictureScene.Settings => Window(front, box => SettingsPage.Draw(scene, box)),
            PictureScene.Terminal => Window(front, box => TerminalDrawing.Draw(scene, box)),
            _ => Shape.Group(
                BordersDrawing.Window(
                    scene,
                    upright ? work.Part(0.07, 0.06, 0.86, 0.36) : work.Part(0.16, 0.1, 0.44, 0.52),
                    isActive: false,
                    inside => FileList(scene, inside)
                ),
                BordersDrawing.Window(
                    scene,
                    upright ? work.Part(0.07, 0.5, 0.86, 0.36) : work.Part(0.44, 0.4, 0.4, 0.46),
                    isActive: true,
                    inside => Page(scene, inside)
                )
            ),
        };

        XElement? Window(Box box, Func<Box, XElement> inside) =>
            stage.IsMain ? BordersDrawing.Window(scene, box, isActive: true, inside) : null;
    }

    private static XElement FileList(Scene scene, Box box)
    {
        var side = box with { Width = box.Width * 0.24 };
        var line = scene.TypeHeight * 1.75;
        var drawn = Shape.Group(BordersDrawing.Pane(scene, side));
        for (var i = 0; i < 5 && (i + 1.3) * line < side.Height; i++)
        {
            var middle = side.Y + (i + 0.9) * line;
            var chosen = i == 1;
            if (chosen)
                drawn.Add(
                    scene.Rect(
                        new Box(side.X, middle - line * 0.42, side.Width, line * 0.84),
                        Role.Selection
                    )
                );
            drawn.Add(
                scene.Text(
                    side.X + side.Width * 0.16,
                    middle,
                    side.Width * (i % 2 == 0 ? 0.5 : 0.66),
                    chosen ? Role.SelectionText : Role.DimText
                )
            );
        }

        var view = new Box(side.Right, box.Y, box.Width - side.Width, box.Height);
        var icon = scene[IconsKind.Kind].Get(IconsKind.Size);
        var columns = Math.Max(2, Math.Min(4, (int)(view.Width / (icon * 1.6))));
        var stepX = view.Width / columns;
        var stepY = icon + scene.TypeHeight * 2.4;
        for (var i = 0; i < Files.Length; i++)
        {
            var cell = new Box(
                view.X + i % columns * stepX,
                view.Y + icon * 0.4 + i / columns * stepY,
                stepX,
                stepY
            );
            if (cell.Y + icon + scene.TypeHeight * 1.3 > view.Bottom)
                break;
            drawn.Add(
                IconsDrawing.Icon(
                    scene,
                    Files[i],
                    new Box(cell.X + (stepX - icon) / 2, cell.Y, icon, icon)
                )
            );
            drawn.Add(
                scene.Text(
                    cell.X + (stepX - icon) / 2,
                    cell.Y + icon + scene.TypeHeight * 0.7,
                    icon,
                    Role.Text
                )
            );
        }
        return drawn;
    }

    private static XElement Page(Scene scene, Box box)
    {
        var margin = scene.TypeHeight;
        var line = scene.TypeHeight * 1.75;
        var foot = scene.TypeHeight * 2.6;
        var width = box.Width - 2 * margin;
        var drawn = Shape.Group();
        for (var i = 0; i < Lines.Length && (i + 1.2) * line < box.Height - foot; i++)
        {
            var role = i switch
            {
                0 => Role.Accent,
                3 => Role.Link,
                5 => Role.DimText,
                _ => Role.Text,
            };
            drawn.Add(scene.Text(box.X + margin, box.Y + (i + 0.9) * line, width * Lines[i], role));
        }
        drawn.Add(
            ControlsDrawing.Button(
                scene,
                new Box(
                    box.Right - margin - scene.TypeHeight * 6.4,
                    box.Bottom - foot,
                    scene.TypeHeight * 6.4,
                    scene.TypeHeight * 1.75
                ),
                isMain: true
            )
        );
        return drawn;
    }
}
