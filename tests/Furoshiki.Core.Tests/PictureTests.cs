using System.Xml.Linq;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

public sealed class PictureTests
{
    private static XElement Draw(TestDesktop desktop, PictureScene scene = PictureScene.Desktop)
    {
        var look = desktop.Read().Look;
        var trees = look
            .Components.SelectMany(part => part.Assets)
            .Where(asset => asset.IsFolder)
            .DistinctBy(asset => asset.Content)
            .ToDictionary(
                asset => asset.Content!.Value,
                asset => desktop.FindTree(TestDesktop.Map.FindPath(asset.Path!)!.FromRoot)!
            );
        var content = new PictureContent(
            trees.GetValueOrDefault,
            digest =>
                desktop.Files.Values.FirstOrDefault(bytes => Content.Digest.Of(bytes) == digest),
            (digest, name) => $"/{name}"
        );
        return XElement.Parse(
            DesktopPicture.Draw(look, TestDesktop.Screens, content, scene).Screens[0].Svg
        );
    }

    private static IEnumerable<XElement> Of(XElement picture, string attribute, string value) =>
        picture.Descendants().Where(element => element.Attribute(attribute)?.Value == value);

    [Fact]
    public void Every_kind_of_the_desktop_and_every_colour_that_shows_can_be_pointed_at_by_name()
    {
        var desktop = new TestDesktop()
            .With(
                "home/.config/bench-dock/dock.json",
                "\"program\": \"\"",
                "\"program\": \"Bench-Dock\""
            )
            .With(
                "home/.config/engawa/widgets.xml",
                "</widgets>",
                "<widget id='g' which='Sky-Gauge' screen='main' place='200x200+10+10'/></widgets>"
            );
        var scenes = Enum.GetValues<PictureScene>().Select(scene => Draw(desktop, scene)).ToList();
        string[] unseen = ["fonts", "sounds", "extensions", "shortcuts", "behaviour"];
        foreach (var kind in Kind.All.Where(kind => !unseen.Contains(kind.Name)))
            scenes
                .SelectMany(scene => Of(scene, "data-kind", kind.Name))
                .ShouldNotBeEmpty(kind.Name);
        foreach (var role in Role.All)
            scenes
                .SelectMany(scene => Of(scene, "data-role", role.Name))
                .ShouldNotBeEmpty(role.Name);
        Of(scenes[0], "data-name", "Colours, title bar").ShouldNotBeEmpty();
    }

    [Fact]
    public void Changing_a_colour_changes_exactly_the_elements_of_its_role()
    {
        var before = Draw(new TestDesktop());
        var after = Draw(
            new TestDesktop().With(TestDesktop.Surface, "\nlink=#2a6488", "\nlink=#123456")
        );
        Of(after, "data-role", "link")
            .ShouldAllBe(element => element.Attribute("fill")!.Value == "#123456");
        foreach (var element in Of(after, "data-role", "link"))
            element.SetAttributeValue("fill", "#2a6488");
        XNode.DeepEquals(before, after).ShouldBeTrue();
    }

    [Theory]
    [InlineData("\"edge\": \"bottom\"", "\"edge\": \"top\"", 0, 0)]
    [InlineData("\"edge\": \"bottom\"", "\"edge\": \"left\"", 0, 0)]
    [InlineData("\"thickness\": 30", "\"thickness\": 40", 0, 432.5)]
    [InlineData("\"length\": 100", "\"length\": 50", 0, 442.5)]
    public void A_panel_stands_at_its_edge_with_its_thickness_in_the_units_of_the_drawing(
        string from,
        string to,
        double x,
        double y
    )
    {
        var panel = Of(
                Draw(new TestDesktop().With(TestDesktop.Panels, from, to)),
                "data-role",
                "panel"
            )
            .Single();
        ((double)panel.Attribute("x")!).ShouldBe(x, 0.6);
        ((double)panel.Attribute("y")!).ShouldBe(y, 0.6);
    }

    [Fact]
    public void An_icon_comes_from_the_set_and_else_from_the_one_it_inherits_from()
    {
        var addresses = Draw(new TestDesktop())
            .Descendants()
            .Select(element => element.Attribute("href")?.Value)
            .OfType<string>()
            .ToHashSet();
        addresses.ShouldContain("/folder.svg");
        addresses.ShouldContain("/text-x-generic.svg");
        addresses.ShouldContain("/Morning-Paper.svg");
    }

    [Fact]
    public void A_picture_has_neither_scripts_nor_styles_and_keeps_odd_texts_from_becoming_elements()
    {
        var desktop = new TestDesktop().With(
            TestDesktop.Surface,
            "picture=Morning-Paper.svg",
            "picture=\"><script>.svg"
        );
        desktop.Files["home/.local/share/wallpapers/\"><script>.svg"] = "no picture"u8.ToArray();
        var picture = Draw(desktop);
        picture
            .Descendants()
            .ShouldAllBe(element =>
                element.Name.LocalName != "script" && element.Attribute("style") == null
            );
        Of(picture, "href", "/\"><script>.svg").ShouldNotBeEmpty();
    }

    [Fact]
    public void Equal_looks_have_equal_cloth_and_other_looks_have_other_cloth()
    {
        var look = new TestDesktop().Read().Look;
        Cloth.Draw(look).ShouldBe(Cloth.Draw(Look.Parse(look.Bytes.Span)));
        var others = Enumerable
            .Range(13, 40)
            .Select(size =>
                new TestDesktop().With(TestDesktop.Windows, "size=24", $"size={size}").Read().Look
            );
        others.Select(Cloth.Draw).ShouldBeUnique();
    }

    [Fact]
    public void A_look_of_one_part_can_be_drawn()
    {
        var look = new TestDesktop().Read().Look.Only(["fonts"]);
        DesktopPicture
            .Draw(look, TestDesktop.Screens, new PictureContent(_ => null, _ => null, (_, _) => ""))
            .Screens.Length.ShouldBe(2);
        Cloth.Draw(look).ShouldContain("<svg");
    }

    private static double Number(XElement element, string attribute) =>
        double.Parse(
            element.Attribute(attribute)!.Value,
            System.Globalization.CultureInfo.InvariantCulture
        );

    [Fact]
    public void Every_screen_keeps_its_shape()
    {
        var drawings = DesktopPicture.Draw(
            new TestDesktop().Read().Look,
            TestDesktop.Screens,
            new PictureContent(_ => null, _ => null, (_, _) => "")
        );
        foreach (var (screen, svg) in drawings.Screens)
        {
            var box = XElement
                .Parse(svg)
                .Attribute("viewBox")!
                .Value.Split(' ')
                .Select(double.Parse)
                .ToArray();
            (box[2] / box[3]).ShouldBe((double)screen.Width / screen.Height, 0.01);
        }
    }

    [Fact]
    public void A_panel_is_drawn_on_its_own_screen_only()
    {
        var desktop = new TestDesktop().With(
            TestDesktop.Panels,
            "\"screen\": \"main\"",
            "\"screen\": \"upright\""
        );
        Of(Draw(desktop), "data-role", "panel").ShouldBeEmpty();
    }

    [Fact]
    public void Opacity_and_hiding_of_a_panel_can_be_seen()
    {
        var clear = Of(
                Draw(
                    new TestDesktop().With(
                        TestDesktop.Panels,
                        "\"opacity\": 100",
                        "\"opacity\": 35"
                    )
                ),
                "data-role",
                "panel"
            )
            .Single();
        Number(clear, "opacity").ShouldBe(0.35);
        var hidden = Of(
                Draw(
                    new TestDesktop().With(
                        TestDesktop.Panels,
                        "\"hides\": false",
                        "\"hides\": true"
                    )
                ),
                "data-role",
                "panel"
            )
            .Single();
        Number(hidden, "height").ShouldBe(3);
    }

    [Theory]
    [InlineData("cover", 840)]
    [InlineData("contain", 840)]
    [InlineData("middle", 1920 * 840.0 / 2560)]
    public void The_wallpaper_is_fitted_as_it_is_set(string spelt, double width)
    {
        var image = Draw(new TestDesktop().With(TestDesktop.Surface, "fit=cover", $"fit={spelt}"))
            .Descendants()
            .First(element => element.Name.LocalName == "image");
        Number(image, "width").ShouldBe(width, 1);
    }

    [Fact]
    public void A_tiled_wallpaper_covers_the_whole_screen()
    {
        var images = Of(
                Draw(new TestDesktop().With(TestDesktop.Surface, "fit=cover", "fit=repeat")),
                "href",
                "/Morning-Paper.svg"
            )
            .ToList();
        images
            .Max(image => Number(image, "x") + Number(image, "width"))
            .ShouldBeGreaterThanOrEqualTo(840);
        images
            .Max(image => Number(image, "y") + Number(image, "height"))
            .ShouldBeGreaterThanOrEqualTo(472);
    }

    [Fact]
    public void Title_buttons_stand_on_their_side_as_many_as_are_set()
    {
        static List<double> Buttons(TestDesktop desktop) =>
            [
                .. Draw(desktop)
                    .Descendants()
                    .Where(element =>
                        element.Attribute("opacity")?.Value is "1"
                        && element.Attribute("data-role")?.Value is "accent" or "title-text"
                    )
                    .Select(element => Number(element, "x")),
            ];
        var right = Buttons(new TestDesktop());
        var left = Buttons(
            new TestDesktop()
                .With(TestDesktop.Windows, "buttons-side=right", "buttons-side=left")
                .With(TestDesktop.Windows, "buttons=minimise;maximise;close;", "buttons=close;")
        );
        right.Count.ShouldBe(3);
        left.Count.ShouldBe(1);
        left[0].ShouldBeLessThan(right.Min());
    }

    [Fact]
    public void Larger_type_makes_thicker_text()
    {
        static double Thickness(TestDesktop desktop) =>
            Number(Of(Draw(desktop), "data-role", "text").First(), "height");
        var plain = Thickness(new TestDesktop());
        Thickness(new TestDesktop().With(TestDesktop.Windows, "size=10", "size=15"))
            .ShouldBe(1.5 * plain, 0.02);
    }

    [Fact]
    public void Icons_on_the_desktop_go_when_they_are_not_shown()
    {
        static int Homes(TestDesktop desktop) =>
            Of(Draw(desktop), "href", "/user-home.svg").Count();
        Homes(new TestDesktop()).ShouldBe(1);
        Homes(new TestDesktop().With(TestDesktop.Windows, "desktop=true", "desktop=false"))
            .ShouldBe(0);
    }

    [Theory]
    [InlineData(20, "/small.svg")]
    [InlineData(64, "/large.svg")]
    public void An_icon_comes_from_the_directory_whose_size_is_nearest(int size, string expected)
    {
        const string set = "home/.local/share/icons/Sized";
        var desktop = new TestDesktop().With(
            TestDesktop.Windows,
            "set=Fold-Slate\nsize=32",
            $"set=Sized\nsize={size}"
        );
        desktop.Files[$"{set}/index.theme"] =
            "[Icon Theme]\nDirectories=s,l\n[s]\nSize=22\nType=Fixed\n[l]\nSize=48\nType=Threshold\n"u8.ToArray();
        desktop.Files[$"{set}/s/folder.svg"] = "<svg>small</svg>"u8.ToArray();
        desktop.Files[$"{set}/l/folder.svg"] = "<svg>large</svg>"u8.ToArray();
        var look = desktop.Read().Look;
        var content = new PictureContent(
            _ => desktop.FindTree(set),
            digest =>
                desktop.Files.Values.FirstOrDefault(bytes => Content.Digest.Of(bytes) == digest),
            (digest, _) =>
                digest == Content.Digest.Of("<svg>small</svg>"u8) ? "/small.svg"
                : digest == Content.Digest.Of("<svg>large</svg>"u8) ? "/large.svg"
                : "/other"
        );
        var windowIcon = XElement
            .Parse(DesktopPicture.Draw(look, TestDesktop.Screens, content).Screens[0].Svg)
            .Descendants()
            .First(element => element.Attribute("width")?.Value == $"{size}");
        windowIcon.Attribute("href")!.Value.ShouldBe(expected);
    }

    [Theory]
    [InlineData("controls.json", """{"radius":4}""")]
    [InlineData(
        "frame.json",
        """{"title-height":20,"button-size":8,"button":"disc","underline":true}"""
    )]
    public void A_theme_that_is_drawn_in_a_look_has_its_colours_and_no_others(
        string file,
        string text
    )
    {
        var bytes = System.Text.Encoding.UTF8.GetBytes(text);
        var accent = new Colour.Rgba(0x12, 0xAB, 0x34);
        var look = Look.Of([Component.Of(ColoursKind.Kind, [Role.Accent.Is(accent)])]);
        var plain = SampleDrawing.Draw(file, bytes)!;
        var drawn = SampleDrawing.Draw(file, bytes, look)!;
        drawn.ShouldContain("#12ab34", Case.Insensitive);
        plain.ShouldNotContain("#12ab34", Case.Insensitive);
        plain.ShouldContain("#2a3f8c", Case.Insensitive);
        drawn.ShouldNotContain("#2a3f8c", Case.Insensitive);
        // One without colours is drawn as in no look.
        SampleDrawing.Draw(file, bytes, Look.Of([])).ShouldBe(plain);
    }
}
