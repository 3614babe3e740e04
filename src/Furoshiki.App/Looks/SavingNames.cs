using Furoshiki.Core.Words;
using Furoshiki.Store;

namespace Furoshiki.App.Looks;

/// <summary>What people call savings.</summary>
public static class SavingNames
{
    /// <summary>A saving as people name it: its profile and its number.</summary>
    /// <param name="saving">The saving, with its profile.</param>
    public static string Words(SavingRow saving) =>
        $"{saving.Profile!.Name}, {Counting.Ordinal(saving.Number)}";
}
