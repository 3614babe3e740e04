using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Session;

namespace Furoshiki.App.Session;

/// <summary>A desktop with what its map found, and its session where it is simulated.</summary>
/// <param name="Desktop">The desktop.</param>
/// <param name="Report">What its map found.</param>
/// <param name="Programs">The programs that show parts only after they start again.</param>
/// <param name="Faults">What is wrong with its disk.</param>
public sealed record DesktopPage(
    DesktopView Desktop,
    FolderReport Report,
    IReadOnlyList<string> Programs,
    DiskFaults Faults
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
            [.. desktop.Map.Kinds.Select(kind => kind.Program).OfType<string>().Distinct()],
            sessions.FaultsOf(desktop.Id)
        );

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

    private static void RefuseReal(LiveDesktop desktop)
    {
        if (!desktop.IsSimulated)
            throw ProblemException.InTheWay(
                "not-simulated",
                "This desktop is real, so nothing is made up on it."
            );
    }
}
