using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.DependencyInjection.Extensions;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>The door: who comes in, and what they may do inside.</summary>
internal static class AccessEndpoints
{
    // Reads a minute that one address may make of calendars and other addresses for outsiders.
    private const int ReadsAMinute = 60;

    private const string Chosen = "door";

    /// <summary>What the door is made of.</summary>
    /// <param name="services">The program's services.</param>
    /// <param name="folder">The shop's folder; keys of passkeys that are being made lie in it.</param>
    /// <param name="tries">Tries a minute that one address has at the door.</param>
    internal static void AddAccess(this IServiceCollection services, string folder, int tries)
    {
        services.AddSingleton<Door>();
        services.AddSingleton<Comers>();
        services.AddSingleton<FirstOwner>();
        services.AddSingleton<Confirmations>();
        services.AddScoped<Entrance>();
        services.AddAuthentication(Chosen)
            .AddPolicyScheme(Chosen, null, options => options.ForwardDefaultSelector = context =>
                TokenHandler.IsBroughtBy(context.Request) ? TokenHandler.SchemeName : SessionHandler.SchemeName)
            .AddScheme<AuthenticationSchemeOptions, SessionHandler>(SessionHandler.SchemeName, null)
            .AddScheme<AuthenticationSchemeOptions, TokenHandler>(TokenHandler.SchemeName, null)
            .AddIdentityCookies();
        services.AddIdentityCore<Account>(options =>
        {
            options.User.AllowedUserNameCharacters = "";
            options.Lockout.MaxFailedAccessAttempts = 5;
            options.Lockout.DefaultLockoutTimeSpan = TimeSpan.FromMinutes(5);
            options.Stores.SchemaVersion = IdentitySchemaVersions.Version3;
        }).AddSignInManager().AddEntityFrameworkStores<ShopFile>();

        // Ours says what the framework's would, and more.
        services.RemoveAll<IPasswordValidator<Account>>();
        services.AddScoped<IPasswordValidator<Account>, SecretRules>();
        services.AddDataProtection().SetApplicationName("sturdy-tinker").PersistKeysToFileSystem(
            new DirectoryInfo(Certificates.Folder(folder)));
        services.AddSingleton<IAuthorizationHandler, RightHandler>();
        services.AddSingleton<IAuthorizationMiddlewareResultHandler, NotLetIn>();

        // What nobody has thought of is open to nobody.
        services.AddAuthorizationBuilder().SetFallbackPolicy(new AuthorizationPolicyBuilder()
            .RequireAssertion(_ => false)
            .Build());
        services.AddRateLimiter(options =>
        {
            options.AddPolicy(SignIn.Limited, context => ByAddress(context, tries));
            options.AddPolicy(OutsideLinks.Limited, context => ByAddress(context, ReadsAMinute));
            options.OnRejected = async (rejected, _) =>
            {
                rejected.HttpContext.Response.Headers.RetryAfter = "60";
                await Refusal.TooMany("Too many tries from this address: wait a minute.").AnswerAsync(
                    rejected.HttpContext);
            };
        });
    }

    /// <summary>Maps what stands at the door.</summary>
    internal static void MapAccess(this RouteGroupBuilder api)
    {
        RouteGroupBuilder access = api.MapGroup("/access").WithTags("Access");
        access.MapSignIn();
        access.MapOwnAccess();
        access.MapPeopleAccess();
    }

    private static RateLimitPartition<string> ByAddress(HttpContext context, int aMinute) =>
        RateLimitPartition.GetFixedWindowLimiter(
            context.Connection.RemoteIpAddress?.ToString() ?? "",
            _ => new FixedWindowRateLimiterOptions { PermitLimit = aMinute, Window = TimeSpan.FromMinutes(1) });
}
