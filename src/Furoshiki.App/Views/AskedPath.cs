using Furoshiki.Core.Content;

namespace Furoshiki.App.Views;

/// <summary>Paths as they are asked for: percent-encoded where they are no plain text.</summary>
public static class AskedPath
{
    /// <summary>The path.</summary>
    /// <param name="text">How it was asked for.</param>
    /// <param name="field">The field that it was asked in.</param>
    /// <exception cref="ProblemException">It is none.</exception>
    public static string Of(string text, string field)
    {
        try
        {
            return PathText.Unescape(text);
        }
        catch (FormatException)
        {
            throw ProblemException.Field(field, $"{PathText.Printable(text)} is no path.");
        }
    }
}
