using System.Data.Common;
using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Furoshiki.Store;

/// <summary>The one SQLite database of an installation.</summary>
/// <param name="options">Where it is.</param>
public sealed class FuroshikiDb(DbContextOptions<FuroshikiDb> options) : DbContext(options)
{
    /// <summary>Longest name of a profile or desktop, in UTF-16 code units.</summary>
    public const int LongestName = 60;

    /// <summary>The desktops.</summary>
    public DbSet<DesktopRow> Desktops => Set<DesktopRow>();

    /// <summary>The profiles.</summary>
    public DbSet<ProfileRow> Profiles => Set<ProfileRow>();

    /// <summary>The savings.</summary>
    public DbSet<SavingRow> Savings => Set<SavingRow>();

    /// <summary>The safe states.</summary>
    public DbSet<SafeStateRow> SafeStates => Set<SafeStateRow>();

    /// <summary>The journal.</summary>
    public DbSet<SwitchRow> Switches => Set<SwitchRow>();

    /// <summary>What was set aside.</summary>
    public DbSet<AsideRow> Asides => Set<AsideRow>();

    /// <summary>The content.</summary>
    public DbSet<ContentRow> Contents => Set<ContentRow>();

    /// <summary>The content's pieces.</summary>
    public DbSet<ContentChunkRow> ContentChunks => Set<ContentChunkRow>();

    /// <summary>Options for a database file, in which a transaction that was committed survives a power cut.</summary>
    public static DbContextOptions<FuroshikiDb> OptionsFor(string path) =>
        new DbContextOptionsBuilder<FuroshikiDb>()
            .UseSqlite($"Data Source={path}")
            .AddInterceptors(new FullSynchronous())
            .Options;

    /// <inheritdoc />
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<ProfileRow>(profile =>
        {
            profile.Property(one => one.Name).HasMaxLength(LongestName).UseCollation("NOCASE");
            profile.HasIndex(one => one.Name).IsUnique();
        });
        modelBuilder
            .Entity<SavingRow>()
            .HasIndex(one => new { one.ProfileId, one.Number })
            .IsUnique();
        modelBuilder.Entity<DesktopRow>(desktop =>
        {
            desktop.Property(one => one.Name).HasMaxLength(LongestName).UseCollation("NOCASE");
            desktop.HasIndex(one => one.Name).IsUnique();
            desktop.HasOne(one => one.SavingOn).WithMany().OnDelete(DeleteBehavior.SetNull);
        });
        modelBuilder.Entity<SafeStateRow>().HasIndex(one => new { one.DesktopId, one.MadeAt });
        modelBuilder.Entity<SwitchRow>(one =>
        {
            one.HasIndex(row => row.State);
            one.HasIndex(row => row.DesktopId);
        });
        modelBuilder.Entity<AsideRow>().HasIndex(one => one.DesktopId);
        modelBuilder.Entity<ContentRow>().HasKey(one => one.Digest);
        modelBuilder.Entity<ContentChunkRow>(chunk =>
        {
            chunk.HasKey(one => new { one.Digest, one.Ordinal });
            chunk.HasOne<ContentRow>().WithMany().HasForeignKey(one => one.Digest);
        });
    }

    private sealed class FullSynchronous : DbConnectionInterceptor
    {
        private const string Pragma = "PRAGMA synchronous = FULL;";

        public override void ConnectionOpened(
            DbConnection connection,
            ConnectionEndEventData eventData
        )
        {
            using var command = connection.CreateCommand();
            command.CommandText = Pragma;
            command.ExecuteNonQuery();
        }

        public override Task ConnectionOpenedAsync(
            DbConnection connection,
            ConnectionEndEventData eventData,
            CancellationToken cancellationToken = default
        )
        {
            ConnectionOpened(connection, eventData);
            return Task.CompletedTask;
        }
    }
}

/// <summary>Makes contexts, each for one short piece of work.</summary>
/// <param name="path">Path of the database file.</param>
public sealed class FuroshikiDbFactory(string path) : IDbContextFactory<FuroshikiDb>
{
    private readonly DbContextOptions<FuroshikiDb> _options = FuroshikiDb.OptionsFor(path);

    /// <inheritdoc />
    public FuroshikiDb CreateDbContext() => new(_options);

    /// <summary>
    /// Makes the database, or brings it to the newest form. Only the one owner of a data folder may: the lock that a process left which
    /// was killed while it did so is then nobody's, and is taken away.
    /// </summary>
    /// <exception cref="NewerDatabaseException">A newer version of the product made it.</exception>
    public void Migrate()
    {
        if (IsCurrent())
            return;
        using var db = CreateDbContext();
        // Readers and a writer then never wait for each other. The file remembers it.
        db.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
        if (db.Database.GetAppliedMigrations().Except(db.Database.GetMigrations()).Any())
            throw new NewerDatabaseException();
        db.Database.ExecuteSqlRaw("DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
        db.Database.Migrate();
    }

    /// <summary>
    /// Whether the database has the form that this version of the product knows. It asks the file itself, since a command that only reads
    /// has no time for more.
    /// </summary>
    public bool IsCurrent()
    {
        using var connection = new SqliteConnection($"Data Source={path}");
        connection.Open();
        if (Ask("PRAGMA journal_mode") is not ["wal"])
            return false;
        var isThere =
            Ask("SELECT name FROM sqlite_master WHERE name = '__EFMigrationsHistory'").Count > 0;
        return isThere
            && Ask("SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId")
                .SequenceEqual(Known);

        List<string> Ask(string sql)
        {
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            using var rows = command.ExecuteReader();
            var found = new List<string>();
            while (rows.Read())
                found.Add(rows.GetString(0));
            return found;
        }
    }

    /// <summary>The steps by which the database came to be what it is.</summary>
    private static IEnumerable<string> Known =>
        typeof(FuroshikiDb)
            .Assembly.GetTypes()
            .Select(type => type.GetCustomAttribute<MigrationAttribute>()?.Id)
            .OfType<string>()
            .Order(StringComparer.Ordinal);

    /// <summary>Puts everything into the database file itself, and gives its other files back.</summary>
    public void Close()
    {
        using (var db = CreateDbContext())
            db.Database.ExecuteSqlRaw("PRAGMA wal_checkpoint(TRUNCATE)");
        SqliteConnection.ClearAllPools();
    }
}

/// <summary>A newer version of the product made this database. Nothing was changed in it.</summary>
public sealed class NewerDatabaseException()
    : Exception("A newer version of Furoshiki made this database.");

/// <summary>Lets the migrations tool make a context.</summary>
internal sealed class DesignTimeFactory : IDesignTimeDbContextFactory<FuroshikiDb>
{
    public FuroshikiDb CreateDbContext(string[] args) => new(FuroshikiDb.OptionsFor("design.db"));
}
