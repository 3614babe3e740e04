using System.Globalization;
using Furoshiki.Core.Switching;

namespace Furoshiki.Desktops;

/// <summary>
/// What files are called while they are being written, beside where they belong. A name holds the mark of the one switch that made it,
/// which the journal has had on the disk before, so that it is known for certain as the product's own; it is short, so that it
/// always fits; and the mark is random, so that nothing else has the name.
/// </summary>
internal sealed class UnfinishedNames
{
    private readonly Dictionary<string, int> _places = new(StringComparer.Ordinal);
    private readonly string _mark;

    /// <param name="mark">The switch's mark.</param>
    /// <param name="changes">What the switch changes.</param>
    public UnfinishedNames(string mark, IReadOnlyList<FileChange> changes)
    {
        _mark = mark;
        for (var i = 0; i < changes.Count; i++)
            _places.TryAdd(changes[i].Path, i);
    }

    /// <summary>The full path of the unfinished file of a path.</summary>
    public string Beside(string path, KnownPaths paths) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{paths.ParentOf(path)}/.furoshiki-{_mark}-{_places[path]}"
        );
}
