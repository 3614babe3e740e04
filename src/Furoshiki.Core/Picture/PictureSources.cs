using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>Drawings of a look from which colours can be taken.</summary>
/// <param name="Kind">The part that they are of.</param>
/// <param name="Title">What they are.</param>
/// <param name="Files">Each by the digest of its content and its name.</param>
public sealed record PictureSource(
    Kind Kind,
    string Title,
    ImmutableArray<(Digest Content, string Name)> Files
)
{
    private static readonly ImmutableArray<string> Icons =
    [
        "folder",
        "user-home",
        "text-x-generic",
        "image-x-generic",
        "utilities-terminal",
        "user-trash",
    ];

    /// <summary>Those of a look: each wallpaper, the icons, the cursor and the widgets.</summary>
    public static IEnumerable<PictureSource> Of(Look look, PictureContent content)
    {
        if (look[WallpaperKind.Kind] is { } wallpaper)
            foreach (var asset in wallpaper.Assets.Where(one => !one.IsFolder))
                if (asset.Content is { } digest)
                    yield return new PictureSource(
                        wallpaper.Kind,
                        asset.Name,
                        [(digest, asset.Name)]
                    );
        if (look[IconsKind.Kind] is { } icons)
        {
            var lookup = new IconLookup(icons, content);
            var size = icons.Get(IconsKind.Size);
            if (Found(lookup, Icons, size) is { Length: > 0 } found)
                yield return new PictureSource(icons.Kind, icons.Kind.Title, found);
        }
        if (
            look[CursorKind.Kind] is { } cursor
            && Found(new IconLookup(cursor, content), ["default"], cursor.Get(CursorKind.Size))
                is { Length: > 0 } pointer
        )
            yield return new PictureSource(cursor.Kind, cursor.Kind.Title, pointer);
        if (look[WidgetsKind.Kind] is { } widgets)
        {
            ImmutableArray<(Digest, string)> faces =
            [
                .. widgets
                    .Assets.Select(asset =>
                        asset.Content is { } digest ? content.Trees(digest) : null
                    )
                    .Select(tree => tree?.Find(WidgetsDrawing.Face)?.Content)
                    .OfType<Digest>()
                    .Distinct()
                    .Select(digest => (digest, WidgetsDrawing.Face)),
            ];
            if (faces.Length > 0)
                yield return new PictureSource(widgets.Kind, widgets.Kind.Title, faces);
        }
    }

    private static ImmutableArray<(Digest, string)> Found(
        IconLookup lookup,
        ImmutableArray<string> names,
        double size
    ) =>
        [
            .. names
                .Select(name => lookup.Find(name, size))
                .Where(found => found is not null)
                .Select(found => (found!.Value.Content, found.Value.FileName))
                .Distinct(),
        ];
}
