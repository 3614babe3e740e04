using System.Security.Cryptography;
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
public sealed class DataFolder(string path) : IDisposable
{
    private const UnixFileMode OwnFolder =
        UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;
    private const UnixFileMode OwnFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;
    private const string DatabaseName = "furoshiki.db";

    /// <summary>Marks a folder as one that may be emptied.</summary>
    private const string MarkerName = ".furoshiki-data";

    /// <summary>What the marker says once there is a database with something in it.</summary>
    private const string InUse = "in use\n";

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
    private string NewSessionsFile => At("sessions.new");
    private string Desktops => At("desktops");

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

    /// <summary>Makes the folder and takes it, cleared first of the product's own files where that was asked for.</summary>
    /// <exception cref="IOException">It holds other things than an installation, or another process has it.</exception>
    public void Prepare(bool fresh)
    {
        RefuseOthers();
        Directory.CreateDirectory(Path, OwnFolder);
        Path = new DesktopFolder(Path).Root;
        _owned = Take() ?? throw new DataFolderInUseException(Path, Address());
        File.SetUnixFileMode(Path, OwnFolder);
        if (fresh && File.Exists(Marker))
            using (PathLock.TryTake(Marker) ?? throw new DataFolderInUseException(Path, null))
                Clear();
        Own();
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
        Own();
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

    private void Own()
    {
        if (!File.Exists(Marker))
            File.WriteAllText(Marker, "");
        CheckDatabase();
        foreach (var file in OwnFiles().Where(File.Exists))
            File.SetUnixFileMode(file, OwnFile);
        if (!File.Exists(Database))
            // SQLite gives the files beside it the same mode.
            NewFile(Database).Dispose();
    }

    /// <summary>Notes that the database has something in it, so that its loss is noticed.</summary>
    public void NoteInUse() => File.WriteAllText(Marker, InUse);

    /// <summary>Notes where the application can be opened, for a second start.</summary>
    public void NoteAddress(string address)
    {
        Write(AddressFile, address);
        Write(
            EntrancePage,
            $"<!doctype html><meta http-equiv=\"refresh\" content=\"0;url={address}\"><title>Furoshiki</title>"
        );
    }

    private static void Write(string path, string text)
    {
        File.Delete(path);
        using var file = NewFile(path);
        file.Write(System.Text.Encoding.UTF8.GetBytes(text));
    }

    /// <summary>The key that opens the application, the same at every start until it is taken back.</summary>
    public string Key() =>
        Kept(KeyFile, () => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(24)));

    /// <summary>Makes the key another.</summary>
    public void NewKey()
    {
        File.Delete(KeyFile);
        File.Delete(SessionsFile);
        Key();
    }

    /// <summary>The name under which this installation answers: one of its own below "localhost" (RFC 6761).</summary>
    public string HostName() =>
        Kept(
            NameFile,
            () =>
                $"furoshiki-{Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(5))}.localhost"
        );

    /// <summary>The browsers that may enter, one a line.</summary>
    public IReadOnlyList<string> ReadSessions() =>
        File.Exists(SessionsFile) ? File.ReadAllLines(SessionsFile) : [];

    /// <summary>Notes the browsers that may enter.</summary>
    public void WriteSessions(IEnumerable<string> lines)
    {
        Write(NewSessionsFile, string.Join('\n', lines));
        File.Move(NewSessionsFile, SessionsFile, overwrite: true);
    }

    private static string Kept(string path, Func<string> make)
    {
        if (!File.Exists(path))
            Write(path, make());
        return File.ReadAllText(path);
    }

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
            KeyFile,
            NameFile,
            SessionsFile,
            NewSessionsFile,
            AddressFile,
            EntrancePage,
            Marker,
        ];

    private IEnumerable<string> DatabaseFiles() =>
        DatabaseEndings.Select(ending => Database + ending);

    private static FileStream NewFile(string path) =>
        new(
            path,
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.Write,
                UnixCreateMode = OwnFile,
            }
        );

    /// <summary>Removes what the product made, and nothing else.</summary>
    private void Clear()
    {
        foreach (var file in OwnFiles())
            File.Delete(file);
        if (Directory.Exists(Desktops))
            Directory.Delete(Desktops, recursive: true);
    }

    /// <summary>Sets a database aside that has lost what was in it, untouched, and says so.</summary>
    private void CheckDatabase()
    {
        var wasInUse = File.ReadAllText(Marker) == InUse;
        var problem = !File.Exists(Database)
            ? wasInUse
                ? "is not there any more"
                : null
            : new FileInfo(Database).Length == 0 && !File.Exists(Database + "-wal")
                ? wasInUse
                    ? "is empty"
                    : null
                : ProblemIn(Database, wasInUse);
        if (problem is null)
            return;
        var aside = $"lost-{DateTime.UtcNow:yyyyMMdd-HHmmss}";
        foreach (var file in DatabaseFiles().Where(File.Exists))
            File.Move(file, $"{file}.{aside}");
        _notices.Add(
            $"The database in {Path} {problem}. What is left of it was set aside there with the ending .{aside}, and a new one was begun. The desktops themselves were not touched."
        );
    }

    private static string? ProblemIn(string database, bool wasInUse)
    {
        try
        {
            using var connection = new SqliteConnection($"Data Source={database};Pooling=False");
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "SELECT count(*) FROM sqlite_master";
            return command.ExecuteScalar() is 0L && wasInUse
                ? "has lost all that was in it, as when its log is taken away"
                : null;
        }
        catch (SqliteException problem) when (problem.SqliteErrorCode is 11 or 26) // SQLITE_CORRUPT, SQLITE_NOTADB
        {
            return "is damaged";
        }
    }
}
