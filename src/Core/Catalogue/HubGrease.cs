using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;

namespace SturdyTinker.Core.Catalogue;

/// <summary>
/// How much grease a wheel end takes: one figure, for the packet, its kit, its price and the ready sum alike.
/// </summary>
public static class HubGrease
{
    /// <summary>
    /// Share of the room between a bearing's bore and its outside that grease can fill, rollers and rings taking the
    /// rest. Source: from memory.
    /// </summary>
    public const double Free = 0.3;

    /// <summary>Grams of a millilitre of wheel bearing grease. Source: from memory.</summary>
    public const double Density = 0.9;

    /// <summary>Grams in an ounce: a sixteenth of a pound, exactly. Source: NIST SP 811.</summary>
    public const double Ounce = 28.349523125;

    /// <summary>
    /// Millilitres that a film on the journals and a part-filled cap come to beside the bearings. Source: from memory.
    /// </summary>
    public const double FilmAndCap = 20;

    /// <summary>Ounces that flush the drilling of a greasable spindle. Source: from memory.</summary>
    public const decimal Flush = 0.5m;

    /// <summary>Ounces that push the old grease of a wheel end out. Source: from memory.</summary>
    public const decimal PushedThrough = 3;

    /// <summary>Ounces that a wheel end is pumped with between strips. Source: from memory.</summary>
    public const decimal Pumped = 3;

    /// <summary>
    /// Ounces of semi-fluid grease to have at hand for a light sealed hub. Source: from memory; the maker's volume
    /// rules.
    /// </summary>
    public const decimal SealedGuess = 12;

    /// <summary>
    /// The room of a hub between its bearings, where nobody has measured it. Source: from memory, of a 5,200 lb hub.
    /// </summary>
    public static (Length Bore, Length Spindle, Length Long) UsualRoom { get; } =
        (Length.FromInches(2.5m), Length.FromInches(1.5m), Length.FromInches(2.25m));

    /// <summary>
    /// Millilitres that packing a bearing takes: the ring from bore to outside, as wide as the pair, times
    /// <see cref="Free"/>.
    /// </summary>
    public static double Packing(Bearing bearing)
    {
        double bore = (double)bearing.Bore.Millimetres, outside = (double)bearing.Outside.Millimetres;
        return Free * Math.PI / 4 * ((outside * outside) - (bore * bore)) * (double)bearing.Width.Millimetres / 1_000;
    }

    /// <summary>Millilitres of a hub's cavity: the room around the spindle between the bearings.</summary>
    /// <param name="bore">Inside of the hub between the bearings.</param>
    /// <param name="spindle">The spindle there.</param>
    /// <param name="length">From bearing to bearing.</param>
    public static double Cavity(Length bore, Length spindle, Length length) =>
        Math.PI / 4
            * (double)((bore.Millimetres * bore.Millimetres) - (spindle.Millimetres * spindle.Millimetres))
            * (double)length.Millimetres / 1_000;

    /// <summary>Ounces of grease that so many millilitres are.</summary>
    public static double Ounces(double millilitres) => millilitres * Density / Ounce;

    /// <summary>
    /// The bearings that a wheel end's grease is reckoned by: the usual ones of its axle's rating, or of the nearest
    /// that has any.
    /// </summary>
    /// <param name="ratingPounds">Rating of one axle in pounds.</param>
    public static (Bearing Inner, Bearing Outer) BearingsOf(int ratingPounds)
    {
        UsualSet set = UsualSet.For(ratingPounds)
            ?? UsualSet.All.MinBy(s => Math.Min(
                Math.Abs(s.FromPounds - ratingPounds),
                Math.Abs(s.ToPounds - ratingPounds)))!;
        return (Bearing.Find(set.Inner)!, Bearing.Find(set.Outer)!);
    }

    /// <summary>
    /// Ounces that packing a wheel end takes, its film and cap, or its filled cavity, included; to the tenth.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="cavity">Whether the cavity is filled.</param>
    public static decimal Packed(RunningGear gear, bool cavity)
    {
        (Bearing inner, Bearing outer) = BearingsOf(gear.RatingPounds);
        double rest = cavity ? Cavity(UsualRoom.Bore, UsualRoom.Spindle, UsualRoom.Long) : FilmAndCap;
        return Math.Round((decimal)Ounces(Packing(inner) + Packing(outer) + rest), 1, MidpointRounding.AwayFromZero);
    }
}
