namespace SturdyTinker.Core.Gear;

/// <summary>Which places a running gear has.</summary>
public static class Places
{
    private static readonly Side[] Sides = [Side.Left, Side.Right];

    /// <summary>
    /// Every place of this gear, in the order of a walk round it: the trailer, then each side from nose to tail.
    /// A torsion axle has no spring places; an unbraked one no brakes; equalizers stand between neighbouring axles on springs.
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

    /// <summary>The wheel ends of this gear: the left side from nose to tail, then the right.</summary>
    public static IEnumerable<Place> WheelEndsOf(RunningGear gear) =>
        from side in Sides from axle in Enumerable.Range(1, gear.Axles) select Place.WheelEnd(axle, side);

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
