using Furoshiki.App.Looks;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Store;

namespace Furoshiki.App.Now;

/// <summary>A desktop as it was read, held against the saving that last held each part.</summary>
/// <param name="On">The saving that is on; null if none is.</param>
/// <param name="Parts">The parts that changed.</param>
/// <param name="Then">The parts as those savings have them, as far as this desktop can hold them.</param>
/// <param name="Held">The saving that last held each part, by the kind's name.</param>
/// <param name="Damaged">The parts of which that cannot be told, since the copy of the saving is damaged.</param>
public sealed record Drift(
    SavingRow? On,
    IReadOnlyList<PartDifference> Parts,
    Look Then,
    IReadOnlyDictionary<string, SavingRow> Held,
    IReadOnlyList<string> Damaged
)
{
    /// <summary>The saving that last held a part in words, where it is another than the one that is on.</summary>
    public string? Since(string kind) =>
        Held.GetValueOrDefault(kind) is { } saving && saving.ProfileId != On?.ProfileId
            ? SavingNames.Words(saving)
            : null;

    /// <summary>What is on, in words.</summary>
    public string Words =>
        On is null ? "What no profile had on"
        : Parts.Count == 0 ? SavingNames.Words(On)
        : $"{SavingNames.Words(On)}, with {Parts.Count} {(Parts.Count == 1 ? "change" : "changes")}";
}
