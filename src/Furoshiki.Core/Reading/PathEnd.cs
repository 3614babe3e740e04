using System.Collections.Immutable;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Reading;

/// <summary>Where a path leads through the links at its last name.</summary>
/// <param name="Links">The links on the way, the path itself first; empty if it is none.</param>
/// <param name="Path">Where they end; null if they lead out of the root, or in a circle.</param>
/// <param name="Why">Why they have no end, in a sentence; null if they have one.</param>
public sealed record PathEnd(ImmutableArray<string> Links, string? Path, string? Why)
{
    /// <summary>How many links in a row are followed, as many as Linux does.</summary>
    public const int MostLinks = 40;

    /// <summary>Said of a link that is not followed.</summary>
    public const string LeadsOut = "It is a link that leads out of the desktop's folder.";

    /// <summary>Said of links that come back to where they began.</summary>
    public const string Circle = "Its links lead in a circle.";

    /// <summary>Follows links by their text alone, where no folder on the way is a link itself.</summary>
    /// <param name="path">The path, relative to the root.</param>
    /// <param name="root">The root's full path; empty if it has none.</param>
    /// <param name="find">What stands at a path.</param>
    public static PathEnd Of(string path, string root, Func<string, FileState?> find)
    {
        var links = ImmutableArray.CreateBuilder<string>();
        while (find(path) is { Type: FileType.Link, Target: { } target })
        {
            links.Add(path);
            if (links.Count > MostLinks)
                return new PathEnd(links.ToImmutable(), null, Circle);
            if (Next(path, root, target) is not { } next)
                return new PathEnd(links.ToImmutable(), null, LeadsOut);
            path = next;
        }
        return new PathEnd(links.ToImmutable(), path, null);
    }

    /// <summary>Where a link leads, relative to the root; null if out of it.</summary>
    private static string? Next(string path, string root, string target)
    {
        var names = new List<string>(path.Split('/')[..^1]);
        if (target.StartsWith('/'))
        {
            if (root.Length == 0 || !PathText.IsUnder(target, root))
                return null;
            names.Clear();
            target = target[(root.Length + 1)..];
        }
        foreach (var name in target.Split('/'))
            if (name == ".." && names.Count == 0)
                return null;
            else if (name == "..")
                names.RemoveAt(names.Count - 1);
            else if (name is not ("" or "."))
                names.Add(name);
        return names.Count == 0 ? null : string.Join('/', names);
    }
}
