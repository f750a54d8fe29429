using SturdyTinker.Core.Day;
using SturdyTinker.Core.People;
using Xunit;

namespace SturdyTinker.Core.Tests.Day;

/// <summary>A day's plan: the best there is on small days, and sensible on any.</summary>
public sealed class DayPlannerTests
{
    private static readonly Guid[] Ids = [.. Enumerable.Range(1, 40).Select(i => new Guid(i, 0, 0, new byte[8]))];

    // The first people are ids 21 and on.
    private static DayProblem Made(Random random, int visits, int minutes, int bays, int people, bool stands) => new(
        minutes,
        bays,
        [.. Enumerable.Range(0, people).Select(i => new DayPerson(
            Ids[20 + i],
            random.Next(6) == 0 ? random.Next(minutes) : 0,
            random.Next(6) == 0 ? random.Next(1, minutes + 1) : minutes)
        {
            Alone = i == 0 || random.Next(3) > 0,
            Skills = random.Next(2) == 0 ? [Skill.Welding] : []
        })],
        [.. Enumerable.Range(0, visits).Select(i => new DayVisit(Ids[i], random.Next(1, minutes / 2 + 2))
        {
            Hands = random.Next(4) == 0 ? 2 : 1,
            Skills = random.Next(4) == 0 ? [Skill.Welding] : [],
            Ready = random.Next(3) == 0 ? random.Next(minutes) : 0,
            Promised = random.Next(2) == 0 ? random.Next(minutes) : null,
            Stands = stands && random.Next(2) == 0
                ? new DaySlot(random.Next(bays), random.Next(minutes), [Ids[20 + random.Next(people)]])
                : null,
        })],
        random.Next(3) == 0 ? random.Next(minutes / 2) : 0);

    // Every visit in every bay at every minute with all who can, or left: the least that any of these costs.
    private static long Exhaustive(DayProblem problem)
    {
        List<DaySlot?>[] choices = [.. problem.Visits.Select(v => new List<DaySlot?>
        {
            null
        }.Concat(
            from bay in Enumerable.Range(0, problem.Bays)
            from start in Enumerable.Range(0, problem.Minutes)
            from crew in Crews(problem, v.Hands)
            select (DaySlot?)new DaySlot(bay, start, crew)).Where(s => s is null || DayPlanner.WhyNot(
                problem,
                new Dictionary<Guid, DaySlot> { [v.Id] = s }) is null).ToList())];
        long least = long.MaxValue;
        void Try(int i, Dictionary<Guid, DaySlot> slots)
        {
            if (i == choices.Length)
            {
                if (DayPlanner.WhyNot(problem, slots) is null)
                {
                    least = Math.Min(least, DayPlanner.CostOf(problem, slots));
                }

                return;
            }

            foreach (DaySlot? slot in choices[i])
            {
                if (slot is not null)
                {
                    slots[problem.Visits[i].Id] = slot;
                }

                Try(i + 1, slots);
                slots.Remove(problem.Visits[i].Id);
            }
        }

        Try(0, []);
        return least;
    }

    private static IEnumerable<Guid[]> Crews(DayProblem problem, int hands) =>
        hands == 1
            ? problem.People.Select(p => new[] { p.Id })
            : from a in problem.People
              from b in problem.People
              where a.Id.CompareTo(b.Id) < 0
              select new[] { a.Id, b.Id };

    [Fact]
    public void On_small_days_no_plan_of_all_there_are_is_better()
    {
        Random random = new(7);
        int twoHands = 0, left = 0;
        for (int i = 0; i < 150; i++)
        {
            DayProblem problem = Made(
                random,
                1 + random.Next(3),
                4 + random.Next(4),
                1 + random.Next(2),
                1 + random.Next(3),
                stands: i % 2 == 0);
            DayPlan plan = DayPlanner.Plan(problem);
            Assert.True(plan.Exact, $"{i}");
            Assert.Null(DayPlanner.WhyNot(problem, plan.Slots));
            Assert.Equal(DayPlanner.CostOf(problem, plan.Slots), plan.Cost);
            Assert.Equal(Exhaustive(problem), plan.Cost);
            twoHands += problem.Visits.Count(v => v.Hands == 2 && plan.Slots.ContainsKey(v.Id));
            left += problem.Visits.Count(v => !plan.Slots.ContainsKey(v.Id));
        }

        // That all of it comes up.
        Assert.True(twoHands > 5 && left > 5, $"{twoHands} {left}");
    }

    private static DayProblem Shop(Random random, int visits) => Made(random, visits, 420, 3, 4, stands: false) with
    {
        Now = 0,
        People = [.. Enumerable.Range(0, 4).Select(i => new DayPerson(Ids[20 + i], 0, 420)
        {
            Alone = i < 3,
            Skills = i == 0 ? [Skill.Welding] : []
        })],
    };

    [Fact]
    public void On_large_days_it_can_be_had_says_how_much_better_another_could_be_and_is_the_same_each_time()
    {
        Random random = new(3);
        for (int i = 0; i < 12; i++)
        {
            DayProblem problem = Shop(random, 4 + i);
            DayPlan plan = DayPlanner.Plan(problem, 3_000);
            Assert.Null(DayPlanner.WhyNot(problem, plan.Slots));
            Assert.Equal(DayPlanner.CostOf(problem, plan.Slots), plan.Cost);
            Assert.InRange(plan.Gap, 0, 1);
            Assert.True(plan.Bound <= DayPlanner.Plan(problem, 30_000).Cost);
            DayPlan again = DayPlanner.Plan(problem with { Visits = [.. problem.Visits.Reverse()] }, 3_000);
            Assert.Equal(plan.Cost, again.Cost);
            Assert.All(plan.Slots, s => Assert.Equal(
                (s.Value.Bay, s.Value.Start, string.Join(' ', s.Value.People)),
                (again.Slots[s.Key].Bay, again.Slots[s.Key].Start, string.Join(' ', again.Slots[s.Key].People))));
        }
    }

    [Fact]
    public void More_hours_bays_or_people_are_never_worse()
    {
        Random random = new(11);
        for (int i = 0; i < 60; i++)
        {
            DayProblem problem = Made(
                random,
                1 + random.Next(5),
                8 + random.Next(6),
                1 + random.Next(2),
                2,
                stands: i % 2 == 0);
            long cost = DayPlanner.Plan(problem).Cost;
            DayProblem longer = problem with
            {
                Minutes = problem.Minutes + 3,
                People = [.. problem.People.Select(p => p.To == problem.Minutes ? p with { To = p.To + 3 } : p)]
            };

            // What stays over night is worked on for longer that day: who leaves before was there long enough.
            Assert.True(DayPlanner.Plan(longer).Cost <= cost
                || problem.People.Any(p => p.To < problem.Minutes), $"{i}: hours");
            Assert.True(DayPlanner.Plan(problem with { Bays = problem.Bays + 1 }).Cost <= cost, $"{i}: bays");
            Assert.True(
                DayPlanner.Plan(problem with
                {
                    People = [.. problem.People, new DayPerson(Ids[30], 0, problem.Minutes)]
                }).Cost <= cost,
                $"{i}: people");
        }
    }

    [Fact]
    public void What_is_pinned_or_begun_stays_and_what_need_not_move_does_not()
    {
        Random random = new(5);
        for (int i = 0; i < 25; i++)
        {
            DayProblem problem = Shop(random, 5);
            DayPlan plan = DayPlanner.Plan(problem, 20_000);

            // The same day with its plan told: nothing moves.
            DayProblem told = problem with
            {
                Visits = [.. problem.Visits.Select(v => v with { Stands = plan.Slots.GetValueOrDefault(v.Id) })]
            };
            DayPlan same = DayPlanner.Plan(told, 20_000);
            Assert.All(plan.Slots, s => Assert.Equal(s.Value.Start, same.Slots[s.Key].Start));

            // Pinned at its hour, though a better one would be free; begun, it stays though it takes longer.
            if (plan.Slots.Count == 0)
            {
                continue;
            }

            (Guid id, DaySlot slot) = plan.Slots.MinBy(s => (s.Value.Start, s.Key));
            DayProblem overrun = told with
            {
                Now = 60,
                Visits = [.. told.Visits.Select(v => v.Id == id
                    ? v with { Running = true, Minutes = v.Minutes + 45 }
                    : v)]
            };
            DayPlan after = DayPlanner.Plan(overrun, 20_000);
            Assert.Null(DayPlanner.WhyNot(overrun, after.Slots));
            Assert.Equal((slot.Bay, slot.Start), (after.Slots[id].Bay, after.Slots[id].Start));
            DayProblem pinned = told with
            {
                Visits = [.. told.Visits.Select(v => v.Id == id ? v with { Pinned = true } : v)]
            };
            Assert.Equal(slot.Start, DayPlanner.Plan(pinned, 20_000).Slots[id].Start);
        }
    }

    [Fact]
    public void A_promise_goes_before_an_early_end_and_an_apprentice_works_beside_somebody()
    {
        Guid one = Ids[0], two = Ids[1], foreman = Ids[20], apprentice = Ids[21];
        DayProblem day = new(
            420,
            2,
            [new DayPerson(foreman, 0, 420), new DayPerson(apprentice, 0, 420) { Alone = false }],
            [new DayVisit(one, 200), new DayVisit(two, 150) { Promised = 160 }]);
        DayPlan plan = DayPlanner.Plan(day);
        Assert.Equal((0, 150), (plan.Slots[two].Start, plan.Slots[one].Start));
        Assert.All(plan.Slots.Values, s => Assert.Equal([foreman], s.People));

        // Gone ill at ten: what is left finds nobody, and is left.
        DayPlan ill = DayPlanner.Plan(day with
        {
            People = [new DayPerson(foreman, 0, 120), day.People[1]]
        });
        Assert.Empty(ill.Slots);
        Assert.Equal(2 * DayCosts.NoRoom, ill.Cost);

        // Longer than the day it stays over night, and takes bay and people until the shop closes.
        DayPlan night = DayPlanner.Plan(day with { Visits = [new DayVisit(one, 600)] });
        Assert.Equal(DayCosts.OverNight, night.Cost);
    }
}
