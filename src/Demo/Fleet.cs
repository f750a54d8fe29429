using System.Globalization;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>A generated fleet for measuring: trailers of every kind with three years of history.</summary>
public static class Fleet
{
    /// <summary>Who works there; signs in with the demo's secret.</summary>
    public const string Measurer = "Measurer";

    private const int Years = 3;

    /// <summary>Fills an empty file with a fleet; the same every time for the same count and day.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="trailers">How many trailers.</param>
    /// <param name="today">The day the history ends on.</param>
    public static async Task FillAsync(ShopFile file, int trailers, DateOnly today)
    {
        Random random = new(7);
        DateTimeOffset start = new(today.AddYears(-Years).ToDateTime(new TimeOnly(8, 0)), TimeSpan.Zero);
        (await file.SettingsAsync()).Name = "Measured shop";
        Person person = new()
        {
            Id = Guid.CreateVersion7(start),
            Name = Measurer,
            Roles = [Role.Owner, Role.Inspector]
        };
        file.People.Add(person);
        DemoAccess.Add(file, person);
        List<Customer> customers = [.. Enumerable.Range(1, Math.Max(1, trailers / 20)).Select(i => new Customer
        {
            Id = Guid.CreateVersion7(start),
            Name = string.Create(CultureInfo.InvariantCulture, $"Customer {i:0000}")
        })];
        file.Customers.AddRange(customers);
        await file.SaveChangesAsync();

        file.ChangeTracker.AutoDetectChangesEnabled = false;
        foreach (int[] batch in Enumerable.Range(1, trailers).Chunk(50))
        {
            await using var transaction = await file.Database.BeginTransactionAsync();
            foreach (int number in batch)
            {
                await AddTrailerAsync(
                    file,
                    number,
                    customers[random.Next(customers.Count)].Id,
                    person.Id,
                    today,
                    random);
            }

            await file.SaveChangesAsync();
            await transaction.CommitAsync();
            file.ChangeTracker.Clear();
        }

        file.ChangeTracker.AutoDetectChangesEnabled = true;
        await file.RefreshAllAsync(today);
    }

    private static async Task AddTrailerAsync(
        ShopFile file,
        int number,
        Guid customer,
        Guid person,
        DateOnly today,
        Random random)
    {
        int[] ratings = [2_000, 3_500, 5_200, 6_000, 7_000];
        RunningGear gear = GearDefaults.For(1 + random.Next(3), ratings[random.Next(ratings.Length)]);
        DateOnly first = today.AddYears(-Years);
        Trailer trailer = new()
        {
            Id = Guid.CreateVersion7(At(first)),
            Tag = string.Create(CultureInfo.InvariantCulture, $"T-{number:0000}"),
            Name = "Generated trailer",
            CustomerId = customer,
            Gear = gear,
            Meter = MeterKind.HubOdometer,
            AddedOn = first,
        };
        file.Trailers.Add(trailer);

        int perMonth = 100 + random.Next(1_200), total = 0;
        List<MeterEntry> road = [];
        for (int month = 0; month < Years * 12; month++)
        {
            total += (int)(perMonth * (0.6 + (0.8 * random.NextDouble())));
            DateOnly on = first.AddMonths(month).AddDays(random.Next(20));
            road.Add(new MeterEntry
            {
                Id = Guid.CreateVersion7(At(on)),
                TrailerId = trailer.Id,
                On = on,
                Typed = total.ToString(CultureInfo.InvariantCulture),
                Distance = Distance.FromMiles(total),
                At = At(on),
                PersonId = person
            });
        }

        file.MeterEntries.AddRange(road);
        for (int year = 0; year < Years; year++)
        {
            DateOnly day = first.AddDays((year * 365) + 20 + random.Next(300));
            await new WorkedVisit(
                trailer.Id,
                gear,
                At(day),
                [.. Places.WheelEndsOf(gear).Select(p => new JobAt(JobCatalogue.BearingRepack.Code, p.Code))],
                person)
            {
                Since = first,
                Seen =
                [
                    new DemoFinding("axle-1-left", random.Next(5) == 0 ? "grease-milky" : "grease-black"),
                    new DemoFinding("axle-1-right", "bearing-smooth")
                ],
            }.AddToAsync(file, random, UsageLine.Of(trailer, road, day));
        }
    }

    private static DateTimeOffset At(DateOnly day) => new(day.ToDateTime(new TimeOnly(8, 0)), TimeSpan.Zero);
}
