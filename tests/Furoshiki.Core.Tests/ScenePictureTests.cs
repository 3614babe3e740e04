using System.Globalization;
using System.Xml.Linq;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

/// <summary>How each kind is drawn, from components that are put together here.</summary>
public sealed class ScenePictureTests
{
    private static readonly byte[] Drawing =
        "<svg xmlns='http://www.w3.org/2000/svg' width='40' height='20'/>"u8.ToArray();

    private static Component Of(string kind, params (string Key, object Value)[] settings) =>
        Component.Of(
            Kind.Get(kind),
            settings.Select(set =>
                KeyValuePair.Create(
                    SettingKey.Parse(set.Key),
                    set.Value switch
                    {
                        string text => new SettingValue.Text(text),
                        bool flag => new SettingValue.Flag(flag),
                        SettingValue value => value,
                        _ => new SettingValue.Number(
                            Convert.ToDouble(set.Value, CultureInfo.InvariantCulture)
                        ),
                    }
                )
            )
        );

    private static IReadOnlyList<XElement> Draw(PictureScene scene, params Component[] parts) =>
        Draw(scene, PictureDetail.Lines, parts);

    private static IReadOnlyList<XElement> Draw(
        PictureScene scene,
        PictureDetail detail,
        params Component[] parts
    )
    {
        var content = new PictureContent(
            _ =>
                Tree.Of([
                    new("face.svg", FileState.OfFile(420, Drawing.Length, Digest.Of(Drawing))),
                ]),
            _ => Drawing,
            (_, name) => $"/{name}"
        );
        return
        [
            .. DesktopPicture
                .Draw(Look.Of(parts), TestDesktop.Screens, content, scene, detail)
                .Screens.Select(one => XElement.Parse(one.Svg)),
        ];
    }

    private static List<XElement> Parts(XElement picture, string kind) =>
        [.. picture.Descendants().Where(element => element.Attribute("data-kind")?.Value == kind)];

    private static double Number(XElement element, string attribute) =>
        double.Parse(element.Attribute(attribute)!.Value, CultureInfo.InvariantCulture);

    private static SettingValue.List List(params string[] items) => new([.. items]);

    private const int Reach = 90;

    private static Component Dock(double zoom, string edge) =>
        Of(
            "dock",
            ("program", "Bench-Dock"),
            ("edge", edge),
            ("icon-size", 40),
            ("zoom", zoom),
            ("reach", Reach),
            ("offset", 8),
            ("entries", List("a", "b", "c", "d", "e"))
        );

    [Theory]
    [InlineData("bottom")]
    [InlineData("top")]
    [InlineData("left")]
    [InlineData("right")]
    public void A_dock_stands_at_its_edge_and_shows_as_outlines_how_entries_grow_and_how_far_that_reaches(
        string edge
    )
    {
        var picture = Draw(PictureScene.Desktop, PictureDetail.Words, Dock(1.5, edge))[0];
        var bar = Parts(picture, "dock")[0].Elements().First();
        var (x, y, width, height) = (
            Number(bar, "x"),
            Number(bar, "y"),
            Number(bar, "width"),
            Number(bar, "height")
        );
        (edge is "left" or "right" ? height > width : width > height).ShouldBeTrue();
        (
            edge switch
            {
                "top" => y,
                "left" => x,
                "right" => 840 - x - width,
                _ => 472 - y - height,
            }
        ).ShouldBe(8, 0.6);
        // Where no set has an icon an empty frame stands, a tenth smaller on each side.
        Parts(picture, "dock")[0]
            .Descendants()
            .Where(one =>
                one.Name.LocalName == "rect" && one.Parent!.Attribute("data-kind")?.Value == "icons"
            )
            .Select(one => Number(one, "width"))
            .Distinct()
            .ShouldBe([40 * 0.8]);
        var grown = Parts(picture, "dock")[0]
            .Elements()
            .Single(one => one.Attribute("stroke") is not null);
        Number(grown, "width").ShouldBe(40 * 1.5 - 1.5, 0.1);
        var reach = Parts(picture, "dock")[0]
            .Elements()
            .Last(one => one.Attribute("data-role")?.Value == "accent");
        Number(reach, edge is "left" or "right" ? "height" : "width").ShouldBe(2 * Reach);
    }

    [Fact]
    public void Without_a_program_there_is_no_dock_and_on_the_second_screen_there_is_none_either()
    {
        Parts(
                Draw(PictureScene.Desktop, Of("dock", ("program", ""), ("entries", List("a"))))[0],
                "dock"
            )
            .ShouldBeEmpty();
        Parts(Draw(PictureScene.Desktop, Dock(1, "bottom"))[1], "dock").ShouldBeEmpty();
    }

    [Fact]
    public void A_widget_lies_on_its_screen_where_it_is_set_in_the_screens_own_proportion()
    {
        var widgets = Of(
            "widgets",
            ("w/which", "Sky"),
            ("w/screen", "upright"),
            ("w/place", new SettingValue.Geometry(108, 192, 540, 960))
        ) with
        {
            Assets = [new Asset("Sky", "which", "data:widgets/Sky", true, Digest.Of("tree"u8))],
        };
        var pictures = Draw(PictureScene.Desktop, widgets);
        Parts(pictures[0], "widgets").ShouldBeEmpty();
        var image = Parts(pictures[1], "widgets")
            .ShouldHaveSingleItem()
            .Elements()
            .ShouldHaveSingleItem();
        var scale = 840.0 / 2560;
        (Number(image, "x"), Number(image, "width")).ShouldBe(
            (Math.Round(108 * scale, 2), Math.Round(540 * scale, 2))
        );
        image.Attribute("href")!.Value.ShouldBe("/face.svg");
    }

    [Theory]
    [InlineData("top left", 10, 10)]
    [InlineData("bottom right", 840, 472)]
    public void A_notification_stands_in_its_corner(string corner, double x, double y)
    {
        var card = Parts(
            Draw(PictureScene.Desktop, Of("notifications", ("corner", corner)))[0],
            "notifications"
        )[0]
            .Elements()
            .First();
        var right = corner.EndsWith("right", StringComparison.Ordinal);
        (right ? Number(card, "x") + Number(card, "width") + 10 : Number(card, "x")).ShouldBe(
            x,
            0.6
        );
        (right ? Number(card, "y") + Number(card, "height") + 10 : Number(card, "y")).ShouldBe(
            y,
            0.6
        );
    }

    [Fact]
    public void The_menu_opens_where_it_is_set_and_only_in_its_scene()
    {
        Component Launcher(string opens) => Of("launcher", ("layout", "list"), ("opens", opens));
        XElement Box(string opens) =>
            Parts(Draw(PictureScene.Menu, Launcher(opens))[0], "launcher")[0].Elements().First();
        Number(Box("at its button"), "x").ShouldBe(4);
        (Number(Box("in the middle"), "x") + Number(Box("in the middle"), "width") / 2).ShouldBe(
            420,
            0.5
        );
        Number(Box("over all"), "width").ShouldBeGreaterThan(700);
        Parts(Draw(PictureScene.Desktop, Launcher("over all"))[0], "launcher").ShouldBeEmpty();
    }

    [Fact]
    public void A_terminal_has_its_ground_its_opacity_and_the_sixteen_colours()
    {
        var colours = Of(
            "colours",
            [
                .. Role.Terminal.Select(
                    (role, i) => (role.Name, (object)new SettingValue.Colour(new((byte)i, 1, 2)))
                ),
            ]
        );
        var picture = Draw(
            PictureScene.Terminal,
            colours,
            Of("terminal", ("ground", new SettingValue.Colour(new(9, 8, 7))), ("opacity", 60))
        )[0];
        var ground = Parts(picture, "terminal")[0].Elements().First();
        ground.Attribute("fill")!.Value.ShouldBe("#090807");
        Number(ground, "opacity").ShouldBe(0.6);
        for (var i = 0; i < 16; i++)
            picture
                .Descendants()
                .Last(one => one.Attribute("data-role")?.Value == Role.Terminal[i].Name)
                .Attribute("fill")!
                .Value.ShouldBe($"#{i:x2}0102");
    }

    [Fact]
    public void A_lock_screen_shows_what_it_is_set_to_and_asks_for_the_password_only_where_it_does()
    {
        var plain = Draw(
            PictureScene.Lock,
            Of(
                "lock",
                ("shows", "colour"),
                ("colour", new SettingValue.Colour(new(1, 2, 3))),
                ("password", false)
            )
        )[0];
        Parts(plain, "lock")[0].Elements().First().Attribute("fill")!.Value.ShouldBe("#010203");
        Parts(plain, "controls").ShouldBeEmpty();
        Parts(plain, "wallpaper").ShouldBeEmpty();

        var wallpaper = Of("wallpaper", ("picture", "sky.svg")) with
        {
            Assets = [new Asset("sky.svg", "picture", "data:w/sky.svg", false, Digest.Of(Drawing))],
        };
        var shown = Draw(
            PictureScene.Lock,
            wallpaper,
            Of("lock", ("shows", "wallpaper"), ("password", true))
        )[0];
        Parts(shown, "wallpaper").ShouldNotBeEmpty();
        Parts(shown, "controls").ShouldNotBeEmpty();
        Parts(Draw(PictureScene.Lock, Of("lock"))[1], "controls")
            .ShouldBeEmpty("the password is asked for on the main screen");
    }

    [Fact]
    public void Another_wallpaper_on_one_screen_is_drawn_there_and_fills_it_in_its_own_proportion()
    {
        var wallpaper = Of(
            "wallpaper",
            ("picture", "day.svg"),
            ("fit", "fill"),
            ("upright/picture", "night.svg")
        ) with
        {
            Assets =
            [
                new Asset("day.svg", "picture", "data:w/day.svg", false, Digest.Of(Drawing)),
                new Asset("night.svg", "picture", "data:w/night.svg", false, Digest.Of(Drawing)),
            ],
        };
        var images = Draw(PictureScene.Desktop, wallpaper)
            .Select(picture =>
                Parts(picture, "wallpaper")[0]
                    .Descendants()
                    .Single(one => one.Name.LocalName == "image")
            )
            .ToList();
        images.Select(image => image.Attribute("href")!.Value).ShouldBe(["/day.svg", "/night.svg"]);
        // The picture is twice as wide as it is high, the second screen 354 × 630.
        (Number(images[1], "height"), Number(images[1], "width"), Number(images[1], "x")).ShouldBe(
            (630, 1260, -453)
        );
    }

    [Fact]
    public void A_sign_in_and_a_start_up_screen_cover_the_desktop()
    {
        foreach (var scene in new[] { PictureScene.SignIn, PictureScene.StartUp })
        {
            var picture = Draw(
                scene,
                Of("wallpaper", ("picture", "sky.svg")),
                Of("sign-in", ("theme", "x")),
                Of("start-up", ("theme", "x"))
            )[0];
            Parts(picture, "wallpaper").ShouldBeEmpty();
            Parts(picture, scene == PictureScene.SignIn ? "sign-in" : "start-up")
                .ShouldNotBeEmpty();
        }
    }

    [Fact]
    public void A_panel_of_a_length_in_px_is_as_long_on_the_screen_and_no_longer_than_it()
    {
        double Width(SettingValue length) =>
            Number(
                Parts(
                    Draw(
                        PictureScene.Desktop,
                        Of(
                            "panels",
                            ("p/screen", "main"),
                            ("p/edge", "top"),
                            ("p/thickness", 20),
                            ("p/length", length)
                        )
                    )[0],
                    "panels"
                )[0]
                    .Elements()
                    .First(),
                "width"
            );
        Width(new SettingValue.Pixels(1280)).ShouldBe(420, 0.5);
        Width(new SettingValue.Pixels(9000)).ShouldBe(840, 0.5);
        Width(new SettingValue.Number(25)).ShouldBe(210, 0.5);
    }
}
