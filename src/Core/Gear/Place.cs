using System.Globalization;

namespace SturdyTinker.Core.Gear;

/// <summary>Left and right as seen facing forward.</summary>
public enum Side
{
    /// <summary>The left side.</summary>
    Left,

    /// <summary>The right side.</summary>
    Right,
}

/// <summary>What kind of spot in the running gear a place is.</summary>
public enum PlaceKind
{
    /// <summary>The trailer as a whole.</summary>
    Trailer,

    /// <summary>One side.</summary>
    Side,

    /// <summary>One axle.</summary>
    Axle,

    /// <summary>One axle's wheel end on a side.</summary>
    WheelEnd,

    /// <summary>The brake at a wheel end.</summary>
    Brake,

    /// <summary>The leaf spring over a wheel end.</summary>
    Spring,

    /// <summary>The front eye of a spring.</summary>
    FrontEye,

    /// <summary>The rear eye of a spring; on a slipper spring, its slipper end.</summary>
    RearEye,

    /// <summary>The U-bolts that hold a spring to the axle.</summary>
    UBolts,

    /// <summary>The equalizer between this axle and the next, on a side.</summary>
    Equalizer,

    /// <summary>The front hanger of a side.</summary>
    FrontHanger,

    /// <summary>The rear hanger of a side.</summary>
    RearHanger,
}

/// <summary>A spot in the running gear.</summary>
/// <param name="Kind">What kind of spot.</param>
/// <param name="Axle">
/// The axle, counted from the front from 1; for an equalizer the one before it; 0 where there is none.
/// </param>
/// <param name="Side">The side; null where there is none.</param>
public readonly record struct Place(PlaceKind Kind, int Axle = 0, Side? Side = null)
{
    private static readonly Dictionary<PlaceKind, string> EndCodes = new()
    {
        [PlaceKind.WheelEnd] = "",
        [PlaceKind.Brake] = "-brake",
        [PlaceKind.Spring] = "-spring",
        [PlaceKind.FrontEye] = "-front-eye",
        [PlaceKind.RearEye] = "-rear-eye",
        [PlaceKind.UBolts] = "-u-bolts",
    };

    /// <summary>The trailer as a whole.</summary>
    public static Place Trailer { get; } = new(PlaceKind.Trailer);

    /// <summary>A wheel end.</summary>
    public static Place WheelEnd(int axle, Side side) => new(PlaceKind.WheelEnd, axle, side);

    /// <summary>A side.</summary>
    public static Place OfSide(Side side) => new(PlaceKind.Side, 0, side);

    /// <summary>An axle, both its sides.</summary>
    public static Place OfAxle(int axle) => new(PlaceKind.Axle, axle);

    /// <summary>
    /// The place as a short stable code: "trailer", "left", "axle-2", "axle-2-left", "axle-2-left-brake",
    /// "equalizer-1-left", "front-hanger-left".
    /// </summary>
    public string Code => Kind switch
    {
        PlaceKind.Trailer => "trailer",
        PlaceKind.Side => SideWord,
        PlaceKind.Axle => Invariant($"axle-{Axle}"),
        PlaceKind.Equalizer => Invariant($"equalizer-{Axle}-{SideWord}"),
        PlaceKind.FrontHanger => $"front-hanger-{SideWord}",
        PlaceKind.RearHanger => $"rear-hanger-{SideWord}",
        _ => Invariant($"axle-{Axle}-{SideWord}{EndCodes[Kind]}"),
    };

    /// <summary>
    /// The place as it is spoken: "axle 2 left", "brake, axle 2 left", "equalizer between axles 1 and 2, left".
    /// </summary>
    public string Spoken => Kind switch
    {
        PlaceKind.Trailer => "the trailer",
        PlaceKind.Side => $"{SideWord} side",
        PlaceKind.Axle => Invariant($"axle {Axle}"),
        PlaceKind.WheelEnd => Invariant($"axle {Axle} {SideWord}"),
        PlaceKind.Equalizer => Invariant($"equalizer between axles {Axle} and {Axle + 1}, {SideWord}"),
        PlaceKind.FrontHanger => $"front hanger, {SideWord}",
        PlaceKind.RearHanger => $"rear hanger, {SideWord}",
        PlaceKind.Brake => Invariant($"brake, axle {Axle} {SideWord}"),
        PlaceKind.Spring => Invariant($"spring, axle {Axle} {SideWord}"),
        PlaceKind.FrontEye => Invariant($"front eye, axle {Axle} {SideWord}"),
        PlaceKind.RearEye => Invariant($"rear eye, axle {Axle} {SideWord}"),
        _ => Invariant($"U-bolts, axle {Axle} {SideWord}"),
    };

    /// <summary>
    /// Where it is, without saying what it is: "axle 2 left" for the brake there, "axles 1 and 2 left" for an
    /// equalizer.
    /// </summary>
    public string Whereabouts => Kind switch
    {
        PlaceKind.Brake or PlaceKind.Spring or PlaceKind.UBolts => Invariant($"axle {Axle} {SideWord}"),
        PlaceKind.Equalizer => Invariant($"axles {Axle} and {Axle + 1} {SideWord}"),
        PlaceKind.FrontHanger => $"front {SideWord}",
        PlaceKind.RearHanger => $"rear {SideWord}",
        _ => Spoken,
    };

    /// <summary>The same place on the other side; null for a place that has no side.</summary>
    public Place? Across =>
        Side is { } side ? this with { Side = side == Gear.Side.Left ? Gear.Side.Right : Gear.Side.Left } : null;

    /// <summary>
    /// Whether two places share a wheel end, as work at them does: the trailer shares all, an axle both of its own.
    /// </summary>
    /// <param name="other">The other place.</param>
    public bool Near(Place other) => (WheelEndBits & other.WheelEndBits) != 0;

    // A bit for each wheel end a place belongs to. A rear hanger belongs to the last axle, which a place does not know:
    // all of its side.
    private int WheelEndBits
    {
        get
        {
            int axles = Kind switch
            {
                PlaceKind.Equalizer => 3 << (Axle - 1),
                PlaceKind.FrontHanger => 1,
                _ => Axle == 0 ? 7 : 1 << (Axle - 1),
            };
            return Side switch
            {
                Gear.Side.Left => axles,
                Gear.Side.Right => axles << 3,
                _ => axles | (axles << 3),
            };
        }
    }

    private string SideWord => Side == Gear.Side.Left ? "left" : "right";

    /// <summary>Reads a code back. False, and a default place, for anything that is no code of ours.</summary>
    public static bool TryParse(string? code, out Place place)
    {
        place = default;
        string[] parts = (code ?? "").Split('-');
        if (code is "trailer" or "left" or "right")
        {
            place = code == "trailer" ? Trailer : OfSide(ReadSide(code)!.Value);
            return true;
        }

        place = parts switch
        {
            ["axle", var n] => new Place(PlaceKind.Axle, ReadAxle(n)),
            ["equalizer", var n, var side] => new Place(PlaceKind.Equalizer, ReadAxle(n), ReadSide(side)),
            ["front", "hanger", var side] => new Place(PlaceKind.FrontHanger, 0, ReadSide(side)),
            ["rear", "hanger", var side] => new Place(PlaceKind.RearHanger, 0, ReadSide(side)),
            ["axle", var n, var side, .. var rest] => new Place(EndKind(rest), ReadAxle(n), ReadSide(side)),
            _ => default,
        };
        bool read = place.Code == code;
        place = read ? place : default;
        return read;
    }

    /// <summary>
    /// The place of a code that we wrote ourselves. Throws <see cref="ArgumentException"/> for anything that is no code
    /// of ours.
    /// </summary>
    public static Place Of(string code) =>
        TryParse(code, out Place place) ? place : throw new ArgumentException($"“{code}” is no place.", nameof(code));

    /// <summary>A place's code as it is spoken; the code itself when it is none of ours.</summary>
    public static string SpokenOf(string code) => TryParse(code, out Place place) ? place.Spoken : code;

    /// <inheritdoc/>
    public override string ToString() => Code;

    private static PlaceKind EndKind(string[] rest)
    {
        string end = rest.Length == 0 ? "" : "-" + string.Join('-', rest);
        return EndCodes.FirstOrDefault(e => e.Value == end).Key;
    }

    private static int ReadAxle(string text) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int n) && n is >= 1 and <= 3 ? n : -1;

    private static Side? ReadSide(string text) => text switch
    {
        "left" => Gear.Side.Left,
        "right" => Gear.Side.Right,
        _ => null,
    };

    private static string Invariant(FormattableString text) => FormattableString.Invariant(text);
}
