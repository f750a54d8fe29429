using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Composing;

/// <summary>What a job that a shop describes comes to on a trailer that it is for.</summary>
/// <param name="Gear">The running gear: a usual tandem where it is for one.</param>
/// <param name="Place">The first place it is done at there.</param>
/// <param name="Packet">The packet of the job alone.</param>
public sealed record OwnExample(RunningGear Gear, Place Place, Packet Packet)
{
    /// <summary>The example of a job that passes its checks; null where there is no trailer for it.</summary>
    /// <param name="own">The shop's own work.</param>
    /// <param name="job">The job.</param>
    public static OwnExample? Of(OwnWork own, OwnJob job)
    {
        PracticeChoices practices = PracticeChoices.Defaults with { Own = own.With(job with { Retired = false }) };
        Job made = JobCatalogue.Of(practices).Find(job.Refines ?? job.Code)!;
        foreach (RunningGear gear in EveryGear.All.Prepend(GearDefaults.For(2, 5_200)))
        {
            foreach (Place place in Places.Of(gear).Where(p => made.GoesAt(gear, p)))
            {
                JobAt[] jobs = [new(made.Code, place.Code)];
                if (!Composer.Refusals(gear, jobs, practices).Any())
                {
                    return new OwnExample(gear, place, Composer.Compose(gear, jobs, practices));
                }
            }
        }

        return null;
    }
}
