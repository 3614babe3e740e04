using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Switching;

/// <summary>Where something is on a screen, in px.</summary>
/// <param name="X">From the left edge; what is less than 0 lies outside.</param>
/// <param name="Y">From the top edge.</param>
/// <param name="Width">Its width.</param>
/// <param name="Height">Its height.</param>
public sealed record ScreenArea(double X, double Y, double Width, double Height);

/// <summary>Something of a look that fits the screens it was saved for, and not those of a desktop.</summary>
/// <param name="Kind">The name of its kind.</param>
/// <param name="Title">What of it, in words.</param>
/// <param name="Words">How it does not fit, in a sentence.</param>
/// <param name="Screen">The screen of the desktop.</param>
/// <param name="From">Where it is there as it was saved; null for what is at no one place.</param>
/// <param name="To">Where it is with the first of what can be chosen; null as before.</param>
/// <param name="Adjusts">The setting that settles it, as "kind/setting"; null where it is several.</param>
/// <param name="Value">Its value, as it is written in a target.</param>
/// <param name="Remedies">What can be chosen instead, the likeliest first.</param>
public sealed record Misfit(
    string Kind,
    string Title,
    string Words,
    Screen Screen,
    ScreenArea? From,
    ScreenArea? To,
    string? Adjusts,
    string Value,
    ImmutableArray<Remedy> Remedies
);

/// <summary>Finds what of a look does not fit the screens of a desktop.</summary>
/// <param name="screens">The desktop's screens, the main one first.</param>
/// <param name="then">The screens that a part was saved for, by the kind's name; none where that is not known.</param>
/// <param name="sizeOf">Width and height of a picture in px; null where they are not known.</param>
public sealed class ScreenFit(
    IReadOnlyList<Screen> screens,
    Func<string, IReadOnlyList<Screen>> then,
    Func<Digest, (double Width, double Height)?> sizeOf
)
{
    /// <summary>By how much of an edge a length may become another share of it before that is told.</summary>
    private const double Noticeable = 0.1;

    /// <summary>How much of a picture may be cut off before that is told.</summary>
    private const double MuchCropped = 0.2;

    /// <summary>How much nearer to the coarsest a screen may be before sizes look wrong on it.</summary>
    private const double OtherScale = 1.2;

    /// <summary>What a plan puts on that does not fit.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="saved">The look as it was saved: what a person chose instead is measured by the screens of the desktop alone.</param>
    public ImmutableArray<Misfit> In(SwitchPlan plan, Look saved)
    {
        if (screens.Count == 0)
            return [];
        var parts = plan.Steps.Select(step => step.Difference.To!).ToList();
        return
        [
            .. parts.SelectMany(part =>
                part.Kind == PanelsKind.Kind ? Panels(part, saved)
                : part.Kind == WidgetsKind.Kind ? Widgets(part)
                : part.Kind == WallpaperKind.Kind ? Pictures(part)
                : []
            ),
            .. Sizes(parts, saved),
        ];
    }

    private static bool IsAsSaved(Component part, SettingKey key, Look saved) =>
        part.Settings.TryGetValue(key, out var value)
        && value.Equals(saved[part.Kind]?.Settings.GetValueOrDefault(key));

    private IEnumerable<Misfit> Panels(Component panels, Look saved)
    {
        foreach (var item in panels.Items)
        {
            var panel = panels.ItemAlone(item);
            if (Here(panel.Get(PanelsKind.Screen)) is not { } screen)
                continue;
            var across = panel.Get(PanelsKind.Edge) is Edge.Top or Edge.Bottom;
            var edge = EdgeOf(screen);
            var length = panel.Get(PanelsKind.Length);
            var was = Then(panels.Kind, panel.Get(PanelsKind.Screen)) is { } old
                ? EdgeOf(old)
                : (double?)null;
            var key = new SettingKey(PanelsKind.Length.Name, item);
            if (
                length.IsPixels
                && (
                    length.Value > edge
                    || (was is { } w && IsOther(w) && IsAsSaved(panels, key, saved))
                )
            )
            {
                var share = was is { } whole
                    ? Math.Min(100, Math.Round(length.Value / whole * 100))
                    : 100;
                yield return new Misfit(
                    panels.Kind.Name,
                    $"Panel {item}",
                    $"It is {Px(length.Value)} long"
                        + (was is { } there ? $", {Share(length.Value / there)} of its edge" : "")
                        + (
                            length.Value > edge
                                ? $"; the edge here has {Px(edge)}."
                                : $"; here that is {Share(length.Value / edge)}."
                        ),
                    screen,
                    Area(panel, screen, length.Value),
                    Area(panel, screen, edge * share / 100),
                    $"{panels.Kind.Name}/{key}",
                    Text(panels, key),
                    [
                        .. new[] { share, 100 }
                            .Distinct()
                            .Select(percent =>
                                Remedy(
                                    panels,
                                    key,
                                    new SettingValue.Number(percent),
                                    percent == 100
                                        ? "as long as the edge"
                                        : "the same share of the edge"
                                )
                            ),
                    ]
                );
            }
            else if (panel.Get(PanelsKind.Offset) is not 0 and var offset)
            {
                var taken = length.IsPixels ? length.Value : edge * length.Value / 100;
                if (IsWithin(Moved(offset)))
                    continue;
                var moves = new SettingKey(PanelsKind.Offset.Name, item);
                double[] others =
                [
                    .. new[] { was is > 0 and var whole ? Math.Round(offset * edge / whole) : 0, 0 }
                        .Distinct()
                        .Where(one => IsWithin(Moved(one))),
                ];
                yield return new Misfit(
                    panels.Kind.Name,
                    $"Panel {item}",
                    $"It is moved by {Px(offset)} and would reach beyond the edge.",
                    screen,
                    Moved(offset),
                    Moved(others[0]),
                    $"{panels.Kind.Name}/{moves}",
                    Text(panels, moves),
                    [
                        .. others.Select(moved =>
                            Remedy(
                                panels,
                                moves,
                                new SettingValue.Number(moved),
                                moved == 0 ? "not moved" : "as far, for this edge"
                            )
                        ),
                    ]
                );

                ScreenArea Moved(double by) =>
                    Area(
                        panel with
                        {
                            Settings = panel.Settings.SetItem(
                                new SettingKey(PanelsKind.Offset.Name),
                                new SettingValue.Number(by)
                            ),
                        },
                        screen,
                        taken
                    );

                bool IsWithin(ScreenArea area) =>
                    (across ? area.X : area.Y) >= -1
                    && (across ? area.X : area.Y) + taken <= edge + 1;
            }

            double EdgeOf(Screen one) => across ? one.Width : one.Height;

            bool IsOther(double whole) =>
                Math.Abs(length.Value / whole - length.Value / edge) >= Noticeable;
        }
    }

    /// <summary>Where a panel of a length is on a screen.</summary>
    private static ScreenArea Area(Component panel, Screen screen, double length)
    {
        var edge = panel.Get(PanelsKind.Edge);
        var thick = panel.Get(PanelsKind.Thickness);
        var whole = edge is Edge.Top or Edge.Bottom ? screen.Width : screen.Height;
        var start =
            panel.Get(PanelsKind.Offset)
            + panel.Get(PanelsKind.Align) switch
            {
                Align.Centre => (whole - length) / 2,
                Align.End => whole - length,
                _ => 0,
            };
        return edge switch
        {
            Edge.Top => new ScreenArea(start, 0, length, thick),
            Edge.Bottom => new ScreenArea(start, screen.Height - thick, length, thick),
            Edge.Left => new ScreenArea(0, start, thick, length),
            _ => new ScreenArea(screen.Width - thick, start, thick, length),
        };
    }

    private IEnumerable<Misfit> Widgets(Component widgets)
    {
        foreach (var item in widgets.Items)
        {
            var widget = widgets.ItemAlone(item);
            if (
                widget.Get(WidgetsKind.Place) is not { } place
                || Here(widget.Get(WidgetsKind.Screen)) is not { } screen
                || (
                    place is { X: >= 0, Y: >= 0 }
                    && place.X + place.Width <= screen.Width
                    && place.Y + place.Height <= screen.Height
                )
            )
                continue;
            var key = new SettingKey(WidgetsKind.Place.Name, item);
            var within = Within(place, place.X, place.Y, screen);
            var old = Then(widgets.Kind, widget.Get(WidgetsKind.Screen));
            var same = old is null
                ? within
                : Within(
                    place,
                    // What stood at the far edge stands there here too.
                    Scaled(place.X, old.Width - place.Width, screen.Width - place.Width),
                    Scaled(place.Y, old.Height - place.Height, screen.Height - place.Height),
                    screen
                );
            yield return new Misfit(
                widgets.Kind.Name,
                $"Widget {item}",
                $"It lies beyond the edge of a screen of {screen.Width} × {screen.Height} px.",
                screen,
                Area(place),
                Area(same),
                $"{widgets.Kind.Name}/{key}",
                Text(widgets, key),
                [
                    .. new[]
                    {
                        (Place: same, Reason: "at the same share of the screen"),
                        (Place: within, Reason: "moved until it is within"),
                    }
                        .DistinctBy(one => one.Place)
                        .Select(one => Remedy(widgets, key, one.Place, one.Reason)),
                ]
            );
        }

        static ScreenArea Area(SettingValue.Geometry one) =>
            new(one.X, one.Y, one.Width, one.Height);

        static double Scaled(double at, double of, double to) => of <= 0 ? 0 : at * to / of;
    }

    private static SettingValue.Geometry Within(
        SettingValue.Geometry place,
        double x,
        double y,
        Screen screen
    )
    {
        var (width, height) = (
            Math.Min(place.Width, screen.Width),
            Math.Min(place.Height, screen.Height)
        );
        return new SettingValue.Geometry(
            (int)Math.Clamp(Math.Round(x), 0, screen.Width - width),
            (int)Math.Clamp(Math.Round(y), 0, screen.Height - height),
            width,
            height
        );
    }

    private IEnumerable<Misfit> Pictures(Component wallpaper)
    {
        foreach (var screen in screens)
        {
            var own = wallpaper.ItemAlone(screen.Id);
            var name = own.Get(WallpaperKind.Picture, wallpaper.Get(WallpaperKind.Picture));
            var key = new SettingKey(
                WallpaperKind.Fit.Name,
                own.Settings.ContainsKey(new SettingKey(WallpaperKind.Fit.Name)) ? screen.Id : null
            );
            if (
                own.Get(WallpaperKind.Fit, wallpaper.Get(WallpaperKind.Fit)) != Fit.Fill
                || wallpaper.AssetNamed(name)?.Content is not { } digest
                || sizeOf(digest) is not var (width, height)
            )
                continue;
            var cropped = Cropped(screen);
            var before = then(wallpaper.Kind.Name) is [var main, ..] old
                ? Cropped(old.FirstOrDefault(one => one.Id == screen.Id) ?? main)
                : 0;
            if (cropped < MuchCropped || cropped - before < Noticeable)
                continue;
            yield return new Misfit(
                wallpaper.Kind.Name,
                "Wallpaper",
                $"{Path.GetFileNameWithoutExtension(name).Replace('-', ' ')} has {width} × {height} px: {Share(cropped)} of it is cut off on {screen.Width} × {screen.Height} px.",
                screen,
                Covering(screen),
                Contained(screen),
                null,
                Text(wallpaper, key),
                wallpaper.Settings.ContainsKey(key)
                    ?
                    [
                        Remedy(
                            wallpaper,
                            key,
                            new SettingValue.Text("fit"),
                            "with a margin, in its own proportion"
                        ) with
                        {
                            Words = "All of it",
                        },
                    ]
                    : []
            );

            double Cropped(Screen on)
            {
                var scale = Math.Max(on.Width / width, on.Height / height);
                return 1 - on.Width * on.Height / (width * scale * height * scale);
            }

            ScreenArea Covering(Screen on) =>
                Middle(on, Math.Max(on.Width / width, on.Height / height));

            ScreenArea Contained(Screen on) =>
                Middle(on, Math.Min(on.Width / width, on.Height / height));

            ScreenArea Middle(Screen on, double scale) =>
                new(
                    (on.Width - width * scale) / 2,
                    (on.Height - height * scale) / 2,
                    width * scale,
                    height * scale
                );
        }
    }

    /// <summary>The sizes in px that look smaller or larger, since the main screen has another scale.</summary>
    private IEnumerable<Misfit> Sizes(IEnumerable<Component> parts, Look saved)
    {
        foreach (var group in parts.GroupBy(part => ScaleOf(then(part.Kind.Name))))
        {
            var by = screens[0].Scale / (group.Key ?? screens[0].Scale);
            if (by is < OtherScale and > 1 / OtherScale)
                continue;
            var sizes = group
                .SelectMany(part => part.Settings.Keys.Select(key => (Part: part, Key: key)))
                .Where(one => IsAsSaved(one.Part, one.Key, saved))
                .Select(one => Size.Of(one.Part, one.Key, by))
                .OfType<Size>()
                .ToList();
            if (sizes.Count == 0)
                continue;
            yield return new Misfit(
                sizes[0].Kind.Name,
                "Sizes",
                $"{Counting.Of(sizes.Count, "size")} in px {(sizes.Count == 1 ? "is" : "are")} for a screen of scale {Number(group.Key!.Value)}. The main screen here has scale {Number(screens[0].Scale)}, on which {(sizes.Count == 1 ? "it looks" : "they look")} {(by > 1 ? "smaller" : "larger")}.",
                screens[0],
                null,
                null,
                null,
                "",
                [
                    new Remedy(
                        $"{Number(by)} times as large",
                        string.Join(", ", sizes.Select(size => size.Words)),
                        [.. sizes.Select(size => $"{size.Kind.Name}/{size.Key}={Number(size.To)}")],
                        []
                    ),
                ]
            );
        }

        static double? ScaleOf(IReadOnlyList<Screen> all) =>
            all is [var main, ..] ? main.Scale : null;
    }

    /// <summary>A size in px, and what looks as large on the main screen.</summary>
    private sealed record Size(Kind Kind, SettingKey Key, double From, double To)
    {
        public string Words =>
            $"{Kind.Title.ToLowerInvariant()} {(Key.Item is { } item ? item + " " : "")}{Kind.GetSetting(Key).Title.ToLowerInvariant()} {Number(From)} → {Px(To)}";

        public static Size? Of(Component part, SettingKey key, double by) =>
            part.Kind.GetSetting(key).Type is SettingType.Number { Unit: "px" } type
            && part.Settings[key] is SettingValue.Number { Value: not 0 and var size }
            && Math.Clamp(Math.Round(size * by), type.Min, type.Max) is var other
            && other != size
                ? new Size(part.Kind, key, size, other)
                : null;
    }

    private Screen? Here(string name) => Of(screens, name);

    private Screen? Then(Kind kind, string name) => Of(then(kind.Name), name);

    private static Screen? Of(IReadOnlyList<Screen> all, string name) =>
        name == SettingType.ScreenName.Main
            ? all.Count == 0
                ? null
                : all[0]
            : all.Skip(1).FirstOrDefault(one => one.Id == name);

    private static Remedy Remedy(
        Component part,
        SettingKey key,
        SettingValue value,
        string reason
    ) =>
        new(
            part.Kind.GetSetting(key).Type.Words(value),
            reason,
            [$"{part.Kind.Name}/{key}={Text(part.Kind, key, value)}"],
            []
        );

    private static string Text(Component part, SettingKey key) =>
        part.Settings.GetValueOrDefault(key) is { } value ? Text(part.Kind, key, value) : "";

    private static string Text(Kind kind, SettingKey key, SettingValue value) =>
        kind.GetSetting(key).Type.Write(value).Content;

    private static string Number(double number) =>
        number.ToString("0.##", CultureInfo.InvariantCulture);

    private static string Px(double number) => $"{Number(number)} px";

    private static string Share(double share) => $"{Math.Round(share * 100)} %";
}
