using System.Collections.Immutable;
using Furoshiki.App.Desktops;
using Furoshiki.Core.Supplies;

namespace Furoshiki.App.Supplies;

/// <summary>How something that is needed stands to a desktop.</summary>
public enum NeedState
{
    /// <summary>It is there.</summary>
    Here,

    /// <summary>It is there, and some of its files are not as they came.</summary>
    Edited,

    /// <summary>It is not there, and a saving holds it.</summary>
    Carried,

    /// <summary>It can be got.</summary>
    ToGet,

    /// <summary>It is not there, and not to be had.</summary>
    Missing,

    /// <summary>It is a program that is not there, which the person's system installs.</summary>
    NotHere,
}

/// <summary>What is needed, and what that needs in turn.</summary>
/// <param name="Name">The package URL of the supply, without a version; the asset's name for what is of no known supply.</param>
/// <param name="Title">What it is called, for people.</param>
/// <param name="IsSupply">Whether it is a supply that is known.</param>
/// <param name="Versions">In which versions it is needed, in words; empty for any.</param>
/// <param name="State">How it stands to the desktop.</param>
/// <param name="Version">The version that is there or would come, or all that it may be, as "1.3.0 or 1.2.0"; null if none would do, or it has none.</param>
/// <param name="Bytes">How many bytes have to come for it.</param>
/// <param name="Note">What there is to say of it; empty for nothing.</param>
/// <param name="Needs">What it needs in turn; of what is needed again further up, nothing.</param>
public sealed record NeedView(
    string Name,
    string Title,
    bool IsSupply,
    string Versions,
    NeedState State,
    string? Version,
    long Bytes,
    string Note,
    IReadOnlyList<NeedView> Needs
)
{
    /// <summary>It and all that it needs.</summary>
    internal IEnumerable<NeedView> All => Needs.SelectMany(need => need.All).Prepend(this);
}

/// <summary>Draws out what supplies need.</summary>
internal static class NeedTrees
{
    /// <summary>What a supply needs, as a tree.</summary>
    /// <param name="supply">The supply.</param>
    /// <param name="all">How all supplies stand to a desktop.</param>
    /// <param name="desktop">The desktop.</param>
    /// <param name="instead">Gives what is needed as something else has it; null where nothing has.</param>
    public static IEnumerable<NeedView> Of(
        Supply supply,
        IReadOnlyDictionary<SupplyName, SupplyStand> all,
        LiveDesktop desktop,
        Func<SupplyVersions, NeedView?>? instead = null
    ) => Of(supply, all, desktop, instead, [supply.Name]);

    private static IEnumerable<NeedView> Of(
        Supply supply,
        IReadOnlyDictionary<SupplyName, SupplyStand> all,
        LiveDesktop desktop,
        Func<SupplyVersions, NeedView?>? instead,
        ImmutableHashSet<SupplyName> above
    )
    {
        foreach (var need in supply.Needs)
        {
            if (instead?.Invoke(need) is { } known)
            {
                yield return known;
                continue;
            }
            var stand = all.GetValueOrDefault(need.Name);
            var isHere =
                stand?.Standing is { } there && need.Versions.Contains(there.Supply.Version);
            var coming = isHere
                ? null
                : stand?.Versions.FirstOrDefault(one =>
                    need.Versions.Contains(one.Supply.Version) && SupplyStand.CanBeHad(one, desktop)
                );
            var its = isHere ? stand!.Supply : coming?.Supply;
            yield return new NeedView(
                need.Name.ToString(),
                stand?.Supply.Title ?? need.Name.Name,
                stand is not null,
                WordsOf(need),
                isHere
                    ? stand!.State == SupplyState.Here
                        ? NeedState.Here
                        : NeedState.Edited
                    : coming is not null
                        ? NeedState.ToGet
                        : NeedState.Missing,
                its?.Version.ToString(),
                coming?.ToLoad ?? 0,
                "",
                its is null || above.Contains(need.Name)
                    ? []
                    : [.. Of(its, all, desktop, instead, above.Add(need.Name))]
            );
        }
    }

    /// <summary>In which versions something is needed, in words; empty for any.</summary>
    public static string WordsOf(SupplyVersions need) =>
        VersionWords.IsAny(need.Versions) ? "" : VersionWords.Of(need.Versions);
}
