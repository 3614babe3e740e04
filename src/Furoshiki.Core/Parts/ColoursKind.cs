using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>Light or dark, the accent, and a colour for every role. They are drawn wherever they are used.</summary>
public static class ColoursKind
{
    private static readonly SettingType Colour = new SettingType.Colour();

    /// <summary>The terminal's sixteen colours, after ECMA-48 (8.3.117), the bright ones second.</summary>
    public static ImmutableArray<Setting> Terminal { get; } =
    [
        .. new[] { "Black", "Red", "Green", "Yellow", "Blue", "Magenta", "Cyan", "White" }
            .SelectMany(name => new[] { name, $"Bright {name.ToLowerInvariant()}" })
            .OrderBy(name => name.StartsWith("Bright ", StringComparison.Ordinal))
            .Select(name => new Setting(
                $"terminal-{name.ToLowerInvariant().Replace(' ', '-')}",
                $"Terminal {name.ToLowerInvariant()}",
                Colour
            )),
    ];

    /// <summary>The roles that a colour can have, with their names for people.</summary>
    public static ImmutableArray<Setting> Roles { get; } =
    [
        new("accent", "Accent", Colour),
        new("window", "Window", Colour),
        new("view", "View", Colour),
        new("text", "Text", Colour),
        new("dim-text", "Dim text", Colour),
        new("title", "Title bar", Colour),
        new("title-text", "Title text", Colour),
        new("selection", "Selection", Colour),
        new("selection-text", "Selected text", Colour),
        new("focus", "Focus", Colour),
        new("urgent", "Urgent", Colour),
        new("link", "Link", Colour),
        new("panel", "Panel", Colour),
        new("panel-text", "Panel text", Colour),
        .. Terminal,
    ];

    /// <summary>Its settings.</summary>
    public static Kind Kind { get; } =
        new(
            "colours",
            "Colours",
            PartGroup.Surface,
            [
                new Setting("set", "Set", new SettingType.AssetName()),
                new Setting("tone", "Tone", new SettingType.Choice(["light", "dark"])),
                .. Roles,
            ],
            colours =>
                colours["set"] is null && colours["tone"] is null && colours.Settings.Count > 0
                    ? $"{colours.Settings.Count} colours"
                    : colours.Join("set", "tone")
        );
}
