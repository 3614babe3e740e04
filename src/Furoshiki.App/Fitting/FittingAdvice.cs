using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.Core.Fitting;

namespace Furoshiki.App.Fitting;

/// <summary>A remedy that is taken.</summary>
/// <param name="Key">The advice that it settles.</param>
/// <param name="Remedy">Its title.</param>
public sealed record RemedyForm(string Key, string Remedy);

/// <summary>Takes remedies for looks that are being fitted.</summary>
public sealed class FittingAdvice(
    FittedLooks fittings,
    DesktopRegister register,
    FittingDesk desk,
    StepMaker steps,
    LookAdvice advice,
    FittingTeller teller
)
{
    /// <summary>Takes a remedy, as a step.</summary>
    /// <exception cref="ProblemException">There is no such fitting, or the advice does not hold any more.</exception>
    public OpenFitting Take(long id, RemedyForm form)
    {
        var fitting = fittings.Get(id);
        var desktop = register.Get(fitting.Row.DesktopId);
        var piece = advice
            .Pieces(
                fitting.State.Look.Look,
                desktop,
                teller.ProfileOf(fitting),
                CancellationToken.None
            )
            .FirstOrDefault(one => one.Key == form.Key);
        var remedy =
            piece?.Remedies.FirstOrDefault(one => one.Title == form.Remedy)
            ?? throw ProblemException.InTheWay(
                ProblemCode.AdviceOutdated,
                "This advice does not hold any more, since the fitting has changed.",
                "The fitting is as it was."
            );
        return desk.Do(
            fitting,
            new FittingMove.Step(
                steps.WithAssets(desktop, remedy.Step, remedy.Get) with
                {
                    Title = $"{piece.Title}: {remedy.Title}",
                }
            )
        );
    }
}
