using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws the icons.</summary>
internal static class IconsDrawing
{
    /// <summary>What an icon is drawn from.</summary>
    public static readonly ImmutableArray<Kind> Reads = [IconsKind.Kind, ColoursKind.Kind];

    /// <summary>Where it lies, and how it is drawn.</summary>
    public static Layer Layer { get; } =
        new(
            Depth.DesktopIcons,
            Scenes.WithDesktop,
            [.. Stage.WorkReads, .. Scene.Type, .. Reads],
            DrawDesktopIcons
        );

    /// <summary>One icon; where no set has one that can be drawn, the empty frame that a desktop falls back to.</summary>
    internal static XElement Icon(Scene scene, string name, Box box) =>
        scene.IconSet.Find(name, box.Width) is var (file, digest)
        // No browser draws this old format.
        && !file.EndsWith(".xpm", StringComparison.Ordinal)
            ? Shape.Part(IconsKind.Kind, Shape.Image(box, scene.Content.Address(digest, file)))
            : Shape.Part(
                IconsKind.Kind,
                Shape.Rect(box.Inset(box.Width * 0.1), scene.Colours[Role.DimText], 2).Opacity(0.35)
            );

    /// <summary>The icon of an entry, which can have a picture of its own.</summary>
    internal static XElement Entry(Scene scene, string name, Box box)
    {
        var drawn = scene.IconSet.OwnOf(name) is var (file, digest)
            ? Shape.Part(
                IconsKind.Kind,
                Shape.Image(box, scene.Content.Address(digest, file), "xMidYMid slice")
            )
            : Icon(scene, name, box);
        drawn.Add(new XAttribute("data-entry", name));
        return drawn;
    }

    /// <summary>Where the icons on the desktop are; nothing where there are none.</summary>
    internal static IEnumerable<Box> Column(Stage stage)
    {
        var icons = stage.Scene[IconsKind.Kind];
        if (!stage.IsMain || !icons.Get(IconsKind.OnDesktop))
            return [];
        var size = icons.Get(IconsKind.DesktopSize);
        return [stage.Work with { Width = size * 2 }];
    }

    private static XElement? DrawDesktopIcons(Stage stage)
    {
        var (scene, work) = (stage.Scene, stage.Work);
        var icons = scene[IconsKind.Kind];
        if (!stage.IsMain || !icons.Get(IconsKind.OnDesktop))
            return null;
        var size = icons.Get(IconsKind.DesktopSize);
        var step = size + scene.TypeHeight * 2.6;
        var x = work.X + size * 0.5;
        var drawn = Shape.Part(IconsKind.Kind);
        for (
            var i = 0;
            i < PictureWords.OnDesktop.Length && work.Y + size * 0.5 + (i + 1) * step < work.Bottom;
            i++
        )
        {
            var y = work.Y + size * 0.5 + i * step;
            drawn.Add(Entry(scene, PictureWords.OnDesktop[i].Icon, new Box(x, y, size, size)));
            drawn.Add(
                scene.Text(
                    x + size * 0.08,
                    y + size + scene.TypeHeight * 0.8,
                    size * 0.84,
                    Role.PanelText,
                    new Run(PictureWords.OnDesktop[i].Name)
                    {
                        Align = Align.Centre,
                        Room = size * 1.8,
                    }
                )
            );
        }
        return drawn;
    }
}
