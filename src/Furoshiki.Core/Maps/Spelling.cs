using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Maps;

/// <summary>How a platform's files spell a colour.</summary>
public enum ColourNotation
{
    /// <summary>As in CSS: #rrggbb, or #rrggbbaa where it is not opaque.</summary>
    Css,

    /// <summary>#aarrggbb: alpha first.</summary>
    AlphaFirst,

    /// <summary>rrggbb without the hash sign; opaque ones only.</summary>
    Bare,

    /// <summary>r,g,b, or r,g,b,a where it is not opaque, each 0 to 255.</summary>
    Decimal,
}

/// <summary>How a platform's files spell the values of a setting, where they do not spell them as looks do.</summary>
/// <param name="Values">The spelling of single values, by the look's.</param>
/// <param name="Scale">What a look's number is multiplied by to give the file's; not 0.</param>
/// <param name="Decimals">How many decimals the file's number has, 0 to 6; null if it is not scaled.</param>
/// <param name="Suffix">What stands after a value, such as a unit; null for nothing.</param>
/// <param name="Separator">What stands between the items of a list; null if the format itself has lists.</param>
/// <param name="Quotes">What stands on both sides of a value, " or '; null for nothing.</param>
/// <param name="Colour">How colours are spelt.</param>
public sealed record Spelling(
    ImmutableDictionary<string, NativeValue> Values,
    double Scale = 1,
    int? Decimals = null,
    string? Suffix = null,
    string? Separator = null,
    char? Quotes = null,
    ColourNotation Colour = ColourNotation.Css
)
{
    private const int MostDecimals = 6;
    private const string OfX = "rgb:";

    /// <summary>As in looks.</summary>
    public static Spelling Plain { get; } = new(ImmutableDictionary<string, NativeValue>.Empty);

    /// <summary>The look's spelling of a value that a file has. What single values are spelt as is always the whole of it.</summary>
    /// <exception cref="SettingsFileException">The value is not spelt as the map says.</exception>
    public NativeValue FromFile(NativeValue native)
    {
        if (OursOf(native) is { } single)
            return native with { Type = NativeType.Untyped, Content = single };
        if (Quotes is { } quotes && QuotedIn(native.Content) == quotes)
            native = native with { Type = NativeType.Untyped, Content = native.Content[1..^1] };
        if (Suffix is { } suffix && native.Content.EndsWith(suffix, StringComparison.Ordinal))
            native = native with
            {
                Type = NativeType.Untyped,
                Content = native.Content[..^suffix.Length].TrimEnd(),
            };
        if (Separator is { } separator)
            return NativeValue.List(
                native.Content.Length == 0
                    ? []
                    : [.. native.Content.Split(separator).Select(item => item.Trim())]
            );
        if (Decimals is { } decimals)
            return native with
            {
                Content = CanonicalJson.Number(Shortest(Number(native), decimals)),
            };
        return Colour == ColourNotation.Css && !IsOfX(native.Content)
            ? native
            : native with
            {
                Content = FromNotation(native.Content),
            };
    }

    /// <summary>The file's spelling of a value that a look has.</summary>
    /// <param name="value">The value.</param>
    /// <param name="now">What the file has there now, whose manner is kept where it has several; null for nothing.</param>
    /// <exception cref="SettingsFileException">The file has no way to spell it so that it is read as the same.</exception>
    public NativeValue ToFile(NativeValue value, NativeValue? now = null)
    {
        if (value.Type != NativeType.List && Values.TryGetValue(value.Content, out var theirs))
            return theirs;
        var spelt = value;
        if (Separator is { } separator)
            spelt = NativeValue.Text(Joined(value.Items, separator));
        else if (Decimals is { } decimals)
        {
            // What is rounded to a number that has a spelling of its own is spelt as that is.
            var scaled = Scaled(Number(value), decimals);
            if (Values.TryGetValue(CanonicalJson.Number(Shortest(scaled, decimals)), out theirs))
                return theirs;
            spelt = value with { Content = CanonicalJson.Number(scaled) };
        }
        else if (Colour != ColourNotation.Css)
            spelt = value with { Content = ToNotation(value.Content, now?.Content) };
        if (now is { } manner && IsUpperHex(manner.Content) && Rgba.TryParse(value.Content, out _))
            spelt = spelt with { Content = spelt.Content.ToUpperInvariant() };
        if (Suffix is not null)
            spelt =
                spelt.Content != spelt.Content.TrimEnd()
                    ? throw new SettingsFileException(
                        $"The file has no way to write '{spelt.Content}' before '{Suffix}'."
                    )
                    : NativeValue.Text(spelt.Content + Suffix);
        if (Quotes is { } quotes)
            spelt = Quoted(spelt.Content, quotes, now?.Content);
        return spelt.Type != NativeType.List && OursOf(spelt) is { } other
            ? throw new SettingsFileException(
                $"The file has no way to write '{value.Content}': it stands for '{other}' there."
            )
            : spelt;
    }

    /// <summary>The quotes that a text stands in, " or '; null if it stands in none.</summary>
    public static char? QuotedIn(string content) =>
        content is ['"', .., '"'] or ['\'', .., '\''] ? content[0] : null;

    /// <summary>A text in quotes. Where the file has a value without, it stays so, if it is read as the same.</summary>
    private static NativeValue Quoted(string content, char quotes, string? now) =>
        content.Contains(quotes, StringComparison.Ordinal)
        || content.Contains('\\', StringComparison.Ordinal)
            ? throw new SettingsFileException(
                $"The file has no way to write '{content}' between {quotes} and {quotes}."
            )
            : NativeValue.Text(
                now is null || QuotedIn(now) is not null ? $"{quotes}{content}{quotes}" : content
            );

    /// <summary>The value of a look that is spelt so as a whole; null if none is.</summary>
    private string? OursOf(NativeValue native)
    {
        if (native.Type != NativeType.List)
            foreach (var (ours, theirs) in Values)
                if (native.Content == theirs.Content && native.CanBe(theirs.Type))
                    return ours;
        return null;
    }

    private static string Joined(ImmutableArray<string> items, string separator)
    {
        foreach (var item in items)
            if (item.Contains(separator, StringComparison.Ordinal) || item != item.Trim())
                throw new SettingsFileException(
                    $"The file has no way to write an item with '{separator}' in it."
                );
        var joined = string.Join(separator, items);
        return
            items.Length > 0
            && (
                joined.Length == 0
                || !joined.Split(separator).Select(item => item.Trim()).SequenceEqual(items)
            )
            ? throw new SettingsFileException(
                $"The file has no way to write these items with '{separator}' between them."
            )
            : joined;
    }

    /// <summary>Whether a colour is written with large hexadecimal letters.</summary>
    private static bool IsUpperHex(string content) =>
        content.Any(char.IsAsciiLetterUpper)
        && content.All(letter => letter == '#' || char.IsAsciiHexDigitUpper(letter));

    /// <summary>Whether a colour is written as X does beside its names and hash signs.</summary>
    private static bool IsOfX(string content) =>
        content.StartsWith(OfX, StringComparison.OrdinalIgnoreCase);

    private double Scaled(double ours, int decimals) =>
        Math.Round(ours * Scale, decimals, MidpointRounding.AwayFromZero);

    /// <summary>The number with the fewest decimals that the file would spell as it does.</summary>
    private double Shortest(double theirs, int decimals)
    {
        var exact = theirs / Scale;
        for (var digits = 0; digits < MostDecimals; digits++)
            if (Math.Round(exact, digits) is var ours && Scaled(ours, decimals) == theirs)
                return ours;
        return Math.Round(exact, MostDecimals);
    }

    private static double Number(NativeValue native) =>
        double.TryParse(
            native.Content,
            NumberStyles.Float,
            CultureInfo.InvariantCulture,
            out var number
        ) && double.IsFinite(number)
            ? number
            : throw new SettingsFileException($"'{native.Content}' stands where a number belongs.");

    private string FromNotation(string content)
    {
        var css = Colour switch
        {
            _ when IsOfX(content) => FromX(content),
            ColourNotation.AlphaFirst when content.Length == 9 => $"#{content[3..]}{content[1..3]}",
            ColourNotation.Bare => "#" + content,
            ColourNotation.Decimal => FromDecimal(content),
            _ => content,
        };
        return Rgba.TryParse(css, out var colour)
            ? colour.ToString()
            : throw new SettingsFileException($"'{content}' stands where a colour belongs.");
    }

    /// <summary>
    /// A colour as rgb:r/g/b, each of one to four hexadecimal digits, of which the largest is full. Source: XParseColor of Xlib.
    /// </summary>
    private static string? FromX(string content)
    {
        var channels = content[OfX.Length..].Split('/');
        return
            channels.Length == 3
            && channels.All(one => one.Length is >= 1 and <= 4 && one.All(char.IsAsciiHexDigit))
            ? "#"
                + string.Concat(
                    channels
                        .Select(one =>
                            (int)
                                Math.Round(
                                    int.Parse(
                                        one,
                                        NumberStyles.AllowHexSpecifier,
                                        CultureInfo.InvariantCulture
                                    )
                                        * 255.0
                                        / ((1 << (4 * one.Length)) - 1)
                                )
                        )
                        .Select(one => one.ToString("x2", CultureInfo.InvariantCulture))
                )
            : null;
    }

    private static string? FromDecimal(string content)
    {
        var channels = content.Split(',');
        var bytes = channels.Select(channel =>
            byte.TryParse(
                channel.Trim(),
                NumberStyles.None,
                CultureInfo.InvariantCulture,
                out var value
            )
                ? value
                : (byte?)null
        );
        return channels.Length is 3 or 4 && bytes.All(value => value is not null)
            ? "#" + Convert.ToHexStringLower([.. bytes.Select(value => value!.Value)])
            : null;
    }

    private string ToNotation(string content, string? now)
    {
        if (!Rgba.TryParse(content, out var colour))
            throw new SettingsFileException($"'{content}' is no colour.");
        var (r, g, b, a) = colour;
        return Colour switch
        {
            ColourNotation.AlphaFirst
                when a == 255 && now is { Length: 7 } && Rgba.TryParse(now, out _) =>
                $"#{r:x2}{g:x2}{b:x2}",
            ColourNotation.AlphaFirst => $"#{a:x2}{r:x2}{g:x2}{b:x2}",
            ColourNotation.Decimal => a == 255
                ? string.Create(CultureInfo.InvariantCulture, $"{r},{g},{b}")
                : string.Create(CultureInfo.InvariantCulture, $"{r},{g},{b},{a}"),
            _ when a == 255 => $"{r:x2}{g:x2}{b:x2}",
            _ => throw new SettingsFileException(
                "The file has no way to write a colour that is not opaque."
            ),
        };
    }
}
