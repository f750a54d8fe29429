using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

/// <summary>
/// What published rules keep off the road, held against the rulebook: 49 CFR 393.75 (tires), 393.205 (wheels) and
/// 393.207
/// (suspension systems). Their words are retold from memory; each row has to name the section it comes from.
/// </summary>
public sealed class PublishedRulesTests
{
    [Theory]
    // 393.75 (a): body ply or belt exposed; tread or sidewall separated; flat or leaking; cut to the ply or belt.
    [InlineData("49 CFR 393.75", Subject.Tyre, "cords")]
    [InlineData("49 CFR 393.75", Subject.Tyre, "cut")]
    [InlineData("49 CFR 393.75", Subject.Tyre, "bulged")]
    [InlineData("49 CFR 393.75", Subject.Tyre, "leaking")]
    // 393.205: (a) wheels and rims cracked or broken; (b) stud or bolt holes elongated; (c) nuts or bolts missing or
    // loose.
    [InlineData("49 CFR 393.205", Subject.Studs, "rim cracked")]
    [InlineData("49 CFR 393.205", Subject.Studs, "rim cracked, broken")]
    [InlineData("49 CFR 393.205", Subject.Studs, "holes worn")]
    [InlineData("49 CFR 393.205", Subject.Studs, "stud loose")]
    // 393.207: (a) axle positioning parts cracked, broken or missing; (d) leaves cracked, broken, missing or shifted.
    [InlineData("49 CFR 393.207", Subject.Spring, "cracked")]
    [InlineData("49 CFR 393.207", Subject.Spring, "broken")]
    [InlineData("49 CFR 393.207", Subject.Spring, "shifted")]
    [InlineData("49 CFR 393.207", Subject.Hanger, "cracked")]
    [InlineData("49 CFR 393.207", Subject.UBolt, "broken")]
    [InlineData("49 CFR 393.207", Subject.UBolt, "missing")]
    public void What_the_law_keeps_off_the_road_is_a_hold_that_names_it(string section, Subject subject, string seen)
    {
        ObservationRule row = Assert.Single(
            Rulebook.All,
            r => r.Subject == subject
                && r.Verdict == Verdict.Hold
                && r.Seen.Contains(seen, StringComparison.OrdinalIgnoreCase)
                && r.Source.Words.Contains(section, StringComparison.Ordinal));
        Assert.NotEmpty(row.SetsOff);
    }

    [Fact]
    public void No_figure_and_no_job_that_may_have_left_it_there_answers_a_cracked_wheel_or_a_broken_u_bolt()
    {
        ObservationRule wheel = Rulebook.Find("wheel-cracked")!, bolt = Rulebook.Find("u-bolt-broken")!;
        Assert.Empty(wheel.AnsweredBy);
        Assert.Equal(["u-bolts"], bolt.AnsweredBy);
        Assert.DoesNotContain(ReadingKinds.All, k => k.Answers.Contains(wheel.Code) || k.Answers.Contains(bolt.Code));
        Assert.Equal(["studs-sound"], Rulebook.All.Where(r => r.Answers.Contains(wheel.Code)).Select(r => r.Code));
        Assert.Equal(["u-bolt-sound"], Rulebook.All.Where(r => r.Answers.Contains(bolt.Code)).Select(r => r.Code));
    }

    [Fact]
    public void A_trailer_without_leaf_springs_is_asked_about_no_u_bolt()
    {
        RunningGear torsion = GearDefaults.For(2, 3_500) with { Suspension = SuspensionKind.Torsion };
        Assert.DoesNotContain(Round.Of(torsion), i => i.Subject is Subject.UBolt or Subject.Spring);
        Assert.Contains(Round.Of(torsion), i => i.Subject == Subject.Studs);
    }
}
