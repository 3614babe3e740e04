using System.Text.Json.Nodes;
using Furoshiki.Core.Judging;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Supplies;

namespace Furoshiki.Core.Tests;

/// <summary>What there is to know of a look before it is put on, and what settles it.</summary>
public sealed class LookJudgeTests
{
    private readonly Dictionary<(Kind Kind, string Name), Recognised> _made = [];
    private readonly HashSet<string> _lacking = [];
    private string _version = "4.1";
    private string? _before;

    private static Component Part(string kind, params (string Key, string Value)[] settings)
    {
        var its = Kind.Get(kind);
        return Component.Of(
            its,
            settings.Select(set =>
            {
                var key = SettingKey.Parse(set.Key);
                return KeyValuePair.Create(
                    key,
                    its.GetSetting(key)
                        .Type.Read(
                            Core.Formats.NativeValue.Untyped(set.Value, [.. set.Value.Split('\n')])
                        )
                );
            })
        );
    }

    private void Made(string kind, string name, Action<JsonObject>? says = null)
    {
        var json = TestSupplies.Says(
            $"pkg:generic/heron-ridge/{name.ToLowerInvariant()}@1.0.0",
            ($"{kind}/{name}/index.theme", "x"u8.ToArray())
        );
        json["title"] = name;
        says?.Invoke(json);
        var supply = SupplyText.Read(json);
        _made[(Kind.Get(kind), name)] = new Recognised(supply, supply.Provides[0], 0);
    }

    private static void Reaches(JsonObject says, params string[] toolkits) =>
        says["reaches"] = new JsonArray([.. toolkits.Select(one => JsonValue.Create(one))]);

    private (LookNoteKind Kind, bool IsNew, string? Settle)[] Notes(params Component[] parts) =>
        [
            .. LookJudge
                .Judge(
                    new JudgedLook(
                        Look.Of(parts),
                        _made,
                        "Engawa",
                        _version,
                        _before,
                        ["Shoji"],
                        part =>
                            CalledPrograms.Of(part).Where(call => _lacking.Contains(call.Program)),
                        _ => null,
                        (_, _) => null
                    )
                )
                .Select(note =>
                    (
                        note.Kind,
                        note.IsNew,
                        note.Settle?.Instead.Concat(note.Settle.Without).FirstOrDefault()
                    )
                ),
        ];

    [Fact]
    public void A_program_that_keys_or_a_dock_call_and_that_is_not_there_is_told_with_what_leaves_it_out()
    {
        var keys = Part(
            "shortcuts",
            ("open/command", "LANG=C exec domectl open"),
            ("close/command", "domectl close"),
            ("terminal/command", "engawa-terminal")
        );
        var dock = Part("dock", ("program", "Bench-Dock"), ("entries", "folder\nlogbook"));
        Notes(keys, dock).ShouldBeEmpty();
        _lacking.UnionWith(["domectl", "logbook"]);
        Notes(keys, dock)
            .Select(note => (note.Kind, note.Settle))
            .ShouldBe([
                (LookNoteKind.ProgramMissing, "dock/entries"),
                (LookNoteKind.ProgramMissing, "shortcuts/close/"),
            ]);
        Notes(Part("dock", ("program", ""), ("entries", "folder,logbook"))).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("domectl", "domectl")]
    [InlineData("  domectl   open --now", "domectl")]
    [InlineData("A=1 B='2' domectl", "domectl")]
    [InlineData("exec domectl", "domectl")]
    [InlineData("/usr/bin/domectl", null)]
    [InlineData("$TERMINAL", null)]
    [InlineData("(domectl; tally)", null)]
    [InlineData("", null)]
    [InlineData("..", null)]
    public void Of_a_command_the_program_is_known_where_it_is_called_by_its_name(
        string command,
        string? program
    ) =>
        CalledPrograms
            .Of(Part("shortcuts", ("one/command", command)))
            .Select(call => call.Program)
            .ShouldBe(program is null ? [] : [program]);

    [Fact]
    public void What_is_made_for_another_version_is_told_and_whether_it_is_so_only_since_the_version_changed()
    {
        Made(
            "icons",
            "Fold",
            says =>
                says["madeFor"] = new JsonArray(
                    new JsonObject { ["platform"] = "Engawa", ["versions"] = ">=4.0.0 <5.0.0" }
                )
        );
        var icons = Part("icons", ("set", "Fold")) with
        {
            Assets = [new Asset("Fold", "set", null, IsFolder: true, null)],
        };
        Notes(icons).ShouldBeEmpty();
        _version = "5.0";
        Notes(icons).ShouldBe([(LookNoteKind.MadeForAnother, false, "icons")]);
        _before = "4.1";
        Notes(icons).ShouldBe([(LookNoteKind.MadeForAnother, true, "icons")]);
        (_version, _before) = ("3.8", "5.0");
        Notes(icons).ShouldBe([(LookNoteKind.MadeForAnother, false, "icons")]);
    }

    [Fact]
    public void An_extension_that_is_on_is_known_by_its_name_and_judged_and_can_be_left_out_alone()
    {
        var says = TestSupplies.Says(
            "pkg:generic/heron-ridge/log-clock@1.1.0",
            ("extensions/log-clock/clock.json", "x"u8.ToArray())
        );
        says["title"] = "Log clock";
        says["madeFor"] = new JsonArray(
            new JsonObject { ["platform"] = "Engawa", ["versions"] = ">=4.0.0 <5.0.0" }
        );
        var index = new SupplyIndex([SupplyText.Read(says)]);
        var extensions = Part(
            "extensions",
            ("log-clock/on", "true"),
            ("log-clock/version", "1.1"),
            ("quiet-nights/on", "true")
        );
        foreach (var (item, its) in index.ExtensionsIn(extensions))
            _made[(ExtensionsKind.Kind, item)] = its;
        Notes(extensions).ShouldBeEmpty();
        _version = "5.0";
        Notes(extensions).ShouldBe([(LookNoteKind.MadeForAnother, false, "extensions/log-clock/")]);
        index.ExtensionsIn(Part("extensions", ("log-clock/on", "false"))).ShouldBeEmpty();
    }

    [Fact]
    public void Two_supplies_that_exclude_each_other_are_told_and_settled_by_leaving_one_out()
    {
        Made("dock", "Bench");
        Made("widgets", "Shelf");
        var dock = Part("dock", ("program", "Bench"));
        var shelf = Part("widgets", ("shelf/which", "Shelf"), ("shelf/place", "9x9+0+0")) with
        {
            Assets = [new Asset("Shelf", "which", "data:widgets/Shelf", true, null)],
        };
        Notes(dock, shelf).ShouldBeEmpty();
        Made(
            "widgets",
            "Shelf",
            says =>
                says["conflicts"] = new JsonArray(
                    new JsonObject
                    {
                        ["supply"] = "pkg:generic/heron-ridge/bench",
                        ["versions"] = ">=1.0.0 <2.0.0",
                    }
                )
        );
        Notes(dock, shelf).ShouldBe([(LookNoteKind.Fighting, false, "widgets/shelf/")]);
    }

    [Fact]
    public void A_toolkit_is_of_one_family_with_the_rest_or_another_or_reached_by_nothing_or_frozen()
    {
        Made("controls", "Lantern", says => Reaches(says, "Kumiko", "Shoji"));
        Made("controls", "Aperture", says => Reaches(says, "Kumiko", "Shoji"));
        Made("controls", "Iris", says => Reaches(says, "Kumiko"));
        (string Theme, string? Shoji, string? Variant, LookNoteKind? Note, string? Settle)[] all =
        [
            ("Lantern", "Lantern", null, null, null),
            ("Lantern", null, null, null, null),
            (
                "Aperture",
                "Lantern",
                null,
                LookNoteKind.HalfAFamily,
                "controls/Shoji/theme=Aperture"
            ),
            ("Iris", null, null, LookNoteKind.ToolkitNotReached, null),
            ("Iris", "Lantern", null, null, null),
            (
                "Lantern",
                "Lantern",
                "dark",
                LookNoteKind.FrozenToAVariant,
                "controls/Shoji/variant=light"
            ),
            ("Lantern", "Lantern", "light", null, null),
            ("Unknown", "Lantern", "dark", null, null),
        ];
        foreach (var (theme, shoji, variant, note, settle) in all)
        {
            var settings = new List<(string, string)> { ("theme", theme), ("variant", "light") };
            if (shoji is not null)
                settings.Add(("Shoji/theme", shoji));
            if (variant is not null)
                settings.Add(("Shoji/variant", variant));
            var notes = Notes(Part("controls", [.. settings]));
            if (note is null)
                notes.ShouldBeEmpty($"{theme} {shoji} {variant}");
            else
                notes.ShouldBe([(note.Value, false, settle)], $"{theme} {shoji} {variant}");
        }
    }

    [Fact]
    public void Light_parts_of_a_dark_look_are_told_and_dark_ones_of_a_light()
    {
        Made("icons", "Fold", says => says["provides"]![0]!["tone"] = "light");
        var dark = Part("colours", ("tone", "dark"));
        var light = Part("colours", ("tone", "light"));
        Notes(dark, Part("controls", ("variant", "dark"))).ShouldBeEmpty();
        Notes(dark, Part("controls", ("variant", "light")))
            .ShouldBe([(LookNoteKind.VariantsDisagree, false, "controls/variant=dark")]);
        Notes(light, Part("icons", ("set", "Fold"))).ShouldBeEmpty();
        Notes(dark, Part("icons", ("set", "Fold")))
            .ShouldBe([(LookNoteKind.VariantsDisagree, false, null)]);
        Notes(Part("icons", ("set", "Fold"))).ShouldBeEmpty();
    }
}
