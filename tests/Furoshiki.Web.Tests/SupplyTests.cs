using System.Net;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Json.Schema;

namespace Furoshiki.Web.Tests;

/// <summary>Supplies are got, updated, put back and removed by a plan like any other.</summary>
public sealed class SupplyTests : OwnAppTests
{
    private const string Names = "pkg:generic/heron-ridge/";
    private const string Data = "home/.local/share";

    private Task<(HttpStatusCode Status, JsonNode Body)> Plan(
        string[] get,
        params string[] remove
    ) =>
        Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Supplies",
                ["id"] = 0,
                ["get"] = Named(get),
                ["remove"] = Named(remove),
            }
        );

    private static JsonArray Named(string[] names) =>
        [.. names.Select(name => (JsonNode)(Names + name))];

    private async Task<JsonNode> Do(string[] get, params string[] remove)
    {
        var (status, plan) = await Plan(get, remove);
        status.ShouldBe(HttpStatusCode.OK, plan.ToJsonString());
        return await Server.Switch(plan);
    }

    private async Task<JsonNode> Supply(string name) =>
        (await Server.Get("/api/desktops/1/supplies"))
            .AsArray()
            .Single(one =>
                one!["name"]!.GetValue<string>()
                == (
                    name.Contains('/', StringComparison.Ordinal)
                        ? $"pkg:generic/{name}"
                        : Names + name
                )
            )!;

    private static string Text(JsonNode? node, string name) => node![name]!.GetValue<string>();

    [Fact]
    public async Task Supplies_with_an_accent_are_told_the_nearest_to_a_colour_first_and_what_is_no_colour_is_refused()
    {
        const string Accents = "/api/desktops/1/supplies/accents";
        var accentOf = (await Server.Get("/api/desktops/1/supplies"))
            .AsArray()
            .Where(one => one!["accent"] is not null)
            .ToDictionary(
                one => one!["name"]!.GetValue<string>(),
                one => one!["accent"]!.GetValue<string>()
            );
        string[] colours = [.. accentOf.Values.Distinct()];
        colours.Length.ShouldBeGreaterThan(5);
        foreach (var colour in colours)
        {
            var near = await Server.Get($"{Accents}?to={Uri.EscapeDataString(colour)}");
            near["to"]!.GetValue<string>().ShouldBe(colour);
            var told = near["accents"]!.AsArray();
            told.Select(NameOf).ShouldBe(accentOf.Keys, ignoreOrder: true);
            var apart = told.Select(Apart).ToList();
            apart.ShouldBe(apart.Order());
            told.Where(one => Apart(one) == 0)
                .Select(NameOf)
                .ShouldBe(
                    accentOf.Where(one => one.Value == colour).Select(one => one.Key),
                    ignoreOrder: true
                );
        }
        // The accent of what is on: a supply that it uses stands first.
        var first = (await Server.Get(Accents))["accents"]![0];
        (NameOf(first), Apart(first)).ShouldBe(("pkg:generic/heron-ridge/ember-colours", 0));

        using var refused = await Server.Client.GetAsync(
            new Uri($"{Accents}?to=reddish", UriKind.Relative)
        );
        refused.StatusCode.ShouldBe(HttpStatusCode.UnprocessableEntity);

        static string NameOf(JsonNode? one) => one!["name"]!.GetValue<string>();
        static double Apart(JsonNode? one) => one!["apart"]!.GetValue<double>();
    }

    [Fact]
    public async Task A_supply_comes_with_what_it_needs_and_going_back_takes_all_of_it_away_again()
    {
        Text(await Supply("meridian-night"), "state").ShouldBe("ToGet");
        var before = App.Snapshot();
        var (_, plan) = await Plan(["meridian-night"]);
        plan["supplies"]!
            .AsArray()
            .Select(one => (Text(one, "title"), one!["isAsked"]!.GetValue<bool>()))
            .ShouldBe([
                ("Meridian", false),
                ("Meridian Night colours", false),
                ("Meridian Night", true),
            ]);
        App.Snapshot().ShouldBe(before);

        var result = await Server.Switch(plan);
        result["switched"]!.GetValue<bool>().ShouldBeTrue();
        var catalogue = Path.Combine(App.Data, "catalogue", "given-out", "files");
        foreach (
            var path in new[]
            {
                "icons/Meridian/index.theme",
                "icons/Meridian-Night/scalable/places/folder.svg",
                "colour-sets/Meridian-Night.conf",
            }
        )
        {
            var bytes = await File.ReadAllBytesAsync(App.At($"{Data}/{path}"));
            var digest = Convert.ToHexStringLower(
                System.Security.Cryptography.SHA256.HashData(bytes)
            );
            File.Exists(Path.Combine(catalogue, digest)).ShouldBeTrue(path);
        }
        Text(await Supply("meridian-night"), "state").ShouldBe("Here");
        Text(await Supply("meridian"), "state").ShouldBe("Here");
        Directory.GetFileSystemEntries(Path.Combine(App.Data, "incoming")).ShouldBeEmpty();

        await Server.Switch(await Server.Plan("SafeState", result["safeState"]!));
        App.Snapshot().ShouldBe(before);
        // Its files are kept, so that it comes again without a catalogue.
        (
            await Plan(["meridian-night"])
        ).Body["supplies"]!.AsArray().Sum(one => one!["bytes"]!.GetValue<long>()).ShouldBe(0);
    }

    [Theory]
    [InlineData("unknown-sky", "has a file that is not as it says")]
    [InlineData("dust-lane@1.1.0", "is not the one that the catalogue says")]
    public async Task Of_what_is_damaged_or_lies_nothing_is_placed_and_nothing_is_kept(
        string name,
        string reason
    )
    {
        var before = App.Snapshot();
        var result = await Do([name, "meridian"]);
        result["switched"]!.GetValue<bool>().ShouldBeFalse();
        Text(result, "problem").ShouldContain(reason);
        Text(result, "unharmed").ShouldBe("Nothing was changed by the switch.");
        App.Snapshot().ShouldBe(before);
        using var db = Databases().CreateDbContext();
        db.Supplies.Select(one => one.Name).ToList().ShouldBe([$"{Names}meridian@1.0.0"]);
    }

    [Fact]
    public async Task A_conflict_is_explained_and_settled_and_what_breaks_off_is_taken_up_again()
    {
        var (status, answer) = await Plan(["moon-dial"]);
        status.ShouldBe(HttpStatusCode.Conflict);
        Text(answer, "detail").ShouldStartWith("Moon Dial 2.1.0 needs Gauge Engine 3. ");
        // The first way out settles all of it at once.
        string[] gone =
        [
            .. answer["waysOut"]![0]!["remove"]!
                .AsArray()
                .Select(one => one!.GetValue<string>()[Names.Length..]),
        ];
        gone.ShouldContain("sky-gauge");
        gone.ShouldNotContain("next-target", "a newer one of it works with the third engine");
        (status, answer) = await Plan(["moon-dial"], gone);
        status.ShouldBe(HttpStatusCode.OK);
        answer["supplies"]!
            .AsArray()
            .Select(one => $"{one!["verb"]} {Text(one, "title")}")
            .ShouldContain("Update Next Target");
        var result = await Server.Switch(answer);
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        Text(await Supply("moon-dial"), "state").ShouldBe("Here");
        Text(await Supply("gauge-engine"), "version").ShouldBe("3.0.0");
        Directory.Exists(App.At($"{Data}/widgets/Sky-Gauge")).ShouldBeFalse();
    }

    [Fact]
    public async Task A_supply_edited_in_place_is_noticed_down_to_the_file_and_put_back_as_it_came()
    {
        var path = $"{Data}/icons/Fold-Teal/scalable/places/folder.svg";
        var came = await File.ReadAllTextAsync(App.At(path));
        await File.WriteAllTextAsync(App.At(path), "<svg/>");
        await File.WriteAllTextAsync(App.At($"{Data}/icons/Fold-Teal/mine"), "mine");
        var supply = await Supply("fold-teal");
        Text(supply, "state").ShouldBe("Edited");
        supply["edited"]!
            .AsArray()
            .Select(one => one!.GetValue<string>())
            .ShouldBe(["icons/Fold-Teal/mine", "icons/Fold-Teal/scalable/places/folder.svg"]);

        (await Do(["fold-teal@1.3.2"]))["switched"]!.GetValue<bool>().ShouldBeTrue();
        (await File.ReadAllTextAsync(App.At(path))).ShouldBe(came);
        File.Exists(App.At($"{Data}/icons/Fold-Teal/mine")).ShouldBeFalse();
        Text(await Supply("fold-teal"), "state").ShouldBe("Here");
    }

    [Fact]
    public async Task After_an_edit_of_just_what_versions_differ_in_the_one_that_was_saved_is_known()
    {
        // The demo's savings hold it as it came, and somebody edited its folders since, which 1.8.0 drew in another colour.
        var supply = await Supply("inkstone-red");
        Text(supply, "state").ShouldBe("Edited");
        Text(supply, "version").ShouldBe("2.1.0");
        supply["perhaps"]!.AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task A_supply_edited_in_place_is_kept_as_ones_own_and_stays_on_while_the_other_is_as_it_came()
    {
        const string windows = "home/.config/engawa/windows.conf";
        var folder = $"{Data}/icons/Inkstone-Red/scalable/places/folder.svg";
        var edited = await File.ReadAllTextAsync(App.At(folder));
        edited.ShouldContain("#a3301f", customMessage: "the demo edits it");
        var before = App.Snapshot();
        foreach (
            var (title, status, said) in new[]
            {
                ("☾", HttpStatusCode.UnprocessableEntity, "at least one letter"),
                (new string('x', 61), HttpStatusCode.UnprocessableEntity, "at most 60"),
                ("Fold Teal", HttpStatusCode.UnprocessableEntity, "called Fold-Teal already"),
            }
        )
        {
            var (answered, problem) = await KeepAs(title);
            answered.ShouldBe(status, title);
            Text(problem, "detail").ShouldContain(said);
        }
        var (kept, own) = await KeepAs("Ember Signs");
        kept.ShouldBe(HttpStatusCode.OK);
        Text(own, "id").ShouldBe("pkg:generic/own/ember-signs@1.0.0");
        App.Snapshot().ShouldBe(before, "it is kept, and not placed yet");

        var (_, plan) = await Server.Post(
            "/api/desktops/1/plans",
            new JsonObject
            {
                ["kind"] = "Parts",
                ["id"] = 0,
                ["looks"] = new JsonArray(
                    new JsonObject { ["look"] = "now", ["kinds"] = own["kinds"]!.DeepClone() }
                ),
                ["instead"] = own["instead"]!.DeepClone(),
                ["get"] = new JsonArray(own["id"]!.DeepClone(), own["came"]!.DeepClone()),
            }
        );
        Text(plan, "name").ShouldBe("Ember Signs");
        var result = await Server.Switch(plan);
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        (await File.ReadAllTextAsync(App.At(windows))).ShouldContain("set=Ember-Signs");
        (await File.ReadAllTextAsync(App.At(folder))).ShouldNotContain("#a3301f");
        (
            await File.ReadAllTextAsync(
                App.At($"{Data}/icons/Ember-Signs/scalable/places/folder.svg")
            )
        ).ShouldBe(edited);
        foreach (var name in new[] { "inkstone-red", "own/ember-signs" })
            Text(await Supply(name), "state").ShouldBe("Here", name);

        Task<(HttpStatusCode, JsonNode)> KeepAs(string title) =>
            Server.Post(
                "/api/desktops/1/supplies/own",
                new JsonObject { ["supply"] = $"{Names}inkstone-red", ["title"] = title }
            );
    }

    [Fact]
    public void The_demos_index_fits_the_published_schemas()
    {
        var schemas = Path.Combine(AppContext.BaseDirectory, "schemas");
        var options = new BuildOptions { SchemaRegistry = new SchemaRegistry() };
        JsonSchema.FromText(File.ReadAllText(Path.Combine(schemas, "supply.schema.json")), options);
        using var index = JsonDocument.Parse(
            File.ReadAllText(Path.Combine(App.Data, "catalogue", "given-out", "index.json"))
        );
        JsonSchema
            .FromText(File.ReadAllText(Path.Combine(schemas, "catalogue.schema.json")), options)
            .Evaluate(index.RootElement)
            .IsValid.ShouldBeTrue();
    }

    [Fact]
    public async Task An_update_replaces_and_a_removal_takes_away_what_nobody_needs()
    {
        Text((await Supply("fold-slate"))["newer"], "version").ShouldBe("1.4.0");
        await Do(["fold-slate@1.4.0"]);
        var supply = await Supply("fold-slate");
        Text(supply, "version").ShouldBe("1.4.0");
        supply["newer"].ShouldBeNull();
        (
            await File.ReadAllTextAsync(
                App.At($"{Data}/icons/Fold-Slate/scalable/places/user-home.svg")
            )
        ).ShouldContain("#ffd27a");

        await Do([], "fold-slate");
        Directory.Exists(App.At($"{Data}/icons/Fold-Slate")).ShouldBeFalse();
        Text(await Supply("fold-slate"), "state").ShouldBe("ToGet");

        (await Supply("lantern-round"))["usedBy"]!
            .AsArray()
            .Select(one => one!.GetValue<string>())
            .ShouldContain("Open Night");
        var (status, answer) = await Plan([], "dust-lane");
        status.ShouldBe(HttpStatusCode.OK);
        answer["supplies"]![0]!["missedBy"]!
            .AsArray()
            .Select(one => one!.GetValue<string>())
            .ShouldBe(["Wallpaper on now"], "the profiles that use it keep their own copies");

        (status, answer) = await Plan([], "gauge-engine");
        status.ShouldBe(HttpStatusCode.Conflict);
        Text(answer, "detail").ShouldContain("needs Gauge Engine");
        (status, answer) = await Plan([], "plain-bell");
        status.ShouldBe(HttpStatusCode.Conflict, answer.ToJsonString());
    }

    [Fact]
    public async Task What_cannot_be_got_is_refused_with_the_reason()
    {
        (string[] Get, HttpStatusCode Status, string Reason)[] wrong =
        [
            (["nowhere"], HttpStatusCode.Conflict, "is in no catalogue"),
            (["meridian@9.0.0"], HttpStatusCode.Conflict, "There is no Meridian 9.0.0"),
            (["harbour-bell"], HttpStatusCode.Conflict, "was taken back by its maker"),
            (["Meridian"], HttpStatusCode.UnprocessableEntity, "is no package URL"),
            (["meridian", "meridian@1.0.0"], HttpStatusCode.UnprocessableEntity, "once"),
            ([], HttpStatusCode.UnprocessableEntity, "Name 1 to"),
        ];
        foreach (var (get, status, reason) in wrong)
        {
            var (answered, body) = await Plan(get);
            answered.ShouldBe(status, reason);
            Text(body, "detail").ShouldContain(reason);
        }
    }

    [Fact]
    public async Task A_catalogue_is_added_by_its_key_read_again_and_no_more_used_with_what_was_got_staying()
    {
        var source = (await Server.Get("/api/catalogues")).AsArray().ShouldHaveSingleItem()!;
        source["offers"]!.GetValue<int>().ShouldBeGreaterThan(60);
        foreach (
            var (address, key, field) in new[]
            {
                ("ftp://stores.example/", "", "address"),
                ("http://me@stores.example/", "", "address"),
                ("http://stores.example/", "AAAA", "key"),
            }
        )
        {
            var (status, body) = await Server.Post(
                "/api/catalogues",
                new JsonObject { ["address"] = address, ["key"] = key }
            );
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            Text(body, "field").ShouldBe(field);
        }
        await Do(["meridian"]);
        var index = Path.Combine(App.Data, "catalogue", "given-out", "index.json");
        await File.AppendAllTextAsync(index, " ");
        var id = source["id"];
        var (refused, problem) = await Server.Post($"/api/catalogues/{id}/read", new JsonObject());
        refused.ShouldBe(HttpStatusCode.Conflict);
        Text(problem, "detail").ShouldContain("not signed");
        // What it offered before is still known.
        var after = (await Server.Get("/api/catalogues"))[0]!;
        Text(after, "problem").ShouldContain("not signed");
        after["offers"]!.GetValue<int>().ShouldBe(source["offers"]!.GetValue<int>());

        using var deleted = await Server.Client.DeleteAsync(
            new Uri($"/api/catalogues/{id}", UriKind.Relative)
        );
        deleted.StatusCode.ShouldBe(HttpStatusCode.NoContent);
        (await Server.Get("/api/desktops/1/supplies"))
            .AsArray()
            .Select(one => (Text(one, "title"), Text(one, "state")))
            .ShouldBe([("Meridian", "Here")]);
        await Do([], "meridian");
        Text(await Supply("meridian"), "state").ShouldBe("ToGet", "its files are kept");
        await Do(["meridian"]);
        File.Exists(App.At($"{Data}/icons/Meridian/index.theme")).ShouldBeTrue();
    }

    [Fact]
    public async Task Samples_are_given_from_here_or_from_where_they_are_offered_and_nothing_else_is()
    {
        foreach (var name in new[] { "meridian", "inkstone-red", "iris-colours", "aperture-disc" })
        foreach (var sample in (await Supply(name))["samples"]!.AsArray())
        {
            using var answer = await Server.Client.GetAsync(
                new Uri(
                    $"/api/supplies/files/{Text(sample, "content")}/{Text(sample, "name")}",
                    UriKind.Relative
                )
            );
            answer.StatusCode.ShouldBe(HttpStatusCode.OK, $"{name}: {sample}");
            answer.Content.Headers.ContentType!.MediaType.ShouldBe("image/svg+xml");
            answer.Headers.GetValues("Content-Security-Policy").Single().ShouldContain("sandbox");
        }
        var sound = (await Supply("harbour-bell"))["samples"]![0];
        using var heard = await Server.Client.GetAsync(
            new Uri(
                $"/api/supplies/files/{Text(sound, "content")}/{Text(sound, "name")}",
                UriKind.Relative
            )
        );
        heard.Content.Headers.ContentType!.MediaType.ShouldBe("audio/wav");
        using var nothing = await Server.Client.GetAsync(
            new Uri($"/api/supplies/files/{new string('0', 64)}/x.svg", UriKind.Relative)
        );
        nothing.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task No_catalogue_stands_for_another_that_had_its_name_first_until_that_is_not_used_any_more()
    {
        var first = (await Server.Get("/api/catalogues")).AsArray().ShouldHaveSingleItem()!;
        var index = JsonNode.Parse(
            await File.ReadAllTextAsync(
                Path.Combine(App.Data, "catalogue", "given-out", "index.json"),
                TestContext.Current.CancellationToken
            )
        )!;
        var offer = index["supplies"]!
            .AsArray()
            .First(one =>
                one!["supply"]!["id"]!
                    .GetValue<string>()
                    .Contains("/meridian-night@", StringComparison.Ordinal)
            )!;
        var name = offer["supply"]!["id"]!.GetValue<string>();
        offer["supply"]!["id"] = name[..name.IndexOf('@', StringComparison.Ordinal)] + "@99.0.0";
        offer["supply"]!["title"] = "Meridian Night of somebody else";
        index["title"] = "Somebody else";
        index["supplies"] = new JsonArray(offer.DeepClone());
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var bytes = JsonSerializer.SerializeToUtf8Bytes(index);
        var signature = Convert.ToBase64String(key.SignData(bytes, HashAlgorithmName.SHA256));
        using var host = new HttpListener();
        var port = 20_000 + Environment.ProcessId % 20_000;
        host.Prefixes.Add($"http://127.0.0.1:{port}/");
        host.Start();
        _ = Task.Run(async () =>
        {
            while (host.IsListening)
            {
                var asked = await host.GetContextAsync();
                await asked.Response.OutputStream.WriteAsync(
                    asked.Request.Url!.AbsolutePath.EndsWith(".sig", StringComparison.Ordinal)
                        ? Encoding.ASCII.GetBytes(signature)
                        : bytes
                );
                asked.Response.Close();
            }
        });

        var (status, added) = await Server.Post(
            "/api/catalogues",
            new JsonObject
            {
                ["address"] = $"http://127.0.0.1:{port}/",
                ["key"] = Convert.ToBase64String(key.ExportSubjectPublicKeyInfo()),
            }
        );
        status.ShouldBe(HttpStatusCode.OK, added.ToJsonString());
        added["offers"]!.GetValue<int>().ShouldBe(0);
        added["refused"]![0]!
            .GetValue<string>()
            .ShouldStartWith("What it offers as heron-ridge is left out, as ");
        Text(await Supply("meridian-night"), "title").ShouldBe("Meridian Night");

        using var removed = await Server.Client.DeleteAsync(
            new Uri($"/api/catalogues/{first["id"]}", UriKind.Relative)
        );
        Text(await Supply("meridian-night"), "title").ShouldBe("Meridian Night of somebody else");
    }
}
