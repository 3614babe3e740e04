using System.Text.Json;
using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests;

public sealed class KindTests
{
    public static TheoryData<string, string> EverySetting
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var kind in Kind.All)
            foreach (var setting in kind.Settings)
                all.Add(
                    kind.Name,
                    setting.IsFor(item: false) ? setting.Name : $"item/{setting.Name}"
                );
            return all;
        }
    }

    [Theory]
    [MemberData(nameof(EverySetting))]
    public void Every_value_of_every_setting_is_read_as_it_was_written_and_can_be_said(
        string kind,
        string name
    )
    {
        var type = Kind.Get(kind).GetSetting(SettingKey.Parse(name)).Type;
        Values
            .Of(type)
            .Sample(
                value =>
                {
                    type.Read(type.Write(value)).ShouldBe(value);
                    type.Read(
                            NativeJson.Read(
                                JsonSerializer.SerializeToElement(type.Write(value).ToJson())
                            )
                        )
                        .ShouldBe(value);
                    type.Words(value).ShouldNotBeNullOrWhiteSpace();
                },
                iter: 50
            );
    }

    public static TheoryData<string, string, NativeValue, string> WrongValues =>
        new()
        {
            {
                "wallpaper",
                "fit",
                NativeValue.Text("stretch"),
                "one of fill, fit, centre, tile, span"
            },
            { "wallpaper", "mirrored", NativeValue.Text("true"), "true or false" },
            { "wallpaper", "mirrored", NativeValue.Untyped("maybe", []), "true or false" },
            { "colours", "accent", NativeValue.Text("2b3f8c"), "a colour such as #2b3f8c" },
            { "fonts", "size", NativeValue.Number("3.9"), "a number from 4 to 48 pt" },
            { "fonts", "size", NativeValue.Number("NaN"), "a number" },
            { "fonts", "interface", NativeValue.Number("5"), "a text" },
            { "icons", "set", NativeValue.Flag(true), "a name" },
            { "borders", "buttons", NativeValue.Text("close"), "a list of texts" },
            { "borders", "theme", NativeValue.List(["a"]), "a list stands" },
        };

    [Theory]
    [MemberData(nameof(WrongValues))]
    public void A_value_of_the_wrong_type_or_out_of_range_is_refused_with_what_belongs_there(
        string kind,
        string name,
        NativeValue value,
        string said
    ) =>
        Should
            .Throw<SettingsFileException>(() =>
                Kind.Get(kind).GetSetting(new SettingKey(name)).Type.Read(value)
            )
            .Message.ShouldContain(said);

    private static Component Of(string kind, params (string Key, SettingValue Value)[] settings) =>
        Component.Of(
            Kind.Get(kind),
            settings.Select(set => KeyValuePair.Create(SettingKey.Parse(set.Key), set.Value))
        );

    private static SettingValue.Text Text(string text) => new(text);

    private static SettingValue.Number Number(double number) => new(number);

    [Fact]
    public void Each_kind_is_said_in_the_words_that_people_use_for_it()
    {
        Of("wallpaper", ("picture", Text("Dust-Lane.svg")), ("fit", Text("fill")))
            .Words.ShouldBe("Dust Lane, fill");
        Of("colours", ("set", Text("Slate-Log.conf")), ("tone", Text("light")))
            .Words.ShouldBe("Slate Log, light");
        Of("fonts", ("interface", Text("Ridge Sans")), ("size", Number(10.5)))
            .Words.ShouldBe("Ridge Sans, 10.5\u00A0pt");
        Of(
            "borders",
            ("theme", Text("Ember-Flat")),
            ("buttons-side", Text("left")),
            ("radius", Number(0))
        )
            .Words.ShouldBe("Ember Flat, left, 0\u00A0px");
        Of("cursor", ("size", Number(24))).Words.ShouldBe("24\u00A0px");
        Of("cursor").Words.ShouldBe("not set");
        Of("panels").Words.ShouldBe("none");
        Of(
            "panels",
            ("a/edge", Text("top")),
            ("a/thickness", Number(26)),
            ("a/opacity", Number(60))
        )
            .Words.ShouldBe("top, 26\u00A0px, 60\u00A0%");
        Of("panels", ("a/edge", Text("top")), ("b/edge", Text("left"))).Words.ShouldBe("top; left");
    }

    [Fact]
    public void An_item_is_a_component_of_its_own()
    {
        var panels = Of(
            "panels",
            ("a b/edge", Text("top")),
            ("c/edge", Text("left")),
            ("c/hides", new SettingValue.Flag(true))
        );
        panels.Items.ShouldBe(["a b", "c"]);
        panels
            .ItemAlone("c")
            .Settings.Keys.Select(key => key.ToString())
            .ShouldBe(["edge", "hides"]);
        panels.ItemAlone("a b").Get(PanelsKind.Edge).ShouldBe(Edge.Top);
    }

    [Fact]
    public void A_look_has_the_same_digest_in_whatever_order_it_was_put_together()
    {
        Component[] parts =
        [
            Of("cursor", ("size", Number(24)), ("set", Text("x"))),
            Of("fonts", ("size", Number(9))),
        ];
        Component[] turned =
        [
            Of("fonts", ("size", Number(9))),
            Of("cursor", ("set", Text("x")), ("size", Number(24))),
        ];
        Look.Of(parts).Digest.ShouldBe(Look.Of(turned).Digest);
        Look.Of(parts).Only(["fonts"]).Digest.ShouldBe(Look.Of([parts[1]]).Digest);
        Look.Of(parts).Digest.ShouldNotBe(Look.Of([parts[1]]).Digest);
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("{\"cursor\":null}")]
    [InlineData("{\"cursor\":{\"settings\":{},\"assets\":{}}}")]
    [InlineData("{\"form\":3,\"parts\":{}}")]
    [InlineData("{\"form\":\"2\",\"parts\":{}}")]
    [InlineData("{\"form\":2}")]
    public void What_is_no_look_is_not_read_as_one(string text) =>
        Should.Throw<FormatException>(() => Look.Parse(System.Text.Encoding.UTF8.GetBytes(text)));
}

public sealed class LookFormTests
{
    private const string Form1 =
        "{\"cursor\":{\"assets\":[{\"content\":null,\"folder\":true,\"name\":\"Brass\",\"path\":\"data:icons/Brass\",\"setting\":\"set\"}],\"settings\":{\"set\":\"Brass\",\"size\":24}}}";

    private static Look Read(string text, string? places = null) =>
        Look.Parse(System.Text.Encoding.UTF8.GetBytes(text), places);

    [Fact]
    public void A_look_of_the_first_form_is_read_with_everything_in_it()
    {
        var look = Read(Form1);
        look[CursorKind.Kind]!.Get(CursorKind.Size).ShouldBe(24);
        look[CursorKind.Kind]!.Assets.ShouldHaveSingleItem().Path.ShouldBe("data:icons/Brass");
        Look.Parse(look.Bytes.Span, look.Places).Digest.ShouldBe(look.Digest);
    }

    [Fact]
    public void Where_an_asset_stands_is_no_part_of_what_a_look_is()
    {
        var (here, there) = (
            Read(Form1),
            Read(Form1.Replace("data:", "home:", StringComparison.Ordinal))
        );
        here.Digest.ShouldBe(there.Digest);
        here[CursorKind.Kind].ShouldBe(there[CursorKind.Kind]);
        here.Places.ShouldNotBe(there.Places);
        Look.Parse(here.Bytes.Span, there.Places)[CursorKind.Kind]!
            .Assets[0]
            .Path.ShouldBe("home:icons/Brass");
    }

    [Fact]
    public void A_part_that_several_looks_have_alike_is_held_once_unless_its_assets_stood_elsewhere()
    {
        var pool = new PartPool();
        var look = Read(Form1);
        var elsewhere = look.Places.Replace("data:", "home:", StringComparison.Ordinal);
        Component Cursor(string places) =>
            Look.Parse(look.Bytes.Span, places, pool)[CursorKind.Kind]!;

        Cursor(look.Places).ShouldBeSameAs(Cursor(look.Places));
        Cursor(elsewhere).ShouldNotBeSameAs(Cursor(look.Places));
        Cursor(elsewhere).Assets[0].Path.ShouldBe("home:icons/Brass");
        Cursor(look.Places).Assets[0].Path.ShouldBe("data:icons/Brass");
    }

    [Theory]
    [InlineData("hat", "{\"assets\":[],\"settings\":{\"brim\":3}}")]
    [InlineData("cursor", "{\"assets\":[],\"settings\":{\"size\":4000}}")]
    [InlineData("cursor", "{\"assets\":[],\"settings\":{\"glow\":{\"deep\":[1]}}}")]
    public void What_this_version_does_not_know_is_kept_and_said_when_it_is_planned(
        string kind,
        string part
    )
    {
        var look = Read($"{{\"form\":2,\"parts\":{{\"{kind}\":{part}}}}}");
        System.Text.Encoding.UTF8.GetString(look.Bytes.Span).ShouldContain(part);
        look.Only([kind]).Digest.ShouldBe(look.Digest);
        look.Only(["fonts"]).Digest.ShouldNotBe(look.Digest);
        var desktop = new TestDesktop();
        new SwitchPlanner(TestDesktop.Map, desktop.Read(), desktop, desktop, _ => TestDesktop.Map)
            .Plan(look, [kind])
            .Losses.ShouldHaveSingleItem()
            .Kind.ShouldBe(kind);
    }

    [Fact]
    public void Components_are_equal_just_when_their_looks_have_the_same_digest() =>
        Gen.Select(AnyAsset, AnyAsset)
            .Sample(
                (one, other) =>
                    Of(one)
                        .Equals(Of(other))
                        .ShouldBe(Look.Of([Of(one)]).Digest == Look.Of([Of(other)]).Digest)
            );

    private static readonly Gen<Asset> AnyAsset = Gen.Select(
            Gen.OneOf("a", "b"),
            Gen.OneOf<string?>(null, "set"),
            Gen.OneOf<string?>(null, "data:a", "data:b"),
            Gen.Bool,
            Gen.OneOf<Digest?>(null, Digest.Of("x"u8)),
            Gen.OneOf(420, 384)
        )
        .Select(
            (name, setting, path, isFolder, content, mode) =>
                new Asset(name, setting, path, isFolder, content) { Mode = mode }
        );

    private static Component Of(Asset asset) =>
        Component.Of(CursorKind.Kind, []) with
        {
            Assets = [asset],
        };
}

/// <summary>Generated values for settings.</summary>
internal static class Values
{
    public static Gen<SettingValue> Of(SettingType type) =>
        type switch
        {
            { Options: { Length: > 0 } options } => Gen.OneOf([.. options])
                .Select(SettingValue (text) => new SettingValue.Text(text)),
            SettingType.Number number => Gen.Int[(int)number.Min, (int)number.Max]
                .Select(SettingValue (value) => new SettingValue.Number(value)),
            SettingType.Flag => Gen.Bool.Select(SettingValue (flag) => new SettingValue.Flag(flag)),
            SettingType.Colour => Gen.Select(Gen.Byte, Gen.Byte, Gen.Byte, Gen.Byte)
                .Select(SettingValue (r, g, b, a) => new SettingValue.Colour(new(r, g, b, a))),
            SettingType.List => Gen.OneOf("clock", "tray", "a;b", "ü \"x\"", "\\")
                .Array[0, 4]
                .Select(SettingValue (items) => new SettingValue.List([.. items])),
            SettingType.LengthOfTime time => Gen.Int[(int)time.Min, (int)time.Max]
                .Select(SettingValue (value) => new SettingValue.Number(value)),
            SettingType.Geometry => Gen.Select(
                    Gen.Int[-999, 999],
                    Gen.Int[-999, 999],
                    Gen.Int[1, 9999],
                    Gen.Int[1, 9999]
                )
                .Select(
                    SettingValue (x, y, width, height) =>
                        new SettingValue.Geometry(x, y, width, height)
                ),
            SettingType.Extent => Gen.Select(Gen.Bool, Gen.Int[1, 100])
                .Select(
                    SettingValue (isShare, value) =>
                        isShare ? new SettingValue.Number(value) : new SettingValue.Pixels(value)
                ),
            SettingType.ScreenName => Gen.OneOf("main", "upright")
                .Select(SettingValue (text) => new SettingValue.Text(text)),
            _ => Gen.OneOf("Ridge Sans", " a", "b\\n", "Größe", "-")
                .Select(SettingValue (text) => new SettingValue.Text(text)),
        };
}
