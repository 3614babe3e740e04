using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization.Metadata;
using Furoshiki.App;
using Furoshiki.App.Comparing;
using Furoshiki.App.Desktops;
using Furoshiki.App.Keeping;
using Furoshiki.App.Now;
using Furoshiki.App.Planning;
using Furoshiki.App.Safekeeping;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Shelf;
using Furoshiki.App.Supplies;
using Furoshiki.App.Switching;
using Furoshiki.App.Views;
using Furoshiki.Cli.Verbs;

namespace Furoshiki.Cli;

/// <summary>The form of what the verbs print with --json, as a JSON Schema made of the same types.</summary>
internal static class JsonForm
{
    private static readonly (string Verb, Type Type)[] Types =
    [
        ("desktops", typeof(IReadOnlyList<DesktopView>)),
        ("now", typeof(NowView)),
        ("drift", typeof(IReadOnlyList<DriftView>)),
        ("shelf", typeof(IReadOnlyList<ProfileCard>)),
        ("show", typeof(LookView)),
        ("compare", typeof(ComparisonView)),
        ("states", typeof(IReadOnlyList<SafeStateView>)),
        ("history", typeof(IReadOnlyList<PastSwitch>)),
        ("supplies", typeof(IReadOnlyList<SupplyView>)),
        ("carried", typeof(IReadOnlyList<CarriedView>)),
        ("keep-carried", typeof(TakenSupply)),
        ("take-in", typeof(TakenView)),
        ("save", typeof(SavedView)),
        ("make-state", typeof(SafeStateView)),
        ("plan", typeof(PlanView)),
        ("switch", typeof(RunResult)),
        ("back", typeof(RunResult)),
        ("put-back", typeof(RunResult)),
        ("keep", typeof(RunResult)),
        ("delete", typeof(DeletedView)),
        ("deleted", typeof(IReadOnlyList<DeletedView>)),
        ("undelete", typeof(UndeletedView)),
        ("store", typeof(StoreView)),
        ("copy", typeof(CopyView)),
        ("take-copy", typeof(TakenCopyView)),
        ("open", typeof(AddressView)),
        ("problem", typeof(ProblemView)),
    ];

    /// <summary>Makes it.</summary>
    public static JsonObject Schema()
    {
        var options = new JsonSerializerOptions(Output.Json)
        {
            TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
        };
        var exporting = new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true };
        var definitions = new JsonObject();
        foreach (var (verb, type) in Types)
            definitions[verb] = options.GetJsonSchemaAsNode(type, exporting);
        return new JsonObject
        {
            ["$schema"] = "https://json-schema.org/draft/2020-12/schema",
            ["title"] =
                "What the verbs of furoshiki print with --json; a problem goes to standard error",
            ["$defs"] = definitions,
        };
    }
}
