using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Keeping;

/// <summary>What is kept for a profile, a saving or a safe state, and how it stands.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Cost">What it costs.</param>
/// <param name="SeenWhole">When the last of it was read again and found whole (UTC); null if some of it never was.</param>
/// <param name="Damaged">What of it is damaged: each a part and a file, or a path.</param>
public sealed record KeptView(
    long Id,
    ContentCost Cost,
    DateTime? SeenWhole,
    IReadOnlyList<string> Damaged
);

/// <summary>What is kept for several things: all of them together, and each by itself.</summary>
/// <param name="Together">What all of them cost together.</param>
/// <param name="Each">Each by itself.</param>
public sealed record AllKeptView(ContentCost Together, IReadOnlyList<KeptView> Each);

/// <summary>Tells what is kept for profiles and safe states, and how it stands.</summary>
public sealed class KeptShelf(
    IDbContextFactory<FuroshikiDb> databases,
    ContentCosts costs,
    IContentStore content,
    LookLibrary library,
    SafeStateShelf safeStates
)
{
    /// <summary>What is kept for a profile, and for each of its savings.</summary>
    /// <exception cref="ProblemException">There is none of this number.</exception>
    public AllKeptView OfProfile(long id)
    {
        using var db = databases.CreateDbContext();
        var profile =
            db.ProfilesWithSavings.AsNoTracking().FirstOrDefault(one => one.Id == id)
            ?? throw ProblemException.NotFound("This profile");
        var savings = profile.Savings.OrderBy(one => one.Number).ToList();
        return View(
            savings,
            one => ContentCosts.OfSaving(one.Id),
            ContentCosts.OfProfile(id),
            one => one.Id,
            (one, damaged) => DamagedIn(one, damaged)
        );
    }

    /// <summary>What is kept for the safe states of a desktop's folder.</summary>
    public AllKeptView OfSafeStates(LiveDesktop desktop) =>
        View(
            safeStates.Rows(desktop),
            one => ContentCosts.OfSafeState(one.Id),
            null,
            one => one.Id,
            (one, damaged) => DamagedIn(one.Tree, damaged)
        );

    private AllKeptView View<T>(
        IReadOnlyList<T> things,
        Func<T, string> owner,
        string? more,
        Func<T, long> id,
        Func<T, HashSet<Digest>, IEnumerable<string>> damagedIn
    )
    {
        IReadOnlyCollection<string> all = more is null
            ? [.. things.Select(owner)]
            : [.. things.Select(owner), more];
        var health = costs.Of([all, .. things.Select(one => (string[])[owner(one)])]);
        return new AllKeptView(
            health[0].Cost,
            [
                .. things.Zip(
                    health.Skip(1),
                    (one, how) =>
                        new KeptView(
                            id(one),
                            how.Cost,
                            how.SeenWhole,
                            how.Damaged.Count == 0 ? [] : [.. damagedIn(one, [.. how.Damaged])]
                        )
                ),
            ]
        );
    }

    private IEnumerable<string> DamagedIn(SavingRow saving, HashSet<Digest> damaged)
    {
        if (damaged.Contains(saving.Look))
            return ["all of it"];
        return library
            .Of(saving)
            .Components.SelectMany(part =>
                part.Assets.Where(asset => asset.Content is not null)
                    .SelectMany(asset =>
                        DamagedIn(asset, damaged).Select(path => $"{part.Kind.Title}: {path}")
                    )
            );
    }

    private IEnumerable<string> DamagedIn(Asset asset, HashSet<Digest> damaged) =>
        damaged.Contains(asset.Content!.Value) ? [asset.Name]
        : asset.IsFolder
            ? DamagedIn(asset.Content.Value, damaged).Select(path => $"{asset.Name}/{path}")
        : [];

    private IEnumerable<string> DamagedIn(Digest tree, HashSet<Digest> damaged) =>
        content.FindTree(tree) is not { } found
            ? ["the list of what it holds"]
            : found
                .All.Where(one => one.Value.Content is { } file && damaged.Contains(file))
                .Select(one => PathText.Printable(one.Key));
}
