using System.Collections.Immutable;
using System.Globalization;
using System.Text;

namespace Furoshiki.Core.Content;

/// <summary>Something that stands in a folder and cannot be held.</summary>
/// <param name="Path">Where it stands.</param>
/// <param name="Reason">Why not, in a sentence.</param>
public sealed record Gap(string Path, string Reason);

/// <summary>Some content that other content names.</summary>
/// <param name="Digest">Its digest.</param>
/// <param name="IsFolder">Whether it is the record of a folder, which names content itself.</param>
public readonly record struct NamedContent(Digest Digest, bool IsFolder);

/// <summary>One entry of a folder.</summary>
/// <param name="Name">Its name.</param>
/// <param name="State">What it is.</param>
/// <param name="Inside">What is in it; null for anything but a folder.</param>
public sealed record TreeEntry(string Name, FileState State, Tree? Inside);

/// <summary>
/// A folder and all that is in it, as a record: a line for each entry, in ordinal order of the names, in which a folder
/// stands with the digest of its own record. The record is content itself, so that equal folders are held once, however
/// deep they are, and a change deep down makes new records only on the way to it.
/// </summary>
/// <remarks>
/// The name of an entry may be a path of several names, where nothing is said of the folders on the way.
/// </remarks>
public sealed class Tree : IEquatable<Tree>
{
    private readonly Lazy<(byte[] Bytes, Digest Digest)> _record;
    private readonly Lazy<Dictionary<string, TreeEntry>> _byName;
    private readonly Lazy<int> _fileCount;

    /// <summary>Makes a tree of entries.</summary>
    /// <param name="entries">What is in the folder, in ordinal order of the names.</param>
    /// <param name="gaps">What stands in it and cannot be held; no part of the record.</param>
    public Tree(ImmutableArray<TreeEntry> entries, ImmutableArray<Gap> gaps)
    {
        Entries = entries;
        OwnGaps = gaps;
        _byName = new(() => entries.ToDictionary(entry => entry.Name, StringComparer.Ordinal));
        _fileCount = new(() =>
            entries.Sum(entry =>
                entry.Inside?.FileCount ?? (entry.State.Type == FileType.Folder ? 0 : 1)
            )
        );
        _record = new(() =>
        {
            var bytes = Encoding.ASCII.GetBytes(
                string.Concat(
                    entries.Select(entry => LineOf(entry.Name, entry.State, entry.Inside))
                )
            );
            return (bytes, Digest.Of(bytes));
        });
    }

    /// <summary>A tree with nothing in it.</summary>
    public static Tree Empty { get; } = new([], []);

    /// <summary>What is in the folder itself, in ordinal order of the names.</summary>
    public ImmutableArray<TreeEntry> Entries { get; }

    /// <summary>What stands in the folder itself and could not be held.</summary>
    public ImmutableArray<Gap> OwnGaps { get; }

    /// <summary>The digest of the record, by which the tree is known.</summary>
    public Digest Digest => _record.Value.Digest;

    /// <summary>The record of the folder itself, in ASCII.</summary>
    public ReadOnlyMemory<byte> Bytes => _record.Value.Bytes;

    /// <summary>What stands at each path, a folder before what is in it.</summary>
    public IEnumerable<KeyValuePair<string, FileState>> All => AllUnder("");

    /// <summary>The records of this folder and of all that are in it, the inner ones first.</summary>
    public IEnumerable<Tree> Records =>
        Entries
            .Select(entry => entry.Inside)
            .OfType<Tree>()
            .SelectMany(inside => inside.Records)
            .Append(this);

    /// <summary>The files and links in it, at any depth, by their paths.</summary>
    public IReadOnlyDictionary<string, FileState> Contents =>
        All.Where(one => one.Value.Type != FileType.Folder).ToDictionary(StringComparer.Ordinal);

    /// <summary>How many files and links are in it, at any depth.</summary>
    public int FileCount => _fileCount.Value;

    /// <summary>All that stands in it and could not be held, by its path.</summary>
    public IEnumerable<Gap> Gaps =>
        OwnGaps.Concat(
            Entries
                .Where(entry => entry.Inside is not null)
                .SelectMany(entry =>
                    entry.Inside!.Gaps.Select(gap => gap with { Path = $"{entry.Name}/{gap.Path}" })
                )
        );

    /// <summary>Makes a tree from paths and what stands there.</summary>
    public static Tree Of(IEnumerable<KeyValuePair<string, FileState>> states)
    {
        var all = states.ToDictionary(StringComparer.Ordinal);
        var byFolder = all
            .Keys.GroupBy(path => HolderOf(path, all) ?? "", StringComparer.Ordinal)
            .ToDictionary(group => group.Key, group => group.ToList(), StringComparer.Ordinal);
        return Build("");

        Tree Build(string folder) =>
            new(
                [
                    .. (byFolder.GetValueOrDefault(folder) ?? [])
                        .Select(path => new TreeEntry(
                            folder.Length == 0 ? path : path[(folder.Length + 1)..],
                            all[path],
                            all[path].Type == FileType.Folder ? Build(path) : null
                        ))
                        .OrderBy(entry => entry.Name, StringComparer.Ordinal),
                ],
                []
            );
    }

    /// <summary>What stands at a path; null if nothing does.</summary>
    public FileState? Find(string path) => FindEntry(path)?.State;

    /// <summary>The folder at a path; null if none stands there.</summary>
    public Tree? FindFolder(string path) => FindEntry(path)?.Inside;

    /// <summary>The paths at which two trees differ, in ordinal order. Equal folders are not looked into.</summary>
    public static IEnumerable<(string Path, FileState? Before, FileState? After)> Between(
        Tree before,
        Tree after
    )
    {
        if (before.Equals(after))
            yield break;
        for (int i = 0, j = 0; i < before.Entries.Length || j < after.Entries.Length; )
        {
            // Both stand in ordinal order: what comes first in one and not in the other is in the one only.
            var order =
                i == before.Entries.Length ? 1
                : j == after.Entries.Length ? -1
                : string.CompareOrdinal(before.Entries[i].Name, after.Entries[j].Name);
            var one = order <= 0 ? before.Entries[i++] : null;
            var other = order >= 0 ? after.Entries[j++] : null;
            var name = (one ?? other)!.Name;
            if (one?.State != other?.State)
                yield return (name, one?.State, other?.State);
            if (one?.Inside is null && other?.Inside is null)
                continue;
            foreach (var inside in Between(one?.Inside ?? Empty, other?.Inside ?? Empty))
                yield return ($"{name}/{inside.Path}", inside.Before, inside.After);
        }
    }

    /// <summary>Reads a record.</summary>
    /// <param name="record">The bytes of the record.</param>
    /// <param name="find">Gives the tree of a folder within, by its name and its digest.</param>
    /// <exception cref="FormatException">The bytes are not such a record.</exception>
    public static Tree Parse(ReadOnlySpan<byte> record, Func<string, Digest, Tree> find)
    {
        var entries = ImmutableArray.CreateBuilder<TreeEntry>();
        var text = Encoding.ASCII.GetString(record);
        if (text.Length > 0 && text[^1] != '\n')
            throw new FormatException("A tree record ends within a line.");
        foreach (var line in text.Split('\n')[..^1])
            entries.Add(ParseLine(line.Split(' '), find));
        return new Tree(entries.ToImmutable(), []);
    }

    /// <summary>The content that a record itself names: that of the files in the folder, and the records of the folders in it.</summary>
    /// <param name="record">The bytes of the record.</param>
    /// <exception cref="FormatException">The bytes are not such a record.</exception>
    public static IReadOnlyList<NamedContent> NamesIn(ReadOnlySpan<byte> record)
    {
        var names = new List<NamedContent>();
        Parse(
            record,
            (_, inside) =>
            {
                names.Add(new NamedContent(inside, IsFolder: true));
                return Empty;
            }
        )
            .Entries.Select(entry => entry.State.Content)
            .OfType<Digest>()
            .ToList()
            .ForEach(file => names.Add(new NamedContent(file, IsFolder: false)));
        return names;
    }

    /// <inheritdoc />
    public bool Equals(Tree? other) =>
        ReferenceEquals(this, other) || (other is not null && Digest == other.Digest);

    /// <inheritdoc />
    public override bool Equals(object? obj) => Equals(obj as Tree);

    /// <inheritdoc />
    public override int GetHashCode() => Digest.GetHashCode();

    private IEnumerable<KeyValuePair<string, FileState>> AllUnder(string prefix)
    {
        foreach (var entry in Entries)
        {
            var path = prefix + entry.Name;
            yield return KeyValuePair.Create(path, entry.State);
            if (entry.Inside is not null)
                foreach (var inside in entry.Inside.AllUnder(path + "/"))
                    yield return inside;
        }
    }

    private TreeEntry? FindEntry(string path)
    {
        if (_byName.Value.TryGetValue(path, out var entry))
            return entry;
        for (
            var slash = path.IndexOf('/', StringComparison.Ordinal);
            slash > 0;
            slash = path.IndexOf('/', slash + 1)
        )
            if (_byName.Value.TryGetValue(path[..slash], out var folder))
                return folder.Inside?.FindEntry(path[(slash + 1)..]);
        return null;
    }

    /// <summary>The nearest folder above a path that is among the paths.</summary>
    private static string? HolderOf(string path, Dictionary<string, FileState> all)
    {
        for (var slash = path.LastIndexOf('/'); slash > 0; slash = path.LastIndexOf('/', slash - 1))
            if (all.GetValueOrDefault(path[..slash])?.Type == FileType.Folder)
                return path[..slash];
        return null;
    }

    /// <summary>The line of a record for a path and what stands there.</summary>
    internal static string LineOf(string path, FileState state, Tree? inside = null)
    {
        var name = PathText.Escape(path);
        if (state.Attributes.Length > 0)
            name += " " + state.Attributes;
        return state.Type switch
        {
            FileType.File => string.Create(
                CultureInfo.InvariantCulture,
                $"file {state.Mode:x} {state.Size} {state.Content!.Value.Hex} {name}\n"
            ),
            FileType.Folder => string.Create(
                CultureInfo.InvariantCulture,
                $"folder {state.Mode:x} {(inside ?? Empty).Digest.Hex} {name}\n"
            ),
            FileType.Link => $"link {PathText.Escape(state.Target!)} {name}\n",
            _ => throw new InvalidOperationException("What cannot be held has no record."),
        };
    }

    private static TreeEntry ParseLine(string[] words, Func<string, Digest, Tree> find)
    {
        static int Mode(string word) =>
            int.Parse(word, NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture);
        static string Attributes(string[] rest) =>
            rest switch
            {
                [] => "",
                [var attributes] => attributes,
                _ => throw new FormatException("A line of a tree record has words too many."),
            };
        return words switch
        {
            ["file", var mode, var size, var content, var name, .. var rest] => new TreeEntry(
                PathText.Unescape(name),
                FileState.OfFile(
                    Mode(mode),
                    long.Parse(size, NumberStyles.None, CultureInfo.InvariantCulture),
                    Digest.Parse(content)
                ) with
                {
                    Attributes = Attributes(rest),
                },
                null
            ),
            ["folder", var mode, var inside, var name, .. var rest] => new TreeEntry(
                PathText.Unescape(name),
                FileState.OfFolder(Mode(mode)) with
                {
                    Attributes = Attributes(rest),
                },
                find(PathText.Unescape(name), Digest.Parse(inside))
            ),
            ["link", var target, var name] => new TreeEntry(
                PathText.Unescape(name),
                FileState.OfLink(PathText.Unescape(target)),
                null
            ),
            _ => throw new FormatException("A line of a tree record is none that it can have."),
        };
    }
}
