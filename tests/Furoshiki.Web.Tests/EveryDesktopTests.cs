using System.Net;
using System.Text.Json.Nodes;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>The whole job on every desktop of the demo, and on a real folder.</summary>
public sealed class EveryDesktopTests(RunningApp app) : IClassFixture<RunningApp>
{
    private static readonly string[] Scenes =
    [
        "Desktop",
        "Menu",
        "Files",
        "Terminal",
        "Settings",
        "SignIn",
        "StartUp",
        "Lock",
    ];

    private static string[] Texts(JsonNode? list, string member) =>
        [.. list!.AsArray().Select(one => one![member]!.GetValue<string>())];

    public static TheoryData<string, long, string, string, string[]> Desktops =>
        new()
        {
            {
                "dome-console",
                1,
                "home/.local/share/icons/Inkstone-Red",
                "home/.config/engawa/menu.xml",
                ["panels", "terminal", "borders", "behaviour"]
            },
            {
                "field-laptop",
                2,
                "home/.local/share/icons/Fold-Slate",
                "home/.config/engawa/menu.xml",
                ["panels", "terminal", "fonts", "behaviour"]
            },
            {
                "visitor-wall",
                3,
                "person/share/icon-sets/Inkstone-Rose",
                "person/settings/sound-set",
                ["colours", "terminal", "panels", "lock"]
            },
        };

    [Theory]
    [MemberData(nameof(Desktops))]
    public async Task A_desktop_is_read_saved_changed_by_others_seen_as_drifted_put_back_byte_for_byte_and_drawn(
        string folder,
        long desktop,
        string icons,
        string whole,
        string[] changed
    )
    {
        var api = new Api(await app.Client());
        var root = app.Folder(folder);
        await SaveAll(api, desktop, $"All of {folder}");
        var before = RunningApp.Snapshot(root);

        foreach (var kind in changed)
            (
                await api.Post(
                    $"/api/desktops/{desktop}/other-program",
                    new JsonObject { ["kind"] = kind }
                )
            ).Status.ShouldBe(HttpStatusCode.OK);
        await File.WriteAllTextAsync(
            Path.Combine(root, icons, "scalable/places/folder.svg"),
            "<svg/>"
        );
        Directory.CreateDirectory(Path.Combine(root, icons, "added/empty"));
        File.CreateSymbolicLink(Path.Combine(root, icons, "added/link"), "../index.theme");
        await File.WriteAllTextAsync(Path.Combine(root, whole), "Plain-Bell\n");

        var now = await api.Now(desktop);
        var kinds = Texts(now["drift"], "kind");
        foreach (var kind in changed.Append("icons"))
            kinds.ShouldContain(kind);
        var changes = $"/api/looks/{now["then"]}/changes/{now["look"]}/icons";
        var set = Path.GetFileName(icons);
        var folders = await api.Get(changes);
        Texts(folders, "folder").ShouldBe([set, $"{set}/added", $"{set}/scalable/places"], true);
        Texts(folders, "words").ShouldContain("1 file edited in place");
        Texts(await api.Get($"{changes}/files?folder={set}/added"), "name").ShouldContain("link");
        var edited = (await api.Get($"{changes}/files?folder={set}/scalable/places"))
            .AsArray()
            .ShouldHaveSingleItem()!;
        edited["name"]!.GetValue<string>().ShouldBe("folder.svg");
        edited["before"]!.GetValue<string>().ShouldContain("bytes");
        edited["after"]!.GetValue<string>().ShouldStartWith("6 bytes");
        var lines = await api.Get(
            $"/api/content/{edited["beforeContent"]}/lines/{edited["afterContent"]}"
        );
        Texts(lines["lines"], "text").ShouldContain("<svg/>");

        await PutBack(api, desktop);
        RunningApp.Snapshot(root).ShouldBe(before);
        (await api.Now(desktop))["drift"]!.AsArray().ShouldBeEmpty();
        await DrawEveryScene(api, desktop);
    }

    [Fact]
    public async Task A_real_folder_with_open_conventions_is_looked_at_added_saved_seen_as_drifted_put_back_and_drawn()
    {
        var api = new Api(await app.Client());
        var home = MakeHome();
        var before = RunningApp.Snapshot(home);
        var choice = new JsonObject
        {
            ["folder"] = home,
            ["map"] = "open-desktop",
            ["mapText"] = null,
        };
        var (_, report) = await api.Post("/api/desktops/look", choice.DeepClone());
        var found = report["kinds"]!
            .AsArray()
            .ToDictionary(
                one => one!["kind"]!.GetValue<string>(),
                one => one!["found"]!.GetValue<string>()
            );
        foreach (
            var kind in new[]
            {
                "icons",
                "cursor",
                "fonts",
                "sounds",
                "colours",
                "terminal",
                "extensions",
                "behaviour",
            }
        )
            found[kind].ShouldBe("Set", kind);
        var (status, added) = await api.Post(
            "/api/desktops",
            Api.NewDesktop("My own home", choice, 1920, 1080, version: "")
        );
        status.ShouldBe(HttpStatusCode.Created);
        RunningApp.Snapshot(home).ShouldBe(before, "nothing is written before a switch");
        var desktop = added["id"]!.GetValue<long>();
        await SaveAll(api, desktop, "Home as it is");

        Edit(home, ".Xresources", "*background: #101418", "*background: #ffffff");
        Edit(home, ".icons/default/index.theme", "Inherits=Plain-Dot", "Inherits=Fold");
        Edit(home, ".config/fontconfig/fonts.conf", "Heron Serif", "Ridge Mono");
        await File.WriteAllTextAsync(
            Path.Combine(home, ".local/share/icons/Fold/scalable/places/folder.svg"),
            "<svg/>"
        );
        File.Delete(Path.Combine(home, ".config/autostart/log.desktop"));
        File.CreateSymbolicLink(
            Path.Combine(home, ".config/autostart/link.desktop"),
            "gone.desktop"
        );

        Texts((await api.Now(desktop))["drift"], "kind")
            .ShouldBe(["fonts", "icons", "cursor", "terminal", "extensions"], ignoreOrder: true);
        await PutBack(api, desktop);
        RunningApp.Snapshot(home).ShouldBe(before);
        await DrawEveryScene(api, desktop);
        (await api.Tell(desktop, "SignIn")).Status.ShouldBe(
            HttpStatusCode.Conflict,
            "a real session is not Furoshiki's"
        );
    }

    [Theory]
    [InlineData("engawa", "home/../../outside", "folder", "There is no folder")]
    [InlineData("engawa", "/usr", "folder", "is not in a folder that the start command allows")]
    [InlineData("no-such-map", "", "map", "no map of that name")]
    public async Task A_folder_or_a_map_that_may_not_be_used_is_refused_at_its_field(
        string map,
        string folder,
        string field,
        string said
    )
    {
        var api = new Api(await app.Client());
        var (status, problem) = await api.Post(
            "/api/desktops/look",
            new JsonObject
            {
                ["folder"] = folder.Length == 0 ? app.Home : folder,
                ["map"] = map,
                ["mapText"] = null,
            }
        );
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe(field);
        problem["detail"]!.GetValue<string>().ShouldContain(said);
    }

    [Fact]
    public async Task A_map_of_ones_own_that_is_wrong_is_refused_with_the_line()
    {
        var api = new Api(await app.Client());
        var text =
            "{\n  \"platform\": \"Mine\",\n  \"places\": {},\n  \"files\": {},\n  \"kinds\": { \"hat\": { \"shows\": \"at once\", \"whole\": [] } }\n}";
        var (_, problem) = await api.Post(
            "/api/desktops/look",
            new JsonObject
            {
                ["folder"] = app.Home,
                ["map"] = null,
                ["mapText"] = text,
            }
        );
        problem["detail"]!.GetValue<string>().ShouldBe("Line 5: There is no kind 'hat'.");
    }

    [Theory]
    [InlineData("Heron-Ridge-at-Night.jpg", new byte[] { 0xFF, 0xD8, 0xFF })]
    [InlineData("Road-to-the-Dome.png", new byte[] { 0x89, (byte)'P', (byte)'N', (byte)'G' })]
    [InlineData("Last-Snow.webp", new byte[] { (byte)'R', (byte)'I', (byte)'F', (byte)'F' })]
    public async Task A_wallpaper_as_a_camera_takes_it_is_saved_deleted_and_put_back_byte_for_byte(
        string name,
        byte[] start
    )
    {
        var api = new Api(await app.Client());
        var picture = app.At($"home/.local/share/wallpapers/{name}");
        var before = await File.ReadAllBytesAsync(picture);
        before.Length.ShouldBeInRange(1_000_000, 4_000_000);
        before[..start.Length].ShouldBe(start);
        var settings = Directory
            .EnumerateFiles(app.At("home/.config"), "*", SearchOption.AllDirectories)
            .Single(file =>
                File.ReadAllText(file).Contains("Dust-Lane.svg", StringComparison.Ordinal)
            );
        var was = await File.ReadAllTextAsync(settings);
        await File.WriteAllTextAsync(
            settings,
            was.Replace("Dust-Lane.svg", name, StringComparison.Ordinal)
        );
        (await api.Post("/api/profiles", Api.SaveAs($"With {name}", "wallpaper"))).Status.ShouldBe(
            HttpStatusCode.Created
        );

        File.Delete(picture);
        await PutBack(api, 1);
        (await File.ReadAllBytesAsync(picture)).ShouldBe(before);
        await File.WriteAllTextAsync(settings, was);
    }

    private static async Task SaveAll(Api api, long desktop, string name)
    {
        var kinds = Texts((await api.Now(desktop))["parts"], "kind");
        var request = Api.SaveAs(name, kinds);
        request["desktop"] = desktop;
        (await api.Post("/api/profiles", request)).Status.ShouldBe(HttpStatusCode.Created);
    }

    private static async Task PutBack(Api api, long desktop)
    {
        var plan = await api.Plan("Saving", (await api.Now(desktop))["on"]!["savingId"]!, desktop);
        plan["refused"]!.AsArray().ShouldBeEmpty();
        var result = await api.Switch(plan, desktop);
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
    }

    private static async Task DrawEveryScene(Api api, long desktop)
    {
        var now = await api.Now(desktop);
        var screens = now["desktop"]!["screens"]!.AsArray().Count;
        foreach (var scene in Scenes)
        {
            var picture = await api.Get(
                $"/api/looks/{now["look"]}/picture?desktop={desktop}&scene={scene}"
            );
            picture["screens"]!.AsArray().Count.ShouldBe(screens);
            picture["screens"]!
                .AsArray()
                .ShouldAllBe(one =>
                    one!["svg"]!.GetValue<string>().StartsWith("<svg", StringComparison.Ordinal)
                );
        }
    }

    private static void Edit(string root, string path, string from, string to)
    {
        var text = File.ReadAllText(Path.Combine(root, path));
        text.ShouldContain(from);
        File.WriteAllText(
            Path.Combine(root, path),
            text.Replace(from, to, StringComparison.Ordinal)
        );
    }

    /// <summary>A home folder with an icon set, X resources, font configuration, sounds, autostart entries and user folders.</summary>
    private string MakeHome()
    {
        var home = Path.Combine(app.Home, "somebody");
        var system = Path.Combine(app.Folder("dome-console"), "usr/share");
        foreach (
            var (from, to) in new[]
            {
                ("icons/Fold", ".local/share/icons/Fold"),
                ("icons/Plain-Dot", ".icons/Plain-Dot"),
                ("sounds/Plain-Bell", ".local/share/sounds/Plain-Bell"),
            }
        )
        foreach (
            var file in Directory.EnumerateFiles(
                Path.Combine(system, from),
                "*",
                SearchOption.AllDirectories
            )
        )
            Put(
                Path.Combine(to, Path.GetRelativePath(Path.Combine(system, from), file)),
                File.ReadAllText(file)
            );
        Put(".local/share/icons/default/index.theme", "[Icon Theme]\nInherits=Fold\n");
        Put(".icons/default/index.theme", "# the pointer\n[Icon Theme]\nInherits=Plain-Dot\n");
        Put(".local/share/sounds/default/index.theme", "[Sound Theme]\nInherits=Plain-Bell\n");
        Put(
            ".Xresources",
            "! mine\nXcursor.size: 32\n*foreground: #e0e0e0\n*background: #101418\n*color1: #b5482e\nXft.hintstyle: hintslight\n"
        );
        Put(
            ".config/fontconfig/fonts.conf",
            "<?xml version=\"1.0\"?>\n<!DOCTYPE fontconfig SYSTEM \"urn:fontconfig:fonts.dtd\">\n<fontconfig>\n  <alias><family>serif</family><prefer><family>Heron Serif</family></prefer></alias>\n</fontconfig>\n"
        );
        Put(
            ".config/autostart/log.desktop",
            "[Desktop Entry]\nType=Application\nName=Log\nExec=log\n"
        );
        Put(".config/user-dirs.dirs", "XDG_DESKTOP_DIR=\"$HOME/Desktop\"\n");
        return home;

        void Put(string path, string text)
        {
            Directory.CreateDirectory(Path.GetDirectoryName(Path.Combine(home, path))!);
            File.WriteAllText(Path.Combine(home, path), text);
        }
    }
}
