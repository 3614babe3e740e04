using System.Globalization;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;

namespace Furoshiki.Bench;

/// <summary>A desktop of many files in a server with many safe states of it, each after one setting and one file changed.</summary>
internal sealed class ManyStates : IDisposable
{
    private const int FilesInFolder = 200;
    private const int LengthOfFile = 400;

    private readonly string _home = Directory.CreateTempSubdirectory("furoshiki-bench-").FullName;
    private readonly Serving _server;
    private readonly int _files;

    /// <summary>Makes all of it.</summary>
    /// <param name="repository">The folder of the project.</param>
    /// <param name="files">How many files the desktop's icon set has.</param>
    /// <param name="states">How many safe states there are.</param>
    public ManyStates(string repository, int files, int states)
    {
        _files = files;
        Sample.Run($"cp -a {repository}/scenario/dome-console {Root}", _home);
        for (var i = 0; i < files; i++)
        {
            Directory.CreateDirectory(Path.GetDirectoryName(Icon(i))!);
            File.WriteAllText(Icon(i), $"{i}".PadRight(LengthOfFile));
        }
        _server = new Serving(repository, Data, _home);
        _server.Post(
            "/api/desktops",
            new JsonObject
            {
                ["name"] = "Bench",
                ["choice"] = new JsonObject
                {
                    ["folder"] = Root,
                    ["map"] = null,
                    ["mapText"] = File.ReadAllText(
                        Path.Combine(repository, "scenario/maps/engawa.json")
                    ),
                },
                ["version"] = "4.1",
                ["screens"] = new JsonArray(
                    new JsonObject
                    {
                        ["id"] = "main",
                        ["width"] = 2560,
                        ["height"] = 1440,
                        ["scale"] = 1,
                    }
                ),
            }
        );
        MakeState("the first");
        var before = Length();
        for (var i = 1; i < states; i++)
        {
            var icon = Icon(i * 37 % files);
            File.AppendAllText(icon, $"{i}");
            var surface = Edit("surface.conf", "accent=#[0-9a-f]{6}", $"accent=#{i:x6}");
            // What a copy of only what differs would have to hold: the files, and the list of each folder on the way to them.
            Differing +=
                new FileInfo(icon).Length
                + new FileInfo(surface).Length
                + ListOf(icon)
                + ListOf(surface);
            MakeState(i.ToString(CultureInfo.InvariantCulture));
        }
        Stored = Length() - before;
        // A look that differs from what is on in some settings of several parts.
        _server.Post("/api/profiles", Saving());
        Edit("surface.conf", "accent=#[0-9a-f]{6}", "accent=#123456");
        Edit("windows.conf", "size=[0-9]+", "size=40");
        Edit("panels.json", "\"opacity\": [0-9]+", "\"opacity\": 41");
    }

    /// <summary>How many bytes differ from each safe state to the next, with the lists of the folders that they are in.</summary>
    public long Differing { get; private set; }

    /// <summary>How many bytes the database grew by.</summary>
    public long Stored { get; }

    private string Root => Path.Combine(_home, "root");

    private string Data => Path.Combine(_home, "data");

    private string Icon(int number) =>
        Path.Combine(
            Root,
            "home/.local/share/icons/Fold-Slate/more",
            $"{number / FilesInFolder}",
            $"{number}.svg"
        );

    /// <summary>Asks for the list of the safe states, as their page does.</summary>
    public void List() => _server.Get("/api/desktops/1/safe-states");

    /// <summary>Asks what is kept for each of them, as the page does after it.</summary>
    public void Kept() => _server.Get("/api/desktops/1/safe-states/kept");

    /// <summary>Plans a switch to the saving, and shapes it by one press, with its picture.</summary>
    public void Reshape(bool without)
    {
        var plan = Plan(
            new JsonObject
            {
                ["kind"] = "Saving",
                ["id"] = 1,
                ["without"] = without ? new JsonArray("panels", "icons/size") : new JsonArray(),
            }
        );
        _server.Get($"/api/looks/{plan["nextLook"]}/picture?desktop=1");
    }

    /// <summary>Plans to go back to the oldest safe state as a whole.</summary>
    public void BackWhole() => Plan(new JsonObject { ["kind"] = "SafeState", ["id"] = 1 });

    /// <summary>Plans to go back to its colours alone.</summary>
    public void BackPart() =>
        Plan(
            new JsonObject
            {
                ["kind"] = "Parts",
                ["id"] = 0,
                ["looks"] = new JsonArray(
                    new JsonObject { ["look"] = "state-1", ["kinds"] = new JsonArray("colours") }
                ),
            }
        );

    /// <summary>How many files the icon set has.</summary>
    public int Files => _files;

    private JsonNode Plan(JsonObject target) => _server.Post("/api/desktops/1/plans", target);

    /// <summary>Edits a settings file as another program would.</summary>
    /// <returns>Its path.</returns>
    private string Edit(string file, string from, string to)
    {
        var path = Path.Combine(Root, "home/.config/engawa", file);
        File.WriteAllText(path, Regex.Replace(File.ReadAllText(path), from, to));
        return path;
    }

    private void MakeState(string name) =>
        _server.Post("/api/desktops/1/safe-states", new JsonObject { ["name"] = name });

    private static JsonObject Saving() =>
        new()
        {
            ["desktop"] = 1,
            ["form"] = new JsonObject
            {
                ["name"] = "As it was",
                ["description"] = "",
                ["author"] = "",
                ["licence"] = "",
                ["tags"] = new JsonArray(),
            },
            ["profile"] = null,
            ["note"] = "",
            ["cover"] = new JsonArray("colours", "icons", "panels", "fonts", "wallpaper"),
            ["asSaved"] = new JsonArray(),
            ["keepSystem"] = false,
        };

    /// <summary>The length of the lists of all folders above a file, a line of about 100 bytes for each entry.</summary>
    private long ListOf(string file)
    {
        const int Line = 100;
        var length = 0L;
        for (
            var folder = Path.GetDirectoryName(file)!;
            folder.Length >= Root.Length;
            folder = Path.GetDirectoryName(folder)!
        )
            length += Line * Directory.EnumerateFileSystemEntries(folder).Count();
        return length;
    }

    private long Length() =>
        Directory.GetFiles(Data, "furoshiki.db*").Sum(file => new FileInfo(file).Length);

    public void Dispose()
    {
        _server.Dispose();
        Directory.Delete(_home, recursive: true);
    }
}
