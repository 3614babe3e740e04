using Furoshiki.App.Desktops;
using Furoshiki.App.SafeStates;
using Furoshiki.Core.Switching;
using Furoshiki.Store;

namespace Furoshiki.App.Keeping;

/// <summary>By which rule old safe states go.</summary>
/// <param name="AllForDays">For how many days all of them are kept.</param>
/// <param name="DailyForDays">Until what age in days one a day is kept; after that one a month is.</param>
/// <param name="IsByItself">Whether they go by themselves, once an hour, or only when the person says so.</param>
public sealed record ThinningForm(int AllForDays, int DailyForDays, bool IsByItself);

/// <summary>What goes by a rule.</summary>
/// <param name="Rule">The rule.</param>
/// <param name="Goes">The numbers of the safe states that go, the oldest first.</param>
/// <param name="Bytes">How many bytes of content that gives back.</param>
/// <param name="Of">How many safe states there are.</param>
public sealed record ThinningView(ThinningForm Rule, IReadOnlyList<long> Goes, long Bytes, int Of);

/// <summary>Lets old safe states go by a rule. What goes can be undeleted like anything else.</summary>
public sealed class Thinner(
    DesktopRegister register,
    SafeStateShelf safeStates,
    UnsavedParts unsavedParts,
    ContentCosts costs,
    Deletions deletions,
    Preferences preferences,
    TimeProvider clock
)
{
    private const string About = "thinning";

    /// <summary>The rule.</summary>
    public ThinningForm Rule() =>
        preferences.Find<ThinningForm>(About)
        ?? new ThinningForm(
            ThinningRule.Usual.AllForDays,
            ThinningRule.Usual.DailyForDays,
            IsByItself: true
        );

    /// <summary>Changes the rule. Nothing goes by that alone.</summary>
    /// <exception cref="ProblemException">There can be no such rule.</exception>
    public ThinningForm Change(ThinningForm form)
    {
        Checked(form);
        preferences.Keep(About, form);
        return form;
    }

    /// <summary>What would go by a rule.</summary>
    /// <exception cref="ProblemException">There can be no such rule.</exception>
    public ThinningView Preview(LiveDesktop desktop, ThinningForm form)
    {
        var states = safeStates.Rows(desktop);
        var goes = Goes(desktop, states, Checked(form));
        return new ThinningView(
            form,
            goes,
            goes.Count == 0
                ? 0
                : costs
                    .Of([
                        [.. goes.Select(ContentCosts.OfSafeState)],
                    ])[0]
                    .Cost.Alone,
            states.Count
        );
    }

    /// <summary>Lets safe states go that were shown to go by the rule.</summary>
    /// <param name="desktop">The desktop.</param>
    /// <param name="ids">The numbers that were shown.</param>
    /// <exception cref="ProblemException">They are not those that go by now.</exception>
    public DeletedView Thin(LiveDesktop desktop, IReadOnlyCollection<long> ids)
    {
        var goes = Goes(desktop, safeStates.Rows(desktop), Checked(Rule())).ToHashSet();
        if (ids.Count == 0 || ids.Any(id => !goes.Contains(id)))
            throw ProblemException.InTheWay(
                ProblemCode.OthersGo,
                "By now it is other safe states that would go.",
                "No safe state was deleted."
            );
        return deletions.DeleteSafeStates(ids);
    }

    /// <summary>Lets go what goes by the rule on every desktop, if that is to be done by itself.</summary>
    /// <returns>How many safe states went.</returns>
    public int ThinAll()
    {
        if (Rule() is not { IsByItself: true } form)
            return 0;
        var gone = 0;
        foreach (var desktop in register.All().DistinctBy(one => one.Folder.Root))
            if (Goes(desktop, safeStates.Rows(desktop), Checked(form)) is { Count: > 0 } goes)
            {
                deletions.DeleteSafeStates(goes);
                gone += goes.Count;
            }
        return gone;
    }

    private static ThinningRule Checked(ThinningForm form)
    {
        var rule = new ThinningRule(form.AllForDays, form.DailyForDays);
        return rule.WhyNot is { } reason ? throw ProblemException.Field("rule", reason) : rule;
    }

    private IReadOnlyList<long> Goes(
        LiveDesktop desktop,
        IReadOnlyList<SafeStateRow> states,
        ThinningRule rule
    )
    {
        var now = clock.GetLocalNow().DateTime;
        // Without any that is old enough, nothing has to be worked out.
        if (states.All(one => now - Local(one) < TimeSpan.FromDays(rule.AllForDays)))
            return [];
        var damaged = costs
            .Of(states.Select(one => (string[])[ContentCosts.OfSafeState(one.Id)]))
            .Select(health => health.Damaged.Count > 0)
            .ToList();
        var unsaved = unsavedParts.In(desktop, states);
        return rule.Goes(
            [
                .. states.Select(
                    (one, i) =>
                        new StateToThin(one.Id, Local(one), one.IsKept, !damaged[i], unsaved[i])
                ),
            ],
            now
        );
    }

    private DateTime Local(SafeStateRow row) =>
        TimeZoneInfo.ConvertTimeFromUtc(
            DateTime.SpecifyKind(row.MadeAt, DateTimeKind.Utc),
            clock.LocalTimeZone
        );
}
