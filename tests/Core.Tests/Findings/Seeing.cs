using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Core.Tests.Findings;

/// <summary>Looks of one visit, made up for tests.</summary>
internal sealed class Seeing(RunningGear? gear = null)
{
    internal static readonly Guid Visit = Guid.NewGuid();
    private static readonly DateTimeOffset Start = new(2026, 5, 4, 8, 0, 0, TimeSpan.Zero);

    internal ReadingContext Context { get; init; } = new(gear ?? Gears.Tandem, PracticeChoices.Defaults);

    internal List<Finding> Findings { get; } = [];

    internal List<Reading> Readings { get; } = [];

    internal List<Reading> Earlier { get; } = [];

    internal List<JobAt> Jobs { get; } = [];

    internal Seeing Saw(string place, string rule, string? mended = null, string which = "", string? damage = null)
    {
        ObservationRule row = Rulebook.Find(rule)!;
        Findings.Add(new()
        {
            Id = Guid.NewGuid(),
            Place = place,
            RuleCode = rule,
            Subject = row.Subject,
            Seen = row.Seen,
            Which = which,
            Damage = damage,
            Judgement = row.Judge(Context.Practices),
            VisitId = Visit,
            At = Next(),
            Mended = mended
        });
        return this;
    }

    internal Seeing Measured(string place, string kind, string typed, bool earlier = false)
    {
        (earlier ? Earlier : Readings).Add(Read(
            place,
            kind,
            typed,
            earlier ? Start.AddYears(-1) : Next(),
            earlier ? Guid.Empty : Visit,
            Context));
        return this;
    }

    internal static Reading Read(
        string place,
        string kind,
        string typed,
        DateTimeOffset at,
        Guid visit,
        ReadingContext context)
    {
        ReadingKind asked = ReadingKinds.Find(kind)!;
        decimal canonical = ShopNotation.Read(typed, asked.Quantity).Canonical!.Value;
        return new()
        {
            Id = Guid.NewGuid(),
            Place = place,
            Kind = kind,
            StepKey = "",
            Typed = typed,
            VisitId = visit,
            Quantity = asked.Quantity,
            Canonical = canonical,
            Judgement = asked.Judge(canonical, context),
            At = at
        };
    }

    internal static Renewal Renewed(string job, string place) =>
        new(job, place, Visit, Start.AddDays(1)) { Words = JobCatalogue.Ours.NameOf(job) };

    internal TrailerObservations Seen(IReadOnlyCollection<Finding> findings, IReadOnlyList<Conclusion> together) =>
        new(Context.Gear, findings, Readings) { Conclusions = together, NameOfJob = JobCatalogue.Ours.NameOf };

    internal VisitObservations Looks => new(Context, Findings, Readings, Earlier, Jobs, Remedies.In(Context));

    internal IReadOnlyList<Conclusion> Together => Looks.Diagnose();

    internal IEnumerable<string> Causes => Together.Where(c => c.Kind == ConclusionKind.Cause).Select(c => c.Code);

    private DateTimeOffset Next() => Start.AddMinutes(Findings.Count + Readings.Count);
}
