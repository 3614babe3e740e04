using System.Collections.Immutable;
using System.Numerics;

namespace Furoshiki.Core.Resolving;

/// <summary>Some of the values that a subject can have. Value 0 is that it is not there, value n that it is there in its version n.</summary>
/// <param name="Bits">Bit n is set if value n is among them.</param>
public readonly record struct ValueSet(BigInteger Bits)
{
    /// <summary>No value.</summary>
    public static ValueSet None => new(BigInteger.Zero);

    /// <summary>That the subject is not there.</summary>
    public static ValueSet Absent => Of(0);

    /// <summary>Some values.</summary>
    public static ValueSet Of(params IEnumerable<int> values) =>
        new(values.Aggregate(BigInteger.Zero, (bits, value) => bits | (BigInteger.One << value)));

    /// <summary>All values of a subject.</summary>
    /// <param name="versions">How many versions it has.</param>
    public static ValueSet All(int versions) => new((BigInteger.One << (versions + 1)) - 1);

    /// <summary>Whether there are none.</summary>
    public bool IsEmpty => Bits.IsZero;

    /// <summary>Whether a value is among them.</summary>
    public bool Contains(int value) => !(Bits & (BigInteger.One << value)).IsZero;

    /// <summary>Whether all of these are among others.</summary>
    public bool IsWithin(ValueSet others) => (Bits & others.Bits) == Bits;

    /// <summary>How many there are.</summary>
    public int Count => (int)BigInteger.PopCount(Bits);

    /// <summary>The values of a subject that are not among these.</summary>
    /// <param name="versions">How many versions it has.</param>
    public ValueSet Others(int versions) => new(All(versions).Bits ^ Bits);

    /// <summary>What is among both.</summary>
    public static ValueSet operator &(ValueSet one, ValueSet other) => new(one.Bits & other.Bits);

    /// <summary>What is among either.</summary>
    public static ValueSet operator |(ValueSet one, ValueSet other) => new(one.Bits | other.Bits);
}

/// <summary>That a subject has one of some values.</summary>
/// <param name="Subject">The subject.</param>
/// <param name="Values">The values.</param>
public readonly record struct Term(int Subject, ValueSet Values);

/// <summary>That some terms cannot all hold. A need of one subject for another is that the one is there and the other is not as needed.</summary>
/// <param name="Terms">The terms, at most one for each subject.</param>
/// <param name="Reason">Why, for whoever asks.</param>
public sealed record Fact(ImmutableArray<Term> Terms, object? Reason);

/// <summary>Something of which at most one version is there.</summary>
/// <param name="Versions">How many versions there are (0 to 10,000).</param>
/// <param name="Here">Which value it has now.</param>
/// <param name="Preferred">The values, the one that is liked best first.</param>
public sealed record Subject(int Versions, int Here, ImmutableArray<int> Preferred)
{
    /// <summary>Whether it lacks something as it is, so that another value costs no more than to get anything.</summary>
    public bool IsLacking { get; init; }

    /// <summary>What it costs to have another value than now: to touch what is here and lacks nothing costs more than to get anything.</summary>
    public int CostOfChange => Here == 0 || IsLacking ? 1 : CostOfTouching;

    private const int CostOfTouching = 1 << 12;
}

/// <summary>What is asked of a resolution.</summary>
/// <param name="Subjects">The subjects.</param>
/// <param name="FactsOf">What holds of a subject once it is there; asked once for each.</param>
/// <param name="Wanted">What holds in any case.</param>
public sealed record Question(
    IReadOnlyList<Subject> Subjects,
    Func<int, IEnumerable<Fact>> FactsOf,
    IReadOnlyList<Fact> Wanted
);

/// <summary>What came of a resolution.</summary>
/// <param name="Chosen">The value of each subject that was looked at; all others stay as they are. Null if there is none.</param>
/// <param name="Why">If there is none, facts that cannot all hold, of which none can be left out; else empty.</param>
public sealed record Resolution(IReadOnlyDictionary<int, int>? Chosen, ImmutableArray<Fact> Why);
