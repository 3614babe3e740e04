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
        .. Stage.WorkReads,
        WidgetsKind.Kind,
        WallpaperKind.Kind,
        TerminalKind.Kind,
        CursorKind.Kind,
        .. ControlsDrawing.Reads,
        .. IconsDrawing.Reads,
    ];

    private static readonly double[] Lines = [0.42, 0.74, 0.6, 0.3, 0.86, 0.68, 0.5];

    public static XElement? Draw(Stage stage)
    {
        var (scene, free) = (stage.Scene, Free(stage));
        var upright = free.Height > free.Width;
        var front = upright ? free.Part(0.04, 0.2, 0.92, 0.5) : free.Part(0.05, 0.05, 0.9, 0.9);
        return stage.Shows switch
        {
            PictureScene.Files => Window(PictureWords.FilesTitle, box => FileList(scene, box)),
            PictureScene.Settings => Window(
                PictureWords.SettingsTitle,
                box => SettingsPage.Draw(scene, box)
            ),
            PictureScene.Terminal => Window(
                PictureWords.TerminalTitle,
                box => TerminalDrawing.Draw(stage, box),
                TerminalDrawing.IsSeenThrough(scene)
            ),
            _ => Shape.Group(
                BordersDrawing.Window(
                    scene,
                    upright ? free.Part(0.04, 0.04, 0.92, 0.4) : free.Part(0.02, 0.03, 0.7, 0.66),
                    PictureWords.FilesTitle,
                    isActive: false,
                    inside => FileList(scene, inside)
                ),
                BordersDrawing.Window(
                    scene,
                    upright ? free.Part(0.04, 0.5, 0.92, 0.4) : free.Part(0.3, 0.36, 0.68, 0.6),
                    PictureWords.PageTitle,
                    isActive: true,
                    inside => Page(scene, inside)
                )
            ),
        };

        XElement? Window(string name, Func<Box, XElement> inside, bool isSeenThrough = false) =>
            stage.IsMain
                ? BordersDrawing.Window(scene, front, name, isActive: true, inside, isSeenThrough)
                : null;
    }

    /// <summary>How much of what panels leave to windows they always get, so that many widgets do not squeeze them away.</summary>
    private const double LeastShare = 0.4;

    /// <summary>Where windows leave widgets and the icons on the desktop in sight.</summary>
    private static Box Free(Stage stage)
    {
        var work = stage.Work;
        return WidgetsDrawing
            .Places(stage)
            .Concat(IconsDrawing.Column(stage))
            .OrderByDescending(box => box.Width * box.Height)
            .Aggregate(
                work,
                (free, box) =>
                    free.Beside(box).MaxBy(Area) is var rest
                    && Area(rest) >= LeastShare * Area(work)
                        ? rest
                        : free
            );

        static double Area(Box box) => box.Width * box.Height;
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
                    chosen ? Role.SelectionText : Role.DimText,
                    new Run(PictureWords.Places[i]) { Room = side.Width * 0.8 }
                )
            );
        }

        var view = new Box(side.Right, box.Y, box.Width - side.Width, box.Height);
        var icon = scene[IconsKind.Kind].Get(IconsKind.Size);
        var columns = Math.Max(2, Math.Min(4, (int)(view.Width / (icon * 1.6))));
        var stepX = view.Width / columns;
        var stepY = icon + scene.TypeHeight * 2.4;
        for (var i = 0; i < PictureWords.Files.Length; i++)
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
                    PictureWords.Files[i].Icon,
                    new Box(cell.X + (stepX - icon) / 2, cell.Y, icon, icon)
                )
            );
            var foot = cell.Y + icon + scene.TypeHeight * 0.8;
            if (i == 1)
                drawn.Add(
                    ControlsDrawing.Ring(
                        scene,
                        new Box(
                            cell.X + stepX * 0.06,
                            cell.Y - 4,
                            stepX * 0.88,
                            foot + scene.TypeHeight * 0.7 - cell.Y + 4
                        )
                    )
                );
            drawn.Add(
                scene.Text(
                    cell.X + (stepX - icon) / 2,
                    foot,
                    icon,
                    Role.Text,
                    new Run(PictureWords.Files[i].Name)
                    {
                        Align = Align.Centre,
                        Room = stepX * 0.94,
                    }
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
            drawn.Add(
                scene.Text(
                    box.X + margin,
                    box.Y + (i + 0.9) * line,
                    width * Lines[i],
                    role,
                    new Run(PictureWords.Page[i])
                    {
                        Use = i == 2 ? TextUse.FixedWidth : TextUse.Document,
                        Room = width,
                        IsStrong = i == 0,
                    }
                )
            );
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
                PictureWords.Begin,
                isMain: true
            )
        );
        return drawn;
    }
}
