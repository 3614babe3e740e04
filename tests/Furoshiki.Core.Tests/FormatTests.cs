using System.Text;
using CsCheck;
using Furoshiki.Core.Content;
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

    private static SettingsDocument Read(SettingsFormat format, string text) =>
        format.Open(Encoding.UTF8.GetBytes(text));

    [Theory]
    [InlineData("<a/>", "/a/Q{urn:b}b/c", "<a><b xmlns=\"urn:b\"><c xmlns=\"\">v</c></b></a>")]
    [InlineData(
        "<a xmlns='urn:a'><b/></a>",
        "/Q{urn:a}a/Q{urn:a}b/c/@d",
        "<a xmlns='urn:a'><b><c d=\"v\" xmlns=\"\"/></b></a>"
    )]
    [InlineData(
        "<p:a xmlns:p='urn:a'/>",
        "/Q{urn:a}a/b/Q{urn:a}c",
        "<p:a xmlns:p='urn:a'><b><c xmlns=\"urn:a\">v</c></b></p:a>"
    )]
    public void Steps_with_and_without_a_namespace_lead_to_what_was_added_for_them(
        string text,
        string path,
        string after
    )
    {
        var changed = Read(XmlFileDocument.Format, text)
            .Set(new Address(path), NativeValue.Text("v"));
        Text(changed).ShouldBe(after);
        changed.Get(new Address(path))!.Content.ShouldBe("v");
    }

    [Theory]
    [InlineData("/a/b[3]")]
    [InlineData("/a/b[c=' x']")]
    [InlineData("/a/b[@c='1'][@c='2']")]
    public void What_an_address_asks_for_and_no_added_element_can_be_is_refused(string path) =>
        Should.Throw<SettingsFileException>(() =>
            Read(XmlFileDocument.Format, "<a><b/></a>")
                .Set(new Address(path), NativeValue.Text("v"))
        );

    [Theory]
    [InlineData("<a b='1\n2\t3&#10;4'/>", "/a/@b", "1 2 3\n4")]
    [InlineData("<a b='1\r\n2'/>", "/a/@b", "1 2")]
    [InlineData("<a>1\r\n2\r3</a>", "/a", "1\n2\n3")]
    public void Line_ends_and_tabs_in_XML_are_read_as_its_specification_says(
        string text,
        string path,
        string value
    ) => Read(XmlFileDocument.Format, text).Get(new Address(path))!.Content.ShouldBe(value);

    [Fact]
    public void More_attributes_than_anybody_needs_are_refused_before_they_take_time() =>
        Should
            .Throw<SettingsFileException>(() =>
                Read(
                    XmlFileDocument.Format,
                    $"<a{string.Concat(Enumerable.Range(0, 300_000).Select(i => $" a{i}='{i}'"))}/>"
                )
            )
            .Message.ShouldContain("attributes");

    [Theory]
    [InlineData(500, true)]
    [InlineData(600, false)]
    [InlineData(100_000, false)]
    public void JSON_is_read_as_deep_as_it_says(int depth, bool isRead)
    {
        var text = $"{{\"a\": 1, \"b\": {new string('[', depth)}{new string(']', depth)}}}";
        if (isRead)
            Read(JsonFileDocument.Format, text).Get(new Address("/a"))!.Content.ShouldBe("1");
        else
            Should
                .Throw<SettingsFileException>(() => Read(JsonFileDocument.Format, text))
                .Message.ShouldContain("deep in each other");
    }

    [Theory]
    [InlineData("A=x", "a 🚀 b")]
    [InlineData("A=\"x\"", "a 🚀 b")]
    [InlineData("A='x'", "é🚀")]
    public void Characters_outside_the_basic_plane_stay_whole_in_shell_variables(
        string text,
        string value
    )
    {
        var changed = Read(ShellFileDocument.Format, text)
            .Set(new Address("A"), NativeValue.Text(value));
        changed.Get(new Address("A"))!.Content.ShouldBe(value);
        Encoding.UTF8.GetString(changed.Bytes.Span).ShouldContain("🚀");
    }

    [Theory]
    [InlineData("A=~/pictures")]
    [InlineData("A=/bin:~/bin")]
    [InlineData("A=x&")]
    [InlineData("A=x|y")]
    [InlineData("A=x>y")]
    [InlineData("A=one\\\ntwo")]
    [InlineData("A=\"one\\\ntwo\"")]
    [InlineData("A=x run")]
    [InlineData("A=x B=y")]
    public void What_means_something_to_a_shell_is_refused_rather_than_read_wrong(string text) =>
        Should.Throw<SettingsFileException>(() =>
            Read(ShellFileDocument.Format, text).Get(new Address("A"))
        );

    [Theory]
    [InlineData("A=x~y # said", "x~y")]
    [InlineData("A='~ & |'", "~ & |")]
    [InlineData("A=\\~\\&", "~&")]
    [InlineData("A=x; B=y", "x")]
    public void What_means_nothing_to_a_shell_there_is_read(string text, string value) =>
        Read(ShellFileDocument.Format, text).Get(new Address("A"))!.Content.ShouldBe(value);

    [Fact]
    public void Octal_digits_in_X_resources_are_bytes_of_UTF_8()
    {
        Read(ResourceFileDocument.Format, "a: caf\\303\\251")
            .Get(new Address("a"))!
            .Content.ShouldBe("café");
        Should.Throw<SettingsFileException>(() =>
            Read(ResourceFileDocument.Format, "a: caf\\351").Get(new Address("a"))
        );
    }

    [Theory]
    [InlineData("json")]
    [InlineData("xml")]
    [InlineData("key file")]
    public void Every_item_of_a_list_of_ten_thousand_is_read_and_put_in_another_order(string format)
    {
        const int Count = 10_000;
        var (text, list, path) = format switch
        {
            "json" => (
                $"{{\"l\": [{string.Join(',', Range(i => $"{{\"id\": \"i{i}\", \"v\": {i}}}"))}]}}",
                new ListAddress("/l", "id"),
                "/v"
            ),
            "xml" => (
                $"<l>{string.Concat(Range(i => $"<e id='i{i}' v='{i}'/>"))}</l>",
                new ListAddress("/l/e", "@id"),
                "@v"
            ),
            _ => (string.Concat(Range(i => $"[l i{i}]\nv={i}\n")), new ListAddress("l *", ""), "v"),
        };
        var document = Read(SettingsFormat.Find(format)!, text);
        var items = document.Items(list);
        items.Count.ShouldBe(Count);
        foreach (var item in items)
            document.Get(new Address(path, list, item))!.Content.ShouldBe(item[1..]);
        string[] turned = [.. items.Reverse()];
        document.Reorder(list, turned).Items(list).ShouldBe(turned);

        static IEnumerable<string> Range(Func<int, string> make) =>
            Enumerable.Range(0, Count).Select(make);
    }
}
