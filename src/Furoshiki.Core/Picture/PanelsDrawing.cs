using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the panels.</summary>
internal static class PanelsDrawing
{
    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.Panels,
            Scenes.WithDesktop,
            [PanelsKind.Kind, BordersKind.Kind, .. Scene.Type],
            Draw
        );

    /// <summary>What the panels of a screen leave to windows.</summary>
    internal static Box WorkArea(Stage stage) =>
        On(stage)
            .Select(one => one.Panel)
            .Where(panel => !panel.Get(PanelsKind.Hides))
            .Select(panel => (panel.Get(PanelsKind.Edge), panel.Get(PanelsKind.Thickness)))
            .Append(DockDrawing.Keeps(stage))
            .Aggregate(stage.Area, Without);

    private static XElement Draw(Stage stage) =>
        Shape.Group([
            .. On(stage)
                .Select(one =>
                    Panel(stage.Scene, one.Panel, stage.Area, stage.Scale)
                        .MovesTo(one.Panel.Get(PanelsKind.Edge), one.Item)
                ),
        ]);

    /// <summary>The panels of a screen, those that lie lowest first.</summary>
    private static IEnumerable<(string Item, Component Panel)> On(Stage stage) =>
        stage.Scene[PanelsKind.Kind].ItemsOn(PanelsKind.Screen, stage.Name);

    private static Box Without(Box work, (Edge Edge, double Thickness) kept)
    {
        var thick = kept.Thickness;
        return kept.Edge switch
        {
            Edge.Top => new Box(work.X, work.Y + thick, work.Width, work.Height - thick),
            Edge.Bottom => work with { Height = work.Height - thick },
            Edge.Left => new Box(work.X + thick, work.Y, work.Width - thick, work.Height),
            _ => work with { Width = work.Width - thick },
        };
    }

    /// <summary>Where a panel lies.</summary>
    /// <param name="panel">The panel.</param>
    /// <param name="area">All of its screen.</param>
    /// <param name="scale">Units of that for a px along the screen.</param>
    internal static Box BoxOf(Component panel, Box area, double scale)
    {
        var edge = panel.Get(PanelsKind.Edge);
        var thick = panel.Get(PanelsKind.Thickness);
        var across = edge is Edge.Top or Edge.Bottom;
        var whole = across ? area.Width : area.Height;
        var wanted = panel.Get(PanelsKind.Length);
        var length = wanted.IsPixels
            ? Math.Min(whole, wanted.Value * scale)
            : whole * wanted.Value / 100;
        var start =
            panel.Get(PanelsKind.Offset) * scale
            + panel.Get(PanelsKind.Align) switch
            {
                Align.Centre => (whole - length) / 2,
                Align.End => whole - length,
                _ => 0,
            };
        var shown = panel.Get(PanelsKind.Hides) ? 3 : thick;
        return edge switch
        {
            Edge.Top => new Box(start, 0, length, shown),
            Edge.Bottom => new Box(start, area.Height - shown, length, shown),
            Edge.Left => new Box(0, start, shown, length),
            _ => new Box(area.Width - shown, start, shown, length),
        };
    }

    private static XElement Panel(Scene scene, Component panel, Box area, double scale)
    {
        var across = panel.Get(PanelsKind.Edge) is Edge.Top or Edge.Bottom;
        var box = BoxOf(panel, area, scale);
        var ground = scene.Rect(box, Role.Panel).Opacity(panel.Get(PanelsKind.Opacity) / 100);
        var content = panel.Get(PanelsKind.Hides) ? null : Entries(scene, panel, box, across);
        return Shape.Part(PanelsKind.Kind, ground, content);
    }

    private static XElement Entries(Scene scene, Component panel, Box box, bool across)
    {
        var entries = panel.Get(PanelsKind.Entries);
        var thick = across ? box.Height : box.Width;
        var gap = thick * 0.55;
        var lengths = entries.Select(entry => LengthOf(scene, entry, thick, across)).ToList();
        var used = lengths.Sum() + gap * (entries.Length + 1);
        var springs = entries.Count(entry => entry == PanelsKind.Space);
        var spring =
            springs == 0 ? 0 : Math.Max(0, (across ? box.Width : box.Height) - used) / springs;

        var drawn = Shape.Group();
        var at = (across ? box.X : box.Y) + gap;
        for (var i = 0; i < entries.Length; i++)
        {
            var slot = across
                ? new Box(at, box.Y, lengths[i], thick)
                : new Box(box.X, at, thick, lengths[i]);
            drawn.Add(Entry(scene, entries[i], slot, across));
            at += lengths[i] + gap + (entries[i] == PanelsKind.Space ? spring : 0);
        }
        return drawn;
    }

    private static double LengthOf(Scene scene, string entry, double thick, bool across) =>
        entry switch
        {
            PanelsKind.Space => 0,
            PanelsKind.Launcher => thick * 0.5,
            PanelsKind.Windows => across ? scene.TypeHeight * 17 : thick * 2.4,
            PanelsKind.Desks => thick * 1.6,
            PanelsKind.Tray => thick * 1.5,
            PanelsKind.Clock => across ? scene.TypeHeight * 3.6 : thick * 0.5,
            _ => thick * 0.8,
        };

    private static XElement Entry(Scene scene, string entry, Box slot, bool across)
    {
        var unit = across ? slot.Height : slot.Width;
        var (middleX, middleY) = (slot.X + slot.Width / 2, slot.Y + slot.Height / 2);
        return entry switch
        {
            PanelsKind.Launcher => scene.Rect(
                new Box(middleX - unit * 0.25, middleY - unit * 0.25, unit * 0.5, unit * 0.5),
                Role.Accent,
                scene.Radius / 3
            ),
            PanelsKind.Windows => Spread(
                slot,
                across,
                3,
                (box, i) => WindowEntry(scene, box, across, i)
            ),
            PanelsKind.Desks => Spread(
                slot,
                across,
                3,
                (box, i) =>
                    Dot(
                        scene,
                        box,
                        unit * 0.13,
                        i == 0 ? Role.Accent : Role.PanelText,
                        square: true
                    )
            ),
            PanelsKind.Tray => Spread(
                slot,
                across,
                3,
                (box, i) =>
                    Dot(
                        scene,
                        box,
                        unit * 0.13,
                        i == 2 ? Role.Urgent : Role.PanelText,
                        square: false
                    )
            ),
            PanelsKind.Clock => across
                ? scene.Text(
                    slot.X,
                    middleY,
                    slot.Width,
                    Role.PanelText,
                    new Run(PictureWords.Clock) { Align = Align.Centre }
                )
                : Shape.Group([
                    .. PictureWords
                        .Clock.Split(':')
                        .Select(
                            (digits, i) =>
                                scene.Text(
                                    middleX - unit * 0.28,
                                    middleY + unit * (i - 0.5) * (scene.HasWords ? 0.5 : 0.28),
                                    unit * 0.56,
                                    Role.PanelText,
                                    new Run(digits)
                                    {
                                        Align = Align.Centre,
                                        Size = Math.Min(1, unit / scene.TypeHeight / 2),
                                        Room = unit,
                                    }
                                )
                        ),
                ]),
            PanelsKind.Space => Shape.Group(),
            _ => Dot(scene, slot, unit * 0.2, Role.PanelText, square: true),
        };
    }

    private static XElement Spread(
        Box slot,
        bool across,
        int count,
        Func<Box, int, XElement> draw
    ) =>
        Shape.Group([
            .. Enumerable
                .Range(0, count)
                .Select(i =>
                    draw(
                        across
                            ? new Box(
                                slot.X + slot.Width * i / count,
                                slot.Y,
                                slot.Width / count,
                                slot.Height
                            )
                            : new Box(
                                slot.X,
                                slot.Y + slot.Height * i / count,
                                slot.Width,
                                slot.Height / count
                            ),
                        i
                    )
                ),
        ]);

    private static XElement WindowEntry(Scene scene, Box box, bool across, int index)
    {
        if (!across)
            return Dot(
                scene,
                box,
                box.Width * 0.2,
                index == 0 ? Role.PanelText : Role.DimText,
                square: true
            );
        return scene.Text(
            box.X,
            box.Y + box.Height / 2,
            box.Width * 0.8,
            index == 0 ? Role.PanelText : Role.DimText,
            new Run(PictureWords.Windows[index]) { Room = box.Width * 0.92 }
        );
    }

    private static XElement Dot(
        Scene scene,
        Box box,
        double radius,
        Setting<Rgba> role,
        bool square
    )
    {
        var (x, y) = (box.X + box.Width / 2, box.Y + box.Height / 2);
        return square
            ? scene.Rect(new Box(x - radius, y - radius, 2 * radius, 2 * radius), role)
            : scene.Circle(x, y, radius, role);
    }
}
