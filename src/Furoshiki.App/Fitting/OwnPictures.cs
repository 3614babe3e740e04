using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Fitting;

/// <summary>Takes pictures that a person has into looks: each is kept as a supply of their own, and travels with the look.</summary>
public sealed class OwnPictures(
    FittedLooks fittings,
    DesktopRegister register,
    Observer observer,
    Sources sources,
    SupplyKeeper keeper,
    Drawings drawings,
    FittingDesk desk
)
{
    /// <summary>Most bytes of a picture: 64 MiB.</summary>
    public const long MostBytes = 64L << 20;

    private const int LongestTitle = 40;

    /// <summary>Twice the size in px that entries are commonly drawn in at most.</summary>
    private const int LargestIcon = 256;

    private const string Unharmed = "The fitting is as it was, and nothing was kept.";

    private static readonly ImmutableArray<Kind> Parts =
    [
        WallpaperKind.Kind,
        LockKind.Kind,
        SignInKind.Kind,
        StartUpKind.Kind,
        IconsKind.Kind,
    ];

    /// <summary>A picture takes four bytes a pixel while it is read, so one is read at a time.</summary>
    private readonly Lock _reading = new();

    /// <summary>Whether a setting names a picture that can be a person's own.</summary>
    /// <param name="map">Where everything of its part is found.</param>
    /// <param name="key">The setting.</param>
    public static bool CanTake(KindMap map, SettingKey key) =>
        Parts.Contains(map.Kind)
        && key.Name == "picture"
        && map.Assets.Any(rule => rule.Setting == key.Name && rule.Form == AssetForm.File);

    /// <summary>Takes a picture, as a step.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="name">The name of the file that it came in.</param>
    /// <param name="bytes">The file.</param>
    /// <param name="kind">The name of the part that it goes into: the wallpaper, the lock, the sign-in, the start-up or the icons.</param>
    /// <param name="item">The screen whose wallpaper it becomes, null for all of them; or the entry whose icon it becomes.</param>
    /// <exception cref="ProblemException">There is no such fitting, part or screen, it is no picture that can be taken, or the desktop has no place for it.</exception>
    public OpenFitting Take(
        long id,
        string name,
        ReadOnlyMemory<byte> bytes,
        string kind,
        string? item
    )
    {
        var fitting = fittings.Get(id);
        var desktop = register.Get(fitting.Row.DesktopId);
        var part =
            Parts.FirstOrDefault(one => one.Name == kind)
            ?? throw ProblemException.Field("kind", "No such part has a picture of your own.");
        if (!HasPlaceFor(desktop, part, item))
            throw ProblemException.Field(
                "item",
                item is null
                    ? "It has to be said which entry has the picture."
                    : $"{part.Title} on {desktop.Name} has no place for a picture called so."
            );
        OwnPicture picture;
        lock (_reading)
            picture = OwnPicture.Read(
                name,
                bytes,
                part == IconsKind.Kind
                    ? new PictureUse(LargestIcon, IsSquare: true)
                    : new PictureUse(LongestOf(desktop)),
                drawings
            );
        var supply = Kept(desktop, part, name, picture);
        var asset = supply.Provides[0].Name;
        var there = fitting.State.Look.Look[part];
        return desk.Step(
            id,
            new StepForm(
                [
                    new EditForm(
                        part.Name,
                        [
                            .. KeysFor(there, item).Select(key => new ValueForm(key, asset)),
                            .. part == LockKind.Kind
                                ? [new ValueForm("shows", "picture")]
                                : Array.Empty<ValueForm>(),
                        ],
                        Add: item is not null && there?.Items.Contains(item) != true
                            ? [item]
                            : null,
                        Get: [supply.Id]
                    ),
                ],
                $"{part.Title}{(item is null ? "" : $", {item}")}: {supply.Title}, a picture of your own"
            )
        );
    }

    /// <summary>An entry can be any; a screen is one that the desktop has.</summary>
    private static bool HasPlaceFor(LiveDesktop desktop, Kind part, string? item) =>
        part == IconsKind.Kind
            ? item is not null
            : item is null
                || part == WallpaperKind.Kind
                    && desktop
                        .Screens.Select(
                            (one, i) => SettingType.ScreenName.Of(one.Id, isMain: i == 0)
                        )
                        .Contains(item);

    /// <summary>On all screens it takes the place of the pictures that single ones have.</summary>
    private static IEnumerable<string> KeysFor(Component? part, string? item) =>
        item is not null
            ? [$"{item}/picture"]
            :
            [
                "picture",
                .. (part?.Settings.Keys ?? [])
                    .Where(key => key is { Name: "picture", Item: not null })
                    .Select(key => key.ToString()),
            ];

    /// <summary>Twice the longest side of any screen, so that it can be shown sharply and cropped.</summary>
    private static int LongestOf(LiveDesktop desktop) =>
        2 * desktop.Screens.Max(screen => Math.Max(screen.Width, screen.Height));

    private Supply Kept(LiveDesktop desktop, Kind kind, string name, OwnPicture picture)
    {
        if (FolderOf(desktop, kind) is not { } folder)
            throw ProblemException.InTheWay(
                ProblemCode.NoPlace,
                $"{desktop.Map.Platform} reads pictures for {kind.Title.ToLowerInvariant()} from no folder of your own, so none can be put there.",
                Unharmed
            );
        // What is read from the same folder is kept once.
        if (folder == FolderOf(desktop, WallpaperKind.Kind))
            kind = WallpaperKind.Kind;
        var known = sources.Known();
        var content = Digest.Of(picture.Bytes.Span);
        if (
            known
                .All.Select(one => one.Supply)
                .FirstOrDefault(one =>
                    one.Name.Namespace == OwnSupply.Space
                    && one.Provides is [var only]
                    && only.Kind == kind
                    && one.ContentOf(only) == content
                ) is
            { } same
        )
            return same;
        try
        {
            var taken = known
                .All.SelectMany(one => one.Supply.Provides)
                .Select(asset => Path.GetFileNameWithoutExtension(asset.Name))
                .Concat(Standing(desktop))
                .ToHashSet(StringComparer.OrdinalIgnoreCase);
            var title = TitleOf(name);
            var free = Enumerable
                .Range(1, int.MaxValue)
                .Select(i => i == 1 ? title : $"{title}-{i}")
                .First(one => !taken.Contains(one));
            var supply = OwnSupply.Unpacked(
                free + picture.Extension,
                kind,
                new Dictionary<string, FileState>(StringComparer.Ordinal)
                {
                    [""] = FileState.OfFile(Asset.CommonMode, picture.Bytes.Length, content),
                },
                index: null,
                known.Index
            );
            keeper.KeepOwn(supply, batch => batch.Put(picture.Bytes.Span));
            return supply;
        }
        catch (SupplyException problem)
        {
            throw ProblemException.Field("file", problem.Message);
        }
    }

    private static string? FolderOf(LiveDesktop desktop, Kind kind) =>
        SupplyPlaces
            .PlaceFor(desktop.Map, new Provided(kind, false, "one", null, null), isFile: true)
            ?.FromRoot;

    /// <summary>What the pictures that stand on the desktop are called.</summary>
    private IEnumerable<string> Standing(LiveDesktop desktop) =>
        (desktop.Map.Find(WallpaperKind.Kind)?.Assets ?? [])
            .SelectMany(rule => rule.Folders)
            .SelectMany(folder => observer.See(desktop).View.NamesIn(folder.FromRoot) ?? [])
            .Select(file => Path.GetFileNameWithoutExtension(file));

    /// <summary>A title of plain letters, so that its file can be called so on every desktop.</summary>
    private static string TitleOf(string name)
    {
        var given = Path.GetFileNameWithoutExtension(name);
        var title = OwnSupply.AssetNameOf(
            given.Length > LongestTitle ? given[..LongestTitle] : given,
            "",
            isFile: false
        );
        return title.Length > 0 ? title : "Picture";
    }
}
