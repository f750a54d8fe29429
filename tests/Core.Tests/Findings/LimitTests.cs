using CsCheck;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Findings;

public class LimitTests
{
    private static readonly ReadingContext Ours = new(Gears.Tandem, PracticeChoices.Defaults);

    private static ShopLimit Set(Limit limit, decimal value, string reason = "") =>
        new() { Code = limit.Code, Value = value, Typed = "", By = "Odd Varley", Reason = reason };

    private static Verdict Judge(string kind, string typed, ReadingContext? context = null)
    {
        ReadingKind asked = ReadingKinds.Find(kind)!;
        return asked.Judge(ShopNotation.Read(typed, asked.Quantity).Canonical!.Value, context ?? Ours)!.Verdict;
    }

    /// <summary>
    /// 49 CFR 393.47 (1/16 in at the shoe's centre), 49 CFR 393.75 (2/32 in of tread); cited from memory. Where they
    /// are watched from is ours.
    /// </summary>
    [Theory]
    [InlineData("lining", "1/16", Verdict.Watch)]
    [InlineData("lining", "0.062", Verdict.Renew)]
    [InlineData("lining", "1.58 mm", Verdict.Renew)]
    [InlineData("lining", "1.6 mm", Verdict.Watch)]
    [InlineData("lining", "3/32", Verdict.Sound)]
    [InlineData("lining", "0", Verdict.Renew)]
    [InlineData("tread", "2/32", Verdict.Watch)]
    [InlineData("tread", "1/32", Verdict.Renew)]
    [InlineData("tread", "1/8", Verdict.Sound)]
    public void Linings_and_treads_are_judged_by_the_published_limits(string kind, string typed, Verdict verdict)
    {
        Assert.Equal(verdict, Judge(kind, typed));
        string source = ReadingKinds.Find(kind)!.Judge(0, Ours)!.Source;
        Assert.Equal(kind == "lining" ? "published: 49 CFR 393.47" : "published: 49 CFR 393.75", source);
    }

    /// <summary>49 CFR 571.116: DOT 3 fluid boils wet at 140 °C or above; cited from memory.</summary>
    [Theory]
    [InlineData("139 °C", Verdict.Renew)]
    [InlineData("140 °C", Verdict.Watch)]
    [InlineData("160 °C", Verdict.Sound)]
    public void Brake_fluid_is_judged_by_its_wet_boiling_point(string typed, Verdict verdict) =>
        Assert.Equal(verdict, Judge("fluid-boiling", typed));

    /// <summary>
    /// Figures from memory: 3.0 A and 3.2 ohm for a 12 in magnet, 2.5 A and 3.9 ohm for a 7 in one; 0.090 in over
    /// nominal for a drum.
    /// </summary>
    [Theory]
    [InlineData(5_200, "magnet-current", "3.0", Verdict.Sound)]
    [InlineData(5_200, "magnet-current", "2.4", Verdict.Renew)]
    [InlineData(5_200, "magnet-current", "3.6", Verdict.Renew)]
    [InlineData(5_200, "magnet-current", "0", Verdict.Renew)]
    [InlineData(5_200, "magnet-resistance", "3.2", Verdict.Sound)]
    [InlineData(5_200, "magnet-resistance", "2.6", Verdict.Renew)]
    [InlineData(5_200, "magnet-resistance", "900", Verdict.Renew)]
    [InlineData(2_800, "magnet-current", "2.5", Verdict.Sound)]
    [InlineData(2_800, "magnet-resistance", "3.9", Verdict.Sound)]
    [InlineData(5_200, "drum-diameter", "12.060", Verdict.Sound)]
    [InlineData(5_200, "drum-diameter", "12.090", Verdict.Watch)]
    [InlineData(5_200, "drum-diameter", "12.091", Verdict.Renew)]
    [InlineData(5_200, "drum-diameter", "10.030", Verdict.Watch)]
    public void Magnets_and_drums_are_judged_by_the_brakes_size(
        int rating,
        string kind,
        string typed,
        Verdict verdict) =>
        Assert.Equal(verdict, Judge(kind, typed, new(GearDefaults.For(2, rating), PracticeChoices.Defaults)));

    [Fact]
    public void A_brake_of_unknown_size_is_not_judged_by_one()
    {
        ReadingContext unknown = new(Gears.Tandem with { BrakeSize = null }, PracticeChoices.Defaults);
        Assert.All(
            ["magnet-current", "magnet-resistance", "drum-diameter"],
            code => Assert.Null(ReadingKinds.Find(code)!.Judge(3, unknown)));
    }

    [Fact]
    public void A_thinner_lining_or_tread_never_gets_a_milder_verdict() =>
        Gen.Select(Gen.Int[0, 800], Gen.Int[0, 800], AnyLimits).Sample((thou, less, limits) =>
        {
            ReadingContext context = Ours with { Limits = limits };
            foreach (string kind in new[] { "lining", "tread" })
            {
                Verdict thick = ReadingKinds.Find(kind)!.Judge(Length.FromThou(thou).Millimetres, context)!.Verdict;
                Verdict thin = ReadingKinds.Find(kind)!.Judge(
                    Length.FromThou(Math.Max(0, thou - less)).Millimetres,
                    context)!.Verdict;
                Assert.True(thin >= thick);
            }
        });

    /// <summary>
    /// Every kind of reading, every figure, any set of limits: one limit made tighter makes no verdict milder.
    /// </summary>
    [Fact]
    public void Tightening_a_limit_never_makes_a_verdict_milder() =>
        Gen.Select(
            Gen.Int[0, Limits.All.Count - 1],
            Gen.Double[0, 1],
            Gen.Double[0, 1],
            Gen.Double[0, 1]).Sample((which, a, b, where) =>
        {
            Limit limit = Limits.All[which];
            decimal At(double share) => limit.Lowest + ((limit.Highest - limit.Lowest) * (decimal)share);
            bool up = limit.Bound == Bound.AtLeast;
            (decimal loose, decimal tight) = (up
                ? Math.Min(At(a), At(b))
                : Math.Max(At(a), At(b)), up ? Math.Max(At(a), At(b)) : Math.Min(At(a), At(b)));
            ReadingContext looser = Ours with
            {
                Limits = new([Set(limit, loose)])
            }, tighter = Ours with { Limits = new([Set(limit, tight)]) };
            foreach (ReadingKind kind in ReadingKinds.All)
            {
                decimal figure = kind.Lowest + ((kind.Highest - kind.Lowest) * (decimal)(where * where * where));
                Assert.True(
                    kind.Judge(figure, tighter)?.Verdict >= kind.Judge(figure, looser)?.Verdict
                        || kind.Judge(figure, looser) is null,
                    $"{kind.Code} {figure} by {limit.Code} {loose} and {tight}");
            }
        }, iter: 1_000);

    [Fact]
    public void Tightening_a_limit_never_makes_a_comparison_milder() =>
        Gen.Select(Gen.Int[0, 400], Gen.Int[0, 400], Gen.Int[1, 300], Gen.Int[1, 300]).Sample((left, right, a, b) =>
        {
            Verdict Worst(int thou) => new Seeing
            {
                Context = Ours with
                {
                    Limits = new([
                        Set(Limits.HeightApart, Length.FromThou(thou * 10).Millimetres),
                        Set(Limits.LiningApart, Length.FromThou(thou).Millimetres)
                    ])
                },
            }
            .Measured("left", "ride-height-front", $"{16 + (left / 100m)}").Measured(
                "right",
                "ride-height-front",
                $"{16 + (right / 100m)}")
            .Measured("axle-1-left-brake", "lining", $"{0.1m + (left / 1000m)}").Measured(
                "axle-1-right-brake",
                "lining",
                $"{0.1m + (right / 1000m)}")
            .Together.Where(
                c => c.Kind == ConclusionKind.Comparison).Select(c => c.Judgement.Verdict).DefaultIfEmpty(Verdict.Sound).Max();
            Assert.True(Worst(Math.Min(a, b)) >= Worst(Math.Max(a, b)));
        });

    [Fact]
    public void Every_limit_has_a_source_and_lies_within_what_may_be_set()
    {
        Assert.Equal(Limits.All.Count, Limits.All.Select(l => l.Code).Distinct().Count());
        Assert.All(Limits.All, l =>
        {
            Assert.InRange(l.Value, l.Lowest, l.Highest);
            Assert.NotEmpty(l.Source.Words);
            Assert.True(l.Beyond > Verdict.Sound);
            Assert.Equal(
                (l.Value, null),
                l.Read(l.Write(l.Value).Replace("0.001 in", ".001", StringComparison.Ordinal)));
        });
    }

    [Fact]
    public void A_shops_own_limit_says_so_and_a_loosened_published_one_says_who_and_why()
    {
        Limit lining = Limits.LiningLeast;
        LimitsInForce tighter = new([Set(lining, 2)]), looser = new([Set(lining, 1, "soft bonded shoes")]);
        Assert.Equal("this shop's own, tighter than 1/16 in (published: 49 CFR 393.47)", tighter.SourceOf(lining));
        Assert.Equal(
            "this shop's own, looser than 1/16 in (published: 49 CFR 393.47): Odd Varley, soft bonded shoes",
            looser.SourceOf(lining));
        Assert.Equal(Verdict.Watch, Judge("lining", "1.2 mm", Ours with { Limits = looser }));
        Assert.Equal(Verdict.Renew, Judge("lining", "1.9 mm", Ours with { Limits = tighter }));
        Assert.Contains(
            "Odd Varley",
            ReadingKinds.Find("lining")!.Judge(0.5m, Ours with { Limits = looser })!.Source,
            StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("hub-apart", "15 °C", 27)]
    [InlineData("hub-apart", "30", 30)]
    [InlineData("hub-hottest", "100 °C", 212)]
    public void A_difference_of_temperatures_has_no_nought(string code, string typed, decimal fahrenheit) =>
        Assert.Equal((fahrenheit, null), Limits.Find(code)!.Read(typed));

    [Fact]
    public void A_limit_beyond_sense_is_refused_in_a_sentence() =>
        Assert.Equal("This limit lies between 0.000 in and 1/2 in.", Limits.LiningLeast.Read("3").Problem);

    private static Gen<LimitsInForce> AnyLimits { get; } =
        Gen.Double[0, 1].Array[Limits.All.Count].Select(shares => new LimitsInForce(Limits.All.Select((l, i) => Set(
            l,
            l.Lowest + ((l.Highest - l.Lowest) * (decimal)shares[i])))));
}
