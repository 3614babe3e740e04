using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Looks;

namespace Furoshiki.App.Fitting;

/// <summary>A piece of advice.</summary>
/// <param name="Key">What it is about: the same after another step, as long as that is so.</param>
/// <param name="Kind">The part that it is about first.</param>
/// <param name="Setting">The setting of that part; null for the whole of it.</param>
/// <param name="Weight">How much it weighs.</param>
/// <param name="Title">What is the matter, in a few words.</param>
/// <param name="Found">What was found, with its figure.</param>
/// <param name="Wanted">What is wanted, and by which source.</param>
/// <param name="Why">Why it matters.</param>
/// <param name="Remedies">What would settle it, each by its title.</param>
/// <param name="IsWanted">Whether the person wants it so for the profile: it is told, and quiet.</param>
public sealed record AdviceView(
    string Key,
    string Kind,
    string? Setting,
    AdviceWeight Weight,
    string Title,
    string Found,
    string Wanted,
    string Why,
    IReadOnlyList<string> Remedies,
    bool IsWanted
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
    /// <summary>All advice for a look, the gravest first, and last what the person wants so.</summary>
    /// <param name="digest">The look's digest.</param>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="profile">The number of the profile that it is a look of; null for none.</param>
    /// <param name="gone">Told when whoever asked has gone.</param>
    /// <exception cref="ProblemException">There is no such look or desktop.</exception>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public IReadOnlyList<AdviceView> For(
        string digest,
        long desktop,
        long? profile,
        CancellationToken gone
    )
    {
        var wanted = wishes.Of(profile);
        return
        [
            .. Pieces(library.Get(LookLibrary.Asked(digest)), register.Get(desktop), profile, gone)
                .Select(piece => new AdviceView(
                    piece.Key,
                    piece.Kind.Name,
                    piece.Setting?.ToString(),
                    piece.Weight,
                    piece.Title,
                    piece.Found,
                    piece.Wanted,
                    piece.Why,
                    [.. piece.Remedies.Select(remedy => remedy.Title)],
                    wanted.Contains(piece.Key)
                ))
                .OrderBy(piece => piece.IsWanted),
        ];
    }

    /// <summary>What a look costs while it is on, as far as it is known: memory in MiB, and % of a processor.</summary>
    internal (double Memory, double Processor) CostOf(Look look, LiveDesktop on) =>
        Costs.Sum(GroundOf(look, on, CancellationToken.None));

    internal IReadOnlyList<PieceOfAdvice> Pieces(
        Look look,
        LiveDesktop on,
        long? profile,
        CancellationToken gone
    )
    {
        library.Locate(look, register.All);
        var ground = GroundOf(look, on, gone);
        return AdviceCheck.For(
            look.IsDark == true ? ground with { Nights = nights.Beside(ground, profile) } : ground
        );
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
