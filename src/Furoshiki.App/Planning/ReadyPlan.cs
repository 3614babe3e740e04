using Furoshiki.App.Desktops;
using Furoshiki.App.Observing;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Planning;

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
    /// <summary>What was left out.</summary>
    internal Shaping Shaping { get; init; } = Shaping.Nothing;

    /// <summary>What is put on in place of what the look has.</summary>
    internal Replacing Replacing { get; init; } = Replacing.Nothing;

    /// <summary>What is put on in place of what the look has, in words.</summary>
    public IReadOnlyList<InsteadView> Instead => Replacing.Views;

    /// <summary>What else could be left out together.</summary>
    internal IReadOnlyList<GroupingChoice> Groupings { get; init; } = [];

    /// <summary>Whether the profile remembers what was left out; null if this is no profile.</summary>
    internal Remembered? Remembered { get; init; }

    /// <summary>What was left out, in words.</summary>
    public IReadOnlyList<LeftOutView> LeftOut => Shaping.In(Seen.Reading.Look);

    /// <summary>What carrying it out does, in words.</summary>
    public string Verb =>
        Target.Kind switch
        {
            TargetKind.Saving or TargetKind.Parts => $"the switch to {Name}",
            TargetKind.PutBack => "parts were put back",
            _ => $"going back to {Name}",
        };
}
