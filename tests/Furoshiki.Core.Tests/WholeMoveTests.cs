using System.Text;
using CsCheck;
using Furoshiki.Core.Advice;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Tests;

public sealed class WholeMoveTests
{
    private static readonly Look Now = new TestDesktop().Read().Look;

    private static OfferedAsset Offer(
        string family,
        string kind,
        string name,
        Tone? tone = null,
        string? accent = null,
        bool isToGet = false
    )
    {
        var says = TestSupplies.Says(
            $"pkg:generic/stores/{kind}-{name.ToLowerInvariant()}@1.0.0",
            ($"{kind}/{name}", Encoding.UTF8.GetBytes(name))
        );
        says["title"] = name;
        says["family"] = family;
        if (tone is { } ground)
            says["provides"]![0]!["tone"] = ground.ToString().ToLowerInvariant();
        if (accent is not null)
            says["provides"]![0]!["accent"] = accent;
        var supply = SupplyText.Read(says);
        return new OfferedAsset(supply, supply.Provides[0], isToGet ? supply.Id : null);
    }

    private static readonly OfferedAsset[] Offered =
    [
        Offer("Ink", "icons", "Ink-Night", Tone.Dark, "#f2b04a"),
        Offer("Ink", "icons", "Ink-Rose", Tone.Light, "#cf5c45", isToGet: true),
        Offer("Ink", "icons", "Ink-Blue", Tone.Light, "#2040c0"),
        Offer("Ink", "colours", "Ink-Night.conf", Tone.Dark, "#f2b04a"),
        Offer("Ink", "colours", "Ink-Day.conf", Tone.Light, "#cf5c45"),
        Offer("Ink", "controls", "Ink"),
        Offer("", "wallpaper", "Arch.svg", Tone.Dark),
    ];

    private static Look Dark { get; } =
        Now.With(Part("icons", ("set", "Ink-Night")))
            .With(Part("wallpaper", ("picture", "Arch.svg")))
            .With(
                Part(
                    "colours",
                    ("set", "Ink-Night.conf"),
                    ("tone", "dark"),
                    ("accent", "#f2b04a"),
                    ("window", "#1b2129")
                )
            )
            .With(Part("controls", ("theme", "Old"), ("Shoji/theme", "Old"), ("variant", "dark")))
            .With(Part("terminal", ("text", "#e0e0e0"), ("ground", "#101418")));

    private static Component Part(string name, params (string Key, string Value)[] settings)
    {
        var kind = Kind.Get(name);
        return Component.Of(
            kind,
            settings
                .Select(set => SettingKey.Parse(set.Key))
                .Zip(
                    settings,
                    (key, set) =>
                        KeyValuePair.Create(
                            key,
                            kind.GetSetting(key)
                                .Type.Read(Formats.NativeValue.Untyped(set.Value, [set.Value]))
                        )
                )
        );
    }

    private static Look Taken(Look look, WholeMove move) =>
        StepTaker
            .Take(
                new FittedLook(look, PartMaps.Of(default)),
                new FittingStep([
                    .. move.Parts.Select(part =>
                        part.Build is { } build
                            ? ColourBuild.EditOf(build.Accent, build.Ground, build.Tone)
                            : FittingEdit.Piece.Of(part.Kind, [.. part.Set])
                    ),
                ]),
                default
            )
            .After.Look;

    /// <summary>Its moves, where start-up shows no picture.</summary>
    private static IEnumerable<WholeMove> Of(Look look) =>
        WholeMove.Of(
            look,
            Offered,
            (kind, _) => kind.Name == "start-up" ? "None is shown there." : null
        );

    private static WholeMove Named(Look look, string title) =>
        Of(look).Single(move => move.Title.StartsWith(title));

    private static string Value(Look look, string kind, string key) =>
        look[Kind.Get(kind)]!.Settings[SettingKey.Parse(key)].ToString()!;

    [Fact]
    public void The_companion_has_every_part_in_the_other_tone_and_says_what_has_no_partner()
    {
        var move = Named(Dark, "Its light companion");
        var light = Taken(Dark, move);
        // Of two light variants it is the one whose accent is nearer, though it is still to get.
        Value(light, "icons", "set").ShouldBe("Ink-Rose");
        move.Parts.Single(part => part.Kind.Name == "icons").Get.ShouldHaveSingleItem();
        Value(light, "colours", "set").ShouldBe("Ink-Day.conf");
        Value(light, "controls", "variant").ShouldBe("light");
        move.Without.ShouldBe(["Wallpaper: Arch.svg has no light partner."]);
        Oklab.From(light[TerminalKind.Kind]!.Get(TerminalKind.Ground)).L.ShouldBeGreaterThan(0.6);
        Contrast
            .Between(
                light[TerminalKind.Kind]!.Get(TerminalKind.Text),
                light[TerminalKind.Kind]!.Get(TerminalKind.Ground)
            )
            .ShouldBeGreaterThanOrEqualTo(Contrast.OfText);
    }

    [Fact]
    public void Colours_without_a_partner_are_built_in_the_other_tone()
    {
        var alone = Dark.With(Part("colours", ("tone", "dark"), ("accent", "#3fb59a")));
        var light = Taken(alone, Named(alone, "Its light companion"));
        Value(light, "colours", "tone").ShouldBe("light");
        Contrast
            .Between(
                light[ColoursKind.Kind]!.Get(Role.Text),
                light[ColoursKind.Kind]!.Get(Role.View)
            )
            .ShouldBeGreaterThanOrEqualTo(Contrast.OfText);
    }

    [Fact]
    public void The_nearest_variants_are_never_further_from_the_accent_than_what_was_on() =>
        Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, Gen.OneOf("Ink-Rose", "Ink-Blue"))
            .Sample(
                (r, g, b, on) =>
                {
                    var accent = new Rgba(r, g, b);
                    var look = Now.With(Part("icons", ("set", on)))
                        .With(Part("colours", ("tone", "light"), ("accent", accent.ToString())));
                    double Apart(string name) =>
                        Lab.From(Offered.First(one => one.Asset.Name == name).Asset.Accent!.Value)
                            .DifferenceTo(Lab.From(accent));
                    var move = Of(look)
                        .SingleOrDefault(one => one.Title.StartsWith("The variants"));
                    var after = move is null ? look : Taken(look, move);
                    var best = Math.Min(Apart("Ink-Rose"), Apart("Ink-Blue"));
                    // What an eye cannot tell is no reason to change anything.
                    Apart(Value(after, "icons", "set")).ShouldBeLessThanOrEqualTo(best + 1);
                    after[Kind.Get("panels")].ShouldBe(look[Kind.Get("panels")]);
                }
            );

    [Fact]
    public void An_accent_that_stands_out_is_told_where_the_family_has_a_nearer_one_and_that_settles_it()
    {
        var look = Now.With(Part("icons", ("set", "Ink-Blue")))
            .With(Part("colours", ("tone", "light"), ("accent", "#cf5c45")));
        AdviceGround On(Look one) =>
            new(
                one,
                TestDesktop.Screens,
                new Picture.PictureContent(_ => null, _ => null, (_, _) => "")
            )
            {
                Offered = Offered,
            };
        var piece = AdviceCheck.For(On(look)).Single(one => one.Key == "accent/icons/set");
        piece.Found.ShouldContain("Ink-Rose is 0 from it");
        var remedy = piece.Remedies.Single();
        remedy.Get.ShouldHaveSingleItem();
        var after = StepTaker.Take(
            new FittedLook(look, PartMaps.Of(default)),
            remedy.Step,
            default
        );
        AdviceCheck.For(On(after.After.Look)).ShouldNotContain(one => one.Key == piece.Key);
        // In the dark there is no light variant to be had.
        AdviceCheck
            .For(On(look.With(Part("colours", ("tone", "dark"), ("accent", "#cf5c45")))))
            .Where(one => one.Key == piece.Key)
            .SelectMany(one => one.Remedies)
            .ShouldNotContain(one => one.Title == "Ink-Rose");
    }

    [Fact]
    public void All_of_a_family_is_put_on_with_the_further_toolkits_and_once_it_is_on_it_is_not_offered()
    {
        var look = Dark.With(Part("icons", ("set", "Other")));
        var whole = Taken(look, Named(look, "All of Ink"));
        Value(whole, "icons", "set").ShouldBe("Ink-Night");
        Value(whole, "controls", "theme").ShouldBe("Ink");
        Value(whole, "controls", "Shoji/theme").ShouldBe("Ink");
        Of(whole).ShouldNotContain(move => move.Title == "All of Ink");
    }

    [Fact]
    public void A_wallpaper_goes_everywhere_where_a_picture_can_be_shown_and_the_rest_is_told()
    {
        var look = Dark.With(Part("lock", ("shows", "colour"))).Without(Kind.Get("sign-in"));
        var move = Named(look, "Its wallpaper everywhere");
        var after = Taken(look, move);
        Value(after, "lock", "picture").ShouldBe("Arch.svg");
        Value(after, "lock", "shows").ShouldBe("picture");
        Value(after, "sign-in", "picture").ShouldBe("Arch.svg");
        move.Without.ShouldBe(["Start-up: None is shown there."]);
        Of(after).ShouldNotContain(one => one.Title == move.Title);
        // What shows the wallpaper anyway is left alone.
        Taken(
            Dark.With(Part("lock", ("shows", "wallpaper"))),
            Named(Dark.With(Part("lock", ("shows", "wallpaper"))), "Its wallpaper everywhere")
        )[Kind.Get("lock")]!.Settings.Count.ShouldBe(1);
    }

    [Fact]
    public void A_set_of_colours_that_is_named_is_painted_as_it_says_and_what_was_asked_for_stays()
    {
        var file = Encoding.UTF8.GetBytes(
            "[Set]\nTone=dark\n\n[Roles]\naccent=#e9a94a\nwindow=#1b2129\nview=no colour\n"
        );
        var content = Digest.Of(file);
        var named = Part("colours", ("set", "Night.conf"), ("window", "#222222")) with
        {
            Assets = [new Asset("Night.conf", "set", null, false, content)],
        };
        var unfolded = ColourSet.Unfold(named, digest => digest == content ? file : null);
        unfolded.Get(ColoursKind.Tone).ShouldBe(Tone.Dark);
        unfolded.Get(Role.Accent).ToString().ShouldBe("#e9a94a");
        unfolded.Get(Role.Window).ToString().ShouldBe("#222222");
        unfolded.Has(Role.View).ShouldBeFalse();
        ColourSet.Unfold(named, _ => null).ShouldBe(named);
        ColourSet.Unfold(named, _ => [0xFF, 0x00, 0x5B]).ShouldBe(named);
    }
}
