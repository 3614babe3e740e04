using System.Collections;
using System.Globalization;
using Furoshiki.App;

namespace Furoshiki.Web;

/// <summary>Says with every list how many there are, also of those that are not in it.</summary>
internal static class Totals
{
    /// <summary>The header that says it.</summary>
    public const string Header = "Furoshiki-Total";

    public static async ValueTask<object?> Tell(
        EndpointFilterInvocationContext context,
        EndpointFilterDelegate next
    )
    {
        var answer = await next(context);
        var list = answer is IValueHttpResult { Value: var value } ? value : answer;
        var total =
            list is IExcerpt excerpt ? excerpt.Total
            : list is ICollection all ? all.Count
            : (int?)null;
        if (total is { } number)
            context.HttpContext.Response.Headers[Header] = number.ToString(
                CultureInfo.InvariantCulture
            );
        return answer;
    }
}
