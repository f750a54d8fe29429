using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>
/// Says what cannot work in a job or an opening that a shop describes, while it is being written: every code is known,
/// every figure can be believed, and on every running gear it is meant for there is what it opens.
/// </summary>
public sealed partial class OwnChecks
{
    /// <summary>Longest name.</summary>
    public const int LongestName = 80;

    /// <summary>Most steps of a job or of one way of an opening.</summary>
    public const int MostSteps = 60;

    private const int LongestCode = 60, LongestTitle = 140, LongestDetail = 1_000, LongestWords = 200, MostInList = 20;
    private const int MostMinutes = 600, MostMonths = 120, MostDays = 3_650;
    private const decimal LeastMiles = 50, MostMiles = 200_000, MostPounds = 2_000, MostOfAPart = 200;

    private readonly OwnWork around;
    private readonly List<OwnProblem> problems = [];

    private OwnChecks(OwnWork around) => this.around = around;

    /// <summary>Units that parts are counted in.</summary>
    public static IReadOnlyList<string> Units { get; } = ["piece", "oz", "fl oz", "ft"];

    /// <summary>Why a step of ours can't be left out; null where a shop may.</summary>
    public static string? WhyItStays(Step step) => step.WhyCritical
        ?? (step.Renews ? "Without it the job is not done."
            : step.Readings.Count > 0 || (step.Subjects.Count > 0 && step.Phase <= Phases.Judge)
                ? "Verdicts rest on what is seen and measured there. Skip it in a visit instead, with a reason."
            : null);

    /// <summary>What cannot work in a job or an opening; empty when it can be kept.</summary>
    /// <param name="own">The shop's own work; whatever it has of this code is left out of account.</param>
    /// <param name="entry">The job or opening.</param>
    public static IReadOnlyList<OwnProblem> Of(OwnWork own, IOwnEntry entry) =>
        entry is OwnJob job ? Of(own, job) : Of(own, (OwnOpening)entry);

    /// <summary>What cannot work in a job; empty when it can be kept.</summary>
    /// <param name="own">The shop's own work; whatever it has of this code is left out of account.</param>
    /// <param name="job">The job.</param>
    public static IReadOnlyList<OwnProblem> Of(OwnWork own, OwnJob job)
    {
        OwnChecks checks = new(own with { Jobs = [.. own.Jobs.Where(j => j.Code != job.Code)] });
        if (job.Refines is null)
        {
            checks.Described(job);
        }
        else
        {
            checks.Refined(job);
        }

        return checks.problems;
    }

    /// <summary>What cannot work in an opening; empty when it can be kept.</summary>
    /// <param name="own">The shop's own work; whatever it has of this code is left out of account.</param>
    /// <param name="opening">The opening.</param>
    public static IReadOnlyList<OwnProblem> Of(OwnWork own, OwnOpening opening)
    {
        OwnChecks checks = new(own with { Openings = [.. own.Openings.Where(o => o.Code != opening.Code)] });
        checks.Opened(opening);
        if (checks.problems.Count == 0)
        {
            checks.UsersOf(opening);
        }

        return checks.problems;
    }

    // ---- jobs ------------------------------------------------------------------------------------------------------

    private void Described(OwnJob job)
    {
        Coded("/code", job.Code);
        Named(job.Code, job.Name);
        Add("/area", OwnCodes.Find(OwnCodes.Areas, job.Area) is null ? "Pick the part of the trailer." : null);
        Known("/at", job.At, OwnCodes.Places, "kind of place");
        Missing("/at", job.At.Count == 0, "Say where it is done.");
        Gear("/gear", job.Gear);
        Openings openings = OpeningsAround();
        AddOpening("/opening", job.Opening, openings);
        Missing("/steps", job.Steps.Count == 0, "Say what is to be done: at least one step.");
        Steps("/steps", job.Steps, openings);
        Owing(job.Owing);
        Lasting(job);
        Add("/skill", job.Skill is { } skill && OwnCodes.Skills.All(s => s.Code != skill) ? "Pick a skill." : null);
        Others(job);
        Add(
            "/minutes",
            job.Minutes.Count > 0 || job.LeftOut.Count > 0
                ? "Only what refines a job of ours changes its steps."
                : null);
        if (problems.Count == 0)
        {
            JobCatalogue catalogue = JobCatalogue.Of(around.With(job));
            Job made = catalogue.Find(job.Code)!;
            Tried(job, made, openings);
            if (problems.Count == 0)
            {
                CountsFor(job, made, catalogue);
            }
        }
    }

    private void Refined(OwnJob job)
    {
        Job? ours = JobCatalogue.Ours.Find(job.Refines);
        Add("/refines", ours is null ? "There is no such job of ours." : null);
        Add(
            "/code",
            job.Code != OwnJob.RefinedPrefix + job.Refines
                ? "A refinement is known by the job that it refines."
                : null);
        Words("/name", job.Name, "What is different", LongestName);
        if (ours is null)
        {
            return;
        }

        Dictionary<string, Step> steps = ours.Work
            .Select(w => (w.Family, w.Step))
            .DistinctBy(w => w.Family)
            .ToDictionary(w => w.Family, w => w.Step);
        foreach ((string family, decimal minutes) in job.Minutes)
        {
            Add(
                $"/minutes/{family.Replace("/", "~1", StringComparison.Ordinal)}",
                steps.ContainsKey(family) ? Minutes(minutes) : "This job has no such step.");
        }

        for (int i = 0; i < job.LeftOut.Count; i++)
        {
            Add($"/leftOut/{i}", !steps.TryGetValue(job.LeftOut[i], out Step? step) ? "This job has no such step."
                : WhyItStays(step) is { } why ? $"“{step.Title}” is never left out: {Wording.Small(why)}"
                : null);
        }

        Openings openings = OpeningsAround();
        Steps("/steps", job.Steps, openings);
        for (int i = 0; i < job.Steps.Count; i++)
        {
            Missing(
                $"/steps/{i}/opening",
                job.Steps[i] is { Opening: "", When: not OwnCodes.WeightDown },
                "Say what has to be open for it.");
        }

        Owing(job.Owing);
        bool otherwise = job.Minutes.Count + job.LeftOut.Count + job.Steps.Count + job.Owing.Count > 0;
        Missing("/steps", !otherwise, "Nothing is different yet: add a step, or say other minutes.");
        Add("/lasts", job.Lasts is not null ? "How long it lasts is said under planning." : null);
        if (problems.Count == 0)
        {
            Tried(job, JobCatalogue.Of(around.With(job)).Find(job.Refines)!, openings);
        }
    }

    // Other jobs that it names.
    private void Others(OwnJob job)
    {
        JobCatalogue others = JobCatalogue.Of(around);
        for (int i = 0; i < job.CountsAs.Count; i++)
        {
            string code = job.CountsAs[i];
            Add(
                $"/countsAs/{i}",
                code == job.Code ? "A job is itself already."
                    : others.Find(code) is not { } other ? "There is no such job."
                    : code == PeriodicInspection.JobCode
                        ? "The periodic inspection is done as the law has it, and by nothing else."
                    : Reaches(code, job.Code)
                        ? $"“{other.Name}” counts as this one already: they go round in a circle."
                    : null);
        }

        for (int i = 0; i < job.NotWith.Count; i++)
        {
            Add($"/notWith/{i}", job.NotWith[i] == job.Code ? "It cannot exclude itself."
                : others.Find(job.NotWith[i]) is null ? "There is no such job."
                : null);
        }

        HashSet<string> owed =
        [
            .. around.Jobs.SelectMany(j => j.Owing.Select(c => OwnCatalogue.CheckCode(j, c))),
            .. around.Openings.SelectMany(o => o.Owing.Select(c => OwnCatalogue.CheckCode(o, c))),
        ];
        for (int i = 0; i < job.Settles.Count; i++)
        {
            Add($"/settles/{i}", owed.Contains(job.Settles[i])
                ? null
                : "It settles checks that other work of your own leaves owing; ours are settled by our jobs.");
        }

        Few("/countsAs", job.CountsAs.Count);
        Few("/notWith", job.NotWith.Count);
        Few("/settles", job.Settles.Count);
    }

    private bool Reaches(string from, string to)
    {
        HashSet<string> seen = [];
        bool From(string code) => code == to || (seen.Add(code)
            && around.Jobs.Any(j => j.Code == code && j.CountsAs.Any(From)));
        return From(from);
    }

    private void Lasting(OwnJob job)
    {
        if (job.Lasts is not { } lasts)
        {
            return;
        }

        Add("/lasts/months", lasts.Months is < 1 or > MostMonths ? $"Work lasts 1 to {MostMonths} months." : null);
        Add("/lasts/miles", lasts.Miles is < LeastMiles or > MostMiles
            ? FormattableString.Invariant($"Work lasts {LeastMiles:0} to {MostMiles:#,0} miles.")
            : null);
        Missing("/lasts", lasts is { Months: null, Miles: null }, "Say how many months or miles it lasts.");
        Add("/lasts/by", lasts.By == Doer.Owner && !OwnCatalogue.OwnerMay(job)
            ? "An owner has no means to do it: something is opened, measured or tightened to a figure."
            : null);
    }
}
