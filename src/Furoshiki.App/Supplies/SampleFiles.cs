using System.Collections.Concurrent;
using Furoshiki.App.Looks;
using Furoshiki.Core.Content;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>Gives the files that show what a supply is like: what is here from here, and the rest from where it is offered.</summary>
public sealed class SampleFiles(
    Sources sources,
    LookLibrary library,
    CatalogueClient client,
    FontFaces faces,
    PictureSizes sizes,
    TimeProvider clock
)
{
    private static readonly TimeSpan Rest = TimeSpan.FromMinutes(1);

    /// <summary>When a catalogue last gave nothing: nobody waits for it again at once.</summary>
    private readonly ConcurrentDictionary<Uri, long> _failed = new();

    private const int MostBytes = 1 << 22;
    private const int MostKept = 512;

    private readonly ConcurrentDictionary<Digest, byte[]> _loaded = new();

    /// <summary>The assets that a picture is drawn with, be they here or still to come.</summary>
    public PictureContent ForPictures() =>
        new(
            digest => library.FindTree(digest) ?? sources.Known().FindTree(digest),
            FindNow,
            (asset, name) =>
                $"/api/{(IsHere(asset, name) ? "content" : "supplies/files")}/{asset.Hex}/{Uri.EscapeDataString(name)}"
        )
        {
            Faces = (digest, name) => faces.Find(digest, name, FindNow),
            Sizes = SizeOf,
        };

    /// <summary>Width and height of a picture in px; null for what is no picture, or not at hand.</summary>
    /// <param name="content">Its digest.</param>
    public (double Width, double Height)? SizeOf(Digest content) => sizes.Of(content, FindNow);

    private bool IsHere(Digest asset, string name) =>
        SupplySamples.FormOf(name) != SampleForm.Type
        && (sources.Known().Offering(asset) is null || library.IsAtHand(asset));

    /// <summary>The same as <see cref="Find" />, waited for.</summary>
    internal byte[]? FindNow(Digest digest) =>
        Find(digest, CancellationToken.None).GetAwaiter().GetResult();

    /// <summary>The bytes of a file that some supply has; null if none that is offered has it, or it cannot be loaded now.</summary>
    /// <param name="digest">The digest of its content.</param>
    /// <param name="stop">Gives up.</param>
    public async Task<byte[]?> Find(Digest digest, CancellationToken stop)
    {
        if (_loaded.TryGetValue(digest, out var loaded))
            return loaded;
        if (library.FindBytes(digest) is { } here)
            return here;
        if (sources.Known().Offering(digest) is not { Source: { } source })
            return null;
        if (_failed.TryGetValue(source, out var when) && clock.GetElapsedTime(when) < Rest)
            return null;
        try
        {
            var bytes = await client.Load(new Uri(source, $"files/{digest.Hex}"), MostBytes, stop);
            if (Digest.Of(bytes) != digest)
                return null;
            return _loaded.Keep(digest, bytes, MostKept);
        }
        catch (SupplyException)
        {
            _failed[source] = clock.GetTimestamp();
            return null;
        }
    }
}
