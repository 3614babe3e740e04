namespace Furoshiki.Core.Maps;

/// <summary>A screen of a desktop.</summary>
/// <param name="Id">The identity by which settings name it.</param>
/// <param name="Width">Width in px.</param>
/// <param name="Height">Height in px.</param>
public sealed record Screen(string Id, int Width, int Height);
