using Furoshiki.App.Installation;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Furoshiki.Web.Security;

/// <summary>Where the application can be opened from now on.</summary>
/// <param name="Address">The address with the new key.</param>
/// <param name="Page">The half of the new session that a page sends as the header Furoshiki-Page.</param>
internal sealed record NewEntrance(string Address, string Page);

internal static class AccessEndpoints
{
    /// <summary>Where it is asked who may enter.</summary>
    public const string Path = "/api/access";

    public static void MapAccess(this IEndpointRouteBuilder api) =>
        api.MapPost("/access/take-back", TakeBack)
            .WithTags("Access")
            .WithName("takeBackAccess")
            .WithSummary("Lock every other browser out");

    /// <summary>Locks every other browser out. The one that asks stays in.</summary>
    private static Ok<NewEntrance> TakeBack(HttpContext context, Access access, DataFolder data)
    {
        var token = access.TakeBack();
        LocalGuard.Keep(context.Response, token);
        var address = $"{context.Request.Scheme}://{context.Request.Host}{access.Entrance}";
        data.NoteAddress(address);
        return TypedResults.Ok(new NewEntrance(address, access.HalfOf(token)));
    }
}
