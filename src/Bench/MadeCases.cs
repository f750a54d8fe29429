using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Demo;
using SturdyTinker.Store;

namespace SturdyTinker.Bench;

/// <summary>Trailers to plan: generated ones, and the demo's.</summary>
internal static class MadeCases
{
    private static readonly Dictionary<RunningGear, StripDown> StripDowns = [];

    /// <summary>Generated trailers with a year and a half behind them; the same for the same count and day.</summary>
    internal static List<TrailerCase> Generated(int count, DateOnly today) =>
        [.. Used(count, today, new Upkeep()).Select(u => u.Case)];

    /// <summary>The same, each with the miles it runs a year, by what the shop has chosen about intervals.</summary>
    internal static List<(double MilesAYear, TrailerCase Case)> Used(int count, DateOnly today, Upkeep upkeep)
    {
        List<(double, TrailerCase)> cases = [];
        int[] ratings = [2_000, 3_500, 5_200, 6_000, 7_000];
        for (int number = 0; number < count; number++)
        {
            Random random = new(number + 1);
            RunningGear gear = GearDefaults.For(1 + random.Next(3), ratings[random.Next(ratings.Length)]) with
            {
                Lubrication = random.Next(4) == 0 ? Lubrication.GreasableSpindle : Lubrication.HandPacked
            };
            DateOnly added = today.AddDays(-550);
            Trailer trailer = new()
            {
                Id = Guid.CreateVersion7(),
                Tag = $"T-{number}",
                Gear = gear,
                Meter = random.Next(5) == 0 ? MeterKind.None : MeterKind.HubOdometer,
                AddedOn = added,
                Uses = random.Next(6) == 0 ? ["rough"] : []
            };
            List<MeterEntry> road = [];
            double total = 0, month = 100 + random.Next(1_200);
            for (DateOnly on = added; on < today; on = on.AddDays(30))
            {
                total += month * (on.Month is >= 4 and <= 10 ? 1.2 : 0.5) * (0.7 + (0.6 * random.NextDouble()));
                road.Add(new MeterEntry
                {
                    Id = Guid.CreateVersion7(),
                    On = on,
                    Typed = "",
                    Distance = Distance.FromMiles((decimal)total)
                });
            }

            List<WorkDone> work = [];
            foreach (DueRule rule in DueRules.All)
            {
                if (rule.Job(gear, PracticeChoices.Defaults) is { } code && JobCatalogue.Ours.Find(code) is { } job)
                {
                    DateOnly on = today.AddDays(-random.Next(20, (rule.Months ?? 18) * 30));
                    work.AddRange(Places
                        .Of(gear)
                        .Where(p => job.GoesAt(gear, p))
                        .Select(p => new WorkDone { Id = Guid.CreateVersion7(), Job = code, Place = p.Code, On = on }));
                }
            }

            TrailerRecord record = new(
                trailer,
                new ReadingContext(gear, PracticeChoices.Defaults),
                UsageLine.Of(trailer, road, today),
                Interval.BearingRepack)
            { Work = work, Upkeep = upkeep };
            cases.Add((
                total / 550 * 365,
                new TrailerCase(trailer.Id, TrailerStatus.Of(record, today).Upcoming, StripDownOf(gear))
                {
                    // Five trailers a customer.
                    Customer = new Guid(number / 5, 1, 1, new byte[8])
                }));
        }

        return cases;
    }

    /// <summary>The demo shop's trailers.</summary>
    internal static async Task<List<TrailerCase>> DemoAsync(DateTimeOffset now)
    {
        string folder = Directory.CreateTempSubdirectory("tinker-plan").FullName;
        try
        {
            await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
            await DemoShop.FillAsync(file, now);
            return [.. file.TrailerStatuses.ToList().Join(
                file.Trailers.ToList(),
                s => s.TrailerId,
                t => t.Id,
                (s, t) => new TrailerCase(t.Id, s.Status.Upcoming, StripDownOf(t.Gear)))];
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, true);
        }
    }

    private static StripDown StripDownOf(RunningGear gear)
    {
        if (!StripDowns.TryGetValue(gear, out StripDown? known))
        {
            StripDowns.Add(gear, known = new StripDown(gear, PracticeChoices.Defaults));
        }

        return known;
    }
}
