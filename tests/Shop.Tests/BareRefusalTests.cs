using System.Text.Json;
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
    [InlineData("PATCH", "/api/settings/shop")]
    [InlineData("POST", "/api/yard/trailers")]
    [InlineData("DELETE", "/api/settings/shop")]
    public async Task A_kind_of_request_that_an_address_does_not_take_finds_nothing_there(string method, string path)
    {
        await shop.SomebodyAsync();
        Assert.NotEmpty((await shop.RefusedAsync(new HttpMethod(method), path, "{}", 404)).Detail);
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
