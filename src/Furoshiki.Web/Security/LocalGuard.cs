using System.Net;
using System.Security.Cryptography;
using System.Text;

namespace Furoshiki.Web.Security;

/// <summary>
/// Lets in only the person at this machine: requests to a loopback name, from pages of the application itself, with the
/// cookie that the printed address gives.
/// </summary>
internal static class LocalGuard
{
    public const string Cookie = "furoshiki-key";
    public const string EnterPath = "/enter";

    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; "
        + "base-uri 'none'; form-action 'none'; frame-ancestors 'none'";

    public static void UseLocalGuard(this WebApplication app, string key)
    {
        app.Use(
            async (context, next) =>
            {
                var headers = context.Response.Headers;
                headers.ContentSecurityPolicy = Policy;
                headers.XContentTypeOptions = "nosniff";
                headers["Referrer-Policy"] = "no-referrer";
                headers["Cross-Origin-Resource-Policy"] = "same-origin";
                if (!IsLocal(context.Request))
                    await Refuse(
                        context,
                        "This application answers on its own loopback address only."
                    );
                else if (context.Request.Path == EnterPath)
                    await Enter(context, key);
                else if (!Matches(context.Request.Cookies[Cookie], key))
                    await Refuse(
                        context,
                        "Open the address that the start command printed: it has the key."
                    );
                else
                    await next();
            }
        );
    }

    private static bool IsLocal(HttpRequest request)
    {
        var host = request.Host.Host;
        var isLoopback =
            host == "localhost"
            || (IPAddress.TryParse(host, out var address) && IPAddress.IsLoopback(address));
        var origin = request.Headers.Origin.ToString();
        return isLoopback && (origin.Length == 0 || origin == $"{request.Scheme}://{request.Host}");
    }

    private static Task Enter(HttpContext context, string key)
    {
        if (!Matches(context.Request.Query["key"], key))
            return Refuse(context, "This is not the key of this application.");
        context.Response.Cookies.Append(
            Cookie,
            key,
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                IsEssential = true,
                MaxAge = TimeSpan.FromDays(365),
            }
        );
        context.Response.Redirect("/");
        return Task.CompletedTask;
    }

    private static bool Matches(string? given, string key) =>
        given is not null
        && CryptographicOperations.FixedTimeEquals(
            Encoding.UTF8.GetBytes(given),
            Encoding.UTF8.GetBytes(key)
        );

    private static Task Refuse(HttpContext context, string sentence)
    {
        context.Response.StatusCode = StatusCodes.Status403Forbidden;
        context.Response.ContentType = "text/plain; charset=utf-8";
        return context.Response.WriteAsync(sentence);
    }
}
