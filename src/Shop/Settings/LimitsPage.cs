using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>A limit as the shop's page shows it.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">What it limits.</param>
/// <param name="Quantity">What kind of measure.</param>
/// <param name="Bound">On which side things are well.</param>
/// <param name="Beyond">What lies beyond it means.</param>
/// <param name="Ours">Our figure, in the shop's unit.</param>
/// <param name="OursFrom">Where our figure comes from.</param>
/// <param name="Published">Whether ours is published, so that loosening it takes a reason.</param>
/// <param name="InForce">The figure in force, in the shop's unit.</param>
/// <param name="InForceFrom">
/// Where that comes from, and who answers for it where it is looser than a published one.
/// </param>
/// <param name="Own">The shop's own, as typed; null where it has none.</param>
/// <param name="Looser">Whether the shop's own lets through what ours stops.</param>
/// <param name="By">Who set it; null where nobody has.</param>
/// <param name="At">When; null where nobody has.</param>
/// <param name="Reason">Why; empty where nobody said.</param>
/// <param name="Version">Counts up with every edit; 0 where the shop has none.</param>
public sealed record LimitAnswer(
    string Code,
    string Name,
    Quantity Quantity,
    Bound Bound,
    Verdict Beyond,
    string Ours,
    string OursFrom,
    bool Published,
    string InForce,
    string InForceFrom,
    string? Own,
    bool Looser,
    string? By,
    DateTimeOffset? At,
    string Reason,
    int Version);

/// <summary>A limit to set for this shop.</summary>
/// <param name="Typed">The figure in shop notation; blank to go back to ours.</param>
/// <param name="Reason">Why; needed where a published figure is loosened.</param>
/// <param name="Version">The version it was read with; 0 where the shop had none.</param>
public sealed record LimitEdit(string Typed, string Reason = "", int Version = 0);

internal static class LimitsPage
{
    private const int LongestReason = 300;

    internal static void MapLimits(this RouteGroupBuilder settings)
    {
        settings.MapGet("/limits", async (ShopFile file) => TypedResults.Ok(await AllAsync(file))).Needs(Right.See);
        settings.MapPut("/limits/{code}", PutAsync).Needs(Right.Limits).AsksSecret();
    }

    // Whoever lets more pass than so far signs for it.
    private static void AskWhereLooser(Limit limit, decimal value, ShopLimit? own, HttpContext context)
    {
        if (limit.IsLooser(value, own?.Value ?? limit.Value))
        {
            Confirmations.Ask(context);
        }
    }

    private static async Task<Ok<List<LimitAnswer>>> PutAsync(
        string code,
        LimitEdit edit,
        ShopFile file,
        Clock clock,
        Worker worker,
        NewDay statuses,
        HttpContext context)
    {
        Limit limit = Limits.Find(code) ?? throw Refusal.NotFound("There is no such limit.");
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopLimit? own = await file.ShopLimits.FindAsync(code);
        bool clear = string.IsNullOrWhiteSpace(edit.Typed);
        if ((own?.Version ?? 0) != edit.Version)
        {
            throw Refusal.Conflict(
                "Somebody else has set this limit meanwhile: look at it, then set it again.",
                "/version",
                await AllAsync(file));
        }

        if (clear)
        {
            if (own is not null)
            {
                AskWhereLooser(limit, limit.Value, own, context);
                file.ShopLimits.Remove(own);
            }
        }
        else
        {
            Checks checks = new();
            (decimal? value, string? problem) = limit.Read(edit.Typed);
            checks.Add("/typed", problem);
            string reason = checks.Text("/reason", edit.Reason, "The reason", LongestReason, required: false);
            checks.Add(
                "/reason",
                value is { } v && limit.IsPublished && limit.IsLooser(v) && reason.Length == 0
                    ? $"{limit.Write(v)} is looser than the published {limit.Write(limit.Value)} "
                        + $"({limit.Source.Cite}): say why. Your name stays with it."
                    : null);
            checks.Done();
            AskWhereLooser(limit, value!.Value, own, context);
            if (own is null)
            {
                file.ShopLimits.Add(new ShopLimit
                {
                    Code = code,
                    Value = value!.Value,
                    Typed = edit.Typed.Trim(),
                    By = worker.Name,
                    At = clock.Now,
                    Reason = reason
                });
            }
            else
            {
                (own.Value, own.Typed, own.By, own.At, own.Reason, own.Version) =
                    (value!.Value, edit.Typed.Trim(), worker.Name, clock.Now, reason, own.Version + 1);
            }
        }

        await file.SaveChangesAsync();

        // Where wear is followed to its limit, due dates move.
        await file.OutdateAllAsync();
        await transaction.CommitAsync();
        await statuses.CaughtUpAsync();
        return TypedResults.Ok(await AllAsync(file));
    }

    private static async Task<List<LimitAnswer>> AllAsync(ShopFile file)
    {
        Dictionary<string, ShopLimit> own = await file.ShopLimits.AsNoTracking().ToDictionaryAsync(l => l.Code);
        LimitsInForce limits = new(own.Values);
        return
        [
            .. from limit in Limits.All
               let set = own.GetValueOrDefault(limit.Code)
               select new LimitAnswer(
                   limit.Code,
                   limit.Name,
                   limit.Quantity,
                   limit.Bound,
                   limit.Beyond,
                   limit.Write(limit.Value),
                   limit.Source.Words,
                   limit.IsPublished,
                   limits.Write(limit),
                   limits.SourceOf(limit),
                   set?.Typed,
                   set is not null && limit.IsLooser(set.Value),
                   set?.By,
                   set?.At,
                   set?.Reason ?? "",
                   set?.Version ?? 0),
        ];
    }
}
