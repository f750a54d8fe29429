using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
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
public sealed record SumDone(IReadOnlyList<Result> Results, IReadOnlyList<WorkingLine> Working, IReadOnlyList<string> Cautions, IReadOnlyDictionary<string, double> Drawn);

/// <summary>The reckoner: the ready sums of the trade. Nothing is kept.</summary>
internal static class ReckonerEndpoints
{
    internal static void MapReckoner(this RouteGroupBuilder api)
    {
        RouteGroupBuilder reckoner = api.MapGroup("/reckoner").WithTags("Reckoner");
        reckoner.MapGet("/", () => TypedResults.Ok(Sum.All.Select(Asked).ToList()));
        reckoner.MapPost("/{code}", DoAsync);
        reckoner.MapGet("/{code}/from", FromAsync);
    }

    private static async Task<Ok<SumTyped>> FromAsync(string code, string tag, ShopFile file)
    {
        Sum sum = Sum.Find(code) ?? throw Refusal.NotFound($"There is no sum “{code}”.");
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => EF.Functions.Collate(t.Tag, "NOCASE") == tag.Trim())
            ?? throw Refusal.Field("/tag", $"No trailer here has the tag “{tag.Trim()}”.");
        return TypedResults.Ok(new SumTyped(sum.FromGear(trailer.Gear)));
    }

    private static SumAsked Asked(Sum sum) => new(sum.Code, sum.Name, sum.About, sum.Entries, sum.FromGear(GearDefaults.For(1, 3_500)).Count > 0);

    private static async Task<Ok<SumDone>> DoAsync(string code, SumTyped typed, ShopFile file)
    {
        Sum sum = Sum.Find(code) ?? throw Refusal.NotFound($"There is no sum “{code}”.");
        LimitsInForce limits = await file.LimitsAsync();
        Given given = Given.Read(sum, c => typed.Entries.GetValueOrDefault(c), limits, out IReadOnlyList<(string Entry, string Sentence)> problems);
        if (problems.Count > 0)
        {
            throw Refusal.Fields422([.. problems.Select(p => new FieldProblem($"/entries/{p.Entry}", p.Sentence))]);
        }

        Worked worked = sum.Work(given);
        return worked.Problem is { } problem
            ? throw Refusal.Field($"/entries/{worked.Against}", problem)
            : TypedResults.Ok(new SumDone(worked.Results, worked.Working, worked.Cautions, worked.Drawn));
    }
}
