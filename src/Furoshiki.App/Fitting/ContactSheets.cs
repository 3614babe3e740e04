using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Pictures;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Fitting;

/// <summary>Something that a fitting could take, drawn as it would look with it.</summary>
/// <param name="Title">What it is called.</param>
/// <param name="Words">Where it is, or which one of that name, in words.</param>
/// <param name="Step">The step that takes it.</param>
/// <param name="IsOn">Whether the fitting is like that already.</param>
/// <param name="Picture">The main screen; null where it cannot be taken.</param>
/// <param name="WhyNot">Why it cannot be taken, in a sentence; empty where it can.</param>
/// <param name="Changes">What it changes, each in words.</param>
/// <param name="Without">What stays as it is for want of a partner, in sentences.</param>
public sealed record TrialView(
    string Title,
    string Words,
    StepForm Step,
    bool IsOn,
    ScreenPicture? Picture,
    string WhyNot,
    IReadOnlyList<string> Changes,
    IReadOnlyList<string> Without
);

/// <summary>How much of a look is taken.</summary>
public enum LookShare
{
    /// <summary>All parts that it has.</summary>
    Everything,

    /// <summary>All but what stands on the screens: its colours without its furniture.</summary>
    WithoutFurniture,

    /// <summary>What stands on the screens alone: its furniture without its colours.</summary>
    FurnitureOnly,
}

/// <summary>Draws contact sheets: one look with each of the things that it could take.</summary>
public sealed class ContactSheets(
    FittedLooks fittings,
    DesktopRegister register,
    ChoiceShelf choices,
    Observer observer,
    OfferedAssets offers,
    LookFinder finder,
    FittingDesk desk,
    Painter painter
)
{
    /// <summary>How many are drawn at once.</summary>
    public const int Page = 24;

    private const int MostLooks = 4;

    private sealed record Trial(
        string Title,
        string Words,
        StepForm Step,
        params IReadOnlyList<string> Without
    );

    /// <summary>The look with each thing that a setting could name.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="kind">The kind's name.</param>
    /// <param name="key">The setting; one without an item is set for every item too that has it.</param>
    /// <param name="scene">What is open on it.</param>
    /// <param name="skip">How many are left out at the beginning.</param>
    /// <exception cref="ProblemException">There is no such fitting, or the setting names nothing that could be looked for.</exception>
    public IReadOnlyList<TrialView> OfSetting(
        long id,
        string kind,
        string key,
        PictureScene scene,
        int skip
    )
    {
        var fitting = fittings.Get(id);
        var setting = SettingKey.Parse(key);
        var keys = new[] { setting };
        if (setting.Item is null && Kind.Find(kind) is { } known)
            keys =
            [
                .. keys,
                .. (fitting.State.Look.Look[known]?.Settings.Keys ?? []).Where(one =>
                    one.Name == setting.Name && one.Item is not null
                ),
            ];
        return Draw(
            fitting,
            choices
                .Of(id, kind, setting.Name)
                .Select(choice => new Trial(
                    choice.Title,
                    choice.Words,
                    new StepForm([
                        new EditForm(
                            kind,
                            [.. keys.Select(one => new ValueForm(one.ToString(), choice.Value))],
                            Get: choice.Get is { } get ? [get] : null
                        ),
                    ])
                )),
            scene,
            skip
        );
    }

    /// <summary>The fitting after each move that goes through the whole of it.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="scene">What is open on it.</param>
    /// <exception cref="ProblemException">There is no such fitting.</exception>
    public IReadOnlyList<TrialView> OfMoves(long id, PictureScene scene)
    {
        var fitting = fittings.Get(id);
        var desktop = register.Get(fitting.Row.DesktopId);
        var offered = offers.For(desktop);
        return Draw(
            fitting,
            WholeMove
                .Of(
                    fitting.State.Look.Look,
                    offered,
                    (kind, name) => WhyNoPicture(desktop, kind, name, offered)
                )
                .Select(move => new Trial(
                    move.Title,
                    "",
                    new StepForm([.. move.Parts.Select(Form)], move.Title),
                    move.Without
                )),
            scene,
            skip: 0
        );
    }

    private string? WhyNoPicture(
        LiveDesktop desktop,
        Kind kind,
        string name,
        IReadOnlyList<OfferedAsset> offered
    )
    {
        var platform = desktop.Map.Platform;
        if (
            desktop.Map.Find(kind)?.Assets.FirstOrDefault(one => one.Setting == "picture")
            is not { } rule
        )
            return $"{platform} shows no picture there.";
        var places = rule.Folders.Select(folder => folder.Within(name).FromRoot).ToList();
        var comes = offered
            .Where(one => one.Get is not null && one.Asset.Name == name)
            .Select(one =>
                SupplyPlaces.PlaceFor(desktop.Map, one.Asset, one.Supply.IsFile(one.Asset))
            )
            .Any(place => place is not null && places.Contains(place.FromRoot));
        return comes || places.Any(place => observer.See(desktop).View.Follow(place) is not null)
            ? null
            : $"{platform} does not look there for {name}.";
    }

    private static EditForm Form(PartMove move) =>
        new(
            move.Kind.Name,
            move.Build is null
                ?
                [
                    .. move.Set.Select(set => new ValueForm(
                        set.Key.ToString(),
                        move.Kind.GetSetting(set.Key).Type.Write(set.Value).Content
                    )),
                ]
                : null,
            Get: move.Get,
            Build: move.Build is { } build
                ? new BuildForm(build.Accent.ToString(), build.Ground.ToString(), build.Tone)
                : null
        );

    /// <summary>The fitting with all parts of each of some looks; the parts that such a look does not have stay.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="looks">The looks, as they are named.</param>
    /// <param name="share">How much of each is taken.</param>
    /// <param name="scene">What is open on it.</param>
    /// <exception cref="ProblemException">There is no such fitting or look, or there are too many.</exception>
    public IReadOnlyList<TrialView> OfLooks(
        long id,
        IReadOnlyList<string> looks,
        LookShare share,
        PictureScene scene
    )
    {
        if (looks.Count > MostLooks)
            throw ProblemException.Field("look", $"{MostLooks} looks at most are tried in turn.");
        var fitting = fittings.Get(id);
        var desktop = register.Get(fitting.Row.DesktopId);
        return Draw(
            fitting,
            looks
                .Select(text => finder.Find(desktop, text))
                .Select(look => new Trial(
                    look.Name,
                    look.Caption,
                    new StepForm(
                        [
                            .. look
                                .Look.Components.Where(part => IsIn(share, part.Kind))
                                .Select(part => new EditForm(part.Kind.Name, From: look.Ref)),
                        ],
                        share switch
                        {
                            LookShare.WithoutFurniture => $"{look.Name} without its furniture",
                            LookShare.FurnitureOnly => $"The furniture of {look.Name} alone",
                            _ => $"All parts of {look.Name}",
                        }
                    )
                )),
            scene,
            skip: 0
        );
    }

    private static bool IsIn(LookShare share, Kind kind) =>
        share switch
        {
            LookShare.WithoutFurniture => kind.Group != PartGroup.Furniture,
            LookShare.FurnitureOnly => kind.Group == PartGroup.Furniture,
            _ => true,
        };

    private IReadOnlyList<TrialView> Draw(
        OpenFitting fitting,
        IEnumerable<Trial> trials,
        PictureScene scene,
        int skip
    )
    {
        var desktop = register.Get(fitting.Row.DesktopId);
        // What is wrong with what was asked for is found before anything is drawn.
        var page = Excerpt.Of(trials, Page, Math.Max(0, skip));
        return new Excerpt<TrialView>(
            [
                .. page.AsParallel()
                    .AsOrdered()
                    .Select(trial => Draw(fitting, desktop, trial, scene)),
            ],
            page.Total
        );
    }

    private TrialView Draw(
        OpenFitting fitting,
        LiveDesktop desktop,
        Trial trial,
        PictureScene scene
    )
    {
        var view = new TrialView(
            trial.Title,
            trial.Words,
            trial.Step,
            false,
            null,
            "",
            [],
            trial.Without
        );
        try
        {
            var stand = desk.Try(fitting, desktop, trial.Step);
            var look = stand.After.Look;
            return view with
            {
                IsOn = look.Digest == fitting.State.Look.Look.Digest,
                Changes = StepWords.Of(stand).Changes,
                Picture = painter.Draw(look, desktop, scene, PictureDetail.Lines).Screens[0],
            };
        }
        catch (ProblemException problem)
        {
            // What has just gone away is told in its place, and the others are drawn.
            return view with { WhyNot = problem.Message };
        }
    }
}
