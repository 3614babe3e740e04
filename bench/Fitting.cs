using System.Diagnostics;
using System.Text.Json.Nodes;
using SkiaSharp;

namespace Furoshiki.Bench;

/// <summary>A look of the demo that is being fitted, from the server's side.</summary>
internal sealed class Fitting : IDisposable
{
    /// <summary>As many as a contact sheet has on one page.</summary>
    public const int OnSheet = 24;

    private const int Width = 3840;
    private const int Height = 2160;

    private readonly string _data = Directory.CreateTempSubdirectory("furoshiki-bench-").FullName;
    private readonly Serving _server;
    private readonly byte[] _large = Picture(Width, Height, seed: 0);
    private int _thickness = 20;

    private string _look;

    public Fitting(string repository)
    {
        _server = new Serving(repository, _data, demo: Path.Combine(repository, "scenario"));
        _look = _server.Ask("/api/fittings/1")["look"]!.GetValue<string>();
    }

    /// <summary>The slider dragged in a browser.</summary>
    /// <param name="moves">How many times it is moved a little.</param>
    /// <returns>How long each took in ms until its picture was painted, shortest first.</returns>
    public IReadOnlyList<double> Drag(int moves)
    {
        using var browser = new InBrowser(_server.Entrance);
        return browser.Drag(moves);
    }

    private JsonObject Slider() =>
        new()
        {
            ["edits"] = new JsonArray(
                new JsonObject
                {
                    ["kind"] = "panels",
                    ["set"] = new JsonArray(
                        new JsonObject
                        {
                            ["key"] = "main/thickness",
                            ["value"] = $"{20 + _thickness++ % 60}",
                        }
                    ),
                }
            ),
        };

    /// <summary>A place of a slider that is drawn: what it looks like.</summary>
    public void Try() => _server.Send("/api/fittings/1/trial", Slider());

    /// <summary>The same, kept as a step.</summary>
    public void Step() =>
        _look = _server.Post("/api/fittings/1/steps", Slider())["look"]!.GetValue<string>();

    /// <summary>A drawing of the look, large and in words, as it is.</summary>
    public void Draw() => _server.Get($"/api/looks/{_look}/picture?desktop=1&detail=Words");

    /// <summary>All advice for it.</summary>
    public void Advise() => _server.Get($"/api/looks/{_look}/advice?desktop=1");

    /// <summary>The looks of the shelf, of which no advice was asked for yet.</summary>
    public IReadOnlyList<string> Looks() =>
        [
            .. _server
                .Ask("/api/profiles?desktop=1")
                .AsArray()
                .Select(card => card!["look"]!.GetValue<string>()),
        ];

    /// <summary>All advice for another look.</summary>
    public void Advise(string look) => _server.Get($"/api/looks/{look}/advice?desktop=1");

    /// <summary>A contact sheet of wallpapers.</summary>
    public void Sheet() => _server.Get("/api/fittings/1/parts/wallpaper/trials?setting=picture");

    /// <summary>Gives it so many small pictures that they fill a contact sheet.</summary>
    public void FillSheet()
    {
        for (var i = 0; i < OnSheet; i++)
            _server.Give("/api/fittings/1/pictures", $"bench {i}.png", Picture(320, 180, i + 1));
    }

    /// <summary>The time in ms of the colours of a large picture that was just put on.</summary>
    public double TakeColours()
    {
        _server.Get("/api/fittings/1/palettes");
        _server.Give("/api/fittings/1/pictures", "large.png", _large);
        var watch = Stopwatch.StartNew();
        _server.Get("/api/fittings/1/palettes");
        return watch.Elapsed.TotalMilliseconds;
    }

    /// <summary>Reads the pixels of the same picture.</summary>
    public void ReadPixels()
    {
        using var bitmap = SKBitmap.Decode(_large);
        if (bitmap.Width != Width)
            throw new InvalidOperationException("The picture cannot be read.");
    }

    /// <summary>A picture of soft shapes in any colours.</summary>
    private static byte[] Picture(int width, int height, int seed)
    {
        var random = new Random(seed);
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(new SKColor(0x14, 0x18, 0x30));
        using var paint = new SKPaint { IsAntialias = true };
        for (var i = 0; i < 200; i++)
        {
            paint.Color = new SKColor((uint)random.Next() | 0x80000000);
            canvas.DrawCircle(
                random.Next(width),
                random.Next(height),
                random.Next(height / 6),
                paint
            );
        }
        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    public void Dispose()
    {
        _server.Dispose();
        Directory.Delete(_data, recursive: true);
    }
}
