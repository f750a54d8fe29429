using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Compatibility;
using Xunit;

namespace SturdyTinker.Core.Tests.Parts;

/// <summary>
/// Does it go with? The pairs of the inch series are the industry's own numbers; how greases mix is from memory.
/// </summary>
public sealed class CompatibilityTests
{
    private static readonly Seal Seal = new(Length.FromInches(2.25m), Length.FromInches(3.376m));

    [Fact]
    public void Every_pair_we_know_fits_and_no_cone_fits_anothers_cup()
    {
        foreach (Bearing cone in Bearing.All)
        {
            foreach (Bearing cup in Bearing.All)
            {
                Assert.Equal(
                    cone.Cup == cup.Cup ? Fit.Yes : Fit.No,
                    CompatibilityRules.ConeAndCup(cone.Cone, cup.Cup).Fit);
            }
        }

        Assert.Equal(
            "Cone L44649 runs in cup L44610, not in L68111: that one takes L68149.",
            CompatibilityRules.ConeAndCup(" l44649", "L68111 ").Why);
        Assert.Equal(Fit.FindOut, CompatibilityRules.ConeAndCup("99999", "L44610").Fit);
    }

    [Theory]
    [InlineData(2.25, 3.376, Fit.Yes)]
    [InlineData(2.125, 3.376, Fit.No)]
    [InlineData(2.25, 3.40, Fit.No)]
    [InlineData(2.25, null, Fit.FindOut)]
    [InlineData(null, 3.376, Fit.FindOut)]
    public void A_seal_fits_its_journal_and_its_bore_or_says_what_to_measure(double? journal, double? bore, Fit fit)
    {
        static Length? In(double? inches) => inches is { } i ? Length.FromInches((decimal)i) : null;
        Assert.Equal(fit, CompatibilityRules.SealAndSeat(Seal, In(journal), In(bore)).Fit);
    }

    [Fact]
    public void Greases_mix_the_same_either_way_round_and_one_always_with_itself()
    {
        foreach (Thickener a in CompatibilityRules.Thickeners)
        {
            Assert.Equal(Fit.Yes, CompatibilityRules.Greases(a.Code, a.Code).Fit);
            Assert.Equal(Fit.FindOut, CompatibilityRules.Greases(null, a.Code).Fit);
            Assert.All(
                CompatibilityRules.Thickeners,
                b => Assert.Equal(
                    CompatibilityRules.Greases(a.Code, b.Code).Fit,
                    CompatibilityRules.Greases(b.Code, a.Code).Fit));
        }

        Assert.Equal(Fit.Yes, CompatibilityRules.Greases("lithium", "lithium-complex").Fit);
        Assert.Equal(Fit.No, CompatibilityRules.Greases("lithium-complex", "polyurea").Fit);
        Assert.Equal(Fit.FindOut, CompatibilityRules.Greases("lithium", "calcium-sulfonate").Fit);
        Assert.Equal(Fit.FindOut, CompatibilityRules.Greases("butter", "lithium").Fit);
    }

    /// <summary>
    /// Worked by hand: a stack of 4.25 in, a nut of 1.25 times a 1/2 in rod and 0.1 in beyond it ask for 4.975 in.
    /// </summary>
    [Theory]
    [InlineData(2.375, 1.75, 2.4375, 5.25, 4.25, Fit.Yes)]
    [InlineData(2.375, 1.75, 2.4375, 4.9, 4.25, Fit.No)]
    [InlineData(2.375, 1.75, 2.4375, 4.98, 4.25, Fit.Yes)]
    [InlineData(2.375, 1.75, 2.4375, 6.5, 4.25, Fit.FindOut)]
    [InlineData(2.375, 1.75, 2.4375, 5.25, null, Fit.FindOut)]
    [InlineData(3.0, 1.75, 2.4375, 5.25, 4.25, Fit.No)]
    [InlineData(1.75, 1.75, 2.4375, 5.25, 4.25, Fit.No)]
    [InlineData(2.375, 2.5, 2.4375, 5.25, 4.25, Fit.No)]
    public void A_U_bolt_goes_over_tube_and_spring_and_is_long_enough(
        double tube,
        double spring,
        double inside,
        double length,
        double? stack,
        Fit fit) =>
        Assert.Equal(
            fit,
            CompatibilityRules.UBolt(
                In(tube),
                stack is { } s ? In(s) : null,
                In(spring),
                In(inside),
                In(0.5),
                In(length)).Fit);

    [Theory]
    [InlineData(1.75, 1.8125, 0.5625, 0.5625, 0.5625, Fit.Yes)]
    [InlineData(1.75, null, 0.5625, 0.5625, 0.5625, Fit.FindOut)]
    [InlineData(1.75, 1.5, 0.5625, 0.5625, 0.5625, Fit.No)]
    [InlineData(1.75, 2.5, 0.5625, 0.5625, 0.5625, Fit.FindOut)]
    [InlineData(1.75, 1.8125, 0.5625, 0.5, 0.5, Fit.No)]
    [InlineData(1.75, 1.8125, 0.5, 0.5, 0.5625, Fit.No)]
    [InlineData(1.75, 1.8125, 0.64, 0.64, 0.5625, Fit.No)]
    public void An_equalizer_goes_into_its_hanger_and_one_bolt_fills_it_and_the_links(
        double width,
        double? hanger,
        double hole,
        double link,
        double bolt,
        Fit fit) =>
        Assert.Equal(
            fit,
            CompatibilityRules.Equalizer(In(width), hanger is { } h ? In(h) : null, In(hole), In(link), In(bolt)).Fit);

    [Theory]
    [InlineData(12, 5, 4.75, 4.75, Fit.Yes)]
    [InlineData(12, 5, 4.75, 5.0, Fit.No)]
    [InlineData(12, 5, null, null, Fit.FindOut)]
    [InlineData(12, 4, 4.75, 4.75, Fit.No)]
    [InlineData(12.25, 7, null, null, Fit.FindOut)]
    [InlineData(10, null, null, null, Fit.FindOut)]
    public void A_brake_plate_wants_as_many_holes_on_the_same_circle(
        double drum,
        int? holes,
        double? circle,
        double? plate,
        Fit fit) =>
        Assert.Equal(
            fit,
            CompatibilityRules.BrakePlate(
                In(drum),
                holes,
                circle is { } c ? In(c) : null,
                plate is { } p ? In(p) : null).Fit);

    private static Length In(double inches) => Length.FromInches((decimal)inches);

    /// <summary>
    /// NLGI classes by worked penetration, ASTM D217, in tenths of a millimetre: each is 30 wide with 15 to the next;
    /// NLGI 2 is 265 to 295 and 00 is 400 to 430.
    /// </summary>
    [Fact]
    public void Classes_of_stiffness_are_thirty_wide_and_fifteen_apart()
    {
        Assert.Equal("2", NlgiGrade.Of(280)!.Name);
        Assert.Equal("00", NlgiGrade.Of(400)!.Name);
        Assert.Null(NlgiGrade.Of(300));
        Assert.All(NlgiGrade.All, g => Assert.Equal(30, g.To - g.From));
        Assert.All(NlgiGrade.All.Zip(NlgiGrade.All.Skip(1)), p => Assert.Equal(15, p.First.From - p.Second.To));
        Assert.Equal((85, 475), (NlgiGrade.All[^1].From, NlgiGrade.All[0].To));
        Assert.All(
            Grease.All,
            g => Assert.Contains(
                Part.All,
                p => p.Code == g.Code && p.Measures.StartsWith(g.Words, StringComparison.Ordinal)));
    }

    /// <summary>ASTM D4950: GC is the category for wheel bearings, LB for chassis; GC-LB is both.</summary>
    [Theory]
    [InlineData("GC-LB", "2", false, GreaseUse.WheelBearing, Fit.Yes)]
    [InlineData("LB", "2", false, GreaseUse.WheelBearing, Fit.No)]
    [InlineData("GB", "2", false, GreaseUse.WheelBearing, Fit.No)]
    [InlineData("GC-LB", "00", false, GreaseUse.WheelBearing, Fit.No)]
    [InlineData("", "2", false, GreaseUse.WheelBearing, Fit.FindOut)]
    [InlineData("GC-LB", "2", false, GreaseUse.LaunchedBearing, Fit.FindOut)]
    [InlineData("GC-LB", "2", true, GreaseUse.LaunchedBearing, Fit.Yes)]
    [InlineData("LB", "1", false, GreaseUse.ChassisFitting, Fit.Yes)]
    [InlineData("GC", "2", false, GreaseUse.ChassisFitting, Fit.No)]
    [InlineData("LB", "4", false, GreaseUse.ChassisFitting, Fit.No)]
    [InlineData("", "2", false, GreaseUse.ChassisFitting, Fit.FindOut)]
    [InlineData("", "00", false, GreaseUse.SealedHub, Fit.FindOut)]
    [InlineData("GC-LB", "2", false, GreaseUse.SealedHub, Fit.No)]
    public void A_grease_goes_where_its_category_and_stiffness_say(
        string category,
        string grade,
        bool water,
        GreaseUse use,
        Fit fit) =>
        Assert.Equal(fit, CompatibilityRules.GreaseAndUse(category, grade, water, use).Fit);
}
