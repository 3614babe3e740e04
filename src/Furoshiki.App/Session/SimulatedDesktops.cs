using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Session;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Session;

/// <summary>A desktop with what its map found, and its session where it is simulated.</summary>
/// <param name="Desktop">The desktop.</param>
/// <param name="Report">What its map found.</param>
/// <param name="Programs">The programs that show parts only after they start again.</param>
/// <param name="MayTell">Whether Furoshiki may tell the programs of it, where it is real.</param>
/// <param name="Faults">What is wrong with its disk.</param>
public sealed record DesktopPage(
    DesktopView Desktop,
    FolderReport Report,
    IReadOnlyList<ProgramView> Programs,
    bool MayTell,
    DiskFaults Faults
);

/// <summary>A program that shows parts of a desktop.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Titles">The parts that it shows.</param>
/// <param name="Process">The name of its process; null if the map does not say it.</param>
/// <param name="IsRunning">Whether it runs; null if that cannot be seen.</param>
/// <param name="IsAlwaysOn">Whether it should, as long as somebody is signed in.</param>
/// <param name="Told">What happens when it is told that its settings are others, in words; null if it cannot be told.</param>
/// <param name="Cost">What it was measured to cost; null where it does not run for real.</param>
public sealed record ProgramView(
    string Name,
    IReadOnlyList<string> Titles,
    string? Process,
    bool? IsRunning,
    bool IsAlwaysOn,
    string? Told,
    SupplyCost? Cost
);

/// <summary>What another program edited.</summary>
/// <param name="Path">The file.</param>
/// <param name="Words">What was changed in it.</param>
public sealed record OtherEditView(string Path, string Words);

/// <summary>Opens desktops, and does to simulated ones what the world does to real ones.</summary>
public sealed class SimulatedDesktops(Sessions sessions, Observer observer)
{
    /// <summary>A desktop with what its map found.</summary>
    public DesktopPage Open(LiveDesktop desktop) =>
        new(
            DesktopView.Of(desktop),
            Registration.Report(desktop.Map, desktop.Folder),
            Programs(desktop),
            desktop.MayTell,
            sessions.FaultsOf(desktop.Id)
        );

    private ProgramView[] Programs(LiveDesktop desktop)
    {
        var isRunning = Running(desktop);
        var costOf = desktop.IsSimulated ? null : RealSession.CostsOn(desktop);
        return
        [
            .. desktop
                .Map.Kinds.Where(kind => kind.Program is not null)
                .GroupBy(kind => kind.Program!)
                .Select(group =>
                {
                    var known = desktop.Map.FindProgram(group.Key);
                    return new ProgramView(
                        group.Key,
                        [.. group.Select(kind => kind.Kind.Title)],
                        known?.Process,
                        known is null ? null : isRunning(known),
                        known is { IsAlwaysOn: true },
                        known?.Telling is { } telling ? Words(telling) : null,
                        known is null ? null : costOf?.Invoke(known)
                    );
                }),
        ];
    }

    private Func<ShowingProgram, bool> Running(LiveDesktop desktop)
    {
        if (!desktop.IsSimulated)
        {
            var running = RealSession.StandOf(desktop).Programs;
            return program => running.ContainsKey(program.Name);
        }
        var stopped = sessions.Stopped(desktop);
        return program => !stopped.Contains(program.Name);
    }

    private static string Words(ProgramTelling telling) =>
        telling.StartsAgain
            ? $"ends on {telling.SignalName}, and its session starts it again"
            : $"reads its settings again on {telling.SignalName}";

    /// <summary>Breaks or mends the disk of a simulated desktop.</summary>
    /// <exception cref="ProblemException">The desktop is real.</exception>
    public DiskFaults SetFaults(LiveDesktop desktop, DiskFaults faults)
    {
        RefuseReal(desktop);
        sessions.SetFaults(desktop.Id, faults);
        return sessions.FaultsOf(desktop.Id);
    }

    /// <summary>Edits a file of a simulated desktop as another program would; the rest of the product learns of it from the disk.</summary>
    /// <exception cref="ProblemException">The desktop is real, or the part has nothing to edit.</exception>
    public OtherEditView EditAsOther(LiveDesktop desktop, string kind)
    {
        RefuseReal(desktop);
        if (
            Kind.Find(kind) is not { } known
            || OtherProgram.Edit(desktop.Map, observer.See(desktop).Reading, known) is not { } edit
        )
            throw ProblemException.Field(
                "kind",
                "This part has no setting that another program could change."
            );
        File.WriteAllBytes(desktop.Folder.PathOf(edit.Path), edit.Bytes.ToArray());
        return new OtherEditView(edit.Path, edit.Words);
    }

    internal static void RefuseReal(
        LiveDesktop desktop,
        string why = "This desktop is real, so nothing is made up on it."
    )
    {
        if (!desktop.IsSimulated)
            throw ProblemException.InTheWay(ProblemCode.NotSimulated, why);
    }
}
