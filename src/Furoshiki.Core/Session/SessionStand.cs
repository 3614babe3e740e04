using System.Collections.Immutable;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Session;

/// <summary>
/// What of a real desktop's session runs. A run is a word that is another whenever the same starts again, so that it can be told from two
/// of these what has read its settings in between; that of a program of several processes has a word for each.
/// </summary>
/// <param name="Machine">The run of the machine.</param>
/// <param name="SignIn">The run of the session; null if nobody is signed in, or the map does not say how to see it.</param>
/// <param name="Programs">The run of each program that runs and can be found, by its name for people.</param>
public sealed record SessionStand(
    string Machine,
    string? SignIn,
    ImmutableSortedDictionary<string, string> Programs
)
{
    /// <summary>The programs that should run and do not; none where nobody is seen to be signed in.</summary>
    /// <param name="map">The desktop's map.</param>
    public ImmutableHashSet<string> Stopped(DesktopMap map) =>
        SignIn is null
            ? []
            :
            [
                .. map
                    .Programs.Where(program => program.IsAlwaysOn)
                    .Select(program => program.Name)
                    .Where(name => !Programs.ContainsKey(name)),
            ];

    /// <summary>
    /// Whether what shows at some moment has read its settings since. What the map gives no means to see is taken to have.
    /// </summary>
    /// <param name="before">How it was then.</param>
    /// <param name="map">The desktop's map.</param>
    /// <param name="program">The program that shows it; null if the session itself does.</param>
    /// <param name="shows">The moment.</param>
    public bool HasRead(SessionStand before, DesktopMap map, string? program, Shows shows) =>
        shows switch
        {
            Shows.AtOnce => true,
            < Shows.AfterRestart when IsSignedOut(map) => true,
            Shows.AfterProgramRestart => map.FindProgram(program) is not { } known
                || HasSignedIn(before)
                || (
                    Programs.TryGetValue(known.Name, out var run)
                        ? IsNew(run, before.Programs.GetValueOrDefault(known.Name))
                        : !known.IsAlwaysOn
                ),
            Shows.AfterSignIn => map.SessionProcess is null || HasSignedIn(before),
            _ => Machine != before.Machine,
        };

    /// <summary>Whether nothing of a run is what ran before: of several processes each has read its settings only when it started.</summary>
    private static bool IsNew(string run, string? before) =>
        before is null || !run.Split(' ').Intersect(before.Split(' ')).Any();

    private bool HasSignedIn(SessionStand before) =>
        Machine != before.Machine || (SignIn is not null && IsNew(SignIn, before.SignIn));

    /// <summary>Whether nobody is seen to be signed in: all is read when somebody is, so that nothing waits.</summary>
    private bool IsSignedOut(DesktopMap map) => map.SessionProcess is not null && SignIn is null;
}
