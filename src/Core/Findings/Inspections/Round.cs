using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Inspections;

/// <summary>
/// The wear inspection as a walk round the trailer: what is seen as it stands first, from nose to tail on the left and
/// then
/// on the right, and after it what the openings of a visit allow. Source: common practice.
/// </summary>
public static class Round
{
    /// <summary>How old a look may be to be said again without being described anew. Source: from memory.</summary>
    public const int LongestMonths = 18;

    private static readonly Func<RunningGear, Place, bool> Always = (_, _) => true;
    private static readonly Func<RunningGear, Place, bool> HasDrum = (gear, _) =>
        gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum;
    private static readonly Func<RunningGear, Place, bool> HasDisc = (gear, _) => gear.Brake == BrakeKind.HydraulicDisc;
    private static readonly Func<RunningGear, Place, bool> Hydraulic = (gear, _) =>
        gear.Brake is BrakeKind.HydraulicDrum or BrakeKind.HydraulicDisc;
    private static readonly Func<RunningGear, Place, bool> Electric = (gear, _) => gear.Brake == BrakeKind.ElectricDrum;
    private static readonly Func<RunningGear, Place, bool> Oil = (gear, _) => gear.Lubrication == Lubrication.OilBath;
    private static readonly Func<RunningGear, Place, bool> NotOil =
        (gear, _) => gear.Lubrication != Lubrication.OilBath;
    private static readonly Func<RunningGear, Place, bool> StraightTube =
        (gear, _) => gear.Suspension != SuspensionKind.Torsion;

    /// <summary>Everything there is to look at, in the order it is looked at at one place.</summary>
    private static readonly RoundRule[] Looks =
    [
        new(Subject.Use, PlaceKind.Trailer, null, [], Always),
        new(Subject.Coupler, PlaceKind.Trailer, null, [], Always),
        new(Subject.Fittings, PlaceKind.Trailer, null, [], Always),
        new(Subject.Lights, PlaceKind.Trailer, null, [], Always),
        new(Subject.Wires, PlaceKind.Trailer, null, ["circuit-current"], Electric),
        new(Subject.Wires, PlaceKind.Trailer, null, [], (gear, place) => !Electric(gear, place)),
        new(Subject.Hydraulics, PlaceKind.Trailer, null, ["fluid-boiling"], Hydraulic),
        new(Subject.Frame, PlaceKind.Trailer, null, [], Always) { PeriodicOnly = true },
        new(Subject.Securing, PlaceKind.Trailer, null, [], Always) { PeriodicOnly = true },
        new(Subject.RearGuard, PlaceKind.Trailer, null, [], Always) { PeriodicOnly = true },
        new(Subject.RideHeight, PlaceKind.Side, null, ["ride-height-front", "ride-height-rear", "side-load"], Always)
        {
            Enough = ["ride-height-front", "ride-height-rear"]
        },
        new(
            Subject.Axle,
            PlaceKind.Axle,
            null,
            ["crown-left", "crown-middle", "crown-right"],
            StraightTube) { Enough = ["crown-middle"] },
        new(Subject.Axle, PlaceKind.Axle, null, [], (gear, _) => gear.Suspension == SuspensionKind.Torsion),
        new(Subject.Hanger, PlaceKind.FrontHanger, null, [], Always),
        new(Subject.Hanger, PlaceKind.RearHanger, null, [], Always),
        new(Subject.Tyre, PlaceKind.WheelEnd, null, ["tread", "tyre-pressure", "tyre-placard"], Always),
        new(Subject.Studs, PlaceKind.WheelEnd, null, [], Always),
        new(Subject.Leak, PlaceKind.WheelEnd, null, ["hub-temperature"], Always),
        new(Subject.Play, PlaceKind.WheelEnd, "raised", ["rim-rock"], Always) { Enough = ["rim-rock"] },
        new(Subject.Wires, PlaceKind.Brake, null, ["magnet-current"], Electric),
        new(Subject.Hydraulics, PlaceKind.Brake, null, [], Hydraulic),
        new(Subject.Bushing, PlaceKind.FrontEye, null, [], Bolted),
        new(Subject.Bolt, PlaceKind.FrontEye, null, [], Bolted),
        new(Subject.Link, PlaceKind.FrontEye, null, ["bolt-hole", "bolt-size"], SuspensionBolts.IsShackled),
        new(Subject.Spring, PlaceKind.Spring, null, ["spring-arch"], Always),
        new(Subject.UBolt, PlaceKind.UBolts, null, [], Always),
        new(Subject.Bushing, PlaceKind.RearEye, null, [], Bolted),
        new(Subject.Bolt, PlaceKind.RearEye, null, [], Bolted),
        new(Subject.Link, PlaceKind.RearEye, null, ["bolt-hole", "bolt-size"], SuspensionBolts.IsShackled),
        new(Subject.Equalizer, PlaceKind.Equalizer, null, ["bolt-hole", "bolt-size"], Always),
        new(Subject.Bushing, PlaceKind.Equalizer, null, [], Always),
        new(Subject.Bolt, PlaceKind.Equalizer, null, [], Always),
        new(Subject.Lining, PlaceKind.Brake, "wheel-off", ["lining"], HasDisc) { Enough = ["lining"] },
        new(Subject.Rotor, PlaceKind.Brake, "wheel-off", ["rotor-thickness", "rotor-stamped"], HasDisc),
        new(Subject.Grease, PlaceKind.WheelEnd, "cap-off", [], NotOil),
        new(Subject.Oil, PlaceKind.WheelEnd, "cap-off", [], Oil),
        new(Subject.NutLock, PlaceKind.WheelEnd, "cap-off", [], Always),
        new(Subject.Lining, PlaceKind.Brake, "hub-off", ["lining"], HasDrum) { Enough = ["lining"] },
        new(Subject.Drum, PlaceKind.Brake, "hub-off", ["drum-diameter", "drum-stamped"], HasDrum),
        new(Subject.Magnet, PlaceKind.Brake, "hub-off", ["magnet-resistance"], Electric),
        new(Subject.Seal, PlaceKind.WheelEnd, "hub-open", ["seal-journal"], Always),
        new(Subject.Bearing, PlaceKind.WheelEnd, "hub-open", [], Always),
        new(Subject.Cup, PlaceKind.WheelEnd, "hub-open", [], Always),
        new(Subject.Spindle, PlaceKind.WheelEnd, "hub-open", [], Always),
        new(Subject.SpindleThread, PlaceKind.WheelEnd, "hub-open", [], Always),
    ];

    // A slipper spring has one eye, in front.
    private static bool Bolted(RunningGear gear, Place place) =>
        gear.Suspension == SuspensionKind.DoubleEyeSprings || place.Kind == PlaceKind.FrontEye;

    /// <summary>
    /// Everything to look at on a round of this gear, in order: as it stands, then place by place what lies behind
    /// openings.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="periodic">
    /// Whether it is the periodic inspection of a commercial trailer, which looks at more and judges linings through
    /// the inspection hole.
    /// </param>
    public static IReadOnlyList<RoundItem> Of(RunningGear gear, bool periodic = false)
    {
        List<RoundItem> asItStands = [], behind = [];
        foreach (Place place in Places.Of(gear))
        {
            foreach (RoundRule look in Looks)
            {
                if (look.At != place.Kind || !look.Applies(gear, place) || (look.PeriodicOnly && !periodic))
                {
                    continue;
                }

                string? opening = periodic && look.Subject == Subject.Lining ? null : look.Opening;
                (opening is null or "raised"
                    ? asItStands
                    : behind).Add(new RoundItem(place, look.Subject, opening, look.Readings, look.Enough));
            }
        }

        return [.. asItStands, .. behind];
    }

    /// <summary>Whether something was looked at: seen, or measured where a figure is a look by itself.</summary>
    /// <param name="item">What there was to look at.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="findings">What was seen in the visit.</param>
    /// <param name="readings">What was measured in it.</param>
    public static bool IsLookedAt(
        RoundItem item,
        RunningGear gear,
        IEnumerable<Finding> findings,
        IEnumerable<Reading> readings) =>
        findings.Any(f => f.Subject == item.Subject && IsAt(f.Place, item, gear))
        || readings.Any(r => item.Enough.Contains(r.Kind) && IsAt(r.Place, item, gear));

    /// <summary>
    /// What was last seen of something in an earlier visit, where saying it again is honest: it was seen and not only
    /// measured,
    /// not mended since, nobody has worked on it since, and it is not too long ago. Null otherwise. Figures are never
    /// carried over: a thing is measured or it is not.
    /// </summary>
    /// <param name="item">What there is to look at.</param>
    /// <param name="visitId">The visit at work.</param>
    /// <param name="findings">Everything ever seen on the trailer.</param>
    /// <param name="work">Everything ever done to it.</param>
    /// <param name="today">The day.</param>
    public static LastSeen? LastTime(
        RoundItem item,
        Guid visitId,
        IEnumerable<Finding> findings,
        IEnumerable<WorkDone> work,
        DateOnly today)
    {
        List<Finding> earlier = [.. findings.Where(f => f.VisitId != visitId
            && f.Subject == item.Subject
            && f.Place == item.Place.Code)];
        if (earlier.MaxBy(f => f.At) is not { } newest)
        {
            return null;
        }

        Finding last = earlier
            .Where(f => f.VisitId == newest.VisitId)
            .OrderByDescending(f => f.Judgement.Verdict)
            .ThenByDescending(f => f.At)
            .First();
        DateOnly on = DateOnly.FromDateTime(last.At.DateTime);
        bool worked = last.Mended is not null
            || work.Any(w => w.On >= on
                && Rulebook.All.Any(r => r.Subject == item.Subject && r.Jobs.Contains(w.Job))
                && Place.TryParse(w.Place, out Place at)
                && at.Near(item.Place));
        return worked || on.AddMonths(LongestMonths) < today || Rulebook.Find(last.RuleCode) is not { } rule
            ? null
            : new LastSeen(rule.Code, rule.Seen, rule.Verdict, last.Which, on);
    }

    private static bool IsAt(string code, RoundItem item, RunningGear gear) =>
        code == item.Place.Code
            || (Place.TryParse(code, out Place place) && Subjects.Home(item.Subject, gear, place) == item.Place);
}
