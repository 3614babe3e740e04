using Furoshiki.Core.Formats;
using Furoshiki.Core.Parts;

namespace Furoshiki.Core.Tests.Extending;

/// <summary>How far something is turned, in degrees: 359 is nearly 0.</summary>
public sealed record Turn : SettingType<double>
{
    private const double Whole = 360;
    private static readonly Number Degrees = new("°", 0, Whole);

    /// <inheritdoc />
    public override double ValueOf(SettingValue value) => Degrees.ValueOf(value);

    /// <inheritdoc />
    public override SettingValue Of(double value) => Degrees.Of(value);

    /// <inheritdoc />
    public override SettingValue Read(NativeValue native) => Degrees.Read(native);

    /// <inheritdoc />
    public override NativeValue Write(SettingValue value) => Degrees.Write(value);

    /// <inheritdoc />
    public override string Words(SettingValue value) => Degrees.Words(value);

    /// <summary>It is edited, and said to differ, as a number is.</summary>
    public override T Match<T>(ISettingTypeCases<T> cases) => cases.OfNumber(Degrees);

    /// <summary>The share of half a turn that is between them.</summary>
    public override double DistanceOf(SettingValue one, SettingValue other)
    {
        var apart = Math.Abs(ValueOf(one) - ValueOf(other)) % Whole;
        return Math.Min(apart, Whole - apart) / (Whole / 2);
    }
}
