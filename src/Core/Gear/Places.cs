namespace SturdyTinker.Core.Gear;

/// <summary>Which places a running gear has.</summary>
public static class Places
{
    private static readonly Side[] Sides = [Side.Left, Side.Right];

    /// <summary>
    /// Every place of this gear, in the order of a walk round it: the trailer, then each side from nose to tail.
    /// A torsion axle has no spring places; an unbraked one no brakes; equalizers stand between neighbouring axles on
    /// springs.
    /// </summary>
    public static IReadOnlyList<Place> Of(RunningGear gear)
    {
        List<Place> places = [Place.Trailer];
        places.AddRange(Enumerable.Range(1, gear.Axles).Select(a => new Place(PlaceKind.Axle, a)));
        foreach (Side side in Sides)
        {
            AddSide(places, gear, side);
        }

        return places;
    }

    /// <summary>
    /// Whether this gear has a place; the same as being among <see cref="Of"/>, without listing them all.
    /// </summary>
    public static bool Has(RunningGear gear, Place place)
    {
        bool springs = gear.Suspension != SuspensionKind.Torsion, axle = place.Axle >= 1 && place.Axle <= gear.Axles;
        return place.Kind switch
        {
            PlaceKind.Trailer => place == Place.Trailer,
            PlaceKind.Side => place is { Axle: 0, Side: not null },
            PlaceKind.Axle => axle && place.Side is null,
            PlaceKind.WheelEnd => axle && place.Side is not null,
            PlaceKind.Brake => axle && place.Side is not null && gear.Brake != BrakeKind.None,
            PlaceKind.Equalizer => springs && axle && place.Axle < gear.Axles && place.Side is not null,
            PlaceKind.FrontHanger or PlaceKind.RearHanger => springs && place is { Axle: 0, Side: not null },
            _ => springs && axle && place.Side is not null,
        };
    }

    /// <summary>The wheel ends of this gear: the left side from nose to tail, then the right.</summary>
    public static IEnumerable<Place> WheelEndsOf(RunningGear gear) =>
        from side in Sides from axle in Enumerable.Range(1, gear.Axles) select Place.WheelEnd(axle, side);

    /// <summary>
    /// The places of a kind that a place belongs to, or that belong to it, or that it is bolted to: a wheel end's side,
    /// an axle's U-bolts, the two eyes at an equalizer. In the order of a walk round the trailer.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="kind">The kind looked for.</param>
    /// <param name="of">The place looked from; itself when it is of that kind.</param>
    public static IEnumerable<Place> Touching(RunningGear gear, PlaceKind kind, Place of)
    {
        if (of.Kind == kind)
        {
            return [of];
        }

        IEnumerable<Side?> sides = of.Side is { } one ? [one] : [Side.Left, Side.Right];
        int last = gear.Axles;
        return (kind, of.Kind) switch
        {
            (PlaceKind.Trailer, _) => [Place.Trailer],
            (PlaceKind.Axle, _) => AxlesOf(of, last).Select(a => new Place(kind, a)),
            (PlaceKind.Side or PlaceKind.FrontHanger or PlaceKind.RearHanger, _) => sides.Select(s => new Place(
                kind,
                0,
                s)),
            (PlaceKind.FrontEye, PlaceKind.RearEye) or (PlaceKind.RearEye, PlaceKind.FrontEye) => [],
            (PlaceKind.FrontEye, PlaceKind.RearHanger) or (PlaceKind.RearEye, PlaceKind.FrontHanger) => [],
            (PlaceKind.FrontEye, PlaceKind.Equalizer) => [new Place(kind, of.Axle + 1, of.Side)],
            (PlaceKind.RearEye, PlaceKind.Equalizer) => [new Place(kind, of.Axle, of.Side)],
            (PlaceKind.Equalizer, _) => sides.SelectMany(
                s => EqualizersOf(of, last).Select(a => new Place(kind, a, s))),
            _ => sides.SelectMany(s => AxlesOf(of, last).Select(a => new Place(kind, a, s))),
        };
    }

    private static IEnumerable<int> AxlesOf(Place of, int last) => of.Kind switch
    {
        PlaceKind.Equalizer => [of.Axle, of.Axle + 1],
        PlaceKind.FrontHanger => [1],
        PlaceKind.RearHanger => [last],
        _ => of.Axle > 0 ? [of.Axle] : Enumerable.Range(1, last),
    };

    // An equalizer has the number of the axle before it.
    private static IEnumerable<int> EqualizersOf(Place of, int last) =>
        (of.Kind switch
        {
            PlaceKind.FrontEye => [of.Axle - 1],
            PlaceKind.RearEye => [of.Axle],
            PlaceKind.FrontHanger or PlaceKind.RearHanger => [],
            _ => of.Axle > 0 ? [of.Axle - 1, of.Axle] : Enumerable.Range(1, last),
        }).Where(a => a >= 1 && a < last);

    private static void AddSide(List<Place> places, RunningGear gear, Side side)
    {
        bool springs = gear.Suspension != SuspensionKind.Torsion;
        places.Add(Place.OfSide(side));
        if (springs)
        {
            places.Add(new Place(PlaceKind.FrontHanger, 0, side));
        }

        for (int axle = 1; axle <= gear.Axles; axle++)
        {
            places.Add(Place.WheelEnd(axle, side));
            if (gear.Brake != BrakeKind.None)
            {
                places.Add(new Place(PlaceKind.Brake, axle, side));
            }

            if (!springs)
            {
                continue;
            }

            places.Add(new Place(PlaceKind.FrontEye, axle, side));
            places.Add(new Place(PlaceKind.Spring, axle, side));
            places.Add(new Place(PlaceKind.UBolts, axle, side));
            places.Add(new Place(PlaceKind.RearEye, axle, side));
            if (axle < gear.Axles)
            {
                places.Add(new Place(PlaceKind.Equalizer, axle, side));
            }
        }

        if (springs)
        {
            places.Add(new Place(PlaceKind.RearHanger, 0, side));
        }
    }
}
