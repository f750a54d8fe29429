using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>
/// The years before the demo shop's own, as they were taken over from its card index: what was repacked, which seals
/// went in, and how the grease was found. Invented.
/// </summary>
internal static class DemoYears
{
    private const string Book = "card index";
    private const int From = 3_000, Until = 640;

    // Days between two repacks, and days that 37 in a hundred reach; the delivery that was no good came so long ago.
    private const int Between = 345, BetweenLaunched = 165, Lasts = 1_700, LastsLaunched = 430, BadAgo = 1_500;
    private const double Shape = 2.4, Bad = 0.14;

    // So long after a delivery what is used is of it.
    private const int DeliveryDays = 365;

    internal static async Task AddAsync(
        ShopFile file,
        IReadOnlyList<Person> people,
        IReadOnlyDictionary<string, Customer> customers,
        DateOnly today)
    {
        Random random = new(41);
        List<PartUsed> seals = [];
        foreach (DemoTrailer told in DemoTrailers.All.Where(t => t.Visits.Length > 0))
        {
            Trailer trailer = file.Trailers.Local.First(t => t.Tag == told.Tag);
            string? seal = UsualSet.For(trailer.Gear.RatingPounds)?.Seals.Select(s => s.Part).FirstOrDefault();
            if (trailer.Gear.Lubrication is Lubrication.OilBath or Lubrication.SealedHub || seal is null)
            {
                continue;
            }

            bool launched = told.Uses.Contains(Use.Launched);
            PracticeChoices practices = customers[told.Customer].Practices;
            List<Place> ends = [.. Places.WheelEndsOf(trailer.Gear)];
            int? last = null;
            for (int ago = From - random.Next(300); ago > Until;)
            {
                DateTimeOffset at = DemoShop.Morning(DemoShop.Weekday(today.AddDays(-ago)));

                // Now and then somebody tries it without play, as others swear by.
                PracticeChoices now = random.Next(25) == 0
                    ? practices.With(new Dictionary<string, string> { [PracticeQuestions.NutSetting.Code] = "no-play" })
                    : practices;
                Visit visit = Visited(file, trailer, at, ends, people[random.Next(people.Count)].Id, now);
                foreach (Place end in ends)
                {
                    double scale = (launched ? LastsLaunched : Lasts)
                        * (last is { } fitted && Delivery(fitted) == Delivery(BadAgo) ? Bad : 1);
                    bool gone = last is { } before
                        && scale * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / Shape) < before - ago;
                    file.Findings.Add(Found(visit, end.Code, gone ? "grease-milky" : "grease-black", at, now));
                    file.WorkDone.Add(new WorkDone
                    {
                        Id = Guid.CreateVersion7(at),
                        TrailerId = trailer.Id,
                        VisitId = visit.Id,
                        Job = "bearing-repack",
                        Place = end.Code,
                        On = DateOnly.FromDateTime(at.DateTime)
                    });
                    PartUsed part = new()
                    {
                        Id = Guid.CreateVersion7(at),
                        VisitId = visit.Id,
                        Place = end.Code,
                        Name = seal,
                        Code = Part.Named(seal)!.Code,
                        Quantity = 1,
                        Unit = "piece",
                        At = at,
                        PersonId = visit.OpenedBy
                    };
                    file.PartsUsed.Add(part);
                    seals.Add(part);
                }

                last = ago;
                ago -= (int)((launched ? BetweenLaunched : Between) * (0.7 + (0.6 * random.NextDouble())));
            }
        }

        await ShelfAsync(file, seals, people[0].Id, today);
        await file.SaveChangesAsync();
    }

    private static int Delivery(int ago) => (From - ago) / DeliveryDays;

    private static Visit Visited(
        ShopFile file,
        Trailer trailer,
        DateTimeOffset at,
        List<Place> ends,
        Guid by,
        PracticeChoices practices)
    {
        List<JobAt> jobs = [.. ends.Select(p => new JobAt("bearing-repack", p.Code))];
        Visit visit = new()
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = trailer.Id,
            OpenedAt = at,
            OpenedBy = by,
            ClosedAt = at.AddHours(3),
            ClosedBy = by,
            Gear = trailer.Gear,
            Practices = practices,
            Jobs = jobs,
            TakenOver = Book
        };
        file.Visits.Add(visit);
        file.Packets.Add(new VisitPacket { VisitId = visit.Id, Packet = new Packet([], []) });
        return visit;
    }

    private static Finding Found(Visit visit, string place, string rule, DateTimeOffset at, PracticeChoices practices)
    {
        ObservationRule row = Rulebook.Find(rule)!;
        return new Finding
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            Place = place,
            Subject = row.Subject,
            RuleCode = row.Code,
            Seen = row.Seen,
            Judgement = row.Judge(practices),
            Mended = row.Code == "grease-milky" ? "Packed anew, with a new seal" : null,
            At = at,
            PersonId = visit.OpenedBy
        };
    }

    // A box of each kind of seal once a year, as many as were used of it.
    private static async Task ShelfAsync(ShopFile file, List<PartUsed> seals, Guid person, DateOnly today)
    {
        int Ago(PartUsed part) => today.DayNumber - DateOnly.FromDateTime(part.At.DateTime).DayNumber;
        foreach (IGrouping<string, PartUsed> code in seals.GroupBy(p => p.Code!))
        {
            KeptPart kept = await file.KeepAsync(code.Key);
            foreach (IGrouping<int, PartUsed> delivery in code.GroupBy(p => Delivery(Ago(p))).OrderBy(g => g.Key))
            {
                DateTimeOffset came = delivery.Min(p => p.At).AddDays(-1);
                file.Write(kept, new StockEntry
                {
                    Id = Guid.CreateVersion7(came),
                    Code = code.Key,
                    Move = StockMove.Receipt,
                    Change = delivery.Sum(p => p.Quantity),
                    At = came,
                    PersonId = person
                });
                await file.UseAsync(delivery.OrderBy(p => p.At), foreseen: true);
            }
        }
    }
}
