using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Composing;

/// <summary>
/// Makes one packet of all jobs of a visit: every opening once, one side at a time, one wheel end at a time, nose to
/// tail, left
/// before right, and last what can only be done with the weight down. A pure function: the same input in any order
/// gives the
/// same packet.
/// </summary>
public static class Composer
{
    /// <summary>
    /// Jobs that can't be done, as sentences, each with its position in the list; empty when all can be done.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="jobs">The jobs at their places.</param>
    /// <param name="practices">The practices in force; our defaults when left out.</param>
    public static IEnumerable<(int Index, string Sentence)> Refusals(
        RunningGear gear,
        IReadOnlyList<JobAt> jobs,
        PracticeChoices? practices = null)
    {
        practices ??= PracticeChoices.Defaults;
        JobCatalogue catalogue = JobCatalogue.Of(practices);
        List<(Job Job, Place Place)> before = [];
        for (int i = 0; i < jobs.Count; i++)
        {
            if (catalogue.Find(jobs[i].Job) is not { } job)
            {
                yield return (i, $"“{jobs[i].Job}” is no job in the catalogue.");
                continue;
            }

            if (catalogue.Retired.Contains(job.Code))
            {
                yield return (i, $"“{job.Name}” is not done in this shop any more.");
                continue;
            }

            bool there = Place.TryParse(jobs[i].Place, out Place place)
                && Places.Has(gear, place)
                && job.At.Contains(place.Kind);
            if (!there)
            {
                yield return (i, $"This trailer has no place “{jobs[i].Place}” for “{job.Name.ToLowerInvariant()}”.");
            }
            else if (!job.Applies(gear, place))
            {
                yield return (i, $"“{job.Name}” at {place.Spoken} can't be done here: it {job.Lacking}.");
            }
            else if (job.Forbids is { } practice && practices.Is(practice.Question, practice.Answer))
            {
                yield return (i, $"“{job.Name}” goes against {practices.Whose(practice.Question).ToLowerInvariant()}: "
                    + $"{practices.For(practice.Question).Words.ToLowerInvariant()}.");
            }
            else if (before.Contains((job, place)))
            {
                yield return (i, $"“{job.Name}” at {place.Spoken} is asked for twice.");
            }
            else if (before.Find(b => b.Place.Near(place)
                && (b.Job.NotWith.Contains(job.Code) || job.NotWith.Contains(b.Job.Code))) is { Job: not null } other)
            {
                yield return (i, $"“{job.Name}” at {place.Spoken} contradicts “{other.Job.Name.ToLowerInvariant()}” at "
                    + $"{other.Place.Spoken}: ask for one of them.");
            }

            if (there)
            {
                before.Add((job, place));
            }
        }
    }

    /// <summary>
    /// Composes the packet. Throws <see cref="ArgumentException"/> when <see cref="Refusals"/> has any.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="jobs">The jobs at their places.</param>
    /// <param name="practices">The practices in force.</param>
    /// <param name="learned">What the shop and the trailer have taught; nothing when left out.</param>
    /// <param name="hands">How many technicians work: 1 or 2.</param>
    public static Packet Compose(
        RunningGear gear,
        IReadOnlyList<JobAt> jobs,
        PracticeChoices practices,
        Learned? learned = null,
        int hands = 1) =>
        Sharing.Share(
            new Composition(gear, Known(gear, jobs, practices), practices, learned ?? Learned.Nothing).Compose(),
            hands);

    /// <summary>
    /// Composes what can still be done of jobs that were planned earlier, each once: the gear or a practice may have
    /// changed since. Empty where nothing can.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="planned">The jobs at their places.</param>
    /// <param name="practices">The practices in force.</param>
    /// <param name="learned">What the shop and the trailer have taught; nothing when left out.</param>
    public static Packet ComposeWhatCanBe(
        RunningGear gear,
        IEnumerable<JobAt> planned,
        PracticeChoices practices,
        Learned? learned = null)
    {
        JobAt[] jobs = [.. planned.Distinct()];
        HashSet<int> refused = [.. Refusals(gear, jobs, practices).Select(r => r.Index)];
        JobAt[] can = [.. jobs.Where((_, i) => !refused.Contains(i))];
        return can.Length == 0 ? new Packet([], []) : Compose(gear, can, practices, learned);
    }

    /// <summary>
    /// Composes anew what is left of a visit at work. What is settled stays, in the order it happened; what is open is
    /// used;
    /// what was put back already comes off once more only for a job that was added. A job left out takes its steps
    /// along, and
    /// what it alone had opened is put back.
    /// </summary>
    /// <param name="packet">The packet so far.</param>
    /// <param name="entries">The entries that stand, in the order it happened.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="before">The jobs so far.</param>
    /// <param name="jobs">
    /// The jobs from now on. Throws <see cref="ArgumentException"/> when <see cref="Refusals"/> has any.
    /// </param>
    /// <param name="practices">The practices in force.</param>
    /// <param name="learned">What the shop and the trailer have taught; nothing when left out.</param>
    /// <param name="hands">How many technicians work: 1 or 2.</param>
    public static Packet Recompose(
        Packet packet,
        IReadOnlyList<StepEntry> entries,
        RunningGear gear,
        IReadOnlyList<JobAt> before,
        IReadOnlyList<JobAt> jobs,
        PracticeChoices practices,
        Learned? learned = null,
        int hands = 1) =>
        Sharing.Share(
            new Composition(
                gear,
                Known(gear, jobs, practices),
                practices,
                learned ?? Learned.Nothing).Recompose(packet, entries, before),
            hands,
            entries);

    // In the catalogue's order, then from left to right and nose to tail.
    private static List<(Job Job, Place Place)> Known(
        RunningGear gear,
        IReadOnlyList<JobAt> jobs,
        PracticeChoices practices)
    {
        if (Refusals(gear, jobs, practices).Select(r => r.Sentence).FirstOrDefault() is { } no)
        {
            throw new ArgumentException(no, nameof(jobs));
        }

        JobCatalogue catalogue = JobCatalogue.Of(practices);
        return [.. jobs
            .Select(j => (Job: catalogue.Find(j.Job)!, Place: Place.Of(j.Place)))
            .OrderBy(j => catalogue.IndexOf(j.Job))
            .ThenBy(j => j.Place.Side)
            .ThenBy(j => j.Place.Axle)
            .ThenBy(j => j.Place.Kind)];
    }
}
