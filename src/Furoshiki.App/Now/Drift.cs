using Furoshiki.App.Looks;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Words;
using Furoshiki.Store;

namespace Furoshiki.App.Now;

/// <summary>A desktop as it was read, held against the saving that last held each part.</summary>
/// <param name="On">The saving that is on; null if none is.</param>
/// <param name="Parts">The parts that changed.</param>
/// <param name="Then">The parts as those savings have them, as far as this desktop can hold them.</param>
/// <param name="Unsaved">What was put on as it was fitted or chosen, and is in no saving: the parts against the saving that holds the rest of them.</param>
/// <param name="Held">The saving that last held each part, by the kind's name.</param>
/// <param name="Damaged">The parts of which that cannot be told, since the copy of the saving is damaged.</param>
public sealed record Drift(
    SavingRow? On,
    IReadOnlyList<PartDifference> Parts,
    Look Then,
    IReadOnlyList<PartDifference> Unsaved,
    IReadOnlyDictionary<string, SavingRow> Held,
    IReadOnlyList<string> Damaged
)
{
    /// <summary>The saving that last held a part in words, where it is another than the one that is on.</summary>
    public string? Since(string kind) =>
        Held.GetValueOrDefault(kind) is { } saving && saving.ProfileId != On?.ProfileId
            ? SavingNames.Words(saving)
            : null;

    /// <summary>How many parts are not as the saving that last held them has them, in whichever way that came.</summary>
    public int Changes => Parts.Concat(Unsaved).DistinctBy(part => part.Kind).Count();

    /// <summary>What is on, in words.</summary>
    public string Words =>
        On is null ? "What no profile had on"
        : Changes == 0 ? SavingNames.Words(On)
        : $"{SavingNames.Words(On)}, with {Counting.Of(Changes, "change")}";
}
