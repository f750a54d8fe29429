using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>Work that recurs, as we made it.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">What falls due.</param>
/// <param name="Months">Months it lasts; null where time does not decide.</param>
/// <param name="Miles">Miles it lasts; null where distance does not decide.</param>
/// <param name="Source">Where that comes from.</param>
/// <param name="Legal">Whether law sets its last day: kept only where somebody says so, or once it was done.</param>
/// <param name="OnlyWhereAsked">Whether it is kept by an interval only where somebody asks for that.</param>
/// <param name="By">Who does it where nobody has chosen.</param>
/// <param name="OwnerMay">Whether an owner can do it.</param>
/// <param name="Recurs">False for a check that work leaves owing: it has no interval to choose.</param>
public sealed record RuleAnswer(
    string Code,
    string Name,
    int? Months,
    decimal? Miles,
    string Source,
    bool Legal,
    bool OnlyWhereAsked,
    Doer By,
    bool OwnerMay,
    bool Recurs);

/// <summary>A way of being used.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">How.</param>
/// <param name="Factor">What intervals are multiplied by, as we made it.</param>
/// <param name="Reason">Why.</param>
/// <param name="Source">Where that comes from.</param>
public sealed record UseAnswer(string Code, string Name, decimal Factor, string Reason, string Source);

/// <summary>What the shop has chosen about planning.</summary>
/// <param name="Hours">When it works.</param>
/// <param name="Costs">What planning reckons with.</param>
/// <param name="Intervals">How long work lasts, where that is the shop's own choice.</param>
/// <param name="Uses">What ways of being used come to, where that is the shop's own choice.</param>
/// <param name="Version">Counts up with every edit of the shop's choices.</param>
public sealed record ShopPlanning(
    OpenHours Hours,
    PlanCosts Costs,
    IReadOnlyDictionary<string, IntervalChoice> Intervals,
    IReadOnlyDictionary<string, UseFactor> Uses,
    int Version);

/// <summary>What the shop has chosen, with what can be chosen.</summary>
/// <param name="Chosen">What it has chosen.</param>
/// <param name="OurHours">When it works until it says so; source: from memory, made to be overwritten.</param>
/// <param name="OurCosts">What it reckons with until it says so; source as above.</param>
/// <param name="Rules">How long work lasts, as we made it.</param>
/// <param name="Ways">What ways of being used come to, as we made it.</param>
public sealed record ShopPlanningAnswer(
    ShopPlanning Chosen,
    OpenHours OurHours,
    PlanCosts OurCosts,
    IReadOnlyList<RuleAnswer> Rules,
    IReadOnlyList<UseAnswer> Ways);

/// <summary>What is chosen about planning a customer's trailers.</summary>
/// <param name="Busy">When none can be spared.</param>
/// <param name="Intervals">How long work lasts, where that is otherwise than the shop's.</param>
/// <param name="Calendar">Where their own calendar is read (iCalendar); empty for nowhere.</param>
/// <param name="Version">Counts up with every edit of the customer.</param>
public sealed record CustomerPlanning(
    IReadOnlyList<BusyTime> Busy,
    IReadOnlyDictionary<string, IntervalChoice> Intervals,
    string Calendar,
    int Version);

/// <summary>What a customer's own calendar said when it was read last.</summary>
/// <param name="TriedAt">When it was tried last; null for not yet.</param>
/// <param name="ReadAt">When it was read last; null where it never could be.</param>
/// <param name="Problem">Why it could not be read, in a sentence; empty where it could.</param>
/// <param name="Busy">When no trailer can be spared, by it.</param>
public sealed record CalendarRead(
    DateTimeOffset? TriedAt,
    DateTimeOffset? ReadAt,
    string Problem,
    IReadOnlyList<BusyTime> Busy);

/// <summary>What is chosen about planning one trailer.</summary>
/// <param name="Uses">How it is used.</param>
/// <param name="MeterNumber">The number on its hub odometer; may be empty.</param>
/// <param name="Intervals">How long work lasts, where that is its own.</param>
/// <param name="Version">Counts up with every edit of the trailer.</param>
public sealed record TrailerPlanning(
    IReadOnlyList<string> Uses,
    string MeterNumber,
    IReadOnlyDictionary<string, IntervalChoice> Intervals,
    int Version);

internal static class PlanningChoices
{
    internal static void MapPlanningChoices(this RouteGroupBuilder settings)
    {
        settings.MapGet("/planning", async (ShopFile file) => TypedResults.Ok(await ShopAsync(file))).Needs(Right.See);
        settings.MapPut("/planning", EditShopAsync).Needs(Right.Settings);
        settings.MapGet(
            "/customers/{id:guid}/planning",
            async (Guid id, ShopFile file) => TypedResults.Ok(Of(await CustomerAsync(file, id)))).Needs(Right.See);
        settings.MapPut("/customers/{id:guid}/planning", EditCustomerAsync).Needs(Right.Trailers);
        settings.MapGet("/customers/{id:guid}/calendar", CalendarAsync).Needs(Right.See);
        settings.MapGet(
            "/trailers/{id:guid}/planning",
            async (Guid id, ShopFile file) => TypedResults.Ok(Of(await TrailerAsync(file, id)))).Needs(Right.See);
        settings.MapPut("/trailers/{id:guid}/planning", EditTrailerAsync).Needs(Right.Trailers);
    }

    private static async Task<Customer> CustomerAsync(ShopFile file, Guid id) =>
        await file.Customers.FirstOrDefaultAsync(c => c.Id == id)
            ?? throw Refusal.NotFound("There is no such customer.");

    private static async Task<Trailer> TrailerAsync(ShopFile file, Guid id) =>
        await file.Trailers.FirstOrDefaultAsync(t => t.Id == id) ?? throw Refusal.NotFound("There is no such trailer.");

    private static CustomerPlanning Of(Customer customer) =>
        new(customer.Busy, customer.Intervals, customer.Calendar, customer.Version);

    private static TrailerPlanning Of(Trailer trailer) =>
        new(trailer.Uses, trailer.MeterNumber, trailer.Intervals, trailer.Version);

    private static async Task<ShopPlanningAnswer> ShopAsync(ShopFile file)
    {
        ShopSettings settings = await file.SettingsAsync();
        return new ShopPlanningAnswer(
            new ShopPlanning(settings.Hours, settings.Costs, settings.Intervals, settings.Uses, settings.Version),
            new OpenHours(),
            PlanCosts.Usual,
            [
                .. JobCatalogue.Of(settings.Practices).DueRules.Select(
                    r => RuleOf(r, r.Code == DueRules.Repack ? settings.Repack : null)),
                .. FollowUpRules.OwnersMay.Select(o => CheckOf(FollowUpRules.Find(o.Key)!, o.Value))
            ],
            [.. Use.All.Select(u => new UseAnswer(u.Code, u.Name, u.Factor, u.Reason, u.Source.Words))]);
    }

    private static RuleAnswer RuleOf(DueRule rule, Interval? shops) => new(
        rule.Code,
        rule.Name,
        shops?.Months ?? rule.Months,
        shops?.Distance?.Miles ?? rule.Miles,
        shops?.Source ?? rule.Source.Words,
        rule.Legal,
        rule.OnlyWhereAsked,
        rule.By,
        rule.OwnerMay,
        Recurs: true);

    private static RuleAnswer CheckOf(FollowUpRule rule, string name) => new(
        rule.Family,
        name,
        null,
        rule.AfterMiles,
        rule.Source.Words,
        Legal: false,
        OnlyWhereAsked: false,
        rule.By,
        OwnerMay: true,
        Recurs: false);

    private static async Task<Ok<ShopPlanningAnswer>> EditShopAsync(
        ShopPlanning edit,
        ShopFile file,
        Worker worker,
        NewDay statuses)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        if (settings.Version != edit.Version)
        {
            throw Refusal.Conflict(
                "Somebody else changed the shop's choices meanwhile. Both are shown; save again what you want.",
                "/version",
                (await ShopAsync(file)).Chosen);
        }

        Checks checks = new();
        checks.Places("/hours", edit.Hours.Bays, edit.Hours.People);
        checks.Add(
            "/hours/hours",
            edit.Hours.Hours.Count != 7
                || edit.Hours.Hours.Any(h => h is < 0 or > 24) ? "A day has 0 to 24 hours, for each of seven days."
                : edit.Hours.Hours.All(h => h == 0) ? "On some day somebody has to work."
                : null);
        checks.Add(
            "/hours/breakMinutes",
            edit.Hours.BreakMinutes is < 0 or > 180 ? "A break has 0 to 180 minutes." : null);
        checks.Add(
            "/hours/opensAt",
            edit.Hours.Hours.Count > 0
                && edit.Hours.OpensAt.ToTimeSpan().TotalMinutes
                    + (double)(edit.Hours.Hours.Max() * 60)
                    + edit.Hours.BreakMinutes > 24 * 60
                ? "A day’s work ends before midnight: it begins too late for its hours."
                : null);
        checks.Add("/hours/partsLeadDays", edit.Hours.PartsLeadDays is < 0 or > 90 ? "Parts take 0 to 90 days." : null);
        checks.Add(
            "/hours/holidays",
            edit.Hours.Holidays.Count > PlanChecks.MostDays ? $"At most {PlanChecks.MostDays} days." : null);
        await checks.AwayAsync("/hours/away", file, edit.Hours.Away);
        checks.Costs("/costs", edit.Costs.CallIn, edit.Costs.RatePerHour);
        checks.Add(
            "/costs/convoy",
            edit.Costs.Convoy < 0 || edit.Costs.Convoy > edit.Costs.CallIn
                ? "Coming together saves nothing to all of a call-in."
                : null);
        checks.Intervals("/intervals", await file.CatalogueAsync(), edit.Intervals);
        foreach ((string code, UseFactor factor) in edit.Uses)
        {
            checks.Add(
                $"/uses/{code}",
                Use.Find(code) is null ? "There is no such way of being used."
                    : factor.Factor is < 0.1m or > 4 ? "A factor lies between 0.1 and 4."
                    : factor.Reason.Trim().Length is 0 or > 200 ? "Say why, in at most 200 characters."
                    : null);
        }

        checks.Done();
        settings.Hours = edit.Hours with
        {
            Holidays = [.. edit.Hours.Holidays.Distinct().Order()],
            Away = [.. edit.Hours.Away.OrderBy(a => a.From)]
        };
        settings.Costs = edit.Costs;
        checks.Add(
            $"/intervals/{DueRules.Repack}",
            edit.Intervals.TryGetValue(DueRules.Repack, out IntervalChoice? repack)
                && repack != settings.Intervals.GetValueOrDefault(DueRules.Repack)
                ? "How long a repack lasts is the shop’s own choice: set it there."
                : null);
        checks.Done();
        settings.Intervals = edit.Intervals;
        settings.Uses = edit.Uses;
        settings.Version++;
        await file.SaveChangesAsync();
        await file.OutdateAllAsync();
        await transaction.CommitAsync();
        await statuses.CaughtUpAsync();
        return TypedResults.Ok(await ShopAsync(file));
    }

    private static async Task<Ok<CalendarRead>> CalendarAsync(Guid id, ShopFile file)
    {
        Customer customer = await CustomerAsync(file, id);
        CustomerCalendarRow? row = await file.CustomerCalendars
            .AsNoTracking()
            .FirstOrDefaultAsync(c => c.CustomerId == id && c.Address == customer.Calendar);
        return TypedResults.Ok(row is null || customer.Calendar.Length == 0
            ? new CalendarRead(null, null, "", [])
            : new CalendarRead(row.TriedAt, row.ReadAt, row.Problem, row.Busy));
    }

    private static async Task<Ok<CustomerPlanning>> EditCustomerAsync(
        Guid id,
        CustomerPlanning edit,
        ShopFile file,
        CalendarDesk desk,
        Worker worker,
        NewDay statuses)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Customer customer = await CustomerAsync(file, id);
        if (customer.Version != edit.Version)
        {
            throw Refusal.Stale("customer", Of(customer));
        }

        Checks checks = new();
        for (int i = 0; i < edit.Busy.Count; i++)
        {
            BusyTime time = edit.Busy[i];
            checks.Add(
                $"/busy/{i}/to",
                time.To < time.From ? "This ends before it begins."
                    : time.To.DayNumber - time.From.DayNumber > PlanChecks.MostDays
                        ? $"At most {PlanChecks.MostDays} days at once."
                    : time.Why.Length > 100 ? "At most 100 characters."
                    : null);
        }

        string calendar = edit.Calendar.Trim();
        checks.Add("/calendar", CalendarDesk.Refusal(calendar));
        checks.Add("/busy", edit.Busy.Count > 60 ? "At most 60 times." : null);
        checks.Intervals("/intervals", await file.CatalogueAsync(), edit.Intervals);
        checks.Done();
        customer.Busy = [.. edit.Busy.OrderBy(b => b.From)];
        customer.Intervals = edit.Intervals;
        customer.Calendar = calendar;
        customer.Version++;
        await file.SaveChangesAsync();
        await file.OutdateAsync(s => s.CustomerId == id);
        await transaction.CommitAsync();
        desk.Want();
        await statuses.CaughtUpAsync();
        return TypedResults.Ok(Of(customer));
    }

    private static async Task<Ok<TrailerPlanning>> EditTrailerAsync(
        Guid id,
        TrailerPlanning edit,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Trailer trailer = await TrailerAsync(file, id);
        if (trailer.Version != edit.Version)
        {
            throw Refusal.Stale("trailer", Of(trailer));
        }

        Checks checks = new();
        string number = checks.Text("/meterNumber", edit.MeterNumber, "The meter’s number", 40, required: false);
        checks.Add(
            "/meterNumber",
            number.Length > 0 && await file.Trailers.AnyAsync(t => t.MeterNumber == number && t.Id != id)
                ? "Another trailer has this meter."
                : null);
        checks.Add("/uses", edit.Uses.Any(u => Use.Find(u) is null) ? "There is no such way of being used." : null);
        checks.Intervals("/intervals", await file.CatalogueAsync(), edit.Intervals);
        checks.Done();
        (trailer.Uses, trailer.MeterNumber, trailer.Intervals) = ([.. edit.Uses.Distinct()], number, edit.Intervals);
        trailer.Version++;
        await file.SaveChangesAsync();
        await file.RefreshAsync(id, clock.Today);
        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(Of(trailer));
    }
}
