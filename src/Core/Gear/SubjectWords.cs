namespace SturdyTinker.Core.Gear;

/// <summary>What is looked at, as people name it.</summary>
public static class SubjectWords
{
    private static readonly Dictionary<Subject, string> Words = new()
    {
        [Subject.Grease] = "Grease",
        [Subject.Oil] = "Oil",
        [Subject.Leak] = "Outside of hub and plate",
        [Subject.Seal] = "Seal",
        [Subject.Bearing] = "Bearing",
        [Subject.Cup] = "Cup",
        [Subject.Spindle] = "Spindle",
        [Subject.SpindleThread] = "Spindle thread",
        [Subject.Play] = "Play",
        [Subject.NutLock] = "Pin, tab or clip",
        [Subject.Studs] = "Studs, nuts and wheel",
        [Subject.Lining] = "Lining",
        [Subject.Drum] = "Drum",
        [Subject.Magnet] = "Magnet",
        [Subject.Wires] = "Wires",
        [Subject.Hydraulics] = "Brake hydraulics",
        [Subject.Rotor] = "Rotor",
        [Subject.Mounting] = "Plate, bracket and their bolts",
        [Subject.Spring] = "Leaf spring",
        [Subject.UBolt] = "U-bolts",
        [Subject.Bushing] = "Bushing",
        [Subject.Bolt] = "Shackle or eye bolt",
        [Subject.Equalizer] = "Equalizer",
        [Subject.Link] = "Shackle link",
        [Subject.Hanger] = "Hanger",
        [Subject.Axle] = "Axle",
        [Subject.Tyre] = "Tyre",
        [Subject.Lights] = "Lights",
        [Subject.Coupler] = "Coupler and chains",
        [Subject.Fittings] = "Jack, winch, rollers, step",
        [Subject.RideHeight] = "Ride height",
        [Subject.Frame] = "Frame",
        [Subject.Securing] = "Load and loose parts",
        [Subject.RearGuard] = "Rear guard",
        [Subject.Use] = "How it is used",
    };

    /// <summary>A subject as a label.</summary>
    public static string Of(Subject subject) => Words[subject];
}
