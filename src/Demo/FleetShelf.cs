using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;

namespace SturdyTinker.Demo;

/// <summary>The seals of a generated fleet: a delivery of each a quarter, as many as were used in it.</summary>
internal static class FleetShelf
{
    internal static async Task FillAsync(ShopFile file, Guid person)
    {
        List<PartUsed> seals = await file.PartsUsed
            .AsNoTracking()
            .Where(p => p.Code != null && p.Code.StartsWith("SEAL-"))
            .ToListAsync();
        foreach (IGrouping<string, PartUsed> code in seals.GroupBy(p => p.Code!))
        {
            KeptPart kept = await file.KeepAsync(code.Key);
            foreach (IGrouping<int, PartUsed> quarter in code
                .GroupBy(p => FleetWear.Quarter(DateOnly.FromDateTime(p.At.DateTime)))
                .OrderBy(g => g.Key))
            {
                DateTimeOffset came = quarter.Min(p => p.At).AddHours(-1);
                file.Write(kept, new StockEntry
                {
                    Id = Guid.CreateVersion7(came),
                    Code = code.Key,
                    Move = StockMove.Receipt,
                    Change = quarter.Sum(p => p.Quantity),
                    At = came,
                    PersonId = person
                });
                await file.UseAsync(quarter.OrderBy(p => p.At), foreseen: true);
            }

            await file.SaveChangesAsync();
            file.ChangeTracker.Clear();
        }
    }
}
