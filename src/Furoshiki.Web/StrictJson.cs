using System.Collections;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Furoshiki.Web;

/// <summary>Reads requests as the API document says, and nothing else: what is not understood is refused rather than guessed.</summary>
internal static class StrictJson
{
    public static void Apply(JsonSerializerOptions options)
    {
        options.Converters.Add(new JsonStringEnumConverter(allowIntegerValues: false));
        options.NumberHandling = JsonNumberHandling.Strict;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
        options.PropertyNameCaseInsensitive = false;
        options.AllowDuplicateProperties = false;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.TypeInfoResolver = (
            options.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()
        ).WithAddedModifier(RefuseNullsInLists);
    }

    /// <summary>Refuses null in a list that is itself all that was sent, of which no annotation and no reading of it tells.</summary>
    public static ValueTask<object?> RefuseNulls(
        EndpointFilterInvocationContext context,
        EndpointFilterDelegate next
    ) =>
        context.Arguments.Any(one =>
            one is IEnumerable and not string
            && one.GetType().Namespace?.StartsWith("System", StringComparison.Ordinal) == true
            && ((IEnumerable)one).Cast<object?>().Contains(null)
        )
            ? throw new BadHttpRequestException("What was sent has null in its list.")
            : next(context);

    /// <summary>Annotations tell whether a list may be null, but not whether what is in it may.</summary>
    private static void RefuseNullsInLists(JsonTypeInfo info)
    {
        if (info.Kind != JsonTypeInfoKind.Object)
            return;
        var lists = info
            .Properties.Where(property =>
                property is { Get: not null, PropertyType: var type }
                && type != typeof(string)
                && type.IsAssignableTo(typeof(IEnumerable))
            )
            .ToList();
        if (lists.Count > 0)
            info.OnDeserialized = read =>
            {
                foreach (var list in lists)
                    if (
                        list.Get!(read) is IEnumerable items
                        && items.Cast<object?>().Contains(null)
                    )
                        throw new JsonException(
                            $"The list '{list.Name}' has null in it.",
                            $"$.{list.Name}",
                            null,
                            null
                        );
            };
    }
}
