using System.Diagnostics;
using System.Text.Json;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Tests.Planning;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// How good plans are and how long they take, in one run: against the optimum, a bound, two habits, and as ratios.
/// </summary>
internal static class PlanBench
{
    private const int MostNodes = 6_000;
    private const int Rounds = 600;

    private static readonly string[] Parts = ["optimum", "habits", "shop", "speed"];

    /// <param name="bin">The folder with the built server.</param>
    /// <param name="instances">How many problems are measured against their optimum: 1 and more.</param>
    /// <param name="part">The one part to measure; null for all of them.</param>
    /// <param name="kept">A folder that keeps the fleet which is served; null for one that goes.</param>
    internal static async Task<int> RunAsync(string bin, int instances, string? part, string? kept = null)
    {
        if (part is not null && !Parts.Contains(part))
        {
            Console.Error.WriteLine($"bench plan measures: {string.Join(", ", Parts)}");
            return 2;
        }

        DateOnly today = DateOnly.FromDateTime(DateTime.Now), first = Weeks.Monday(today);
        Dictionary<string, object> figures = [];
        List<TrailerCase> fleet = part is "optimum"
            ? []
            : MadeCases.Generated(part is "speed" or null ? 10_000 : 500, today);
        foreach (string one in Parts.Where(p => part is null || p == part))
        {
            switch (one)
            {
                case "optimum":
                    Quality(instances, figures);
                    break;
                case "habits":
                    Console.WriteLine(
                        "Three simulated years: every task on its own date, everything once "
                            + "a year, and planned (rolled on from visit to visit)");
                    Console.WriteLine(
                        "                            cost    visits   bay hours   late days     cost against planned");
                    Against("the demo's trailers", await MadeCases.DemoAsync(DateTimeOffset.Now), first, figures);
                    Against("500 generated trailers", [.. fleet.Take(500)], first, figures);
                    break;
                case "shop":
                    Shop([.. fleet.Take(500)], today, figures);
                    break;
                default:
                    Speed(fleet, today, figures);
                    if (part is "speed")
                    {
                        // A fleet to be served takes minutes to make. The last line tells how good the shop's plan is
                        // beside how soon it is there.
                        await ServedBench.MeasureAsync(bin, kept, 2_000, figures);
                        Shop([.. fleet.Take(500)], today, figures);
                    }

                    break;
            }

            Console.WriteLine();
        }

        Console.WriteLine(JsonSerializer.Serialize(figures));
        return 0;
    }

    /// <summary>
    /// Plans a shop of some trailers and writes its problem with what our plan costs and takes, for any solver to try.
    /// </summary>
    /// <param name="path">The file that is written.</param>
    /// <param name="count">How many trailers: 1 and more.</param>
    internal static int Problem(string path, int count)
    {
        DateOnly today = DateOnly.FromDateTime(DateTime.Now);
        ShopCase shop = ShopCase.Of(MadeCases.Generated(count, today), today);

        // The first time is the compiler's.
        shop.Plan();
        long began = Stopwatch.GetTimestamp();
        WholePlan plan = shop.Plan();
        double seconds = Stopwatch.GetElapsedTime(began).TotalSeconds;
        double cost = plan.Plans.Sum(p => p.Cost);
        File.WriteAllText(path, shop.Write(plan, seconds));
        Console.WriteLine(FormattableString.Invariant(
            $"{count} trailers planned for {cost:#,0} in {seconds:0.00} s; their problem is in {path}"));
        return 0;
    }

    private static void Quality(int instances, Dictionary<string, object> figures)
    {
        (double Gap, bool Proven)[] gaps = new (double, bool)[instances];
        int cannot = 0;
        Parallel.For(0, instances, i =>
        {
            PlanningProblem problem = Problems.Real(i);
            PlanningAnswer answer = Grouping.Solve(problem);
            if (answer.Cost is not { } cost)
            {
                Interlocked.Increment(ref cannot);
                return;
            }

            (double bound, double best, _) = Exact.Solve(problem, cost, MostNodes);
            gaps[i] = (cost <= 1e-9 ? 0 : (cost - bound) / Math.Max(bound, 1e-9), bound >= best - (1e-5 * (1 + best)));
        });
        double[] sorted = [.. gaps.Select(g => g.Gap).Order()];
        int proven = gaps.Count(g => g.Proven);
        Console.WriteLine(
            FormattableString.Invariant(
                $"One trailer against the optimum: {instances} random problems on real gear, 52 weeks, 4 to 12 tasks; optimum proven for {proven}, a bound for the rest; {cannot} could not be met"));
        Console.WriteLine(
            FormattableString.Invariant(
                $"  gap: mean {sorted.Average():0.000%} (aim under 1 %), worst {sorted[^1]:0.00%} (aim under 5 %), none at all for {sorted.Count(g => g < 1e-5)}; worst of the proven {gaps.Where(g => g.Proven).Max(g => g.Gap):0.00%}"));
        figures["gapMean"] = sorted.Average();
        figures["gapWorst"] = sorted[^1];
        figures["proven"] = proven;
    }

    private static void Against(
        string what,
        List<TrailerCase> cases,
        DateOnly first,
        Dictionary<string, object> figures)
    {
        Outcome[][] all = new Outcome[cases.Count][];
        Parallel.For(
            0,
            cases.Count,
            i => all[i] =
            [
                Habits.OwnDates(cases[i], first, PlanCosts.Usual),
                Habits.OnceAYear(cases[i], first, PlanCosts.Usual),
                Habits.Planned(cases[i], first, PlanCosts.Usual)
            ]);
        Outcome Sum(int which) => all.Select(a => a[which]).Aggregate(new Outcome(0, 0, 0, 0), (a, b) => a + b);
        Outcome planned = Sum(2);
        Console.WriteLine($"  {what}");
        foreach ((string name, int which) in new[] { ("own dates", 0), ("once a year", 1), ("planned", 2) })
        {
            Outcome one = Sum(which);
            Console.WriteLine(
                FormattableString.Invariant($"    {name,-16} {one.Cost,12:#,0} {one.Visits,9:#,0} ")
                    + FormattableString.Invariant($"{one.BayHours,11:#,0} ")
                    + FormattableString.Invariant($"{one.LateDays,11:#,0} {one.Cost / planned.Cost,20:0.00}"));
            figures[$"{what}, {name}"] = new { one.Cost, one.Visits, one.BayHours, one.LateDays };
        }
    }

    private static void Shop(List<TrailerCase> cases, DateOnly today, Dictionary<string, object> figures)
    {
        ShopCase shop = ShopCase.Of(cases, today);
        cases = shop.Cases;
        OpenHours hours = shop.Hours;
        WholePlan plan = shop.Plan();
        double cost = plan.Plans.Sum(p => p.Cost), alone = plan.AlonePlans.Sum();
        PlanDraft[] drafts = shop.Drafts();
        double bound = ShopBound.Of(
            drafts,
            [.. plan.Weeks.Select(w => w.Open - w.Booked)],
            cost,
            plan.Tolls,
            Rounds,
            (round, best) =>
            {
                if (round % 100 == 0)
                {
                    Console.WriteLine(FormattableString.Invariant($"  after {round,3} rounds the bound is {best:#,0}"));
                }
            });
        Console.WriteLine(
            FormattableString.Invariant(
                $"A shop of {cases.Count} trailers, as if each were alone nine tenths of its hours: {(cost / bound) - 1:0.0%} over a proven bound that keeps within the hours, {(cost / alone) - 1:0.0%} over what it would be with bays without limit; fullest week {plan.Weeks.Where(w => w.Open > 0).Max(w => (w.Booked + w.Proposed) / w.Open):0.0%}, minutes over {plan.Weeks.Sum(w => Math.Max(0, -w.Free)) / plan.Weeks.Sum(w => w.Open):0.0%} of all, without room {plan.Weeks.Sum(w => w.DoesNotFit.Count)}"));
        figures["shopOverBound"] = (cost / bound) - 1;
        WholePlan together = BayWeeks.Plan(
            new TrailerPlanner(today, TrailerPlanner.UsualWeeks, PlanCosts.Usual),
            cases,
            hours,
            [],
            today);
        decimal apart = Convoys.Saved(plan.Plans, PlanCosts.Usual);
        decimal saved = Convoys.Saved(together.Plans, PlanCosts.Usual);
        double dearer = together.Plans.Sum(p => p.Cost) - cost;
        Console.WriteLine(
            FormattableString.Invariant($"  trailers of one customer (5 each) brought together: trips saved for ")
                + FormattableString.Invariant($"{saved:#,0} where chance saves {apart:#,0}; what gave way for it costs ")
                + FormattableString.Invariant($"{dearer:#,0}; in all {((double)(saved - apart) - dearer) / cost:0.0%}"));
        figures["convoysSave"] = ((double)(saved - apart) - dearer) / cost;
    }

    private static void Speed(List<TrailerCase> fleet, DateOnly today, Dictionary<string, object> figures)
    {
        TrailerPlanner planner = new(today, TrailerPlanner.UsualWeeks, PlanCosts.Usual);
        Console.WriteLine(
            FormattableString.Invariant(
                $"Planned from cold over {TrailerPlanner.UsualWeeks} weeks on {Environment.ProcessorCount} cores"));
        double perTrailer = 0;
        foreach (int count in new[] { 500, 1_000, 2_000, 4_000, 10_000 })
        {
            List<TrailerCase> cases = [.. fleet.Take(count)];
            OpenHours hours = ShopCase.Enough(planner, [.. fleet.Take(200)], 0.9m, count / 200m);
            long began = Stopwatch.GetTimestamp();
            WholePlan whole = BayWeeks.Plan(planner, cases, hours, [], today);
            double seconds = Stopwatch.GetElapsedTime(began).TotalSeconds;
            perTrailer = perTrailer == 0 ? seconds / count : perTrailer;
            Console.WriteLine(
                FormattableString.Invariant($"  {count,5} trailers {seconds,7:0.0} s, per trailer against the first ")
                    + FormattableString.Invariant($"{seconds / count / perTrailer:0.00}; the bays cost ")
                    + FormattableString.Invariant($"{(whole.Plans.Sum(p => p.Cost) / whole.AlonePlans.Sum()) - 1:0.0%}"));
            figures[$"seconds{count}"] = seconds;
        }

        double[] one = [.. Enumerable.Range(0, 300).Select(i => Time(() => planner.Plan(fleet[i], [])))];
        double json = Median([.. Enumerable.Range(
            0,
            300).Select(i => Time(() => PlanningForm.Read(PlanningForm.Write(fleet[i].Problem(
            planner.First,
            TrailerPlanner.UsualWeeks,
            [],
            PlanCosts.Usual)))))]);
        Array.Sort(one);
        Console.WriteLine(
            FormattableString.Invariant(
                $"  one trailer planned anew: median {one[150]:0.0} ms, nineteen in twenty under {one[285]:0.0} ms, longest {one[^1]:0.0} ms; against writing and reading its problem as JSON {one[150] / json:0.0}"));
        figures["oneAgainstJson"] = one[150] / json;
    }
}
