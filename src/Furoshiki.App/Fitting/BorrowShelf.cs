using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Words;

namespace Furoshiki.App.Fitting;

/// <summary>A setting in which another look's part differs.</summary>
/// <param name="Key">The setting, or an item as "main/", where only one of both has it.</param>
/// <param name="Title">Its name for people.</param>
/// <param name="Words">What would become of it, in words.</param>
/// <param name="CanTake">Whether the other look has it, so that it can be borrowed by itself.</param>
public sealed record BorrowedSetting(string Key, string Title, string Words, bool CanTake);

/// <summary>A part that can be borrowed.</summary>
/// <param name="Ref">The look that has it, as it is named in an address.</param>
/// <param name="Name">What people call that look.</param>
/// <param name="Others">Other looks that have the same, in words; empty for none.</param>
/// <param name="Look">Digest of the look.</param>
/// <param name="Words">The part in words.</param>
/// <param name="Swatches">The colours that tell it, where it has any.</param>
/// <param name="IsSame">Whether the fitting has just this.</param>
/// <param name="Differs">The settings in which it differs from that of the fitting.</param>
public sealed record BorrowView(
    string Ref,
    string Name,
    string Others,
    string Look,
    string Words,
    IReadOnlyList<string> Swatches,
    bool IsSame,
    IReadOnlyList<BorrowedSetting> Differs
);

/// <summary>Tells which looks have a part that could be borrowed.</summary>
public sealed class BorrowShelf(
    FittedLooks fittings,
    LastSavings savings,
    DesktopRegister register,
    Observer observer
)
{
    /// <summary>Every part of a kind in now and in the last saving of each profile, those that are the same once.</summary>
    /// <param name="id">The number of the fitting.</param>
    /// <param name="name">The kind's name.</param>
    /// <exception cref="ProblemException">There is no such fitting or kind.</exception>
    public IReadOnlyList<BorrowView> Of(long id, string name)
    {
        var kind = Kind.Find(name) ?? throw ProblemException.NotFound("This part");
        var fitting = fittings.Get(id);
        var mine = fitting.State.Look.Look[kind];
        var desktop = register.Get(fitting.Row.DesktopId);
        return
        [
            .. savings
                .All()
                .Select(one => (one.Ref, one.Name, one.Look))
                .Prepend(
                    (
                        Ref: LookRef.Now,
                        Name: $"{desktop.Name} now",
                        observer.See(desktop).Reading.Look
                    )
                )
                .Where(one => one.Look[kind] is not null)
                .GroupBy(one => one.Look[kind]!)
                .Select(same =>
                {
                    var first = same.First();
                    return new BorrowView(
                        first.Ref,
                        first.Name,
                        Others([.. same.Skip(1).Select(one => one.Name)]),
                        first.Look.Digest.Hex,
                        same.Key.Words,
                        PartView.SwatchesOf(same.Key),
                        same.Key.Equals(mine),
                        Differs(kind, mine, same.Key)
                    );
                }),
        ];
    }

    private static string Others(IReadOnlyList<string> names) =>
        names switch
        {
            [] => "",
            [var only] => $"and {only}",
            [var first, ..] => $"and {first} and {Counting.Of(names.Count - 1, "other")}",
        };

    private static IReadOnlyList<BorrowedSetting> Differs(Kind kind, Component? mine, Component its)
    {
        if (mine is null)
            return [];
        var come = its.Items.Except(mine.Items).ToList();
        var gone = mine.Items.Except(its.Items).ToList();
        return
        [
            .. come.Select(item => new BorrowedSetting($"{item}/", item, "comes", true)),
            .. gone.Select(item => new BorrowedSetting($"{item}/", item, "goes", false)),
            .. Difference
                .Between(kind, mine, its, _ => null)
                .Settings.Where(one =>
                    one.Key.Item is not { } item || !(come.Contains(item) || gone.Contains(item))
                )
                .Select(one => new BorrowedSetting(
                    one.Key.ToString(),
                    one.Title,
                    DifferenceWords.FromTo(kind, one),
                    one.To is not null
                )),
        ];
    }
}
