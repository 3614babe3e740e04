using System.Text.Json;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Recovery;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Words;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Saving;

/// <summary>What of a desktop is saved, and how.</summary>
/// <param name="Note">What the person noted.</param>
/// <param name="Cover">The kinds that the profile takes charge of.</param>
/// <param name="AsSaved">The kinds that stay as the profile's last saving has them.</param>
/// <param name="KeepSystem">Whether the content of the administrator's assets is kept too, and not only their fingerprint.</param>
/// <param name="State">The number of a safe state that is saved; null for what is on now.</param>
/// <param name="Fitting">The number of a fitting that is saved; null for what is on now.</param>
public sealed record SaveChoice(
    string Note,
    IReadOnlyCollection<string> Cover,
    IReadOnlyCollection<string> AsSaved,
    bool KeepSystem,
    long? State = null,
    long? Fitting = null
)
{
    /// <summary>Whether it is what is on now that is saved.</summary>
    internal bool IsOfNow => (State, Fitting) is (null, null);
}

/// <summary>Something that belonged to a saving and could not be held.</summary>
public sealed record SavedGap(string Kind, string Path, string Reason);

/// <summary>Takes what is on a desktop as a profile's saving.</summary>
public sealed class Saver(
    IDbContextFactory<FuroshikiDb> databases,
    LookLibrary library,
    FittedLooks fittings,
    Observer observer,
    IContentStore content,
    DesktopRegister register,
    SafeStateShelf safeStates,
    SafeStateMaker safeStateMaker,
    Recoverer recoverer,
    TimeProvider clock
)
{
    private const int LongestNote = 2000;
    private const string NothingSaved = "Nothing was saved.";

    /// <summary>Saves as a new profile.</summary>
    public SavingRow SaveNew(LiveDesktop desktop, ProfileForm form, SaveChoice choice)
    {
        using var quiet = Quiet(desktop, choice);
        using var db = databases.CreateDbContext();
        var row = new ProfileRow
        {
            Name = "",
            Description = "",
            Author = "",
            Licence = "",
            Tags = "",
        };
        form.Checked(db, null).WriteTo(row);
        using var hold = content.Hold();
        var saving = Capture(desktop, choice, null, hold);
        saving.Number = 1;
        row.Savings.Add(saving);
        db.Add(row);
        db.SaveChanges();
        if (choice.IsOfNow || IsOn(desktop, saving))
            NoteOn(desktop, saving);
        return saving;
    }

    /// <summary>Saves as the next saving of a profile.</summary>
    public SavingRow SaveNext(LiveDesktop desktop, long profile, SaveChoice choice)
    {
        using var quiet = Quiet(desktop, choice);
        using var db = databases.CreateDbContext();
        var row =
            db.ProfilesWithSavings.FirstOrDefault(one => one.Id == profile)
            ?? throw ProblemException.NotFound("This profile");
        var last = row.Savings.MaxBy(one => one.Number)!;
        using var hold = content.Hold();
        var saving = Capture(desktop, choice, last, hold);
        if (library.Of(last).Digest == saving.Look)
            throw ProblemException.Field(
                "note",
                $"Nothing differs from the {Counting.Ordinal(last.Number)} saving, so there is nothing to save."
            );
        saving.Number = NextNumber(db, profile);
        row.Savings.Add(saving);
        db.SaveChanges();
        if (choice.IsOfNow || IsOn(desktop, saving))
            NoteOn(desktop, saving);
        return saving;
    }

    /// <summary>
    /// Keeps switches from the desktop while what is on now is taken, which has to be one state and no half of two: what was broken off is
    /// ended first.
    /// </summary>
    private IDisposable? Quiet(LiveDesktop desktop, SaveChoice choice)
    {
        if (!choice.IsOfNow)
            return null;
        recoverer.Settle(desktop, NothingSaved);
        safeStateMaker.MakeFirst(desktop, "before the first saving", NothingSaved);
        return PathLock.TryShare(desktop.Folder.Root)
            ?? throw ProblemException.InTheWay(
                ProblemCode.SwitchBusy,
                "A switch is on its way on this desktop.",
                NothingSaved
            );
    }

    /// <summary>The number of a profile's next saving: none is given twice, not even that of one that was deleted.</summary>
    /// <param name="db">Where the savings are.</param>
    /// <param name="profile">The profile's number.</param>
    public static int NextNumber(FuroshikiDb db, long profile) =>
        1 + db.Set<SavingRow>().Where(one => one.ProfileId == profile).Max(one => one.Number);

    /// <summary>Whether what was saved is just what is on.</summary>
    private bool IsOn(LiveDesktop desktop, SavingRow saving) =>
        observer
            .See(desktop)
            .Reading.Look.Only(JsonSerializer.Deserialize<string[]>(saving.Cover)!)
            .Digest == saving.Look;

    private void NoteOn(LiveDesktop desktop, SavingRow saving) =>
        register.NoteOn(
            desktop.Id,
            desktop.On.With(saving.Id, JsonSerializer.Deserialize<string[]>(saving.Cover)!)
        );

    private SavingRow Capture(
        LiveDesktop desktop,
        SaveChoice choice,
        SavingRow? last,
        IContentHold hold
    )
    {
        if (PersonsText.WhyNot("The note", choice.Note, LongestNote, hasLines: true) is { } reason)
            throw ProblemException.Field("note", reason);
        if (choice.Cover.Count == 0)
            throw ProblemException.Field("cover", "A profile covers at least one part.");
        var fitted = choice.Fitting is { } id ? fittings.Get(id).State.Look : null;
        foreach (var kind in choice.Cover)
            if (
                desktop.Map.Kinds.All(one => one.Kind.Name != kind)
                && fitted?.Look.Find(kind) is null
            )
                throw ProblemException.Field("cover", $"This desktop has no part '{kind}'.");
        var (fresh, gaps) =
            fitted is not null
                ? (fitted.Look.Only(choice.Cover.Except(choice.AsSaved)).Components, [])
            : choice.State is { } state ? OfState(desktop, safeStates.Get(desktop, state), choice)
            : OfNow(desktop, choice);
        fresh = [.. fresh];
        var look = Look.Of(fresh.Concat(Kept(last, choice.AsSaved.Intersect(choice.Cover))));
        if (!look.Components.Any())
            throw ProblemException.Field(
                "cover",
                gaps.Count == 0
                    ? "Nothing of it can be saved."
                    : $"Nothing of it can be saved: {gaps[0].Path} could not be read. {gaps[0].Reason}"
            );
        SafeStateShelf.KeepLook(desktop, look, choice.KeepSystem, hold);
        if (choice.IsOfNow)
            RefuseWhatIsNotHeld(desktop, fresh);
        var files = FilesOf(desktop, choice, last, look, hold);
        var maps = (fitted?.Maps ?? PartMaps.Of(desktop.MapDigest)).Only(
            look.Components.Select(part => part.Kind.Name)
        );
        return new SavingRow
        {
            Look = look.Digest,
            Places = look.Places,
            Map = maps.Most,
            Maps = Kept(maps, hold),
            Files = files,
            Screens = DesktopRegister.Text(desktop.Screens),
            Cover = JsonSerializer.Serialize(look.Components.Select(part => part.Kind)),
            Gaps = JsonSerializer.Serialize(gaps),
            Note = PersonsText.Tidy(choice.Note),
            SavedAt = clock.GetUtcNow().UtcDateTime,
        };
    }

    /// <summary>What was there when it was looked at, and was gone or another when it was to be kept, is not saved as if it were held.</summary>
    private void RefuseWhatIsNotHeld(LiveDesktop desktop, IEnumerable<Component> parts)
    {
        foreach (var asset in parts.SelectMany(part => part.Assets))
            if (
                asset is { Content: { } digest, Path: { } place }
                && desktop.Map.FindPath(place) is { Place.IsPersons: true } path
                && !content.HoldsAll(digest)
            )
                throw ProblemException.InTheWay(
                    ProblemCode.ChangedMeanwhile,
                    $"{PathText.Printable(path.FromRoot)} changed while it was being read. Try again.",
                    NothingSaved
                );
    }

    /// <summary>
    /// Keeps the settings files whole that the parts of a saving were read from, beside their values; of the parts that stay as they were saved,
    /// those that the last saving has.
    /// </summary>
    private Digest? FilesOf(
        LiveDesktop desktop,
        SaveChoice choice,
        SavingRow? last,
        Look look,
        IContentHold hold
    )
    {
        var seen = observer.See(desktop);
        var states = new Dictionary<string, FileState>(StringComparer.Ordinal);
        var read = new Dictionary<string, ReadOnlyMemory<byte>>(StringComparer.Ordinal);
        var then = choice.State is { } id ? safeStates.Get(desktop, id).Tree : (Digest?)null;
        foreach (
            var part in look.Components.OrderBy(part => !choice.AsSaved.Contains(part.Kind.Name))
        )
        foreach (var file in desktop.Map.Find(part.Kind)?.Files ?? [])
        {
            var (path, at) = (file.Path.FromRoot, seen.Reading.Files[file.Name].Path);
            if (choice.AsSaved.Contains(part.Kind.Name))
                Note(last!.Files is { } files ? content.FindIn(files, path) : null);
            else if (then is { } tree)
                Note(content.FindIn(tree, at));
            else if (
                choice.Fitting is null
                && seen.View.Find(at) is { } stands
                && seen.Reading.Files[file.Name].Document is { } document
            )
            {
                read[path] = document.Bytes;
                states[path] = FileState.OfFile(
                    stands.Mode,
                    read[path].Length,
                    Digest.Of(read[path].Span)
                );
            }

            void Note(FileState? state)
            {
                if (state?.Content is { } digest && content.HoldsAll(digest))
                    states[path] = state;
            }
        }
        if (states.Count == 0)
            return null;
        using var batch = hold.Begin();
        var all = Tree.Of(states);
        batch.PutTree(all, (path, _) => batch.Put(read[path].Span));
        batch.Commit();
        return all.Digest;
    }

    private (IEnumerable<Component> Parts, IReadOnlyList<SavedGap> Gaps) OfNow(
        LiveDesktop desktop,
        SaveChoice choice
    )
    {
        var fresh = observer
            .See(desktop)
            .Reading.Parts.Where(part =>
                choice.Cover.Contains(part.Kind.Name) && !choice.AsSaved.Contains(part.Kind.Name)
            )
            .ToList();
        return (
            fresh.Select(part => part.Component).OfType<Component>(),
            [.. fresh.SelectMany(GapsOf)]
        );
    }

    /// <summary>What a safe state has, and what it could not hold of the parts.</summary>
    private (IEnumerable<Component> Parts, IReadOnlyList<SavedGap> Gaps) OfState(
        LiveDesktop desktop,
        SafeStateRow state,
        SaveChoice choice
    ) =>
        (
            library.Get(state.Look).Only(choice.Cover.Except(choice.AsSaved)).Components,
            [
                .. safeStates
                    .View(desktop, state.Id)
                    .Gaps.SelectMany(gap =>
                        desktop
                            .Map.Kinds.Where(kind =>
                                choice.Cover.Contains(kind.Kind.Name)
                                && kind.IsOf(PathText.Unescape(gap.Path))
                            )
                            .Select(kind => new SavedGap(kind.Kind.Name, gap.Path, gap.Reason))
                    ),
            ]
        );

    private static Digest? Kept(PartMaps maps, IContentHold hold)
    {
        using var batch = hold.Begin();
        var others = maps.PutInto(batch);
        batch.Commit();
        return others;
    }

    private IEnumerable<Component> Kept(SavingRow? last, IEnumerable<string> kinds) =>
        last is null ? [] : library.Of(last).Only(kinds).Components;

    /// <summary>What of a part is not in the saving, which says so for ever after.</summary>
    private static IEnumerable<SavedGap> GapsOf(PartReading part) =>
        part.Component is null
            ? [new SavedGap(part.Kind.Name, part.File!, part.Reason!)]
            : part
                .Values.Select(value => new SavedGap(
                    part.Kind.Name,
                    value.File,
                    $"At {value.At}: {value.Reason}"
                ))
                .Concat(
                    part.Gaps.Select(gap => new SavedGap(part.Kind.Name, gap.Path, gap.Reason))
                );
}
