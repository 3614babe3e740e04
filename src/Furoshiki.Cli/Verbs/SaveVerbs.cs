using System.CommandLine;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Saving;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.Cli.Verbs;

/// <summary>What was saved.</summary>
/// <param name="Ref">How it is named for certain.</param>
/// <param name="Name">The profile.</param>
/// <param name="Ordinal">The saving's number in words.</param>
/// <param name="Digest">The digest of its look.</param>
internal sealed record SavedView(string Ref, string Name, string Ordinal, string Digest);

/// <summary>The verbs that keep what is on.</summary>
internal static class SaveVerbs
{
    private static readonly Argument<string?> Profile = new("profile")
    {
        Description =
            "Name of a profile, a new one or one of which this is the next saving; the one that is on if none is named",
        Arity = ArgumentArity.ZeroOrOne,
    };

    private static readonly Option<string> Note = new("--note")
    {
        Description = "What to note with it",
        DefaultValueFactory = _ => "",
    };

    private static readonly Option<bool> KeepSystem = new("--keep-system")
    {
        Description =
            "Keep the content of the administrator's files too, not only their fingerprint",
    };

    private static readonly Argument<string> State = new("name")
    {
        Description = "What the safe state is called",
    };

    public static IEnumerable<Command> Make() =>
        [
            Verb.OnDesktop(
                "save",
                "Save what is on a desktop",
                Save,
                Profile,
                Verb.Parts,
                Note,
                KeepSystem
            ),
            Verb.OnDesktop("make-state", "Make a safe state", MakeState, State),
        ];

    private static int MakeState(Call call)
    {
        var made = call
            .Session.Get<SafeStateMaker>()
            .Make(call.Desktop, call.Given.GetRequiredValue(State));
        call.Output.Show(
            made,
            () =>
                call.Output.Line(
                    $"Made and read back: {made.Title}, {Counting.Of(made.Files, "file")}. The way back: furoshiki back {LookRef.OfSafeState(made.Id)}"
                )
        );
        return ExitCode.Done;
    }

    private static int Save(Call call)
    {
        var desktop = call.Desktop;
        var saver = call.Session.Get<Saver>();
        var name = call.Given.GetValue(Profile);
        var last = LastOf(call, desktop, name);
        var parts = Verb.KindsOf(call.Given.GetValue(Verb.Parts) ?? []);
        var here = call
            .Session.Get<Observer>()
            .See(desktop)
            .Reading.Parts.Select(part => part.Kind.Name)
            .ToList();
        var choice = new SaveChoice(
            call.Given.GetRequiredValue(Note),
            parts
                ?? (
                    last is null
                        ? here
                        :
                        [
                            .. call
                                .Session.Get<LookLibrary>()
                                .Of(last)
                                .Components.Select(part => part.Kind.Name)
                                .Intersect(here),
                        ]
                ),
            [],
            call.Given.GetValue(KeepSystem)
        );
        var saving = last is null
            ? saver.SaveNew(desktop, new ProfileForm(name!, "", "", "", []), choice)
            : saver.SaveNext(desktop, last.ProfileId, choice);
        var profile = last?.Profile!.Name ?? PersonsText.Tidy(name!);
        var view = new SavedView(
            LookRef.OfSaving(saving.Id),
            profile,
            Counting.Ordinal(saving.Number),
            saving.Look.Hex
        );
        call.Output.Show(
            view,
            () => call.Output.Line($"Saved: {view.Name}, {view.Ordinal} ({view.Ref})")
        );
        return ExitCode.Done;
    }

    /// <summary>The last saving of the profile that is meant; null for a new profile.</summary>
    private static SavingRow? LastOf(Call call, LiveDesktop desktop, string? name)
    {
        using var db = call.Session.Get<FuroshikiDbFactory>().CreateDbContext();
        var key = name is null ? null : PersonsText.KeyOf(name);
        var profile = name is null
            ? db.Savings.Where(one => one.Id == desktop.On.Saving)
                .Select(one => (long?)one.ProfileId)
                .FirstOrDefault()
                ?? throw new ProblemException(
                    new Problem(
                        ProblemKind.Invalid,
                        ProblemCode.WhichProfile,
                        "No profile is on, so say a name to save as.",
                        "Nothing was saved.",
                        "profile"
                    )
                )
            : db
                .Profiles.Select(one => new { one.Id, one.Name })
                .AsEnumerable()
                .FirstOrDefault(one => PersonsText.KeyOf(one.Name) == key)
                ?.Id;
        return db
            .Savings.AsNoTracking()
            .Include(one => one.Profile)
            .Where(one => one.ProfileId == profile)
            .OrderByDescending(one => one.Number)
            .FirstOrDefault();
    }
}
