namespace Furoshiki.Core.Maps;

/// <summary>
/// Where people keep keys and passwords by the conventions of the programs that make them. No look holds them, and no map may name them:
/// what is saved is compared, copied and shown.
/// </summary>
public static class PrivatePaths
{
    private static readonly string[] Folders =
    [
        ".ssh",
        ".gnupg",
        ".pki",
        ".netrc",
        ".git-credentials",
        ".local/share/keyrings",
        ".config/systemd/creds",
    ];

    /// <summary>Whether something at a path would be private, or hold what is.</summary>
    /// <param name="fromRoot">The path, relative to the desktop's folder, which may be a home or a folder with homes.</param>
    public static bool Touches(string fromRoot)
    {
        var path = $"/{fromRoot}/";
        return Folders.Any(folder =>
            path.Contains($"/{folder}/", StringComparison.Ordinal)
            || $"/{folder}/".StartsWith(path, StringComparison.Ordinal)
        );
    }
}
