using System.Diagnostics;
using System.Text.RegularExpressions;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Watching;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;

namespace Furoshiki.Web.Tests;

/// <summary>What those who follow the desktops are told, with the application in this process.</summary>
public sealed partial class WatchTests : IDisposable
{
    private const int Starts = 60;

    private static readonly string Scenario = Path.Combine(AppContext.BaseDirectory, "scenario");

    private readonly string _home = Directory.CreateTempSubdirectory("furoshiki-watch-").FullName;

    private string Root => Path.Combine(_home, "desktop");

    public void Dispose() => Directory.Delete(_home, recursive: true);

    /// <summary>
    /// After each start the desktop is edited once: after the first start before it is looked at, after the last when it was, and after most
    /// of them meanwhile.
    /// </summary>
    [Fact]
    public async Task What_changes_while_a_desktop_is_looked_at_for_the_first_time_is_told()
    {
        using var copying = Process.Start(
            "cp",
            ["-a", Path.Combine(Scenario, "dome-console"), Root]
        );
        await copying.WaitForExitAsync();
        await Start(services =>
        {
            services
                .GetRequiredService<DesktopRegister>()
                .Add(
                    "Dome console",
                    Root,
                    "4.1",
                    [new Screen("main", 2560, 1440), new Screen("upright", 1080, 1920)],
                    File.ReadAllBytes(Path.Combine(Scenario, "maps/engawa.json")),
                    isSimulated: true
                );
            return Task.CompletedTask;
        });
        for (var i = 0; i < Starts; i++)
            await Start(async services =>
            {
                // What was opened before is not heard of.
                var desktop = services.GetRequiredService<DesktopRegister>().Get(1);
                using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(10));
                var edit = Edit(10 + i, TimeSpan.FromMilliseconds(i));
                await using var told = services
                    .GetRequiredService<DesktopWatch>()
                    .Follow(stop.Token)
                    .GetAsyncEnumerator(CancellationToken.None);
                (await told.MoveNextAsync()).ShouldBeTrue();
                await edit;
                var look = DesktopReader
                    .Read(desktop.Map, new DesktopFolder(Root))
                    .Look.Digest.Short;
                while (!told.Current.State.StartsWith(look, StringComparison.Ordinal))
                    (await told.MoveNextAsync()).ShouldBeTrue(
                        $"What was edited {i} ms after the start is not told."
                    );
            });
    }

    /// <summary>Starts the application, lets something be done with it, and ends it.</summary>
    private async Task Start(Func<IServiceProvider, Task> work)
    {
        using var data = new DataFolder(Path.Combine(_home, "data"));
        data.Prepare(fresh: false);
        await using var services = new ServiceCollection()
            .AddLogging()
            .AddFuroshiki(data, null, [])
            .BuildServiceProvider();
        services.GetRequiredService<FuroshikiDbFactory>().Migrate();
        await work(services);
        SqliteConnection.ClearAllPools();
    }

    /// <summary>Edits a settings file as another program would.</summary>
    private Task Edit(int opacity, TimeSpan after) =>
        Task.Run(async () =>
        {
            await Task.Delay(after);
            var path = Path.Combine(Root, "home/.config/engawa/panels.json");
            var text = await File.ReadAllTextAsync(path);
            await File.WriteAllTextAsync(path, Opacity().Replace(text, $"${{before}}{opacity}"));
        });

    [GeneratedRegex("(?<before>\"opacity\": )[0-9]+")]
    private static partial Regex Opacity();
}
