using Furoshiki.Core.Looks;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Compare;

/// <summary>Says what became of a settings file in the words of its parts.</summary>
public static class FileStory
{
    /// <summary>
    /// What a look became by what stands in one file: "Panels: main, opacity 92 → 80 %". None where the file is of no settings, or nothing in
    /// it that the map speaks of changed.
    /// </summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="path">The file's path, relative to the desktop's root.</param>
    /// <param name="before">The look as it was.</param>
    /// <param name="after">The look as it became.</param>
    public static IEnumerable<string> Between(DesktopMap map, string path, Look before, Look after)
    {
        return map
            .Kinds.Where(kind => kind.Files.Any(IsIt))
            .SelectMany(kind =>
                Words(kind, before[kind.Kind], after[kind.Kind])
                    .Select(words => $"{kind.Kind.Title}: {words}")
            );

        bool IsIt(SettingsFile? file) => file?.Paths.Any(its => its.FromRoot == path) == true;

        IEnumerable<string> Words(KindMap kind, Component? was, Component? became) =>
            Equals(was, became) ? []
            : was is null ? [$"now {became!.Words}"]
            : became is null ? ["no longer set"]
            : Difference
                .Between(kind.Kind, was, became, _ => null)
                .Changes(key =>
                    IsIt(key.Name.Length == 0 ? kind.Items?.File : kind.PlaceOf(key)?.File)
                );
    }
}
