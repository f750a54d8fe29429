using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>A generated fleet for measuring: trailers of every kind with three years of history.</summary>
public static class Fleet
{
    /// <summary>Who works there; signs in with the demo's secret.</summary>
    public const string Measurer = "Measurer";

    // Who works there besides; the last one's dial indicator reads high.
    private static readonly string[] Others = ["Second hand", "Third hand"];

    internal const int Years = 3;

    // So many have a story of their own; what a larger fleet has besides are the same stories with other ids and tags.
    private const int Stories = 500;

    // How many are written together: more take longer to be compared than to be written.
    private const int AtOnce = 10;

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
        List<Person> hands = [person, .. Others.Select((name, i) => new Person
        {
            Id = Guid.CreateVersion7(start.AddMinutes(i + 1)),
            Name = name,
            Roles = [Role.Technician]
        })];
        file.People.AddRange(hands.Skip(1));
        int told = Math.Min(trailers, Stories);
        List<Customer> customers = [.. Enumerable.Range(1, Math.Max(1, told / 20)).Select(i => new Customer
        {
            Id = Guid.CreateVersion7(start),
            Name = string.Create(CultureInfo.InvariantCulture, $"Customer {i:0000}")
        })];
        file.Customers.AddRange(customers);
        await file.SaveChangesAsync();

        file.ChangeTracker.AutoDetectChangesEnabled = false;
        foreach (int[] batch in Enumerable.Range(1, told).Chunk(AtOnce))
        {
            await using var transaction = await file.Database.BeginTransactionAsync();
            foreach (int number in batch)
            {
                await AddTrailerAsync(
                    file,
                    number,
                    customers[random.Next(customers.Count)].Id,
                    customers[0].Id,
                    hands,
                    today,
                    random);
            }

            DemoShop.SettleFollowUps(file, person.Id, today);
            await file.SaveChangesAsync();
            await transaction.CommitAsync();
            file.ChangeTracker.Clear();
        }

        file.ChangeTracker.AutoDetectChangesEnabled = true;
        await FleetShelf.FillAsync(file, person.Id);
        for (int from = told; from < trailers; from += told)
        {
            await CopyAsync(file, from / told, told, Math.Min(told, trailers - from));
        }

        await file.RefreshAllAsync(today);
    }

    // The rows of the first trailers once more, by SQL: as many rows one by one take minutes a thousand.
    private static async Task CopyAsync(ShopFile file, int copy, int told, int count)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        HashSet<IEntityType> copied = [.. file.Model.GetEntityTypes().Where(t => t.ClrType == typeof(Customer)
            || t.ClrType == typeof(Trailer)
            || (t.ClrType != typeof(TrailerStatusRow) && Whose(t) is not null))];
        foreach (IEntityType type in copied.OrderBy(t => t.ClrType == typeof(Customer) ? 0
            : t.ClrType == typeof(Trailer) ? 1 : t.ClrType == typeof(Visit) ? 2 : 3))
        {
            StoreObjectIdentifier table = StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value;
            (string Column, string Value)[] columns = [.. type.GetProperties().Select(p =>
            {
                string column = $"\"{p.GetColumnName(table)}\"";
                bool its = p.ClrType == typeof(Guid)
                    && (p.IsPrimaryKey()
                        || p.Name is "TrailerId" or "VisitId"
                        || p.GetContainingForeignKeys().Any(k => copied.Contains(k.PrincipalEntityType)));
                string value = its ? $"substr({column}, 1, 14) || '8' || substr({column}, 16, 17) || $copy"
                    : type.ClrType == typeof(Trailer) && p.Name == nameof(Trailer.Tag)
                        ? $"printf('T-%04d', substr({column}, 3) + $from)"
                    : type.ClrType == typeof(Customer) && p.Name == nameof(Customer.Name)
                        ? $"{column} || ' ' || $copy"
                    : column;
                return (column, value);
            })];
            string wanted = $"substr(\"Tag\", 3) + 0 <= $count AND \"Id\" LIKE '______________7%'";
            string trailers = $"SELECT \"Id\" FROM \"Trailers\" WHERE {wanted}";
            string where = type.ClrType == typeof(Customer) ? "\"Id\" LIKE '______________7%'"
                : type.ClrType == typeof(Trailer) ? wanted
                : Whose(type) == "TrailerId" ? $"\"TrailerId\" IN ({trailers})"
                : $"\"VisitId\" IN (SELECT \"Id\" FROM \"Visits\" WHERE \"TrailerId\" IN ({trailers}))";

            // Nothing in it comes from outside the program.
#pragma warning disable EF1003
            await file.Database.ExecuteSqlRawAsync(
                $"INSERT INTO \"{table.Name}\" ({string.Join(", ", columns.Select(c => c.Column))}) "
                    + $"SELECT {string.Join(", ", columns.Select(c => c.Value))} FROM \"{table.Name}\" WHERE {where}",
                new SqliteParameter("$copy", copy.ToString("0000", CultureInfo.InvariantCulture)),
                new SqliteParameter("$from", copy * told),
                new SqliteParameter("$count", count));
#pragma warning restore EF1003
        }

        await transaction.CommitAsync();
    }

    // What tells whose a row is; null for what is nobody's.
    private static string? Whose(IEntityType type) =>
        type.FindProperty("TrailerId")?.ClrType == typeof(Guid) ? "TrailerId"
        : type.FindProperty("VisitId")?.ClrType == typeof(Guid) ? "VisitId"
        : null;

    private static async Task AddTrailerAsync(
        ShopFile file,
        int number,
        Guid customer,
        Guid overloads,
        List<Person> hands,
        DateOnly today,
        Random random)
    {
        Guid person = hands[0].Id;
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
            Uses = FleetWear.UsesOf(number),
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
        FleetWear wear = new(trailer.Uses, random) { First = first };
        DateOnly? last = null;
        for (DateOnly day = first.AddDays(20 + random.Next(200)); day < today; day = day.AddDays(wear.NextVisit()))
        {
            Person by = hands[random.Next(hands.Count)];
            List<Place> ends = [.. Places.WheelEndsOf(gear)];
            await new WorkedVisit(
                trailer.Id,
                gear,
                At(day),
                [.. ends.Select(p => new JobAt(JobCatalogue.BearingRepack.Code, p.Code))],
                by.Id)
            {
                Since = first,
                Seen =
                [
                    .. ends.Select(p => new DemoFinding(
                        p.Code,
                        last is { } before && wear.IsGone(before, day) ? "grease-milky" : "grease-black")),
                    new DemoFinding("axle-1-right", "bearing-smooth")
                ],
                OnTheRound = random.NextDouble() < (customer == overloads ? 0.3 : 0.015)
                    ? [new DemoFinding("axle-1-left-spring", "spring-flat", Mended: "sent to the spring shop")]
                    : [],
                Figures = by == hands[^1]
                    ? ends.ToDictionary(p => $"{p.Code}/end-play", _ => random.Next(2) == 0 ? ".006" : ".005")
                    : new Dictionary<string, string>(),
            }.AddToAsync(file, random, UsageLine.Of(trailer, road, day));
            last = day;
        }
    }

    private static DateTimeOffset At(DateOnly day) => new(day.ToDateTime(new TimeOnly(8, 0)), TimeSpan.Zero);
}
