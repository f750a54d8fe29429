using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests.Gear;

public class PlaceTests
{
    public static TheoryData<int, SuspensionKind, BrakeKind, int> Counted => new()
    {
        // Counted by hand on a sketch: trailer and axles; a side: itself, two hangers; a wheel end with its brake,
        // two eyes, spring and U-bolts; an equalizer between neighbours.
        { 1, SuspensionKind.DoubleEyeSprings, BrakeKind.ElectricDrum, 1 + 1 + (2 * (3 + 6)) },
        { 2, SuspensionKind.DoubleEyeSprings, BrakeKind.ElectricDrum, 1 + 2 + (2 * (3 + 12 + 1)) },
        { 3, SuspensionKind.DoubleEyeSprings, BrakeKind.ElectricDrum, 1 + 3 + (2 * (3 + 18 + 2)) },
        { 2, SuspensionKind.DoubleEyeSprings, BrakeKind.None, 1 + 2 + (2 * (3 + 10 + 1)) },
        { 2, SuspensionKind.Torsion, BrakeKind.HydraulicDisc, 1 + 2 + (2 * (1 + 4)) },
        { 1, SuspensionKind.Torsion, BrakeKind.None, 1 + 1 + (2 * 2) },
    };

    [Theory]
    [MemberData(nameof(Counted))]
    public void The_gear_decides_which_places_there_are(
        int axles,
        SuspensionKind suspension,
        BrakeKind brake,
        int places)
    {
        RunningGear gear = Gears.Tandem with { Axles = axles, Suspension = suspension, Brake = brake };
        Assert.Equal(places, Places.Of(gear).Count);
        Assert.Equal(axles * 2, Places.WheelEndsOf(gear).Count());
    }

    [Fact]
    public void Every_place_has_its_own_code_and_name_and_reads_back()
    {
        IReadOnlyList<Place> places = Places.Of(Gears.Tandem with { Axles = 3 });
        Assert.Equal(places.Count, places.Select(p => p.Code).Distinct().Count());
        Assert.Equal(places.Count, places.Select(p => p.Spoken).Distinct().Count());
        Assert.All(places, p => Assert.True(Place.TryParse(p.Code, out Place read) && read == p));
    }

    [Theory]
    [InlineData("")]
    [InlineData(null)]
    [InlineData("axle-0")]
    [InlineData("axle-4-left")]
    [InlineData("axle-1-middle")]
    [InlineData("axle-1-left-wing")]
    [InlineData("axle-01")]
    [InlineData("equalizer-1")]
    [InlineData("AXLE-1")]
    public void A_code_that_is_none_does_not_read(string? code) => Assert.False(Place.TryParse(code, out _));

    [Fact]
    public void A_description_that_can_not_be_is_told_field_by_field()
    {
        RunningGear wrong = Gears.Tandem with
        {
            Axles = 4,
            RatingPounds = 20,
            Studs = new Studs(7, Length.FromInches(2)),
            Brake = BrakeKind.None,
            Spindle = SpindleKind.TorsionArm,
            Lubrication = Lubrication.SealedHub,
        };
        Assert.Equal(
            ["axles", "ratingPounds", "studs/count", "studs/thread", "brakeSize", "spindle", "nutRetention"],
            wrong.Contradictions().Select(c => c.Field));
        Assert.Empty(Gears.Tandem.Contradictions());
    }

    [Theory]
    [InlineData(1, 1_000)]
    [InlineData(2, 3_500)]
    [InlineData(2, 5_200)]
    [InlineData(3, 7_000)]
    [InlineData(2, 16_000)]
    public void The_usual_gear_of_any_rating_holds_together(int axles, int rating) =>
        Assert.Empty(GearDefaults.For(axles, rating).Contradictions());
}
