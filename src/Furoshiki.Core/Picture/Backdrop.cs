using Furoshiki.Core.Colour;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>The wallpaper as it really lies behind all else, to be looked at place by place in px of its screen.</summary>
internal sealed class Backdrop
{
    private readonly Rgba _ground;
    private readonly WallpaperPlace? _place;
    private readonly Raster? _raster;
    private readonly double _width;

    /// <summary>Looks at a screen.</summary>
    /// <param name="wallpaper">The wallpaper.</param>
    /// <param name="screens">The desktop's screens, the main one first.</param>
    /// <param name="index">Which of them it is.</param>
    /// <param name="content">The assets.</param>
    public Backdrop(
        Component wallpaper,
        IReadOnlyList<Screen> screens,
        int index,
        PictureContent content
    )
    {
        var screen = screens[index];
        _width = screen.Width;
        _ground = wallpaper.Get(WallpaperKind.Background);
        _place = WallpaperPlace.Of(
            wallpaper,
            screen,
            Box.Of(screen),
            Stage.AllOf(screens, index, scale: 1),
            scale: 1,
            content
        );
        _raster = _place is null ? null : content.Rasters(_place.Content, _place.Name);
    }

    /// <summary>Whether the picture that lies there is known; else it is as if there were none.</summary>
    public bool IsKnown => _place is null || _raster is not null;

    /// <summary>The colours behind a box, evenly over its area.</summary>
    /// <param name="box">The box, in px of the screen.</param>
    /// <param name="along">How many places are looked at along its longer side.</param>
    /// <param name="across">How many along the shorter one.</param>
    public IReadOnlyList<Rgba> Over(Box box, int along, int across)
    {
        var (columns, rows) = box.Width >= box.Height ? (along, across) : (across, along);
        return
        [
            .. Enumerable
                .Range(0, columns * rows)
                .Select(i =>
                    At(
                        box.X + (i % columns + 0.5) / columns * box.Width,
                        box.Y + (i / columns + 0.5) / rows * box.Height
                    )
                ),
        ];
    }

    /// <summary>The colour at a place, in px from the upper left corner.</summary>
    public Rgba At(double x, double y)
    {
        if (_place is not { Box: var box } || _raster is null)
            return _ground;
        if (_place.IsMirrored)
            x = _width - x;
        var (across, down) = ((x - box.X) / box.Width, (y - box.Y) / box.Height);
        if (_place.IsTiled)
            (across, down) = (across - Math.Floor(across), down - Math.Floor(down));
        if (across is < 0 or >= 1 || down is < 0 or >= 1)
            return _ground;
        return Contrast.Over(
            _raster[(int)(across * _raster.Width), (int)(down * _raster.Height)],
            _ground
        );
    }
}
