using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Fitting;

/// <summary>What came of a step.</summary>
/// <param name="After">The look with it.</param>
/// <param name="Idle">What of it does not apply, in sentences.</param>
public sealed record StepResult(FittedLook After, ImmutableArray<string> Idle);

/// <summary>Takes steps: what of one does not apply is told, and the rest of it is done.</summary>
public static class StepTaker
{
    /// <summary>Takes a step.</summary>
    /// <param name="before">The look before it.</param>
    /// <param name="step">The step.</param>
    /// <param name="map">Digest of the map of the desktop for which the look is fitted: a part that a step begins is meant for that.</param>
    public static StepResult Take(FittedLook before, FittingStep step, Digest map)
    {
        var idle = ImmutableArray.CreateBuilder<string>();
        idle.AddRange(step.Unknown);
        var after = before;
        foreach (var edit in step.Edits)
            after = edit switch
            {
                FittingEdit.Whole whole => after.With(whole.Part, whole.Map),
                FittingEdit.Piece piece => Do(after, piece, map, idle),
                FittingEdit.Rename rename => Renamed(after, rename, idle),
                _ => Drop(after, edit.Kind, idle),
            };
        return new StepResult(after, idle.ToImmutable());
    }

    private static FittedLook Drop(FittedLook look, Kind kind, ImmutableArray<string>.Builder idle)
    {
        if (look.Look[kind] is not null)
            return look.Without(kind);
        idle.Add($"The look has no {kind.Title.ToLowerInvariant()} to take out.");
        return look;
    }

    private static FittedLook Renamed(
        FittedLook look,
        FittingEdit.Rename edit,
        ImmutableArray<string>.Builder idle
    )
    {
        var part = look.Look[edit.Kind];
        if (part?.Items.Contains(edit.From) != true)
            idle.Add($"There is no {edit.From} among the {Title(edit)}.");
        else if (part.Items.Contains(edit.To))
            idle.Add($"There is a {edit.To} among the {Title(edit)} already.");
        else
            return look.With(part.Renamed(edit.From, edit.To), look.Maps[edit.Kind.Name]);
        return look;
    }

    private static FittedLook Do(
        FittedLook look,
        FittingEdit.Piece piece,
        Digest map,
        ImmutableArray<string>.Builder idle
    )
    {
        var there = look.Look[piece.Kind];
        var part = there ?? Component.Of(piece.Kind, []);
        var items = part.Items.ToHashSet(StringComparer.Ordinal);
        foreach (var item in piece.Adds.Where(items.Contains))
            idle.Add($"There is a {item} among the {Title(piece)} already.");
        foreach (
            var item in piece
                .Out.Concat(piece.Part.Settings.Keys)
                .Select(key => key.Item)
                .OfType<string>()
                .Distinct()
                .Where(item => !items.Contains(item) && !piece.Adds.Contains(item))
        )
            idle.Add($"There is no {item} among the {Title(piece)}.");

        var after = part with
        {
            Settings = Ordered(
                part,
                part.Settings.RemoveRange(part.Settings.Keys.Where(IsOut))
                    .SetItems(piece.Part.Settings.Where(set => CanSet(set.Key)))
            ),
        };
        after = after with { Assets = [.. Assets(part, after, piece)] };
        return after.Equals(there) || (there is null && after.Settings.IsEmpty)
            ? look
            : look.With(after, there is null ? map : look.Maps[piece.Kind.Name]);

        bool IsOut(SettingKey key) =>
            piece.Out.Contains(key)
            || (key.Item is { } item && piece.Out.Contains(new SettingKey("", item)));

        bool CanSet(SettingKey key) =>
            key.Item is not { } item
            || (piece.Adds.Contains(item) ? !items.Contains(item) : items.Contains(item));
    }

    private static string Title(FittingEdit edit) => edit.Kind.Title.ToLowerInvariant();

    /// <summary>Settings whose order names the items that are there: those that it left out stand at the end.</summary>
    private static ImmutableSortedDictionary<SettingKey, SettingValue> Ordered(
        Component before,
        ImmutableSortedDictionary<SettingKey, SettingValue> settings
    )
    {
        var key = new SettingKey(Setting.Order.Name);
        if (!before.Kind.HasOrder)
            return settings;
        var items = settings.Keys.Select(one => one.Item).OfType<string>().Distinct().ToList();
        var wanted = (settings.GetValueOrDefault(key) as SettingValue.List)?.Items ?? [];
        var order = wanted.Where(items.Contains).Distinct().ToList();
        order.AddRange(before.Items.Concat(items).Where(items.Contains).Except(order).ToList());
        return wanted.SequenceEqual(order)
            ? settings
            : settings.SetItem(key, new SettingValue.List([.. order]));
    }

    /// <summary>The assets that the settings name then, those that came with the step first.</summary>
    private static IEnumerable<Asset> Assets(
        Component before,
        Component after,
        FittingEdit.Piece piece
    ) =>
        before
            .Assets.Concat(piece.Part.Assets)
            .GroupBy(asset => asset.Setting)
            .SelectMany(group =>
                group.Key is { } setting ? Named(setting, before, after, piece) : group
            );

    private static IEnumerable<Asset> Named(
        string setting,
        Component before,
        Component after,
        FittingEdit.Piece piece
    )
    {
        var (then, now) = (NamesIn(before), NamesIn(after));
        var come = piece.Part.Assets.Where(asset =>
            asset.Setting == setting && NamesIn(piece.Part).Any(now.Contains)
        );
        // What others inherit from stays as long as one of them is named.
        var stay = then.Any(now.Contains)
            ? before.Assets.Where(asset =>
                asset.Setting == setting && (now.Contains(asset.Name) || !then.Contains(asset.Name))
            )
            : [];
        return come.Concat(stay).DistinctBy(asset => asset.Name);

        HashSet<string> NamesIn(Component part) =>
            AssetFinder.NamesIn(part, setting).ToHashSet(StringComparer.Ordinal);
    }
}
