using System.Text.Json;
using System.Text.RegularExpressions;

namespace Furoshiki.Core.Formats;

/// <summary>Why JSON that is well formed cannot be taken as what it should be, from what the serializer of .NET says.</summary>
/// <param name="Path">Where, with dots between; empty for the whole.</param>
/// <param name="Missing">The members that have to stand there and do not.</param>
/// <param name="Unknown">The member that stands there and is none; null if it is something else.</param>
public sealed partial record JsonMisfit(string Path, IReadOnlyList<string> Missing, string? Unknown)
{
    [GeneratedRegex("missing required properties including: (.*)\\.")]
    private static partial Regex MissingMembers();

    [GeneratedRegex("^The JSON property '(.*)' could not be mapped")]
    private static partial Regex UnknownMember();

    [GeneratedRegex(@"\['(?<name>.*?)'\]|\[(?<name>\d+)\]|(?<name>[^.\[\]]+)")]
    private static partial Regex StepOfPath();

    /// <summary>The names of the members, and the numbers of the elements from 0, that lead there.</summary>
    public IEnumerable<string> Names =>
        StepOfPath().Matches(Path).Select(step => step.Groups["name"].Value);

    /// <summary>What a refusal of the serializer means.</summary>
    public static JsonMisfit Of(JsonException refused)
    {
        var path = refused.Path?.TrimStart('$', '.') ?? "";
        var unknown = UnknownMember().Match(refused.Message);
        return new JsonMisfit(
            path,
            [
                .. MissingMembers()
                    .Match(refused.Message)
                    .Groups[1]
                    .Value.Split(", ", StringSplitOptions.RemoveEmptyEntries)
                    .Select(name => name.Trim('\'')),
            ],
            unknown.Success ? unknown.Groups[1].Value : null
        );
    }

    /// <summary>The same as a sentence.</summary>
    /// <param name="whole">What the whole is, such as "a desktop map".</param>
    public string Words(string whole)
    {
        var at = Path.Length == 0 ? whole : $"'{Path}'";
        return Missing.Count > 0
                ? $"In {at} {string.Join(" and ", Missing.Select(name => $"'{name}'"))} {(Missing.Count == 1 ? "is" : "are")} missing."
            : Unknown is not null ? $"'{Unknown}' is no member that {whole} has there."
            : Path.Length == 0 ? $"This is no JSON that {whole} can be."
            : $"{at} is not of the type that {whole} has there.";
    }
}
