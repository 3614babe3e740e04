using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Furoshiki.Web.Tests;

/// <summary>Sets and archives that came without a catalogue become supplies of the person's own, or are refused with the reason.</summary>
public sealed class OwnSetsTests : OwnAppTests
{
    private string Sets => Path.Combine(App.Home, "sets");

    private static string Text(JsonNode? node, string name) => node![name]!.GetValue<string>();

    private void Write(string path, string text)
    {
        var full = Path.Combine(Sets, path);
        Directory.CreateDirectory(Path.GetDirectoryName(full)!);
        File.WriteAllText(full, text);
    }

    private Task<(HttpStatusCode Status, JsonNode Body)> TakeIn(string path, string kind = "") =>
        Server.Post("/api/supplies/own/sets", new JsonObject { ["path"] = path, ["kind"] = kind });

    private async Task<JsonNode?> Supply(string name) =>
        (await Server.Get("/api/desktops/1/supplies"))
            .AsArray()
            .SingleOrDefault(one => Text(one, "name") == $"pkg:generic/{name}");

    private async Task Place(string supply)
    {
        var (_, plan) = await Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Supplies",
                ["id"] = 0,
                ["get"] = new JsonArray(supply),
            }
        );
        (await Server.Switch(plan))["switched"]!.GetValue<bool>().ShouldBeTrue();
    }

    private void WriteIcons(string name, string picture)
    {
        Write(
            $"{name}/index.theme",
            $"[Icon Theme]\nName={name} signs\nInherits=Fold\nDirectories=scalable/places\n"
        );
        Write($"{name}/scalable/places/folder.svg", picture);
    }

    [Fact]
    public async Task A_folder_of_unpackedSets_and_archives_is_taken_in_each_by_what_its_index_says()
    {
        WriteIcons("Harbour", "<svg xmlns='http://www.w3.org/2000/svg'/>");
        Write("Anchor/index.theme", "[Icon Theme]\nName=Anchor\n");
        Write("Anchor/cursors/default", "x");
        Write("Fog-Horn/index.theme", "[Sound Theme]\nName=Fog Horn\n");
        Write("Fog-Horn/stereo/bell.oga", "x");
        Write("Mystery/thing", "x");
        Write("broken.tar.gz", "no archive");
        File.CreateSymbolicLink(Path.Combine(Sets, "Elsewhere"), "/etc");
        var given = Path.Combine(App.Data, "catalogue", "given-out", "packages");
        File.Copy(
            Directory.GetFiles(given, "*meridian*").Order(StringComparer.Ordinal).First(),
            Path.Combine(Sets, "from-a-friend.tar.gz")
        );

        var (status, view) = await TakeIn(Sets);
        status.ShouldBe(HttpStatusCode.OK, view.ToJsonString());
        view["taken"]!
            .AsArray()
            .Select(one => Text(one, "id"))
            .ShouldBe(
                [
                    "pkg:generic/own/anchor@1.0.0",
                    "pkg:generic/own/fog-horn@1.0.0",
                    "pkg:generic/own/harbour@1.0.0",
                    "pkg:generic/heron-ridge/meridian@1.0.0",
                ],
                ignoreOrder: true
            );
        var refused = view["refused"]!.AsArray().Select(one => one!.GetValue<string>()).ToList();
        refused.ShouldContain(one =>
            one.StartsWith(
                "Mystery was not taken: Mystery does not say what kind",
                StringComparison.Ordinal
            )
        );
        refused.ShouldContain(one =>
            one.StartsWith("broken.tar.gz was not taken", StringComparison.Ordinal)
        );
        refused.ShouldContain(one =>
            one.StartsWith("Elsewhere was not taken", StringComparison.Ordinal)
        );
        refused.Count.ShouldBe(3);

        var harbour = (await Supply("own/harbour"))!;
        Text(harbour, "title").ShouldBe("Harbour signs");
        harbour["kinds"]!.AsArray().Single()!.GetValue<string>().ShouldBe("icons");
        Text(harbour["needs"]![0], "title").ShouldBe("Fold");
        (await Supply("own/anchor"))!["kinds"]![0]!.GetValue<string>().ShouldBe("cursor");
        (await Supply("own/fog-horn"))!["kinds"]![0]!.GetValue<string>().ShouldBe("sounds");

        // It is placed like any other, and known again where it stands.
        await Place("pkg:generic/own/harbour");
        File.Exists(App.At("home/.local/share/icons/Harbour/index.theme")).ShouldBeTrue();
        Text(await Supply("own/harbour"), "state").ShouldBe("Here");

        // The same again is known; another of the same name is its next version; what does not say its kind is of the one that is said.
        WriteIcons("Harbour", "<svg xmlns='http://www.w3.org/2000/svg' id='two'/>");
        (_, view) = await TakeIn(Sets, "widgets");
        view["taken"]!
            .AsArray()
            .Select(one => Text(one, "id"))
            .ShouldContain("pkg:generic/own/mystery@1.0.0");
        Text(await Supply("own/mystery"), "state").ShouldBe("ToGet");
    }

    [Theory]
    [InlineData("/proc/self")]
    [InlineData("/etc")]
    [InlineData("nowhere")]
    public async Task A_folder_that_the_start_command_does_not_allow_is_not_read(string path)
    {
        var (status, problem) = await TakeIn(path);
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        problem["field"]!.GetValue<string>().ShouldBe("path");
    }

    [Fact]
    public async Task What_only_savings_carry_becomes_a_supply_and_is_placed_when_it_stands_nowhere_any_more()
    {
        const string Carried = "/api/supplies/own/carried";
        var set = App.At("home/.local/share/icons/Home-Made");
        Directory.CreateDirectory(Path.Combine(set, "scalable/places"));
        await File.WriteAllTextAsync(
            Path.Combine(set, "index.theme"),
            "[Icon Theme]\nName=Home made\nInherits=Fold\nDirectories=scalable/places\n"
        );
        await File.WriteAllTextAsync(Path.Combine(set, "scalable/places/folder.svg"), "<svg/>");
        File.CreateSymbolicLink(Path.Combine(set, "scalable/places/user-home.svg"), "folder.svg");
        File.CreateSymbolicLink(Path.Combine(set, "scalable/places/outside.svg"), "/etc/passwd");
        App.Edit("home/.config/engawa/windows.conf", "set=Inkstone-Red", "set=Home-Made");
        (await Server.Post("/api/profiles", Api.SaveAs("Made at home", "icons"))).Status.ShouldBe(
            HttpStatusCode.Created
        );
        App.Edit("home/.config/engawa/windows.conf", "set=Home-Made", "set=Inkstone-Red");
        Directory.Delete(set, recursive: true);

        var one = (await Server.Get(Carried))
            .AsArray()
            .Where(one => Text(one, "name") == "Home-Made")
            .ShouldHaveSingleItem()!;
        Text(one, "title").ShouldBe("Icons");
        one["files"]!.GetValue<int>().ShouldBe(3, "what a link within it leads to is a file too");
        one["profiles"]!
            .AsArray()
            .ShouldHaveSingleItem()!
            .GetValue<string>()
            .ShouldBe("Made at home");
        var form = new JsonObject { ["kind"] = "icons", ["content"] = Text(one, "content") };
        var (status, taken) = await Server.Post(Carried, form.DeepClone());
        status.ShouldBe(HttpStatusCode.OK, taken.ToJsonString());
        (Text(taken, "id"), Text(taken, "title")).ShouldBe(
            ("pkg:generic/own/home-made@1.0.0", "Home made")
        );
        (await Server.Get(Carried))
            .AsArray()
            .ShouldNotContain(its => Text(its, "name") == "Home-Made");
        (status, _) = await Server.Post(Carried, form.DeepClone());
        status.ShouldBe(HttpStatusCode.Conflict, "it is one already");
        form["content"] = new string('0', 64);
        (status, _) = await Server.Post(Carried, form);
        status.ShouldBe(HttpStatusCode.NotFound, "no saving carries that");

        await Place("pkg:generic/own/home-made");
        (await File.ReadAllTextAsync(Path.Combine(set, "scalable/places/user-home.svg"))).ShouldBe(
            "<svg/>"
        );
        File.Exists(Path.Combine(set, "scalable/places/outside.svg")).ShouldBeFalse();
    }

    [Fact]
    public async Task What_is_dropped_becomes_a_supply_and_a_path_that_climbs_out_is_refused_with_nothing_kept()
    {
        var (status, view) = await Drop(
            ("Harbour/index.theme", "[Icon Theme]\nName=Harbour\n"),
            ("Harbour/scalable/places/folder.svg", "<svg/>")
        );
        status.ShouldBe(HttpStatusCode.OK);
        Text(view["taken"]!.AsArray().ShouldHaveSingleItem(), "id")
            .ShouldBe("pkg:generic/own/harbour@1.0.0");
        (
            await Drop(
                ("Harbour/index.theme", "[Icon Theme]\nName=Harbour\n"),
                ("Harbour/scalable/places/folder.svg", "<svg id='2'/>")
            )
        ).Body["taken"]![0]!["id"]!
            .GetValue<string>()
            .ShouldBe("pkg:generic/own/harbour@1.1.0");
        foreach (
            var path in new[]
            {
                "../outside.svg",
                "Set/../../outside.svg",
                "Set//x",
                "Set/./x",
                "Set/a\\..\\b\n",
                ".furoshiki-data",
            }
        )
        {
            var (refused, problem) = await Drop(
                ("Set/index.theme", "[Icon Theme]\nName=Set\n"),
                (path, "x")
            );
            refused.ShouldBe(HttpStatusCode.UnprocessableEntity, path);
            Text(problem, "field").ShouldBe("files");
        }
        (await Supply("own/set")).ShouldBeNull();
        Directory.GetFileSystemEntries(Path.Combine(App.Data, "incoming")).ShouldBeEmpty();
        foreach (var path in new[] { "relative", "/nowhere/at/all", App.Data })
            (await TakeIn(path)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, path);
        (await TakeIn(Sets, "nothing")).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }

    private async Task<(HttpStatusCode Status, JsonNode Body)> Drop(
        params (string Path, string Text)[] files
    )
    {
        using var form = new MultipartFormDataContent();
        foreach (var (path, text) in files)
        {
            var content = new ByteArrayContent(Encoding.UTF8.GetBytes(text));
            content.Headers.TryAddWithoutValidation(
                "Content-Disposition",
                $"form-data; name=\"files\"; filename=\"{path.Replace("\n", "%0A", StringComparison.Ordinal)}\""
            );
            form.Add(content);
        }
        using var answer = await Server.Client.PostAsync(
            new Uri("/api/supplies/own/dropped", UriKind.Relative),
            form
        );
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }
}
