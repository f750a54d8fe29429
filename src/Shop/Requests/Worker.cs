using System.Reflection;
using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Who is working: whoever is signed in where the request comes from, and every write carries them.</summary>
/// <param name="Id">The person, or the program that brought a token.</param>
/// <param name="Name">Their name.</param>
public sealed record Worker(Guid Id, string Name)
{
    /// <summary>
    /// The header by which a page says whose write it sends: one that was typed by somebody else than who is signed in
    /// by now is refused, never signed by the wrong person.
    /// </summary>
    public const string Header = "Tinker-Person";

    /// <summary>What they are in the shop, as it stands in the file.</summary>
    internal async Task<IReadOnlyList<Role>> RolesAsync(ShopFile file) =>
        (await file.People.AsNoTracking().FirstAsync(p => p.Id == Id)).Roles;

    /// <summary>Who is signed in; null for nobody.</summary>
    internal static Guid? MaybeOf(ClaimsPrincipal who) =>
        Guid.TryParse(who.FindFirstValue(ClaimTypes.NameIdentifier), out Guid id) ? id : null;

    /// <summary>
    /// Reads who is signed in. Refuses (401) where nobody is, and (409) what somebody else has typed. The write is
    /// noted in the change set with the person, so that it is saved together with what it changes, or not at all.
    /// </summary>
    public static ValueTask<Worker> BindAsync(HttpContext context, ParameterInfo _) =>
        ValueTask.FromResult(Of(context));

    /// <summary>The same, for whoever is handed a request and not a worker.</summary>
    internal static Worker Of(HttpContext context)
    {
        Guid id = MaybeOf(context.User) ?? throw Refusal.SignedOut();
        string name = context.User.FindFirstValue(ClaimTypes.Name) ?? "";
        if (Guid.TryParse(context.Request.Headers[Header], out Guid typed) && typed != id)
        {
            throw Refusal.Conflict(
                $"This was typed while somebody else was signed in; now it is {name}. Nothing was saved: whoever typed "
                    + "it sends it again.");
        }

        context.RequestServices.GetRequiredService<ShopFile>().Changes.Add(new Change
        {
            At = context.RequestServices.GetRequiredService<Clock>().Now,
            PersonId = id,
            SessionId = Guid.TryParse(context.User.FindFirstValue(ClaimTypes.Sid), out Guid session) ? session : null,
            What = $"{context.Request.Method} {context.Request.Path}"
        });
        return new Worker(id, name);
    }
}
