using Furoshiki.App.Installation;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;

namespace Furoshiki.App.Desktops;

/// <summary>The folders that a person may point at: those that the start command allows, and all in them but Furoshiki's own.</summary>
/// <param name="roots">The folders that the start command allows.</param>
/// <param name="data">Furoshiki's own.</param>
public sealed class AllowedFolders(IReadOnlyList<string> roots, DataFolder data)
{
    /// <summary>The folders that the start command allows.</summary>
    public IReadOnlyList<string> Roots => roots;

    /// <summary>A folder with every link in its path followed.</summary>
    /// <param name="path">Its full path.</param>
    /// <param name="field">The field that it was written in.</param>
    /// <exception cref="ProblemException">It is not there, or the person may not point at it.</exception>
    public string Check(string path, string field = "folder")
    {
        if (!Path.IsPathFullyQualified(path) || !Directory.Exists(path))
            throw ProblemException.Field(field, $"There is no folder {PathText.Printable(path)}.");
        var folder = new DesktopFolder(path).Root;
        if (data.Holds(folder))
            throw ProblemException.Field(field, $"{folder} is where Furoshiki keeps its own data.");
        return roots.Any(root => folder == root || PathText.IsUnder(folder, root.TrimEnd('/')))
            ? folder
            : throw ProblemException.Field(
                field,
                $"{folder} is not in a folder that the start command allows. Start with --allow and that folder to allow it."
            );
    }
}
