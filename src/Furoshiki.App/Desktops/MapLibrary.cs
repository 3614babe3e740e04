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
    /// <param name="text">The map.</param>
    /// <param name="hold">Held until the desktop is registered that has it.</param>
    /// <exception cref="DesktopMapException">It says something that cannot be.</exception>
    public static Digest Keep(byte[] text, IContentHold hold)
    {
        DesktopMapReader.Read(text);
        return hold.Put(text);
    }
}
