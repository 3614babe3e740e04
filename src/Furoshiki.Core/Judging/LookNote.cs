using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Judging;

/// <summary>What there is to know of a look before it is put on, though it can be.</summary>
public enum LookNoteKind
{
    /// <summary>Two of its supplies exclude each other, such as two programs for one task.</summary>
    Fighting,

    /// <summary>Something of it is made for another version of the platform, or for another platform.</summary>
    MadeForAnother,

    /// <summary>It calls a program that is not there.</summary>
    ProgramMissing,

    /// <summary>Some of its controls are of one family, and some of another.</summary>
    HalfAFamily,

    /// <summary>Some of it is light and some dark.</summary>
    VariantsDisagree,

    /// <summary>A toolkit of the desktop keeps what it has: nothing of the look reaches it.</summary>
    ToolkitNotReached,

    /// <summary>A toolkit stays with one variant, whatever the rest has.</summary>
    FrozenToAVariant,
}

/// <summary>What there is to know of a look before it is put on, and what would settle it.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Short">The same in a few words, as the end of "Ready but …".</param>
/// <param name="Words">What was found, in sentences.</param>
/// <param name="Settle">What would settle it; null if nothing that is known would.</param>
public sealed record LookNote(LookNoteKind Kind, string Short, string Words, Remedy? Settle)
{
    /// <summary>Whether it is so only since the platform has another version than before.</summary>
    public bool IsNew { get; init; }
}

/// <summary>A look as it is judged for a desktop.</summary>
/// <param name="Look">The look.</param>
/// <param name="Made">The supplies that its assets are known to be of, by kind and name.</param>
/// <param name="Platform">The desktop's platform.</param>
/// <param name="Version">The platform's version.</param>
/// <param name="VersionBefore">The version that it had before, as long as that is news; null otherwise.</param>
/// <param name="Toolkits">The further toolkits of the desktop, by name.</param>
/// <param name="Lacking">Gives the programs that a part calls and that are not there; none of kinds that the desktop does not have.</param>
/// <param name="NewestFor">Gives the newest version of a supply that can be had for the desktop; null if none can.</param>
/// <param name="NearestFor">Gives what comes nearest to an asset of a part and is made for the desktop; null if nothing is.</param>
public sealed record JudgedLook(
    Look Look,
    IReadOnlyDictionary<(Kind Kind, string Name), Recognised> Made,
    string Platform,
    string Version,
    string? VersionBefore,
    IReadOnlyList<string> Toolkits,
    Func<Component, IEnumerable<CalledProgram>> Lacking,
    Func<SupplyName, Supply?> NewestFor,
    Func<Component, Asset, Remedy?> NearestFor
)
{
    /// <summary>The supply that an asset is of; null if it is of none that is known.</summary>
    internal Supply? SupplyOf(Kind kind, string name) =>
        Made.GetValueOrDefault((kind, name))?.Supply;
}
