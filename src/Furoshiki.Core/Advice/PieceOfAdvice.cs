using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Advice;

/// <summary>How much a piece of advice weighs.</summary>
public enum AdviceWeight
{
    /// <summary>Something cannot be read or used.</summary>
    Grave,

    /// <summary>Something does not go together.</summary>
    Light,

    /// <summary>Nothing is the matter: a figure that is good to know.</summary>
    Told,
}

/// <summary>What would settle a piece of advice.</summary>
/// <param name="Title">What it does, in a few words, as on a button.</param>
/// <param name="Step">The step that does it.</param>
public sealed record AdviceRemedy(string Title, FittingStep Step)
{
    /// <summary>The package URLs of supplies that have to be got for it; the assets of those stand in no step yet.</summary>
    public ImmutableArray<string> Get { get; init; } = [];

    /// <summary>Turns a wallpaper over, left to right.</summary>
    internal static AdviceRemedy Mirror(Component wallpaper) =>
        Set(
            "Mirror the wallpaper",
            WallpaperKind.Kind,
            WallpaperKind.Mirrored.Is(!wallpaper.Get(WallpaperKind.Mirrored))
        );

    /// <summary>Lets through no more than what something allows, in whole per cents; null where nothing that lets through less would do.</summary>
    /// <param name="kind">The part's kind.</param>
    /// <param name="opacity">Its setting, in per cent.</param>
    /// <param name="item">The item that it is of; null for the part.</param>
    /// <param name="now">What it is now.</param>
    /// <param name="holds">What is to hold of it.</param>
    internal static AdviceRemedy? MoreOpaque(
        Kind kind,
        Setting<double> opacity,
        string? item,
        double now,
        Func<int, bool> holds
    )
    {
        for (var percent = (int)Math.Floor(now) + 1; percent <= 100; percent++)
            if (holds(percent))
                return Set(
                    string.Create(CultureInfo.InvariantCulture, $"Opacity {percent} %"),
                    kind,
                    opacity.Is(percent, item)
                );
        return null;
    }

    /// <summary>Sets one setting, which names no asset.</summary>
    /// <param name="title">What it does, in a few words.</param>
    /// <param name="kind">The part's kind.</param>
    /// <param name="setting">The setting with its value.</param>
    public static AdviceRemedy Set(
        string title,
        Kind kind,
        KeyValuePair<SettingKey, SettingValue> setting
    ) => new(title, new FittingStep([FittingEdit.Piece.Of(kind, setting)]));
}

/// <summary>What a check found in a look.</summary>
/// <param name="Key">What it is about: the same in another look that has the same trouble.</param>
/// <param name="Kind">The part that it is about first.</param>
/// <param name="Setting">The setting of that part; null for the whole of it.</param>
/// <param name="Weight">How much it weighs.</param>
/// <param name="Title">What is the matter, in a few words.</param>
/// <param name="Line">What is so and what is wanted, each with its figure, in one short sentence without its stop.</param>
/// <param name="Found">What was looked at and what was found, with its figure, in a sentence.</param>
/// <param name="Wanted">What is wanted and by which source, in a sentence.</param>
/// <param name="Why">Why it matters, in a sentence.</param>
/// <param name="Remedies">What would settle it, the gentlest first; what a check gives is worked out where it is asked for.</param>
public sealed record PieceOfAdvice(
    string Key,
    Kind Kind,
    SettingKey? Setting,
    AdviceWeight Weight,
    string Title,
    string Line,
    string Found,
    string Wanted,
    string Why,
    IEnumerable<AdviceRemedy> Remedies
);

/// <summary>What checks look at.</summary>
/// <param name="Look">The look.</param>
/// <param name="Screens">The screens that it is for, the main one first.</param>
/// <param name="Content">The assets that it is drawn with.</param>
public sealed record AdviceGround(Look Look, IReadOnlyList<Screen> Screens, PictureContent Content)
{
    /// <summary>The assets that the look could use.</summary>
    public IReadOnlyList<OfferedAsset> Offered { get; init; } = [];

    /// <summary>The supplies that are there or can be got, engines and other needs of assets too.</summary>
    public IReadOnlyList<Supply> Supplies { get; init; } = [];

    /// <summary>The map of the desktop that it is for; null where it is for none.</summary>
    public DesktopMap? Map { get; init; }

    /// <summary>How much light the main screen gives in the person's other night looks, 0 to 1 each.</summary>
    public IReadOnlyList<double> Nights { get; init; } = [];

    /// <summary>Told when nobody waits for the advice any more: the checks end.</summary>
    public CancellationToken Gone { get; init; }

    /// <summary>Each screen with what it is called in looks.</summary>
    internal ImmutableArray<(Screen Screen, string Name)> NamedScreens { get; } =
    [
        .. Screens.Select(
            (screen, i) => (screen, SettingType.ScreenName.Of(screen.Id, isMain: i == 0))
        ),
    ];

    /// <summary>The same with each of several pictures that lie behind it in turn, by the picture's name; none where it has not several.</summary>
    internal IEnumerable<(string Picture, AdviceGround Ground)> InTurn() =>
        Look[WallpaperKind.Kind] is { } wallpaper
        && WallpaperKind.InTurn(wallpaper) is { Length: > 1 } pictures
            ? pictures
                .Distinct()
                .Select(picture =>
                    (
                        picture,
                        this with
                        {
                            Look = Look.With(
                                wallpaper with
                                {
                                    Settings = wallpaper.Settings.SetItem(
                                        new SettingKey(WallpaperKind.Pictures.Name),
                                        new SettingValue.List([picture])
                                    ),
                                }
                            ),
                        }
                    )
                )
            : [];

    /// <summary>A screen as it is drawn, in its px.</summary>
    /// <param name="index">Which screen it is.</param>
    internal Stage StageOf(int index) =>
        new(
            new Scene(Look, Kind.All, Content),
            PictureScene.Desktop,
            Screens[index],
            Box.Of(Screens[index]),
            Scale: 1,
            IsMain: index == 0,
            Stage.AllOf(Screens, index, scale: 1)
        );

    /// <summary>The wallpaper of a screen; null where the look has none, or its picture is not known.</summary>
    /// <param name="index">Which screen it is.</param>
    internal Backdrop? Behind(int index) =>
        Look[WallpaperKind.Kind] is { } wallpaper
        && new Backdrop(wallpaper, Screens, index, Content) is { IsKnown: true } backdrop
            ? backdrop
            : null;
}
