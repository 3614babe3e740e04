using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Keeping;
using Furoshiki.App.Recovery;
using Furoshiki.App.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;

namespace Furoshiki.Cli;

/// <summary>The application for one command, on a data folder that a server may have at the same time.</summary>
internal sealed class Session : IDisposable
{
    private readonly IServiceProvider _services;

    /// <summary>What was opened for the command, and is closed after it; nothing where an application runs already.</summary>
    private readonly (DataFolder Data, ServiceProvider Services)? _own;

    /// <summary>Uses an application that runs already.</summary>
    public Session(IServiceProvider running) => _services = running;

    /// <summary>Opens the application.</summary>
    /// <param name="folder">The data folder.</param>
    public Session(string folder)
    {
        var data = new DataFolder(folder);
        var isOwn = data.Join();
        var services = new ServiceCollection()
            .AddLogging()
            // Who types a command can point at whatever they may read.
            .AddFuroshiki(data, null, ["/"])
            .BuildServiceProvider();
        _own = (data, services);
        _services = services;
        var databases = Get<FuroshikiDbFactory>();
        if (isOwn)
        {
            databases.Migrate();
            data.NoteInUse();
            Get<Recoverer>().SettleAll();
            Get<Countdowns>().Pass();
            if (Get<Deletions>().Expire() > 0)
                Get<Keeper>().GiveBack(CancellationToken.None).GetAwaiter().GetResult();
        }
        else if (!databases.IsCurrent())
            throw ProblemException.InTheWay(
                ProblemCode.OtherVersion,
                "Another version of Furoshiki is running with this data folder. End it first."
            );
    }

    /// <summary>A part of the application.</summary>
    public T Get<T>()
        where T : notnull => _services.GetRequiredService<T>();

    /// <summary>What was found at the start that the person is to be told.</summary>
    public IReadOnlyList<string> Notices => _own?.Data.Notices ?? [];

    /// <summary>The desktop of a name; the only one if none is named.</summary>
    public LiveDesktop Desktop(string? name)
    {
        var register = Get<DesktopRegister>();
        var all = register.List();
        if (name is null)
            return all switch
            {
                [] => throw new ProblemException(
                    new Problem(
                        ProblemKind.NotFound,
                        ProblemCode.NoDesktop,
                        "There is no desktop yet. Add one on the page: furoshiki open.",
                        "Nothing was changed."
                    )
                ),
                [var only] => register.Get(only.Id),
                _ => throw new ProblemException(
                    new Problem(
                        ProblemKind.Invalid,
                        ProblemCode.WhichDesktop,
                        $"There are {all.Count} desktops. Say which with --desktop: {string.Join(", ", all.Select(one => one.Name))}.",
                        "Nothing was changed.",
                        "desktop"
                    )
                ),
            };
        if (
            all.FirstOrDefault(one => PersonsText.KeyOf(one.Name) == PersonsText.KeyOf(name)) is
            { } found
        )
            return register.Get(found.Id);
        var near = Nearest.To(name, all.Select(one => one.Name));
        throw new ProblemException(
            new Problem(
                ProblemKind.NotFound,
                ProblemCode.NotFound,
                $"There is no desktop '{name}'. {(near.Count > 0 ? "Near it" : "There are")}: {string.Join(", ", near.Count > 0 ? near : all.Select(one => one.Name))}.",
                "Nothing was changed.",
                "desktop"
            )
        );
    }

    public void Dispose()
    {
        if (_own is not var (data, services))
            return;
        services.Dispose();
        SqliteConnection.ClearAllPools();
        data.Dispose();
    }
}
