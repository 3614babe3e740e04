using System.Globalization;

namespace Furoshiki.Tests.Shared;

/// <summary>How much is tried: a fair sample, or with FUROSHIKI_EFFORT set to more than 1 all of it, or so many times more.</summary>
public static class Effort
{
    /// <summary>How many times as much as usual.</summary>
    public static int Times { get; } =
        int.Parse(
            Environment.GetEnvironmentVariable("FUROSHIKI_EFFORT") ?? "1",
            CultureInfo.InvariantCulture
        );

    /// <summary>Whether all is tried.</summary>
    public static bool IsWhole => Times > 1;

    /// <summary>The points at which something is broken off: each, or every so many and all at the beginning and the end.</summary>
    /// <param name="points">How many there are.</param>
    /// <param name="step">Of how many one is taken.</param>
    public static IEnumerable<int> Points(int points, int step) =>
        Enumerable
            .Range(0, points)
            .Where(point => IsWhole || point % step == 0 || point < step || point >= points - step);
}
