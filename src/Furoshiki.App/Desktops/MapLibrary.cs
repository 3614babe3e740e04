using System.Collections.Concurrent;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;

namespace Furoshiki.App.Desktops;

/// <summary>Desktop maps by the digest of their text.</summary>
public sealed class MapLibrary(IContentStore content)
{
    private readonly ConcurrentDictionary<Digest, DesktopMap> _maps = new();

    /// <summary>The map with a digest.</summary>
    /// <exception cref="ProblemException">Its copy is damaged.</exception>
    public DesktopMap Get(Digest digest) =>
        Find(digest)
        ?? throw ProblemException.InTheWay(
            ProblemCode.Damaged,
            "The copy of a desktop's map in the data folder is damaged.",
            "All that is not damaged can still be used."
        );

    /// <summary>The map with a digest; null if its copy is damaged, which is noted, so that it is mended where it can be.</summary>
    public DesktopMap? Find(Digest digest)
    {
        try
        {
            return _maps.GetOrAdd(digest, one => DesktopMapReader.ReadKept(content.Read(one)));
        }
        catch (MissingContentException)
        {
            content.Check([digest]);
            return null;
        }
    }

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
