using System.Text.Json;
using System.Text.RegularExpressions;
using Furoshiki.App;
using Furoshiki.App.Installation;
using Furoshiki.Core.Content;
using Furoshiki.Core.Formats;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.WebUtilities;

namespace Furoshiki.Web;

/// <summary>
/// Tells what went wrong as problem details (RFC 9457) with a stable code, a plain sentence and what was left unharmed.
/// </summary>
internal sealed partial class ProblemHandler(DataFolder data, ILogger<ProblemHandler> log)
    : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(
        HttpContext httpContext,
        Exception exception,
        CancellationToken cancellationToken
    )
    {
        await ResultOf(exception).ExecuteAsync(httpContext);
        return true;
    }

    /// <summary>A problem as an answer.</summary>
    public static ProblemHttpResult Result(Problem problem, int? status = null)
    {
        var view = ProblemView.Of(problem);
        var more = new Dictionary<string, object?>
        {
            ["code"] = view.Code,
            ["unharmed"] = view.Unharmed,
        };
        if (view.Field is { } field)
            more["field"] = field;
        if (view.WaysOut is { } waysOut)
            more["waysOut"] = waysOut;
        if (view.Changed is { } changed)
            more["changed"] = changed;
        return TypedResults.Problem(
            view.Detail,
            statusCode: status ?? view.Status,
            title: view.Title,
            extensions: more
        );
    }

    /// <summary>Completes the problem details that the framework makes where no endpoint was reached.</summary>
    public static void Complete(ProblemDetailsContext context)
    {
        var problem = context.ProblemDetails;
        var status = problem.Status ?? StatusCodes.Status500InternalServerError;
        problem.Title = ProblemView.Shared;
        problem.Detail ??= status switch
        {
            StatusCodes.Status404NotFound => "There is nothing at this address.",
            StatusCodes.Status405MethodNotAllowed =>
                $"{context.HttpContext.Request.Method} is no method of this address.",
            StatusCodes.Status400BadRequest =>
                "Something in the address is not what it can be there.",
            StatusCodes.Status415UnsupportedMediaType =>
                "What was sent has another media type than this address takes.",
            _ => $"{ReasonPhrases.GetReasonPhrase(status)}.",
        };
        var code = status switch
        {
            StatusCodes.Status404NotFound => ProblemCode.NotFound,
            < StatusCodes.Status500InternalServerError => ProblemCode.Request,
            _ => ProblemCode.Unexpected,
        };
        problem.Extensions.TryAdd("code", code.Name());
        problem.Extensions.TryAdd("unharmed", "Nothing was changed.");
    }

    [LoggerMessage(LogLevel.Error, "A request failed.")]
    private static partial void LogFailure(ILogger log, Exception exception);

    private ProblemHttpResult ResultOf(Exception exception)
    {
        if (exception is BadHttpRequestException request)
            return Result(OfRequest(request), request.StatusCode);
        var problem = Problem.Of(exception);
        if (problem.IsUnexpected)
            LogFailure(log, exception);
        if (problem.IsDamage)
            data.NoteDamaged();
        return Result(problem);
    }

    private static Problem OfRequest(BadHttpRequestException request)
    {
        if (Unbound().Match(request.Message) is { Success: true } unbound)
        {
            var name = unbound.Groups["name"].Value;
            return Refused(
                unbound.Groups["value"] is { Success: true, Value: var value }
                    ? $"'{PathText.Printable(value)}' is not what '{name}' can be in this address."
                    : $"'{name}' is missing in this address.",
                name
            );
        }
        var json = Causes(request).OfType<JsonException>().FirstOrDefault();
        var misfit = json is null ? null : JsonMisfit.Of(json);
        var at = misfit?.Path ?? "";
        return Refused(
            misfit?.Words("what this address takes") ?? request.Message,
            at.Length == 0 ? null : at.Split('.', '[')[^1].TrimEnd(']')
        );

        static Problem Refused(string sentence, string? field) =>
            new(ProblemKind.Invalid, ProblemCode.Request, sentence, "Nothing was changed.", field);
    }

    /// <summary>What the framework says of what stands in an address, with the types of its parameters.</summary>
    [GeneratedRegex(
        "^(Failed to bind parameter|Required parameter) \"\\S+ (?<name>\\w+)\" (from \"(?<value>.*)\"\\.|was not provided)",
        RegexOptions.Singleline
    )]
    private static partial Regex Unbound();

    private static IEnumerable<Exception> Causes(Exception exception)
    {
        for (var one = exception; one is not null; one = one.InnerException)
            yield return one;
    }
}
