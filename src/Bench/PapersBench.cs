using System.Text.Json;
using PdfSharp.Pdf;
using PdfSharp.Pdf.IO;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Handovers;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;
using SturdyTinker.Papers;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// Setting papers as PDFs: a day's worth of hand-over sheets, and a fleet report of more than a hundred pages, against
/// a PDF of one empty page each.
/// </summary>
internal static class PapersBench
{
    private const int Sheets = 500, Trailers = 2_500, Rounds = 5;

    private static readonly Letterhead Head = new("Measured shop", ["1 Quay", "555 0100"], "USD");
    private static readonly DateOnly Day = new(2026, 5, 4);

    /// <summary>Runs the benchmark; 0 when it ran to its end.</summary>
    internal static int Run()
    {
        Paper sheet = Sheet(), fleet = FleetPaper.Of(Fleet(), Head);
        Paper empty = Head.Write("Empty", "nothing", Day, "x", []);
        Bytes(sheet);
        Bytes(empty);
        List<double> ratios = [], hundred = [];
        double sheets = 0;
        for (int round = 0; round < Rounds; round++)
        {
            double bare = Time(() => Many(empty, Sheets / Rounds));
            double set = Time(() => Many(sheet, Sheets / Rounds));
            sheets += set;
            ratios.Add(set / bare);
            hundred.Add(Time(() => Bytes(fleet)) / (bare / (Sheets / Rounds)));
        }

        long before = GC.GetTotalMemory(forceFullCollection: true);
        double seconds = Time(() => Bytes(fleet)) / 1_000;
        double megabytes = (GC.GetTotalMemory(forceFullCollection: false) - before) / 1e6;
        int pages = Pages(Bytes(fleet));
        Console.WriteLine(
            FormattableString.Invariant($"{Sheets} hand-over sheets of {Pages(Bytes(sheet))} pages in ")
                + FormattableString.Invariant($"{sheets / 1_000:0.0} s, ")
                + FormattableString.Invariant($"each {Median(ratios):0.0} times an empty page; ")
                + FormattableString.Invariant($"a fleet report of {pages} pages in {seconds:0.0} s, ")
                + FormattableString.Invariant($"{Median(hundred) / pages:0.0} times an empty page a page, ")
                + FormattableString.Invariant($"{megabytes:0} MB"));
        Console.WriteLine(JsonSerializer.Serialize(new
        {
            bench = "papers",
            sheets = Sheets,
            sheetsSeconds = Math.Round(sheets / 1_000, 1),
            sheetToEmpty = Math.Round(Median(ratios), 2),
            fleetPages = pages,
            fleetSeconds = Math.Round(seconds, 2),
            fleetPageToEmpty = Math.Round(Median(hundred) / pages, 2),
            megabytes = Math.Round(megabytes),
        }));
        return 0;
    }

    private static void Many(Paper paper, int count)
    {
        for (int i = 0; i < count; i++)
        {
            Bytes(paper);
        }
    }

    private static byte[] Bytes(Paper paper)
    {
        using MemoryStream to = new();
        PaperPdf.Write(paper, PaperSize.Letter, _ => null, to);
        return to.ToArray();
    }

    private static int Pages(byte[] pdf)
    {
        using MemoryStream from = new(pdf);
        using PdfDocument read = PdfReader.Open(from, PdfDocumentOpenMode.Import);
        return read.PageCount;
    }

    private static Paper Sheet()
    {
        Judgement Judged(Verdict verdict) => new(verdict, "Up to 0.010 in a slotted nut is well set.", "practice", []);
        return HandOverPaper.Of(
            new HandOver
            {
                Trailer = "P-07",
                On = Day,
                Done = "Bearing repack, all four; brake adjustment",
                Found = [.. Enumerable.Range(0, 8).Select(i => new FoundTold(
                    Guid.NewGuid(),
                    $"Lining, brake, axle {i}: cracked through to the rivets",
                    Judged((Verdict)(1 + (i % 3))),
                    i % 2 == 0 ? "renewed" : null))],
                Measured = [.. Enumerable.Range(0, 24).Select(i => new MeasuredTold(
                    $"End play, axle {i}",
                    "0.004 in",
                    Judged(Verdict.Sound)))],
                Used = [.. Enumerable.Range(0, 12).Select(i => $"{i} × grease seal 1.719 by 2.565")],
                Bill = new Estimate(
                    [.. Enumerable.Repeat(new EstimateLine(EstimateKind.Part, "Seal", "4 at 8.00", Spread.Of(32)), 10)],
                    Spread.Of(120),
                    96,
                    new PriceTerms(),
                    []),
                Yours = [new OwnersTask("x", "Torque the lug nuts again", Day.AddDays(9), "after 100 miles", false)],
                Next =
                [
                    new NextTold("Bearing repack, all wheel ends", Day.AddYears(1), "about every 12 months", false),
                ],
            },
            "P-07, reader's van",
            "County library",
            Head,
            Array.Empty<Guid>().ToLookup(id => id),
            ["Ines"],
            "12,000 mi");
    }

    private static Core.Papers.Fleet Fleet() => new(
        "Cooperative",
        Day.AddYears(-1),
        Day,
        Day,
        [.. Enumerable.Range(0, Trailers).Select(i => new FleetTrailer(
            $"T-{i:0000}",
            "Flatbed of the lower orchard",
            3,
            120.50m,
            80.25m,
            4_000 + i,
            "Bearing repack, all wheel ends",
            Day.AddDays((i % 400) - 40),
            i % 50 == 0 ? ["cracked hanger, axle 1 left"] : [],
            Day.AddDays(-i % 500),
            true))],
        [new SubsystemFound(Subsystem.Brakes, 40, 3)],
        [],
        0,
        0);
}
