using System.Reflection;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Who is working: read from the request's header, and every write carries it.</summary>
/// <param name="Id">The person.</param>
/// <param name="Name">Their name.</param>
public sealed record Worker(Guid Id, string Name)
{
    /// <summary>The header that carries the person's id.</summary>
    public const string Header = "Tinker-Person";

    /// <summary>Who a request that only reads says it comes from; null where it does not say.</summary>
    internal static Guid? MaybeOf(HttpRequest request) =>
        Guid.TryParse(request.Headers[Header], out Guid id) ? id : null;

    /// <summary>
    /// Reads the header. Refuses (400) when it is missing, or names nobody who works here. The write is noted in the
    /// change set with the person, so that it is saved together with what it changes, or not at all.
    /// </summary>
    public static async ValueTask<Worker> BindAsync(HttpContext context, ParameterInfo _)
    {
        if (!Guid.TryParse(context.Request.Headers[Header], out Guid id))
        {
            throw Refusal.Malformed("Say who is working first: pick a name at the top.");
        }

        ShopFile file = context.RequestServices.GetRequiredService<ShopFile>();
        Person? person = await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id);
        if (person is not { Active: true })
        {
            throw Refusal.Malformed("Whoever is picked at the top does not work here: pick a name again.");
        }

        file.Changes.Add(new Change
        {
            At = context.RequestServices.GetRequiredService<Clock>().Now,
            PersonId = id,
            What = $"{context.Request.Method} {context.Request.Path}"
        });
        return new Worker(person.Id, person.Name);
    }
}
