using System.Globalization;

namespace Furoshiki.Core.Words;

/// <summary>Numbers as people say them.</summary>
public static class Counting
{
    private const double Kilo = 1000;

    /// <summary>A length in decimal units (1 kB is 1000 bytes), with one digit after the point from 1 MB on.</summary>
    /// <param name="length">The length in bytes.</param>
    public static string Bytes(long length) =>
        length switch
        {
            < 1000 => $"{length} bytes",
            < 1_000_000 => string.Create(
                CultureInfo.InvariantCulture,
                $"{Math.Round(length / Kilo)} kB"
            ),
            < 1_000_000_000 => string.Create(
                CultureInfo.InvariantCulture,
                $"{length / Kilo / Kilo:0.0} MB"
            ),
            _ => string.Create(
                CultureInfo.InvariantCulture,
                $"{length / Kilo / Kilo / Kilo:0.0} GB"
            ),
        };

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

    private static readonly string[] First = ["first", "second", "third", "fourth", "fifth"];

    /// <summary>The place of something in a short line: first, second, third; in figures from the sixth on.</summary>
    /// <param name="number">The place, from 1.</param>
    public static string OrdinalWord(int number) =>
        number <= First.Length ? First[number - 1] : Ordinal(number);

    private static readonly string[] Numbers =
    [
        "three",
        "four",
        "five",
        "six",
        "seven",
        "eight",
        "nine",
        "ten",
    ];

    /// <summary>All of so many, in words up to ten: both, all three, all 12.</summary>
    /// <param name="number">How many, from 2.</param>
    public static string All(int number) =>
        number == 2 ? "both"
        : number - 3 < Numbers.Length ? $"all {Numbers[number - 3]}"
        : string.Create(CultureInfo.InvariantCulture, $"all {number}");

    /// <summary>So many things: "1 part", "2 parts".</summary>
    /// <param name="count">How many.</param>
    /// <param name="thing">What, in the singular of a word that takes an "s".</param>
    public static string Of(int count, string thing) => Of(count, thing, thing + "s");

    /// <summary>So many things: "1 entry", "2 entries".</summary>
    /// <param name="count">How many.</param>
    /// <param name="thing">One of them.</param>
    /// <param name="things">Several of them.</param>
    public static string Of(int count, string thing, string things) =>
        string.Create(CultureInfo.InvariantCulture, $"{count} {(count == 1 ? thing : things)}");
}
