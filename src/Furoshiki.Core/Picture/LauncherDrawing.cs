using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the launcher.</summary>
internal static class LauncherDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.Launcher,
            [PictureScene.Menu],
            [
                LauncherKind.Kind,
                .. Stage.WorkReads,
                .. ControlsDrawing.Reads,
                .. IconsDrawing.Reads,
            ],
            Draw
        );

    private static XElement? Draw(Stage stage)
    {
        if (!stage.IsMain)
            return null;
        var (scene, launcher, work) = (stage.Scene, stage.Scene[LauncherKind.Kind], stage.Work);
        var line = scene.TypeHeight * 2.2;
        var grid = launcher.Get(LauncherKind.Layout) == LauncherLayout.Grid;
        var (width, height) = grid
            ? (scene.TypeHeight * 24, scene.TypeHeight * 17)
            : (
                scene.TypeHeight
                    * (launcher.Get(LauncherKind.Layout) == LauncherLayout.Columns ? 30 : 16),
                line * 9
            );
        var atBottom = work.Bottom < stage.Area.Bottom - 4;
        var box = launcher.Get(LauncherKind.Opens) switch
        {
            LauncherPlace.OverAll => work.Inset(work.Height * 0.08),
            LauncherPlace.InTheMiddle => work.Part(0.5, 0.5, 0, 0) is var middle
                ? new Box(middle.X - width / 2, middle.Y - height / 2, width, height)
                : default,
            LauncherPlace.AtThePointer => new Box(
                work.Width * 0.4,
                work.Height * 0.3,
                width,
                height
            ),
            _ => new Box(
                work.X + 4,
                atBottom ? work.Bottom - height - 4 : work.Y + 4,
                width,
                height
            ),
        };
        var radius = scene.Radius;
        var drawn = Shape.Part(
            LauncherKind.Kind,
            scene.Rect(box, Role.Title, radius),
            scene.Rect(box.Inset(1), Role.Window, radius),
            ControlsDrawing.Field(
                scene,
                new Box(box.X + 10, box.Y + 10, box.Width - 20, line),
                PictureWords.Find
            ),
            scene.HasWords ? Which(scene, launcher, box) : null
        );
        var inside = new Box(box.X + 10, box.Y + line + 18, box.Width - 20, box.Height - line - 26);
        drawn.Add(
            grid || launcher.Get(LauncherKind.Opens) == LauncherPlace.OverAll
                ? Grid(scene, inside)
                : List(scene, inside, line)
        );
        return drawn;
    }

    /// <summary>What the launcher is, at its foot.</summary>
    private static XElement Which(Scene scene, Component launcher, Box box) =>
        scene.Text(
            box.X + 10,
            box.Bottom - scene.TypeHeight * 0.8,
            box.Width - 20,
            Role.DimText,
            new Run(launcher.Get(LauncherKind.Which)) { Align = Align.End, Size = 0.8 }
        );

    private static XElement List(Scene scene, Box box, double line)
    {
        var drawn = Shape.Group();
        for (var i = 0; i < PictureWords.Programs.Length && (i + 1) * line <= box.Height; i++)
        {
            var row = new Box(box.X, box.Y + i * line, box.Width, line);
            if (i == 1)
                drawn.Add(scene.Rect(row, Role.Selection));
            drawn.Add(
                IconsDrawing.Entry(
                    scene,
                    PictureWords.Programs[i].Icon,
                    new Box(row.X + 4, row.Y + 3, line - 6, line - 6)
                )
            );
            drawn.Add(
                scene.Text(
                    row.X + line + 6,
                    row.Y + line / 2,
                    scene.TypeHeight * (4 + i * 3 % 4),
                    i == 1 ? Role.SelectionText : Role.Text,
                    new Run(PictureWords.Programs[i].Name) { Room = row.Width * 0.5 }
                )
            );
            if (scene.HasWords)
                drawn.Add(
                    scene.Text(
                        row.X + row.Width * 0.6,
                        row.Y + line / 2,
                        row.Width * 0.38,
                        i == 1 ? Role.SelectionText : Role.DimText,
                        new Run(PictureWords.Programs[i].Keys) { Align = Align.End }
                    )
                );
        }
        return drawn;
    }

    private static XElement Grid(Scene scene, Box box)
    {
        var icon = Math.Min(box.Height / 3.4, scene[IconsKind.Kind].Get(IconsKind.Size) * 1.3);
        var (stepX, stepY) = (box.Width / 4, icon + scene.TypeHeight * 2.2);
        return Shape.Group([
            .. PictureWords.Programs.SelectMany(
                (program, i) =>
                {
                    var x = box.X + i % 4 * stepX + (stepX - icon) / 2;
                    var y = box.Y + i / 4 * stepY;
                    return new[]
                    {
                        IconsDrawing.Entry(scene, program.Icon, new Box(x, y, icon, icon)),
                        scene.Text(
                            x,
                            y + icon + scene.TypeHeight * 0.8,
                            icon,
                            Role.Text,
                            new Run(program.Name) { Align = Align.Centre, Room = stepX * 0.94 }
                        ),
                    };
                }
            ),
        ]);
    }
}
