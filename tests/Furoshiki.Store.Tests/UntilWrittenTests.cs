using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Store.Tests;

/// <summary>What is remembered of a database for as long as nobody writes there.</summary>
public sealed class UntilWrittenTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("furoshiki-test-").FullName;
    private readonly FuroshikiDbFactory _databases;
    private readonly UntilWritten<IReadOnlyList<string>> _names;
    private int _reads;

    public UntilWrittenTests()
    {
        var path = Path.Combine(_folder, "furoshiki.db");
        File.Create(path).Dispose();
        _databases = new FuroshikiDbFactory(path);
        _databases.Migrate();
        _names = new(
            _databases,
            db =>
            {
                _reads++;
                return [.. db.Groupings.Select(one => one.Name).Order()];
            }
        );
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    [Fact]
    public void It_is_read_once_for_as_long_as_nothing_is_written()
    {
        for (var i = 0; i < 5; i++)
            _names.Value.ShouldBeEmpty();
        using (var db = _databases.CreateDbContext())
            db.Groupings.Count().ShouldBe(0);
        _names.Value.ShouldBeEmpty();
        _reads.ShouldBe(1);
    }

    [Fact]
    public void Whatever_is_written_is_in_it_at_once_and_what_is_not_committed_is_not()
    {
        _names.Value.ShouldBeEmpty();
        Write(_databases, "Day");
        _names.Value.ShouldBe(["Day"]);
        // As another process would, with a connection of its own.
        Write(new FuroshikiDbFactory(_databases.Path), "Night");
        _names.Value.ShouldBe(["Day", "Night"]);
        using (var db = _databases.CreateDbContext())
        {
            using var all = db.Database.BeginTransaction();
            db.Groupings.ExecuteDelete();
            _names.Value.ShouldBe(["Day", "Night"]);
            all.Commit();
        }
        _names.Value.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_written_while_it_is_read_is_in_it_the_next_time()
    {
        var isFirst = true;
        var names = new UntilWritten<int>(
            _databases,
            db =>
            {
                var count = db.Groupings.Count();
                if (isFirst)
                    Write(_databases, "Meanwhile");
                isFirst = false;
                return count;
            }
        );
        names.Value.ShouldBe(0);
        names.Value.ShouldBe(1);
    }

    [Fact]
    public void A_database_that_was_closed_is_read_anew()
    {
        _names.Value.ShouldBeEmpty();
        _databases.Close();
        File.Exists(_databases.Path + "-wal").ShouldBeFalse();
        Write(new FuroshikiDbFactory(_databases.Path), "Between");
        _names.Value.ShouldBe(["Between"]);
    }

    private static void Write(FuroshikiDbFactory databases, string name)
    {
        using var db = databases.CreateDbContext();
        db.Add(new GroupingRow { Name = name, Without = "[]" });
        db.SaveChanges();
    }
}
