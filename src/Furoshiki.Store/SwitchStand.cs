namespace Furoshiki.Store;

/// <summary>What was asked for with a switch.</summary>
/// <param name="By">Who asked for it, by the name of a SwitchedBy.</param>
/// <param name="Plan">The plan as it was shown, as a JSON object.</param>
/// <param name="KeepWithin">How long it waits to be kept, in seconds; null to keep it as it is.</param>
public sealed record SwitchRequested(string By, string? Plan, int? KeepWithin);

/// <summary>A switch that is done and waits to be kept.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Desktop">The desktop's number.</param>
/// <param name="Root">The desktop's folder.</param>
/// <param name="Title">What it put on, in words.</param>
/// <param name="Within">How long it waits.</param>
/// <param name="Since">When it was done (UTC).</param>
public sealed record UnkeptSwitch(
    long Id,
    long Desktop,
    string Root,
    string Title,
    TimeSpan Within,
    DateTime Since
);

/// <summary>How a switch of the journal stands.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Title">What it was to put on, in words.</param>
/// <param name="By">Who asked for it, by the name of a SwitchedBy; empty where a version did not note it.</param>
/// <param name="State">Begun, Ready, Done, GoingBack, WentBack or Lost.</param>
/// <param name="BegunAt">When it began (UTC).</param>
/// <param name="EndedAt">When it ended (UTC); null if it did not.</param>
/// <param name="Waits">Whether it was to be kept once it was done.</param>
/// <param name="IsKept">Whether it was kept.</param>
/// <param name="HasPlan">Whether its plan is there.</param>
/// <param name="Result">How it ended, as a JSON object; null if that was not noted.</param>
/// <param name="News">What is to be told of it; null if nothing is.</param>
public sealed record SwitchStand(
    long Id,
    string Title,
    string By,
    string State,
    DateTime BegunAt,
    DateTime? EndedAt,
    bool Waits,
    bool IsKept,
    bool HasPlan,
    string? Result,
    string? News
)
{
    /// <summary>It was asked for, and nothing was written yet.</summary>
    public const string Begun = "begun";

    /// <summary>It writes, or was broken off.</summary>
    public const string Ready = "ready";

    /// <summary>Every file was as planned.</summary>
    public const string Done = "done";

    /// <summary>It was done, and is taken back.</summary>
    public const string GoingBack = "going-back";

    /// <summary>Every file was as before it.</summary>
    public const string WentBack = "went-back";

    /// <summary>It was broken off, and what the journal knew of it is lost: the desktop may be neither as before it nor as planned.</summary>
    public const string Lost = "lost";

    /// <summary>How some switches stand.</summary>
    public static IQueryable<SwitchStand> Of(IQueryable<SwitchRow> rows) =>
        rows.Select(one => new SwitchStand(
            one.Id,
            one.Title,
            one.By,
            one.State,
            one.BegunAt,
            one.EndedAt,
            one.KeepWithin != null,
            one.KeptAt != null,
            one.Plan != null,
            one.Result,
            one.News
        ));
}
