using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Pricing;

/// <summary>What a packet is likely to come to.</summary>
public sealed class EstimateTests
{
    private static readonly RunningGear Gear = GearDefaults.For(2, 6_000);
    private static readonly Packet Packet = Composer.Compose(
        Gear,
        [.. Places.WheelEndsOf(Gear).Select(p => new JobAt("bearing-repack", p.Code))],
        PracticeChoices.Defaults);
    private static readonly PriceTerms Bare = new()
    {
        PartsMarkup = 0,
        Consumables = 0,
        Disposal = Waste.All.ToDictionary(w => w.Code, _ => 0m)
    };

    private static Estimate Of(
        PriceTerms terms,
        Func<string, decimal?>? prices = null,
        IReadOnlyDictionary<string, LearnedMinutes>? learned = null) =>
        Estimate.Of(Packet, learned ?? new Dictionary<string, LearnedMinutes>(), 96, terms, prices ?? (_ => 2));

    [Fact]
    public void The_likely_sum_is_minutes_by_rate_and_parts_by_price()
    {
        Estimate estimate = Of(Bare);
        decimal parts = Packet.PartsToTake.Sum(p => Math.Round(p.Quantity * 2, 2));
        Assert.Equal(Math.Round(Packet.Minutes * 96 / 60, 2) + parts, estimate.Total.Likely);
        Assert.Empty(estimate.Unpriced);
        Assert.Equal(Packet.Minutes, estimate.Minutes.Likely);
    }

    [Fact]
    public void Each_term_comes_on_top_and_says_how_it_was_reckoned()
    {
        PriceTerms terms = new()
        {
            PartsMarkup = 50,
            Consumables = 10,
            TaxOnLabour = 5,
            TaxOnParts = 8,
            Disposal = new Dictionary<string, decimal> { ["grease"] = 3.50m }
        };
        Estimate bare = Of(Bare), full = Of(terms);
        decimal Sum(Estimate of, EstimateKind kind) => of.Lines.Where(l => l.Kind == kind).Sum(l => l.Amount.Likely);
        decimal labour = Sum(bare, EstimateKind.Labour), parts = Sum(bare, EstimateKind.Part);
        Assert.Equal(labour, Sum(full, EstimateKind.Labour));
        Assert.Equal(parts * 1.5m, Sum(full, EstimateKind.Part));
        Assert.Equal(Math.Round(labour / 10, 2), Sum(full, EstimateKind.Consumables));
        Assert.Equal(3.50m, Sum(full, EstimateKind.Disposal));
        Assert.Equal(
            Math.Round(
                (labour * 0.05m)
                    + ((Sum(full, EstimateKind.Part) + Sum(full, EstimateKind.Consumables) + 3.50m) * 0.08m),
                2),
            Sum(full, EstimateKind.Tax));
        Assert.Contains("at 96.00 an hour", full.Lines[0].How, StringComparison.Ordinal);
        Assert.All(full.Lines, l => Assert.True(l.Amount.Low <= l.Amount.Likely && l.Amount.Likely <= l.Amount.High));
    }

    [Fact]
    public void Fewer_steps_are_surer_by_the_root_of_their_number_and_no_surer_than_the_day()
    {
        Estimate estimate = Of(Bare);
        decimal off = (estimate.Minutes.High - estimate.Minutes.Likely) / estimate.Minutes.Likely;
        Assert.InRange(off, 0.10m, 0.13m);
        Packet one = Composer.Compose(Gear, [new JobAt("bearing-repack", "axle-1-left")], PracticeChoices.Defaults);
        Estimate small = Estimate.Of(one, new Dictionary<string, LearnedMinutes>(), 96, Bare, _ => 2);
        Assert.True((small.Minutes.High - small.Minutes.Likely) / small.Minutes.Likely > off);
    }

    [Fact]
    public void What_the_shop_has_learned_narrows_or_widens_the_range()
    {
        Dictionary<string, LearnedMinutes> Learned(decimal low, decimal high) =>
            Packet.Steps.Select(s => PacketStep.FamilyOf(s.Key)).Distinct()
            .ToDictionary(
                f => f,
                f => Packet.Steps.First(s => PacketStep.FamilyOf(s.Key) == f).Minutes is var m
                    ? new LearnedMinutes(m, 9) { Low = Math.Max(0.1m, m * low), High = m * high }
                    : null!);
        Spread narrow = Of(
            Bare,
            learned: Learned(0.95m, 1.05m)).Minutes, wide = Of(Bare, learned: Learned(0.5m, 3)).Minutes;
        Assert.True(narrow.High < wide.High && narrow.Low > wide.Low);
        Assert.True(wide.High - wide.Likely > wide.Likely - wide.Low);
    }

    [Fact]
    public void Two_candidates_make_a_range_and_what_has_no_price_is_named()
    {
        Estimate estimate = Of(
            Bare,
            code => Core.Parts.Part.All.First(p => p.Code == code).Name is var name
                && name.Contains("2.125", StringComparison.Ordinal) ? 4
                : name.Contains("2.250", StringComparison.Ordinal) ? 9
                : null);
        EstimateLine seals = estimate.Lines.Single(l => l.Kind == EstimateKind.Part);
        Assert.Equal(new Spread(16, 16, 36), seals.Amount);
        Assert.Contains("cotter pin", estimate.Unpriced);
    }

    [Fact]
    public void What_really_happened_is_billed_by_the_same_terms()
    {
        Estimate estimate = Of(Bare with { Consumables = 10 });
        Estimate really = estimate.Really(120, [Used("grease seal 2.250 × 3.376", 4, 9), Used("rag of gold", 1, null)]);
        Assert.Equal((120m / 60 * 96 * 1.1m) + 36, really.Total.Likely);
        Assert.Equal(really.Total.Low, really.Total.High);
        Assert.Equal(["rag of gold"], really.Unpriced);
    }

    private static PartUsed Used(string name, decimal quantity, decimal? price) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            Place = "axle-1-left",
            Name = name,
            Quantity = quantity,
            Unit = "piece",
            Price = price
        };
}
