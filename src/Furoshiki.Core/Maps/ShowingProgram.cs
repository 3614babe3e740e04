namespace Furoshiki.Core.Maps;

/// <summary>A signal by which a program can be told something, with its number on Linux (signal(7)).</summary>
public enum ProgramSignal
{
    /// <summary>SIGHUP.</summary>
    HangUp = 1,

    /// <summary>SIGUSR1.</summary>
    User1 = 10,

    /// <summary>SIGUSR2.</summary>
    User2 = 12,

    /// <summary>SIGTERM.</summary>
    Terminate = 15,
}

/// <summary>How a program is told that its settings are others.</summary>
/// <param name="Signal">The signal.</param>
/// <param name="StartsAgain">
/// Whether it ends then and its session starts it again; if not, it goes on and reads its settings.
/// </param>
public sealed record ProgramTelling(ProgramSignal Signal, bool StartsAgain)
{
    /// <summary>The signal by its name in POSIX.</summary>
    public string SignalName => NameOf(Signal);

    /// <summary>A signal by its name in POSIX; null if it is none that a program may be told by.</summary>
    public static ProgramSignal? Named(string name) =>
        Enum.GetValues<ProgramSignal>()
            .Where(signal => NameOf(signal) == name)
            .Select(signal => (ProgramSignal?)signal)
            .FirstOrDefault();

    private static string NameOf(ProgramSignal signal) =>
        signal switch
        {
            ProgramSignal.HangUp => "SIGHUP",
            ProgramSignal.User1 => "SIGUSR1",
            ProgramSignal.User2 => "SIGUSR2",
            _ => "SIGTERM",
        };
}

/// <summary>A program that shows parts, and how it is found among those that run.</summary>
/// <param name="Name">Its name for people.</param>
/// <param name="Process">The name of its process.</param>
/// <param name="IsAlwaysOn">
/// Whether it runs as long as somebody is signed in. Of such a one it is told when it does not; any other reads its settings when it is
/// started the next time.
/// </param>
/// <param name="Telling">How it is told to take new settings; null if only starting it by hand helps.</param>
public sealed record ShowingProgram(
    string Name,
    string Process,
    bool IsAlwaysOn,
    ProgramTelling? Telling
)
{
    /// <summary>The most characters that the kernel keeps of a process's name (comm in proc(5)).</summary>
    public const int LongestProcess = 15;
}
