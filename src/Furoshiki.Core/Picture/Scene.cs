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
internal sealed record Stage(
    Scene Scene,
    PictureScene Shows,
    Screen Screen,
    Box Area,
    double Scale,
    bool IsMain
)
{
    /// <summary>What the screen is called in looks.</summary>
    public string Name => IsMain ? SettingType.ScreenName.Main : Screen.Id;

    /// <summary>What the panels leave to windows.</summary>
    public Box Work => PanelsDrawing.WorkArea(this);
}

/// <summary>A look with all that it is drawn with.</summary>
/// <param name="look">The look.</param>
/// <param name="reads">The kinds that are asked for.</param>
/// <param name="content">The assets to draw with.</param>
internal sealed class Scene(Look look, ImmutableArray<Kind> reads, PictureContent content)
{
    private IconLookup? _icons;
    private IconLookup? _cursor;
    private BorderTheme? _borders;

    /// <summary>What is asked for wherever text is drawn.</summary>
    public static readonly ImmutableArray<Kind> Type = [ColoursKind.Kind, FontsKind.Kind];

    public PictureContent Content { get; } = content;

    /// <summary>The colours by role.</summary>
    public Palette Colours => new(this[ColoursKind.Kind]);

    public IconLookup IconSet => _icons ??= new(this[IconsKind.Kind], Content);

    public IconLookup CursorSet => _cursor ??= new(this[CursorKind.Kind], Content);

    public BorderTheme BorderTheme => _borders ??= BorderTheme.Of(this[BordersKind.Kind], Content);

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

    /// <summary>A circle in the colour of a role.</summary>
    public XElement Circle(double x, double y, double radius, Setting<Rgba> role) =>
        Shape.Circle(x, y, radius, Colours[role]).Role(role);

    /// <summary>A path in the colour of a role.</summary>
    public XElement Path(string data, Setting<Rgba> role) =>
        Shape.Path(data, Colours[role]).Role(role);

    /// <summary>A run of text, as a bar of its colour.</summary>
    public XElement Text(
        double x,
        double middle,
        double width,
        Setting<Rgba> role,
        double weight = 1
    )
    {
        var height = TextBar * weight * this[FontsKind.Kind].Get(FontsKind.Weight) / 400;
        return Rect(new Box(x, middle - height / 2, width, height), role);
    }

    /// <summary>A picture that a setting of a component names, over a whole box; null if it is not at hand.</summary>
    public XElement? Picture(Component component, Setting<string> setting, Box box) =>
        component.Get(setting) is { Length: > 0 } name
        && component.AssetNamed(name) is { IsFolder: false, Content: { } digest }
            ? Shape.Cover(box, Content.SizeOf(digest), Content.Address(digest, name))
            : null;
}
