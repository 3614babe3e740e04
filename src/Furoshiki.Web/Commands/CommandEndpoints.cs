using Furoshiki.Cli;

namespace Furoshiki.Web.Commands;

internal static class CommandEndpoints
{
    public static void MapCommands(this IEndpointRouteBuilder api) =>
        api.MapPost(
                "/commands",
                (Question question, IServiceProvider application) =>
                    Answer.To(application, question)
            )
            .WithTags("Commands")
            .WithName("runCommand")
            .WithSummary("Do what the command would, if it changes nothing");
}
