using System.Text;
using System.Text.Json.Nodes;
using CsCheck;
using Furoshiki.Core.Content;
using Furoshiki.Core.Fitting;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests;

public sealed class FittingTests
{
    private static readonly Digest Here = Digest.Of("here"u8);
    private static readonly Digest Elsewhere = Digest.Of("elsewhere"u8);
    private static readonly Look Now = new TestDesktop().Read().Look;

    private static FittingMove.Base Begin(Look look) =>
        new("now", "what is on now", new FittedLook(look, PartMaps.Of(Here)));

    private static FittingMove.Step Step(params FittingEdit[] edits) =>
        new(new FittingStep([.. edits]));

    private static FittingEdit.Piece Set(string kind, string key, SettingValue value) =>
        FittingEdit.Piece.Of(Kind.Get(kind), KeyValuePair.Create(SettingKey.Parse(key), value));

    private static readonly Gen<string> Item = Gen.OneOf("main", "side", "clock", "new");

    /// <summary>Any edit, of a part that the look has or not, of an item that is there or not.</summary>
    private static readonly Gen<FittingEdit> AnyEdit = Gen.OneOf([.. Kind.All])
        .SelectMany(kind =>
            Gen.OneOf(
                Gen.Const((FittingEdit)new FittingEdit.Drop(kind)),
                Gen.Const(
                    (FittingEdit)
                        new FittingEdit.Whole(Now[kind] ?? Component.Of(kind, []), Elsewhere)
                ),
                AnyPiece(kind),
                AnyPiece(kind),
                Gen.Select(
                    Item,
                    Item,
                    FittingEdit (from, to) => new FittingEdit.Rename(kind, from, to)
                )
            )
        );

    private static Gen<FittingEdit> AnyPiece(Kind kind) =>
        from ofItem in kind.HasItems ? Gen.Bool : Gen.Const(false)
        from item in Item
        from setting in Gen.OneOf([
            .. kind.Settings.Where(one => one.IsFor(ofItem)).DefaultIfEmpty(kind.Settings[0]),
        ])
        from value in Values.Of(setting.Type)
        from adds in Gen.Bool
        from takesOut in Gen.Int[0, 4]
        let key = new SettingKey(setting.Name, setting.IsFor(ofItem) && ofItem ? item : null)
        where setting.IsFor(key.Item is not null)
        select (FittingEdit)(
            takesOut == 0
                ? new FittingEdit.Piece(
                    Component.Of(kind, []),
                    [],
                    [adds && key.Item is not null ? new SettingKey("", item) : key]
                )
                : FittingEdit.Piece.Of(kind, KeyValuePair.Create(key, value)) with
                {
                    Adds = adds && key.Item is not null ? [item] : [],
                }
        );

    private static readonly Gen<FittingStep> AnyStep = AnyEdit
        .Array[1, 3]
        .Select(edits => new FittingStep([.. edits.DistinctBy(edit => edit.Kind)]));

    private static readonly Gen<IReadOnlyList<FittingMove>> AnyMoves = Gen.Select(
        Gen.Bool,
        Gen.Frequency(
            (4, AnyStep.Select(step => (FittingMove)new FittingMove.Step(step))),
            (
                1,
                Gen.Select(
                    Gen.Int[1, 12],
                    Gen.Bool,
                    FittingMove (step, isOut) => new FittingMove.Leave(step, isOut)
                )
            ),
            (1, Gen.Const((FittingMove)Begin(Now.Without(PanelsKind.Kind))))
        ).Array[0, 12],
        (fromNow, moves) =>
            (IReadOnlyList<FittingMove>)[Begin(fromNow ? Now : Look.Of([])), .. moves]
    );

    private static string Seen(FittingState state) =>
        $"{state.Look.Look.Digest} {string.Join(',', state.Look.Maps.Others)} {string.Join('|', state.Steps.Values.Select(step => $"{step.Number} {step.IsOut} {string.Join(' ', step.Idle)}"))}";

    [Fact]
    public void A_fitting_that_goes_step_by_step_is_what_it_is_from_the_start() =>
        Gen.Select(AnyMoves, AnyStep)
            .Sample(
                (moves, step) =>
                    Seen(FittingState.Of(moves, Here).With(moves.Count, step))
                    == Seen(FittingState.Of([.. moves, new FittingMove.Step(step)], Here))
            );

    [Fact]
    public void A_step_that_is_left_out_and_taken_in_again_was_never_out() =>
        AnyMoves.Sample(moves =>
        {
            var state = FittingState.Of(moves, Here);
            foreach (var step in state.Steps.Values.Where(step => !step.IsOut))
                Seen(
                        FittingState.Of(
                            [
                                .. moves,
                                new FittingMove.Leave(step.Number, true),
                                new FittingMove.Leave(step.Number, false),
                            ],
                            Here
                        )
                    )
                    .ShouldBe(Seen(state));
        });

    [Fact]
    public void A_look_without_one_of_its_steps_is_what_the_others_make() =>
        AnyStep
            .Array[1, 8]
            .SelectMany(steps => Gen.Int[0, steps.Length - 1].Select(at => (steps, at)))
            .Sample(one =>
            {
                FittingMove[] all =
                [
                    Begin(Now),
                    .. one.steps.Select(step => new FittingMove.Step(step)),
                ];
                FittingMove[] others = [.. all.Where((_, i) => i != one.at + 1)];
                FittingState
                    .Of([.. all, new FittingMove.Leave(one.at + 1, true)], Here)
                    .Look.Look.Digest.ShouldBe(FittingState.Of(others, Here).Look.Look.Digest);
            });

    [Fact]
    public void Every_move_that_is_kept_is_read_as_it_was() =>
        AnyMoves.Sample(moves =>
        {
            var again = moves.Select(move => MoveText.Read(MoveText.Write(move))).ToList();
            Seen(FittingState.Of(again, Here)).ShouldBe(Seen(FittingState.Of(moves, Here)));
            again.Select(MoveText.Write).ShouldBe(moves.Select(MoveText.Write));
        });

    [Fact]
    public void An_item_that_is_renamed_stays_where_it_stands_with_all_it_has_and_its_old_name_brings_it_back() =>
        Gen.Select(AnyMoves, Item, Item)
            .Sample(
                (moves, from, to) =>
                {
                    var before = FittingState.Of(moves, Here);
                    foreach (var part in before.Look.Look.Components)
                    {
                        if (!part.Items.Contains(from) || part.Items.Contains(to))
                            continue;
                        var renamed = before.With(
                            moves.Count,
                            new FittingStep([new FittingEdit.Rename(part.Kind, from, to)])
                        );
                        var after = renamed.Look.Look[part.Kind]!;
                        after.Items.ShouldBe(
                            part.Kind.HasOrder
                                ? part.Items.Select(item => item == from ? to : item)
                                : part.Items.Where(item => item != from).Append(to),
                            ignoreOrder: !part.Kind.HasOrder
                        );
                        after.ItemAlone(to).Words.ShouldBe(part.ItemAlone(from).Words);
                        after.Renamed(to, from).ShouldBe(part);
                        StepWords
                            .Of(renamed.Steps[renamed.Steps.Keys.Max()])
                            .Title.ShouldBe($"{part.Kind.Title}: {from} is called {to}");
                    }
                }
            );

    [Fact]
    public void Whatever_the_steps_the_order_of_the_items_names_each_of_them_once() =>
        AnyMoves.Sample(moves =>
        {
            foreach (var part in FittingState.Of(moves, Here).Look.Look.Components)
                if (part.Kind.HasOrder && part.Items.Count > 0)
                    part.Get(Setting.Order).ShouldBe(part.Items);
        });

    [Fact]
    public void What_does_not_apply_without_the_step_before_it_is_told_and_applies_again_with_it()
    {
        FittingMove[] moves =
        [
            Begin(Now),
            Step(
                Set("panels", "left/edge", new SettingValue.Text("left")) with
                {
                    Adds = ["left"],
                }
            ),
            Step(Set("panels", "left/thickness", new SettingValue.Number(48))),
        ];
        var without = FittingState.Of([.. moves, new FittingMove.Leave(1, true)], Here);
        without.Steps[2].Idle.ShouldBe(["There is no left among the panels."]);
        without.Look.Look.Digest.ShouldBe(Now.Digest);

        var with = FittingState.Of(moves, Here);
        with.Steps[2].Idle.ShouldBeEmpty();
        with.Look.Look[PanelsKind.Kind]!.ItemAlone("left").Get(PanelsKind.Thickness).ShouldBe(48);
        StepWords.Of(with.Steps[1]).Title.ShouldBe("Panels: left added");
        StepWords
            .Of(with.Steps[2])
            .Title.ShouldBe("Panels: left, thickness 24 → 48\u00A0px".Replace("24", "not set"));
    }

    [Fact]
    public void A_part_that_is_borrowed_keeps_the_map_that_it_came_with_and_one_that_is_begun_gets_this_desktops()
    {
        var state = FittingState.Of(
            [
                Begin(Look.Of([])),
                Step(new FittingEdit.Whole(Now[DockKind.Kind]!, Elsewhere)),
                Step(Set("dock", "zoom", new SettingValue.Number(1.5))),
                Step(Set("icons", "size", new SettingValue.Number(40))),
            ],
            Here
        );
        state.Look.Maps["dock"].ShouldBe(Elsewhere);
        state.Look.Maps["icons"].ShouldBe(Here);
    }

    [Fact]
    public void A_set_that_is_chosen_brings_its_files_and_takes_those_of_the_one_before_away()
    {
        var icons = Now[IconsKind.Kind]!;
        var chosen = new Asset("Other", "set", "data:icons/Other", true, Digest.Of("other"u8));
        var state = FittingState.Of(
            [
                Begin(Now),
                Step(
                    new FittingEdit.Piece(
                        Component.Of(
                            IconsKind.Kind,
                            [
                                KeyValuePair.Create(
                                    new SettingKey("set"),
                                    (SettingValue)new SettingValue.Text("Other")
                                ),
                            ]
                        ) with
                        {
                            Assets = [chosen],
                        },
                        [],
                        []
                    )
                ),
                Step(Set("icons", "size", new SettingValue.Number(40))),
            ],
            Here
        );
        icons.Assets.ShouldNotBeEmpty();
        state.Look.Look[IconsKind.Kind]!.Assets.ShouldBe([chosen]);
    }

    [Fact]
    public void A_move_of_a_newer_version_does_nothing_and_a_setting_that_is_not_known_is_told()
    {
        MoveText.Read("""{"do":"step","form":99}"""u8).ShouldBeOfType<FittingMove.Unknown>();
        MoveText.Read("""{"do":"weave","form":1}"""u8).ShouldBeOfType<FittingMove.Unknown>();

        var json = JsonNode.Parse(
            MoveText.Write(Step(Set("panels", "main/thickness", new SettingValue.Number(48))))
        )!;
        json["look"]!["parts"]!["panels"]!["settings"]!["main/glow"] = 3;
        var step = MoveText.Read(Encoding.UTF8.GetBytes(json.ToJsonString()));
        var stand = FittingState.Of([Begin(Now), step], Here).Steps[1];
        stand.Idle.ShouldBe([
            "This version of Furoshiki cannot read what it sets for 'main/glow'.",
        ]);
        stand.After.Look[PanelsKind.Kind]!.ItemAlone("main").Get(PanelsKind.Thickness).ShouldBe(48);
    }

    [Fact]
    public void What_is_no_move_is_refused()
    {
        foreach (
            var text in new[]
            {
                "",
                "[]",
                "{}",
                """{"form":1}""",
                """{"form":1,"do":"step"}""",
                """{"form":1,"do":"begin","of":3}""",
            }
        )
            Should.Throw<FormatException>(() => MoveText.Read(Encoding.UTF8.GetBytes(text)));
    }

    [Fact]
    public void A_move_names_all_content_and_every_map_that_it_needs()
    {
        var names = MoveText
            .NamesIn(MoveText.Write(Step(new FittingEdit.Whole(Now[IconsKind.Kind]!, Elsewhere))))
            .Select(name => name.Digest)
            .ToList();
        names.ShouldContain(Elsewhere);
        foreach (var asset in Now[IconsKind.Kind]!.Assets)
            names.ShouldContain(asset.Content!.Value);
    }
}
