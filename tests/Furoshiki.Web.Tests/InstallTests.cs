using System.Diagnostics;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Web.Tests;

/// <summary>The program as a person installs it, and how it ends.</summary>
public sealed class InstallTests : IDisposable
{
    private const int Sigterm = 15;

    private readonly string _home = Directory.CreateTempSubdirectory("furoshiki-home-").FullName;

    public void Dispose() => Directory.Delete(_home, recursive: true);

    [Fact]
    public async Task Installing_says_each_path_and_uninstalling_takes_exactly_those_away()
    {
        Directory.CreateDirectory(Path.Combine(_home, ".local/bin"));
        await File.WriteAllTextAsync(Path.Combine(_home, ".local/bin/own"), "a person's own");
        var said = await Run("install");
        var paths = said.Split('\n')
            .Where(line => line.StartsWith("  /", StringComparison.Ordinal))
            .Select(line => line.Trim())
            .ToList();
        paths.Count.ShouldBe(9);
        foreach (var path in paths)
            (File.Exists(path) || Directory.Exists(path)).ShouldBeTrue(path);
        (await Start(Path.Combine(_home, ".local/bin/furoshiki"), ["--version"])).Code.ShouldBe(0);
        (
            await Start(Path.Combine(_home, ".local/bin/furoshiki"), ["drift", "--help"])
        ).Printed.ShouldContain("Tell what changed since it was saved");

        await Run("uninstall");
        foreach (var path in paths)
            (File.Exists(path) || Directory.Exists(path)).ShouldBeFalse(path);
        Directory
            .EnumerateFiles(_home, "*", SearchOption.AllDirectories)
            .Where(path => !path.Contains("/NuGet/", StringComparison.Ordinal))
            .ShouldBe([Path.Combine(_home, ".local/bin/own")]);
    }

    [Fact]
    public async Task Told_to_end_it_leaves_one_whole_database_file_and_no_way_in()
    {
        await using var app = new RunningApp { WithDemo = false, InOwnProcess = true };
        await app.InitializeAsync();
        (await app.End(Sigterm)).ShouldBe(0);
        Directory
            .EnumerateFiles(app.Data)
            .Select(Path.GetFileName)
            .ShouldBe(["furoshiki.db", ".furoshiki-data", "key", "name"], ignoreOrder: true);
    }

    private async Task<string> Run(string what)
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(root.FullName, "Furoshiki.slnx")))
            root = root.Parent!;
        var (code, printed) = await Start(Path.Combine(root.FullName, "furoshiki"), [what]);
        code.ShouldBe(0, printed);
        return printed;
    }

    private async Task<(int Code, string Printed)> Start(string program, string[] arguments)
    {
        var start = new ProcessStartInfo(program, arguments)
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        // What the tools themselves keep is not the person's.
        var tools = Environment.GetFolderPath(Environment.SpecialFolder.UserProfile);
        start.Environment["NUGET_PACKAGES"] =
            Environment.GetEnvironmentVariable("NUGET_PACKAGES")
            ?? Path.Combine(tools, ".nuget/packages");
        start.Environment["DOTNET_CLI_HOME"] = tools;
        start.Environment["NUGET_HTTP_CACHE_PATH"] = Path.Combine(tools, ".nuget/http-cache");
        start.Environment["NUGET_PLUGINS_CACHE_PATH"] = Path.Combine(tools, ".nuget/plugins");
        start.Environment["npm_config_cache"] = Path.Combine(tools, ".npm");
        start.Environment["HOME"] = _home;
        start.Environment.Remove("XDG_DATA_HOME");
        start.Environment.Remove("XDG_CONFIG_HOME");
        using var process = Process.Start(start)!;
        var (output, errors) = (
            process.StandardOutput.ReadToEndAsync(),
            process.StandardError.ReadToEndAsync()
        );
        await process.WaitForExitAsync();
        return (process.ExitCode, await output + await errors);
    }
}
