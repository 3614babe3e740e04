using System.Collections.Immutable;
using System.Text.Json.Nodes;
using Furoshiki.Core.Looks;

namespace Furoshiki.Core.Content;

/// <summary>
/// A folder and all that is in it, as a record: paths are relative, with '/' between names, in ordinal order.
/// The record is content itself, so that equal folders have equal digests and are held once.
/// </summary>
/// <param name="Entries">What stands at each path.</param>
public sealed record Tree(ImmutableSortedDictionary<string, FileState> Entries)
{
    /// <summary>Makes a tree from paths and what stands there.</summary>
    public static Tree Of(IEnumerable<KeyValuePair<string, FileState>> entries) =>
        new(entries.ToImmutableSortedDictionary(StringComparer.Ordinal));

    /// <summary>The record as canonical JSON (RFC 8785), in UTF-8.</summary>
    public byte[] ToBytes()
    {
        var record = new JsonObject();
        foreach (var (path, state) in Entries)
        {
            var entry = new JsonObject { ["type"] = TypeName(state.Type), ["mode"] = state.Mode };
            if (state.Content is { } content)
            {
                entry["size"] = state.Size;
                entry["content"] = content.Hex;
            }
            if (state.Target is { } target)
                entry["target"] = target;
            record[path] = entry;
        }
        return CanonicalJson.Write(record);
    }

    /// <summary>Reads a record that <see cref="ToBytes"/> wrote.</summary>
    /// <exception cref="FormatException">The bytes are not such a record.</exception>
    public static Tree Parse(ReadOnlySpan<byte> bytes)
    {
        try
        {
            var record = JsonNode.Parse(bytes)!.AsObject();
            return Of(
                record.Select(entry =>
                    KeyValuePair.Create(entry.Key, ParseState(entry.Value!.AsObject()))
                )
            );
        }
        catch (Exception problem)
            when (problem
                    is System.Text.Json.JsonException
                        or InvalidOperationException
                        or NullReferenceException
            )
        {
            throw new FormatException("This is not a tree record.", problem);
        }
    }

    private static FileState ParseState(JsonObject entry)
    {
        var mode = entry["mode"]!.GetValue<int>();
        return entry["type"]!.GetValue<string>() switch
        {
            "file" => FileState.OfFile(
                mode,
                entry["size"]!.GetValue<long>(),
                Digest.Parse(entry["content"]!.GetValue<string>())
            ),
            "folder" => FileState.OfFolder(mode),
            "link" => FileState.OfLink(entry["target"]!.GetValue<string>()),
            var other => throw new FormatException(
                $"A tree record has an entry of the unknown type '{other}'."
            ),
        };
    }

    private static string TypeName(FileType type) =>
        type switch
        {
            FileType.File => "file",
            FileType.Folder => "folder",
            _ => "link",
        };
}
