using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Tests.Own;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>Work on any running gear: what it is, what is to be done, and by which practices.</summary>
public sealed record AnyVisit(RunningGear Gear, JobAt[] Jobs, PracticeChoices Practices)
{
    public Packet Compose(int hands = 1) => Composer.Compose(Gear, Jobs, Practices, hands: hands);

    public Packet Compose(IEnumerable<JobAt> jobs) => Composer.Compose(Gear, [.. jobs], Practices);

    public override string ToString() =>
        $"{Gear.Words}, {Gear.NutRetention}, {Gear.Spindle}: {string.Join(", ", Jobs.Select(j => j.Id))}";

    /// <summary>Every running gear the description allows, brakes, hubs, springs and spindles of every kind.</summary>
    public static Gen<RunningGear> Gears { get; } =
        from axles in Gen.Int[1, 3]
        from rating in Gen.Int[0, 4].Select(i => new[] { 2_000, 3_500, 5_200, 7_000, 8_000 }[i])
        from brake in Gen.Enum<BrakeKind>()
        from lubrication in Gen.Enum<Lubrication>()
        from nut in Gen.Int[0, 2]
        from suspension in Gen.Enum<SuspensionKind>()
        from boltOn in Gen.Bool
        select GearDefaults.For(axles, rating) with
        {
            Brake = brake,
            BrakeSize = null,
            Lubrication = lubrication,
            NutRetention = lubrication == Lubrication.SealedHub ? NutRetention.OnePieceNut : (NutRetention)nut,
            Suspension = suspension,
            Spindle = suspension == SuspensionKind.Torsion ? SpindleKind.TorsionArm
                : boltOn ? SpindleKind.BoltOn
                : SpindleKind.Welded,
        };

    /// <summary>Any answers to the questions; every third shop has described work of its own.</summary>
    public static Gen<PracticeChoices> AnyPractices { get; } =
        from picks in Gen.Int[0, 5].Array[PracticeQuestions.All.Count]
        from own in Gen.Int[0, 2]
        select PracticeChoices.Defaults.With(PracticeQuestions.All
            .Select((q, i) => (q.Code, q.Answers[picks[i] % q.Answers.Length].Code))
            .ToDictionary(a => a.Item1, a => a.Item2)) with
        {
            Own = own == 0 ? OwnSamples.InOurMinutes : null
        };

    /// <summary>The catalogue it goes by.</summary>
    public JobCatalogue Catalogue => JobCatalogue.Of(Practices);

    /// <summary>
    /// Every job that can stand together on a gear, picked by the numbers; what contradicts an earlier one is left out.
    /// </summary>
    public static JobAt[] Pick(RunningGear gear, PracticeChoices practices, IEnumerable<int> picks)
    {
        List<JobAt> all = [.. JobCatalogue.Of(practices)
            .For(gear)
            .SelectMany(j => j.Places.Select(p => new JobAt(j.Job.Code, p.Code)))];
        List<JobAt> jobs = [];
        foreach (int pick in picks)
        {
            JobAt job = all[pick % all.Count];
            if (!Composer.Refusals(gear, [.. jobs, job], practices).Any())
            {
                jobs.Add(job);
            }
        }

        return [.. jobs];
    }

    /// <summary>
    /// The most that can be asked of a gear: every job everywhere, as far as they do not contradict each other.
    /// </summary>
    public static JobAt[] Everything(RunningGear gear) =>
        Pick(gear, PracticeChoices.Defaults, Enumerable.Range(0, 1_000));

    public static Gen<AnyVisit> Any(int most = 9) =>
        from gear in Gears
        from practices in AnyPractices
        from picks in Gen.Int[0, 100_000].Array[1, most]
        let jobs = Pick(gear, practices, picks)
        where jobs.Length > 0
        select new AnyVisit(gear, jobs, practices);
}
