using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>One trailer, whole.</summary>
/// <param name="Id">The trailer.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Name">What it is.</param>
/// <param name="Plate">Its plate.</param>
/// <param name="CustomerId">Whose it is.</param>
/// <param name="Customer">Whose it is, by name.</param>
/// <param name="Gear">Its running gear as described.</param>
/// <param name="GearWords">Its running gear in a line.</param>
/// <param name="Meter">How its distance is known.</param>
/// <param name="EstimatedYear">For an estimated meter, a year's distance in shop notation; otherwise empty.</param>
/// <param name="AddedOn">The day the shop took it on.</param>
/// <param name="Version">Counts up with every edit.</param>
/// <param name="Places">Its places, in the order of a walk round it.</param>
/// <param name="Practices">
/// Where it is done otherwise than its customer's others: question code to practice code.
/// </param>
/// <param name="Status">What is due, what was found, what was last measured, what is owed.</param>
/// <param name="OpenVisit">The visit it stands in the bay for; null when it does not.</param>
/// <param name="StrangersSee">What somebody without an account sees by its label.</param>
/// <param name="Booked">The accepted visit it would be taken in for now; null where there is none.</param>
public sealed record TrailerAnswer(
    Guid Id,
    string Tag,
    string Name,
    string Plate,
    Guid CustomerId,
    string Customer,
    GearDescription Gear,
    string GearWords,
    MeterKind Meter,
    string EstimatedYear,
    DateOnly AddedOn,
    int Version,
    IReadOnlyList<PlaceAnswer> Places,
    IReadOnlyDictionary<string, string> Practices,
    TrailerStatus Status,
    Guid? OpenVisit,
    StrangersSee StrangersSee,
    BookedAnswer? Booked);

/// <summary>An accepted visit that a trailer comes for.</summary>
/// <param name="Day">Its day.</param>
/// <param name="Jobs">What was accepted, at its places.</param>
/// <param name="What">The same in words.</param>
public sealed record BookedAnswer(DateOnly Day, IReadOnlyList<JobAt> Jobs, string What);

internal static class TrailerPage
{
    internal static void MapTrailerPage(this RouteGroupBuilder yard) => yard.MapGet("/trailers/{id:guid}", ReadAsync)
        .Needs(Right.See);

    private static async Task<Ok<TrailerAnswer>> ReadAsync(Guid id, ShopFile file, Clock clock) =>
        TypedResults.Ok(await AnswerAsync(file, id, clock.Today));

    /// <summary>
    /// The trailer's page. Where what is kept of its status is old, it is worked out anew for this page.
    /// </summary>
    internal static async Task<TrailerAnswer> AnswerAsync(ShopFile file, Guid id, DateOnly today)
    {
        Found found = await FindAsync(file, id);
        TrailerStatusRow row = found.Standing is { } kept && kept.AsOf == today
            ? kept
            : await file.WorkedOutAsync(found.Trailer, today);
        Trailer trailer = found.Trailer;
        return new TrailerAnswer(
            trailer.Id,
            trailer.Tag,
            trailer.Name,
            trailer.Plate,
            trailer.CustomerId,
            row.Customer,
            GearDescription.Of(trailer.Gear),
            trailer.Gear.Words,
            trailer.Meter,
            trailer.EstimatedYear is { } year ? ShopFormat.Write(year) : "",
            trailer.AddedOn,
            trailer.Version,
            PlaceAnswer.Of(trailer.Gear),
            trailer.Practices.Answers,
            row.Status,
            row.OpenVisit,
            trailer.StrangersSee,
            row.OpenVisit is null && found.Booked && await file.ExpectedAsync(id, today) is { } booked
                ? new BookedAnswer(booked.Day, booked.Jobs, booked.What)
                : null);
    }

    // Compiled once: this is the page that everything leads to. Few trailers come for something that is accepted, and
    // the others cost no second query.
    private static readonly Func<ShopFile, Guid, Task<Found?>> FindCompiled =
        EF.CompileAsyncQuery((ShopFile file, Guid id) =>
        (from trailer in file.Trailers.AsNoTracking()
         join standing in file.TrailerStatuses on trailer.Id equals standing.TrailerId into standings
         from standing in standings.DefaultIfEmpty()
         where trailer.Id == id
         select new Found(
             trailer,
             standing,
             file.Bookings.Any(b => b.TrailerId == id && b.CalledOffAt == null && b.VisitId == null)))
            .FirstOrDefault());

    private static async Task<Found> FindAsync(ShopFile file, Guid id) =>
        await FindCompiled(file, id) ?? throw Refusal.NotFound("There is no such trailer.");

    private sealed record Found(Trailer Trailer, TrailerStatusRow? Standing, bool Booked);
}
