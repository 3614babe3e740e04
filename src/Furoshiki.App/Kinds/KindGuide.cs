using System.Globalization;
using System.Text;
using Furoshiki.Core.Parts;

namespace Furoshiki.App.Kinds;

/// <summary>All kinds and their settings as a page in Markdown.</summary>
public static class KindGuide
{
    /// <summary>Writes it.</summary>
    public static string Write()
    {
        var page = new StringBuilder(
            """
            # Kinds and their settings

            What a look can be made of. [Desktop maps](desktop-maps.md) say where on a platform each setting lives. This page is written by the build from `src/Furoshiki.Core/Parts`.

            """
        );
        foreach (var kind in KindView.All)
        {
            page.Append(
                CultureInfo.InvariantCulture,
                $"""

                ## {kind.Title}

                `{kind.Name}`{(kind.HasItems ? ", with any number of items" : "")}

                | setting | for people | what it can be | belongs to |
                |---|---|---|---|

                """
            );
            foreach (var setting in kind.Settings)
                page.Append(
                    CultureInfo.InvariantCulture,
                    $"| `{setting.Name}` | {setting.Title} | {Words(setting)} | {Words(setting.Scope)} |\n"
                );
        }
        return page.ToString();
    }

    private static string Words(SettingScope scope) =>
        scope switch
        {
            SettingScope.Whole => "the whole",
            SettingScope.Item => "each item",
            _ => "the whole, and an item where it is another there",
        };

    private static string Words(SettingView setting)
    {
        string Range() =>
            string.Create(
                    CultureInfo.InvariantCulture,
                    $"{setting.Least} to {setting.Most} {setting.Unit}"
                )
                .TrimEnd();
        return setting.Form switch
        {
            SettingForm.Choice => string.Join(", ", setting.Choices.Select(one => $"`{one}`")),
            SettingForm.Asset => "the name of a file, a theme or a set",
            SettingForm.Number => Range(),
            SettingForm.Flag => "yes or no",
            SettingForm.Colour => "a colour",
            SettingForm.List => "a list of texts",
            SettingForm.Screen => "a screen; `main` is the main one",
            SettingForm.Path => "a path to a file",
            SettingForm.Keys => "keys, as in Super+Space",
            SettingForm.Time => $"a length of time, {Range()}",
            SettingForm.Extent => "a share of the edge in %, or px",
            SettingForm.Geometry => "a size and a place in px, such as `240x160+32+48`",
            _ => "a text",
        };
    }
}
