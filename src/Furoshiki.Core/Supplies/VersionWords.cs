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
            (null, null) => "any",
            ({ } from, { } to) when from == to => from.ToString(),
            ({ } from, { } to) when range.StartInclusive && IsAll(range, from, to) =>
                $"{from.Major}",
            ({ } from, { } to) => $"{Begin(range, from)}, {End(range, to)}",
            ({ } from, null) => Begin(range, from),
            (null, { } to) => End(range, to),
        };

    /// <summary>Whether a range is all of one major version.</summary>
    private static bool IsAll(UnbrokenSemVersionRange range, SemVersion from, SemVersion to) =>
        !range.EndInclusive
        && from == new SemVersion(from.Major, 0, 0)
        && to.WithoutPrereleaseOrMetadata() == new SemVersion(from.Major + 1, 0, 0);

    private static string Begin(UnbrokenSemVersionRange range, SemVersion from) =>
        range.StartInclusive ? $"{from} or newer" : $"newer than {from}";

    private static string End(UnbrokenSemVersionRange range, SemVersion to)
    {
        if (range.EndInclusive)
            return $"up to {to}";
        // Before the first of all prereleases is before the release.
        var below = to.Prerelease == "0" ? to.WithoutPrereleaseOrMetadata() : to;
        return below == new SemVersion(below.Major, 0, 0)
            ? $"below {below.Major}"
            : $"below {below}";
    }
}
