using CsCheck;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

public class JudgementTests
{
    private static readonly ReadingContext Slight = new(Gears.Tandem, PracticeChoices.Defaults);
    private static readonly ReadingContext None = new(Gears.Tandem, Gears.NoPlay);

    private static Verdict? Judge(ReadingKind kind, string typed, ReadingContext context) =>
        kind.Judge(ShopNotation.Read(typed, kind.Quantity).Canonical!.Value, context)?.Verdict;

    private static readonly ReadingContext Fine = new(
        Gears.Tandem with { NutRetention = Core.Gear.NutRetention.OnePieceNut },
        PracticeChoices.Defaults);

    /// <summary>A nut that only stops at slots: up to 0.010 in is well set, over 0.020 is not. From memory.</summary>
    [Theory]
    [InlineData("0", Verdict.Sound)]
    [InlineData(".003", Verdict.Sound)]
    [InlineData(".010", Verdict.Sound)]
    [InlineData(".0101", Verdict.Watch)]
    [InlineData(".020", Verdict.Watch)]
    [InlineData(".0201", Verdict.Renew)]
    public void End_play_of_a_slotted_nut_goes_by_its_slots(string typed, Verdict verdict)
    {
        foreach (Core.Gear.NutRetention nut in new[]
        {
            Core.Gear.NutRetention.CastleNut,
            Core.Gear.NutRetention.TangWasher,
            Core.Gear.NutRetention.RetainerClip
        })
        {
            Assert.Equal(
                verdict,
                Judge(
                    ReadingKinds.EndPlay,
                    typed,
                    new(Gears.Tandem with { NutRetention = nut }, PracticeChoices.Defaults)));
        }
    }

    /// <summary>
    /// TMC RP 618: 0.001 to 0.005 in for adjustable tapered wheel bearings (published; cited from memory).
    /// </summary>
    [Theory]
    [InlineData("0", Verdict.Renew)]
    [InlineData(".0009", Verdict.Renew)]
    [InlineData(".001", Verdict.Sound)]
    [InlineData("3 thou", Verdict.Sound)]
    [InlineData(".005", Verdict.Sound)]
    [InlineData(".0051", Verdict.Renew)]
    [InlineData("0.12 mm", Verdict.Sound)]
    [InlineData("0.13 mm", Verdict.Renew)]
    public void End_play_is_judged_by_the_band_of_TMC_RP_618(string typed, Verdict verdict)
    {
        Assert.Equal(verdict, Judge(ReadingKinds.EndPlay, typed, Fine));
        Assert.Contains("TMC RP 618", ReadingKinds.EndPlay.Judge(0.0762m, Fine)!.Source, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("0", Verdict.Sound)]
    [InlineData(".001", Verdict.Sound)]
    [InlineData(".003", Verdict.Watch)]
    [InlineData(".011", Verdict.Watch)]
    [InlineData(".021", Verdict.Renew)]
    public void The_practice_that_leaves_no_play_judges_otherwise(string typed, Verdict verdict) =>
        Assert.Equal(verdict, Judge(ReadingKinds.EndPlay, typed, None));

    /// <summary>
    /// Common practice: under 1/8 in at the rim is acceptable. Half an inch for a wobble: from memory.
    /// </summary>
    [Theory]
    [InlineData("0", Verdict.Sound)]
    [InlineData("3/32", Verdict.Sound)]
    [InlineData("1/8", Verdict.Renew)]
    [InlineData("1/2", Verdict.Hold)]
    public void Rim_rock_is_judged_at_an_eighth(string typed, Verdict verdict) =>
        Assert.Equal(verdict, Judge(ReadingKinds.RimRock, typed, Slight));

    [Theory]
    [InlineData("2 1/4", "2.250 × 3.376")]
    [InlineData("2.125", "2.125 × 3.376")]
    [InlineData("54 mm", "2.125 × 3.376")]
    public void A_seal_journal_tells_the_two_seals_apart(string typed, string seal) =>
        Assert.Contains(
            seal,
            ReadingKinds.SealJournal.Judge(ShopNotation.Read(typed, Quantity.Length).Canonical!.Value, Slight)!.Rule,
            StringComparison.Ordinal);

    [Theory]
    [InlineData("2")]
    [InlineData("2.19")]
    [InlineData("2.5")]
    public void A_journal_between_the_seals_is_watched(string typed) =>
        Assert.Equal(Verdict.Watch, Judge(ReadingKinds.SealJournal, typed, Slight));

    [Fact]
    public void A_rating_we_know_no_set_for_is_not_judged() =>
        Assert.Null(Judge(
            ReadingKinds.SealJournal,
            "2",
            new ReadingContext(Gears.Tandem with { RatingPounds = 9_990 }, PracticeChoices.Defaults)));

    /// <summary>Common practice: 90 to 100 lbf·ft on 1/2 in studs.</summary>
    [Theory]
    [InlineData("89", Verdict.Watch)]
    [InlineData("90", Verdict.Sound)]
    [InlineData("100", Verdict.Sound)]
    [InlineData("130 N·m", Verdict.Sound)]
    [InlineData("101", Verdict.Watch)]
    public void Lug_torque_is_judged_for_half_inch_studs(string typed, Verdict verdict) =>
        Assert.Equal(verdict, Judge(ReadingKinds.LugTorque, typed, Slight));

    [Fact]
    public void More_play_never_gets_a_milder_verdict() =>
        Gen.Select(Gen.Int[10, 2_000], Gen.Int[0, 2_000]).Sample((tenThou, more) =>
        {
            // From the lower end of the band upwards; below it play is too little, not too much.
            foreach (ReadingContext context in new[] { Slight, None })
            {
                foreach (ReadingKind kind in new[] { ReadingKinds.EndPlay, ReadingKinds.RimRock })
                {
                    Verdict? less = kind.Judge(Length.FromInches(tenThou / 10_000m).Millimetres, context)?.Verdict;
                    Verdict? wider = kind.Judge(
                        Length.FromInches((tenThou + more) / 10_000m).Millimetres,
                        context)?.Verdict;
                    Assert.True(wider >= less);
                }
            }
        });

    [Theory]
    [InlineData("end-play", "3", "3.000 in can't be end play: did you mean 3 thou?")]
    [InlineData("end-play", "-.003", "-0.003 in: end play can't be less than nothing.")]
    [InlineData("rim-rock", "14", "14.000 in can't be rim rock: did you mean 14 mm?")]
    [InlineData("rim-rock", "300", "300.000 in can't be rim rock: it lies between 0.000 in and 2.000 in.")]
    [InlineData("lining", "3", "3.000 in can't be lining at the shoe's centre: did you mean 3 mm?")]
    [InlineData("tyre-pressure", "450", "450 psi can't be tyre pressure, cold: did you mean 450 kPa?")]
    [InlineData("tread", "-1", "-1.000 in: tread at its lowest can't be less than nothing.")]
    [InlineData("lug-torque", "9000", "9000 lbf·ft can't be lug nuts, last stage: it lies between 10 lbf·ft and 660 "
        + "lbf·ft.")]
    public void An_absurd_figure_is_questioned(string kind, string typed, string sentence)
    {
        ReadingKind asked = ReadingKinds.Find(kind)!;
        Assert.Equal(sentence, asked.Unbelievable(ShopNotation.Read(typed, asked.Quantity)));
    }

    [Fact]
    public void Every_row_of_the_rulebook_explains_itself()
    {
        Assert.Equal(Rulebook.All.Count, Rulebook.All.Select(r => r.Code).Distinct().Count());
        Assert.All(Rulebook.All, r => Assert.True(r.Rule.Length > 10 && r.Source.Words.Length > 0));
        Assert.All(Rulebook.All.Where(r => r.Verdict > Verdict.Sound), r => Assert.NotEmpty(r.SetsOff));
        Assert.All(
            Enum.GetValues<Subject>(),
            s => Assert.Contains(Rulebook.All, r => r.Subject == s && r.Verdict == Verdict.Sound));
    }
}
