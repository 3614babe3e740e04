using System.Text.Json;
using Furoshiki.Desktops;
using Furoshiki.Store;

namespace Furoshiki.App.Installation;

/// <summary>What became of a database that was set aside.</summary>
/// <param name="Problem">What was the matter with it, as the end of a sentence.</param>
/// <param name="Salvaged">What was brought over; null if nothing could be.</param>
/// <param name="Copy">The copy that helped, by its file name; null if there was none.</param>
/// <param name="IsAsked">Whether the person wanted a copy in its place, and nothing was the matter with it.</param>
internal sealed record LostReport(string Problem, Salvaged? Salvaged, string? Copy, bool IsAsked);

/// <summary>A database that was set aside, in a folder of its own beside the one that took its place.</summary>
/// <param name="folder">That folder.</param>
internal sealed class LostDatabase(string folder)
{
    private const string Beginning = "lost-";
    private const UnixFileMode Own =
        UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    private string New => System.IO.Path.Combine(folder, "new.db");
    private string ReportFile => System.IO.Path.Combine(folder, "report.json");

    /// <summary>Its folder.</summary>
    public string Path => folder;

    /// <summary>When it was set aside (UTC).</summary>
    public DateTime At => Moment!.Value;

    private DateTime? Moment =>
        MomentName.Find(System.IO.Path.GetFileName(folder)[Beginning.Length..]);

    /// <summary>What became of it; null if that is not known.</summary>
    public LostReport? Report()
    {
        try
        {
            return JsonSerializer.Deserialize<LostReport>(File.ReadAllText(ReportFile));
        }
        catch (Exception problem) when (problem is IOException or JsonException)
        {
            return null;
        }
    }

    /// <summary>Those in a data folder, the newest first.</summary>
    public static IReadOnlyList<LostDatabase> In(string data) =>
        [
            .. Directory
                .GetDirectories(data, Beginning + "*")
                .OrderDescending(StringComparer.Ordinal)
                .Select(path => new LostDatabase(path))
                .Where(one => one.Moment is not null),
        ];

    /// <summary>
    /// Sets a database aside, with all its files as they are, and puts what could be brought over from it in its place. Until that is
    /// there, nothing is moved; a process that is killed in between leaves what the next start ends.
    /// </summary>
    /// <param name="data">The data folder.</param>
    /// <param name="files">The files of the database; the first is the database itself.</param>
    /// <param name="problem">What is the matter with it, as the end of a sentence.</param>
    /// <param name="copy">The newest copy of it; null if there is none.</param>
    /// <param name="isAsked">Whether the copy is wanted in its place, as it is.</param>
    /// <exception cref="IOException">There is no room, or it may not be written. Nothing was moved.</exception>
    public static LostDatabase SetAside(
        string data,
        IReadOnlyList<string> files,
        string problem,
        string? copy,
        bool isAsked = false
    )
    {
        var name = Beginning + MomentName.Of(DateTime.UtcNow);
        var path = System.IO.Path.Combine(data, name);
        for (var number = 2; Directory.Exists(path); number++)
            path = System.IO.Path.Combine(data, $"{name}-{number}");
        var lost = new LostDatabase(path);
        Directory.CreateDirectory(lost.Path, Own);
        try
        {
            var part = System.IO.Path.Combine(lost.Path, "unfinished.db");
            var salvaged = Salvage.BringOver(isAsked ? null : files[0], part, copy);
            File.WriteAllText(
                lost.ReportFile,
                JsonSerializer.Serialize(
                    new LostReport(
                        problem,
                        salvaged,
                        copy is null ? null : System.IO.Path.GetFileName(copy),
                        isAsked
                    )
                )
            );
            Durable.Flush(lost.ReportFile);
            if (salvaged is not null)
            {
                File.SetUnixFileMode(part, UnixFileMode.UserRead | UnixFileMode.UserWrite);
                Durable.Flush(part);
                Durable.Move(part, lost.New);
            }
        }
        catch
        {
            Directory.Delete(lost.Path, recursive: true);
            throw;
        }
        lost.PutInPlace(files);
        return lost;
    }

    /// <summary>Ends what a process began that was killed while it set a database aside.</summary>
    /// <param name="data">The data folder.</param>
    /// <param name="files">The files of the database; the first is the database itself.</param>
    public static void End(string data, IReadOnlyList<string> files)
    {
        foreach (var lost in In(data))
            if (!File.Exists(lost.New) && File.Exists(lost.ReportFile))
                continue;
            else if (File.Exists(files[0]) || !File.Exists(lost.New))
                Directory.Delete(lost.Path, recursive: true);
            else
                lost.PutInPlace(files);
    }

    private void PutInPlace(IReadOnlyList<string> files)
    {
        foreach (var file in files.Where(File.Exists))
            Durable.Move(file, System.IO.Path.Combine(folder, System.IO.Path.GetFileName(file)));
        if (File.Exists(New))
            Durable.Move(New, files[0]);
    }

    /// <summary>What is to be said of it when it was just set aside.</summary>
    public string Notice()
    {
        var report = Report();
        var rest = report switch
        {
            { IsAsked: true } => $"What was in its place before is in {folder}.",
            null or { Salvaged: null } => "A new one was begun.",
            { Salvaged.IsReadable: false, Copy: var copy } =>
                $"Nothing in it could be read. All is as in the copy {copy}.",
            { Salvaged: { Lost.Count: 0, Damaged: 0 } } => "All that was in it was brought over.",
            _ =>
                "What can be read was brought over; what cannot is named among the copies, under Past.",
        };
        return report is { IsAsked: true }
            ? $"The copy {report.Copy} was put in the place of the database. {rest}"
            : $"The database in {System.IO.Path.GetDirectoryName(folder)} {report?.Problem}. It was set aside untouched in {System.IO.Path.GetFileName(folder)}. {rest} The desktops themselves were not touched.";
    }
}
