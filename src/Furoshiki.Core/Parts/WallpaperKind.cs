using System.Collections.Immutable;
using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Parts;

/// <summary>How a picture fills a screen.</summary>
public enum Fit
{
    /// <summary>It covers the screen in its own proportion.</summary>
    Fill,

    /// <summary>All of it can be seen, in its own proportion.</summary>
    Fit,

    /// <summary>It stands in the middle in its own size.</summary>
    Centre,

    /// <summary>It is repeated in its own size.</summary>
    Tile,

    /// <summary>It covers all screens together.</summary>
    Span,
}

/// <summary>
/// The picture behind everything, on all screens or, for the screens that are its items, another one; or a list of pictures
/// that follow each other.
/// </summary>
public static class WallpaperKind
{
    private static readonly SettingList Its = new();

    private const double Minute = 60;
    private const double Day = 86400;

    internal static Setting<string> Picture { get; } =
        Its.Add("picture", "Picture", new SettingType.AssetName(), "", SettingScope.Both);

    internal static Setting<Fit> Fit { get; } =
        Its.Add("fit", "Fit", new SettingType.Choice<Fit>(), Parts.Fit.Fill, SettingScope.Both);

    internal static Setting<Rgba> Background { get; } =
        Its.Add("background", "Background", new SettingType.Colour(), new Rgba(0x80, 0x80, 0x80));

    internal static Setting<bool> Mirrored { get; } =
        Its.Add("mirrored", "Mirrored", new SettingType.Flag(), false);

    internal static Setting<ImmutableArray<string>> Pictures { get; } =
        Its.Add("pictures", "In turn", new SettingType.List(), []);

    internal static Setting<double> Interval { get; } =
        Its.Add("interval", "Each for", new SettingType.LengthOfTime(Minute, Day), 30 * Minute);

    internal static Setting<bool> Shuffle { get; } =
        Its.Add("shuffle", "Shuffled", new SettingType.Flag(), false);

    internal static Setting<bool> Frozen { get; } =
        Its.Add("frozen", "Frozen on one", new SettingType.Flag(), false);

    /// <summary>The pictures that lie there in turn; none where one stays.</summary>
    internal static ImmutableArray<string> InTurn(Component wallpaper) =>
        wallpaper.Get(Frozen) ? [] : wallpaper.Get(Pictures);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "wallpaper",
            "Wallpaper",
            PartGroup.Surface,
            Its.All,
            wallpaper =>
                InTurn(wallpaper) is { Length: > 1 } list
                    ? $"{list.Length} in turn, {wallpaper.Join(Fit)}"
                    : wallpaper.Join(Picture, Fit)
        )
        {
            Weight = 15,
        };
}
