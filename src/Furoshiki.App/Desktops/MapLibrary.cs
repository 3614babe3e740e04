using System.Collections.Concurrent;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;

namespace Furoshiki.App.Desktops;

/// <summary>Desktop maps by the digest of their text.</summary>
public sealed class MapLibrary(IContentStore content)
{
    private readonly ConcurrentDictionary<Digest, DesktopMap> _maps = new();

    /// <summary>The map with a digest.</summary>
    public DesktopMap Get(Digest digest) =>
        _maps.GetOrAdd(digest, one => DesktopMapReader.Read(content.Read(one)));

    /// <summary>Checks a map and keeps its text.</summary>
    /// <exception cref="DesktopMapException">It says something that cannot be.</exception>
    public Digest Keep(byte[] text)
    {
        DesktopMapReader.Read(text);
        return content.Put(text);
    }
}
