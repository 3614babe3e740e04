using System.Collections.Immutable;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>What a picture of a look shows.</summary>
public enum PictureScene
{
    /// <summary>The desktop with a file window and a text window.</summary>
    Desktop,

    /// <summary>The desktop with the launcher open.</summary>
    Menu,

    /// <summary>A file window in front.</summary>
    Files,

    /// <summary>A terminal in front.</summary>
    Terminal,

    /// <summary>A window with controls of every sort in front.</summary>
    Settings,

    /// <summary>The screen at which a person signs in.</summary>
    SignIn,

    /// <summary>The screen while the machine starts.</summary>
    StartUp,

    /// <summary>The locked screen.</summary>
    Lock,
}

/// <summary>Which scenes a layer is part of.</summary>
internal static class Scenes
{
    public static readonly ImmutableArray<PictureScene> WithDesktop =
    [
        PictureScene.Desktop,
        PictureScene.Menu,
        PictureScene.Files,
        PictureScene.Terminal,
        PictureScene.Settings,
    ];

    public static readonly ImmutableArray<PictureScene> AllButStartUp =
    [
        .. WithDesktop,
        PictureScene.SignIn,
        PictureScene.Lock,
    ];
}

/// <summary>What lies over what.</summary>
internal enum Depth
{
    Wallpaper,
    DesktopIcons,
    Widgets,
    Windows,
    Panels,
    Dock,
    Launcher,
    Notifications,
    WholeScreen,
    Cursor,
}

/// <summary>What is drawn of a kind.</summary>
/// <param name="Depth">What it lies over.</param>
/// <param name="In">The scenes that it is part of.</param>
/// <param name="Reads">The kinds that its drawing asks for; it is given no others.</param>
/// <param name="Draw">Draws it on a screen; null if there is nothing to draw there.</param>
internal sealed record Layer(
    Depth Depth,
    ImmutableArray<PictureScene> In,
    ImmutableArray<Kind> Reads,
    Func<Stage, XElement?> Draw
);

/// <summary>A screen that is being drawn.</summary>
/// <param name="Scene">The look and what is drawn with it.</param>
/// <param name="Shows">What the picture shows.</param>
/// <param name="Screen">The screen.</param>
/// <param name="Area">All of it, in units of the drawing.</param>
/// <param name="Scale">Units of the drawing for a px of the screen.</param>
/// <param name="IsMain">Whether it is the main screen.</param>
/// <param name="All">All screens side by side, seen from the upper left corner of this one.</param>
internal sealed record Stage(
    Scene Scene,
    PictureScene Shows,
    Screen Screen,
    Box Area,
    double Scale,
    bool IsMain,
    Box All = default
)
{
    /// <summary>All screens side by side, seen from the upper left corner of one of them.</summary>
    public static Box AllOf(IReadOnlyList<Screen> screens, int index, double scale) =>
        new(
            -scale * screens.Take(index).Sum(before => before.Width),
            0,
            scale * screens.Sum(one => one.Width),
            scale * screens.Max(one => one.Height)
        );

    /// <summary>What the screen is called in looks.</summary>
    public string Name => SettingType.ScreenName.Of(Screen.Id, IsMain);

    /// <summary>What <see cref="Work" /> is worked out from.</summary>
    public static readonly ImmutableArray<Kind> WorkReads = [PanelsKind.Kind, DockKind.Kind];

    /// <summary>What the panels and the dock leave to windows.</summary>
    public Box Work => PanelsDrawing.WorkArea(this);
}

/// <summary>The sets that a look uses, read when one is asked for first.</summary>
internal sealed class SetsInUse
{
    public IconLookup? Icons { get; set; }

    public CursorLookup? Cursor { get; set; }

    public BorderTheme? Borders { get; set; }
}

/// <summary>A look with all that it is drawn with.</summary>
/// <param name="look">The look.</param>
/// <param name="reads">The kinds that are asked for.</param>
/// <param name="content">The assets to draw with.</param>
/// <param name="typesetting">Sets words; null where bars stand for them.</param>
/// <param name="sets">The sets of the look, where others that draw it share them.</param>
internal sealed class Scene(
    Look look,
    ImmutableArray<Kind> reads,
    PictureContent content,
    Typesetting? typesetting = null,
    SetsInUse? sets = null
)
{
    private readonly SetsInUse _sets = sets ?? new SetsInUse();

    /// <summary>What is asked for wherever text is drawn.</summary>
    public static readonly ImmutableArray<Kind> Type = [ColoursKind.Kind, FontsKind.Kind];

    public PictureContent Content { get; } = content;

    /// <summary>The colours by role.</summary>
    public Palette Colours => new(this[ColoursKind.Kind]);

    public IconLookup IconSet => _sets.Icons ??= new(this[IconsKind.Kind], Content);

    public CursorLookup CursorSet => _sets.Cursor ??= new(this[CursorKind.Kind], Content);

    public BorderTheme BorderTheme =>
        _sets.Borders ??= BorderTheme.Of(this[BordersKind.Kind], Content);

    /// <summary>The component of a kind; one with nothing set where the look has none.</summary>
    /// <exception cref="InvalidOperationException">The layer has not declared that it asks for it.</exception>
    public Component this[Kind kind] =>
        reads.Contains(kind)
            ? look[kind] ?? Component.Of(kind, [])
            : throw new InvalidOperationException(
                $"This layer does not declare that it reads {kind}."
            );

    /// <summary>Height of a line of type in px: points at 96 px to the inch.</summary>
    public double TypeHeight => this[FontsKind.Kind].Get(FontsKind.Size) * 96 / 72;

    /// <summary>How thick a run of text appears as a bar, in px.</summary>
    public double TextBar => TypeHeight * 0.34;

    /// <summary>Radius of a window's corners in px.</summary>
    public double Radius => this[BordersKind.Kind].Get(BordersKind.Radius);

    /// <summary>A rectangle in the colour of a role.</summary>
    public XElement Rect(Box box, Setting<Rgba> role, double radius = 0) =>
        Shape.Rect(box, Colours[role], radius).Role(role);

    /// <summary>A line around a rectangle, in the colour of a role.</summary>
    public XElement Outline(Box box, Setting<Rgba> role, double radius = 0)
    {
        var line = Rect(box.Inset(0.75), role, radius);
        line.SetAttributeValue("stroke", line.Attribute("fill")!.Value);
        line.SetAttributeValue("fill", "none");
        line.Add(Shape.At("stroke-width", 1.5));
        return line;
    }

    /// <summary>A circle in the colour of a role.</summary>
    public XElement Circle(double x, double y, double radius, Setting<Rgba> role) =>
        Shape.Circle(x, y, radius, Colours[role]).Role(role);

    /// <summary>A path in the colour of a role.</summary>
    public XElement Path(string data, Setting<Rgba> role) =>
        Shape.Path(data, Colours[role]).Role(role);

    /// <summary>Whether text is drawn as words.</summary>
    public bool HasWords => typesetting is not null;

    /// <summary>A run of text in the colour of a role: words, or a bar of a width.</summary>
    public XElement Text(double x, double middle, double width, Setting<Rgba> role, Run run)
    {
        var fonts = this[FontsKind.Kind];
        if (typesetting is null)
        {
            var height = TextBar * run.Bar * fonts.Get(FontsKind.Weight) / 400;
            return Rect(new Box(x, middle - height / 2, width, height), role);
        }
        var room = run.Room ?? width;
        var left = run.Align switch
        {
            Align.Centre => x + (width - room) / 2,
            Align.End => x + width - room,
            _ => x,
        };
        return Words(new Box(left, middle, room, 0), Colours[role], run).Role(role);
    }

    /// <summary>Words in a colour, in the middle of a box's height.</summary>
    public XElement Words(Box box, Rgba colour, Run run) =>
        Typesetting.Set(this[FontsKind.Kind], FontOf(run), run.Words, box, run.Align, colour);

    /// <summary>How wide some words of the interface are, in units of the drawing.</summary>
    public double WidthOf(string words) => FontOf(words).WidthOf(words);

    /// <summary>The font of a run.</summary>
    private Typeface FontOf(Run run)
    {
        var fonts = this[FontsKind.Kind];
        var weight = fonts.Get(FontsKind.Weight);
        var (family, size) = run.Use switch
        {
            TextUse.Document => (fonts.Get(FontsKind.Document), FontsKind.DocumentSize),
            TextUse.FixedWidth => (fonts.Get(FontsKind.FixedWidth), FontsKind.FixedSize),
            TextUse.Title => (fonts.Get(FontsKind.Title), FontsKind.TitleSize),
            _ => ("", FontsKind.Size),
        };
        if (run.Use == TextUse.Title)
            weight = fonts.Get(FontsKind.TitleWeight);
        return TypefaceOf(
            fonts,
            family.Length > 0 ? family : fonts.Get(FontsKind.Interface),
            fonts.Get(size, fonts.Get(FontsKind.Size)) * run.Size,
            run.IsStrong ? Math.Max(weight, 600) : weight,
            run.Use == TextUse.FixedWidth
        );
    }

    /// <summary>A font that a component names.</summary>
    public Typeface TypefaceOf(
        Component part,
        string family,
        double points,
        double weight = 400,
        bool isFixed = false
    ) =>
        typesetting?.Find(part, family, points, weight, isFixed)
        ?? Typeface.StandIn(points, weight, isFixed);

    /// <summary>A picture that a setting of a component names, over a whole box; null if it is not at hand.</summary>
    public XElement? Picture(Component component, Setting<string> setting, Box box) =>
        component.Get(setting) is { Length: > 0 } name
        && component.AssetNamed(name) is { IsFolder: false, Content: { } digest }
            ? Shape.Cover(box, Content.Sizes(digest), Content.Address(digest, name))
            : null;
}
