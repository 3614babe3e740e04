using System.Reflection;
using System.Text.Json.Serialization;
using Furoshiki.Core.Content;
using Furoshiki.Core.Switching;
using Furoshiki.Desktops;
using Furoshiki.Store;
using Furoshiki.Web;
using Furoshiki.Web.Compare;
using Furoshiki.Web.Demo;
using Furoshiki.Web.Desktops;
using Furoshiki.Web.Pictures;
using Furoshiki.Web.Profiles;
using Furoshiki.Web.SafeStates;
using Furoshiki.Web.Security;
using Furoshiki.Web.Switching;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

// The build starts the program to write the API document; it then only describes itself and touches nothing.
var isDescribing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
if (StartOptions.Parse(isDescribing ? [] : args) is not { } options)
    return 1;

var data = new DataFolder(options.Data);
var builder = WebApplication.CreateBuilder(
    new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory }
);
builder.WebHost.UseUrls($"http://127.0.0.1:{options.Port}");
builder.Logging.SetMinimumLevel(LogLevel.Warning);

var services = builder.Services;
services.AddOpenApi();
services.AddProblemDetails().AddExceptionHandler<ProblemHandler>();
services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.Converters.Add(new JsonStringEnumConverter());
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.RespectRequiredConstructorParameters = true;
});
services.AddSingleton(TimeProvider.System).AddSingleton(data);
services.AddSingleton(new FuroshikiDbFactory(data.Database));
services.AddSingleton<IDbContextFactory<FuroshikiDb>>(all =>
    all.GetRequiredService<FuroshikiDbFactory>()
);
services
    .AddSingleton<IContentStore, SqliteContentStore>()
    .AddSingleton<ISwitchJournal, SqliteSwitchJournal>();
services
    .AddSingleton<MapLibrary>()
    .AddSingleton<DesktopRegister>()
    .AddSingleton<DesktopWatch>()
    .AddSingleton<Sessions>()
    .AddSingleton<LookLibrary>()
    .AddSingleton<NowReader>()
    .AddSingleton<RecoveryNews>();
services
    .AddSingleton<SafeStateShelf>()
    .AddSingleton<Saver>()
    .AddSingleton<CardMaker>()
    .AddSingleton<Comparer>();
services
    .AddSingleton(
        new MapShelf([
            Path.Combine(AppContext.BaseDirectory, "Maps"),
            .. options.Demo is { } scenario
                ? [Path.Combine(scenario, "maps")]
                : Array.Empty<string>(),
        ])
    )
    .AddSingleton(all =>
        ActivatorUtilities.CreateInstance<Registration>(
            all,
            (IReadOnlyList<string>)
                [
                    .. options
                        .Allowed.Where(Directory.Exists)
                        .Select(root => new DesktopFolder(root).Root),
                ]
        )
    );
services.AddSingleton<PlanMaker>().AddSingleton<SwitchRuns>().AddSingleton<DemoScenario>();

var app = builder.Build();
app.UseExceptionHandler();
if (!isDescribing)
{
    try
    {
        data.Prepare(options.Fresh);
        Begin(app.Services, options);
    }
    catch (IOException problem)
    {
        await Console.Error.WriteLineAsync(problem.Message);
        return 1;
    }
    catch (SqliteException problem)
    {
        await Console.Error.WriteLineAsync(
            $"The database in {data.Path} cannot be used: {problem.Message} If another version made it, start with --fresh or another --data. Nothing was changed."
        );
        return 1;
    }
    app.UseLocalGuard(data.Key());
}
app.UseDefaultFiles();
app.UseStaticFiles();

var api = app.MapGroup("/api");
api.MapDesktops();
api.MapProfiles();
api.MapScreenshots();
api.MapCompare();
api.MapSwitching();
api.MapSafeStates();
api.MapPictures();
api.MapFallback(() => ProblemException.NotFound("This").ToResult()).ExcludeFromDescription();
app.MapFallbackToFile("index.html");

app.Lifetime.ApplicationStarted.Register(() =>
{
    var address = app
        .Services.GetRequiredService<IServer>()
        .Features.Get<IServerAddressesFeature>()
        ?.Addresses.FirstOrDefault();
    if (address is null || isDescribing)
        return;
    Console.WriteLine($"Everything is kept in {data.Path}");
    Console.WriteLine($"Open {address}{LocalGuard.EnterPath}?key={data.Key()}");
});
try
{
    await app.RunAsync();
    return 0;
}
catch (IOException problem)
{
    await Console.Error.WriteLineAsync(
        $"{problem.Message} Choose another with --port; nothing was changed."
    );
    return 1;
}

static void Begin(IServiceProvider services, StartOptions options)
{
    services.GetRequiredService<FuroshikiDbFactory>().Migrate();
    var news = services.GetRequiredService<RecoveryNews>();
    foreach (
        var recovered in SwitchRecovery.Recover(
            services.GetRequiredService<ISwitchJournal>(),
            services.GetRequiredService<IContentStore>()
        )
    )
        news.Add(
            recovered.Entry.Desktop,
            recovered.Switched
                ? "A switch was broken off at its very end. All its files are in place."
                : "A switch was broken off. Every file is as it was before it."
        );
    if (options.Demo is { } demo)
        services.GetRequiredService<DemoScenario>().SetUp(demo);
}
