using System.Collections.Immutable;

namespace Furoshiki.Core.Resolving;

/// <summary>
/// Looks for values of all subjects that agree with all facts, driven by conflicts: where what was chosen cannot be, it works out the
/// facts that follow from it, keeps them, and goes back to the first choice that they rule out.
/// </summary>
/// <remarks>
/// After PubGrub (N. Weizenbaum, "PubGrub: Next-Generation Version Solving", 2018), for subjects whose values are known beforehand: not
/// to be there is a value like any other. From "not (x in A and P)" and "not (x in B and Q)" follows "not (x in A or B, and P and Q)".
/// </remarks>
internal sealed class Search
{
    /// <summary>A fact, or what follows from two.</summary>
    private sealed record Clause(
        ImmutableArray<Term> Terms,
        Fact? Fact,
        Clause? First,
        Clause? Second
    );

    /// <summary>Something that was chosen, or that follows from what was.</summary>
    private readonly record struct Step(
        int Subject,
        ValueSet Before,
        ValueSet After,
        int Level,
        Clause? Cause
    );

    private readonly Question _question;
    private readonly ValueSet[] _values;
    private readonly List<Clause>?[] _clauses;
    private readonly bool[] _known;
    private readonly HashSet<int> _open = [];

    /// <summary>The subjects of which anything is known: all others stay as they are.</summary>
    private readonly List<int> _relevant = [];

    /// <summary>For each subject the steps in which it was narrowed, by their places in the trail.</summary>
    private readonly List<int>?[] _steps;
    private readonly List<Step> _trail = [];
    private readonly Queue<int> _changed = [];
    private readonly Queue<Clause> _added = [];

    /// <summary>Clauses that came in after something was chosen, each with the level down to which nobody looked at it yet.</summary>
    private readonly List<(Clause Clause, int Level)> _late = [];
    private int _level;
    private Clause? _against;

    public Search(Question question)
    {
        _question = question;
        _values = [.. question.Subjects.Select(subject => ValueSet.All(subject.Versions))];
        _clauses = new List<Clause>?[_values.Length];
        _known = new bool[_values.Length];
        _steps = new List<int>?[_values.Length];
        foreach (var fact in question.Wanted)
            Add(new Clause(fact.Terms, fact, null, null));
        foreach (var (i, subject) in question.Subjects.Index())
            if (subject.Here != 0)
                Learn(i);
    }

    /// <summary>Looks for values that cost less than a limit; what was found before is no hindrance.</summary>
    /// <param name="limit">What they must cost less than.</param>
    /// <param name="mostConflicts">How many conflicts it may come to.</param>
    public bool Find(long limit, int mostConflicts)
    {
        if (limit != long.MaxValue)
            GoBackTo(0);
        for (var conflicts = 0; conflicts <= mostConflicts; )
        {
            if (Propagate() is { } broken)
            {
                conflicts++;
                if (!Settle(broken, isKnown: true))
                    return false;
            }
            else if (KeepWithin(limit, out var dear))
            {
                conflicts++;
                if (!Settle(dear, isKnown: false))
                    return false;
            }
            else if (_changed.Count > 0)
                continue;
            else if (!Choose())
                return true;
        }
        return false;
    }

    /// <summary>The values that were found.</summary>
    public IReadOnlyDictionary<int, int> Chosen() => _relevant.ToDictionary(i => i, FirstOf);

    /// <summary>The facts from which it follows that there are no such values.</summary>
    public IReadOnlyList<Fact> Against()
    {
        var facts = new HashSet<Fact>(ReferenceEqualityComparer.Instance);
        var seen = new HashSet<Clause>(ReferenceEqualityComparer.Instance);
        var left = new Stack<Clause>([_against!]);
        while (left.TryPop(out var clause))
        {
            if (!seen.Add(clause))
                continue;
            if (clause.Fact is { } fact)
                facts.Add(fact);
            if (clause.First is not null)
                left.Push(clause.First);
            if (clause.Second is not null)
                left.Push(clause.Second);
        }
        return [.. facts];
    }

    private void Add(Clause clause)
    {
        foreach (var term in clause.Terms)
        {
            if (_clauses[term.Subject] is null)
            {
                _clauses[term.Subject] = [];
                Regard(term.Subject);
            }
            _clauses[term.Subject]!.Add(clause);
        }
        _added.Enqueue(clause);
        if (_level > 0)
            _late.Add((clause, _level));
    }

    private void Regard(int subject)
    {
        if (_steps[subject] is null)
        {
            _steps[subject] = [];
            _relevant.Add(subject);
        }
        Open(subject);
    }

    private void Open(int subject)
    {
        if (_values[subject].Count > 1)
            _open.Add(subject);
    }

    /// <summary>Takes in what holds of a subject once it is there.</summary>
    private void Learn(int subject)
    {
        if (_known[subject])
            return;
        _known[subject] = true;
        Regard(subject);
        foreach (var fact in _question.FactsOf(subject))
            Add(new Clause(fact.Terms, fact, null, null));
    }

    /// <summary>Works out all that follows; the clause that cannot hold, if it comes to one.</summary>
    private Clause? Propagate()
    {
        while (true)
        {
            if (_added.TryDequeue(out var added))
            {
                if (Follow(added))
                    return added;
            }
            else if (_changed.TryDequeue(out var subject))
            {
                if (!_values[subject].Contains(0))
                    Learn(subject);
                foreach (var clause in _clauses[subject] ?? [])
                    if (Follow(clause))
                        return clause;
            }
            else
                return null;
        }
    }

    /// <summary>Narrows the one term of a clause that does not hold yet; whether all of them do.</summary>
    private bool Follow(Clause clause)
    {
        Term? open = null;
        foreach (var term in clause.Terms)
        {
            var now = _values[term.Subject];
            if (now.IsWithin(term.Values))
                continue;
            if (open is not null || (now & term.Values).IsEmpty)
                return false;
            open = term;
        }
        if (open is not { } one)
            return true;
        var versions = _question.Subjects[one.Subject].Versions;
        Narrow(one.Subject, one.Values.Others(versions), clause);
        return false;
    }

    private void Narrow(int subject, ValueSet to, Clause? cause)
    {
        var before = _values[subject];
        _values[subject] = before & to;
        _steps[subject]!.Add(_trail.Count);
        _trail.Add(new Step(subject, before, _values[subject], _level, cause));
        if (_values[subject].Count == 1)
            _open.Remove(subject);
        _changed.Enqueue(subject);
    }

    /// <summary>
    /// Whether what is certain to change already costs as much as a limit. If it does not, whatever would cost too much in addition stays
    /// as it is.
    /// </summary>
    /// <param name="limit">The limit.</param>
    /// <param name="dear">What is certain to change and costs too much.</param>
    private bool KeepWithin(long limit, out Clause dear)
    {
        dear = null!;
        if (limit == long.MaxValue)
            return false;
        var changing = ImmutableArray.CreateBuilder<Term>();
        var cost = 0L;
        foreach (var i in _relevant)
            if (!_values[i].Contains(_question.Subjects[i].Here))
            {
                cost += _question.Subjects[i].CostOfChange;
                changing.Add(Changed(i));
            }
        if (cost >= limit)
        {
            dear = new Clause(changing.ToImmutable(), null, null, null);
            return true;
        }
        foreach (var i in _open.ToList())
            if (
                _values[i].Contains(_question.Subjects[i].Here)
                && cost + _question.Subjects[i].CostOfChange >= limit
            )
                Narrow(
                    i,
                    ValueSet.Of(_question.Subjects[i].Here),
                    new Clause([.. changing, Changed(i)], null, null, null)
                );
        return false;

        Term Changed(int i) =>
            new(i, ValueSet.Of(_question.Subjects[i].Here).Others(_question.Subjects[i].Versions));
    }

    /// <summary>Chooses a value for a subject: first of those that must be there, the one with the fewest left. False if all are chosen.</summary>
    private bool Choose()
    {
        if (_open.Count == 0)
            return false;
        var subject = _open.MinBy(i =>
            (
                _values[i].Contains(0)
                    ? _question.Subjects[i].Here != 0
                        ? 1
                        : 2
                    : 0,
                _values[i].Count,
                i
            )
        );
        _level++;
        Narrow(subject, ValueSet.Of(FirstOf(subject)), null);
        return true;
    }

    private int FirstOf(int subject) =>
        _question.Subjects[subject].Preferred.First(_values[subject].Contains);

    /// <summary>Works out why a clause came to hold, keeps that, and goes back to before it; false if it follows from nothing chosen.</summary>
    private bool Settle(Clause conflict, bool isKnown)
    {
        _changed.Clear();
        _added.Clear();
        var clause = conflict;
        while (true)
        {
            var (last, before) = Satisfied(clause);
            if (last < 0 || _trail[last].Level == 0)
            {
                // Nothing was chosen for it: whatever else follows on level 0 is part of why.
                _against = AllTheWay(clause);
                return false;
            }
            var step = _trail[last];
            if (step.Cause is null || before < step.Level)
            {
                GoBackTo(before);
                if (isKnown && clause == conflict)
                    _added.Enqueue(clause);
                else
                    Add(clause);
                return true;
            }
            clause = Resolve(clause, step.Cause, step.Subject);
        }
    }

    /// <summary>What is left of a clause when all that it follows from without any choice is put in.</summary>
    private Clause AllTheWay(Clause clause)
    {
        while (true)
        {
            var (last, _) = Satisfied(clause);
            if (last < 0)
                return clause;
            clause = Resolve(clause, _trail[last].Cause!, _trail[last].Subject);
        }
    }

    /// <summary>The step with which a clause came to hold (-1 if it has no terms), and the level on which it would without that step's own part.</summary>
    private (int Last, int Before) Satisfied(Clause clause)
    {
        var (last, before) = (-1, 0);
        foreach (var term in clause.Terms)
        {
            var at = StepThatMakes(term);
            if (at < 0)
                continue;
            if (at > last)
                (last, at) = (at, last);
            if (at >= 0)
                before = Math.Max(before, _trail[at].Level);
        }
        if (last < 0)
            return (last, before);
        // The same subject was narrowed before, and the step may need that too.
        var step = _trail[last];
        var its = clause.Terms.First(term => term.Subject == step.Subject);
        if (step.Cause is { } cause)
        {
            var asserted = cause
                .Terms.First(term => term.Subject == step.Subject)
                .Values.Others(_question.Subjects[step.Subject].Versions);
            if (!asserted.IsWithin(its.Values))
            {
                var missing = new Term(
                    step.Subject,
                    its.Values | asserted.Others(_question.Subjects[step.Subject].Versions)
                );
                var at = StepThatMakes(missing);
                if (at >= 0)
                    before = Math.Max(before, _trail[at].Level);
            }
        }
        return (last, before);
    }

    /// <summary>The first step after which a term holds; -1 if it always does.</summary>
    private int StepThatMakes(Term term)
    {
        if (ValueSet.All(_question.Subjects[term.Subject].Versions).IsWithin(term.Values))
            return -1;
        foreach (var i in _steps[term.Subject]!)
            if (_trail[i].After.IsWithin(term.Values))
                return i;
        throw new InvalidOperationException("The clause does not hold.");
    }

    private Clause Resolve(Clause one, Clause other, int subject)
    {
        var terms = new SortedDictionary<int, ValueSet>();
        foreach (var term in one.Terms.Concat(other.Terms))
            terms[term.Subject] =
                !terms.TryGetValue(term.Subject, out var values) ? term.Values
                : term.Subject == subject ? values | term.Values
                : values & term.Values;
        return new Clause(
            [
                .. terms
                    .Where(term =>
                        term.Value != ValueSet.All(_question.Subjects[term.Key].Versions)
                    )
                    .Select(term => new Term(term.Key, term.Value)),
            ],
            null,
            one,
            other
        );
    }

    private void GoBackTo(int level)
    {
        while (_trail.Count > 0 && _trail[^1].Level > level)
        {
            var step = _trail[^1];
            _values[step.Subject] = step.Before;
            _trail.RemoveAt(_trail.Count - 1);
            _steps[step.Subject]!.RemoveAt(_steps[step.Subject]!.Count - 1);
            Open(step.Subject);
        }
        _level = level;
        // What came in on the way holds still, and may say more of the subjects that are open now.
        for (var i = _late.Count - 1; i >= 0; i--)
        {
            if (_late[i].Level <= level)
                continue;
            _added.Enqueue(_late[i].Clause);
            if (level == 0)
                _late.RemoveAt(i);
            else
                _late[i] = (_late[i].Clause, level);
        }
    }
}
