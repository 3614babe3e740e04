using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Fitting;

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
public sealed record AdviceView(
    string Key,
    string Kind,
    string? Setting,
    AdviceWeight Weight,
    string Title,
    string Found,
    string Wanted,
    string Why,
    IReadOnlyList<string> Remedies
);

/// <summary>A remedy that is taken.</summary>
/// <param name="Key">The advice that it settles.</param>
/// <param name="Remedy">Its title.</param>
public sealed record RemedyForm(string Key, string Remedy);

/// <summary>Gives advice for looks that are being fitted, and takes its remedies.</summary>
public sealed class FittingAdvice(
    FittedLooks fittings,
    DesktopRegister register,
    FittingDesk desk,
    SampleFiles files,
    Rasters rasters
)
{
    /// <summary>All advice for a fitting as it is, the gravest first.</summary>
    /// <exception cref="ProblemException">There is no such fitting.</exception>
    public IReadOnlyList<AdviceView> For(long id) =>
        [
            .. Pieces(fittings.Get(id))
                .Select(piece => new AdviceView(
                    piece.Key,
                    piece.Kind.Name,
                    piece.Setting?.ToString(),
                    piece.Weight,
                    piece.Title,
                    piece.Found,
                    piece.Wanted,
                    piece.Why,
                    [.. piece.Remedies.Select(remedy => remedy.Title)]
                )),
        ];

    /// <summary>Takes a remedy, as a step.</summary>
    /// <exception cref="ProblemException">There is no such fitting, or the advice does not hold any more.</exception>
    public OpenFitting Take(long id, RemedyForm form)
    {
        var fitting = fittings.Get(id);
        var piece = Pieces(fitting).FirstOrDefault(one => one.Key == form.Key);
        var remedy =
            piece?.Remedies.FirstOrDefault(one => one.Title == form.Remedy)
            ?? throw ProblemException.InTheWay(
                "advice-outdated",
                "This advice does not hold any more, since the fitting has changed.",
                "The fitting is as it was."
            );
        return desk.Do(
            fitting,
            new FittingMove.Step(remedy.Step with { Title = $"{piece.Title}: {remedy.Title}" })
        );
    }

    private IReadOnlyList<PieceOfAdvice> Pieces(OpenFitting fitting) =>
        AdviceCheck.For(
            new AdviceGround(
                fitting.State.Look.Look,
                register.Get(fitting.Row.DesktopId).Screens,
                files.ForPictures() with
                {
                    Rasters = rasters.Find,
                }
            )
        );
}
