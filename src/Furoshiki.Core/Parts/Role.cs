using System.Collections.Immutable;
using Furoshiki.Core.Colour;

namespace Furoshiki.Core.Parts;

/// <summary>The roles that a colour can have. One that is not set is a plain grey, so that nothing pretends to be chosen.</summary>
public static class Role
{
    private static readonly SettingList Its = new();
    private static readonly SettingType.Colour Colour = new();

    /// <summary>What stands out.</summary>
    public static Setting<Rgba> Accent { get; } = Add("accent", "Accent", 0x77);

    /// <summary>The ground of a window beside what it shows.</summary>
    public static Setting<Rgba> Window { get; } = Add("window", "Window", 0xd6);

    /// <summary>The ground of what a window shows.</summary>
    public static Setting<Rgba> View { get; } = Add("view", "View", 0xee);

    /// <summary>Text on a window or a view.</summary>
    public static Setting<Rgba> Text { get; } = Add("text", "Text", 0x55);

    /// <summary>Text that matters less.</summary>
    public static Setting<Rgba> DimText { get; } = Add("dim-text", "Dim text", 0x99);

    /// <summary>The ground of a title bar.</summary>
    public static Setting<Rgba> Title { get; } = Add("title", "Title bar", 0xc4);

    /// <summary>Text on a title bar.</summary>
    public static Setting<Rgba> TitleText { get; } = Add("title-text", "Title text", 0x55);

    /// <summary>The ground of what is chosen.</summary>
    public static Setting<Rgba> Selection { get; } = Add("selection", "Selection", 0xbb);

    /// <summary>Text on what is chosen.</summary>
    public static Setting<Rgba> SelectionText { get; } =
        Add("selection-text", "Selected text", 0x33);

    /// <summary>Round what keys go to.</summary>
    public static Setting<Rgba> Focus { get; } = Add("focus", "Focus", 0x88);

    /// <summary>What asks for attention.</summary>
    public static Setting<Rgba> Urgent { get; } = Add("urgent", "Urgent", 0x77);

    /// <summary>What leads somewhere.</summary>
    public static Setting<Rgba> Link { get; } = Add("link", "Link", 0x77);

    /// <summary>The ground of panels and docks.</summary>
    public static Setting<Rgba> Panel { get; } = Add("panel", "Panel", 0xc4);

    /// <summary>Text on panels and docks.</summary>
    public static Setting<Rgba> PanelText { get; } = Add("panel-text", "Panel text", 0x55);

    /// <summary>The terminal's sixteen colours, after ECMA-48 (8.3.117), the bright ones second.</summary>
    public static ImmutableArray<Setting<Rgba>> Terminal { get; } =
    [
        .. from tone in new[] { "", "bright " }
        from name in new[] { "black", "red", "green", "yellow", "blue", "magenta", "cyan", "white" }
        select Add($"terminal-{tone}{name}".Replace(' ', '-'), $"Terminal {tone}{name}", 0x55),
    ];

    /// <summary>All of them, in the order in which people read them.</summary>
    public static ImmutableArray<Setting> All { get; } = Its.All;

    private static Setting<Rgba> Add(string name, string title, byte grey) =>
        Its.Add(name, title, Colour, new Rgba(grey, grey, grey));
}
