using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Findings.Complaints;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Bench;

/// <summary>
/// Measures a shop's day: how near its plans come to the best there is, and how often trailers are called in.
/// </summary>
internal static class DayBench
{
    private const int Days = 40;

    /// <summary>
    /// Prints what it finds, and as its last line all of it as JSON. Touches are those that the browser test has
    /// counted, where its file is given: a line each of pace, wheel ends and touches.
    /// </summary>
    internal static int Run(string? touches)
    {
        List<object> days = [];
        foreach ((int least, int most) in ((int, int)[])[(2, 5), (6, 9), (10, 16)])
        {
            Random random = new(7);
            List<double> gaps = [], ms = [];
            int exact = 0;
            for (int i = 0; i < Days; i++)
            {
                DayProblem problem = Made(random, random.Next(least, most + 1));
                long begun = Stopwatch.GetTimestamp();
                DayPlan plan = DayPlanner.Plan(problem);
                ms.Add(Stopwatch.GetElapsedTime(begun).TotalMilliseconds);
                gaps.Add(plan.Gap);
                exact += plan.Exact ? 1 : 0;
            }

            days.Add(new
            {
                visits = $"{least} to {most}",
                exact = FormattableString.Invariant($"{exact} of {Days}"),
                gap = Math.Round(gaps.Average(), 3),
            });
            Console.WriteLine(FormattableString.Invariant(
                $"{least} to {most} visits: best for certain on {exact} of {Days} days; ")
                + FormattableString.Invariant($"gap {gaps.Average():0.000} on average, {gaps.Max():0.000} at most; ")
                + FormattableString.Invariant($"{Numbers.Median(ms):0} ms median, {ms.Max():0} at most"));
        }

        object[] calls = VisitsAYear();
        (double ours, double best) = Looks();
        Console.WriteLine(FormattableString.Invariant(
            $"from a complaint to its cause: {ours:0.00} looks on average, {best:0.00} at best"));
        Console.WriteLine(JsonSerializer.Serialize(
            new
            {
                touches = Touches(touches),
                scheduler = days,
                visitsPerTrailerAndYear = calls,
                looks = new { ours = Math.Round(ours, 3), best = Math.Round(best, 3) },
            }));
        return 0;
    }

    private static Dictionary<string, int> Touches(string? file) => file is null || !File.Exists(file)
        ? []
        : File.ReadAllLines(file).Select(l => l.Split(' ')).ToDictionary(
            l => $"{l[0]}, {(l[1] == "1" ? "one wheel end" : "a tandem")}",
            l => int.Parse(l[2], CultureInfo.InvariantCulture));

    // Over all complaints, on a tandem with electric drums; each complaint as often as any other.
    private static (double Ours, double Best) Looks()
    {
        (double Ours, double Best)[] all =
            [.. ComplaintBook.All.Select(c => LookPlan.Looks(c, GearDefaults.For(2, 5_200)))];
        return (all.Average(l => l.Ours), all.Average(l => l.Best));
    }

    // How often trailers are called in, by the road they run: as the shop's that does everything for everybody, and as
    // owners do theirs.
    private static object[] VisitsAYear()
    {
        DateOnly today = DateOnly.FromDateTime(DateTime.Now);
        TrailerPlanner planner = new(today, TrailerPlanner.UsualWeeks, PlanCosts.Usual);
        Upkeep all = new()
        {
            Shop = new Dictionary<string, IntervalChoice>
            {
                ["bolt-greasing"] = new(true, null, null, Doer.Shop),
                ["adjustment"] = new(true, 3, 3_000),
                ["wear-look"] = new(true, 6, 6_000),
            }
        };
        double[] Mean(Upkeep upkeep) =>
        [
            .. Use.Select(u => MadeCases.Used(Trailers, today, upkeep)
                .Where(c => c.MilesAYear >= u.From && c.MilesAYear < u.To)
                .Average(c => planner.Plan(c.Case, []).Visits.Count / 2.0))
        ];
        double[] before = Mean(all), after = Mean(new Upkeep());
        for (int i = 0; i < Use.Length; i++)
        {
            Console.WriteLine(FormattableString.Invariant(
                $"{Use[i].Name}: called in {after[i]:0.0} times a year; ")
                + FormattableString.Invariant($"{before[i]:0.0} with the shop doing all of it"));
        }

        return [.. Use.Select((u, i) => new
        {
            use = u.Name,
            before = Math.Round(before[i], 2),
            after = Math.Round(after[i], 2),
        })];
    }

    private static readonly (string Name, double From, double To)[] Use =
    [
        ("up to 4,000 miles a year", 0, 4_000), ("4,000 to 9,000", 4_000, 9_000), ("more", 9_000, double.MaxValue)
    ];

    private const int Trailers = 200;

    // Three bays, three who work alone, one who can weld, and an apprentice.
    internal static DayProblem Made(Random random, int visits)
    {
        Guid[] people = [.. Enumerable.Range(1, 4).Select(i => new Guid(1_000 + i, 0, 0, new byte[8]))];
        return new DayProblem(
            420,
            3,
            [.. people.Select((id, i) => new DayPerson(id, 0, 420)
            {
                Alone = i < 3,
                Skills = i == 0 ? [Skill.Welding] : []
            })],
            [.. Enumerable.Range(1, visits).Select(i => new DayVisit(
                new Guid(i, 0, 0, new byte[8]),
                random.Next(30, 240))
            {
                Hands = random.Next(5) == 0 ? 2 : 1,
                Skills = random.Next(6) == 0 ? [Skill.Welding] : [],
                Ready = random.Next(3) == 0 ? random.Next(0, 240) : 0,
                Promised = random.Next(2) == 0 ? random.Next(180, 421) : null,
            })]);
    }
}
