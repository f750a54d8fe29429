using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Shop.Requests;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// What the framework refuses before any of our code sees it is refused with a sentence all the same.
/// </summary>
public sealed class BareRefusalTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    [Fact]
    public async Task A_query_value_that_cannot_be_read_is_told_at_every_address_that_takes_one()
    {
        await shop.SomebodyAsync();
        using JsonDocument described = JsonDocument.Parse(await shop.Http.GetStringAsync("/openapi/v1.json"));
        List<string> asked = [];
        foreach (JsonProperty path in described.RootElement.GetProperty("paths").EnumerateObject())
        {
            if (!path.Value.TryGetProperty("get", out JsonElement get)
                || !get.TryGetProperty("parameters", out JsonElement takes))
            {
                continue;
            }

            foreach (JsonElement one in takes.EnumerateArray().Where(t => t.GetProperty("in").GetString() == "query"
                && Parsed(t)))
            {
                string name = one.GetProperty("name").GetString()!;
                string others = string.Join('&', takes.EnumerateArray()
                    .Where(t => t.GetProperty("in").GetString() == "query"
                        && t.GetProperty("name").GetString() != name
                        && IsRequired(t))
                    .Select(t => $"{t.GetProperty("name").GetString()}={(Parsed(t) ? ShopServer.NewId() : "x")}"));
                string address = $"{Filled(path.Name)}?{name}=no+such+thing&{others}";
                Problem problem = await shop.RefusedAsync(HttpMethod.Get, address, null, 400);
                Assert.DoesNotContain("parameter", problem.Detail, StringComparison.OrdinalIgnoreCase);
                asked.Add(address);
            }
        }

        Assert.True(asked.Count >= 10, $"Only {asked.Count} addresses take a value that has to be read.");
    }

    [Theory]
    [InlineData("PATCH", "/api/settings/shop", "GET, PUT")]
    [InlineData("POST", "/api/yard/trailers", "GET")]
    [InlineData("DELETE", "/api/settings/shop", "GET, PUT")]
    [InlineData("POST", "/api/yard/trailers/01960f31-2080-7a27-ab42-154462a2eeb7", "GET, PUT")]
    public async Task An_address_says_which_requests_it_takes(string method, string path, string takes)
    {
        await shop.SomebodyAsync();
        using HttpRequestMessage request = new(new HttpMethod(method), path) { Content = JsonContent.Create("{}") };
        using HttpResponseMessage answer = await shop.Http.SendAsync(request);
        Assert.Equal(HttpStatusCode.MethodNotAllowed, answer.StatusCode);
        Assert.Equal(takes, string.Join(", ", answer.Content.Headers.Allow));
        Assert.Contains(takes, await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    /// <summary>
    /// A name that is led to this machine from outside is none of the shop's (DNS rebinding), no answer may be kept,
    /// framed or guessed at, and none says where somebody came from.
    /// </summary>
    [Fact]
    public async Task An_answer_says_what_a_browser_may_do_with_it()
    {
        await shop.SomebodyAsync();
        foreach (string path in new[] { "/api/settings/shop", "/health/live", "/api/nowhere" })
        {
            using HttpResponseMessage answer = await shop.Http.GetAsync(path);
            string Header(string name) => string.Join(' ', answer.Headers.GetValues(name));
            Assert.Equal(("nosniff", "DENY"), (Header("X-Content-Type-Options"), Header("X-Frame-Options")));
            Assert.Equal("default-src 'none'; frame-ancestors 'none'", Header("Content-Security-Policy"));
            Assert.Equal("no-referrer", Header("Referrer-Policy"));
            Assert.Equal(
                path.StartsWith("/api", StringComparison.Ordinal),
                answer.Headers.CacheControl?.NoStore == true);
        }

        using HttpRequestMessage led = new(HttpMethod.Get, "/api/settings/shop");
        led.Headers.Host = "shop.rebound.example";
        Assert.Equal(HttpStatusCode.BadRequest, (await shop.Http.SendAsync(led)).StatusCode);
        Assert.Equal(
            ["localhost", "127.0.0.1", "[::1]", "shop.lan", "bay"],
            new ShopOptions { HostNames = "shop.lan, bay" }.Hosts);
    }

    /// <summary>The page's own styles carry a nonce that is another each time, and nothing inline is let in.</summary>
    [Fact]
    public async Task The_page_lets_in_what_comes_from_this_server_alone()
    {
        string web = Directory.CreateTempSubdirectory("tinker-web-").FullName;
        await File.WriteAllTextAsync(Path.Combine(web, "index.html"), "<html><head></head><body></body></html>");
        using ShopServer pages = new(web: web);
        HashSet<string> nonces = [];
        foreach (string path in new[] { "/", "/yard", "/index.html", "/horizon/calling" })
        {
            using HttpResponseMessage answer = await pages.Http.GetAsync(path);
            string policy = string.Join(' ', answer.Headers.GetValues("Content-Security-Policy"));
            Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
            string nonce = System.Text.RegularExpressions.Regex.Match(policy, "'nonce-([^']+)'").Groups[1].Value;
            Assert.Contains($"content=\"{nonce}\"", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
            Assert.True(nonces.Add(nonce) && nonce.Length >= 20);
        }

        Directory.Delete(web, recursive: true);
    }

    [Theory]
    [InlineData("text/plain")]
    [InlineData("application/json; charset=x")]
    [InlineData("application/json; charset=utf-16")]
    public async Task A_body_that_is_no_JSON_in_UTF_8_is_not_read(string type)
    {
        await shop.SomebodyAsync();
        using StringContent body = new("{\"name\":\"Ada\",\"active\":true}");
        body.Headers.ContentType = System.Net.Http.Headers.MediaTypeHeaderValue.Parse(type);
        using HttpResponseMessage answer = await shop.Http.PutAsync($"/api/settings/people/{ShopServer.NewId()}", body);
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, answer.StatusCode);
        Assert.Contains("JSON", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    /// <summary>What SQLite says of a file or its disk is told with its cause, and that nothing was saved.</summary>
    [Theory]
    [InlineData(13, "The disk is full")]
    [InlineData(8, "who may write to its folder")]
    [InlineData(14, "who may write to its folder")]
    [InlineData(10, "does not read or write as it should")]
    [InlineData(11, "damaged")]
    [InlineData(26, "damaged")]
    public void A_disk_that_fails_is_named(int code, string says)
    {
        Microsoft.Data.Sqlite.SqliteException fault = new("as SQLite says it", code);
        foreach (Exception thrown in new Exception[] { fault, new DbUpdateException("x", fault) })
        {
            Refusal told = RefusalHandler.Known(thrown)!;
            Assert.Equal(503, told.Status);
            Assert.Contains(says, told.Message, StringComparison.Ordinal);
            Assert.EndsWith("Nothing was saved.", told.Message, StringComparison.Ordinal);
        }

        Assert.Null(RefusalHandler.Known(new Microsoft.Data.Sqlite.SqliteException("no such column", 1)));
    }

    [Theory]
    [InlineData("/api/yard/trailers/not-an-id")]
    [InlineData("/api/bay/visits/0")]
    [InlineData("/api/nowhere")]
    public async Task An_address_at_which_there_is_nothing_says_so(string path) =>
        Assert.NotEmpty((await shop.RefusedAsync(HttpMethod.Get, path, null, 404)).Detail);

    // A value that is more than text: a number, an id, a day, a name from a list.
    private static bool Parsed(JsonElement taken)
    {
        JsonElement schema = taken.GetProperty("schema");
        return schema.TryGetProperty("format", out _)
            || schema.TryGetProperty("enum", out _)
            || schema.TryGetProperty("pattern", out _);
    }

    private static bool IsRequired(JsonElement taken) =>
        taken.TryGetProperty("required", out JsonElement required) && required.GetBoolean();

    // Any id will do: the query is read before anything is looked up.
    private static string Filled(string path) =>
        System.Text.RegularExpressions.Regex.Replace(path, "{[^}]+}", _ => ShopServer.NewId().ToString());
}
