using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts;

/// <summary>What parts are called, so that the packet, the catalogue and what was used mean the same thing.</summary>
public static class PartNames
{
    /// <summary>Cotter pin.</summary>
    public const string CotterPin = "cotter pin";

    /// <summary>Wheel bearing and chassis grease. Category and stiffness: ASTM D4950, NLGI.</summary>
    public const string Grease = "wheel bearing grease, NLGI 2, GC-LB";

    /// <summary>Semi-fluid grease of a sealed hub.</summary>
    public const string SemiFluidGrease = "semi-fluid hub grease, NLGI 00";

    /// <summary>Oil of an oil-bath hub.</summary>
    public const string HubOil = "hub oil, SAE 80W-90";

    /// <summary>Seal of an oil-bath hub.</summary>
    public const string OilSeal = "oil bath seal, by journal and bore";

    /// <summary>A hub or hub-drum.</summary>
    public const string Hub = "hub or hub-drum, by studs and bearings";

    /// <summary>A wheel stud with its nut.</summary>
    public const string Stud = "wheel stud with nut, by thread and knurl";

    /// <summary>A tyre.</summary>
    public const string Tyre = "trailer tyre, by size and load range";

    /// <summary>A tyre's valve.</summary>
    public const string Valve = "tyre valve";

    /// <summary>Brake fluid.</summary>
    public const string BrakeFluid = "brake fluid";

    /// <summary>Hydraulic brake parts.</summary>
    public const string Pads = "disc pad set, one wheel", Caliper = "brake caliper, with bracket bolts", RotorHub =
        "hub with rotor", BrakeLine = "brake line with flare fittings", BrakeHose = "brake hose", WheelCylinder =
            "wheel cylinder", Actuator = "brake actuator", Rotor = "brake rotor, by hub and studs";

    /// <summary>An axle's beam, its spring seat, a hanger, and what holds a torsion axle to its frame.</summary>
    public const string AxleBeam = "axle beam, by rating and hub face", SpringSeat =
        "spring seat, by tube and spring width", Hanger = "spring hanger", BracketBolts = "bracket bolts with lock "
            + "nuts, one torsion axle";

    /// <summary>Lights and their wiring.</summary>
    public const string Lamp = "trailer lamp, by its place", LampSet = "sealed lamp set with cable", Plug =
        "trailer plug or socket, by its pins";

    /// <summary>What is bolted to tongue and frame.</summary>
    public const string Coupler = "coupler, by ball and tongue", SafetyChain =
        "safety chain with hook, by gross weight", WinchStrap = "winch strap with hook", KeelRoller =
            "keel roller, by length and bore", Jack = "tongue jack", Step = "bolt-on step";

    /// <summary>Gasket under an oil-bath hub's cap.</summary>
    public const string OilCapGasket = "oil cap gasket";

    /// <summary>Sealed crimp joint.</summary>
    public const string CrimpJoint = "sealed crimp joint with heat-shrink";

    /// <summary>Heat-shrink over a soldered joint.</summary>
    public const string HeatShrink = "heat-shrink sleeve, lined";

    /// <summary>Gel-filled joint.</summary>
    public const string GelJoint = "gel-filled wire joint";

    /// <summary>Greasable bolt of a spring eye, shackle or equalizer.</summary>
    public const string WetBolt = "greasable shackle bolt 9/16";

    /// <summary>Plain bolt of the same.</summary>
    public const string PlainBolt = "shackle bolt 9/16";

    /// <summary>Self-locking nut of a shackle bolt.</summary>
    public const string LockNut = "self-locking nut 9/16";

    /// <summary>Bronze bushing.</summary>
    public const string BronzeBushing = "spring eye bushing, bronze";

    /// <summary>Plastic bushing.</summary>
    public const string PlasticBushing = "spring eye bushing, plastic";

    /// <summary>Bushing that wants no grease.</summary>
    public const string FreeBushing = "spring eye bushing, maintenance-free";

    /// <summary>One U-bolt with its nuts.</summary>
    public const string UBolt = "U-bolt with nuts";

    /// <summary>One shackle link.</summary>
    public const string Link = "shackle link";

    /// <summary>Equalizer, by the old one's measures.</summary>
    public const string Equalizer = "equalizer, by the old one's measures";

    /// <summary>Leaf spring by eye kind and half the axle's rating.</summary>
    public static string Spring(RunningGear gear) =>
        FormattableString.Invariant(
            $"leaf spring, {(gear.Suspension == SuspensionKind.SlipperSprings ? "slipper" : "double-eye")}, {gear.RatingPounds / 2:#,0} lb");

    /// <summary>Electric brake assembly by size and hand.</summary>
    public static string BrakeAssembly(RunningGear gear, Side side) =>
        $"electric brake assembly {Size(gear)}, {Hand(side)}";

    /// <summary>Set of shoes for one brake.</summary>
    public static string Shoes(RunningGear gear) => $"brake shoe set {Size(gear)}";

    /// <summary>Magnet by drum diameter.</summary>
    public static string Magnet(RunningGear gear) => $"brake magnet for {Diameter(gear)} drum";

    /// <summary>A brake drum without its hub, by drum diameter.</summary>
    public static string Drum(RunningGear gear) => $"brake drum for {Diameter(gear)} brake";

    /// <summary>A matched cone and cup.</summary>
    public static string ConeAndCup(string cone) =>
        Bearing.Find(cone) is { } known ? known.Part : $"cone {cone} with its cup";

    private static string Hand(Side side) => side == Side.Left ? "left" : "right";

    private static string Size(RunningGear gear) => gear.BrakeSize is not { } size ? "by the old one's measures"
        : size.Width.Millimetres == 0 ? Bare(size.Diameter) : $"{Bare(size.Diameter)} × {Bare(size.Width)}";

    private static string Diameter(RunningGear gear) =>
        gear.BrakeSize is { } size ? Bare(size.Diameter) : "the old one's";

    private static string Bare(Length length) =>
        ShopFormat.Write(length, Fineness.Sixteenth).Replace(" in", "", StringComparison.Ordinal);
}
