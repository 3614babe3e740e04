using Furoshiki.Core.Content;

namespace Furoshiki.Core.Switching;

/// <summary>Tells whether two plans are the same plan.</summary>
internal static class PlanFingerprint
{
    public static Digest Of(SwitchPlan plan)
    {
        var before = plan.MadeFrom.Concat(
            plan.Changes.Select(change => KeyValuePair.Create(change.Path, change.Before))
        );
        var after = plan.Changes.Select(change => KeyValuePair.Create(change.Path, change.After));
        return Digest.Of([.. Record(before), .. Record(after), .. plan.Wanted.Bytes.Span]);
    }

    private static byte[] Record(IEnumerable<KeyValuePair<string, FileState?>> states)
    {
        var absent = FileState.OfLink("absent");
        return Tree.Of(
                states
                    .DistinctBy(state => state.Key)
                    .Select(state => KeyValuePair.Create(state.Key, state.Value ?? absent))
            )
            .ToBytes();
    }
}
