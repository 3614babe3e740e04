using System.Collections.Immutable;
using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Switching;

/// <summary>Tells whether two plans are the same plan.</summary>
internal static class PlanFingerprint
{
    public static Digest Of(
        ImmutableArray<FileChange> changes,
        IEnumerable<KeyValuePair<string, FileState?>> madeFrom,
        Look wanted
    )
    {
        var before = madeFrom.Concat(
            changes.Select(one => KeyValuePair.Create(one.Path, one.Before))
        );
        var after = changes.Select(one => KeyValuePair.Create(one.Path, one.After));
        return Digest.Of([.. Record(before), .. Record(after), .. wanted.Bytes.Span]);
    }

    private static byte[] Record(IEnumerable<KeyValuePair<string, FileState?>> states)
    {
        // No link can lead to these, since no path has a NUL byte in it.
        var absent = FileState.OfLink("\0absent");
        var other = FileState.OfLink("\0other");
        var lines = states
            .DistinctBy(state => state.Key)
            .OrderBy(state => state.Key, StringComparer.Ordinal)
            .Select(state =>
                Tree.LineOf(
                    state.Key,
                    state.Value?.Type == FileType.Other ? other : state.Value ?? absent
                )
            );
        return Encoding.ASCII.GetBytes(string.Concat(lines));
    }
}
