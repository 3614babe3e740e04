using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Supplies;

/// <summary>How near an asset of a supply comes to one of another, of the same kind.</summary>
/// <param name="Supply">The supply that is held against the other.</param>
/// <param name="Asset">Its asset.</param>
/// <param name="IsFamily">Whether both are of one family.</param>
/// <param name="Tone">Whether both are made for the same ground; null where one of them does not say.</param>
/// <param name="Accent">How far their accents are apart, as CIEDE2000; null where one of them has none.</param>
/// <param name="Has">How many of the other's files it has, by their names.</param>
/// <param name="Of">How many files the other has.</param>
public sealed record SupplyNearness(
    Supply Supply,
    Provided Asset,
    bool IsFamily,
    bool? Tone,
    double? Accent,
    int Has,
    int Of
)
{
    /// <summary>Holds one against another.</summary>
    /// <param name="other">The supply that something is sought in place of.</param>
    /// <param name="its">Its asset.</param>
    /// <param name="supply">What could be in its place.</param>
    /// <param name="asset">Its asset.</param>
    private static SupplyNearness Between(Supply other, Provided its, Supply supply, Provided asset)
    {
        var files = other.FilesOf(its).Select(file => file.Key).ToHashSet(StringComparer.Ordinal);
        return new SupplyNearness(
            supply,
            asset,
            other.Family.Length > 0 && other.Family == supply.Family,
            its.Tone is null || asset.Tone is null ? null : its.Tone == asset.Tone,
            its.Accent is { } one && asset.Accent is { } two
                ? Lab.From(one).DifferenceTo(Lab.From(two))
                : null,
            supply.FilesOf(asset).Count(file => files.Contains(file.Key)),
            files.Count
        );
    }

    /// <summary>The assets that other supplies bring for a kind, the nearest first.</summary>
    /// <param name="other">The supply that something is sought in place of.</param>
    /// <param name="its">Its asset.</param>
    /// <param name="kind">The kind of part that is to use it.</param>
    /// <param name="among">What could be in its place.</param>
    public static IEnumerable<SupplyNearness> Nearest(
        Supply other,
        Provided its,
        Kind kind,
        IEnumerable<Supply> among
    ) =>
        among
            .SelectMany(supply =>
                supply
                    .Provides.Where(asset => asset.Kind == kind && asset.IsEngine == its.IsEngine)
                    .Select(asset => Between(other, its, supply, asset))
            )
            .Order(NearestFirst);

    /// <summary>Why it is near, in words.</summary>
    public string Words =>
        string.Join(
            ", ",
            new[]
            {
                IsFamily ? "another variant of its family" : "of another family",
                Tone switch
                {
                    true => $"{Asset.Tone!.Value.ToString().ToLowerInvariant()} like it",
                    false => $"{Asset.Tone!.Value.ToString().ToLowerInvariant()}, which it is not",
                    null => null,
                },
                Accent is { } apart
                    ? apart < 1
                        ? "the same accent"
                        : $"accent {Math.Round(apart)} apart"
                    : null,
                Of > 1 ? $"has {Has} of its {Counting.Of(Of, "file")}" : null,
            }.OfType<string>()
        );

    /// <summary>The family counts most, then the tone, the accent, and the files.</summary>
    private static IComparer<SupplyNearness> NearestFirst { get; } =
        Comparer<SupplyNearness>.Create(
            (one, other) =>
                other.IsFamily.CompareTo(one.IsFamily) is not 0 and var family ? family
                : (other.Tone ?? true).CompareTo(one.Tone ?? true) is not 0 and var tone ? tone
                : (one.Accent ?? Far).CompareTo(other.Accent ?? Far) is not 0 and var accent
                    ? accent
                : other.Has.CompareTo(one.Has) is not 0 and var has ? has
                : string.CompareOrdinal(one.Supply.Id, other.Supply.Id)
        );

    private const double Far = 100;
}
