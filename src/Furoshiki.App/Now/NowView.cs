using Furoshiki.App.Desktops;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Views;

namespace Furoshiki.App.Now;

/// <summary>A desktop as it is.</summary>
/// <param name="Look">What is set.</param>
/// <param name="Showing">What shows; the same as what is set where nothing is known of the session.</param>
/// <param name="Then">The parts as the savings have them that last held them: what drift is told against.</param>
/// <param name="Unsaved">What was put on as it was fitted or chosen, and is in no saving.</param>
/// <param name="Changes">How many parts are in one of these lists, each once: the count that is told everywhere.</param>
/// <param name="NotShowing">The parts of which something else shows than what is set.</param>
/// <param name="Waiting">The fewest things to be done until all that waits shows.</param>
/// <param name="Gaps">What stands in the parts' files and cannot be held.</param>
public sealed record NowView(
    DesktopView Desktop,
    string Look,
    string Showing,
    OnView? On,
    IReadOnlyList<DriftView> Drift,
    string Then,
    IReadOnlyList<DriftView> Unsaved,
    int Changes,
    IReadOnlyList<NotShowingView> NotShowing,
    IReadOnlyList<WaitingView> Waiting,
    IReadOnlyList<UnreadView> Unread,
    IReadOnlyList<UnreadValueView> UnreadValues,
    IReadOnlyList<GapView> Gaps,
    IReadOnlyList<AsideView> Asides,
    IReadOnlyList<string> NotFound,
    IReadOnlyList<PartView> Parts,
    SafeStateView? WayBack,
    string? Recovered
);
