using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Yard;

/// <summary>A trailer to add (version 0) or to edit (the version that was read).</summary>
/// <param name="Tag">The short tag the shop calls it by.</param>
/// <param name="Name">What it is; may be empty.</param>
/// <param name="Plate">Its plate; may be empty.</param>
/// <param name="CustomerId">Whose it is; for a customer to be added along with it, an id made by the client.</param>
/// <param name="Gear">Its running gear.</param>
/// <param name="Meter">How its distance is known.</param>
/// <param name="EstimatedYear">A year's distance in shop notation, for an estimated meter; otherwise empty.</param>
/// <param name="Version">0 to add.</param>
/// <param name="LastRepackOn">
/// The day all wheel ends were last repacked elsewhere, as told; null leaves the record as it is.
/// </param>
/// <param name="Practices">Where it is done otherwise than its customer's others; null leaves that as it is.</param>
/// <param name="NewCustomer">
/// Name of a customer to be added along with the trailer; null or empty for one there is.
/// </param>
public sealed record TrailerDraft(
    string Tag,
    string Name,
    string Plate,
    Guid CustomerId,
    GearDescription Gear,
    MeterKind Meter,
    string EstimatedYear,
    int Version,
    DateOnly? LastRepackOn = null,
    string? NewCustomer = null,
    IReadOnlyDictionary<string, string>? Practices = null);

/// <summary>How a described gear looks: its places, and what is wrong with the description.</summary>
public sealed record GearPreview(IReadOnlyList<PlaceAnswer> Places, string Words, IReadOnlyList<FieldProblem> Problems);

/// <summary>What a draft of a trailer is checked against.</summary>
/// <param name="Trailer">The trailer as it stands; null for a new one.</param>
/// <param name="Owner">Whose it is to be, of those there are; null for a customer to be added.</param>
/// <param name="Repacks">The repacks of its wheel ends on record.</param>
/// <param name="TagTaken">Whether another trailer is called so.</param>
/// <param name="InBay">Whether it stands in the bay.</param>
internal sealed record TrailerStands(
    Trailer? Trailer,
    Guid? Owner,
    IReadOnlyList<WorkDone> Repacks,
    bool TagTaken,
    bool InBay);

internal static class TrailerEdit
{
    internal static void MapTrailerEdit(this RouteGroupBuilder yard)
    {
        yard.MapPut("/trailers/{id:guid}", PutAsync).Needs(Right.Trailers);
        yard.MapGet(
            "/gear/usual",
            (int axles, int ratingPounds) =>
                TypedResults.Ok(GearDescription.Of(GearDefaults.For(Math.Clamp(axles, 1, 3), ratingPounds))))
                    .Needs(Right.See);
        yard.MapPost("/gear/preview", Look).Needs(Right.See);
    }

    // Answers what is wrong instead of refusing: the plan draws itself while somebody is still typing.
    private static Ok<GearPreview> Look(GearDescription gear)
    {
        Checks checks = new();
        RunningGear read = gear.Read(checks, "/gear");
        RunningGear drawn = read with { Axles = Math.Clamp(read.Axles, 1, 3) };
        return TypedResults.Ok(new GearPreview(PlaceAnswer.Of(drawn), drawn.Words, checks.Problems));
    }

    private static async Task<Ok<TrailerAnswer>> PutAsync(
        Guid id,
        TrailerDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        await SaveAsync(file, id, draft, clock.Today);
        await transaction.CommitAsync();
        file.ChangeTracker.Clear();
        return TypedResults.Ok(await TrailerPage.AnswerAsync(file, id, clock.Today));
    }

    /// <summary>Checks a draft and saves it with the trailer's standing, inside the caller's transaction.</summary>
    private static async Task SaveAsync(ShopFile file, Guid id, TrailerDraft draft, DateOnly today)
    {
        string tag = draft.Tag.Trim();
        TrailerStands stands = new(
            await file.Trailers.FindAsync(id),
            await OwnerAsync(file, draft),
            await file.WorkDone
                .Where(w => w.TrailerId == id && w.Job == JobCatalogue.BearingRepack.Code)
                .ToListAsync(),
            await file.Trailers.AnyAsync(t => t.Tag == tag && t.Id != id),
            await file.Visits.AnyAsync(v => v.TrailerId == id && v.ClosedAt == null));
        if (Put(file, id, draft, stands, today) is null)
        {
            throw Refusal.Stale("trailer", await TrailerPage.AnswerAsync(file, id, today));
        }

        await file.SaveChangesAsync();
        await file.RefreshAsync(id, today);
        await file.SaveChangesAsync();
    }

    /// <summary>
    /// Checks a draft against what stands and puts what it comes to into the change set; a refused one puts nothing
    /// there. Answers the repacks that it tells anew, in the place of those told before; null where it changes another
    /// version than the one it has read.
    /// </summary>
    internal static IReadOnlyList<WorkDone>? Put(
        ShopFile file,
        Guid id,
        TrailerDraft draft,
        TrailerStands stands,
        DateOnly today)
    {
        Trailer? trailer = stands.Trailer;
        Checks checks = new();
        string tag = checks.Text("/tag", draft.Tag, "The tag", Trailer.LongestTag);
        string name = checks.Text("/name", draft.Name, "The name", Trailer.LongestName, required: false);
        string plate = checks.Text("/plate", draft.Plate, "The plate", 20, required: false);
        RunningGear gear = draft.Gear.Read(checks, "/gear");
        Distance? year = Estimate(draft, checks);
        checks.Add(
            "/lastRepackOn",
            draft.LastRepackOn > today ? "The last repack can't lie in days to come."
                : draft.LastRepackOn < today.AddYears(-40) ? "That is more than forty years ago: check the year."
                : null);
        checks.Add("/practices", draft.Practices is null ? null : PracticeChoices.Unknown(draft.Practices));
        PracticeChoices practices = draft.Practices is null
            ? trailer?.Practices ?? PracticeChoices.Defaults
            : new PracticeChoices(draft.Practices);
        Customer? fresh = stands.Owner is null ? NewOwner(draft, checks) : null;
        Guid owner = stands.Owner ?? draft.CustomerId;
        List<WorkDone> told = WorkTold(id, gear, draft.LastRepackOn, stands.Repacks, checks);
        checks.Done();

        if (stands.TagTaken)
        {
            throw Refusal.Conflict($"There is a trailer {tag} already.", "/tag");
        }

        bool changed = trailer is not null && (told.Count > 0
            || !trailer.Practices.SameAs(practices)
            || (trailer.Tag, trailer.Name, trailer.Plate, trailer.CustomerId, trailer.Gear, trailer.Meter,
                trailer.EstimatedYear) != (tag, name, plate, owner, gear, draft.Meter, year));
        if (changed && trailer!.Version != draft.Version)
        {
            return null;
        }

        if (changed && trailer!.Gear != gear && stands.InBay)
        {
            throw Refusal.Conflict(
                "The trailer stands in the bay: its running gear can be changed once the visit is closed.",
                "/gear");
        }

        if (fresh is not null)
        {
            file.Customers.Add(fresh);
        }

        if (trailer is null)
        {
            file.Trailers.Add(new Trailer
            {
                Id = id,
                Tag = tag,
                Name = name,
                Plate = plate,
                CustomerId = owner,
                Gear = gear,
                Meter = draft.Meter,
                EstimatedYear = year,
                Practices = practices,
                AddedOn = today
            });
        }
        else if (changed)
        {
            (trailer.Tag, trailer.Name, trailer.Plate, trailer.CustomerId, trailer.Gear, trailer.Meter,
                trailer.EstimatedYear) =
                (tag, name, plate, owner, gear, draft.Meter, year);
            trailer.Practices = practices;
            trailer.Version++;
        }

        if (told.Count > 0)
        {
            file.WorkDone.RemoveRange(stands.Repacks.Where(w => w.VisitId is null));
            file.WorkDone.AddRange(told);
        }

        return told;
    }

    private static Distance? Estimate(TrailerDraft draft, Checks checks)
    {
        if (draft.Meter != MeterKind.Estimate)
        {
            return null;
        }

        Distance year = new(checks.Figure("/estimatedYear", draft.EstimatedYear, Quantity.Distance));
        checks.Add(
            "/estimatedYear",
            year < Distance.Zero || year > Distance.FromMiles(200_000)
                ? "A year's distance lies between 0 and 200,000 miles."
                : null);
        return year;
    }

    // Whose trailer it is: the customer that is named, or one of that name already there; null for one to be added.
    private static async Task<Guid?> OwnerAsync(ShopFile file, TrailerDraft draft)
    {
        if (await file.Customers.AnyAsync(c => c.Id == draft.CustomerId))
        {
            return draft.CustomerId;
        }

        string name = (draft.NewCustomer ?? "").Trim();
        return name.Length == 0
            ? null
            : await file.Customers.Where(c => c.Name == name).Select(c => (Guid?)c.Id).FirstOrDefaultAsync();
    }

    // A new customer is added with the trailer or not at all.
    private static Customer? NewOwner(TrailerDraft draft, Checks checks)
    {
        if (string.IsNullOrWhiteSpace(draft.NewCustomer))
        {
            checks.Add("/customerId", "Pick whose trailer it is.");
            return null;
        }

        Checks.Id(draft.CustomerId);
        string name = checks.Text("/newCustomer", draft.NewCustomer, "The customer's name", Customer.LongestName);
        return new Customer { Id = draft.CustomerId, Name = name };
    }

    /// <summary>
    /// The repacks that a told day stands for: one at every wheel end, in place of whatever was told before. None where
    /// nothing is told, where the same was told before, or where this gear is not repacked. A day that the shop's own
    /// visits have overtaken at every wheel end is refused, since telling it would change nothing.
    /// </summary>
    private static List<WorkDone> WorkTold(
        Guid trailerId,
        RunningGear gear,
        DateOnly? on,
        IReadOnlyList<WorkDone> work,
        Checks checks)
    {
        if (on is not { } day || !Places.WheelEndsOf(gear).Any(p => JobCatalogue.BearingRepack.GoesAt(gear, p)))
        {
            return [];
        }

        List<string> ends = [.. Places.WheelEndsOf(gear).Select(p => p.Code)];
        if (ends.All(e => work.Any(w => w.Place == e && w.On == day)))
        {
            return [];
        }

        List<DateOnly> here = [.. ends.Select(e => work.Where(w => w.Place == e
            && w.VisitId is not null).Max(w => (DateOnly?)w.On)).OfType<DateOnly>()];
        if (here.Count == ends.Count && here.All(o => o >= day))
        {
            checks.Add(
                "/lastRepackOn",
                $"Every wheel end was repacked here since: the last on {here.Max():MMMM d, yyyy}.");
        }

        return ends.ConvertAll(e => new WorkDone
        {
            Id = Guid.CreateVersion7(),
            TrailerId = trailerId,
            Job = JobCatalogue.BearingRepack.Code,
            Place = e,
            On = day
        });
    }
}
