using System.Security.Cryptography;
using System.Text;
using System.Text.RegularExpressions;
using Furoshiki.Core.Content;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.Data.Sqlite;

namespace Furoshiki.App.Installation;

/// <summary>Another process has a data folder. Nothing was changed in it.</summary>
/// <param name="path">The folder.</param>
/// <param name="address">Where that process can be opened; null if it has not said yet.</param>
public sealed class DataFolderInUseException(string path, string? address)
    : IOException(
        $"Furoshiki is running with {path} already{(address is null ? "." : $": open {address}")} Nothing was changed."
    )
{
    /// <summary>Where that process can be opened; null if it has not said yet.</summary>
    public string? Address => address;
}

/// <summary>The folder in which an installation keeps everything. It is the person's alone, and one process has it at a time.</summary>
/// <param name="path">Its path.</param>
public sealed partial class DataFolder(string path) : IDisposable
{
    private const UnixFileMode OwnFolder =
        UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
    private const UnixFileMode OwnFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;
    private const string DatabaseName = "furoshiki.db";

    /// <summary>Marks a folder as one that may be emptied.</summary>
    private const string MarkerName = ".furoshiki-data";

    /// <summary>What the marker says once there is a database with something in it, and once that was found damaged.</summary>
    private const string InUse = "in use";
    private const string Damaged = "damaged";

    private const string IsDamaged = "is damaged";

    /// <summary>What the name of a small file ends with while it is being written.</summary>
    private const string NewEnding = ".new";

    /// <summary>How long a start waits for a command to end, in ms, and how often it looks.</summary>
    private const int LongestCommand = 3000;
    private const int CommandPause = 50;

    private static readonly string[] DatabaseEndings =
    [
        "",
        "-wal",
        "-shm",
        "-journal",
        FuroshikiDb.HoldEnding,
    ];

    private readonly FolderWatch _watch = new();

    private IDisposable? _owned;
    private IDisposable? _joined;

    /// <summary>Where a person's own is, by the freedesktop base directories.</summary>
    public static string DefaultPath { get; } =
        System.IO.Path.Combine(
            Environment.GetFolderPath(
                Environment.SpecialFolder.LocalApplicationData,
                Environment.SpecialFolderOption.DoNotVerify
            ),
            "furoshiki"
        );

    /// <summary>Its path, with no link in it once it is prepared.</summary>
    public string Path { get; private set; } = path;

    /// <summary>The database file.</summary>
    public string Database => At(DatabaseName);

    /// <summary>What the person is to be told of what was found at the start.</summary>
    public IReadOnlyList<string> Notices => _notices;

    private readonly List<string> _notices = [];

    private string Marker => At(MarkerName);
    private string AddressFile => At("address");

    /// <summary>A page that leads to where the application can be opened, for a browser of the same person.</summary>
    public string EntrancePage => At("open.html");

    private string KeyFile => At("key");
    private string NameFile => At("name");
    private string SessionsFile => At("sessions");
    private string CopyFile => At("copy");
    private string Desktops => At("desktops");

    /// <summary>The folder for what is loaded from catalogues and not all there yet.</summary>
    public string Incoming => Directory.CreateDirectory(At("incoming"), OwnFolder).FullName;

    /// <summary>The folder of the demo's catalogue.</summary>
    public string Catalogue => At("catalogue");

    /// <summary>The folder of a simulated desktop.</summary>
    public string Desktop(string name) => System.IO.Path.Combine(Desktops, name);

    /// <summary>Hears of everything that is written to the database, by whichever process.</summary>
    public FolderWatch Watch()
    {
        foreach (var file in DatabaseFiles())
            _watch.Hear(Path, System.IO.Path.GetFileName(file));
        return _watch;
    }

    /// <summary>Whether a path is the folder, or in it.</summary>
    public bool Holds(string path) => PathText.IsIn(path, Path);

    /// <summary>Makes the folder and takes it; where that was asked for, the product's own files in it are set aside first.</summary>
    /// <exception cref="IOException">It holds other things than an installation, or another process has it.</exception>
    public void Prepare(bool fresh)
    {
        RefuseOthers();
        Directory.CreateDirectory(Path, OwnFolder);
        Path = new DesktopFolder(Path).Root;
        _owned = Take() ?? throw new DataFolderInUseException(Path, Address());
        File.SetUnixFileMode(Path, OwnFolder);
        if (fresh && File.Exists(Marker))
        {
            using (PathLock.TryTake(Marker) ?? throw new DataFolderInUseException(Path, null))
                SetAside();
            Mark("");
        }
        Own(isThorough: true);
    }

    /// <summary>
    /// Takes the folder for one command: for itself if nobody has it, and else beside the one that has, who then sees what it does.
    /// </summary>
    /// <returns>Whether it is this process's own.</returns>
    /// <exception cref="IOException">It holds other things than an installation.</exception>
    public bool Join()
    {
        RefuseOthers();
        Directory.CreateDirectory(Path, OwnFolder);
        Path = new DesktopFolder(Path).Root;
        if (!File.Exists(Marker))
            File.WriteAllText(Marker, "");
        _joined = PathLock.TryShare(Marker) ?? throw new DataFolderInUseException(Path, Address());
        _owned = PathLock.TryTake(Path);
        if (_owned is null)
            return false;
        // What a server left that was killed.
        ForgetAddress();
        // A command has no time for more.
        Own(isThorough: false);
        return true;
    }

    /// <summary>Where the application can be opened; null if none runs with this folder.</summary>
    public string? RunningAt()
    {
        using var owned = Directory.Exists(Path) ? PathLock.TryTake(Path) : null;
        return owned is null ? Address() : null;
    }

    private void RefuseOthers()
    {
        if (
            Directory.Exists(Path)
            && !File.Exists(Marker)
            && Directory.EnumerateFileSystemEntries(Path).Any()
        )
            throw new IOException(
                $"{Path} has other files in it, so it was not taken as a data folder. Choose an empty or a new one with --data. Nothing was changed."
            );
    }

    /// <summary>Takes the folder; a command that has it is waited for, since it soon ends.</summary>
    private IDisposable? Take()
    {
        for (var waited = 0; ; waited += CommandPause)
        {
            if (PathLock.TryTake(Path) is { } owned)
                return owned;
            if (Address() is not null || waited >= LongestCommand)
                return null;
            Thread.Sleep(CommandPause);
        }
    }

    private void Own(bool isThorough)
    {
        if (!File.Exists(Marker))
            File.WriteAllText(Marker, "");
        CheckDatabase(isThorough);
        foreach (var file in OwnFiles().Where(File.Exists))
            File.SetUnixFileMode(file, OwnFile);
        if (!File.Exists(Database))
            // SQLite gives the files beside it the same mode.
            NewFile(Database).Dispose();
    }

    /// <summary>Notes that the database has something in it, so that its loss is noticed.</summary>
    public void NoteInUse() => Mark(InUse);

    /// <summary>Notes that the database was found damaged: the next start sets it aside.</summary>
    public void NoteDamaged() => Mark(Damaged);

    /// <summary>Whether the database was found damaged since the start.</summary>
    public bool IsNotedDamaged => Marked() == Damaged;

    private string Marked() => File.ReadAllText(Marker).TrimEnd();

    /// <summary>
    /// Writes the marker in its place, since its lock is that of the file; what it said is never gone before the new is there.
    /// </summary>
    private void Mark(string text)
    {
        using var file = new FileStream(
            Marker,
            FileMode.OpenOrCreate,
            FileAccess.Write,
            FileShare.ReadWrite
        );
        file.Write(Encoding.UTF8.GetBytes(text + '\n'));
        file.SetLength(file.Position);
        file.Flush(flushToDisk: true);
    }

    /// <summary>The newest copy of the database, as it was noted; null if none is there.</summary>
    public string? NewestCopy =>
        File.Exists(CopyFile) && File.ReadAllText(CopyFile) is var copy && File.Exists(copy)
            ? copy
            : null;

    /// <summary>Notes where the newest copy of the database is, so that it is found when the database cannot be read.</summary>
    public void NoteCopy(string path) => Put(CopyFile, path);

    /// <summary>The databases that were set aside, the newest first.</summary>
    internal IReadOnlyList<LostDatabase> Lost => LostDatabase.In(Path);

    /// <summary>Notes where the application can be opened, for a second start.</summary>
    public void NoteAddress(string address)
    {
        Put(AddressFile, address);
        Put(
            EntrancePage,
            $"<!doctype html><meta http-equiv=\"refresh\" content=\"0;url={address}\"><title>Furoshiki</title>"
        );
    }

    /// <summary>Gives a file another text, of which after a kill, a full disk or a loss of power either all is there or nothing.</summary>
    private static void Put(string path, string text)
    {
        var part = path + NewEnding;
        File.Delete(part);
        using (var file = NewFile(part))
        {
            file.Write(Encoding.UTF8.GetBytes(text));
            file.Flush(flushToDisk: true);
        }
        Durable.Move(part, path);
    }

    /// <summary>The key that opens the application, the same at every start until it is taken back.</summary>
    public string Key() =>
        Kept(
            KeyFile,
            IsKey(),
            "The key",
            () => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(24))
        );

    /// <summary>Makes the key another, and forgets the browsers that came with it.</summary>
    public void NewKey()
    {
        File.Delete(SessionsFile);
        File.Delete(KeyFile);
        Key();
    }

    /// <summary>The name under which this installation answers: one of its own below "localhost" (RFC 6761).</summary>
    public string HostName() =>
        Kept(
            NameFile,
            IsName(),
            "The name",
            () =>
                $"furoshiki-{Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(5))}.localhost"
        );

    /// <summary>The browsers that may enter, one a line.</summary>
    public IReadOnlyList<string> ReadSessions() =>
        File.Exists(SessionsFile) ? File.ReadAllLines(SessionsFile) : [];

    /// <summary>Notes the browsers that may enter.</summary>
    public void WriteSessions(IEnumerable<string> lines) =>
        Put(SessionsFile, string.Join('\n', lines));

    /// <summary>The text of a file that is made once; one that is empty, cut short or another thing is made anew, and that is said.</summary>
    private string Kept(string path, Regex form, string what, Func<string> make)
    {
        lock (_notices)
        {
            var isThere = File.Exists(path);
            if (isThere && File.ReadAllText(path) is var text && form.IsMatch(text))
                return text;
            if (isThere)
                _notices.Add(
                    $"{what} in {path} was not whole, so it was made anew. Browsers have to be opened with the address that is printed now."
                );
            var made = make();
            Put(path, made);
            return made;
        }
    }

    [GeneratedRegex("^[0-9a-f]{48}\\z")]
    private static partial Regex IsKey();

    [GeneratedRegex("^furoshiki-[0-9a-f]{10}\\.localhost\\z")]
    private static partial Regex IsName();

    /// <summary>Gives the folder back.</summary>
    public void Dispose()
    {
        // A command leaves what a server wrote there: it may have begun meanwhile.
        if (_joined is null && _owned is not null)
            ForgetAddress();
        _owned?.Dispose();
        _joined?.Dispose();
    }

    private void ForgetAddress()
    {
        File.Delete(AddressFile);
        File.Delete(EntrancePage);
    }

    private string? Address() => File.Exists(AddressFile) ? File.ReadAllText(AddressFile) : null;

    private string At(string name) => System.IO.Path.Combine(Path, name);

    private IEnumerable<string> OwnFiles() =>
        [
            .. DatabaseFiles(),
            .. new[]
            {
                KeyFile,
                NameFile,
                SessionsFile,
                CopyFile,
                AddressFile,
                EntrancePage,
            }.SelectMany(file => new[] { file, file + NewEnding }),
            Marker,
        ];

    private IEnumerable<string> DatabaseFiles() =>
        DatabaseEndings.Select(ending => Database + ending);

    /// <summary>Makes a file that is the person's alone; nothing stands there.</summary>
    internal static FileStream NewFile(string path) =>
        new(
            path,
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.Write,
                UnixCreateMode = OwnFile,
            }
        );

    /// <summary>Moves what the product made, and nothing else, into a folder of its own.</summary>
    private void SetAside()
    {
        var aside = At($"before-fresh-{MomentName.Of(DateTime.UtcNow)}");
        for (var number = 2; Directory.Exists(aside); number++)
            aside = At($"before-fresh-{MomentName.Of(DateTime.UtcNow)}-{number}");
        Directory.CreateDirectory(aside, OwnFolder);
        foreach (var folder in new[] { Desktops, Catalogue, At("incoming") })
            if (Directory.Exists(folder))
                Directory.Move(folder, Within(aside, folder));
        foreach (var file in OwnFiles().Where(file => file != Marker && File.Exists(file)))
            File.Move(file, Within(aside, file));
        _notices.Add($"What was there before was set aside in {aside}.");

        static string Within(string folder, string path) =>
            System.IO.Path.Combine(folder, System.IO.Path.GetFileName(path));
    }

    /// <summary>Sets a database aside that has lost what was in it, untouched, brings over what can be read, and says so.</summary>
    /// <param name="isThorough">Whether everything but the content is read.</param>
    private void CheckDatabase(bool isThorough)
    {
        IReadOnlyList<string> files = [.. DatabaseFiles()];
        LostDatabase.End(Path, files);
        if (ProblemIn(isThorough) is not { } problem)
            return;
        _notices.Add(
            files.Any(File.Exists) || NewestCopy is not null
                ? LostDatabase.SetAside(Path, files, problem, NewestCopy).Notice()
                : $"The database in {Path} {problem}. A new one was begun. The desktops themselves were not touched."
        );
        NoteInUse();
    }

    /// <summary>What is the matter with the database, as the end of a sentence; null if it can be used.</summary>
    private string? ProblemIn(bool isThorough)
    {
        var mark = Marked();
        var wasInUse = mark.Length > 0;
        if (mark == Damaged)
            return IsDamaged;
        if (!File.Exists(Database))
            return wasInUse ? "is not there any more" : null;
        if (new FileInfo(Database).Length == 0 && !File.Exists(Database + "-wal"))
            return wasInUse ? "is empty" : null;
        try
        {
            if (DatabaseHealth.Tables(Database) == 0)
                return wasInUse
                    ? "has lost all that was in it, as when its log is taken away"
                    : null;
            return isThorough && !DatabaseHealth.IsSoundButForContent(Database) ? IsDamaged : null;
        }
        catch (SqliteException problem) when (DatabaseHealth.IsDamage(problem))
        {
            return IsDamaged;
        }
    }

    /// <summary>Puts a copy in the place of the database, which is set aside untouched. The folder is this process's own.</summary>
    /// <param name="copy">The copy.</param>
    /// <returns>What is to be said of it.</returns>
    /// <exception cref="ProblemException">It is no copy that can be used. Nothing was changed.</exception>
    /// <exception cref="IOException">There is no room, or it may not be written. Nothing was changed.</exception>
    public string TakeCopy(string copy)
    {
        if (FuroshikiDbFactory.WhyNoCopy(copy) is { } reason)
            throw ProblemException.Field("copy", $"{copy} {reason}");
        var lost = LostDatabase.SetAside(Path, [.. DatabaseFiles()], "", copy, isAsked: true);
        NoteInUse();
        return lost.Notice();
    }
}
