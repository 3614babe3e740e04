using System.Text.Json;
using System.Text.Json.Serialization;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Maps;

/// <summary>The form of a desktop map in JSON, before it is checked.</summary>
public sealed partial class DesktopMapReader
{
    private sealed record MapJson(
        string Platform,
        Dictionary<string, PlaceJson> Places,
        Dictionary<string, FileJson> Files,
        Dictionary<string, KindJson> Kinds,
        string Description = "",
        string? Session = null,
        Dictionary<string, ProgramJson>? Programs = null,
        string[]? Commands = null,
        [property: JsonPropertyName("$schema")] string? Schema = null
    );

    private sealed record PlaceJson(string Path, string? Rights = null);

    private sealed record FileJson(
        string Path,
        string Format,
        string? Blank = null,
        string? Apart = null
    );

    private sealed record ProgramJson(
        string Process,
        bool Always = false,
        string? Signal = null,
        string? Then = null
    );

    private sealed record KindJson(
        string Shows,
        string? File = null,
        string? Program = null,
        string[]? After = null,
        Dictionary<string, SettingJson>? Settings = null,
        ItemsJson? Items = null,
        AssetsJson[]? Assets = null,
        string[]? Whole = null,
        CallsJson[]? Calls = null
    );

    private sealed record CallsJson(string In, string Format, string At, string Command);

    private sealed record SettingJson(
        string At,
        string? File = null,
        string? Shows = null,
        Dictionary<string, JsonElement>? Values = null,
        double? Scale = null,
        int? Decimals = null,
        string? Unit = null,
        string? Suffix = null,
        string? Separator = null,
        string? Quotes = null,
        ColourNotation? Colour = null
    );

    private sealed record ItemsJson(
        string At,
        Dictionary<string, SettingJson> Settings,
        string? Identity = null,
        string? File = null
    );

    private sealed record AssetsJson(
        string Setting,
        string[] In,
        string Form,
        InheritsJson? Inherits = null,
        string? Fallback = null
    );

    private sealed record InheritsJson(
        string File,
        string Format,
        string At,
        string[]? In = null,
        string? Last = null
    );

    /// <summary>Tells the lines of a JSON text.</summary>
    private sealed class JsonLines(byte[] bytes)
    {
        private readonly JsonNodeSpan _root = JsonNodeSpan.Parse(bytes, 0);

        /// <summary>The line on which a member or an element stands, from 1; that of the nearest one above if it is not there.</summary>
        public int LineOf(IEnumerable<string> names)
        {
            var (node, start) = (_root, _root.Start);
            foreach (var name in names)
            {
                var child =
                    node.Type == JsonTokenType.StartArray && int.TryParse(name, out var index)
                        ? node.Children.ElementAtOrDefault(index)
                        : node.Children.FirstOrDefault(one => one.Name == name);
                if (child is null)
                    break;
                (node, start) = (child.Value, child.Start);
            }
            return LineAt(start);
        }

        /// <summary>The line on which the first null stands, from 1; null if there is none.</summary>
        public int? LineOfNull() => FirstNull(_root) is { } found ? LineAt(found.Start) : null;

        private static JsonNodeSpan? FirstNull(JsonNodeSpan node) =>
            node.Type == JsonTokenType.Null
                ? node
                : node
                    .Children.Select(child => FirstNull(child.Value))
                    .FirstOrDefault(found => found is not null);

        private int LineAt(int start) => 1 + bytes.AsSpan(0, start).Count((byte)'\n');
    }
}
