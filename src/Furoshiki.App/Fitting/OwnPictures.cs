using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Fitting;

/// <summary>Takes pictures that a person has into looks: each is kept as a supply of their own, and travels with the look.</summary>
public sealed class OwnPictures(
    FittedLooks fittings,
    DesktopRegister register,
    Observer observer,
    Sources sources,
    SupplyKeeper keeper,
    FittingDesk desk
)
{
    /// <summary>Most bytes of a picture: 64 MiB.</summary>
    public const long MostBytes = 64L << 20;

    private const int LongestTitle = 40;

    private const string Unharmed = "The fitting is as it was, and nothing was kept.";

    /// <summary>A picture takes four bytes a pixel while it is read, so one is read at a time.</summary>
    private readonly Lock _reading = new();

    /// <summary>Takes a picture, as a step.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="name">The name of the file that it came in.</param>
    /// <param name="bytes">The file.</param>
    /// <param name="scene">Where it is seen: on the locked screen, while signing in, at start-up, or else on the desktop.</param>
    /// <param name="screen">The screen whose wallpaper it becomes; null for all of them.</param>
    /// <exception cref="ProblemException">There is no such fitting or screen, it is no picture that can be taken, or the desktop has no place for it.</exception>
    public OpenFitting Take(
        long id,
        string name,
        ReadOnlyMemory<byte> bytes,
        PictureScene scene,
        string? screen
    )
    {
        var fitting = fittings.Get(id);
        var desktop = register.Get(fitting.Row.DesktopId);
        var kind = scene switch
        {
            PictureScene.Lock => LockKind.Kind,
            PictureScene.SignIn => SignInKind.Kind,
            PictureScene.StartUp => StartUpKind.Kind,
            _ => WallpaperKind.Kind,
        };
        if (kind != WallpaperKind.Kind)
            screen = null;
        if (
            screen is not null
            && !desktop
                .Screens.Select((one, i) => SettingType.ScreenName.Of(one.Id, isMain: i == 0))
                .Contains(screen)
        )
            throw ProblemException.Field("screen", $"{desktop.Name} has no such screen.");
        OwnPicture picture;
        lock (_reading)
            picture = OwnPicture.Read(name, bytes, LongestOf(desktop));
        var supply = Kept(desktop, kind, name, picture);
        var asset = supply.Provides[0].Name;
        var there = fitting.State.Look.Look[kind];
        return desk.Step(
            id,
            new StepForm(
                [
                    new EditForm(
                        kind.Name,
                        [
                            .. KeysFor(there, screen).Select(key => new ValueForm(key, asset)),
                            .. kind == LockKind.Kind
                                ? [new ValueForm("shows", "picture")]
                                : Array.Empty<ValueForm>(),
                        ],
                        Add: screen is not null && there?.Items.Contains(screen) != true
                            ? [screen]
                            : null,
                        Get: [supply.Id]
                    ),
                ],
                $"{kind.Title}: {supply.Title}, a picture of your own"
            )
        );
    }

    /// <summary>On all screens it takes the place of the pictures that single ones have.</summary>
    private static IEnumerable<string> KeysFor(Component? part, string? screen) =>
        screen is not null
            ? [$"{screen}/picture"]
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
                "no-place",
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
