using System.Collections.Immutable;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

/// <summary>Whoever changes a setting sees what it does, in one scene or another, or is told why it cannot be seen.</summary>
public sealed class EverySettingTests
{
    private static readonly TestDesktop Desktop = new();
    private static readonly Look Look = Desktop.Read().Look;

    private static readonly Dictionary<Digest, byte[]> Files = Desktop
        .Files.Values.DistinctBy(bytes => Digest.Of(bytes))
        .ToDictionary(bytes => Digest.Of(bytes));

    private static readonly Tree Face = Tree.Of([
        new("face.svg", FileState.OfFile(420, 1, Digest.Of("face"u8))),
    ]);

    private static readonly Dictionary<Digest, Tree> Trees = Look
        .Components.SelectMany(part => part.Assets)
        .Where(asset => asset.IsFolder)
        .DistinctBy(asset => asset.Content)
        .ToDictionary(
            asset => asset.Content!.Value,
            asset => Desktop.FindTree(TestDesktop.Map.FindPath(asset.Path!)!.FromRoot)!
        );

    private static readonly PictureContent Content = new(
        digest => digest == Face.Digest ? Face : Trees.GetValueOrDefault(digest),
        digest => Files.GetValueOrDefault(digest),
        (digest, name) => $"/{digest.Hex}/{name}"
    )
    {
        Faces = (_, name) =>
            name.EndsWith(".otf", StringComparison.Ordinal)
                ? new FontFace(
                    name.Contains("Semibold", StringComparison.Ordinal) ? 600 : 400,
                    false,
                    words => words.Length * 0.5
                )
                : null,
    };

    public static TheoryData<string, string, bool> All =>
        [
            .. Kind.All.SelectMany(kind =>
                kind.Settings.SelectMany(setting =>
                    new[] { false, true }
                        .Where(setting.IsFor)
                        .Select(item => new TheoryDataRow<string, string, bool>(
                            kind.Name,
                            setting.Name,
                            item
                        ))
                )
            ),
        ];

    [Theory]
    [MemberData(nameof(All))]
    public void Every_setting_shows_in_some_scene_or_it_is_said_why_not(
        string kindName,
        string name,
        bool isItems
    )
    {
        var kind = Kind.All.Single(one => one.Name == kindName);
        var setting = kind.Settings.Single(one => one.Name == name && one.IsFor(isItems));
        var part = Look[kind] ?? Component.Of(kind, []);
        var item = isItems ? (part.Items is [var first, ..] ? first : "upright") : null;
        var key = new SettingKey(name, item);
        var before = part with
        {
            Settings = part.Settings.SetItems(Shows(kind)),
            Assets = [.. part.Assets, .. AtHand],
        };
        var drawn = Drawn(before);
        var showed = Others(setting, before.Settings.GetValueOrDefault(key) ?? setting.Otherwise)
            .Select(value => before with { Settings = before.Settings.SetItem(key, value) })
            .SelectMany(after =>
                setting.Type is SettingType.OfText
                    ? [after, after with { Assets = [] }]
                    : new[] { after }
            )
            .Any(after => !Drawn(after).SequenceEqual(drawn));
        if (Unseen.Why(kind, setting) is { } reason)
        {
            showed.ShouldBeFalse($"it shows, and yet it is said: {reason}");
            reason.ShouldEndWith(".");
        }
        else
            showed.ShouldBeTrue();
    }

    /// <summary>What any part can name: two pictures and a folder with a drawing.</summary>
    private static readonly ImmutableArray<Asset> AtHand =
    [
        AssetOf("Morning-Paper.svg"),
        AssetOf("Milky-Arch.svg"),
        new Asset("Face", "which", null, IsFolder: true, Face.Digest),
    ];

    private static Asset AssetOf(string wallpaper) =>
        new(
            wallpaper,
            "picture",
            null,
            IsFolder: false,
            Digest.Of(Desktop.Files[$"home/.local/share/wallpapers/{wallpaper}"])
        );

    /// <summary>What must be so for other settings of a kind to show.</summary>
    private static IEnumerable<KeyValuePair<SettingKey, SettingValue>> Shows(Kind kind) =>
        kind == WallpaperKind.Kind
            ? [WallpaperKind.Pictures.Is(["Milky-Arch.svg", "Morning-Paper.svg"])]
        : kind == PanelsKind.Kind
            ?
            [
                Setting.Order.Is(["main", "second"]),
                .. new[] { "main", "second" }.SelectMany(item =>
                    new[]
                    {
                        PanelsKind.Screen.Is("main", item),
                        PanelsKind.Edge.Is(Edge.Top, item),
                        PanelsKind.Length.Is(new EdgeLength(50, IsPixels: false), item),
                    }
                ),
            ]
        : kind == DockKind.Kind
            ?
            [
                DockKind.Program.Is("Bench-Dock"),
                DockKind.Zoom.Is(1.5),
                DockKind.Entries.Is(["folder", "user-home", "folder"]),
            ]
        : kind == WidgetsKind.Kind
            ?
            [
                WidgetsKind.Place.Is(new SettingValue.Geometry(1005, 405, 300, 300), "upright"),
                WidgetsKind.Place.Is(new SettingValue.Geometry(1105, 505, 300, 300), "second"),
                WidgetsKind.Which.Is("Face", "upright"),
                Setting.Order.Is(["upright", "second"]),
            ]
        : kind == TerminalKind.Kind ? [TerminalKind.Opacity.Is(60)]
        : kind == IconsKind.Kind ? [IconsKind.OnDesktop.Is(true)]
        : kind == LockKind.Kind ? [LockKind.Shows.Is(LockGround.Picture)]
        : [];

    private static ImmutableArray<string> Drawn(Component part) =>
        [
            .. NamedScene.All.SelectMany(scene =>
                DesktopPicture
                    .Draw(
                        Look.With(part),
                        TestDesktop.Screens,
                        Content,
                        scene.Scene,
                        PictureDetail.Words
                    )
                    .Screens.Select(screen => screen.Svg)
            ),
        ];

    /// <summary>Other values that a setting can have.</summary>
    private static IEnumerable<SettingValue> Others(Setting setting, SettingValue value) =>
        (
            setting.Type switch
            {
                { Options.Length: > 0 } => setting.Type.Options.Select(Text),
                SettingType.OfText =>
                [
                    Text(""),
                    Text("Another"),
                    .. AtHand.Select(asset => Text(asset.Name)),
                    Text("narrow"),
                    Text("Amber"),
                ],
                SettingType.OfNumber number =>
                [
                    new SettingValue.Number(number.Min),
                    new SettingValue.Number(number.Max),
                ],
                SettingType.Flag => [new SettingValue.Flag(true), new SettingValue.Flag(false)],
                SettingType.Colour => [new SettingValue.Colour(new Rgba(255, 0, 0))],
                SettingType.Extent => [new SettingValue.Number(40), new SettingValue.Pixels(300)],
                SettingType.Geometry => [new SettingValue.Geometry(900, 300, 400, 200)],
                _ when value is SettingValue.List { Items: var items } =>
                [
                    new SettingValue.List([.. items.Reverse()]),
                    new SettingValue.List(["Another", .. items]),
                ],
                _ => Array.Empty<SettingValue>(),
            }
        ).Where(other => !other.Equals(value));

    private static SettingValue Text(string text) => new SettingValue.Text(text);
}
