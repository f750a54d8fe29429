using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Planning.WhatIf;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon.WhatIf;

/// <summary>
/// A copy of the plan to play with: supposed, looked at beside the plan in force, kept or thrown away.
/// </summary>
internal static class WhatIfEndpoints
{
    private const int MostPrices = 40, MostAway = 40, MostFleets = 10;

    internal static void MapWhatIf(this RouteGroupBuilder horizon)
    {
        RouteGroupBuilder whatIf = horizon.MapGroup("/what-if");
        whatIf.MapGet("/", ListAsync).Needs(Right.See);
        whatIf.MapGet("/{id:guid}", OneAsync).Needs(Right.See);
        whatIf.MapPut("/{id:guid}", PutAsync).Needs(Right.Plan);
        whatIf.MapDelete("/{id:guid}", ThrowAwayAsync).Needs(Right.Plan);
    }

    private static async Task<Ok<List<WhatIfAnswer>>> ListAsync(ShopFile file, Clock clock, WhatIfDesk desk)
    {
        List<WhatIfRow> rows = await file.WhatIfs.AsNoTracking().OrderByDescending(w => w.At).ToListAsync();
        return TypedResults.Ok(await AnswersAsync(file, clock, desk, rows));
    }

    private static async Task<Ok<WhatIfAnswer>> OneAsync(Guid id, ShopFile file, Clock clock, WhatIfDesk desk)
    {
        WhatIfRow row = await file.WhatIfs.AsNoTracking().FirstOrDefaultAsync(w => w.Id == id)
            ?? throw Refusal.NotFound("This is not supposed any more: somebody has thrown it away.");
        return TypedResults.Ok((await AnswersAsync(file, clock, desk, [row]))[0]);
    }

    private static async Task<Ok<WhatIfAnswer>> PutAsync(
        Guid id,
        WhatIfEdit edit,
        ShopFile file,
        Clock clock,
        WhatIfDesk desk,
        Worker worker)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        WhatIfRow? row = await file.WhatIfs.FirstOrDefaultAsync(w => w.Id == id);
        if (row is null && await file.IsBuriedAsync(id))
        {
            throw Refusal.Conflict("This was thrown away meanwhile. Suppose it anew if you still want it.");
        }

        string name = await CheckedAsync(file, edit, row is null);
        if (row is not null && row.Name == name && Same(row.Supposed, edit.Supposed))
        {
            // Sent again, or nothing changed.
            return TypedResults.Ok((await AnswersAsync(file, clock, desk, [row]))[0]);
        }

        if ((row?.Version ?? 0) != edit.Version)
        {
            throw Refusal.Stale(
                "supposition",
                row is null ? new { edit.Version } : (await AnswersAsync(file, clock, desk, [row]))[0]);
        }

        if (row is null)
        {
            file.WhatIfs.Add(row = new WhatIfRow { Id = id, Name = name, Supposed = edit.Supposed, Version = 0 });
        }

        (row.Name, row.Supposed, row.At, row.PersonId) = (name, edit.Supposed, clock.Now, worker.Id);
        row.Version++;
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        desk.Want();
        return TypedResults.Ok((await AnswersAsync(file, clock, desk, [row]))[0]);
    }

    private static async Task<NoContent> ThrowAwayAsync(Guid id, ShopFile file, Clock clock, Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.WhatIfs.FirstOrDefaultAsync(w => w.Id == id) is { } row)
        {
            file.WhatIfs.Remove(row);
        }

        await file.BuryAsync(id, "supposition", clock.Now);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.NoContent();
    }

    private static bool Same(Supposed one, Supposed other) =>
        JsonSerializer.Serialize(one) == JsonSerializer.Serialize(other);

    private static async Task<string> CheckedAsync(ShopFile file, WhatIfEdit edit, bool isNew)
    {
        Checks checks = new();
        string name = checks.Text("/name", edit.Name, "What it is called", WhatIfRow.LongestName);
        Supposed supposed = edit.Supposed;
        checks.Add(
            "/supposed",
            supposed.IsNothing() ? "Suppose something: as it stands this is the plan in force." : null);
        checks.Places("/supposed", supposed.Bays, supposed.People);
        checks.Costs("/supposed", supposed.CallIn, supposed.RatePerHour);
        await checks.AwayAsync("/supposed/away", file, supposed.Away);
        checks.Add("/supposed/away", supposed.Away.Count > MostAway ? $"At most {MostAway} times." : null);
        checks.Intervals("/supposed/intervals", await file.CatalogueAsync(), supposed.Intervals);
        checks.Add("/supposed/prices", supposed.Prices.Count > MostPrices ? $"At most {MostPrices} parts." : null);
        Dictionary<string, KnownPart> parts = await PartsKnown.ByCodeAsync(file);
        for (int i = 0; i < supposed.Prices.Count; i++)
        {
            checks.Add(
                $"/supposed/prices/{i}/part",
                parts.ContainsKey(supposed.Prices[i].Part) ? null : "There is no such part.");
            checks.Add(
                $"/supposed/prices/{i}/price",
                supposed.Prices[i].Price is < 0 or > 100_000 ? "A part costs 0 to 100,000." : null);
        }

        checks.Add(
            "/supposed/fleets",
            supposed.Fleets.Count > MostFleets ? $"At most {MostFleets} kinds of trailers."
                : supposed.Fleets.Sum(f => (long)Math.Max(0, f.Count)) > Supposed.MostTrailers
                    ? $"At most {Supposed.MostTrailers} trailers in all."
                : null);
        for (int i = 0; i < supposed.Fleets.Count; i++)
        {
            SupposedFleet fleet = supposed.Fleets[i];
            checks.Add(
                $"/supposed/fleets/{i}/count",
                fleet.Count is < 1 or > Supposed.MostTrailers ? $"1 to {Supposed.MostTrailers} trailers." : null);
            checks.Add(
                $"/supposed/fleets/{i}/like",
                await file.Trailers.AnyAsync(t => t.Id == fleet.Like) ? null : "Say which trailer they are like.");
        }

        checks.Done();
        if (isNew && await file.WhatIfs.CountAsync() >= WhatIfRow.Most)
        {
            throw Refusal.Conflict($"{WhatIfRow.Most} suppositions are kept already. Throw one away first.");
        }

        return name;
    }

    private static async Task<List<WhatIfAnswer>> AnswersAsync(
        ShopFile file,
        Clock clock,
        WhatIfDesk desk,
        IReadOnlyList<WhatIfRow> rows)
    {
        Guid[] ids = [.. rows.Select(r => r.Id)];
        Dictionary<Guid, WhatIfResultRow> results = await file.WhatIfResults
            .AsNoTracking()
            .Where(r => ids.Contains(r.WhatIfId))
            .ToDictionaryAsync(r => r.WhatIfId);
        Guid[] by = [.. rows.Select(r => r.PersonId)];
        Guid[] away = [.. rows.SelectMany(r => r.Supposed.Away.Select(a => a.PersonId))];
        Dictionary<Guid, string> people = await file.People
            .AsNoTracking()
            .Where(p => by.Contains(p.Id) || away.Contains(p.Id))
            .ToDictionaryAsync(p => p.Id, p => p.Name);
        Guid[] like = [.. rows.SelectMany(r => r.Supposed.Fleets.Select(f => f.Like))];
        Dictionary<Guid, string> tags = await file.Trailers
            .AsNoTracking()
            .Where(t => like.Contains(t.Id))
            .ToDictionaryAsync(t => t.Id, t => t.Tag);
        JobCatalogue catalogue = await file.CatalogueAsync();
        DateOnly today = clock.Today;
        return
        [
            .. rows.Select(row =>
            {
                WhatIfResult? result = WhatIfKeeping.Read(row, results.GetValueOrDefault(row.Id));
                return new WhatIfAnswer(
                    row.Id,
                    row.Name,
                    row.Supposed,
                    Lines(row.Supposed, catalogue, people, tags),
                    row.Supposed.Fleets
                        .Select(f => f.Like)
                        .Where(tags.ContainsKey)
                        .Distinct()
                        .ToDictionary(l => l, l => tags[l]),
                    people.GetValueOrDefault(row.PersonId, ""),
                    row.At,
                    row.Version,
                    result,
                    result?.AsOf == today ? null : desk.Of(row.Id));
            }),
        ];
    }

    private static List<string> Lines(
        Supposed supposed,
        JobCatalogue catalogue,
        Dictionary<Guid, string> people,
        Dictionary<Guid, string> tags)
    {
        static string Day(DateOnly day) => FormattableString.Invariant($"{day:MMMM d, yyyy}");
        static string Money(decimal of) => of.ToString("#,0.##", CultureInfo.InvariantCulture);
        IEnumerable<string?> lines =
        [
            supposed.Bays is { } bays ? bays == 1 ? "1 bay" : $"{bays} bays" : null,
            supposed.People is { } at ? at == 1 ? "1 person at work" : $"{at} people at work at once" : null,
            .. supposed.Away.Select(a =>
                $"{people.GetValueOrDefault(a.PersonId, "somebody")} away from {Day(a.From)} to {Day(a.To)}"),
            .. supposed.Intervals.Select(i => $"{catalogue.DueRule(i.Key)?.Name ?? i.Key}: {Lasts(i.Value)}"),
            supposed.CallIn is { } callIn ? $"a call-in costs {Money(callIn)}" : null,
            supposed.RatePerHour is { } rate ? $"an hour costs {Money(rate)}" : null,
            .. supposed.Prices.Select(p => $"{p.Part} costs {Money(p.Price)}"),
            .. supposed.Fleets.Select(f =>
                $"{f.Count} more like {tags.GetValueOrDefault(f.Like, "a trailer that is gone")}"),
        ];
        return [.. lines.OfType<string>()];
    }

    private static string Lasts(IntervalChoice choice)
    {
        if (!choice.Kept)
        {
            return "not kept";
        }

        List<string> parts = [];
        if (choice.Months is { } months)
        {
            parts.Add($"{months} {(months == 1 ? "month" : "months")}");
        }

        if (choice.Miles is { } miles)
        {
            parts.Add($"{miles.ToString("#,0", CultureInfo.InvariantCulture)} mi");
        }

        string lasts = parts.Count == 0 ? "as long as we made it" : string.Join(" or ", parts);
        return choice.By switch
        {
            Doer.Owner => $"{lasts}, by its owner",
            Doer.Shop => $"{lasts}, by the shop",
            _ => lasts
        };
    }
}
