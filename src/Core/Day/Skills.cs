using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;

namespace SturdyTinker.Core.Day;

/// <summary>Which work asks for which skill.</summary>
public static class Skills
{
    // Source: the inspector by 49 CFR 396.19, the others from memory; a shop asks for them only where it has said of
    // somebody that they can.
    private static readonly Dictionary<string, Skill> ByJob = new()
    {
        [PeriodicInspection.JobCode] = Skill.Inspector,
        ["brake-bleeding"] = Skill.Hydraulics,
        ["caliper"] = Skill.Hydraulics,
        ["line-and-hose"] = Skill.Hydraulics,
        ["actuator"] = Skill.Hydraulics,
        ["hydraulic-shoes"] = Skill.Hydraulics,
        ["wheel-cylinder"] = Skill.Hydraulics,
        ["hanger"] = Skill.Welding,
        ["axle"] = Skill.Welding,
    };

    /// <summary>Codes of the jobs that ask for a skill.</summary>
    public static IReadOnlyCollection<string> Jobs => ByJob.Keys;

    /// <summary>What some jobs ask for, each skill once.</summary>
    /// <param name="catalogue">The catalogue in force.</param>
    /// <param name="jobs">The jobs.</param>
    /// <param name="known">Skills that somebody in the shop is known to have; others are not asked for.</param>
    public static IReadOnlyList<Skill> Of(
        JobCatalogue catalogue,
        IEnumerable<JobAt> jobs,
        IReadOnlySet<Skill> known) =>
        [.. jobs
            .Select(j => catalogue.Skills.TryGetValue(j.Job, out string? code) ? Find(code)
                : ByJob.TryGetValue(j.Job, out Skill skill) ? skill
                : null)
            .OfType<Skill>()
            .Distinct()
            .Where(known.Contains)
            .Order()];

    /// <summary>The skills by the codes that a shop's own jobs name them by.</summary>
    public static IReadOnlyList<(string Code, Skill Skill)> Codes { get; } =
    [
        ("hydraulics", Skill.Hydraulics),
        ("welding", Skill.Welding),
        ("inspector", Skill.Inspector),
    ];

    /// <summary>The skill of a code; null for a code that is none.</summary>
    public static Skill? Find(string code) =>
        Codes.Where(c => c.Code == code).Select(c => (Skill?)c.Skill).FirstOrDefault();

    /// <summary>A skill as people say it.</summary>
    public static string InWords(Skill skill) => skill switch
    {
        Skill.Hydraulics => "hydraulic brakes",
        Skill.Welding => "welding",
        _ => "inspections",
    };
}
