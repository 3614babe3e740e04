using CsCheck;
using Furoshiki.Core.Compare;

namespace Furoshiki.Core.Tests;

public sealed class NearnessMapTests
{
    private static double Far((double X, double Y) one, (double X, double Y) other) =>
        Math.Sqrt(Math.Pow(one.X - other.X, 2) + Math.Pow(one.Y - other.Y, 2));

    [Fact]
    public void What_lies_on_a_plane_is_laid_out_with_its_own_distances_landmarks_or_not() =>
        Gen.Select(Gen.Double[-1, 1], Gen.Double[-1, 1])
            .Array[3, 3 * NearnessMap.MostLandmarks]
            .Sample(
                points =>
                {
                    var placed = NearnessMap.Place(
                        points.Length,
                        one => [.. points.Select(other => Far(points[one], other))]
                    );
                    for (var i = 0; i < points.Length; i++)
                    for (var j = 0; j < i; j++)
                        Far(placed[i], placed[j]).ShouldBe(Far(points[i], points[j]), 1e-4);
                },
                iter: 200
            );

    [Theory]
    [InlineData(1)]
    [InlineData(40)]
    public void What_is_all_the_same_lies_at_one_place(int count) =>
        NearnessMap
            .Place(count, _ => [.. Enumerable.Repeat(0.0, count)])
            .ShouldBe(Enumerable.Repeat((0.0, 0.0), count));
}
