using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>What owners do themselves calls no trailer in, and is done when it is there anyway.</summary>
public sealed class OwnersTasksTests
{
    private static readonly DateOnly Today = new(2026, 6, 10);
    private static readonly TrailerPlanner Planner = new(Today, TrailerPlanner.UsualWeeks, PlanCosts.Usual);

    // As the shop would have it that calls every trailer in for everything, as we did once.
    private static readonly Dictionary<string, IntervalChoice> AllShops = new()
    {
        ["bolt-greasing"] = new(true, null, null, Doer.Shop),
        ["adjustment"] = new(true, 3, 3_000),
        ["wear-look"] = new(true, 6, 6_000),
        [FollowUpRules.LugRetorque] = new(true, null, null, Doer.Shop),
        [FollowUpRules.HubFeel.Code] = new(true, null, null, Doer.Shop),
    };

    // All of it was done some days ago, the wheels having been off, on a trailer that runs so many miles a year.
    private static TrailerCase Case(
        decimal milesAYear,
        IReadOnlyDictionary<string, IntervalChoice>? choices = null,
        int daysAgo = 10,
        RunningGear? gear = null)
    {
        RunningGear of = gear ?? Gears.Tandem;
        Trailer trailer = new()
        {
            Id = Guid.CreateVersion7(),
            Tag = "T",
            Gear = of,
            Meter = MeterKind.Estimate,
            EstimatedYear = Distance.FromMiles(milesAYear),
            AddedOn = Today.AddYears(-2)
        };
        DateOnly done = Today.AddDays(-daysAgo);
        Guid visit = Guid.CreateVersion7();
        TrailerRecord record = new(
            trailer,
            new ReadingContext(of, PracticeChoices.Defaults),
            UsageLine.Of(trailer, [], Today),
            Interval.BearingRepack)
        {
            Work = [.. DueRules.All
                .Where(r => !r.Legal)
                .Select(r => r.Job(of, PracticeChoices.Defaults))
                .OfType<string>()
                .Select(JobCatalogue.Ours.Find)
                .OfType<Job>()
                .SelectMany(job => Places.Of(of).Where(p => job.GoesAt(of, p)).Select(p => new WorkDone
                {
                    Id = Guid.CreateVersion7(),
                    VisitId = visit,
                    Job = job.Code,
                    Place = p.Code,
                    On = done
                }))],
            FollowUps = [.. ((FollowUpRule[])[FollowUpRules.Lugs[0], FollowUpRules.HubFeel]).Select(r => new FollowUp
            {
                Id = Guid.CreateVersion7(),
                VisitId = visit,
                Rule = r.Code,
                Words = r.Words,
                From = done,
                DueOn = done.AddDays(r.AfterDays),
                Reason = ""
            })],
            Upkeep = new Upkeep { Shop = choices ?? new Dictionary<string, IntervalChoice>() },
        };
        return new TrailerCase(
            trailer.Id,
            TrailerStatus.Of(record, Today).Upcoming,
            new StripDown(of, PracticeChoices.Defaults));
    }

    private static double VisitsAYear(TrailerCase trailer) => Planner.Plan(trailer, []).Visits.Count / 2.0;

    // Source: common practice.
    [Theory]
    [InlineData(1_500, 1, 1)]
    [InlineData(4_000, 1, 1)]
    [InlineData(12_000, 1.5, 3)]
    [InlineData(18_000, 2, 3)]
    public void A_light_one_is_called_in_once_a_year_and_a_busy_one_two_or_three_times(
        int miles,
        double least,
        double most)
    {
        // Half a year ago, so that two years ahead hold two yearly services and not one and a half.
        double after = VisitsAYear(Case(miles, daysAgo: 180)),
            before = VisitsAYear(Case(miles, AllShops, daysAgo: 180));
        Assert.InRange(after, least, most);
        Assert.True(before >= 4, $"{before}");
    }

    [Theory]
    [InlineData(1_500)]
    [InlineData(9_000)]
    [InlineData(25_000)]
    public void An_owners_task_brings_no_visit_about_and_rides_along_unless_it_was_done_shortly_before(int miles)
    {
        foreach (int daysAgo in (int[])[1, 80, 200, 420])
        {
            TrailerCase trailer = Case(miles, daysAgo: daysAgo);
            HashSet<string> owners = [.. trailer.Coming.Where(d => d.By == Doer.Owner).Select(d => d.Id)];
            Assert.NotEmpty(owners);
            TrailerPlan plan = Planner.Plan(trailer, []);
            Assert.NotEmpty(plan.Visits);
            Assert.Null(plan.Trouble);
            foreach (ProposedVisit visit in plan.Visits)
            {
                Assert.Contains(visit.Tasks, t => !owners.Contains(t.Due.Id));

                // What is told of the minutes is what the packet of these jobs would open.
                Assert.Equal(
                    trailer.OpenMinutes([.. visit.Tasks.Select(t => t.Due.Id)], PlanCosts.Usual),
                    visit.OpenMinutes);
            }

            foreach (Upcoming due in trailer.Coming.Where(d => d.By == Doer.Owner && !d.Once))
            {
                DateOnly last = due.On.AddDays(-due.Days);
                foreach (ProposedVisit visit in plan.Visits)
                {
                    bool rides = visit.Tasks.Any(t => t.Due.Id == due.Id);
                    double gone = (visit.Week.DayNumber - last.DayNumber) / (double)due.Days;
                    Assert.True(rides ? gone > 0.4 : gone < 0.6, $"{due.Id} on {visit.Week}: {gone} since {last}");
                    last = rides ? visit.Week : last;
                }
            }
        }
    }

    /// <summary>
    /// Handing tasks to the owner never makes the shop's plan dearer, and the same day gives the same plan.
    /// </summary>
    [Fact]
    public void The_less_the_shop_is_asked_for_the_less_its_plan_costs()
    {
        Random random = new(17);
        string[] codes = [.. AllShops.Keys];
        for (int i = 0; i < 40; i++)
        {
            int miles = 500 * random.Next(1, 50), daysAgo = random.Next(1, 400);
            Dictionary<string, IntervalChoice> more = codes
                .Where(_ => random.Next(2) == 0)
                .ToDictionary(c => c, c => AllShops[c]);
            Dictionary<string, IntervalChoice> less = more.ToDictionary(
                c => c.Key,
                c => DueRules.Find(c.Key)?.OwnerMay != false && random.Next(2) == 0
                    ? c.Value with { By = Doer.Owner }
                    : c.Value);
            RunningGear gear = random.Next(2) == 0 ? Gears.Tandem : Gears.Single;
            double dear = Planner.Plan(Case(miles, more, daysAgo, gear), []).Cost;
            TrailerPlan cheap = Planner.Plan(Case(miles, less, daysAgo, gear), []);
            Assert.True(cheap.Cost <= dear * 1.001, $"{i}: {cheap.Cost} of {dear}");
            Assert.Equal(
                cheap.Visits.Select(v => (v.Week, v.Minutes)),
                Planner.Plan(Case(miles, less, daysAgo, gear), []).Visits.Select(v => (v.Week, v.Minutes)));
        }
    }

    [Fact]
    public void What_was_accepted_stands_though_it_has_become_its_owners_since()
    {
        TrailerCase trailer = Case(4_000);
        string bolts = trailer.Coming.First(d => d.Id.StartsWith("bolt-greasing", StringComparison.Ordinal)).Id;
        DateOnly week = Planner.First.AddDays(28);
        TrailerPlan plan = Planner.Plan(trailer with { Wishes = new Wishes { Pins = [(bolts, week)] } }, []);
        Assert.Contains(plan.Visits, v => v.Week == week && v.Tasks.Any(t => t.Due.Id == bolts));

        // Accepted with work of the shop's it only rides along, and has no visit of its own later for it.
        string repack = trailer.Coming.First(d => d.Id.StartsWith("repack", StringComparison.Ordinal)).Id;
        plan = Planner.Plan(
            trailer with { Wishes = new Wishes { Pins = [(bolts, week), (repack, week)] } },
            []);
        Assert.Contains(plan.Visits, v => v.Week == week && v.Tasks.Any(t => t.Due.Id == repack));
        Assert.All(plan.Visits, v => Assert.Contains(v.Tasks, t => t.Due.By == Doer.Shop));
    }
}
