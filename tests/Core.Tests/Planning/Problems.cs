using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Planning;

namespace SturdyTinker.Core.Tests.Planning;

/// <summary>Random planning problems; the same for the same number.</summary>
internal static class Problems
{
    /// <summary>Small enough to try everything: 2 tasks over 6 to 9 weeks, or 3 over 5 or 6.</summary>
    internal static PlanningProblem Small(int number)
    {
        Random random = new(number);
        int count = 2 + random.Next(2), weeks = count == 2 ? 6 + random.Next(4) : 5 + random.Next(2);
        List<PlanOpening> openings = [];
        for (int i = 0; i < 2 + random.Next(4); i++)
        {
            openings.Add(new PlanOpening(
                $"o{i}",
                random.Next(4, 40),
                [.. openings.Where(_ => random.Next(3) == 0).Select(o => o.Id)]));
        }

        List<PlanTask> tasks = [];
        for (int i = 0; i < count; i++)
        {
            int interval = random.Next(2, 12);
            int? most = random.Next(3) == 0 ? interval + random.Next(0, 4) : null;
            tasks.Add(new PlanTask(
                $"t{i}",
                [openings[random.Next(openings.Count)].Id],
                random.Next(0, 120),
                interval,
                random.Next(-4, interval + 1),
                most,
                random.Next(50, 600)));
            if (random.Next(3) == 0)
            {
                tasks[^1] = tasks[^1] with
                {
                    EarlyDue = random.Next(2) == 0 ? null : tasks[^1].Due - random.Next(4),
                    LateDue = random.Next(3) == 0 ? null : tasks[^1].Due + random.Next(6)
                };
            }
        }

        List<TaskWeek> pins = random.Next(4) == 0 ? [new TaskWeek("t0", random.Next(weeks))] : [];
        List<TaskWeek> forbids = random.Next(3) == 0 ? [new TaskWeek("t1", random.Next(weeks))] : [];
        IReadOnlyList<IReadOnlyList<string>> together = random.Next(5) == 0 ? [["t0", "t1"]] : [];
        return new PlanningProblem(
            weeks,
            random.Next(0, 150),
            1.6,
            random.Next(3) == 0 ? [random.Next(weeks)] : [],
            openings,
            tasks,
            pins,
            forbids,
            together);
    }

    /// <summary>
    /// Real gear over a year: 4 to 12 tasks of unlike intervals at random places, with what they really open.
    /// </summary>
    internal static PlanningProblem Real(int number)
    {
        Random random = new(number);
        int[] ratings = [2_000, 3_500, 5_200, 6_000, 7_000];
        RunningGear gear = GearDefaults.For(1 + random.Next(3), ratings[random.Next(ratings.Length)]);
        JobAt[] all = [.. JobCatalogue.Ours
            .For(gear)
            .SelectMany(j => j.Places.Select(p => new JobAt(j.Job.Code, p.Code)))];
        random.Shuffle(all);
        List<JobAt> jobs = [.. all.Take(4 + random.Next(9))];
        List<Task> tasks = [];
        foreach (JobAt job in jobs)
        {
            int interval = random.Next(5) switch { 0 => 13, 1 => 26, 2 => 52, 3 => 104, _ => 8 + random.Next(120) };
            int due = random.Next(-6, interval + 1);
            tasks.Add(new Task(
                job,
                random.Next(10, 220),
                interval,
                due,
                random.Next(4) == 0 ? interval + random.Next(2, 14) : null,
                random.Next(200, 900)));
        }

        List<int> closed = [.. Enumerable.Range(1, 50).Where(_ => random.Next(18) == 0)];
        return new StripDown(gear, SturdyTinker.Core.Practices.PracticeChoices.Defaults).Problem(
            tasks.ConvertAll(t => ((IReadOnlyList<JobAt>)[t.Job], new PlanTask(
                t.Job.Id,
                [],
                t.Value,
                t.Interval,
                t.Due,
                t.MaxGap,
                t.LateWeight))),
            52,
            60 + random.Next(90),
            1.2 + random.NextDouble()) with
        { ClosedWeeks = closed };
    }

    private sealed record Task(JobAt Job, double Value, int Interval, int Due, int? MaxGap, double LateWeight);
}
