using System.Globalization;

namespace Furoshiki.App.Installation;

/// <summary>Moments in the names of files and folders, to the second, in the order in which they were.</summary>
internal static class MomentName
{
    private const string Form = "yyyyMMdd-HHmmss";

    /// <summary>A moment (UTC) as it stands in a name.</summary>
    public static string Of(DateTime moment) => moment.ToString(Form, CultureInfo.InvariantCulture);

    /// <summary>The moment (UTC) with which a text begins; null if it begins with none.</summary>
    public static DateTime? Find(string text) =>
        text.Length >= Form.Length
        && DateTime.TryParseExact(
            text[..Form.Length],
            Form,
            CultureInfo.InvariantCulture,
            DateTimeStyles.AdjustToUniversal | DateTimeStyles.AssumeUniversal,
            out var moment
        )
            ? moment
            : null;
}
