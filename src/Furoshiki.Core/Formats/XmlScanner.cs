using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Xml;

namespace Furoshiki.Core.Formats;

/// <summary>
/// Finds where elements and attributes stand in an XML text. The text has been read by the framework's own reader before, so
/// it is well formed, and this only needs to follow it.
/// </summary>
internal static class XmlScanner
{
    private const long MostFromEntities = 1024 * 1024;
    private const int Deepest = 200;
    private const int MostAttributes = 10_000;

    /// <summary>The root element of a text.</summary>
    /// <exception cref="SettingsFileException">The text is not well formed.</exception>
    public static XmlElementSpan Scan(string text)
    {
        RefuseTooManyAttributes(text);
        Check(text);
        var at = SkipOther(text, 0).At;
        return Element(text, ref at, ImmutableDictionary<string, string>.Empty);
    }

    public static bool IsSpace(char c) => c is ' ' or '\t' or '\r' or '\n';

    /// <summary>Text with the references of XML itself resolved (XML 1.0, 4.1 and 4.6); null if it has others.</summary>
    public static string? Decode(string raw)
    {
        if (!raw.Contains('&', StringComparison.Ordinal))
            return raw;
        var text = new StringBuilder(raw.Length);
        for (var i = 0; i < raw.Length; i++)
        {
            if (raw[i] != '&')
            {
                text.Append(raw[i]);
                continue;
            }
            var end = raw.IndexOf(';', i);
            var name = raw[(i + 1)..end];
            if (Reference(name) is not { } meaning)
                return null;
            text.Append(meaning);
            i = end;
        }
        return text.ToString();
    }

    /// <summary>Text between tags without its comments and processing instructions, CDATA sections as plain text.</summary>
    public static string WithoutMarkup(string raw)
    {
        if (!raw.Contains('<', StringComparison.Ordinal))
            return raw;
        var text = new StringBuilder(raw.Length);
        for (var at = 0; at < raw.Length; )
        {
            var next = raw.IndexOf('<', at);
            text.Append(raw, at, (next < 0 ? raw.Length : next) - at);
            if (next < 0)
                break;
            if (raw.AsSpan(next).StartsWith("<![CDATA["))
            {
                var end = raw.IndexOf("]]>", next, StringComparison.Ordinal);
                text.Append(raw[(next + 9)..end].Replace("&", "&amp;", StringComparison.Ordinal));
                at = end + 3;
            }
            else
                at = SkipOne(raw, next);
        }
        return text.ToString();
    }

    /// <summary>A text whose lines end as those of XML do, with a line feed (XML 1.0, 2.11).</summary>
    public static string WithOneLineEnd(string raw) =>
        raw.Contains('\r', StringComparison.Ordinal)
            ? raw.Replace("\r\n", "\n", StringComparison.Ordinal).Replace('\r', '\n')
            : raw;

    /// <summary>An attribute's value before its references are resolved: a line end or a tab in it is a space (XML 1.0, 3.3.3).</summary>
    private static string Normalized(string raw) =>
        WithOneLineEnd(raw).Replace('\n', ' ').Replace('\t', ' ');

    private static string? Reference(string name) =>
        name switch
        {
            "amp" => "&",
            "lt" => "<",
            "gt" => ">",
            "quot" => "\"",
            "apos" => "'",
            ['#', 'x', .. var digits] => char.ConvertFromUtf32(
                int.Parse(digits, NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture)
            ),
            ['#', .. var digits] => char.ConvertFromUtf32(
                int.Parse(digits, NumberStyles.None, CultureInfo.InvariantCulture)
            ),
            _ => null,
        };

    /// <summary>The framework's reader takes a time that grows with the square of the attributes of one element.</summary>
    private static void RefuseTooManyAttributes(string text)
    {
        for (var at = text.IndexOf('<'); at >= 0; at = text.IndexOf('<', at + 1))
        {
            var (quote, attributes) = ('\0', 0);
            for (var i = at + 1; i < text.Length && text[i] != '<'; i++)
            {
                if (quote != '\0')
                    quote = text[i] == quote ? '\0' : quote;
                else if (text[i] == '>')
                    break;
                else if (text[i] is '"' or '\'')
                    quote = text[i];
                else if (text[i] == '=' && ++attributes > MostAttributes)
                    throw new SettingsFileException(
                        $"An element has more than {MostAttributes} attributes."
                    );
            }
        }
    }

    private static void Check(string text)
    {
        var settings = new XmlReaderSettings
        {
            DtdProcessing = DtdProcessing.Parse,
            XmlResolver = null,
            MaxCharactersFromEntities = MostFromEntities,
        };
        try
        {
            using var reader = XmlReader.Create(
                new StringReader(text.StartsWith('\uFEFF') ? text[1..] : text),
                settings
            );
            while (reader.Read())
            {
                if (reader.Depth > Deepest)
                    throw new SettingsFileException(
                        $"Elements stand more than {Deepest} deep in each other."
                    );
                if (
                    reader is { NodeType: XmlNodeType.XmlDeclaration }
                    && reader["encoding"] is { } encoding
                    && !encoding.Equals("utf-8", StringComparison.OrdinalIgnoreCase)
                    && !encoding.Equals("us-ascii", StringComparison.OrdinalIgnoreCase)
                )
                    throw new SettingsFileException(
                        $"The file says that it is {encoding}, not UTF-8."
                    );
            }
        }
        catch (XmlException problem)
        {
            throw new SettingsFileException(
                $"The file is not XML: see line {Math.Max(1, problem.LineNumber)}."
            );
        }
    }

    private static XmlElementSpan Element(
        string text,
        ref int at,
        ImmutableDictionary<string, string> outer
    )
    {
        var start = at;
        var nameEnd = NameEnd(text, start + 1);
        var attributes = Attributes(text, nameEnd, out var tagEnd);
        var spaces = Declared(attributes, outer);
        var (prefix, name) = Split(text[(start + 1)..nameEnd]);
        var own = spaces.GetValueOrDefault(prefix, "");
        var usual = spaces.GetValueOrDefault("", "");
        if (text[tagEnd] == '/')
        {
            at = tagEnd + 2;
            return new(
                name,
                own,
                start,
                nameEnd,
                tagEnd,
                tagEnd,
                at,
                attributes,
                [],
                true,
                false,
                usual
            );
        }
        var children = ImmutableArray.CreateBuilder<XmlElementSpan>();
        var hasOther = false;
        at = tagEnd + 1;
        while (true)
        {
            (at, var skipped) = SkipOther(text, at);
            hasOther |= skipped;
            if (text[at + 1] == '/')
                break;
            children.Add(Element(text, ref at, spaces));
        }
        var contentEnd = at;
        at = text.IndexOf('>', at) + 1;
        return new(
            name,
            own,
            start,
            nameEnd,
            tagEnd + 1,
            contentEnd,
            at,
            attributes,
            children.ToImmutable(),
            false,
            hasOther,
            usual
        );
    }

    private static ImmutableDictionary<string, string> Declared(
        ImmutableArray<XmlAttributeSpan> attributes,
        ImmutableDictionary<string, string> outer
    )
    {
        foreach (var attribute in attributes)
            if (attribute.Name == "xmlns")
                outer = outer.SetItem("", attribute.Value ?? "");
            else if (attribute.Name.StartsWith("xmlns:", StringComparison.Ordinal))
                outer = outer.SetItem(attribute.Name[6..], attribute.Value ?? "");
        return outer;
    }

    private static ImmutableArray<XmlAttributeSpan> Attributes(string text, int at, out int tagEnd)
    {
        var attributes = ImmutableArray.CreateBuilder<XmlAttributeSpan>();
        while (true)
        {
            while (IsSpace(text[at]))
                at++;
            if (text[at] is '>' or '/')
                break;
            var start = at;
            at = NameEnd(text, at);
            var name = text[start..at];
            while (text[at] is not ('"' or '\''))
                at++;
            var end = text.IndexOf(text[at], at + 1);
            attributes.Add(
                new XmlAttributeSpan(
                    name,
                    start,
                    at + 1,
                    end,
                    Decode(Normalized(text[(at + 1)..end]))
                )
            );
            at = end + 1;
        }
        tagEnd = at;
        return attributes.ToImmutable();
    }

    private static int NameEnd(string text, int at)
    {
        while (!IsSpace(text[at]) && text[at] is not ('>' or '/' or '='))
            at++;
        return at;
    }

    private static (string Prefix, string Name) Split(string name) =>
        name.IndexOf(':', StringComparison.Ordinal) is > 0 and var colon
            ? (name[..colon], name[(colon + 1)..])
            : ("", name);

    /// <summary>The next tag of an element, and whether a comment or a processing instruction stood before it.</summary>
    private static (int At, bool Skipped) SkipOther(string text, int at)
    {
        var skipped = false;
        while (true)
        {
            at = text.IndexOf('<', at);
            if (text[at + 1] is not ('!' or '?'))
                return (at, skipped);
            skipped |= !text.AsSpan(at).StartsWith("<![CDATA[");
            at = SkipOne(text, at);
        }
    }

    /// <summary>Where a comment, a CDATA section, a processing instruction or a document type ends.</summary>
    private static int SkipOne(string text, int at)
    {
        string? end =
            text.AsSpan(at).StartsWith("<!--") ? "-->"
            : text.AsSpan(at).StartsWith("<![CDATA[") ? "]]>"
            : text[at + 1] == '?' ? "?>"
            : null;
        if (end is not null)
            return text.IndexOf(end, at + 2, StringComparison.Ordinal) + end.Length;
        for (var depth = 0; ; at++)
            switch (text[at])
            {
                case '"' or '\'':
                    at = text.IndexOf(text[at], at + 1);
                    break;
                case '<' when text.AsSpan(at).StartsWith("<!--") || text[at + 1] == '?':
                    at = SkipOne(text, at) - 1;
                    break;
                case '<':
                    depth++;
                    break;
                case '>' when --depth == 0:
                    return at + 1;
            }
    }
}
