using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Routing;
using Microsoft.AspNetCore.Routing.Patterns;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Access;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger.Amending;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The door: who comes in, what each may do inside, and what happens to whoever tries otherwise.</summary>
public sealed class AccessTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    /// <summary>A browser at which somebody has signed in by name and secret.</summary>
    private async Task<HttpClient> AsAsync(string name, ShopServer? at = null)
    {
        HttpClient browser = (at ?? shop).Browser();
        await ReadAsync<AccessAnswer>(await PostAsync(
            browser,
            "/api/access/sign-in",
            new SecretDraft(name, ShopServer.Secret)));
        return browser;
    }

    private static Task<HttpResponseMessage> PostAsync(HttpClient browser, string path, object body) =>
        browser.PostAsync(path, JsonContent.Create(body, body.GetType(), options: ShopServer.Json));

    private static Task<T> ReadAsync<T>(HttpResponseMessage answer) => ShopServer.ReadAsync<T>(answer);

    private static async Task<Problem> RefusedAsync(HttpResponseMessage answer, int status)
    {
        string text = await answer.Content.ReadAsStringAsync();
        Assert.True(status == (int)answer.StatusCode, $"{(int)answer.StatusCode} {text}");
        return JsonSerializer.Deserialize<Problem>(text, ShopServer.Json)!;
    }

    private static async Task<AccessAnswer> DoorAsync(HttpClient browser) =>
        await ReadAsync<AccessAnswer>(await browser.GetAsync("/api/access"));

    /// <summary>
    /// Everybody there can be, each in one role, with a browser of their own; the owner goes on at work.
    /// </summary>
    private async Task<Dictionary<Role, HttpClient>> EverybodyAsync()
    {
        await shop.SomebodyAsync();
        foreach (Role role in Enum.GetValues<Role>())
        {
            await shop.SomebodyAsync($"Somebody {role}", role);
            await shop.SignInAsync("Ines Marrow");
        }

        Dictionary<Role, HttpClient> browsers = [];
        foreach (Role role in Enum.GetValues<Role>())
        {
            browsers[role] = await AsAsync($"Somebody {role}");
        }

        return browsers;
    }

    private async Task<string> TokenAsync(TokenScope scope, int days = 7)
    {
        using StringWriter said = new(), wrong = new();
        Assert.Equal(
            0,
            await AccessCommands.RunAsync(
                [
                    "token", "--data", shop.Folder, "--name", $"Program {scope} {days}", "--scope",
                    scope == TokenScope.Read ? "read" : "write", "--days", $"{days}"
                ],
                said,
                wrong,
                shop.Time));
        return said.ToString().Trim();
    }

    private HttpClient Program(string token)
    {
        HttpClient program = shop.Browser();
        program.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", token);
        return program;
    }

    private List<RouteEndpoint> Endpoints => [.. shop.Endpoints
        .Where(e => e.RoutePattern.RawText?.StartsWith("/api", StringComparison.Ordinal) == true)
        .Where(e => e.Metadata.GetMetadata<HttpMethodMetadata>() is not null)];

    private static string Method(RouteEndpoint endpoint) =>
        endpoint.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods[0];

    // Well-formed where it matters for finding the address; whatever is in it is of nobody.
    private static HttpRequestMessage Request(RouteEndpoint endpoint)
    {
        string path = string.Join('/', endpoint.RoutePattern.PathSegments.Select(segment => string.Concat(
            segment.Parts.Select(part => part switch
            {
                RoutePatternLiteralPart literal => literal.Content,
                RoutePatternSeparatorPart separator => separator.Content,
                RoutePatternParameterPart { Name: "code" or "place" or "fastener" } => "x",
                _ => ShopServer.NewId().ToString(),
            }))));
        HttpRequestMessage request = new(new HttpMethod(Method(endpoint)), $"/{path}");
        if (request.Method != HttpMethod.Get)
        {
            string? accepted =
                endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.Http.Metadata.IAcceptsMetadata>()?.ContentTypes[0];
            request.Content = new StringContent("{}", Encoding.UTF8, accepted ?? "application/json");
        }

        return request;
    }

    [Fact]
    public async Task Every_address_lets_in_whom_the_table_lets_in_and_nobody_else()
    {
        Dictionary<Role, HttpClient> browsers = await EverybodyAsync();
        using HttpClient nobody = shop.Browser();
        Dictionary<TokenScope, HttpClient> programs = [];
        foreach (TokenScope scope in Enum.GetValues<TokenScope>())
        {
            programs[scope] = Program(await TokenAsync(scope));
        }

        StringBuilder told = new();
        List<string> wrong = [];
        int open = 0, asked = 0;
        foreach (RouteEndpoint endpoint in Endpoints.OrderBy(e => e.RoutePattern.RawText).ThenBy(Method))
        {
            string name = $"{Method(endpoint)} {endpoint.RoutePattern.RawText}";
            if (endpoint.Metadata.GetMetadata<IAllowAnonymous>() is not null)
            {
                open++;
                told.AppendLine($"| {name} | whoever comes |");
                continue;
            }

            Right right = Assert.Single(endpoint.Metadata.GetOrderedMetadata<Needs>()).Right;
            bool secret = endpoint.Metadata.GetMetadata<SecretAsked>() is not null;
            told.AppendLine($"| {name} | {right}{(secret ? ", with the secret" : "")} |");

            // A stream of changes never ends by itself: whether it is begun is enough.
            async Task<int> AskAsync(HttpClient browser)
            {
                using HttpRequestMessage request = Request(endpoint);
                using HttpResponseMessage answer =
                    await browser.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
                asked++;
                return answer.StatusCode == HttpStatusCode.Forbidden
                    && (await answer.Content.ReadAsStringAsync()).Contains("secret-wanted", StringComparison.Ordinal)
                        ? 200
                        : (int)answer.StatusCode;
            }

            if (await AskAsync(nobody) != 401)
            {
                wrong.Add($"{name} answers nobody");
            }

            foreach ((Role role, HttpClient browser) in browsers)
            {
                int status = await AskAsync(browser);
                if (status == 401 || status == 403 == Rights.May([role], right))
                {
                    wrong.Add($"{name} answers {role} with {status}");
                }
            }

            // A program has no session, no secret and no tablet: there it may be refused where its scope lets it in.
            foreach ((TokenScope scope, HttpClient program) in programs)
            {
                int status = await AskAsync(program);
                bool own = endpoint.RoutePattern.RawText!.StartsWith("/api/access/", StringComparison.Ordinal);
                if (status == 401 || (Rights.May(scope, right) ? status == 403 && !own : status != 403))
                {
                    wrong.Add($"{name} answers a token to {scope} with {status}");
                }
            }
        }

        Assert.Empty(wrong);
        Assert.True(asked > 1_000 && open is > 5 and < 25, $"{asked} asked, {open} open");

        // The table as people read it: set TINKER_WRITE_RIGHTS=1 to write it anew, and read the diff.
        string document = Path.Combine(SturdyTinker.Tests.Checkout.Root, "docs", "rights.md");
        string text = Document(told.ToString());
        if (Environment.GetEnvironmentVariable("TINKER_WRITE_RIGHTS") == "1")
        {
            await File.WriteAllTextAsync(document, text);
        }

        Assert.Equal((await File.ReadAllTextAsync(document)).ReplaceLineEndings(), text.ReplaceLineEndings());
        foreach (HttpClient browser in browsers.Values.Concat(programs.Values))
        {
            browser.Dispose();
        }
    }

    private static string Document(string addresses)
    {
        Role[] roles = Enum.GetValues<Role>();
        StringBuilder text = new("# Who may do what\n\n");
        text.Append("Kept in step with the program by a test that asks every address as every role. ")
            .Append("Somebody who is several may do what any of them may.\n\n");
        text.Append("| | ").AppendJoin(" | ", roles.Select(Rights.InWords)).Append(" | token, read | token, write |\n");
        text.Append('|').Append(string.Concat(Enumerable.Repeat("---|", roles.Length + 3))).Append('\n');
        foreach (Right right in Enum.GetValues<Right>())
        {
            text.Append("| ").Append(Rights.InWords(right)).Append(" (").Append(right).Append(") | ")
                .AppendJoin(" | ", roles.Select(role => Rights.May([role], right) ? "yes" : ""))
                .Append(" | ")
                .AppendJoin(
                    " | ",
                    Enum.GetValues<TokenScope>().Select(scope => Rights.May(scope, right) ? "yes" : ""))
                .Append(" |\n");
        }

        return text.Append("\n| Address | Right |\n|---|---|\n").Append(addresses).ToString();
    }

    [Fact]
    public async Task A_shop_goes_to_whoever_has_the_code_and_to_nobody_else()
    {
        using HttpClient somebody = shop.Browser();
        AccessAnswer door = await DoorAsync(somebody);
        Assert.Equal((true, "", null), (door.NeedsOwner, door.Shop, door.Me));
        Assert.Equal(401, (int)(await somebody.GetAsync("/api/settings/shop")).StatusCode);

        FirstDraft draft = new("abcd-efgh-ijkm-npqr-stuv", "Wil Tarn", ShopServer.Secret, false);
        Assert.Equal(
            "/code",
            (await RefusedAsync(await PostAsync(somebody, "/api/access/first", draft), 422)).Errors![0].Pointer);
        Assert.Equal(0, await shop.LookAsync(f => f.People.CountAsync()));

        // However it is typed; but not with a secret that anybody guesses, and then nothing stays.
        string typed = shop.FirstCode.ToUpperInvariant().Replace('-', ' ');
        foreach (string easy in new[] { "short", "password123", "aaaaaaaaaaaa", "trailer-trailer" })
        {
            Problem weak = await RefusedAsync(
                await PostAsync(somebody, "/api/access/first", draft with { Code = typed, Secret = easy }),
                422);
            Assert.Equal("/secret", weak.Errors![0].Pointer);
        }

        Assert.Equal(0, await shop.LookAsync(f => f.People.CountAsync()));
        door = await ReadAsync<AccessAnswer>(
            await PostAsync(somebody, "/api/access/first", draft with { Code = typed, Inspects = true }));
        Assert.Equal([Role.Owner, Role.Inspector], door.Me!.Roles);
        Assert.Equal(200, (int)(await somebody.GetAsync("/api/settings/shop")).StatusCode);

        // It is given away once.
        using HttpClient late = shop.Browser();
        await RefusedAsync(
            await PostAsync(late, "/api/access/first", draft with { Code = shop.FirstCode, Name = "Late Comer" }),
            409);
    }

    [Fact]
    public async Task Of_ten_who_want_to_own_a_shop_at_once_one_does()
    {
        HttpClient[] browsers = [.. Enumerable.Range(0, 10).Select(_ => shop.Browser())];
        HttpResponseMessage[] answers = await Task.WhenAll(browsers.Select((b, i) => PostAsync(
            b,
            "/api/access/first",
            new FirstDraft(shop.FirstCode, $"Owner {i}", ShopServer.Secret, false))));
        Assert.Equal(1, answers.Count(a => a.IsSuccessStatusCode));
        Assert.Equal(1, await shop.LookAsync(f => f.People.CountAsync()));
    }

    [Fact]
    public async Task A_wrong_secret_says_nothing_and_five_of_them_lock()
    {
        await shop.SomebodyAsync();
        using HttpClient browser = shop.Browser();
        Problem unknown = await RefusedAsync(
            await PostAsync(browser, "/api/access/sign-in", new SecretDraft("Nobody Atall", "whatever it is")),
            422);
        for (int i = 0; i < 5; i++)
        {
            Problem wrong = await RefusedAsync(
                await PostAsync(browser, "/api/access/sign-in", new SecretDraft("Ines Marrow", $"wrong number {i}")),
                422);
            Assert.True(i == 4 || wrong.Detail == unknown.Detail, wrong.Detail);
        }

        // Locked, even for the right one; and in again when that is over.
        Problem locked = await RefusedAsync(
            await PostAsync(browser, "/api/access/sign-in", new SecretDraft("Ines Marrow", ShopServer.Secret)),
            422);
        Assert.Contains("five minutes", locked.Detail, StringComparison.Ordinal);
        Assert.Equal(401, (int)(await browser.GetAsync("/api/yard/trailers")).StatusCode);
        await shop.LookAsync(f => f.Users.ExecuteUpdateAsync(u =>
            u.SetProperty(a => a.LockoutEnd, DateTimeOffset.UnixEpoch)));
        using HttpClient again = await AsAsync("ines marrow");
        Assert.Equal(200, (int)(await again.GetAsync("/api/yard/trailers")).StatusCode);
    }

    private async Task<(HttpClient Tablet, Guid Ines, Guid Tobin)> TabletAsync()
    {
        Guid ines = await shop.SomebodyAsync(), tobin = await shop.SomebodyAsync("Tobin Askel", Role.Technician);
        foreach ((string name, string pin) in new[] { ("Tobin Askel", "7305"), ("Ines Marrow", "9164") })
        {
            using HttpClient own = await AsAsync(name);
            (await own.PutAsJsonAsync("/api/access/own/pin", new PinEdit(ShopServer.Secret, pin)))
                .EnsureSuccessStatusCode();
        }

        await shop.SignInAsync("Ines Marrow");
        HttpClient tablet = await AsAsync("Ines Marrow");
        DeviceAnswer device = Assert.Single(
            await ReadAsync<List<DeviceAnswer>>(
                await PostAsync(tablet, "/api/access/devices", new DeviceDraft("Bay 1", 5))));
        Assert.True(device.IsThis);
        return (tablet, ines, tobin);
    }

    [Fact]
    public async Task On_a_tablet_people_switch_by_pin_and_elsewhere_a_pin_is_worth_nothing()
    {
        (HttpClient tablet, Guid ines, Guid tobin) = await TabletAsync();
        using HttpClient elsewhere = shop.Browser();

        // Whoever enrolled it is out of it; it knows its people, and another browser knows nobody.
        AccessAnswer door = await DoorAsync(tablet);
        Assert.Equal((null, "Bay 1"), (door.Me, door.Device!.Name));
        Assert.Equal(["Ines Marrow", "Tobin Askel"], door.People.Select(p => p.Name));
        Assert.Empty((await DoorAsync(elsewhere)).People);
        await RefusedAsync(await PostAsync(elsewhere, "/api/access/pin", new PinDraft(tobin, "7305")), 422);

        foreach ((Guid person, string pin) in new[] { (tobin, "7305"), (ines, "9164"), (tobin, "7305") })
        {
            await ReadAsync<AccessAnswer>(await PostAsync(tablet, "/api/access/pin", new PinDraft(person, pin)));
            Assert.Equal(person, (await DoorAsync(tablet)).Me!.Id);
        }

        // One session at a tablet: whoever was in before is out.
        Assert.Single(
            await ReadAsync<List<SessionAnswer>>(await tablet.GetAsync("/api/access/sessions")),
            s => s.IsThis);
        Assert.Equal(
            1,
            await shop.LookAsync(f => f.Sessions.CountAsync(s => s.DeviceId != null && s.EndedAt == null)));

        // A tablet withdrawn lets nobody in, and whoever is in is out.
        List<DeviceAnswer> left = await shop.DeleteAsync<List<DeviceAnswer>>(
            $"/api/access/devices/{door.Device.Id}");
        Assert.Empty(left);
        Assert.Equal(401, (int)(await tablet.GetAsync("/api/yard/trailers")).StatusCode);
        await RefusedAsync(await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "7305")), 422);
        tablet.Dispose();
    }

    [Fact]
    public async Task Five_wrong_pins_rest_however_many_come_at_once()
    {
        (HttpClient tablet, _, Guid tobin) = await TabletAsync();
        await Task.WhenAll(Enumerable.Range(0, 20).Select(async i =>
            await RefusedAsync(await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, $"{1000 + i}")), 422)));
        Problem rests = await RefusedAsync(
            await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "7305")),
            422);
        Assert.Contains("wait five minutes", rests.Detail, StringComparison.Ordinal);
        shop.Time.Ahead += TimeSpan.FromMinutes(6);
        await ReadAsync<AccessAnswer>(await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "7305")));

        // A wrong one now and then is forgiven by a right one.
        for (int i = 0; i < 12; i++)
        {
            await RefusedAsync(await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "1357")), 422);
            await ReadAsync<AccessAnswer>(await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "7305")));
        }

        tablet.Dispose();
    }

    [Theory]
    [InlineData("123")]
    [InlineData("123456789")]
    [InlineData("12a4")]
    [InlineData("1234")]
    [InlineData("8765")]
    [InlineData("0000")]
    [InlineData("٣٤٥١")]
    public async Task A_pin_that_is_none_or_that_everybody_tries_is_refused(string pin)
    {
        await shop.SomebodyAsync();
        Problem refused = await shop.RefusedAsync(
            HttpMethod.Put,
            "/api/access/own/pin",
            new PinEdit(ShopServer.Secret, pin),
            422);
        Assert.Equal("/pin", refused.Errors![0].Pointer);
    }

    [Fact]
    public async Task A_session_that_nobody_uses_ends_on_a_tablet_in_minutes_and_elsewhere_in_hours()
    {
        (HttpClient tablet, _, Guid tobin) = await TabletAsync();
        await ReadAsync<AccessAnswer>(await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "7305")));
        using HttpClient own = await AsAsync("Tobin Askel");
        shop.Time.Ahead += TimeSpan.FromMinutes(5);
        Assert.Equal(200, (int)(await tablet.GetAsync("/api/yard/trailers")).StatusCode);
        shop.Time.Ahead += TimeSpan.FromMinutes(5);
        Assert.Equal(200, (int)(await tablet.GetAsync("/api/yard/trailers")).StatusCode);
        shop.Time.Ahead += TimeSpan.FromMinutes(7);
        Assert.Equal(401, (int)(await tablet.GetAsync("/api/yard/trailers")).StatusCode);

        Assert.Equal(200, (int)(await own.GetAsync("/api/yard/trailers")).StatusCode);
        for (int day = 0; day < 27; day++)
        {
            shop.Time.Ahead += TimeSpan.FromHours(11);
            Assert.Equal(200, (int)(await own.GetAsync("/api/yard/trailers")).StatusCode);
        }

        // Fourteen days are the most, however busy.
        for (int day = 0; day < 5; day++)
        {
            shop.Time.Ahead += TimeSpan.FromHours(11);
            await own.GetAsync("/api/yard/trailers");
        }

        Assert.Equal(401, (int)(await own.GetAsync("/api/yard/trailers")).StatusCode);
        tablet.Dispose();
    }

    [Fact]
    public async Task Whoever_leaves_is_out_at_once_and_whoever_becomes_more_may_more_at_once()
    {
        await shop.SomebodyAsync();
        Guid tobin = await shop.SomebodyAsync("Tobin Askel", Role.ReadOnly);
        await shop.SignInAsync("Ines Marrow");
        using HttpClient browser = await AsAsync("Tobin Askel");
        string path = $"/api/yard/customers/{ShopServer.NewId()}";
        async Task<int> WritesAsync() =>
            (int)(await browser.PutAsJsonAsync(path, new CustomerEdit("A", "", "", "", 0), ShopServer.Json)).StatusCode;
        Assert.Equal(403, await WritesAsync());
        await EditAsync(new PersonEdit("Tobin Askel", true, [Role.Office]));
        Assert.Equal(200, await WritesAsync());
        await EditAsync(new PersonEdit("Tobin Askel", false));
        Assert.Equal(401, await WritesAsync());
        await RefusedAsync(
            await PostAsync(browser, "/api/access/sign-in", new SecretDraft("Tobin Askel", ShopServer.Secret)),
            422);

        // Back again, the session of before is not.
        await EditAsync(new PersonEdit("Tobin Askel", true));
        Assert.Equal(401, await WritesAsync());
        Task EditAsync(PersonEdit edit) => shop.PutAsync<ShopAnswer>($"/api/settings/people/{tobin}", edit);
    }

    [Fact]
    public async Task Whoever_is_let_out_hears_no_more_of_a_visit_either()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        using HttpClient browser = await AsAsync("Ines Marrow");
        string path = $"/api/bay/visits/{visit.Id}/events";
        using StreamReader news = new(await browser.GetStreamAsync(path));
        Assert.Contains("hello", await news.ReadLineAsync(), StringComparison.Ordinal);
        foreach (SessionAnswer session in (await shop.GetAsync<List<SessionAnswer>>("/api/access/sessions"))
            .Where(s => !s.IsThis))
        {
            await shop.DeleteAsync<List<SessionAnswer>>($"/api/access/sessions/{session.Id}");
        }

        // It ends by itself, and does not begin again.
        await news.ReadToEndAsync().WaitAsync(TimeSpan.FromSeconds(60));
        Assert.Equal(401, (int)(await browser.GetAsync(path)).StatusCode);
    }

    [Fact]
    public async Task Nobody_gives_what_they_may_not_do_and_the_last_owner_stays()
    {
        Guid ines = await shop.SomebodyAsync();
        Guid tobin = await shop.SomebodyAsync("Tobin Askel", Role.Foreman);
        using HttpClient foreman = await AsAsync("Tobin Askel");
        async Task<HttpResponseMessage> EditAsync(Guid id, PersonEdit edit) =>
            await foreman.PutAsJsonAsync($"/api/settings/people/{id}", edit, ShopServer.Json);
        foreach (Role role in new[] { Role.Owner, Role.Inspector })
        {
            await RefusedAsync(await EditAsync(tobin, new PersonEdit("Tobin Askel", true, [Role.Foreman, role])), 403);
            await RefusedAsync(await EditAsync(ShopServer.NewId(), new PersonEdit("Wil Tarn", true, [role])), 403);
        }

        await RefusedAsync(await EditAsync(ines, new PersonEdit("Ines Marrow", false)), 403);
        await RefusedAsync(await PostAsync(foreman, $"/api/access/people/{ines}/code", new { }), 403);
        Guid wil = ShopServer.NewId();
        await ReadAsync<ShopAnswer>(await EditAsync(wil, new PersonEdit("Wil Tarn", true, [Role.Apprentice])));
        await ReadAsync<CodesAnswer>(await PostAsync(foreman, $"/api/access/people/{wil}/code", new { }));

        await shop.SignInAsync("Ines Marrow");
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/settings/people/{ines}",
            new PersonEdit("Ines Marrow", true, [Role.Technician]),
            409);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/settings/people/{ines}",
            new PersonEdit("Ines Marrow", false),
            409);
    }

    [Fact]
    public async Task A_code_sets_a_secret_once_and_in_time()
    {
        await shop.SomebodyAsync();
        Guid wil = ShopServer.NewId();
        await shop.PutAsync<ShopAnswer>($"/api/settings/people/{wil}", new PersonEdit("Wil Tarn", true));
        async Task<string> CodeAsync() =>
            (await shop.PostAsync<CodesAnswer>($"/api/access/people/{wil}/code", new { })).Codes.Single();
        string first = await CodeAsync(), code = await CodeAsync();
        using HttpClient browser = shop.Browser();
        Task<HttpResponseMessage> UseAsync(string its, string secret) =>
            PostAsync(browser, "/api/access/code", new CodeDraft(its, secret));

        // A newer one takes the place of an older; one that is refused for its secret is not used up.
        Assert.Equal("/code", (await RefusedAsync(await UseAsync(first, ShopServer.Secret), 422)).Errors![0].Pointer);
        Assert.Equal("/secret", (await RefusedAsync(await UseAsync(code, "short"), 422)).Errors![0].Pointer);
        AccessAnswer door = await ReadAsync<AccessAnswer>(await UseAsync(code.ToUpperInvariant(), ShopServer.Secret));
        Assert.Equal(wil, door.Me!.Id);
        await RefusedAsync(await UseAsync(code, ShopServer.Secret), 422);

        string old = await CodeAsync();
        shop.Time.Ahead += TimeSpan.FromDays(8);
        await RefusedAsync(await UseAsync(old, ShopServer.Secret), 422);
    }

    [Fact]
    public async Task Codes_put_by_and_a_new_secret_end_every_other_session()
    {
        await shop.SomebodyAsync();
        using HttpClient first = await AsAsync("Ines Marrow"), second = await AsAsync("Ines Marrow");
        CodesAnswer codes = await ReadAsync<CodesAnswer>(
            await PostAsync(first, "/api/access/own/codes", new OwnSecret(ShopServer.Secret)));
        Assert.Equal(8, codes.Codes.Distinct().Count());
        Assert.Equal(8, (await DoorAsync(first)).Me!.Codes);
        await RefusedAsync(await PostAsync(first, "/api/access/own/codes", new OwnSecret("not the one at all")), 422);

        const string fresh = "seven dry lanterns";
        Problem old = await RefusedAsync(
            await first.PutAsJsonAsync("/api/access/own/secret", new SecretEdit("not the one at all", fresh)),
            422);
        Assert.Equal("/old", Assert.Single(old.Errors!).Pointer);
        (await first.PutAsJsonAsync("/api/access/own/secret", new SecretEdit(ShopServer.Secret, fresh)))
            .EnsureSuccessStatusCode();
        Assert.NotNull((await DoorAsync(first)).Me);
        Assert.Null((await DoorAsync(second)).Me);
        await RefusedAsync(
            await PostAsync(second, "/api/access/sign-in", new SecretDraft("Ines Marrow", ShopServer.Secret)),
            422);

        // All lost but the paper in the drawer.
        shop.Time.Ahead += TimeSpan.FromDays(300);
        AccessAnswer door = await ReadAsync<AccessAnswer>(
            await PostAsync(second, "/api/access/code", new CodeDraft(codes.Codes[5], ShopServer.Secret)));
        Assert.Equal(7, door.Me!.Codes);
        Assert.Null((await DoorAsync(first)).Me);
    }

    [Fact]
    public async Task An_owner_who_lost_everything_gets_a_code_where_the_program_runs()
    {
        await shop.SomebodyAsync();
        await shop.SomebodyAsync("Tobin Askel", Role.Foreman);
        using StringWriter said = new(), wrong = new();
        Assert.Equal(
            1,
            await AccessCommands.RunAsync(
                ["owner", "--data", shop.Folder, "--name", "Tobin Askel"],
                said,
                wrong,
                shop.Time));
        Assert.Equal("", said.ToString());
        Assert.Equal(
            0,
            await AccessCommands.RunAsync(
                ["owner", "--data", shop.Folder, "--name", "Ines Marrow"],
                said,
                wrong,
                shop.Time));
        using HttpClient browser = shop.Browser();
        AccessAnswer door = await ReadAsync<AccessAnswer>(await PostAsync(
            browser,
            "/api/access/code",
            new CodeDraft(said.ToString().Trim(), "nine slow lanterns")));
        Assert.Equal("Ines Marrow", door.Me!.Name);
    }

    [Fact]
    public async Task What_is_signed_asks_for_the_secret_each_time_and_for_that_alone()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        using HttpClient browser = await AsAsync("Ines Marrow");
        string all = $"/api/ledger/visits/{visit.Id}/amendments", path = $"{all}/{ShopServer.NewId()}";
        async Task<HttpResponseMessage> SendAsync(string to, string text = "The seal was the old one.") =>
            await browser.PutAsJsonAsync(to, new AmendmentDraft(text), ShopServer.Json);
        async Task<HttpResponseMessage> ConfirmAsync(string secret, string method, string to) =>
            await PostAsync(browser, "/api/access/confirm", new ConfirmDraft(secret, method, to));
        async Task WantedAsync(string to) => Assert.Equal(
            "urn:sturdy-tinker:secret-wanted",
            (await RefusedAsync(await SendAsync(to), 403)).Type);

        // What is wrong with it is said first: nobody signs for what is refused then.
        await RefusedAsync(await SendAsync(path, " "), 422);
        await WantedAsync(path);
        Assert.Equal(0, await shop.LookAsync(f => f.Amendments.CountAsync()));
        Assert.Equal(
            "/secret",
            (await RefusedAsync(await ConfirmAsync("not the one at all", "PUT", path), 422)).Errors![0].Pointer);
        await WantedAsync(path);
        (await ConfirmAsync(ShopServer.Secret, "DELETE", path)).EnsureSuccessStatusCode();
        await WantedAsync(path);
        (await ConfirmAsync(ShopServer.Secret, "PUT", path)).EnsureSuccessStatusCode();

        // Sent again because no answer came it is the same one.
        for (int i = 0; i < 2; i++)
        {
            Assert.Equal(200, (int)(await SendAsync(path)).StatusCode);
        }

        // Not for another one, not from another browser, not for ever.
        await WantedAsync($"{all}/{ShopServer.NewId()}");
        string late = $"{all}/{ShopServer.NewId()}";
        (await ConfirmAsync(ShopServer.Secret, "PUT", late)).EnsureSuccessStatusCode();
        using HttpClient other = await AsAsync("Ines Marrow");
        Assert.Equal(403, (int)(await other.PutAsJsonAsync(late, new AmendmentDraft("x"), ShopServer.Json)).StatusCode);
        shop.Time.Ahead += TimeSpan.FromMinutes(6);
        await WantedAsync(late);
        Assert.Equal(1, await shop.LookAsync(f => f.Amendments.CountAsync()));
    }

    [Fact]
    public async Task A_visit_closed_over_a_hold_is_a_release_and_asks_for_what_a_release_asks_for()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        await shop.WorkAsync(visit);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "bearing-collapsed", ""));
        await shop.SomebodyAsync("Odd Varley", Role.Technician);
        using HttpClient technician = await AsAsync("Odd Varley"), owner = await AsAsync("Ines Marrow");
        string path = $"/api/bay/visits/{visit.Id}/close";
        Problem refused = await RefusedAsync(
            await PostAsync(technician, path, new ClosingDraft("on a flatbed")),
            403);
        Assert.StartsWith(
            "Letting a trailer go from Hold is for owner or foreman",
            refused.Detail,
            StringComparison.Ordinal);
        Assert.Equal(
            "urn:sturdy-tinker:secret-wanted",
            (await RefusedAsync(await PostAsync(owner, path, new ClosingDraft("on a flatbed")), 403)).Type);
        Assert.Null(await shop.LookAsync(f => f.Visits.Select(v => v.ClosedAt).SingleAsync()));
        (await PostAsync(owner, "/api/access/confirm", new ConfirmDraft(ShopServer.Secret, "POST", path)))
            .EnsureSuccessStatusCode();
        await ReadAsync<VisitState>(await PostAsync(owner, path, new ClosingDraft("on a flatbed")));
        Assert.Equal(1, await shop.LookAsync(f => f.Releases.CountAsync()));
    }

    [Fact]
    public async Task A_limit_let_looser_is_signed_and_one_made_tighter_is_not()
    {
        await shop.SomebodyAsync();
        using HttpClient browser = await AsAsync("Ines Marrow");
        const string path = "/api/settings/limits/lining-least";
        async Task<int> SetAsync(string typed, int version) => (int)(await browser.PutAsJsonAsync(
            path,
            new LimitEdit(typed) { Reason = "our own", Version = version },
            ShopServer.Json)).StatusCode;
        Assert.Equal(200, await SetAsync("1/4", 0));
        Assert.Equal(200, await SetAsync("5/16", 1));
        Assert.Equal(403, await SetAsync("1/4", 2));
        Assert.Equal(403, await SetAsync("1/64", 2));
        Assert.Equal(403, await SetAsync("", 2));
    }

    [Fact]
    public async Task What_one_has_typed_is_not_sent_in_the_name_of_another()
    {
        Guid ines = await shop.SomebodyAsync(), tobin = await shop.SomebodyAsync("Tobin Askel");
        using HttpClient browser = await AsAsync("Tobin Askel");
        using HttpRequestMessage request = new(HttpMethod.Put, $"/api/yard/customers/{ShopServer.NewId()}");
        request.Headers.Add(Worker.Header, ines.ToString());
        request.Content = JsonContent.Create(new CustomerEdit("A", "", "", "", 0), options: ShopServer.Json);
        Problem other = await RefusedAsync(await browser.SendAsync(request), 409);
        Assert.Contains("Tobin Askel", other.Detail, StringComparison.Ordinal);
        Assert.Equal(0, await shop.LookAsync(f => f.Customers.CountAsync()));
        Assert.NotEqual(ines, tobin);
    }

    [Theory]
    [InlineData("Sec-Fetch-Site", "cross-site")]
    [InlineData("Sec-Fetch-Site", "same-site")]
    [InlineData("Origin", "https://elsewhere.example")]
    [InlineData("Origin", "null")]
    public async Task A_page_of_another_site_writes_nothing(string header, string value)
    {
        await shop.SomebodyAsync();
        using HttpClient browser = await AsAsync("Ines Marrow");
        async Task<int> SentAsync(string name, string its)
        {
            using HttpRequestMessage request = new(HttpMethod.Put, $"/api/yard/customers/{ShopServer.NewId()}");
            request.Headers.TryAddWithoutValidation(name, its);
            request.Content = JsonContent.Create(
                new CustomerEdit($"C {ShopServer.NewId()}", "", "", "", 0),
                options: ShopServer.Json);
            return (int)(await browser.SendAsync(request)).StatusCode;
        }

        Assert.Equal(403, await SentAsync(header, value));
        Assert.Equal(200, await SentAsync("Sec-Fetch-Site", "same-origin"));
        Assert.Equal(200, await SentAsync("Origin", "http://localhost"));
    }

    [Fact]
    public async Task A_cookie_is_out_of_reach_of_scripts_and_other_sites_and_each_sign_in_has_a_key_of_its_own()
    {
        await shop.SomebodyAsync();
        using HttpClient browser = shop.Browser();
        HashSet<string> keys = [];
        for (int i = 0; i < 3; i++)
        {
            HttpResponseMessage answer = await PostAsync(
                browser,
                "/api/access/sign-in",
                new SecretDraft("Ines Marrow", ShopServer.Secret));
            string cookie = answer.Headers.GetValues("Set-Cookie").Last();
            Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
            keys.Add(cookie.Split(';')[0]);
        }

        Assert.Equal(3, keys.Count);
        Assert.Equal(
            2,
            await shop.LookAsync(f => f.Sessions.CountAsync(s => s.By == SignedInBy.Secret && s.EndedAt != null)));
    }

    [Fact]
    public async Task Nothing_that_opens_the_door_lies_in_the_file()
    {
        (HttpClient tablet, _, Guid tobin) = await TabletAsync();
        HttpResponseMessage came = await PostAsync(tablet, "/api/access/pin", new PinDraft(tobin, "7305"));
        string session = came.Headers.GetValues("Set-Cookie").Last().Split(';')[0].Split('=')[1];
        string token = await TokenAsync(TokenScope.Read);
        string code = (await ReadAsync<CodesAnswer>(
            await PostAsync(shop.Http, $"/api/access/people/{tobin}/code", new { }))).Codes[0];
        shop.End();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        string all = string.Concat(Directory.GetFiles(shop.Folder, "shop.db*")
            .Where(f => !f.EndsWith("ing", StringComparison.Ordinal))
            .Select(f => Encoding.Latin1.GetString(File.ReadAllBytes(f))));
        Assert.Contains("Tobin Askel", all, StringComparison.Ordinal);
        string bare = code.Replace("-", "", StringComparison.Ordinal);
        foreach (string secret in new[] { ShopServer.Secret, session, token, code, bare })
        {
            Assert.True(secret.Length > 10);
            Assert.DoesNotContain(secret, all, StringComparison.Ordinal);
        }

        tablet.Dispose();
    }

    [Fact]
    public async Task A_token_reads_or_writes_as_it_says_signs_for_nothing_and_ends()
    {
        await shop.SomebodyAsync();
        using HttpClient reads = Program(await TokenAsync(TokenScope.Read)), writes = Program(
            await TokenAsync(TokenScope.Write)), brief = Program(await TokenAsync(TokenScope.Read, 1));
        string path = $"/api/yard/customers/{ShopServer.NewId()}";
        CustomerEdit edit = new("Written by a program", "", "", "", 0);
        Assert.Equal(200, (int)(await reads.GetAsync("/api/yard/customers")).StatusCode);
        await RefusedAsync(await reads.PutAsJsonAsync(path, edit, ShopServer.Json), 403);
        await ReadAsync<CustomerAnswer>(await writes.PutAsJsonAsync(path, edit, ShopServer.Json));
        Assert.Equal(
            "Program Write 7",
            await shop.LookAsync(f => (from change in f.Changes
                                       join person in f.People on change.PersonId equals person.Id
                                       where change.What == $"PUT {path}"
                                       select person.Name).SingleAsync()));
        Assert.Null((await DoorAsync(writes)).Me);
        Assert.DoesNotContain(
            (await shop.GetAsync<ShopAnswer>("/api/settings/shop")).People,
            p => p.Name.StartsWith("Program", StringComparison.Ordinal));

        shop.Time.Ahead += TimeSpan.FromDays(2);
        await RefusedAsync(await brief.GetAsync("/api/yard/customers"), 401);
        List<TokenAnswer> tokens = await shop.GetAsync<List<TokenAnswer>>("/api/access/tokens");
        Assert.Equal(2, tokens.Count);
        Guid read = tokens.Single(t => t.Scope == TokenScope.Read).Id;
        await shop.DeleteAsync<List<TokenAnswer>>($"/api/access/tokens/{read}");
        await RefusedAsync(await reads.GetAsync("/api/yard/customers"), 401);
        await RefusedAsync(await Program("x").GetAsync("/api/yard/customers"), 401);
        await RefusedAsync(await Program("").GetAsync("/api/yard/customers"), 401);
    }

    [Fact]
    public async Task Whoever_hammers_at_the_door_waits()
    {
        using ShopServer strict = new(tries: 6);
        using HttpClient browser = strict.Browser();
        List<int> statuses = [];
        for (int i = 0; i < 10; i++)
        {
            statuses.Add((int)(await PostAsync(
                browser,
                "/api/access/sign-in",
                new SecretDraft("Nobody Atall", "whatever it is"))).StatusCode);
        }

        Assert.Equal(6, statuses.Count(s => s == 422));
        Assert.Equal(4, statuses.Count(s => s == 429));
        Assert.Equal(200, (int)(await browser.GetAsync("/api/access")).StatusCode);
    }

    [Theory]
    [InlineData(new[] { "token" }, "--data DIR")]
    [InlineData(new[] { "token", "--data", "x" }, "--name N")]
    [InlineData(new[] { "token", "--data", "x", "--name", "N", "--scope", "all" }, "--scope read")]
    [InlineData(new[] { "token", "--data", "x", "--name", "N", "--scope", "read", "--days", "0" }, "--days")]
    [InlineData(new[] { "owner", "--data", "/nowhere/at/all", "--name", "N" }, "no shop")]
    public async Task A_command_that_lacks_something_says_what(string[] args, string sentence)
    {
        using StringWriter said = new(), wrong = new();
        Assert.NotEqual(0, await AccessCommands.RunAsync(args, said, wrong, shop.Time));
        Assert.Contains(sentence, wrong.ToString(), StringComparison.Ordinal);
        Assert.Equal("", said.ToString());
    }
}
