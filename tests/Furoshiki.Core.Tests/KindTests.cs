using CsCheck;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;

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
        var type = Kind.Get(kind).Setting(SettingKey.Parse(name)).Type;
        Values
            .Of(type)
            .Sample(
                value =>
                {
                    type.Read(type.Write(value)).ShouldBe(value);
                    type.Read(NativeJson.Read(type.Write(value).ToJson())).ShouldBe(value);
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
                Kind.Get(kind).Setting(new SettingKey(name)).Type.Read(value)
            )
            .Message.ShouldContain(said);

    private static Component Of(string kind, params (string Key, SettingValue Value)[] settings) =>
        Component.Of(
            kind,
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
        panels.ItemAlone("a b").Text("edge", "bottom").ShouldBe("top");
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
    [InlineData("{\"cursor\":{\"settings\":{\"colour\":1},\"assets\":[]}}")]
    [InlineData("{\"cursor\":{\"settings\":{\"size\":4000},\"assets\":[]}}")]
    [InlineData("{\"hat\":{\"settings\":{},\"assets\":[]}}")]
    public void What_is_no_look_is_not_read_as_one(string text) =>
        Should.Throw<FormatException>(() => Look.Parse(System.Text.Encoding.UTF8.GetBytes(text)));
}

/// <summary>Generated values for settings.</summary>
internal static class Values
{
    public static Gen<SettingValue> Of(SettingType type) =>
        type switch
        {
            SettingType.Choice choice => Gen.OneOf([.. choice.Options])
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
