using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Gear;

public class WordsTests
{
    [Fact]
    public void A_gear_is_said_in_a_line()
    {
        Assert.Equal("tandem, 2 × 5,200 lb · electric 12 × 2 · hand-packed · double-eye springs", Gears.Tandem.Words);
        Assert.Equal(
            "single axle, 2,000 lb · no brakes · sealed hubs · torsion",
            (GearDefaults.For(1, 2_000) with
            {
                Lubrication = Lubrication.SealedHub,
                Suspension = SuspensionKind.Torsion
            }).Words);
        Assert.Equal(
            "triple axle, 3 × 3,500 lb · hydraulic disc 10 · oil bath · slipper springs",
            (GearDefaults.For(3, 3_500) with
            {
                Brake = BrakeKind.HydraulicDisc,
                BrakeSize = new BrakeSize(Length.FromInches(10), default),
                Lubrication = Lubrication.OilBath,
                Suspension = SuspensionKind.SlipperSprings
            }).Words);
    }

    [Theory]
    [InlineData(0, "0 min")]
    [InlineData(59.4, "59 min")]
    [InlineData(59.5, "1 h 00")]
    [InlineData(152, "2 h 32")]
    public void Minutes_are_said_as_people_say_them(double minutes, string words) =>
        Assert.Equal(words, Packet.InWords((decimal)minutes));

    [Fact]
    public void A_source_says_how_far_it_can_be_trusted()
    {
        Assert.Equal("published: 49 CFR 393.47", Source.Published("49 CFR 393.47").Words);
        Assert.Equal("common practice", Source.Practice.Words);
        Assert.Equal("from memory", Source.Memory.Words);
        Assert.Equal("this shop's own", Source.Shop.Words);
        Assert.Equal("axle maker", new Source(SourceKind.Maker).Words);
    }

    /// <summary>Usual sets by rating: from memory.</summary>
    [Theory]
    [InlineData(3_500, "L68149", "L44649", 1)]
    [InlineData(5_200, "25580", "LM67048", 2)]
    [InlineData(6_000, "25580", "LM67048", 2)]
    [InlineData(7_000, "25580", "14125A", 2)]
    public void A_rating_has_its_usual_set(int rating, string inner, string outer, int seals)
    {
        UsualSet set = UsualSet.For(rating)!;
        Assert.Equal((inner, outer, seals), (set.Inner, set.Outer, set.Seals.Length));
        Assert.All(set.Seals, s => Assert.Same(s, set.SealOn(s.Inside)));
    }

    [Fact]
    public void The_two_seals_of_one_rating_are_never_taken_for_each_other()
    {
        UsualSet set = UsualSet.For(5_200)!;
        decimal apart = set.Seals[1].Inside.Millimetres - set.Seals[0].Inside.Millimetres;
        Assert.True(apart > 2 * UsualSet.Closeness.Millimetres);
        Assert.Null(set.SealOn(Length.FromInches(2.1875m)));
        Assert.Null(UsualSet.For(4_321));
    }

    [Fact]
    public void A_practice_nobody_chose_or_nobody_knows_is_the_default()
    {
        Assert.Equal("slight-play", PracticeChoices.Defaults.For(PracticeQuestions.NutSetting).Code);
        PracticeChoices gone = PracticeChoices.Defaults.With(new Dictionary<string, string>
        {
            ["nut-setting"] = "a practice of long ago"
        });
        Assert.Equal("slight-play", gone.For(PracticeQuestions.NutSetting).Code);
        Assert.NotNull(PracticeChoices.Unknown(gone.Answers));
        Assert.NotNull(PracticeChoices.Unknown(new Dictionary<string, string> { ["tea"] = "milk first" }));
        Assert.Null(PracticeChoices.Unknown(Gears.NoPlay.Answers));
    }
}
