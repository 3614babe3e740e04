using Furoshiki.App.Session;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Session;

namespace Furoshiki.App.Now;

/// <summary>One thing to be done so that what waits shows.</summary>
/// <param name="Subject">What is told of: the parts, or what serves several at once.</param>
/// <param name="Words">What is told of it.</param>
/// <param name="Doing">Whether it can be done from here.</param>
public sealed record WaitingView(string Subject, string Words, Doing Doing);

/// <summary>A part of which something else shows than what is set.</summary>
/// <param name="Set">What is set, in words.</param>
/// <param name="Showing">What shows, in words.</param>
/// <param name="WillShow">Whether it only waits; if not, an asset is not there and another shows in its place.</param>
/// <param name="Until">When what is set will show, if it only waits.</param>
/// <param name="Program">The program that has to start again; null if none.</param>
public sealed record NotShowingView(
    string Kind,
    string Title,
    string Set,
    string Showing,
    bool WillShow,
    Shows Until,
    string? Program
)
{
    /// <summary>A part in words.</summary>
    public static NotShowingView Of(NotShowing part)
    {
        var settings = part.Showing is null
            ? []
            : Difference
                .Between(Look.Of([part.Set]), Look.Of([part.Showing]), _ => null)
                .SelectMany(one => one.Settings)
                .ToList();
        // One setting that differs is said by itself, and one of several where the words of the whole would be the same twice.
        var only =
            settings.Count == 1 || part.Set.Words == part.Showing?.Words
                ? settings.FirstOrDefault()
                : null;
        return new NotShowingView(
            part.Kind.Name,
            part.Kind.Title,
            only is null
                ? part.Set.Words
                : $"{only.Title.ToLowerInvariant()} {DifferenceWords.Words(part.Kind, only.Key, only.From)}",
            only is null
                ? part.Showing?.Words ?? "nothing"
                : DifferenceWords.Words(part.Kind, only.Key, only.To),
            part.Until is not null,
            part.Until ?? Shows.AtOnce,
            part.Program
        );
    }
}
