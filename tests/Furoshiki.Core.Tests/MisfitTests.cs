using System.Collections.Immutable;
using CsCheck;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

/// <summary>What was saved for some screens, on others.</summary>
public sealed class MisfitTests
{
    private static readonly SettingKey Length = new("length", "main");
    private static readonly SettingKey Offset = new("offset", "main");
    private static readonly SettingKey Place = new("place", "gauge");

    private static readonly Gen<Screen> AnyScreen = Gen.Select(
        Gen.Int[500, 4000],
        Gen.Int[500, 4000],
        Gen.Int[2, 4].Select(half => half / 2.0),
        (width, height, scale) => new Screen("main", width, height, scale)
    );

    /// <summary>A panel and a widget, and the screens that they were saved for and are put on.</summary>
    private static readonly Gen<(
        int Length,
        int Offset,
        SettingValue.Geometry Place,
        Screen Then,
        Screen Here
    )> Cases = Gen.Select(
        Gen.Int[1, 5000],
        Gen.Int[-3000, 3000],
        Gen.Select(
            Gen.Int[-200, 4000],
            Gen.Int[-200, 4000],
            Gen.Int[20, 900],
            Gen.Int[20, 900],
            (x, y, width, height) => new SettingValue.Geometry(x, y, width, height)
        ),
        AnyScreen,
        AnyScreen
    );

    [Fact]
    public void What_reaches_beyond_a_screen_is_told_and_every_choice_brings_it_within() =>
        Cases.Sample(one =>
        {
            var saved = Saved(one.Length, one.Offset, one.Place);
            var misfits = Misfits(saved, saved, one.Then, one.Here);
            misfits
                .Any(misfit => misfit.Adjusts == $"widgets/{Place}")
                .ShouldBe(
                    one.Place.X < 0
                        || one.Place.Y < 0
                        || one.Place.X + one.Place.Width > one.Here.Width
                        || one.Place.Y + one.Place.Height > one.Here.Height
                );
            if (one.Length > one.Here.Width)
                misfits.ShouldContain(misfit => misfit.Adjusts == $"panels/{Length}");
            foreach (var misfit in misfits.Where(misfit => misfit.To is not null))
            {
                misfit.To!.Width.ShouldBeLessThanOrEqualTo(one.Here.Width + 1);
                foreach (var remedy in misfit.Remedies)
                    Misfits(Put(saved, remedy), saved, one.Then, one.Here)
                        .ShouldNotContain(
                            left => left.Adjusts == misfit.Adjusts,
                            $"{misfit.Words} {remedy.Words}"
                        );
            }
        });

    [Fact]
    public void A_look_fits_the_screens_it_was_saved_for() =>
        Cases.Sample(one =>
        {
            var within = new SettingValue.Geometry(0, 0, 100, 100);
            var saved = Saved(Math.Min(one.Length, one.Here.Width), 0, within);
            Misfits(saved, saved, one.Here, one.Here).ShouldBeEmpty();
        });

    [Fact]
    public void Sizes_for_another_scale_are_told_together_and_look_as_large_when_all_are_chosen()
    {
        var screen = new Screen("main", 2560, 1440);
        var saved = Saved(2560, 0, new SettingValue.Geometry(0, 0, 100, 100));
        var misfit = Misfits(saved, saved, screen, screen with { Scale = 2 })
            .ShouldHaveSingleItem();
        misfit.Title.ShouldBe("Sizes");
        var remedy = misfit.Remedies.ShouldHaveSingleItem();
        remedy.Words.ShouldBe("2 times as large");
        var larger = Put(saved, remedy);
        larger[PanelsKind.Kind]!
            .ItemAlone("main")
            .Get(PanelsKind.Thickness)
            .ShouldBe(2 * saved[PanelsKind.Kind]!.ItemAlone("main").Get(PanelsKind.Thickness));
        Misfits(larger, saved, screen, screen with { Scale = 2 }).ShouldBeEmpty();
    }

    [Fact]
    public void A_picture_of_which_much_is_cut_off_only_here_can_be_shown_whole()
    {
        var desktop = new TestDesktop();
        var saved = Without(desktop.Read().Look, PanelsKind.Kind, WidgetsKind.Kind);
        var wide = new Screen("main", 1920, 1080);
        var upright = new Screen("main", 1080, 1920);
        Fit(wide).ShouldBeEmpty();
        var misfit = Fit(upright).ShouldHaveSingleItem();
        misfit.Words.ShouldContain("68 % of it is cut off");
        misfit.From!.Width.ShouldBeGreaterThan(1080);
        misfit.To!.Width.ShouldBe(1080);
        misfit.Remedies.ShouldHaveSingleItem().Instead.ShouldBe(["wallpaper/fit=fit"]);

        ImmutableArray<Misfit> Fit(Screen here) =>
            new ScreenFit([here], _ => [wide], _ => (1920, 1080)).In(
                PlanOf(Look.Of(saved.Components.Where(part => part.Kind == WallpaperKind.Kind))),
                saved
            );
    }

    [Fact]
    public void A_picture_is_as_large_as_its_file_says()
    {
        var desktop = new TestDesktop();
        var picture = desktop.Files.First(file =>
            file.Key.EndsWith("wallpapers/Milky-Arch.svg", StringComparison.Ordinal)
        );
        PictureSize.Of(picture.Value).ShouldNotBeNull();
        PictureSize.Of("no picture"u8.ToArray()).ShouldBeNull();
    }

    private static ImmutableArray<Misfit> Misfits(
        Look look,
        Look saved,
        Screen then,
        Screen here
    ) => new ScreenFit([here], _ => [then], _ => null).In(PlanOf(look), saved);

    /// <summary>A plan that puts all parts of a look on.</summary>
    private static SwitchPlan PlanOf(Look look)
    {
        var desktop = new TestDesktop();
        var now = desktop.Read();
        var plan = new SwitchPlanner(
            TestDesktop.Map,
            now,
            desktop,
            desktop,
            _ => TestDesktop.Map
        ).Plan(look, []);
        return plan with
        {
            Steps =
            [
                .. look.Components.Select(part => new PartStep(
                    Compare.Difference.Between(
                        Look.Of([
                            part with
                            {
                                Settings = ImmutableSortedDictionary<
                                    SettingKey,
                                    SettingValue
                                >.Empty,
                            },
                        ]),
                        Look.Of([part]),
                        _ => null
                    )[0],
                    Shows.AtOnce,
                    [],
                    []
                )),
            ],
        };
    }

    /// <summary>A look with a panel of a length and a widget at a place, both on the main screen.</summary>
    private static Look Saved(int length, int offset, SettingValue.Geometry place)
    {
        var look = new TestDesktop().Read().Look;
        var panel = look[PanelsKind.Kind]!;
        var widget = look[WidgetsKind.Kind]!;
        return Look.Of([
            panel with
            {
                Settings = panel
                    .Settings.Where(set => set.Key.Item == "main")
                    .ToImmutableSortedDictionary()
                    .SetItem(new SettingKey("order"), new SettingValue.List(["main"]))
                    .SetItem(Length, new SettingValue.Pixels(length))
                    .SetItem(Offset, new SettingValue.Number(offset))
                    .SetItem(new SettingKey("edge", "main"), new SettingValue.Text("top"))
                    .SetItem(new SettingKey("align", "main"), new SettingValue.Text("start")),
            },
            widget with
            {
                Settings = ImmutableSortedDictionary<SettingKey, SettingValue>
                    .Empty.SetItem(new SettingKey("order"), new SettingValue.List(["gauge"]))
                    .SetItem(new SettingKey("screen", "gauge"), new SettingValue.Text("main"))
                    .SetItem(Place, place),
                Assets = [],
            },
        ]);
    }

    private static Look Without(Look look, params Kind[] kinds) =>
        Look.Of(look.Components.Where(part => !kinds.Contains(part.Kind)));

    /// <summary>A look with what a remedy puts on instead.</summary>
    private static Look Put(Look look, Remedy remedy) =>
        Look.Of(
            look.Components.Select(part =>
                part with
                {
                    Settings = part.Settings.SetItems(
                        remedy
                            .Instead.Select(text => text.Split('=', 2))
                            .Select(text => (Path: text[0].Split('/', 2), Value: text[1]))
                            .Where(one => one.Path[0] == part.Kind.Name)
                            .Select(one =>
                            {
                                var key = SettingKey.Parse(one.Path[1]);
                                return KeyValuePair.Create(
                                    key,
                                    part.Kind.GetSetting(key)
                                        .Type.Read(NativeValue.Untyped(one.Value, []))
                                );
                            })
                    ),
                }
            )
        );
}
