using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>What may be chosen, or supposed, of what planning goes by.</summary>
internal static class PlanChecks
{
    /// <summary>Most days that are told at once: over two years.</summary>
    internal const int MostDays = 800;

    /// <summary>Bays and people at work at once; null is not looked at.</summary>
    internal static void Places(this Checks checks, string at, int? bays, int? people)
    {
        checks.Add($"{at}/bays", bays is < 1 or > 50 ? "A shop has 1 to 50 bays." : null);
        checks.Add($"{at}/people", people is < 1 or > 100 ? "1 to 100 people work at once." : null);
    }

    /// <summary>What calling in and an hour cost; null is not looked at.</summary>
    internal static void Costs(this Checks checks, string at, decimal? callIn, decimal? ratePerHour)
    {
        checks.Add($"{at}/callIn", callIn is < 0 or > 10_000 ? "Calling in costs 0 to 10,000." : null);
        checks.Add($"{at}/ratePerHour", ratePerHour is < 0 or > 1_000 ? "An hour costs 0 to 1,000." : null);
    }

    /// <summary>Who is away when.</summary>
    internal static async Task AwayAsync(this Checks checks, string at, ShopFile file, IReadOnlyList<DaysAway> away)
    {
        HashSet<Guid> people = away.Count == 0 ? []
            : [.. await file.People.Where(p => !p.IsProgram).Select(p => p.Id).ToListAsync()];
        checks.Add(at, away.Count > MostDays ? $"At most {MostDays} times." : null);
        for (int i = 0; i < away.Count; i++)
        {
            checks.Add($"{at}/{i}/personId", people.Contains(away[i].PersonId) ? null : "Say who is away.");
            checks.Add(
                $"{at}/{i}/to",
                away[i].To < away[i].From ? "This ends before it begins."
                    : away[i].To.DayNumber - away[i].From.DayNumber > MostDays ? $"At most {MostDays} days at once."
                    : null);
        }
    }

    /// <summary>How long work lasts and who does it, by the rule's code.</summary>
    internal static void Intervals(
        this Checks checks,
        string at,
        JobCatalogue catalogue,
        IReadOnlyDictionary<string, IntervalChoice> intervals)
    {
        foreach ((string code, IntervalChoice choice) in intervals)
        {
            DueRule? rule = catalogue.DueRule(code);
            bool check = FollowUpRules.OwnersMay.ContainsKey(code);
            checks.Add($"{at}/{code}", rule is null && !check ? "There is no such work."
                : check && choice is { Kept: false } or { Months: not null } or { Miles: not null }
                    ? "Work leaves this check owing: choose who does it, and no interval."
                : choice.By == Doer.Owner
                    && rule is { OwnerMay: false } ? "This is the shop’s work: an owner has no means to do it."
                : choice.Months is < 1 or > Interval.MostMonths ? $"Work lasts 1 to {Interval.MostMonths} months."
                : choice.Miles is { } miles
                    && (miles < 50 || miles > MeterChecks.MostOnAMeter.Miles) ? "Work lasts 50 miles or more."
                : null);
        }
    }
}
