using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Fitting;

/// <summary>Where something on the screens goes.</summary>
/// <param name="Item">The panel or widget; null for the dock.</param>
/// <param name="Screen">The number of the screen, 0 for the main one.</param>
/// <param name="Edge">The edge; null for a widget.</param>
/// <param name="X">How far a widget is from the left, in px of the screen.</param>
/// <param name="Y">How far a widget is from the top, in px of the screen.</param>
/// <param name="IsBy">Whether a widget goes so far from where it is, rather than to a place.</param>
public sealed record PlaceWanted(
    string? Item,
    int Screen,
    Edge? Edge = null,
    double X = 0,
    double Y = 0,
    bool IsBy = false
);

/// <summary>Puts panels, widgets and the dock to where a person moves them.</summary>
public static class Placing
{
    /// <summary>The edit that does it.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="part">The part as it is; null if the look has none.</param>
    /// <param name="place">Where it goes.</param>
    /// <param name="screens">The desktop's screens, the main one first.</param>
    /// <param name="whyNot">Why it cannot be moved there, in a sentence; empty if it can.</param>
    /// <returns>Null if it cannot.</returns>
    public static FittingEdit? Of(
        Kind kind,
        Component? part,
        PlaceWanted place,
        IReadOnlyList<Screen> screens,
        out string whyNot
    )
    {
        whyNot =
            place.Screen < 0 || place.Screen >= screens.Count ? "There is no such screen."
            : part is null || (place.Item is { } item && !part.Items.Contains(item))
                ? "There is nothing to move."
            : kind == DockKind.Kind && place.Screen > 0 ? "The dock stands on the main screen."
            : "";
        if (whyNot.Length > 0)
            return null;
        var screen = screens[place.Screen];
        var name = SettingType.ScreenName.Of(screen.Id, place.Screen == 0);
        if (kind == DockKind.Kind && place is { Item: null, Edge: { } side })
            return FittingEdit.Piece.Of(kind, DockKind.Edge.Is(side));
        if (kind == PanelsKind.Kind && place is { Item: { } panel, Edge: { } edge })
            return FittingEdit.Piece.Of(
                kind,
                PanelsKind.Screen.Is(name, panel),
                PanelsKind.Edge.Is(edge, panel)
            );
        if (kind == WidgetsKind.Kind && place is { Item: { } widget, Edge: null })
            return FittingEdit.Piece.Of(
                kind,
                WidgetsKind.Screen.Is(name, widget),
                WidgetsKind.Place.Is(
                    Moved(
                        part!.ItemAlone(widget).Get(WidgetsKind.Place),
                        place,
                        screen,
                        part.Get(WidgetsKind.Grid)
                    ),
                    widget
                )
            );
        whyNot = $"{kind.Title} cannot be moved so.";
        return null;
    }

    /// <summary>A widget at another place, on the grid where there is one, and all of it on the screen where it fits.</summary>
    private static SettingValue.Geometry Moved(
        SettingValue.Geometry? from,
        PlaceWanted to,
        Screen screen,
        bool hasGrid
    )
    {
        var (x, y, width, height) = from ?? (SettingValue.Geometry)WidgetsKind.Place.Otherwise;
        return new SettingValue.Geometry(
            At(to.X + (to.IsBy ? x : 0), screen.Width - width),
            At(to.Y + (to.IsBy ? y : 0), screen.Height - height),
            width,
            height
        );

        int At(double wanted, int most)
        {
            var step = hasGrid ? WidgetsKind.GridStep : 1;
            var last = Math.Max(0, most) / step * step;
            return (int)Math.Clamp(Math.Round(wanted / step) * step, 0, last);
        }
    }
}
