using Furoshiki.Core.Maps;
using Furoshiki.Core.Parts;
using Furoshiki.Core.Reading;

namespace Furoshiki.Core.Session;

/// <summary>An edit of a settings file that another program makes.</summary>
/// <param name="Path">The file, relative to the desktop's root.</param>
/// <param name="Bytes">Its new bytes.</param>
/// <param name="Words">What was changed, in words.</param>
public sealed record OtherEdit(string Path, ReadOnlyMemory<byte> Bytes, string Words);

/// <summary>Stands in for another program that changes a part behind the product's back.</summary>
public static class OtherProgram
{
    /// <summary>An edit that gives one setting of a part another value; null if the part has none that can be changed.</summary>
    public static OtherEdit? Edit(DesktopMap map, DesktopReading reading, Kind wanted)
    {
        if (map.Find(wanted) is not { } kind || reading.Look[wanted] is not { } component)
            return null;
        foreach (var (key, value) in component.Settings)
        {
            if (kind.PlaceOf(key) is not { } place || kind.Kind.FindSetting(key) is not { } setting)
                continue;
            if (Another(setting.Type, value) is not { } other)
                continue;
            var file = reading.Files[place.File.Name];
            var document = file.Document!.Set(
                kind.AddressOf(key),
                place.Spelling.ToFile(setting.Type.Write(other))
            );
            var words =
                $"{setting.Title}: {setting.Type.Words(value)} → {setting.Type.Words(other)}";
            return new OtherEdit(file.Path, document.Bytes, words);
        }
        return null;
    }

    private static SettingValue? Another(SettingType type, SettingValue value) =>
        (type, value) switch
        {
            (SettingType.Number number, SettingValue.Number now) => new SettingValue.Number(
                now.Value + 1 <= number.Max ? now.Value + 1 : now.Value - 1
            ),
            (SettingType.Flag, SettingValue.Flag now) => new SettingValue.Flag(!now.Value),
            ({ Options: { Length: > 0 } options }, SettingValue.Text now) => new SettingValue.Text(
                options[(options.IndexOf(now.Value) + 1) % options.Length]
            ),
            (SettingType.Colour, SettingValue.Colour now) => new SettingValue.Colour(
                now.Value.Mix(new Colour.Rgba(0x88, 0x88, 0x88), 0.3)
            ),
            (SettingType.LengthOfTime time, SettingValue.Number now) => new SettingValue.Number(
                now.Value + 60 <= time.Max ? now.Value + 60 : now.Value - 60
            ),
            _ => null,
        };
}
