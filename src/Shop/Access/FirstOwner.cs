using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>
/// A shop that nobody owns yet is given to whoever knows the code that the program says where it is started, and to
/// nobody else who comes first.
/// </summary>
internal sealed class FirstOwner
{
    private volatile bool owned;

    /// <summary>The code; a new one at each start.</summary>
    internal string Code { get; } = Digest.NewCode();

    /// <summary>Says at the start how a shop without an owner gets one.</summary>
    internal static async Task SayAsync(IServiceProvider services, ICollection<string> addresses)
    {
        await using AsyncServiceScope scope = services.CreateAsyncScope();
        FirstOwner first = services.GetRequiredService<FirstOwner>();
        if (addresses.Count > 0 && await first.IsMissingAsync(scope.ServiceProvider.GetRequiredService<ShopFile>()))
        {
            string address = addresses.FirstOrDefault() ?? "";
            await Console.Out.WriteLineAsync(
                $"Nobody owns this shop yet. Whoever is to: {address}/begin#{first.Code}");
        }
    }

    /// <summary>Whether a code is the one, however it was typed.</summary>
    internal bool Is(string? code) => code is not null
        && System.Security.Cryptography.CryptographicOperations.FixedTimeEquals(
            Convert.FromHexString(Digest.OfCode(code)),
            Convert.FromHexString(Digest.OfCode(Code)));

    /// <summary>Whether the shop has an owner who can sign in.</summary>
    internal async Task<bool> IsMissingAsync(ShopFile file)
    {
        if (!owned)
        {
            var withSecret = from person in file.People.AsNoTracking()
                             join account in file.Users on person.Id equals account.Id
                             where person.Active && account.PasswordHash != null
                             select person;
            owned = (await withSecret.ToListAsync()).Any(p => p.Roles.Contains(Role.Owner));
        }

        return !owned;
    }
}
