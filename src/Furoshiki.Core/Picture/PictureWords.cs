using System.Collections.Immutable;
using Furoshiki.Core.Words;

namespace Furoshiki.Core.Picture;

/// <summary>All that pictures say, in one place: an evening at an observatory.</summary>
internal static class PictureWords
{
    public const string Clock = "21:40";
    public const string Day = "Sat 28 Nov";
    public const string Person = "Ines";

    /// <summary>The windows that the panel lists, the one in front first.</summary>
    public static readonly ImmutableArray<string> Windows = ["Tonight", "Plates", "Dome"];

    public const string FilesTitle = "Plates";
    public const string PageTitle = "Tonight";
    public const string SettingsTitle = "Dome settings";
    public const string TerminalTitle = "night log";

    /// <summary>The places beside a list of files.</summary>
    public static readonly ImmutableArray<string> Places =
    [
        "Home",
        "Plates",
        "Charts",
        "Night log",
        "Archive",
    ];

    /// <summary>Files by the icon that stands for each.</summary>
    public static readonly ImmutableArray<(string Icon, string Name)> Files =
    [
        ("folder", "Autumn"),
        ("folder-documents", "Papers"),
        ("folder-pictures", "Plates"),
        ("text-x-generic", "Sky notes"),
        ("folder", "Spring"),
        ("image-x-generic", "M 31"),
        ("text-x-generic", "Weather"),
        ("utilities-terminal", "Slew"),
    ];

    /// <summary>What lies on the desktop, by its icon.</summary>
    public static readonly ImmutableArray<(string Icon, string Name)> OnDesktop =
    [
        ("user-home", "Home"),
        ("folder", "Charts"),
        ("folder-pictures", "Plates"),
        ("user-trash", "Bin"),
    ];

    /// <summary>The lines of a text: a heading, text, a link and a remark.</summary>
    public static readonly ImmutableArray<string> Page =
    [
        "Sky tonight",
        "Clear until two, then high cloud from the west.",
        "plate 3   21:52   90 s",
        "Chart of Cygnus",
        "First plate at ten, the second after the moon is down.",
        "Humidity 61 %, wind from the north-west",
        "Close the roof before the guests leave.",
    ];

    public const string Selected = "Cygnus";
    public const string Begin = "Open roof";
    public const string SignIn = "Sign in";
    public const string Leave = "Not now";
    public const string Find = "Find a program";
    public const string Password = "••••••••";

    /// <summary>Programs by their icon, with the keys that start them.</summary>
    public static readonly ImmutableArray<(string Icon, string Name, string Keys)> Programs =
    [
        ("utilities-terminal", "Terminal", "Super T"),
        ("folder", "Files", "Super F"),
        ("text-x-generic", "Night log", "Super L"),
        ("image-x-generic", "Plates", "Super P"),
        ("folder-documents", "Papers", ""),
        ("folder-pictures", "Charts", ""),
        ("user-home", "Dome", "Super D"),
        ("user-trash", "Bin", ""),
    ];

    /// <summary>The pages of some settings, and what stands on the one that is open.</summary>
    public static readonly ImmutableArray<string> Pages =
    [
        "Roof",
        "Lamps",
        "Camera",
        "Mount",
        "Weather",
        "Guests",
    ];

    public static readonly ImmutableArray<string> Choices =
    [
        "Follow the sky",
        "Exposure",
        "Target",
        "Red lamp only",
        "Chime at the end",
        "Pointers",
    ];

    public const string Target = "Cygnus, field 4";
    public const string NoticeTitle = "Moon is up";
    public const string Notice = "The next plates will be brighter.";
    public const string NoticeMore = "Next dark hour at 01:12";

    /// <summary>The names of the dock's entries are those of their programs; of others, the icon's.</summary>
    public static string ProgramOf(string icon) =>
        Programs.FirstOrDefault(program => program.Icon == icon).Name
        ?? Capital.First(icon.Replace('-', ' '));

    /// <summary>What stands in the terminal: each run with its colour's place among the sixteen, or -1 for the text's.</summary>
    public static readonly ImmutableArray<ImmutableArray<(string Words, int Colour)>> Terminal =
    [
        [("ines@dome", 2), ("~/plates", 4), ("sky tonight", -1)],
        [("seeing", -1), ("2.1 arcsec", 3), ("fair", 11)],
        [("clouds", -1), ("none until 02:00", 6), ("# high", 8)],
        [("dew", -1), ("fan off", 1), ("start it soon", 9)],
        [("ines@dome", 2), ("~/plates", 4), ("ls", -1)],
        [("autumn/", 12), ("notes.txt", 7), ("slew", 10), ("m31.fits", 5), ("old@", 14)],
        [("# five plates, two of them flat", 8)],
        [("ines@dome", 2), ("~/plates", 4)],
    ];
}
