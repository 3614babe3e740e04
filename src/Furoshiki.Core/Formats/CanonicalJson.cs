using System.Globalization;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Furoshiki.Core.Formats;

/// <summary>
/// JSON in the one form that RFC 8785 gives a document: no space, members in the order of their UTF-16 code units,
/// numbers as ECMAScript writes them, only the escapes that are needed.
/// </summary>
public static class CanonicalJson
{
    /// <summary>Writes a document in canonical form, in UTF-8.</summary>
    /// <exception cref="ArgumentException">A number is not finite.</exception>
    public static byte[] Write(JsonNode? node)
    {
        var text = new StringBuilder();
        Append(text, node);
        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private static void Append(StringBuilder text, JsonNode? node)
    {
        switch (node)
        {
            case null:
                text.Append("null");
                break;
            case JsonObject members:
                AppendAll(
                    text,
                    '{',
                    '}',
                    members.OrderBy(member => member.Key, StringComparer.Ordinal),
                    member =>
                    {
                        AppendString(text, member.Key);
                        text.Append(':');
                        Append(text, member.Value);
                    }
                );
                break;
            case JsonArray elements:
                AppendAll(text, '[', ']', elements, element => Append(text, element));
                break;
            default:
                AppendScalar(text, node);
                break;
        }
    }

    private static void AppendAll<T>(
        StringBuilder text,
        char open,
        char close,
        IEnumerable<T> all,
        Action<T> append
    )
    {
        text.Append(open);
        var first = true;
        foreach (var one in all)
        {
            if (!first)
                text.Append(',');
            first = false;
            append(one);
        }
        text.Append(close);
    }

    private static void AppendScalar(StringBuilder text, JsonNode node)
    {
        switch (node.GetValueKind())
        {
            case JsonValueKind.String:
                AppendString(text, node.GetValue<string>());
                break;
            case JsonValueKind.Number:
                text.Append(
                    Number(double.Parse(node.ToJsonString(), CultureInfo.InvariantCulture))
                );
                break;
            default:
                text.Append(node.ToJsonString());
                break;
        }
    }

    private static void AppendString(StringBuilder text, string value)
    {
        text.Append('"');
        foreach (var c in value)
        {
            _ = c switch
            {
                '"' => text.Append("\\\""),
                '\\' => text.Append(@"\\"),
                '\b' => text.Append("\\b"),
                '\t' => text.Append("\\t"),
                '\n' => text.Append("\\n"),
                '\f' => text.Append("\\f"),
                '\r' => text.Append("\\r"),
                < ' ' => text.Append(CultureInfo.InvariantCulture, $"\\u{(int)c:x4}"),
                _ => text.Append(c),
            };
        }
        text.Append('"');
    }

    /// <summary>Writes a number as ECMAScript's Number::toString does (ECMA-262, 6.1.6.1.20).</summary>
    /// <exception cref="ArgumentException">The number is not finite.</exception>
    public static string Number(double value)
    {
        if (!double.IsFinite(value))
            throw new ArgumentException("JSON has no such number.", nameof(value));
        if (value == 0)
            return "0";
        if (value < 0)
            return "-" + Number(-value);

        var (digits, point) = ShortestDigits(value);
        var count = digits.Length;
        if (count <= point && point <= 21)
            return digits + new string('0', point - count);
        if (point is > 0 and <= 21)
            return $"{digits[..point]}.{digits[point..]}";
        if (point is > -6 and <= 0)
            return $"0.{new string('0', -point)}{digits}";
        var exponent =
            (point > 0 ? "e+" : "e-") + Math.Abs(point - 1).ToString(CultureInfo.InvariantCulture);
        return count == 1 ? digits + exponent : $"{digits[0]}.{digits[1..]}{exponent}";
    }

    /// <summary>The fewest digits that tell the number apart, and where its point stands: 0.digits x 10^point.</summary>
    private static (string Digits, int Point) ShortestDigits(double value)
    {
        var parts = value.ToString("R", CultureInfo.InvariantCulture).Split('E');
        var exponent = parts.Length == 2 ? int.Parse(parts[1], CultureInfo.InvariantCulture) : 0;
        var whole = parts[0].Split('.');
        var digits = string.Concat(whole);
        var leading = digits.Length - digits.TrimStart('0').Length;
        return (digits.Trim('0'), whole[0].Length - leading + exponent);
    }
}
