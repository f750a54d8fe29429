using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Evidence.Questions;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Evidence;

/// <summary>How far asking the record is.</summary>
/// <param name="Done">Trailers that are read.</param>
/// <param name="Of">Of how many.</param>
public sealed record EvidenceProgress(int Done, int Of);

/// <summary>What the record says.</summary>
/// <param name="AsOf">The day it was asked for; null where it has not been asked yet.</param>
/// <param name="MadeAt">When; null likewise.</param>
/// <param name="Trailers">How many trailers were counted.</param>
/// <param name="Progress">How far asking it anew is; null while nobody does.</param>
/// <param name="Cards">A card a question.</param>
public sealed record EvidenceAnswer(
    DateOnly? AsOf,
    DateTimeOffset? MadeAt,
    int Trailers,
    EvidenceProgress? Progress,
    IReadOnlyList<EvidenceCard> Cards);

/// <summary>A part in a trailer that came by a delivery that goes early.</summary>
/// <param name="Place">Code of the place.</param>
/// <param name="PlaceSpoken">The place in words.</param>
/// <param name="Kind">Code of the kind of part.</param>
/// <param name="Words">What is said of it, in a sentence.</param>
public sealed record SuspectAnswer(string Place, string PlaceSpoken, string Kind, string Words);

/// <summary>What the record says of one trailer.</summary>
/// <param name="Cost">What it costs beside others like it; null where that is not known.</param>
/// <param name="Suspect">Parts in it that came by a delivery that goes early.</param>
/// <param name="Old">Parts in it that are older than most get, a sentence each.</param>
public sealed record TrailerEvidenceAnswer(
    CostBeside? Cost,
    IReadOnlyList<SuspectAnswer> Suspect,
    IReadOnlyList<string> Old);

/// <summary>A row of a card's table.</summary>
internal sealed class EvidenceCells
{
    [Name("question")]
    public string Question { get; init; } = "";

    [Name("row")]
    public string Row { get; init; } = "";

    [Name("column")]
    public string Column { get; init; } = "";

    [Name("value")]
    public string Value { get; init; } = "";
}

/// <summary>The evidence page: what the shop's own years say.</summary>
internal static class EvidencePage
{
    internal static void MapEvidence(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/evidence",
            async (ShopFile file, EvidenceDesk desk, CancellationToken stop) =>
                TypedResults.Ok(await AnswerAsync(file, desk, calibration: false, stop))).Needs(Right.See);
        ledger.MapGet(
            "/calibration",
            async (ShopFile file, EvidenceDesk desk, CancellationToken stop) =>
                TypedResults.Ok(await AnswerAsync(file, desk, calibration: true, stop))).Needs(Right.Calibrate);
        ledger.MapPost(
            "/evidence/anew",
            (EvidenceDesk desk) =>
            {
                desk.Want();
                return TypedResults.Accepted((string?)null);
            }).Needs(Right.See);
        ledger.MapGet("/evidence/trailers/{id:guid}", TrailerAsync).Needs(Right.See);
        ledger.MapGet(
            "/evidence/advice",
            async (ShopFile file, CancellationToken stop) => TypedResults.Ok<IReadOnlyList<AdvisedInterval>>(
                [.. (await CardsAsync(file, [EvidenceTopic.Interval], stop))
                    .Select(c => c.Advice)
                    .OfType<AdvisedInterval>()])).Needs(Right.See);
        ledger.MapGet("/tables/evidence.csv", TableAsync).Needs(Right.Export).Produces<string>(200, "text/csv");
    }

    private static async Task<EvidenceAnswer> AnswerAsync(
        ShopFile file,
        EvidenceDesk desk,
        bool calibration,
        CancellationToken stop)
    {
        EvidenceHead? head = await HeadAsync(file, stop);
        EvidenceTopic[] topics = [.. Enum.GetValues<EvidenceTopic>().Where(
            t => (t == EvidenceTopic.Calibration) == calibration)];
        List<EvidenceCard> cards = head is null ? [] : await CardsAsync(file, topics, stop);
        return new EvidenceAnswer(head?.AsOf, head?.MadeAt, head?.Trailers ?? 0, desk.Now, cards);
    }

    // What another edition kept says nothing: it is being made anew.
    private static Task<EvidenceHead?> HeadAsync(ShopFile file, CancellationToken stop)
    {
        int edition = EvidenceKeeping.Edition;
        return file.EvidenceHeads.AsNoTracking().SingleOrDefaultAsync(h => h.Edition == edition, stop);
    }

    // Read at once: between two reads they may have been made anew.
    private static async Task<List<EvidenceCard>> CardsAsync(
        ShopFile file,
        IEnumerable<EvidenceTopic> topics,
        CancellationToken stop)
    {
        string[] wanted = [.. topics.Select(t => t.ToString())];
        List<string> kept = await file.EvidenceCards
            .AsNoTracking()
            .Where(c => wanted.Contains(c.Topic))
            .OrderBy(c => c.Order)
            .Select(c => c.Card)
            .ToListAsync(stop);
        return [.. kept.Select(EvidenceKeeping.ReadCard).OfType<EvidenceCard>()];
    }

    private static async Task<Ok<TrailerEvidenceAnswer>> TrailerAsync(
        Guid id,
        ShopFile file,
        CancellationToken stop)
    {
        Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == id, stop)
            ?? throw Refusal.NotFound("There is no such trailer.");
        EvidenceHead? head = await HeadAsync(file, stop);
        string? says = head is null ? null : await file.TrailerEvidence
            .AsNoTracking()
            .Where(t => t.TrailerId == id)
            .Select(t => t.Says)
            .FirstOrDefaultAsync(stop);
        TrailerEvidence? kept = says is null ? null : EvidenceKeeping.ReadTrailer(says);
        IReadOnlyList<SuspectPart> suspect = kept?.Suspect ?? [];
        if (head is not null && suspect.Count > 0)
        {
            // What went out since it was counted is no longer in.
            var since = await file.WorkDone
                .AsNoTracking()
                .Where(w => w.TrailerId == trailer.Id && w.On > head.AsOf)
                .Select(w => w.Place)
                .ToListAsync(stop);
            suspect = [.. suspect.Where(s => !since.Contains(s.Place))];
        }

        return TypedResults.Ok(new TrailerEvidenceAnswer(
            kept?.Cost,
            [.. suspect.Select(s => new SuspectAnswer(s.Place, Place.SpokenOf(s.Place), s.Kind, s.Words))],
            kept?.Old ?? []));
    }

    private static async Task<FileContentHttpResult> TableAsync(
        ShopFile file,
        EvidenceDesk desk,
        CancellationToken stop) =>
        Csv.AsFile("evidence", Csv.Write((await AnswerAsync(file, desk, calibration: false, stop)).Cards.SelectMany(
            card => card.Rows.SelectMany(row => card.Head.Skip(1).Select((column, i) => new EvidenceCells
            {
                Question = card.Question,
                Row = row[0],
                Column = column,
                Value = i + 1 < row.Count ? row[i + 1] : ""
            })))));
}
