using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;
using static SturdyTinker.Core.Jobs.Wording;

namespace SturdyTinker.Core.Jobs;

/// <summary>The openings. Minutes of each, open and close: common practice.</summary>
public static class Openings
{
    /// <summary>Every opening; each stands after all it needs.</summary>
    public static IReadOnlyList<Opening> All { get; } = [Secured(), Raised(), WheelOff(), CapOff(), CaliperOff(), HubOff(), HubOpen()];

    /// <summary>The opening with this code. Throws for an unknown code, which is a fault in the catalogue.</summary>
    public static Opening Find(string code) => All.First(o => o.Code == code);

    /// <summary>An opening and everything it needs on this gear, each after what it needs.</summary>
    public static IReadOnlyList<Opening> Closure(IEnumerable<string> codes, RunningGear gear)
    {
        HashSet<string> wanted = [];
        void Want(string code)
        {
            if (wanted.Add(code))
            {
                foreach (string need in Find(code).Needs)
                {
                    Want(need);
                }
            }
        }

        foreach (string code in codes)
        {
            Want(code);
        }

        return [.. All.Where(o => wanted.Contains(o.Code) && o.Applies(gear))];
    }

    private static Opening Secured() => new(
        "secured", "secured", PlaceKind.Trailer, 1, [],
        [
            new("chock", "Chock the wheels that stay down", 3)
            {
                Detail = "Both sides of each tyre. Level ground, nothing loose on top.",
                Cautions = ["A trailer that rolls off its jack kills. Chocks before anything is loosened."],
                Tools = _ => ["wheel chocks"],
            },
            new("nose", "Hitch it, or block the nose", 2) { Detail = "A single-axle trailer tips as soon as an end is lifted." },
        ],
        [new("unchock", "Chocks and blocks away, tools counted", 3) { Detail = "Try the lights and the brakes before the road." }]);

    private static Opening Raised() => new(
        "raised", "raised", PlaceKind.Side, 2, ["secured"],
        [
            new("lift", "Lift at the frame", 4)
            {
                Detail = "Where the maker says; never under the middle of an axle.",
                Cautions = ["A levelling system is not a stand.", "No hands or feet under a trailer that hangs on a jack alone."],
                Tools = _ => ["jack"],
            },
            new("stand", "Stands under the frame, weight on them", 4)
            {
                Detail = "Let it down onto the stands and push at it before you trust it.",
                Cautions = ["Stands before hands."],
                Tools = _ => ["two stands"],
            },
        ],
        [new("lower", "Off the stands and down", 4) { Detail = "Until the tyres bear the weight." }]);

    private static Opening WheelOff() => new(
        "wheel-off", "wheel off", PlaceKind.WheelEnd, 3, ["raised"],
        [
            new("break-loose", "Break the lug nuts loose", 1)
            {
                Detail = "On the ground, half a turn each: the tyre holds the wheel for you.",
                Outside = "raised",
                Tools = LugTools,
                Looks = [Subject.Studs],
            },
            new("wheel", "Nuts off, wheel off", 2) { Detail = "Keep the nuts together. Mark which way round the wheel sat." },
        ],
        [
            new("brush", "Wire-brush stud threads and wheel face", 1) { Looks = [Subject.Studs], Tools = _ => ["wire brush"] },
            new("nuts-by-hand", "Wheel on, nuts by hand", 1.5m) { Detail = "All of them, until the wheel sits flat on the hub." },
            new("torque", "Torque the lug nuts in stages, in star order", 2.5m)
            {
                Detail = "Three rounds, each nut to the same stage before the next round. On 1/2 in studs the last stage is 90 to 100 lbf·ft; for any other thread the wheel maker's chart rules.",
                Outside = "raised",
                Readings = ["lug-torque"],
                Tools = gear => ["torque wrench", .. LugTools(gear)],
                Cautions = ["Only with the tyre bearing weight. Owed again after about 100 miles."],
            },
        ]);

    private static Opening CapOff() => new(
        "cap-off", "cap off", PlaceKind.WheelEnd, 4, ["wheel-off"],
        [new("cap", "Dust cap off", 1) { Detail = "Walk it out evenly all round so that it stays round.", Tools = _ => ["cap chisel", "hammer"] }],
        [
            new("cap-on", "A little grease behind the cap, tap it on square", 0.5m)
            {
                Detail = "Leave room: grease expands. A fresh plug if the old one is torn.",
                Parts = _ => [],
            },
            new("turn-and-feel", "Turn it and feel", 0.5m) { Detail = "Free, no grumble, no rub but the brush of the shoes.", Looks = [Subject.Play, Subject.Bearing] },
        ]);

    private static Opening CaliperOff() => new(
        "caliper-off", "caliper off", PlaceKind.WheelEnd, 4, ["wheel-off"],
        [new("caliper", "Caliper off and hung up", 5) { Detail = "Hang it by a wire; never by its hose.", Tools = _ => ["socket set", "wire hook"] }],
        [
            new("caliper-on", "Bracket and caliper on", 6)
            {
                Detail = "Caliper faces the rear. Rotor held tight to the hub by a nut or two while the bracket goes on. Wipe the rotor last.",
                Cautions = ["Brake work may be licensed work where you are. The axle maker's torque rules."],
            },
        ])
    { Applies = gear => gear.Brake == BrakeKind.HydraulicDisc };

    private static Opening HubOff() => new(
        "hub-off", "hub off", PlaceKind.WheelEnd, 5, ["cap-off", "caliper-off"],
        [
            new("pull-pin", "Straighten and pull the cotter pin", 0.5m) { Wanted = Retained(NutRetention.CastleNut), Tools = _ => ["side cutters"], Looks = [Subject.NutLock] },
            new("bend-tab", "Bend the tang back", 0.5m) { Wanted = Retained(NutRetention.TangWasher), Tools = _ => ["small chisel"], Looks = [Subject.NutLock] },
            new("clip-off", "Retainer clip off", 0.5m) { Wanted = Retained(NutRetention.RetainerClip), Tools = _ => ["screwdriver"], Looks = [Subject.NutLock] },
            new("nut-off", "Nut, washer and outer bearing out", 0.5m) { Detail = "Ease the hub out a finger's width and in again: the outer bearing comes by itself. Keep the order and the way round.", Tools = _ => ["large pliers"] },
            new("hub", "Hub off, straight", 1)
            {
                Detail = "Do not drag the seal over the threads.",
                Cautions = ["A hub that has just run may be hot enough to burn."],
            },
        ],
        [
            new("hub-on", "Hub on, straight", 0.5m) { Detail = "Carry its weight over the threads: the new lip tears easily." },
            new("outer-in", "Outer bearing in, washer on its flat", 0.5m) { Detail = "A tang washer's points face outward." },
            new("seat", "Seat: tighten while turning the hub", 1) { Detail = "About 50 lbf·ft (from memory) while the hub turns, so that the rollers line up.", Tools = _ => ["large pliers", "torque wrench"] },
            new("set-slight-play", "Back off, finger tight, back to the first slot", 0.75m)
            {
                Detail = "A touch of play stays: 0.001 to 0.005 in.",
                Wanted = c => c.Schools.Is(SchoolQuestions.NutSetting, "slight-play"),
                School = SchoolQuestions.NutSetting,
            },
            new("set-no-play", "Back off, snug until play is just gone", 0.75m)
            {
                Detail = "No play, no drag: the hub still turns free by hand.",
                Wanted = c => c.Schools.Is(SchoolQuestions.NutSetting, "no-play"),
                School = SchoolQuestions.NutSetting,
            },
            new("end-play", "Measure the end play", 0.5m)
            {
                Detail = "Dial gauge on the hub, its foot on the spindle's end; push, pull, read the difference. The axle maker's figure rules.",
                Readings = ["end-play"],
                Looks = [Subject.Play],
                Tools = _ => ["dial gauge"],
                Optional = true,
            },
            new("new-pin", "New cotter pin, bent over", 0.75m)
            {
                Detail = "It is what keeps the wheel on.",
                Wanted = c => Retained(NutRetention.CastleNut)(c) && c.Schools.Is(SchoolQuestions.CotterPin, "new"),
                School = SchoolQuestions.CotterPin,
                Parts = _ => [new("cotter pin", 1, "piece")],
                Looks = [Subject.NutLock],
            },
            new("old-pin", "Cotter pin back if unmarked, bent over", 0.75m)
            {
                Detail = "It is what keeps the wheel on: any mark or crack, and a new one goes in.",
                Wanted = c => Retained(NutRetention.CastleNut)(c) && c.Schools.Is(SchoolQuestions.CotterPin, "reuse"),
                School = SchoolQuestions.CotterPin,
                Looks = [Subject.NutLock],
            },
            new("tab-up", "Bend a fresh tab up into the slot", 0.75m) { Wanted = Retained(NutRetention.TangWasher), Looks = [Subject.NutLock] },
            new("clip-on", "Retainer clip on", 0.75m) { Detail = "It seats fully or not at all.", Wanted = Retained(NutRetention.RetainerClip), Looks = [Subject.NutLock] },
        ]);

    private static Opening HubOpen() => new(
        "hub-open", "hub open", PlaceKind.WheelEnd, 6, ["hub-off"],
        [
            new("pull-seal", "Pull the seal", 1) { Detail = "Look at its lip, and at where the grease went.", Looks = [Subject.Seal, Subject.Grease], Tools = _ => ["seal puller"] },
            new("inner-out", "Inner bearing out", 1) { Detail = "Keep ends apart and parts in order: inner and outer differ." },
        ],
        [
            new("inner-in", "Inner bearing in, small end first", 0.75m),
            new("wet-lip", "Wet the seal's lip", 0.25m) { Detail = "A film of grease, so that it does not start dry." },
            new("press-seal", "Press the new seal in flush and square", 2)
            {
                Detail = "With a flat block, all the way round, until it is flush.",
                Cautions = ["Eyes covered when driving steel."],
                Tools = _ => ["flat block", "soft hammer"],
                Parts = c => [SealFor(c.Gear)],
            },
        ]);
}
