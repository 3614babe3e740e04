using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Reading;

/// <summary>A value that could not be read. It takes itself out, and nothing else.</summary>
/// <param name="Key">Which setting.</param>
/// <param name="File">The file that it is in, relative to the root.</param>
/// <param name="At">The address in the file.</param>
/// <param name="Reason">Why not, in a sentence.</param>
public sealed record UnreadValue(SettingKey Key, string File, string At, string Reason);

/// <summary>One kind as it was read: a component, or the reason why there is none.</summary>
/// <param name="Kind">The kind's name.</param>
/// <param name="Component">What was read; null if it could not be.</param>
/// <param name="File">The file that could not be read, relative to the root.</param>
/// <param name="Reason">Why not, in a sentence.</param>
/// <param name="Values">The values that could not be read.</param>
/// <param name="Gaps">What stands in its assets and cannot be held, by its path relative to the root.</param>
public sealed record PartReading(
    Kind Kind,
    Component? Component,
    string? File,
    string? Reason,
    ImmutableArray<UnreadValue> Values,
    ImmutableArray<Gap> Gaps
);

/// <summary>A settings file as it was read.</summary>
/// <param name="Named">Where the map says that it is, relative to the root.</param>
/// <param name="Path">Where it is, relative to the root: another path if links lead there.</param>
/// <param name="Document">Its content, or what a new one starts with; null if it could not be read.</param>
/// <param name="Problem">Why not, in a sentence.</param>
public sealed record FileReading(
    string Named,
    string Path,
    SettingsDocument? Document,
    string? Problem
)
{
    /// <summary>Where one of this desktop alone would be read in its place, relative to the root; null if there is no such place, or it is that one.</summary>
    public string? Apart { get; init; }
}

/// <summary>A desktop as it was at one moment.</summary>
/// <param name="Parts">Every kind of the map.</param>
/// <param name="Files">Every settings file of the map, by its name there.</param>
public sealed record DesktopReading(
    ImmutableArray<PartReading> Parts,
    ImmutableDictionary<string, FileReading> Files
)
{
    /// <summary>All that could be read, as a look.</summary>
    public Look Look { get; } = Look.Of(Parts.Select(part => part.Component).OfType<Component>());

    /// <summary>The same, of which some files are to be this desktop's own from now on: they begin as the ones that it shares.</summary>
    /// <param name="names">The names of the files in the map.</param>
    public DesktopReading KeepingApart(IEnumerable<string> names) =>
        this with
        {
            Files = Files.SetItems(
                names.Select(name =>
                    KeyValuePair.Create(
                        name,
                        Files[name] with
                        {
                            Named = Files[name].Apart!,
                            Path = Files[name].Apart!,
                            Apart = null,
                        }
                    )
                )
            ),
        };

    /// <summary>The parts that could not be read.</summary>
    public IEnumerable<PartReading> Unread => Parts.Where(part => part.Component is null);
}
