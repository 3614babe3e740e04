using System.Globalization;
using Furoshiki.App;
using Furoshiki.App.Desktops;
using Furoshiki.App.Switching;

namespace Furoshiki.Cli.Verbs;

/// <summary>
/// Waits until a switch was kept or has gone back: whoever sits at the terminal is asked, and a page or another command may answer too.
/// </summary>
internal sealed class KeepQuestion(Session session, LiveDesktop desktop, long id)
{
    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(100);

    private readonly Countdowns _countdowns = session.Get<Countdowns>();

    /// <summary>How it ended.</summary>
    public RunResult Wait()
    {
        var isAsked = !Console.IsInputRedirected;
        while (_countdowns.Of(desktop) is { } unkept && unkept.Switch == id)
        {
            if (isAsked)
                Console.Error.Write(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"\rKeep it? [y/N] It goes back in {Math.Ceiling(unkept.SecondsLeft)} s. "
                    )
                );
            if (isAsked && Console.KeyAvailable)
                Answer(Console.ReadKey(intercept: true).KeyChar);
            else
                Thread.Sleep(Look);
            _countdowns.Pass();
        }
        if (isAsked)
            Console.Error.WriteLine();
        RunResult? result;
        while ((result = session.Get<SwitchRuns>().ResultOf(id)) is null)
            Thread.Sleep(Look);
        return result;
    }

    private void Answer(char key)
    {
        try
        {
            if (key is 'y' or 'Y')
                _countdowns.Keep(id);
            else
                _countdowns.GoBack(id);
        }
        catch (ProblemException)
        {
            // Somebody else answered in the same moment, or it is tried again.
        }
    }
}
