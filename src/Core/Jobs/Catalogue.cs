using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Jobs;

/// <summary>The jobs. A new job is a new entry here, not a new branch anywhere.</summary>
public static class Catalogue
{
    /// <summary>Lug nuts after a wheel was off: about 100 miles. Source: common practice.</summary>
    public static FollowUpRule LugRetorque { get; } =
        new("lug-retorque", "Torque the lug nuts again", 100, 14, Source.Practice);

    /// <summary>The bearing repack: strip, clean, judge, pack, seal, set. Source of steps and minutes: common practice.</summary>
    public static Job BearingRepack { get; } = new(
        "bearing-repack",
        "Bearing repack",
        PlaceKind.WheelEnd,
        gear => gear.Lubrication is Lubrication.HandPacked or Lubrication.GreasableSpindle,
        [
            ("raised", new("rock", "Rock the tyre top and bottom, spin it and listen", 0.5m)
            {
                Detail = "Play at the rim before anything is touched.",
                Readings = ["rim-rock"],
                Looks = [Subject.Play, Subject.Bearing],
                Optional = true,
            }),
            ("cap-off", new("note-grease", "Note the grease: colour, water, metal", 0.5m)
            {
                Detail = "Before you wipe anything: it tells what happened in there.",
                Looks = [Subject.Grease],
            }),
            ("hub-open", new("clean", "Clean hub, cups, bearings and spindle to bare metal", 3)
            {
                Detail = "Old grease left in spoils the new, and two greases may not mix.",
                Cautions = ["No petrol. Solvents in the open air, away from flame; spent solvent and grease to proper disposal.", "Brake dust is not for breathing or blowing."],
                Tools = _ => ["parts washer", "rags"],
                Looks = [Subject.Cup],
            }),
            ("hub-open", new("dry", "Dry the bearings", 0.5m)
            {
                Detail = "Lay them on a rag and blow through them held still.",
                Cautions = ["Never spin a bearing with compressed air: it can fly apart."],
            }),
            ("hub-open", new("judge-bearings", "Judge rollers, cages and cups", 1)
            {
                Detail = "Good light, turn each roller. Pitting, flats, rust, heat colour, a bent cage.",
                Looks = [Subject.Bearing, Subject.Cup],
            }),
            ("hub-open", new("judge-spindle", "Judge the spindle and its thread", 0.5m)
            {
                Detail = "Run a fingernail along the journals. Light rust comes off with emery, well back from the seal journal.",
                Looks = [Subject.Spindle, Subject.SpindleThread],
                Tools = _ => ["emery cloth"],
            }),
            ("hub-open", new("look-brake", "Look at shoes and drum", 0.25m)
            {
                Detail = "Grease on them? Keep the friction faces clean to the end.",
                Looks = [Subject.Grease],
                Wanted = c => c.Gear.Brake is BrakeKind.ElectricDrum or BrakeKind.HydraulicDrum,
                Optional = true,
            }),
            ("hub-open", new("compare-seal", "Measure the seal journal, compare the new seal with the old", 0.5m)
            {
                Detail = "One axle rating can have two seals that look alike. Lay them together before you press anything.",
                Readings = ["seal-journal"],
                Looks = [Subject.Seal],
                Tools = _ => ["caliper"],
                Optional = true,
            }),
            ("hub-open", new("flush-spindle", "Flush the spindle's drilling until the new colour comes", 0.5m)
            {
                Detail = "With the hub off, so that the old grease does not end in the brake.",
                Wanted = c => c.Gear.Lubrication == Lubrication.GreasableSpindle,
                Tools = _ => ["grease gun"],
                Parts = _ => [new("wheel bearing grease, NLGI 2, GC-LB", 0.5m, "oz")],
            }),
            ("hub-open", new("pack", "Pack both bearings", 2)
            {
                Detail = "From the large end until fresh grease comes out at the small end, all the way round; by palm or packer.",
                Tools = _ => ["bearing packer"],
                Parts = c => [new("wheel bearing grease, NLGI 2, GC-LB", c.Schools.Is(SchoolQuestions.GreaseFill, "cavity") ? 6 : 3, "oz")],
            }),
            ("hub-open", new("film", "A film on cups and spindle journals", 0.25m)
            {
                Detail = "Room is left in the hub: grease expands, and an over-filled hub heats and blows its seal.",
                Wanted = c => c.Schools.Is(SchoolQuestions.GreaseFill, "packed"),
                School = SchoolQuestions.GreaseFill,
            }),
            ("hub-open", new("fill-cavity", "Fill the hub cavity between the cups", 0.25m)
            {
                Detail = "Keeps water out of a hub that goes down the ramp. Not beyond the cups: it still needs room to expand.",
                Wanted = c => c.Schools.Is(SchoolQuestions.GreaseFill, "cavity"),
                School = SchoolQuestions.GreaseFill,
            }),
        ],
        [LugRetorque]);

    /// <summary>Every job.</summary>
    public static IReadOnlyList<Job> All { get; } = [BearingRepack];

    /// <summary>The job with this code; null when there is none.</summary>
    public static Job? Find(string? code) => All.FirstOrDefault(j => j.Code == code);
}
