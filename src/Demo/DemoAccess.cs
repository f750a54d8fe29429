using Microsoft.AspNetCore.Identity;
using SturdyTinker.Core.People;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Demo;

/// <summary>How everybody of the demo signs in: all of them alike, for it is a demo.</summary>
public static class DemoAccess
{
    /// <summary>Everybody's secret.</summary>
    public const string Secret = "lantern apple gravel";

    /// <summary>Everybody's PIN, on a tablet that is the shop's.</summary>
    public const string Pin = "4071";

    // Made once: a slow hash for each of them would be most of a demo's making.
    private static readonly Lazy<(string Secret, string Pin)> Hashes = new(() =>
    {
        PasswordHasher<Account> hasher = new();
        return (hasher.HashPassword(new Account(), Secret), hasher.HashPassword(new Account(), Pin));
    });

    /// <summary>Gives somebody an account, with the secret and the PIN of the demo.</summary>
    public static void Add(ShopFile file, Person person)
    {
        Account account = new()
        {
            Id = person.Id,
            UserName = person.Id.ToString("N"),
            NormalizedUserName = person.Id.ToString("N").ToUpperInvariant(),
            SecurityStamp = person.Id.ToString("N"),
            LockoutEnabled = true
        };
        (account.PasswordHash, account.PinHash) = Hashes.Value;
        file.Users.Add(account);
    }

    /// <summary>Who there is, and how they sign in, a line each.</summary>
    public static IEnumerable<string> Lines(IEnumerable<Person> people) =>
    [
        $"Sign in as any of these, with the secret “{Secret}”, or on a shared tablet with the PIN {Pin}:",
        .. people.Select(p => $"  {p.Name} ({string.Join(", ", p.Roles.Select(Rights.InWords))})")
    ];
}
