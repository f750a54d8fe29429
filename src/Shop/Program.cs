using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.FileProviders;
using Microsoft.Extensions.Http.Resilience;
using MimeKit;
using SturdyTinker.Shop.Access;
using SturdyTinker.Shop.Approvals;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Find;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Horizon.WhatIf;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Ledger.Evidence;
using SturdyTinker.Shop.Ledger.Papers;
using SturdyTinker.Shop.Owners;
using SturdyTinker.Shop.Reckoner;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;

const int ThreadsBesidePlanning = 8;

// The tool that writes the OpenAPI document at build starts the program too: it gets no file and serves nobody.
bool describing = System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

if (args is ["backup" or "restore", ..])
{
    Environment.ExitCode = await BackupCommand.RunAsync(args, Console.Out, Console.Error);
    return;
}

if (args is ["archive", ..])
{
    Environment.ExitCode = await ArchiveCommand.RunAsync(args, Console.Out, Console.Error, TimeProvider.System);
    return;
}

if (args is ["check", ..])
{
    Environment.ExitCode = await CheckCommand.RunAsync(args, Console.Out, Console.Error);
    return;
}

if (args is ["certificate", ..])
{
    Environment.ExitCode = await CertificateCommand.RunAsync(args, Console.Out, Console.Error, TimeProvider.System);
    return;
}

if (args is ["token" or "owner", ..])
{
    Environment.ExitCode = await AccessCommands.RunAsync(args, Console.Out, Console.Error, TimeProvider.System);
    return;
}

if (args is ["plan", ..])
{
    Environment.ExitCode = await PlanCommand.RunAsync(args, Console.Out, Console.Error);
    return;
}

// Planning takes every thread there is for seconds: requests find others at once instead of half a second apart.
ThreadPool.GetMinThreads(out int least, out int ports);
ThreadPool.SetMinThreads(Math.Max(least, Environment.ProcessorCount + ThreadsBesidePlanning), ports);

WebApplicationBuilder builder = WebApplication.CreateBuilder(args);
builder.Logging
    .AddFilter("Microsoft.EntityFrameworkCore", LogLevel.Warning)
    .AddFilter("Microsoft.AspNetCore", LogLevel.Warning)
    .AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);

(ShopOptions given, IReadOnlyList<string> wrong) = ShopOptions.Read(builder.Configuration);
if (wrong.Count > 0)
{
    await Console.Error.WriteLineAsync(string.Join('\n', wrong));
    Environment.ExitCode = 1;
    return;
}

string? urls = builder.Configuration["urls"];
(Listening? listening, string? unlistened) = describing
    ? (null, null)
    : Listening.Read(given, urls, given.Clock.GetUtcNow());
if (unlistened is not null)
{
    await Console.Error.WriteLineAsync(unlistened);
    Environment.ExitCode = 1;
    return;
}

listening?.Apply(builder.WebHost, urls);

// A name that somebody else leads to this machine (DNS rebinding) is none of the shop's.
builder.Configuration["AllowedHosts"] = string.Join(';', given.Hosts);
string folder = Path.GetFullPath(given.Data);
Writers writers = new();
builder.Services.AddSingleton(writers);
builder.Services.AddDbContextPool<ShopFile>(options =>
    options.UseShopFile(folder, given.Wait).AddInterceptors(writers));
builder.Services.AddSingleton(given);
builder.Services.AddSingleton(given.Clock);

// Nothing from outside ends the server: a service behind the scenes that fails is logged, and the pages go on.
builder.Services.Configure<HostOptions>(options =>
    options.BackgroundServiceExceptionBehavior = BackgroundServiceExceptionBehavior.Ignore);
builder.AddSeeingIn(given);
builder.Services.AddSingleton<Clock>();
builder.Services.AddSingleton<BackupFolder>();
builder.Services.AddSingleton<Opening>();
builder.Services.AddSingleton<VisitNews>();
builder.Services.AddSingleton<NewDay>();
builder.Services.AddSingleton<PlanBoard>();
builder.Services.AddSingleton<WhatIfDesk>();
builder.Services.AddSingleton<EvidenceDesk>();
builder.Services.AddSingleton(new InstrumentBench(given.InstrumentsAt));
builder.Services.AddSingleton(new MailOutlet(given.MailAt, given.MailLogin, given.MailFrom));
builder.Services.AddSingleton<MailSending>();
builder.Services.AddSingleton<BackupNights>();
builder.Services.AddHttpClient(MeterFeed.Client).AddStandardResilienceHandler(Impatient);
builder.Services.AddSingleton(services => new MeterFeed(
    services.GetRequiredService<IHttpClientFactory>(),
    given.MetersAt));
builder.Services.AddHttpClient(Supplier.Client).AddStandardResilienceHandler(Impatient);
builder.Services.AddSingleton(services => new Supplier(
    services.GetRequiredService<IHttpClientFactory>(),
    given.SupplierAt));
builder.Services.AddSingleton<CalendarDesk>();
builder.Services.AddHttpClient(CalendarReading.Client)
    .ConfigurePrimaryHttpMessageHandler(() => WorldOnly.Handler(given.CalendarsInside, redirects: 5))
    .AddStandardResilienceHandler(Impatient);
builder.Services.AddHttpClient(HookSending.Client, client => client.Timeout = HookSending.Patience)
    .ConfigurePrimaryHttpMessageHandler(() => WorldOnly.Handler(given.HooksInside, redirects: 0));
builder.Services.AddSingleton<HookSending>();
builder.Services.AddSingleton<Demand>();
builder.Services.AddScoped<FleetSource>();
builder.Services.AddSingleton(new PhotoFolder(folder));
builder.Services.AddExceptionHandler<RefusalHandler>();
builder.Services.AddProblemDetails();
builder.Services.Configure<RouteHandlerOptions>(options => options.ThrowOnBadRequest = true);
builder.Services.ConfigureHttpJsonOptions(options =>
{
    options.SerializerOptions.Converters.Add(new JsonStringEnumConverter(
        JsonNamingPolicy.CamelCase,
        allowIntegerValues: false));
    options.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
    options.SerializerOptions.RespectNullableAnnotations = true;
    options.SerializerOptions.RespectRequiredConstructorParameters = true;
    options.SerializerOptions.TypeInfoResolver = (options.SerializerOptions.TypeInfoResolver
        ?? new DefaultJsonTypeInfoResolver())
        .WithAddedModifier(UnreadableBody.RefuseHoles)
        .WithAddedModifier(UnreadableBody.AskForAll);
});
builder.Services.AddOpenApi("v1", options =>
{
    options.OpenApiVersion = Microsoft.OpenApi.OpenApiSpecVersion.OpenApi3_1;
    options.AddDocumentTransformer((document, _, _) =>
    {
        document.Info.Title = "Sturdy Tinker";
        document.Info.Description = "A service shop's record of trailers, visits and due dates. Every request brings "
            + "the session of a browser or a token (Authorization: Bearer). Errors are problem documents (RFC 9457) "
            + "with an \"errors\" list of pointer and detail.";
        document.Servers?.Clear();

        // An enum that is nullable somewhere is not nullable everywhere: "null" belongs to the property.
        foreach (var schema in document.Components?.Schemas?.Values.Where(s => s.Enum is { Count: > 0 }) ?? [])
        {
            foreach (var none in schema.Enum!.Where(e => e is null || e.GetValueKind() == JsonValueKind.Null).ToList())
            {
                schema.Enum!.Remove(none);
            }
        }

        return Task.CompletedTask;
    });
});
builder.Services.AddAccess(folder, given.Tries);
builder.Services.AddResponseCompression(options =>
{
    options.Providers.Add<BrotliCompressionProvider>();
    options.Providers.Add<GzipCompressionProvider>();
    options.MimeTypes = ["text/javascript", "text/css", "text/html", "image/svg+xml", "application/json"];

    // No answer has another site's text beside a secret in it: cookies are not in bodies, and nobody else gets at them.
    options.EnableForHttps = true;
});
if (!describing)
{
    builder.Services.AddHostedService(services => services.GetRequiredService<NewDay>());
    builder.Services.AddHostedService<PlanKeeping>();
    builder.Services.AddHostedService<WhatIfKeeping>();
    builder.Services.AddHostedService<EvidenceKeeping>();
    builder.Services.AddHostedService<MeterFeedPolling>();
    builder.Services.AddHostedService<CalendarReading>();
    builder.Services.AddHostedService<ComersHeard>();
    builder.Services.AddHostedService(services => services.GetRequiredService<MailSending>());
    builder.Services.AddHostedService(services => services.GetRequiredService<HookSending>());
    builder.Services.AddHostedService(services => services.GetRequiredService<BackupNights>());
    if (MailOutlet.TryAddress(given.TrailMail, out MailboxAddress? keeper))
    {
        builder.Services.AddHostedService(services => ActivatorUtilities.CreateInstance<TrailMail>(services, keeper));
    }
}

WebApplication app = builder.Build();
Opening opening = app.Services.GetRequiredService<Opening>();
using IDisposable? serving = describing ? null : await ServeAloneAsync(folder);
if (!describing && serving is null)
{
    return;
}

listening?.Apply(app);
app.UseSafeHeaders();
app.UseExceptionHandler();
app.UseRereadableBodies();
app.UseStatusCodePages(RefusalHandler.AnswerBareAsync);
app.Use(next => context => opening.HoldAsync(context, next));
app.UseResponseCompression();
app.UseSlowRequests();
ServeWeb(app, given.Web);
app.UseSameOrigin();
app.UseRateLimiter();
app.UseAuthentication();
app.UseAuthorization();

app.MapOpenApi().AllowAnonymous();
app.MapHealth();
app.MapAuthority(folder);
app.MapCalendarFeed();
RouteGroupBuilder api = app.MapGroup("/api").WithMetadata(new ProducesResponseTypeMetadata(
    StatusCodes.Status422UnprocessableEntity,
    typeof(Problem),
    ["application/problem+json"]));
api.MapAccess();
api.MapYard();
api.MapBay();
api.MapApprovals();
api.MapOwners();
api.MapLedger();
api.MapHorizon();
api.MapReckoner();
api.MapShelf();
api.MapSettings();
api.MapFind();
api.MapFallback(OtherMethods.Refuse).AllowAnonymous();

if (describing)
{
    await app.RunAsync();
    return;
}

// It answers first and opens its file then: whoever asks hears that it is being opened, not that nobody is there.
try
{
    await app.StartAsync();
}
catch (IOException taken)
{
    await Console.Error.WriteLineAsync($"{taken.Message} Give this program another one with --urls.");
    Environment.ExitCode = 1;
    return;
}

if (await opening.RunAsync(app.Services) is { } why)
{
    await Console.Error.WriteLineAsync(why);
    Environment.ExitCode = 1;
    await app.StopAsync();
    return;
}

await FirstOwner.SayAsync(app.Services, app.Urls);
await app.WaitForShutdownAsync();

// Holds the folder as the one program that serves it; null, with a sentence said, where it can't be.
static async Task<IDisposable?> ServeAloneAsync(string folder)
{
    try
    {
        Directory.CreateDirectory(folder);
        return await FileAlone.ServeAsync(Path.Combine(folder, ShopFileOpening.FileName));
    }
    catch (Exception fault) when (Opening.WhyNot(fault) is { } why)
    {
        await Console.Error.WriteLineAsync(why);
        Environment.ExitCode = 1;
        return null;
    }
}

// Somebody stands at the counter and waits for what the service outside says.
static void Impatient(HttpStandardResilienceOptions options)
{
    options.AttemptTimeout.Timeout = TimeSpan.FromSeconds(4);
    options.TotalRequestTimeout.Timeout = TimeSpan.FromSeconds(12);
    options.CircuitBreaker.SamplingDuration = TimeSpan.FromSeconds(30);
    options.CircuitBreaker.MinimumThroughput = 100;
    options.Retry.Delay = TimeSpan.FromMilliseconds(300);
}

// The built web: hashed files may be kept for good, the page that names them never.
static void ServeWeb(WebApplication app, string? web)
{
    if (web is null || !Directory.Exists(web))
    {
        return;
    }

    StaticFileOptions files = new()
    {
        FileProvider = new PhysicalFileProvider(Path.GetFullPath(web)),
        OnPrepareResponse = response => response.Context.Response.Headers.CacheControl =
            response.Context.Request.Path.StartsWithSegments("/assets")
                ? "public, max-age=31536000, immutable"
                : "no-cache",
    };
    RequestDelegate page = Page.Of(Path.GetFullPath(web));
    app.UseWhen(
        context => context.Request.Path == "/index.html",
        to => to.Run(page));
    app.UseStaticFiles(files);
    app.MapFallback("{*path:nonfile}", page).WithMetadata(new HttpMethodMetadata(["GET", "HEAD"])).AllowAnonymous();
}

/// <summary>The program, named so that tests can start it.</summary>
public partial class Program;
