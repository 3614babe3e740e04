using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

public sealed class TreeTests
{
    private static readonly Gen<string> Path = Gen.OneOf("a", "b", "c")
        .Array[1, 4]
        .Select(names => string.Join('/', names));

    private static readonly Gen<FileState> Leaf = Gen.OneOf<FileState>(
        Gen.Select(
            Gen.Int[0, 3],
            Gen.Byte,
            (mode, content) => FileState.OfFile(mode, 1, Digest.Of([content]))
        ),
        Gen.Int[0, 3].Select(FileState.OfFolder),
        Gen.OneOf("x", "y").Select(FileState.OfLink)
    );

    /// <summary>Any tree in which every path stands in a folder.</summary>
    private static readonly Gen<Tree> AnyTree = Gen.Dictionary(Path, Leaf)[0, 12]
        .Select(drawn =>
        {
            var entries = new Dictionary<string, FileState>();
            foreach (var (path, state) in drawn)
            {
                entries[path] = state;
                for (
                    var slash = path.LastIndexOf('/');
                    slash > 0;
                    slash = path.LastIndexOf('/', slash - 1)
                )
                    if (entries.GetValueOrDefault(path[..slash])?.Type != FileType.Folder)
                        entries[path[..slash]] = FileState.OfFolder(0);
            }
            foreach (
                var path in entries
                    .Keys.Where(path => path.Contains('/', StringComparison.Ordinal))
                    .ToList()
            )
                if (entries[path[..path.LastIndexOf('/')]].Type != FileType.Folder)
                    entries[path[..path.LastIndexOf('/')]] = FileState.OfFolder(0);
            return Tree.Of(entries);
        });

    [Fact]
    public void Making_the_changes_between_two_trees_one_after_the_other_is_always_possible_and_leads_to_the_second() =>
        Gen.Select(AnyTree, AnyTree)
            .Sample(
                (before, after) =>
                {
                    var disk = before.All.ToDictionary();
                    foreach (
                        var change in TreeChanges
                            .Between("set", before, after)
                            .Select(one => one with { Path = one.Path["set/".Length..] })
                    )
                    {
                        disk.GetValueOrDefault(change.Path).ShouldBe(change.Before);
                        var stays = change.After?.Type == FileType.Folder;
                        disk.Keys.Where(path =>
                                !stays
                                && path.StartsWith(change.Path + "/", StringComparison.Ordinal)
                            )
                            .ShouldBeEmpty("what goes or becomes a file is empty");
                        if (change.After is null)
                        {
                            disk.Remove(change.Path);
                            continue;
                        }
                        var slash = change.Path.LastIndexOf('/');
                        (
                            slash < 0 || disk[change.Path[..slash]].Type == FileType.Folder
                        ).ShouldBeTrue("what comes has a folder to come into");
                        disk[change.Path] = change.After;
                    }
                    disk.ShouldBe(after.All, ignoreOrder: true);
                },
                iter: 3000
            );

    [Fact]
    public void Two_trees_have_the_same_record_just_when_they_are_equal() =>
        Gen.Select(AnyTree, AnyTree)
            .Sample(
                (one, other) =>
                    one.Digest.Equals(other.Digest).ShouldBe(one.All.SequenceEqual(other.All)),
                iter: 2000
            );

    [Theory]
    [InlineData("7\n")]
    [InlineData("link x y")]
    [InlineData("file 1a4 3 abc name\n")]
    [InlineData(
        "file zz 3 ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad name\n"
    )]
    [InlineData("pipe 1a4 name\n")]
    [InlineData("link x%4 y\n")]
    [InlineData("link x%zz y\n")]
    public void What_is_no_tree_record_is_not_read_as_one(string text) =>
        Should.Throw<FormatException>(() =>
            Tree.Parse(System.Text.Encoding.UTF8.GetBytes(text), (_, _) => Tree.Empty)
        );

    private static readonly Gen<string> AnyName = Gen.Byte[1, 255]
        .Array[1, 6]
        .Select(bytes =>
            LosslessText.FromBytes([.. bytes.Select(b => b == (byte)'/' ? (byte)'_' : b)])
        );

    [Fact]
    public void A_tree_with_any_names_at_all_reads_back_from_its_records() =>
        Gen.Select(Gen.Dictionary(AnyName, Leaf)[0, 8], AnyName, AnyName)
            .Sample(
                (entries, folder, target) =>
                {
                    entries[folder] = FileState.OfFolder(493);
                    entries[folder + "/" + target] = FileState.OfLink(target);
                    var tree = Tree.Of(entries);
                    var records = tree
                        .Records.DistinctBy(one => one.Digest)
                        .ToDictionary(one => one.Digest, one => one.Bytes);
                    Tree Read(Digest digest) =>
                        Tree.Parse(records[digest].Span, (_, inside) => Read(inside));
                    Read(tree.Digest).All.ShouldBe(tree.All);
                    foreach (var path in entries.Keys)
                        tree.Find(path).ShouldBe(entries[path]);
                },
                iter: 3000
            );

    [Fact]
    public void Bytes_of_any_kind_are_text_without_loss_and_a_path_can_be_written_in_ASCII() =>
        Gen
            .Byte.Array[0, 20]
            .Sample(
                bytes =>
                {
                    var text = LosslessText.FromBytes(bytes);
                    LosslessText.ToBytes(text).ShouldBe(bytes);
                    LosslessText
                        .HasStrayBytes(text)
                        .ShouldBe(!System.Text.Unicode.Utf8.IsValid(bytes));
                    var written = PathText.Escape(text);
                    written.All(c => c is > ' ' and < (char)127).ShouldBeTrue();
                    PathText.Unescape(written).ShouldBe(text);
                },
                iter: 10_000
            );

    // FIPS 180-4, the example with the message "abc".
    [Fact]
    public void A_digest_is_that_of_the_standard_and_nothing_else_is_read_as_one()
    {
        var digest = Digest.Of("abc"u8);
        digest.Hex.ShouldBe("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        Digest.Parse(digest.Hex).ShouldBe(digest);
        foreach (
            var wrong in new[]
            {
                "",
                "abc",
                digest.Hex.ToUpperInvariant(),
                digest.Hex + "0",
                digest.Hex[..63] + "g",
            }
        )
            Should.Throw<FormatException>(() => Digest.Parse(wrong));
    }
}
