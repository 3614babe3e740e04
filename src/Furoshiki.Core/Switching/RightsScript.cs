using System.Globalization;
using System.Text;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Switching;

/// <summary>An edit of a file that only the administrator may make.</summary>
/// <param name="Path">The file, relative to the desktop's root.</param>
/// <param name="Before">Its bytes before it; null if it is not there.</param>
/// <param name="After">Its bytes after it; null if it goes.</param>
/// <param name="KeepIn">The folder below which a copy of it is kept, relative to the desktop's root; null to keep it beside the file.</param>
/// <param name="Mode">Its permission bits after it; null where they stay, or do not matter.</param>
public sealed record AdministratorsEdit(
    string Path,
    ReadOnlyMemory<byte>? Before,
    ReadOnlyMemory<byte>? After,
    string? KeepIn = null,
    int? Mode = null
);

/// <summary>
/// Writes the edits that only the administrator may make as a script for the shell of POSIX.1-2017, which a person can read and run. It
/// changes nothing where it does not find what it expects, copies every file first, and can be run twice.
/// </summary>
public static class RightsScript
{
    private const int BytesInLine = 16;
    private const int MostFiles = 200;
    private const long MostBytes = 1 << 20;

    /// <summary>Whether changes of files are few and small enough for a script that a person can read.</summary>
    public static bool CanHold(IReadOnlyCollection<FileChange> changes) =>
        changes.Count <= MostFiles
        && changes.Sum(change => (change.Before?.Size ?? 0) + (change.After?.Size ?? 0))
            <= MostBytes;

    private const string Steps = """
        # Whether a file is as wanted; without a wanted file, whether none is there.
        same() {
          if [ -e "$2" ]; then
            [ -f "$1" ] && [ ! -h "$1" ] && cmp -s "$1" "$2"
          else
            [ ! -e "$1" ] && [ ! -h "$1" ]
          fi
        }

        # Nothing is changed before all files were found as they are expected.
        expect() {
          if same "$2" "$work/new$1"; then
            echo "As wanted already: $2"
          elif ! same "$2" "$work/old$1"; then
            echo "Not as expected, so nothing was changed: $2" >&2
            exit 1
          fi
        }

        # The copy of a settings file stands beside it; beside a file of a set it would be part of the set.
        copy() {
          if [ -e "$2" ] && ! same "$2" "$work/new$1"; then
            mkdir -p "$(dirname "$3")"
            cp -p "$2" "$3"
            echo "Copied to: $3"
          fi
        }

        put() {
          if same "$2" "$work/new$1"; then
            return
          fi
          if [ ! -e "$work/new$1" ]; then
            rm -f "$2"
          else
            mkdir -p "$(dirname "$2")"
            if [ -e "$2" ]; then
              cp -p "$2" "$2.$mark-new"
            fi
            cat "$work/new$1" > "$2.$mark-new"
            if [ -n "$3" ]; then
              chmod "$3" "$2.$mark-new"
            fi
            mv -f "$2.$mark-new" "$2"
          fi
          echo "Done: $2"
        }

        """;

    /// <summary>The script.</summary>
    /// <param name="words">What it does, in words of one line.</param>
    /// <param name="root">The desktop's root.</param>
    /// <param name="edits">The edits.</param>
    public static string Of(
        string words,
        string root,
        IReadOnlyCollection<AdministratorsEdit> edits
    )
    {
        var mark = "before-furoshiki-" + MarkOf(edits);
        var text = new StringBuilder();
        text.Append(
            CultureInfo.InvariantCulture,
            $$"""
            #!/bin/sh
            # {{PathText.Printable(words)}}
            # Run it as the administrator, after the switch. It changes nothing where it does not find what was there when it was made,
            # makes a copy of each file first, and can be run twice.
            set -eu
            mark={{Quoted(mark)}}
            # A run that was killed may have left its folder, so the first name that is free.
            try=0
            until work="${TMPDIR:-/tmp}/furoshiki-$$-$try"; mkdir -m 700 "$work" 2> /dev/null; do
              if [ "$try" -ge 1000 ]; then
                echo "Nothing was changed, for no folder can be made in ${TMPDIR:-/tmp}" >&2
                exit 1
              fi
              try=$((try + 1))
            done
            trap 'rm -rf "$work"' EXIT

            """
        );
        text.Append('\n').Append(Steps);
        foreach (var (i, edit) in edits.Index())
        {
            text.Append(
                CultureInfo.InvariantCulture,
                $"\n# {PathText.Printable(edit.Path)}\nfile{i}={Quoted($"{root}/{edit.Path}")}\n"
            );
            Write(text, edit.Before, $"old{i}");
            Write(text, edit.After, $"new{i}");
        }
        string More(string step, AdministratorsEdit edit) =>
            step switch
            {
                "copy" => " " + Quoted($"{root}/{CopyOf(edit, mark)}"),
                "put" => $" '{ModeOf(edit)}'",
                _ => "",
            };
        foreach (var step in new[] { "expect", "copy", "put" })
        {
            text.Append('\n');
            foreach (var (i, edit) in edits.Index())
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"{step} {i} \"$file{i}\"{More(step, edit)}\n"
                );
        }
        return text.ToString();
    }

    private static string ModeOf(AdministratorsEdit edit) =>
        edit.Mode is { } mode ? Convert.ToString(mode, 8) : "";

    private static string CopyOf(AdministratorsEdit edit, string mark) =>
        edit.KeepIn is { } folder ? $"{folder}/.{mark}/{edit.Path}" : $"{edit.Path}.{mark}";

    private static string MarkOf(IEnumerable<AdministratorsEdit> edits) =>
        Digest
            .Of([
                .. edits.SelectMany(edit =>
                    (byte[])
                        [
                            .. Encoding.UTF8.GetBytes(edit.Path),
                            0,
                            .. (edit.Before ?? default).Span,
                            0,
                            .. (edit.After ?? default).Span,
                        ]
                ),
            ])
            .Short;

    private static void Write(StringBuilder text, ReadOnlyMemory<byte>? bytes, string name)
    {
        if (bytes is not { } all)
            return;
        if (AsText(all) is { } plain)
        {
            var end = EndFor(plain);
            text.Append(
                CultureInfo.InvariantCulture,
                $"cat > \"$work/{name}\" << '{end}'\n{plain}{end}\n"
            );
            return;
        }
        text.Append(CultureInfo.InvariantCulture, $": > \"$work/{name}\"\n");
        foreach (var line in all.ToArray().Chunk(BytesInLine))
            text.Append("printf '")
                .AppendJoin("", line.Select(one => $"\\{Convert.ToString(one, 8).PadLeft(3, '0')}"))
                .Append(CultureInfo.InvariantCulture, $"' >> \"$work/{name}\"\n");
    }

    /// <summary>Bytes as lines that can stand in a script as they are; null if they cannot.</summary>
    private static string? AsText(ReadOnlyMemory<byte> bytes)
    {
        var text = LosslessText.FromBytes(bytes.ToArray());
        return
            text.EndsWith('\n')
            && !LosslessText.HasStrayBytes(text)
            && text.All(one => one is '\n' or '\t' || !char.IsControl(one))
            ? text
            : null;
    }

    private static string EndFor(string text)
    {
        var lines = text.Split('\n').ToHashSet(StringComparer.Ordinal);
        var end = "END";
        while (lines.Contains(end))
            end += "_";
        return end;
    }

    private static string Quoted(string text) =>
        $"'{text.Replace("'", "'\\''", StringComparison.Ordinal)}'";
}
