using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Reckoner;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Reckoner;

/// <summary>A ready sum and what it asks for.</summary>
/// <param name="FromTrailers">Whether a trailer's running gear can fill some of it in.</param>
public sealed record SumAsked(string Code, string Name, string About, IReadOnlyList<Entry> Entries, bool FromTrailers);

/// <summary>What is typed for a sum.</summary>
/// <param name="Entries">As typed, by the entry's code; what is missing counts as empty.</param>
public sealed record SumTyped(IReadOnlyDictionary<string, string> Entries);

/// <summary>A sum done.</summary>
/// <param name="Results">What it came to, the most wanted first.</param>
/// <param name="Working">How, line by line.</param>
/// <param name="Cautions">What to mind.</param>
/// <param name="Drawn">Measures to draw it by; lengths in millimetres.</param>
public sealed record SumDone(
    IReadOnlyList<Result> Results,
    IReadOnlyList<WorkingLine> Working,
    IReadOnlyList<string> Cautions,
    IReadOnlyDictionary<string, double> Drawn);

/// <summary>The reckoner: the ready sums of the trade. Nothing is kept.</summary>
internal static class ReckonerEndpoints
{
    internal static void MapReckoner(this RouteGroupBuilder api)
    {
        RouteGroupBuilder reckoner = api.MapGroup("/reckoner").WithTags("Reckoner");
        reckoner.MapGet("/", () => TypedResults.Ok(Sum.All.Select(Asked).ToList())).Needs(Right.See);
        reckoner.MapPost("/{code}", DoAsync).Needs(Right.See);
        reckoner.MapGet("/{code}/from", FromAsync).Needs(Right.See);
    }

    private static async Task<Ok<SumTyped>> FromAsync(
        string code,
        string tag,
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        CancellationToken stop)
    {
        Sum sum = Sum.Find(code) ?? throw Refusal.NotFound($"There is no sum “{code}”.");
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(
            t => EF.Functions.Collate(t.Tag, "NOCASE") == tag.Trim(),
            stop)
            ?? throw Refusal.Field("/tag", $"No trailer here has the tag “{tag.Trim()}”.");
        return TypedResults.Ok(new SumTyped(sum == MergeVisits.Sum
            ? await FromPlanAsync(file, clock, plans, trailer, stop)
            : sum.FromGear(trailer.Gear)));
    }

    // The next two visits that planning has for the trailer, as the sum would be typed.
    private static async Task<IReadOnlyDictionary<string, string>> FromPlanAsync(
        ShopFile file,
        Clock clock,
        PlanBoard plans,
        Trailer trailer,
        CancellationToken stop)
    {
        Board board = await plans.NowAsync(clock, stop);
        int index = board.Find(trailer.Id);
        if (board.Plan.Plans[index].Visits is not [var first, var second, ..])
        {
            throw Refusal.Field("/tag", $"{trailer.Tag} has no two visits coming within the horizon.");
        }

        PracticeChoices practices = await file.PracticesAsync(trailer);
        Learned learned = await file.LearnedAsync(trailer.Id);
        decimal Minutes(params ProposedVisit[] visits) =>
            Composer.ComposeWhatCanBe(
                trailer.Gear,
                visits.SelectMany(v => v.Tasks).SelectMany(t => t.Due.JobsAt()),
                practices,
                learned).Minutes;

        decimal one = Minutes(first), two = Minutes(second);
        TrailerCase planned = board.Trailers[index].Case;
        string Parts(ProposedVisit visit) => Write(visit.Tasks.Sum(t => planned.PartsOf(t.Due)));
        static string Write(decimal figure) =>
            figure.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
        return new Dictionary<string, string>
        {
            ["first"] = Write(one),
            ["second"] = Write(two),
            ["shared"] = Write(one + two - Minutes(first, second)),
            ["firstparts"] = Parts(first),
            ["secondparts"] = Parts(second),
            ["rate"] = Write(board.Costs.RatePerHour),
            ["callin"] = Write(board.Costs.CallIn),
            ["early"] = Write((second.Week.DayNumber - first.Week.DayNumber) / 7),
            ["interval"] = Write(Math.Max(1, second.Tasks.Min(t => t.Due.Days) / 7)),
        };
    }

    private static SumAsked Asked(Sum sum) =>
        new(
            sum.Code,
            sum.Name,
            sum.About,
            sum.Entries,
            sum == MergeVisits.Sum || sum.FromGear(GearDefaults.For(1, 3_500)).Count > 0);

    private static async Task<Ok<SumDone>> DoAsync(string code, SumTyped typed, ShopFile file)
    {
        Sum sum = Sum.Find(code) ?? throw Refusal.NotFound($"There is no sum “{code}”.");
        Worked worked = sum.Work(TypedEntries.Read(sum, typed.Entries, await file.LimitsAsync()));
        return worked.Problem is { } problem
            ? throw Refusal.Field($"/entries/{worked.Against}", problem)
            : TypedResults.Ok(new SumDone(worked.Results, worked.Working, worked.Cautions, worked.Drawn));
    }
}
