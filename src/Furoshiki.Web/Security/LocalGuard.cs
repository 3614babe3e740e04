using System.Text.Encodings.Web;
using Furoshiki.App;

namespace Furoshiki.Web.Security;

/// <summary>
/// Lets in only the person at this machine: requests to the installation's own name, from pages of the application itself, with
/// both halves of the session that the printed address gives. Every answer has the headers that keep it where it belongs.
/// </summary>
internal static class LocalGuard
{
    public const string Cookie = "furoshiki-session";
    public const string EnterPath = "/enter";

    /// <summary>The header in which a page sends its half of the session.</summary>
    public const string PageHeader = "Furoshiki-Page";

    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; media-src 'self'; connect-src 'self'; "
        + "base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

    /// <summary>Sets the headers at the very last, so that no handler of errors takes them off.</summary>
    public static void UseHeaders(this WebApplication app) =>
        app.Use(
            (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    if (headers.ContentSecurityPolicy.Count == 0)
                        headers.ContentSecurityPolicy = Policy;
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Cross-Origin-Resource-Policy"] = "same-origin";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    // What is a person's own is not kept by the browser, where somebody who is locked out could see it.
                    if (headers.CacheControl.Count == 0 || context.Response.StatusCode >= 400)
                        headers.CacheControl = "no-store";
                    return Task.CompletedTask;
                });
                return next();
            }
        );

    public static void UseLocalGuard(this WebApplication app, Access access)
    {
        app.Use(
            async (HttpContext context, RequestDelegate next) =>
            {
                if (!IsOwn(context.Request, access.Host))
                    await Refuse(
                        context,
                        StatusCodes.Status403Forbidden,
                        "This application answers under its own name only, which the start command printed."
                    );
                else if (context.Request.Path == EnterPath)
                    await Enter(context, access);
                else if (!Lets(context.Request, access))
                    await Refuse(
                        context,
                        StatusCodes.Status401Unauthorized,
                        "Open the address that the start command printed: it has the key."
                    );
                else if (context.Request.Path.StartsWithSegments(AccessEndpoints.Path))
                    await next(context);
                else
                    await Until(context, next, access.UntilLockedOut);
            }
        );
    }

    /// <summary>Answers a request until it is broken off, be it by who asks or because they are locked out.</summary>
    private static async Task Until(
        HttpContext context,
        RequestDelegate next,
        CancellationToken lockedOut
    )
    {
        using var ends = CancellationTokenSource.CreateLinkedTokenSource(
            context.RequestAborted,
            lockedOut
        );
        context.RequestAborted = ends.Token;
        await next(context);
    }

    /// <summary>Gives a browser what it keeps.</summary>
    public static void Keep(HttpResponse response, string token) =>
        response.Cookies.Append(
            Cookie,
            token,
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                IsEssential = true,
                MaxAge = Access.Lasts,
            }
        );

    /// <summary>
    /// Whether who asks has the key, or both halves of a session. What is no person's own, the pages themselves, is given for the one that
    /// a browser sends by itself.
    /// </summary>
    private static bool Lets(HttpRequest request, Access access) =>
        access.LetsBearer(request.Headers.Authorization.ToString())
        || request.Cookies[Cookie] is { } token
            && access.Lets(token)
            && (
                !request.Path.StartsWithSegments("/api")
                || access.LetsPage(token, request.Headers[PageHeader].ToString())
            );

    private static bool IsOwn(HttpRequest request, string host)
    {
        var origin = request.Headers.Origin.ToString();
        return request.Host.Host.Equals(host, StringComparison.OrdinalIgnoreCase)
            && (origin.Length == 0 || origin == $"{request.Scheme}://{request.Host}");
    }

    private static Task Enter(HttpContext context, Access access)
    {
        if (access.Enter(context.Request.Query["key"]) is not { } token)
            return Refuse(
                context,
                StatusCodes.Status401Unauthorized,
                "This is not the key of this application."
            );
        Keep(context.Response, token);
        // What stands behind the hash sign no browser sends to any server.
        context.Response.Redirect($"/#page={access.HalfOf(token)}");
        return Task.CompletedTask;
    }

    /// <summary>Says why not: to a browser that opens a page as a page, else as problem details.</summary>
    private static async Task Refuse(HttpContext context, int status, string sentence)
    {
        var problem = ProblemHandler.Result(
            new Problem(ProblemKind.Invalid, ProblemCode.Locked, sentence, "Nothing was changed."),
            status
        );
        if (status == StatusCodes.Status401Unauthorized)
            context.Response.Headers.WWWAuthenticate = "Bearer realm=\"Furoshiki\"";
        if (
            !context
                .Request.Headers.Accept.ToString()
                .Contains("text/html", StringComparison.Ordinal)
        )
            await problem.ExecuteAsync(context);
        else
        {
            context.Response.StatusCode = problem.StatusCode;
            context.Response.ContentType = "text/html; charset=utf-8";
            await context.Response.WriteAsync(
                $"<!doctype html><html lang=en><title>Locked, Furoshiki</title><h1>Locked</h1><p>{HtmlEncoder.Default.Encode(sentence)}</p></html>"
            );
        }
    }
}
