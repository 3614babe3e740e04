namespace Furoshiki.Core.Parts;

/// <summary>A bar of programs that grow under the pointer.</summary>
public static class DockKind
{
    /// <summary>Its settings. An entry is known by its program, so one that is moved is still the same.</summary>
    public static Kind Kind { get; } =
        new(
            "dock",
            "Dock",
            PartGroup.Furniture,
            [
                new Setting("program", "Program", new SettingType.AssetName()),
                new Setting(
                    "edge",
                    "Edge",
                    new SettingType.Choice(["bottom", "top", "left", "right"])
                ),
                new Setting("icon-size", "Icon size", new SettingType.Number("px", 16, 128)),
                new Setting("zoom", "Zoom", new SettingType.Number("×", 1, 3)),
                new Setting("reach", "Reach", new SettingType.Number("px", 0, 512)),
                new Setting("offset", "Offset", new SettingType.Number("px", 0, 256)),
                new Setting("opacity", "Opacity", new SettingType.Number("%", 0, 100)),
                new Setting("labels", "Labels", new SettingType.Flag()),
                new Setting("hides", "Hides", new SettingType.Flag()),
                new Setting("entries", "Entries", new SettingType.List()),
            ],
            dock =>
                dock.Text("program", "").Length == 0 ? "none"
                : dock["zoom"] is { } zoom
                    ? $"{dock.Join("edge", "icon-size")}, zoom {new SettingType.Number("×", 1, 3).Words(zoom)}"
                : dock.Join("edge", "icon-size")
        );
}
