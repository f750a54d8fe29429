using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Measures;
using Xunit;

namespace SturdyTinker.Core.Tests.Measures;

public class UnitTests
{
    /// <summary>Factors printed in NIST SP 811 (2008), appendix B; cited from memory.</summary>
    [Theory]
    [InlineData("in", 25.4)]
    [InlineData("ft", 304.8)]
    [InlineData("mi", 1609.344)]
    [InlineData("lbf·ft", 1.355818)]
    [InlineData("lbf·in", 0.1129848)]
    [InlineData("fl oz", 29.57353)]
    [InlineData("psi", 6.894757)]
    [InlineData("bar", 100)]
    [InlineData("lb", 0.4535924)]
    public void A_unit_is_worth_what_NIST_SP_811_prints(string symbol, double printed)
    {
        Unit unit = Unit.All.Single(u => u.Symbol == symbol);
        // The guide prints seven significant digits: agree to half of the last.
        double halfOfLast = printed * 0.5e-6;
        Assert.InRange((double)unit.InCanonical, printed - halfOfLast, printed + halfOfLast);
    }

    [Fact]
    public void A_pound_force_foot_is_the_exact_product_of_its_definitions() =>
        // 1 lbf = 0.453 592 37 kg × 9.806 65 m/s² and 1 ft = 0.3048 m, all exact (NIST SP 811).
        Assert.Equal(0.45359237m * 9.80665m * 0.3048m, Unit.PoundForceFoot.InCanonical);

    /// <summary>
    /// Torques of the trade's own figures, read and shown through the factor 1.355 817 948 that NIST SP 811 prints for
    /// lbf·ft.
    /// </summary>
    [Theory]
    [InlineData("95", 95 * 1.355817948)]
    [InlineData("200 lbf·ft", 200 * 1.355817948)]
    [InlineData("150 ft-lb", 150 * 1.355817948)]
    [InlineData("40 lbf ft", 40 * 1.355817948)]
    [InlineData("240 lbf·in", 20 * 1.355817948)]
    [InlineData("128 Nm", 128)]
    public void A_torque_is_read_in_either_unit_and_kept_in_newton_metres(string typed, double newtonMetres)
    {
        Understood read = ShopNotation.Read(typed, Quantity.Torque);
        Assert.Null(read.Problem);
        Assert.Equal(newtonMetres, (double)read.Canonical!.Value, newtonMetres * 1e-9);
    }

    /// <summary>
    /// Fixed points of t/°F = 1.8 t/°C + 32 (NIST SP 811, B.9): the two scales meet at −40, water freezes and boils.
    /// </summary>
    [Theory]
    [InlineData("-40 °C", -40)]
    [InlineData("0 C", 32)]
    [InlineData("37 °C", 98.6)]
    [InlineData("100 celsius", 212)]
    [InlineData("120", 120)]
    [InlineData("120 °F", 120)]
    public void A_temperature_is_read_in_either_scale(string typed, double fahrenheit)
    {
        Understood read = ShopNotation.Read(typed, Quantity.Temperature);
        Assert.Null(read.Problem);
        Assert.Equal((decimal)fahrenheit, read.Canonical);
        Assert.Equal(
            typed.Split(' ')[0],
            read.InItsUnit.ToString("0.#", System.Globalization.CultureInfo.InvariantCulture));
    }

    /// <summary>Width across flats by thread after ASME B18.2.2; the values are cited from memory.</summary>
    [Theory]
    [InlineData("3/8", "9/16 in")]
    [InlineData("7/16", "11/16 in")]
    [InlineData("1/2", "3/4 in")]
    [InlineData("9/16", "7/8 in")]
    [InlineData("5/8", "15/16 in")]
    [InlineData("3/4", "1 1/8 in")]
    public void A_hex_nut_has_the_width_across_flats_of_ASME_B18_2_2(string thread, string flats)
    {
        Length read = new(ShopNotation.Read(thread, Quantity.Length).Canonical!.Value);
        Assert.Equal(flats, ShopFormat.Write(HexNut.AcrossFlats(read)!.Value, Fineness.Sixteenth));
    }

    [Fact]
    public void A_thread_outside_the_table_has_no_nut() => Assert.Null(HexNut.AcrossFlats(Length.FromInches(0.55m)));

    /// <summary>
    /// What is written as on a tape is read back as exactly the same length, whatever it is: never rounded to a fraction.
    /// </summary>
    [Fact]
    public void A_length_as_on_a_tape_is_read_back_as_the_same_length()
    {
        for (int sixtyFourths = 1; sixtyFourths <= 64 * 3; sixtyFourths++)
        {
            Length length = Length.FromInches(sixtyFourths / 64m);
            string written = ShopFormat.AsOnTape(length);
            Assert.Equal(length.Millimetres, ShopNotation.Read(written, Quantity.Length).Canonical);
            Assert.Equal(sixtyFourths % 64 != 0, written.Contains('/'));
        }

        Assert.Equal("16 3/4 in", ShopFormat.AsOnTape(Length.FromInches(16.75m)));
        Assert.Equal("0.249 in", ShopFormat.AsOnTape(Length.FromInches(0.249m)));
        Assert.Equal("0.000 in", ShopFormat.AsOnTape(Length.FromInches(0)));
    }

    [Theory]
    [InlineData("ride-height-front", "16.75", "16 3/4 in")]
    [InlineData("ride-height-front", "425 mm", "16.732 in")]
    [InlineData("seal-journal", "2.250", "2.250 in")]
    [InlineData("seal-journal", "2 1/4", "2.250 in")]
    [InlineData("lining", "3/16", "3/16 in")]
    [InlineData("end-play", ".003", "0.003 in")]
    public void A_figure_is_told_as_it_was_read(string kind, string typed, string told) =>
        Assert.Equal(
            told,
            StandingObservations.Figure(new Reading
            {
                Kind = kind,
                Place = "axle-1-left",
                StepKey = "",
                Typed = typed,
                Quantity = Quantity.Length,
                Canonical = ShopNotation.Read(typed, Quantity.Length).Canonical!.Value
            }));
}
