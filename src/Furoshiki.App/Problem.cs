using System.Text.Json.Serialization;
using Microsoft.Data.Sqlite;

namespace Furoshiki.App;

/// <summary>What kind of thing went wrong: what whoever asked can do about it.</summary>
public enum ProblemKind
{
    /// <summary>What was asked cannot be taken as it is.</summary>
    Invalid,

    /// <summary>What was asked for is not here.</summary>
    NotFound,

    /// <summary>Something stands in the way now that may not later.</summary>
    Conflict,

    /// <summary>There is no room.</summary>
    Full,

    /// <summary>What it takes cannot be used just now.</summary>
    Unavailable,

    /// <summary>Something broke.</summary>
    Failed,
}

/// <summary>What a person can choose so that something can be done that else cannot.</summary>
/// <param name="Words">What it is, in words.</param>
/// <param name="Remove">The package URLs of the supplies that go then.</param>
public sealed record WayOut(string Words, IReadOnlyList<string> Remove);

/// <summary>Something that could not be done.</summary>
/// <param name="Kind">What kind of thing went wrong.</param>
/// <param name="Code">What, for programs.</param>
/// <param name="Sentence">What happened.</param>
/// <param name="Unharmed">What was left unharmed, in sentences.</param>
/// <param name="Field">The field that cannot be taken as it is; null if it is none.</param>
public sealed record Problem(
    ProblemKind Kind,
    ProblemCode Code,
    string Sentence,
    string Unharmed,
    string? Field = null
)
{
    private const string Whole =
        "All that was saved is still there, and a switch that was on its way ends as exactly the old or the new state.";

    /// <summary>The paths that are others than they were taken for.</summary>
    public IReadOnlyList<string>? Changed { get; init; }

    /// <summary>What a person can choose so that it can be.</summary>
    public IReadOnlyList<WayOut>? WaysOut { get; init; }

    /// <summary>Whether the database was found damaged.</summary>
    public bool IsDamage => Code == ProblemCode.Damaged;

    /// <summary>Whether nobody expected it, so that it belongs in the log.</summary>
    public bool IsUnexpected => Code == ProblemCode.Unexpected;

    /// <summary>Tells a problem of whatever was thrown.</summary>
    public static Problem Of(Exception exception)
    {
        switch (exception)
        {
            case ProblemException known:
                return known.Problem;
            case DirectoryNotFoundException gone:
                return new Problem(
                    ProblemKind.Conflict,
                    ProblemCode.DesktopGone,
                    gone.Message,
                    "All that was saved is still there."
                );
            case IOException or UnauthorizedAccessException:
                return new Problem(ProblemKind.Failed, ProblemCode.Files, exception.Message, Whole);
        }
        for (var one = exception; one is not null; one = one.InnerException)
            if (one is SqliteException database)
                return OfDatabase(database);
        return new Problem(
            ProblemKind.Failed,
            ProblemCode.Unexpected,
            $"Furoshiki failed at this: {exception.GetType().Name}.",
            Whole
        );
    }

    private static Problem OfDatabase(SqliteException problem) =>
        problem.SqliteErrorCode switch
        {
            19 /* SQLITE_CONSTRAINT */
                when problem.Message.Contains(".Name", StringComparison.Ordinal) => ProblemException
                .Field(
                    "name",
                    "Something of this name was saved in the same moment. Choose another name."
                )
                .Problem,
            19 => new Problem(
                ProblemKind.Conflict,
                ProblemCode.SavedMeanwhile,
                "Another window saved in the same moment. Look at what is saved now, and try again.",
                "Nothing was saved."
            ),
            10
            or 13 /* SQLITE_IOERR, SQLITE_FULL */
            => new Problem(
                ProblemKind.Full,
                ProblemCode.DiskFull,
                "The disk of the data folder is full or cannot be written.",
                "Nothing was saved. " + Whole
            ),
            11
            or 26 /* SQLITE_CORRUPT, SQLITE_NOTADB */
            => new Problem(
                ProblemKind.Failed,
                ProblemCode.Damaged,
                "The database in the data folder is damaged.",
                "The desktops themselves were not touched. Start Furoshiki again: it sets a damaged database aside and brings over what can be read."
            ),
            _ => new Problem(
                ProblemKind.Unavailable,
                ProblemCode.Database,
                "The database in the data folder cannot be used just now.",
                Whole
            ),
        };
}

/// <summary>A problem as it goes to other programs, after RFC 9457 (problem details).</summary>
/// <param name="Title">What all problems are.</param>
/// <param name="Status">The status of HTTP that goes with it.</param>
/// <param name="Detail">What happened, in sentences.</param>
/// <param name="Code">Stable code, in lower case with hyphens.</param>
/// <param name="Unharmed">What was left unharmed, in sentences.</param>
/// <param name="Field">The field that cannot be taken as it is; null if it is none.</param>
/// <param name="WaysOut">What a person can choose so that it can be; null if there is nothing to choose.</param>
/// <param name="Changed">The paths that are others than they were taken for; null if it is not about any.</param>
public sealed record ProblemView(
    string Title,
    int Status,
    string Detail,
    string Code,
    string Unharmed,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Field = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
        IReadOnlyList<WayOut>? WaysOut = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
        IReadOnlyList<string>? Changed = null
)
{
    /// <summary>The title of all problems.</summary>
    public const string Shared = "Not done";

    /// <summary>A problem.</summary>
    public static ProblemView Of(Problem problem) =>
        new(
            Shared,
            StatusOf(problem.Kind),
            problem.Sentence,
            problem.Code.Name(),
            problem.Unharmed,
            problem.Field,
            problem.WaysOut,
            problem.Changed
        );

    private static int StatusOf(ProblemKind kind) =>
        kind switch
        {
            ProblemKind.Invalid => 422,
            ProblemKind.NotFound => 404,
            ProblemKind.Conflict => 409,
            ProblemKind.Full => 507,
            ProblemKind.Unavailable => 503,
            _ => 500,
        };
}

/// <summary>Something could not be done, told by a <see cref="App.Problem"/>.</summary>
/// <param name="problem">What, and what was left unharmed.</param>
public sealed class ProblemException(Problem problem) : Exception(problem.Sentence)
{
    /// <summary>What could not be done, and what was left unharmed.</summary>
    public Problem Problem { get; } = problem;

    /// <summary>Something that was asked for is not here.</summary>
    /// <param name="what">What, as the beginning of a sentence.</param>
    public static ProblemException NotFound(string what) =>
        new(
            new Problem(
                ProblemKind.NotFound,
                ProblemCode.NotFound,
                $"{what} is not here.",
                "Nothing was changed."
            )
        );

    /// <summary>A field of what was sent cannot be taken as it is.</summary>
    public static ProblemException Field(string field, string sentence) =>
        new(
            new Problem(
                ProblemKind.Invalid,
                ProblemCode.Field,
                sentence,
                "Nothing was saved.",
                field
            )
        );

    /// <summary>Something stands in the way, that may not later.</summary>
    public static ProblemException InTheWay(
        ProblemCode code,
        string sentence,
        string unharmed = "Nothing was changed."
    ) => new(new Problem(ProblemKind.Conflict, code, sentence, unharmed));
}
