using System.Globalization;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>
/// The demo shop: an invented workshop in an invented lake-and-hill county, with eighteen months behind it.
/// Its dates move with the day it is made; everything else is the same every time.
/// </summary>
public static class DemoShop
{
    private const int DaysKept = 600;

    // Hubs that go down a ramp are filled, to keep the water out.
    private static readonly PracticeChoices Launched = PracticeChoices.Defaults.With(new Dictionary<string, string>
    {
        [PracticeQuestions.GreaseFill.Code] = "cavity"
    });

    // Those who work on trailers come first: what was done a year long is theirs.
    private static readonly (string Name, Role[] Roles)[] People =
    [
        ("Ines Marrow", [Role.Owner, Role.Inspector]),
        ("Tobin Askel", [Role.Foreman, Role.Technician]),
        ("Odd Varley", [Role.Technician, Role.Inspector]),
        ("Perrin Loy", [Role.Apprentice]),
        ("Sella Wray", [Role.Office]),
        ("Maud Ferrow", [Role.ReadOnly]),
        ("Corin Ashby", [Role.Inspector]),
    ];

    // Of one of the inspectors nobody has put on file what shows it.
    private const string Unshown = "Corin Ashby";

    private const int AtTrailers = 3;

    /// <summary>Fills an empty file.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="now">The moment the demo ends at.</param>
    public static async Task FillAsync(ShopFile file, DateTimeOffset now)
    {
        DateOnly today = DateOnly.FromDateTime(now.DateTime);
        Random random = new(114);
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        settings.Name = "Quillmere workshop";
        settings.Reached = "4 Weir Lane, Quillmere\n555 0114\nworkshop@quillmere.example";
        settings.SupplierMail = "counter@parts.example";
        settings.KeptSince = today.AddDays(-150);
        settings.Hours = new OpenHours
        {
            Bays = 3,
            People = 3,
            Hours = [.. Enumerable.Range(0, 7).Select(d => d == ((int)today.DayOfWeek + 6) % 7 || d < 5 ? 7m : 0)],
            Holidays = [.. Holidays(today).Where(d => d != today)],
            PartsLeadDays = 6
        };
        settings.Practices = settings.Practices with { Own = DemoJobs.All };
        List<Person> all = [.. People.Select((p, i) => new Person
        {
            Id = Made(today, -DaysKept - 10 + i),
            Name = p.Name,
            Roles = p.Roles,
            Qualification = p.Roles.Contains(Role.Inspector) && p.Name != Unshown
                ? new Qualification(
                    QualifiedBy.Experience,
                    "at this shop for years; file in the office",
                    today.AddDays(-DaysKept))
                : null
        })];
        file.People.AddRange(all);
        file.OwnVersions.AddRange(
            DemoJobs.All.Entries.Select(e => OwnVersion.Of(e, now.AddDays(-DaysKept), all[0].Id)));
        foreach (Person person in all)
        {
            DemoAccess.Add(file, person);
        }

        List<Person> people = all[..AtTrailers];
        Dictionary<string, Customer> customers = Customers(today).ToDictionary(c => c.Name);
        file.Customers.AddRange(customers.Values);
        await file.SaveChangesAsync();

        foreach (DemoTrailer told in DemoTrailers.All)
        {
            Trailer trailer = Add(file, told, customers[told.Customer].Id, today);
            List<MeterEntry> road = [.. Road(told, trailer, today, people[0].Id, random)];
            file.MeterEntries.AddRange(road);
            foreach (PastVisit visit in told.Visits)
            {
                DateOnly day = Weekday(today.AddDays(-visit.DaysAgo));
                Guid by = people[random.Next(people.Count)].Id;
                await new WorkedVisit(
                    trailer.Id,
                    trailer.Gear,
                    Morning(day),
                    [
                        .. Ends(visit.Ends, trailer.Gear),
                        .. visit.Also.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(JobAt.Of),
                    ],
                    by)
                {
                    Seen = visit.Seen,
                    Figures = visit.Figures,
                    Sockets = visit.Sockets,
                    Practices = customers[told.Customer].Practices,
                    ReleasedBecause = visit.ReleasedBecause,
                    Since = trailer.AddedOn,
                }.AddToAsync(file, random, UsageLine.Of(trailer, road.Where(r => r.On <= day), day));
            }
        }

        await file.SaveChangesAsync();
        await DemoYears.AddAsync(file, people, customers, today);
        await AtWorkNowAsync(file, people, now, random);
        await DemoToday.AddAsync(file, people, now, random);
        SettleFollowUps(file, people[0].Id, today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        await file.RefreshAllAsync(today);
        await AcceptAsync(file, people, now);
        await DemoToday.PlaceAsync(file, people, today);
        await DemoShelf.FillAsync(file, people, now);
    }

    // Between the years nobody works, and in the first week of August.
    private static IReadOnlyList<DateOnly> Holidays(DateOnly today) =>
        [.. Enumerable
            .Range(0, 520)
            .Select(today.AddDays)
            .Where(d => d is { Month: 12, Day: >= 24 } or { Month: 1, Day: 1 }
                || (d.Month == 8 && d.Day is >= 2 and <= 8))];

    /// <summary>Visits that customers have said yes to already, as planning proposed them; one is today.</summary>
    private static async Task AcceptAsync(ShopFile file, List<Person> people, DateTimeOffset now)
    {
        DateOnly today = DateOnly.FromDateTime(now.DateTime);
        ShopSettings settings = await file.SettingsAsync();
        TrailerPlanner planner = new(today, TrailerPlanner.UsualWeeks, settings.Costs);
        foreach (string tag in new[] { "A-11", "B-03", "P-11", DemoToday.Expected })
        {
            Trailer trailer = file.Trailers.First(t => t.Tag == tag);
            TrailerStatus standing = file.TrailerStatuses.First(s => s.Tag == tag).Status;
            TrailerCase trailerCase = new(
                trailer.Id,
                standing.Upcoming,
                new StripDown(trailer.Gear, await file.PracticesAsync(trailer)));
            if (planner.Plan(trailerCase, planner.Shut(settings.Hours, today).Append(0)).Visits is not [var next, ..])
            {
                continue;
            }

            DateOnly day = tag == DemoToday.Expected
                ? today
                : Enumerable.Range(0, 5).Select(next.Week.AddDays).First(d => settings.Hours.MinutesOn(d) > 0);
            Guid id = Guid.CreateVersion7(now);
            file.Decisions.Add(new Decision
            {
                Id = id,
                TrailerId = trailer.Id,
                Kind = DecisionKind.Accept,
                Tasks = [.. next.Tasks.Select(t => t.Due.Id)],
                To = day,
                BookingId = id,
                At = now,
                PersonId = people[0].Id
            });
            file.Bookings.Add(Booking.Of(
                id,
                trailerCase,
                [.. next.Tasks.Select(t => t.Due.Id)],
                day,
                settings.Costs,
                now,
                people[0].Id));
        }

        await file.SaveChangesAsync();
        file.ChangeTracker.Clear();
    }

    private static IEnumerable<Customer> Customers(DateOnly today)
    {
        BusyTime[] Every(int month, int months, string why) =>
            [.. Enumerable
                .Range(0, 3)
                .Select(y => new DateOnly(today.Year + y, month, 1))
                .Select(d => new BusyTime(d, d.AddMonths(months).AddDays(-1), why))];
        Dictionary<string, IReadOnlyList<BusyTime>> busy = new()
        {
            [DemoTrailers.Orchard] = Every(9, 2, "harvest"),
            [DemoTrailers.Weeds] = Every(7, 1, "cutting")
        };
        (string Name, string Phone, string Note)[] told =
        [
            (DemoTrailers.Puppets, "Lanternfold 4", "On tour from March to November; call the stage manager, not the "
                + "box office."),
            (DemoTrailers.Gliders, "Skaldale 31", "Flying season April to October. The winch is needed every "
                + "Saturday."),
            (DemoTrailers.Library, "Quillmere 114", "Wants the yearly report in January. Vans are free on Mondays."),
            (DemoTrailers.Orchard, "Thistlewane 9", "Nothing can be spared in harvest, September and October."),
            (DemoTrailers.Balloons, "Hobbin Hill 2", "Mornings only; they fly at dusk."),
            (DemoTrailers.Weeds, "Quillmere 60", "Launches daily in summer, always hubs-deep. Never in July."),
        ];
        return told.Select((c, i) => new Customer
        {
            Id = Made(today, -DaysKept - 5 + i),
            Name = c.Name,
            Phone = c.Phone,
            Note = c.Note,
            Mail = $"{c.Name.Split(' ')[0].ToLowerInvariant()}@customers.example",
            Practices = c.Name == DemoTrailers.Weeds ? Launched : PracticeChoices.Defaults,
            Busy = busy.GetValueOrDefault(c.Name) ?? [],

            // The library's vans are inspected by law.
            Intervals = c.Name == DemoTrailers.Library
                ? new Dictionary<string, IntervalChoice> { [DueRules.Periodic] = new(true, null, null) }
                : new Dictionary<string, IntervalChoice>(),
        });
    }

    private static Trailer Add(ShopFile file, DemoTrailer told, Guid customer, DateOnly today)
    {
        Trailer trailer = new()
        {
            Id = Made(today, -DaysKept),
            Tag = told.Tag,
            Name = told.Name,
            CustomerId = customer,
            Gear = told.Gear,
            Meter = told.Meter,
            MeterNumber = told.Meter == MeterKind.HubOdometer ? $"HO-{told.Tag}" : "",
            Uses = told.Uses,
            AddedOn = told.Visits.Length > 0 ? today.AddDays(-DaysKept) : today.AddDays(-20),
            EstimatedYear = told.Meter == MeterKind.Estimate
                ? Distance.FromMiles((decimal)Math.Round(told.WeekMiles * 26 * (1 + told.WinterShare) / 100) * 100)
                : null,
        };
        file.Trailers.Add(trailer);
        return trailer;
    }

    /// <summary>A meter read every few weeks, or trips written down, with a summer and a winter.</summary>
    private static IEnumerable<MeterEntry> Road(
        DemoTrailer told,
        Trailer trailer,
        DateOnly today,
        Guid by,
        Random random)
    {
        double total = 4_000 + (random.Next(300) * 10);
        bool meter = told.Meter is MeterKind.HubOdometer or MeterKind.TowLog;
        bool changed = false;
        int every = meter ? 28 : 21;
        for (int ago = DaysKept; told.Meter is not (MeterKind.None or MeterKind.Estimate) && ago >= 3; ago -= every)
        {
            DateOnly day = today.AddDays(-ago);
            double miles =
                told.WeekMiles * (every / 7.0) * Season(day, told.WinterShare) * (0.8 + (0.4 * random.NextDouble()));
            if (told.Uses.Contains(Use.Launched) && day.Month is >= 5 and <= 9)
            {
                int times = 6 + random.Next(8);
                yield return new MeterEntry
                {
                    Id = Guid.CreateVersion7(Morning(day)),
                    TrailerId = trailer.Id,
                    Kind = MeterEntryKind.Immersion,
                    On = day,
                    Typed = times.ToString(CultureInfo.InvariantCulture),
                    Times = times,
                    At = Morning(day),
                    PersonId = by
                };
            }

            if (!meter)
            {
                yield return Entry(trailer.Id, MeterEntryKind.Trip, day, Math.Round(miles), by);
                continue;
            }

            bool now = !changed && ago <= told.NewMeterDaysAgo;
            changed |= now;
            total = now ? Math.Round(miles) : Math.Round(total + miles);
            yield return Entry(trailer.Id, MeterEntryKind.Reading, day, total, by, now);
        }

        foreach ((int ahead, int miles) in told.Planned)
        {
            yield return Entry(trailer.Id, MeterEntryKind.Trip, today.AddDays(ahead), miles, by);
        }
    }

    /// <summary>
    /// The hub odometers with what they last showed, a line each, for the simulated feed of readings.
    /// </summary>
    public static async Task<IReadOnlyList<string>> MetersAsync(ShopFile file)
    {
        List<MeterEntry> readings = await file.MeterEntries
            .AsNoTracking()
            .Where(m => m.Kind == MeterEntryKind.Reading)
            .ToListAsync();
        return [.. (await file.Trailers
            .AsNoTracking()
            .Where(t => t.MeterNumber != "")
            .OrderBy(t => t.Tag)
            .ToListAsync())
            .Select(t => string.Create(
                CultureInfo.InvariantCulture,
                $"{t.MeterNumber} {readings.Where(m => m.TrailerId == t.Id).MaxBy(m => (m.On, m.At))!.Distance.Miles:0}"))];
    }

    private static double Season(DateOnly day, double winterShare) => day.Month is >= 4 and <= 10 ? 1 : winterShare;

    private static MeterEntry Entry(
        Guid trailer,
        MeterEntryKind kind,
        DateOnly on,
        double miles,
        Guid by,
        bool starts = false) => new()
        {
            Id = Guid.CreateVersion7(Morning(on)),
            TrailerId = trailer,
            Kind = kind,
            On = on,
            Typed = miles.ToString("#,0", CultureInfo.InvariantCulture) + " mi",
            Distance = Distance.FromMiles((decimal)miles),
            StartsNewMeter = starts,
            At = Morning(on),
            PersonId = by,
        };

    // Two trailers stand in the bay: one being repacked, its left side nearly done; one on its periodic inspection.
    private static async Task AtWorkNowAsync(ShopFile file, List<Person> people, DateTimeOffset now, Random random)
    {
        Trailer trailer = file.Trailers.Local.First(t => t.Tag == "A-12");
        await new WorkedVisit(trailer.Id, trailer.Gear, now.AddHours(-2), Ends("", trailer.Gear), people[1].Id)
        {
            StopAfter = "axle-2-left/bearing-repack/judge-spindle",
            Seen =
            [
                new DemoFinding("axle-1-left", "grease-black", "No grit between the fingers."),
                new DemoFinding(
                    "axle-2-left",
                    "cup-damaged",
                    "Rust line on the inner cup.",
                    Which: "inner",
                    Damage: "corrosion-moisture")
            ],
            Figures = new Dictionary<string, string> { ["axle-1-left/seal-journal"] = "2 1/4" },
            Since = trailer.AddedOn,
        }.AddToAsync(file, random, UsageLine.Of(trailer, [], DateOnly.FromDateTime(now.DateTime)));

        Trailer van = file.Trailers.Local.First(t => t.Tag == "Q-120");
        await new WorkedVisit(
            van.Id,
            van.Gear,
            now.AddMinutes(-40),
            [new JobAt(PeriodicInspection.JobCode, Place.Trailer.Code)],
            people[0].Id)
        {
            StopAfter = "trailer/secured/nose",
            OnTheRound =
            [
                .. HalfRound(van.Gear),
                new DemoFinding("axle-1-left-rear-eye", "bushing-worn", "Moves a quarter by the lever."),
                new DemoFinding("axle-1-left-rear-eye", "bolt-dry", "Fitting takes nothing; paint in it."),
                new DemoFinding("axle-1-left-rear-eye", "link-sound"),
            ],
            Since = van.AddedOn,
        }.AddToAsync(file, random, UsageLine.Of(van, [], DateOnly.FromDateTime(now.DateTime)));
    }

    // The trailer and its left side as far as the first axle, but for the rear eye: looked at and sound.
    private static IEnumerable<DemoFinding> HalfRound(RunningGear gear) =>
        from item in Round.Of(gear, periodic: true)
        where item.Opening is null && (item.Place.Kind is PlaceKind.Trailer or PlaceKind.FrontHanger
            || item.Place.Axle == 1) && item.Place.Side != Side.Right
            && item.Place.Kind is not (PlaceKind.RearEye or PlaceKind.Equalizer or PlaceKind.Axle)
        select new DemoFinding(
            item.Place.Code,
            Rulebook.All.First(r => r.Subject == item.Subject && r.Goes(gear)).Code);

    // Old checks were done within the week; the newest are still owed.
    internal static void SettleFollowUps(ShopFile file, Guid by, DateOnly today)
    {
        foreach (FollowUp owed in file.FollowUps.Local.Where(f => f.From < today.AddDays(-15)))
        {
            owed.DoneAt = Morning(owed.DueOn < today ? owed.DueOn : today.AddDays(-1)).AddHours(6);
            owed.DoneBy = by;
        }
    }

    private static List<JobAt> Ends(string written, RunningGear gear) =>
        written == DemoTrailers.NoEnd
            ? []
            : [.. (written.Length > 0
                ? written.Split(' ')
                : Places.WheelEndsOf(gear).Select(p => p.Code)).Select(
                    e => new JobAt(JobCatalogue.BearingRepack.Code, e))];

    internal static DateOnly Weekday(DateOnly day) => day.DayOfWeek switch
    {
        DayOfWeek.Saturday => day.AddDays(-1),
        DayOfWeek.Sunday => day.AddDays(-2),
        _ => day,
    };

    internal static DateTimeOffset Morning(DateOnly day)
    {
        DateTime local = day.ToDateTime(new TimeOnly(7, 40));
        return new DateTimeOffset(local, TimeZoneInfo.Local.GetUtcOffset(local));
    }

    private static Guid Made(DateOnly today, int day) => Guid.CreateVersion7(Morning(today.AddDays(day)));
}
