using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;

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

/// <summary>Turns problems that endpoints throw into answers.</summary>
internal sealed class ProblemHandler : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(
        HttpContext httpContext,
        Exception exception,
        CancellationToken cancellationToken
    )
    {
        var problem = exception switch
        {
            ProblemException known => known,
            DirectoryNotFoundException gone => new ProblemException(
                StatusCodes.Status409Conflict,
                "desktop-gone",
                gone.Message,
                "All that was saved is still there."
            ),
            IOException or UnauthorizedAccessException => new ProblemException(
                StatusCodes.Status500InternalServerError,
                "files",
                exception.Message,
                "A switch that was on its way ends at the next start, as exactly the old or the new state."
            ),
            _ => null,
        };
        if (problem is null)
            return false;
        await problem.ToResult().ExecuteAsync(httpContext);
        return true;
    }
}
