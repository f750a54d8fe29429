using CsCheck;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests.Intervals;

/// <summary>What has to hold of a trailer's road, however it is known.</summary>
public class UsageLineTests
{
    private static readonly DateOnly Today = new(2026, 11, 24);

    private static Trailer With(MeterKind meter, decimal? milesAYear = null) =>
        Gears.Metered(meter, Today.AddDays(-500), milesAYear);

    private static MeterEntry Entry(MeterEntryKind kind, int daysAgo, decimal miles, bool fresh = false) =>
        new()
        {
            Kind = kind,
            On = Today.AddDays(-daysAgo),
            Typed = "",
            Distance = Distance.FromMiles(miles),
            StartsNewMeter = fresh,
            At = Today.AddDays(-daysAgo).ToDateTime(TimeOnly.MinValue)
        };

    // Readings that only grow, and trips done and planned, in any order.
    private static Gen<(Trailer Trailer, List<MeterEntry> Entries)> AnyRoad() =>
        from meter in Gen.Enum<MeterKind>()
        from year in Gen.Int[0, 30_000]
        from readings in Gen.Int[1, 90].SelectMany(gap => Gen.Int[0, 3_000].Select(miles => (gap, miles))).List[0, 8]
        from trips in Gen.Int[-200, 480].SelectMany(ago => Gen.Int[1, 2_000].Select(miles => (ago, miles))).List[0, 8]
        select (With(meter, meter == MeterKind.Estimate ? year : null), Entries(readings, trips));

    private static List<MeterEntry> Entries(List<(int Gap, int Miles)> readings, List<(int Ago, int Miles)> trips)
    {
        List<MeterEntry> entries = [.. trips.Select(t => Entry(MeterEntryKind.Trip, t.Ago, t.Miles))];
        int ago = readings.Sum(r => r.Gap), total = 4_000;
        foreach ((int gap, int miles) in readings)
        {
            ago -= gap;
            total += miles;
            entries.Add(Entry(MeterEntryKind.Reading, ago, total));
        }

        return entries;
    }

    [Fact]
    public void The_road_covered_never_shrinks_from_one_day_to_the_next() =>
        AnyRoad().Sample(road =>
        {
            UsageLine line = UsageLine.Of(road.Trailer, road.Entries, Today);
            for (int day = -520; day < 400; day += 3)
            {
                if (line.At(Today.AddDays(day)) is { } before)
                {
                    Assert.True(line.At(Today.AddDays(day + 3))!.Value >= before);
                }
            }
        });

    [Fact]
    public void A_distance_is_reached_on_the_first_day_that_has_it_as_if_each_day_were_asked() =>
        Gen.Select(AnyRoad(), Gen.Int[-500, 300], Gen.Int[0, 20_000]).Sample((road, start, miles) =>
        {
            UsageLine line = UsageLine.Of(road.Trailer, road.Entries, Today);
            DateOnly from = Today.AddDays(start);
            Distance distance = Distance.FromMiles(miles);
            if (!line.Knows || line.At(from) is not { } begun)
            {
                Assert.Null(line.Reaches(from, distance));
                return;
            }

            const int Asked = 1_500;
            DateOnly? first = Enumerable.Range(0, Asked)
                .Select(from.AddDays)
                .Where(day => line.At(day)!.Value >= begun + distance)
                .Select(day => (DateOnly?)day)
                .FirstOrDefault();
            DateOnly? reached = line.Reaches(from, distance);
            Assert.Equal(first, reached is { } day && day < from.AddDays(Asked) ? day : null);

            // Likelier early than late, and the likely day between.
            if (line.ReachesBetween(from, distance, Today) is ({ } early, var late))
            {
                Assert.True(early <= reached && (late is null || late >= reached));
            }
        });

    /// <summary>Nobody knows what was towed since the meter was read last: reading it today narrows what is to come.</summary>
    [Fact]
    public void Reading_the_meter_narrows_what_is_foretold_and_is_foretold_itself() =>
        Gen.Select(AnyRoad(), Gen.Int[3, 400], Gen.Int[500, 20_000])
            .Where(r => r.Item1.Trailer.Meter is MeterKind.HubOdometer)
            .Sample((road, ago, miles) =>
            {
                List<MeterEntry> entries = [.. road.Entries.Where(e => e.Kind == MeterEntryKind.Reading
                    && e.On <= Today.AddDays(-ago))];
                UsageLine line = UsageLine.Of(road.Trailer, entries, Today);
                if (line.Foretold(Today) is not { } now)
                {
                    return;
                }

                Assert.True(now.Less <= now.Likely && now.Likely <= now.More);
                Assert.Equal(line.At(Today), now.Likely);
                Assert.Null(line.Foretold(entries[^1].On));

                // From the day of the last reading, so that both are asked for the same day.
                DateOnly read = entries[^1].On;
                Distance left = now.Likely - line.At(read)!.Value + Distance.FromMiles(miles);
                (DateOnly? early, DateOnly? late) = line.ReachesBetween(read, left, Today);
                entries.Add(Entry(MeterEntryKind.Reading, 0, now.Likely.Miles));
                UsageLine after = UsageLine.Of(road.Trailer, entries, Today);
                if (after.ReachesBetween(read, left, Today) is ({ } sooner, { } later)
                    && early is { } e
                    && late is { } l
                    && after.PerDay is { } rate
                    && line.PerDay is { } before
                    && Math.Abs(rate.Miles - before.Miles) < before.Miles / 20
                    && after.Spread <= line.Spread)
                {
                    Assert.True(later.DayNumber - sooner.DayNumber <= l.DayNumber - e.DayNumber + 1);
                }
            });

    [Fact]
    public void A_road_goes_through_every_reading_that_was_taken() =>
        AnyRoad().Where(r => r.Trailer.Meter is MeterKind.HubOdometer or MeterKind.TowLog).Sample(road =>
        {
            UsageLine line = UsageLine.Of(road.Trailer, road.Entries, Today);
            foreach (var day in road.Entries.Where(e => e.Kind == MeterEntryKind.Reading).GroupBy(e => e.On))
            {
                Assert.Equal(day.Max(e => e.Distance), line.At(day.Key));
            }
        });

    [Fact]
    public void Two_stretches_end_to_end_are_the_whole_stretch() =>
        AnyRoad().Sample(road =>
        {
            UsageLine line = UsageLine.Of(road.Trailer, road.Entries, Today);
            DateOnly a = Today.AddDays(-300), b = Today.AddDays(-70), c = Today.AddDays(120);

            // To the micrometre: a daily rate is a quotient.
            Assert.Equal(Micrometres(line.Between(a, c)), Micrometres(line.Between(a, b) + line.Between(b, c)));
        });

    private static decimal? Micrometres(Distance? distance) =>
        distance is { } d ? Math.Round(d.Metres * 1_000_000m) : null;

    [Fact]
    public void The_order_in_which_entries_were_written_down_does_not_matter() =>
        AnyRoad().Sample(road =>
        {
            UsageLine forward = UsageLine.Of(road.Trailer, road.Entries, Today), backward = UsageLine.Of(
                road.Trailer,
                road.Entries.AsEnumerable().Reverse(),
                Today);
            Assert.Equal(
                (Micrometres(forward.PerDay), Micrometres(forward.At(Today.AddDays(200)))),
                (Micrometres(backward.PerDay), Micrometres(backward.At(Today.AddDays(200)))));
        });

    [Fact]
    public void A_trip_to_come_adds_its_miles_and_no_more()
    {
        List<MeterEntry> readings =
        [
            Entry(MeterEntryKind.Reading, 100, 1_000),
            Entry(MeterEntryKind.Reading, 0, 2_000)
        ];
        Distance Ahead(params MeterEntry[] trips) =>
            UsageLine.Of(
                With(MeterKind.HubOdometer),
                [.. readings, .. trips],
                Today).Between(Today, Today.AddDays(30))!.Value;

        // Ten miles a day; a trip of 400 takes the place of its own day's ten.
        Assert.Equal(Distance.FromMiles(300), Ahead());
        Assert.Equal(Distance.FromMiles(690), Ahead(Entry(MeterEntryKind.Trip, -10, 400)));
        Assert.Equal(Distance.FromMiles(300), Ahead(Entry(MeterEntryKind.Trip, -10, 6)));
        Assert.Equal(Distance.FromMiles(300), Ahead(Entry(MeterEntryKind.Trip, -40, 400)));
    }

    [Fact]
    public void A_rate_looks_back_a_year_and_needs_a_fortnight()
    {
        UsageLine Of(params (int Ago, int Miles)[] readings) =>
            UsageLine.Of(
                With(MeterKind.HubOdometer),
                readings.Select(r => Entry(MeterEntryKind.Reading, r.Ago, r.Miles)),
                Today);
        Assert.Null(Of((13, 1_000), (0, 1_900)).PerDay);
        Assert.Equal(50, Math.Round(Of((14, 1_000), (0, 1_700)).PerDay!.Value.Miles, 6));

        // Two quiet years before the last one are not held against it.
        Assert.Equal(20, Math.Round(Of((1_095, 1_000), (365, 1_100), (0, 8_400)).PerDay!.Value.Miles, 6));
    }

    [Fact]
    public void What_lies_beyond_twenty_years_is_not_promised()
    {
        UsageLine slow = UsageLine.Of(With(MeterKind.Estimate, 100), [], Today);
        Assert.Null(slow.Reaches(Today, Distance.FromMiles(12_000)));
        Assert.NotNull(slow.Reaches(Today, Distance.FromMiles(1_900)));
        Assert.Null(UsageLine.Of(With(MeterKind.None), [], Today).Reaches(Today, Distance.FromMiles(1)));
    }
}
