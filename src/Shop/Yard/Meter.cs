using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>A meter reading or a trip to write down.</summary>
/// <param name="Kind">What it says.</param>
/// <param name="On">The day it was read, or the trip's last day; in days to come a planned trip.</param>
/// <param name="Typed">The figure in shop notation, miles when nothing else is said.</param>
/// <param name="StartsNewMeter">Whether a new meter starts here.</param>
public sealed record MeterDraft(MeterEntryKind Kind, DateOnly On, string Typed, bool StartsNewMeter);

/// <summary>A meter reading or a trip as it stands.</summary>
public sealed record MeterAnswer(Guid Id, MeterEntryKind Kind, DateOnly On, string Typed, string Read, bool StartsNewMeter, string By);

/// <summary>A trailer's meter.</summary>
/// <param name="Entries">Readings and trips, newest first.</param>
/// <param name="PerDay">The usual day's distance in words; empty when nothing tells it.</param>
public sealed record MeterPage(IReadOnlyList<MeterAnswer> Entries, string PerDay);

internal static class Meter
{
    internal static void MapMeter(this RouteGroupBuilder yard)
    {
        yard.MapGet("/trailers/{id:guid}/meter", ReadAsync);
        yard.MapPut("/trailers/{id:guid}/meter/{entryId:guid}", PutAsync);
        yard.MapDelete("/trailers/{id:guid}/meter/{entryId:guid}", TakeBackAsync);
    }

    /// <summary>Checks an entry against the trailer's others and adds it to the change set; sent twice it is added once.</summary>
    internal static async Task AddAsync(ShopFile file, Guid trailerId, Guid entryId, MeterDraft draft, Clock clock, Worker worker, string at)
    {
        Checks.Id(entryId);
        if (!await file.MeterEntries.AnyAsync(m => m.Id == entryId) && !await file.IsBuriedAsync(entryId))
        {
            await WriteAsync(file, trailerId, entryId, draft, clock, worker, at);
        }
    }

    /// <summary>Checks an entry that is not there yet and adds it to the change set.</summary>
    internal static async Task WriteAsync(ShopFile file, Guid trailerId, Guid entryId, MeterDraft draft, Clock clock, Worker worker, string at)
    {
        Checks checks = new();
        bool wet = draft.Kind == MeterEntryKind.Immersion;
        int times = 0;
        checks.Add($"{at}/typed", wet && !int.TryParse(draft.Typed.Trim(), System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out times) ? "Immersions are a whole number." : null);
        Distance distance = wet ? Distance.Zero : new(checks.Figure($"{at}/typed", draft.Typed, Quantity.Distance));
        checks.Done();
        MeterEntry entry = new()
        {
            Id = entryId,
            TrailerId = trailerId,
            Kind = draft.Kind,
            On = draft.On,
            Typed = draft.Typed.Trim(),
            Distance = distance,
            Times = times,
            StartsNewMeter = draft.StartsNewMeter && !wet,
            At = clock.Now,
            PersonId = worker.Id,
        };
        checks.Add($"{at}/on", draft.On < clock.Today.AddYears(-40) || draft.On > clock.Today.AddYears(2) ? "Check the year of this day." : null);
        checks.Add($"{at}/typed", MeterChecks.Refusal(entry, await file.MeterEntries.AsNoTracking().Where(m => m.TrailerId == trailerId).ToListAsync(), clock.Today));
        checks.Done();
        file.MeterEntries.Add(entry);
    }

    private static async Task<Ok<MeterPage>> ReadAsync(Guid id, ShopFile file, Clock clock)
    {
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id) ?? throw Refusal.NotFound("There is no such trailer.");
        UsageLine usage = await file.UsageAsync(trailer, clock.Today);
        var entries = await (from entry in file.MeterEntries.AsNoTracking()
                             join person in file.People on entry.PersonId equals person.Id
                             where entry.TrailerId == id
                             orderby entry.On descending, entry.At descending
                             select new { entry, person.Name }).ToListAsync();
        return TypedResults.Ok(new MeterPage(
            [.. entries.Select(e => new MeterAnswer(e.entry.Id, e.entry.Kind, e.entry.On, e.entry.Typed, e.entry.Kind == MeterEntryKind.Immersion ? $"{e.entry.Times} immersions" : ShopFormat.Write(e.entry.Distance), e.entry.StartsNewMeter, e.Name))],
            usage.PerDay is { } day ? FormattableString.Invariant($"about {day.Miles * 7:0} miles in a usual week") : ""));
    }

    private static async Task<Ok<TrailerAnswer>> PutAsync(Guid id, Guid entryId, MeterDraft draft, ShopFile file, Clock clock, Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (!await file.Trailers.AnyAsync(t => t.Id == id))
        {
            throw Refusal.NotFound("There is no such trailer.");
        }

        await AddAsync(file, id, entryId, draft, clock, worker, "");
        return await FinishAsync(file, id, clock, transaction);
    }

    private static async Task<Ok<TrailerAnswer>> TakeBackAsync(Guid id, Guid entryId, ShopFile file, Clock clock, Worker worker)
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

    private static async Task<Ok<TrailerAnswer>> FinishAsync(ShopFile file, Guid id, Clock clock, Microsoft.EntityFrameworkCore.Storage.IDbContextTransaction transaction)
    {
        await file.SaveChangesAsync();
        await file.RefreshAsync(id, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        return TypedResults.Ok(await TrailerPage.AnswerAsync(file, id, clock.Today));
    }
}
