using System.Diagnostics;
using Furoshiki.App.Desktops;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.Saving;
using Furoshiki.App.Views;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Switching;
using Furoshiki.Core.Words;
using Furoshiki.Store;
using Microsoft.EntityFrameworkCore;

namespace Furoshiki.App.Fitting;

/// <summary>Tells how fittings stand.</summary>
public sealed class FittingTeller(
    IDbContextFactory<FuroshikiDb> databases,
    DesktopRegister register,
    Observer observer
)
{
    /// <summary>How many steps are told, the last ones.</summary>
    private const int MostSteps = 200;

    /// <summary>A fitting in a list.</summary>
    public static FittingLine Line(OpenFitting fitting) =>
        new(
            fitting.Row.Id,
            fitting.Row.Name,
            fitting.State.Look.Look.Digest.Hex,
            fitting.State.Base.Name,
            fitting.State.Steps.Values.Count(step => !step.IsOut),
            DateTime.SpecifyKind(fitting.Row.ChangedAt, DateTimeKind.Utc)
        );

    /// <summary>A fitting with all that can be set in it.</summary>
    public FittingView Tell(OpenFitting fitting)
    {
        var state = fitting.State;
        var desktop = register.Get(fitting.Row.DesktopId);
        return new FittingView(
            fitting.Row.Id,
            fitting.Row.Name,
            desktop.Id,
            fitting.Row.Revision,
            state.Look.Look.Digest.Hex,
            new FittingBaseView(
                state.Base.Of,
                state.Base.Name,
                Moved(state.Base, desktop),
                Next(state.Base)
            ),
            [.. state.Steps.Values.TakeLast(MostSteps).Select(Step)],
            state.Steps.Count,
            fitting.Done > 1
                ? Words(fitting.Moves[fitting.Done - 1], fitting.Done - 1, state)
                : null,
            Redo(fitting),
            [
                .. Kind
                    .All.Where(kind =>
                        state.Look.Look[kind] is not null || desktop.Map.Find(kind) is not null
                    )
                    .Select(kind => Part(kind, state, desktop.Map)),
            ],
            [.. NamedScene.Of(state.Look.Look)]
        );
    }

    /// <summary>The parts in which a desktop is no longer as a fitting began with it.</summary>
    private IReadOnlyList<string> Moved(FittingMove.Base begin, LiveDesktop desktop) =>
        begin.Of == LookRef.Now
            ?
            [
                .. Difference
                    .Between(
                        begin.Look.Look,
                        observer.See(desktop).Reading.Look,
                        digest => observer.See(desktop).Trees.GetValueOrDefault(digest)
                    )
                    .Select(part => $"{part.Kind.Title}: {part.Summary()}"),
            ]
            : [];

    /// <summary>The profile that a fitting was begun from; null for none.</summary>
    public long? ProfileOf(OpenFitting fitting) => Next(fitting.State.Base)?.Profile;

    private NextSavingView? Next(FittingMove.Base begin)
    {
        if (begin.Saving is not { } id)
            return null;
        using var db = databases.CreateDbContext();
        return
            db
                .Savings.Where(one => one.Id == id)
                .Select(one => new { one.ProfileId, one.Profile!.Name })
                .FirstOrDefault()
                is { } profile
            ? new NextSavingView(
                profile.ProfileId,
                profile.Name,
                Counting.Ordinal(Saver.NextNumber(db, profile.ProfileId))
            )
            : null;
    }

    private static FittingStepView Step(StepStand stand)
    {
        var words = StepWords.Of(stand);
        return new FittingStepView(
            stand.Number,
            words.Title,
            words.Changes,
            stand.IsOut,
            stand.Idle
        );
    }

    private static string Words(FittingMove move, int number, FittingState state) =>
        move switch
        {
            FittingMove.Step or FittingMove.Unknown => state.Steps.TryGetValue(
                number,
                out var stand
            )
                ? StepWords.Of(stand).Title
                : "what it began with",
            FittingMove.Leave leave => (leave.IsOut ? "leaving out " : "taking in ")
                + (
                    state.Steps.TryGetValue(leave.Number, out var stand)
                        ? StepWords.Of(stand).Title
                        : "a step"
                ),
            FittingMove.Base begin => $"beginning with {begin.Name}",
            _ => throw new UnreachableException(),
        };

    private static string? Redo(OpenFitting fitting) =>
        fitting.Done >= fitting.Moves.Count ? null
        : fitting.Moves[fitting.Done] is FittingMove.Step step
            ? StepWords.Of(fitting.State.With(fitting.Done, step.Taken).Steps[fitting.Done]).Title
        : Words(fitting.Moves[fitting.Done], fitting.Done, fitting.State);

    private static FittedPartView Part(Kind kind, FittingState state, DesktopMap map)
    {
        var (before, after) = (state.Base.Look.Look[kind], state.Look.Look[kind]);
        var here = map.Find(kind);
        var items = after?.Items ?? [];
        return new FittedPartView(
            kind.Name,
            kind.Title,
            kind.Group,
            after?.Words ?? "",
            PartView.SwatchesOf(after),
            after is not null,
            !Equals(before, after),
            items,
            [
                .. items
                    .Prepend(null)
                    .SelectMany(item =>
                        kind.Settings.Where(setting => setting.IsFor(item is not null))
                            .Where(setting => setting != Core.Parts.Setting.Order)
                            .Select(setting => Setting(setting, item, before, after, here, map))
                    ),
            ],
            here is null ? $"{map.Platform} has no {kind.Title.ToLowerInvariant()}." : ""
        );
    }

    private static FittedSetting Setting(
        Setting setting,
        string? item,
        Component? before,
        Component? after,
        KindMap? here,
        DesktopMap map
    )
    {
        var key = new SettingKey(setting.Name, item);
        var value = after?.Settings.GetValueOrDefault(key);
        var shown = value ?? setting.Otherwise;
        var native = setting.Type.Write(shown);
        return new FittedSetting(
            key.ToString(),
            setting.Name,
            item,
            value is null ? "" : setting.Type.Words(value),
            native.Type == NativeType.List ? "" : native.Content,
            native.Items,
            value is not null,
            !Equals(before?.Settings.GetValueOrDefault(key), value),
            ChoiceShelf.HasAny(setting, here),
            here is not null && OwnPictures.CanTake(here, key),
            here is null || value is null ? "" : Held(here, map, key, value)
        );
    }

    private static string Held(KindMap here, DesktopMap map, SettingKey key, SettingValue value) =>
        Adaptation.Hold(here, map, key, value, out var whyNot) switch
        {
            null => whyNot,
            var held when held.Equals(value) => "",
            var held => $"{map.Platform} keeps it as {here.Kind.GetSetting(key).Type.Words(held)}.",
        };
}
