namespace Furoshiki.App.Now;

/// <summary>The saving that is on, its number in words, and that of the next.</summary>
public sealed record OnView(
    long ProfileId,
    string Name,
    long SavingId,
    string Ordinal,
    string NextOrdinal,
    string Look
);
