using Furoshiki.Core.Content;

namespace Furoshiki.Bench;

/// <summary>Looks that are held against each other.</summary>
internal sealed class Comparing : IDisposable
{
    /// <summary>The addresses of four looks of the demo.</summary>
    private const string Four = "look=saving-18&look=saving-14&look=saving-9&look=saving-6";

    private const int Folders = 80;
    private const int InFolder = 100;
    private const int Edited = 10;

    private readonly string _data = Directory.CreateTempSubdirectory("furoshiki-bench-").FullName;
    private readonly Serving _server;
    private readonly Tree _tree = TreeOf(edited: 0);
    private readonly Tree _other = TreeOf(Edited);

    public Comparing(string repository) =>
        _server = new Serving(repository, _data, demo: Path.Combine(repository, "scenario"));

    /// <summary>Asks for the table of four looks.</summary>
    public void Table() => _server.Get($"/api/desktops/1/comparison?{Four}");

    /// <summary>Asks for one drawing.</summary>
    public void Draw()
    {
        var look = _server.Ask("/api/fittings/1")["look"]!.GetValue<string>();
        _server.Get($"/api/looks/{look}/picture?desktop=1&detail=Words");
    }

    /// <summary>How long it takes in a browser from the press until the table of four looks is painted, in ms, shortest first.</summary>
    /// <param name="times">How many times it is done.</param>
    public IReadOnlyList<double> InBrowser(int times)
    {
        using var browser = new InBrowser(_server.Entrance);
        return browser.Compare("saving-18,saving-14,saving-9,saving-6", times);
    }

    /// <summary>How long it takes in a browser until the divider between two of them stands where it was dragged to, in ms, shortest first.</summary>
    /// <param name="moves">How many times it is moved a little.</param>
    public IReadOnlyList<double> Divide(int moves)
    {
        using var browser = new InBrowser(_server.Entrance);
        return browser.Divide("look=saving-18&look=saving-14", moves);
    }

    /// <summary>Finds what differs between two trees of 8,000 files that differ in 10.</summary>
    public void Trees()
    {
        if (Tree.Between(_tree, _other).Count(one => one.Before?.Type == FileType.File) != Edited)
            throw new InvalidOperationException("Other files differ.");
    }

    /// <summary>Goes through one of them.</summary>
    public void Walk() => _ = _tree.All.Count();

    private static Tree TreeOf(int edited) =>
        Tree.Of(
            from folder in Enumerable.Range(0, Folders)
            from file in Enumerable.Range(0, InFolder)
            let text = folder < edited && file == 0 ? "edited" : $"{folder}/{file}"
            select KeyValuePair.Create(
                $"folder{folder}/{file}.svg",
                FileState.OfFile(
                    mode: 0b110_100_100,
                    text.Length,
                    Digest.Of(System.Text.Encoding.ASCII.GetBytes(text))
                )
            )
        );

    public void Dispose()
    {
        _server.Dispose();
        Directory.Delete(_data, recursive: true);
    }
}
