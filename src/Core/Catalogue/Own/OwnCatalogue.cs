using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>
/// A shop's own work made into jobs, openings and recurring work as ours are. What its codes mean was checked when it
/// was written down; a code that means nothing any more is passed over.
/// </summary>
internal sealed class OwnCatalogue
{
    /// <summary>Code of the opening in which the trailer stands secured: nothing is done outside it.</summary>
    internal const string Secured = "secured";

    /// <summary>What being late with a shop's own work by a whole interval costs. Source: from memory.</summary>
    private const double LateWeight = 800;

    internal OwnCatalogue(OwnWork own, IReadOnlyList<Job> ours)
    {
        OwnJob[] refinements = [.. own.Jobs.Where(j => j.Refines is not null && !j.Retired)];
        OwnJob[] jobs = [.. own.Jobs.Where(j => j.Refines is null)];
        Dictionary<string, decimal> minutes = [];
        foreach ((string family, decimal taken) in refinements.SelectMany(r => r.Minutes))
        {
            minutes[family] = taken;
        }

        Openings = InOrder(own.Openings);
        Jobs =
        [
            .. ours
                .Select(job => refinements.FirstOrDefault(r => r.Refines == job.Code) is { } refined
                    ? Refined(job, refined)
                    : job)
                .Select(job => minutes.Count == 0 ? job : Retimed(job, minutes)),
            .. jobs.Select(Described),
        ];
        DueRules = [.. jobs.Where(j => !j.Retired).Select(RuleOf).OfType<DueRule>()];
        Skills = jobs.Where(j => j.Skill is not null).ToDictionary(j => j.Code, j => j.Skill!);
        Retired = jobs.Where(j => j.Retired).Select(j => j.Code).ToHashSet();
    }

    internal IReadOnlyList<Opening> Openings { get; }

    internal IReadOnlyList<Job> Jobs { get; }

    internal IReadOnlyList<DueRule> DueRules { get; }

    internal IReadOnlyDictionary<string, string> Skills { get; }

    internal IReadOnlySet<string> Retired { get; }

    /// <summary>
    /// Whether an owner can do a job: nothing is opened for it, nothing is tightened to a figure, and no gauge judges
    /// it.
    /// </summary>
    internal static bool OwnerMay(OwnJob job) => job.Steps.All(s =>
        (s.Opening.Length > 0 ? s.Opening : job.Opening) == Secured && s.Torque is null && s.Readings.Count == 0);

    // ---- openings --------------------------------------------------------------------------------------------------

    // Each after what it needs.
    private static List<Opening> InOrder(IReadOnlyList<OwnOpening> all)
    {
        Dictionary<string, Opening> made = [];
        List<OwnOpening> left = [.. all];
        int DepthOf(string code) => (made.GetValueOrDefault(code)
            ?? Catalogue.Openings.Ours.Known(code))?.Depth ?? 0;
        while (left.Find(o => !o.Needs.Any(n => left.Exists(l => l.Code == n))) is { } next)
        {
            left.Remove(next);
            made.Add(next.Code, new Opening(
                next.Code,
                next.Name,
                KindsOf(next.At),
                1 + next.Needs.Max(DepthOf),
                [.. next.Needs],
                [.. next.Open.Select(Made)],
                [.. next.Close.Select(Made)])
            {
                Applies = On(next.Gear),
                FollowUps = [.. next.Owing.Select(c => CheckOf(next, c))],
            });
        }

        return left.Count == 0
            ? [.. made.Values]
            : throw new ArgumentException(
                $"The openings “{string.Join("”, “", left.Select(o => o.Name))}” need each other in a circle.");
    }

    // ---- jobs ------------------------------------------------------------------------------------------------------

    private static Job Described(OwnJob job) => new(
        job.Code,
        job.Name,
        KindsOf(job.At),
        On(job.Gear),
        [.. job.Steps.Select(s => WorkOf(job, s))])
    {
        Area = OwnCodes.Find(OwnCodes.Areas, job.Area) ?? JobArea.Trailer,
        Lacking = "is not described for this trailer’s running gear",
        NotWith = job.NotWith,
        CountsAs = job.CountsAs,
        FollowUps = [.. job.Owing.Select(c => CheckOf(job, c))],
        Settles = job.Settles,
    };

    private static Job Refined(Job job, OwnJob refined) => job with
    {
        Work =
        [
            .. job.Work.Where(w => !refined.LeftOut.Contains(w.Family)),
            .. refined.Steps.Select(s => WorkOf(refined, s)),
        ],
        FollowUps = [.. job.FollowUps, .. refined.Owing.Select(c => CheckOf(refined, c))],
    };

    private static Job Retimed(Job job, Dictionary<string, decimal> minutes) =>
        job.Work.Any(w => minutes.ContainsKey(w.Family))
            ? job with
            {
                Work = [.. job.Work.Select(w => minutes.TryGetValue(w.Family, out decimal taken)
                    ? w with { Step = w.Step with { Minutes = taken } }
                    : w)]
            }
            : job;

    private static Work WorkOf(OwnJob job, OwnStep step)
    {
        // With the weight down everything is back on: such a step is in nothing but the trailer as it stands.
        string opening = step.When == OwnCodes.WeightDown ? Secured
            : step.Opening.Length > 0 ? step.Opening
            : job.Opening;
        Work work = new(job.Code, opening, Made(step));
        return OwnCodes.Find(OwnCodes.Places, step.Each) is { } each
            ? work with { Where = (gear, at) => Places.Touching(gear, each, at).Where(p => Places.Has(gear, p)) }
            : work;
    }

    private static Step Made(OwnStep step) => new(step.Code, step.Title, step.Minutes)
    {
        Detail = step.Detail,
        Cautions = step.Cautions,
        Readings = step.Readings,
        Tools = _ => step.Tools,
        Parts = _ => [.. step.Parts.Select(PartOf)],
        Torque = step.Torque is { } torque ? _ => Asked(torque) : null,
        Photo = step.Photo.Length > 0 ? step.Photo : null,
        Critical = step.Critical.Length > 0 ? step.Critical : null,
        Renews = step.Renews,
        Optional = step.Optional,
        Phase = OwnCodes.Find(OwnCodes.Times, step.When) ?? Phases.Work,
        Late = step.When is OwnCodes.WayUp or OwnCodes.WeightDown,
        WeightDown = step.When == OwnCodes.WeightDown ? WeightDownRank.Try : null,
    };

    private static PartNeed PartOf(OwnPart part)
    {
        PartNeed need = new(part.Name, part.Quantity, part.Unit);
        return part.Code.Length > 0 ? need with { Code = part.Code } : need;
    }

    private static TorqueAsked Asked(OwnTorque torque) => Torques.By(
        new TorqueAsked(torque.What, "", [], Torques.Around(torque.Fasteners), "") { Rounds = torque.Stages },
        new TorqueRange(torque.From, torque.To, $"{Source.Shop.Words}: {torque.Whose}"));

    // ---- what is owed, and how long it lasts -----------------------------------------------------------------------

    /// <summary>The code that a check of a shop's own is known by.</summary>
    internal static string CheckCode(IOwnEntry of, OwnCheck check) => $"{of.Code}.{check.Code}";

    private static FollowUpRule CheckOf(IOwnEntry of, OwnCheck check) =>
        new(CheckCode(of, check), check.Words, check.AfterMiles, check.AfterDays, Source.Shop) { By = check.By };

    private static DueRule? RuleOf(OwnJob job) => job.Lasts is { } lasts
        ? new(job.Code, job.Name, Wording.Small(job.Name), lasts.Months, lasts.Miles, LateWeight, Source.Shop)
        {
            Job = (_, _) => job.Code,
            By = lasts.By,
            OwnerMay = OwnerMay(job),
            AtSeasonsEnd = lasts.AtSeasonsEnd,
        }
        : null;

    // ---- where -----------------------------------------------------------------------------------------------------

    private static IReadOnlyList<PlaceKind> KindsOf(IReadOnlyList<string> codes) =>
        [.. codes.Select(c => OwnCodes.Find(OwnCodes.Places, c)).OfType<PlaceKind>()];

    private static Func<RunningGear, Place, bool> On(OwnGear gear)
    {
        BrakeKind[] brakes = [.. gear.Brakes.Select(c => OwnCodes.Find(OwnCodes.Brakes, c)).OfType<BrakeKind>()];
        SuspensionKind[] suspensions =
            [.. gear.Suspensions.Select(c => OwnCodes.Find(OwnCodes.Suspensions, c)).OfType<SuspensionKind>()];
        Lubrication[] lubrications =
            [.. gear.Lubrications.Select(c => OwnCodes.Find(OwnCodes.Lubrications, c)).OfType<Lubrication>()];
        int[] axles = [.. gear.Axles];
        return (g, _) => (brakes.Length == 0 || brakes.Contains(g.Brake))
            && (suspensions.Length == 0 || suspensions.Contains(g.Suspension))
            && (lubrications.Length == 0 || lubrications.Contains(g.Lubrication))
            && (axles.Length == 0 || axles.Contains(g.Axles));
    }
}
