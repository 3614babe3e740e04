namespace Furoshiki.App.Shelf;

/// <summary>How the profiles on the shelf are sorted.</summary>
public enum ShelfSort
{
    /// <summary>The one that was on last first.</summary>
    LastOn,

    /// <summary>By name.</summary>
    Name,

    /// <summary>The one that is most like what is on now first.</summary>
    Nearness,

    /// <summary>
    /// What is named as is sought, then what else is of it, whole words before beginnings and near colours before others; of equals, and
    /// where nothing is sought, the one that was on last first.
    /// </summary>
    Fit,
}

/// <summary>Which profiles of the shelf are asked for.</summary>
/// <param name="Find">What they have in their words, or are made of; empty for all.</param>
/// <param name="Show">The filters that they pass: of day and night one, of all others each.</param>
/// <param name="Sort">How they are sorted.</param>
/// <param name="Skip">How many of the first ones are not wanted (0 or more).</param>
/// <param name="Take">How many are wanted at most (1 or more); null for all.</param>
public sealed record ShelfQuery(
    string Find = "",
    IReadOnlyCollection<string>? Show = null,
    ShelfSort Sort = ShelfSort.Fit,
    int Skip = 0,
    int? Take = null
);

/// <summary>A filter of the shelf.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Count">How many profiles pass it.</param>
public sealed record ShelfFilter(string Name, int Count);

/// <summary>How many profiles there are, and by what they can be filtered.</summary>
public sealed record ShelfFilters(int Total, IReadOnlyList<ShelfFilter> Filters);
