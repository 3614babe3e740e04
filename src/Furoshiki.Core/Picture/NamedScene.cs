using System.Collections.Immutable;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>A scene with its name for people.</summary>
/// <param name="Scene">The scene.</param>
/// <param name="Title">Its name.</param>
/// <param name="Subject">The kind that it is a picture of; null where it shows a bit of everything.</param>
public sealed record NamedScene(PictureScene Scene, string Title, Kind? Subject = null)
{
    /// <summary>Every scene, in the order in which people go through them.</summary>
    public static ImmutableArray<NamedScene> All { get; } =
    [
        new(PictureScene.Desktop, "Desktop"),
        new(PictureScene.Menu, "Menu"),
        new(PictureScene.Files, "Files"),
        new(PictureScene.Terminal, "Terminal", TerminalKind.Kind),
        new(PictureScene.Settings, "Settings"),
        new(PictureScene.SignIn, "Sign-in", SignInKind.Kind),
        new(PictureScene.StartUp, "Start-up", StartUpKind.Kind),
        new(PictureScene.Lock, "Lock", LockKind.Kind),
    ];

    /// <summary>The scenes that a look has a say in.</summary>
    public static IEnumerable<NamedScene> Of(Look look) =>
        All.Where(scene => scene.Subject is null || look[scene.Subject] is not null);
}
