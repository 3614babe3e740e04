using Furoshiki.App.Desktops;
using Furoshiki.App.Installation;
using Furoshiki.App.Keeping;
using Furoshiki.Core.Content;
using Furoshiki.Core.Words;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Data.Sqlite;

namespace Furoshiki.App.Safekeeping;

/// <summary>Where copies of everything that is kept are made, and when.</summary>
/// <param name="Folder">The folder, from the root on.</param>
/// <param name="EveryDays">After how many days another is made, from 1 to 365; 0 to make none by itself.</param>
/// <param name="Most">How many are kept there, from 1 to 100: when another is made, the oldest go.</param>
public sealed record CopyForm(string Folder, int EveryDays, int Most);

/// <summary>A copy of everything that is kept.</summary>
/// <param name="Name">The name of its file.</param>
/// <param name="At">When it was made (UTC).</param>
/// <param name="Bytes">Its length.</param>
public sealed record CopyView(string Name, DateTime At, long Bytes);

/// <summary>That a copy could not be made.</summary>
/// <param name="At">When (UTC).</param>
/// <param name="Sentence">Why.</param>
public sealed record CopyFailure(DateTime At, string Sentence);

/// <summary>Copies of everything that is kept.</summary>
/// <param name="Form">Where they are made and when; null if that was not said.</param>
/// <param name="All">Those that are there, the newest first.</param>
/// <param name="NextAt">When the next one is due (UTC); null if none is made by itself.</param>
/// <param name="Failure">Why the last one could not be made; null if it could.</param>
public sealed record CopiesView(
    CopyForm? Form,
    IReadOnlyList<CopyView> All,
    DateTime? NextAt,
    CopyFailure? Failure
);

/// <summary>
/// Copies the whole database while it is used, into a folder of the person's choice. A copy is complete or not there; it is read again
/// before it counts, and only then does an old one go.
/// </summary>
public sealed class Copies(
    DataFolder data,
    DesktopRegister register,
    Preferences preferences,
    Keeper keeper,
    TimeProvider clock
)
{
    private const string About = "copies";
    private const string Failed = "copies-failed";
    private const string Ending = ".db";
    private const string Unfinished = ".unfinished";
    private const int LongestPause = 365;
    private const int MostCopies = 100;
    private const int LongestPath = 4096;
    private const string Whole =
        "What is kept is as it was, and so are the copies that were made before.";

    /// <summary>How long it is waited before it is tried again whether another process still makes a copy.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(200);

    private readonly Lock _one = new();

    /// <summary>What is there and what comes next.</summary>
    public CopiesView View()
    {
        var form = preferences.Find<CopyForm>(About);
        var all = form is null ? [] : In(form.Folder);
        return new CopiesView(form, all, NextAt(form, all), preferences.Find<CopyFailure>(Failed));
    }

    /// <summary>Says where copies are made and when. One that is due by that is made beside everything else.</summary>
    /// <exception cref="ProblemException">They cannot be made there, or not like that.</exception>
    public CopiesView Change(CopyForm form)
    {
        if (form.EveryDays is < 0 or > LongestPause)
            throw ProblemException.Field("everyDays", $"From 0 to {LongestPause} days.");
        if (form.Most is < 1 or > MostCopies)
            throw ProblemException.Field("most", $"From 1 to {MostCopies} copies.");
        preferences.Keep(About, form with { Folder = Checked(form.Folder) });
        keeper.News.Tell();
        return View();
    }

    /// <summary>Makes a copy now.</summary>
    /// <param name="folder">Where; null for the folder that was chosen.</param>
    /// <param name="cancellation">Breaks it off; then there is none.</param>
    /// <exception cref="ProblemException">It could not be made.</exception>
    /// <exception cref="OperationCanceledException">It was broken off.</exception>
    public CopyView Make(string? folder, CancellationToken cancellation)
    {
        var form = preferences.Find<CopyForm>(About);
        var to = Checked(
            folder
                ?? form?.Folder
                ?? throw ProblemException.Field("folder", "Choose a folder for the copies.")
        );
        lock (_one)
        {
            using var alone = Alone(to, cancellation);
            var copy = Write(to, cancellation);
            if (to == form?.Folder)
            {
                // One of the future was made by a clock that was wrong, and before this one.
                foreach (
                    var old in In(to)
                        .Where(one => one.Name != copy.Name)
                        .OrderBy(one => one.At > copy.At)
                        .Skip(form.Most - 1)
                )
                    File.Delete(Path.Combine(to, old.Name));
                preferences.Forget(Failed);
            }
            data.NoteCopy(Path.Combine(to, copy.Name));
            return copy;
        }
    }

    /// <summary>Makes the copy that is due, if one is; why it could not be is noted for the person.</summary>
    public void MakeDue(CancellationToken cancellation)
    {
        var view = View();
        if (view.NextAt is not { } due || due > clock.GetUtcNow().UtcDateTime)
            return;
        try
        {
            Make(null, cancellation);
        }
        catch (ProblemException problem)
        {
            preferences.Keep(
                Failed,
                new CopyFailure(clock.GetUtcNow().UtcDateTime, problem.Message)
            );
        }
    }

    /// <summary>Waits until no other process makes a copy there, which would take away what is unfinished.</summary>
    /// <exception cref="OperationCanceledException">It was broken off.</exception>
    private static IDisposable Alone(string folder, CancellationToken cancellation)
    {
        while (true)
        {
            if (PathLock.TryTake(folder) is { } held)
                return held;
            cancellation.WaitHandle.WaitOne(Pause);
            cancellation.ThrowIfCancellationRequested();
        }
    }

    private CopyView Write(string folder, CancellationToken cancellation)
    {
        foreach (var left in Directory.GetFiles(folder, $"{Beginning}*{Unfinished}"))
            File.Delete(left);
        var now = clock.GetUtcNow().UtcDateTime;
        // Two of one second would have one name.
        while (File.Exists(Path.Combine(folder, NameOf(now))))
            now = now.AddSeconds(1);
        var name = NameOf(now);
        var path = Path.Combine(folder, name);
        var part = path + Unfinished;
        try
        {
            DataFolder.NewFile(part).Dispose();
            DatabaseHealth.Copy(data.Database, part, cancellation);
            if (!DatabaseHealth.IsSound(part, cancellation))
                throw Problem(
                    ProblemCode.CopyNotWhole,
                    $"What was written to {folder} is not what is read there."
                );
            Durable.Move(part, path);
            return new CopyView(name, now, new FileInfo(path).Length);
        }
        catch (SqliteException problem) when (DatabaseHealth.IsDamage(problem))
        {
            data.NoteDamaged();
            throw Problem(
                ProblemCode.Damaged,
                "The database is damaged, so no copy of it was made. Start Furoshiki again: it sets it aside and brings over what can be read."
            );
        }
        catch (Exception problem)
            when (problem is SqliteException or IOException or UnauthorizedAccessException)
        {
            throw Problem(
                ProblemCode.NoCopy,
                $"The copy of {Counting.Bytes(new FileInfo(data.Database).Length)} could not be written to {folder}: {(problem is SqliteException { SqliteErrorCode: 13 } ? "there is no room" : problem.Message.TrimEnd('.'))}."
            );
        }
        finally
        {
            File.Delete(part);
        }
    }

    private string NameOf(DateTime at) => Beginning + MomentName.Of(at) + Ending;

    private static ProblemException Problem(ProblemCode code, string sentence) =>
        ProblemException.InTheWay(code, sentence, Whole);

    /// <summary>How the names of this installation's copies begin: others may have theirs in the same folder.</summary>
    private string Beginning => data.HostName().Split('.')[0] + "-";

    private List<CopyView> In(string folder) =>
        Directory.Exists(folder)
            ?
            [
                .. Directory
                    .GetFiles(folder, $"{Beginning}*{Ending}")
                    // One that is due to go can be gone by now; what was found of a file is what is told of it.
                    .Select(path => (File: new FileInfo(path), At: MadeAt(Path.GetFileName(path))))
                    .Where(one => one.At is not null && one.File.Exists)
                    .OrderByDescending(one => one.At)
                    .Select(one => new CopyView(one.File.Name, one.At!.Value, one.File.Length)),
            ]
            : [];

    private DateTime? MadeAt(string name) =>
        MomentName.Find(name[Beginning.Length..]) is { } at && name == NameOf(at) ? at : null;

    private DateTime? NextAt(CopyForm? form, IReadOnlyList<CopyView> all)
    {
        if (form is not { EveryDays: > 0 })
            return null;
        var now = clock.GetUtcNow().UtcDateTime;
        // One of the future was made by a clock that was wrong.
        return all.FirstOrDefault(one => one.At <= now) is { } last
            ? last.At + TimeSpan.FromDays(form.EveryDays)
            : now;
    }

    /// <summary>A folder in which copies can be, with no link in it.</summary>
    private string Checked(string folder)
    {
        if (PersonsText.WhyNot("The folder", folder, LongestPath) is { } reason)
            throw ProblemException.Field("folder", reason);
        if (!Path.IsPathFullyQualified(folder))
            throw ProblemException.Field(
                "folder",
                "Write the folder from the root on, as /media/stick/copies."
            );
        // A disk that is not there must not be taken for an empty folder.
        if (!Directory.Exists(folder))
            throw ProblemException.Field("folder", $"There is no folder {folder}.");
        var root = new DesktopFolder(folder).Root;
        if (data.Holds(root))
            throw ProblemException.Field(
                "folder",
                $"{root} is where Furoshiki keeps its own data: a copy there is lost with it."
            );
        foreach (var desktop in register.All())
            if (
                desktop
                    .Folder.ManagedTree(desktop.Maps)
                    .All.Select(one => one.Key)
                    .FirstOrDefault(path =>
                        PathText.IsIn(root, Path.Combine(desktop.Folder.Root, path))
                    ) is
                { } managed
            )
                throw ProblemException.Field(
                    "folder",
                    $"{root} is in {managed}, which belongs to looks of {desktop.Name}: every saving would hold the copies too."
                );
        return root;
    }
}
