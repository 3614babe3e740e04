using CsCheck;
using Furoshiki.Core.Resolving;
using Furoshiki.Tests.Shared;

namespace Furoshiki.Core.Tests;

/// <summary>What the resolver finds, against trying everything.</summary>
public sealed class ResolverTests
{
    private const int MostSubjects = 5;

    /// <summary>Some subjects with needs and conflicts between them, and something that is wanted.</summary>
    private static Gen<Question> Questions { get; } =
        from versions in Gen.Int[1, 3].Array[2, MostSubjects]
        from here in Gen.Int[0, 3].Array[versions.Length]
        from newestFirst in Gen.Bool.Array[versions.Length]
        let subjects = versions
            .Select(
                (count, i) =>
                    new Subject(
                        count,
                        Math.Max(0, here[i] - (3 - count)),
                        [
                            .. Enumerable
                                .Range(0, count + 1)
                                .OrderBy(value => newestFirst[i] ? -value : value),
                        ]
                    )
            )
            .ToList()
        from facts in Facts(versions).List[0, 9]
        from wanted in Gen.Int[0, versions.Length - 1]
            .SelectMany(subject => Some(versions[subject]).Select(some => (subject, some)))
            .List[1, 2]
        select new Question(
            subjects,
            subject => facts.Where(fact => fact.Terms[0].Subject == subject),
            [
                .. wanted.Select(one => new Fact(
                    [new Term(one.subject, one.some.Others(versions[one.subject]))],
                    null
                )),
            ]
        );

    /// <summary>Versions of a subject, at least one.</summary>
    private static Gen<ValueSet> Some(int versions) =>
        Gen.Int[1, (1 << versions) - 1].Select(bits => new ValueSet(bits << 1));

    private static Gen<Fact> Facts(int[] versions) =>
        from one in Gen.Int[0, versions.Length - 1]
        from other in Gen.Int[0, versions.Length - 2].Select(i => i < one ? i : i + 1)
        from its in Some(versions[one])
        from its2 in Some(versions[other])
        from isNeed in Gen.Frequency((3, Gen.Const(true)), (1, Gen.Const(false)))
        select new Fact(
            [new Term(one, its), new Term(other, isNeed ? its2.Others(versions[other]) : its2)],
            null
        );

    private static IEnumerable<int[]> Everything(IReadOnlyList<Subject> subjects) =>
        subjects.Aggregate(
            (IEnumerable<int[]>)
                [
                    [],
                ],
            (all, subject) =>
                all.SelectMany(some =>
                    Enumerable
                        .Range(0, subject.Versions + 1)
                        .Select(value => (int[])[.. some, value])
                )
        );

    private static bool Agrees(IEnumerable<Fact> facts, int[] values) =>
        facts.All(fact => !fact.Terms.All(term => term.Values.Contains(values[term.Subject])));

    [Fact]
    public void It_finds_the_smallest_change_or_a_real_minimal_conflict_as_trying_everything_does() =>
        Questions.Sample(
            question =>
            {
                var all = Enumerable
                    .Range(0, question.Subjects.Count)
                    .SelectMany(question.FactsOf)
                    .Concat(question.Wanted)
                    .ToList();
                long Cost(int[] values) =>
                    Resolver.CostOf(
                        question,
                        values.Index().ToDictionary(one => one.Index, one => one.Item)
                    );
                var least = Everything(question.Subjects)
                    .Where(values => Agrees(all, values))
                    .Select(values => (long?)Cost(values))
                    .Min();
                var found = Resolver.Resolve(question);
                if (found.Chosen is { } chosen)
                {
                    int[] values =
                    [
                        .. question.Subjects.Select(
                            (subject, i) => chosen.GetValueOrDefault(i, subject.Here)
                        ),
                    ];
                    Agrees(all, values).ShouldBeTrue();
                    Cost(values).ShouldBe(least!.Value);
                    return;
                }
                least.ShouldBeNull();
                found.Why.All(all.Contains).ShouldBeTrue();
                Everything(question.Subjects)
                    .Any(values => Agrees(found.Why, values))
                    .ShouldBeFalse();
                foreach (var fact in found.Why)
                    Everything(question.Subjects)
                        .Any(values => Agrees(found.Why.Remove(fact), values))
                        .ShouldBeTrue();
            },
            iter: 10_000 * Effort.Times
        );
}
