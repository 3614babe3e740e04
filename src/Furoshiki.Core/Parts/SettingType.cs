using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using Furoshiki.Core.Colour;
using Furoshiki.Core.Formats;

namespace Furoshiki.Core.Parts;

/// <summary>What a setting can be: how it is read, checked, written and said in words.</summary>
public abstract partial record SettingType
{
    private protected SettingType() { }

    /// <summary>The words that it can be, where it is one of a few; else none.</summary>
    public virtual ImmutableArray<string> Options => [];

    /// <summary>Reads a value.</summary>
    /// <exception cref="SettingsFileException">It is no such value, or out of range.</exception>
    public abstract SettingValue Read(NativeValue native);

    /// <summary>Spells a value for a settings file.</summary>
    public abstract NativeValue Write(SettingValue value);

    /// <summary>Says a value in words, with its unit.</summary>
    public virtual string Words(SettingValue value) => value.ToString()!;

    /// <summary>Does for each type what is done for it. What is not said for a new type does not compile.</summary>
    /// <typeparam name="T">What comes out.</typeparam>
    /// <param name="cases">What is done.</param>
    public abstract T Match<T>(ISettingTypeCases<T> cases);

    /// <summary>
    /// How far apart two values are, in the measure of the setting: 0 for what is the same, to 1. It is a metric: the same from both
    /// sides, and no way over a third value is shorter.
    /// </summary>
    public virtual double DistanceOf(SettingValue one, SettingValue other) =>
        Equals(one, other) ? 0 : 1;

    /// <summary>One of a few words: the names of an enumeration's members in lower case, such as "top left" for TopLeft.</summary>
    /// <typeparam name="T">The enumeration; its members stand in the order in which people read them.</typeparam>
    public sealed record Choice<T> : SettingType<T>
        where T : struct, Enum
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfChoice(this);

        private static readonly FrozenDictionary<string, T> Members = Enum.GetValues<T>()
            .ToFrozenDictionary(WordOf, StringComparer.Ordinal);

        /// <inheritdoc />
        public override ImmutableArray<string> Options { get; } =
        [.. Enum.GetValues<T>().Select(WordOf)];

        /// <inheritdoc />
        public override T ValueOf(SettingValue value) => Members[((SettingValue.Text)value).Value];

        /// <inheritdoc />
        public override SettingValue Of(T value) => new SettingValue.Text(WordOf(value));

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native) =>
            native.CanBe(NativeType.Text) && Members.ContainsKey(native.Content)
                ? new SettingValue.Text(native.Content)
                : throw Refuse(native, $"one of {string.Join(", ", Options)}");

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.Text(((SettingValue.Text)value).Value);

        private static string WordOf(T member) =>
            JsonNamingPolicy.KebabCaseLower.ConvertName(member.ToString()).Replace('-', ' ');
    }

    /// <summary>A text, whatever it stands for.</summary>
    public abstract record OfText : SettingType<string>
    {
        private protected OfText() { }

        /// <inheritdoc />
        public override string ValueOf(SettingValue value) => ((SettingValue.Text)value).Value;

        /// <inheritdoc />
        public override SettingValue Of(string value) => new SettingValue.Text(value);

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native) =>
            native.CanBe(NativeType.Text)
                ? new SettingValue.Text(native.Content)
                : throw Refuse(native, Wanted);

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.Text(((SettingValue.Text)value).Value);

        /// <summary>A text as it is, and an empty one in a word.</summary>
        private protected static string WordsOrNone(SettingValue value) =>
            value is SettingValue.Text { Value: "" } ? "none" : value.ToString()!;

        /// <summary>What is wanted where something else stands, in words.</summary>
        private protected virtual string Wanted => "a text";
    }

    /// <summary>Any text: a name, a font family, a path.</summary>
    public sealed record FreeText : OfText
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfFreeText(this);

        /// <inheritdoc />
        public override string Words(SettingValue value) => WordsOrNone(value);
    }

    /// <summary>Keys that are pressed together, as in "Super+Space", named as the platform names them.</summary>
    public sealed record Keys : OfText
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfKeys(this);

        private protected override string Wanted => "keys";

        /// <inheritdoc />
        public override string Words(SettingValue value) => WordsOrNone(value);
    }

    /// <summary>The name of a file, a theme or a set; in words its ending is left out.</summary>
    public sealed record AssetName : OfText
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfAssetName(this);

        private protected override string Wanted => "a name";

        /// <inheritdoc />
        public override string Words(SettingValue value)
        {
            var name = value.ToString()!;
            var words = Path.GetFileNameWithoutExtension(name).Replace('-', ' ').Trim();
            return name.Length == 0 ? "none"
                : words.Length == 0 ? $"'{name}'"
                : words;
        }
    }

    /// <summary>A number in a unit, within bounds.</summary>
    /// <param name="Unit">Its unit, such as "px" or "%".</param>
    /// <param name="Min">The least it can be.</param>
    /// <param name="Max">The most it can be.</param>
    public abstract record OfNumber(string Unit, double Min, double Max) : SettingType<double>
    {
        /// <inheritdoc />
        public override double ValueOf(SettingValue value) => ((SettingValue.Number)value).Value;

        /// <inheritdoc />
        public override SettingValue Of(double value) => new SettingValue.Number(value);

        /// <inheritdoc />
        public override double DistanceOf(SettingValue one, SettingValue other) =>
            Measure.Relative(ValueOf(one), ValueOf(other));

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native) =>
            native.CanBe(NativeType.Number)
            && double.TryParse(
                native.Content,
                NumberStyles.Float,
                CultureInfo.InvariantCulture,
                out var number
            )
            && number >= Min
            && number <= Max
                ? new SettingValue.Number(number)
                : throw Refuse(
                    native,
                    $"a number from {SettingValue.Decimal(Min)} to {SettingValue.Decimal(Max)} {Unit}".TrimEnd()
                );

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.Number(CanonicalJson.Number(ValueOf(value)));
    }

    /// <summary>A number.</summary>
    /// <param name="Unit">Its unit, such as "px" or "%".</param>
    /// <param name="Min">The least it can be.</param>
    /// <param name="Max">The most it can be.</param>
    public sealed record Number(string Unit, double Min, double Max) : OfNumber(Unit, Min, Max)
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfNumber(this);

        /// <summary>What stands between a number and its unit: a space at which no line is broken.</summary>
        public const string UnitGap = "\u00A0";

        /// <inheritdoc />
        public override string Words(SettingValue value) =>
            Unit.Length == 0
                ? SettingValue.Decimal(ValueOf(value))
                : SettingValue.Decimal(ValueOf(value)) + UnitGap + Unit;
    }

    /// <summary>Yes or no.</summary>
    public sealed record Flag : SettingType<bool>
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfFlag(this);

        /// <inheritdoc />
        public override bool ValueOf(SettingValue value) => ((SettingValue.Flag)value).Value;

        /// <inheritdoc />
        public override SettingValue Of(bool value) => new SettingValue.Flag(value);

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native) =>
            native.CanBe(NativeType.Flag) && native.Content is "true" or "false"
                ? new SettingValue.Flag(native.Content == "true")
                : throw Refuse(native, "true or false");

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.Flag(((SettingValue.Flag)value).Value);
    }

    /// <summary>A colour in CSS hexadecimal notation.</summary>
    public sealed record Colour : SettingType<Rgba>
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfColour(this);

        /// <inheritdoc />
        public override Rgba ValueOf(SettingValue value) => ((SettingValue.Colour)value).Value;

        /// <inheritdoc />
        public override SettingValue Of(Rgba value) => new SettingValue.Colour(value);

        /// <inheritdoc />
        public override double DistanceOf(SettingValue one, SettingValue other) =>
            Measure.Straight(ValueOf(one), ValueOf(other));

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native) =>
            native.CanBe(NativeType.Text) && Rgba.TryParse(native.Content, out var colour)
                ? new SettingValue.Colour(colour)
                : throw Refuse(native, "a colour such as #2b3f8c");

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.Text(((SettingValue.Colour)value).Value.ToString());
    }

    /// <summary>A list of texts.</summary>
    public sealed record List : SettingType<ImmutableArray<string>>
    {
        /// <summary>The words that stand for something in it; others can be there. None where it is of any texts.</summary>
        public ImmutableArray<string> Known { get; init; } = [];

        /// <summary>Whether it is of programs, by the names of their desktop entries.</summary>
        public bool IsOfPrograms { get; init; }

        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfList(this);

        /// <inheritdoc />
        public override ImmutableArray<string> ValueOf(SettingValue value) =>
            ((SettingValue.List)value).Items;

        /// <inheritdoc />
        public override SettingValue Of(ImmutableArray<string> value) =>
            new SettingValue.List(value);

        /// <inheritdoc />
        public override double DistanceOf(SettingValue one, SettingValue other) =>
            Measure.InOrder(ValueOf(one), ValueOf(other));

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native) =>
            native.CanBe(NativeType.List)
                ? new SettingValue.List(native.Items)
                : throw Refuse(native, "a list of texts");

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.List(((SettingValue.List)value).Items);
    }

    /// <summary>The identity of one of the desktop's screens; "main" for the main one on every desktop.</summary>
    public sealed record ScreenName : OfText
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfScreenName(this);

        /// <summary>What the main screen is called in looks.</summary>
        public const string Main = "main";

        /// <summary>What a screen is called in looks.</summary>
        /// <param name="id">Its identity on its desktop.</param>
        /// <param name="isMain">Whether it is the main one.</param>
        public static string Of(string id, bool isMain) => isMain ? Main : id;
    }

    /// <summary>A path to a file; in words only its last name.</summary>
    public sealed record FilePath : OfText
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfFilePath(this);

        /// <inheritdoc />
        public override string Words(SettingValue value) =>
            value.ToString() is { Length: > 0 } path ? path[(path.LastIndexOf('/') + 1)..] : "none";
    }

    /// <summary>A length of time, in seconds; a file may have it in another unit, which its map says.</summary>
    /// <param name="Min">The least it can be, in seconds.</param>
    /// <param name="Max">The most it can be, in seconds.</param>
    public sealed record LengthOfTime(double Min, double Max) : OfNumber("s", Min, Max)
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) =>
            cases.OfLengthOfTime(this);

        private static readonly (double Seconds, string Unit)[] Units =
        [
            (3600, "h"),
            (60, "min"),
            (1, "s"),
        ];

        /// <inheritdoc />
        public override string Words(SettingValue value)
        {
            var rest = ValueOf(value);
            var words = new List<string>();
            foreach (var (seconds, unit) in Units)
            {
                var count = seconds == 1 ? rest : Math.Floor(rest / seconds);
                rest -= count * seconds;
                if (count > 0)
                    words.Add(SettingValue.Decimal(count) + Number.UnitGap + unit);
            }
            return words.Count == 0 ? "at once" : string.Join(' ', words);
        }
    }

    /// <summary>How long something is along an edge: a share of it in %, or px.</summary>
    public sealed record Extent : SettingType<EdgeLength>
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfExtent(this);

        /// <inheritdoc />
        public override EdgeLength ValueOf(SettingValue value) =>
            value is SettingValue.Pixels pixels
                ? new EdgeLength(pixels.Value, IsPixels: true)
                : new EdgeLength(((SettingValue.Number)value).Value, IsPixels: false);

        /// <inheritdoc />
        public override SettingValue Of(EdgeLength value) =>
            value.IsPixels
                ? new SettingValue.Pixels(value.Value)
                : new SettingValue.Number(value.Value);

        /// <inheritdoc />
        public override double DistanceOf(SettingValue one, SettingValue other) =>
            ValueOf(one).IsPixels == ValueOf(other).IsPixels
                ? Measure.Relative(ValueOf(one).Value, ValueOf(other).Value)
                : 1;

        private static readonly Number Share = new("%", 1, 100);
        private static readonly Number Pixels = new("px", 1, 16384);

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native)
        {
            var isPixels =
                native.CanBe(NativeType.Text)
                && native.Content.EndsWith("px", StringComparison.Ordinal);
            if (!isPixels)
                return Share.Read(native);
            var number = Pixels.Read(NativeValue.Number(native.Content[..^2].Trim()));
            return new SettingValue.Pixels(((SettingValue.Number)number).Value);
        }

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            value is SettingValue.Pixels pixels
                ? NativeValue.Text(CanonicalJson.Number(pixels.Value) + "px")
                : Share.Write(value);

        /// <inheritdoc />
        public override string Words(SettingValue value) =>
            value is SettingValue.Pixels pixels
                ? Pixels.Words(new SettingValue.Number(pixels.Value))
                : Share.Words(value);
    }

    /// <summary>
    /// Where something lies on a screen and how large it is, in px, in the notation of the X Window System
    /// (XParseGeometry): 240x160+32+48.
    /// </summary>
    public sealed partial record Geometry : SettingType<SettingValue.Geometry?>
    {
        /// <inheritdoc />
        public override TOut Match<TOut>(ISettingTypeCases<TOut> cases) => cases.OfGeometry(this);

        /// <inheritdoc />
        public override SettingValue.Geometry? ValueOf(SettingValue value) =>
            (SettingValue.Geometry)value;

        /// <inheritdoc />
        public override SettingValue Of(SettingValue.Geometry? value) => value ?? Somewhere;

        /// <summary>Where something is put of which nothing is known.</summary>
        private static SettingValue.Geometry Somewhere { get; } = new(32, 32, 240, 160);

        /// <inheritdoc />
        public override double DistanceOf(SettingValue one, SettingValue other) =>
            Measure.Jaccard((SettingValue.Geometry)one, (SettingValue.Geometry)other);

        /// <inheritdoc />
        public override SettingValue Read(NativeValue native)
        {
            var match = Notation().Match(native.CanBe(NativeType.Text) ? native.Content : "");
            int Part(int group) =>
                int.Parse(
                    match.Groups[group].Value,
                    NumberStyles.AllowLeadingSign,
                    CultureInfo.InvariantCulture
                );
            return match.Success
                ? new SettingValue.Geometry(Part(3), Part(4), Part(1), Part(2))
                : throw Refuse(native, "a size and a place such as 240x160+32+48");
        }

        /// <inheritdoc />
        public override NativeValue Write(SettingValue value) =>
            NativeValue.Text(value.ToString()!);

        /// <inheritdoc />
        public override string Words(SettingValue value)
        {
            var (x, y, width, height) = (SettingValue.Geometry)value;
            return string.Create(
                CultureInfo.InvariantCulture,
                $"{width} × {height} at {x}, {y}{Number.UnitGap}px"
            );
        }

        [GeneratedRegex("^([1-9][0-9]{0,4})x([1-9][0-9]{0,4})([+-][0-9]{1,5})([+-][0-9]{1,5})\\z")]
        private static partial Regex Notation();
    }

    private static SettingsFileException Refuse(NativeValue native, string wanted)
    {
        var found = native.Type == NativeType.List ? "a list" : $"'{native.Content}'";
        return new SettingsFileException($"{found} stands where {wanted} belongs.");
    }
}

/// <summary>What is done for each type of setting.</summary>
/// <typeparam name="T">What comes out.</typeparam>
public interface ISettingTypeCases<out T>
{
    /// <summary>For one of a few words, which are its options.</summary>
    T OfChoice(SettingType type);

    /// <summary>For any text.</summary>
    T OfFreeText(SettingType.FreeText type);

    /// <summary>For keys.</summary>
    T OfKeys(SettingType.Keys type);

    /// <summary>For the name of an asset.</summary>
    T OfAssetName(SettingType.AssetName type);

    /// <summary>For a number.</summary>
    T OfNumber(SettingType.Number type);

    /// <summary>For a length of time.</summary>
    T OfLengthOfTime(SettingType.LengthOfTime type);

    /// <summary>For yes or no.</summary>
    T OfFlag(SettingType.Flag type);

    /// <summary>For a colour.</summary>
    T OfColour(SettingType.Colour type);

    /// <summary>For a list.</summary>
    T OfList(SettingType.List type);

    /// <summary>For the name of a screen.</summary>
    T OfScreenName(SettingType.ScreenName type);

    /// <summary>For a path.</summary>
    T OfFilePath(SettingType.FilePath type);

    /// <summary>For a length along an edge.</summary>
    T OfExtent(SettingType.Extent type);

    /// <summary>For a place and a size on a screen.</summary>
    T OfGeometry(SettingType.Geometry type);
}

/// <summary>What a setting can be whose values are of a type.</summary>
/// <typeparam name="T">The type.</typeparam>
public abstract record SettingType<T> : SettingType
{
    /// <summary>A value that was read, as what it is.</summary>
    public abstract T ValueOf(SettingValue value);

    /// <summary>A value of a setting.</summary>
    public abstract SettingValue Of(T value);
}

/// <summary>How long something is along an edge.</summary>
/// <param name="Value">How much.</param>
/// <param name="IsPixels">Whether it is in px; else it is the share of the edge, in %.</param>
public readonly record struct EdgeLength(double Value, bool IsPixels);
