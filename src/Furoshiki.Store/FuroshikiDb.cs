using System.Data.Common;
using System.Globalization;
using System.Linq.Expressions;
using System.Reflection;
using Furoshiki.Core.Content;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Furoshiki.Store;

/// <summary>The one SQLite database of an installation.</summary>
/// <param name="options">Where it is.</param>
public sealed class FuroshikiDb(DbContextOptions<FuroshikiDb> options) : DbContext(options)
{
    /// <summary>Longest name of a profile or desktop, in UTF-16 code units.</summary>
    public const int LongestName = 60;

    /// <summary>What the name of the file ends with, beside the database, whose lock keeps content from being given back.</summary>
    public const string HoldEnding = "-hold";

    private const string NotDeleted = "\"DeletionId\" IS NULL";

    /// <summary>The desktops that are not deleted.</summary>
    public IQueryable<DesktopRow> Desktops => There<DesktopRow>();

    /// <summary>The profiles that are not deleted.</summary>
    public IQueryable<ProfileRow> Profiles => There<ProfileRow>();

    /// <summary>The savings that are not deleted.</summary>
    public IQueryable<SavingRow> Savings => There<SavingRow>();

    /// <summary>The safe states that are not deleted.</summary>
    public IQueryable<SafeStateRow> SafeStates => There<SafeStateRow>();

    /// <summary>The fittings that are not deleted.</summary>
    public IQueryable<FittingRow> Fittings => There<FittingRow>();

    /// <summary>What was done to fittings.</summary>
    public DbSet<FittingMoveRow> FittingMoves => Set<FittingMoveRow>();

    /// <summary>The person's own names for what they leave out.</summary>
    public DbSet<GroupingRow> Groupings => Set<GroupingRow>();

    /// <summary>What a person chose for the whole installation.</summary>
    public DbSet<PreferenceRow> Preferences => Set<PreferenceRow>();

    /// <summary>Where supplies come from.</summary>
    public DbSet<SourceRow> Sources => Set<SourceRow>();

    /// <summary>The supplies whose files are kept.</summary>
    public DbSet<SupplyRow> Supplies => Set<SupplyRow>();

    /// <summary>The journal.</summary>
    public DbSet<SwitchRow> Switches => Set<SwitchRow>();

    /// <summary>The content that switches on their way need.</summary>
    public DbSet<SwitchContentRow> SwitchContents => Set<SwitchContentRow>();

    /// <summary>What was set aside, and is not deleted.</summary>
    public IQueryable<AsideRow> Asides => There<AsideRow>();

    /// <summary>What was deleted and can be put back.</summary>
    public DbSet<DeletionRow> Deletions => Set<DeletionRow>();

    /// <summary>The content.</summary>
    public DbSet<ContentRow> Contents => Set<ContentRow>();

    /// <summary>The content's pieces.</summary>
    public DbSet<ContentChunkRow> ContentChunks => Set<ContentChunkRow>();

    /// <summary>Which content names which.</summary>
    public DbSet<ContentLinkRow> ContentLinks => Set<ContentLinkRow>();

    /// <summary>The profiles that are not deleted, each with those of its savings that are not.</summary>
    public IQueryable<ProfileRow> ProfilesWithSavings =>
        Profiles.Include(one => one.Savings.Where(saving => saving.DeletionId == null));

    private IQueryable<T> There<T>()
        where T : class, IDeletable => Set<T>().Where(one => one.DeletionId == null);

    /// <summary>Options for a database file, in which a transaction that was committed survives a power cut.</summary>
    public static DbContextOptions<FuroshikiDb> OptionsFor(string path) =>
        new DbContextOptionsBuilder<FuroshikiDb>()
            .UseSqlite(DatabaseFile.ConnectionText(path))
            .AddInterceptors(new FullSynchronous())
            .Options;

    /// <inheritdoc />
    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<ProfileRow>(profile =>
        {
            profile.ToTable("Profiles");
            profile.Property(one => one.Name).HasMaxLength(LongestName).UseCollation("NOCASE");
            profile.HasIndex(one => one.Name).IsUnique().HasFilter(NotDeleted);
            profile.Property(one => one.Without).HasDefaultValue("[]");
            Names(profile, one => one.Screenshot);
            GoesWith(profile, one => one.DeletionId);
        });
        modelBuilder.Entity<GroupingRow>(grouping =>
        {
            grouping.Property(one => one.Name).HasMaxLength(LongestName).UseCollation("NOCASE");
            grouping.HasIndex(one => one.Name).IsUnique();
        });
        modelBuilder.Entity<SourceRow>(source =>
        {
            source.HasIndex(one => one.Address).IsUnique();
            source.Property(one => one.Problem).HasDefaultValue("");
            Names(source, one => one.Index);
        });
        modelBuilder.Entity<SupplyRow>(supply =>
        {
            supply.HasIndex(one => new { one.Name, one.Says }).IsUnique();
            Names(supply, one => one.Says);
            Names(supply, one => one.Files);
        });
        modelBuilder.Entity<PreferenceRow>().HasKey(one => one.Name);
        modelBuilder.Entity<SavingRow>(saving =>
        {
            saving.ToTable("Savings");
            saving.HasIndex(one => new { one.ProfileId, one.Number }).IsUnique();
            // The last saving of every profile is found without looking at the savings themselves.
            saving.HasIndex(one => new
            {
                one.DeletionId,
                one.ProfileId,
                one.Number,
            });
            saving.Property(one => one.Screens).HasDefaultValue("");
            Names(saving, one => one.Look);
            Names(saving, one => one.Map);
            Names(saving, one => one.Maps);
            Names(saving, one => one.Files);
            GoesWith(saving, one => one.DeletionId);
        });
        modelBuilder.Entity<DesktopRow>(desktop =>
        {
            desktop.ToTable("Desktops");
            desktop.Property(one => one.Name).HasMaxLength(LongestName).UseCollation("NOCASE");
            desktop.HasIndex(one => one.Name).IsUnique().HasFilter(NotDeleted);
            desktop
                .HasOne<SavingRow>()
                .WithMany()
                .HasForeignKey(one => one.SavingOnId)
                .OnDelete(DeleteBehavior.SetNull);
            Names(desktop, one => one.Map);
            Names(desktop, one => one.Showing);
            GoesWith(desktop, one => one.DeletionId);
        });
        modelBuilder.Entity<SafeStateRow>(state =>
        {
            state.ToTable("SafeStates");
            state.HasIndex(one => new { one.DesktopId, one.MadeAt });
            OfDesktop(state, one => one.DesktopId);
            state
                .HasOne<SavingRow>()
                .WithMany()
                .HasForeignKey(one => one.SavingOnId)
                .OnDelete(DeleteBehavior.SetNull);
            Names(state, one => one.Tree);
            Names(state, one => one.Look);
            GoesWith(state, one => one.DeletionId);
        });
        modelBuilder.Entity<FittingRow>(fitting =>
        {
            fitting.ToTable("Fittings");
            fitting.Property(one => one.Name).HasMaxLength(LongestName);
            OfDesktop(fitting, one => one.DesktopId);
            GoesWith(fitting, one => one.DeletionId);
        });
        modelBuilder.Entity<FittingMoveRow>(move =>
        {
            move.HasKey(one => new { one.FittingId, one.Number });
            move.HasOne<FittingRow>()
                .WithMany()
                .HasForeignKey(one => one.FittingId)
                .OnDelete(DeleteBehavior.Cascade);
            Names(move, one => one.Move);
        });
        modelBuilder.Entity<SwitchRow>(one =>
        {
            one.HasIndex(row => row.State);
            one.Property(row => row.Grounds).HasDefaultValue("");
            OfDesktop(one, row => row.DesktopId);
        });
        modelBuilder.Entity<AsideRow>(aside =>
        {
            aside.ToTable("Asides");
            OfDesktop(aside, one => one.DesktopId);
            Names(aside, one => one.Tree);
            GoesWith(aside, one => one.DeletionId);
        });
        modelBuilder.Entity<SwitchContentRow>(row =>
        {
            row.HasKey(one => new { one.SwitchId, one.Digest });
            row.HasOne<SwitchRow>().WithMany().HasForeignKey(one => one.SwitchId);
            row.HasOne<ContentRow>()
                .WithMany()
                .HasForeignKey(one => one.Digest)
                .HasPrincipalKey(one => one.Digest)
                .OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<ContentRow>(content =>
        {
            content.HasAlternateKey(one => one.Digest);
            content.HasIndex(one => one.CheckedAt);
            content.HasIndex(one => one.IsDamaged).HasFilter("\"IsDamaged\"");
        });
        modelBuilder.Entity<ContentChunkRow>(chunk =>
        {
            chunk.HasKey(one => new { one.ContentId, one.Ordinal });
            chunk.HasOne<ContentRow>().WithMany().HasForeignKey(one => one.ContentId);
        });
        modelBuilder.Entity<ContentLinkRow>(link =>
        {
            link.HasKey(one => new { one.FromId, one.ToId });
            link.HasIndex(one => one.ToId);
            link.HasOne<ContentRow>().WithMany().HasForeignKey(one => one.FromId);
            link.HasOne<ContentRow>()
                .WithMany()
                .HasForeignKey(one => one.ToId)
                .OnDelete(DeleteBehavior.Restrict);
        });
    }

    /// <inheritdoc />
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<Digest>().HaveConversion<DigestConverter>();

    /// <summary>Content that rows of a table name is kept as long as they do.</summary>
    private static void Names<T>(EntityTypeBuilder<T> table, Expression<Func<T, object?>> column)
        where T : class =>
        table
            .HasOne<ContentRow>()
            .WithMany()
            .HasForeignKey(column)
            .HasPrincipalKey(one => one.Digest)
            .OnDelete(DeleteBehavior.Restrict);

    /// <summary>Rows of a table go with a desktop.</summary>
    private static void OfDesktop<T>(
        EntityTypeBuilder<T> table,
        Expression<Func<T, object?>> column
    )
        where T : class =>
        table
            .HasOne<DesktopRow>()
            .WithMany()
            .HasForeignKey(column)
            .OnDelete(DeleteBehavior.Cascade);

    /// <summary>Rows of a table go with a deletion, once that is for good.</summary>
    private static void GoesWith<T>(EntityTypeBuilder<T> table, Expression<Func<T, object?>> column)
        where T : class =>
        table
            .HasOne<DeletionRow>()
            .WithMany()
            .HasForeignKey(column)
            .OnDelete(DeleteBehavior.Cascade);

    private sealed class FullSynchronous : DbConnectionInterceptor
    {
        /// <summary>What is committed is on the disk; and who waits for another writer looks often, so that it is short steps that they wait for.</summary>
        private const string Pragma = "PRAGMA synchronous = FULL; PRAGMA busy_timeout = 5000;";

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
    /// <summary>The file's own version number (user_version) once it says which content names which.</summary>
    internal const int HasLinks = 1;

    /// <summary>The same number of a file that was brought over from a damaged one, and may name content that was lost.</summary>
    internal const int IsSalvaged = -1;

    /// <summary>SQLite's number for a file that becomes shorter step by step, and for a full disk (SQLITE_FULL).</summary>
    private const int Incremental = 2;
    private const int NoRoom = 13;

    private readonly DbContextOptions<FuroshikiDb> _options = FuroshikiDb.OptionsFor(path);
    private readonly WriteWatch _watch = new(path);

    /// <summary>The database file.</summary>
    public string Path => path;

    /// <summary>Another once anything was written in the database, by whichever process.</summary>
    public WriteStamp Stamp => _watch.Stamp;

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
        var connection = db.Connection();
        // What is given back in the database is given back to the file system too. Of a new file this is said before anything else.
        db.Database.ExecuteSqlRaw("PRAGMA auto_vacuum = INCREMENTAL");
        // Readers and a writer then never wait for each other. The file remembers it.
        db.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
        if (db.Database.GetAppliedMigrations().Except(db.Database.GetMigrations()).Any())
            throw new NewerDatabaseException();
        db.Database.ExecuteSqlRaw("DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
        // Tables that others refer to are made anew by a migration.
        db.Database.ExecuteSqlRaw("PRAGMA foreign_keys = OFF");
        try
        {
            db.Database.Migrate();
            var version = Number("PRAGMA user_version");
            if (version < HasLinks)
                new LinkMaker(connection, version == IsSalvaged).Make();
            if (Number("PRAGMA auto_vacuum") != Incremental)
                MakeIncremental(db);
        }
        finally
        {
            db.Database.ExecuteSqlRaw("PRAGMA foreign_keys = ON");
        }

        long Number(string pragma)
        {
            using var command = connection.Command(pragma);
            return (long)command.ExecuteScalar()!;
        }
    }

    /// <summary>Writes a file anew that an earlier version made, so that it can become shorter; where there is no room for that, it cannot.</summary>
    private static void MakeIncremental(FuroshikiDb db)
    {
        try
        {
            db.Database.ExecuteSqlRaw("VACUUM");
        }
        catch (SqliteException problem) when (problem.SqliteErrorCode == NoRoom) { }
    }

    /// <summary>
    /// Whether the database has the form that this version of the product knows. It asks the file itself, since a command that only reads
    /// has no time for more.
    /// </summary>
    public bool IsCurrent()
    {
        using var connection = new SqliteConnection(DatabaseFile.ConnectionText(path));
        connection.Open();
        if (
            Ask("PRAGMA journal_mode") is not ["wal"]
            || Ask("PRAGMA user_version") is not [var version]
            || int.Parse(version, CultureInfo.InvariantCulture) < HasLinks
        )
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

    /// <summary>Why a file cannot be taken as a copy of a database, as the end of a sentence; null if it can.</summary>
    public static string? WhyNoCopy(string file)
    {
        if (!File.Exists(file))
            return "is not there.";
        try
        {
            using var connection = DatabaseFile.Open(file, SqliteOpenMode.ReadOnly);
            var steps = connection
                .Rows("SELECT MigrationId FROM __EFMigrationsHistory")
                .Select(row => row[0] as string)
                .ToList();
            return steps.Except(Known).Any() ? "was made by a newer version of Furoshiki."
                : DatabaseHealth.IsSound(file, CancellationToken.None) ? null
                : "is damaged.";
        }
        catch (SqliteException)
        {
            return "is no copy of what Furoshiki keeps.";
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
        _watch.Close();
        using var db = CreateDbContext();
        db.Database.ExecuteSqlRaw("PRAGMA wal_checkpoint(TRUNCATE)");
        var connection = db.Connection();
        connection.Close();
        SqliteConnection.ClearPool(connection);
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
