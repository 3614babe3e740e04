using System.Text;

namespace Furoshiki.Core.Formats;

/// <summary>UTF-8 that is checked before it is believed.</summary>
internal static class Utf8Text
{
    private static readonly UTF8Encoding Strict = new(
        encoderShouldEmitUTF8Identifier: false,
        throwOnInvalidBytes: true
    );

    /// <summary>The text of a file, with its byte order mark as a character where it has one.</summary>
    /// <exception cref="SettingsFileException">The file is empty or not UTF-8.</exception>
    public static string Read(ReadOnlyMemory<byte> bytes)
    {
        if (bytes.IsEmpty)
            throw new SettingsFileException("The file is empty.");
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
