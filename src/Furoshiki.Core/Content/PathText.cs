using System.Buffers;
using System.Text;

namespace Furoshiki.Core.Content;

/// <summary>
/// File names as printable text. A name on Linux is any bytes but '/' and NUL; in the product it is <see cref="LosslessText"/>.
/// </summary>
public static class PathText
{
    private static readonly SearchValues<byte> Plain = SearchValues.Create(
        "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~/+,:@="u8
    );

    /// <summary>Whether a path lies in a folder, which is not in itself.</summary>
    /// <param name="path">The path.</param>
    /// <param name="folder">The folder, as a path of the same kind, without a slash at its end.</param>
    public static bool IsUnder(string path, string folder) =>
        path.Length > folder.Length + 1
        && path[folder.Length] == '/'
        && path.StartsWith(folder, StringComparison.Ordinal);

    /// <summary>Whether a path is a folder, or lies in it.</summary>
    /// <param name="path">The path.</param>
    /// <param name="folder">The folder, as for <see cref="IsUnder"/>.</param>
    public static bool IsIn(string path, string folder) => path == folder || IsUnder(path, folder);

    /// <summary>The folders above a path, the outermost first; a slash at its beginning is no folder.</summary>
    /// <param name="path">The path.</param>
    public static IEnumerable<string> Above(string path)
    {
        for (
            var slash = path.IndexOf('/', StringComparison.Ordinal);
            slash > 0;
            slash = path.IndexOf('/', slash + 1)
        )
            yield return path[..slash];
    }

    /// <summary>
    /// A path in which only ASCII letters, digits and -._~/+,:@= stand for themselves; every other byte is
    /// percent-encoded (RFC 3986, 2.1).
    /// </summary>
    public static string Escape(string path)
    {
        var bytes = LosslessText.ToBytes(path);
        if (bytes.AsSpan().IndexOfAnyExcept(Plain) < 0)
            return path;
        var text = new StringBuilder(path.Length + 16);
        foreach (var one in bytes)
            _ = Plain.Contains(one)
                ? text.Append((char)one)
                : text.Append('%').Append(Convert.ToHexString([one]));
        return text.ToString();
    }

    /// <summary>The path that <see cref="Escape"/> gave a text for.</summary>
    /// <exception cref="FormatException">A percent sign is not followed by two hexadecimal digits.</exception>
    public static string Unescape(string text)
    {
        if (!text.Contains('%', StringComparison.Ordinal))
            return text;
        var bytes = new List<byte>(text.Length);
        for (var i = 0; i < text.Length; i++)
        {
            if (text[i] != '%')
                bytes.Add((byte)text[i]);
            else if (i + 2 < text.Length)
            {
                bytes.AddRange(Convert.FromHexString(text.AsSpan(i + 1, 2)));
                i += 2;
            }
            else
                throw new FormatException("A percent sign stands at the end of a path.");
        }
        return LosslessText.FromBytes([.. bytes]);
    }

    /// <summary>A path as people can read it: what is not printable is percent-encoded, letters of every script stay.</summary>
    public static string Printable(string path) =>
        LosslessText.HasStrayBytes(path) || path.Any(char.IsControl) ? Escape(path) : path;
}
