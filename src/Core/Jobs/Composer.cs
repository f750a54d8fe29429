using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Jobs;

/// <summary>
/// Makes one packet of all jobs of a visit: each opening once, one side at a time, one wheel end at a time,
/// nose to tail, left before right. A pure function: the same input in any order gives the same packet.
/// </summary>
public static class Composer
{
    /// <summary>Jobs that this gear can't have, as sentences, each with its position in the list; empty when all can be done.</summary>
    public static IEnumerable<(int Index, string Sentence)> Refusals(RunningGear gear, IReadOnlyList<JobAt> jobs)
    {
        HashSet<string> places = [.. Places.Of(gear).Select(p => p.Code)];
        for (int i = 0; i < jobs.Count; i++)
        {
            Job? job = Catalogue.Find(jobs[i].Job);
            if (job is null)
            {
                yield return (i, $"“{jobs[i].Job}” is no job in the catalogue.");
            }
            else if (!Place.TryParse(jobs[i].Place, out Place place) || !places.Contains(place.Code) || place.Kind != job.At)
            {
                yield return (i, $"This trailer has no place “{jobs[i].Place}” for a {job.Name.ToLowerInvariant()}.");
            }
            else if (!job.Applies(gear))
            {
                yield return (i, $"A {job.Name.ToLowerInvariant()} does not go with this trailer's lubrication.");
            }
            else if (jobs.Take(i).Contains(jobs[i]))
            {
                yield return (i, $"{job.Name} at {place.Spoken} is asked for twice.");
            }
        }
    }

    /// <summary>Composes the packet. Throws <see cref="ArgumentException"/> when <see cref="Refusals"/> has any.</summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="jobs">The jobs at their places.</param>
    /// <param name="schools">The schools in force.</param>
    public static Packet Compose(RunningGear gear, IReadOnlyList<JobAt> jobs, SchoolChoices schools)
    {
        if (Refusals(gear, jobs).Select(r => r.Sentence).FirstOrDefault() is { } no)
        {
            throw new ArgumentException(no, nameof(jobs));
        }

        Composition composition = new(new StepContext(gear, schools));
        var wheelEnds = jobs
            .Select(j => (Job: Catalogue.Find(j.Job)!, Place: Read(j.Place)))
            .OrderBy(j => j.Place.Axle).ThenBy(j => j.Job.Code, StringComparer.Ordinal)
            .GroupBy(j => j.Place)
            .GroupBy(g => g.Key.Side!.Value)
            .OrderBy(g => g.Key);
        foreach (var side in wheelEnds)
        {
            composition.Side([.. side.Select(end => (end.Key, end.Select(j => j.Job).ToList()))]);
        }

        return composition.Finish();
    }

    private static Place Read(string code) => Place.TryParse(code, out Place place) ? place : default;

    private sealed class Composition(StepContext context)
    {
        private readonly List<PacketStep> steps = [];
        private readonly List<PacketOpening> openings = [];
        private readonly List<(Opening Opening, Place Place)> shared = [];

        /// <summary>One side: shared openings, each wheel end down and up, and what waits for the weight.</summary>
        public void Side(IReadOnlyList<(Place End, List<Job> Jobs)> ends)
        {
            var plans = ends.Select(e => (e.End, e.Jobs, Closure: Openings.Closure(e.Jobs.SelectMany(j => j.Work.Select(w => w.Opening)), context.Gear))).ToList();
            var sideOpenings = plans.SelectMany(p => p.Closure).Where(o => o.At == PlaceKind.Side).Distinct().ToList();
            Place side = Place.OfSide(ends[0].End.Side!.Value);

            foreach (Opening trailer in plans.SelectMany(p => p.Closure).Where(o => o.At == PlaceKind.Trailer).Distinct())
            {
                if (!shared.Contains((trailer, Place.Trailer)))
                {
                    shared.Add((trailer, Place.Trailer));
                    Open(trailer, Place.Trailer);
                }
            }

            foreach (Opening raised in sideOpenings)
            {
                Outside(plans, raised, opening => opening.Open, StepPart.Open);
                Open(raised, side);
            }

            foreach (var plan in plans)
            {
                WheelEnd(plan.End, plan.Jobs, [.. plan.Closure.Where(o => o.At == PlaceKind.WheelEnd)], sideOpenings);
            }

            foreach (Opening raised in sideOpenings.AsEnumerable().Reverse())
            {
                Add(raised.Close, side, raised, StepPart.Close, null, null);
                Outside(plans, raised, opening => opening.Close, StepPart.Close);
            }
        }

        public Packet Finish()
        {
            foreach ((Opening opening, Place place) in shared.AsEnumerable().Reverse())
            {
                Add(opening.Close, place, opening, StepPart.Close, null, null);
            }

            return new Packet(steps, openings);
        }

        private void WheelEnd(Place end, List<Job> jobs, List<Opening> own, List<Opening> around)
        {
            foreach (Opening opening in around)
            {
                Work(end, jobs, opening);
            }

            foreach (Opening opening in own)
            {
                Open(opening, end);
                Work(end, jobs, opening);
            }

            foreach (Opening opening in own.AsEnumerable().Reverse())
            {
                Add(opening.Close, end, opening, StepPart.Close, null, null);
            }
        }

        private void Work(Place end, List<Job> jobs, Opening opening)
        {
            foreach (Job job in jobs)
            {
                Add(job.Work.Where(w => w.Opening == opening.Code).Select(w => w.Step), end, opening, StepPart.Work, job, null);
            }
        }

        private void Outside(
            IEnumerable<(Place End, List<Job> Jobs, IReadOnlyList<Opening> Closure)> plans,
            Opening closed,
            Func<Opening, IReadOnlyList<Step>> part,
            StepPart kind)
        {
            foreach (var plan in plans)
            {
                foreach (Opening opening in plan.Closure)
                {
                    Add(part(opening), opening.PlaceFor(plan.End), opening, kind, null, closed);
                }
            }
        }

        private void Open(Opening opening, Place place)
        {
            openings.Add(new PacketOpening(opening.Code, opening.Name, place.Code, place.Spoken, opening.Depth));
            Add(opening.Open, place, opening, StepPart.Open, null, null);
        }

        private void Add(IEnumerable<Step> wanted, Place place, Opening opening, StepPart part, Job? job, Opening? outside)
        {
            foreach (Step step in wanted.Where(s => s.Outside == outside?.Code && s.Wanted(context)))
            {
                steps.Add(new PacketStep(
                    $"{place.Code}/{job?.Code ?? opening.Code}/{step.Code}",
                    place.Code,
                    place.Spoken,
                    part,
                    opening.Code,
                    job?.Code,
                    step.Title,
                    step.Detail,
                    step.Minutes,
                    outside is null ? opening.Depth : outside.Depth - 1,
                    step.Cautions,
                    step.Readings,
                    step.Looks,
                    step.Tools(context.Gear),
                    step.Parts(context),
                    step.School is { } question ? context.Schools.For(question).Words : null,
                    step.Optional));
            }
        }
    }
}
