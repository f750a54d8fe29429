using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Findings;

/// <summary>Which jobs mend what was seen.</summary>
public static class Remedies
{
    /// <summary>
    /// The jobs that mend what was seen at a place, each with the place it would be done at, likeliest first; those that the
    /// gear lacks are left out, and of two ways to renew a brake the one of the school in force comes first.
    /// </summary>
    /// <param name="rule">What was seen.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="place">Where it was seen.</param>
    /// <param name="schools">The schools in force.</param>
    public static IReadOnlyList<JobAt> For(SeenRule rule, RunningGear gear, Place place, SchoolChoices schools)
    {
        string school = schools.For(SchoolQuestions.BrakeRenewal).Code, other = school == "assembly" ? "shoes-and-magnet" : "brake-assembly";
        return [.. rule.Jobs.OrderBy(code => code == other ? 1 : 0)
            .Select(Catalogue.Find).OfType<Job>()
            .SelectMany(job => job.At.SelectMany(kind => Places.Touching(gear, kind, place)).Where(at => job.GoesAt(gear, at)).Select(at => new JobAt(job.Code, at.Code)))
            .Distinct()];
    }
}
