using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Switching;

/// <summary>Something that a person can choose where something of a look has no match.</summary>
/// <param name="Words">What is put on then, in words.</param>
/// <param name="Reason">Why that, in words.</param>
/// <param name="Instead">What is put on in place of what was saved, each as "kind/setting=value"; empty if nothing is.</param>
/// <param name="Without">What stays as it is instead, each as "kind", "kind/setting" or "kind/item/"; empty if nothing does.</param>
public sealed record Remedy(
    string Words,
    string Reason,
    ImmutableArray<string> Instead,
    ImmutableArray<string> Without
)
{
    /// <summary>The package URLs of supplies that are got; empty if none are.</summary>
    public ImmutableArray<string> Get { get; init; } = [];

    /// <summary>The settings files, by their names in the map, that are written anew from a copy; empty if none are.</summary>
    public ImmutableArray<string> Anew { get; init; } = [];

    private const int MostNear = 3;

    /// <summary>What can be done where an asset is not here: get it, the nearest that are, the nearest to get, what is on now, or nothing.</summary>
    /// <param name="part">The part that wants it.</param>
    /// <param name="missing">The asset.</param>
    /// <param name="kind">The kind on the desktop.</param>
    /// <param name="view">The desktop's folder.</param>
    /// <param name="trees">Gives the tree with a digest; null where it is not at hand.</param>
    /// <param name="getting">The ways to get it, or another in its place, the best first.</param>
    public static ImmutableArray<Remedy> ForMissing(
        Component part,
        Asset missing,
        KindMap kind,
        IDesktopView view,
        Func<Digest, Tree?> trees,
        IReadOnlyList<Remedy> getting
    )
    {
        var keys = part.KeysNaming(missing).ToList();
        if (keys.Count == 0)
            return [.. getting, Alone(kind.Kind)];
        var rule = kind.Assets.First(one => one.Setting == missing.Setting);
        var wanted = missing.Content is { } digest && missing.IsFolder ? trees(digest) : null;
        var here = Here(rule, view).Where(one => one.Name != missing.Name).ToList();
        // Sets of other kinds can stand in the same folder, such as cursors among icons.
        var alike = here.Where(one => Nearness.AreBuiltAlike(wanted, one.Inside)).ToList();
        return
        [
            .. getting.Where(one => one.Instead.IsEmpty),
            .. (alike.Count > 0 ? alike : here)
                .Select(one => (one.Name, Near: Nearness.Between(missing.Name, wanted, one)))
                .OrderByDescending(one => one.Near.IsFamily)
                .ThenByDescending(one => one.Near.Share)
                .ThenBy(one => one.Name, StringComparer.Ordinal)
                .Take(MostNear)
                .Select(one => new Remedy(
                    PersonsName(one.Name),
                    one.Near.Words,
                    [.. keys.Select(key => $"{kind.Kind.Name}/{key}={one.Name}")],
                    []
                )),
            .. getting.Where(one => !one.Instead.IsEmpty),
            new Remedy(
                "What is on now",
                "the rest of the part is put on",
                [],
                [.. keys.Select(key => $"{kind.Kind.Name}/{key}")]
            ),
            Alone(kind.Kind),
        ];
    }

    /// <summary>What can be done with an item on a screen that is not here: bring it to the main screen, or leave it out.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="item">The item.</param>
    public static ImmutableArray<Remedy> ForAway(Kind kind, string item) =>
        kind.Settings.FirstOrDefault(setting => setting.Type is SettingType.ScreenName)
            is { } screen
            ?
            [
                new Remedy(
                    $"{item} on the main screen",
                    "it is there wherever the look is put on",
                    [
                        $"{kind.Name}/{new SettingKey(screen.Name, item)}={SettingType.ScreenName.Main}",
                    ],
                    []
                ),
                new Remedy(
                    $"{item} as it is now",
                    "the rest of the part is put on",
                    [],
                    [$"{kind.Name}/{LeftOut.Item(item)}"]
                ),
            ]
            : [];

    private static Remedy Alone(Kind kind) =>
        new("Leave it alone", "the part stays as it is, and that is no drift", [], [kind.Name]);

    private static string PersonsName(string name) =>
        Path.GetFileNameWithoutExtension(name).Replace('-', ' ');

    private static IEnumerable<TreeEntry> Here(AssetRule rule, IDesktopView view) =>
        rule
            .Folders.Select(folder => view.FindTree(folder.FromRoot))
            .OfType<Tree>()
            .SelectMany(tree => tree.Entries)
            .Where(entry => (rule.Form == AssetForm.Folder) == entry.Inside is not null)
            .DistinctBy(entry => entry.Name);

    /// <summary>How near an asset is to another.</summary>
    /// <param name="IsFamily">Whether its name begins with the same word.</param>
    /// <param name="Has">How many of the other's files it has, by their names.</param>
    /// <param name="Of">How many files the other has; 0 if that is not known.</param>
    private sealed record Nearness(bool IsFamily, int Has, int Of)
    {
        public double Share => Of == 0 ? 0 : (double)Has / Of;

        public string Words =>
            string.Join(
                ", ",
                [
                    IsFamily ? "another variant of its family" : "of another family",
                    .. Of == 0
                        ? Array.Empty<string>()
                        : [$"has {Has} of its {Counting.Of(Of, "file")}"],
                ]
            );

        public static Nearness Between(string name, Tree? wanted, TreeEntry here)
        {
            var files = FilesIn(wanted);
            return new Nearness(
                FamilyOf(name).Equals(FamilyOf(here.Name), StringComparison.OrdinalIgnoreCase),
                files.Intersect(FilesIn(here.Inside)).Count(),
                files.Count
            );
        }

        /// <summary>Whether both have a folder of one name.</summary>
        public static bool AreBuiltAlike(Tree? wanted, Tree? here) =>
            FoldersIn(wanted).Intersect(FoldersIn(here)).Any();

        private static IEnumerable<string> FoldersIn(Tree? tree) =>
            (tree ?? Tree.Empty)
                .Entries.Where(entry => entry.Inside is not null)
                .Select(entry => entry.Name);

        private static HashSet<string> FilesIn(Tree? tree) =>
            (tree ?? Tree.Empty).Contents.Keys.ToHashSet(StringComparer.Ordinal);

        private static string FamilyOf(string name) =>
            Path.GetFileNameWithoutExtension(name).Split('-', ' ', '_')[0];
    }
}
