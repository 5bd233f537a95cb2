using System.Text.Json.Serialization;
using Fretsaw.Core.Edits;
using Fretsaw.Server;
using Fretsaw.Server.Art;
using Fretsaw.Server.Devices;
using Fretsaw.Server.Films;
using Fretsaw.Server.Live;
using Fretsaw.Server.Prints;
using Fretsaw.Server.Safety;
using Fretsaw.Server.Shelf;
using Fretsaw.Server.Sounds;
using Fretsaw.Store;
using Serilog;

// Settings lie beside the program: the folder that it happens to be started in says nothing.
var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
builder.Host.UseSerilog((context, log) => log.ReadFrom.Configuration(context.Configuration).WriteTo.Console(formatProvider: null));
var places = Places.From(builder.Configuration);

if (args is ["backup", var copy])
{
    return Backup.Write(places, copy);
}

builder.WebHost.ConfigureKestrel(kestrel => kestrel.Limits.MaxRequestBodySize = Limits.JsonBytes);
builder.Services.ConfigureHttpJsonOptions(json =>
{
    json.SerializerOptions.Converters.Add(new JsonStringEnumConverter(namingPolicy: null, allowIntegerValues: false));
    json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
    json.SerializerOptions.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
    json.SerializerOptions.AllowOutOfOrderMetadataProperties = true;
    json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    json.SerializerOptions.RespectNullableAnnotations = true;
    json.SerializerOptions.RespectRequiredConstructorParameters = true;
    json.SerializerOptions.MaxDepth = EditJson.Depth;
});
builder.Services.AddOpenApi("v1", OpenApiShape.Configure);
builder.Services.AddProblemDetails();
builder.Services.AddExceptionHandler<ProblemWriter>();
builder.Services.AddSignalR();
builder.Services.AddSingleton(places);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(_ => new DataFolder(places.Data));
builder.Services.AddSingleton(services =>
{
    services.GetRequiredService<DataFolder>();
    return new Database(Path.Combine(places.Data, "fretsaw.db"), places.MostPages);
});
builder.Services.AddHealthChecks().AddCheck<DatabaseHealth>("database");
builder.Services.AddSingleton<FilmStore>();
builder.Services.AddSingleton<ShelfStore>();
builder.Services.AddSingleton<KeptShelf>();
builder.Services.AddSingleton<AssetStore>();
builder.Services.AddSingleton<PrintStore>();
builder.Services.AddSingleton<OpenFilms>();
builder.Services.AddSingleton<PrintQueue>();
builder.Services.AddHostedService(services => services.GetRequiredService<PrintQueue>());
builder.Services.AddHostedService<WarmUp>();

// What works in the background may fail; who is at the page goes on.
builder.Services.Configure<HostOptions>(host =>
{
    host.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore;

    // Whatever is under way then is dropped: what was acknowledged is on the disk, and a print begins again.
    host.ShutdownTimeout = TimeSpan.FromSeconds(2);
});

var app = builder.Build();
app.UseMiddleware<SecurityHeaders>();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseMiddleware<SameOriginOnly>();
app.UseMiddleware<JsonBodies>();
app.UseWebFiles(places);
app.MapOpenApi();
app.MapHealthChecks("/api/health");
app.MapHub<LiveHub>("/live");
app.MapFilms();
app.MapStandIn();
app.MapEdits();
app.MapArt();
app.MapSounds();
app.UseWebSockets();
app.MapFace();
app.MapShelf();
app.MapKeptShelf();
app.MapPrints();
app.MapFallbackToPage(places);
try
{
    app.MakeReady(places);
    await app.StartAsync();
    app.DemandLoopback(places);
}
catch (InvalidOperationException problem)
{
    await Console.Error.WriteLineAsync($"fretsaw: {problem.Message}");
    return 1;
}

await app.WaitForShutdownAsync();
return 0;
