using Furoshiki.Core.Colour;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>The colours of a look by role. A role that is not set has a plain grey, so that nothing pretends to be chosen.</summary>
internal sealed class Palette
{
    private static readonly Dictionary<string, Rgba> Greys = new()
    {
        ["accent"] = new(0x77, 0x77, 0x77),
        ["window"] = new(0xd6, 0xd6, 0xd6),
        ["view"] = new(0xee, 0xee, 0xee),
        ["text"] = new(0x55, 0x55, 0x55),
        ["dim-text"] = new(0x99, 0x99, 0x99),
        ["title"] = new(0xc4, 0xc4, 0xc4),
        ["title-text"] = new(0x55, 0x55, 0x55),
        ["selection"] = new(0xbb, 0xbb, 0xbb),
        ["selection-text"] = new(0x33, 0x33, 0x33),
        ["focus"] = new(0x88, 0x88, 0x88),
        ["urgent"] = new(0x77, 0x77, 0x77),
        ["link"] = new(0x77, 0x77, 0x77),
        ["panel"] = new(0xc4, 0xc4, 0xc4),
        ["panel-text"] = new(0x55, 0x55, 0x55),
    };

    private static readonly string[] TellingRoles =
    [
        "panel",
        "accent",
        "view",
        "text",
        "window",
        "selection",
        "link",
        "dim-text",
    ];

    private readonly Component? _colours;

    public Palette(Look look) => _colours = look[ColoursKind.Kind.Name];

    public Rgba this[string role] =>
        _colours?[role] is SettingValue.Colour colour
            ? colour.Value
            : Greys.GetValueOrDefault(role, Greys["text"]);

    /// <summary>The colours that make the look, the most telling first, each once.</summary>
    public IReadOnlyList<Rgba> Telling => [.. TellingRoles.Select(role => this[role]).Distinct()];
}
