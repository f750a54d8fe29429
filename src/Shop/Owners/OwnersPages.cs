using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Ledger.Papers;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Owners;

/// <summary>What a trailer's owner sees behind their link, and nothing else of the shop.</summary>
/// <param name="Shop">The shop's name.</param>
/// <param name="Currency">The money it reckons in.</param>
/// <param name="Trailer">Which trailer.</param>
/// <param name="Holds">Why it is not to be towed; empty where nothing holds it.</param>
/// <param name="Yours">What the owner does, soonest first.</param>
/// <param name="TakesMiles">Whether its meter can be told along with what was done.</param>
/// <param name="Expected">The day it is expected; null where none is accepted.</param>
/// <param name="ExpectedFor">What it is expected for; empty for none.</param>
/// <param name="Next">What the shop does next.</param>
/// <param name="HandOver">The sheet of its last visit; null where there was none.</param>
/// <param name="StrangersSee">What somebody else sees who reads the code on its label.</param>
public sealed record OwnersPage(
    string Shop,
    string Currency,
    string Trailer,
    IReadOnlyList<string> Holds,
    IReadOnlyList<OwnersTask> Yours,
    bool TakesMiles,
    DateOnly? Expected,
    string ExpectedFor,
    IReadOnlyList<NextTold> Next,
    HandOverAnswer? HandOver,
    StrangersSee StrangersSee);

/// <summary>Something an owner says they have done.</summary>
/// <param name="Task">Id of the task.</param>
/// <param name="Miles">What the meter shows, in shop notation; null or empty where they do not say.</param>
public sealed record OwnersWord(string Task, string? Miles = null);

/// <summary>
/// The page behind an owner's link: no person is asked for, the secret stands for one, and opens this one trailer.
/// </summary>
internal static class OwnersPages
{
    // More places than any trailer has of a kind.
    private const int MostParts = 64;

    internal static void MapOwnersPages(this RouteGroupBuilder api)
    {
        RouteGroupBuilder page = api.MapGroup("/outside/owners/{secret}")
            .WithTags("Outside")
            .AllowAnonymous()
            .RequireRateLimiting(OutsideLinks.Limited);
        page.MapGet("/", async (string secret, ShopFile file, Clock clock) =>
            TypedResults.Ok(await PageAsync(file, await FindAsync(file, secret, clock), clock.Today)));
        page.MapPut("/done/{id:guid}", DoneAsync);
        page.MapDelete("/done/{id:guid}", TakeBackAsync);
        page.MapPut("/label", ShowAsync);
        page.MapGet("/pictures/{id:guid}", PictureAsync);
        page.MapGet("/hand-over.pdf", SheetAsync).Produces<byte[]>(200, "application/pdf");
        page.MapGet("/calendar.ics", CalendarAsync).Produces<string>(200, "text/calendar");
    }

    private static async Task<FileContentHttpResult> SheetAsync(
        string secret,
        ShopFile file,
        PhotoFolder photos,
        Clock clock,
        CancellationToken stop)
    {
        Trailer trailer = await FindAsync(file, secret, clock);
        Guid last = await LastAsync(file, trailer.Id)
            ?? throw Refusal.NotFound("There is no sheet yet: no visit of this trailer was closed.");
        return await PaperEndpoints.AsPdfAsync(
            file,
            await PaperSources.HandOverAsync(file, last, clock.Today),
            (await file.SettingsToReadAsync()).PaperSize,
            photos,
            stop);
    }

    private static async Task<Ok<OwnersPage>> DoneAsync(
        string secret,
        Guid id,
        OwnersWord word,
        ShopFile file,
        Clock clock)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        Trailer trailer = await FindAsync(file, secret, clock);
        if (await file.IsBuriedAsync(id))
        {
            // A late copy of a word that was taken back.
            return TypedResults.Ok(await PageAsync(file, trailer, clock.Today));
        }

        await OutsideLinks.NoteAsync(file, clock, $"Said done by link: trailer {trailer.Id}, {word.Task}");
        await file.SaveChangesAsync();
        TrailerStatus status = await file.StatusAsync(trailer, clock.Today);
        Upcoming? task = status.Upcoming.FirstOrDefault(u => u.By == Doer.Owner && u.Id == word.Task);
        if (!await file.WorkDone.AnyAsync(w => w.Id == id) && task is not null)
        {
            await WriteAsync(file, trailer, task, id, clock);
        }
        else if (task is null && !await SaidAsync(file, trailer, id, word.Task))
        {
            throw Refusal.Conflict("That is not yours to do any more: somebody has done it, or the shop does it.");
        }

        if (word.Miles is { Length: > 0 } miles && trailer.Meter == MeterKind.HubOdometer)
        {
            await MeterEntries.AddAsync(
                file,
                trailer.Id,
                id,
                new MeterDraft(MeterEntryKind.Reading, clock.Today, miles, false),
                clock,
                new Worker(Person.Outsider, ""),
                "/miles");
        }

        await file.SaveChangesAsync();
        await file.RefreshAsync(trailer.Id, clock.Today);
        await file.SaveChangesAsync();
        OwnersPage page = await PageAsync(file, trailer, clock.Today);
        await transaction.CommitAsync();
        return TypedResults.Ok(page);
    }

    // A check owed is settled; what comes again is done today. Neither answers a verdict: an owner's word is no look.
    private static async Task WriteAsync(ShopFile file, Trailer trailer, Upcoming task, Guid id, Clock clock)
    {
        if (OwedBy(task.Id) is { } owed
            && await file.FollowUps.FirstOrDefaultAsync(f => f.Id == owed && f.TrailerId == trailer.Id) is { } check)
        {
            (check.DoneAt, check.DoneBy) = (clock.Now, Person.Outsider);
            return;
        }

        file.WorkDone.AddRange(task.JobsAt().Select((job, i) => new WorkDone
        {
            Id = PartOf(id, i),
            TrailerId = trailer.Id,
            Job = job.Job,
            Place = job.Place,
            On = clock.Today,
        }));
    }

    // What one word says of several places has an id for each, by which all of it is taken back.
    private static Guid PartOf(Guid id, int part)
    {
        byte[] bytes = id.ToByteArray();
        bytes[^1] ^= (byte)part;
        return new Guid(bytes);
    }

    // What strangers learn of a trailer is its owner's to say.
    private static async Task<Ok<OwnersPage>> ShowAsync(string secret, LabelChoice choice, ShopFile file, Clock clock)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Trailer trailer = await FindAsync(file, secret, clock);
        await OutsideLinks.NoteAsync(file, clock, $"By link: strangers see {choice.Sees} of trailer {trailer.Id}");
        trailer.StrangersSee = choice.Sees;
        await file.SaveChangesAsync();
        OwnersPage page = await PageAsync(file, trailer, clock.Today);
        await transaction.CommitAsync();
        return TypedResults.Ok(page);
    }

    // A slip of the finger is put right on the same day; later somebody may have gone by it.
    private static async Task<Ok<OwnersPage>> TakeBackAsync(
        string secret,
        Guid id,
        string task,
        ShopFile file,
        Clock clock)
    {
        Checks.Id(id);
        await using var transaction = await file.Database.BeginTransactionAsync();
        Trailer trailer = await FindAsync(file, secret, clock);
        if (!await file.IsBuriedAsync(id))
        {
            await OutsideLinks.NoteAsync(file, clock, $"Taken back by link: trailer {trailer.Id}, {task}");
            Guid[] parts = [.. Enumerable.Range(0, MostParts).Select(i => PartOf(id, i))];
            List<WorkDone> work = await file.WorkDone
                .Where(w => w.TrailerId == trailer.Id && w.VisitId == null && parts.Contains(w.Id))
                .ToListAsync();
            FollowUp? check = OwedBy(task) is { } owed
                ? await file.FollowUps.FirstOrDefaultAsync(f =>
                    f.Id == owed && f.TrailerId == trailer.Id && f.DoneBy == Person.Outsider)
                : null;
            bool today = work.TrueForAll(w => w.On == clock.Today)
                && (check?.DoneAt is not { } at || DateOnly.FromDateTime(at.DateTime) == clock.Today);
            if (!today)
            {
                throw Refusal.Conflict("That was said on another day: ring the workshop, and they put it right.");
            }

            file.WorkDone.RemoveRange(work);
            file.MeterEntries.RemoveRange(await file.MeterEntries
                .Where(m => m.Id == id && m.TrailerId == trailer.Id)
                .ToListAsync());
            if (check is not null)
            {
                (check.DoneAt, check.DoneBy) = (null, null);
            }

            await file.BuryAsync(id, "owner's word", clock.Now);
            await file.SaveChangesAsync();
            await file.RefreshAsync(trailer.Id, clock.Today);
            await file.SaveChangesAsync();
        }

        OwnersPage page = await PageAsync(file, trailer, clock.Today);
        await transaction.CommitAsync();
        return TypedResults.Ok(page);
    }

    // Sent again, its answer lost.
    private static async Task<bool> SaidAsync(ShopFile file, Trailer trailer, Guid id, string task) =>
        await file.WorkDone.AnyAsync(w => w.Id == id && w.TrailerId == trailer.Id)
            || (OwedBy(task) is { } owed && await file.FollowUps.AnyAsync(f =>
                f.Id == owed && f.TrailerId == trailer.Id && f.DoneBy == Person.Outsider));

    private static Guid? OwedBy(string task) =>
        task.StartsWith("owed-", StringComparison.Ordinal)
            && Guid.TryParseExact(task[(task.LastIndexOf('@') + 1)..], "N", out Guid id)
            ? id
            : null;

    private static async Task<PhysicalFileHttpResult> PictureAsync(
        string secret,
        Guid id,
        ShopFile file,
        Clock clock,
        PhotoFolder folder)
    {
        Trailer trailer = await FindAsync(file, secret, clock);
        Guid? last = await LastAsync(file, trailer.Id);
        return PhotoFolder.Show(
            folder.PathOf(id),
            await file.VisitPhotos.AnyAsync(p => p.Id == id && p.VisitId == last && p.FindingId != null));
    }

    private static async Task<ContentHttpResult> CalendarAsync(string secret, ShopFile file, Clock clock)
    {
        Trailer trailer = await FindAsync(file, secret, clock);
        TrailerStatus status = await file.StatusAsync(trailer, clock.Today);
        return TypedResults.Content(
            OwnersCalendar.Of([(trailer.Tag, trailer.Id, OwnersTasks.Of(status, clock.Today))], clock.Now),
            "text/calendar; charset=utf-8");
    }

    private static async Task<Trailer> FindAsync(ShopFile file, string secret, Clock clock)
    {
        string hash = Digest.Of(secret);
        DateTimeOffset now = clock.Now;

        // A trailer that has been sold since is another owner's.
        return await (from link in file.OwnerLinks
                      join trailer in file.Trailers on link.TrailerId equals trailer.Id
                      where link.KeyHash == hash
                          && link.WithdrawnAt == null
                          && link.ExpiresAt > now
                          && trailer.CustomerId == link.CustomerId
                      select trailer).FirstOrDefaultAsync()
            ?? throw Refusal.NotFound(OutsideLinks.Nothing);
    }

    private static Task<Guid?> LastAsync(ShopFile file, Guid trailer) => file.Visits
        .Where(v => v.TrailerId == trailer && v.ClosedAt != null && v.TakenOver == "")
        .OrderByDescending(v => v.ClosedAt)
        .Select(v => (Guid?)v.Id)
        .FirstOrDefaultAsync();

    private static async Task<OwnersPage> PageAsync(ShopFile file, Trailer trailer, DateOnly today)
    {
        TrailerStatus status = await file.StatusAsync(trailer, today);
        ShopSettings settings = await file.SettingsToReadAsync();
        var expected = await file.Bookings
            .AsNoTracking()
            .Where(b => b.TrailerId == trailer.Id && b.CalledOffAt == null && b.VisitId == null && b.Day >= today)
            .OrderBy(b => b.Day)
            .FirstOrDefaultAsync();
        return new OwnersPage(
            settings.NameAsHeading,
            settings.Currency,
            trailer.FullName,
            status.Hold?.Seen ?? [],
            OwnersTasks.Of(status, today),
            trailer.Meter == MeterKind.HubOdometer,
            expected?.Day,
            expected?.What ?? "",
            OwnersTasks.Next(status, today),
            await LastAsync(file, trailer.Id) is { } last
                ? await HandOverPage.AnswerAsync(file, last, today)
                : null,
            trailer.StrangersSee);
    }
}
