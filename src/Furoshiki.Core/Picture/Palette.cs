using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>The colours of a look by role.</summary>
internal readonly record struct Palette(Component? Colours)
{
    private static readonly Setting<Rgba>[] TellingRoles =
    [
        Role.Panel,
        Role.Accent,
        Role.View,
        Role.Text,
        Role.Window,
        Role.Selection,
        Role.Link,
        Role.DimText,
    ];

    public Rgba this[Setting<Rgba> role] => Colours?.Get(role) ?? role.Default;

    /// <summary>The colours that make the look, the most telling first, each once.</summary>
    public IReadOnlyList<Rgba> Telling => [.. TellingRoles.Select(Of).Distinct()];

    private Rgba Of(Setting<Rgba> role) => this[role];
}
