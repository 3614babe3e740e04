using System.Text;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Tests;

/// <summary>A small desktop in memory, with the demo's map.</summary>
internal sealed class TestDesktop : IDesktopView, ISavedContent
{
    public const string Surface = "home/.config/engawa/surface.conf";
    public const string Windows = "home/.config/engawa/windows.conf";
    public const string Panels = "home/.config/engawa/panels.json";

    private static readonly string Demo = Path.Combine(AppContext.BaseDirectory, "scenario");

    public static DesktopMap Map { get; } =
        DesktopMapReader.Read(File.ReadAllBytes(Path.Combine(Demo, "maps", "engawa.json")));

    public Dictionary<string, byte[]> Files { get; } =
        Directory
            .EnumerateFiles(Path.Combine(Demo, "dome-console"), "*", SearchOption.AllDirectories)
            .ToDictionary(
                file => Path.GetRelativePath(Path.Combine(Demo, "dome-console"), file),
                File.ReadAllBytes
            );

    public Dictionary<Digest, Tree> Saved { get; } = [];

    public DesktopReading Read() => DesktopReader.Read(Map, this);

    public TestDesktop With(string path, string from, string to)
    {
        var text = Encoding.UTF8.GetString(Files[path]);
        text.ShouldContain(from);
        Files[path] = Encoding.UTF8.GetBytes(text.Replace(from, to, StringComparison.Ordinal));
        return this;
    }

    public ReadOnlyMemory<byte> ReadFile(string path) =>
        Files.TryGetValue(path, out var bytes)
            ? bytes
            : throw new SettingsFileException("The file is missing.");

    public FileState? Find(string path) =>
        Files.TryGetValue(path, out var bytes)
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

    public long? SizeOf(Digest digest) =>
        Files.Values.FirstOrDefault(bytes => Digest.Of(bytes) == digest)?.Length;

    public Tree? FindTree(Digest digest) => Saved.GetValueOrDefault(digest);
}
