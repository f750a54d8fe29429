using System.Text.Json;
using OpenQA.Selenium;
using SturdyTinker.Demo;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>The door as people meet it: signing in, switching at a tablet, being locked out of nothing typed.</summary>
public sealed class AccessTests
{
    private static void SignIn(Screen screen, string name, string secret = DemoAccess.Secret)
    {
        screen.Field("Name").SendKeys(name);
        screen.Field("Secret").SendKeys(secret + Keys.Enter);
    }

    [Fact]
    public async Task Somebody_comes_in_by_name_and_secret_by_a_code_and_goes_out()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        using Screen screen = new(shop, 390, 844);
        screen.WorkAsNobody();
        screen.Open("/yard");
        screen.Field("Name");
        screen.Accessible();
        screen.FitsItsWidth();
        SignIn(screen, "Perrin Loy", "not the secret");
        screen.Sees("The name or the secret is not right.");
        screen.PickAll();
        screen.Press(DemoAccess.Secret, Keys.Enter);
        screen.Sees("G-31");

        // An apprentice sees who works here, and invites nobody.
        screen.Follow("/settings/people");
        screen.Sees("Tobin Askel");
        Assert.DoesNotContain("Somebody new", screen.Text, StringComparison.Ordinal);
        screen.Follow("/settings/own");
        screen.Click("Sign out");
        screen.Click("I have a code");
        screen.Field("Code").SendKeys(await CodeAsync(shop, "Perrin Loy"));
        screen.Field("Your new secret").SendKeys("another three words" + Keys.Enter);
        screen.Sees("Your PIN");
    }

    private static async Task<string> CodeAsync(RunningShop shop, string name)
    {
        string id = (await shop.GetAsync("/api/settings/shop"))
            .GetProperty("people")
            .EnumerateArray()
            .First(p => p.GetProperty("name").GetString() == name)
            .GetProperty("id")
            .GetString()!;
        JsonElement answer = await shop.SendAsync(HttpMethod.Post, $"/api/access/people/{id}/code", new { });
        return answer.GetProperty("codes")[0].GetString()!;
    }

    [Fact]
    public async Task A_browser_becomes_a_tablet_people_switch_in_two_touches_and_what_is_typed_stays()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string trailer = await shop.TrailerAsync("G-31");
            screen.WorkAs(await shop.KeyAsync());
            screen.Open("/settings/people");
            screen.Field("What the shop calls it").SendKeys("Bay 1");
            screen.Touch(screen.Button("Enrol this browser"));
            screen.Sees("Who is working?");
            screen.Accessible();
            ComeIn(screen, "Odd Varley");
            screen.WaitUntil(() => screen.TextOf("header").Contains("Odd Varley", StringComparison.Ordinal), "Odd");

            // Something is being typed when it locks; whoever comes back finds it.
            screen.Follow($"/yard/trailers/{trailer}/edit");
            screen.Field("Plate").SendKeys("HALF TYP");
            screen.Touch(screen.Button("Switch"));
            screen.Sees("Who is working?");
            Assert.DoesNotContain("HALF TYP", screen.Text, StringComparison.Ordinal);
            ComeIn(screen, "Odd Varley");
            Assert.Equal("HALF TYP", screen.Field("Plate").GetAttribute("value"));
            screen.Touch(screen.Button("Switch"));
            ComeIn(screen, "Tobin Askel");
            screen.WaitUntil(() => screen.TextOf("header").Contains("Tobin Askel", StringComparison.Ordinal), "Tobin");
            Assert.Equal("HALF TYP", screen.Field("Plate").GetAttribute("value"));
        }
    }

    // A name, and four figures with gloves on.
    private static void ComeIn(Screen screen, string name)
    {
        screen.Touch(screen.Button(name), 44);
        foreach (char figure in DemoAccess.Pin)
        {
            screen.Touch(screen.Button($"{figure}"), 44);
        }

        screen.Touch(screen.Button("Come in"), 44);
        screen.WaitUntil(() => !screen.Text.Contains("Come in", StringComparison.Ordinal), "the door to open");
    }

    [Fact]
    public async Task A_session_that_ends_meanwhile_loses_no_tick()
    {
        (RunningShop shop, Screen screen) = await Screen.OnTheDemoAsync();
        using (shop)
        using (screen)
        {
            string visit = await shop.OpenVisitAsync();
            int before = await EntriesAsync(shop, visit);
            screen.WorkAs(await shop.KeyAsync("Odd Varley"));
            screen.Open($"/bay/{visit}");
            screen.Sees($"step {before + 1} of");

            // The owner ends it from elsewhere; the next tick finds that out, and waits.
            JsonElement session = (await shop.GetAsync("/api/access/sessions"))
                .EnumerateArray()
                .First(s => s.GetProperty("person").GetString() == "Odd Varley");
            await shop.SendAsync(
                HttpMethod.Delete,
                $"/api/access/sessions/{session.GetProperty("id").GetString()}",
                new { });
            screen.Done();
            SignIn(screen, "Odd Varley");
            screen.Sees($"step {before + 2} of");
            Assert.Equal(before + 1, await EntriesAsync(shop, visit));
        }
    }

    private static async Task<int> EntriesAsync(RunningShop shop, string visit) =>
        (await shop.GetAsync($"/api/bay/visits/{visit}"))
            .GetProperty("state")
            .GetProperty("entries")
            .GetArrayLength();

    [Fact]
    public async Task A_passkey_is_made_and_signs_in()
    {
        using RunningShop shop = await RunningShop.DemoAsync();
        using Screen screen = new(shop, named: true);
        using IDisposable finger = screen.WithAuthenticator();
        screen.Open("/settings/own");
        screen.Sees("You have none.");
        IWebElement[] secrets = [.. screen.All("input[autocomplete=current-password]")];
        secrets[^1].SendKeys(DemoAccess.Secret);
        screen.Click("Make a passkey");
        screen.Sees("You have 1.");
        screen.Click("Sign out");
        screen.Click("With a passkey");
        screen.Sees("You have 1.");
        await shop.SignInAsync();
        Assert.Contains(
            (await shop.GetAsync("/api/access/sessions")).EnumerateArray(),
            s => s.GetProperty("by").GetString() == "passkey");
    }
}
