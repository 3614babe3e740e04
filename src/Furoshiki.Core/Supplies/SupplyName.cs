using System.Text.RegularExpressions;
using Semver;

namespace Furoshiki.Core.Supplies;

/// <summary>
/// What a supply is known by in all its versions: a package URL of the type generic, with a namespace and without a version, such as
/// "pkg:generic/heron-ridge/inkstone-amber" (ECMA-427).
/// </summary>
public sealed partial record SupplyName
{
    private const int MostCharacters = 200;

    private SupplyName(string space, string name) => (Namespace, Name) = (space, name);

    /// <summary>Who gives it out.</summary>
    public string Namespace { get; }

    /// <summary>Its own name.</summary>
    public string Name { get; }

    /// <summary>The package URL.</summary>
    public override string ToString() => $"pkg:generic/{Namespace}/{Name}";

    /// <summary>The package URL of one version.</summary>
    public string At(SemVersion version) => $"{this}@{Uri.EscapeDataString(version.ToString())}";

    /// <summary>Reads a package URL without a version.</summary>
    public static bool TryParse(string? text, out SupplyName name) =>
        TryParse(text, out name, out var version) && version is null;

    /// <summary>Reads a package URL with or without a version.</summary>
    /// <param name="text">The text.</param>
    /// <param name="name">The supply.</param>
    /// <param name="version">The version, which follows Semantic Versioning 2.0; null if it has none.</param>
    public static bool TryParse(string? text, out SupplyName name, out SemVersion? version)
    {
        (name, version) = (null!, null);
        if (
            text is not { Length: <= MostCharacters }
            || Form().Match(text) is not { Success: true } match
        )
            return false;
        name = new SupplyName(match.Groups["space"].Value, match.Groups["name"].Value);
        return !match.Groups["version"].Success
            || SemVersion.TryParse(
                Uri.UnescapeDataString(match.Groups["version"].Value),
                SemVersionStyles.Strict,
                out version
            );
    }

    [GeneratedRegex(
        "^pkg:generic/(?<space>[a-z0-9][a-z0-9.-]*)/(?<name>[a-z0-9][a-z0-9._-]*)(@(?<version>[A-Za-z0-9.%+-]+))?\\z",
        RegexOptions.ExplicitCapture | RegexOptions.CultureInvariant
    )]
    private static partial Regex Form();
}
