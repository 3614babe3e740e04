using System.Net;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using SkiaSharp;

namespace Furoshiki.Web.Tests;

/// <summary>A look with each thing that it could take, moves through the whole of it, and pictures of a person's own.</summary>
public sealed class TrialTests : OwnAppTests
{
    private async Task<JsonNode> Begin(string look) =>
        (await Server.Post("/api/desktops/1/fittings", new JsonObject { ["look"] = look })).Body;

    private async Task<JsonArray> Trials(JsonNode fitting, string of) =>
        (await Server.Get($"/api/fittings/{fitting["id"]}/{of}")).AsArray();

    private async Task<JsonNode> Keep(JsonNode fitting, JsonNode trial)
    {
        var (status, after) = await Server.Post(
            $"/api/fittings/{fitting["id"]}/steps",
            trial["step"]!.DeepClone().AsObject()
        );
        status.ShouldBe(HttpStatusCode.OK, after.ToJsonString());
        return after;
    }

    private static JsonNode Named(JsonArray trials, string title) =>
        trials.Single(one => one!["title"]!.GetValue<string>() == title)!;

    private static string Words(JsonNode fitting, string kind) =>
        fitting["parts"]!.AsArray().Single(part => part!["kind"]!.GetValue<string>() == kind)![
            "words"
        ]!.GetValue<string>();

    private async Task<(HttpStatusCode Status, JsonNode Body)> Give(
        JsonNode fitting,
        string name,
        byte[] bytes,
        string kind = "wallpaper",
        string item = ""
    )
    {
        using var form = new MultipartFormDataContent
        {
            { new ByteArrayContent(bytes), "file", name },
            { new StringContent(kind), "kind" },
            { new StringContent(item), "item" },
        };
        using var answer = await Server.Client.PostAsync(
            new Uri($"/api/fittings/{fitting["id"]}/pictures", UriKind.Relative),
            form
        );
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    /// <summary>A picture that is white at the left and black at the right.</summary>
    private static byte[] Picture(int width, int height, SKEncodedImageFormat format)
    {
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.Black);
        using var white = new SKPaint { Color = SKColors.White };
        canvas.DrawRect(0, 0, width / 2f, height, white);
        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    [Fact]
    public async Task A_contact_sheet_draws_the_look_with_every_set_and_the_one_that_is_kept_is_on_as_it_was_drawn()
    {
        var fitting = await Begin("Open Night");
        var sheet = await Trials(fitting, "parts/icons/trials?setting=set");
        var choices = await Trials(fitting, "parts/icons/choices/set");
        sheet
            .Select(one => one!["title"]!.GetValue<string>())
            .ShouldBe(choices.Take(24).Select(one => one!["title"]!.GetValue<string>()));
        sheet.ShouldAllBe(one => one!["picture"] != null);
        sheet
            .Select(one => one!["picture"]!["svg"]!.GetValue<string>())
            .ShouldBeUnique("each looks otherwise");
        sheet.Count(one => one!["isOn"]!.GetValue<bool>()).ShouldBe(1);

        var toGet = sheet.First(one => one!["step"]!["edits"]![0]!["get"] is JsonArray)!;
        var after = await Keep(fitting, toGet);
        Words(after, "icons").ShouldContain(toGet["title"]!.GetValue<string>());
        var drawn = await Server.Get(
            $"/api/looks/{after["look"]!.GetValue<string>()}/picture?desktop=1"
        );
        drawn["screens"]![0]!["svg"]!
            .GetValue<string>()
            .ShouldBe(toGet["picture"]!["svg"]!.GetValue<string>());
    }

    [Fact]
    public async Task A_wallpaper_that_is_kept_from_a_sheet_is_on_every_screen_that_had_another()
    {
        var fitting = await Begin("Open Night");
        var sheet = await Trials(fitting, "parts/wallpaper/trials?setting=picture");
        var after = await Keep(fitting, Named(sheet, "Dust Lane"));
        after["parts"]!.AsArray().Single(part => part!["kind"]!.GetValue<string>() == "wallpaper")![
            "settings"
        ]!
            .AsArray()
            .Where(one =>
                one!["name"]!.GetValue<string>() == "picture" && one["isSet"]!.GetValue<bool>()
            )
            .Select(one => one!["value"]!.GetValue<string>())
            .ShouldAllBe(value => value == "Dust-Lane.svg");
    }

    [Fact]
    public async Task A_wallpaper_that_is_still_to_be_got_is_fitted_saved_and_put_on_and_its_picture_outlasts_hundreds_of_others()
    {
        var fitting = await Begin("Open Night");
        var sheet = await Trials(fitting, "parts/wallpaper/trials?setting=picture");
        var after = await Keep(fitting, Named(sheet, "Night-Shining Clouds"));
        Words(after, "wallpaper").ShouldContain("Night Shining Clouds");

        // Every step of another fitting is a look that is remembered.
        var other = await Begin("Day Log");
        for (var i = 0; i < 270; i++)
            await Server.Post(
                $"/api/fittings/{other["id"]}/steps",
                new JsonObject
                {
                    ["edits"] = new JsonArray(
                        new JsonObject
                        {
                            ["kind"] = "cursor",
                            ["set"] = new JsonArray(
                                new JsonObject { ["key"] = "size", ["value"] = $"{16 + (i & 1)}" }
                            ),
                        },
                        new JsonObject
                        {
                            ["kind"] = "colours",
                            ["set"] = new JsonArray(
                                new JsonObject { ["key"] = "accent", ["value"] = $"#{i:x6}" }
                            ),
                        }
                    ),
                    ["continues"] = true,
                }
            );
        (await Server.Get($"/api/looks/{after["look"]!.GetValue<string>()}/picture?desktop=1"))[
            "screens"
        ]!
            .AsArray()
            .ShouldNotBeEmpty();
        var save = Api.SaveAs("Clouds to come", "wallpaper", "colours");
        save["fitting"] = fitting["id"]!.DeepClone();
        (await Server.Post("/api/profiles", save)).Status.ShouldBe(HttpStatusCode.Created);
        var plan = await Server.Plan("Fitting", fitting["id"]!);
        var target = plan["target"]!.DeepClone();
        target["get"] = plan["refused"]![0]!["remedies"]![0]!["get"]!.DeepClone();
        var result = await Server.Switch((await Server.Post("/api/desktops/1/plans", target)).Body);
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        File.Exists(App.At("home/.local/share/wallpapers/Night-Shining-Clouds.svg")).ShouldBeTrue();
    }

    [Fact]
    public async Task Looks_are_tried_whole_without_their_furniture_or_with_nothing_but_that()
    {
        var fitting = await Begin("Open Night");
        var before = Words(fitting, "panels");
        var colours = await Keep(
            fitting,
            Named(await Trials(fitting, "trials?look=Day%20Log&share=WithoutFurniture"), "Day Log")
        );
        Words(colours, "panels").ShouldBe(before);
        Words(colours, "colours").ShouldStartWith("Slate Log");

        var other = await Begin("Open Night");
        var furniture = await Keep(
            other,
            Named(await Trials(other, "trials?look=Day%20Log&share=FurnitureOnly"), "Day Log")
        );
        Words(furniture, "panels").ShouldNotBe(before);
        Words(furniture, "colours").ShouldStartWith("Lantern");
        furniture["steps"]!.AsArray().Count.ShouldBe(1);

        foreach (
            var (asked, status) in new[]
            {
                ("look=no%20such%20look", HttpStatusCode.NotFound),
                ("look=1&look=2&look=3&look=4&look=5", HttpStatusCode.UnprocessableEntity),
            }
        )
        {
            using var answer = await Server.Client.GetAsync(
                new Uri($"/api/fittings/{other["id"]}/trials?{asked}", UriKind.Relative),
                TestContext.Current.CancellationToken
            );
            answer.StatusCode.ShouldBe(status, asked);
        }
    }

    [Fact]
    public async Task A_companion_is_one_step_in_the_other_tone_that_says_what_has_no_partner()
    {
        var fitting = await Begin("Open Night");
        var companion = Named(await Trials(fitting, "moves"), "Its light companion");
        companion["without"]!
            .AsArray()
            .Select(one => one!.GetValue<string>())
            .ShouldContain("Wallpaper: Milky Arch has no light partner.");
        var after = await Keep(fitting, companion);
        Words(after, "colours").ShouldBe("Lantern Dawn, light");
        Words(after, "controls").ShouldNotContain("dark");
        after["steps"]!.AsArray().Count.ShouldBe(1);
        // What the set says is painted, so that the name and the roles never say two things.
        after["parts"]!.AsArray().Single(part => part!["kind"]!.GetValue<string>() == "colours")![
            "settings"
        ]!.AsArray().Single(one =>
            one!["key"]!.GetValue<string>() == "accent"
        )!["value"]!.GetValue<string>().ShouldBe("#cf5c45");
    }

    [Fact]
    public async Task A_picture_of_ones_own_is_put_on_one_screen_switched_to_and_stands_in_a_folder()
    {
        var fitting = await Begin("Open Night");
        var bytes = Picture(640, 400, SKEncodedImageFormat.Jpeg);
        var (status, after) = await Give(fitting, "Harbour at dusk.JPG", bytes, item: "main");
        status.ShouldBe(HttpStatusCode.OK, after.ToJsonString());
        after["undo"]!
            .GetValue<string>()
            .ShouldBe("Wallpaper, main: Harbour at dusk, a picture of your own");
        // Given once more it is kept no second time.
        await Give(fitting, "Harbour.jpg", bytes, kind: "lock");
        var advice = (
            await Server.Get(
                $"/api/looks/{(await Server.Get($"/api/fittings/{fitting["id"]}"))["look"]}/advice?desktop=1"
            )
        ).AsArray();
        advice.ShouldContain(one => one!["key"]!.GetValue<string>() == "through/panels/main");

        var result = await Server.Switch(await Server.Plan("Fitting", fitting["id"]!));
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        File.ReadAllBytes(App.At("home/.local/share/wallpapers/Harbour-at-dusk.jpg"))
            .ShouldBe(bytes);
        var settings = File.ReadAllText(App.At(Surface));
        settings.ShouldContain("[Wallpaper on main]\npicture=Harbour-at-dusk.jpg");
        settings.ShouldContain("shows=picture");
    }

    [Fact]
    public async Task A_picture_of_ones_own_becomes_the_icon_of_one_entry_cut_square_and_travels_with_the_look()
    {
        var fitting = await Begin("Open Night");
        var (status, after) = await Give(
            fitting,
            "Owl.png",
            Picture(900, 600, SKEncodedImageFormat.Png),
            kind: "icons",
            item: "utilities-terminal"
        );
        status.ShouldBe(HttpStatusCode.OK, after.ToJsonString());
        foreach (var scene in new[] { "Desktop", "Menu" })
            XElement
                .Parse(
                    (
                        await Server.Get(
                            $"/api/looks/{after["look"]}/picture?desktop=1&scene={scene}"
                        )
                    )["screens"]![0]!["svg"]!.GetValue<string>()
                )
                .Descendants()
                .Where(one => one.Attribute("data-entry") is not null)
                .ToLookup(
                    one => one.Attribute("data-entry")!.Value == "utilities-terminal",
                    one => one.ToString().Contains("/Owl.png", StringComparison.Ordinal)
                )
                .ShouldSatisfyAllConditions(
                    entries => entries[true].ShouldNotBeEmpty(scene),
                    entries => entries[true].ShouldAllBe(isOwn => isOwn),
                    entries => entries[false].ShouldAllBe(isOwn => !isOwn)
                );

        var result = await Server.Switch(await Server.Plan("Fitting", fitting["id"]!));
        result["switched"]!.GetValue<bool>().ShouldBeTrue(result.ToJsonString());
        using var kept = SKBitmap.Decode(App.At("home/.local/share/entry-pictures/Owl.png"));
        (kept.Width, kept.Height).ShouldBe((256, 256));
        // White up to the middle, as in the picture's own middle.
        (kept.GetPixel(100, 128), kept.GetPixel(160, 128)).ShouldBe(
            (SKColors.White, SKColors.Black)
        );
        File.ReadAllText(App.At("home/.config/engawa/windows.conf"))
            .ShouldContain("[Icon of utilities-terminal]\npicture=Owl.png\n");
        (
            await Give(fitting, "Owl.png", Picture(9, 9, SKEncodedImageFormat.Png), kind: "icons")
        ).Body["detail"]!
            .GetValue<string>()
            .ShouldContain("which entry");
    }

    [Fact]
    public async Task A_picture_that_is_too_large_for_any_screen_is_kept_smaller()
    {
        var fitting = await Begin("now");
        var (_, after) = await Give(
            fitting,
            "Wide.png",
            Picture(8000, 1000, SKEncodedImageFormat.Png)
        );
        var choice = Named(await Trials(fitting, "parts/wallpaper/choices/picture"), "Wide");
        var content = choice["samples"]![0]!["content"]!.GetValue<string>();
        using var kept = SKBitmap.Decode(
            await Server.Client.GetByteArrayAsync(
                new Uri($"/api/supplies/files/{content}/Wide.png", UriKind.Relative),
                TestContext.Current.CancellationToken
            )
        );
        (kept.Width, kept.Height).ShouldBe((5120, 640));
        Words(after, "wallpaper").ShouldStartWith("Wide");
    }

    [Fact]
    public async Task A_colour_is_told_of_any_place_in_a_picture_that_has_one_there()
    {
        var fitting = await Begin("now");
        await Give(fitting, "Halves.png", Picture(200, 100, SKEncodedImageFormat.Png));
        var content = Named(await Trials(fitting, "parts/wallpaper/choices/picture"), "Halves")[
            "samples"
        ]![0]!["content"]!.GetValue<string>();
        async Task<string> At(string x) =>
            (await Server.Get($"/api/colours/{content}/Halves.png?x={x}&y=0.5"))[
                "colour"
            ]!.GetValue<string>();
        (await At("0.2")).ShouldBe("#ffffff");
        (await At("0.8")).ShouldBe("#000000");
        foreach (var place in new[] { "x=1.5&y=0", "x=NaN&y=0", "x=-1&y=0" })
        {
            using var answer = await Server.Client.GetAsync(
                new Uri($"/api/colours/{content}/Halves.png?{place}", UriKind.Relative),
                TestContext.Current.CancellationToken
            );
            answer.StatusCode.ShouldBe(HttpStatusCode.NotFound, place);
        }
    }

    /// <summary>A picture with where it was taken in its data, as cameras write it.</summary>
    private static byte[] Placed(byte[] picture, SKEncodedImageFormat format)
    {
        byte[] place = [.. "Exif\0\0"u8, .. "GPS 47.1 N 11.3 E"u8];
        return format switch
        {
            SKEncodedImageFormat.Jpeg =>
            [
                .. picture[..2],
                0xFF,
                0xE1,
                0,
                (byte)(place.Length + 2),
                .. place,
                .. picture[2..],
            ],
            SKEncodedImageFormat.Png =>
            [
                .. picture[..33],
                .. Chunk("eXIf"u8.ToArray(), place),
                .. picture[33..],
            ],
            _ => [.. picture, .. "EXIF"u8, (byte)place.Length, 0, 0, 0, .. place, 0],
        };

        static byte[] Chunk(byte[] name, byte[] data)
        {
            var crc = 0xFFFFFFFF;
            foreach (var one in name.Concat(data))
            {
                crc ^= one;
                for (var bit = 0; bit < 8; bit++)
                    crc = (crc & 1) == 1 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
            }
            crc = ~crc;
            return
            [
                0,
                0,
                0,
                (byte)data.Length,
                .. name,
                .. data,
                (byte)(crc >> 24),
                (byte)(crc >> 16),
                (byte)(crc >> 8),
                (byte)crc,
            ];
        }
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg, ".jpg")]
    [InlineData(SKEncodedImageFormat.Png, ".png")]
    [InlineData(SKEncodedImageFormat.Webp, ".webp")]
    public async Task Where_a_picture_was_taken_is_not_kept_and_what_shows_stays_byte_for_byte(
        SKEncodedImageFormat format,
        string extension
    )
    {
        var fitting = await Begin("now");
        var picture = Picture(200, 100, format);
        var (status, body) = await Give(fitting, $"Ridge{extension}", Placed(picture, format));
        status.ShouldBe(HttpStatusCode.OK, body.ToJsonString());
        var content = Named(await Trials(fitting, "parts/wallpaper/choices/picture"), "Ridge")[
            "samples"
        ]![0]!["content"]!.GetValue<string>();
        (
            await Server.Client.GetByteArrayAsync(
                new Uri($"/api/supplies/files/{content}/Ridge{extension}", UriKind.Relative),
                TestContext.Current.CancellationToken
            )
        ).ShouldBe(picture);
    }

    [Fact]
    public async Task A_drawing_of_a_few_lines_that_come_to_millions_is_refused_and_the_next_one_is_read()
    {
        var fitting = await Begin("now");
        static string Groups(int levels) =>
            "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><rect id='a0' width='1' height='1'/>"
            + string.Concat(
                Enumerable
                    .Range(1, levels)
                    .Select(i =>
                        $"<g id='a{i}'>{string.Concat(Enumerable.Repeat($"<use href='#a{i - 1}'/>", 10))}</g>"
                    )
            )
            + "</svg>";
        var (status, body) = await Give(fitting, "Lattice.svg", Encoding.UTF8.GetBytes(Groups(11)));
        status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        body["detail"]!
            .GetValue<string>()
            .ShouldBe("Lattice.svg comes to more than 250,000 shapes when it is drawn.");
        (await Give(fitting, "Lattice.svg", Encoding.UTF8.GetBytes(Groups(3)))).Status.ShouldBe(
            HttpStatusCode.OK
        );
    }

    [Fact]
    public async Task A_wallpaper_of_more_points_than_are_held_at_once_is_read_stripe_by_stripe()
    {
        var bytes = Picture(6000, 5000, SKEncodedImageFormat.Png);
        await File.WriteAllBytesAsync(
            App.At("home/.local/share/wallpapers/Vast.png"),
            bytes,
            TestContext.Current.CancellationToken
        );
        var settings = File.ReadAllText(App.At(Surface));
        File.WriteAllText(
            App.At(Surface),
            Regex.Replace(settings, "(?m)^picture=.*$", "picture=Vast.png")
        );
        await Server.Now();
        async Task<string> At(string x) =>
            (
                await Server.Get(
                    $"/api/colours/{Convert.ToHexStringLower(SHA256.HashData(bytes))}/Vast.png?x={x}&y=0.5"
                )
            )["colour"]!.GetValue<string>();
        (await At("0.2")).ShouldBe("#ffffff");
        (await At("0.8")).ShouldBe("#000000");
    }

    [Fact]
    public async Task What_is_no_picture_is_refused_and_nothing_is_kept()
    {
        var fitting = await Begin("now");
        var whole = Picture(200, 100, SKEncodedImageFormat.Jpeg);
        foreach (
            var (name, bytes) in new (string, byte[])[]
            {
                ("no.png", "no picture"u8.ToArray()),
                ("none.jpg", []),
                ("cut.jpg", whole[..(whole.Length / 2)]),
                ("broken.svg", "<svg"u8.ToArray()),
                (
                    "moves.gif",
                    Convert.FromBase64String(
                        "R0lGODlhAQABAIAAAP8AAAAA/yH5BAAKAAAALAAAAAABAAEAAAICRAEAIfkEAAoAAAAsAAAAAAEAAQAAAgJMAQA7"
                    )
                ),
            }
        )
        {
            var (status, body) = await Give(fitting, name, bytes);
            status.ShouldBe(HttpStatusCode.UnprocessableEntity, name);
            body["detail"]!.GetValue<string>().ShouldStartWith(name);
        }
        var (nowhere, why) = await Give(fitting, "ok.jpg", whole, kind: "sign-in");
        nowhere.ShouldBe(HttpStatusCode.Conflict);
        why["detail"]!.GetValue<string>().ShouldContain("from no folder of your own");
        (await Give(fitting, "ok.jpg", whole, item: "attic")).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await Server.Get($"/api/fittings/{fitting["id"]}"))["steps"]!.AsArray().ShouldBeEmpty();
        (await Trials(fitting, "parts/wallpaper/choices/picture"))
            .Select(one => one!["title"]!.GetValue<string>())
            .ShouldNotContain("ok");
    }

    [Fact]
    public async Task A_night_look_is_set_beside_the_others_of_the_shelf_and_a_day_look_beside_none()
    {
        var cards = (await Server.Get("/api/profiles?desktop=1")).AsArray();
        var nights = cards.Count(card => card!["isDark"]?.GetValue<bool>() == true);
        nights.ShouldBeGreaterThan(2);
        foreach (var card in cards)
        {
            var advice = (
                await Server.Get(
                    $"/api/looks/{card!["look"]}/advice?desktop=1&profile={card["id"]}"
                )
            ).AsArray();
            var light = advice.SingleOrDefault(one =>
                one!["key"]!.GetValue<string>().StartsWith("light/", StringComparison.Ordinal)
            );
            if (card["isDark"]?.GetValue<bool>() != true)
                light.ShouldBeNull();
            else
                light!["wanted"]!
                    .GetValue<string>()
                    .ShouldStartWith($"Your {nights - 1} other night looks give ");
            // What is only good to know comes after all that is advised.
            advice.Select(one => one!["weight"]!.GetValue<string>() == "Told").ShouldBeInOrder();
        }
    }

    [Fact]
    public async Task A_look_that_was_made_lighter_than_the_other_night_looks_is_made_dark_by_the_remedy_that_is_shown()
    {
        var fitting = await Begin("saving-18");
        var (_, lighter) = await Server.Post(
            $"/api/fittings/{fitting["id"]}/steps",
            new JsonObject
            {
                ["edits"] = new JsonArray(
                    new JsonObject
                    {
                        ["kind"] = "colours",
                        ["set"] = new JsonArray(
                            new JsonObject { ["key"] = "view", ["value"] = "#b09090" }
                        ),
                    }
                ),
            }
        );
        var advice = (
            await Server.Get($"/api/looks/{lighter["look"]}/advice?desktop=1&profile=8")
        ).AsArray();
        var light = advice.Single(one => one!["key"]!.GetValue<string>() == "light/night")!;
        var remedy = light["remedies"]!.AsArray()[0]!.GetValue<string>();
        var (status, settled) = await Server.Post(
            $"/api/fittings/{fitting["id"]}/remedies",
            new JsonObject { ["key"] = "light/night", ["remedy"] = remedy }
        );
        status.ShouldBe(HttpStatusCode.OK, settled.ToJsonString());
        (await Server.Get($"/api/looks/{settled["look"]}/advice?desktop=1&profile=8"))
            .AsArray()
            .ShouldContain(one => one!["key"]!.GetValue<string>() == "light/figure");
    }
}
