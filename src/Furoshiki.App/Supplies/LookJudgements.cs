using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Supplies;

/// <summary>Judges saved looks for desktops, each once for as long as neither the desktop nor what is known of supplies changes.</summary>
public sealed class LookJudgements(
    SupplyStands stands,
    LookSupplies lookSupplies,
    LookLibrary library,
    ProgramCalls calls
)
{
    /// <summary>What there is to know of a look before it is put on, the weightiest first.</summary>
    /// <param name="seen">The desktop.</param>
    /// <param name="look">The look.</param>
    public IReadOnlyList<LookNote> Of(Observation seen, Look look) => On(seen)(look);

    /// <summary>Tells what there is to know of looks before they are put on, the weightiest first.</summary>
    /// <param name="seen">The desktop.</param>
    public Func<Look, IReadOnlyList<LookNote>> On(Observation seen)
    {
        var supplies = stands.Of(seen);
        IReadOnlyList<string> toolkits = seen.Reading.Look[ControlsKind.Kind]?.Items ?? [];
        var named = string.Join('/', toolkits);
        return look =>
            supplies.Notes.GetOrAdd(
                (look.Digest, named),
                _ => Judge(seen, supplies, look, toolkits)
            );
    }

    private IReadOnlyList<LookNote> Judge(
        Observation seen,
        DesktopSupplies supplies,
        Look look,
        IReadOnlyList<string> toolkits
    ) =>
        LookJudge.Judge(
            new JudgedLook(
                look,
                look.Components.SelectMany(part =>
                        supplies
                            .Known.Index.In(part, library.FindTree)
                            .Select(one => (Key: (part.Kind, one.Key.Name), Its: one.Value))
                    )
                    .Concat(
                        look[ExtensionsKind.Kind] is { } extensions
                            ? supplies
                                .Known.Index.ExtensionsIn(extensions)
                                .Select(one => (Key: (extensions.Kind, one.Key), Its: one.Value))
                            : []
                    )
                    .DistinctBy(one => one.Key)
                    .ToDictionary(one => one.Key, one => one.Its),
                seen.Desktop.Map.Platform,
                seen.Desktop.Version,
                seen.Desktop.Earlier?.Version,
                toolkits,
                part =>
                    calls
                        .Of(seen.Desktop.Map, part)
                        .Where(call => supplies.HasProgram(seen, call.Program) == false),
                name => supplies.All.GetValueOrDefault(name)?.Newest?.Supply,
                (part, asset) => lookSupplies.NearestFor(seen, part, asset)
            )
        );
}
