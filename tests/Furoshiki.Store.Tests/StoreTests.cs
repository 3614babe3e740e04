using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Metadata;

namespace Furoshiki.Store.Tests;

public sealed class StoreTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;
    private readonly FuroshikiDbFactory _databases;
    private readonly SqliteContentStore _content;
    private readonly IContentHold _hold;

    public StoreTests()
    {
        var path = Path.Combine(_folder, "furoshiki.db");
        // The application makes the file first, so that nobody else may read it.
        File.Create(path).Dispose();
        _databases = new FuroshikiDbFactory(path);
        _databases.Migrate();
        _content = new SqliteContentStore(_databases, TimeProvider.System);
        _hold = _content.Hold();
    }

    public void Dispose()
    {
        _hold.Dispose();
        Directory.Delete(_folder, recursive: true);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(SqliteContentStore.ChunkSize - 1)]
    [InlineData(SqliteContentStore.ChunkSize)]
    [InlineData(SqliteContentStore.ChunkSize + 1)]
    [InlineData(3 * SqliteContentStore.ChunkSize + 7)]
    public void Content_of_any_length_reads_back_as_it_was_and_by_its_digest(int length)
    {
        var bytes = new byte[length];
        new Random(length).NextBytes(bytes);
        var digest = _hold.Put(bytes);
        digest.ShouldBe(Digest.Of(bytes));
        _content.SizeOf(digest).ShouldBe(length);
        _content.Read(digest).ShouldBe(bytes);
    }

    [Fact]
    public void The_model_that_was_compiled_before_is_the_model()
    {
        using var db = _databases.CreateDbContext();
        Told(db.Model).ShouldBe(Told(db.GetService<IDesignTimeModel>().Model));

        static List<string> Told(IReadOnlyModel model) =>
            [
                .. model
                    .GetEntityTypes()
                    .SelectMany(type =>
                        type.GetProperties()
                            .Select(one =>
                                $"{one.Name} {one.ClrType} {one.IsNullable} {one.GetMaxLength()} {one.ValueGenerated}"
                            )
                            .Concat(
                                type.GetIndexes()
                                    .Select(one => $"index {Names(one.Properties)} {one.IsUnique}")
                            )
                            .Concat(type.GetKeys().Select(one => $"key {Names(one.Properties)}"))
                            .Concat(
                                type.GetForeignKeys()
                                    .Select(one =>
                                        $"to {one.PrincipalEntityType.Name} {Names(one.Properties)} {one.DeleteBehavior}"
                                    )
                            )
                            .Select(told => $"{type.Name}: {told}")
                    )
                    .Order(StringComparer.Ordinal),
            ];

        static string Names(IEnumerable<IReadOnlyProperty> properties) =>
            string.Join(',', properties.Select(one => one.Name));
    }

    [Fact]
    public void A_writer_and_a_reader_who_is_not_done_do_not_wait_for_each_other()
    {
        _hold.Put("one"u8.ToArray());
        _hold.Put("two"u8.ToArray());
        using var db = _databases.CreateDbContext();
        using var reading = db.Contents.AsNoTracking().AsEnumerable().GetEnumerator();
        reading.MoveNext().ShouldBeTrue();
        _content.Read(_hold.Put("three"u8.ToArray())).ShouldBe("three"u8.ToArray());
        reading.MoveNext().ShouldBeTrue();
    }

    [Fact]
    public void The_same_bytes_are_held_once()
    {
        var digest = _hold.Put("same"u8.ToArray());
        _hold.Put("same"u8.ToArray()).ShouldBe(digest);
        using var db = _databases.CreateDbContext();
        db.ContentChunks.Count().ShouldBe(1);
    }

    [Fact]
    public void Content_whose_reading_fails_is_not_held_in_part()
    {
        var bytes = new byte[SqliteContentStore.ChunkSize * 20];
        Should.Throw<IOException>(() => _hold.Put(new FailingStream(bytes)));
        using var db = _databases.CreateDbContext();
        db.ContentChunks.Count().ShouldBe(0);
        db.Contents.Count().ShouldBe(0);
    }

    [Fact]
    public void While_much_is_taken_in_others_write_and_read_what_is_in_already()
    {
        using var batch = _hold.Begin();
        var random = new Random(7);
        for (var i = 0; i < 40; i++)
        {
            var bytes = new byte[random.Next(3 * SqliteContentStore.ChunkSize)];
            random.NextBytes(bytes);
            batch.Put(new MemoryStream(bytes));
            using var other = _databases.CreateDbContext();
            other.Database.SetCommandTimeout(1);
            other.Preferences.Add(new PreferenceRow { Name = $"{i}", Value = "1" });
            other.SaveChanges();
        }
        using var db = _databases.CreateDbContext();
        db.Preferences.Count(one => one.Value == "1").ShouldBe(40);
        db.Contents.Count().ShouldBeGreaterThan(10);
    }

    [Fact]
    public void What_was_taken_in_by_something_that_broke_off_is_told_and_given_back_and_no_more()
    {
        var told = 0;
        _content.LeftBehind += (_, _) => told++;
        var kept = Bytes(1, 100);
        _hold.Put(kept);
        using (var batch = _hold.Begin())
        {
            batch.Put(kept);
            for (var i = 2; i < 9; i++)
                batch.Put(new MemoryStream(Bytes(i, 2 * SqliteContentStore.ChunkSize)));
        }
        told.ShouldBe(1);
        // What a process that was killed had begun stands there under no name.
        using (var db = _databases.CreateDbContext())
        {
            var begun = db.Contents.Add(
                new ContentRow { Digest = Digest.Of("no name"u8), CheckedAt = ContentRow.OnItsWay }
            );
            db.SaveChanges();
            db.ContentChunks.Add(
                new ContentChunkRow
                {
                    ContentId = begun.Entity.Id,
                    Ordinal = 0,
                    Bytes = [1, 2, 3],
                }
            );
            db.SaveChanges();
        }
        new ContentChecker(_databases, _content, TimeProvider.System).Damaged().ShouldBeEmpty();
        foreach (var found in new ContentChecker(_databases, _content, TimeProvider.System).Check())
            found.ShouldBeEmpty();
        _hold.Dispose();
        new ContentCollector(_databases).GiveBack().OfType<long>().Sum().ShouldBeGreaterThan(0);
        using var after = _databases.CreateDbContext();
        after.Contents.Count().ShouldBe(0);
        after.ContentChunks.Count().ShouldBe(0);
    }

    [Fact]
    public void Whatever_several_take_in_beside_each_other_is_held_once_and_reads_back_as_it_was() =>
        Gen.Int[0, 40]
            .Array[1, 12]
            .Array[1, 4]
            .Sample(
                all =>
                {
                    var digests = all.AsParallel()
                        .WithDegreeOfParallelism(4)
                        .SelectMany(some =>
                        {
                            using var batch = _hold.Begin();
                            var mine = some.Select(one =>
                                    one % 2 == 0
                                        ? batch.Put(Bytes(one, one * 60_000))
                                        : batch.Put(new MemoryStream(Bytes(one, one * 60_000)))
                                )
                                .ToList();
                            mine.ShouldAllBe(one => batch.HoldsAll(one));
                            batch.Commit();
                            return mine;
                        })
                        .ToHashSet();
                    digests
                        .SetEquals(
                            all.SelectMany(some => some)
                                .Select(one => Digest.Of(Bytes(one, one * 60_000)))
                        )
                        .ShouldBeTrue();
                    foreach (var digest in digests)
                        Digest.Of(_content.Read(digest)).ShouldBe(digest);
                    using var db = _databases.CreateDbContext();
                    db.Contents.Count(one => one.CheckedAt == ContentRow.OnItsWay).ShouldBe(0);
                },
                iter: 10,
                threads: 1
            );

    private static byte[] Bytes(int seed, int length)
    {
        var bytes = new byte[length];
        new Random(seed).NextBytes(bytes);
        return bytes;
    }

    [Fact]
    public void What_is_not_held_is_asked_for_in_vain() =>
        Should.Throw<MissingContentException>(() => _content.Open(Digest.Of("none"u8)));

    [Fact]
    public void A_tree_is_held_whole_only_with_every_file_in_it_and_its_records_alone_are_not_taken_for_it()
    {
        byte[] bytes = [1, 2, 3];
        var tree = Tree.Of([
            new("a", FileState.OfFolder(493)),
            new("a/file", FileState.OfFile(420, 3, Digest.Of(bytes))),
            new("a/link", FileState.OfLink("file")),
            new("empty", FileState.OfFolder(448)),
        ]);
        using (var records = _hold.Begin())
        {
            records.PutTree(tree, null);
            records.Commit();
        }
        _content.FindTree(tree.Digest)!.All.ShouldBe(tree.All);
        _content.HoldsAll(tree.Digest).ShouldBeFalse();

        using (var whole = _hold.Begin())
        {
            whole.PutTree(tree, (path, _) => whole.Put(path == "a/file" ? bytes : []));
            whole.Commit();
        }
        _content.HoldsAll(tree.Digest).ShouldBeTrue();
        _content.Read(Digest.Of(bytes)).ShouldBe(bytes);
    }

    [Fact]
    public void Of_a_tree_only_the_folders_are_read_that_do_not_stand_nearby()
    {
        static Tree Of(byte edited) =>
            Tree.Of([
                new("same", FileState.OfFolder(493)),
                new("same/file", FileState.OfFile(420, 1, Digest.Of([1]))),
                new("way", FileState.OfFolder(493)),
                new("way/file", FileState.OfFile(420, 1, Digest.Of([edited]))),
                new("way/same", FileState.OfFolder(448)),
                new("way/same/link", FileState.OfLink("../file")),
            ]);
        var (saved, nearby) = (Of(2), Of(3));
        using (var records = _hold.Begin())
        {
            records.PutTree(saved, null);
            records.Commit();
        }
        _content.FindTree(saved.Digest, [nearby])!.All.ShouldBe(saved.All);

        void Lose(string folder)
        {
            using var db = _databases.CreateDbContext();
            var digest = saved.FindFolder(folder)!.Digest;
            var lost = db.Contents.Single(one => one.Digest == digest).Id;
            db.ContentChunks.Where(one => one.ContentId == lost).ExecuteDelete().ShouldBe(1);
        }
        Lose("same");
        Lose("way/same");
        _content.FindTree(saved.Digest).ShouldBeNull();
        _content.FindTree(saved.Digest, [Tree.Empty, nearby])!.All.ShouldBe(saved.All);
        Lose("way");
        _content.FindTree(saved.Digest, [nearby]).ShouldBeNull();
    }

    [Fact]
    public void What_is_held_already_is_not_asked_for_again()
    {
        var tree = Tree.Of(
            Enumerable
                .Range(0, 50)
                .SelectMany(i =>
                    new[]
                    {
                        KeyValuePair.Create($"f{i}", FileState.OfFolder(493)),
                        KeyValuePair.Create(
                            $"f{i}/x",
                            FileState.OfFile(420, 1, Digest.Of([(byte)i]))
                        ),
                    }
                )
        );
        Keep(tree).Count.ShouldBe(50);
        var changed = Tree.Of(
            tree.All.Select(one =>
                one.Key == "f7/x"
                    ? KeyValuePair.Create(one.Key, FileState.OfFile(420, 1, Digest.Of([200])))
                    : one
            )
        );
        Keep(changed).ShouldBe(["f7/x"]);
        Keep(changed).ShouldBeEmpty();

        List<string> Keep(Tree one)
        {
            var asked = new List<string>();
            using var batch = _hold.Begin();
            batch.PutTree(
                one,
                (path, state) =>
                {
                    asked.Add(path);
                    batch.Put([
                        path == "f7/x" && state.Content == Digest.Of([200])
                            ? (byte)200
                            : byte.Parse(path[1..^2]),
                    ]);
                }
            );
            batch.Commit();
            return asked;
        }
    }

    [Fact]
    public void What_is_not_committed_is_not_kept()
    {
        using (var batch = _hold.Begin())
            batch.Put("gone"u8);
        _content.SizeOf(Digest.Of("gone"u8)).ShouldBeNull();
    }

    [Fact]
    public void The_journal_gives_back_what_has_not_ended_exactly()
    {
        using (var db = _databases.CreateDbContext())
        {
            var map = _hold.Put("map"u8.ToArray());
            foreach (var name in new[] { "One", "Two" })
                db.Add(
                    new DesktopRow
                    {
                        Name = name,
                        Root = "/",
                        Version = "",
                        Screens = "[]",
                        Map = map,
                    }
                );
            db.SaveChanges();
        }
        var journal = new SqliteSwitchJournal(_databases, TimeProvider.System);
        FileChange[] changes =
        [
            new("a b", null, FileState.OfFile(420, 3, Digest.Of("abc"u8))),
            new("l", FileState.OfLink("a"), FileState.OfFolder(493)),
            new("x", FileState.OfFolder(1), null),
            new(
                LosslessText.FromBytes([0xFF, (byte)'/', 0xC3]),
                FileState.OfLink(LosslessText.FromBytes([0x80])),
                FileState.OfFolder(1) with
                {
                    Attributes = "user.a=b",
                }
            ),
        ];
        var on = WhatIsOn.Nothing.With(7, ["icons", "cursor"]);
        var first = journal.Begin(new JournalEntry(1, "/one", "mark", [.. changes], on, []));
        var second = journal.Begin(new JournalEntry(2, "/two", "mark", [], null, []));
        journal.End(second, JournalState.Done, []);
        var (id, entry) = journal.Unfinished().ShouldHaveSingleItem();
        (id, entry.Desktop, entry.Root, entry.Mark).ShouldBe((first, 1, "/one", "mark"));
        entry.Changes.ShouldBe(changes);
        (entry.OnAfter!.Saving, entry.OnAfter.Parts["icons"].Saving).ShouldBe((7, 7));
        journal.Unfinished("/two").ShouldBeEmpty();
        journal.End(first, JournalState.WentBack, []);
        journal.Unfinished().ShouldBeEmpty();
    }

    [Fact]
    public void The_database_commits_at_full_synchronous_and_has_all_migrations()
    {
        using var db = _databases.CreateDbContext();
        db.Database.SqlQueryRaw<int>("SELECT synchronous AS Value FROM pragma_synchronous")
            .Single()
            .ShouldBe(2);
        db.Database.HasPendingModelChanges().ShouldBeFalse();
        db.Database.GetPendingMigrations().ShouldBeEmpty();
    }

    [Fact]
    public void Two_profiles_cannot_have_the_same_name_in_other_case()
    {
        using var db = _databases.CreateDbContext();
        foreach (var name in new[] { "Red Lamp", "red lamp" })
            db.Add(
                new ProfileRow
                {
                    Name = name,
                    Description = "",
                    Author = "",
                    Licence = "",
                    Tags = "[]",
                }
            );
        Should.Throw<DbUpdateException>(() => db.SaveChanges());
    }

    /// <summary>A file on a disk that goes when most of it was read.</summary>
    private sealed class FailingStream(byte[] bytes) : MemoryStream(bytes)
    {
        public override int Read(byte[] buffer, int offset, int count) =>
            base.Position > Length / 2
                ? throw new IOException("The disk is gone.")
                : base.Read(buffer, offset, count);
    }
}
