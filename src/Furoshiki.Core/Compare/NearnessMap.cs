using MathNet.Numerics.LinearAlgebra;

namespace Furoshiki.Core.Compare;

/// <summary>
/// Lays things out on a plane so that those that are near each other lie near each other. Sources: W. S. Torgerson, "Multidimensional
/// scaling: I. Theory and method", 1952; for all but a few landmarks, V. de Silva and J. B. Tenenbaum, "Sparse multidimensional scaling
/// using landmark points", 2004.
/// </summary>
public static class NearnessMap
{
    /// <summary>Most things whose distances to all others are asked for.</summary>
    public const int MostLandmarks = 24;

    private const int Dimensions = 2;

    /// <summary>Lays things out.</summary>
    /// <param name="count">How many there are; 1 at least.</param>
    /// <param name="distances">Gives how far a thing is from each, by their numbers from 0.</param>
    /// <returns>Where each lies; the distances are about those that were given, and the middle of the landmarks is at 0.</returns>
    public static IReadOnlyList<(double X, double Y)> Place(
        int count,
        Func<int, IReadOnlyList<double>> distances
    )
    {
        var (landmarks, rows) = Landmarks(count, distances);
        var squared = Matrix<double>.Build.Dense(
            landmarks.Count,
            landmarks.Count,
            (i, j) => rows[i][landmarks[j]] * rows[i][landmarks[j]]
        );
        var means = squared.ColumnSums() / landmarks.Count;
        var mean = means.Sum() / landmarks.Count;
        var centred = Matrix<double>.Build.Dense(
            landmarks.Count,
            landmarks.Count,
            (i, j) => -0.5 * (squared[i, j] - means[i] - means[j] + mean)
        );
        var found = centred.Evd(Symmetricity.Symmetric);
        // They stand in rising order.
        var axes = Enumerable
            .Range(1, Math.Min(Dimensions, landmarks.Count))
            .Select(i => landmarks.Count - i)
            .Where(i => found.EigenValues[i].Real > 1e-12)
            .Select(i => found.EigenVectors.Column(i) / Math.Sqrt(found.EigenValues[i].Real))
            .ToList();
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(one =>
                {
                    var away = Vector<double>.Build.Dense(
                        landmarks.Count,
                        i => rows[i][one] * rows[i][one] - means[i]
                    );
                    double Along(int axis) =>
                        axis < axes.Count ? -0.5 * axes[axis].DotProduct(away) : 0;
                    return (Along(0), Along(1));
                }),
        ];
    }

    /// <summary>Things that lie far from each other, the first of all among them, with how far each is from all.</summary>
    private static (List<int> Landmarks, List<IReadOnlyList<double>> Rows) Landmarks(
        int count,
        Func<int, IReadOnlyList<double>> distances
    )
    {
        var landmarks = new List<int>();
        var rows = new List<IReadOnlyList<double>>();
        var nearest = Enumerable.Repeat(double.PositiveInfinity, count).ToArray();
        for (var next = 0; landmarks.Count < MostLandmarks && nearest[next] > 0; )
        {
            landmarks.Add(next);
            rows.Add(distances(next));
            for (var i = 0; i < count; i++)
                nearest[i] = Math.Min(nearest[i], rows[^1][i]);
            next = Array.IndexOf(nearest, nearest.Max());
        }
        return (landmarks, rows);
    }
}
