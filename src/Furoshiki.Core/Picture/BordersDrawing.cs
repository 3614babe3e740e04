using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the borders.</summary>
internal static class BordersDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new Layer(Depth.Windows, Scenes.WithDesktop, WindowScenes.Draw);

    /// <summary>A window.</summary>
    /// <param name="scene">The look.</param>
    /// <param name="box">Where it stands, its frame included.</param>
    /// <param name="isActive">Whether it is the one in front.</param>
    /// <param name="inside">Draws what is in it.</param>
    internal static XElement Window(Scene scene, Box box, bool isActive, Func<Box, XElement> inside)
    {
        var borders = scene[BordersKind.Kind];
        var radius = borders.Number("radius", 0);
        var thick = borders.Number("thickness", 1);
        var title = scene.BorderTheme.TitleHeight;
        var bar = new Box(box.X, box.Y, box.Width, title);
        var inner = new Box(
            box.X + thick,
            box.Y + title,
            box.Width - 2 * thick,
            box.Height - title - thick
        );
        return Shape.Group(
            borders.Flag("shadow", false) ? Shadow(box, radius) : null,
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

    /// <summary>The side of a window in which its places stand.</summary>
    internal static XElement Side(Scene scene, Box box) =>
        Shape
            .Path(
                Rounded(box, Math.Max(0, scene[BordersKind.Kind].Number("radius", 0) - 1)),
                scene.Colours["window"]
            )
            .Role("window");

    /// <summary>A box whose lower corners are rounded.</summary>
    internal static string Rounded(Box box, double radius)
    {
        string N(double value) => Shape.Number(value);
        var r = N(radius);
        return $"M{N(box.X)} {N(box.Y)}H{N(box.Right)}V{N(box.Bottom - radius)}a{r} {r} 0 0 1 -{r} {r}H{N(box.X + radius)}a{r} {r} 0 0 1 -{r} -{r}Z";
    }

    private static XElement Title(Scene scene, Box bar, bool isActive)
    {
        var width = Math.Min(scene.TypeHeight * 7, bar.Width * 0.35);
        var margin = bar.Height * 0.6;
        var buttonsLeft = scene[BordersKind.Kind].Text("buttons-side", "right") == "left";
        var buttons = bar.Height * 0.4 + ButtonCount(scene) * scene.BorderTheme.ButtonSize * 1.9;
        var x = scene[BordersKind.Kind].Text("title-align", "centre") switch
        {
            "left" => bar.X + (buttonsLeft ? buttons + margin : margin),
            "right" => bar.Right - width - (buttonsLeft ? margin : buttons + margin),
            _ => bar.X + (bar.Width - width) / 2,
        };
        var fonts = scene[FontsKind.Kind];
        var size = fonts.Number("title-size", 0) is > 0 and var own
            ? own / fonts.Number("size", 10)
            : 1;
        var weight = size * fonts.Number("title-weight", 500) / 500;
        return scene.Text(
            x,
            bar.Y + bar.Height / 2,
            width,
            isActive ? "title-text" : "dim-text",
            weight
        );
    }

    private static int ButtonCount(Scene scene) => ButtonOrder(scene).Length;

    private static ImmutableArray<string> ButtonOrder(Scene scene) =>
        scene[BordersKind.Kind]["buttons"] is SettingValue.List list
            ? list.Items
            : ["minimise", "maximise", "close"];

    private static XElement Buttons(Scene scene, Box bar, bool isActive)
    {
        var size = scene.BorderTheme.ButtonSize;
        var order = ButtonOrder(scene);
        var step = size * 1.9;
        var left = scene[BordersKind.Kind].Text("buttons-side", "right") == "left";
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
}
