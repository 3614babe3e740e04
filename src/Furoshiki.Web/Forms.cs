using Microsoft.AspNetCore.Mvc;

namespace Furoshiki.Web;

/// <summary>What takes the fields and files of a form.</summary>
internal static class Forms
{
    /// <summary>Takes a form at an address.</summary>
    /// <param name="api">Where the address stands.</param>
    /// <param name="pattern">The address.</param>
    /// <param name="handler">Takes it.</param>
    /// <param name="most">The most that it may hold, in bytes.</param>
    public static RouteHandlerBuilder MapForm(
        this IEndpointRouteBuilder api,
        string pattern,
        Delegate handler,
        long most
    ) =>
        // What reads a form is made when the program runs: made with the program, it would leave the names of the fields out of the document.
#pragma warning disable RDG002
        api.MapPost(pattern, handler)
#pragma warning restore RDG002
            .DisableAntiforgery()
            .WithMetadata(new RequestSizeLimitAttribute(most));
}
