using System.Diagnostics;
using Furoshiki.App.Desktops;
using Furoshiki.App.Planning;

namespace Furoshiki.App.Switching;

/// <summary>Stands in for the administrator of simulated desktops: asks for a password, and runs the script of a plan.</summary>
public sealed class Administrator(ShownPlans plans)
{
    /// <summary>The stand-in's password, which everybody may know.</summary>
    public const string Password = "heron";

    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(30);

    /// <summary>Runs the script of a plan that was shown.</summary>
    /// <param name="desktop">The desktop, a simulated one.</param>
    /// <param name="fingerprint">The plan's fingerprint.</param>
    /// <param name="password">The administrator's password.</param>
    /// <returns>What the script said.</returns>
    /// <exception cref="ProblemException">
    /// The desktop is real, the password is another, the plan needs no administrator, or the script did not find what it expected.
    /// </exception>
    public async Task<string> Run(LiveDesktop desktop, string fingerprint, string password)
    {
        if (!desktop.IsSimulated)
            throw ProblemException.InTheWay(
                ProblemCode.NotSimulated,
                "This desktop is real: its administrator runs the script."
            );
        var script =
            plans.ViewOf(fingerprint).Rights?.Script
            ?? throw ProblemException.NotFound("A script of this plan");
        if (password != Password)
            throw ProblemException.Field("password", "This is not the administrator's password.");
        using var shell =
            Process.Start(
                new ProcessStartInfo("/bin/sh", ["-s"])
                {
                    RedirectStandardInput = true,
                    RedirectStandardOutput = true,
                    RedirectStandardError = true,
                }
            ) ?? throw new InvalidOperationException("The shell could not be started.");
        using var late = new CancellationTokenSource(Longest);
        var said = shell.StandardOutput.ReadToEndAsync(late.Token);
        var wrong = shell.StandardError.ReadToEndAsync(late.Token);
        await shell.StandardInput.WriteAsync(script.AsMemory(), late.Token);
        shell.StandardInput.Close();
        await shell.WaitForExitAsync(late.Token);
        return shell.ExitCode == 0
            ? await said
            : throw ProblemException.InTheWay(ProblemCode.ScriptEnded, (await wrong).Trim());
    }
}
