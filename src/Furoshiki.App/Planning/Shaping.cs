using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Planning;

/// <summary>What a person leaves out of a look when it is put on: whole parts, and settings and items of parts.</summary>
/// <param name="Parts">The kinds of the parts.</param>
/// <param name="Pieces">The settings and items, by the kind's name; of parts that are not left out as a whole.</param>
internal sealed record Shaping(
    IReadOnlyList<string> Parts,
    IReadOnlyDictionary<string, LeftOut> Pieces
)
{
    /// <summary>Nothing is left out.</summary>
    public static Shaping Nothing { get; } = new([], new Dictionary<string, LeftOut>());

    /// <summary>What stands in a target.</summary>
    /// <param name="without">Each "kind", "kind/setting", "kind/item/" or "kind/item/setting".</param>
    /// <param name="name">What the look is called.</param>
    /// <param name="look">The look.</param>
    /// <param name="cover">The kinds of it that are put on.</param>
    /// <param name="now">The desktop's look.</param>
    /// <exception cref="ProblemException">There is no such part, setting or item to leave out.</exception>
    public static Shaping Of(
        IReadOnlyList<string> without,
        string name,
        Look look,
        IReadOnlyList<string> cover,
        Look now
    )
    {
        if (without.Count == 0)
            return Nothing;
        if (
            without
                .Select(one => WhyNot(one, name, look, cover, now))
                .FirstOrDefault(reason => reason is not null) is
            { } reason
        )
            throw ProblemException.Field("without", reason);
        var all = without.Select(one => one.Split('/', 2)).ToList();
        var parts = all.Where(one => one.Length == 1).Select(one => one[0]).Distinct().ToList();
        if (cover.All(parts.Contains))
            throw ProblemException.Field("without", "Something has to be left to put on.");
        return new Shaping(
            parts,
            all.Where(one => one.Length == 2 && !parts.Contains(one[0]))
                .GroupBy(one => one[0], one => one[1])
                .ToDictionary(
                    part => part.Key,
                    part => PiecesOf([.. part], look.Find(part.Key)!, now)
                )
        );
    }

    /// <summary>Of what may be left out of any look, that which can be left out of this one.</summary>
    /// <param name="without">As in a target.</param>
    /// <param name="look">The look.</param>
    /// <param name="cover">The kinds of it that are put on.</param>
    /// <param name="now">The desktop's look.</param>
    /// <returns>Nothing, where nothing would be left to put on.</returns>
    public static IReadOnlyList<string> Applying(
        IReadOnlyList<string> without,
        Look look,
        IReadOnlyList<string> cover,
        Look now
    )
    {
        var can = without.Where(one => WhyNot(one, "It", look, cover, now) is null).ToList();
        return cover.All(can.Contains) ? [] : can;
    }

    /// <summary>Whether the same is left out.</summary>
    public bool IsAs(Shaping other) => Without.ToHashSet().SetEquals(other.Without);

    /// <summary>What is left out, as in a target.</summary>
    public IReadOnlyList<string> Without =>
        [
            .. Parts.Order(StringComparer.Ordinal),
            .. Pieces
                .OrderBy(part => part.Key, StringComparer.Ordinal)
                .SelectMany(part => part.Value.Keys.Select(key => $"{part.Key}/{key}")),
        ];

    /// <summary>Why something cannot be left out; null if it can.</summary>
    private static string? WhyNot(
        string without,
        string name,
        Look look,
        IReadOnlyList<string> cover,
        Look now
    )
    {
        var (kind, piece) = without.Split('/', 2) is [var first, var rest]
            ? (first, rest)
            : (without, null);
        if (!cover.Contains(kind))
            return $"{name} puts no {Kind.TitleOf(kind).ToLowerInvariant()} on.";
        if (piece is null)
            return null;
        if (look.Find(kind) is not { } wanted)
            return "Of a part that this version of Furoshiki does not know, nothing can be left out by itself.";
        var key = LeftOut.Parse(wanted.Kind, piece);
        return wanted
            .Settings.Keys.Concat((now[wanted.Kind] ?? wanted).Settings.Keys)
            .Any(one => one == key || LeftOut.Item(one.Item ?? "") == key)
            ? null
            : $"{wanted.Kind.Title} has no '{key}' to leave out, neither there nor here.";
    }

    private static LeftOut PiecesOf(IReadOnlyList<string> texts, Component wanted, Look now) =>
        new LeftOut([.. texts.Select(text => LeftOut.Parse(wanted.Kind, text))]).Between(
            wanted,
            now[wanted.Kind] ?? wanted
        );

    /// <summary>What is left out, and how it stays.</summary>
    /// <param name="now">The desktop's look.</param>
    public IReadOnlyList<LeftOutView> In(Look now) =>
        [
            .. Parts.Select(kind => new LeftOutView(kind, kind, Kind.TitleOf(kind), "")),
            .. Pieces.SelectMany(part =>
                part.Value.Keys.Select(key => new LeftOutView(
                    $"{part.Key}/{key}",
                    part.Key,
                    Kind.TitleOf(part.Key),
                    Staying(Kind.Get(part.Key), key, now)
                ))
            ),
        ];

    private static string Staying(Kind kind, SettingKey key, Look now)
    {
        if (key is { Name.Length: 0, Item: { } item })
            return now[kind]?.Items.Contains(item) == true
                ? $"{item} stays"
                : $"{item} does not come";
        var title = Difference.TitleOf(kind, key).ToLowerInvariant();
        return now[kind]?.Settings.GetValueOrDefault(key) is { } value
            ? $"{title} stays {DifferenceWords.Words(kind, key, value)}"
            : $"{title} stays unset";
    }

    /// <summary>What is left out in a few words, such as "icons, dock, 2 settings"; empty if nothing is.</summary>
    public string Words
    {
        get
        {
            var keys = Pieces.Values.SelectMany(piece => piece.Keys).ToList();
            var items = keys.Count(key => key.Name.Length == 0);
            string[] said =
            [
                .. Parts.Select(kind => Kind.TitleOf(kind).ToLowerInvariant()),
                .. items > 0 ? [Counting.Of(items, "item")] : Array.Empty<string>(),
                .. keys.Count > items
                    ? [Counting.Of(keys.Count - items, "setting")]
                    : Array.Empty<string>(),
            ];
            return string.Join(", ", said);
        }
    }
}
