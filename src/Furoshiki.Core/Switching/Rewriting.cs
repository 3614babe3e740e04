using System.Collections.Immutable;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Switching;

/// <summary>A settings file that is written anew from a copy, since what stands there cannot be read.</summary>
/// <param name="File">The file.</param>
/// <param name="Path">Where it is, relative to the root.</param>
/// <param name="Bytes">The copy.</param>
public sealed record FileAnew(SettingsFile File, string Path, ReadOnlyMemory<byte> Bytes);

/// <summary>The settings files that a plan writes anew, since no value can be put into what cannot be read.</summary>
/// <param name="Files">The files.</param>
/// <param name="Parts">The parts that could not be read for them.</param>
public sealed record Rewriting(ImmutableArray<FileAnew> Files, ImmutableHashSet<Kind> Parts)
{
    /// <summary>No file is written anew.</summary>
    public static Rewriting Nothing { get; } = new([], []);

    /// <summary>Writes some files anew.</summary>
    /// <param name="files">The files.</param>
    /// <param name="now">The desktop as it is.</param>
    public static Rewriting Of(IEnumerable<FileAnew> files, DesktopReading now)
    {
        ImmutableArray<FileAnew> all = [.. files];
        return new Rewriting(
            all,
            [
                .. now
                    .Unread.Where(part => all.Any(file => file.Path == part.File))
                    .Select(part => part.Kind),
            ]
        );
    }

    /// <summary>The desktop as it reads with those files in their places.</summary>
    /// <param name="map">The desktop's map.</param>
    /// <param name="view">The desktop's folder as it is.</param>
    public DesktopReading Read(DesktopMap map, IDesktopView view) =>
        DesktopReader.Read(
            map,
            new PlannedView(
                view,
                Files.ToDictionary(
                    file => file.Path,
                    FileState? (file) =>
                        FileState.OfFile(
                            TreeChanges.NewFileMode,
                            file.Bytes.Length,
                            Digest.Of(file.Bytes.Span)
                        ),
                    StringComparer.Ordinal
                ),
                digest => Files.FirstOrDefault(file => Digest.Of(file.Bytes.Span) == digest)?.Bytes
            )
        );
}
