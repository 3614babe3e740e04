using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Fitting;

/// <summary>
/// The written form of moves: canonical JSON that carries its version. The parts that a move brings stand in it as a look, so it names
/// their content, and the maps that they came with.
/// </summary>
public static class MoveText
{
    private const int Form = 2;

    /// <summary>The form that a version read which knew of no other names for items: whatever else is done is written in it.</summary>
    private const int FormWithoutNames = 1;

    /// <summary>Lets a move be kept, with the content that it names as far as that is held.</summary>
    /// <param name="move">The move.</param>
    /// <param name="batch">What takes it in.</param>
    /// <returns>The record's digest.</returns>
    /// <exception cref="ArgumentException">It is one that this version does not know.</exception>
    public static Digest PutInto(FittingMove move, IContentBatch batch)
    {
        var bytes = Write(move);
        return batch.PutRecord(bytes, NamesIn(bytes), isWhole: true);
    }

    /// <summary>Writes a move, in UTF-8.</summary>
    /// <exception cref="ArgumentException">It is one that this version does not know.</exception>
    public static byte[] Write(FittingMove move)
    {
        var json = move switch
        {
            FittingMove.Base begin => new JsonObject
            {
                ["do"] = "begin",
                ["of"] = begin.Of,
                ["name"] = begin.Name,
                ["map"] = begin.Look.Maps.Most.Hex,
                ["maps"] = begin.Look.Maps.ToJson(),
            },
            FittingMove.Step step => new JsonObject
            {
                ["do"] = "step",
                ["title"] = step.Taken.Title,
                ["edits"] = new JsonArray([.. step.Taken.Edits.Select(Edit)]),
            },
            FittingMove.Leave leave => new JsonObject
            {
                ["do"] = leave.IsOut ? "leave" : "take",
                ["step"] = leave.Number,
            },
            _ => throw new ArgumentException("What is not known cannot be written.", nameof(move)),
        };
        json["form"] =
            move is FittingMove.Step { Taken.Edits: var edits }
            && edits.Any(edit => edit is FittingEdit.Rename)
                ? Form
                : FormWithoutNames;
        if (LookOf(move) is { } look)
        {
            json["look"] = JsonNode.Parse(look.Bytes.Span);
            json["places"] = JsonNode.Parse(look.Places);
        }
        return CanonicalJson.Write(json);
    }

    /// <summary>Reads a move. What this version does not know of it does nothing, and says so.</summary>
    /// <exception cref="FormatException">The bytes are none.</exception>
    public static FittingMove Read(ReadOnlySpan<byte> bytes)
    {
        try
        {
            var reader = new Utf8JsonReader(bytes);
            using var document = JsonDocument.ParseValue(ref reader);
            var json = document.RootElement;
            if (json.GetProperty("form").GetInt32() > Form)
                return new FittingMove.Unknown();
            return json.GetProperty("do").GetString() switch
            {
                "begin" => Begin(json),
                "step" => new FittingMove.Step(Step(json)),
                "leave" => new FittingMove.Leave(json.GetProperty("step").GetInt32(), true),
                "take" => new FittingMove.Leave(json.GetProperty("step").GetInt32(), false),
                _ => new FittingMove.Unknown(),
            };
        }
        catch (Exception problem)
            when (problem
                    is JsonException
                        or KeyNotFoundException
                        or InvalidOperationException
                        or ArgumentException
            )
        {
            throw new FormatException("This is no move of a fitting.", problem);
        }
    }

    /// <summary>The content that a move names.</summary>
    /// <param name="bytes">The move.</param>
    /// <exception cref="FormatException">The bytes are none.</exception>
    public static IReadOnlyList<NamedContent> NamesIn(ReadOnlySpan<byte> bytes)
    {
        try
        {
            var reader = new Utf8JsonReader(bytes);
            using var document = JsonDocument.ParseValue(ref reader);
            var json = document.RootElement;
            var maps = new List<string?>();
            if (json.TryGetProperty("map", out var most))
                maps.Add(most.GetString());
            if (json.TryGetProperty("maps", out var others))
                maps.AddRange(others.EnumerateObject().Select(one => one.Value.GetString()));
            if (json.TryGetProperty("edits", out var edits))
                maps.AddRange(
                    edits
                        .EnumerateArray()
                        .Where(edit => edit.TryGetProperty("map", out _))
                        .Select(edit => edit.GetProperty("map").GetString())
                );
            return
            [
                .. maps.OfType<string>()
                    .Distinct()
                    .Select(map => new NamedContent(Digest.Parse(map), IsFolder: false)),
                .. json.TryGetProperty("look", out var look) ? Look.NamesIn(BytesOf(look)) : [],
            ];
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new FormatException("This is no move of a fitting.", problem);
        }
    }

    /// <summary>The parts that a move brings, as a look; null if it brings none.</summary>
    public static Look? LookOf(FittingMove move) =>
        move switch
        {
            FittingMove.Base begin => begin.Look.Look,
            FittingMove.Step step => Look.Of(
                step.Taken.Edits.Select(edit =>
                        edit switch
                        {
                            FittingEdit.Whole whole => whole.Part,
                            FittingEdit.Piece piece => piece.Part,
                            _ => null,
                        }
                    )
                    .OfType<Component>()
            ),
            _ => null,
        };

    private static JsonObject Edit(FittingEdit edit)
    {
        var json = new JsonObject { ["kind"] = edit.Kind.Name };
        if (edit is FittingEdit.Whole whole)
            json["map"] = whole.Map.Hex;
        else if (edit is FittingEdit.Rename named)
            (json["from"], json["to"]) = (named.From, named.To);
        else if (edit is FittingEdit.Piece piece)
        {
            json["adds"] = new JsonArray([.. piece.Adds.Select(item => (JsonNode?)item)]);
            json["out"] = new JsonArray([.. piece.Out.Select(key => (JsonNode?)key.ToString())]);
        }
        return json;
    }

    private static Look LookIn(JsonElement json) =>
        Look.Parse(BytesOf(json.GetProperty("look")), json.GetProperty("places").GetRawText());

    private static byte[] BytesOf(JsonElement json) =>
        System.Text.Encoding.UTF8.GetBytes(json.GetRawText());

    private static FittingMove.Base Begin(JsonElement json) =>
        new(
            json.GetProperty("of").GetString()!,
            json.GetProperty("name").GetString()!,
            new FittedLook(
                LookIn(json),
                new PartMaps(
                    Digest.Parse(json.GetProperty("map").GetString()!),
                    PartMaps.OthersIn(json.GetProperty("maps"))
                )
            )
        );

    private static FittingStep Step(JsonElement json)
    {
        var look = LookIn(json);
        var edits = ImmutableArray.CreateBuilder<FittingEdit>();
        var unknown = ImmutableArray.CreateBuilder<string>();
        foreach (var edit in json.GetProperty("edits").EnumerateArray())
        {
            var name = edit.GetProperty("kind").GetString()!;
            if (Kind.Find(name) is not { } kind)
            {
                unknown.Add($"This version of Furoshiki does not know the part '{name}'.");
                continue;
            }
            unknown.AddRange(
                (look[kind]?.Kept.Keys ?? []).Select(key =>
                    $"This version of Furoshiki cannot read what it sets for '{key}'."
                )
            );
            edits.Add(Edit(kind, edit, look[kind]));
        }
        return new FittingStep(edits.ToImmutable(), json.GetProperty("title").GetString()!)
        {
            Unknown = unknown.ToImmutable(),
        };
    }

    private static FittingEdit Edit(Kind kind, JsonElement json, Component? part)
    {
        if (json.TryGetProperty("from", out var from))
            return new FittingEdit.Rename(
                kind,
                from.GetString()!,
                json.GetProperty("to").GetString()!
            );
        if (part is null)
            return new FittingEdit.Drop(kind);
        if (json.TryGetProperty("map", out var map))
            return new FittingEdit.Whole(part, Digest.Parse(map.GetString()!));
        return new FittingEdit.Piece(
            part with
            {
                Kept = ImmutableSortedDictionary<string, string>.Empty,
            },
            [.. json.GetProperty("adds").EnumerateArray().Select(one => one.GetString()!)],
            [
                .. json.GetProperty("out")
                    .EnumerateArray()
                    .Select(one => SettingKey.Parse(one.GetString()!)),
            ]
        );
    }
}
