using Furoshiki.Core.Maps;

namespace Furoshiki.App.Desktops;

/// <summary>A desktop in the chooser.</summary>
/// <param name="Gone">Why its folder cannot be looked at, in a sentence; null if it can.</param>
public sealed record DesktopView(
    long Id,
    string Name,
    string Platform,
    string Version,
    IReadOnlyList<Screen> Screens,
    bool IsSimulated,
    string Folder,
    string? Gone
)
{
    /// <summary>A desktop whose folder is there.</summary>
    public static DesktopView Of(LiveDesktop desktop) =>
        new(
            desktop.Id,
            desktop.Name,
            desktop.Map.Platform,
            desktop.Version,
            desktop.Screens,
            desktop.IsSimulated,
            desktop.Folder.Root,
            null
        );
}
