using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Identification;
using Xunit;

namespace SturdyTinker.Core.Tests.Parts;

/// <summary>What is this? By the caliper, and by what is stamped.</summary>
public sealed class IdentificationTests
{
    private static readonly PartIdentification Ours = new(MeasuredPart.All);

    private static Taken Read(string dimension, decimal inches, decimal uncertain = 0.005m) =>
        new(dimension, Length.FromInches(inches), Length.FromInches(uncertain));

    /// <summary>
    /// The two seals of the 6,000 lb axle: the bore is the same, the journal tells. Common practice: measure the
    /// journal.
    /// </summary>
    [Fact]
    public void A_journal_of_two_and_a_quarter_tells_the_two_seals_apart_and_the_bore_alone_asks_for_it()
    {
        Identified bore = Ours.Ask(PartKind.Seal, [Read("outside", 3.376m)]);
        Assert.Equal(2, bore.Candidates.Count);
        Assert.All(bore.Candidates, c => Assert.Equal(0.5, c.Sure, 6));
        Assert.Equal("inside", bore.Next!.Dimension.Code);
        Assert.Equal(1, bore.Next.Tells, 6);
        Assert.Equal(
            "about 2.125 in for grease seal 2.125 × 3.376, about 2.250 in for grease seal 2.250 × 3.376",
            bore.Next.Between);

        Identified journal = Ours.Ask(PartKind.Seal, [Read("inside", 2.251m)]);
        Assert.Equal("grease seal 2.250 × 3.376", journal.Candidates.Single().Part.Name);
        Assert.Null(journal.Next);
    }

    [Fact]
    public void A_bore_that_four_bearings_share_asks_for_the_outside()
    {
        Identified found = Ours.Ask(PartKind.Bearing, [Read("inside", 1.25m)]);
        Assert.Equal(
            ["02475", "14125A", "15123", "LM67048"],
            found.Candidates.Select(c => c.Part.Stamp).Order(StringComparer.Ordinal));
        Assert.Equal("outside", found.Next!.Dimension.Code);
        Identified both = Ours.Ask(PartKind.Bearing, [Read("inside", 1.251m), Read("outside", 2.327m)]);
        Assert.Equal("LM67048", both.Candidates.Single().Part.Stamp);
        Assert.Equal(0.0254m, both.Candidates[0].Off["inside"].Millimetres);
    }

    [Fact]
    public void Nothing_within_the_uncertainty_says_so_and_names_what_comes_nearest()
    {
        Identified none = Ours.Ask(PartKind.Seal, [Read("inside", 2.19m)]);
        Assert.Empty(none.Candidates);
        Assert.Equal("grease seal 2.250 × 3.376", none.Nearest!.Name);
        Assert.Empty(Ours.Ask(PartKind.Cup, [Read("inside", 1)]).Candidates);
    }

    /// <summary>
    /// Random lists of parts, random readings: what is truly there is always among the candidates, and chances add up.
    /// </summary>
    [Fact]
    public void The_true_part_is_always_among_the_candidates()
    {
        Random random = new(11);
        for (int round = 0; round < 200; round++)
        {
            MeasuredPart[] parts = [.. Enumerable.Range(0, 1 + random.Next(60)).Select(i => new MeasuredPart(
                PartKind.Bearing,
                $"b{i:00}",
                "",
                PartKind.Bearing.Dimensions.ToDictionary(d => d.Code, _ => new Length(20 + random.Next(40))),
                Source.Memory))];
            PartIdentification identify = new(parts);
            MeasuredPart truth = parts[random.Next(parts.Length)];
            Taken[] readings = [.. PartKind.Bearing.Dimensions.OrderBy(_ => random.Next()).Take(1 + random.Next(3)).Select(d =>
            {
                decimal uncertain = 0.01m + ((decimal)random.NextDouble() * 2);
                return new Taken(
                    d.Code,
                    new Length(truth.Measures[d.Code].Millimetres
                        + (uncertain * (decimal)((random.NextDouble() * 2) - 1))),
                    new Length(uncertain));
            })];
            Identified found = identify.Ask(PartKind.Bearing, readings);
            Assert.Contains(found.Candidates, c => ReferenceEquals(c.Part, truth));
            Assert.Equal(1, found.Candidates.Sum(c => c.Sure), 9);
            Assert.Equal(
                parts.Count(p =>
                    readings.All(r =>
                        Math.Abs(
                            p.Measures[r.Dimension].Millimetres - r.Value.Millimetres) <= r.Uncertainty.Millimetres)),
                found.Candidates.Count);
            Assert.True(found.Next is null || readings.All(r => r.Dimension != found.Next.Dimension.Code));
        }
    }

    [Theory]
    [InlineData("LM 67O48", "LM67048", 0)]
    [InlineData("lm-67048", "LM67048", 0)]
    [InlineData("LM67?48", "LM67048", 0)]
    [InlineData("I4I25A", "14125A", 0)]
    [InlineData("2558O", "25580", 0)]
    [InlineData("2S58", "25580", 1)]
    [InlineData("L44649", "L44643", 1)]
    public void A_stamp_is_read_forgivingly(string typed, string stamp, int different) =>
        Assert.Contains(
            Stamp.Find(MeasuredPart.All, typed),
            f => f.Part.Stamp == stamp && f.Part.Kind == PartKind.Bearing && f.Different == different);

    [Theory]
    [InlineData("")]
    [InlineData("???")]
    [InlineData("XK9")]
    public void A_stamp_that_says_nothing_finds_nothing(string typed) =>
        Assert.Empty(Stamp.Find(MeasuredPart.All, typed));

    [Fact]
    public void Every_part_told_by_measure_has_its_kind_s_measures_and_is_found_by_them()
    {
        foreach (Part part in Part.All.Where(p => p.MeasuredAs is not null))
        {
            Assert.All(part.By, m => Assert.Contains(part.MeasuredAs!.Dimensions, d => d.Code == m.Key));
            Assert.All(
                part.MeasuredAs!.Dimensions,
                d => Assert.True(part.By.ContainsKey(d.Code), $"{part.Code} has no {d.Code}"));
            Identified found = Ours.Ask(
                part.MeasuredAs,
                [.. part.MeasuredAs.Dimensions.Select(d => new Taken(
                    d.Code,
                    part.By[d.Code],
                    d.Counted ? PartIdentification.CountUncertainty : Length.FromInches(0.005m)))]);
            Assert.Contains(found.Candidates, c => c.Part.Code == part.Code);
        }

        Assert.Equal(Part.All.Count, Part.All.Select(p => p.Code).Distinct(StringComparer.OrdinalIgnoreCase).Count());
        Assert.All(Part.All, p => Assert.InRange(p.Code.Length, 1, Part.LongestCode));
        Assert.All(PartKind.All, k => Assert.Contains(MeasuredPart.All, p => p.Kind == k));
    }

    [Fact]
    public void Springs_of_one_length_are_told_by_counting_their_leaves()
    {
        Identified found = Ours.Ask(PartKind.Spring, [Read("length", 25.25m), Read("width", 1.75m)]);
        Assert.Equal("leaves", found.Next!.Dimension.Code);
        Assert.StartsWith(
            "3 for leaf spring, double-eye, 1,000 lb, 4 for",
            found.Next.Between,
            StringComparison.Ordinal);
        Assert.Single(Ours.Ask(
            PartKind.Spring,
            [
                Read("length", 25.25m),
                new Taken("leaves", new Length(5), PartIdentification.CountUncertainty)
            ]).Candidates);
    }
}
