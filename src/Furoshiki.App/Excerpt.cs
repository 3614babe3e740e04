using System.Collections.ObjectModel;

namespace Furoshiki.App;

/// <summary>A list of which not everything may be told.</summary>
public interface IExcerpt
{
    /// <summary>How many there are in all.</summary>
    int Total { get; }
}

/// <summary>So many of a list, with how many there are in all.</summary>
/// <param name="some">Those that are told.</param>
/// <param name="total">How many there are in all.</param>
public sealed class Excerpt<T>(IList<T> some, int total) : ReadOnlyCollection<T>(some), IExcerpt
{
    /// <inheritdoc />
    public int Total => total;
}

/// <summary>Makes excerpts.</summary>
public static class Excerpt
{
    /// <summary>So many of a list.</summary>
    /// <param name="all">The whole list.</param>
    /// <param name="most">How many are told at most; null for all.</param>
    /// <param name="skip">How many of the first ones are not told.</param>
    public static Excerpt<T> Of<T>(IEnumerable<T> all, int? most, int skip = 0)
    {
        var list = all as IReadOnlyCollection<T> ?? [.. all];
        return new([.. list.Skip(skip).Take(most ?? int.MaxValue)], list.Count);
    }
}
