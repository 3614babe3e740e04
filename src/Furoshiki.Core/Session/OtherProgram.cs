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
        type.Match(new Other(value));

    /// <summary>Another value of each type; none where any would name something that is not there.</summary>
    private sealed class Other(SettingValue now) : ISettingTypeCases<SettingValue?>
    {
        public SettingValue OfNumber(SettingType.Number type) => Beside(type, 1);

        public SettingValue OfLengthOfTime(SettingType.LengthOfTime type) => Beside(type, 60);

        public SettingValue OfFlag(SettingType.Flag type) => type.Of(!type.ValueOf(now));

        public SettingValue OfChoice(SettingType type) =>
            new SettingValue.Text(
                type.Options[(type.Options.IndexOf(now.ToString()!) + 1) % type.Options.Length]
            );

        public SettingValue OfColour(SettingType.Colour type) =>
            type.Of(type.ValueOf(now).Mix(new Colour.Rgba(0x88, 0x88, 0x88), 0.3));

        public SettingValue? OfFreeText(SettingType.FreeText type) => null;

        public SettingValue? OfKeys(SettingType.Keys type) => null;

        public SettingValue? OfAssetName(SettingType.AssetName type) => null;

        public SettingValue? OfList(SettingType.List type) => null;

        public SettingValue? OfScreenName(SettingType.ScreenName type) => null;

        public SettingValue? OfFilePath(SettingType.FilePath type) => null;

        public SettingValue? OfExtent(SettingType.Extent type) => null;

        public SettingValue? OfGeometry(SettingType.Geometry type) => null;

        private SettingValue.Number Beside(SettingType.OfNumber type, double step)
        {
            var value = type.ValueOf(now);
            return new SettingValue.Number(value + step <= type.Max ? value + step : value - step);
        }
    }
}
