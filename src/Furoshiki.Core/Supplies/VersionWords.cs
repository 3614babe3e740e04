using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>Ranges of versions as people say them.</summary>
public static class VersionWords
{
    /// <summary>Whether any version will do.</summary>
    public static bool IsAny(SemVersionRange versions) =>
        versions.Equals(SemVersionRange.All) || versions.Equals(SemVersionRange.AllRelease);

    /// <summary>Versions in words.</summary>
    public static string Of(SemVersionRange versions) =>
        IsAny(versions) ? "in any version" : string.Join(" or ", versions.Select(Of));

    private static string Of(UnbrokenSemVersionRange range) =>
        (range.Start, range.End) switch
        {
            ({ } from, { } to)
                when !range.EndInclusive
                    && to.WithoutPrereleaseOrMetadata() == new SemVersion(from.Major + 1, 0, 0) =>
                from == new SemVersion(from.Major, 0, 0)
                    ? $"{from.Major}"
                    : $"{from} or newer, below {to.Major}",
            ({ } from, { } to) when from == to => from.ToString(),
            ({ } from, null) => $"{from} or newer",
            (null, { } to) => $"{(range.EndInclusive ? "up to" : "before")} {to}",
            var (from, to) =>
                $"{from} or newer, {(range.EndInclusive ? "up to" : "before")} {to?.WithoutPrereleaseOrMetadata()}",
        };
}
