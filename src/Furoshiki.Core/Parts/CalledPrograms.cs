namespace Furoshiki.Core.Parts;

/// <summary>A program that a part calls by its name.</summary>
/// <param name="Program">The program.</param>
/// <param name="Key">The setting that calls it; null if a whole file of the part does.</param>
public sealed record CalledProgram(string Program, SettingKey? Key);

/// <summary>Finds the programs that parts call: the commands of shortcuts, the entries of a dock, and those of menus.</summary>
public static class CalledPrograms
{
    private const string Punctuation = "._+-";

    /// <summary>The programs that a part calls by their names, each with a setting that calls it.</summary>
    public static IEnumerable<CalledProgram> Of(Component part)
    {
        if (part.Kind == ShortcutsKind.Kind)
            foreach (var item in part.Items)
            {
                if (NamedBy(part.ItemAlone(item).Get(ShortcutsKind.Command)) is { } program)
                    yield return new CalledProgram(
                        program,
                        new SettingKey(ShortcutsKind.Command.Name, item)
                    );
            }
        else if (part.Kind == DockKind.Kind && DockKind.IsThere(part))
            foreach (var entry in part.Get(DockKind.Entries))
                if (IsName(entry))
                    yield return new CalledProgram(entry, new SettingKey(DockKind.Entries.Name));
    }

    /// <summary>
    /// The name of the program that a command calls, after what a shell sets for it beforehand (POSIX.1-2024, XCU 2.9.1 Simple Commands); null if
    /// it calls one by its path, or if only a shell can tell.
    /// </summary>
    internal static string? NamedBy(string command) =>
        command
            .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
            .SkipWhile(word => word == "exec" || word.IndexOf('=', StringComparison.Ordinal) > 0)
            .FirstOrDefault()
            is { } word
        && IsName(word)
            ? word
            : null;

    private static bool IsName(string word) =>
        word.Length > 0
        && word[0] != '.'
        && word.All(sign =>
            char.IsLetterOrDigit(sign) || Punctuation.Contains(sign, StringComparison.Ordinal)
        );
}
