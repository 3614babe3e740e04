using System.Text;
using CsCheck;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests;

/// <summary>What every format promises, over ten thousand generated files of each.</summary>
public sealed class FormatTests
{
    private const int Cases = 10_000;

    public static TheoryData<string> Formats =>
        [.. SettingsFormat.All.Select(format => format.Name)];

    private static SettingsDocument Open(FormatSample sample) => sample.Format.Open(sample.Bytes);

    private static string Text(SettingsDocument document) =>
        LosslessText.FromBytes(document.Bytes.Span);

    [Theory]
    [MemberData(nameof(Formats))]
    public void Writing_back_what_was_read_gives_the_same_bytes(string format) =>
        FormatSample
            .Of(format)
            .Sample(sample => Open(sample).Bytes.Span.SequenceEqual(sample.Bytes), iter: Cases);

    [Theory]
    [MemberData(nameof(Formats))]
    public void A_value_that_stands_in_a_file_is_read(string format) =>
        FormatSample
            .Of(format)
            .Sample(
                sample => Open(sample).Get(sample.Address)!.Content == sample.Value,
                iter: Cases
            );

    [Theory]
    [MemberData(nameof(Formats))]
    public void A_value_that_is_set_is_read_and_setting_it_back_gives_the_first_bytes(
        string format
    ) =>
        Gen.Select(FormatSample.Of(format), FormatSample.ValueFor(format))
            .Sample(
                (sample, other) =>
                {
                    var changed = Open(sample).Set(sample.Address, NativeValue.Text(other));
                    changed.Get(sample.Address)!.Content.ShouldBe(other);
                    Text(changed.Set(sample.Address, NativeValue.Text(sample.Value)))
                        .ShouldBe(LosslessText.FromBytes(sample.Bytes));
                },
                iter: Cases
            );

    [Theory]
    [MemberData(nameof(Formats))]
    public void Setting_one_value_changes_no_byte_outside_it(string format) =>
        Gen.Select(FormatSample.Of(format), FormatSample.ValueFor(format))
            .Sample(
                (sample, other) =>
                {
                    var changed = Open(sample)
                        .Set(sample.Address, NativeValue.Text(other))
                        .Bytes.ToArray();
                    var same = sample.Bytes.AsSpan().CommonPrefixLength(changed);
                    var (before, after) = (
                        sample.Bytes.Reverse().ToArray(),
                        changed.Reverse().ToArray()
                    );
                    var sameAtEnd = before.AsSpan().CommonPrefixLength(after);
                    // The spelling of the value: at most six bytes a character, and its quotes.
                    (sample.Bytes.Length - same - sameAtEnd).ShouldBeLessThanOrEqualTo(
                        sample.Value.Length * 6 + 2
                    );
                },
                iter: Cases
            );

    /// <summary>The formats that have room for more than one value.</summary>
    public static TheoryData<string> FormatsWithAddresses =>
        [.. Formats.Select(format => format.Data).Where(format => format != "whole file")];

    [Theory]
    [MemberData(nameof(FormatsWithAddresses))]
    public void Adding_a_value_and_taking_it_out_gives_the_first_bytes_but_for_a_missing_last_line_end(
        string format
    ) =>
        FormatSample
            .Of(format)
            .Sample(
                sample =>
                {
                    var added = sample.New!;
                    var document = Open(sample).Set(added, NativeValue.Text("7"));
                    document.Get(added)!.Content.ShouldBe("7");
                    Text(document.Remove(added))
                        .TrimEnd('\r', '\n')
                        .ShouldBe(LosslessText.FromBytes(sample.Bytes).TrimEnd('\r', '\n'));
                },
                iter: Cases
            );

    [Theory]
    [InlineData("key file")]
    [InlineData("json")]
    public void A_list_of_texts_is_read_as_it_was_set(string format) =>
        Gen.Select(FormatSample.Of(format), FormatSample.ValueFor(format).Array[0, 5])
            .Sample(
                (sample, items) =>
                    Open(sample)
                        .Set(sample.Address, NativeValue.List([.. items]))
                        .Get(sample.Address)!
                        .Items.SequenceEqual(items),
                iter: Cases
            );

    [Theory]
    [InlineData(
        "key file",
        "[P a]\nk=1\n# of a\n\n[Other]\nx=y\n[P b]\nk=2\n[P c]\nk=3",
        "P *",
        ""
    )]
    [InlineData(
        "json",
        "{\"p\": [ {\"id\":\"a\"}, // first\n {\"id\":\"b\",\"k\":2} ,{\"id\":\"c\"},]}",
        "/p",
        "id"
    )]
    [InlineData(
        "xml",
        "<r>\n <p n='a'/> <!-- first -->\n <p n='b'>2</p><x/>\n <p n='c'/>\n</r>",
        "/r/p",
        "@n"
    )]
    public void Items_put_in_another_order_and_back_give_the_first_bytes(
        string format,
        string text,
        string at,
        string identity
    ) =>
        Gen.Shuffle(new[] { "a", "b", "c" })
            .Sample(
                order =>
                {
                    var list = new ListAddress(at, identity);
                    var document = SettingsFormat.Find(format)!.Open(Encoding.UTF8.GetBytes(text));
                    var moved = document.Reorder(list, order);
                    moved.Items(list).ShouldBe(order);
                    Text(moved.Reorder(list, ["a", "b", "c"])).ShouldBe(text);
                },
                iter: 50
            );

    [Fact]
    public void An_item_of_a_list_is_added_changed_and_taken_out_and_the_others_stay()
    {
        const string file = """
            {
              // two of them
              "panels": [
                { "id": "a", "edge": "top" }, // the first
                {
                  "id": "b",
                  "edge": "left",
                },
              ]
            }
            """;
        var list = new ListAddress("/panels", "id");
        var document = JsonFileDocument.Open(Encoding.UTF8.GetBytes(file));
        var more = document
            .Set(new Address("/edge", list, "c"), NativeValue.Text("right"))
            .Set(new Address("/size", list, "c"), NativeValue.Number("3"));
        more.Items(list).ShouldBe(["a", "b", "c"]);
        more.Get(new Address("/size", list, "c"))!.Content.ShouldBe("3");
        Text(more.RemoveItem(list, "c")).ShouldBe(file);
        var less = document.RemoveItem(list, "a");
        less.Items(list).ShouldBe(["b"]);
        Text(less).ShouldContain("// the first");
        Text(document.RemoveItem(list, "b").RemoveItem(list, "a")).ShouldContain("// two of them");
    }

    [Theory]
    [InlineData("[A]\nk=1\nk=2\n", "A/k", "lines 2 and 3")]
    [InlineData("[A]\nk=1\n[B]\n[A]\nk=2\n", "A/k", "lines 2 and 5")]
    public void A_key_that_stands_twice_is_refused_with_its_lines(
        string text,
        string address,
        string said
    ) =>
        Should
            .Throw<SettingsFileException>(() =>
                KeyFileDocument.Open(Encoding.UTF8.GetBytes(text)).Get(new Address(address))
            )
            .Message.ShouldContain(said);

    [Fact]
    public void A_JSON_key_that_stands_twice_is_refused() =>
        Should
            .Throw<SettingsFileException>(() =>
                JsonFileDocument.Open("""{"a":1,"a":2}"""u8.ToArray()).Get(new Address("/a"))
            )
            .Message.ShouldContain("stands twice");

    public static TheoryData<string, byte[], string> BadFiles =>
        new()
        {
            { "json", [], "not JSON" },
            { "xml", [], "not XML" },
            { "xml", [.. "<a>\n<b></a>"u8], "line 2" },
            { "xml", [.. "<a>"u8, 0xFF, .. "</a>"u8], "not UTF-8" },
            { "xml", [.. "<?xml version='1.0' encoding='utf-16'?><a/>"u8], "utf-16" },
            { "shell variables", [.. "A=1\nB=\"no end\n"u8], "line 2" },
            { "json", [.. "{\"a\":\""u8, 0xFF, .. "\"}"u8], "not UTF-8" },
            { "key file", [.. "[A]\nnothing here\n"u8], "Line 2" },
            { "json", [.. "{\n\"a\": }"u8], "line 2" },
        };

    [Theory]
    [MemberData(nameof(BadFiles))]
    public void A_file_that_is_not_what_it_should_be_is_refused_with_the_reason(
        string format,
        byte[] bytes,
        string said
    ) =>
        Should
            .Throw<SettingsFileException>(() => SettingsFormat.Find(format)!.Open(bytes))
            .Message.ShouldContain(said);
}
