using System.Diagnostics;
using System.Runtime.InteropServices;
using System.Text;

namespace Furoshiki.Desktops.Tests;

/// <summary>What other programs do that .NET cannot.</summary>
internal static partial class Shell
{
    /// <summary>Runs a command of the shell, in which $1 and so on are the arguments.</summary>
    public static void Run(string command, params string[] arguments)
    {
        using var process = Process.Start("sh", ["-c", command, "sh", .. arguments]);
        process.WaitForExit();
        process.ExitCode.ShouldBe(0, command);
    }

    /// <summary>Runs a script, and tells how it ended and what it said.</summary>
    public static (int Code, string Said) Script(string script) => Script(script, null);

    /// <summary>Runs a script whose shell is killed (SIGKILL) before or after one of the commands that it calls.</summary>
    /// <param name="script">The script.</param>
    /// <param name="point">Which command, from 0.</param>
    /// <param name="isAfter">Whether that command is done first.</param>
    /// <param name="folder">A folder for the commands that kill it.</param>
    /// <returns>How the shell ended: 0 if there was no such command.</returns>
    public static int ScriptKilledAt(string script, int point, bool isAfter, string folder)
    {
        Directory.CreateDirectory(folder);
        var count = Path.Combine(folder, "count");
        File.WriteAllText(count, "0\n");
        foreach (var name in new[] { "cat", "cmp", "cp", "mkdir", "mv", "rm" })
        {
            var command = Path.Combine(folder, name);
            var kill = $"if [ \"$n\" = {point} ]; then kill -9 \"$PPID\"; exit 1; fi";
            File.WriteAllText(
                command,
                $"""
                #!/bin/sh
                read -r n < "{count}"
                echo $((n + 1)) > "{count}"
                {(isAfter ? "" : kill)}
                PATH=/usr/bin:/bin {name} "$@"
                code=$?
                {(isAfter ? kill : "")}
                exit $code

                """
            );
            File.SetUnixFileMode(command, (UnixFileMode)0b111_000_000);
        }
        return Script(script, folder).Code;
    }

    private static (int Code, string Said) Script(string script, string? commands)
    {
        var start = new ProcessStartInfo("/bin/sh", ["-s"])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        if (commands is not null)
        {
            start.Environment["PATH"] = $"{commands}:/usr/bin:/bin";
            start.Environment["TMPDIR"] = commands;
        }
        using var shell = Process.Start(start)!;
        shell.StandardInput.Write(script);
        shell.StandardInput.Close();
        var said = shell.StandardOutput.ReadToEnd() + shell.StandardError.ReadToEnd();
        shell.WaitForExit();
        return (shell.ExitCode, said);
    }

    /// <summary>Gives a file or folder an attribute (setxattr(2)).</summary>
    public static void SetAttribute(string path, string name, string value) =>
        SetXAttr(
                path,
                name,
                Encoding.UTF8.GetBytes(value),
                (nuint)Encoding.UTF8.GetByteCount(value),
                0
            )
            .ShouldBe(0);

    /// <summary>An attribute of a file or folder (getxattr(2)); empty if it has none of the name.</summary>
    public static string Attribute(string path, string name)
    {
        var value = new byte[1024];
        var length = (int)GetXAttr(path, name, value, (nuint)value.Length);
        return length < 0 ? "" : Encoding.UTF8.GetString(value, 0, length);
    }

    [LibraryImport("libc", EntryPoint = "setxattr", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int SetXAttr(
        string path,
        string name,
        byte[] value,
        nuint length,
        int flags
    );

    [LibraryImport("libc", EntryPoint = "getxattr", StringMarshalling = StringMarshalling.Utf8)]
    private static partial nint GetXAttr(string path, string name, byte[] value, nuint length);
}
