using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Reading;

/// <summary>A desktop's folder with what was kept of it in place of what is there now.</summary>
/// <param name="isHeld">Whether a path is one of those that the state speaks of.</param>
/// <param name="state">Everything that was managed, by its path.</param>
/// <param name="gaps">What stood there and could not be held.</param>
/// <param name="content">The kept content.</param>
/// <param name="beside">The desktop as it is, for what was not kept, such as the administrator's files.</param>
public sealed class SavedView(
    Func<string, bool> isHeld,
    Tree state,
    IReadOnlyCollection<Gap> gaps,
    IContentStore content,
    IDesktopView beside
) : IDesktopView
{
    /// <inheritdoc />
    public string Root => beside.Root;

    /// <inheritdoc />
    public ReadOnlyMemory<byte> ReadFile(string path) =>
        !isHeld(path) ? beside.ReadFile(path)
        : gaps.FirstOrDefault(gap => gap.Path == path) is { } gap
            ? throw new SettingsFileException(gap.Reason)
        : Find(path) is null ? throw new MissingSettingsFileException()
        : Find(path)!.Content is { } digest ? Held(digest)
        : throw new SettingsFileException("It was no file.");

    /// <inheritdoc />
    public FileState? Find(string path) => isHeld(path) ? state.Find(path) : beside.Find(path);

    /// <inheritdoc />
    public Tree? FindTree(string path) =>
        this.Follow(path) is not { } end ? null
        : isHeld(end) ? state.FindFolder(end)
        : beside.FindTree(end);

    /// <inheritdoc />
    public PathEnd End(string path) => PathEnd.Of(path, Root, Find);

    /// <inheritdoc />
    public string? WhyNot(string path) =>
        !isHeld(path) ? beside.WhyNot(path) : gaps.FirstOrDefault(gap => gap.Path == path)?.Reason;

    private byte[] Held(Digest digest)
    {
        try
        {
            return content.Read(digest);
        }
        catch (MissingContentException)
        {
            throw new SettingsFileException("Its copy is damaged.");
        }
    }
}
