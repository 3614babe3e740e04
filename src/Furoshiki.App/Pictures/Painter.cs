using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Pictures;

/// <summary>A look as a picture: each screen as SVG, its cloth as SVG, and its accent.</summary>
/// <param name="Faces">The font files that its words are set in.</param>
/// <param name="Missing">The fonts of which no file is at hand, so that another stands in.</param>
/// <param name="FromSettings">The parts with code of their own that are drawn from their settings alone.</param>
/// <param name="IsOverNow">Whether something in it that the look has no say in is drawn, faintly, as it is now.</param>
public sealed record PictureView(
    IReadOnlyList<ScreenPicture> Screens,
    string Cloth,
    string? Accent,
    IReadOnlyList<PictureFace> Faces,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> FromSettings,
    bool IsOverNow
);

/// <summary>The drawing of a screen, whose size is in px.</summary>
public sealed record ScreenPicture(string Id, int Width, int Height, string Svg);

/// <summary>Draws looks.</summary>
public sealed class Painter(
    LookLibrary library,
    DesktopRegister register,
    Observer observer,
    SampleFiles files
)
{
    /// <summary>Draws a look as it is on a desktop's screens.</summary>
    /// <param name="digest">The look's digest.</param>
    /// <param name="desktop">The desktop's number.</param>
    /// <param name="scene">What is open on it.</param>
    /// <param name="detail">How its text is drawn.</param>
    public PictureView Draw(
        string digest,
        long desktop,
        PictureScene scene,
        PictureDetail detail
    ) => Draw(library.Get(LookLibrary.Asked(digest)), register.Get(desktop), scene, detail);

    /// <summary>Draws a look as it is on a desktop's screens.</summary>
    /// <param name="look">The look.</param>
    /// <param name="on">The desktop.</param>
    /// <param name="scene">What is open on it.</param>
    /// <param name="detail">How its text is drawn.</param>
    public PictureView Draw(Look look, LiveDesktop on, PictureScene scene, PictureDetail detail)
    {
        library.Locate(look, register.All);
        // Whoever sees a change of it tells the pages, and they ask again.
        var faint = DesktopPicture.Absent(look, observer.LastOf(on).Reading.Look, scene);
        var drawn = DesktopPicture.Draw(
            look,
            on.Screens,
            files.ForPictures(),
            scene,
            detail,
            faint
        );
        return new PictureView(
            [
                .. drawn.Screens.Select(one => new ScreenPicture(
                    one.Screen.Id,
                    one.Screen.Width,
                    one.Screen.Height,
                    one.Svg
                )),
            ],
            Cloth.Draw(look),
            look.Accent?.ToString(),
            drawn.Faces,
            drawn.Missing,
            [.. drawn.FromSettings.Select(kind => kind.Title)],
            faint.Length > 0
        );
    }
}
