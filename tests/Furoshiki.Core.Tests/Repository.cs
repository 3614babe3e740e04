namespace Furoshiki.Core.Tests;

/// <summary>Where the files of the project stand.</summary>
internal static class Repository
{
    /// <summary>Its folder.</summary>
    public static string Root { get; } = Find(AppContext.BaseDirectory);

    private static string Find(string folder) =>
        File.Exists(Path.Combine(folder, "Furoshiki.slnx"))
            ? folder
            : Find(Path.GetDirectoryName(folder)!);
}
