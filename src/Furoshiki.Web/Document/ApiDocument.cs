using System.Globalization;
using System.Reflection;
using System.Text.Json.Nodes;
using Furoshiki.App;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace Furoshiki.Web.Document;

/// <summary>What the API document says beside what the endpoints say themselves.</summary>
internal static class ApiDocument
{
    private const string Problem = nameof(ProblemDetails);
    private const string Cookie = "cookie";
    private const string Bearer = "bearer";

    private static readonly Dictionary<string, string> Tags = new()
    {
        ["Access"] = "Who may enter.",
        ["Compare"] = "Looks side by side, and what differs between two down to the line.",
        ["Desktops"] = "The desktops, what is on each, and their sessions.",
        ["Keeping"] = "What is kept and what it costs; deleting, and undeleting for a while.",
        ["Pictures"] = "The drawings of looks, and the content that they need.",
        ["Profiles"] = "The shelf: profiles and their savings.",
        ["Safe states"] = "The way back.",
        ["Switching"] = "Plans, and carrying them out.",
    };

    /// <summary>What parameters are that mean the same wherever they stand.</summary>
    private static readonly Dictionary<string, string> Parameters = new()
    {
        ["all"] = "Whether what is the same is told too.",
        ["aside"] = "The number of what was set aside.",
        ["before"] = "The digest of the look whose place it takes.",
        ["by"] = "Only what was asked for by this.",
        ["colours"] = "The digest of the look in whose colours a theme is drawn.",
        ["desktop"] = "The number of a desktop.",
        ["detail"] = "How much of it is drawn.",
        ["digest"] =
            "A SHA-256, in 64 hexadecimal digits: of a look's canonical JSON, or of content.",
        ["download"] = "Whether a browser keeps it as a file.",
        ["end"] = "Only what ended so.",
        ["find"] = "What is looked for, in words.",
        ["first"] = "The look from which it is told: its name, as now, saving-18 or safe-state-4.",
        ["folder"] = "The path of a folder in it; empty for all.",
        ["id"] =
            "The number of what the address names: a desktop, profile, fitting, switch or other.",
        ["kind"] = "The name of a kind of part, as in /api/kinds.",
        ["look"] = "Looks by their names, as now, saving-18, safe-state-4 or fitting-2.",
        ["name"] = "The name of it, as in the list of these.",
        ["order"] = "In which order it is told.",
        ["other"] = "The look, content or safe state that it is held against.",
        ["path"] = "A path; percent-encoded where it is no plain text.",
        ["profile"] = "The number of a profile, whose wishes count.",
        ["saving"] = "The number of a saving.",
        ["scene"] = "What is open on the desktop that is drawn.",
        ["setting"] = "The name of a setting, with its item before a slash where it has one.",
        ["share"] = "How much of each look is taken.",
        ["show"] = "The filters that it passes.",
        ["sight"] = "The kind of colour vision.",
        ["skip"] = "How many of the first ones are not told, 0 or more.",
        ["sort"] = "By what they are sorted.",
        ["state"] = "The number of a safe state.",
        ["step"] = "The number of a step.",
        ["strength"] = "How strongly, 0 to 100 %.",
        ["supply"] = "A package URL.",
        ["take"] = "How many are told at most, 1 or more; all unless it is said.",
        ["text"] = "A colour as CSS writes it.",
        ["to"] = "The look that nearness is measured to, by its name.",
        ["x"] = "How far from the left, as a share of the width, 0 to 1.",
        ["y"] = "How far from the top, as a share of the height, 0 to 1.",
    };

    /// <summary>Errors that every address can answer with, and those of some.</summary>
    private static readonly Dictionary<int, string> Errors = new()
    {
        [StatusCodes.Status400BadRequest] = "What was sent is not what this address takes.",
        [StatusCodes.Status401Unauthorized] =
            "The key is missing, or is not that of this installation.",
        [StatusCodes.Status403Forbidden] =
            "It was asked under another name than the installation's own.",
        [StatusCodes.Status404NotFound] = "What was asked for is not here.",
        [StatusCodes.Status409Conflict] = "Something stands in the way now that may not later.",
        [StatusCodes.Status422UnprocessableEntity] = "A field cannot be taken as it is.",
    };

    public static void Describe(OpenApiOptions options) =>
        options
            .AddDocumentTransformer(
                (document, context, _) =>
                {
                    Complete(document);
                    return Task.CompletedTask;
                }
            )
            .AddOperationTransformer(
                async (operation, context, cancellation) =>
                {
                    var schema = await context.GetOrCreateSchemaAsync(
                        typeof(ProblemDetails),
                        null,
                        cancellation
                    );
                    context.Document?.AddComponent(Problem, schema);
                    Complete(operation, context);
                }
            )
            .AddSchemaTransformer(
                (schema, context, _) =>
                {
                    if (context.JsonTypeInfo.Type == typeof(ProblemDetails))
                        Complete(schema);
                    return Task.CompletedTask;
                }
            );

    private static void Complete(OpenApiDocument document)
    {
        document.Info = new OpenApiInfo
        {
            Title = "Furoshiki",
            Version =
                Assembly.GetExecutingAssembly().GetName().Version?.ToString(fieldCount: 3) ?? "0",
            Summary = "Keep the looks of a desktop, and switch between them.",
            Description =
                "What the pages and the tests use. It answers on the loopback address, under the installation's own name below localhost, to whoever has its key. Every error is a problem document (RFC 9457) with a stable code and with what was left unharmed.",
            License = new OpenApiLicense
            {
                Name = "All rights reserved",
                Identifier = "LicenseRef-Furoshiki",
            },
        };
        document.Servers = [new OpenApiServer { Url = "/", Description = "This installation" }];
        document.Tags = Tags.Select(tag => new OpenApiTag
            {
                Name = tag.Key,
                Description = tag.Value,
            })
            .ToHashSet();
        document.AddComponent<IOpenApiSecurityScheme>(
            Cookie,
            new OpenApiSecurityScheme
            {
                Type = SecuritySchemeType.ApiKey,
                In = ParameterLocation.Cookie,
                Name = Security.LocalGuard.Cookie,
                Description = "What a browser keeps that came with the key.",
            }
        );
        document.AddComponent<IOpenApiSecurityScheme>(
            Bearer,
            new OpenApiSecurityScheme
            {
                Type = SecuritySchemeType.Http,
                Scheme = "bearer",
                Description =
                    "The installation's key, which stands in the file 'key' of the data folder; for programs.",
            }
        );
        document.Security =
        [
            new() { [new OpenApiSecuritySchemeReference(Cookie, document)] = [] },
            new() { [new OpenApiSecuritySchemeReference(Bearer, document)] = [] },
        ];
    }

    private static void Complete(
        OpenApiOperation operation,
        OpenApiOperationTransformerContext context
    )
    {
        operation.Responses ??= [];
        var known = operation.Responses.Keys.ToHashSet();
        void Add(int status)
        {
            var key = status.ToString(CultureInfo.InvariantCulture);
            operation.Responses[key] = Failure(Errors[status], context);
        }
        Add(StatusCodes.Status401Unauthorized);
        Add(StatusCodes.Status403Forbidden);
        if (operation.Parameters?.Count > 0)
            Add(StatusCodes.Status404NotFound);
        if (operation.RequestBody is not null || operation.Parameters?.Count > 0)
            Add(StatusCodes.Status400BadRequest);
        operation.Responses["default"] = Failure(
            "It was not done, for another reason that the code tells: 503 may pass, 507 needs room, 500 needs somebody who looks.",
            context
        );
        foreach (var parameter in operation.Parameters?.OfType<OpenApiParameter>() ?? [])
            parameter.Description ??= Parameters.GetValueOrDefault(parameter.Name!);
        foreach (var answer in operation.Responses.Values.OfType<OpenApiResponse>())
            if (answer.Content?.Values.Any(one => one.Schema?.Type == JsonSchemaType.Array) == true)
                (answer.Headers ??= new Dictionary<string, IOpenApiHeader>())[Totals.Header] =
                    new OpenApiHeader
                    {
                        Description = "How many there are in all, also of those that are not told.",
                        Schema = new OpenApiSchema { Type = JsonSchemaType.Integer },
                    };
        foreach (
            var status in new[]
            {
                StatusCodes.Status409Conflict,
                StatusCodes.Status422UnprocessableEntity,
            }
        )
            if (known.Contains(status.ToString(CultureInfo.InvariantCulture)))
                Add(status);
    }

    private static OpenApiResponse Failure(
        string description,
        OpenApiOperationTransformerContext context
    ) =>
        new()
        {
            Description = description,
            Content = new Dictionary<string, OpenApiMediaType>
            {
                ["application/problem+json"] = new()
                {
                    Schema = new OpenApiSchemaReference(Problem, context.Document),
                },
            },
        };

    private static void Complete(OpenApiSchema schema)
    {
        schema.Description = "Something that could not be done.";
        schema.Properties ??= new Dictionary<string, IOpenApiSchema>();
        schema.Properties["code"] = new OpenApiSchema
        {
            Type = JsonSchemaType.String,
            Enum = [.. Enum.GetValues<ProblemCode>().Select(code => (JsonNode)code.Name())],
            Description =
                "What went wrong. More codes may come.\n\n"
                + string.Join(
                    '\n',
                    Enum.GetValues<ProblemCode>()
                        .Select(code => $"- `{code.Name()}`: {code.Meaning()}")
                ),
        };
        schema.Properties["unharmed"] = Text("What was left unharmed, in sentences.");
        schema.Properties["field"] = Text("The field that cannot be taken as it is, if it is one.");
        schema.Properties["changed"] = new OpenApiSchema
        {
            Type = JsonSchemaType.Array,
            Items = new OpenApiSchema { Type = JsonSchemaType.String },
            Description = "The paths that changed, where a plan no longer holds.",
        };
    }

    private static OpenApiSchema Text(string description) =>
        new() { Type = JsonSchemaType.String, Description = description };
}
