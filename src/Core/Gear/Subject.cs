namespace SturdyTinker.Core.Gear;

/// <summary>What a finding is about.</summary>
public enum Subject
{
    /// <summary>The grease in the hub.</summary>
    Grease,

    /// <summary>The oil of an oil-bath hub.</summary>
    Oil,

    /// <summary>Grease or oil outside: on wheel, backing plate or tyre.</summary>
    Leak,

    /// <summary>The grease seal.</summary>
    Seal,

    /// <summary>The inner or outer bearing's cone.</summary>
    Bearing,

    /// <summary>A cup in the hub.</summary>
    Cup,

    /// <summary>The spindle.</summary>
    Spindle,

    /// <summary>The thread on the spindle's end.</summary>
    SpindleThread,

    /// <summary>Play at the tyre or at the hub.</summary>
    Play,

    /// <summary>Pin, tab or clip that locks the nut.</summary>
    NutLock,

    /// <summary>Lug studs and nuts.</summary>
    Studs,

    /// <summary>Brake lining, of shoe or pad.</summary>
    Lining,

    /// <summary>A brake drum.</summary>
    Drum,

    /// <summary>The magnet of an electric brake and its lever.</summary>
    Magnet,

    /// <summary>Wires and their joints.</summary>
    Wires,

    /// <summary>Caliper, wheel cylinder, line, hose and fluid.</summary>
    Hydraulics,

    /// <summary>A brake rotor.</summary>
    Rotor,

    /// <summary>What a brake is held by: backing plate, bracket, and their bolts.</summary>
    Mounting,

    /// <summary>A leaf spring.</summary>
    Spring,

    /// <summary>U-bolts and their plate.</summary>
    UBolt,

    /// <summary>A bushing.</summary>
    Bushing,

    /// <summary>A shackle or eye bolt.</summary>
    Bolt,

    /// <summary>An equalizer.</summary>
    Equalizer,

    /// <summary>A shackle link.</summary>
    Link,

    /// <summary>A hanger.</summary>
    Hanger,

    /// <summary>An axle.</summary>
    Axle,

    /// <summary>A tyre.</summary>
    Tyre,

    /// <summary>Lights.</summary>
    Lights,

    /// <summary>Coupler and safety chains.</summary>
    Coupler,

    /// <summary>What is bolted on: jack, winch and strap, keel rollers, step.</summary>
    Fittings,

    /// <summary>How level the trailer stands on a side.</summary>
    RideHeight,

    /// <summary>Frame and cross members.</summary>
    Frame,

    /// <summary>Whether load and loose parts are secured.</summary>
    Securing,

    /// <summary>Rear impact guard.</summary>
    RearGuard,

    /// <summary>How the trailer is used, as its driver tells it.</summary>
    Use,
}

/// <summary>Where things are looked at.</summary>
public static class Subjects
{
    /// <summary>The kinds of place that have something of a kind.</summary>
    public static IReadOnlyList<PlaceKind> At(Subject subject) => subject switch
    {
        Subject.Lining or Subject.Drum or Subject.Magnet or Subject.Rotor or Subject.Mounting => [PlaceKind.Brake],
        Subject.Hydraulics or Subject.Wires => [PlaceKind.Brake, PlaceKind.Trailer],
        Subject.Spring => [PlaceKind.Spring],
        Subject.UBolt => [PlaceKind.UBolts],
        Subject.Bushing or Subject.Bolt or Subject.Link => [PlaceKind.FrontEye, PlaceKind.RearEye, PlaceKind.Equalizer],
        Subject.Equalizer => [PlaceKind.Equalizer],
        Subject.Hanger => [PlaceKind.FrontHanger, PlaceKind.RearHanger],
        Subject.Axle => [PlaceKind.Axle],
        Subject.Lights or Subject.Coupler or Subject.Fittings or Subject.Frame or Subject.Securing
            or Subject.RearGuard or Subject.Use => [PlaceKind.Trailer],
        Subject.RideHeight => [PlaceKind.Side],
        _ => [PlaceKind.WheelEnd],
    };

    /// <summary>
    /// Things judged in pairs: what is wrong with one on an axle is put right on both sides. Source: common practice.
    /// </summary>
    public static bool InPairs(Subject subject) =>
        subject is Subject.Lining or Subject.Drum or Subject.Rotor or Subject.Spring;

    /// <summary>Things a hub has two of, an inner and an outer one.</summary>
    public static bool InnerAndOuter(Subject subject) => subject is Subject.Bearing or Subject.Cup;

    /// <summary>
    /// Where a thing of a kind belongs when it was looked at from another place: the lining seen from a wheel end
    /// belongs to
    /// the brake there. The place itself where it has the thing, or where there is not exactly one such place.
    /// </summary>
    /// <param name="subject">What was looked at.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="from">The place it was looked at from.</param>
    public static Place Home(Subject subject, RunningGear gear, Place from)
    {
        IReadOnlyList<PlaceKind> kinds = At(subject);
        if (kinds.Contains(from.Kind))
        {
            return from;
        }

        List<Place> near = [.. kinds
            .SelectMany(kind => Places.Touching(gear, kind, from))
            .Where(p => Places.Has(gear, p))];
        return near.Count == 1 ? near[0] : from;
    }
}
