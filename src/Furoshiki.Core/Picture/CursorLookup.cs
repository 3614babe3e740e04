using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Picture;

/// <summary>A shape of a cursor as it is drawn.</summary>
/// <param name="FileName">What its picture is called.</param>
/// <param name="Content">The file that has it.</param>
/// <param name="Box">Where it lies around the place that points, in px.</param>
internal sealed record CursorShape(string FileName, Digest Content, Box Box);

/// <summary>
/// Finds the shapes of a cursor in the sets that a component uses: drawings among their icons, or files of the X cursor format in
/// their folder "cursors".
/// </summary>
internal sealed class CursorLookup(Component cursor, PictureContent content)
{
    private readonly IconLookup _drawings = new(cursor, content);

    /// <summary>What each shape of CSS is called in sets for X.</summary>
    private static readonly ImmutableDictionary<string, string[]> Names = new Dictionary<
        string,
        string[]
    >
    {
        ["default"] = ["default", "left_ptr"],
        ["pointer"] = ["pointer", "hand2", "hand1"],
        ["text"] = ["text", "xterm"],
        ["wait"] = ["wait", "watch"],
    }.ToImmutableDictionary();

    /// <summary>A shape; null if no set has it.</summary>
    /// <param name="name">Its name in CSS.</param>
    /// <param name="size">The size wanted in px.</param>
    public CursorShape? Find(string name, double size)
    {
        if (_drawings.Find(name, size) is var (file, drawing))
            return new CursorShape(file, drawing, new Box(0, 0, size, size));
        if (FileOf(name) is not var (digest, bytes))
            return null;
        try
        {
            return CursorFile.Nearest(bytes, size) is { } image
                ? new CursorShape(
                    $"{name}-{image.Nominal}.png",
                    digest,
                    new Box(-image.HotX, -image.HotY, image.Width, image.Height)
                )
                : null;
        }
        catch (FormatException)
        {
            return null;
        }
    }

    /// <summary>The sizes that its set is drawn in; null where that is every one, or where nothing is known of it.</summary>
    /// <param name="size">The size wanted in px.</param>
    public IReadOnlyList<(int Least, int Most)>? SizesBeside(double size)
    {
        if (_drawings.SizesBeside("default", size) is { } drawn)
            return drawn;
        try
        {
            return FileOf("default") is var (_, bytes)
                ? [.. CursorFile.Read(bytes).Select(image => (image.Nominal, image.Nominal))]
                : null;
        }
        catch (FormatException)
        {
            return null;
        }
    }

    private (Digest Content, byte[] Bytes)? FileOf(string name)
    {
        foreach (var folder in _drawings.Folders)
            if (folder.FindFolder("cursors") is { } files)
                foreach (var one in Names[name])
                    if (
                        Followed(files, one) is { } digest
                        && content.Bytes(digest) is { } bytes
                        && CursorFile.Is(bytes)
                    )
                        return (digest, bytes);
        return null;
    }

    /// <summary>The content of a file, or of the one beside it that a link leads to.</summary>
    private static Digest? Followed(Tree files, string name)
    {
        const int MostLinks = 8;
        for (var i = 0; i < MostLinks; i++)
            switch (files.Find(name))
            {
                case { Content: { } digest }:
                    return digest;
                case { Type: FileType.Link, Target: { } target } when !target.Contains('/'):
                    name = target;
                    break;
                default:
                    return null;
            }
        return null;
    }
}
