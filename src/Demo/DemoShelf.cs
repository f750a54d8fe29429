using System.Globalization;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>The demo shop's shelf: counted some months ago, used since, and one order on its way.</summary>
internal static class DemoShelf
{
    private const int DaysKept = 120;

    // Where things lie, how many come in a pack, and about how many are left.
    private static readonly (string Code, string Bin, decimal Pack, decimal Left)[] Kept =
    [
        ("SEAL-1719-2565", "A1", 2, 5), ("SEAL-2125-3376", "A2", 2, 3), ("SEAL-2250-3376", "A3", 2, 3),
        ("BRG-L68149", "B1", 1, 2), ("BRG-L44649", "B2", 1, 3), ("BRG-L44643", "B3", 1, 2), ("BRG-25580", "B4", 1, 1),
        ("BRG-LM67048", "B5", 1, 0), ("BRG-14125A", "B6", 1, 2),
        ("PIN-COTTER", "C1", 50, 31), ("CAP-PLUG", "C2", 2, 3), ("NUT-LOCK", "C3", 25, 14),
        ("GREASE-WB", "D1", 14, 61), ("FLUID-BRAKE", "D2", 32, 32),
        ("BOLT-WET", "E1", 6, 8), ("BUSH-BRONZE", "E2", 10, 9), ("LINK", "E3", 2, 3), ("UBOLT", "E4", 4, 4),
        ("EQUALIZER", "E5", 1, 1),
        ("MAGNET-1000", "F1", 2, 2), ("MAGNET-1200", "F2", 2, 1), ("JOINT-CRIMP", "G1", 50, 37),
    ];

    internal static async Task FillAsync(ShopFile file, List<Person> people, DateTimeOffset now)
    {
        DateOnly today = DateOnly.FromDateTime(now.DateTime);
        DateTimeOffset since = DemoShop.Morning(today.AddDays(-DaysKept));
        Dictionary<string, string> codes = Part.All.ToDictionary(p => p.Name, p => p.Code);
        List<PartUsed> all = await file.PartsUsed.ToListAsync();
        foreach (PartUsed part in all)
        {
            part.Code = codes.GetValueOrDefault(part.Name);
        }

        List<PartUsed> used = [.. all.Where(p => p.At > since).OrderBy(p => p.At)];
        foreach ((string code, string bin, decimal pack, decimal left) in Kept)
        {
            KeptPart kept = await file.KeepAsync(code);
            (kept.Bin, kept.Pack) = (bin, pack);
            decimal counted = used.Where(p => p.Code == code).Sum(p => p.Quantity) + left;
            file.Write(
                kept,
                new StockEntry
                {
                    Id = Guid.CreateVersion7(since),
                    Code = code,
                    Move = StockMove.Count,
                    Change = counted,
                    Counted = counted,
                    Note = "The shelf is kept from today.",
                    At = since,
                    PersonId = people[0].Id
                });
        }

        // Every sixth was asked for by something found in the work.
        int nth = 0;
        foreach (PartUsed part in used)
        {
            await file.UseAsync([part], foreseen: nth++ % 6 != 0);
        }

        OrderLine Line(string code, decimal quantity)
        {
            Part part = Part.All.First(p => p.Code == code);
            return new OrderLine(code, part.Name, quantity, part.Unit, part.Price, today.AddDays(2));
        }

        DateTimeOffset sent = now.AddDays(-3);
        file.PartOrders.Add(new PartOrder
        {
            Id = Guid.CreateVersion7(sent),
            Number = 1,
            Lines = [Line("BRG-LM67048", 4), Line("BRG-25580", 2), Line("MAGNET-1200", 2)],
            Way = OrderWay.Mail,
            At = sent,
            SentAt = sent,
            PersonId = people[0].Id
        });
        await file.SaveChangesAsync();
        file.ChangeTracker.Clear();
    }

    /// <summary>What the simulated supplier sells: every part we know, a little under our guess of its price.</summary>
    internal static IEnumerable<string> Sold()
    {
        Random random = new(114);
        foreach (Part part in Part.All.Where(p => p.Price is not null))
        {
            yield return string.Create(
                CultureInfo.InvariantCulture,
                $"{part.Code},{Math.Round(part.Price!.Value * 0.9m, 2)},{random.Next(1, 25)},{random.Next(3, 8)}");
        }
    }
}
