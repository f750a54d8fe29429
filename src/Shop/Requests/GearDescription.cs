using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Shop.Requests;

/// <summary>A running gear as a person describes it, with measures in shop notation.</summary>
/// <param name="Axles">1 to 3.</param>
/// <param name="RatingPounds">Rating of one axle in pounds.</param>
/// <param name="Brake">The brake at every wheel end.</param>
/// <param name="BrakeDiameter">Drum or rotor diameter, for example "12"; empty when unknown or without brakes.</param>
/// <param name="BrakeWidth">Shoe width, for example "2 1/4"; empty for a disc, or when unknown.</param>
/// <param name="Lubrication">How the bearings are lubricated.</param>
/// <param name="NutRetention">What locks the spindle nut.</param>
/// <param name="Suspension">What carries the axles.</param>
/// <param name="Spindle">How the spindle is held.</param>
/// <param name="StudCount">Studs of one wheel.</param>
/// <param name="StudThread">Thread of a stud, for example "1/2".</param>
public sealed record GearDescription(
    int Axles,
    int RatingPounds,
    BrakeKind Brake,
    string BrakeDiameter,
    string BrakeWidth,
    Lubrication Lubrication,
    NutRetention NutRetention,
    SuspensionKind Suspension,
    SpindleKind Spindle,
    int StudCount,
    string StudThread)
{
    /// <summary>Writes a running gear the way a person describes it. Reading it back gives the same gear.</summary>
    public static GearDescription Of(RunningGear gear) => new(
        gear.Axles,
        gear.RatingPounds,
        gear.Brake,
        gear.BrakeSize is { } size ? Write(size.Diameter) : "",
        gear.BrakeSize is { Width.Millimetres: > 0 } shoe ? Write(shoe.Width) : "",
        gear.Lubrication,
        gear.NutRetention,
        gear.Suspension,
        gear.Spindle,
        gear.Studs.Count,
        Write(gear.Studs.Thread));

    /// <summary>Reads the description; what is wrong with it is noted field by field.</summary>
    /// <param name="checks">Collects the problems.</param>
    /// <param name="at">Pointer of the description in the request, for example "/gear".</param>
    internal RunningGear Read(Checks checks, string at)
    {
        BrakeSize? size = null;
        if (!string.IsNullOrWhiteSpace(BrakeDiameter) || !string.IsNullOrWhiteSpace(BrakeWidth))
        {
            Length diameter = new(checks.Figure($"{at}/brakeDiameter", BrakeDiameter, Quantity.Length));
            size = new BrakeSize(
                diameter,
                string.IsNullOrWhiteSpace(BrakeWidth)
                    ? default
                    : new Length(checks.Figure($"{at}/brakeWidth", BrakeWidth, Quantity.Length)));
        }

        Length thread = new(checks.Figure($"{at}/studThread", StudThread, Quantity.Length));
        RunningGear gear = new(
            Axles,
            RatingPounds,
            Brake,
            size,
            Lubrication,
            NutRetention,
            Suspension,
            Spindle,
            new Studs(StudCount, thread));
        foreach ((string field, string sentence) in gear.Contradictions())
        {
            string mine =
                field switch
                {
                    "studs/count" => "studCount",
                    "studs/thread" => "studThread",
                    "brakeSize" => "brakeDiameter",
                    _ => field
                };
            checks.Add($"{at}/{mine}", sentence);
        }

        return gear;
    }

    // A fraction where a rule has one, otherwise millimetres, which are always exact.
    private static string Write(Length length)
    {
        string fraction = ShopFormat.Write(length, Fineness.ThirtySecond);
        return ShopNotation.Read(fraction, Quantity.Length).Canonical == length.Millimetres
            ? fraction.Replace(" in", "", StringComparison.Ordinal)
            : FormattableString.Invariant($"{length.Millimetres:0.######} mm");
    }
}
