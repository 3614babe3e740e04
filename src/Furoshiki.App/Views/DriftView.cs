using Furoshiki.Core.Compare;

namespace Furoshiki.App.Views;

/// <summary>A setting that is another than it was.</summary>
public sealed record ChangedSettingView(string Title, string Words);

/// <summary>What changed in a part since the saving that last held it.</summary>
/// <param name="Since">That saving in words, where it is another than the one that is on; else null.</param>
/// <param name="Files">How many of its files and folders are others.</param>
public sealed record DriftView(
    string Kind,
    string Title,
    string Words,
    string? Since,
    IReadOnlyList<ChangedSettingView> Settings,
    int Files
)
{
    /// <summary>A part in words.</summary>
    /// <param name="since">The saving that last held it, in words, where it is another than the one that is on.</param>
    public static DriftView Of(PartDifference part, string? since) =>
        new(
            part.Kind.Name,
            part.Kind.Title,
            part.Summary(),
            since,
            [
                .. part.Settings.Select(one => new ChangedSettingView(
                    one.Title,
                    DifferenceWords.FromTo(part.Kind, one)
                )),
            ],
            part.Assets.Sum(asset => asset.Files.Length)
        );
}
