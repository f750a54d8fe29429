using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>A meter reading or a trip as it stands.</summary>
public sealed record MeterAnswer(
    Guid Id,
    MeterEntryKind Kind,
    DateOnly On,
    string Typed,
    string Read,
    bool StartsNewMeter,
    string By);

/// <summary>A trailer's meter.</summary>
/// <param name="Entries">Readings and trips, newest first.</param>
/// <param name="PerDay">The usual day's distance in words; empty when nothing tells it.</param>
public sealed record MeterPage(IReadOnlyList<MeterAnswer> Entries, string PerDay);

internal static class Meter
{
    internal static void MapMeter(this RouteGroupBuilder yard)
    {
        yard.MapGet("/trailers/{id:guid}/meter", ReadAsync).Needs(Right.See);
        yard.MapPut("/trailers/{id:guid}/meter/{entryId:guid}", PutAsync).Needs(Right.Work);
        yard.MapDelete("/trailers/{id:guid}/meter/{entryId:guid}", TakeBackAsync).Needs(Right.Work);
    }

    private static async Task<Ok<MeterPage>> ReadAsync(Guid id, ShopFile file, Clock clock)
    {
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id)
            ?? throw Refusal.NotFound("There is no such trailer.");
        UsageLine usage = await file.UsageAsync(trailer, clock.Today);
        var entries = await (from entry in file.MeterEntries.AsNoTracking()
                             join person in file.People on entry.PersonId equals person.Id
                             where entry.TrailerId == id
                             orderby entry.On descending, entry.At descending
                             select new { entry, person.Name }).ToListAsync();
        return TypedResults.Ok(new MeterPage(
            [.. entries.Select(e => new MeterAnswer(
                e.entry.Id,
                e.entry.Kind,
                e.entry.On,
                e.entry.Typed,
                e.entry.Kind == MeterEntryKind.Immersion
                    ? $"{e.entry.Times} immersions"
                    : ShopFormat.Write(e.entry.Distance),
                e.entry.StartsNewMeter,
                e.Name))],
            usage.PerDay is { } day
                ? FormattableString.Invariant($"about {day.Miles * 7:0} miles in a usual week")
                : ""));
    }

    private static async Task<Ok<TrailerAnswer>> PutAsync(
        Guid id,
        Guid entryId,
        MeterDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (!await file.Trailers.AnyAsync(t => t.Id == id))
        {
            throw Refusal.NotFound("There is no such trailer.");
        }

        await MeterEntries.AddAsync(file, id, entryId, draft, clock, worker, "");
        return await FinishAsync(file, id, clock, transaction);
    }

    private static async Task<Ok<TrailerAnswer>> TakeBackAsync(
        Guid id,
        Guid entryId,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        await file.BuryAsync(entryId, "meter entry", clock.Now);
        if (await file.MeterEntries.FirstOrDefaultAsync(m => m.Id == entryId && m.TrailerId == id) is { } entry)
        {
            file.MeterEntries.Remove(entry);
        }

        return await FinishAsync(file, id, clock, transaction);
    }

    private static async Task<Ok<TrailerAnswer>> FinishAsync(
        ShopFile file,
        Guid id,
        Clock clock,
        Microsoft.EntityFrameworkCore.Storage.IDbContextTransaction transaction)
    {
        await file.SaveChangesAsync();
        await file.RefreshAsync(id, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        return TypedResults.Ok(await TrailerPage.AnswerAsync(file, id, clock.Today));
    }
}
