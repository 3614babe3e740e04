using Furoshiki.App.Supplies;
using Furoshiki.App.Views;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Shelf;

/// <summary>A saving in the list of a profile.</summary>
/// <param name="Changes">What differs from the saving before it, in words; empty for the first.</param>
/// <param name="Gaps">What belonged to it and could not be held.</param>
/// <param name="Problem">Why it cannot be read any more, in a sentence; null if it can.</param>
public sealed record SavingView(
    long Id,
    string Ordinal,
    string Look,
    string Note,
    DateTime SavedAt,
    IReadOnlyList<DriftView> Changes,
    IReadOnlyList<GapView> Gaps,
    string? Problem
);

/// <summary>A profile with all its savings, newest first, opened at one of them.</summary>
/// <param name="Card">The profile by the saving that is opened.</param>
/// <param name="Parts">The parts of that saving.</param>
/// <param name="LeftAlone">The titles of the parts that it does not cover.</param>
/// <param name="Scenes">The scenes that it has a say in.</param>
/// <param name="Needs">What it is made from.</param>
public sealed record ProfilePage(
    ProfileCard Card,
    IReadOnlyList<SavingView> Savings,
    IReadOnlyList<PartView> Parts,
    IReadOnlyList<string> LeftAlone,
    IReadOnlyList<SceneView> Scenes,
    LookNeedsView Needs
);

/// <summary>A scene that a picture can show, with its name for people.</summary>
public sealed record SceneView(PictureScene Scene, string Title);
