using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Gear;

/// <summary>What slows a wheel end.</summary>
public enum BrakeKind
{
    /// <summary>No brake.</summary>
    None,

    /// <summary>Electric drum: two wires without polarity, nothing to bleed.</summary>
    ElectricDrum,

    /// <summary>Hydraulic drum.</summary>
    HydraulicDrum,

    /// <summary>Hydraulic disc.</summary>
    HydraulicDisc,
}

/// <summary>How the wheel bearings are lubricated.</summary>
public enum Lubrication
{
    /// <summary>Grease packed by hand at every repack.</summary>
    HandPacked,

    /// <summary>A drilled spindle with a grease fitting in its end; still stripped and packed at a repack.</summary>
    GreasableSpindle,

    /// <summary>Oil in the hub.</summary>
    OilBath,

    /// <summary>Sealed hub with semi-fluid grease filled by measured volume; not repacked.</summary>
    SealedHub,
}

/// <summary>What keeps the spindle nut from turning.</summary>
public enum NutRetention
{
    /// <summary>Castle nut with cotter pin.</summary>
    CastleNut,

    /// <summary>Nut with tang washer: a tab bent up into a slot.</summary>
    TangWasher,

    /// <summary>Nut with a formed retainer clip.</summary>
    RetainerClip,

    /// <summary>One-piece locking nut set by torque.</summary>
    OnePieceNut,
}

/// <summary>What carries the axle.</summary>
public enum SuspensionKind
{
    /// <summary>Leaf springs with an eye at each end, shackles, and equalizers between axles.</summary>
    DoubleEyeSprings,

    /// <summary>Leaf springs with one plain slipper end.</summary>
    SlipperSprings,

    /// <summary>Torsion axle: rubber cords in the tube, no springs, bolts or bushings.</summary>
    Torsion,
}

/// <summary>How the spindle is held to the axle.</summary>
public enum SpindleKind
{
    /// <summary>Welded to the tube; scored, it means a new axle or a specialist.</summary>
    Welded,

    /// <summary>A stub that bolts on and can be replaced.</summary>
    BoltOn,

    /// <summary>On the arm of a torsion axle.</summary>
    TorsionArm,
}

/// <summary>Diameter and shoe width of a brake; for a disc, the rotor's diameter and no width.</summary>
/// <param name="Diameter">Drum or rotor diameter.</param>
/// <param name="Width">Shoe width; nought for a disc.</param>
public sealed record BrakeSize(Length Diameter, Length Width);

/// <summary>Studs of one wheel.</summary>
/// <param name="Count">How many: 4, 5, 6, 8 or 10.</param>
/// <param name="Thread">Thread diameter.</param>
public sealed record Studs(int Count, Length Thread);

/// <summary>A trailer's running gear, described once; the places, the openings and the jobs follow from it.</summary>
/// <param name="Axles">How many axles: 1 to 3.</param>
/// <param name="RatingPounds">Rating of one axle in pounds, 1,000 to 16,000.</param>
/// <param name="Brake">The brake at every wheel end.</param>
/// <param name="BrakeSize">The brake's size; null when there is no brake or nobody has measured.</param>
/// <param name="Lubrication">How the bearings are lubricated.</param>
/// <param name="NutRetention">What locks the spindle nut.</param>
/// <param name="Suspension">What carries the axles.</param>
/// <param name="Spindle">How the spindle is held.</param>
/// <param name="Studs">Studs of one wheel.</param>
public sealed record RunningGear(
    int Axles,
    int RatingPounds,
    BrakeKind Brake,
    BrakeSize? BrakeSize,
    Lubrication Lubrication,
    NutRetention NutRetention,
    SuspensionKind Suspension,
    SpindleKind Spindle,
    Studs Studs)
{
    /// <summary>Wheel ends: two an axle.</summary>
    public int WheelEnds => Axles * 2;

    /// <summary>
    /// The gear in a line: "tandem, 2 × 5,200 lb · electric 12 × 2 · hand-packed · double-eye springs".
    /// </summary>
    public string Words => string.Join(" · ", [
        FormattableString.Invariant(
            $"{(Axles == 1 ? "single axle," : Axles == 2 ? "tandem, 2 ×" : "triple axle, 3 ×")} {RatingPounds:#,0} lb"),
        BrakeInWords(),
        Lubrication switch
        {
            Lubrication.HandPacked => "hand-packed",
            Lubrication.GreasableSpindle => "greasable spindles",
            Lubrication.OilBath => "oil bath",
            _ => "sealed hubs",
        },
        Suspension switch
        {
            SuspensionKind.DoubleEyeSprings => "double-eye springs",
            SuspensionKind.SlipperSprings => "slipper springs",
            _ => "torsion",
        },
    ]);

    /// <summary>
    /// Everything about this description that can't be, as pointer ("brakeSize") and sentence.
    /// Empty when the description holds together.
    /// </summary>
    public IEnumerable<(string Field, string Sentence)> Contradictions()
    {
        if (Axles is < 1 or > 3)
        {
            yield return ("axles", "A trailer here has one, two or three axles.");
        }

        if (RatingPounds is < 1_000 or > 16_000)
        {
            yield return ("ratingPounds", "One axle's rating lies between 1,000 and 16,000 lb.");
        }

        if (Studs.Count is not (4 or 5 or 6 or 8 or 10))
        {
            yield return ("studs/count", "A wheel has 4, 5, 6, 8 or 10 studs.");
        }

        if (Studs.Thread < Length.FromInches(0.375m) || Studs.Thread > Length.FromInches(1.125m))
        {
            yield return ("studs/thread", "A stud's thread lies between 3/8 and 1 1/8 in.");
        }

        if (Brake == BrakeKind.None && BrakeSize is not null)
        {
            yield return ("brakeSize", "A trailer without brakes has no brake size.");
        }

        if (BrakeSize is { } size
            && (size.Diameter < Length.FromInches(5)
                || size.Diameter > Length.FromInches(18)
                || size.Width.Millimetres < 0
                || size.Width > Length.FromInches(8)))
        {
            yield return ("brakeSize", "A brake is 5 to 18 in across and its shoes at most 8 in wide.");
        }

        if ((Suspension == SuspensionKind.Torsion) != (Spindle == SpindleKind.TorsionArm))
        {
            yield return ("spindle", "A torsion axle has its spindle on a torsion arm, and only a torsion axle has.");
        }

        if ((NutRetention == NutRetention.OnePieceNut) != (Lubrication == Lubrication.SealedHub))
        {
            yield return ("nutRetention", "The one-piece locking nut goes with the sealed hub, and a sealed hub with "
                + "no other nut.");
        }
    }

    private string BrakeInWords()
    {
        string kind = Brake switch
        {
            BrakeKind.None => "no brakes",
            BrakeKind.ElectricDrum => "electric",
            BrakeKind.HydraulicDrum => "hydraulic drum",
            _ => "hydraulic disc",
        };
        string Bare(Length length) =>
            ShopFormat.Write(length, Fineness.Sixteenth).Replace(" in", "", StringComparison.Ordinal);
        return BrakeSize is not { } size ? kind
            : size.Width.Millimetres == 0 ? $"{kind} {Bare(size.Diameter)}"
            : $"{kind} {Bare(size.Diameter)} × {Bare(size.Width)}";
    }
}
