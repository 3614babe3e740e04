using System.Globalization;

namespace Furoshiki.Core.Words;

/// <summary>Numbers as people say them.</summary>
public static class Counting
{
    /// <summary>A number as people count savings: 1st, 2nd, 3rd, 4th.</summary>
    public static string Ordinal(int number) =>
        number.ToString(CultureInfo.InvariantCulture)
        + (
            (number % 100 is >= 11 and <= 13 ? 0 : number % 10) switch
            {
                1 => "st",
                2 => "nd",
                3 => "rd",
                _ => "th",
            }
        );

    /// <summary>So many things: "1 part", "2 parts".</summary>
    /// <param name="count">How many.</param>
    /// <param name="thing">What, in the singular of a word that takes an "s".</param>
    public static string Of(int count, string thing) =>
        string.Create(CultureInfo.InvariantCulture, $"{count} {thing}{(count == 1 ? "" : "s")}");
}
