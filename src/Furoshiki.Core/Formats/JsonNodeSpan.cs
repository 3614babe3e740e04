using System.Collections.Immutable;
using System.Text.Json;

namespace Furoshiki.Core.Formats;

/// <summary>A value in a JSON text and the bytes where it stands.</summary>
/// <param name="Type">What it is.</param>
/// <param name="Start">Its first byte; for a member's value this is the value's, not the name's.</param>
/// <param name="End">The byte after its last.</param>
/// <param name="Content">The string, the number's or the flag's text; empty for objects and lists.</param>
/// <param name="Children">Members of an object or elements of a list.</param>
internal sealed record JsonNodeSpan(
    JsonTokenType Type,
    int Start,
    int End,
    string Content,
    ImmutableArray<JsonNodeSpan.Child> Children
)
{
    /// <summary>A member, or an element whose name is empty.</summary>
    /// <param name="Name">The member's name.</param>
    /// <param name="Start">The first byte of the name, or of an element.</param>
    /// <param name="Value">The value.</param>
    internal sealed record Child(string Name, int Start, JsonNodeSpan Value);

    private static readonly JsonReaderOptions Tolerant = new()
    {
        CommentHandling = JsonCommentHandling.Skip,
        AllowTrailingCommas = true,
        // One more than is taken, so that this can be told from what is no JSON.
        MaxDepth = Deepest + 1,
    };

    private const int Deepest = 512;

    /// <summary>Reads a whole text.</summary>
    /// <exception cref="JsonSyntaxException">It is not JSON (RFC 8259), comments and trailing commas aside.</exception>
    /// <exception cref="SettingsFileException">It is deeper than is taken, or has half a character.</exception>
    public static JsonNodeSpan Parse(ReadOnlySpan<byte> bytes, int offset)
    {
        var reader = new Utf8JsonReader(bytes[offset..], Tolerant);
        try
        {
            reader.Read();
            var root = Parse(ref reader, offset);
            reader.Read();
            return root;
        }
        catch (InvalidOperationException)
        {
            throw new SettingsFileException(
                "The file has half a character (a surrogate) by itself."
            );
        }
        catch (JsonException problem)
        {
            throw JsonSyntax.ProblemOf(bytes[offset..], problem);
        }
    }

    private static JsonNodeSpan Parse(ref Utf8JsonReader reader, int offset)
    {
        var start = offset + (int)reader.TokenStartIndex;
        var type = reader.TokenType;
        if (type is not (JsonTokenType.StartObject or JsonTokenType.StartArray))
            return new JsonNodeSpan(
                type,
                start,
                offset + (int)reader.BytesConsumed,
                Scalar(ref reader),
                []
            );

        if (reader.CurrentDepth >= Deepest)
            throw new SettingsFileException(
                $"Objects and lists stand more than {Deepest} deep in each other."
            );
        var children = ImmutableArray.CreateBuilder<Child>();
        while (
            reader.Read()
            && reader.TokenType is not (JsonTokenType.EndObject or JsonTokenType.EndArray)
        )
        {
            var childStart = offset + (int)reader.TokenStartIndex;
            var name = "";
            if (reader.TokenType == JsonTokenType.PropertyName)
            {
                name = reader.GetString()!;
                reader.Read();
            }
            children.Add(new Child(name, childStart, Parse(ref reader, offset)));
        }
        return new JsonNodeSpan(
            type,
            start,
            offset + (int)reader.BytesConsumed,
            "",
            children.ToImmutable()
        );
    }

    private static string Scalar(ref Utf8JsonReader reader) =>
        reader.TokenType == JsonTokenType.String
            ? reader.GetString()!
            : System.Text.Encoding.UTF8.GetString(reader.ValueSpan);

    /// <summary>Where a child stands among the others, from 0.</summary>
    public int IndexOf(Child child)
    {
        var at = 0;
        while (!ReferenceEquals(Children[at], child))
            at++;
        return at;
    }

    /// <summary>The member of that name; null if there is none.</summary>
    /// <exception cref="SettingsFileException">There are two.</exception>
    public Child? Member(string name)
    {
        if (Type != JsonTokenType.StartObject)
            return null;
        var found = Children.Where(child => child.Name == name).Take(2).ToList();
        return found.Count < 2
            ? found.FirstOrDefault()
            : throw new SettingsFileException($"The key '{name}' stands twice in the same object.");
    }
}
