using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Core.Catalogue.StepConditions;

namespace SturdyTinker.Core.Catalogue;

/// <summary>Setting and trying brakes once the drums are back on, shared by every job that had them off.</summary>
internal static class BrakeSetting
{
    /// <summary>The star wheel, two ways to leave it.</summary>
    /// <param name="late">Whether it is set on the way up, with the drum just back on.</param>
    internal static IReadOnlyList<Step> StarWheel(bool late) =>
        [
            Star("set-brush", "back until a light brush is left", "light-brush", late),
            Star("set-silent", "back until it is silent", "silent", late)
        ];

    /// <summary>
    /// The star wheel of the brake at hand, and all brakes tried once the weight is down. On a gear without drums, only
    /// what it has.
    /// </summary>
    internal static IReadOnlyList<Work> Works { get; } =
    [
        .. StarWheel(late: true).Select(s => new Work("brake-setting", "wheel-off", s) { Where = BrakesAt }),
        new("brake-try", "secured", new("power", "Power at the plug: pull, hum, amperes of all brakes together", 2)
        {
            Critical = CriticalSteps.Brakes,
            Detail = "12 V at the trailer’s plug, the ammeter in the brake wire: about 3.0 A for each 10 or 12 in "
                + "brake, 2.5 A for each of 7 in (from memory). Each magnet hums.",
            Readings = ["circuit-current"],
            Subjects = [Subject.Magnet, Subject.Wires],
            Tools = _ => ["ammeter", "12 V supply"],
            Wanted = c => Electric(c) && !Converted(c),
            Late = true,
            WeightDown = WeightDownRank.Try,
        })
        { Where = AtTrailer },
        new("brake-try", "secured", new("pedal", "Pump the actuator until it is firm, try that each wheel holds", 1.5m)
        {
            Critical = CriticalSteps.Brakes,
            Detail = "Pistons that were pushed back, and shoes that were set, have to come to their work again before "
                + "the road.",
            Wanted = Hydraulic,
            Subjects = [Subject.Hydraulics],
            Late = true,
            WeightDown = WeightDownRank.Try,
        })
        { Where = AtTrailer },
    ];

    private static Step Star(string code, string how, string answer, bool late) =>
        new(code, $"Star wheel out until the shoes drag, {how}", 2.5m)
        {
            Detail = "Turn the drum by hand while you do it: the shoes centre themselves.",
            Tools = _ => ["brake spoon"],
            Wanted = c => Drum(c) && c.Practices.Is(PracticeQuestions.Adjuster, answer),
            Practice = PracticeQuestions.Adjuster,
            Late = late,
            Renews = true,
            Phase = Phases.Finish,
        };

    private static bool Drum(StepContext c) =>
        c.Gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum && !c.Doing(DiscConversion);

    // Every axle becomes a disc axle: then no magnet is left to try.
    private static bool Converted(StepContext c) =>
        Enumerable.Range(1, c.Gear.Axles).All(axle => c.Jobs.Any(j => j.Job.Code == DiscConversion
            && j.Place.Axle == axle));

    private static IEnumerable<Place> BrakesAt(RunningGear gear, Place at) =>
        Places.Touching(gear, PlaceKind.Brake, at).Where(p => Places.Has(gear, p));

    private static IEnumerable<Place> AtTrailer(RunningGear gear, Place at) => [Place.Trailer];
}
