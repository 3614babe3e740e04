using Furoshiki.App.Supplies;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Comparing;

/// <summary>In which order the rows of a comparison stand.</summary>
public enum RowOrder
{
    /// <summary>What matters most for the eye first.</summary>
    Eye,

    /// <summary>As the parts of a look stand.</summary>
    Parts,
}

/// <summary>What is asked of a comparison.</summary>
/// <param name="Looks">The looks, two to four, each as it is named in an address; the first is what the others are held against.</param>
/// <param name="All">Whether what is the same is told too.</param>
/// <param name="Order">In which order.</param>
/// <param name="Find">Words, of which each has to stand in a row or above it; empty for all rows.</param>
public sealed record CompareQuery(
    IReadOnlyList<string> Looks,
    bool All = false,
    RowOrder Order = RowOrder.Eye,
    string Find = ""
)
{
    private readonly IReadOnlyList<string> _words = PersonsText
        .KeyOf(Find)
        .Split(' ', StringSplitOptions.RemoveEmptyEntries);

    /// <summary>What of rows was asked for, in the order that was.</summary>
    internal IReadOnlyList<RowView> Of(IEnumerable<RowView> rows) =>
        Sorted(rows.Where(IsTold).Select(Sought).OfType<RowView>());

    /// <summary>What of the rows within one was asked for, in the order that was, before anything is sought in them.</summary>
    internal IReadOnlyList<RowView> Within(IEnumerable<RowView> rows) => Sorted(rows.Where(IsTold));

    private bool IsTold(RowView row) => All || row.Differs;

    private IReadOnlyList<RowView> Sorted(IEnumerable<RowView> rows) =>
        [.. Order == RowOrder.Eye ? rows.OrderByDescending(row => row.Weight) : rows];

    /// <summary>What of a row has what is sought; null for nothing.</summary>
    private RowView? Sought(RowView row)
    {
        if (Lacking(row, _words).Count == 0)
            return row;
        var within = row
            .Rows.Where(inner => Lacking(inner, Lacking(row, _words)).Count == 0)
            .ToList();
        return within.Count > 0 ? row with { Rows = within } : null;
    }

    /// <summary>The words that a row has not.</summary>
    private static List<string> Lacking(RowView row, IReadOnlyList<string> words) =>
        [
            .. words.Where(word =>
                !row
                    .Cells.Select(cell => cell.Words)
                    .Append(row.Title)
                    .Any(text => PersonsText.KeyOf(text).Contains(word, StringComparison.Ordinal))
            ),
        ];
}

/// <summary>How much of what lies between two looks is a part's.</summary>
/// <param name="Kind">The part's kind.</param>
/// <param name="Title">The same, for people.</param>
/// <param name="Apart">How far apart the part is, 0 to 1.</param>
/// <param name="Weight">How much of a look the kind is for the eye, in %.</param>
public sealed record PartApartView(string Kind, string Title, double Apart, int Weight)
{
    /// <summary>What lies between two looks, the most first; what is the same is not in it.</summary>
    internal static IReadOnlyList<PartApartView> Of(IEnumerable<PartDistance> parts) =>
        [
            .. parts
                .Where(part => part.Apart > 0)
                .OrderByDescending(part => part.Kind.Weight * part.Apart)
                .Select(part => new PartApartView(
                    part.Kind.Name,
                    part.Kind.Title,
                    part.Apart,
                    part.Kind.Weight
                )),
        ];
}

/// <summary>A look that is compared.</summary>
/// <param name="Ref">How it was asked for.</param>
/// <param name="Name">What people call it.</param>
/// <param name="Caption">Which one of that name.</param>
/// <param name="Look">Digest of the look; null if it cannot be read.</param>
/// <param name="Saving">The number of the saving; null for anything else.</param>
/// <param name="State">The number of the safe state; null for anything else.</param>
/// <param name="Fitting">The number of the fitting; null for anything else.</param>
/// <param name="Differs">How many parts differ from those of the first look, of those that both cover.</param>
/// <param name="NotCovered">How many parts it covers and the first look does not, or the other way round.</param>
/// <param name="Apart">How far it is from the first look, 0 to 1; a part that only one of them covers is half apart.</param>
/// <param name="MadeOf">What that is made up of, the most first; what is the same is not in it.</param>
/// <param name="Problem">Why it cannot be read; empty if it can.</param>
public sealed record SideView(
    string Ref,
    string Name,
    string Caption,
    string? Look,
    long? Saving,
    long? State,
    long? Fitting,
    int Differs,
    int NotCovered,
    double Apart,
    IReadOnlyList<PartApartView> MadeOf,
    string Problem
);

/// <summary>How a cell stands to the first look's.</summary>
public enum CellState
{
    /// <summary>It is the first look's.</summary>
    First,

    /// <summary>It is the same.</summary>
    Same,

    /// <summary>It differs.</summary>
    Differs,

    /// <summary>The look does not cover it: that is neither the same nor different.</summary>
    NotCovered,

    /// <summary>The first look does not cover it, so that there is nothing to hold it against.</summary>
    Alone,

    /// <summary>The look cannot be read.</summary>
    Unreadable,
}

/// <summary>A place on a screen, in px.</summary>
public sealed record BoxView(int X, int Y, int Width, int Height);

/// <summary>Where something lies.</summary>
/// <param name="ScreenWidth">The screen's width, in px.</param>
/// <param name="ScreenHeight">The screen's height, in px.</param>
/// <param name="Box">Where it lies.</param>
/// <param name="First">Where it lies in the first look, if that is elsewhere.</param>
public sealed record PlacedView(int ScreenWidth, int ScreenHeight, BoxView Box, BoxView? First);

/// <summary>One look's cell in a row.</summary>
/// <param name="State">How it stands to the first look's.</param>
/// <param name="Words">What it says.</param>
/// <param name="Change">By how much it differs from the first look's, in the measure of its type; empty where that would say the same again.</param>
/// <param name="Swatches">Colours that tell it, in CSS notation.</param>
public sealed record CellView(
    CellState State,
    string Words,
    string Change,
    IReadOnlyList<string> Swatches
)
{
    /// <summary>Files that show what it is like.</summary>
    public IReadOnlyList<SampleView> Samples { get; init; } = [];

    /// <summary>Where it lies; null for what lies nowhere.</summary>
    public PlacedView? Place { get; init; }

    /// <summary>A drawing of it alone, as SVG; null where a drawing would not tell it.</summary>
    public string? Drawing { get; init; }

    /// <summary>Whether files differ that can be looked into.</summary>
    public bool HasFiles { get; init; }
}

/// <summary>A row: a part, an item of it, a setting, or its files.</summary>
/// <param name="Key">What it is known by among all rows: the kind, and behind it "/" and the setting, the item with "/", or "files".</param>
/// <param name="Kind">The kind of part that it is of.</param>
/// <param name="Setting">What of the part can be borrowed with it, as in a step of a fitting; null for the whole part, or what cannot be.</param>
/// <param name="Title">Its name for people.</param>
/// <param name="Differs">Whether a cell differs from the first.</param>
/// <param name="Weight">How much what differs in it matters for the eye, in % of a look.</param>
/// <param name="Cells">A cell for each look.</param>
/// <param name="Rows">The rows within it.</param>
public sealed record RowView(
    string Key,
    string Kind,
    string? Setting,
    string Title,
    bool Differs,
    double Weight,
    IReadOnlyList<CellView> Cells,
    IReadOnlyList<RowView> Rows
);

/// <summary>Looks side by side; the first is what the others are held against.</summary>
/// <param name="Sides">The looks.</param>
/// <param name="Rows">The rows that were asked for.</param>
/// <param name="Differing">How many parts differ, of those that can be held against the first.</param>
/// <param name="Parts">How many parts can be held against the first.</param>
/// <param name="NotCovered">The titles of the parts that not all looks cover.</param>
/// <param name="Scenes">The scenes in which one of the looks has a say.</param>
public sealed record ComparisonView(
    IReadOnlyList<SideView> Sides,
    IReadOnlyList<RowView> Rows,
    int Differing,
    int Parts,
    IReadOnlyList<string> NotCovered,
    IReadOnlyList<NamedScene> Scenes
);
