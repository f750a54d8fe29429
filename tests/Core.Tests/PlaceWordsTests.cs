using SturdyTinker.Core.Gear;
using Xunit;

namespace SturdyTinker.Core.Tests;

/// <summary>Places as other people write them down.</summary>
public sealed class PlaceWordsTests
{
    private static readonly RunningGear Tandem = GearDefaults.For(2, 3_500);

    [Theory]
    [InlineData("", "trailer")]
    [InlineData("all four", "trailer")]
    [InlineData("LF", "axle-1-left")]
    [InlineData("rf", "axle-1-right")]
    [InlineData("LR", "axle-2-left")]
    [InlineData("RR", "axle-2-right")]
    [InlineData("RL", "axle-2-left")]
    [InlineData("L1", "axle-1-left")]
    [InlineData("2R", "axle-2-right")]
    [InlineData("Rear axle, curb side", "axle-2-right")]
    [InlineData("front wheel - driver's", null)]
    [InlineData("front wheel, driver side", "axle-1-left")]
    [InlineData("Axle 2 left", "axle-2-left")]
    [InlineData("axle-2-left-brake", "axle-2-left-brake")]
    [InlineData("left", "left")]
    [InlineData("road side", "left")]
    [InlineData("axle #2", "axle-2")]
    [InlineData("equalizer between axles 1 and 2, left", "equalizer-1-left")]
    [InlineData("axle 3 left", null)]
    [InlineData("left right", null)]
    [InlineData("tongue", null)]
    [InlineData("middle left", null)]
    public void Are_read_or_not_understood_but_never_taken_for_another(string words, string? code) =>
        Assert.Equal(code, PlaceWords.Read(words, Tandem)?.Code);

    /// <summary>Whatever we say ourselves, we understand, on every gear.</summary>
    [Fact]
    public void As_we_write_and_speak_them_are_read_back()
    {
        foreach (RunningGear gear in new[] { 1, 2, 3 }.SelectMany(axles =>
            new[] { 2_000, 3_500, 7_000, 12_000 }.Select(rating => GearDefaults.For(axles, rating))))
        {
            foreach (Place place in Places.Of(gear))
            {
                Assert.Equal(place, PlaceWords.Read(place.Code, gear));
                Assert.Equal(place, PlaceWords.Read(place.Spoken.ToUpperInvariant(), gear));
            }
        }
    }

    [Fact]
    public void On_one_axle_front_and_rear_are_the_same_and_on_three_the_middle_is_the_second()
    {
        RunningGear single = GearDefaults.For(1, 3_500), triple = GearDefaults.For(3, 7_000);
        Assert.Equal("axle-1-left", PlaceWords.Read("LR", single)?.Code);
        Assert.Equal("axle-1-left", PlaceWords.Read("LF", single)?.Code);
        Assert.Equal("axle-2-right", PlaceWords.Read("RM", triple)?.Code);
        Assert.Equal("axle-3-right", PlaceWords.Read("right rear", triple)?.Code);
    }
}
