using System.Diagnostics;
using System.Text.Json;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using SturdyTinker.Store;

namespace SturdyTinker.Bench;

/// <summary>
/// Every question put to a shop's record, against one pass over it that asks nothing; and put to a made-up record of
/// 2,000 trailers and ten years.
/// </summary>
internal static class EvidenceBench
{
    private const int Trailers = 2_000, Years = 10;

    /// <summary>Runs the benchmark on a shop's folder, which is only read; 0 when it ran to its end.</summary>
    /// <param name="folder">The folder; null for the made-up record alone.</param>
    /// <param name="day">The day that is asked from.</param>
    /// <param name="told">Whether to print the cards.</param>
    internal static async Task<int> RunAsync(string? folder, DateOnly day, bool told)
    {
        (double pass, double asked, int count) = (0, 0, 0);
        if (folder is not null)
        {
            await using ShopFile file = ShopFileOpening.Read(Path.Combine(folder, ShopFileOpening.FileName));
            EvidenceTerms terms = await file.EvidenceTermsAsync(day, name => Part.Named(name)?.Price, default);
            long began = Stopwatch.GetTimestamp();
            await foreach (TrailerPast past in file.PastsAsync(day, terms.RatePerHour))
            {
                count += past.Looks.Count > 0 ? 1 : 0;
            }

            pass = Stopwatch.GetElapsedTime(began).TotalSeconds;
            EvidenceBook book = new(terms);
            began = Stopwatch.GetTimestamp();
            await foreach (TrailerPast past in file.PastsAsync(day, terms.RatePerHour))
            {
                book.Add(past);
            }

            EvidenceFound found = book.Conclude();
            asked = Stopwatch.GetElapsedTime(began).TotalSeconds;
            Console.WriteLine(FormattableString.Invariant(
                $"{book.Trailers:#,0} trailers on file, {count:#,0} looked at: {found.Cards.Count} cards in ")
                + FormattableString.Invariant($"{asked:0.0} s, ")
                + FormattableString.Invariant($"{asked / pass:0.00} times one pass over the record ({pass:0.0} s)"));
            if (told)
            {
                Tell(found);
            }
        }

        (double made, double concluded, int cards, int lives) = MadeUp(day);
        long peak = Process.GetCurrentProcess().PeakWorkingSet64 / 1_000_000;
        Console.WriteLine(FormattableString.Invariant(
            $"{Trailers:#,0} trailers and {Years} years made up, {lives:#,0} repacks: {cards} cards; taken in in ")
            + FormattableString.Invariant($"{made:0.0} s, every question in {concluded:0.0} s; {peak} MB at most"));
        Console.WriteLine(JsonSerializer.Serialize(new
        {
            bench = "evidence",
            askedToPass = pass > 0 ? Math.Round(asked / pass, 2) : (double?)null,
            questionsToTakingIn = Math.Round(concluded / made, 2),
            peakMegabytes = peak,
        }));
        return 0;
    }

    private static void Tell(EvidenceFound found)
    {
        foreach (EvidenceCard card in found.Cards)
        {
            Console.WriteLine();
            Console.WriteLine($"[{card.Code}] {card.Standing}: {card.Question}");
            Console.WriteLine($"  {card.Answer}");
            Console.WriteLine($"  {card.HowSure}");
            Console.WriteLine($"  {card.ToKnow} {card.Advice?.Hint}");
            foreach (string note in card.Notes)
            {
                Console.WriteLine($"  - {note}");
            }

            foreach (IReadOnlyList<string> row in card.Rows.Prepend(card.Head).Take(8))
            {
                Console.WriteLine($"    {string.Join(" | ", row)}");
            }
        }
    }

    // Tandems, a repack of each wheel end about once a year, with what was seen then.
    private static (double Made, double Concluded, int Cards, int Lives) MadeUp(DateOnly day)
    {
        Random random = new(5);
        RunningGear gear = GearDefaults.For(2, 3_500);
        string[] ends = [.. Places.WheelEndsOf(gear).Select(p => p.Code)];
        EvidenceBook book = new(new EvidenceTerms(
            day,
            "USD",
            96,
            name => Part.Named(name)?.Price,
            PracticeChoices.Defaults,
            new Upkeep(),
            id => id.ToString(),
            id => id.ToString(),
            id => id.ToString()));
        DateOnly first = day.AddYears(-Years);
        Guid[] deliveries = [.. Enumerable.Range(0, Years * 4).Select(_ => Guid.CreateVersion7())];
        int lives = 0;
        double made = 0;
        for (int t = 0; t < Trailers; t++)
        {
            string[] uses = (t % 10) switch { 1 or 6 => [Use.Launched], 3 => ["salt"], 5 => ["heavy"], _ => [] };
            double scale = uses.Length == 0 ? 1_300 : uses[0] == Use.Launched ? 450 : 850;
            List<PastLook> looks = [];
            List<PastJob> work = [];
            List<PastPart> parts = [];
            List<PastVisit> visits = [];
            Guid trailer = Guid.CreateVersion7();
            int since = 0;
            for (int at = 30 + random.Next(200); at < Years * 365; at += 200 + random.Next(300))
            {
                DateOnly on = first.AddDays(at);
                Guid visit = Guid.CreateVersion7();
                visits.Add(new PastVisit(visit, on, 300, random.Next(40) == 0, PracticeChoices.Defaults));
                foreach (string end in ends)
                {
                    bool gone = since > 0
                        && scale * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / 2.2) < at - since;
                    looks.Add(new PastLook(
                        visit,
                        end,
                        gone ? "grease-milky" : "grease-black",
                        Subject.Grease,
                        on,
                        gone ? Verdict.Renew : Verdict.Sound));
                    work.Add(new PastJob("bearing-repack", end, on, visit));
                    Guid delivery = deliveries[at * 4 / 366 % deliveries.Length];
                    parts.Add(new PastPart(visit, end, "SEAL-1719-2565", on, delivery));
                    lives++;
                }

                since = at;
            }

            long began = Stopwatch.GetTimestamp();
            book.Add(new TrailerPast(trailer, $"T-{t}", deliveries[t % 20], gear, uses, first, day)
            {
                Looks = looks,
                Work = work,
                Parts = parts,
                Visits = visits,
                MilesAt = at => 12d * (at.DayNumber - first.DayNumber),
                MilesLately = 13_000,
            });
            made += Stopwatch.GetElapsedTime(began).TotalSeconds;
        }

        long asked = Stopwatch.GetTimestamp();
        EvidenceFound found = book.Conclude();
        return (made, Stopwatch.GetElapsedTime(asked).TotalSeconds, found.Cards.Count, lives);
    }
}
