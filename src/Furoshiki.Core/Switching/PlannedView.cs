using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>A desktop's folder as it will be once some of its paths were brought to another state.</summary>
/// <param name="view">The folder as it is.</param>
/// <param name="after">What will stand at those paths; null where nothing will.</param>
/// <param name="content">Gives the bytes of content; null where it is not at hand.</param>
public sealed class PlannedView(
    IDesktopView view,
    IReadOnlyDictionary<string, FileState?> after,
    Func<Digest, ReadOnlyMemory<byte>?> content
) : IDesktopView
{
    /// <summary>The folder as it will be once a plan was carried out.</summary>
    /// <param name="view">The folder as it is.</param>
    /// <param name="plan">The plan.</param>
    /// <param name="saved">Gives the bytes of content that is saved; null where it is not at hand.</param>
    public PlannedView(
        IDesktopView view,
        SwitchPlan plan,
        Func<Digest, ReadOnlyMemory<byte>?> saved
    )
        : this(
            view,
            plan.Changes.ToDictionary(
                change => change.Path,
                change => change.After,
                StringComparer.Ordinal
            ),
            digest => plan.NewContent.TryGetValue(digest, out var bytes) ? bytes : saved(digest)
        ) { }

    /// <inheritdoc />
    public string Root => view.Root;

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path)
    {
        if (!after.TryGetValue(path, out var its))
            return view.ReadFile(path);
        if (its is not { Content: { } digest })
            throw new MissingSettingsFileException();
        return content(digest) ?? throw new SettingsFileException("Its content is not at hand.");
    }

    /// <inheritdoc />
    public FileState? Find(string path) =>
        after.TryGetValue(path, out var its) ? its : view.Find(path);

    /// <inheritdoc />
    public Tree? FindTree(string path)
    {
        var within = after.Where(one => PathText.IsUnder(one.Key, path)).ToList();
        var tree = after.TryGetValue(path, out var own) && own is null ? null : view.FindTree(path);
        if (within.Count == 0)
            return tree;
        var all = (tree ?? Tree.Empty).All.ToDictionary(StringComparer.Ordinal);
        foreach (var (full, state) in within)
            if (state is null)
                all.Remove(full[(path.Length + 1)..]);
            else
                all[full[(path.Length + 1)..]] = state;
        return all.Count == 0 ? null : Tree.Of(all);
    }

    /// <inheritdoc />
    public string? WhyNot(string path) => after.ContainsKey(path) ? null : view.WhyNot(path);
}
