using System.Text;
using CsCheck;
using Furoshiki.Core.Content;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store.Tests;

/// <summary>Saves, deletes, breaks off and gives back at random, beside a model of what has to be there.</summary>
public sealed class KeepingTests
{
    private const int Runs = 60;

    /// <summary>What is done: something with something.</summary>
    private enum Deed
    {
        /// <summary>A saving is made of a folder with files.</summary>
        Save,

        /// <summary>Content is taken in, and the process ends before anything names it.</summary>
        BreakOff,

        /// <summary>A saving is deleted.</summary>
        Delete,

        /// <summary>All that is not needed is given back.</summary>
        GiveBack,

        /// <summary>Giving back begins while something is being saved, and goes on after it.</summary>
        GiveBackMeanwhile,
    }

    private static readonly Gen<(Deed Deed, int Seed)[]> Deeds = Gen.Select(
        Gen.Enum<Deed>(),
        Gen.Int[0, 40]
    ).Array[1, 25];

    [Fact]
    public void What_is_named_stays_and_all_else_is_given_back_whatever_is_saved_deleted_and_broken_off() =>
        Deeds.Sample(
            deeds =>
            {
                using var world = new World();
                foreach (var (deed, seed) in deeds)
                    world.Do(deed, seed);
                world.GiveBack();
                world.Check();
            },
            iter: Runs,
            threads: 1
        );

    [Fact]
    public void What_a_saving_costs_alone_and_shares_is_told_to_the_byte() =>
        Deeds.Sample(
            deeds =>
            {
                using var world = new World();
                foreach (var (_, seed) in deeds)
                    world.Do(Deed.Save, seed);
                world.CheckCosts();
            },
            iter: Runs / 3,
            threads: 1
        );

    [Fact]
    public void Nothing_is_given_back_while_content_is_held_by_another_process_or_this_one()
    {
        using var world = new World();
        world.Do(Deed.BreakOff, 1);
        using (world.Content.Hold())
            world.Collector.GiveBack().First().ShouldBeNull();
        world.Collector.GiveBack().Sum(step => step ?? 0).ShouldBeGreaterThan(0);
    }

    [Fact]
    public void A_file_of_many_MB_that_is_given_back_makes_the_database_shorter()
    {
        using var world = new World();
        var bytes = new byte[8 * SqliteContentStore.ChunkSize];
        new Random(1).NextBytes(bytes);
        using (var hold = world.Content.Hold())
            hold.Put(bytes);
        var before = world.Length();
        world.GiveBack();
        world.Length().ShouldBeLessThan(before - bytes.Length / 2);
    }

    /// <summary>A store, and what a model says of it.</summary>
    private sealed class World : IDisposable
    {
        private readonly string _folder = Directory
            .CreateTempSubdirectory("furoshiki-test-")
            .FullName;
        private readonly FuroshikiDbFactory _databases;

        /// <summary>The content of each saving: by digest, how long it is.</summary>
        private readonly Dictionary<long, Dictionary<Digest, long>> _savings = [];
        private readonly long _profile;
        private readonly Digest _map;

        public World()
        {
            _databases = new FuroshikiDbFactory(Database);
            _databases.Migrate();
            Content = new SqliteContentStore(_databases, TimeProvider.System);
            Collector = new ContentCollector(_databases);
            using var hold = Content.Hold();
            _map = hold.Put("a map"u8.ToArray());
            using var db = _databases.CreateDbContext();
            var profile = new ProfileRow
            {
                Name = "Quiet Harbour",
                Description = "",
                Author = "",
                Licence = "",
                Tags = "[]",
            };
            db.Add(profile);
            db.Add(
                new DesktopRow
                {
                    Name = "Console",
                    Root = "/nowhere",
                    Version = "",
                    Screens = "[]",
                    Map = _map,
                }
            );
            db.SaveChanges();
            _profile = profile.Id;
        }

        public SqliteContentStore Content { get; }

        public ContentCollector Collector { get; }

        private string Database => Path.Combine(_folder, "furoshiki.db");

        public void Dispose()
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(_folder, recursive: true);
        }

        public long Length()
        {
            _databases.Close();
            return new FileInfo(Database).Length;
        }

        public void Do(Deed deed, int seed)
        {
            switch (deed)
            {
                case Deed.Save:
                    using (var hold = Content.Hold())
                        Name(TakeIn(hold, seed));
                    break;
                case Deed.BreakOff:
                    using (var hold = Content.Hold())
                        TakeIn(hold, seed);
                    break;
                case Deed.Delete when _savings.Count > 0:
                    var gone = _savings.Keys.Order().ElementAt(seed % _savings.Count);
                    using (var db = _databases.CreateDbContext())
                        db.Savings.Where(one => one.Id == gone).ExecuteDelete();
                    _savings.Remove(gone);
                    break;
                case Deed.GiveBack:
                    GiveBack();
                    break;
                case Deed.GiveBackMeanwhile:
                    using (var steps = Collector.GiveBack().GetEnumerator())
                    {
                        using (var hold = Content.Hold())
                        {
                            // What is not needed was found, and is needed again before the first step.
                            if (steps.MoveNext())
                                steps.Current.ShouldBeOneOf(null, 0);
                            Name(TakeIn(hold, seed));
                        }
                        while (steps.MoveNext()) { }
                    }
                    break;
            }
        }

        public void GiveBack()
        {
            foreach (var step in Collector.GiveBack())
                step.ShouldNotBeNull();
        }

        public void Check()
        {
            using var db = _databases.CreateDbContext();
            var held = db.Contents.Select(one => one.Digest).ToList();
            var wanted = _savings.Values.SelectMany(one => one.Keys).Append(_map).Distinct();
            held.Select(one => one.Hex)
                .Order(StringComparer.Ordinal)
                .ShouldBe(wanted.Select(one => one.Hex).Order(StringComparer.Ordinal));
            Content.Check(held).ShouldBeEmpty();
            db.ContentChunks.Count(one => !db.Contents.Any(row => row.Id == one.ContentId))
                .ShouldBe(0);
        }

        public void CheckCosts()
        {
            var costs = new ContentCosts(_databases);
            foreach (var (id, content) in _savings)
            {
                var others = _savings
                    .Where(one => one.Key != id)
                    .SelectMany(one => one.Value.Keys)
                    .Append(_map)
                    .ToHashSet();
                // The map belongs to the saving too, and to the desktop.
                costs
                    .Of([
                        [ContentCosts.OfSaving(id)],
                    ])[0]
                    .Cost.ShouldBe(
                        new ContentCost(
                            content.Where(one => !others.Contains(one.Key)).Sum(one => one.Value),
                            content.Where(one => others.Contains(one.Key)).Sum(one => one.Value)
                                + "a map".Length
                        )
                    );
            }
            costs
                .Of([
                    [.. _savings.Keys.Select(ContentCosts.OfSaving)],
                ])[0]
                .Cost.Alone.ShouldBe(
                    _savings
                        .Values.SelectMany(one => one)
                        .DistinctBy(one => one.Key)
                        .Sum(one => one.Value)
                );
        }

        /// <summary>Takes in a look with a folder of a few files, some of which others have too.</summary>
        private static (Digest Look, Dictionary<Digest, long> All) TakeIn(
            IContentHold hold,
            int seed
        )
        {
            var random = new Random(seed);
            var all = new Dictionary<Digest, long>();
            using var batch = hold.Begin();
            var inner = Folder(2);
            var outer = Folder(3, inner);
            batch.PutTree(outer, (_, _) => { });
            foreach (var record in outer.Records)
                all[record.Digest] = record.Bytes.Length;
            var look = Encoding.UTF8.GetBytes($"look {seed % 7} {outer.Digest}");
            var digest = batch.PutRecord(
                look,
                [new NamedContent(outer.Digest, IsFolder: true)],
                isWhole: true
            );
            all[digest] = look.Length;
            batch.Commit();
            return (digest, all);

            Tree Folder(int files, Tree? inside = null)
            {
                var entries = Enumerable
                    .Range(0, files)
                    .Select(i =>
                    {
                        var bytes = Encoding.UTF8.GetBytes($"content {random.Next(9)}");
                        var file = batch.Put(bytes);
                        all[file] = bytes.Length;
                        return new TreeEntry(
                            $"file-{i}",
                            FileState.OfFile(420, bytes.Length, file),
                            null
                        );
                    });
                if (inside is not null)
                    entries = entries.Append(
                        new TreeEntry("inside", FileState.OfFolder(493), inside)
                    );
                return new Tree([.. entries], []);
            }
        }

        private void Name((Digest Look, Dictionary<Digest, long> All) saved)
        {
            using var db = _databases.CreateDbContext();
            var row = new SavingRow
            {
                ProfileId = _profile,
                Number = 1 + (db.Savings.Max(one => (int?)one.Number) ?? 0),
                Look = saved.Look,
                Map = _map,
                Cover = "[]",
                Gaps = "[]",
                Note = "",
                SavedAt = DateTime.UnixEpoch,
            };
            db.Add(row);
            db.SaveChanges();
            _savings[row.Id] = saved.All;
        }
    }
}
