using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.App.Desktops;
using Furoshiki.App.Fitting;
using Furoshiki.App.Installation;
using Furoshiki.App.Observing;
using Furoshiki.App.Planning;
using Furoshiki.App.Saving;
using Furoshiki.App.Session;
using Furoshiki.App.Switching;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;

namespace Furoshiki.App.Demo;

/// <summary>
/// Sets up the demo: writes the folders of the simulated desktops, puts every look of the scenario on one of them by a real
/// switch and saves it, edits some of their files as other programs would, and at last
/// begins to fit a look.
/// </summary>
public sealed class DemoScenario(
    DataFolder data,
    DesktopRegister register,
    Saver saver,
    SwitchRuns runs,
    Sessions sessions,
    Observer observer,
    FittingDesk fittings,
    IContentStore content
)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    private sealed record ScenarioJson(
        DesktopJson[] Desktops,
        ProfileJson[] Profiles,
        EditJson[] Edits,
        FittingJson[] Fittings
    );

    private sealed record DesktopJson(
        string Name,
        string Folder,
        string Map,
        string Version,
        Screen[] Screens,
        CopyJson[]? Copies,
        Photograph[]? Photographs
    );

    private sealed record CopyJson(string From, string To);

    private sealed record ProfileJson(
        string Desktop,
        ProfileForm Form,
        string[]? Cover,
        SavingJson[] Savings
    );

    private sealed record SavingJson(string Note, Dictionary<string, JsonObject> Settings);

    private sealed record FittingJson(string Desktop, BeginForm Begin, StepForm[] Steps);

    private sealed record EditJson(string Desktop, string File, string Replace, string With);

    /// <summary>Sets the demo up, if no desktop is registered yet.</summary>
    public async Task SetUp(string folder)
    {
        if (register.All().Count > 0)
            return;
        var scenario = JsonSerializer.Deserialize<ScenarioJson>(
            File.ReadAllBytes(Path.Combine(folder, "scenario.json")),
            Json
        )!;
        var ids = scenario.Desktops.ToDictionary(
            desktop => desktop.Name,
            desktop => Register(folder, desktop)
        );
        foreach (var profile in scenario.Profiles)
            Save(ids[profile.Desktop], profile);
        // Whoever uses these desktops has signed in since their looks were put on.
        foreach (var id in ids.Values)
            await sessions.Act(register.Get(id), SessionAction.SignIn, null);
        foreach (var edit in scenario.Edits)
            Edit(register.Get(ids[edit.Desktop]).Folder.PathOf(edit.File), edit);
        foreach (var fitting in scenario.Fittings)
            Fit(register.Get(ids[fitting.Desktop]), fitting);
    }

    private long Register(string scenario, DesktopJson desktop)
    {
        var root = data.Desktop(desktop.Folder);
        Copy(Path.Combine(scenario, desktop.Folder), root);
        foreach (var copy in desktop.Copies ?? [])
            Copy(Path.Combine(scenario, copy.From), Path.Combine(root, copy.To));
        foreach (var photograph in desktop.Photographs ?? [])
            photograph.WriteTo(Path.Combine(root, photograph.To));
        return register
            .Add(
                desktop.Name,
                root,
                desktop.Version,
                desktop.Screens,
                File.ReadAllBytes(Path.Combine(scenario, desktop.Map)),
                isSimulated: true
            )
            .Id;
    }

    private void Save(long desktopId, ProfileJson profile)
    {
        long? id = null;
        var settings = new Dictionary<string, JsonObject>();
        foreach (var saving in profile.Savings)
        {
            foreach (var (kind, changed) in saving.Settings)
                settings[kind] = Merge(settings.GetValueOrDefault(kind), changed);
            var desktop = register.Get(desktopId);
            PutOn(desktop, settings, profile.Form.Name);
            var choice = new SaveChoice(
                saving.Note,
                profile.Cover ?? [.. settings.Keys],
                [],
                KeepSystem: false
            );
            var saved = id is { } known
                ? saver.SaveNext(desktop, known, choice)
                : saver.SaveNew(desktop, profile.Form, choice);
            id = saved.ProfileId;
        }
    }

    private static JsonObject Merge(JsonObject? before, JsonObject changed)
    {
        var merged = before?.DeepClone().AsObject() ?? [];
        foreach (var (name, value) in changed)
            merged[name] = value?.DeepClone();
        return merged;
    }

    private void PutOn(LiveDesktop desktop, Dictionary<string, JsonObject> settings, string name)
    {
        var seen = observer.See(desktop);
        var (reading, view) = (seen.Reading, seen.View);
        var look = Look.Of(
            settings.Select(kind => ComponentOf(desktop, reading, kind.Key, kind.Value))
        );
        var plan = new SwitchPlanner(desktop.Map, reading, view, content, _ => desktop.Map).Plan(
            look,
            settings.Keys
        );
        if (plan.Changes.IsEmpty)
            return;
        using var run = new SwitchRun(
            new ReadyPlan(
                desktop,
                new Target(TargetKind.Saving, 0),
                plan,
                name,
                "",
                desktop.On,
                seen
            )
        );
        var result = runs.CarryOut(run);
        if (!result.Switched || result.Parts.Any(part => part.Outcome == PartOutcome.NotTaken))
            throw new InvalidOperationException(
                $"The demo could not put {name} on: {result.Problem} {string.Join(" ", result.Parts.Where(part => part.Outcome == PartOutcome.NotTaken).Select(part => $"{part.Title}: {part.Words}"))}"
            );
    }

    private void Fit(LiveDesktop desktop, FittingJson fitting)
    {
        var id = fittings.Begin(desktop, fitting.Begin);
        foreach (var step in fitting.Steps)
            fittings.Step(id, step);
    }

    /// <summary>The part as it is, with what the scenario sets: its items are then the scenario's, in its order.</summary>
    private static Component ComponentOf(
        LiveDesktop desktop,
        DesktopReading reading,
        string kindName,
        JsonObject json
    )
    {
        var kind = Kind.Get(kindName);
        var wanted = json.ToDictionary(
            set => SettingKey.Parse(set.Key),
            set =>
                kind.GetSetting(SettingKey.Parse(set.Key))
                    .Type.Read(NativeJson.Read(JsonSerializer.SerializeToElement(set.Value)))
        );
        var items = wanted
            .Keys.Select(key => key.Item)
            .OfType<string>()
            .Distinct()
            .ToImmutableArray();
        var kept = reading.Look[kind]!.Settings.Where(set =>
            items.IsEmpty
                ? set.Key.Item is null
                : set.Key.Item is null && set.Key.Name != Setting.Order.Name
        );
        if (kind.HasOrder)
            wanted[new SettingKey(Setting.Order.Name)] = new SettingValue.List(items);
        var settings = kept.ToImmutableSortedDictionary().SetItems(wanted);
        var component = new Component(kind, settings, []);
        return component with
        {
            Assets = AssetFinder.Find(
                desktop.Map.Find(kind)!,
                component,
                desktop.Map,
                desktop.Folder
            ),
        };
    }

    private static void Edit(string path, EditJson edit)
    {
        var text = File.ReadAllText(path);
        if (!text.Contains(edit.Replace, StringComparison.Ordinal))
            throw new InvalidOperationException($"The demo has nothing to edit in {path}.");
        File.WriteAllText(path, text.Replace(edit.Replace, edit.With, StringComparison.Ordinal));
    }

    private static void Copy(string from, string to)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
        if (File.Exists(from))
        {
            File.Copy(from, to);
            return;
        }
        Directory.CreateDirectory(to);
        foreach (var entry in new DirectoryInfo(from).EnumerateFileSystemInfos())
            Copy(entry.FullName, Path.Combine(to, entry.Name));
    }
}
