using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Maps;

/// <summary>What a map says twice: no address, file or folder is that of two things, since putting one on would change the other unsaid.</summary>
public sealed partial class DesktopMapReader
{
    /// <summary>Something that a map says, and where it says it.</summary>
    /// <param name="What">What it is, for people.</param>
    /// <param name="At">Where the map says it.</param>
    private sealed record Said(string What, ImmutableArray<string> At);

    /// <summary>Refuses two settings, two lists or two settings files that are the same in the desktop's folder.</summary>
    private void RefuseTwoAtOnePlace(DesktopMap map)
    {
        var said = new Dictionary<object, Said>();
        foreach (var file in map.Files)
        foreach (var (path, member) in file.Paths.Zip(["path", "apart"]))
            Say(path.FromRoot, $"the file '{file.Name}'", "files", file.Name, member);
        foreach (var kind in map.Kinds)
        {
            string[] at = ["kinds", kind.Kind.Name];
            SaySettings(kind.Settings, list: null, [.. at, "settings"]);
            if (kind.Items is not { } items)
                continue;
            Say(
                (items.File.Name, items.Address.Path),
                $"the list of {kind.Kind.Name}",
                [.. at, "items", "at"]
            );
            SaySettings(items.Settings, items.Address, [.. at, "items", "settings"]);
            foreach (var (name, place) in items.Settings)
                if (place.At == items.Address.Identity && name != items.Address.Identity)
                    throw Wrong(
                        $"'{place.At}' tells the items apart, so it cannot be their {name}.",
                        [.. at, "items", "settings", name, "at"]
                    );
        }

        void SaySettings(
            ImmutableDictionary<string, SettingPlace> settings,
            ListAddress? list,
            string[] at
        )
        {
            foreach (
                var (name, place) in settings.OrderBy(
                    one => _lines.LineOf([.. at, one.Key]),
                    Comparer<int>.Default
                )
            )
                Say(
                    (place.File.Name, list?.Path, place.At),
                    $"{at[1]} {name}",
                    [.. at, name, "at"]
                );
        }

        void Say(object place, string what, params string[] at)
        {
            if (said.TryGetValue(place, out var first))
                throw Wrong(
                    $"This is where {first.What} is (line {_lines.LineOf(first.At)}), so it cannot be {what} too.",
                    at
                );
            said[place] = new Said(what, [.. at]);
        }
    }

    /// <summary>Refuses whole files and folders that belong to something else too, or lie within each other.</summary>
    private void RefuseTwoOwners(DesktopMap map)
    {
        var owned = new List<(string Path, Kind? Kind, Said Said)>();
        foreach (var file in map.Files)
            owned.AddRange(
                file.Paths.Zip(
                    ["path", "apart"],
                    (path, member) =>
                        (
                            path.FromRoot,
                            (Kind?)null,
                            new Said(
                                $"in it settings have places of their own: the file '{file.Name}'",
                                ["files", file.Name, member]
                            )
                        )
                )
            );
        foreach (var kind in map.Kinds)
            owned.AddRange(
                kind.Assets.SelectMany(
                    (rule, i) =>
                        rule.AllFolders.Select(folder =>
                            (
                                folder.FromRoot,
                                (Kind?)kind.Kind,
                                new Said(
                                    $"there are assets of {kind.Kind.Name}",
                                    ["kinds", kind.Kind.Name, "assets", Index(i)]
                                )
                            )
                        )
                )
            );
        foreach (var kind in map.Kinds)
        foreach (var (i, whole) in kind.Whole.Index())
        {
            string[] at = ["kinds", kind.Kind.Name, "whole", Index(i)];
            var path = whole.FromRoot;
            foreach (var (other, owner, said) in owned)
                if (
                    owner != kind.Kind
                    && (PathText.IsIn(path, other) || PathText.IsIn(other, path))
                )
                    throw Wrong(
                        $"'{whole}' cannot belong whole to {kind.Kind.Name}: {said.What} (line {_lines.LineOf(said.At)}).",
                        at
                    );
            owned.Add((path, kind.Kind, new Said($"it belongs to {kind.Kind.Name}", [.. at])));
        }
    }
}
