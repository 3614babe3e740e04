using Furoshiki.Core.Reading;

namespace Furoshiki.App.Observing;

/// <summary>A desktop as it was seen at one moment, and what can be seen of its folder in the same breath.</summary>
public sealed record Sight(DesktopReading Reading, IDesktopView View);
