using System.Diagnostics;
using Furoshiki.Core.Content;
using Furoshiki.Tests.Shared;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store.Tests;

/// <summary>Damages a database that people worked with, page by page, and brings over what can be read.</summary>
public sealed class SalvageTests : IDisposable
{
    /// <summary>Of how many pages one is damaged.</summary>
    private const int Step = 11;

    private static readonly string[] Tables =
    [
        "Profiles",
        "Savings",
        "Desktops",
        "SafeStates",
        "Switches",
    ];

    private readonly string _folder = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    [Theory]
    [InlineData(3)]
    [InlineData(5)]
    public void Whichever_page_is_damaged_everything_else_is_brought_over_and_what_is_gone_is_named(
        int form
    ) => BringOverEachPageDamaged(Unpacked(form));

    [Fact]
    public void An_index_that_does_not_know_all_rows_of_its_table_is_damage()
    {
        var path = At("index.db");
        Opened(path).Dispose();
        DatabaseHealth.IsSoundButForContent(path).ShouldBeTrue();
        // As where a log of another database was taken up: a row came of which the index knows nothing.
        Do(
            path,
            "CREATE TABLE Aside AS SELECT * FROM sqlite_master WHERE name = 'IX_Groupings_Name'",
            "PRAGMA writable_schema = ON",
            "DELETE FROM sqlite_master WHERE name = 'IX_Groupings_Name'"
        );
        Do(path, "INSERT INTO Groupings (Name, Without) VALUES ('Evening', '[]')");
        Do(
            path,
            "PRAGMA writable_schema = ON",
            "INSERT INTO sqlite_master SELECT * FROM Aside",
            "DROP TABLE Aside"
        );
        DatabaseHealth.IsSoundButForContent(path).ShouldBeFalse();
        DatabaseHealth.IsSound(path, TestContext.Current.CancellationToken).ShouldBeFalse();
    }

    /// <summary>Does something to a database, which is then closed, so that its schema is read again.</summary>
    private static void Do(string path, params string[] all)
    {
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        foreach (var one in all)
        {
            using var command = connection.CreateCommand();
            command.CommandText = one;
            command.ExecuteNonQuery();
        }
    }

    [Fact]
    public void What_supplies_are_made_of_is_brought_over_and_so_are_records_that_are_packed()
    {
        var whole = At("supplies.db");
        Opened(whole).Dispose();
        var databases = new FuroshikiDbFactory(whole);
        using (var hold = new SqliteContentStore(databases, TimeProvider.System).Hold())
        {
            var files = Enumerable
                .Range(0, 300)
                .Select(i => hold.Put(BitConverter.GetBytes((short)i)));
            var tree = Tree.Of(
                files.Select(
                    (file, i) =>
                        new KeyValuePair<string, FileState>(
                            $"{i}.svg",
                            FileState.OfFile(420, 2, file)
                        )
                )
            );
            using (var batch = hold.Begin())
            {
                batch.PutTree(tree, null);
                batch.Commit();
            }
            using var db = databases.CreateDbContext();
            db.ContentChunks.Single(one => one.Unpacked == tree.Bytes.Length)
                .Bytes.Length.ShouldBeLessThan(tree.Bytes.Length * 2 / 3);
            db.Add(
                new SupplyRow
                {
                    Name = "pkg:generic/own/fold@1.0.0",
                    Says = hold.Put("{}"u8.ToArray()),
                    Files = tree.Digest,
                    Source = "",
                }
            );
            db.SaveChanges();
        }
        var before = Migrated(whole);
        var fresh = At("fresh.db");
        Salvage.BringOver(whole, fresh, copy: null)!.Damaged.ShouldBe(0);
        Migrated(fresh).Named.ShouldBe(before.Named, ignoreOrder: true);
        BringOverEachPageDamaged(whole);
    }

    private void BringOverEachPageDamaged(string whole)
    {
        var before = Migrated(whole);
        foreach (var page in Pages(whole))
        {
            var damaged = Damaged(whole, page);
            var bytes = File.ReadAllBytes(damaged);
            var fresh = At("fresh.db");
            var salvaged = Salvage.BringOver(damaged, fresh, copy: null);
            File.ReadAllBytes(damaged).ShouldBe(bytes, "it is set aside untouched");
            if (!IsTold(damaged))
            {
                salvaged.ShouldBeNull();
                File.Exists(fresh).ShouldBeFalse();
                continue;
            }
            var after = Migrated(fresh);
            foreach (var table in Tables)
                before
                    .Ids[table]
                    .Except(after.Ids[table])
                    .Except(
                        salvaged!
                            .Lost.Where(row => row.Table == table && row.Fate == RowFate.Gone)
                            .Select(row => row.Id)
                    )
                    .ShouldBeEmpty($"page {page}: {table}");
            before
                .Named.Except(after.Intact)
                .Except(after.Damaged)
                .Where(after.Named.Contains)
                .ShouldBeEmpty(
                    $"page {page}: content that is neither whole nor told to be damaged"
                );
        }
    }

    [Fact]
    public void What_cannot_be_read_comes_from_a_copy_that_was_made_while_the_database_was_used()
    {
        var whole = Unpacked(5);
        using (var db = Opened(whole))
            db.Switches.ExecuteUpdate(set => set.SetProperty(one => one.State, SwitchStand.Done));
        var before = Migrated(whole);
        // A folder of the person's can be called anything.
        var copy = At("my copies; Mode=Memory, 'x' = \"1\".db");
        DatabaseHealth.Copy(whole, copy, CancellationToken.None);
        DatabaseHealth.IsSound(copy, CancellationToken.None).ShouldBeTrue();
        FuroshikiDbFactory.WhyNoCopy(copy).ShouldBeNull();
        foreach (var page in Pages(whole))
        {
            var fresh = At("fresh.db");
            var damaged = Damaged(whole, page);
            var salvaged = Salvage.BringOver(damaged, fresh, copy)!;
            salvaged.IsReadable.ShouldBe(IsTold(damaged));
            Migrated(fresh);
            MendFrom(copy, fresh);
            var after = Migrated(fresh);
            foreach (var table in Tables)
                after.Ids[table].ShouldBe(before.Ids[table], ignoreOrder: true, $"page {page}");
            before.Named.Except(after.Intact).ShouldBeEmpty($"page {page}");
        }
    }

    [Fact]
    public void A_copy_knows_of_no_switch_on_its_way_and_of_none_that_waits_to_be_kept()
    {
        var whole = Unpacked(5);
        Migrated(whole);
        using (var db = new FuroshikiDbFactory(whole).CreateDbContext())
        {
            db.Switches.First().State = SwitchStand.Ready;
            var last = db.Switches.OrderBy(one => one.Id).Last();
            (last.State, last.KeepWithin, last.KeptAt) = (SwitchStand.Done, 20, null);
            db.SaveChanges();
        }
        var copy = At("it's; a = \"copy\".db");
        DatabaseHealth.Copy(whole, copy, CancellationToken.None);
        var databases = new FuroshikiDbFactory(copy);
        databases.Migrate();
        var journal = new SqliteSwitchJournal(databases, TimeProvider.System);
        journal.Unfinished().ShouldBeEmpty();
        journal.Unkept().ShouldBeEmpty();
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void What_is_damaged_is_found_and_what_is_whole_is_not(bool isDamaged)
    {
        var whole = Unpacked(5);
        var file = isDamaged ? Damaged(whole, PageOf(whole, "Savings")) : whole;
        DatabaseHealth.IsSoundButForContent(file).ShouldBe(!isDamaged);
        DatabaseHealth.IsSound(file, CancellationToken.None).ShouldBe(!isDamaged);
    }

    [Theory]
    [InlineData("Profiles")]
    [InlineData("Savings")]
    [InlineData("SafeStates")]
    [InlineData("Desktops")]
    public void Rows_that_are_gone_are_made_again_from_what_the_indexes_have(string table)
    {
        var whole = Unpacked(5);
        var before = Migrated(whole);
        var fresh = At("fresh.db");
        var salvaged = Salvage.BringOver(Damaged(whole, PageOf(whole, table)), fresh, copy: null)!;
        salvaged
            .Lost.Select(row => (row.Table, row.Id, row.Fate))
            .ShouldBe(before.Ids[table].Order().Select(id => (table, id, RowFate.MadeAgain)));
        var after = Migrated(fresh);
        before.Named.Except(after.Intact).ShouldBeEmpty();
        after.Named.ShouldBe(before.Named, ignoreOrder: true);
        using var db = Opened(fresh);
        db.ProfilesWithSavings.AsEnumerable()
            .Select(one => (one.Name, one.Savings.Count))
            .ShouldBe([("First Paper", 2), ("Large Pointer", 1)], ignoreOrder: true);
    }

    /// <summary>What a database has.</summary>
    /// <param name="Ids">The numbers of the rows of each table.</param>
    /// <param name="Named">The content that savings and safe states name, and all that is in it.</param>
    /// <param name="Intact">The content that is whole.</param>
    /// <param name="Damaged">The content that is noted to be damaged.</param>
    private sealed record Holding(
        Dictionary<string, List<long>> Ids,
        HashSet<Digest> Named,
        HashSet<Digest> Intact,
        HashSet<Digest> Damaged
    );

    private static FuroshikiDb Opened(string path)
    {
        var databases = new FuroshikiDbFactory(path);
        databases.Migrate();
        return databases.CreateDbContext();
    }

    /// <summary>Brings a database to the newest form, holds that it is sound in itself, reads all content again, and tells what it has.</summary>
    private static Holding Migrated(string path)
    {
        using var db = Opened(path);
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        Rows(connection, "PRAGMA integrity_check").ShouldBe(["ok"]);
        Rows(connection, "PRAGMA foreign_key_check").ShouldBeEmpty();
        var databases = new FuroshikiDbFactory(path);
        var content = new SqliteContentStore(databases, TimeProvider.System);
        _ = new ContentChecker(databases, content, TimeProvider.System).Check().Count();
        var all = db.Contents.AsNoTracking().ToList();
        return new Holding(
            Tables.ToDictionary(
                table => table,
                table => Rows(connection, $"SELECT \"Id\" FROM \"{table}\"").Cast<long>().ToList()
            ),
            [
                .. Rows(
                        connection,
                        """
                        WITH RECURSIVE Named (Id) AS (
                            SELECT Contents.Id FROM ContentRoots JOIN Contents ON Contents.Digest = ContentRoots.Digest
                            UNION SELECT ToId FROM ContentLinks JOIN Named ON Named.Id = FromId)
                        SELECT Digest FROM Contents WHERE Id IN (SELECT Id FROM Named)
                        """
                    )
                    .Select(one => Digest.OfHash((byte[])one)),
            ],
            [.. all.Where(one => !one.IsDamaged).Select(one => one.Digest)],
            [.. all.Where(one => one.IsDamaged).Select(one => one.Digest)]
        );
    }

    /// <summary>Writes again what is damaged and whole in a copy.</summary>
    private static void MendFrom(string copy, string path)
    {
        var databases = new FuroshikiDbFactory(path);
        var content = new SqliteContentStore(databases, TimeProvider.System);
        using var copied = new CopiedContent(copy);
        using var hold = content.Hold();
        foreach (
            var digest in new ContentChecker(databases, content, TimeProvider.System).Damaged()
        )
            using (var batch = hold.Begin())
            {
                batch.Mend(digest, copied.Find(digest)!);
                batch.Commit();
            }
    }

    private static List<object> Rows(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var rows = command.ExecuteReader();
        var found = new List<object>();
        while (rows.Read())
            found.Add(rows[0]);
        return found;
    }

    private const int PageLength = 4096;

    private static IEnumerable<int> Pages(string database)
    {
        SqliteConnection.ClearAllPools();
        return Enumerable
            .Range(0, (int)(new FileInfo(database).Length / PageLength))
            .Where(page => Effort.IsWhole || page % Step == 0);
    }

    /// <summary>Whether a database still tells what tables it has.</summary>
    private static bool IsTold(string database)
    {
        using var connection = new SqliteConnection(
            $"Data Source={database};Mode=ReadOnly;Pooling=False"
        );
        connection.Open();
        try
        {
            return Rows(connection, "SELECT sql FROM sqlite_master").Count > 0;
        }
        catch (SqliteException)
        {
            return false;
        }
    }

    private static int PageOf(string database, string table)
    {
        using var connection = new SqliteConnection(
            $"Data Source={database};Mode=ReadOnly;Pooling=False"
        );
        connection.Open();
        return (int)
                (long)
                    Rows(
                        connection,
                        $"SELECT rootpage FROM sqlite_master WHERE type = 'table' AND name = '{table}'"
                    )[0] - 1;
    }

    private string At(string name)
    {
        var path = Path.Combine(_folder, name);
        SqliteConnection.ClearAllPools();
        foreach (var file in Directory.GetFiles(_folder, name + "*"))
            File.Delete(file);
        return path;
    }

    /// <summary>The database with one page of anything in place of what was there.</summary>
    private string Damaged(string whole, int page)
    {
        var path = At("damaged.db");
        File.Copy(whole, path);
        var anything = new byte[PageLength];
        new Random(page).NextBytes(anything);
        using var file = new FileStream(path, FileMode.Open);
        file.Position = (long)page * PageLength;
        file.Write(anything);
        return path;
    }

    /// <summary>The database of a data folder of some form, in one file.</summary>
    private string Unpacked(int form)
    {
        using (
            var tar = Process.Start(
                "tar",
                [
                    "xzf",
                    Path.Combine(AppContext.BaseDirectory, "data-folders", $"form-{form}.tar.gz"),
                    "-C",
                    _folder,
                ]
            )
        )
            tar.WaitForExit();
        var path = Path.Combine(_folder, "data", "furoshiki.db");
        using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        connection.Open();
        Rows(connection, "PRAGMA wal_checkpoint(TRUNCATE)").ShouldNotBeEmpty();
        return path;
    }
}
