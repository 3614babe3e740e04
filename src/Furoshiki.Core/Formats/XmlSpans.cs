using System.Collections.Immutable;

namespace Furoshiki.Core.Formats;

/// <summary>An attribute and the characters where it stands.</summary>
/// <param name="Name">Its name as written.</param>
/// <param name="Start">Where its name starts.</param>
/// <param name="ValueStart">Where its value starts, after the quote.</param>
/// <param name="ValueEnd">Where its value ends, before the quote.</param>
/// <param name="Value">Its value; null if it has an entity that the file declares itself.</param>
internal sealed record XmlAttributeSpan(
    string Name,
    int Start,
    int ValueStart,
    int ValueEnd,
    string? Value
);

/// <summary>An element and the characters where it stands.</summary>
/// <param name="Name">Its local name.</param>
/// <param name="Namespace">Its namespace; empty for none.</param>
/// <param name="Start">Where its start tag starts.</param>
/// <param name="NameEnd">Where the name in its start tag ends.</param>
/// <param name="ContentStart">Where its content starts; for an empty tag, where the tag's "/" stands.</param>
/// <param name="ContentEnd">Where its content ends.</param>
/// <param name="End">Where it ends.</param>
/// <param name="Attributes">Its attributes.</param>
/// <param name="Children">Its child elements.</param>
/// <param name="IsEmptyTag">Whether it is written as an empty tag.</param>
/// <param name="HasOther">Whether there are comments or processing instructions in it.</param>
/// <param name="DefaultNamespace">The namespace of elements in it that are written without a prefix; empty for none.</param>
internal sealed record XmlElementSpan(
    string Name,
    string Namespace,
    int Start,
    int NameEnd,
    int ContentStart,
    int ContentEnd,
    int End,
    ImmutableArray<XmlAttributeSpan> Attributes,
    ImmutableArray<XmlElementSpan> Children,
    bool IsEmptyTag,
    bool HasOther,
    string DefaultNamespace
)
{
    public XmlAttributeSpan? Attribute(string name) =>
        Attributes.FirstOrDefault(one => one.Name == name);

    /// <summary>Where its text stands without the space round it.</summary>
    public (int Start, int End) TextSpan(string text)
    {
        var (start, end) = (ContentStart, ContentEnd);
        while (start < end && XmlScanner.IsSpace(text[start]))
            start++;
        while (end > start && XmlScanner.IsSpace(text[end - 1]))
            end--;
        return (start, end);
    }

    /// <summary>Its text, for an element without children; null if it has an entity that the file declares itself.</summary>
    public string? Text(string text)
    {
        if (IsEmptyTag)
            return "";
        var (start, end) = TextSpan(text);
        return XmlScanner.Decode(
            XmlScanner.WithOneLineEnd(XmlScanner.WithoutMarkup(text[start..end]))
        );
    }
}
