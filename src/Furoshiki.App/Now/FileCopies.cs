using System.Globalization;
using Furoshiki.App.Looks;
using Furoshiki.App.Observing;
using Furoshiki.App.SafeStates;
using Furoshiki.App.Views;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Switching;
using Furoshiki.Store;

namespace Furoshiki.App.Now;

/// <summary>A copy of a settings file that can be read.</summary>
/// <param name="From">What holds it, in words.</param>
/// <param name="State">The number of the safe state that holds it; null for a saving.</param>
/// <param name="Bytes">The file.</param>
public sealed record FileCopy(string From, long? State, ReadOnlyMemory<byte> Bytes);

/// <summary>Finds copies of settings files that cannot be read any more, in savings and in safe states.</summary>
public sealed class FileCopies(SafeStateShelf safeStates, IContentStore content)
{
    /// <summary>How many copies are tried before it is said that there is none.</summary>
    private const int MostTries = 50;

    /// <summary>The copy that a file is written anew from: that of the first saving that has one, or else the newest that a safe state has.</summary>
    /// <param name="file">The file.</param>
    /// <param name="seen">The desktop.</param>
    /// <param name="savings">The savings, each with its profile.</param>
    /// <returns>The copy; null if there is none that can be read.</returns>
    public FileCopy? Find(SettingsFile file, Observation seen, IEnumerable<SavingRow> savings) =>
        CanBeWritten(file, seen)
            ? Readable(file, seen, InSavings(file, savings)) ?? InStates(file, seen)
            : null;

    /// <summary>A file that cannot be read, with what it can be brought back from.</summary>
    internal UnreadView For(UnreadFile unread, Observation seen, IEnumerable<SavingRow> savings)
    {
        var file = FileAt(unread.Path, seen);
        var its = savings.DistinctBy(saving => saving.Id).ToList();
        return new UnreadView(
            PathText.Printable(unread.Path),
            unread.Reason,
            unread.Parts,
            its.Count > 0 && Find(file, seen, its) is not null ? file.Name : null,
            CanBeWritten(file, seen) ? InStates(file, seen)?.State : null
        );
    }

    /// <summary>The settings file that stands at a path.</summary>
    public static SettingsFile FileAt(string path, Observation seen) =>
        seen.Desktop.Map.Files.First(file => seen.Reading.Files[file.Name].Path == path);

    /// <summary>Whether it is the person's, and nothing stands there that cannot be replaced.</summary>
    private static bool CanBeWritten(SettingsFile file, Observation seen) =>
        file.Path.Place.IsPersons
        && seen.View.Find(seen.Reading.Files[file.Name].Path)
            is null
                or { Type: FileType.File or FileType.Link };

    private FileCopy? InStates(SettingsFile file, Observation seen) =>
        Readable(
            file,
            seen,
            safeStates
                .Rows(seen.Desktop)
                .Select(state =>
                    (
                        $"the safe state “{SafeStateShelf.NameOf(state)}” of {DateTime.SpecifyKind(state.MadeAt, DateTimeKind.Utc).ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture)} UTC",
                        (long?)state.Id,
                        state.Tree,
                        seen.Reading.Files[file.Name].Path
                    )
                )
        );

    private static IEnumerable<(string, long?, Digest, string)> InSavings(
        SettingsFile file,
        IEnumerable<SavingRow> savings
    ) =>
        savings
            .Where(saving => saving.Files is not null)
            .Select(saving =>
                (SavingNames.Words(saving), (long?)null, saving.Files!.Value, file.Path.FromRoot)
            );

    /// <summary>The first of some copies with which all parts of the file can be read.</summary>
    private FileCopy? Readable(
        SettingsFile file,
        Observation seen,
        IEnumerable<(string From, long? State, Digest Tree, string Path)> places
    )
    {
        var path = seen.Reading.Files[file.Name].Path;
        var now = seen.View.Find(path)?.Content;
        return places
            .Select(place =>
                (place.From, place.State, content.FindIn(place.Tree, place.Path)?.Content)
            )
            .Where(copy => copy.Content is not null && copy.Content != now)
            .DistinctBy(copy => copy.Content)
            .Take(MostTries)
            .Select(copy => Opened(copy.From, copy.State, copy.Content!.Value))
            .FirstOrDefault(copy =>
                copy is not null
                && Rewriting
                    .Of([new FileAnew(file, path, copy.Bytes)], seen.Reading)
                    .Read(seen.Desktop.Map, seen.View)
                    .Unread.All(part => part.File != path)
            );
    }

    private FileCopy? Opened(string from, long? state, Digest digest)
    {
        try
        {
            return new FileCopy(from, state, content.Read(digest));
        }
        catch (MissingContentException)
        {
            return null;
        }
    }
}
