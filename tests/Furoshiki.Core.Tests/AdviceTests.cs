using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Supplies;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Core.Tests;

public sealed class AdviceTests
{
    private static readonly Look Now = new TestDesktop().Read().Look;

    /// <summary>The wallpaper of any look is light at the left and dark at the right.</summary>
    private static readonly Raster Wall = new(
        2,
        1,
        new byte[] { 0xF0, 0xF0, 0xE8, 0xFF, 0x10, 0x10, 0x18, 0xFF }
    );

    /// <summary>A family of fonts in two weights, and a set of icons and cursors in two sizes.</summary>
    private static readonly Tree Family = TreeOf("Ridge-400.otf", "Ridge-700.otf");
    private static readonly Tree Two = TreeOf(
        "index.theme",
        "24/folder.png",
        "24/default.png",
        "48/folder.png",
        "48/default.png"
    );

    private static Tree TreeOf(params string[] files) =>
        Tree.Of([
            .. files.Select(file =>
                KeyValuePair.Create(
                    file,
                    FileState.OfFile(420, 1, Digest.Of(Encoding.UTF8.GetBytes(file)))
                )
            ),
        ]);

    private static readonly PictureContent Content = new(
        digest => new[] { Family, Two }.FirstOrDefault(tree => tree.Digest == digest),
        digest =>
            digest == Digest.Of("index.theme"u8)
                ? "[Icon Theme]\nName=Two\nDirectories=24,48\n[24]\nSize=24\nType=Fixed\n[48]\nSize=48\nType=Fixed\n"u8.ToArray()
                : null,
        (_, _) => ""
    )
    {
        Rasters = (_, _) => Wall,
        Faces = (_, name) =>
            name.EndsWith(".otf", StringComparison.Ordinal)
                ? new FontFace(
                    name.Contains("700", StringComparison.Ordinal) ? 700 : 400,
                    false,
                    words => words.Length * 0.5
                )
                : null,
    };

    private static readonly string[] Families = ["Ridge Sans", "Heron Serif", "Ridge Mono"];

    private static Asset AssetOf(string name, Tree tree) =>
        new(name, null, null, IsFolder: true, tree.Digest);

    private static AdviceGround Ground(Look look) => new(look, TestDesktop.Screens, Content);

    private static readonly Gen<Rgba> AnyColour = Gen.Select(
        Gen.Byte,
        Gen.Byte,
        Gen.Byte,
        (r, g, b) => new Rgba(r, g, b)
    );

    /// <summary>A look with any colours, any tones and any edges.</summary>
    private static readonly Gen<Look> AnyLook =
        from colours in AnyColour.Array[Role.All.Length]
        from dark in Gen.Bool.Array[3]
        from opacity in Gen.Int[0, 100].Array[2]
        from at in Gen.Select(Gen.Int[0, 2300], Gen.Int[0, 1200]).Array[3]
        from edges in Gen.OneOf("top", "bottom", "left", "right").Array[3]
        from theme in Gen.OneOf("Lantern", "Ember", "")
        from frame in Gen.Select(Gen.Int[0, 2], Gen.Bool)
        from corner in Gen.Enum<Corner>()
        from family in Gen.OneOf("Ridge", "Gone").Array[2]
        from points in Gen.Int[4, 16].Array[2]
        from weight in Gen.Int[1, 9]
        from size in Gen.Int[16, 64]
        from ground in AnyColour
        let roles = Role.All.Zip(
            colours,
            (role, colour) =>
                KeyValuePair.Create(
                    new SettingKey(role.Name),
                    (SettingValue)new SettingValue.Colour(colour)
                )
        )
        select Now.With(
                Now[ColoursKind.Kind]! with
                {
                    Settings = Now[ColoursKind.Kind]!
                        .Settings.SetItems(roles)
                        .SetItem(new SettingKey("tone"), Tone(dark[0])),
                }
            )
            .With(
                Component.Of(
                    ControlsKind.Kind,
                    [
                        Set("theme", "Lantern"),
                        KeyValuePair.Create(new SettingKey("variant"), Tone(dark[1])),
                        Set("theme", theme, "Shoji"),
                        KeyValuePair.Create(new SettingKey("variant", "Shoji"), Tone(dark[2])),
                    ]
                )
            )
            .With(
                Component.Of(
                    PanelsKind.Kind,
                    [
                        Set("edge", edges[0], "main"),
                        PanelsKind.Opacity.Is(opacity[0], "main"),
                        Set("edge", edges[1], "other"),
                    ]
                )
            )
            .With(
                Component.Of(
                    WidgetsKind.Kind,
                    [
                        .. at.Select(
                            (place, i) =>
                                WidgetsKind.Place.Is(
                                    new SettingValue.Geometry(place.Item1, place.Item2, 240, 200),
                                    $"widget {i}"
                                )
                        ),
                    ]
                )
            )
            .With(
                Component.Of(
                    DockKind.Kind,
                    [
                        Set("edge", edges[2]),
                        Set("program", "Bench-Dock"),
                        DockKind.Entries.Is(["files", "terminal"]),
                        DockKind.Opacity.Is(opacity[1]),
                    ]
                )
            )
            .With(
                Component.Of(
                    BordersKind.Kind,
                    [BordersKind.Thickness.Is(frame.Item1), BordersKind.Shadow.Is(frame.Item2)]
                )
            )
            .With(Component.Of(NotificationsKind.Kind, [NotificationsKind.Corner.Is(corner)]))
            .With(
                Component.Of(
                    FontsKind.Kind,
                    [
                        FontsKind.Interface.Is(family[0]),
                        FontsKind.Document.Is(family[1]),
                        FontsKind.Size.Is(points[0]),
                        FontsKind.DocumentSize.Is(points[1]),
                        FontsKind.Weight.Is(weight * 100),
                    ]
                ) with
                {
                    Assets = [AssetOf("Ridge", Family)],
                }
            )
            .With(
                Component.Of(CursorKind.Kind, [Set("set", "Two"), CursorKind.Size.Is(size)]) with
                {
                    Assets = [AssetOf("Two", Two)],
                }
            )
            .With(
                Component.Of(
                    TerminalKind.Kind,
                    [
                        KeyValuePair.Create(
                            new SettingKey("text"),
                            (SettingValue)new SettingValue.Colour(colours[0])
                        ),
                        KeyValuePair.Create(
                            new SettingKey("ground"),
                            (SettingValue)new SettingValue.Colour(ground)
                        ),
                        TerminalKind.Opacity.Is(opacity[1]),
                    ]
                )
            );

    private static SettingValue Tone(bool isDark) =>
        new SettingValue.Text(isDark ? "dark" : "light");

    private static KeyValuePair<SettingKey, SettingValue> Set(
        string name,
        string value,
        string? item = null
    ) =>
        KeyValuePair.Create(new SettingKey(name, item), (SettingValue)new SettingValue.Text(value));

    private static Look After(Look look, AdviceRemedy remedy) =>
        StepTaker.Take(new FittedLook(look, PartMaps.Of(default)), remedy.Step, default).After.Look;

    [Fact]
    public void Checks_end_with_one_cancellation_when_nobody_waits_for_them_whichever_of_them_hears_of_it()
    {
        using var gone = new CancellationTokenSource();
        var ground = Ground(Now) with
        {
            Gone = gone.Token,
            Content = Content with
            {
                Rasters = (_, _) =>
                {
                    gone.Cancel();
                    gone.Token.ThrowIfCancellationRequested();
                    return null;
                },
            },
        };
        Should.Throw<OperationCanceledException>(() => AdviceCheck.For(ground));
    }

    [Fact]
    public void Text_on_a_panel_is_judged_by_the_wallpaper_that_really_lies_behind_it()
    {
        var look = Now.With(
                Component.Of(
                    ColoursKind.Kind,
                    [Role.Panel.Is(new Rgba(0, 0, 0)), Role.PanelText.Is(new Rgba(255, 255, 255))]
                )
            )
            .With(
                Component.Of(
                    PanelsKind.Kind,
                    [PanelsKind.Edge.Is(Edge.Top, "main"), PanelsKind.Opacity.Is(40, "main")]
                )
            );
        var piece = AdviceCheck.For(Ground(look)).Single(one => one.Key == "through/panels/main");
        // White on four tenths of black over #f0f0e8, and that is half of the panel.
        piece.Found.ShouldBe(
            "3.2 to 1 at the worst of 720 places; 50 % of the panel main falls below 4.5."
        );
        piece.Remedies.Select(remedy => remedy.Title).ShouldContain("Opacity 51 %");

        var narrow = look.With(
            look[PanelsKind.Kind]! with
            {
                Settings = look[PanelsKind.Kind]!.Settings.SetItems([
                    PanelsKind.Length.Is(new EdgeLength(40, IsPixels: false), "main"),
                    PanelsKind.Align.Is(Align.End, "main"),
                ]),
            }
        );
        AdviceCheck.For(Ground(narrow)).ShouldNotContain(one => one.Key == "through/panels/main");
    }

    [Fact]
    public void Widgets_that_lie_over_each_other_or_a_panel_are_told_and_moved_to_the_nearest_free_place()
    {
        var look = Look.Of([
            Component.Of(
                PanelsKind.Kind,
                [PanelsKind.Edge.Is(Edge.Top, "main"), PanelsKind.Thickness.Is(32, "main")]
            ),
            Component.Of(
                WidgetsKind.Kind,
                [
                    WidgetsKind.Place.Is(new SettingValue.Geometry(0, 16, 160, 160), "moon"),
                    WidgetsKind.Place.Is(new SettingValue.Geometry(1600, 480, 160, 160), "tide"),
                ]
            ),
        ]);
        var piece = AdviceCheck.For(Ground(look)).Single();
        piece.Found.ShouldBe("10 % of the widget moon and the panel main are at one place.");
        After(look, piece.Remedies.Single())[WidgetsKind.Kind]!
            .ItemAlone("moon")
            .Get(WidgetsKind.Place)
            .ShouldBe(new SettingValue.Geometry(0, 32, 160, 160));
    }

    [Fact]
    public void A_panel_is_told_from_the_wallpaper_as_long_as_half_of_its_edge_is_seen()
    {
        PieceOfAdvice? Found(Rgba colour, double opacity) =>
            AdviceCheck
                .For(
                    Ground(
                        Look.Of([
                            Now[WallpaperKind.Kind]!,
                            Component.Of(ColoursKind.Kind, [Role.Panel.Is(colour)]),
                            Component.Of(
                                PanelsKind.Kind,
                                [
                                    PanelsKind.Edge.Is(Edge.Top, "main"),
                                    PanelsKind.Opacity.Is(opacity, "main"),
                                ]
                            ),
                        ])
                    )
                )
                .SingleOrDefault(one => one.Key == "edges/panels/main");

        // The wallpaper is #f0f0e8 at the left, and dark at the right.
        Found(new Rgba(0xF0, 0xF0, 0xE8), 100).ShouldBeNull();
        Found(new Rgba(0x80, 0x20, 0x20), 100).ShouldBeNull();
        var none = Found(new Rgba(0x80, 0x20, 0x20), 0)!;
        none.Found.ShouldBe(
            "Along 100 % of its edge its colour is less than 2 from what lies beside it."
        );
        none.Remedies.Select(remedy => remedy.Title)
            .ShouldHaveSingleItem()
            .ShouldStartWith("Opacity ");
    }

    [Theory]
    [InlineData(0, false, "There is neither a frame nor a shadow at the sides of a window.")]
    [InlineData(2, false, null)]
    [InlineData(0, true, null)]
    public void Windows_that_lie_on_each_other_want_a_frame_or_a_shadow(
        double thickness,
        bool hasShadow,
        string? found
    )
    {
        var look = Look.Of([
            Component.Of(
                ColoursKind.Kind,
                [
                    Role.Title.Is(new Rgba(0x20, 0x20, 0x60)),
                    Role.View.Is(new Rgba(0xF0, 0xF0, 0xF0)),
                ]
            ),
            Component.Of(
                BordersKind.Kind,
                [BordersKind.Thickness.Is(thickness), BordersKind.Shadow.Is(hasShadow)]
            ),
        ]);
        var piece = AdviceCheck
            .For(Ground(look))
            .SingleOrDefault(one => one.Key == "edges/borders");
        piece?.Found.ShouldBe(found);
        (piece is null).ShouldBe(found is null);
        piece
            ?.Remedies.Select(remedy => remedy.Title)
            .ShouldBe(["Shadow under windows", "Frame of 1 px"]);
    }

    [Fact]
    public void A_frame_in_the_colour_of_what_it_lies_on_is_none()
    {
        var grey = new Rgba(0xC0, 0xC0, 0xC0);
        var look = Look.Of([
            Component.Of(ColoursKind.Kind, [Role.Title.Is(grey), Role.View.Is(grey)]),
            Component.Of(BordersKind.Kind, [BordersKind.Thickness.Is(4)]),
        ]);
        var piece = AdviceCheck.For(Ground(look)).Single(one => one.Key == "edges/borders");
        piece.Found.ShouldBe(
            "The frame is 0.0 from the views that it lies on, and there is no shadow."
        );
        piece.Remedies.Select(remedy => remedy.Title).ShouldBe(["Shadow under windows"]);
    }

    [Fact]
    public void A_widget_over_the_dock_is_moved_beside_it()
    {
        var look = Look.Of([
            Component.Of(
                DockKind.Kind,
                [
                    Set("program", "Bench-Dock"),
                    DockKind.Edge.Is(Edge.Bottom),
                    DockKind.IconSize.Is(100),
                    DockKind.Entries.Is(["files", "terminal"]),
                ]
            ),
            Component.Of(
                WidgetsKind.Kind,
                // The bar is 284 px long, in the middle of 2560, and 156 high.
                [WidgetsKind.Place.Is(new SettingValue.Geometry(1200, 1200, 160, 160), "moon")]
            ),
        ]);
        var piece = AdviceCheck.For(Ground(look)).Single(one => one.Key == "apart/widgets/moon");
        piece.Found.ShouldBe("48 % of the widget moon and the dock are at one place.");
        var moved = After(look, piece.Remedies.Single())[WidgetsKind.Kind]!
            .ItemAlone("moon")
            .Get(WidgetsKind.Place)!;
        (
            moved.Y + moved.Height <= 1440 - 156 || moved.X + moved.Width <= 1138 || moved.X >= 1422
        ).ShouldBeTrue(moved.ToString());
    }

    [Fact]
    public void What_hides_is_not_judged_by_its_edge_and_covers_nothing()
    {
        var look = Look.Of([
            Now[WallpaperKind.Kind]!,
            Component.Of(ColoursKind.Kind, [Role.Panel.Is(new Rgba(0xF0, 0xF0, 0xE8))]),
            Component.Of(
                PanelsKind.Kind,
                [
                    PanelsKind.Edge.Is(Edge.Top, "main"),
                    PanelsKind.Hides.Is(true, "main"),
                    PanelsKind.Opacity.Is(0, "main"),
                ]
            ),
            Component.Of(
                WidgetsKind.Kind,
                [WidgetsKind.Place.Is(new SettingValue.Geometry(0, 0, 160, 160), "moon")]
            ),
        ]);
        AdviceCheck
            .For(Ground(look))
            .Where(one => one.Key.Split('/')[0] is "edges" or "apart")
            .ShouldBeEmpty();
    }

    [Fact]
    public void Notifications_that_cover_a_widget_are_sent_to_a_corner_where_nothing_stands()
    {
        var look = Look.Of([
            Component.Of(NotificationsKind.Kind, [NotificationsKind.Corner.Is(Corner.TopLeft)]),
            Component.Of(
                WidgetsKind.Kind,
                [
                    WidgetsKind.Place.Is(new SettingValue.Geometry(0, 0, 160, 160), "moon"),
                    WidgetsKind.Place.Is(new SettingValue.Geometry(2400, 0, 160, 160), "tide"),
                ]
            ),
        ]);
        var piece = AdviceCheck.For(Ground(look)).Single();
        piece.Found.ShouldStartWith("One covers ");
        piece
            .Remedies.Select(remedy => remedy.Title)
            .ShouldBe(["Notifications at the bottom left", "Notifications at the bottom right"]);
    }

    [Fact]
    public void Type_is_as_large_as_the_screen_wants_in_fonts_and_weights_that_are_there()
    {
        var fonts = Component.Of(
            FontsKind.Kind,
            [
                FontsKind.Interface.Is("Ridge"),
                FontsKind.Size.Is(9),
                FontsKind.Weight.Is(500),
                FontsKind.Document.Is("Gone"),
            ]
        ) with
        {
            Assets = [AssetOf("Ridge", Family)],
        };
        var ground = Ground(Look.Of([fonts]));
        // Seven tenths of 9 pt at 96 px to the inch.
        AdviceCheck
            .For(ground)
            .ToDictionary(piece => piece.Key, piece => (piece.Found, piece.Remedies.Single().Title))
            .ShouldBe(
                new Dictionary<string, (string, string)>
                {
                    ["type/fonts/size"] = (
                        "A capital letter at 9 pt is 8.4 px high on the main screen, whose scale is 1.",
                        "Size 9.5 pt"
                    ),
                    ["type/fonts/weight"] = (
                        "Ridge has 400, 700, and 500 is wanted.",
                        "Weight 400"
                    ),
                    ["type/fonts/document"] = (
                        "There is no file of Gone here, so another font stands in.",
                        "Ridge"
                    ),
                },
                ignoreOrder: true
            );
        AdviceCheck
            .For(ground with { Screens = [new("wall", 3840, 2160, Scale: 2)] })
            .ShouldNotContain(piece => piece.Key == "type/fonts/size");
    }

    [Fact]
    public void A_cursor_is_sent_to_the_sizes_that_its_set_was_drawn_in()
    {
        PieceOfAdvice? Found(double size) =>
            AdviceCheck
                .For(
                    Ground(
                        Look.Of([
                            Component.Of(
                                CursorKind.Kind,
                                [Set("set", "Two"), CursorKind.Size.Is(size)]
                            ) with
                            {
                                Assets = [AssetOf("Two", Two)],
                            },
                        ])
                    )
                )
                .SingleOrDefault();

        Found(24).ShouldBeNull();
        Found(48).ShouldBeNull();
        Found(32)!.Found.ShouldBe("32 px are wanted, and the set has 24, 48 px.");
        Found(32)!.Remedies.Select(one => one.Title).ShouldBe(["Size 24 px", "Size 48 px"]);
    }

    [Fact]
    public void A_screen_in_one_colour_gives_the_light_of_that_colour() =>
        AnyColour.Sample(
            colour =>
            {
                var look = Now.With(
                        Component.Of(
                            ColoursKind.Kind,
                            Role.All.Select(role =>
                                KeyValuePair.Create(
                                    new SettingKey(role.Name),
                                    (SettingValue)new SettingValue.Colour(colour)
                                )
                            )
                        )
                    )
                    .With(Component.Of(WallpaperKind.Kind, [WallpaperKind.Background.Is(colour)]))
                    .With(Component.Of(WidgetsKind.Kind, []))
                    .With(Component.Of(BordersKind.Kind, [BordersKind.Shadow.Is(false)]));
                var light = ScreenLight.Of(Ground(look), index: 0)!;
                light.Mean.ShouldBe(Contrast.Luminance(colour), 0.01);
                if (light.Mean > 0.02)
                    light.Blue.ShouldBe(
                        Rgba.Linear(colour.B)
                            / (
                                Rgba.Linear(colour.R)
                                + Rgba.Linear(colour.G)
                                + Rgba.Linear(colour.B)
                            ),
                        0.02
                    );
            },
            iter: 20
        );

    [Fact]
    public void A_night_look_is_set_beside_the_persons_other_night_looks()
    {
        // Without links, which a darker view would make unreadable.
        var look = Now.With(
            Now[ColoursKind.Kind]! with
            {
                Settings = Now[ColoursKind.Kind]!
                    .Settings.SetItem(new SettingKey("tone"), Tone(true))
                    .Remove(new SettingKey("link")),
            }
        );
        PieceOfAdvice Found(params double[] nights) =>
            AdviceCheck
                .For(Ground(look) with { Nights = nights })
                .Single(one => one.Key.StartsWith("light/", StringComparison.Ordinal));

        var mean = ScreenLight.Of(Ground(look), index: 0)!.Mean;
        Found().Weight.ShouldBe(AdviceWeight.Told);
        Found(mean).Weight.ShouldBe(AdviceWeight.Told);
        var lighter = Found(mean / 8, mean * 0.6, mean);
        lighter.Weight.ShouldBe(AdviceWeight.Light);
        lighter.Wanted.ShouldStartWith("Your 3 other night looks give ");
        lighter.Remedies.ShouldNotBeEmpty();
        foreach (var remedy in lighter.Remedies)
            ScreenLight
                .Of(Ground(After(look, remedy)), index: 0)!
                .Mean.ShouldBeLessThanOrEqualTo(mean * 0.6 * 1.5);
    }

    [Fact]
    public void What_a_look_costs_is_what_its_supplies_and_all_that_they_need_declare()
    {
        OfferedAsset Offer(string name, double memory, double processor, params string[] needs)
        {
            var says = TestSupplies.Says(
                $"pkg:generic/stores/{name}@1.0.0",
                ($"widgets/{name}", Encoding.UTF8.GetBytes(name))
            );
            says["title"] = name;
            says["cost"] = new JsonObject { ["memory"] = memory, ["processor"] = processor };
            says["needs"] = new JsonArray([
                .. needs.Select(need =>
                    (JsonNode)
                        new JsonObject
                        {
                            ["supply"] = $"pkg:generic/stores/{need}",
                            ["versions"] = "^1.0.0",
                        }
                ),
            ]);
            var supply = SupplyText.Read(says);
            return new OfferedAsset(supply, supply.Provides[0], null);
        }
        var look = Look.Of([
            Component.Of(WidgetsKind.Kind, [WidgetsKind.Which.Is("face", "moon")]),
        ]);
        var (engine, face, other) = (
            Offer("engine", 20, 1.5),
            Offer("face", 9, 0.4, "engine"),
            Offer("other", 100, 9)
        );
        var piece = AdviceCheck
            .For(
                Ground(look) with
                {
                    // An engine is in no setting that a look could name.
                    Offered = [face, other],
                    Supplies = [engine.Supply, face.Supply, other.Supply],
                    Map = TestDesktop.Map,
                }
            )
            .Single(one => one.Key == "costs/look");
        piece.Found.ShouldBe(
            "While it is on, 29 MiB of memory and 1.9 % of a processor: face for the widgets 9 MiB and 0.4 %, engine for the widgets 20 MiB and 1.5 %. Widgets: seen when programs start again."
        );
        piece.Weight.ShouldBe(AdviceWeight.Told);
    }

    [Fact]
    public void Every_remedy_settles_its_own_advice_and_brings_no_other_that_weighs_as_much() =>
        AnyLook.Sample(
            look =>
            {
                var before = AdviceCheck.For(Ground(look));
                foreach (var piece in before)
                foreach (var remedy in piece.Remedies)
                    AdviceCheck
                        .All.SelectMany(check => check.Find(Ground(After(look, remedy))))
                        .ShouldAllBe(
                            other =>
                                other.Key != piece.Key
                                && (
                                    other.Weight > piece.Weight
                                    || other.Weight == AdviceWeight.Told
                                    || before.Any(one =>
                                        one.Key == other.Key && one.Weight <= other.Weight
                                    )
                                ),
                            $"{piece.Title}: {remedy.Title}"
                        );
            },
            iter: 15 * Effort.Times
        );

    [Fact]
    public void Each_of_the_wallpapers_that_lie_there_in_turn_is_judged()
    {
        var dark = new Raster(1, 1, new byte[] { 0x10, 0x10, 0x18, 0xFF });
        var pictures = new[] { "Dusk.png", "Noon.png" };
        var look = Look.Of([
            Component.Of(WallpaperKind.Kind, [WallpaperKind.Pictures.Is([.. pictures])]) with
            {
                Assets =
                [
                    .. pictures.Select(name => new Asset(
                        name,
                        WallpaperKind.Pictures.Name,
                        null,
                        IsFolder: false,
                        Digest.Of(Encoding.UTF8.GetBytes(name))
                    )),
                ],
            },
            Component.Of(
                ColoursKind.Kind,
                [Role.Panel.Is(new Rgba(0, 0, 0)), Role.PanelText.Is(new Rgba(255, 255, 255))]
            ),
            Component.Of(
                PanelsKind.Kind,
                [PanelsKind.Edge.Is(Edge.Top, "main"), PanelsKind.Opacity.Is(40, "main")]
            ),
        ]);
        var ground = Ground(look) with
        {
            Content = Content with { Rasters = (_, name) => name == "Dusk.png" ? dark : Wall },
        };
        var piece = AdviceCheck.For(ground).Single(one => one.Key == "through/panels/main");
        piece.Found.ShouldStartWith("With Noon.png: 3.2 to 1 at the worst of 720 places");
        piece.Remedies.Select(remedy => remedy.Title).ShouldContain("Opacity 51 %");
    }

    [Fact]
    public void A_theme_that_does_not_reach_a_toolkit_settles_nothing_there()
    {
        var says = TestSupplies.Says(
            "pkg:generic/stores/inkstone@1.0.0",
            ("controls/Inkstone", "theme"u8.ToArray())
        );
        var look = Look.Of([
            Component.Of(
                ControlsKind.Kind,
                [ControlsKind.Theme.Is("Inkstone"), ControlsKind.Theme.Is("Plain", "Shoji")]
            ),
        ]);
        Of("Kumiko", "Shoji").Remedies.ShouldHaveSingleItem().Title.ShouldBe("Inkstone for Shoji");
        Of("Kumiko").Remedies.ShouldBeEmpty();
        look = After(
            look,
            AdviceRemedy.Set("", ControlsKind.Kind, ControlsKind.Theme.Is("Inkstone", "Shoji"))
        );
        Of("Kumiko").Found.ShouldBe("Inkstone is set for Shoji too, and reaches Kumiko alone.");

        PieceOfAdvice Of(params string[] reaches)
        {
            says["reaches"] = new JsonArray([.. reaches.Select(one => (JsonNode)one)]);
            return AdviceCheck
                .For(Ground(look) with { Supplies = [SupplyText.Read(says)] })
                .Single(one => one.Key == "toolkit/Shoji");
        }
    }

    [Fact]
    public void Taking_the_first_remedy_of_what_is_left_settles_all_that_has_one() =>
        AnyLook.Sample(
            look =>
            {
                for (var i = 0; i < 40; i++)
                {
                    var next = AdviceCheck
                        .For(Ground(look))
                        .FirstOrDefault(piece => piece.Remedies.Any());
                    if (next is null)
                        return;
                    look = After(look, next.Remedies.First());
                }
                AdviceCheck.For(Ground(look)).ShouldNotContain(piece => piece.Remedies.Any());
            },
            iter: 8 * Effort.Times
        );

    [Fact]
    public void Each_piece_of_advice_says_what_was_found_what_is_wanted_and_why_under_a_key_of_its_own() =>
        AnyLook.Sample(
            look =>
            {
                var all = AdviceCheck.For(Ground(look));
                all.Select(piece => piece.Key).ShouldBeUnique();
                foreach (
                    var text in all.SelectMany(piece =>
                        new[] { piece.Found, piece.Wanted, piece.Why }
                    )
                )
                    text.ShouldEndWith(".");
                foreach (var piece in all)
                {
                    piece.Line.Length.ShouldBeLessThanOrEqualTo(80, piece.Line);
                    piece.Line.ShouldNotEndWith(".");
                    char.IsLower(piece.Line[0]).ShouldBeFalse(piece.Line);
                }
                all.Select(piece => piece.Weight).ShouldBeInOrder();
            },
            iter: 40 * Effort.Times
        );

    [Fact]
    public void Each_piece_of_advice_for_either_of_two_looks_is_added_settled_or_left() =>
        Gen.Select(AnyLook, AnyLook)
            .Sample(
                (one, other) =>
                {
                    var (before, after) = (
                        AdviceCheck.For(Ground(one)),
                        AdviceCheck.For(Ground(other))
                    );
                    var all = AdviceChanges.Between(before, after).ToList();
                    all.Where(its => its.Change != AdviceChange.Settled)
                        .Select(its => its.Piece)
                        .ShouldBe(after, ignoreOrder: true);
                    Keys(AdviceChange.Settled)
                        .ShouldBe(KeysOf(before).Except(KeysOf(after)), ignoreOrder: true);
                    Keys(AdviceChange.Left)
                        .ShouldBe(KeysOf(before).Intersect(KeysOf(after)), ignoreOrder: true);

                    IEnumerable<string> Keys(AdviceChange change) =>
                        all.Where(its => its.Change == change).Select(its => its.Piece.Key);
                    IEnumerable<string> KeysOf(IEnumerable<PieceOfAdvice> pieces) =>
                        pieces.Select(piece => piece.Key);
                },
                iter: 10 * Effort.Times
            );

    [Fact]
    public void Contrast_is_what_an_independent_library_says()
    {
        var pairs = Gen.Select(AnyColour, AnyColour).Array[300].Single();
        var answers = Independent.Independent.Answer(
            "contrast",
            pairs.Select(pair => new JsonArray(pair.Item1.ToString(), pair.Item2.ToString()))
        );
        foreach (var ((colour, ground), answer) in pairs.Zip(answers))
            Contrast.Between(colour, ground).ShouldBe(answer!.GetValue<double>(), 0.01);
        // WCAG 2.2, the definition of contrast ratio: from 1 to 21.
        Contrast.Between(new Rgba(0, 0, 0), new Rgba(255, 255, 255)).ShouldBe(21, 1e-9);
        Contrast.Between(new Rgba(9, 9, 9), new Rgba(9, 9, 9)).ShouldBe(1, 1e-9);
    }

    [Fact]
    public void Colours_are_seen_in_every_sight_as_an_independent_library_says()
    {
        var questions = Gen.Select(
                AnyColour,
                Gen.OneOf(Sight.Protan, Sight.Deutan, Sight.Tritan),
                Gen.Int[0, 10]
            )
            .Array[300]
            .Single();
        var answers = Independent.Independent.Answer(
            "sight",
            questions.Select(one => new JsonArray(
                one.Item1.ToString(),
                one.Item2.ToString(),
                one.Item3 / 10.0
            ))
        );
        foreach (var ((colour, sight, tenths), answer) in questions.Zip(answers))
        {
            var seen = SightSimulation.Seen(colour, sight, tenths / 10.0);
            Rgba.TryParse(answer!.GetValue<string>(), out var its).ShouldBeTrue();
            new[] { seen.R - its.R, seen.G - its.G, seen.B - its.B }.ShouldAllBe(off =>
                Math.Abs(off) <= 1
            );
        }
        // Grey is grey to everybody: each row of a published matrix comes to one.
        foreach (var sight in Enum.GetValues<Sight>())
            for (var strength = 0.0; strength <= 1; strength += 0.05)
                SightSimulation
                    .MatrixOf(sight, strength)
                    .Chunk(3)
                    .ShouldAllBe(row => Math.Abs(row.Sum() - 1) < 2e-5);
    }

    [Fact]
    public void The_nearest_readable_colour_reaches_the_contrast_and_keeps_its_hue() =>
        Gen.Select(AnyColour, AnyColour)
            .Sample(
                (colour, ground) =>
                {
                    var near = Contrast.Nearest(colour, Contrast.OfText, ground)!.Value;
                    Contrast.Between(near, ground).ShouldBeGreaterThanOrEqualTo(Contrast.OfText);
                    var (own, its) = (Oklch.From(colour), Oklch.From(near));
                    if (its.C > 0.06)
                        Math.Abs((its.H - own.H + 540) % 360 - 180).ShouldBeLessThan(18);
                }
            );

    [Fact]
    public void A_look_that_reads_well_and_goes_together_is_left_in_peace()
    {
        var look = new[] { FontsKind.Kind, TerminalKind.Kind }.Aggregate(
            Now,
            (look, kind) =>
                look.With(
                    look[kind]! with
                    {
                        Assets = [.. Families.Select(name => AssetOf(name, Family))],
                    }
                )
        );
        foreach (var _ in Enumerable.Range(0, 20))
            if (AdviceCheck.For(Ground(look)) is [var piece, ..])
                look = After(look, piece.Remedies.First());
        AdviceCheck.For(Ground(look)).ShouldBeEmpty();
    }
}
