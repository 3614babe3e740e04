using Furoshiki.Core.Parts;
using Furoshiki.Core.Picture;

namespace Furoshiki.App.Kinds;

/// <summary>What a setting can be.</summary>
public enum SettingForm
{
    /// <summary>One of a few words.</summary>
    Choice,

    /// <summary>Any text.</summary>
    Text,

    /// <summary>The name of a file, a theme or a set.</summary>
    Asset,

    /// <summary>A number with a unit.</summary>
    Number,

    /// <summary>Yes or no.</summary>
    Flag,

    /// <summary>A colour in CSS hexadecimal notation.</summary>
    Colour,

    /// <summary>A list of texts.</summary>
    List,

    /// <summary>One of the desktop's screens; "main" for the main one.</summary>
    Screen,

    /// <summary>A path to a file.</summary>
    Path,

    /// <summary>Keys that are pressed together, as in Super+Space.</summary>
    Keys,

    /// <summary>A length of time in seconds.</summary>
    Time,

    /// <summary>A share of an edge in %, or px.</summary>
    Extent,

    /// <summary>A place and a size in px, as in 240x160+32+48.</summary>
    Geometry,
}

/// <summary>A setting of a kind.</summary>
/// <param name="Name">Its name in looks and maps.</param>
/// <param name="Title">Its name for people.</param>
/// <param name="Scope">What it belongs to.</param>
/// <param name="Form">What it can be.</param>
/// <param name="Choices">The words that can be chosen; none where it is no choice.</param>
/// <param name="Unit">The unit of a number; null where it has none, or is no number.</param>
/// <param name="Least">The least that a number can be; null where it is none.</param>
/// <param name="Most">The most that a number can be; null where it is none.</param>
/// <param name="Unseen">Why it shows in no picture, in a sentence; null where it shows in some scene.</param>
public sealed record SettingView(
    string Name,
    string Title,
    SettingScope Scope,
    SettingForm Form,
    IReadOnlyList<string> Choices,
    string? Unit,
    double? Least,
    double? Most,
    string? Unseen
);

/// <summary>A kind of part.</summary>
/// <param name="Name">Its name in looks and maps.</param>
/// <param name="Title">Its name for people.</param>
/// <param name="Group">Where people look for it.</param>
/// <param name="HasItems">Whether there can be any number of items in it, each with settings of its own.</param>
/// <param name="Item">What one of them is called, where it is nothing but a list of them; else null.</param>
/// <param name="HasFreeNames">Whether their names mean nothing to a desktop, so that they are given by themselves and can be changed.</param>
/// <param name="Settings">Its settings, in the order in which people read them.</param>
public sealed record KindView(
    string Name,
    string Title,
    PartGroup Group,
    bool HasItems,
    string? Item,
    bool HasFreeNames,
    IReadOnlyList<SettingView> Settings
)
{
    /// <summary>All kinds, in the order in which people read a look.</summary>
    public static IReadOnlyList<KindView> All { get; } =
    [
        .. Kind.All.Select(kind => new KindView(
            kind.Name,
            kind.Title,
            kind.Group,
            kind.HasItems,
            kind.Item,
            kind.HasFreeNames,
            [.. kind.Settings.Select(setting => Of(kind, setting))]
        )),
    ];

    private static SettingView Of(Kind kind, Setting setting)
    {
        var (form, unit, least, most) = setting.Type.Match(Forms.Of);
        return new SettingView(
            setting.Name,
            setting.Title,
            setting.Scope,
            form,
            setting.Type.Options,
            unit,
            least,
            most,
            Unseen.Why(kind, setting)
        );
    }

    /// <summary>How each type of setting is edited: with which field, in which unit, and within which bounds.</summary>
    private sealed class Forms
        : ISettingTypeCases<(SettingForm Form, string? Unit, double? Least, double? Most)>
    {
        public static Forms Of { get; } = new();

        private static (SettingForm, string?, double?, double?) Just(
            SettingForm form,
            string? unit = null
        ) => (form, unit, null, null);

        public (SettingForm, string?, double?, double?) OfChoice(SettingType type) =>
            Just(SettingForm.Choice);

        public (SettingForm, string?, double?, double?) OfFreeText(SettingType.FreeText type) =>
            Just(SettingForm.Text);

        public (SettingForm, string?, double?, double?) OfKeys(SettingType.Keys type) =>
            Just(SettingForm.Keys);

        public (SettingForm, string?, double?, double?) OfAssetName(SettingType.AssetName type) =>
            Just(SettingForm.Asset);

        public (SettingForm, string?, double?, double?) OfNumber(SettingType.Number type) =>
            (SettingForm.Number, type.Unit.Length > 0 ? type.Unit : null, type.Min, type.Max);

        public (SettingForm, string?, double?, double?) OfLengthOfTime(
            SettingType.LengthOfTime type
        ) => (SettingForm.Time, type.Unit, type.Min, type.Max);

        public (SettingForm, string?, double?, double?) OfFlag(SettingType.Flag type) =>
            Just(SettingForm.Flag);

        public (SettingForm, string?, double?, double?) OfColour(SettingType.Colour type) =>
            Just(SettingForm.Colour);

        public (SettingForm, string?, double?, double?) OfList(SettingType.List type) =>
            Just(SettingForm.List);

        public (SettingForm, string?, double?, double?) OfScreenName(SettingType.ScreenName type) =>
            Just(SettingForm.Screen);

        public (SettingForm, string?, double?, double?) OfFilePath(SettingType.FilePath type) =>
            Just(SettingForm.Path);

        public (SettingForm, string?, double?, double?) OfExtent(SettingType.Extent type) =>
            Just(SettingForm.Extent);

        public (SettingForm, string?, double?, double?) OfGeometry(SettingType.Geometry type) =>
            Just(SettingForm.Geometry, "px");
    }
}
