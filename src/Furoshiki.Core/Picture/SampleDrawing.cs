using System.Text.Json;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Draws what a colour set, a border theme or a theme for controls is like, from the one file that says it.</summary>
public static class SampleDrawing
{
    private const double Width = 208;
    private const double Height = 56;

    /// <summary>The colours of what is drawn in no look.</summary>
    private static readonly Palette Plain = new(
        Component.Of(
            ColoursKind.Kind,
            [
                Role.Window.Is(new(0xD9, 0xD9, 0xD6)),
                Role.View.Is(new(0xFB, 0xFB, 0xF9)),
                Role.Text.Is(new(0x3A, 0x3F, 0x45)),
                Role.Accent.Is(new(0x2A, 0x3F, 0x8C)),
                Role.Title.Is(new(0x3A, 0x3F, 0x45)),
                Role.TitleText.Is(new(0xFB, 0xFB, 0xF9)),
            ]
        )
    );

    private sealed record ControlsJson(double Radius);

    /// <summary>Draws a file; null if nothing is known of such a file, or it cannot be read.</summary>
    /// <param name="name">The file's name.</param>
    /// <param name="bytes">Its bytes.</param>
    /// <param name="look">The look in whose colours a theme is drawn; null for none. A colour set has its own.</param>
    /// <returns>An SVG document.</returns>
    public static string? Draw(string name, ReadOnlyMemory<byte> bytes, Look? look = null)
    {
        var palette = look?[ColoursKind.Kind] is { } colours ? new Palette(colours) : Plain;
        try
        {
            var drawn = name switch
            {
                _ when name.EndsWith(".conf", StringComparison.Ordinal) => Colours(bytes),
                BorderTheme.FileName => Borders(BorderTheme.Parse(bytes), palette),
                "controls.json" => Controls(
                    JsonSerializer.Deserialize<ControlsJson>(
                        bytes.Span,
                        JsonSerializerOptions.Web
                    )!,
                    palette
                ),
                _ => null,
            };
            return drawn is null ? null : Shape.Document(Width, Height, drawn);
        }
        catch (Exception problem) when (problem is JsonException or SettingsFileException)
        {
            return null;
        }
    }

    /// <summary>A small window with a title, lines of text, what is selected, a link, and a button in the accent.</summary>
    private static XElement Colours(ReadOnlyMemory<byte> bytes)
    {
        var set = ColourSet.Parse(bytes);
        Rgba Of(Setting<Rgba> role, Rgba otherwise) =>
            set.Has(role, out var colour) ? colour : otherwise;
        var paper = Plain[Role.View];
        var (window, view) = (Of(Role.Window, paper), Of(Role.View, paper));
        var (text, accent) = (Of(Role.Text, Plain[Role.Text]), Of(Role.Accent, Plain[Role.Accent]));
        return Shape.Group(
            Shape.Rect(new Box(0, 0, Width, Height), window),
            Shape.Rect(new Box(0, 0, Width, 12), Of(Role.Title, window)),
            Shape.Rect(new Box(8, 5, 46, 3), Of(Role.TitleText, text)),
            Shape.Rect(new Box(8, 17, 128, 34), view),
            Shape.Rect(new Box(14, 22, 74, 3), text),
            Shape.Rect(new Box(14, 28, 52, 3), Of(Role.DimText, text)),
            Shape.Rect(new Box(10, 34, 124, 8), Of(Role.Selection, accent)),
            Shape.Rect(new Box(14, 37, 62, 3), Of(Role.SelectionText, view)),
            Shape.Rect(new Box(14, 45, 34, 3), Of(Role.Link, accent)),
            Shape.Rect(new Box(54, 45, 20, 3), Of(Role.Urgent, accent)),
            Shape.Rect(new Box(146, 18, 54, 13), accent),
            Shape.Rect(new Box(158, 23, 30, 3), Of(Role.SelectionText, view)),
            Shape.Rect(new Box(146, 36, 54, 14), Of(Role.Panel, window)),
            Shape.Rect(new Box(152, 42, 26, 3), Of(Role.PanelText, text))
        );
    }

    /// <summary>Two windows with their title bars and buttons.</summary>
    private static XElement Borders(BorderTheme theme, Palette colours)
    {
        var (title, accent) = (colours[Role.Title], colours[Role.Accent]);
        var titleText = colours[Role.TitleText];
        var height = Math.Clamp(theme.TitleHeight, 6, 40);
        var box = new Box(20, 8, Width - 40, Height);
        return Shape.Group(
            Shape.Rect(new Box(0, 0, Width, Height), colours[Role.Window]),
            Shape.Rect(box, colours[Role.View]),
            Shape.Rect(new Box(box.X, box.Y, box.Width, height), title),
            theme.Underline
                ? Shape.Rect(new Box(box.X, box.Y + height - 2, box.Width, 2), accent)
                : null,
            Shape.Rect(new Box(box.X + 8, box.Y + height / 2 - 1.5, 60, 3), titleText),
            Shape.Group([
                .. Enumerable
                    .Range(0, 3)
                    .Select(i =>
                        Button(
                            theme,
                            box.Right - 10 - (3 - i) * (theme.ButtonSize + 6) + 6,
                            box.Y + height / 2,
                            i == 2 ? accent.Mix(titleText, 0.4) : titleText
                        )
                    ),
            ])
        );
    }

    private static XElement Button(BorderTheme theme, double x, double y, Rgba fill)
    {
        var size = Math.Clamp(theme.ButtonSize, 2, 20);
        return theme.Button switch
        {
            "disc" => Shape.Circle(x + size / 2, y, size / 2, fill),
            "square" => Shape.Rect(new Box(x, y - size / 2, size, size), fill),
            _ => Shape.Rect(new Box(x, y - 1, size, 2), fill),
        };
    }

    /// <summary>A button, one that is pressed, a field, a switch and a slider.</summary>
    private static XElement Controls(ControlsJson controls, Palette colours)
    {
        var (ground, paper) = (colours[Role.Window], colours[Role.View]);
        var (ink, accent) = (colours[Role.Text], colours[Role.Accent]);
        var radius = Math.Clamp(controls.Radius, 0, 10);
        return Shape.Group(
            Shape.Rect(new Box(0, 0, Width, Height), ground),
            Shape.Rect(new Box(12, 9, 56, 18), accent, radius),
            Shape.Rect(new Box(26, 16.5, 28, 3), paper),
            Shape.Rect(new Box(76, 9, 56, 18), paper, radius),
            Shape.Rect(new Box(90, 16.5, 28, 3), ink),
            Shape.Rect(new Box(12, 33, 120, 15), paper, radius),
            Shape.Rect(new Box(19, 39, 52, 3), ink),
            Shape.Rect(new Box(144, 9, 18, 18), accent, radius),
            Shape.Path("M148 18l4 4 7-8v3l-7 8-4-4Z", paper),
            Shape.Rect(new Box(172, 9, 18, 18), paper, radius),
            Shape.Rect(new Box(144, 39, 50, 3), ink, 1.5),
            Shape.Circle(170, 40.5, 6, accent)
        );
    }
}
