using System.Collections.Immutable;
using System.Xml.Linq;
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
/// <param name="Draw">Draws it on a screen; null if there is nothing to draw there.</param>
internal sealed record Layer(
    Depth Depth,
    ImmutableArray<PictureScene> In,
    Func<Stage, XElement?> Draw
);

/// <summary>A screen that is being drawn.</summary>
/// <param name="Scene">The look and what is drawn with it.</param>
/// <param name="Shows">What the picture shows.</param>
/// <param name="Screen">The screen.</param>
/// <param name="Area">All of it, in units of the drawing.</param>
/// <param name="Work">What the panels leave to windows.</param>
/// <param name="Scale">Units of the drawing for a px of the screen.</param>
/// <param name="IsMain">Whether it is the main screen.</param>
internal sealed record Stage(
    Scene Scene,
    PictureScene Shows,
    Screen Screen,
    Box Area,
    Box Work,
    double Scale,
    bool IsMain
)
{
    /// <summary>What the screen is called in looks.</summary>
    public string Name => IsMain ? SettingType.ScreenName.Main : Screen.Id;
}

/// <summary>A look with all that it is drawn with.</summary>
internal sealed class Scene(Look look, PictureContent content)
{
    public PictureContent Content { get; } = content;

    public Palette Colours { get; } = new(look);

    public IconLookup IconSet { get; } = new(look[IconsKind.Kind.Name], content);

    public IconLookup CursorSet { get; } = new(look[CursorKind.Kind.Name], content);

    public BorderTheme BorderTheme { get; } = BorderTheme.Of(look[BordersKind.Kind.Name], content);

    /// <summary>The component of a kind; one with nothing set where the look has none.</summary>
    public Component this[Kind kind] => look[kind.Name] ?? Component.Of(kind.Name, []);

    /// <summary>Height of a line of type in px: points at 96 px to the inch.</summary>
    public double TypeHeight => this[FontsKind.Kind].Number("size", 10) * 96 / 72;

    /// <summary>How thick a run of text appears as a bar, in px.</summary>
    public double TextBar => TypeHeight * 0.34;

    /// <summary>A run of text, as a bar of its colour.</summary>
    public XElement Text(double x, double middle, double width, string role, double weight = 1)
    {
        var height = TextBar * weight * this[FontsKind.Kind].Number("weight", 400) / 400;
        return Shape.Rect(new Box(x, middle - height / 2, width, height), Colours[role]).Role(role);
    }

    /// <summary>A picture that a setting of a component names, over a whole box; null if it is not at hand.</summary>
    public XElement? Picture(Component component, string setting, Box box) =>
        component.Text(setting, "") is { Length: > 0 } name
        && component.AssetNamed(name) is { IsFolder: false, Content: { } digest }
            ? Shape.Cover(box, Content.SizeOf(digest), Content.Address(digest, name))
            : null;
}
