using System.Collections.Concurrent;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Planning;

/// <summary>What a job asks for by itself.</summary>
/// <param name="Openings">The openings its steps are done in.</param>
/// <param name="WorkMinutes">Minutes of its own steps, those that may be skipped included.</param>
/// <param name="Parts">The parts of its own steps.</param>
public sealed record JobNeeds(IReadOnlyList<OpeningAt> Openings, decimal WorkMinutes, IReadOnlyList<PartNeed> Parts);

/// <summary>
/// What jobs open on one running gear and how long that takes, for planning: the composer's closure formula without
/// composing.
/// </summary>
/// <param name="gear">The running gear.</param>
/// <param name="practices">The practices in force.</param>
/// <param name="learned">What the shop has taught of minutes; nothing when left out.</param>
public sealed class StripDown(RunningGear gear, PracticeChoices practices, Learned? learned = null)
{
    private readonly JobCatalogue catalogue = JobCatalogue.Of(practices);
    private readonly ConcurrentDictionary<JobAt, JobNeeds> jobs = [];
    private readonly ConcurrentDictionary<OpeningAt, PlanOpening> openings = [];

    /// <summary>What a job at a place asks for. The gear has the place and the catalogue the job.</summary>
    public JobNeeds Of(JobAt job) => jobs.GetOrAdd(job, Ask);

    /// <summary>Id of an opening in a planning problem: "axle-1-left/hub-off".</summary>
    public static string IdOf(OpeningAt at) => $"{at.Place.Code}/{at.Opening.Code}";

    /// <summary>
    /// The planning problem of some tasks, each of one or more jobs, with what these open on this gear.
    /// </summary>
    /// <param name="tasks">Each task with its jobs; its openings are filled in here.</param>
    /// <param name="weeks">How many weeks.</param>
    /// <param name="callIn">What calling the trailer in costs.</param>
    /// <param name="ratePerMinute">What a minute of labour costs.</param>
    public PlanningProblem Problem(
        IReadOnlyList<(IReadOnlyList<JobAt> Jobs, PlanTask Task)> tasks,
        int weeks,
        double callIn,
        double ratePerMinute)
    {
        List<PlanTask> filled = [.. tasks.Select(t => t.Task with
        {
            Openings = [.. t.Jobs.SelectMany(j => Of(j).Openings).Distinct().Select(IdOf)]
        })];
        IReadOnlyList<OpeningAt> all = catalogue.Openings.Closure(
            gear,
            tasks.SelectMany(t => t.Jobs).SelectMany(j => Of(j).Openings).Distinct());
        return new PlanningProblem(weeks, callIn, ratePerMinute, [], [.. all.Select(Opening)], filled, [], [], []);
    }

    private PlanOpening Opening(OpeningAt at) => openings.GetOrAdd(at, o => new PlanOpening(
        IdOf(o),
        (double)o.Opening.Open.Concat(o.Opening.Close).Sum(s => Minutes($"{o.Opening.Code}/{s.Code}", s, o.Place, [])),
        [.. catalogue.Openings.NeedsOf(gear, o).Select(IdOf)]));

    private JobNeeds Ask(JobAt at)
    {
        Job job = catalogue.Find(at.Job)!;
        Place place = Place.Of(at.Place);
        IReadOnlyList<(Job, Place)> alone = [(job, place)];
        HashSet<OpeningAt> opened = [];
        decimal minutes = 0;
        List<PartNeed> parts = [];
        foreach (Work work in job.Work)
        {
            foreach (Place where in work.Where(gear, place))
            {
                if (work.Step.Wanted(new StepContext(gear, practices) { Place = where, Jobs = alone }))
                {
                    minutes += Minutes(work.Family, work.Step, where, alone);
                    parts.AddRange(work.Step.Parts(new StepContext(gear, practices) { Place = where, Jobs = alone }));
                    opened.Add(catalogue.Openings.Reach(gear, work.Opening, where)[0]);
                }
            }
        }

        return new JobNeeds([.. opened], minutes, parts);
    }

    private decimal Minutes(string family, Step step, Place place, IReadOnlyList<(Job, Place)> alone) =>
        !step.Wanted(new StepContext(gear, practices) { Place = place, Jobs = alone }) ? 0
        : learned is not null
            && learned.Minutes.TryGetValue(family, out LearnedMinutes? known) ? known.Minutes : step.Minutes;
}
