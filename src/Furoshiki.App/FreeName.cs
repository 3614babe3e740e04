using Furoshiki.Core.Words;
using Furoshiki.Store;

namespace Furoshiki.App;

/// <summary>Names that nothing has yet.</summary>
internal static class FreeName
{
    /// <summary>A name as it is, or with a number after it where it is taken.</summary>
    /// <param name="name">The name.</param>
    /// <param name="others">The names that are taken.</param>
    public static string Like(string name, IQueryable<string> others)
    {
        var taken = others.AsEnumerable().Select(PersonsText.KeyOf).ToHashSet();
        var free = Shortened(name, FuroshikiDb.LongestName);
        for (var i = 2; taken.Contains(PersonsText.KeyOf(free)); i++)
        {
            var number = $" ({i})";
            free = Shortened(name, FuroshikiDb.LongestName - number.Length) + number;
        }
        return free;
    }

    private static string Shortened(string name, int longest) =>
        name.Length > longest ? name[..longest].TrimEnd() : name;
}
