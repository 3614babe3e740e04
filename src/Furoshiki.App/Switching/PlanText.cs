using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.App.Planning;

namespace Furoshiki.App.Switching;

/// <summary>Plans as they are kept in the database.</summary>
internal static class PlanText
{
    /// <summary>A plan as text.</summary>
    public static string Write(PlanView plan) => JsonSerializer.Serialize(plan, SwitchRuns.Json);

    /// <summary>Reads a plan, that of an earlier version too: it had no groupings, and told each loss by itself.</summary>
    public static PlanView Read(string text)
    {
        var plan = JsonNode.Parse(text)!.AsObject();
        plan.TryAdd("groupings", new JsonArray());
        plan.TryAdd("instead", new JsonArray());
        plan.TryAdd("fights", new JsonArray());
        plan.TryAdd("misfits", new JsonArray());
        plan.TryAdd("others", new JsonArray());
        plan.TryAdd("supplies", new JsonArray());
        plan["rights"]?.AsObject().TryAdd("files", new JsonArray());
        var losses = plan["losses"]!.AsArray();
        if (losses.Any(loss => loss!["reasons"] is null))
            plan["losses"] = new JsonArray([
                .. losses
                    .GroupBy(loss => loss!["kind"]!.GetValue<string>())
                    .Select(part => new JsonObject
                    {
                        ["kind"] = part.Key,
                        ["title"] = part.First()!["title"]!.DeepClone(),
                        ["share"] = 1,
                        ["words"] = "",
                        ["reasons"] = new JsonArray([
                            .. part.Select(loss => new JsonObject
                            {
                                ["what"] = loss!["what"]!.DeepClone(),
                                ["reason"] = loss["reason"]!.DeepClone(),
                            }),
                        ]),
                    }),
            ]);
        foreach (var one in plan["losses"]!.AsArray().Concat(plan["refused"]!.AsArray()))
            one!.AsObject().TryAdd("remedies", new JsonArray());
        return plan.Deserialize<PlanView>(SwitchRuns.Json)!;
    }
}
