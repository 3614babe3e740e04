using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Tests;

/// <summary>One of the demo's desktops in memory, with its map.</summary>
internal sealed class TestDesktop : IDesktopView, ISavedContent
{
    public const string Surface = "home/.config/engawa/surface.conf";
    public const string Windows = "home/.config/engawa/windows.conf";
    public const string Panels = "home/.config/engawa/panels.json";

    private static readonly string Demo = Path.Combine(AppContext.BaseDirectory, "scenario");

    /// <summary>The screens of the Dome console.</summary>
    public static Screen[] Screens { get; } = [new("main", 2560, 1440), new("upright", 1080, 1920)];

    /// <summary>The map of the Dome console.</summary>
    public static DesktopMap Map { get; } = MapNamed("engawa", Screens);

    public static DesktopMap Laptop { get; } = MapNamed("engawa-3.8", new Screen("lid", 1366, 768));

    public static DesktopMap Wall { get; } = MapNamed("tansu", new Screen("wall", 3840, 2160));

    private readonly DesktopMap _map;

    public TestDesktop(string folder = "dome-console")
    {
        _map = folder switch
        {
            "field-laptop" => Laptop,
            "visitor-wall" => Wall,
            _ => Map,
        };
        var root = Path.Combine(Demo, folder);
        Files = Directory
            .EnumerateFiles(root, "*", SearchOption.AllDirectories)
            .ToDictionary(file => Path.GetRelativePath(root, file), File.ReadAllBytes);
    }

    public string Root { get; init; } = "";

    public Dictionary<string, byte[]> Files { get; }

    public Dictionary<string, FileState> Links { get; } = [];

    public static DesktopMap MapNamed(string name, params Screen[] screens) =>
        DesktopMapReader
            .Read(File.ReadAllBytes(Path.Combine(Demo, "maps", name + ".json")))
            .For(screens);

    public Dictionary<Digest, Tree> Saved { get; } = [];

    public DesktopReading Read() => DesktopReader.Read(_map, this);

    public TestDesktop With(string path, string from, string to)
    {
        var text = Encoding.UTF8.GetString(Files[path]);
        text.ShouldContain(from);
        Files[path] = Encoding.UTF8.GetBytes(text.Replace(from, to, StringComparison.Ordinal));
        return this;
    }

    public ReadOnlyMemory<byte> ReadFile(string path) =>
        Files.TryGetValue(path, out var bytes) ? bytes : throw new MissingSettingsFileException();

    public FileState? Find(string path) =>
        Links.TryGetValue(path, out var link) ? link
        : Files.TryGetValue(path, out var bytes)
            ? FileState.OfFile(0b110_100_100, bytes.Length, Digest.Of(bytes))
        : Files.Keys.Any(file => file.StartsWith(path + "/", StringComparison.Ordinal))
            ? FileState.OfFolder(0b111_101_101)
        : null;

    public Tree? FindTree(string path)
    {
        var inside = Files
            .Keys.Where(file => file.StartsWith(path + "/", StringComparison.Ordinal))
            .ToList();
        return inside.Count == 0
            ? null
            : Tree.Of(
                inside.Select(file => KeyValuePair.Create(file[(path.Length + 1)..], Find(file)!))
            );
    }

    public string? WhyNot(string path) => null;

    public bool HoldsAll(Digest digest) => Saved.ContainsKey(digest) || SizeOf(digest) is not null;

    public long? SizeOf(Digest digest) =>
        Files.Values.FirstOrDefault(bytes => Digest.Of(bytes) == digest)?.Length;

    public Tree? FindTree(Digest digest) => Saved.GetValueOrDefault(digest);
}
