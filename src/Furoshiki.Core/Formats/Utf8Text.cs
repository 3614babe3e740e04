using System.Text;
using Furoshiki.Core.Content;

namespace Furoshiki.Core.Formats;

/// <summary>UTF-8 that is checked before it is believed.</summary>
internal static class Utf8Text
{
    private static readonly UTF8Encoding Strict = new(
        encoderShouldEmitUTF8Identifier: false,
        throwOnInvalidBytes: true
    );

    /// <summary>A value that was cut out of a file's text.</summary>
    /// <exception cref="SettingsFileException">It has bytes that are not UTF-8.</exception>
    public static string Checked(string value) =>
        LosslessText.HasStrayBytes(value)
            ? throw new SettingsFileException("The value has bytes that are not UTF-8.")
            : value;

    /// <summary>The text of a file, with its byte order mark as a character where it has one.</summary>
    /// <exception cref="SettingsFileException">The file is not UTF-8.</exception>
    public static string Read(ReadOnlyMemory<byte> bytes)
    {
        try
        {
            return Strict.GetString(bytes.Span);
        }
        catch (DecoderFallbackException problem)
        {
            throw new SettingsFileException(
                $"The file is not UTF-8: see byte {problem.Index + 1}."
            );
        }
    }
}
