using System.Text;
using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.Core.Tests;

/// <summary>Looks icons up beside the pseudocode of the Icon Theme Specification 0.13, "Icon Lookup", written down step by step.</summary>
public sealed class IconLookupTests
{
    private static readonly string[] Sets = ["a", "b", "c", "d", "hicolor"];
    private static readonly string[] Icons = ["one", "two", "three"];

    private sealed record Subdir(
        string Name,
        string? Type,
        int Size,
        int Scale,
        int? MinSize,
        int? MaxSize,
        int? Threshold,
        string[] Files
    );

    private sealed record Theme(string[] Inherits, Subdir[] Subdirs);

    private static readonly Gen<Subdir> Subdirs = Gen.Select(
        Gen.OneOf("Fixed", "Scalable", "Threshold", null),
        Gen.Select(Gen.OneOf(16, 22, 24, 32, 48, 64), Gen.OneOf(1, 1, 1, 2)),
        Gen.OneOf<int?>(null, 8, 16, 20),
        Gen.OneOf<int?>(null, 48, 96, 256),
        Gen.OneOf<int?>(null, 0, 4),
        Gen.OneOf(
            Icons
                .SelectMany(icon => new[] { ".png", ".svg", ".xpm" }.Select(end => icon + end))
                .ToArray()
        ).Array[0, 5],
        (type, size, min, max, threshold, files) =>
            new Subdir(
                "",
                type,
                size.Item1,
                size.Item2,
                type == "Scalable" ? min : null,
                type == "Scalable" ? max : null,
                threshold,
                [.. files.Distinct()]
            )
    );

    private static readonly Gen<Theme[]> Themes = Gen.Select(
        Gen.OneOf(Sets).Array[0, 3],
        Subdirs.Array[0, 5],
        (inherits, subdirs) =>
            new Theme(
                [.. inherits.Distinct()],
                [.. subdirs.Select((subdir, i) => subdir with { Name = $"d{i}" })]
            )
    ).Array[Sets.Length];

    [Fact]
    public void Every_icon_is_the_one_that_the_specification_finds() =>
        Gen.Select(Themes, Gen.OneOf(Icons), Gen.Int[12, 130])
            .Sample(
                (themes, icon, size) =>
                    (LookupOf(themes).Find(icon, size)?.Content).ShouldBe(
                        Expected(themes, icon, size) is { } path ? Digest.Of(Text(path)) : null
                    ),
                iter: 4000
            );

    private static byte[] Text(string text) => Encoding.UTF8.GetBytes(text);

    private static IconLookup LookupOf(Theme[] themes)
    {
        var bytes = new Dictionary<Digest, byte[]>();
        var trees = new Dictionary<Digest, Tree>();
        var assets = new List<Asset>();
        foreach (var (name, theme) in Sets.Zip(themes))
        {
            var files = new Dictionary<string, FileState>();
            void Add(string path, string content)
            {
                var digest = Digest.Of(Text(content));
                bytes[digest] = Text(content);
                files[path] = FileState.OfFile(420, content.Length, digest);
            }
            Add("index.theme", Index(theme));
            foreach (var subdir in theme.Subdirs)
            {
                files[subdir.Name] = FileState.OfFolder(493);
                foreach (var file in subdir.Files)
                    Add($"{subdir.Name}/{file}", $"{name}/{subdir.Name}/{file}");
            }
            var tree = Tree.Of(files);
            trees[tree.Digest] = tree;
            assets.Add(new Asset(name, "set", $"data:icons/{name}", true, tree.Digest));
        }
        return new IconLookup(
            Component.Of(IconsKind.Kind, []) with
            {
                Assets = [.. assets],
            },
            new PictureContent(
                trees.GetValueOrDefault,
                bytes.GetValueOrDefault,
                (digest, file) => file
            )
        );
    }

    private static string Index(Theme theme)
    {
        var text = new StringBuilder("[Icon Theme]\nName=x\n");
        text.Append($"Inherits={string.Join(',', theme.Inherits)}\n");
        text.Append($"Directories={string.Join(',', theme.Subdirs.Select(one => one.Name))}\n");
        foreach (var one in theme.Subdirs)
        {
            text.Append($"\n[{one.Name}]\nSize={one.Size}\n");
            foreach (
                var (key, value) in new (string, object?)[]
                {
                    ("Type", one.Type),
                    ("Scale", one.Scale),
                    ("MinSize", one.MinSize),
                    ("MaxSize", one.MaxSize),
                    ("Threshold", one.Threshold),
                }
            )
                if (value is not null)
                    text.Append($"{key}={value}\n");
        }
        return text.ToString();
    }

    // What follows is the pseudocode of the specification, line by line, for a scale of 1.

    private static string? Expected(Theme[] themes, string icon, int size)
    {
        var (all, seen) = (
            Sets.Zip(themes).ToDictionary(one => one.First, one => one.Second),
            new HashSet<string>()
        );
        return FindIconHelper("a") ?? FindIconHelper("hicolor");

        string? FindIconHelper(string theme)
        {
            // The specification leaves circles to the reader: a set that was sought in has nothing new.
            if (!seen.Add(theme))
                return null;
            if (LookupIcon(theme) is { } filename)
                return filename;
            foreach (var parent in all[theme].Inherits)
                if (FindIconHelper(parent) is { } inherited)
                    return inherited;
            return null;
        }

        string? LookupIcon(string theme)
        {
            foreach (var subdir in all[theme].Subdirs)
            foreach (var extension in new[] { "png", "svg", "xpm" })
                if (DirectoryMatchesSize(subdir) && subdir.Files.Contains($"{icon}.{extension}"))
                    return $"{theme}/{subdir.Name}/{icon}.{extension}";
            var minimal = int.MaxValue;
            string? closest = null;
            foreach (var subdir in all[theme].Subdirs)
            foreach (var extension in new[] { "png", "svg", "xpm" })
                if (
                    subdir.Files.Contains($"{icon}.{extension}")
                    && DirectorySizeDistance(subdir) < minimal
                )
                {
                    closest = $"{theme}/{subdir.Name}/{icon}.{extension}";
                    minimal = DirectorySizeDistance(subdir);
                }
            return closest;
        }

        bool DirectoryMatchesSize(Subdir subdir) =>
            subdir.Scale == 1
            && subdir.Type switch
            {
                "Fixed" => subdir.Size == size,
                "Scalable" => (subdir.MinSize ?? subdir.Size) <= size
                    && size <= (subdir.MaxSize ?? subdir.Size),
                _ => subdir.Size - (subdir.Threshold ?? 2) <= size
                    && size <= subdir.Size + (subdir.Threshold ?? 2),
            };

        int DirectorySizeDistance(Subdir subdir)
        {
            var (least, most) = (subdir.MinSize ?? subdir.Size, subdir.MaxSize ?? subdir.Size);
            if (subdir.Type == "Fixed")
                return Math.Abs(subdir.Size * subdir.Scale - size);
            var slack = subdir.Type == "Scalable" ? 0 : subdir.Threshold ?? 2;
            if (size < (least - slack) * subdir.Scale)
                return least * subdir.Scale - size;
            if (size > (most + slack) * subdir.Scale)
                return size - most * subdir.Scale;
            return 0;
        }
    }
}
