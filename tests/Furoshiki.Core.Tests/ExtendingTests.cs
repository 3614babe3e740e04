using System.Text;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using CsCheck;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Tests.Extending;

namespace Furoshiki.Core.Tests;

/// <summary>The examples of docs/extending.md do what it says.</summary>
public sealed partial class ExtendingTests
{
    [GeneratedRegex(
        @"^```\w+ (\S+)\n(.*?)\n```$",
        RegexOptions.Multiline | RegexOptions.Singleline
    )]
    private static partial Regex Shown();

    [Fact]
    public void The_guide_shows_each_example_as_it_is_compiled_and_each_line_as_it_stands()
    {
        var guide = File.ReadAllText(Path.Combine(Repository.Root, "docs", "extending.md"));
        var shown = Shown().Matches(guide);
        shown.Count.ShouldBeGreaterThan(10);
        foreach (Match one in shown)
        {
            var file = File.ReadAllText(Path.Combine(Repository.Root, one.Groups[1].Value));
            file.ShouldContain(one.Groups[2].Value, Case.Sensitive, one.Groups[1].Value);
            if (one.Groups[1].Value.Contains("/Extending/", StringComparison.Ordinal))
                file.TrimEnd().ShouldBe(one.Groups[2].Value);
        }
        foreach (
            var example in Directory.GetFiles(
                Path.Combine(Repository.Root, "tests/Furoshiki.Core.Tests/Extending")
            )
        )
            shown.ShouldContain(one => example.EndsWith(one.Groups[1].Value));
    }

    private static Component Tooltips(params (Setting Setting, SettingValue Value)[] settings) =>
        Component.Of(
            TooltipsKind.Kind,
            settings.Select(set => KeyValuePair.Create(new SettingKey(set.Setting.Name), set.Value))
        );

    [Fact]
    public void A_kind_has_words_and_settings_with_their_defaults_and_no_others()
    {
        var tooltips = Tooltips(
            (TooltipsKind.Opacity, new SettingValue.Number(60)),
            (TooltipsKind.Side, new SettingValue.Text("left"))
        );
        tooltips.Words.ShouldBe("60\u00A0%");
        tooltips.Get(TooltipsKind.Opacity).ShouldBe(60);
        tooltips.Get(TooltipsKind.Side).ShouldBe(Edge.Left);
        tooltips.Get(TooltipsKind.Wait).ShouldBe(0.5);
        tooltips.Has(TooltipsKind.Wait).ShouldBeFalse();
        Should
            .Throw<ArgumentException>(() => tooltips.Get(CursorKind.Size))
            .Message.ShouldStartWith("Tooltips has no setting 'size'.");
    }

    [Fact]
    public void A_drawing_gets_what_it_declares_and_can_be_pointed_at()
    {
        var content = new PictureContent(_ => null, _ => null, (_, _) => "");
        XElement Draw(Layer layer, params Component[] parts) =>
            layer.Draw(
                new Stage(
                    new Scene(Look.Of(parts), layer.Reads, content),
                    PictureScene.Desktop,
                    new Screen("main", 800, 400),
                    new Box(0, 0, 800, 400),
                    Scale: 1,
                    IsMain: true
                )
            )!;
        var layer = TooltipsDrawing.Layer;
        var faint = Draw(layer, Tooltips((TooltipsKind.Opacity, new SettingValue.Number(60))));
        faint.Attribute("data-kind")!.Value.ShouldBe("tooltips");
        var ground = faint.Elements().First();
        ground.Attribute("data-role")!.Value.ShouldBe("panel");
        ground.Attribute("opacity")!.Value.ShouldBe("0.6");
        Should
            .Throw<InvalidOperationException>(() => Draw(layer with { Reads = [] }))
            .Message.ShouldContain("does not declare");
    }

    [Theory]
    [InlineData(359, 1, 0.011)]
    [InlineData(0, 180, 1)]
    [InlineData(90, 0, 0.5)]
    public void A_measure_is_counted_in_how_far_apart_two_looks_are(
        double one,
        double other,
        double apart
    ) =>
        Distance
            .Between(new Turn(), new SettingValue.Number(one), new SettingValue.Number(other))
            .ShouldBe(apart, 0.002);

    [Fact]
    public void A_format_reads_what_it_set_and_leaves_every_other_byte() =>
        Gen.Select(
                Gen.String[Gen.Char["ab #=\u00fc"], 0, 6],
                Gen.String[Gen.Char["ab #=\u00fc"], 0, 6],
                Gen.OneOf("\n", "\r\n"),
                Gen.Bool
            )
            .Sample(
                (first, other, end, ended) =>
                {
                    var text = $"# kept{end}b\t1{end}a\t{first}{(ended ? end : "")}";
                    var document = TabFileDocument.Format.Open(Encoding.UTF8.GetBytes(text));
                    var at = new Address("a");
                    document.Get(at)!.Content.ShouldBe(first);
                    var changed = document.Set(at, NativeValue.Text(other));
                    changed.Get(at)!.Content.ShouldBe(other);
                    Text(changed.Set(at, NativeValue.Text(first))).ShouldBe(text);
                    Text(document.Remove(at)).ShouldBe($"# kept{end}b\t1{end}");
                    var added = document.Set(new Address("c"), NativeValue.Text("7"));
                    Text(added.Remove(new Address("c"))).TrimEnd().ShouldBe(text.TrimEnd());
                }
            );

    private static string Text(SettingsDocument document) =>
        Encoding.UTF8.GetString(document.Bytes.Span);

    [Theory]
    [InlineData(128, "A cursor of more than 96 px hides what it points at.")]
    [InlineData(24, null)]
    public void A_check_says_why_a_part_is_left_as_it_is(double size, string? said)
    {
        var desktop = new TestDesktop();
        var cursor = Component.Of(
            CursorKind.Kind,
            [
                KeyValuePair.Create(
                    new SettingKey("size"),
                    (SettingValue)new SettingValue.Number(size)
                ),
            ]
        );
        LargeCursorCheck
            .Check.WhyNot(
                cursor,
                TestDesktop.Map.Find(CursorKind.Kind)!,
                new PartFitter(TestDesktop.Map, desktop.Read(), desktop, desktop)
            )
            ?.Reason.ShouldBe(said);
    }
}
