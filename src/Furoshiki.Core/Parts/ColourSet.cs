using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Parts;

/// <summary>Reads files that hold a set of colours: key files with each role under "Roles", and the tone under "Set".</summary>
public static class ColourSet
{
    private static readonly Address ToneAt = new("Set/Tone");

    /// <summary>Reads such a file.</summary>
    /// <param name="bytes">Its bytes.</param>
    /// <returns>The colours of which it says something that can be read.</returns>
    /// <exception cref="SettingsFileException">They are no key file.</exception>
    public static Component Parse(ReadOnlyMemory<byte> bytes)
    {
        var document = KeyFileDocument.Format.Open(bytes);
        var settings = new List<KeyValuePair<SettingKey, SettingValue>>();
        foreach (var setting in Role.All.Prepend(ColoursKind.Tone))
        {
            var at = setting == ColoursKind.Tone ? ToneAt : new Address($"Roles/{setting.Name}");
            if (Read(document, setting, at) is { } value)
                settings.Add(KeyValuePair.Create(new SettingKey(setting.Name), value));
        }
        return Component.Of(ColoursKind.Kind, settings);
    }

    private static SettingValue? Read(SettingsDocument document, Setting setting, Address at)
    {
        try
        {
            return document.Get(at) is { } value ? setting.Type.Read(value) : null;
        }
        catch (SettingsFileException)
        {
            return null;
        }
    }

    /// <summary>
    /// Sets what the set says that some colours name, beside its name: a desktop has both, and a look would otherwise name one set and
    /// be painted as another.
    /// </summary>
    /// <param name="colours">The part, of which what it sets already stays; any other stays as it is.</param>
    /// <param name="find">Gives the bytes of a file; null if they are not at hand.</param>
    /// <returns>The part as it was, if it names no set, or one that cannot be read.</returns>
    public static Component Unfold(Component colours, Func<Digest, byte[]?> find)
    {
        if (
            colours.Kind != ColoursKind.Kind
            || !colours.Has(ColoursKind.Set, out var name)
            || colours.AssetNamed(name) is not { Content: { } content }
            || find(content) is not { } bytes
        )
            return colours;
        try
        {
            return colours with { Settings = Parse(bytes).Settings.SetItems(colours.Settings) };
        }
        catch (SettingsFileException)
        {
            return colours;
        }
    }
}
