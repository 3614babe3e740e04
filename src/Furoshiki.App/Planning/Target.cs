namespace Furoshiki.App.Planning;

/// <summary>What a plan leads to.</summary>
public enum TargetKind
{
    /// <summary>A saving of a profile.</summary>
    Saving,

    /// <summary>A safe state.</summary>
    SafeState,

    /// <summary>What drifted, as the savings that last held it have it.</summary>
    PutBack,

    /// <summary>Parts of several looks together.</summary>
    Parts,

    /// <summary>What another program had written and a switch had set aside.</summary>
    Aside,

    /// <summary>A fitting.</summary>
    Fitting,

    /// <summary>Supplies that come, become other versions, or go.</summary>
    Supplies,
}

/// <summary>Some parts of a look.</summary>
/// <param name="Look">The look: "now", "saving-18", "state-3", or as a person names it.</param>
/// <param name="Kinds">The kinds of the parts.</param>
public sealed record LookParts(string Look, IReadOnlyList<string> Kinds);

/// <summary>What a plan leads to.</summary>
/// <param name="Id">The number of the saving, the safe state, the fitting or what was set aside; 0 for anything else.</param>
/// <param name="Kinds">The kinds that are put on or back; null for all.</param>
/// <param name="Files">The files of a safe state that are gone back to, percent-encoded where they are no plain text; null for all.</param>
/// <param name="Looks">The looks whose parts are put on together; null for anything else.</param>
/// <param name="Without">
/// What of a saving is left out: it stays as it is, and that is no drift. A part is its kind, such as "panels", an item "panels/main/", a
/// setting "colours/accent" or "panels/main/opacity"; null for what is remembered for the profile, if all of it is put on.
/// </param>
/// <param name="Grouping">The name of a grouping, which is left out too; null for none.</param>
/// <param name="Instead">
/// What is put on in place of what was saved, each as "kind/setting=value" or "kind/item/setting=value"; null for nothing.
/// </param>
/// <param name="Get">The package URLs of supplies that are to be there, each with a version, or without for any; null for none.</param>
/// <param name="Remove">The package URLs of supplies that are to go, without versions; null for none.</param>
/// <param name="Apart">
/// The settings files, by their names in the desktop's map, of which the desktop gets its own, apart from a desktop with the same folder; null
/// for none.
/// </param>
/// <param name="Anew">
/// The settings files, by their names in the desktop's map, that cannot be read and are written anew from a copy; null for none.
/// </param>
public sealed record Target(
    TargetKind Kind,
    long Id,
    IReadOnlyList<string>? Kinds = null,
    IReadOnlyList<string>? Files = null,
    IReadOnlyList<LookParts>? Looks = null,
    IReadOnlyList<string>? Without = null,
    string? Grouping = null,
    IReadOnlyList<string>? Instead = null,
    IReadOnlyList<string>? Get = null,
    IReadOnlyList<string>? Remove = null,
    IReadOnlyList<string>? Apart = null,
    IReadOnlyList<string>? Anew = null
)
{
    private static readonly TargetKind[] OfLooks =
    [
        TargetKind.Saving,
        TargetKind.PutBack,
        TargetKind.Parts,
        TargetKind.Fitting,
    ];

    /// <summary>What a plan to each of them cannot take is refused, and never passed over.</summary>
    /// <exception cref="ProblemException">Something was asked for that what it leads to cannot take.</exception>
    internal void RefuseWhatItCannotTake()
    {
        Refuse(Kinds is not null, "kinds", OfLooks.Except([TargetKind.Parts]));
        Refuse(Files is not null, "files", [TargetKind.SafeState]);
        Refuse(Looks is not null, "looks", [TargetKind.Parts]);
        Refuse(Without is { Count: > 0 }, "without", OfLooks);
        Refuse(Grouping is not null, "grouping", OfLooks);
        Refuse(Instead is { Count: > 0 }, "instead", OfLooks);
        Refuse(Get is { Count: > 0 }, "get", OfLooks.Append(TargetKind.Supplies));
        Refuse(Remove is { Count: > 0 }, "remove", [TargetKind.Supplies]);
        Refuse(Apart is { Count: > 0 }, "apart", OfLooks);
        Refuse(Anew is { Count: > 0 }, "anew", OfLooks);
    }

    private void Refuse(bool isAsked, string field, IEnumerable<TargetKind> takers)
    {
        if (!isAsked || takers.Contains(Kind))
            return;
        throw ProblemException.Field(
            field,
            (Kind, field) switch
            {
                (TargetKind.SafeState, "kinds") =>
                    "A safe state comes back as it was. For some of its parts, ask for parts of looks, with the state as the look; for some of its files, name the files.",
                (TargetKind.SafeState or TargetKind.Aside, _) =>
                    "What comes back as it was is not shaped; choose some of its files instead.",
                (TargetKind.Supplies, _) =>
                    "Supplies come and go whole: name those that are to come and those that are to go.",
                _ => $"A plan to this cannot take '{field}'.",
            }
        );
    }
}
