using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>A desktop's folder as it will be once a plan was carried out.</summary>
/// <param name="view">The folder as it is.</param>
/// <param name="plan">The plan.</param>
/// <param name="saved">Gives the bytes of content that is saved; null where it is not at hand.</param>
public sealed class PlannedView(
    IDesktopView view,
    SwitchPlan plan,
    Func<Digest, ReadOnlyMemory<byte>?> saved
) : IDesktopView
{
    private readonly Dictionary<string, FileState?> _after = plan.Changes.ToDictionary(
        change => change.Path,
        change => change.After,
        StringComparer.Ordinal
    );

    /// <inheritdoc />
    public string Root => view.Root;

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path)
    {
        if (!_after.TryGetValue(path, out var after))
            return view.ReadFile(path);
        if (after is not { Content: { } content })
            throw new MissingSettingsFileException();
        return plan.NewContent.TryGetValue(content, out var bytes)
            ? bytes
            : saved(content) ?? throw new SettingsFileException("Its content is not at hand.");
    }

    /// <inheritdoc />
    public FileState? Find(string path) =>
        _after.TryGetValue(path, out var after) ? after : view.Find(path);

    /// <inheritdoc />
    public Tree? FindTree(string path)
    {
        var within = _after.Where(one => PathText.IsUnder(one.Key, path)).ToList();
        var tree =
            _after.TryGetValue(path, out var own) && own is null ? null : view.FindTree(path);
        if (within.Count == 0)
            return tree;
        var all = (tree ?? Tree.Empty).All.ToDictionary(StringComparer.Ordinal);
        foreach (var (full, after) in within)
            if (after is null)
                all.Remove(full[(path.Length + 1)..]);
            else
                all[full[(path.Length + 1)..]] = after;
        return all.Count == 0 ? null : Tree.Of(all);
    }

    /// <inheritdoc />
    public string? WhyNot(string path) => _after.ContainsKey(path) ? null : view.WhyNot(path);
}
