using System.Collections.Immutable;

namespace Furoshiki.Core.Parts;

/// <summary>Small programs that add to the session. What they change is drawn where it shows, they themselves are not.</summary>
public static class ExtensionsKind
{
    private static readonly SettingList Its = new(SettingScope.Item);

    internal static Setting<bool> On { get; } = Its.Add("on", "On", new SettingType.Flag(), false);

    internal static Setting<string> Version { get; } =
        Its.Add("version", "Version", new SettingType.FreeText(), "");

    internal static Setting<ImmutableArray<string>> Options { get; } =
        Its.Add("options", "Options", new SettingType.List(), []);

    /// <summary>The kind.</summary>
    public static Kind Kind { get; } =
        new(
            "extensions",
            "Extensions",
            PartGroup.Session,
            Its.All,
            extensions =>
            {
                var on = extensions
                    .Items.Where(item => extensions.ItemAlone(item).Get(On))
                    .ToList();
                return on.Count == 0 ? "none on" : string.Join(", ", on);
            }
        )
        {
            Item = "extension",
            Weight = 2,
        };
}
