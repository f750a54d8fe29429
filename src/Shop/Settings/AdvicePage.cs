using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>An interval that the shop takes over from its own record.</summary>
/// <param name="Rule">Code of the rule.</param>
/// <param name="Use">Code of the use it is for; empty for all others.</param>
/// <param name="Months">Months it lasts, 1 to 60.</param>
/// <param name="Miles">Miles it lasts; null for what stands.</param>
/// <param name="Counted">Of how many lives it was read; null to forget it and go by the default.</param>
/// <param name="Version">The version of the shop's choices that it was decided on.</param>
public sealed record TakenAdvice(string Rule, string Use, int Months, decimal? Miles, int? Counted, int Version);

/// <summary>An interval that was taken over.</summary>
/// <param name="Use">Code of the use it is for; empty for all.</param>
/// <param name="Rule">Code of the rule.</param>
/// <param name="Months">Months it lasts.</param>
/// <param name="Miles">Miles it lasts; null where distance does not decide.</param>
/// <param name="Source">Where it comes from: "this shop, n = 41".</param>
public sealed record TakenInterval(string Use, string Rule, int Months, decimal? Miles, string Source);

/// <summary>What was taken over, with the version of the shop's choices.</summary>
/// <param name="ForUses">Intervals by use.</param>
/// <param name="ForAll">Those for trailers of no such use.</param>
/// <param name="Version">Counts up with every edit of the shop's choices.</param>
public sealed record AdviceTaken(
    IReadOnlyList<TakenInterval> ForUses,
    IReadOnlyList<TakenInterval> ForAll,
    int Version);

/// <summary>Takes over what the record advises.</summary>
internal static class AdvicePage
{
    private const int MostMonths = 60;

    internal static void MapAdvice(this RouteGroupBuilder settings)
    {
        settings.MapGet("/advice", async (ShopFile file) => TypedResults.Ok(Of(await file.SettingsToReadAsync())))
            .Needs(Right.See);
        settings.MapPut("/advice", TakeAsync).Needs(Right.Settings);
    }

    private static AdviceTaken Of(ShopSettings settings) => new(
        [.. settings.IntervalsByUse.SelectMany(u => u.Value
            .Where(r => r.Value.Counted is not null)
            .Select(r => Of(u.Key, r.Key, r.Value)))],
        [
            .. settings.RepackCounted is { } counted
                ? [Of("", DueRules.Repack, new IntervalChoice(
                    true,
                    settings.RepackMonths,
                    settings.RepackDistance.Miles)
                {
                    Counted = counted
                })]
                : Array.Empty<TakenInterval>(),
            .. settings.Intervals.Where(r => r.Value.Counted is not null).Select(r => Of("", r.Key, r.Value))
        ],
        settings.Version);

    private static TakenInterval Of(string use, string rule, IntervalChoice choice) => new(
        use,
        rule,
        choice.Months ?? Interval.MostMonths,
        choice.Miles,
        Upkeep.Whose(choice.Counted));

    private static async Task<Ok<AdviceTaken>> TakeAsync(
        TakenAdvice taken,
        ShopFile file,
        Worker worker,
        NewDay statuses)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        if (settings.Version != taken.Version)
        {
            throw Refusal.Conflict(
                "Somebody else changed the shop's choices meanwhile: look at the interval again.",
                "/version",
                Of(settings));
        }

        Checks checks = new();
        DueRule? rule = DueRules.Find(taken.Rule);
        checks.Add("/rule", rule is null ? "There is no such work." : rule.Legal ? "Law sets its last day." : null);
        checks.Add(
            "/use",
            taken.Use.Length > 0 && Use.Find(taken.Use) is null ? "There is no such way of being used." : null);
        Upkeep before = new()
        {
            Repack = settings.Repack,
            Shop = settings.Intervals,
            Factors = settings.Uses
        };
        bool repack = taken.Rule == DueRules.Repack && taken.Use.Length == 0;
        int most = repack ? 36 : MostMonths;
        checks.Add("/months", taken.Months < 1 || taken.Months > most ? $"It lasts 1 to {most} months." : null);
        checks.Add("/miles", taken.Miles is < 500 or > 50_000 ? "It lasts 500 to 50,000 miles." : null);
        checks.Add("/counted", taken.Counted is < 1 or > 10_000_000 ? "It is read out of one life or more." : null);
        checks.Done();
        if (repack)
        {
            Interval ours = Interval.BearingRepack;
            (settings.RepackMonths, settings.RepackCounted) =
                (taken.Counted is null ? ours.Months : taken.Months, taken.Counted);
            settings.RepackDistance = taken.Counted is null ? ours.Distance!.Value
                : taken.Miles is { } far ? Distance.FromMiles(far)
                : settings.RepackDistance;
        }
        else if (taken.Use.Length == 0)
        {
            settings.Intervals = With(settings.Intervals, taken);
        }
        else
        {
            Put(settings, taken.Use, taken);
        }

        KeepOthers(settings, rule!, before);

        settings.Version++;
        await file.SaveChangesAsync();
        await file.OutdateAllAsync();
        await transaction.CommitAsync();
        await statuses.CaughtUpAsync();
        return TypedResults.Ok(Of(settings));
    }

    // What is taken over for plain use says nothing of the other uses: theirs stay what they were, and are no longer so
    // many times as long as the plain one.
    private static void KeepOthers(ShopSettings settings, DueRule rule, Upkeep before)
    {
        bool plain = rule.Code == DueRules.Repack
            ? settings.RepackCounted is not null
            : settings.Intervals.GetValueOrDefault(rule.Code)?.Counted is not null;
        foreach (string use in Use.All.Select(u => u.Code))
        {
            IntervalChoice? stands = settings.IntervalsByUse.GetValueOrDefault(use)?.GetValueOrDefault(rule.Code);
            if (stands?.Counted is not null || (plain && stands is not null))
            {
                continue;
            }

            Interval? was = plain && rule.ByUse
                ? (before with { Uses = [use] }).For(rule, doneBefore: true)?.Interval
                : null;
            Dictionary<string, IReadOnlyDictionary<string, IntervalChoice>> uses = new(settings.IntervalsByUse);
            Dictionary<string, IntervalChoice> its = new(
                uses.GetValueOrDefault(use, new Dictionary<string, IntervalChoice>()));
            its.Remove(rule.Code);
            if (was is { ByTime: true })
            {
                its[rule.Code] = new IntervalChoice(true, was.Months, was.Distance?.Miles);
            }

            uses[use] = its;
            settings.IntervalsByUse = uses.Where(u => u.Value.Count > 0).ToDictionary(u => u.Key, u => u.Value);
        }
    }

    private static void Put(ShopSettings settings, string use, TakenAdvice taken)
    {
        Dictionary<string, IReadOnlyDictionary<string, IntervalChoice>> uses = new(settings.IntervalsByUse);
        uses[use] = With(uses.GetValueOrDefault(use, new Dictionary<string, IntervalChoice>()), taken);
        settings.IntervalsByUse = uses.Where(u => u.Value.Count > 0).ToDictionary(u => u.Key, u => u.Value);
    }

    private static Dictionary<string, IntervalChoice> With(
        IReadOnlyDictionary<string, IntervalChoice> before,
        TakenAdvice taken)
    {
        Dictionary<string, IntervalChoice> choices = new(before);
        if (taken.Counted is null)
        {
            choices.Remove(taken.Rule);
            return choices;
        }

        choices[taken.Rule] = new IntervalChoice(
            true,
            taken.Months,
            taken.Miles,
            before.GetValueOrDefault(taken.Rule)?.By)
        {
            Counted = taken.Counted
        };
        return choices;
    }
}
