namespace Furoshiki.Core.Maps;

/// <summary>A screen of a desktop.</summary>
/// <param name="Id">The identity by which settings name it.</param>
/// <param name="Width">Width in px.</param>
/// <param name="Height">Height in px.</param>
/// <param name="Scale">How many px what is measured takes for each that it would take on a coarse screen, from 1 to 4.</param>
public sealed record Screen(string Id, int Width, int Height, double Scale = 1);
