using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.DependencyInjection.Extensions;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Access;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// A whole shop over HTTP on a real SQLite file of its own, with one person at work and a clock to turn.
/// </summary>
public sealed class ShopServer : IDisposable
{
    /// <summary>JSON as the program writes it.</summary>
    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) }
    };

    private readonly WebApplicationFactory<Program> factory;

    /// <summary>Starts a shop; its folder goes when it is disposed of.</summary>
    /// <param name="folder">Where its file lies; null for a new folder.</param>
    /// <param name="instruments">Where its bench of instruments is, host:port; null for none.</param>
    /// <param name="mail">Where its mail service is, host:port; null for none.</param>
    /// <param name="meters">Address of its feed of meter readings; null for none.</param>
    /// <param name="supplier">Address of its supplier's service; null for none.</param>
    /// <param name="backups">Folder of the backups it makes by itself; "none" for none.</param>
    /// <param name="backupsAlso">The folder they are copied to; null for none.</param>
    /// <param name="web">Folder of its pages; null for none.</param>
    /// <param name="wait">How long a write waits for a busy file, s.</param>
    /// <param name="ahead">By how much its clock is ahead of <see cref="TurnedClock.Start"/> when it starts.</param>
    /// <param name="tries">Tries a minute at the door.</param>
    /// <param name="calendarsInside">Whether customers' calendars may be read on this machine.</param>
    /// <param name="hooksInside">Whether other programs may be told on this machine.</param>
    /// <param name="trailMail">Who gets the trail's head by mail; null for nobody.</param>
    public ShopServer(
        string? folder = null,
        string? instruments = null,
        string? mail = null,
        string? meters = null,
        string? supplier = null,
        int wait = 30,
        string? web = null,
        string? backups = "none",
        string? backupsAlso = null,
        TimeSpan ahead = default,
        int tries = 100_000,
        string? trailMail = null,
        bool calendarsInside = false,
        bool hooksInside = false)
    {
        Time.Ahead = ahead;
        Folder = folder ?? Empty();
        factory = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
        {
            host.UseSetting("data", Folder);
            host.UseSetting("web", web);
            host.UseSetting("backups", backups);
            host.UseSetting("backups-also", backupsAlso);
            host.UseSetting("instruments", instruments);
            host.UseSetting("mail", mail);
            host.UseSetting("trail-mail", trailMail);
            host.UseSetting("meters", meters);
            host.UseSetting("supplier", supplier);
            host.UseSetting("calendars-inside", calendarsInside ? "true" : "false");
            host.UseSetting("hooks-inside", hooksInside ? "true" : "false");
            host.UseSetting("wait", wait.ToString(CultureInfo.InvariantCulture));
            host.UseSetting("tries", tries.ToString(CultureInfo.InvariantCulture));
            host.UseSetting("Logging:LogLevel:Default", "None");
            host.ConfigureServices(services => services
                .Replace(ServiceDescriptor.Singleton<TimeProvider>(Time))
                .Configure<PasswordHasherOptions>(options => options.IterationCount = 1));
        });
        Http = factory.CreateDefaultClient(new Signing(this), new CookieContainerHandler());

        // However busy the machine is, what is asked for is answered by the plan as of then.
        Services.GetRequiredService<PlanBoard>().Patience = TimeSpan.FromMinutes(2);

        // It answers before its file is open; a request waits for that.
        Http.GetAsync("/api/access").GetAwaiter().GetResult().Dispose();
    }

    // An empty shop is migrated once and copied: each test still has a file of its own.
    private static readonly Lazy<byte[]> Migrated = new(() =>
    {
        string made = Directory.CreateTempSubdirectory("tinker-empty-").FullName;
        ShopFileOpening.OpenAsync(made).GetAwaiter().GetResult().Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        byte[] file = File.ReadAllBytes(Path.Combine(made, ShopFileOpening.FileName));
        Directory.Delete(made, recursive: true);
        return file;
    });

    private static string Empty()
    {
        string folder = Directory.CreateTempSubdirectory("tinker-shop-").FullName;
        File.WriteAllBytes(Path.Combine(folder, ShopFileOpening.FileName), Migrated.Value);
        return folder;
    }

    public string Folder { get; }

    public TurnedClock Time { get; } = new();

    public HttpClient Http { get; }

    public DateOnly Today => DateOnly.FromDateTime(Time.GetLocalNow().DateTime);

    public static Guid NewId() => Guid.CreateVersion7();

    /// <summary>The secret of everybody in tests, those of the demo among them.</summary>
    public const string Secret = Demo.DemoAccess.Secret;

    /// <summary>Who comes in wherever somebody has to.</summary>
    public string AtWork { get; private set; } = "Ines Marrow";

    /// <summary>The code by which an empty shop gets its owner.</summary>
    public string FirstCode => factory.Services.GetRequiredService<FirstOwner>().Code;

    /// <summary>Every address it answers at.</summary>
    internal IEnumerable<RouteEndpoint> Endpoints =>
        factory.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>();

    /// <summary>Another browser, at which nobody is signed in.</summary>
    public HttpClient Browser() => factory.CreateClient();

    /// <summary>
    /// One person, who is at work for every request that follows: the shop's owner, who inspects too, where nobody owns
    /// it yet; otherwise somebody whom the owner invites.
    /// </summary>
    public async Task<Guid> SomebodyAsync(string name = "Ines Marrow", params Role[] roles)
    {
        AccessAnswer door = await GetAsync<AccessAnswer>("/api/access");
        if (!door.NeedsOwner && door.Me?.Name != name)
        {
            Guid id = NewId();
            await PutAsync<ShopAnswer>(
                $"/api/settings/people/{id}",
                new PersonEdit(name, true, roles.Length > 0 ? roles : [Role.Owner, Role.Inspector]));
            string code = (await PostAsync<CodesAnswer>($"/api/access/people/{id}/code", new { })).Codes[0];
            AtWork = name;
            return (await PostAsync<AccessAnswer>("/api/access/code", new CodeDraft(code, Secret))).Me!.Id;
        }

        AtWork = name;
        return (await GetAsync<List<SessionAnswer>>("/api/access/sessions")).Count > 0
            ? (await GetAsync<AccessAnswer>("/api/access")).Me!.Id
            : throw new InvalidOperationException("Nobody came in.");
    }

    /// <summary>Signs somebody in by name and secret, for every request that follows.</summary>
    public async Task<MeAnswer> SignInAsync(string name)
    {
        AtWork = name;
        return (await PostAsync<AccessAnswer>("/api/access/sign-in", new SecretDraft(name, Secret))).Me!;
    }

    public async Task<Guid> CustomerAsync(string name = "Lanternfold Puppet Theatre")
    {
        Guid id = NewId();
        await PutAsync<CustomerAnswer>($"/api/yard/customers/{id}", new CustomerEdit(name, "", "", "", 0));
        return id;
    }

    public async Task<TrailerAnswer> TrailerAsync(string tag = "P-07", Func<TrailerDraft, TrailerDraft>? with = null)
    {
        TrailerDraft draft = Draft(tag, await CustomerAsync("Owner of " + tag));
        return await PutAsync<TrailerAnswer>($"/api/yard/trailers/{NewId()}", with?.Invoke(draft) ?? draft);
    }

    public static TrailerDraft Draft(string tag, Guid customer) =>
        new(
            tag,
            "Stage wagon",
            "",
            customer,
            GearDescription.Of(GearDefaults.For(2, 5_200)),
            MeterKind.HubOdometer,
            "",
            0);

    /// <summary>Takes a trailer in for a repack at some of its wheel ends.</summary>
    public async Task<VisitAnswer> VisitAsync(Guid trailer, params string[] ends) =>
        await PutAsync<VisitAnswer>($"/api/bay/visits/{NewId()}", Wanted(trailer, ends));

    public static VisitDraft Wanted(Guid trailer, params string[] ends) =>
        new(
            trailer,
            [.. (ends.Length > 0 ? ends : ["axle-1-left"]).Select(e => new Core.Gear.JobAt("bearing-repack", e))]);

    /// <summary>Ticks the next steps, as many as asked or all of them, without figures.</summary>
    public async Task<VisitState> WorkAsync(VisitAnswer visit, int steps = int.MaxValue)
    {
        VisitState state = (await GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State;
        for (int i = 0; i < steps && state.Next is { } next; i++)
        {
            state = await PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/entries/{NewId()}",
                new EntryDraft(next, []));
        }

        return state;
    }

    public async Task<T> GetAsync<T>(string path) => await ReadAsync<T>(await Http.GetAsync(path));

    public async Task<T> PutAsync<T>(string path, object body) =>
        await ReadAsync<T>(await Http.PutAsJsonAsync(path, body, Json));

    public async Task<T> PostAsync<T>(string path, object body) =>
        await ReadAsync<T>(await Http.PostAsJsonAsync(path, body, Json));

    public async Task<T> DeleteAsync<T>(string path) => await ReadAsync<T>(await Http.DeleteAsync(path));

    /// <summary>Sends a body as it is and expects to be refused.</summary>
    public async Task<Problem> RefusedAsync(HttpMethod method, string path, object? body, int status)
    {
        using HttpRequestMessage request = new(method, path);
        request.Content = body switch
        {
            null => null,
            HttpContent content => content,
            string text => new StringContent(text, Encoding.UTF8, "application/json"),
            _ => JsonContent.Create(body, options: Json),
        };
        HttpResponseMessage answer = await Http.SendAsync(request);
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        Problem problem = (await answer.Content.ReadFromJsonAsync<Problem>(Json))!;
        Assert.Equal(status, problem.Status);
        Assert.EndsWith(".", problem.Detail.Replace("?", ".", StringComparison.Ordinal), StringComparison.Ordinal);
        return problem;
    }

    /// <summary>What the program itself is made of.</summary>
    public IServiceProvider Services => factory.Services;

    /// <summary>Looks into the file itself, past the program.</summary>
    public async Task<T> LookAsync<T>(Func<ShopFile, Task<T>> look)
    {
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(Folder);
        await using ShopFile file = new(builder.Options);
        return await look(file);
    }

    public static async Task<T> ReadAsync<T>(HttpResponseMessage answer)
    {
        string text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{(int)answer.StatusCode} {text}");
        return JsonSerializer.Deserialize<T>(text, Json)!;
    }

    /// <summary>Ends the program; its folder stays.</summary>
    public void End()
    {
        Http.Dispose();
        factory.Dispose();
    }

    public void Dispose()
    {
        End();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        if (Directory.Exists(Folder))
        {
            Directory.Delete(Folder, recursive: true);
        }
    }
}

/// <summary>
/// Comes in by itself wherever somebody has to be signed in, and gives the secret wherever it is asked for; then sends
/// the request again.
/// </summary>
internal sealed class Signing(ShopServer shop) : DelegatingHandler
{
    protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken stop)
    {
        HttpResponseMessage answer = await base.SendAsync(request, stop);
        if (answer.StatusCode == HttpStatusCode.Unauthorized)
        {
            AccessAnswer door = (await (await PostAsync(request, null, stop)).Content.ReadFromJsonAsync<AccessAnswer>(
                ShopServer.Json,
                stop))!;
            await PostAsync(
                request,
                door.NeedsOwner
                    ? ("first", new FirstDraft(shop.FirstCode, shop.AtWork, ShopServer.Secret, true))
                    : ("sign-in", new SecretDraft(shop.AtWork, ShopServer.Secret)),
                stop);
            answer = await base.SendAsync(request, stop);
        }

        if (answer.StatusCode != HttpStatusCode.Forbidden
            || !(await answer.Content.ReadAsStringAsync(stop)).Contains("secret-wanted", StringComparison.Ordinal))
        {
            return answer;
        }

        await PostAsync(
            request,
            (
                "confirm",
                new ConfirmDraft(ShopServer.Secret, request.Method.Method, request.RequestUri!.AbsolutePath)),
            stop);
        return await base.SendAsync(request, stop);
    }

    private async Task<HttpResponseMessage> PostAsync(
        HttpRequestMessage of,
        (string Path, object Body)? to,
        CancellationToken stop)
    {
        using HttpRequestMessage request = new(
            to is null ? HttpMethod.Get : HttpMethod.Post,
            new Uri(of.RequestUri!, $"/api/access/{to?.Path}"));
        if (to is { } its)
        {
            request.Content = JsonContent.Create(its.Body, its.Body.GetType(), options: ShopServer.Json);
        }

        HttpResponseMessage answer = await base.SendAsync(request, stop);
        string said = await answer.Content.ReadAsStringAsync(stop);
        Assert.True(answer.IsSuccessStatusCode, said);
        return answer;
    }
}

/// <summary>
/// A clock that shows a Wednesday morning in June when a test begins, whatever day it is, and that the test turns on by
/// hand.
/// </summary>
public sealed class TurnedClock() : SetClock(Start)
{
    /// <summary>What it shows when a test begins.</summary>
    public static DateTimeOffset Start { get; } = new(2026, 6, 10, 9, 0, 0, TimeSpan.Zero);

    public TimeSpan Ahead { get; set; }

    public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.Utc;

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + Ahead;
}
