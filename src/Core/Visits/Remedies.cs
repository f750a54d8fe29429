using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Visits;

/// <summary>Which jobs mend what was seen.</summary>
public static class Remedies
{
    /// <summary>
    /// The jobs that mend what was seen at a place, each with the place it would be done at, likeliest first; those
    /// that the
    /// gear lacks are left out, and of two ways to renew a brake the one of the practice in force comes first.
    /// </summary>
    /// <param name="rule">What was seen.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="place">Where it was seen.</param>
    /// <param name="practices">The practices in force.</param>
    public static IReadOnlyList<JobAt> For(
        ObservationRule rule,
        RunningGear gear,
        Place place,
        PracticeChoices practices) => For(rule.Jobs, gear, place, practices);

    /// <summary>The same, to be handed to what reads a visit's observations together.</summary>
    /// <param name="context">Gear and practices.</param>
    public static Func<ObservationRule, Place, IReadOnlyList<JobAt>> In(ReadingContext context) =>
        (rule, place) => For(rule, context.Gear, place, context.Practices);

    /// <summary>The same by the codes of the jobs.</summary>
    /// <param name="jobs">Codes of jobs, the likeliest first.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="place">Where something was seen or measured.</param>
    /// <param name="practices">The practices in force.</param>
    public static IReadOnlyList<JobAt> For(
        IReadOnlyList<string> jobs,
        RunningGear gear,
        Place place,
        PracticeChoices practices)
    {
        string practice = practices.For(PracticeQuestions.BrakeRenewal).Code, other = practice == "assembly"
            ? "shoes-and-magnet"
            : "brake-assembly";
        return [.. jobs.OrderBy(code => code == other ? 1 : 0)
            .Select(JobCatalogue.Of(practices).Find).OfType<Job>()
            .SelectMany(job => job.At
                .SelectMany(kind => Places.Touching(gear, kind, place))
                .Where(at => job.GoesAt(gear, at))
                .Select(at => new JobAt(job.Code, at.Code)))
            .Distinct()];
    }

    /// <summary>
    /// A remedy with its like across the axle, where the thing is judged in pairs: one worn brake or flat spring is two
    /// to renew.
    /// The remedy alone otherwise. Source: common practice.
    /// </summary>
    /// <param name="subject">What it mends.</param>
    /// <param name="remedy">The job at its place.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="practices">The practices in force.</param>
    public static IReadOnlyList<JobAt> InPair(
        Subject subject,
        JobAt remedy,
        RunningGear gear,
        PracticeChoices practices) =>
        Subjects.InPairs(subject)
            && Place.Of(remedy.Place).Across is { } across
            && JobCatalogue.Of(practices).Find(remedy.Job)!.GoesAt(gear, across)
            ? [remedy, new JobAt(remedy.Job, across.Code)]
            : [remedy];
}
