using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Addresses with a secret in them, for those who have no account: calendars, pages of customers.
/// </summary>
internal static class OutsideLinks
{
    /// <summary>The rate that they are limited to, by address.</summary>
    internal const string Limited = "outsiders";

    /// <summary>
    /// How long after it was made an address may be asked for again because the answer was lost: it is another one
    /// then, since nobody has the first.
    /// </summary>
    internal static readonly TimeSpan SentAgain = TimeSpan.FromMinutes(10);

    /// <summary>
    /// What is said of a secret that opens nothing, whatever the cause: it tells nobody what was there.
    /// </summary>
    internal const string Nothing = "There is nothing at this address any more. Ring the shop.";

    /// <summary>A page's whole address, to be sent to somebody.</summary>
    /// <param name="options">Where customers reach this program.</param>
    /// <param name="context">The request, for where it is asked at.</param>
    /// <param name="path">The page's path, with its secret.</param>
    internal static string Address(ShopOptions options, HttpContext context, string path) =>
        new Uri(options.PublicAt ?? new Uri($"{context.Request.Scheme}://{context.Request.Host}/"), path).ToString();

    /// <summary>
    /// Notes a write of somebody who has no account, in the change set: what it is about, never the address, which has
    /// the secret in it.
    /// </summary>
    internal static async Task NoteAsync(ShopFile file, Clock clock, string what)
    {
        Person somebody = await file.People.FirstOrDefaultAsync(p => p.Id == Person.Outsider)
            ?? file.People.Add(new Person
            {
                Id = Person.Outsider,
                Name = "a customer, by a link",
                Active = false,
                IsProgram = true,
                Roles = [],
            }).Entity;
        file.Changes.Add(new Change { At = clock.Now, PersonId = somebody.Id, What = what });
    }
}
