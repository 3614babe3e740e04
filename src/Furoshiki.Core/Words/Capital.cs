namespace Furoshiki.Core.Words;

/// <summary>The capital with which a sentence begins.</summary>
public static class Capital
{
    /// <summary>Words as they stand at the beginning of a sentence.</summary>
    public static string First(string words) =>
        words.Length == 0 ? words : char.ToUpperInvariant(words[0]) + words[1..];
}
