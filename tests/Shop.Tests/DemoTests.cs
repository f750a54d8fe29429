using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Demo;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The demo shop makes sense, whatever day it is made on.</summary>
public sealed class DemoTests
{
    [Theory]
    [InlineData("2026-11-28T23:30-06:00")]
    [InlineData("2028-02-29T09:00-05:00")]
    [InlineData("2026-12-31T18:00+01:00")]
    public async Task The_demo_is_whole_on_any_day(string when)
    {
        DateTimeOffset now = DateTimeOffset.Parse(when, System.Globalization.CultureInfo.InvariantCulture);
        DateOnly today = DateOnly.FromDateTime(now.DateTime);
        string folder = Directory.CreateTempSubdirectory("tinker-demo-").FullName;
        try
        {
            await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
            await DemoShop.FillAsync(file, now);
            Assert.True(await file.Trailers.CountAsync() >= 15);
            Assert.True(await file.Customers.CountAsync() >= 5);
            Assert.True(await file.Visits.CountAsync(v => v.ClosedAt != null) >= 20);
            Assert.Equal(6, await file.Visits.CountAsync(v => v.ClosedAt == null));
            Assert.Equal(
                [Standing.Ready, Standing.WaitsForAnswer, Standing.WaitsForParts],
                await file.Visits
                    .Where(v => v.Standing != Standing.Working)
                    .Select(v => v.Standing)
                    .OrderBy(s => s)
                    .ToListAsync());
            Assert.Equal(3, await file.BoardSlots.CountAsync(s => s.Day == today));
            Assert.True((await file.SettingsAsync()).Hours.MinutesOn(today) > 0);
            Assert.All(await file.StepEntries.ToListAsync(), e => Assert.True(e.At <= now));
            Assert.All(await file.Trailers.ToListAsync(), t => Assert.Empty(t.Gear.Contradictions()));
            Assert.True((await file.Trailers.ToListAsync())
                .Select(t => t.Gear with { RatingPounds = 0 })
                .Distinct()
                .Count() >= 12);
            Assert.True(await file.FollowUps.AnyAsync(f => f.DoneAt == null));
            Assert.True(
                (await file.Visits.ToListAsync()).Min(v => v.OpenedAt.DateTime)
                    <= today.AddMonths(-18).ToDateTime(TimeOnly.MaxValue));

            // A trailer for each cause that practitioners look for, and one whose lining runs out next season.
            Assert.Superset(
                new HashSet<string> { "over-filled", "heavy-side", "set-too-tight", "launched-warm", "brakes-dead" },
                (await file.Visits.ToListAsync())
                    .SelectMany(v => v.Conclusions)
                    .Where(c => c.Kind == ConclusionKind.Cause)
                    .Select(c => c.Code)
                    .ToHashSet());
            DueAt lining =
                (await file.TrailerStatuses.FirstAsync(s => s.Tag == "B-03"))
                    .Status.Dues.First(d => d.Short == "lining");
            Assert.InRange(lining.Due.On.DayNumber - today.DayNumber, 60, 365);
            Assert.Equal(
                ["Hold", "Renew", "Watch", "Sound"],
                (await file.TrailerStatuses.ToListAsync())
                    .Select(s => s.Worst)
                    .Where(w => w is not null)
                    .Distinct()
                    .OrderDescending()
                    .Select(w => w.ToString()!));
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }

    [Fact]
    public async Task A_generated_fleet_has_its_years()
    {
        string folder = Directory.CreateTempSubdirectory("tinker-fleet-").FullName;
        try
        {
            await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
            await Fleet.FillAsync(file, 5, DateOnly.FromDateTime(TurnedClock.Start.DateTime));
            Assert.Equal(5, await file.TrailerStatuses.CountAsync(s => s.NextDue != null));
            Assert.Equal(15, await file.Visits.CountAsync());
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(folder, recursive: true);
        }
    }
}
