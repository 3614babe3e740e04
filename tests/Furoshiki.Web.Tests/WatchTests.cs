using System.Diagnostics;
using System.Text.RegularExpressions;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Observing;
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
                var look = DesktopReader.Read(desktop.Map, new DesktopFolder(Root)).Look.Digest;
                // Only what follows looks.
                var observer = services.GetRequiredService<Observer>();
                while (observer.LastOf(desktop).Reading.Look.Digest != look)
                    (await told.MoveNextAsync()).ShouldBeTrue(
                        $"What was edited {i} ms after the start is not told."
                    );
            });
    }

    [Fact]
    public async Task A_file_that_a_program_is_just_writing_anew_is_never_taken_for_one_with_less_in_it()
    {
        const int Writes = 150;
        using var copying = Process.Start(
            "cp",
            ["-a", Path.Combine(Scenario, "dome-console"), Root]
        );
        await copying.WaitForExitAsync();
        await Start(async services =>
        {
            var desktop = services
                .GetRequiredService<DesktopRegister>()
                .Add(
                    "Dome console",
                    Root,
                    "4.1",
                    [new Screen("main", 2560, 1440)],
                    File.ReadAllBytes(Path.Combine(Scenario, "maps/engawa.json")),
                    isSimulated: true
                );
            var observer = services.GetRequiredService<Observer>();
            var whole = observer.See(desktop).Reading.Look.Digest;
            var path = Path.Combine(Root, "home/.config/engawa/surface.conf");
            var text = await File.ReadAllTextAsync(path);
            var writing = Task.Run(() =>
            {
                for (var i = 0; i < Writes; i++)
                {
                    using var file = new StreamWriter(path) { AutoFlush = true };
                    // Line by line, as programs do, so that each look can fall between two.
                    foreach (var line in text.TrimEnd('\n').Split('\n'))
                        file.Write(line + "\n");
                }
            });
            while (!writing.IsCompleted)
                observer.See(desktop).Reading.Look.Digest.ShouldBe(whole);
            await writing;
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
