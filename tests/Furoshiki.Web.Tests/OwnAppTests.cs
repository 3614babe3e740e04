using System.Diagnostics;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Furoshiki.Tests.Shared;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Web.Tests;

/// <summary>Tests that change things, each with an application of its own.</summary>
/// <param name="isKilled">Whether they kill it, which takes a process of its own.</param>
public abstract class OwnAppTests(bool isKilled = false) : IAsyncLifetime
{
    private protected const string Surface = "home/.config/engawa/surface.conf";

    private Api? _server;

    private protected RunningApp App { get; } = new() { InOwnProcess = isKilled };

    private protected Api Server => _server!;

    public async ValueTask InitializeAsync()
    {
        await App.InitializeAsync();
        _server = new Api(await App.Client());
    }

    /// <summary>Kills the application as if in the middle of a switch that had written one file.</summary>
    private protected async Task BreakOff(byte[] more)
    {
        var path = App.At(Surface);
        var old = await File.ReadAllBytesAsync(path);
        byte[] half = [.. old, .. more];
        App.Kill();
        var mode = (int)File.GetUnixFileMode(path);
        using (var hold = new SqliteContentStore(Databases(), TimeProvider.System).Hold())
            hold.Put(old);
        new SqliteSwitchJournal(Databases(), TimeProvider.System).Begin(
            new JournalEntry(
                1,
                App.Desktop,
                "0123abcd",
                [
                    new FileChange(
                        Surface,
                        FileState.OfFile(mode, old.Length, Digest.Of(old)),
                        FileState.OfFile(mode, half.Length, Digest.Of(half))
                    ),
                    new FileChange(
                        "home/second",
                        null,
                        FileState.OfFile(mode, 1, Digest.Of("x"u8))
                    ),
                    new FileChange("home/third", null, FileState.OfFile(mode, 1, Digest.Of("x"u8))),
                ],
                null,
                []
            )
        );
        await File.WriteAllBytesAsync(path, half);
    }

    /// <summary>Lets safe states have been made at one hour of one day, 20 days ago.</summary>
    private protected async Task Age(IReadOnlyCollection<long> states)
    {
        await using var db = Databases().CreateDbContext();
        await db.Set<SafeStateRow>()
            .Where(one => states.Contains(one.Id))
            .ExecuteUpdateAsync(set =>
                set.SetProperty(
                    one => one.MadeAt,
                    one => DateTime.UtcNow.Date.AddDays(-20).AddHours(11)
                )
            );
    }

    /// <summary>Lets the copies of some content be damaged.</summary>
    private protected async Task Damage(params IReadOnlyCollection<Digest> damaged)
    {
        using var db = Databases().CreateDbContext();
        await db
            .ContentChunks.Where(one =>
                db.Contents.Any(row => row.Id == one.ContentId && damaged.Contains(row.Digest))
            )
            .ExecuteUpdateAsync(set => set.SetProperty(one => one.Bytes, "damaged"u8.ToArray()));
    }

    /// <summary>Puts anything in the place of the page at which a table begins.</summary>
    /// <returns>The bytes of the database then.</returns>
    private protected byte[] Damage(string table)
    {
        long page;
        long length;
        using (var connection = new SqliteConnection($"Data Source={Database};Pooling=False"))
        {
            connection.Open();
            page = Number("PRAGMA wal_checkpoint(TRUNCATE)", 0);
            length = Number("PRAGMA page_size", 0);
            page = Number($"SELECT rootpage FROM sqlite_master WHERE name = '{table}'", 0);

            long Number(string sql, int column)
            {
                using var command = connection.CreateCommand();
                command.CommandText = sql;
                using var rows = command.ExecuteReader();
                rows.Read().ShouldBeTrue();
                return rows.GetInt64(column);
            }
        }
        using (var file = new FileStream(Database, FileMode.Open))
        {
            var anything = new byte[length];
            new Random(1).NextBytes(anything);
            file.Position = (page - 1) * length;
            file.Write(anything);
        }
        return File.ReadAllBytes(Database);
    }

    private protected string Database => Path.Combine(App.Data, "furoshiki.db");

    private protected FuroshikiDbFactory Databases() => new(Database);

    /// <summary>Runs the command on the data folder.</summary>
    private protected async Task<(int Code, string Said)> Command(params string[] arguments)
    {
        string[] all =
        [
            .. Programs.Start("Furoshiki.Cli", with: "Furoshiki.Web"),
            .. arguments,
            "--data",
            App.Data,
        ];
        using var process = Process.Start(
            new ProcessStartInfo(all[0], all[1..])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        var error = process.StandardError.ReadToEndAsync();
        var said = await process.StandardOutput.ReadToEndAsync() + await error;
        await process.WaitForExitAsync();
        return (process.ExitCode, said);
    }

    /// <summary>Ends the application, if that was not done already, and starts it again.</summary>
    private protected async Task Restart()
    {
        await App.Stop();
        await App.Start();
        Server.Client.Dispose();
        _server = new Api(await App.Client());
    }

    public async ValueTask DisposeAsync()
    {
        Server.Client.Dispose();
        await App.DisposeAsync();
        GC.SuppressFinalize(this);
    }
}
