using System.Globalization;
using Furoshiki.App.Desktops;
using Furoshiki.App.Saving;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Shelf;

/// <summary>How a look stands to a desktop.</summary>
public enum ReadinessState
{
    /// <summary>It is on, exactly.</summary>
    On,

    /// <summary>What is on is the same in all its parts, though it was not put on.</summary>
    Same,

    /// <summary>It was put on last, and parts changed since.</summary>
    Drifted,

    /// <summary>It can be put on.</summary>
    Ready,

    /// <summary>It can be put on, but for what has no match on the desktop.</summary>
    Partly,

    /// <summary>It can be put on once supplies are got.</summary>
    ToGet,

    /// <summary>Some of its parts cannot be put on.</summary>
    Cannot,
}

/// <summary>How a look stands to a desktop, with the words for it.</summary>
public sealed record ReadinessView(ReadinessState State, string Words)
{
    /// <summary>The package URLs of what has to be got so that it can be put on, with versions; empty if nothing has.</summary>
    public IReadOnlyList<string> Get { get; init; } = [];
}

/// <summary>How like a look is to what is on now.</summary>
/// <param name="Share">How little lies between the parts that it has and what is on, 0 (nothing in common) to 1 (nothing differs).</param>
/// <param name="Words">That in words, with the parts that are least alike: "84 % as now; least: Colours 41 %, Panels 60 %".</param>
public sealed record LikenessView(double Share, string Words)
{
    private const int MostParts = 3;

    /// <summary>That of a look.</summary>
    /// <param name="parts">How far its parts are from what is on.</param>
    public static LikenessView Of(IReadOnlyCollection<PartDistance> parts)
    {
        var share = 1 - PartDistance.Mean(parts);
        var least = parts
            .Where(part => part.Apart > 0)
            .OrderByDescending(part => part.Apart)
            .Take(MostParts)
            .Select(part => $"{part.Kind.Title} {Percent(1 - part.Apart)}")
            .ToList();
        return new LikenessView(
            share,
            least.Count == 0
                ? "all of it as now"
                : $"{Percent(share)} as now; least: {string.Join(", ", least)}"
        );
    }

    /// <summary>A whole number of per cent, and 100 only where nothing differs.</summary>
    private static string Percent(double share) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{Math.Floor(100 * share)}{SettingType.Number.UnitGap}%"
        );
}

/// <summary>A profile on the shelf, by its last saving.</summary>
/// <param name="Ordinal">The saving's number in words, such as "4th".</param>
/// <param name="IsDark">Whether it is a dark one; null if it has no colours.</param>
/// <param name="Likeness">How like it is to what is on now; null where that was not asked for.</param>
/// <param name="Screenshot">Where the screenshot is that is its picture; null if the drawing is.</param>
/// <param name="FoundBy">
/// What of the look a search found it by, in words; none where it was found by what is said of it, or was not sought.
/// </param>
public sealed record ProfileCard(
    long Id,
    ProfileForm Profile,
    long SavingId,
    string Ordinal,
    string Look,
    bool? IsDark,
    int Parts,
    ReadinessView Readiness,
    LikenessView? Likeness,
    IReadOnlyList<string> Supplies,
    DateTime? LastOn,
    string? Screenshot,
    IReadOnlyList<string> FoundBy
);

/// <summary>What of a profile does not hold any more.</summary>
/// <param name="Profile">The profile's number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Words">What it is, in sentences.</param>
public sealed record ProfileNews(long Profile, string Name, IReadOnlyList<string> Words);

/// <summary>What does not hold any more since a desktop's platform has another version.</summary>
/// <param name="Earlier">The version that it had, and until when; null if nobody has to be told.</param>
/// <param name="Profiles">The profiles of which something does not hold any more.</param>
public sealed record VersionNewsView(EarlierVersion? Earlier, IReadOnlyList<ProfileNews> Profiles);
