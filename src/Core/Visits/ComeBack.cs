using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Visits;

/// <summary>Work that came back: done again at the same place soon after it was done here.</summary>
/// <param name="Job">What, and where.</param>
/// <param name="VisitId">The earlier visit.</param>
/// <param name="On">When it was done then.</param>
public sealed record ComeBack(JobAt Job, Guid VisitId, DateOnly On)
{
    /// <summary>
    /// So many days or miles after it was done, it counts as the same cause; miles for so many days at most, or what
    /// is due every year would come back on a trailer that is seldom towed. Source: from memory.
    /// </summary>
    public const int Days = 30, Miles = 1_000, MilesDays = 90;

    /// <summary>
    /// Whether a job mends nothing that could come back: a look at the whole trailer, or a check that is owed.
    /// </summary>
    /// <param name="job">The job.</param>
    /// <param name="practices">The practices in force.</param>
    public static bool MendsNothing(JobAt job, PracticeChoices practices) =>
        JobCatalogue.Of(practices).Find(job.Job) is not { Settles.Count: 0, Area: not JobArea.Trailer };

    /// <summary>What of a visit is a come-back; nothing where all of it is new.</summary>
    /// <param name="takenInFor">What the trailer was taken in for.</param>
    /// <param name="on">The day it came.</param>
    /// <param name="work">What was done here to the trailer before.</param>
    /// <param name="milesSince">
    /// How far it has gone since a day, miles; null where nobody knows, and days alone decide.
    /// </param>
    /// <param name="isOwing">
    /// Whether a job is a check that the earlier work itself asks for: torque again after so many miles is no
    /// come-back.
    /// </param>
    public static IReadOnlyList<ComeBack> Of(
        IEnumerable<JobAt> takenInFor,
        DateOnly on,
        IEnumerable<WorkDone> work,
        Func<DateOnly, decimal?> milesSince,
        Func<JobAt, bool> isOwing)
    {
        ILookup<(string, string), WorkDone> before = work
            .Where(w => w.VisitId is not null && w.On <= on)
            .ToLookup(w => (w.Job, w.Place));
        List<ComeBack> back = [];
        foreach (JobAt job in takenInFor.Distinct())
        {
            if (before[(job.Job, job.Place)].MaxBy(w => w.On) is { } last
                && (on.DayNumber - last.On.DayNumber <= Days
                    || (on.DayNumber - last.On.DayNumber <= MilesDays && milesSince(last.On) is <= Miles))
                && !isOwing(job))
            {
                back.Add(new ComeBack(job, last.VisitId!.Value, last.On));
            }
        }

        return back;
    }
}
