using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Furoshiki.App;
using Spectre.Console;
using Spectre.Console.Rendering;

namespace Furoshiki.Cli;

/// <summary>Prints: to standard output what was asked for, to standard error how it goes and what went wrong.</summary>
/// <param name="isJson">Whether what was asked for is printed as JSON.</param>
/// <param name="to">Where to.</param>
internal sealed class Output(bool isJson, Surroundings to)
{
    /// <summary>How the command writes JSON.</summary>
    public static JsonSerializerOptions Json { get; } =
        new(JsonSerializerDefaults.Web)
        {
            WriteIndented = true,
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            Converters = { new JsonStringEnumConverter() },
        };

    private readonly IAnsiConsole _out = Console(to, to.Output);

    /// <summary>In a file or a pipe every row has a line of its own, however long.</summary>
    private const int Unbounded = 10_000;

    /// <summary>Whether what was asked for is printed as JSON.</summary>
    public bool IsJson => isJson;

    /// <summary>Prints what was asked for: as JSON, or in words.</summary>
    public void Show(object view, Action words)
    {
        if (isJson)
            to.Output.WriteLine(JsonSerializer.Serialize(view, Json));
        else
            words();
    }

    /// <summary>Prints a sentence.</summary>
    public void Line(string text) => _out.WriteLine(text);

    /// <summary>A moment in words, in this machine's time and with how far that is from UTC.</summary>
    public static string Moment(DateTime at) =>
        at.ToLocalTime().ToString("yyyy-MM-dd HH:mm zzz", CultureInfo.InvariantCulture);

    /// <summary>Prints a heading.</summary>
    public void Heading(string text) =>
        _out.Write(new Text(text + "\n", new Style(decoration: Decoration.Bold)));

    /// <summary>Prints a table; columns that are empty in every row are left out.</summary>
    /// <param name="columns">The names of the columns.</param>
    /// <param name="rows">The cells of each row.</param>
    public void Table(IReadOnlyList<string> columns, IEnumerable<IReadOnlyList<Cell>> rows)
    {
        var all = rows.ToList();
        var shown = Enumerable
            .Range(0, columns.Count)
            .Where(i => all.Any(row => !row[i].IsEmpty))
            .ToList();
        var table = new Table().Border(TableBorder.None);
        foreach (var i in shown)
            table.AddColumn(
                new TableColumn(new Text(columns[i], new Style(decoration: Decoration.Dim)))
                {
                    Padding = new Padding(0, 0, 2, 0),
                }
            );
        foreach (var row in all)
            table.AddRow(shown.Select(i => row[i].Rendered(HasColours)));
        using var text = new StringWriter();
        Console(to, text).Write(table);
        // What makes the last column as wide as its widest cell says nothing.
        foreach (var line in text.ToString().TrimEnd('\n').Split('\n'))
            to.Output.WriteLine(line.TrimEnd(' '));
    }

    /// <summary>Whether colours can be shown as such.</summary>
    private bool HasColours =>
        _out.Profile.Capabilities.Ansi
        && _out.Profile.Capabilities.ColorSystem != ColorSystem.NoColors;

    private static IAnsiConsole Console(Surroundings to, TextWriter writer)
    {
        var isPlain = to.Colours == ColorSystem.NoColors;
        var console = AnsiConsole.Create(
            new AnsiConsoleSettings
            {
                Out = new AnsiConsoleOutput(writer),
                Ansi = isPlain ? AnsiSupport.No : AnsiSupport.Yes,
                ColorSystem = isPlain
                    ? ColorSystemSupport.NoColors
                    : (ColorSystemSupport)to.Colours,
                Interactive = InteractionSupport.No,
            }
        );
        console.Profile.Width = to.Columns ?? Unbounded;
        return console;
    }

    /// <summary>Says how it goes.</summary>
    public void Progress(string text) => to.Error.WriteLine(text);

    /// <summary>Says what went wrong, and what was left unharmed.</summary>
    public void Wrong(Problem problem)
    {
        if (isJson)
            to.Error.WriteLine(JsonSerializer.Serialize(ProblemView.Of(problem), Json));
        else
        {
            to.Error.WriteLine($"{problem.Sentence}\n{problem.Unharmed}");
            foreach (var way in problem.WaysOut ?? [])
                to.Error.WriteLine($"A way out: {way.Words} ({string.Join(' ', way.Remove)})");
        }
    }
}

/// <summary>A cell of a table: text, with colours before it where the terminal can show them.</summary>
/// <param name="Text">The text.</param>
/// <param name="Swatches">Colours in CSS notation.</param>
internal sealed record Cell(string Text, IReadOnlyList<string>? Swatches = null)
{
    /// <summary>Whether there is nothing in it.</summary>
    public bool IsEmpty => Text.Length == 0 && Swatches is null or { Count: 0 };

    public static implicit operator Cell(string text) => new(text);

    public IRenderable Rendered(bool hasColours)
    {
        var swatches = hasColours ? Swatches ?? [] : [];
        var paragraph = new Paragraph();
        foreach (var colour in swatches)
            if (colour is { Length: >= 7 } && Color.TryFromHex(colour[..7], out var found))
                paragraph.Append("  ", new Style(background: found));
        if (swatches.Count > 0)
            paragraph.Append(" ");
        return paragraph.Append(Text);
    }
}
