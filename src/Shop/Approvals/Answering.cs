using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Approvals;

/// <summary>What an answer does, whoever wrote it down.</summary>
internal static class Answering
{
    /// <summary>
    /// Writes an answer down, once, and carries it out as far as that can be: what could not be is told with it. The
    /// caller saves. Refuses (409) what is withdrawn, out of time, or answered otherwise already.
    /// </summary>
    internal static async Task AnswerAsync(
        ShopFile file,
        Approval approval,
        ApprovalReply reply,
        Guid? toldTo,
        Clock clock)
    {
        if (approval.SaysTheSame(reply.Agreed))
        {
            // The same said again: its answer was lost, or the button pressed twice.
            return;
        }

        switch (approval.State(clock.Now))
        {
            case ApprovalState.Answered:
                throw Refusal.Conflict(
                    FormattableString.Invariant($"{approval.AnsweredBy} answered this on {approval.AnsweredAt:MMMM d} ")
                        + FormattableString.Invariant($"at {approval.AnsweredAt:H:mm}. Ring the shop to change that."));
            case ApprovalState.Withdrawn:
                throw Refusal.Conflict("The shop has withdrawn this: it need not be answered any more.");

            // Somebody on the telephone may still say yes to what a letter is too old for.
            case ApprovalState.Expired when toldTo is null:
                throw Refusal.Conflict("This is too old to be answered here: prices may have changed. Ring the shop.");
        }

        Checks checks = new();
        string name = checks.Text("/name", reply.Name, "Your name", Approval.LongestName);
        checks.Add("/agreed", reply.Agreed.All(k => approval.Lines.Any(l => l.Key == k))
            ? null
            : "That was not asked.");
        checks.Done();
        (approval.AnsweredAt, approval.AnsweredBy, approval.ToldTo) = (clock.Now, name, toldTo);
        approval.Agreed = [.. reply.Agreed.Distinct().Order(StringComparer.Ordinal)];
        approval.Trouble = approval.VisitId is { } visit
            ? await InVisitAsync(file, approval, visit)
            : await InBookingAsync(file, approval, approval.BookingId!.Value);
        await file.TellAsync(HookEvent.ApprovalAnswered, approval.TrailerId, approval.VisitId);
        await GoOnAsync(file, approval, clock);
    }

    /// <summary>A trailer that waited for this answer, and for no other, is worked on again.</summary>
    internal static async Task GoOnAsync(ShopFile file, Approval approval, Clock clock)
    {
        DateTimeOffset now = clock.Now;
        if (approval.VisitId is { } id
            && await file.Visits.FirstOrDefaultAsync(v => v.Id == id) is { ClosedAt: null } visit
            && visit.Standing == Standing.WaitsForAnswer
            && !(await file.Approvals.AsNoTracking().Where(a => a.VisitId == id && a.Id != approval.Id).ToListAsync())
                .Exists(a => a.State(now) == ApprovalState.Open))
        {
            (visit.Standing, visit.WaitsFor, visit.StandsSince) = (Standing.Working, "", now);
        }
    }

    /// <summary>Tells those who look at the visit.</summary>
    internal static void Tell(VisitNews news, Approval approval)
    {
        if (approval.VisitId is { } visit)
        {
            news.Tell(visit);
        }
    }

    // What was agreed to is put to the visit's jobs; what was declined and stands among them goes, unless it is begun.
    private static async Task<string> InVisitAsync(ShopFile file, Approval approval, Guid id)
    {
        Visit visit = await file.Visits.FirstAsync(v => v.Id == id);
        HashSet<JobAt> agreed = [.. approval.AgreedJobs];
        List<JobAt> declined = [.. approval.Declined.SelectMany(l => l.Jobs).Where(visit.Jobs.Contains)];
        if (visit.ClosedAt is not null)
        {
            return agreed.IsSubsetOf(visit.Jobs)
                ? ""
                : "The trailer had left the shop by then: book what was agreed to anew.";
        }

        Progress progress = new(await VisitPage.PacketAsync(file, visit), await file.StandingEntriesAsync(id));
        List<JobAt> begun = declined.FindAll(progress.WasBegun);
        List<JobAt> jobs = [.. visit.Jobs
            .Where(j => !declined.Contains(j) || begun.Contains(j))
            .Union(agreed.Except(approval.Already))];
        string trouble = begun.Count > 0
            ? "Begun already, and declined: "
                + JobWords.Of(JobCatalogue.Of(visit.Practices), visit.Gear, begun)
                + ". Ring the customer."
            : "";
        if (jobs.Count == 0)
        {
            return "Everything was declined: put the trailer back together and close its visit, or take it back out.";
        }

        try
        {
            await VisitJobs.ChangeAsync(file, visit, jobs, visit.Technicians);
        }
        catch (Refusal changed)
        {
            trouble = $"Not put to the visit by itself, since something has changed: {changed.Message} {trouble}"
                .TrimEnd();
        }

        return trouble;
    }

    private static async Task<string> InBookingAsync(ShopFile file, Approval approval, Guid id)
    {
        Booking booking = await file.Bookings.FirstAsync(b => b.Id == id);
        if (booking.CalledOffAt is not null)
        {
            return "The visit was called off meanwhile: give the customer another day.";
        }

        HashSet<JobAt> declined = [.. approval.Declined.SelectMany(l => l.Jobs)];
        List<JobAt> left = [.. booking.Jobs.Where(j => !declined.Contains(j))];
        if (booking.VisitId is not null)
        {
            return declined.Count == 0 ? "" : "The trailer was in the bay by then: look at the visit’s jobs.";
        }

        if (left.Count == 0)
        {
            return "Everything was declined: call the visit off, or ring the customer.";
        }

        if (left.Count < booking.Jobs.Count)
        {
            Trailer trailer = await file.Trailers.AsNoTracking().FirstAsync(t => t.Id == booking.TrailerId);
            (booking.Jobs, booking.What) = (left, JobWords.Of(await file.CatalogueAsync(), trailer.Gear, left));
        }

        return "";
    }
}
