using CsCheck;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

public sealed class PlacingTests
{
    private static Component Widgets(bool hasGrid, SettingValue.Geometry place) =>
        Component.Of(
            WidgetsKind.Kind,
            [
                KeyValuePair.Create(
                    new SettingKey("grid"),
                    (SettingValue)new SettingValue.Flag(hasGrid)
                ),
                KeyValuePair.Create(new SettingKey("place", "dial"), (SettingValue)place),
            ]
        );

    private static Component After(Component part, FittingEdit edit) =>
        StepTaker
            .Take(
                new FittedLook(Look.Of([part]), PartMaps.Of(default)),
                new FittingStep([edit]),
                default
            )
            .After.Look[part.Kind]!;

    [Fact]
    public void A_widget_that_is_moved_by_some_px_goes_on_from_where_it_is()
    {
        var part = Widgets(hasGrid: false, new SettingValue.Geometry(40, 60, 100, 50));
        var by = new PlaceWanted("dial", 0, X: -16, Y: 1, IsBy: true);
        var edit = Placing.Of(WidgetsKind.Kind, part, by, TestDesktop.Screens, out _);
        After(part, edit!)
            .ItemAlone("dial")
            .Get(WidgetsKind.Place)
            .ShouldBe(new SettingValue.Geometry(24, 61, 100, 50));
    }

    [Fact]
    public void A_widget_that_is_moved_anywhere_keeps_its_size_stands_on_the_grid_and_whole_on_the_screen() =>
        Gen.Select(
                Gen.Bool,
                Gen.Int[1, 900],
                Gen.Int[1, 900],
                Gen.Int[0, 1],
                Gen.Double[-4000, 4000],
                Gen.Double[-4000, 4000]
            )
            .Sample(
                (hasGrid, width, height, screen, x, y) =>
                {
                    var part = Widgets(hasGrid, new SettingValue.Geometry(3, 5, width, height));
                    var edit = Placing.Of(
                        WidgetsKind.Kind,
                        part,
                        new PlaceWanted("dial", screen, null, x, y),
                        TestDesktop.Screens,
                        out var whyNot
                    );
                    whyNot.ShouldBeEmpty();
                    var dial = After(part, edit!).ItemAlone("dial");
                    var place = dial.Get(WidgetsKind.Place)!;
                    (place.Width, place.Height).ShouldBe((width, height));
                    place.X.ShouldBeInRange(0, TestDesktop.Screens[screen].Width - width);
                    place.Y.ShouldBeInRange(0, TestDesktop.Screens[screen].Height - height);
                    if (hasGrid)
                        (place.X % WidgetsKind.GridStep, place.Y % WidgetsKind.GridStep).ShouldBe(
                            (0, 0)
                        );
                    dial.Get(WidgetsKind.Screen).ShouldBe(screen == 0 ? "main" : "upright");
                }
            );

    [Fact]
    public void A_panel_goes_to_any_edge_of_any_screen_and_the_dock_to_those_of_the_main_one()
    {
        var now = new TestDesktop().Read().Look;
        foreach (var edge in Enum.GetValues<Edge>())
        foreach (var screen in new[] { 0, 1 })
        {
            var panels = now[PanelsKind.Kind]!;
            var panel = After(
                    panels,
                    Placing.Of(
                        panels.Kind,
                        panels,
                        new PlaceWanted("main", screen, edge),
                        TestDesktop.Screens,
                        out _
                    )!
                )
                .ItemAlone("main");
            panel.Get(PanelsKind.Edge).ShouldBe(edge);
            panel.Get(PanelsKind.Screen).ShouldBe(screen == 0 ? "main" : "upright");
            var dock = Placing.Of(
                DockKind.Kind,
                now[DockKind.Kind],
                new PlaceWanted(null, screen, edge),
                TestDesktop.Screens,
                out var whyNot
            );
            if (screen == 0)
                After(now[DockKind.Kind]!, dock!).Get(DockKind.Edge).ShouldBe(edge);
            else
                whyNot.ShouldBe("The dock stands on the main screen.");
        }
    }

    [Fact]
    public void What_is_not_there_or_has_no_place_is_not_moved()
    {
        var panels = new TestDesktop().Read().Look[PanelsKind.Kind]!;
        string Why(Kind kind, Component? part, PlaceWanted place)
        {
            Placing.Of(kind, part, place, TestDesktop.Screens, out var whyNot).ShouldBeNull();
            return whyNot;
        }
        Why(PanelsKind.Kind, panels, new PlaceWanted("attic", 0, Edge.Top))
            .ShouldBe("There is nothing to move.");
        Why(PanelsKind.Kind, null, new PlaceWanted(null, 0, Edge.Top))
            .ShouldBe("There is nothing to move.");
        Why(PanelsKind.Kind, panels, new PlaceWanted("main", 7, Edge.Top))
            .ShouldBe("There is no such screen.");
        Why(PanelsKind.Kind, panels, new PlaceWanted("main", 0))
            .ShouldBe("Panels cannot be moved so.");
    }
}
