using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using Xunit;

namespace SturdyTinker.Core.Tests.Parts;

/// <summary>Does it go with? The pairs of the inch series are the industry's own numbers; how greases mix is from memory.</summary>
public sealed class GoesWithTests
{
    private static readonly Seal Seal = new(Length.FromInches(2.25m), Length.FromInches(3.376m));

    [Fact]
    public void Every_pair_we_know_fits_and_no_cone_fits_anothers_cup()
    {
        foreach (Bearing cone in Bearing.All)
        {
            foreach (Bearing cup in Bearing.All)
            {
                Assert.Equal(cone.Cup == cup.Cup ? Fit.Yes : Fit.No, GoesWith.ConeAndCup(cone.Cone, cup.Cup).Fit);
            }
        }

        Assert.Equal("Cone L44649 runs in cup L44610, not in L68111: that one takes L68149.", GoesWith.ConeAndCup(" l44649", "L68111 ").Why);
        Assert.Equal(Fit.FindOut, GoesWith.ConeAndCup("99999", "L44610").Fit);
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
        Assert.Equal(fit, GoesWith.SealAndSeat(Seal, In(journal), In(bore)).Fit);
    }

    [Fact]
    public void Greases_mix_the_same_either_way_round_and_one_always_with_itself()
    {
        foreach (Thickener a in GoesWith.Thickeners)
        {
            Assert.Equal(Fit.Yes, GoesWith.Greases(a.Code, a.Code).Fit);
            Assert.Equal(Fit.FindOut, GoesWith.Greases(null, a.Code).Fit);
            Assert.All(GoesWith.Thickeners, b => Assert.Equal(GoesWith.Greases(a.Code, b.Code).Fit, GoesWith.Greases(b.Code, a.Code).Fit));
        }

        Assert.Equal(Fit.Yes, GoesWith.Greases("lithium", "lithium-complex").Fit);
        Assert.Equal(Fit.No, GoesWith.Greases("lithium-complex", "polyurea").Fit);
        Assert.Equal(Fit.FindOut, GoesWith.Greases("lithium", "calcium-sulfonate").Fit);
        Assert.Equal(Fit.FindOut, GoesWith.Greases("butter", "lithium").Fit);
    }
}
