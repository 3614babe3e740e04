using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Furoshiki.Store;
using Furoshiki.Tests.Shared;
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

    private protected FuroshikiDbFactory Databases() => new(Path.Combine(App.Data, "furoshiki.db"));

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
