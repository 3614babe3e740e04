using System.Globalization;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Advice;

/// <summary>What a look costs while it is on, part by part, and what it takes to show.</summary>
public static class Costs
{
    internal static AdviceCheck Check { get; } = new("costs", Find);

    private static IEnumerable<PieceOfAdvice> Find(AdviceGround ground)
    {
        var costs = CostsOf(ground).ToList();
        var moments = Moments(ground).ToList();
        if (costs.Count == 0 && moments.Count == 0)
            yield break;
        yield return new PieceOfAdvice(
            "costs/look",
            costs is [var first, ..] ? first.Kind : ColoursKind.Kind,
            null,
            AdviceWeight.Told,
            "What it costs, and what it takes to show",
            costs.Count == 0 ? moments[0].TrimEnd('.') : $"{Words(Sum(costs))} while it is on",
            string.Join(
                " ",
                new[]
                {
                    costs.Count == 0
                        ? "Of nothing in it is it known that it costs something while it is on."
                        : string.Create(
                            CultureInfo.InvariantCulture,
                            $"While it is on, {Words(Sum(costs))}: {string.Join(", ", costs.Select(Words))}."
                        ),
                }.Concat(moments)
            ),
            "Figures are those that the makers of the supplies give.",
            "What is always there is paid for always.",
            []
        );
    }

    /// <summary>What a look costs while it is on, as far as it is known: memory in MiB, and % of a processor.</summary>
    public static (double Memory, double Processor) Sum(AdviceGround ground) =>
        Sum([.. CostsOf(ground)]);

    private static (double Memory, double Processor) Sum(
        IReadOnlyList<(Kind Kind, Supply Supply, SupplyCost Cost)> all
    ) => (all.Sum(one => one.Cost.Memory), all.Sum(one => one.Cost.Processor));

    private static string Words((double Memory, double Processor) sum) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{sum.Memory:0.#} MiB of memory and {sum.Processor:0.#} % of a processor"
        );

    private static string Words((Kind Kind, Supply Supply, SupplyCost Cost) one) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{one.Supply.Title} for the {one.Kind.Title.ToLowerInvariant()} {one.Cost.Memory:0.#} MiB and {one.Cost.Processor:0.#} %"
        );

    /// <summary>What the supplies cost that the look uses, and those that they need, each once.</summary>
    private static IEnumerable<(Kind Kind, Supply Supply, SupplyCost Cost)> CostsOf(
        AdviceGround ground
    )
    {
        var told = new HashSet<SupplyName>();
        var byName = ground.Supplies.ToLookup(one => one.Name);
        var waiting = new Queue<(Kind Kind, Supply Supply)>(
            ground.Look.Components.SelectMany(part =>
                OfferedAsset
                    .UsedBy(part, ground.Offered)
                    .Select(one => (part.Kind, one.Asset.Supply))
            )
        );
        while (waiting.TryDequeue(out var one))
        {
            if (!told.Add(one.Supply.Name))
                continue;
            if (one.Supply.Cost is { } cost)
                yield return (one.Kind, one.Supply, cost);
            foreach (var need in one.Supply.Needs)
                if (byName[need.Name].FirstOrDefault() is { } needed)
                    waiting.Enqueue((one.Kind, needed));
        }
    }

    /// <summary>What has to be done before each part shows, where that is anything.</summary>
    private static IEnumerable<string> Moments(AdviceGround ground) =>
        from part in ground.Look.Components
        let moment = ground
            .Map?.Kinds.FirstOrDefault(one => one.Kind == part.Kind)
            ?.ShowsFor(part.Settings.Keys)
        where moment is not (null or Shows.AtOnce)
        group part.Kind.Title by moment.Value into all
        orderby all.Key
        select $"{string.Join(", ", all)}: seen {all.Key.When()}.";
}
