using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

/// <summary>A plan as a person shaped it.</summary>
/// <param name="Plan">The plan.</param>
/// <param name="Shaping">What was left out.</param>
/// <param name="Replacing">What is put on in place of what the look has.</param>
/// <param name="Supplies">The supplies that it gets; null if none.</param>
/// <param name="Choices">What else could be left out together.</param>
/// <param name="Misfits">What of it does not fit the desktop's screens.</param>
/// <param name="Anew">The settings files that are written anew.</param>
/// <param name="From">The desktop as it was planned from: as it is, but for the files that are written anew.</param>
internal sealed record ShapedPlan(
    SwitchPlan Plan,
    Shaping Shaping,
    Replacing Replacing,
    SupplyPlan? Supplies,
    IReadOnlyList<GroupingChoice> Choices,
    IReadOnlyList<Misfit> Misfits,
    IReadOnlyList<AnewView> Anew,
    DesktopReading From
);

/// <summary>A plan with what it takes to carry it out.</summary>
/// <param name="Name">What is put on, in words.</param>
/// <param name="OnAfter">What is on afterwards.</param>
public sealed record ReadyPlan(
    LiveDesktop Desktop,
    Target Target,
    SwitchPlan Plan,
    string Name,
    string Caption,
    WhatIsOn OnAfter,
    Observation Seen
)
{
    /// <summary>How the person shaped it; null for what comes back as it was.</summary>
    internal ShapedPlan? Shape { get; init; }

    /// <summary>What was left out.</summary>
    internal Shaping Shaping => Shape?.Shaping ?? Shaping.Nothing;

    /// <summary>What is put on in place of what the look has, in words.</summary>
    public IReadOnlyList<InsteadView> Instead => Shape?.Replacing.Views ?? [];

    /// <summary>What of it does not fit the desktop's screens.</summary>
    public IReadOnlyList<Misfit> Misfits => Shape?.Misfits ?? [];

    /// <summary>The settings files that are written anew, since they cannot be read.</summary>
    public IReadOnlyList<AnewView> Anew => Shape?.Anew ?? [];

    /// <summary>What stays on of what it leaves alone.</summary>
    internal Look Staying => (Shape?.From ?? Seen.Reading).Look;

    /// <summary>What else could be left out together.</summary>
    internal IReadOnlyList<GroupingChoice> Groupings => Shape?.Choices ?? [];

    /// <summary>Whether the profile remembers what was left out; null if this is no profile.</summary>
    internal Remembered? Remembered { get; init; }

    /// <summary>The supplies that come or go; null if this is about none.</summary>
    internal SupplyPlan? Supplies => Shape?.Supplies ?? OwnSupplies;

    /// <summary>The supplies that a plan is about which leads to nothing else.</summary>
    internal SupplyPlan? OwnSupplies { get; init; }

    /// <summary>What was left out, in words.</summary>
    public IReadOnlyList<LeftOutView> LeftOut => Shaping.In(Seen.Reading.Look);

    /// <summary>What carrying it out does, in words.</summary>
    public string Verb =>
        Target.Kind switch
        {
            TargetKind.Saving or TargetKind.Parts or TargetKind.Fitting => $"the switch to {Name}",
            TargetKind.PutBack => "parts were put back",
            TargetKind.Supplies => Target.Get is { Count: > 0 }
                ? $"getting {Name}"
                : $"removing {Name}",
            _ => $"going back to {Name}",
        };
}
