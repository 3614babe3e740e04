using System.Text;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests;

/// <summary>Addresses and escapes as the standards have them.</summary>
public sealed class AddressTests
{
    // RFC 6901, section 5.
    private const string PointerExample = """
        {
           "foo": ["bar", "baz"],
           "": 0,
           "a/b": 1,
           "c%d": 2,
           "e^f": 3,
           "g|h": 4,
           "i\\j": 5,
           "k\"l": 6,
           " ": 7,
           "m~n": 8
        }
        """;

    [Theory]
    [InlineData("/", "0")]
    [InlineData("/a~1b", "1")]
    [InlineData("/c%d", "2")]
    [InlineData("/e^f", "3")]
    [InlineData("/g|h", "4")]
    [InlineData("/i\\j", "5")]
    [InlineData("/k\"l", "6")]
    [InlineData("/ ", "7")]
    [InlineData("/m~0n", "8")]
    public void A_JSON_Pointer_leads_where_the_standard_says(string pointer, string value)
    {
        var document = JsonFileDocument.Open(Encoding.UTF8.GetBytes(PointerExample));
        document.Get(new Address(pointer))!.Content.ShouldBe(value);
        var changed = document.Set(new Address(pointer), NativeValue.Number("99"));
        changed.Get(new Address(pointer))!.Content.ShouldBe("99");
        Encoding
            .UTF8.GetString(changed.Bytes.Span)
            .ShouldBe(PointerExample.Replace($": {value}", ": 99", StringComparison.Ordinal));
    }

    [Fact]
    public void A_JSON_list_of_texts_is_one_value_and_anything_else_is_none()
    {
        var document = JsonFileDocument.Open(
            """{"a": ["x", "y"], "b": [1], "c": {}, "d": null, "e": true, "f": false}"""u8.ToArray()
        );
        document.Get(new Address("/a"))!.Items.ShouldBe(["x", "y"]);
        document.Get(new Address("/e"))!.ShouldBe(NativeValue.Flag(true));
        document.Get(new Address("/f"))!.ShouldBe(NativeValue.Flag(false));
        document.Get(new Address("/missing")).ShouldBeNull();
        foreach (var address in new[] { "/b", "/c", "/d" })
            Should.Throw<SettingsFileException>(() => document.Get(new Address(address)));
        Should
            .Throw<SettingsFileException>(() => document.Get(new Address("/a/x/y")))
            .Message.ShouldContain("no object");
        Should
            .Throw<SettingsFileException>(() => document.Get(new Address("a")))
            .Message.ShouldContain("starts with '/'");
    }

    // Desktop Entry Specification 1.5, "Possible value types": escapes and lists.
    [Theory]
    [InlineData("k=plain", "plain")]
    [InlineData("k = spaced", "spaced")]
    [InlineData(@"k=\sone\stwo", " one two")]
    [InlineData(@"k=a\nb\tc\rd", "a\nb\tc\rd")]
    [InlineData(@"k=C:\\home", @"C:\home")]
    [InlineData(@"k=unknown \x stays", @"unknown \x stays")]
    [InlineData(@"k=ends with \", @"ends with \")]
    [InlineData("k=a=b;c#d", "a=b;c#d")]
    [InlineData("k=", "")]
    public void A_key_file_value_is_read_with_the_escapes_of_the_standard(
        string line,
        string value
    ) =>
        KeyFileDocument
            .Open(Encoding.UTF8.GetBytes($"[Group]\n{line}\n"))
            .Get(new Address("Group/k"))!
            .Content.ShouldBe(value);

    [Fact]
    public void A_key_file_list_is_split_at_its_semicolons_and_not_at_escaped_ones()
    {
        var document = KeyFileDocument.Open(
            "[G]\none=a;b\ntwo=a;b;\nthree=a\\;b;c;\nnone=\n"u8.ToArray()
        );
        document.Get(new Address("G/one"))!.Items.ShouldBe(["a", "b"]);
        document.Get(new Address("G/two"))!.Items.ShouldBe(["a", "b"]);
        document.Get(new Address("G/three"))!.Items.ShouldBe(["a;b", "c"]);
        document.Get(new Address("G/none"))!.Items.ShouldBeEmpty();
    }

    [Fact]
    public void A_key_in_a_language_or_in_another_group_is_another_key()
    {
        var document = KeyFileDocument.Open(
            "[A/1]\nName=one\nName[de]=eins\n[B]\nName=two\n"u8.ToArray()
        );
        document.Get(new Address("A/1/Name"))!.Content.ShouldBe("one");
        document.Get(new Address("A/1/Name[de]"))!.Content.ShouldBe("eins");
        document.Get(new Address("B/Name"))!.Content.ShouldBe("two");
        document.Get(new Address("C/Name")).ShouldBeNull();
        Should
            .Throw<SettingsFileException>(() => document.Get(new Address("Name")))
            .Message.ShouldContain("Group/key");
    }

    [Fact]
    public void A_new_key_comes_at_the_end_of_its_group_and_a_new_group_at_the_end_of_the_file()
    {
        var document = KeyFileDocument.Open("[A]\nx=1\n\n[B]\ny=2"u8.ToArray());
        var changed = document
            .Set(new Address("A/z"), NativeValue.Number("3"))
            .Set(new Address("C/w"), NativeValue.Flag(true));
        Encoding
            .UTF8.GetString(changed.Bytes.Span)
            .ShouldBe("[A]\nx=1\nz=3\n\n[B]\ny=2\n[C]\nw=true\n");
    }

    [Fact]
    public void Half_a_character_in_JSON_is_refused_and_not_stumbled_over() =>
        Should
            .Throw<SettingsFileException>(() =>
                JsonFileDocument.Open("""{"a": "\ud800"}"""u8.ToArray())
            )
            .Message.ShouldContain("half a character");

    [Theory]
    [InlineData("resource file", "a: 1")]
    [InlineData("shell variables", "a=1")]
    [InlineData("whole file", "a")]
    public void A_format_without_lists_says_so(string format, string text)
    {
        var document = SettingsFormat.Find(format)!.Open(Encoding.UTF8.GetBytes(text));
        var list = new ListAddress("/panels", "id");
        Should.Throw<SettingsFileException>(() => document.Items(list));
        Should.Throw<SettingsFileException>(() => document.RemoveItem(list, "a"));
        Should.Throw<SettingsFileException>(() => document.Reorder(list, ["a"]));
    }

    [Theory]
    [InlineData("! c\nTerm*a : x \\\n y\nTerm*b:z", "Term*a", "x  y")]
    [InlineData("*a:\\ two", "*a", " two")]
    [InlineData("a: tab\\011end\\n", "a", "tab\tend\n")]
    [InlineData("#include \"a: b\"\na: c", "a", "c")]
    public void A_resource_is_read_with_the_continuations_and_escapes_of_X(
        string text,
        string name,
        string value
    ) =>
        ResourceFileDocument
            .Open(Encoding.UTF8.GetBytes(text))
            .Get(new Address(name))!
            .Content.ShouldBe(value);

    [Theory]
    [InlineData("A=\"x \\\"y\\\\\"", "x \"y\\")]
    [InlineData("  export A='x \"$y'", "x \"$y")]
    [InlineData("A=plain # no", "plain")]
    [InlineData("if true; then\nA=\"two\nlines\"\nfi", "two\nlines")]
    public void A_shell_variable_is_read_with_the_quotes_of_POSIX(string text, string value) =>
        ShellFileDocument
            .Open(Encoding.UTF8.GetBytes(text))
            .Get(new Address("A"))!
            .Content.ShouldBe(value);

    [Theory]
    [InlineData("A=\"$HOME/x\"")]
    [InlineData("A=`date`")]
    public void A_value_that_the_shell_computes_is_not_taken_for_one(string text) =>
        Should
            .Throw<SettingsFileException>(() =>
                ShellFileDocument.Open(Encoding.UTF8.GetBytes(text)).Get(new Address("A"))
            )
            .Message.ShouldContain("computes");

    [Theory]
    [InlineData("/r/a[@n='2']/@v", "two")]
    [InlineData("/r/a[k='y']/b", "in & out")]
    [InlineData("/r/a[1]/@v", "one")]
    [InlineData("/r/Q{urn:x}c", "names")]
    [InlineData("/r/d", "<raw>")]
    public void An_XML_address_leads_where_XPath_says(string path, string value) =>
        XmlFileDocument
            .Open(
                "<!DOCTYPE r SYSTEM 'r.dtd'><r xmlns:x='urn:x'><a n='1' v='one'/><a n=\"2\" v='two'/><a><k>y</k><b> in &amp; out\n</b></a><x:c>names</x:c><c>none</c><d><![CDATA[<raw>]]></d></r>"u8.ToArray()
            )
            .Get(new Address(path))!
            .Content.ShouldBe(value);

    [Fact]
    public void Nothing_outside_an_XML_file_is_loaded_and_its_own_entities_are_kept_unread()
    {
        var secret = Path.Combine(Path.GetTempPath(), Path.GetRandomFileName());
        File.WriteAllText(secret, "secret");
        var text =
            $"<!DOCTYPE r [<!ENTITY out SYSTEM 'file://{secret}'><!ENTITY own 'x'>]><r><a>&own;</a><b>1</b></r>";
        var document = XmlFileDocument.Open(Encoding.UTF8.GetBytes(text));
        Should
            .Throw<SettingsFileException>(() => document.Get(new Address("/r/a")))
            .Message.ShouldContain("entity");
        Encoding
            .UTF8.GetString(document.Set(new Address("/r/b"), NativeValue.Text("2")).Bytes.Span)
            .ShouldBe(text.Replace("<b>1", "<b>2", StringComparison.Ordinal));
        var outside = text.Replace("&own;", "&out;", StringComparison.Ordinal);
        try
        {
            XmlFileDocument
                .Open(Encoding.UTF8.GetBytes(outside))
                .Get(new Address("/r/a"))!
                .Content.ShouldNotContain("secret");
        }
        catch (SettingsFileException)
        {
            // Refusing the file is as good.
        }
        File.Delete(secret);
    }

    [Theory]
    [InlineData("<a><x/></a>", "/a/b", "<a><x/><b>1</b></a>")]
    [InlineData(
        "<a>\n  <x/>\n</a>",
        "/a/b[@n='k']/c",
        "<a>\n  <x/>\n  <b n=\"k\"><c>1</c></b>\n</a>"
    )]
    [InlineData("<a/>", "/a/@v", "<a v=\"1\"/>")]
    [InlineData("<a>\n</a>", "/a/b[k='y']/v", "<a>\n<b><k>y</k><v>1</v></b></a>")]
    public void What_an_XML_address_needs_and_is_not_there_is_added(
        string text,
        string path,
        string expected
    ) =>
        Encoding
            .UTF8.GetString(
                XmlFileDocument
                    .Open(Encoding.UTF8.GetBytes(text))
                    .Set(new Address(path), NativeValue.Text("1"))
                    .Bytes.Span
            )
            .ShouldBe(expected);

    [Theory]
    [InlineData("""{"panels": [{"edge": "top"}]}""", "has no 'id'")]
    [InlineData("""{"panels": [{"id": "a"}, {"id": "a"}]}""", "Two items")]
    [InlineData("""{"panels": {}}""", "no list")]
    [InlineData("""{"other": []}""", "no list")]
    public void A_list_whose_items_cannot_be_told_apart_is_refused(string text, string said) =>
        Should
            .Throw<SettingsFileException>(() =>
                JsonFileDocument
                    .Open(Encoding.UTF8.GetBytes(text))
                    .Items(new ListAddress("/panels", "id"))
            )
            .Message.ShouldContain(said);
}
