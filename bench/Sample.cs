using System.Diagnostics;
using System.Globalization;
using System.Text;

namespace Furoshiki.Bench;

/// <summary>A home folder with one large icon set, made the same at every run.</summary>
internal sealed class Sample : IDisposable
{
    /// <summary>Small files.</summary>
    public const int Files = 8000;
    public const int Links = 6000;
    private const int AverageSize = 65_000_000 / Files;
    private const int FilesInFolder = 100;

    /// <summary>Lengths at which something else begins, and those of pictures, in bytes.</summary>
    private static readonly int[] Lengths =
    [
        0,
        1,
        65_535,
        65_536,
        65_537,
        1_200_000,
        2_500_000,
        4_000_000,
    ];

    /// <summary>How many files of each length there are.</summary>
    private const int OfEachLength = 6;

    private readonly string _folder = Directory.CreateTempSubdirectory("furoshiki-bench-").FullName;
    private readonly Random _random = new(20261125);

    public Sample(int factor)
    {
        Directory.CreateDirectory(Path.Combine(Home, ".local/share/icons/default"));
        File.WriteAllText(
            Path.Combine(Home, ".local/share/icons/default/index.theme"),
            "[Icon Theme]\nInherits=Large\n"
        );
        for (var i = 0; i < Files * factor; i++)
            Write(i);
        var pictures = Directory.CreateDirectory(Path.Combine(Set, "pictures")).FullName;
        for (var i = 0; i < Lengths.Length * OfEachLength * factor; i++)
        {
            var bytes = new byte[Lengths[i % Lengths.Length]];
            _random.NextBytes(bytes);
            File.WriteAllBytes(Path.Combine(pictures, $"picture{i}.png"), bytes);
        }
        for (var i = 0; i < Links * factor; i++)
            File.CreateSymbolicLink(PathOf(i) + ".link", $"icon{i}.svg");
    }

    public string Home => Path.Combine(_folder, "home");

    public string Set => Path.Combine(Home, ".local/share/icons/Large");

    public string Beside(string name) => Path.Combine(_folder, name);

    /// <summary>Gives some files other content, as another program would.</summary>
    public void Change(int count)
    {
        for (var i = 0; i < count; i++)
            File.AppendAllText(PathOf(i * 37 % Files), "<!-- changed -->");
    }

    /// <summary>How long a command takes, in ms.</summary>
    public static double Run(string command, string folder)
    {
        var watch = Stopwatch.StartNew();
        using var process = Process.Start(
            new ProcessStartInfo("sh", ["-c", command])
            {
                WorkingDirectory = folder,
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        process.StandardOutput.ReadToEnd();
        process.WaitForExit();
        return process.ExitCode == 0
            ? watch.Elapsed.TotalMilliseconds
            : throw new InvalidOperationException(
                $"{command}: {process.StandardError.ReadToEnd()}"
            );
    }

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private string PathOf(int index) =>
        Path.Combine(Set, $"scalable/part{index / FilesInFolder}", $"icon{index}.svg");

    private void Write(int index)
    {
        var path = PathOf(index);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        var text = new StringBuilder(
            "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"48\" height=\"48\"><path d=\"M0 0"
        );
        var length = AverageSize / 2 + _random.Next(AverageSize);
        while (text.Length < length)
            text.Append(
                CultureInfo.InvariantCulture,
                $"L{_random.NextDouble() * 48:0.###} {_random.NextDouble() * 48:0.###}"
            );
        File.WriteAllText(path, text.Append("\"/></svg>\n").ToString());
    }
}
