using System.Collections.Immutable;
using Furoshiki.Core.Compare;
using Furoshiki.Core.Content;
using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;
using Furoshiki.Desktops;

namespace Furoshiki.App.Desktops;

/// <summary>
/// What a map says that may be meant otherwise, as far as the folder tells: quotes that are read as part of a text, and files that nobody
/// seems to write any more. Neither can be known for certain, so neither is refused.
/// </summary>
internal sealed class MapDoubts
{
    /// <summary>How much longer than the others of its desktop a file was not written to be told.</summary>
    private static readonly TimeSpan Long = TimeSpan.FromDays(365);

    private readonly DesktopReading _reading;
    private readonly Dictionary<string, DateTime> _written = [];
    private readonly DateTime _newest;

    public MapDoubts(DesktopReading reading, DesktopFolder folder)
    {
        _reading = reading;
        foreach (var file in reading.Files.Values)
            if (folder.WrittenAt(file.Path) is { } at)
                _written[file.Path] = at;
        _newest = _written.Values.DefaultIfEmpty().Max();
    }

    /// <summary>What may be meant otherwise of a kind, in sentences.</summary>
    public IEnumerable<string> Of(KindMap kind, PartReading part)
    {
        foreach (
            var (key, value) in part.Component?.Settings
                ?? ImmutableSortedDictionary<SettingKey, SettingValue>.Empty
        )
            if (
                key.Name != Setting.Order.Name
                && TextsOf(value).FirstOrDefault(text => Spelling.QuotedIn(text) is not null)
                    is { } text
            )
                yield return $"{Difference.TitleOf(part.Kind, key)} is {PathText.Printable(text)}, quotes and all. If they only stand around it, the map says \"quotes\" there.";
        foreach (
            var path in kind
                .Files.Select(file => _reading.Files[file.Name].Path)
                .Distinct(StringComparer.Ordinal)
        )
            if (_written.TryGetValue(path, out var written) && _newest - written > Long)
                yield return $"{PathText.Printable(path)} was last written on {written:d MMMM yyyy}, and others until {_newest:d MMMM yyyy}. Perhaps no program writes it any more.";
    }

    private static IEnumerable<string> TextsOf(SettingValue value) =>
        value switch
        {
            SettingValue.Text text => [text.Value],
            SettingValue.List list => list.Items,
            _ => [],
        };
}
