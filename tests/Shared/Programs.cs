namespace Furoshiki.Tests.Shared;

/// <summary>The programs under test: as they are installed, where FUROSHIKI_PUBLISHED says, or else as they were just built.</summary>
public static class Programs
{
    private static readonly string? Published = Environment.GetEnvironmentVariable(
        "FUROSHIKI_PUBLISHED"
    );

    /// <summary>What starts a program.</summary>
    /// <param name="name">The program's project.</param>
    /// <param name="with">The project it is published with; null for its own.</param>
    public static string[] Start(string name, string? with = null) =>
        Published is null
            ? ["dotnet", Path.Combine(AppContext.BaseDirectory, $"{name}.dll")]
            : [Path.Combine(Published, with ?? name, name)];

    /// <summary>What starts a program that can make no file longer than some kB, as if the disk were full there.</summary>
    public static string[] WithNoFileLongerThan(int kilobytes, string[] command) =>
        [
            "bash",
            "-c",
            $"trap '' XFSZ; ulimit -f {kilobytes}; export DOTNET_EnableWriteXorExecute=0; exec \"$@\"",
            "bash",
            .. command,
        ];
}
