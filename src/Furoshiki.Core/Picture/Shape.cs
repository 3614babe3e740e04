using System.Globalization;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>A rectangle in the units of a drawing.</summary>
internal readonly record struct Box(double X, double Y, double Width, double Height)
{
    /// <summary>All of a screen, in its px.</summary>
    public static Box Of(Screen screen) => new(0, 0, screen.Width, screen.Height);

    /// <summary>A place on a screen, in its px.</summary>
    public static Box Of(SettingValue.Geometry place) =>
        new(place.X, place.Y, place.Width, place.Height);

    public double Right => X + Width;

    public double Bottom => Y + Height;

    /// <summary>A box of a size in the middle of this one.</summary>
    public Box Around(double width, double height) =>
        new(X + (Width - width) / 2, Y + (Height - height) / 2, width, height);

    public Box Inset(double by) =>
        new(X + by, Y + by, Math.Max(0, Width - 2 * by), Math.Max(0, Height - 2 * by));

    /// <summary>The largest boxes in this one that leave another free; this one itself where they lie apart.</summary>
    public IEnumerable<Box> Beside(Box other) =>
        other.X >= Right || other.Right <= X || other.Y >= Bottom || other.Bottom <= Y
            ? [this]
            :
            [
                this with
                {
                    Width = Math.Max(0, other.X - X),
                },
                new Box(other.Right, Y, Math.Max(0, Right - other.Right), Height),
                this with
                {
                    Height = Math.Max(0, other.Y - Y),
                },
                new Box(X, other.Bottom, Width, Math.Max(0, Bottom - other.Bottom)),
            ];

    /// <summary>How much of this box lies under another, 0 to 1.</summary>
    public double ShareUnder(Box other)
    {
        var width = Math.Min(Right, other.Right) - Math.Max(X, other.X);
        var height = Math.Min(Bottom, other.Bottom) - Math.Max(Y, other.Y);
        return width > 0 && height > 0 ? width * height / (Width * Height) : 0;
    }

    /// <summary>A part of this box, given in shares of its width and height.</summary>
    public Box Part(double x, double y, double width, double height) =>
        new(X + x * Width, Y + y * Height, width * Width, height * Height);
}

/// <summary>SVG elements. Everything is an attribute: no style, no script.</summary>
internal static class Shape
{
    public static readonly XNamespace Svg = "http://www.w3.org/2000/svg";

    public static XElement Rect(Box box, Rgba fill, double radius = 0)
    {
        var rect = new XElement(
            Svg + "rect",
            At("x", box.X),
            At("y", box.Y),
            At("width", box.Width),
            At("height", box.Height),
            Fill(fill)
        );
        if (radius > 0)
            rect.Add(At("rx", Math.Min(radius, Math.Min(box.Width, box.Height) / 2)));
        return rect;
    }

    public static XElement Circle(double x, double y, double radius, Rgba fill) =>
        new(Svg + "circle", At("cx", x), At("cy", y), At("r", radius), Fill(fill));

    public static XElement Path(string data, Rgba fill) =>
        new(Svg + "path", new XAttribute("d", data), Fill(fill));

    /// <summary>A picture that fills a whole screen in its own proportion; what stands over is cut off by the screen's edge.</summary>
    public static XElement Cover(Box screen, (double Width, double Height)? known, string address)
    {
        if (known is not { } size)
            return Image(screen, address, "xMidYMid slice");
        var scale = Math.Max(screen.Width / size.Width, screen.Height / size.Height);
        var (width, height) = (size.Width * scale, size.Height * scale);
        return Image(
            new Box(
                screen.X + (screen.Width - width) / 2,
                screen.Y + (screen.Height - height) / 2,
                width,
                height
            ),
            address
        );
    }

    public static XElement Image(Box box, string address, string aspect = "xMidYMid meet") =>
        new(
            Svg + "image",
            At("x", box.X),
            At("y", box.Y),
            At("width", box.Width),
            At("height", box.Height),
            new XAttribute("href", address),
            new XAttribute("preserveAspectRatio", aspect)
        );

    /// <summary>A drawing by itself.</summary>
    /// <param name="width">Its width.</param>
    /// <param name="height">Its height.</param>
    /// <param name="content">What is drawn, and more attributes.</param>
    public static string Document(double width, double height, params object?[] content) =>
        new XElement(
            Svg + "svg",
            new XAttribute("viewBox", $"0 0 {Number(width)} {Number(height)}"),
            content
        ).ToString(SaveOptions.DisableFormatting);

    /// <summary>Something seen out of focus through a window in front of it.</summary>
    /// <param name="behind">What is seen.</param>
    /// <param name="window">Through what.</param>
    public static XElement Blurred(XElement behind, Box window)
    {
        var id = $"{window.X:0}-{window.Y:0}-{window.Width:0}-{window.Height:0}";
        return Group(
            new XElement(
                Svg + "clipPath",
                new XAttribute("id", $"through-{id}"),
                Rect(window, new Rgba(0, 0, 0))
            ),
            new XElement(
                Svg + "filter",
                new XAttribute("id", $"soft-{id}"),
                new XElement(Svg + "feGaussianBlur", At("stdDeviation", 6))
            ),
            Group(
                new XAttribute("clip-path", $"url(#through-{id})"),
                Group(new XAttribute("filter", $"url(#soft-{id})"), behind)
            )
        );
    }

    public static XElement Group(params object?[] content) => new(Svg + "g", content);

    /// <summary>A group that can be pointed at as a part.</summary>
    public static XElement Part(Kind kind, params object?[] content) =>
        Group([
            new XAttribute("data-kind", kind.Name),
            new XAttribute("data-name", kind.Title),
            .. content,
        ]);

    /// <summary>A part's group that can be moved along with all that is in it.</summary>
    /// <param name="part">The group.</param>
    /// <param name="edge">The edge at which it is.</param>
    /// <param name="item">Which of the part's items it is; null if it is the part.</param>
    public static XElement MovesTo(this XElement part, Edge edge, string? item = null) =>
        part.Moves(item, $"{edge.ToString().ToLowerInvariant()} edge", ("edge", edge.ToString()));

    /// <summary>A part's group that can be moved freely.</summary>
    /// <param name="part">The group.</param>
    /// <param name="place">Where it is, in px of the screen.</param>
    /// <param name="item">Which of the part's items it is.</param>
    public static XElement MovesTo(this XElement part, SettingValue.Geometry place, string item) =>
        part.Moves(item, $"{place.X} × {place.Y} px", ("x", $"{place.X}"), ("y", $"{place.Y}"));

    private static XElement Moves(
        this XElement part,
        string? item,
        string at,
        params IEnumerable<(string Name, string Value)> place
    )
    {
        if (item is not null)
            part.Add(new XAttribute("data-item", item));
        part.Add(new XAttribute("data-at", at));
        part.Add(place.Select(one => new XAttribute($"data-{one.Name}", one.Value)));
        return part;
    }

    /// <summary>An element that can be pointed at as a colour role.</summary>
    public static XElement Role(this XElement element, Setting<Rgba> role)
    {
        element.Add(
            new XAttribute("data-kind", ColoursKind.Kind.Name),
            new XAttribute("data-role", role.Name),
            new XAttribute(
                "data-name",
                $"{ColoursKind.Kind.Title}, {role.Title.ToLowerInvariant()}"
            )
        );
        return element;
    }

    public static XElement Opacity(this XElement element, double opacity)
    {
        element.Add(At("opacity", opacity));
        return element;
    }

    public static XAttribute At(string name, double value) => new(name, Number(value));

    public static string Number(double value) =>
        value.ToString("0.##", CultureInfo.InvariantCulture);

    public static object[] Fill(Rgba fill)
    {
        var colour = new XAttribute("fill", (fill with { A = 255 }).ToString());
        return fill.A == 255 ? [colour] : [colour, At("fill-opacity", fill.A / 255.0)];
    }
}
