using CsCheck;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using Xunit;

namespace SturdyTinker.Core.Tests.Papers;

/// <summary>What stands on papers.</summary>
public sealed class PaperTests
{
    private static readonly Letterhead Head = new("Quay workshop", ["1 Quay", "555 0100"], "USD");
    private static readonly DateOnly Day = new(2026, 5, 4);

    /// <summary>
    /// The six things that 49 CFR 396.21(a) asks to be on the report, cited from memory: (1) who inspected, (2) the
    /// motor carrier, (3) the date, (4) the vehicle, (5) the components and how each came out, what does not meet the
    /// standard among them, (6) the certification; and how long it is kept, (b).
    /// </summary>
    [Theory]
    [InlineData(InspectionResult.Passed, true)]
    [InlineData(InspectionResult.Defective, false)]
    [InlineData(InspectionResult.NotLookedAt, false)]
    public void The_inspection_report_has_what_the_law_asks_for(InspectionResult brakes, bool passes)
    {
        Inspection inspection = new()
        {
            Qualification = "brake inspector, 6 years",
            At = new DateTimeOffset(2026, 5, 4, 9, 0, 0, TimeSpan.Zero),
            Lines = [.. PeriodicInspection.Items.Select(i => new InspectionLine(
                i.Number,
                i.Name,
                i.Number == 1 ? brakes : InspectionResult.Passed,
                2,
                2,
                i.Number == 1 && !passes ? ["lining worn to the rivets, brake, axle 1 left"] : []))]
        };
        string text = PdfTests.TextOf(InspectionPaper.Of(
            inspection,
            new Inspected(
                "Odd Varley",
                "Orchard cooperative",
                "RT-4, flatbed",
                "RT-4",
                "LAKE 7",
                "two axles",
                "12,400"),
            Head));
        string[] asked =
        [
            "Odd Varley", "brake inspector, 6 years", // (1), and 396.19
            "Orchard cooperative", // (2)
            "May 4, 2026", // (3)
            "RT-4, flatbed", "LAKE 7", // (4)
            .. PeriodicInspection.Items.Select(i => i.Name), // (5)
            InspectionPaper.Certified, // (6)
            "14 months, until July 4, 2027", // (b)
        ];
        Assert.All(asked, words => Assert.Contains(PdfTests.Bare(words), text, StringComparison.Ordinal));
        Assert.Equal(passes, text.Contains("looked at and passes", StringComparison.Ordinal)
            || text.Contains(PdfTests.Bare("looked at and passes"), StringComparison.Ordinal));
        Assert.Equal(!passes, text.Contains(PdfTests.Bare("does not pass"), StringComparison.Ordinal));
    }

    /// <summary>No step, figure, torque or caution of a packet is lost on its way to paper.</summary>
    [Theory]
    [InlineData("bearing-repack", "axle-1-left")]
    [InlineData("brake-assembly", "axle-2-right-brake")]
    [InlineData("periodic-inspection", "trailer")]
    public void The_packet_on_paper_has_every_step_and_a_box_for_every_figure(string job, string place)
    {
        Packet packet = Composer.Compose(
            Gears.Tandem,
            [new JobAt(job, place), new JobAt("bearing-repack", "axle-2-left")],
            PracticeChoices.Defaults);
        HashSet<string> done = [packet.Steps[0].Key];
        Paper paper = WorkPapers.WorkPacket("P-07: repack", "P-07", Day, packet, done, Head);
        string[][] rows = [.. paper.Blocks.SelectMany(b => b.Table?.Rows ?? []).Select(r => r.ToArray())];
        bool Told(Func<string, bool> so) => rows.Any(r => r.Any(so));
        Assert.Equal(packet.Steps.Count - 1, rows.Count(r => r[0] == PaperTable.Tick));
        Assert.Single(rows, r => r[0] == "done");
        Assert.Equal(
            packet.Steps.Where(s => !done.Contains(s.Key)).Sum(s => s.Readings.Count),
            rows.Count(r => r.Length == 3 && r[2] == PaperTable.Blank));
        string text = PdfTests.TextOf(paper);
        foreach (PacketStep step in packet.Steps)
        {
            Assert.True(Told(cell => cell.StartsWith(step.Title.TrimEnd('.'), StringComparison.Ordinal)));
            Assert.All(step.Cautions, c => Assert.True(Told(cell => cell.Contains(c, StringComparison.Ordinal))));
            if (step.Torque is { } torque)
            {
                Assert.Contains(PdfTests.Bare(torque.Words), text, StringComparison.Ordinal);
            }
        }

        Assert.Equal(
            packet.Steps.Count(s => WorkCard.WhyCritical(s) is not null),
            rows.Count(r => r.Any(cell => cell.Contains("CRITICAL", StringComparison.Ordinal))));
    }

    [Fact]
    public void The_picking_list_takes_what_the_packet_needs_each_once()
    {
        Packet packet = Composer.Compose(
            Gears.Tandem,
            [.. Places.WheelEndsOf(Gears.Tandem).Select(p => new JobAt("bearing-repack", p.Code))],
            PracticeChoices.Defaults);
        Picked[] picked = [.. packet.PartsToTake.Select((p, i) => new Picked(p, p.Name, i % 2 == 0 ? $"A{i}" : "", i))];
        Paper paper = WorkPapers.Picking("P-07", "P-07", Day, packet, picked, Head);
        IReadOnlyList<IReadOnlyList<string>> rows = paper.Blocks.First(b => b.Table is not null).Table!.Rows;
        Assert.Equal(packet.PartsToTake.Count, rows.Count);
        Assert.All(packet.PartsToTake, part => Assert.Single(rows, r =>
            r[2].StartsWith(part.Name, StringComparison.Ordinal)
            && r[3] == FormattableString.Invariant($"{part.Quantity:0.##} {part.Unit}")));
        Assert.All(picked.Where(p => p.OnHand < p.Part.Quantity), p => Assert.Contains(rows, r =>
            r[2].StartsWith(p.Name, StringComparison.Ordinal) && r[4].EndsWith("SHORT", StringComparison.Ordinal)));
    }

    /// <summary>Whatever was found is on the sheet's PDF with its verdict.</summary>
    [Fact]
    public void The_sheet_leaves_no_verdict_out() => Gen
        .Select(Gen.Enum<Verdict>(), Gen.Bool)
        .Array[1, 15]
        .Sample(
            found =>
            {
                HandOver sheet = new()
                {
                    Trailer = "P-07",
                    On = Day,
                    Found = [.. found.Select((f, i) => new FoundTold(
                        Guid.NewGuid(),
                        $"thing {i} end",
                        new Judgement(f.Item1, $"rule {i}", "", []),
                        f.Item2 ? "renewed" : null))],
                };
                string text = PdfTests.TextOf(HandOverPaper.Of(
                    sheet,
                    "P-07, cart",
                    "Somebody",
                    Head,
                    Array.Empty<Guid>().ToLookup(id => id),
                    ["Ines"],
                    "12,000 mi"));
                foreach (FoundTold one in sheet.Found)
                {
                    Verdict verdict = one.Judgement.Verdict;
                    string words = verdict == Verdict.Hold ? "Hold: do not tow" : $"{verdict}";
                    Assert.Contains(
                        PdfTests.Bare($"{one.What}. {words}: {one.Judgement.Rule}"),
                        text,
                        StringComparison.Ordinal);
                }
            },
            iter: 10);

    /// <summary>
    /// Every trailer stands on the report once, every Hold before all else, what is overdue by name; and what is summed
    /// up is the sum of what stands above it.
    /// </summary>
    [Fact]
    public void The_fleet_report_loses_no_trailer_and_adds_up() => Gen
        .Select(Gen.Int[0, 30], Gen.Int)
        .Sample(
            (count, seed) =>
            {
                Random random = new(seed);
                FleetTrailer[] trailers = [.. Enumerable.Range(0, count).Select(i => new FleetTrailer(
                    $"T-{i:000}",
                    i % 3 == 0 ? "" : "a cart of a rather long name",
                    random.Next(6),
                    random.Next(100_000) / 100m,
                    random.Next(100_000) / 100m,
                    random.Next(3) == 0 ? null : random.Next(20_000),
                    "Bearing repack",
                    random.Next(5) == 0 ? null : Day.AddDays(random.Next(-90, 400)),
                    random.Next(6) == 0 ? [$"cracked hanger {i}"] : [],
                    random.Next(2) == 0 ? null : Day.AddDays(-random.Next(600)),
                    random.Next(2) == 0))];
                FleetMonth[] ahead = [new(Day, 2, 90, 100.10m), new(Day, 1, 30, 50.05m)];
                Paper paper = FleetPaper.Of(
                    new Fleet("Cooperative", Day.AddYears(-1), Day, Day, trailers, [], ahead, 0, 0),
                    Head);
                IReadOnlyList<IReadOnlyList<string>> Rows(string heading) =>
                    paper.Blocks.SkipWhile(b => b.Heading != heading).Skip(1).FirstOrDefault()?.Table?.Rows ?? [];
                Assert.Equal(
                    trailers.Select(t => Trailer.FullNameOf(t.Tag, t.Name)),
                    Rows("Trailer by trailer").Select(r => r[0]));
                Assert.Equal(trailers.Count(t => t.NextDue < Day), Rows("Overdue").Count);
                Assert.Equal(
                    trailers.Select(t => t.NextDue < Day),
                    Rows("Trailer by trailer").Select(r => r[5].EndsWith("(overdue)", StringComparison.Ordinal)));
                Assert.Equal(
                    trailers.Count(t => t.Inspected is { } on ? on.AddYears(1) < Day : t.NeedsInspection),
                    Rows("Periodic inspections").Count(r => r[3] == "OUT OF DATE"));
                Assert.Equal(
                    trailers.SelectMany(t => t.Holds),
                    paper.Blocks.TakeWhile(b => b.Grave).Select(b => b.Words!.Split(": ")[1].TrimEnd('.')));
                if (count > 0)
                {
                    IReadOnlyList<string> sum = paper.Blocks.First(b => b.Table is not null).Table!.Foot[0];
                    Assert.Equal(Money.In(trailers.Sum(t => t.Labour + t.Parts), "USD"), sum[2]);
                    Assert.Equal($"{trailers.Sum(t => t.Visits)}", sum[1]);
                }

                Assert.Contains("$150.15", paper.Blocks.Last(b => b.Table is not null).Table!.Foot[0]);
            },
            iter: 60);

    [Fact]
    public void A_fleet_of_nothing_over_years_without_data_is_said_plainly()
    {
        Paper paper = FleetPaper.Of(new Fleet("Cooperative", Day.AddYears(-9), Day, Day, [], [], null, 0, 0), Head);
        string[] words = [.. paper.Blocks.Select(b => b.Words).OfType<string>()];
        Assert.StartsWith("0 trailers, 0 visits in this time, $0.00 in all", words[0], StringComparison.Ordinal);
        Assert.Contains(words, w => w.StartsWith("They are being planned", StringComparison.Ordinal));
        Assert.DoesNotContain(paper.Blocks, b => b.Table is not null);
    }

    [Theory]
    [InlineData(1240.5, "USD", "$1,240.50")]
    [InlineData(-3, "EUR", "−€3.00")]
    [InlineData(0.005, "CHF", "CHF 0.01")]
    public void Money_is_written_as_people_do(double amount, string currency, string words) =>
        Assert.Equal(words, Money.In((decimal)amount, currency));

    [Fact]
    public void A_range_of_one_figure_is_one_figure()
    {
        Assert.Equal("$180 to $240", Money.Range(new Spread(180, 200, 240), "USD"));
        Assert.Equal("$200", Money.Range(new Spread(199.6m, 200, 200.4m), "USD"));
    }
}
