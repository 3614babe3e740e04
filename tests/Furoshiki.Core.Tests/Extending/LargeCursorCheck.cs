using Furoshiki.Core.Parts;
using Furoshiki.Core.Switching;

namespace Furoshiki.Core.Tests.Extending;

/// <summary>Keeps cursors off a desktop that are larger than a finger.</summary>
internal static class LargeCursorCheck
{
    private const double LargestSize = 96;

    /// <summary>The check.</summary>
    public static PartCheck Check { get; } =
        new(
            (wanted, _, _) =>
                wanted.Kind == CursorKind.Kind && wanted.Get(CursorKind.Size) > LargestSize
                    ? new Hindrance(
                        $"A cursor of more than {LargestSize} px hides what it points at."
                    )
                    : null
        );
}
