using System.Text.Json;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>The shape of a border theme's title bar and buttons.</summary>
/// <param name="TitleHeight">Height of the title bar in px.</param>
/// <param name="ButtonSize">Width of a button in px.</param>
/// <param name="Button">The shape of a button: "disc", "square" or "line".</param>
/// <param name="Underline">Whether a line in the accent runs under the title bar.</param>
internal sealed record BorderTheme(
    double TitleHeight,
    double ButtonSize,
    string Button,
    bool Underline
)
{
    /// <summary>The name of the file that says it.</summary>
    public const string FileName = "frame.json";

    private static readonly BorderTheme Plain = new(24, 9, "line", false);

    private static readonly JsonSerializerOptions Options = new()
    {
        PropertyNamingPolicy = JsonNamingPolicy.KebabCaseLower,
    };

    /// <summary>Reads the theme that a component uses; a plain one where it cannot be read.</summary>
    public static BorderTheme Of(Component borders, PictureContent content)
    {
        var asset =
            borders.AssetNamed(borders.Get(BordersKind.Theme)) ?? borders.Assets.FirstOrDefault();
        var tree = asset is { Content: { } digest } ? content.Trees(digest) : null;
        var variant = borders.Get(BordersKind.Variant);
        var bytes = (tree?.Find($"{variant}/{FileName}") ?? tree?.Find(FileName))?.Content
            is { } frame
            ? content.Bytes(frame)
            : null;
        try
        {
            return bytes is null ? Plain : Parse(bytes);
        }
        catch (JsonException)
        {
            return Plain;
        }
    }

    /// <summary>Reads a theme.</summary>
    /// <exception cref="JsonException">The bytes are none.</exception>
    public static BorderTheme Parse(ReadOnlyMemory<byte> bytes) =>
        JsonSerializer.Deserialize<BorderTheme>(bytes.Span, Options) ?? Plain;
}
