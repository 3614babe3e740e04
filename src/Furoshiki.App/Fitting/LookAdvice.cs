using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Looks;

namespace Furoshiki.App.Fitting;

/// <summary>A piece of advice.</summary>
/// <param name="Key">What it is about: the same after another step, as long as that is so.</param>
/// <param name="Kind">The part that it is about first.</param>
/// <param name="Part">That part, by its name for people.</param>
/// <param name="Setting">The setting of that part; null for the whole of it.</param>
/// <param name="Weight">How much it weighs.</param>
/// <param name="Title">What is the matter, in a few words.</param>
/// <param name="Line">What is so and what is wanted, each with its figure, in one short sentence without its stop.</param>
/// <param name="Found">What was found, and how it was looked for, in a sentence.</param>
/// <param name="Wanted">What is wanted, and by which source.</param>
/// <param name="Why">Why it matters.</param>
/// <param name="Remedies">What would settle it, each by its title; none of what is settled.</param>
/// <param name="IsWanted">Whether the person wants it so for the profile: it is told, and quiet.</param>
/// <param name="Change">What becomes of it where the look takes the place of another; null where it was not asked for.</param>
public sealed record AdviceView(
    string Key,
    string Kind,
    string Part,
    string? Setting,
    AdviceWeight Weight,
    string Title,
    string Line,
    string Found,
    string Wanted,
    string Why,
    IReadOnlyList<string> Remedies,
    bool IsWanted,
    AdviceChange? Change
);

/// <summary>Gives advice for looks as they would be on a desktop.</summary>
public sealed class LookAdvice(
    LookLibrary library,
    DesktopRegister register,
    SampleFiles files,
    Rasters rasters,
    OfferedAssets offers,
    Wishes wishes,
    NightLooks nights
)
{
    /// <summary>
    /// All advice for a look, the gravest first, and last what the person wants so. Where it takes the place of another look, what it adds
    /// stands first, and what it settles is told too.
    /// </summary>
    /// <param name="digest">The look's digest.</param>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="profile">The number of the profile that it is a look of; null for none.</param>
    /// <param name="before">The digest of the look whose place it takes; null for none.</param>
    /// <param name="gone">Told when whoever asked has gone.</param>
    /// <exception cref="ProblemException">There is no such look or desktop.</exception>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public IReadOnlyList<AdviceView> For(
        string digest,
        long desktop,
        long? profile,
        string? before,
        CancellationToken gone
    )
    {
        var wanted = wishes.Of(profile);
        var on = register.Get(desktop);
        var after = Pieces(Asked(digest), on, profile, gone);
        var all = before is null
            ? after.Select(piece => ((AdviceChange?)null, piece))
            : AdviceChanges
                .Between(AdviceCheck.Found(Ground(Asked(before), on, profile, gone)), after)
                .Select(one => ((AdviceChange?)one.Change, one.Piece));
        return [.. all.Select(one => View(one, wanted)).OrderBy(piece => piece.IsWanted)];

        Look Asked(string look) => library.Get(LookLibrary.Asked(look));
    }

    private static AdviceView View(
        (AdviceChange? Change, PieceOfAdvice Piece) one,
        IReadOnlySet<string> wanted
    ) =>
        new(
            one.Piece.Key,
            one.Piece.Kind.Name,
            one.Piece.Kind.Title,
            one.Piece.Setting?.ToString(),
            one.Piece.Weight,
            one.Piece.Title,
            one.Piece.Line,
            one.Piece.Found,
            one.Piece.Wanted,
            one.Piece.Why,
            [.. one.Piece.Remedies.Select(remedy => remedy.Title)],
            wanted.Contains(one.Piece.Key),
            one.Change
        );

    /// <summary>What a look costs while it is on, as far as it is known: memory in MiB, and % of a processor.</summary>
    internal (double Memory, double Processor) CostOf(Look look, LiveDesktop on) =>
        Costs.Sum(GroundOf(look, on, CancellationToken.None));

    internal IReadOnlyList<PieceOfAdvice> Pieces(
        Look look,
        LiveDesktop on,
        long? profile,
        CancellationToken gone
    ) => AdviceCheck.For(Ground(look, on, profile, gone));

    /// <summary>What the checks look at: a night look beside the others that are not of its profile.</summary>
    private AdviceGround Ground(Look look, LiveDesktop on, long? profile, CancellationToken gone)
    {
        library.Locate(look, register.All);
        var ground = GroundOf(look, on, gone);
        return look.IsDark == true
            ? ground with
            {
                Nights = nights.Beside(ground, profile),
            }
            : ground;
    }

    private AdviceGround GroundOf(Look look, LiveDesktop on, CancellationToken gone) =>
        new(
            look,
            on.Screens,
            files.ForPictures() with
            {
                Rasters = (content, name) => rasters.Find(content, name, gone),
            }
        )
        {
            Offered = offers.For(on),
            Supplies = offers.SuppliesFor(on),
            Map = on.Map,
            Gone = gone,
        };
}
