using Furoshiki.Core.Colour;

namespace Furoshiki.App.Fitting;

/// <summary>How a picture looks to somebody whose colour vision is deficient.</summary>
/// <param name="Matrix">Nine numbers, row by row, that turn the light of sRGB's primaries.</param>
public sealed record SightView(IReadOnlyList<double> Matrix)
{
    private const double Percent = 100;

    /// <summary>Tells how it looks.</summary>
    /// <param name="sight">The sight.</param>
    /// <param name="strength">How strong the deficiency is, in per cent (0 to 100).</param>
    /// <exception cref="ProblemException">The strength is none.</exception>
    public static SightView Of(Sight sight, int strength) =>
        strength is >= 0 and <= (int)Percent
            ? new SightView(SightSimulation.MatrixOf(sight, strength / Percent))
            : throw ProblemException.Field("strength", "A strength is from 0 to 100 %.");
}
