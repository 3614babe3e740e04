using Furoshiki.Core.Content;
using Furoshiki.Core.Looks;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Fitting;

/// <summary>A look whose parts can have come from several desktops.</summary>
/// <param name="Look">The look.</param>
/// <param name="Maps">The maps that its parts came with.</param>
public sealed record FittedLook(Look Look, PartMaps Maps)
{
    internal FittedLook With(Component part, Digest map) =>
        new(Look.With(part), Maps.With(part.Kind.Name, map));

    internal FittedLook Without(Kind kind) =>
        new(Look.Without(kind), Maps.With(kind.Name, Maps.Most));
}
