using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;

namespace Furoshiki.Core.Formats;

/// <summary>
/// An address in an XML file: a subset of XPath 3.1's abbreviated notation. Steps are separated by '/'; a step is the name of an
/// element (with a namespace as Q{uri}name), with any of [@attribute='value'], [child='text'] or [number] after it; the last
/// step can be @attribute. Starting with '/', the first step is the root element.
/// </summary>
internal sealed partial record XmlPath(ImmutableArray<XmlStep> Steps, string? Attribute)
{
    /// <summary>Reads a path.</summary>
    /// <exception cref="SettingsFileException">It is none.</exception>
    public static XmlPath Parse(string text) =>
        Problem(text) is { } problem
            ? throw new SettingsFileException($"'{text}' is no address in XML: {problem}.")
            : Read(text);

    /// <summary>What is wrong with a text as a path; null if nothing is.</summary>
    public static string? Problem(string text) =>
        PathPattern().IsMatch(text)
            ? null
            : "it has the form /root/element[@name='value']/@attribute";

    /// <summary>The path to the element that holds the last one.</summary>
    public XmlPath Parent => new(Steps[..^1], null);

    public XmlStep Last => Steps[^1];

    /// <summary>The element that the steps lead to from another, which is where they start; null if there is none.</summary>
    /// <exception cref="SettingsFileException">There are two.</exception>
    public XmlElementSpan? Find(XmlElementSpan from, string text) => Follow(from, 0, text);

    /// <summary>The element that the steps lead to, of which the first is the root element.</summary>
    /// <exception cref="SettingsFileException">There are two.</exception>
    public XmlElementSpan? FindFromTop(XmlElementSpan root, string text) =>
        Steps.IsEmpty || !Steps[0].Matches(root, text) ? null : Follow(root, 1, text);

    /// <inheritdoc />
    public override string ToString() => "/" + string.Join('/', Steps.Select(step => step.Name));

    private XmlElementSpan? Follow(XmlElementSpan from, int first, string text)
    {
        XmlElementSpan? at = from;
        for (var i = first; i < Steps.Length && at is not null; i++)
            at = Steps[i].Find(at, text);
        return at;
    }

    private static XmlPath Read(string text)
    {
        var steps = ImmutableArray.CreateBuilder<XmlStep>();
        string? attribute = null;
        foreach (var match in StepPattern().EnumerateMatches(text))
        {
            var step = text.AsSpan(match.Index, match.Length).Trim('/').ToString();
            if (step.StartsWith('@'))
                attribute = step[1..];
            else
                steps.Add(XmlStep.Read(step));
        }
        return new XmlPath(steps.ToImmutable(), attribute);
    }

    private const string Name = @"[\p{L}_][\w.:-]*";
    private const string Test = @"\[(?:@?" + Name + @"='[^']*'|[1-9][0-9]*)\]";
    private const string Step = @"(?:Q\{[^}]*\})?" + Name + "(?:" + Test + ")*";

    [GeneratedRegex("^(?:/?" + Step + "(?:/" + Step + ")*(?:/@" + Name + ")?|@" + Name + ")\\z")]
    private static partial Regex PathPattern();

    [GeneratedRegex("/?@" + Name + "|/?" + Step)]
    private static partial Regex StepPattern();
}

/// <summary>A step of a path.</summary>
/// <param name="Name">The local name of the element.</param>
/// <param name="Namespace">Its namespace; empty for none.</param>
/// <param name="Tests">What must be true of it: an attribute or the text of a child has a value.</param>
/// <param name="Position">Which of those of which all this is true, from 1; null for the only one.</param>
internal sealed partial record XmlStep(
    string Name,
    string Namespace,
    ImmutableArray<(bool IsAttribute, string Name, string Value)> Tests,
    int? Position
)
{
    public static XmlStep Read(string text)
    {
        var tests = ImmutableArray.CreateBuilder<(bool, string, string)>();
        int? position = null;
        foreach (Match match in TestPattern().Matches(text))
            if (match.Groups["position"].Success)
                position = int.Parse(
                    match.Groups["position"].Value,
                    System.Globalization.CultureInfo.InvariantCulture
                );
            else
                tests.Add(
                    (
                        match.Groups["at"].Length > 0,
                        match.Groups["name"].Value,
                        match.Groups["value"].Value
                    )
                );
        var name = NamePattern().Match(text);
        return new XmlStep(
            name.Groups["name"].Value,
            name.Groups["uri"].Value,
            tests.ToImmutable(),
            position
        );
    }

    public bool Matches(XmlElementSpan element, string text) =>
        element.Name == Name
        && element.Namespace == Namespace
        && Tests.All(test =>
            test.IsAttribute
                ? element.Attribute(test.Name)?.Value == test.Value
                : element.Children.Any(child =>
                    child.Name == test.Name && child.Text(text) == test.Value
                )
        );

    /// <summary>The one child of an element that this leads to; null if there is none.</summary>
    /// <exception cref="SettingsFileException">There are two.</exception>
    public XmlElementSpan? Find(XmlElementSpan parent, string text)
    {
        var found = parent.Children.Where(child => Matches(child, text)).ToList();
        if (Position is { } position)
            return found.ElementAtOrDefault(position - 1);
        return found.Count < 2
            ? found.FirstOrDefault()
            : throw new SettingsFileException(
                $"The element '{Name}' stands twice where one belongs."
            );
    }

    /// <summary>An element of which all that the step asks is true, to stand as the last in another.</summary>
    /// <exception cref="SettingsFileException">It would not be the one at the step's position.</exception>
    public string Make(XmlElementSpan holder, string text)
    {
        if (Position is { } position)
        {
            var there = holder.Children.Count(child => Matches(child, text));
            if (there + 1 != position)
                throw new SettingsFileException(
                    $"There are only {there} elements '{Name}' where {position} are asked for."
                );
        }
        var tag = new StringBuilder($"<{Name}");
        if (Namespace != holder.DefaultNamespace)
            tag.Append($" xmlns=\"{Escape(Namespace)}\"");
        foreach (var (_, name, value) in Tests.Where(test => test.IsAttribute))
            tag.Append($" {name}=\"{Escape(value)}\"");
        var children = string.Concat(
            Tests
                .Where(test => !test.IsAttribute)
                .Select(test => $"<{test.Name}>{Escape(test.Value)}</{test.Name}>")
        );
        return tag.Append(children.Length == 0 ? "/>" : $">{children}</{Name}>").ToString();
    }

    private static string Escape(string value) => System.Security.SecurityElement.Escape(value);

    [GeneratedRegex(@"^(?:Q\{(?<uri>[^}]*)\})?(?<name>[^\[]+)")]
    private static partial Regex NamePattern();

    [GeneratedRegex(
        @"\[(?:(?<at>@?)(?<name>[^=\]]+)='(?<value>[^']*)'|(?<position>[1-9][0-9]*))\]"
    )]
    private static partial Regex TestPattern();
}
