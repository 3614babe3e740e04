using System.Globalization;

namespace Furoshiki.Core.Looks;

/// <summary>How looks are named for certain: in addresses, plans, comparisons, fittings and commands.</summary>
public static class LookRef
{
    /// <summary>The desktop as it is.</summary>
    public const string Now = "now";

    /// <summary>A look with nothing in it, with which a fitting can begin.</summary>
    public const string Nothing = "nothing";

    private const string SavingPrefix = "saving-";
    private const string SafeStatePrefix = "state-";
    private const string FittingPrefix = "fitting-";
    private const string DesktopPrefix = "desktop-";
    private const string OnDesktop = "-on-";

    /// <summary>How a saving is named, as in "saving-18".</summary>
    /// <param name="id">Its number.</param>
    public static string OfSaving(long id) => Of(SavingPrefix, id);

    /// <summary>How a safe state is named, as in "state-3".</summary>
    /// <param name="id">Its number.</param>
    public static string OfSafeState(long id) => Of(SafeStatePrefix, id);

    /// <summary>How a fitting is named, as in "fitting-2".</summary>
    /// <param name="id">Its number.</param>
    public static string OfFitting(long id) => Of(FittingPrefix, id);

    /// <summary>How another desktop as it is is named, as in "desktop-2".</summary>
    /// <param name="id">Its number.</param>
    public static string OfDesktop(long id) => Of(DesktopPrefix, id);

    /// <summary>How a look as it would be on a desktop is named, as in "saving-18-on-2".</summary>
    /// <param name="look">How the look is named.</param>
    /// <param name="desktop">The desktop's number.</param>
    public static string OfAdapted(string look, long desktop) => look + Of(OnDesktop, desktop);

    /// <summary>The number of the saving that a text names; null if it names none.</summary>
    public static long? Saving(string text) => NumberAfter(text, SavingPrefix);

    /// <summary>The number of the safe state that a text names; null if it names none.</summary>
    public static long? SafeState(string text) => NumberAfter(text, SafeStatePrefix);

    /// <summary>The number of the fitting that a text names; null if it names none.</summary>
    public static long? Fitting(string text) => NumberAfter(text, FittingPrefix);

    /// <summary>The number of the desktop that a text names, as in "desktop-2" for that desktop as it is; null if it names none.</summary>
    public static long? Desktop(string text) => NumberAfter(text, DesktopPrefix);

    /// <summary>
    /// The look and the number of the desktop of a text that names a look as it would be on a desktop, as in "saving-18-on-2"; null if
    /// it names none.
    /// </summary>
    public static (string Look, long Desktop)? AsOn(string text) =>
        text.LastIndexOf(OnDesktop, StringComparison.Ordinal) is > 0 and var at
        && NumberAfter(text[at..], OnDesktop) is { } desktop
            ? (text[..at], desktop)
            : null;

    private static string Of(string prefix, long id) =>
        string.Create(CultureInfo.InvariantCulture, $"{prefix}{id}");

    private static long? NumberAfter(string text, string prefix) =>
        text.StartsWith(prefix, StringComparison.Ordinal)
        && long.TryParse(
            text[prefix.Length..],
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out var number
        )
            ? number
            : null;
}
