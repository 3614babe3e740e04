using System.Collections.Concurrent;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Reading;

/// <summary>A desktop's folder as it is seen once: what was asked before is not looked at again. For use by several threads at once.</summary>
/// <param name="view">The folder.</param>
public sealed class RememberingView(IDesktopView view) : IDesktopView
{
    private readonly ConcurrentDictionary<string, FileState?> _states = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, Tree?> _trees = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, string?> _reasons = new(StringComparer.Ordinal);
    private readonly ConcurrentDictionary<string, PathEnd?> _ends = new(StringComparer.Ordinal);

    /// <inheritdoc />
    public string Root => view.Root;

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path) => view.ReadFile(path);

    /// <inheritdoc />
    public FileState? Find(string path) => Once(_states, path, view.Find);

    /// <inheritdoc />
    public Tree? FindTree(string path) => Once(_trees, path, view.FindTree);

    /// <inheritdoc />
    public PathEnd End(string path) => Once(_ends, path, view.End)!;

    /// <inheritdoc />
    public string? WhyNot(string path) => Once(_reasons, path, view.WhyNot);

    /// <inheritdoc />
    public string? NotKept(string path) => view.NotKept(path);

    /// <inheritdoc />
    public IEnumerable<string>? NamesIn(string path) => view.NamesIn(path);

    private static T? Once<T>(
        ConcurrentDictionary<string, T?> known,
        string path,
        Func<string, T?> look
    )
        where T : class => known.GetOrAdd(path, look);
}
