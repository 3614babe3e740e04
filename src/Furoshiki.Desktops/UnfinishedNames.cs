using System.Globalization;
using System.Text.RegularExpressions;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>
/// What files are called while they are being written, beside where they belong. A name holds the mark of the one switch that made it,
/// which the journal has had on the disk before, so that it is known for certain as the product's own; it is short, so that it
/// always fits; and the mark is random, so that nothing else has the name.
/// </summary>
internal sealed partial class UnfinishedNames
{
    /// <summary>Whether a name is that of an unfinished file of some switch, of whichever installation: it is part of no look.</summary>
    public static bool IsOne(string name) =>
        name.StartsWith(Beginning, StringComparison.Ordinal) && Any().IsMatch(name);

    private const string Beginning = ".furoshiki-";

    [GeneratedRegex("^\\.furoshiki-[0-9a-f]{8,}-[0-9]+\\z")]
    private static partial Regex Any();

    private readonly Dictionary<string, int> _places = new(StringComparer.Ordinal);
    private readonly string _mark;
    private readonly int _count;

    /// <param name="mark">The switch's mark.</param>
    /// <param name="changes">What the switch changes.</param>
    public UnfinishedNames(string mark, IReadOnlyList<FileChange> changes)
    {
        (_mark, _count) = (mark, changes.Count);
        for (var i = 0; i < changes.Count; i++)
            _places.TryAdd(changes[i].Path, i);
    }

    /// <summary>The full path to which what stands at a path goes before it is removed.</summary>
    public string Aside(string path, KnownPaths paths) =>
        Named(path, _places[path] + _count, paths);

    /// <summary>The full path of the unfinished file of a path.</summary>
    public string Beside(string path, KnownPaths paths) => Named(path, _places[path], paths);

    private string Named(string path, int number, KnownPaths paths) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{paths.ParentOf(path)}/{Beginning}{_mark}-{number}"
        );
}
