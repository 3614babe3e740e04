using System.Text;
using CsCheck;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests;

/// <summary>What every format promises, over generated files.</summary>
public sealed class FormatTests
{
    private const int Cases = 2000;

    private static readonly Gen<string> Value = Gen.String[
        Gen.Char["abcXYZ 0129;=#[]\\\"'/,{}\täöü€"],
        0,
        12
    ];
    private static readonly Gen<string> Name = Gen.String[Gen.Char["abcdefgh-"], 1, 8];
    private static readonly Gen<string> End = Gen.OneOf("\n", "\r\n");

    private sealed record Sample(SettingsFormat Format, string Text, Address Address, string Value);

    private static readonly Gen<Sample> KeyFile =
        from end in End
        from mark in Gen.OneOf("", "\uFEFF")
        from before in Gen.OneOf(
            "",
            "# a comment",
            "[Other]\u0001key=1",
            "[Other]\u0001name[de]=x\u0001"
        )
        from space in Gen.OneOf("", " ", "  ")
        from after in Gen.OneOf(
            "",
            "\u0001",
            "\u0001# last",
            "\u0001\u0001[Last]\u0001a=b\u0001;=c"
        )
        from name in Name
        from value in Value
        let first = KeyFileDocument
            .Open("[Group]\na=b\n"u8.ToArray())
            .Set(new Address("Group/k"), NativeValue.Text(value))
        let raw = Encoding.UTF8.GetString(first.Bytes.Span)["[Group]\na=b\nk=".Length..^1]
        let text = $"{before}\u0001[Group]\u0001other=1\u0001{name}{space}={space}{raw}{after}".Replace(
            "\u0001",
            end,
            StringComparison.Ordinal
        )
        where name != "other" && !(after.Length == 0 && raw.EndsWith('\r'))
        select new Sample(KeyFileDocument.Format, mark + text, new Address($"Group/{name}"), value);

    private static readonly Gen<Sample> Json =
        from end in End
        from mark in Gen.OneOf("", "\uFEFF")
        from comment in Gen.OneOf("", "// it, is\u0001", "/* , } */")
        from space in Gen.OneOf("", " ", "\u0001\t")
        from trailing in Gen.OneOf("", ",", " , ")
        from name in Name
        from value in Value
        let member = $"{Quote(name)}{space}:{space}{Quote(value)}"
        let text = $$"""{{comment}}{"list": [1, {"a": null}],{{space}}{{comment}}"in": {{{space}}{{member}}{{space}}{{trailing}}}{{comment}}, "z": 1e3}{{space}}"""
        select new Sample(
            JsonFileDocument.Format,
            mark + text.Replace("\u0001", end, StringComparison.Ordinal),
            new Address($"/in/{name}"),
            value
        );

    private static readonly Gen<Sample> Any = Gen.OneOf(KeyFile, Json);

    private static string Quote(string text) =>
        System.Text.Json.JsonSerializer.Serialize(text, RelaxedJson);

    private static readonly System.Text.Json.JsonSerializerOptions RelaxedJson = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static SettingsDocument Open(Sample sample) =>
        sample.Format.Open(Encoding.UTF8.GetBytes(sample.Text));

    private static string Text(SettingsDocument document) =>
        Encoding.UTF8.GetString(document.Bytes.Span);

    [Fact]
    public void Writing_back_what_was_read_gives_the_same_bytes() =>
        Any.Sample(sample => Text(Open(sample)) == sample.Text, iter: Cases);

    [Fact]
    public void A_value_that_stands_in_a_file_is_read() =>
        Any.Sample(
            sample => Open(sample).Get(sample.Address)!.Content == sample.Value,
            iter: Cases
        );

    [Fact]
    public void A_value_that_is_set_is_read_and_setting_it_back_gives_the_first_bytes() =>
        Gen.Select(Any, Value)
            .Sample(
                (sample, other) =>
                {
                    var changed = Open(sample).Set(sample.Address, NativeValue.Text(other));
                    changed.Get(sample.Address)!.Content.ShouldBe(other);
                    Text(changed.Set(sample.Address, NativeValue.Text(sample.Value)))
                        .ShouldBe(sample.Text);
                },
                iter: Cases
            );

    [Fact]
    public void Setting_one_value_changes_no_byte_outside_it() =>
        Gen.Select(Any, Value)
            .Sample(
                (sample, other) =>
                {
                    var changed = Text(Open(sample).Set(sample.Address, NativeValue.Text(other)));
                    var same = sample
                        .Text.Zip(changed)
                        .TakeWhile(pair => pair.First == pair.Second)
                        .Count();
                    var sameAtEnd = sample
                        .Text.Reverse()
                        .Zip(changed.Reverse())
                        .TakeWhile(pair => pair.First == pair.Second)
                        .Count();
                    (sample.Text.Length - same - sameAtEnd).ShouldBeLessThanOrEqualTo(
                        sample.Value.Length * 2 + 2
                    );
                },
                iter: Cases
            );

    [Fact]
    public void Adding_a_value_and_taking_it_out_gives_the_first_bytes_but_for_a_missing_last_line_end() =>
        Any.Sample(
            sample =>
            {
                var added = new Address(sample.Address.Path + "-new");
                var document = Open(sample).Set(added, NativeValue.Text("7"));
                document.Get(added)!.Content.ShouldBe("7");
                Text(document.Remove(added))
                    .TrimEnd('\r', '\n')
                    .ShouldBe(sample.Text.TrimEnd('\r', '\n'));
            },
            iter: Cases
        );

    [Fact]
    public void A_list_of_texts_is_read_as_it_was_set() =>
        Gen.Select(Any, Value.Array[0, 5])
            .Sample(
                (sample, items) =>
                    Open(sample)
                        .Set(sample.Address, NativeValue.List([.. items]))
                        .Get(sample.Address)!
                        .Items.SequenceEqual(items),
                iter: Cases
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
            { "key file", [], "empty" },
            { "json", [], "empty" },
            { "key file", [.. "[A]\nk="u8, 0xC3, 0x28], "not UTF-8" },
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
