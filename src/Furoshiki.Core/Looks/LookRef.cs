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

    /// <summary>How a saving is named, as in "saving-18".</summary>
    /// <param name="id">Its number.</param>
    public static string OfSaving(long id) => Of(SavingPrefix, id);

    /// <summary>How a safe state is named, as in "state-3".</summary>
    /// <param name="id">Its number.</param>
    public static string OfSafeState(long id) => Of(SafeStatePrefix, id);

    /// <summary>How a fitting is named, as in "fitting-2".</summary>
    /// <param name="id">Its number.</param>
    public static string OfFitting(long id) => Of(FittingPrefix, id);

    /// <summary>The number of the saving that a text names; null if it names none.</summary>
    public static long? Saving(string text) => NumberAfter(text, SavingPrefix);

    /// <summary>The number of the safe state that a text names; null if it names none.</summary>
    public static long? SafeState(string text) => NumberAfter(text, SafeStatePrefix);

    /// <summary>The number of the fitting that a text names; null if it names none.</summary>
    public static long? Fitting(string text) => NumberAfter(text, FittingPrefix);

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
