using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Nodes;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Kinds;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Picture;
using Furoshiki.Core.Reading;
using Furoshiki.Core.Switching;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.Profiles;
using Furoshiki.Web.Switching;

namespace Furoshiki.Web.Demo;

/// <summary>
/// Sets up the demo: writes the simulated desktop's folder, puts every look of the scenario on it by a real switch and
/// saves it, and at last edits some of its files as other programs would.
/// </summary>
internal sealed class DemoScenario(
    DataFolder data,
    DesktopRegister register,
    Saver saver,
    SwitchRuns runs,
    IContentStore content
)
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web);

    private sealed record ScenarioJson(
        DesktopJson Desktop,
        ProfileJson[] Profiles,
        EditJson[] Edits
    );

    private sealed record DesktopJson(
        string Name,
        string Folder,
        string Map,
        string Version,
        Screen[] Screens
    );

    private sealed record ProfileJson(ProfileForm Form, string[]? Cover, SavingJson[] Savings);

    private sealed record SavingJson(string Note, Dictionary<string, JsonObject> Settings);

    private sealed record EditJson(string File, string Replace, string With);

    /// <summary>Sets the demo up, if no desktop is registered yet.</summary>
    public void SetUp(string folder)
    {
        if (register.All().Count > 0)
            return;
        var scenario = JsonSerializer.Deserialize<ScenarioJson>(
            File.ReadAllBytes(Path.Combine(folder, "scenario.json")),
            Json
        )!;
        var root = data.Desktop(scenario.Desktop.Folder);
        CopyFolder(Path.Combine(folder, scenario.Desktop.Folder), root);
        var map = File.ReadAllBytes(Path.Combine(folder, scenario.Desktop.Map));
        var desktop = register.Add(
            scenario.Desktop.Name,
            root,
            scenario.Desktop.Version,
            scenario.Desktop.Screens,
            map
        );
        foreach (var profile in scenario.Profiles)
            Save(desktop.Id, profile);
        foreach (var edit in scenario.Edits)
            Edit(Path.Combine(root, edit.File), edit);
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
            var cover = profile.Cover ?? [.. settings.Keys];
            var saved = id is { } known
                ? saver.SaveNext(desktop, known, saving.Note, cover)
                : saver.SaveNew(desktop, profile.Form, saving.Note, cover);
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
        var look = Look.Of(settings.Select(kind => ComponentOf(desktop, kind.Key, kind.Value)));
        var reading = DesktopReader.Read(desktop.Map, desktop.Folder);
        var plan = new SwitchPlanner(desktop.Map, reading, desktop.Folder, content).Plan(
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
                null,
                look.Digest.Hex
            )
        );
        var result = runs.CarryOut(run);
        if (!result.Switched || result.Parts.Any(part => part.Outcome == PartOutcome.NotTaken))
            throw new InvalidOperationException(
                $"The demo could not put {name} on: {result.Problem} {string.Join(" ", result.Parts.Select(part => part.Words))}"
            );
    }

    private static Component ComponentOf(LiveDesktop desktop, string kindName, JsonObject settings)
    {
        var kind = Kind.Get(kindName);
        var values = settings
            .Where(set => set.Value is not null)
            .Select(set =>
                KeyValuePair.Create(
                    SettingKey.Parse(set.Key),
                    kind.Setting(SettingKey.Parse(set.Key)).Type.Read(NativeJson.Read(set.Value!))
                )
            );
        var component = new Component(kindName, values.ToImmutableSortedDictionary(), []);
        return component with
        {
            Assets = AssetFinder.Find(
                desktop.Map,
                desktop.Map.Find(kindName)!,
                component,
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

    private static void CopyFolder(string from, string to)
    {
        Directory.CreateDirectory(to);
        foreach (var entry in new DirectoryInfo(from).EnumerateFileSystemInfos())
        {
            var target = Path.Combine(to, entry.Name);
            if (entry is DirectoryInfo)
                CopyFolder(entry.FullName, target);
            else
                File.Copy(entry.FullName, target);
        }
    }
}
