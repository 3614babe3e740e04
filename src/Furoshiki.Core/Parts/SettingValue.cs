using System.Collections.Immutable;
using System.Globalization;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Parts;

/// <summary>The value of a setting. The cases are closed.</summary>
public abstract record SettingValue
{
    private SettingValue() { }

    /// <summary>A text: a name, a choice, a path.</summary>
    public sealed record Text(string Value) : SettingValue
    {
        /// <inheritdoc />
        public override string ToString() => Value;
    }

    /// <summary>A number in the unit of its setting.</summary>
    public sealed record Number(double Value) : SettingValue
    {
        /// <inheritdoc />
        public override string ToString() => CanonicalJson.Number(Value);
    }

    /// <summary>Yes or no.</summary>
    public sealed record Flag(bool Value) : SettingValue
    {
        /// <inheritdoc />
        public override string ToString() => Value ? "yes" : "no";
    }

    /// <summary>A colour.</summary>
    public sealed record Colour(Rgba Value) : SettingValue
    {
        /// <inheritdoc />
        public override string ToString() => Value.ToString();
    }

    /// <summary>A list of texts in their order.</summary>
    public sealed record List(ImmutableArray<string> Items) : SettingValue
    {
        /// <inheritdoc />
        public bool Equals(List? other) => other is not null && Items.SequenceEqual(other.Items);

        /// <inheritdoc />
        public override int GetHashCode() => Items.Aggregate(0, HashCode.Combine);

        /// <inheritdoc />
        public override string ToString() => Items.IsEmpty ? "nothing" : string.Join(", ", Items);
    }

    /// <summary>A length in px, where the setting can also be a share.</summary>
    public sealed record Pixels(double Value) : SettingValue
    {
        /// <inheritdoc />
        public override string ToString() => CanonicalJson.Number(Value) + "px";
    }

    /// <summary>A rectangle on a screen.</summary>
    /// <param name="X">From the left edge, in px.</param>
    /// <param name="Y">From the top edge, in px.</param>
    /// <param name="Width">In px.</param>
    /// <param name="Height">In px.</param>
    public sealed record Geometry(int X, int Y, int Width, int Height) : SettingValue
    {
        /// <inheritdoc />
        public override string ToString() =>
            string.Create(CultureInfo.InvariantCulture, $"{Width}x{Height}{X:+0;-0}{Y:+0;-0}");
    }

    internal static string Decimal(double value) =>
        value.ToString("0.##", CultureInfo.InvariantCulture);
}
