using System.Globalization;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>Something seen during an invented visit.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="Rule">Code of the row of the rulebook.</param>
/// <param name="Note">In the person's own words; may be empty.</param>
/// <param name="Mended">What was done about it; null when nothing was.</param>
/// <param name="Which">Of an inner and an outer one, which; empty for both.</param>
/// <param name="Damage">For a bearing, code of its damage; null where nobody classed it.</param>
public sealed record DemoFinding(
    string Place,
    string Rule,
    string Note = "",
    string? Mended = null,
    string Which = "",
    string? Damage = null);

/// <summary>An invented visit, worked through the same rules as a real one.</summary>
/// <param name="TrailerId">The trailer.</param>
/// <param name="Gear">Its running gear.</param>
/// <param name="Start">When it was taken in.</param>
/// <param name="Jobs">The jobs at their places.</param>
/// <param name="By">Who worked.</param>
public sealed record WorkedVisit(
    Guid TrailerId,
    RunningGear Gear,
    DateTimeOffset Start,
    IReadOnlyList<JobAt> Jobs,
    Guid By)
{
    /// <summary>What was seen.</summary>
    public IReadOnlyList<DemoFinding> Seen { get; init; } = [];

    /// <summary>What was seen on a round, beside the steps.</summary>
    public IReadOnlyList<DemoFinding> OnTheRound { get; init; } = [];

    /// <summary>Figures that differ from the usual: "axle-1-left/rim-rock" to what was typed.</summary>
    public IReadOnlyDictionary<string, string> Figures { get; init; } = new Dictionary<string, string>();

    /// <summary>The day the shop took the trailer on: linings and treads were new about then.</summary>
    public DateOnly Since { get; init; } = DateOnly.FromDateTime(Start.DateTime);

    /// <summary>
    /// Key of the last step done when the visit is left standing in the bay; null to work it to the end.
    /// </summary>
    public string? StopAfter { get; init; }

    /// <summary>Sockets that fitted: what they are for, and their size.</summary>
    public IReadOnlyDictionary<string, string> Sockets { get; init; } = new Dictionary<string, string>();

    /// <summary>The practices in force.</summary>
    public PracticeChoices Practices { get; init; } = PracticeChoices.Defaults;

    /// <summary>Why a trailer on Hold left.</summary>
    public string? ReleasedBecause { get; init; }

    /// <summary>Adds the visit and everything it leaves to the change set.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="random">Where small differences come from.</param>
    /// <param name="usage">The trailer's road, for the day its checks are owed.</param>
    /// <returns>The visit's follow-ups are in the change set too, still owed.</returns>
    public async Task<Visit> AddToAsync(ShopFile file, Random random, UsageLine usage)
    {
        PracticeChoices practices = Practices;
        Packet packet = Composer.Compose(Gear, Jobs, practices);
        Visit visit = new()
        {
            Id = Guid.CreateVersion7(Start),
            TrailerId = TrailerId,
            OpenedAt = Start,
            OpenedBy = By,
            Gear = Gear,
            Practices = practices,
            Jobs = Jobs,
            TakenInFor = Jobs
        };
        file.Visits.Add(visit);
        file.Packets.Add(new VisitPacket { VisitId = visit.Id, Packet = packet });

        DateTimeOffset now = Start;
        List<StepEntry> entries = [];
        List<Finding> findings = [];
        List<Reading> readings = [];
        ReadingContext context = new(Gear, practices);
        foreach (PacketStep step in packet.Steps)
        {
            // Nobody works exactly to the minute.
            double minutes = (double)step.Minutes * (0.8 + (0.5 * random.NextDouble()));
            now = now.AddMinutes(minutes);
            entries.Add(new StepEntry
            {
                Id = Guid.CreateVersion7(now),
                VisitId = visit.Id,
                Key = step.Key,
                At = now,
                PersonId = By,
                Seconds = (int)(minutes * 60),
                Socket = step.Socket is { } what ? Sockets.GetValueOrDefault(what) : null
            });
            readings.AddRange(step.Readings.Select(kind => Measure(visit, step, kind, now, random, context)));
            file.PartsUsed.AddRange(step.Parts.Select(p => new PartUsed
            {
                Id = Guid.CreateVersion7(now),
                VisitId = visit.Id,
                Place = step.Place,
                StepKey = step.Key,
                Name = TheOne(p, readings.FindAll(r => r.Place == step.Place), context),
                Code = Part.Named(TheOne(p, readings.FindAll(r => r.Place == step.Place), context))?.Code,
                Quantity = p.Quantity,
                Unit = p.Unit,
                Price = Part.Named(TheOne(p, [], context))?.Price,
                At = now,
                PersonId = By
            }));
            findings.AddRange(Seen.Where(s => s.Place == step.Place
                && step.Subjects.Contains(Rulebook.Find(s.Rule)!.Subject)
                && findings.All(f => f.RuleCode != s.Rule || f.Place != s.Place)).Select(s => Find(visit, s, now)));
            if (step.Part == StepPart.Close && findings.Count < Seen.Count)
            {
                // What no step asks for is written down before things go back.
                findings.AddRange(Seen.Where(s => findings.All(f => f.RuleCode != s.Rule
                    || f.Place != s.Place)).Select(s => Find(visit, s, now)));
            }

            if (step.Key == StopAfter)
            {
                break;
            }
        }

        findings.AddRange(OnTheRound.Select((s, i) => Find(visit, s, now.AddSeconds(30 + (i * 20)))));
        file.StepEntries.AddRange(entries);
        file.Findings.AddRange(findings);
        file.Readings.AddRange(readings);
        List<Reading> earlier = Noted(file, file.Readings, r => r.TrailerId == TrailerId && r.VisitId != visit.Id);
        VisitObservations looks = new(context, findings, readings, earlier, Jobs, Remedies.In(context));
        visit.Conclusions = looks.Diagnose();
        if (StopAfter is null)
        {
            DateOnly day = DateOnly.FromDateTime(now.DateTime);
            TrailerObservations seen = new(
                Gear,
                Noted(file, file.Findings, f => f.TrailerId == TrailerId),
                [.. earlier, .. readings])
            {
                Conclusions = [.. Noted(
                    file,
                    file.Visits,
                    v => v.TrailerId == TrailerId).SelectMany(v => v.Conclusions)],
                Work = Noted(file, file.WorkDone, w => w.TrailerId == TrailerId),
            };
            ClosingResult result = Closing.Work(
                visit,
                new Progress(packet, entries),
                seen,
                usage,
                ReleasedBecause,
                day);
            if (result.Refusal is not null)
            {
                throw new InvalidOperationException($"An invented visit does not close: {result.Refusal}");
            }

            await file.CloseAsync(visit, looks, result, entries, By, now.AddMinutes(2), ReleasedBecause);
        }

        return visit;
    }

    // What the file is about to hold. Nothing of it is altered between two visits, so nothing is compared with what it
    // was.
    private static List<T> Noted<T>(ShopFile file, DbSet<T> all, Func<T, bool> wanted)
        where T : class
    {
        bool before = file.ChangeTracker.AutoDetectChangesEnabled;
        file.ChangeTracker.AutoDetectChangesEnabled = false;
        List<T> noted = [.. all.Local.Where(wanted)];
        file.ChangeTracker.AutoDetectChangesEnabled = before;
        return noted;
    }

    private Finding Find(Visit visit, DemoFinding seen, DateTimeOffset at)
    {
        ObservationRule rule = Rulebook.Find(seen.Rule)!;
        return new Finding
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = TrailerId,
            VisitId = visit.Id,
            Place = seen.Place,
            Subject = rule.Subject,
            RuleCode = rule.Code,
            Seen = rule.Seen,
            Note = seen.Note,
            Which = seen.Which,
            Damage = seen.Damage,
            Judgement = rule.Judge(Practices),
            Mended = seen.Mended,
            At = at,
            PersonId = By,
        };
    }

    private Reading Measure(
        Visit visit,
        PacketStep step,
        string code,
        DateTimeOffset at,
        Random random,
        ReadingContext context)
    {
        ReadingKind kind = ReadingKinds.Find(code)!;
        Place home = Subjects.Home(kind.Subject, Gear, Place.Of(step.Place));
        string typed = Figures.GetValueOrDefault($"{home.Code}/{code}")
            ?? (kind.Fastener is { } fastener ? Tight(fastener, random) : Usual(code, random));
        decimal canonical = ShopNotation.Read(typed, kind.Quantity).Canonical!.Value;
        return new Reading
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = TrailerId,
            VisitId = visit.Id,
            Place = home.Code,
            Kind = code,
            StepKey = step.Key,
            Typed = typed,
            Canonical = canonical,
            Quantity = kind.Quantity,
            Judgement = kind.Judge(canonical, context),
            At = at,
            PersonId = By,
        };
    }

    private string Usual(string code, Random random) => code switch
    {
        "rim-rock" => random.Next(4) switch { 0 => "0", 1 => "1/32", 2 => "1/16", _ => "1/32" },
        "end-play" => random.Next(4) switch { 0 => ".002", 1 => ".003", 2 => "4 thou", _ => ".003" },
        "lining" => Worn(0.190, 0.00004, 0.002, random),
        "tread" => Worn(0.280, 0.00008, 0.003, random),
        "tyre-pressure" => "65",
        "ride-height-front" or "ride-height-rear" => random.Next(2) == 0 ? "18" : "18 1/8",
        "crown-left" or "crown-right" => "4 1/2",
        "crown-middle" => "4 5/8",
        "circuit-current" => (Gear.WheelEnds * MagnetCircuit.Amperes(Gear.BrakeSize!.Diameter.Inches)).ToString(
            "0.0",
            CultureInfo.InvariantCulture),
        "hub-fill" => "15 oz",
        "fluid-boiling" => "430",
        "hub-temperature" => "110",
        "magnet-current" => Gear.BrakeSize?.Diameter < Length.FromInches(8) ? "2.4" : "2.9",
        "magnet-resistance" => Gear.BrakeSize?.Diameter < Length.FromInches(8) ? "3.9" : "3.2",
        "drum-diameter" => OfDrum(0.020m),
        "drum-stamped" => OfDrum(0.090m),
        "rotor-thickness" => ".880",
        "rotor-stamped" => ".850",
        "spring-arch" => "3 1/4",
        "equalizer-holes" => "6",
        "equalizer-drop" => "2",
        "equalizer-width" => "1 3/4",
        "bolt-hole" => "9/16",
        "side-load" => (Gear.Axles * Gear.RatingPounds * 2 / 5).ToString(CultureInfo.InvariantCulture),
        "seal-journal" => UsualSet.For(Gear.RatingPounds)?.Seals.FirstOrDefault()?.Inside.Inches.ToString(
            "0.000",
            CultureInfo.InvariantCulture)
            ?? "1.500",
        _ => throw new InvalidOperationException($"The demo has no usual figure for {code}."),
    };

    // A wrench set to the figure; a fastener that only a maker's sheet knows goes by an invented sheet's.
    private string Tight(Fastener fastener, Random random)
    {
        TorqueRange wanted = fastener.For(Gear, new Dictionary<string, TorqueRange>())
            ?? new(fastener.Least * 2, fastener.Least * 2, "");
        decimal left = Math.Round((wanted.From + wanted.To) / 2);
        return random.Next(2) == 0
            ? left.ToString(CultureInfo.InvariantCulture)
            : $"{left.ToString(CultureInfo.InvariantCulture)} ft-lb";
    }

    // What is left of something new when the trailer came, by the day; nobody reads a gauge finer than two thousandths.
    private string Worn(double whenNew, double aDay, double noise, Random random) =>
        (whenNew - (aDay * (DateOnly.FromDateTime(Start.DateTime).DayNumber - Since.DayNumber))
            + (noise * ((2 * random.NextDouble()) - 1))).ToString("0.000", CultureInfo.InvariantCulture);

    private string OfDrum(decimal over) =>
        ((Gear.BrakeSize?.Diameter.Inches ?? 12) + over).ToString("0.000", CultureInfo.InvariantCulture);

    // Two candidates were taken along; the journal said which one was used.
    private static string TheOne(PartNeed part, List<Reading> here, ReadingContext context) =>
        part.OneOf.Count == 0 ? part.Name
        : here.Select(r => ReadingKinds.Find(r.Kind)!.Picks(r.Canonical, context)).FirstOrDefault(p => p is not null
            && part.OneOf.Contains(p))
            ?? part.OneOf[0];
}
