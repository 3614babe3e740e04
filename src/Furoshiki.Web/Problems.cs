using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.WebUtilities;
using Microsoft.Data.Sqlite;

namespace Furoshiki.Web;

/// <summary>
/// Something could not be done: told as problem details (RFC 9457) with a stable code, a plain sentence and what was left
/// unharmed.
/// </summary>
/// <param name="status">HTTP status.</param>
/// <param name="code">Stable code, in lower case with hyphens.</param>
/// <param name="sentence">What happened.</param>
/// <param name="unharmed">What was left unharmed.</param>
internal sealed class ProblemException(int status, string code, string sentence, string unharmed)
    : Exception(sentence)
{
    private readonly Dictionary<string, object?> _more = new()
    {
        ["code"] = code,
        ["unharmed"] = unharmed,
    };

    public static ProblemException NotFound(string what) =>
        new(
            StatusCodes.Status404NotFound,
            "not-found",
            $"{what} is not here.",
            "Nothing was changed."
        );

    /// <summary>A field of a form that cannot be taken as it is.</summary>
    public static ProblemException Field(string field, string sentence) =>
        new ProblemException(
            StatusCodes.Status422UnprocessableEntity,
            "field",
            sentence,
            "Nothing was saved."
        ).With("field", field);

    public ProblemException With(string name, object? value)
    {
        _more[name] = value;
        return this;
    }

    public ProblemHttpResult ToResult() =>
        TypedResults.Problem(Message, statusCode: status, title: "Not done", extensions: _more);
}

/// <summary>Turns whatever goes wrong into problem details.</summary>
internal sealed partial class ProblemHandler(ILogger<ProblemHandler> log) : IExceptionHandler
{
    private const string Whole =
        "All that was saved is still there, and a switch that was on its way ends as exactly the old or the new state.";

    public async ValueTask<bool> TryHandleAsync(
        HttpContext httpContext,
        Exception exception,
        CancellationToken cancellationToken
    )
    {
        await ProblemOf(exception).ToResult().ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>Completes the problem details that the framework makes where no endpoint was reached.</summary>
    public static void Complete(ProblemDetailsContext context)
    {
        var problem = context.ProblemDetails;
        var status = problem.Status ?? StatusCodes.Status500InternalServerError;
        problem.Title = "Not done";
        problem.Detail ??= status switch
        {
            StatusCodes.Status404NotFound => "There is nothing at this address.",
            StatusCodes.Status405MethodNotAllowed =>
                $"{context.HttpContext.Request.Method} is no method of this address.",
            StatusCodes.Status415UnsupportedMediaType =>
                "What was sent has another media type than this address takes.",
            _ => $"{ReasonPhrases.GetReasonPhrase(status)}.",
        };
        problem.Extensions.TryAdd(
            "code",
            ReasonPhrases.GetReasonPhrase(status).ToLowerInvariant().Replace(' ', '-')
        );
        problem.Extensions.TryAdd("unharmed", "Nothing was changed.");
    }

    [LoggerMessage(LogLevel.Error, "A request failed.")]
    private static partial void LogFailure(ILogger log, Exception exception);

    private ProblemException ProblemOf(Exception exception)
    {
        switch (exception)
        {
            case ProblemException known:
                return known;
            case BadHttpRequestException request:
                return OfRequest(request);
            case DirectoryNotFoundException gone:
                return new ProblemException(
                    StatusCodes.Status409Conflict,
                    "desktop-gone",
                    gone.Message,
                    "All that was saved is still there."
                );
            case IOException or UnauthorizedAccessException:
                return new ProblemException(
                    StatusCodes.Status500InternalServerError,
                    "files",
                    exception.Message,
                    Whole
                );
        }
        if (Causes(exception).OfType<SqliteException>().FirstOrDefault() is { } database)
            return OfDatabase(database);
        LogFailure(log, exception);
        return new ProblemException(
            StatusCodes.Status500InternalServerError,
            "unexpected",
            $"Furoshiki failed at this: {exception.GetType().Name}.",
            Whole
        );
    }

    private static ProblemException OfRequest(BadHttpRequestException request)
    {
        var json = Causes(request).OfType<JsonException>().FirstOrDefault();
        var at = json?.Path?.TrimStart('$', '.') ?? "";
        var problem = new ProblemException(
            request.StatusCode,
            "request",
            json is null ? request.Message
                : at.Length == 0 ? "What was sent is not the JSON that this address takes."
                : $"What was sent cannot be taken at '{at}': the API document says what may stand there.",
            "Nothing was changed."
        );
        return at.Length == 0
            ? problem
            : problem.With("field", at.Split('.', '[')[^1].TrimEnd(']'));
    }

    private static ProblemException OfDatabase(SqliteException problem) =>
        problem.SqliteErrorCode switch
        {
            19 /* SQLITE_CONSTRAINT */
                when problem.Message.Contains(".Name", StringComparison.Ordinal) =>
                ProblemException.Field(
                    "name",
                    "Something of this name was saved in the same moment. Choose another name."
                ),
            19 => new ProblemException(
                StatusCodes.Status409Conflict,
                "saved-meanwhile",
                "Another window saved in the same moment. Look at what is saved now, and try again.",
                "Nothing was saved."
            ),
            10
            or 13 /* SQLITE_IOERR, SQLITE_FULL */
            => new ProblemException(
                StatusCodes.Status507InsufficientStorage,
                "disk-full",
                "The disk of the data folder is full or cannot be written.",
                "Nothing was saved. " + Whole
            ),
            11
            or 26 /* SQLITE_CORRUPT, SQLITE_NOTADB */
            => new ProblemException(
                StatusCodes.Status500InternalServerError,
                "damaged",
                "The database in the data folder is damaged.",
                "The desktops themselves were not touched. Start Furoshiki again: it sets a damaged database aside."
            ),
            _ => new ProblemException(
                StatusCodes.Status503ServiceUnavailable,
                "database",
                "The database in the data folder cannot be used just now.",
                Whole
            ),
        };

    private static IEnumerable<Exception> Causes(Exception exception)
    {
        for (var one = exception; one is not null; one = one.InnerException)
            yield return one;
    }
}
