using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Kinds;

namespace Furoshiki.Core.Picture;

/// <summary>A file window behind, a text window in front of it; on an upright screen the first above the second.</summary>
internal static class WindowLayer
{
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

    public static XElement Draw(Scene scene, Box work)
    {
        var upright = work.Height > work.Width;
        var files = upright ? work.Part(0.07, 0.06, 0.86, 0.36) : work.Part(0.16, 0.1, 0.44, 0.52);
        var text = upright ? work.Part(0.07, 0.5, 0.86, 0.36) : work.Part(0.44, 0.4, 0.4, 0.46);
        return Shape.Group(
            Window(scene, files, isActive: false, inside => FileList(scene, inside)),
            Window(scene, text, isActive: true, inside => Page(scene, inside))
        );
    }

    private static XElement Window(Scene scene, Box box, bool isActive, Func<Box, XElement> inside)
    {
        var radius = scene.Borders.Number("radius", 0);
        var thick = scene.Borders.Number("thickness", 1);
        var title = scene.BorderTheme.TitleHeight;
        var bar = new Box(box.X, box.Y, box.Width, title);
        var inner = new Box(
            box.X + thick,
            box.Y + title,
            box.Width - 2 * thick,
            box.Height - title - thick
        );
        return Shape.Group(
            scene.Borders.Flag("shadow", false) ? Shadow(box, radius) : null,
            Shape.Part(
                BordersKind.Kind,
                Shape.Rect(box, scene.Colours["title"], radius).Role("title"),
                scene.BorderTheme.Underline
                    ? Shape
                        .Rect(
                            new Box(box.X, bar.Bottom - 2, box.Width, 2),
                            scene.Colours[isActive ? "accent" : "dim-text"]
                        )
                        .Role("accent")
                    : null,
                Title(scene, bar, isActive),
                Buttons(scene, bar, isActive)
            ),
            Shape
                .Path(Rounded(inner, Math.Max(0, radius - thick)), scene.Colours["view"])
                .Role("view"),
            inside(inner)
        );
    }

    private static XElement Shadow(Box box, double radius) =>
        Shape.Part(
            BordersKind.Kind,
            Enumerable
                .Range(1, 4)
                .Select(step =>
                    Shape
                        .Rect(
                            new Box(
                                box.X - step * 2,
                                box.Y - step + 4,
                                box.Width + step * 4,
                                box.Height + step * 3
                            ),
                            new Rgba(0, 0, 0),
                            radius + step * 2
                        )
                        .Opacity(0.09)
                )
        );

    /// <summary>A box whose lower corners are rounded.</summary>
    private static string Rounded(Box box, double radius)
    {
        string N(double value) => Shape.Number(value);
        var r = N(radius);
        return $"M{N(box.X)} {N(box.Y)}H{N(box.Right)}V{N(box.Bottom - radius)}a{r} {r} 0 0 1 -{r} {r}H{N(box.X + radius)}a{r} {r} 0 0 1 -{r} -{r}Z";
    }

    private static XElement Title(Scene scene, Box bar, bool isActive)
    {
        var width = Math.Min(scene.TypeHeight * 7, bar.Width * 0.35);
        var margin = bar.Height * 0.6;
        var buttonsLeft = scene.Borders.Text("buttons-side", "right") == "left";
        var buttons = bar.Height * 0.4 + ButtonCount(scene) * scene.BorderTheme.ButtonSize * 1.9;
        var x = scene.Borders.Text("title-align", "centre") switch
        {
            "left" => bar.X + (buttonsLeft ? buttons + margin : margin),
            "right" => bar.Right - width - (buttonsLeft ? margin : buttons + margin),
            _ => bar.X + (bar.Width - width) / 2,
        };
        var weight = scene.Fonts.Number("title-weight", 500) / 500;
        return scene.Text(
            x,
            bar.Y + bar.Height / 2,
            width,
            isActive ? "title-text" : "dim-text",
            weight
        );
    }

    private static int ButtonCount(Scene scene) => ButtonOrder(scene).Length;

    private static System.Collections.Immutable.ImmutableArray<string> ButtonOrder(Scene scene) =>
        scene.Borders["buttons"] is SettingValue.List list
            ? list.Items
            : ["minimise", "maximise", "close"];

    private static XElement Buttons(Scene scene, Box bar, bool isActive)
    {
        var size = scene.BorderTheme.ButtonSize;
        var order = ButtonOrder(scene);
        var step = size * 1.9;
        var left = scene.Borders.Text("buttons-side", "right") == "left";
        var start = left
            ? bar.X + bar.Height * 0.45
            : bar.Right - bar.Height * 0.45 - (order.Length - 1) * step - size;
        return Shape.Group([
            .. order.Select(
                (name, i) =>
                {
                    var role = name == "close" && isActive ? "accent" : "title-text";
                    return Button(
                        scene,
                        new Box(start + i * step, bar.Y + (bar.Height - size) / 2, size, size),
                        role,
                        isActive
                    );
                }
            ),
        ]);
    }

    private static XElement Button(Scene scene, Box box, string role, bool isActive)
    {
        var colour = scene.Colours[role];
        var shape = scene.BorderTheme.Button switch
        {
            "disc" => Shape.Circle(
                box.X + box.Width / 2,
                box.Y + box.Height / 2,
                box.Width / 2,
                colour
            ),
            "square" => Shape.Rect(box, colour),
            _ => Shape.Rect(new Box(box.X, box.Y + box.Height / 2 - 1.25, box.Width, 2.5), colour),
        };
        return shape.Role(role).Opacity(isActive ? 1 : 0.5);
    }

    private static XElement FileList(Scene scene, Box box)
    {
        var side = box with { Width = box.Width * 0.24 };
        var line = scene.TypeHeight * 1.75;
        var drawn = Shape.Group(
            Shape
                .Path(
                    Rounded(side, Math.Max(0, scene.Borders.Number("radius", 0) - 1)),
                    scene.Colours["window"]
                )
                .Role("window")
        );
        for (var i = 0; i < 5 && (i + 1.3) * line < side.Height; i++)
        {
            var middle = side.Y + (i + 0.9) * line;
            var chosen = i == 1;
            if (chosen)
                drawn.Add(
                    Shape
                        .Rect(
                            new Box(side.X, middle - line * 0.42, side.Width, line * 0.84),
                            scene.Colours["selection"]
                        )
                        .Role("selection")
                );
            drawn.Add(
                scene.Text(
                    side.X + side.Width * 0.16,
                    middle,
                    side.Width * (i % 2 == 0 ? 0.5 : 0.66),
                    chosen ? "selection-text" : "dim-text"
                )
            );
        }

        var view = new Box(side.Right, box.Y, box.Width - side.Width, box.Height);
        var icon = scene.Icons.Number("size", 32);
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
                IconLayer.Icon(
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
                    "text"
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
                0 => "accent",
                3 => "link",
                5 => "dim-text",
                _ => "text",
            };
            drawn.Add(scene.Text(box.X + margin, box.Y + (i + 0.9) * line, width * Lines[i], role));
        }
        var button = new Box(
            box.Right - margin - scene.TypeHeight * 6.4,
            box.Bottom - foot,
            scene.TypeHeight * 6.4,
            scene.TypeHeight * 1.75
        );
        var radius = scene.Borders.Number("radius", 0);
        drawn.Add(Shape.Rect(button.Inset(-2), scene.Colours["focus"], radius + 2).Role("focus"));
        drawn.Add(Shape.Rect(button.Inset(-0.5), scene.Colours["view"], radius + 1).Role("view"));
        drawn.Add(
            Shape.Rect(button.Inset(0.75), scene.Colours["selection"], radius).Role("selection")
        );
        drawn.Add(
            scene.Text(
                button.X + button.Width * 0.25,
                button.Y + button.Height / 2,
                button.Width * 0.5,
                "selection-text"
            )
        );
        return drawn;
    }
}
