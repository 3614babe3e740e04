using System.Diagnostics;
using System.Text;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Supplies;

/// <summary>
/// Gives drawings as pixels. They are of foreign origin, so a process of its own reads them, which may take so much time and memory and no more;
/// of one that would come to too much, none begins.
/// </summary>
public sealed class Drawings : IDisposable
{
    private const string Program = "Furoshiki.Drawer";

    /// <summary>The longest side in px.</summary>
    public const int Longest = 384;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(8);

    private readonly SemaphoreSlim _reading = new(1);
    private Process? _drawer;

    /// <summary>A drawing as pixels, its longest side at most <see cref="Longest"/> px; null if it cannot be read, or comes to too much.</summary>
    /// <param name="svg">It, as SVG.</param>
    /// <param name="gone">Told when whoever asked has gone: it is given up, whether it waits for others or is being read.</param>
    /// <exception cref="OperationCanceledException">Whoever asked has gone.</exception>
    public Raster? Read(byte[] svg, CancellationToken gone)
    {
        if (DrawingWeight.Of(svg) is 0 or > DrawingWeight.Most)
            return null;
        _reading.Wait(gone);
        try
        {
            var drawer = _drawer ??= Start();
            using var late = new Timer(_ => End(drawer), null, Patience, Timeout.InfiniteTimeSpan);
            using var given = gone.Register(() => End(drawer));
            return Ask(drawer, svg);
        }
        catch (IOException)
        {
            // It was ended, or ended itself: the next drawing has another.
            EndDrawer();
            gone.ThrowIfCancellationRequested();
            return null;
        }
        finally
        {
            _reading.Release();
        }
    }

    private static Raster? Ask(Process drawer, byte[] svg)
    {
        using var asking = new BinaryWriter(
            drawer.StandardInput.BaseStream,
            Encoding.UTF8,
            leaveOpen: true
        );
        asking.Write(Longest);
        asking.Write(svg.Length);
        asking.Write(svg);
        asking.Flush();
        using var told = new BinaryReader(
            drawer.StandardOutput.BaseStream,
            Encoding.UTF8,
            leaveOpen: true
        );
        var (width, height) = (told.ReadInt32(), told.ReadInt32());
        if (width is < 0 or > Longest || height is < 0 or > Longest)
            throw new IOException("This is no picture.");
        var rgba = new byte[width * height * 4];
        told.BaseStream.ReadExactly(rgba);
        return rgba.Length == 0 ? null : new Raster(width, height, rgba);
    }

    private static Process Start()
    {
        // With a runtime beside it, as it is installed, it starts by itself.
        var here = AppContext.BaseDirectory;
        var start = File.Exists(Path.Combine(here, "libhostfxr.so"))
            ? new ProcessStartInfo(Path.Combine(here, Program))
            : new ProcessStartInfo(Runtime(), [Path.Combine(here, $"{Program}.dll")]);
        start.RedirectStandardInput = start.RedirectStandardOutput = true;
        start.RedirectStandardError = true;
        var drawer = Process.Start(start)!;
        drawer.BeginErrorReadLine();
        return drawer;
    }

    /// <summary>What runs this program, where it is not a test of it.</summary>
    private static string Runtime() =>
        Environment.ProcessPath is { } path && Path.GetFileName(path) == "dotnet" ? path : "dotnet";

    /// <summary>Ends a process that may have ended by itself.</summary>
    private static void End(Process drawer)
    {
        try
        {
            drawer.Kill();
        }
        catch (InvalidOperationException) { }
    }

    /// <inheritdoc />
    public void Dispose()
    {
        EndDrawer();
        _reading.Dispose();
    }

    private void EndDrawer()
    {
        if (_drawer is not { } drawer)
            return;
        End(drawer);
        drawer.Dispose();
        _drawer = null;
    }
}
