using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>What work is likely to come to, in the shop's money.</summary>
/// <param name="Lines">Line by line.</param>
/// <param name="Total">All of it.</param>
/// <param name="Minutes">How long it takes, as a range in words.</param>
/// <param name="Unpriced">Parts that nobody has a price for: they come on top.</param>
public sealed record EstimateAnswer(
    IReadOnlyList<EstimateLine> Lines,
    Spread Total,
    string Minutes,
    IReadOnlyList<string> Unpriced);

/// <summary>An offer as it was told, and what it really came to.</summary>
/// <param name="Agreed">What was told.</param>
/// <param name="VisitId">The visit it became; null until then.</param>
/// <param name="Really">What that visit came to by the same terms; null while it is not closed.</param>
/// <param name="Words">How the two compare, in words; empty while there is nothing to compare.</param>
public sealed record PriceOfferAnswer(
    Guid Id,
    DateTimeOffset At,
    string By,
    string What,
    EstimateAnswer Agreed,
    Guid? VisitId,
    EstimateAnswer? Really,
    string Words);

internal static class Estimates
{
    // An offer older than this is a new offer's business. Source: from memory.
    private const int DaysGood = 90;

    private const int MostOffers = 50;

    internal static void MapEstimates(this RouteGroupBuilder bay)
    {
        bay.MapPut("/price-offers/{id:guid}", TellAsync).Needs(Right.Offer);
        bay.MapGet(
            "/price-offers",
            async (Guid? trailer, Guid? visit, ShopFile file) => TypedResults.Ok(await OffersAsync(
                file,
                o => (trailer == null || o.TrailerId == trailer) && (visit == null || o.VisitId == visit))))
                    .Needs(Right.See);
    }

    /// <summary>What a packet is likely to come to here.</summary>
    internal static async Task<Estimate> OfAsync(ShopFile file, Packet packet, Learned learned) =>
        (await PricingAsync(file))(packet, learned);

    /// <summary>
    /// The same for several packets: the shop's terms and the prices of its parts are read once for all of them.
    /// </summary>
    internal static async Task<Func<Packet, Learned, Estimate>> PricingAsync(ShopFile file)
    {
        ShopSettings settings = await file.SettingsToReadAsync();
        Dictionary<string, KnownPart> known = await PartsKnown.ByCodeAsync(file);
        return (packet, learned) => Estimate.Of(
            packet,
            learned.Minutes,
            settings.Costs.RatePerHour,
            settings.Terms,
            code => known.GetValueOrDefault(code)?.Price,
            need => known.GetValueOrDefault(need.Code)?.Name ?? need.Name);
    }

    /// <summary>The estimate as a screen shows it.</summary>
    internal static EstimateAnswer Answer(Estimate estimate) => new(
        estimate.Lines,
        estimate.Total,
        estimate.Minutes.Low == estimate.Minutes.High
            ? Packet.InWords(estimate.Minutes.Likely)
            : $"{Packet.InWords(estimate.Minutes.Low)} to {Packet.InWords(estimate.Minutes.High)}",
        estimate.Unpriced);

    /// <summary>Ties the newest offer for a trailer to the visit it came for.</summary>
    internal static async Task MeetAsync(ShopFile file, Visit visit)
    {
        DateTimeOffset from = visit.OpenedAt.AddDays(-DaysGood);
        List<PriceOffer> waiting = await file.PriceOffers
            .Where(o => o.TrailerId == visit.TrailerId && o.VisitId == null && o.At >= from)
            .OrderByDescending(o => o.At)
            .ToListAsync();
        if (waiting.Find(o => o.Jobs.Intersect(visit.Jobs).Any()) is { } offer)
        {
            offer.VisitId = visit.Id;
        }
    }

    private static async Task<Ok<PriceOfferAnswer>> TellAsync(
        Guid id,
        WorkWanted wanted,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (!await file.PriceOffers.AnyAsync(o => o.Id == id))
        {
            Trailer trailer = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Id == wanted.TrailerId)
                ?? throw Refusal.NotFound("There is no such trailer.");
            PracticeChoices practices = await file.PracticesAsync(trailer);
            VisitStart.Refuse(trailer.Gear, wanted.Jobs, practices, wanted.Technicians);
            Learned learned = await file.LearnedAsync(trailer.Id);
            Packet packet = Composer.Compose(trailer.Gear, wanted.Jobs, practices, learned, wanted.Technicians);
            file.PriceOffers.Add(new PriceOffer
            {
                Id = id,
                TrailerId = trailer.Id,
                Jobs = wanted.Jobs,
                What = JobWords.Of(JobCatalogue.Of(practices), trailer.Gear, wanted.Jobs),
                Estimate = await OfAsync(file, packet, learned),
                At = clock.Now,
                PersonId = worker.Id
            });
            await file.SaveChangesAsync();
        }

        PriceOfferAnswer answer = (await OffersAsync(file, o => o.Id == id)).Single();
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    private static async Task<List<PriceOfferAnswer>> OffersAsync(
        ShopFile file,
        System.Linq.Expressions.Expression<Func<PriceOffer, bool>> which)
    {
        List<PriceOffer> offers = await file.PriceOffers
            .AsNoTracking()
            .Where(which)
            .OrderByDescending(o => o.At)
            .Take(MostOffers)
            .ToListAsync();
        Dictionary<Guid, string> people = await file.People.AsNoTracking().ToDictionaryAsync(p => p.Id, p => p.Name);
        List<PriceOfferAnswer> answers = [];
        foreach (PriceOffer offer in offers)
        {
            Estimate? really = offer.VisitId is { } visit ? await ReallyAsync(file, offer, visit) : null;
            answers.Add(new PriceOfferAnswer(
                offer.Id,
                offer.At,
                people[offer.PersonId],
                offer.What,
                Answer(offer.Estimate),
                offer.VisitId,
                really is null ? null : Answer(really),
                really is null ? "" : Compared(offer.Estimate, really)));
        }

        return answers;
    }

    private static async Task<Estimate?> ReallyAsync(ShopFile file, PriceOffer offer, Guid id)
    {
        Visit visit = await file.Visits.AsNoTracking().FirstAsync(v => v.Id == id);
        if (visit.ClosedAt is null)
        {
            return null;
        }

        // As it was kept when it was closed; one from before that was kept is reckoned now.
        return await BillAsync(file, id) ?? offer.Estimate.Really(
            Math.Round(
                VisitTime.Of(await VisitPage.PacketAsync(file, visit), await file.StandingEntriesAsync(id)).Took,
                1),
            await file.PartsUsed.AsNoTracking().Where(p => p.VisitId == id).ToListAsync());
    }

    /// <summary>What a visit came to, as it was kept when it was closed; null where it was not.</summary>
    internal static Task<Estimate?> BillAsync(ShopFile file, Guid visit) => file.VisitBills
        .AsNoTracking()
        .Where(b => b.VisitId == visit)
        .Select(b => (Estimate?)b.Bill)
        .FirstOrDefaultAsync();

    private static string Compared(Estimate told, Estimate really)
    {
        decimal Of(Estimate estimate, bool labour) =>
            estimate.Lines.Where(l => (l.Kind == EstimateKind.Labour) == labour).Sum(l => l.Amount.Likely);
        static string More(decimal by, string what) =>
            by == 0
                ? $"{what} as told"
                : FormattableString.Invariant($"{what} {Math.Abs(by):0.00} {(by > 0 ? "more" : "less")}");
        Spread range = told.Total;
        decimal came = really.Total.Likely;
        string where = came < range.Low ? "below the range told"
            : came > range.High ? "above the range told"
            : "within the range told";
        string labour = More(Of(really, true) - Of(told, true), "labour"),
            rest = More(Of(really, false) - Of(told, false), "the rest");
        return FormattableString.Invariant($"It came to {came:0.00}, {where}: {labour}, {rest}.");
    }
}
