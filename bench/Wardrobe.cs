using System.Collections.Immutable;
using System.Diagnostics;
using System.Text.Json;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Observing;
using Furoshiki.App.Shelf;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Furoshiki.Bench;

/// <summary>A data folder with many profiles, all of them saved on one desktop.</summary>
internal sealed class Wardrobe : IDisposable
{
    private const int Savings = 50;
    private const int FilesInFolder = 200;
    private const string Surface = "home/.config/engawa/surface.conf";

    private readonly string _folder = Directory.CreateTempSubdirectory("furoshiki-bench-").FullName;
    private readonly int _profiles;

    /// <summary>Makes it.</summary>
    /// <param name="scenario">The folder of the demo scenario, of which it takes the desktop.</param>
    /// <param name="profiles">How many profiles; each has 50 savings.</param>
    /// <param name="files">How many files more the icon set that is on has.</param>
    public Wardrobe(string scenario, int profiles, int files = 0)
    {
        _profiles = profiles;
        Sample.Run($"cp -a {scenario}/dome-console {_folder}/desktop", "/");
        for (var i = 0; i < files; i++)
        {
            if (i % FilesInFolder == 0)
                Directory.CreateDirectory(FolderOf(i));
            File.WriteAllText(Path.Combine(FolderOf(i), $"icon{i}.svg"), $"<svg id='{i}'/>");
        }
        using var data = Start(out var services);
        services.GetRequiredService<FuroshikiDbFactory>().Migrate();
        var desktop = services
            .GetRequiredService<DesktopRegister>()
            .Add(
                "Dome console",
                Path.Combine(_folder, "desktop"),
                "4.1",
                [new Screen("main", 2560, 1440), new Screen("upright", 1080, 1920)],
                File.ReadAllBytes(Path.Combine(scenario, "maps/engawa.json")),
                isSimulated: true
            );
        Fill(services, desktop);
        services.GetRequiredService<FuroshikiDbFactory>().Close();
    }

    /// <summary>How long the shelf takes when nothing is known, again, and after one setting changed on the disk; and a search's first letter, and each after it; in ms.</summary>
    public (
        double First,
        double Again,
        double Changed,
        double Read,
        double Letter,
        double Next
    ) Shelf()
    {
        using var data = Start(out var services);
        var read = Time(() => ReadAlone(services));
        double Cards() =>
            Time(() =>
            {
                var desktop = services.GetRequiredService<DesktopRegister>().Get(1);
                var cards = services.GetRequiredService<CardMaker>().All(desktop);
                if (cards.Count != _profiles)
                    throw new InvalidOperationException("Some cards are missing.");
            });
        var first = Cards();
        var again = Enumerable.Range(0, 5).Select(_ => Cards()).Order().ElementAt(2);
        var changed = AfterChanges(Cards);
        var desktop = services.GetRequiredService<DesktopRegister>().Get(1);
        var search = services.GetRequiredService<ShelfSearch>();
        double Found(string text) => Time(() => search.Find(desktop, new ShelfQuery(text)));
        var letter = Found("r");
        string[] typed = ["ri", "rid", "ridg", "ridge", "ridge ", "ridge #", "ridge #2f6f93"];
        var next = typed.Select(Found).Order().ElementAt(typed.Length / 2);
        return (first, again, changed, read, letter, next);
    }

    /// <summary>
    /// How long the cards of three desktops take that lack a set which all looks lean on, when nothing is known and after one setting changed
    /// on the disk of one; the page of supplies; and reading the catalogue's index alone; in ms.
    /// </summary>
    /// <param name="supplies">How many supplies are known.</param>
    public (double First, double Changed, double Page, double Read) Readiness(int supplies)
    {
        var set = Path.Combine(_folder, "desktop/usr/share/icons/Fold");
        var index = Resolving.Index(supplies, each: 1, set);
        using (Start(out var services))
        {
            var register = services.GetRequiredService<DesktopRegister>();
            var like = register.Get(1);
            Sample.Run("rm -r desktop/usr/share/icons/Fold", _folder);
            for (var other = 2; other <= 3; other++)
            {
                Sample.Run($"cp -a desktop desktop-{other}", _folder);
                register.Add(
                    $"Console {other}",
                    Path.Combine(_folder, $"desktop-{other}"),
                    "4.1",
                    like.Screens,
                    services.GetRequiredService<IContentStore>().Read(like.MapDigest),
                    isSimulated: true
                );
            }
            using var hold = services.GetRequiredService<IContentStore>().Hold();
            using var db = services.GetRequiredService<FuroshikiDbFactory>().CreateDbContext();
            db.Sources.Add(
                new SourceRow
                {
                    Address = "http://made-up.example/",
                    Key = [],
                    Index = hold.Put(index),
                    Number = 1,
                }
            );
            db.SaveChanges();
            services.GetRequiredService<FuroshikiDbFactory>().Close();
        }
        using var data = Start(out var fresh);
        var read = Time(() => Core.Supplies.Catalogue.Read(index, 0));
        var first = Cards();
        var changed = AfterChanges(Cards);
        var page = Time(() =>
            fresh
                .GetRequiredService<App.Supplies.SupplyShelf>()
                .Of(fresh.GetRequiredService<DesktopRegister>().Get(1))
        );
        return (first, changed, page, read);

        double Cards() =>
            Time(() =>
            {
                for (var desktop = 1; desktop <= 3; desktop++)
                {
                    var cards = fresh
                        .GetRequiredService<CardMaker>()
                        .All(fresh.GetRequiredService<DesktopRegister>().Get(desktop));
                    if (cards.Any(card => card.Readiness.State != ReadinessState.ToGet))
                        throw new InvalidOperationException(
                            $"{cards[0].Readiness.Words} was not expected."
                        );
                }
            });
    }

    /// <summary>How long something takes after one setting changed: the middle of five.</summary>
    private double AfterChanges(Func<double> measure) =>
        Enumerable
            .Range(0, 5)
            .Select(_ =>
            {
                Toggle(Settings);
                return measure();
            })
            .Order()
            .ElementAt(2);

    /// <summary>Where it is.</summary>
    public string Data => Path.Combine(_folder, "data");

    /// <summary>One of the files that the icon set has more.</summary>
    public string AnIcon => Path.Combine(FolderOf(0), "icon0.svg");

    /// <summary>A settings file of the desktop.</summary>
    public string Settings => Path.Combine(_folder, "desktop", Surface);

    private string FolderOf(int file) =>
        Path.Combine(
            _folder,
            "desktop/home/.local/share/icons/Fold-Slate/more",
            $"{file / FilesInFolder}"
        );

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private DataFolder Start(out IServiceProvider services)
    {
        var data = new DataFolder(Data);
        data.Prepare(fresh: false);
        services = new ServiceCollection()
            .AddLogging()
            .AddFuroshiki(data, null, [])
            .BuildServiceProvider();
        return data;
    }

    /// <summary>What no shelf could do without: the profiles, their last savings and their looks, read and understood as JSON.</summary>
    private static void ReadAlone(IServiceProvider services)
    {
        using var db = services.GetRequiredService<FuroshikiDbFactory>().CreateDbContext();
        var content = services.GetRequiredService<IContentStore>();
        _ = db.Profiles.AsNoTracking().ToList();
        foreach (
            var look in db
                .Savings.Where(one => one.Number == Savings)
                .Select(one => one.Look)
                .ToList()
        )
            JsonDocument.Parse(content.Read(look)).Dispose();
    }

    private void Fill(IServiceProvider services, LiveDesktop desktop)
    {
        var look = services.GetRequiredService<Observer>().See(desktop).Reading.Look;
        var content = services.GetRequiredService<IContentStore>();
        using var db = services.GetRequiredService<FuroshikiDbFactory>().CreateDbContext();
        using var hold = content.Hold();
        using var batch = hold.Begin();
        Furoshiki.Desktops.LookKeeper.Keep(look, batch, desktop.Folder, desktop.Map, false);
        for (var i = 0; i < _profiles; i++)
        {
            var profile = new ProfileRow
            {
                Name = $"Look {i}",
                Description = "",
                Author = "",
                Licence = "",
                Tags = "[]",
            };
            var last = Vary(look, i);
            last.PutInto(batch);
            for (var number = 1; number <= Savings; number++)
                profile.Savings.Add(
                    new SavingRow
                    {
                        Number = number,
                        Look = (number == Savings ? last : look).Digest,
                        Places = last.Places,
                        Map = desktop.MapDigest,
                        Cover = "[]",
                        Gaps = "[]",
                        Note = "",
                        SavedAt = DateTime.UnixEpoch,
                    }
                );
            db.Add(profile);
        }
        batch.Commit();
        db.SaveChanges();
        // As if all of it had been read again, which else goes on in the background for a while.
        var now = DateTimeOffset.UtcNow.ToUnixTimeSeconds();
        db.Contents.ExecuteUpdate(all => all.SetProperty(one => one.CheckedAt, now));
    }

    /// <summary>A look like another, with some settings of most of its parts unlike those of any other.</summary>
    private static Look Vary(Look look, int i) =>
        Look.Of(
            look.Components.Select(part =>
                part with
                {
                    Settings = part.Settings.ToImmutableSortedDictionary(
                        one => one.Key,
                        one =>
                            one.Value switch
                            {
                                SettingValue.Colour => new SettingValue.Colour(
                                    new Rgba((byte)(i * 7), (byte)(i * 13), (byte)(i >> 4), 255)
                                ),
                                SettingValue.Flag flag => new SettingValue.Flag(
                                    flag.Value ^ (i % 3 == 0)
                                ),
                                _ => one.Value,
                            }
                    ),
                }
            )
        );

    /// <summary>Gives the desktop the other tone, as another program would.</summary>
    public static void Toggle(string file)
    {
        var text = File.ReadAllText(file);
        File.WriteAllText(
            file,
            text.Contains("tone=dark", StringComparison.Ordinal)
                ? text.Replace("tone=dark", "tone=light", StringComparison.Ordinal)
                : text.Replace("tone=light", "tone=dark", StringComparison.Ordinal)
        );
    }

    private static double Time(Action action)
    {
        GC.Collect();
        var watch = Stopwatch.StartNew();
        action();
        return watch.Elapsed.TotalMilliseconds;
    }
}
