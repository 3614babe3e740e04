using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Maps;

namespace Furoshiki.Core.Reading;

/// <summary>A program that people can start, after the Desktop Entry Specification.</summary>
/// <param name="Name">The name of its file, without the ending: how docks and shortcuts know it.</param>
/// <param name="Title">Its name for people.</param>
/// <param name="Icon">The name of its icon; empty for none.</param>
public sealed record DesktopEntry(string Name, string Title, string Icon)
{
    /// <summary>Those that stand where a map has its programs, by their titles; of two with one name the one in the folder named first.</summary>
    /// <param name="map">The map.</param>
    /// <param name="view">The desktop.</param>
    public static IReadOnlyList<DesktopEntry> In(DesktopMap map, IDesktopView view) =>
        [
            .. (
                from folder in map.Commands
                from file in view.NamesIn(folder.FromRoot) ?? []
                where
                    file.EndsWith(DesktopMap.EntryEnding, StringComparison.Ordinal)
                    && LosslessText.IsUnicode(file)
                let read = Read(
                    view,
                    $"{folder.FromRoot}/{file}",
                    file[..^DesktopMap.EntryEnding.Length]
                )
                where read is not null
                select read
            )
                .DistinctBy(one => one.Name)
                .OrderBy(one => one.Title, StringComparer.OrdinalIgnoreCase),
        ];

    /// <summary>Reads one; null for what is not shown to people, or cannot be read.</summary>
    private static DesktopEntry? Read(IDesktopView view, string path, string name)
    {
        try
        {
            var document = KeyFileDocument.Open(view.ReadFile(path));
            string Of(string key) =>
                document.Get(new Address($"Desktop Entry/{key}"))?.Content ?? "";
            return
                Of("Type") is "Application" or ""
                && Of("Hidden") != "true"
                && Of("NoDisplay") != "true"
                ? new DesktopEntry(
                    name,
                    Of("Name") is { Length: > 0 } title ? title : name,
                    Of("Icon")
                )
                : null;
        }
        catch (SettingsFileException)
        {
            return null;
        }
    }
}
