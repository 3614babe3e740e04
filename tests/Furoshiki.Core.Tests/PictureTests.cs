using System.Xml.Linq;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

public sealed class PictureTests
{
    private static readonly Screen[] Screens =
    [
        new("main", 2560, 1440),
        new("upright", 1080, 1920),
    ];

    private static XElement Draw(TestDesktop desktop)
    {
        var look = desktop.Read().Look;
        var trees = look
            .Components.SelectMany(part => part.Assets)
            .Where(asset => asset.IsFolder)
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
        return XElement.Parse(DesktopPicture.Draw(look, Screens, content)[0].Svg);
    }

    private static IEnumerable<XElement> Of(XElement picture, string attribute, string value) =>
        picture.Descendants().Where(element => element.Attribute(attribute)?.Value == value);

    [Fact]
    public void Every_kind_of_the_desktop_and_every_colour_that_shows_can_be_pointed_at_by_name()
    {
        var picture = Draw(new TestDesktop());
        foreach (
            var kind in new[] { "wallpaper", "colours", "borders", "icons", "cursor", "panels" }
        )
            Of(picture, "data-kind", kind).ShouldNotBeEmpty();
        foreach (var role in ColoursKind.Roles)
            Of(picture, "data-role", role.Name).ShouldNotBeEmpty(role.Name);
        Of(picture, "data-name", "Colours, title bar").ShouldNotBeEmpty();
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
            .Draw(look, Screens, new PictureContent(_ => null, _ => null, (_, _) => ""))
            .Length.ShouldBe(2);
        Cloth.Draw(look).ShouldContain("<svg");
    }
}
