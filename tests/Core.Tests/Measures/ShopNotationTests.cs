using CsCheck;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests.Measures;

public class ShopNotationTests
{
    [Theory]
    [InlineData("4 1/4", 107.95)]
    [InlineData("4-1/4\"", 107.95)]
    [InlineData("4 - 1/4 in", 107.95)]
    [InlineData("4¼", 107.95)]
    [InlineData("9/16", 14.2875)]
    [InlineData("½ in", 12.7)]
    [InlineData(".003", 0.0762)]
    [InlineData("0.003 in.", 0.0762)]
    [InlineData("3 thou", 0.0762)]
    [InlineData("3 mils", 0.0762)]
    [InlineData("18 mm", 18)]
    [InlineData("18MM", 18)]
    [InlineData("1.8cm", 18)]
    [InlineData("1-1/8\"", 28.575)]
    [InlineData("-2", -50.8)]
    [InlineData("−2", -50.8)]
    [InlineData("2′", 609.6)]
    public void A_length_is_read_as_people_write_it(string typed, double millimetres) =>
        Assert.Equal((decimal)millimetres, ShopNotation.Read(typed, Quantity.Length).Canonical);

    [Theory]
    [InlineData("12,000 mi", Quantity.Distance, 19312128)]
    [InlineData("12000", Quantity.Distance, 19312128)]
    [InlineData("100 km", Quantity.Distance, 100000)]
    [InlineData("100 ft-lb", Quantity.Torque, 135.58179483314004)]
    [InlineData("100 lb-ft", Quantity.Torque, 135.58179483314004)]
    [InlineData("100 lbf·ft", Quantity.Torque, 135.58179483314004)]
    [InlineData("100 ft. lbs.", Quantity.Torque, 135.58179483314004)]
    [InlineData("135 N·m", Quantity.Torque, 135)]
    [InlineData("135 Nm", Quantity.Torque, 135)]
    [InlineData("47 fl oz", Quantity.Volume, 1389.9558894375)]
    [InlineData("250 mL", Quantity.Volume, 250)]
    public void Other_quantities_are_read_in_their_own_units(string typed, Quantity quantity, double canonical) =>
        Assert.Equal(canonical, (double)ShopNotation.Read(typed, quantity).Canonical!.Value, 9);

    [Theory]
    [InlineData("", "Nothing is written")]
    [InlineData(null, "Nothing is written")]
    [InlineData("1/0", "nothing below the line but 0")]
    [InlineData("1/3", "not on a rule")]
    [InlineData("4 5/4", "not less than one")]
    [InlineData("4.5 1/4", "a decimal and a fraction at once")]
    [InlineData("1/2/3", "no fraction")]
    [InlineData("/4", "no fraction")]
    [InlineData("12,00", "A comma parts thousands here")]
    [InlineData("1,5", "A comma parts thousands here")]
    [InlineData("1.2.3", "can't be read as a figure")]
    [InlineData("4 1", "can't be read as one figure")]
    [InlineData("about right", "no figure in")]
    [InlineData("4 furlongs", "is no unit we know for a length")]
    [InlineData("90 ft-lb", "lbf·ft measures torque, and this asks for length")]
    [InlineData("99999999999999999999999999999999999", "too large")]
    [InlineData("11111111111111111111111111111111111111111111", "longer than a reading")]
    public void What_is_no_reading_is_refused_in_one_sentence(string? typed, string expected)
    {
        Understood read = ShopNotation.Read(typed, Quantity.Length);
        Assert.Null(read.Canonical);
        Assert.Contains(expected, read.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public void Sixteenths_and_thirty_seconds_round_trip_exactly() =>
        Gen.Int[0, 32 * 400].Sample(n =>
        {
            Length length = Length.FromInches(n / 32m);
            string written = ShopFormat.Write(length, Fineness.ThirtySecond);
            Assert.Equal(length.Millimetres, ShopNotation.Read(written, Quantity.Length).Canonical);
            if (n % 2 == 0)
            {
                Assert.Equal(written, ShopFormat.Write(length, Fineness.Sixteenth));
            }
        });

    [Fact]
    public void Thousandths_and_millimetres_round_trip_exactly() =>
        Gen.Int[-20_000, 20_000].Sample(n =>
        {
            Length thou = Length.FromThou(n), mm = new(n);
            Assert.Equal(
                thou.Millimetres,
                ShopNotation.Read(ShopFormat.Write(thou, Fineness.Thousandth), Quantity.Length).Canonical);
            Assert.Equal(
                mm.Millimetres,
                ShopNotation.Read(ShopFormat.Write(mm, Fineness.Millimetre), Quantity.Length).Canonical);
        });

    [Fact]
    public void Any_text_at_all_gets_either_a_figure_or_a_sentence() =>
        Gen.OneOf(Gen.String, Gen.String[Gen.Char["0123456789 /.,-\"'inmftlb½·"], 0, 20]).Sample(text =>
        {
            foreach (Quantity quantity in Enum.GetValues<Quantity>())
            {
                Understood read = ShopNotation.Read(text, quantity);
                Assert.True(read.Canonical is null != read.Problem is null);
            }
        });

    [Theory]
    [InlineData(4.25, Fineness.Sixteenth, "4 1/4 in")]
    [InlineData(0.5625, Fineness.Sixteenth, "9/16 in")]
    [InlineData(0.53, Fineness.ThirtySecond, "17/32 in")]
    [InlineData(0.999, Fineness.Sixteenth, "1 in")]
    [InlineData(-0.01, Fineness.Sixteenth, "0 in")]
    [InlineData(-1.5, Fineness.Sixteenth, "-1 1/2 in")]
    [InlineData(0.0034, Fineness.Thousandth, "0.003 in")]
    [InlineData(0.7, Fineness.Millimetre, "18 mm")]
    [InlineData(2.25, Fineness.HundredthMillimetre, "57.15 mm")]
    public void A_length_is_written_to_the_fineness_asked(double inches, Fineness fineness, string written) =>
        Assert.Equal(written, ShopFormat.Write(Length.FromInches((decimal)inches), fineness));

    [Fact]
    public void A_reading_is_read_back_in_both_systems() =>
        Assert.Equal(
            ("2.250 in", "57.15 mm"),
            ShopFormat.ReadBack(Quantity.Length, ShopNotation.Read("2 1/4", Quantity.Length).Canonical!.Value));
}
