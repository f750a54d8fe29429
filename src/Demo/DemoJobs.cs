using SturdyTinker.Core.Practices;

namespace SturdyTinker.Demo;

/// <summary>What the sample shop has described itself: the boards that a boat lies on. Invented.</summary>
internal static class DemoJobs
{
    private static readonly OwnOpening BoatOff = new(
        "own-boat-off",
        1,
        "boat off",
        ["trailer"],
        ["secured"],
        [
            new OwnStep("stern", "Stern onto the stand, straps and bow line off", 10)
            {
                Cautions = ["A boat that slides kills: nobody stands beside it while it moves."],
                Critical = "A boat that is not held falls on whoever works beside it.",
                Tools = ["boat stands", "slings"],
            },
            new OwnStep("bow", "Bow onto the stand, trailer rolled clear and chocked anew", 12),
        ],
        [
            new OwnStep("boat-on", "Trailer under it, boat down onto the boards, straps and bow line on", 16)
            {
                Critical = "Straps and bow line are what holds it on the road.",
            },
        ]);

    private static readonly OwnJob Boards = new(
        "own-bunk-boards",
        1,
        "Bunk boards renewed",
        ["trailer"],
        BoatOff.Code,
        [
            new OwnStep("boards-off", "Old boards off, brackets brushed and looked over", 12)
            {
                When = "out",
                Photo = "how the boards lie on their brackets",
                Tools = ["socket set", "wire brush"],
            },
            new OwnStep("boards-on", "New boards on, carpet to the outside, bolt heads sunk", 28)
            {
                When = "in",
                Parts =
                [
                    new OwnPart("bunk board, carpeted", 2, "piece"),
                    new OwnPart("carriage bolt, 3/8 in", 8, "piece")
                ],
                Torque = new OwnTorque("bunk bracket bolts", 20, 25, "bracket maker’s sheet"),
                Renews = true,
            },
        ])
    {
        Owing = [new OwnCheck("bolts", "Torque the bunk bracket bolts again", 100, 30)],
    };

    internal static OwnWork All { get; } = new([Boards], [BoatOff]);
}
