using System.CommandLine;
using Furoshiki.App;
using Furoshiki.App.Planning;
using Furoshiki.App.Supplies;
using Furoshiki.Core.Content;
using Furoshiki.Core.Words;

namespace Furoshiki.Cli.Verbs;

/// <summary>The verbs for supplies.</summary>
internal static class SupplyVerbs
{
    private static readonly Argument<string?> Search = new("search")
    {
        Description = "Words in a supply's title, family or kind",
        Arity = ArgumentArity.ZeroOrOne,
    };

    private static readonly Argument<string[]> Names = new("supply")
    {
        Description =
            "Supplies by title or package URL, each with @VERSION for one of its versions",
        Arity = ArgumentArity.OneOrMore,
    };

    private static readonly Argument<string> Folder = new("folder")
    {
        Description = "A folder of unpacked sets and archives, or a set",
    };

    private static readonly Option<string?> KindOfSets = new("--kind")
    {
        Description = "The kind of what does not say it itself; such is left out otherwise",
    };

    private static readonly Argument<string> CarriedName = new("name")
    {
        Description = "The name of what is carried",
    };

    private static readonly Option<string[]> Remove = new("--remove")
    {
        Description = "Supplies that go at the same time",
        AllowMultipleArgumentsPerToken = true,
    };

    public static IEnumerable<Command> Make() =>
        [
            .. Verb.Looking(
                Verb.OnDesktop("supplies", "List the supplies that are known", List, Search)
            ),
            Verb.OnDesktop(
                "get",
                "Get supplies with what they need, or put back what was edited",
                call => CarryOut(call, Of(call, Names), Of(call, Remove)),
                Names,
                Remove,
                SwitchVerbs.KeepWithin,
                Verb.Yes
            ),
            Verb.OnDesktop(
                "remove",
                "Remove supplies from a desktop",
                call => CarryOut(call, [], Of(call, Names)),
                Names,
                SwitchVerbs.KeepWithin,
                Verb.Yes
            ),
            Verb.OnDesktop(
                "take-in",
                "Take in unpacked sets and archives as supplies of one's own",
                TakeIn,
                Folder,
                KindOfSets
            ),
            .. Verb.Looking(
                Verb.OnDesktop("carried", "List what savings carry of one's own", Carried)
            ),
            Verb.OnDesktop(
                "keep-carried",
                "Make what savings carry of one's own a supply",
                KeepCarried,
                CarriedName
            ),
        ];

    private static int Carried(Call call)
    {
        var all = call.Session.Get<CarriedAssets>().All();
        call.Output.Show(
            all,
            () =>
                call.Output.Table(
                    ["Name", "Kind", "Files", "Profiles"],
                    all.Select(one =>
                        (IReadOnlyList<Cell>)
                            [
                                one.Name,
                                one.Title,
                                $"{one.Files}, {Counting.Bytes(one.Size)}",
                                string.Join(", ", one.Profiles),
                            ]
                    )
                )
        );
        return ExitCode.Done;
    }

    private static int KeepCarried(Call call)
    {
        var (name, carried) = (
            call.Given.GetValue(CarriedName)!,
            call.Session.Get<CarriedAssets>()
        );
        var found = carried
            .All()
            .Where(one => one.Name.Equals(name, StringComparison.OrdinalIgnoreCase))
            .ToList();
        if (found is not [var only])
            throw ProblemException.NotFound(
                $"What is carried as {PathText.Printable(name)}{(found.Count > 1 ? ", of which there is more than one," : "")}"
            );
        var taken = carried.Keep(new CarriedForm(only.Kind, only.Content));
        call.Output.Show(taken, () => call.Output.Line($"{taken.Title}: {taken.Id}"));
        return ExitCode.Done;
    }

    private static int TakeIn(Call call)
    {
        var view = call
            .Session.Get<OwnSupplies>()
            .TakeIn(
                new SetsForm(
                    Path.GetFullPath(call.Given.GetValue(Folder)!),
                    call.Given.GetValue(KindOfSets)
                )
            );
        call.Output.Show(
            view,
            () =>
            {
                foreach (var one in view.Taken)
                    call.Output.Line($"{one.Title}: {one.Id}");
                foreach (var sentence in view.Refused)
                    call.Output.Line(sentence);
            }
        );
        return view is { Taken.Count: 0, Refused.Count: > 0 } ? ExitCode.Refused : ExitCode.Done;
    }

    private static int List(Call call)
    {
        var search = call.Given.GetValue(Search) ?? "";
        var all = call
            .Session.Get<SupplyShelf>()
            .Of(call.Desktop)
            .Where(one =>
                one.Titles.Concat([one.Title, one.Family])
                    .Any(text => text.Contains(search, StringComparison.OrdinalIgnoreCase))
            )
            .ToList();
        call.Output.Show(
            all,
            () =>
                call.Output.Table(
                    ["Supply", "Version", "Kind", "Here"],
                    all.Select(one =>
                        (IReadOnlyList<Cell>)
                            [
                                one.Title,
                                string.Join(" or ", [one.Version, .. one.Perhaps]),
                                string.Join(", ", one.Titles),
                                Words(one),
                            ]
                    )
                )
        );
        return ExitCode.Done;
    }

    private static string Words(SupplyView one) =>
        one.State switch
        {
            SupplyState.Here => (one.IsOn ? "here, on" : "here")
                + (one.Newer is { } newer ? $", newer: {newer.Version}" : ""),
            SupplyState.Edited => $"edited in place: {string.Join(", ", one.Edited)}",
            SupplyState.ToGet => "to get",
            SupplyState.Withdrawn => "taken back by its maker",
            _ => "not for this desktop",
        };

    private static int CarryOut(
        Call call,
        IReadOnlyList<string> get,
        IReadOnlyList<string> remove
    ) =>
        SwitchVerbs.CarryOut(
            call,
            call.Desktop,
            new Target(TargetKind.Supplies, 0, Get: get, Remove: remove)
        );

    private static List<string> Of(Call call, Argument<string[]> argument) =>
        Named(call, call.Given.GetValue(argument) ?? []);

    private static List<string> Of(Call call, Option<string[]> option) =>
        Named(call, call.Given.GetValue(option) ?? []);

    /// <summary>The package URLs of supplies that were named by their titles.</summary>
    private static List<string> Named(Call call, IReadOnlyList<string> names)
    {
        var all = new Lazy<IReadOnlyList<SupplyView>>(() =>
            call.Session.Get<SupplyShelf>().Of(call.Desktop)
        );
        return [.. names.Select(Url)];

        string Url(string name)
        {
            if (name.StartsWith("pkg:", StringComparison.Ordinal))
                return name;
            var (title, version) = name.Split('@', 2) is [var before, var after]
                ? (before, "@" + after)
                : (name, "");
            var found = all
                .Value.Where(one => one.Title.Equals(title, StringComparison.OrdinalIgnoreCase))
                .ToList();
            return found is [var only]
                ? only.Name + version
                : throw ProblemException.NotFound(
                    $"The supply {PathText.Printable(title)}{(found.Count > 1 ? ", of which there are several," : "")}"
                );
        }
    }
}
