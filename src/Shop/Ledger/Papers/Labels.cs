using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Papers;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger.Papers;

/// <summary>How labels are asked for; measures in inches.</summary>
/// <param name="Columns">Labels beside each other; null for ours.</param>
/// <param name="Rows">Labels one below the other.</param>
/// <param name="Left">From the sheet's left edge to the first label.</param>
/// <param name="Top">From its top edge to the first label.</param>
/// <param name="Width">Of a label.</param>
/// <param name="Height">Of a label.</param>
/// <param name="Across">Between two beside each other.</param>
/// <param name="Down">Between two one below the other.</param>
/// <param name="Skip">How many of the first sheet are used up already.</param>
/// <param name="Copies">How many of each, 1 to 20.</param>
/// <param name="WheelEnds">Whether each wheel end gets one, instead of the trailer.</param>
internal sealed record LabelsAsked(
    [property: FromQuery(Name = "columns")] int? Columns,
    [property: FromQuery(Name = "rows")] int? Rows,
    [property: FromQuery(Name = "left")] double? Left,
    [property: FromQuery(Name = "top")] double? Top,
    [property: FromQuery(Name = "width")] double? Width,
    [property: FromQuery(Name = "height")] double? Height,
    [property: FromQuery(Name = "across")] double? Across,
    [property: FromQuery(Name = "down")] double? Down,
    [property: FromQuery(Name = "skip")] int? Skip,
    [property: FromQuery(Name = "copies")] int? Copies,
    [property: FromQuery(Name = "wheelEnds")] bool? WheelEnds);

/// <summary>
/// Labels for trailers and their hubs: a code that a telephone's camera opens the page by, the tag, and by month and
/// year when the hubs were repacked and are again.
/// </summary>
internal static class Labels
{
    private const int MostCopies = 20, MostSkipped = 300, MostTrailers = 2_000;

    internal static void MapLabels(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/trailers/{id:guid}/labels/pdf",
            (Guid id, [AsParameters] LabelsAsked asked, ShopFile file, ShopOptions options, HttpContext context) =>
                WriteAsync(asked, file.Trailers.Where(t => t.Id == id), file, options, context))
            .Needs(Right.See).Produces<byte[]>(200, "application/pdf");
        ledger.MapGet(
            "/fleets/{id:guid}/labels/pdf",
            (Guid id, [AsParameters] LabelsAsked asked, ShopFile file, ShopOptions options, HttpContext context) =>
                WriteAsync(asked, file.Trailers.Where(t => t.CustomerId == id), file, options, context))
            .Needs(Right.See).Produces<byte[]>(200, "application/pdf");
    }

    private static async Task<FileContentHttpResult> WriteAsync(
        LabelsAsked asked,
        IQueryable<Trailer> which,
        ShopFile file,
        ShopOptions options,
        HttpContext context)
    {
        PaperSize size = (await file.SettingsToReadAsync()).PaperSize;

        // Ours: two beside each other, five down, with room for fingers.
        LabelLayout layout = new(
            size,
            asked.Columns ?? 2,
            asked.Rows ?? 5,
            asked.Left ?? 0.5,
            asked.Top ?? 0.5,
            asked.Width ?? 3.5,
            asked.Height ?? 1.9,
            asked.Across ?? 0.25,
            asked.Down ?? 0.1);
        if (layout.Problem() is { } problem)
        {
            throw Refusal.Malformed(problem.Why, problem.Measure);
        }

        if (asked.Skip is < 0 or > MostSkipped || asked.Copies is < 1 or > MostCopies)
        {
            throw Refusal.Malformed(
                $"At most {MostSkipped} labels are passed over, and {MostCopies} made of each.",
                asked.Copies is < 1 or > MostCopies ? "copies" : "skip");
        }

        List<Trailer> trailers = await which
            .AsNoTracking()
            .OrderBy(t => t.Tag)
            .Take(MostTrailers)
            .ToListAsync(context.RequestAborted);
        if (trailers.Count == 0)
        {
            throw Refusal.NotFound("There is no trailer to make a label of.");
        }

        string repack = JobCatalogue.BearingRepack.Code;
        ILookup<Guid, WorkDone> done = (await file.WorkDone
            .AsNoTracking()
            .Where(w => w.Job == repack && which.Any(t => t.Id == w.TrailerId))
            .ToListAsync(context.RequestAborted)).ToLookup(w => w.TrailerId);
        Dictionary<Guid, TrailerStatus> stand = await file.TrailerStatuses
            .AsNoTracking()
            .Where(s => which.Any(t => t.Id == s.TrailerId))
            .ToDictionaryAsync(s => s.TrailerId, s => s.Status, context.RequestAborted);
        List<Label> labels = [.. trailers
            .SelectMany(t => asked.WheelEnds == true
                ? OfWheelEnds(t, [.. done[t.Id]], stand.GetValueOrDefault(t.Id))
                : [OfTrailer(t, done[t.Id], stand.GetValueOrDefault(t.Id))])
            .SelectMany(label => Enumerable.Repeat(
                label with { Address = OutsideLinks.Address(options, context, label.Address) },
                asked.Copies ?? 1))];
        using MemoryStream pdf = new();
        LabelSheet.Write(layout, labels, asked.Skip ?? 0, pdf);
        return TypedResults.File(pdf.ToArray(), "application/pdf", "labels.pdf");
    }

    private static Label OfTrailer(Trailer trailer, IEnumerable<WorkDone> repacks, TrailerStatus? status) => new(
        $"t/{trailer.Id}",
        trailer.Tag,
        [
            .. trailer.Name.Length > 0 ? [trailer.Name] : Array.Empty<string>(),
            .. HubTag.Of(trailer.Gear, repacks, status).Lines
        ]);

    private static IEnumerable<Label> OfWheelEnds(
        Trailer trailer,
        IReadOnlyCollection<WorkDone> repacks,
        TrailerStatus? status) => Places.WheelEndsOf(trailer.Gear).Select(place => new Label(
            $"t/{trailer.Id}/{place.Code}",
            trailer.Tag,
            [place.Spoken, .. HubTag.Of(place.Code, repacks, status).Lines]));
}
