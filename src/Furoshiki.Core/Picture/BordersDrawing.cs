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
        new(Depth.Windows, Scenes.WithDesktop, WindowScenes.Reads, WindowScenes.Draw);

    /// <summary>A window.</summary>
    /// <param name="scene">The look.</param>
    /// <param name="box">Where it stands, its frame included.</param>
    /// <param name="name">What its title says.</param>
    /// <param name="isActive">Whether it is the one in front.</param>
    /// <param name="inside">Draws what is in it.</param>
    /// <param name="isSeenThrough">Whether what lies behind shows through what is in it.</param>
    internal static XElement Window(
        Scene scene,
        Box box,
        string name,
        bool isActive,
        Func<Box, XElement> inside,
        bool isSeenThrough = false
    )
    {
        var borders = scene[BordersKind.Kind];
        var radius = borders.Get(BordersKind.Radius);
        var thick = borders.Get(BordersKind.Thickness);
        var title = scene.BorderTheme.TitleHeight;
        var bar = new Box(box.X, box.Y, box.Width, title);
        var inner = new Box(
            box.X + thick,
            box.Y + title,
            box.Width - 2 * thick,
            box.Height - title - thick
        );
        return Shape.Group(
            borders.Get(BordersKind.Shadow) && !isSeenThrough ? Shadow(box, radius) : null,
            Shape.Part(
                BordersKind.Kind,
                isSeenThrough
                    ? Frame(scene, box, inner, radius)
                    : scene.Rect(box, Role.Title, radius),
                scene.BorderTheme.Underline
                    ? scene.Rect(
                        new Box(box.X, bar.Bottom - 2, box.Width, 2),
                        isActive ? Role.Accent : Role.DimText
                    )
                    : null,
                Title(scene, bar, name, isActive),
                Buttons(scene, bar, isActive)
            ),
            isSeenThrough
                ? null
                : scene.Path(Rounded(inner, Math.Max(0, radius - thick)), Role.View),
            inside(inner)
        );
    }

    /// <summary>The frame alone, with nothing where the window's inside is.</summary>
    private static XElement Frame(Scene scene, Box box, Box inner, double radius)
    {
        string N(double value) => Shape.Number(value);
        var r = N(radius);
        var outer =
            $"M{N(box.X + radius)} {N(box.Y)}H{N(box.Right - radius)}a{r} {r} 0 0 1 {r} {r}V{N(box.Bottom - radius)}a{r} {r} 0 0 1 -{r} {r}H{N(box.X + radius)}a{r} {r} 0 0 1 -{r} -{r}V{N(box.Y + radius)}a{r} {r} 0 0 1 {r} -{r}Z";
        var frame = scene.Path(
            $"{outer}M{N(inner.X)} {N(inner.Y)}V{N(inner.Bottom)}H{N(inner.Right)}V{N(inner.Y)}Z",
            Role.Title
        );
        frame.Add(new XAttribute("fill-rule", "evenodd"));
        return frame;
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
    internal static XElement Pane(Scene scene, Box box) =>
        scene.Path(Rounded(box, Math.Max(0, scene.Radius - 1)), Role.Window);

    /// <summary>A box whose lower corners are rounded.</summary>
    internal static string Rounded(Box box, double radius)
    {
        string N(double value) => Shape.Number(value);
        var r = N(radius);
        return $"M{N(box.X)} {N(box.Y)}H{N(box.Right)}V{N(box.Bottom - radius)}a{r} {r} 0 0 1 -{r} {r}H{N(box.X + radius)}a{r} {r} 0 0 1 -{r} -{r}Z";
    }

    private static XElement Title(Scene scene, Box bar, string name, bool isActive)
    {
        var width = Math.Min(scene.TypeHeight * 7, bar.Width * 0.35);
        var margin = bar.Height * 0.6;
        var buttonsLeft = scene[BordersKind.Kind].Get(BordersKind.ButtonsSide) == Side.Left;
        var buttons = bar.Height * 0.4 + ButtonCount(scene) * scene.BorderTheme.ButtonSize * 1.9;
        var x = scene[BordersKind.Kind].Get(BordersKind.Title) switch
        {
            TitleAlign.Left => bar.X + (buttonsLeft ? buttons + margin : margin),
            TitleAlign.Right => bar.Right - width - (buttonsLeft ? margin : buttons + margin),
            _ => bar.X + (bar.Width - width) / 2,
        };
        var fonts = scene[FontsKind.Kind];
        var size = fonts.Get(FontsKind.TitleSize) is > 0 and var own
            ? own / fonts.Get(FontsKind.Size)
            : 1;
        var weight = size * fonts.Get(FontsKind.TitleWeight) / 500;
        return scene.Text(
            x,
            bar.Y + bar.Height / 2,
            width,
            isActive ? Role.TitleText : Role.DimText,
            new Run(name)
            {
                Use = TextUse.Title,
                Bar = weight,
                Align = scene[BordersKind.Kind].Get(BordersKind.Title) switch
                {
                    TitleAlign.Left => Align.Start,
                    TitleAlign.Right => Align.End,
                    _ => Align.Centre,
                },
            }
        );
    }

    private static int ButtonCount(Scene scene) => ButtonOrder(scene).Length;

    private static ImmutableArray<string> ButtonOrder(Scene scene) =>
        scene[BordersKind.Kind].Get(BordersKind.Buttons);

    private static XElement Buttons(Scene scene, Box bar, bool isActive)
    {
        var size = scene.BorderTheme.ButtonSize;
        var order = ButtonOrder(scene);
        var step = size * 1.9;
        var left = scene[BordersKind.Kind].Get(BordersKind.ButtonsSide) == Side.Left;
        var start = left
            ? bar.X + bar.Height * 0.45
            : bar.Right - bar.Height * 0.45 - (order.Length - 1) * step - size;
        return Shape.Group([
            .. order.Select(
                (name, i) =>
                {
                    var role = name == "close" && isActive ? Role.Accent : Role.TitleText;
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

    private static XElement Button(Scene scene, Box box, Setting<Rgba> role, bool isActive)
    {
        var shape = scene.BorderTheme.Button switch
        {
            "disc" => scene.Circle(
                box.X + box.Width / 2,
                box.Y + box.Height / 2,
                box.Width / 2,
                role
            ),
            "square" => scene.Rect(box, role),
            _ => scene.Rect(new Box(box.X, box.Y + box.Height / 2 - 1.25, box.Width, 2.5), role),
        };
        return shape.Opacity(isActive ? 1 : 0.5);
    }
}
