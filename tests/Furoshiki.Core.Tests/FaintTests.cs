using System.Globalization;
using System.Xml.Linq;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

/// <summary>What a look has no say in, and what a drawing has no say in.</summary>
public sealed class FaintTests
{
    private static readonly Screen[] Screens = [new("main", 2560, 1440)];
    private static readonly PictureContent Content = new(_ => null, _ => null, (_, _) => "");
    private static readonly Look Now = new TestDesktop().Read().Look;

    private static XElement Draw(Look look, Look? under, PictureScene scene) =>
        XElement.Parse(
            DesktopPicture
                .Draw(
                    look,
                    Screens,
                    Content,
                    scene,
                    PictureDetail.Lines,
                    under is null ? [] : DesktopPicture.Absent(look, under, scene)
                )
                .Screens[0]
                .Svg
        );

    /// <summary>How opaque an element is, with all that it stands in.</summary>
    private static double OpacityOf(XElement element) =>
        element
            .AncestorsAndSelf()
            .Select(one =>
                double.Parse(one.Attribute("opacity")?.Value ?? "1", CultureInfo.InvariantCulture)
            )
            .Aggregate((all, one) => all * one);

    public static TheoryData<PictureScene> Scenes => [.. Enum.GetValues<PictureScene>()];

    [Theory]
    [MemberData(nameof(Scenes))]
    public void A_picture_is_drawn_from_what_its_layers_declare_and_from_nothing_else(
        PictureScene scene
    )
    {
        var reads = DesktopPicture.Absent(Look.Of([]), Now, scene).Select(part => part.Kind.Name);
        Draw(Now.Only(reads), null, scene).ToString().ShouldBe(Draw(Now, null, scene).ToString());
    }

    [Theory]
    [MemberData(nameof(Scenes))]
    public void A_whole_look_hides_what_is_on_and_no_look_lets_all_of_it_show_faintly(
        PictureScene scene
    )
    {
        var other = new TestDesktop().With(TestDesktop.Windows, "size=24", "size=48").Read().Look;
        Draw(Now, other, scene).ToString().ShouldBe(Draw(Now, null, scene).ToString());
        var faint = Draw(Look.Of([]), Now, scene);
        foreach (
            var leaf in faint
                .Descendants()
                .Where(one =>
                    !one.HasElements
                    && one.AncestorsAndSelf().Any(two => two.Attribute("data-kind") is not null)
                )
        )
            OpacityOf(leaf).ShouldBeLessThanOrEqualTo(0.3);
    }

    [Fact]
    public void What_is_not_of_the_look_is_faint_and_what_has_its_colours_is_not()
    {
        var picture = Draw(Now.Only(["colours"]), Now, PictureScene.Desktop);
        var wallpaper = Parts(picture, WallpaperKind.Kind).Single();
        wallpaper.Elements().ShouldAllBe(one => OpacityOf(one) < 0.5);
        var panel = Parts(picture, PanelsKind.Kind)
            .First()
            .Elements()
            .First(one => one.Attribute("data-role")?.Value == "panel");
        OpacityOf(panel).ShouldBe(1);

        var panels = Draw(Now.Only(["panels"]), Now, PictureScene.Desktop);
        Parts(panels, PanelsKind.Kind)
            .Descendants()
            .Where(one => !one.HasElements)
            .ShouldAllBe(one => OpacityOf(one) > 0.3);
        Parts(panels, BordersKind.Kind)
            .Descendants()
            .Where(one => !one.HasElements)
            .ShouldAllBe(one => OpacityOf(one) < 0.5);
    }

    private static IEnumerable<XElement> Parts(XElement picture, Kind kind) =>
        picture
            .Descendants()
            .Where(one =>
                one.Attribute("data-kind")?.Value == kind.Name && one.Attribute("data-role") is null
            );
}
