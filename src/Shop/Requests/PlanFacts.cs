using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>Tells facts apart by what they say: the same facts have the same one.</summary>
/// <param name="Sha256">In hexadecimal digits.</param>
internal readonly record struct Fingerprint(string Sha256)
{
    /// <summary>The fingerprint of anything that can be written as JSON.</summary>
    internal static Fingerprint Of<T>(T facts) =>
        new(Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(facts))));
}

/// <summary>Who can do what, and in which weeks nobody who can is at work.</summary>
internal sealed class WhoCan
{
    private readonly JobCatalogue catalogue;
    private readonly HashSet<Skill> known;
    private readonly (Skill Skill, DateOnly[] Weeks)[] nobody;

    /// <param name="today">The day.</param>
    /// <param name="hours">When the shop works, and who is away.</param>
    /// <param name="catalogue">The jobs in force.</param>
    /// <param name="people">Who works here.</param>
    internal WhoCan(DateOnly today, OpenHours hours, JobCatalogue catalogue, IReadOnlyList<Person> people)
    {
        this.catalogue = catalogue;
        known = [.. people.SelectMany(p => p.Can)];
        DateOnly first = Weeks.Monday(today);
        DateOnly[] weeks = [.. Enumerable.Range(0, TrailerPlanner.UsualWeeks).Select(w => first.AddDays(7 * w))];
        nobody = hours.Away.Count == 0 ? []
            : [.. people
                .SelectMany(p => p.Can.Select(skill => (skill, p.Id)))
                .GroupBy(p => p.skill, p => p.Id)
                .Select(who => (who.Key, weeks.Where(w => hours.AllAwayIn([.. who], w)).ToArray()))
                .Where(n => n.Item2.Length > 0)];
    }

    /// <summary>Reads it for other hours than the shop's.</summary>
    internal static async Task<WhoCan> ReadAsync(ShopFile file, DateOnly today, OpenHours hours) =>
        new(today, hours, await file.CatalogueAsync(), await PeopleAsync(file));

    /// <summary>Who works here now.</summary>
    internal static Task<List<Person>> PeopleAsync(ShopFile file) =>
        file.People.AsNoTracking().Where(p => p.Active && !p.IsProgram).ToListAsync();

    /// <summary>Weeks in which nobody who can do a task is at work, by the task's id.</summary>
    /// <param name="coming">The tasks.</param>
    internal IReadOnlyList<(string Task, DateOnly Week)> NobodyFor(IEnumerable<Upcoming> coming) =>
        nobody.Length == 0 ? []
            : [.. coming.SelectMany(due => Skills
                .Of(catalogue, due.JobsAt(), known)
                .SelectMany(skill => nobody.Where(n => n.Skill == skill).SelectMany(n => n.Weeks))
                .Distinct()
                .Select(week => (due.Id, week)))];
}

/// <summary>Everything besides the trailers themselves that the shop's plan follows from.</summary>
/// <param name="Today">The day.</param>
/// <param name="Settings">The shop's choices.</param>
/// <param name="Customers">By id.</param>
/// <param name="Inputs">What parts cost and how long steps take here, as plans go by them.</param>
/// <param name="Decisions">Those that stand, by trailer.</param>
/// <param name="Bookings">Accepted visits that have not come yet, from this week on, by trailer.</param>
/// <param name="People">Who works here now.</param>
/// <param name="Calendars">When customers can spare no trailer by their own calendars, by customer.</param>
internal sealed record PlanFacts(
    DateOnly Today,
    ShopSettings Settings,
    IReadOnlyDictionary<Guid, Customer> Customers,
    PlanInputs Inputs,
    ILookup<Guid, Decision> Decisions,
    ILookup<Guid, Booking> Bookings,
    IReadOnlyList<Person> People,
    ILookup<Guid, BusyTime> Calendars)
{
    /// <summary>Who can do what, and when they are at work.</summary>
    internal WhoCan WhoCan { get; } = new(Today, Settings.Hours, JobCatalogue.Of(Settings.Practices), People);

    /// <summary>Weeks that each customer cannot spare a trailer in, by customer.</summary>
    internal IReadOnlyDictionary<Guid, HashSet<DateOnly>> Busy { get; } =
        Customers.ToDictionary(c => c.Key, c => BusyTime.WeeksTaken(c.Value.Busy.Concat(Calendars[c.Key])));

    /// <summary>How long steps take here.</summary>
    internal Learned Learned { get; } = Inputs.Learned;

    /// <summary>Tells apart how long steps take here.</summary>
    internal Fingerprint Times { get; } = Fingerprint.Of(Inputs.Minutes);

    private readonly Fingerprint shop = Fingerprint.Of(
        new { Settings.Costs, Settings.Hours, Settings.Practices, Today, Inputs });

    /// <summary>Everything that one trailer's plan follows from.</summary>
    /// <param name="stamp">The stamp of its status.</param>
    /// <param name="trailer">The trailer.</param>
    internal Fingerprint Of(Guid stamp, BoardTrailer trailer) => Fingerprint.Of(new
    {
        shop,
        stamp,
        Decisions = Decisions[trailer.Id].Select(d => d.Id),
        Bookings = Bookings[trailer.Id].Select(b => new { b.Id, b.Day }),
        Busy = trailer.Case.Busy.Order(),
        Nobody = trailer.Case.NobodyFor.Select(n => new { n.Task, n.Week }),
    });

    /// <summary>Reads them.</summary>
    internal static async Task<PlanFacts> ReadAsync(ShopFile file, DateOnly today)
    {
        DateOnly monday = Weeks.Monday(today);
        PlanInputs before = (await file.PlanInputs.AsNoTracking().SingleOrDefaultAsync())?.Inputs ?? PlanInputs.None;
        return new PlanFacts(
            today,
            await file.SettingsToReadAsync(),
            await file.Customers.AsNoTracking().ToDictionaryAsync(c => c.Id),
            before.Next(
                await file.LearnedMinutesAsync(),
                (await PartsKnown.ByCodeAsync(file)).ToDictionary(p => p.Key, p => p.Value.Price),
                today),
            (await file.Decisions.AsNoTracking().Where(d => d.UndoneAt == null).ToListAsync())
                .ToLookup(d => d.TrailerId),
            (await file.Bookings
                .AsNoTracking()
                .Where(b => b.CalledOffAt == null && b.VisitId == null && b.Day >= monday)
                .ToListAsync())
                .ToLookup(b => b.TrailerId),
            await WhoCan.PeopleAsync(file),
            (await (from row in file.CustomerCalendars.AsNoTracking()
                    join customer in file.Customers on row.CustomerId equals customer.Id
                    where customer.Calendar == row.Address
                    select new { row.CustomerId, row.Busy }).ToListAsync())
                .SelectMany(c => c.Busy.Select(b => (c.CustomerId, Time: b)))
                .ToLookup(c => c.CustomerId, c => c.Time));
    }
}
