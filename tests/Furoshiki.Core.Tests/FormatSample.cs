using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Tests;

/// <summary>A generated settings file with a value in it.</summary>
/// <param name="Format">Its format.</param>
/// <param name="Bytes">The file.</param>
/// <param name="Address">Where the value stands.</param>
/// <param name="Value">The value.</param>
/// <param name="New">An address at which nothing stands; null if the format has room for one value only.</param>
internal sealed record FormatSample(
    SettingsFormat Format,
    byte[] Bytes,
    Address Address,
    string Value,
    Address? New
)
{
    private static readonly Gen<string> Value0 = Gen.String[
        Gen.Char["abcXYZ 0129;=#[]\\\"'/,{}\täöü€<>&$`!:*?"],
        0,
        12
    ];
    private static readonly Gen<string> Name = Gen.String[Gen.Char["abcdefgh"], 1, 8];
    private static readonly Gen<string> End = Gen.OneOf("\n", "\r\n");

    /// <summary>Bytes that are no UTF-8, as some programs leave them in comments.</summary>
    private static readonly string Stray = LosslessText.FromBytes([0xFF, 0xC3, 0x28]);

    public static Gen<FormatSample> Of(string format) =>
        format switch
        {
            "key file" => KeyFile,
            "json" => Json,
            "xml" => Xml,
            "resource file" => Resources,
            "shell variables" => Shell,
            _ => Whole,
        };

    /// <summary>Values that a file of the format can hold.</summary>
    public static Gen<string> ValueFor(string format) =>
        format switch
        {
            "whole file" => Value0.Where(value => value.Length > 0),
            // Carriage returns aside, which would be line ends of the file.
            "key file" or "json" or "xml" or "shell variables" => Gen.OneOf(
                Value0,
                Value0.Select(value => value + "\n" + value)
            ),
            _ => Value0,
        };

    private static FormatSample Make(
        string format,
        string text,
        string end,
        string at,
        string value,
        string? other
    ) =>
        new(
            SettingsFormat.Find(format)!,
            LosslessText.ToBytes(text.Replace("\u0001", end, StringComparison.Ordinal)),
            new Address(at),
            value,
            other is null ? null : new Address(other)
        );

    /// <summary>A value as the format spells it, by setting it in a file that has nothing else.</summary>
    private static string Spelt(string format, string before, string at, string after, string value)
    {
        var document = SettingsFormat
            .Find(format)!
            .Open(LosslessText.ToBytes(before + "old" + after));
        return LosslessText.FromBytes(
            document.Set(new Address(at), NativeValue.Text(value)).Bytes.Span
        )[before.Length..^after.Length];
    }

    private static readonly Gen<FormatSample> KeyFile =
        from end in End
        from mark in Gen.OneOf("", "\uFEFF")
        from before in Gen.OneOf(
            "",
            "# a comment" + Stray,
            "[Other]\u0001key=1",
            "[Other]\u0001name[de]=x\u0001",
            "[O]\u0001k=1\u0001k=2\u0001q=\\q"
        )
        from space in Gen.OneOf("", " ", "  ")
        from after in Gen.OneOf(
            "",
            "\u0001",
            "\u0001# last",
            "\u0001\u0001[Last]\u0001a=b\u0001;=c"
        )
        from name in Name.Where(name => name != "other")
        from value in ValueFor("key file")
        let raw = Spelt("key file", "[Group]\nk=", "Group/k", "\n", value)
        where !(after.Length == 0 && raw.EndsWith('\r'))
        select Make(
            "key file",
            $"{mark}{before}\u0001[Group]\u0001other=1\u0001{name}{space}={space}{raw}{after}",
            end,
            $"Group/{name}",
            value,
            $"Group/{name}-new"
        );

    private static readonly Gen<FormatSample> Json =
        from end in End
        from mark in Gen.OneOf("", "\uFEFF")
        from comment in Gen.OneOf("", "// it, is\u0001", "/* , } */")
        from space in Gen.OneOf("", " ", "\u0001\t")
        from trailing in Gen.OneOf("", ",", " , ")
        from name in Name
        from value in ValueFor("json")
        let raw = Spelt("json", "{\"k\": \"", "/k", "\"}", value)
        select Make(
            "json",
            $$"""{{mark}}{{comment}}{"list": [1, {"a": null}],{{space}}{{comment}}"in": {{{space}}"{{name}}"{{space}}:{{space}}"{{raw}}"{{space}}{{trailing}}}{{comment}}, "z": 1e3}{{space}}""",
            end,
            $"/in/{name}",
            value,
            $"/in/{name}-new"
        );

    private static readonly Gen<FormatSample> Xml =
        from end in End
        from mark in Gen.OneOf("", "\uFEFF")
        from head in Gen.OneOf(
            "",
            "<?xml version=\"1.0\"?>\u0001",
            "<!-- <a> --><!DOCTYPE r [<!ENTITY e 'x'>]>\u0001"
        )
        from space in Gen.OneOf("", " ", "\u0001\t")
        from other in Gen.OneOf(
            "<o/>",
            "<o a='&gt;'>&#65;</o>",
            "<!-- ' --><o><![CDATA[<x>]]></o>",
            "<?p <a>?><o/>"
        )
        from isAttribute in Gen.Bool
        from quote in Gen.OneOf("\"", "'")
        from name in Name.Where(name => name != "o")
        from value in ValueFor("xml")
        let raw = isAttribute
            ? Spelt("xml", $"<k v={quote}", "/k/@v", $"{quote}/>", value)
            : Spelt("xml", "<k>", "/k", "</k>", value)
        let inside = value.Length > 0 ? space : ""
        let element = isAttribute
            ? $"<{name} v{space}={space}{quote}{raw}{quote}{space}/>"
            : $"<{name}{space}>{inside}{raw}{inside}</{name}>"
        select Make(
            "xml",
            $"{mark}{head}<r>{space}{other}{space}{element}{space}</r>{space}",
            end,
            isAttribute ? $"/r/{name}/@v" : $"/r/{name}",
            value,
            isAttribute ? $"/r/{name}/@w" : $"/r/{name}new"
        );

    private static readonly Gen<FormatSample> Resources =
        from end in End
        from before in Gen.OneOf(
            "",
            "! a comment: " + Stray,
            "#include \"x: y\"",
            "Other*name: a \\\u0001 b",
            "no colon"
        )
        from space in Gen.OneOf("", " ", "\t")
        from after in Gen.OneOf("", "\u0001", "\u0001! last", "\u0001?.z:\u0001*y: 1")
        from name in Name.Select(name => "Term*" + name)
        from value in Value0
        let raw = Spelt("resource file", "k: ", "k", "\n", value)
        select Make(
            "resource file",
            $"{before}\u0001{name}{space}:{space}{raw}{after}",
            end,
            name,
            value,
            name + ".new"
        );

    private static readonly Gen<FormatSample> Shell =
        from end in End
        from before in Gen.OneOf(
            "",
            "# a comment" + Stray,
            "if [ -n \"$X\" ]; then",
            "X=\"$HOME\"",
            "Y='two\u0001lines'"
        )
        from export in Gen.OneOf("", "export ", "  ")
        from after in Gen.OneOf("", "\u0001", " # last", "\u0001fi\u0001Z=1")
        from quote in Gen.OneOf("\"", "'", "")
        from name in Name
        from value in ValueFor("shell variables")
        where !value.StartsWith('\n')
        let raw = Spelt("shell variables", $"k={quote}", "k", $"{quote}\n", value)
        select Make(
            "shell variables",
            $"{before}\u0001{export}{name}={quote}{raw}{quote}{after}",
            end,
            name,
            value,
            name + "_new"
        );

    private static readonly Gen<FormatSample> Whole =
        from end in Gen.OneOf("", "\n", "\r\n")
        from value in ValueFor("whole file")
        select Make("whole file", value + end, end, "", value, null);
}
