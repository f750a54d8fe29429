namespace SturdyTinker.Core.Gear;

/// <summary>
/// How many bolts, bushings and links a leaf-spring suspension has. Everything follows from the description.
/// </summary>
public static class SuspensionBolts
{
    /// <summary>
    /// Bolts on one side: one through every spring eye, and three more at every equalizer between double-eye springs
    /// (its
    /// centre, and its end of either pair of links), one at any other; a single axle's rear links have one more at the
    /// hanger.
    /// A double-eye tandem has 7, a single axle 3, a triple 12. Nought for a torsion axle. Source: common practice.
    /// </summary>
    public static int BoltsOnASide(RunningGear gear) => Eyes(gear) + LinkEnds(gear) + Equalizers(gear);

    /// <summary>
    /// Bushings on one side: one in every spring eye, one in every equalizer's centre. Source: common practice.
    /// </summary>
    public static int BushingsOnASide(RunningGear gear) => Eyes(gear) + Equalizers(gear);

    /// <summary>
    /// Pairs of shackle links on one side: one at every shackled spring eye. Source: common practice.
    /// </summary>
    public static int LinkPairsOnASide(RunningGear gear) => LinkEnds(gear);

    /// <summary>Whether an eye hangs in shackle links rather than in a hanger itself.</summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="eye">A front or rear eye.</param>
    public static bool IsShackled(RunningGear gear, Place eye) =>
        gear.Suspension == SuspensionKind.DoubleEyeSprings && eye.Kind switch
        {
            PlaceKind.FrontEye => eye.Axle > 1,
            PlaceKind.RearEye => eye.Axle < gear.Axles || gear.Axles == 1,
            _ => false,
        };

    private static int Eyes(RunningGear gear) => gear.Suspension switch
    {
        SuspensionKind.DoubleEyeSprings => 2 * gear.Axles,
        SuspensionKind.SlipperSprings => gear.Axles,
        _ => 0,
    };

    private static int Equalizers(RunningGear gear) => gear.Suspension == SuspensionKind.Torsion ? 0 : gear.Axles - 1;

    private static int LinkEnds(RunningGear gear) =>
        gear.Suspension != SuspensionKind.DoubleEyeSprings ? 0 : gear.Axles == 1 ? 1 : 2 * (gear.Axles - 1);
}
