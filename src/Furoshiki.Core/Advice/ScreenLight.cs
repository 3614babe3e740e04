using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Advice;

/// <summary>How much light a screen gives with some windows open, as it is drawn.</summary>
/// <param name="Mean">The mean of the relative luminance (WCAG 2.2) of its places, 0 to 1; a white screen gives 1.</param>
/// <param name="Blue">How much of all light the blue primary gives, 0 to 1; a third where the screen is grey.</param>
public sealed partial record ScreenLight(double Mean, double Blue)
{
    /// <summary>How many places are looked at along the longer side.</summary>
    private const int Along = 60;

    /// <summary>How much of the screen is painted in each role, 0 to 1.</summary>
    internal IReadOnlyDictionary<string, double> Shares { get; private init; } =
        new Dictionary<string, double>();

    /// <summary>The light of a screen; null where its wallpaper is not known.</summary>
    /// <param name="ground">The look.</param>
    /// <param name="index">Which screen it is.</param>
    public static ScreenLight? Of(AdviceGround ground, int index)
    {
        var backdrop = ground.Behind(index);
        if (backdrop is null && ground.Look[WallpaperKind.Kind] is not null)
            return null;
        var screen = Box.Of(ground.Screens[index]);
        var canvas = new Canvas(screen, Along / Math.Max(screen.Width, screen.Height), backdrop);
        foreach (
            var (drawn, scale) in DesktopPicture.AreasOverWallpaper(
                ground.Look,
                ground.Screens,
                index,
                ground.Content
            )
        )
            canvas.Paint(drawn, scale, opacity: 1);
        return canvas.Light();
    }

    /// <summary>Places in rows, each with its light and with the role that it is painted in.</summary>
    private sealed partial class Canvas
    {
        private readonly double _perPx;
        private readonly int _columns;
        private readonly int _rows;
        private readonly Rgba[] _colours;
        private readonly string?[] _roles;

        public Canvas(Box screen, double perPx, Backdrop? backdrop)
        {
            _perPx = perPx;
            _columns = Math.Max(1, (int)Math.Round(screen.Width * perPx));
            _rows = Math.Max(1, (int)Math.Round(screen.Height * perPx));
            _colours = new Rgba[_columns * _rows];
            _roles = new string?[_colours.Length];
            for (var i = 0; i < _colours.Length; i++)
                _colours[i] =
                    backdrop?.At((i % _columns + 0.5) / perPx, (i / _columns + 0.5) / perPx)
                    ?? default(Rgba) with
                    {
                        A = 255,
                    };
        }

        /// <summary>Paints a drawing over what is there: its areas, not its pictures.</summary>
        /// <param name="drawn">The drawing.</param>
        /// <param name="scale">Units of the drawing for a px of the screen.</param>
        /// <param name="opacity">How much of what is behind it covers, 0 to 1.</param>
        public void Paint(XElement drawn, double scale, double opacity)
        {
            opacity *= Number(drawn, "opacity") ?? 1;
            foreach (var child in drawn.Elements())
                Paint(child, scale, opacity);
            if (
                BoxOf(drawn) is not { } box
                || !Rgba.TryParse(drawn.Attribute("fill")?.Value, out var fill)
            )
                return;
            opacity *= Number(drawn, "fill-opacity") ?? 1;
            var per = _perPx / scale;
            fill = fill with { A = (byte)Math.Round(byte.MaxValue * opacity) };
            for (var row = First(box.Y); row < Math.Min(_rows, First(box.Bottom)); row++)
            for (var column = First(box.X); column < Math.Min(_columns, First(box.Right)); column++)
            {
                var at = row * _columns + column;
                _colours[at] = fill.A == byte.MaxValue ? fill : Contrast.Over(fill, _colours[at]);
                if (opacity >= 0.5)
                    _roles[at] = drawn.Attribute("data-role")?.Value;
            }

            // The first place whose middle is not before it.
            int First(double to) => Math.Max(0, (int)Math.Ceiling(to * per - 0.5));
        }

        private static double? Number(XElement element, string name) =>
            double.TryParse(
                element.Attribute(name)?.Value,
                CultureInfo.InvariantCulture,
                out var number
            )
                ? number
                : null;

        /// <summary>The box of an area; null for what is none.</summary>
        private static Box? BoxOf(XElement element)
        {
            double Get(string name) => Number(element, name) ?? 0;
            switch (element.Name.LocalName)
            {
                case "rect":
                    return new Box(Get("x"), Get("y"), Get("width"), Get("height"));
                case "circle":
                    // A square of the same area.
                    var side = Get("r") * Math.Sqrt(Math.PI);
                    return new Box(Get("cx") - side / 2, Get("cy") - side / 2, side, side);
                case "path":
                    var found = Area().Match(element.Attribute("d")?.Value ?? "");
                    if (!found.Success)
                        return null;
                    var at = found
                        .Groups.Values.Skip(1)
                        .Select(one => double.Parse(one.Value, CultureInfo.InvariantCulture))
                        .ToArray();
                    return new Box(at[0], at[1], at[2] - at[0], at[3] - at[1]);
                default:
                    return null;
            }
        }

        /// <summary>The path of a box whose lower corners are rounded.</summary>
        [GeneratedRegex(@"^M(-?[\d.]+) (-?[\d.]+)H(-?[\d.]+)V(-?[\d.]+)a")]
        private static partial Regex Area();

        public ScreenLight Light()
        {
            var (mean, blue, all) = (0.0, 0.0, 0.0);
            foreach (var colour in _colours)
            {
                mean += Contrast.Luminance(colour);
                var its = Rgba.Linear(colour.B);
                blue += its;
                all += Rgba.Linear(colour.R) + Rgba.Linear(colour.G) + its;
            }
            return new ScreenLight(mean / _colours.Length, all > 0 ? blue / all : 0)
            {
                Shares = _roles
                    .OfType<string>()
                    .CountBy(role => role)
                    .ToDictionary(one => one.Key, one => (double)one.Value / _roles.Length),
            };
        }
    }
}
