using System.Globalization;

namespace SturdyTinker.Core.Gear;

/// <summary>
/// Places as other people write them down: "LF", "rear right", "axle 2 left", "curb side". Source: common practice in
/// the United States, no published source: the left is the driver's or road side, the right the curb side, looking the
/// way the trailer is towed.
/// </summary>
public static class PlaceWords
{
    private static readonly string[] Everywhere = ["", "all", "both", "trailer", "every", "complete"];

    private static readonly HashSet<string> Noise =
    [
        "axle", "wheel", "wheels", "end", "ends", "side", "hub", "position", "pos", "the", "no", "at", "of", "brake",
        "spring", "tire", "tyre", "four", "six", "two",
    ];

    private static readonly Dictionary<string, Side> Sides = new()
    {
        ["left"] = Side.Left,
        ["l"] = Side.Left,
        ["lh"] = Side.Left,
        ["driver"] = Side.Left,
        ["drivers"] = Side.Left,
        ["road"] = Side.Left,
        ["roadside"] = Side.Left,
        ["street"] = Side.Left,
        ["streetside"] = Side.Left,
        ["right"] = Side.Right,
        ["r"] = Side.Right,
        ["rh"] = Side.Right,
        ["curb"] = Side.Right,
        ["curbside"] = Side.Right,
        ["passenger"] = Side.Right,
        ["passengers"] = Side.Right,
    };

    /// <summary>
    /// The place that words mean on a running gear: the trailer for all of it, a side, an axle, a wheel end, or any
    /// place by its code or as it is spoken. Null for words that mean none, or one that this gear has not.
    /// </summary>
    /// <param name="words">The words.</param>
    /// <param name="gear">The running gear.</param>
    public static Place? Read(string words, RunningGear gear)
    {
        string small = words.Trim().ToLowerInvariant();
        foreach (Place place in Places.Of(gear))
        {
            if (place.Code == small || place.Spoken.Equals(small, StringComparison.OrdinalIgnoreCase))
            {
                return place;
            }
        }

        string[] parts = [.. new string([.. small.Select(c => char.IsLetterOrDigit(c) ? c : ' ')])
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .SelectMany(Apart)
            .Where(p => !Noise.Contains(p))];
        if (parts.All(p => Everywhere.Contains(p)))
        {
            return Place.Trailer;
        }

        Side? side = null;
        int? axle = null;
        foreach (string part in parts)
        {
            if (Sides.TryGetValue(part, out Side one) && side is null)
            {
                side = one;
            }
            else if (AxleOf(part, gear.Axles) is { } number && axle is null)
            {
                axle = number;
            }
            else
            {
                return null;
            }
        }

        Place meant = (side, axle) switch
        {
            ({ } of, { } at) => Place.WheelEnd(at, of),
            ({ } of, null) => Place.OfSide(of),
            (null, { } at) => Place.OfAxle(at),
            _ => Place.Trailer,
        };
        return Places.Has(gear, meant) ? meant : null;
    }

    // Letters run together: "LF" and "FL", "1L" and "L1". "R" beside an "L" or a second "R" is the rear.
    private static string[] Apart(string part) => part switch
    {
        [var a, var b] when char.IsAsciiDigit(a) != char.IsAsciiDigit(b) => [a.ToString(), b.ToString()],
        "lf" or "fl" => ["left", "front"],
        "rf" or "fr" => ["right", "front"],
        "lr" or "rl" => ["left", "rear"],
        "rr" => ["right", "rear"],
        "lm" or "ml" => ["left", "middle"],
        "rm" or "mr" => ["right", "middle"],
        "ls" or "ds" => ["left"],
        "rs" or "cs" or "ps" => ["right"],
        _ => [part],
    };

    private static int? AxleOf(string part, int axles) => part switch
    {
        "front" or "f" or "lead" or "leading" or "first" or "forward" => 1,
        "rear" or "back" or "last" or "trailing" => axles,
        "middle" or "center" or "centre" => axles == 3 ? 2 : null,
        "second" => 2,
        "third" => 3,
        _ => int.TryParse(part, NumberStyles.None, CultureInfo.InvariantCulture, out int n) && n >= 1 && n <= axles
            ? n
            : null,
    };
}
