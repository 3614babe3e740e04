using System.Collections.Frozen;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Settings that no picture can show, each with the reason.</summary>
public static class Unseen
{
    private const string WhileMoving =
        "No picture shows it: it is seen only while a window is moved or opened.";
    private const string Code = "No picture shows it: what it draws is up to its own program.";
    private const string Heard = "No picture shows it: it is heard.";
    private const string Keys = "No picture shows it: it is pressed.";
    private const string Time = "No picture shows it: it is a matter of time.";

    private static readonly FrozenDictionary<Kind, string> Kinds = new Dictionary<Kind, string>
    {
        [BehaviourKind.Kind] = WhileMoving,
        [ExtensionsKind.Kind] = Code,
        [ShortcutsKind.Kind] = Keys,
        [SoundsKind.Kind] = Heard,
    }.ToFrozenDictionary();

    private static readonly FrozenDictionary<(Kind, Setting), string> Settings = new Dictionary<
        (Kind, Setting),
        string
    >
    {
        [(LauncherKind.Kind, LauncherKind.Key)] = Keys,
        [(LockKind.Kind, LockKind.Wait)] = Time,
        [(NotificationsKind.Kind, NotificationsKind.Time)] = Time,
        [(WallpaperKind.Kind, WallpaperKind.Interval)] = Time,
        [(WallpaperKind.Kind, WallpaperKind.Shuffle)] = Time,
    }.ToFrozenDictionary();

    /// <summary>Why a setting of a kind shows in no picture, in a sentence; null where it shows in some scene.</summary>
    public static string? Why(Kind kind, Setting setting) =>
        Kinds.GetValueOrDefault(kind) ?? Settings.GetValueOrDefault((kind, setting));
}
