using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>The jobs of a visit from now on.</summary>
/// <param name="Jobs">The jobs at their places; those left out are dropped.</param>
/// <param name="Technicians">How many technicians: 1 or 2.</param>
/// <param name="Composed">
/// How often the visit had been composed when the list was made: another's change in between is not overwritten.
/// </param>
public sealed record JobsDraft(IReadOnlyList<JobAt> Jobs, int Technicians = 1, int Composed = 0);

/// <summary>What changed jobs would come to, before anybody agrees.</summary>
/// <param name="ExtraMinutes">Minutes more than is left now; less than nothing when it gets shorter.</param>
/// <param name="ExtraInWords">The same in words: "9 min more", "12 min less", "no minute more".</param>
/// <param name="LeftInWords">What would be left to do, in words.</param>
/// <param name="Opens">What comes off that would not have come off otherwise: "brake plate off, axle 1 left".</param>
/// <param name="Again">What is back on already and comes off once more.</param>
/// <param name="WhyNot">Why it can't be done; null when it can.</param>
public sealed record JobsPreview(
    decimal ExtraMinutes,
    string ExtraInWords,
    string LeftInWords,
    IReadOnlyList<string> Opens,
    IReadOnlyList<string> Again,
    string? WhyNot);

/// <summary>Jobs added to a visit at work, and dropped from it.</summary>
internal static class VisitJobs
{
    internal static void MapVisitJobs(this RouteGroupBuilder bay)
    {
        bay.MapPut("/visits/{id:guid}/jobs", PutAsync).Needs(Right.Work);
        bay.MapPost("/visits/{id:guid}/jobs/preview", PreviewAsync).Needs(Right.See);
    }

    /// <summary>A visit as it stands, against which changes are looked at.</summary>
    internal sealed record VisitAtWork(Visit Visit, Packet Packet, IReadOnlyList<StepEntry> Entries, Learned Learned)
    {
        /// <summary>What it goes by, with whatever work the shop has described since.</summary>
        internal required PracticeChoices Practices { get; init; }

        /// <summary>What other jobs would come to.</summary>
        internal JobsPreview Look(IReadOnlyList<JobAt> jobs, int hands)
        {
            if (Composer.Refusals(Visit.Gear, jobs, Practices).Select(r => r.Sentence).FirstOrDefault() is { } no)
            {
                return new JobsPreview(0, "", "", [], [], no);
            }

            Packet changed = Compose(jobs, hands);
            HashSet<string> settled = [.. Entries.Select(e => e.Key)], there = [.. Packet.Openings.Select(o => o.Id)];
            decimal Left(Packet packet) => packet.Steps.Where(s => !settled.Contains(s.Key)).Sum(s => s.Minutes);
            decimal extra = Left(changed) - Left(Packet);
            string words = Packet.InWords(Math.Abs(extra));
            List<PacketOpening> fresh = [.. changed.Openings.Where(o => !there.Contains(o.Id))];
            static string Say(PacketOpening o) => $"{o.Name}, {o.PlaceSpoken}";
            return new JobsPreview(
                extra,
                extra == 0 ? "no minute more" : extra > 0 ? $"{words} more" : $"{words} less",
                Packet.InWords(Left(changed)),
                [.. fresh.Where(o => !IsAgain(o)).Select(Say)],
                [.. fresh.Where(IsAgain).Select(Say)],
                null);
        }

        internal Packet Compose(IReadOnlyList<JobAt> jobs, int hands) =>
            Composer.Recompose(Packet, Entries, Visit.Gear, Visit.Jobs, jobs, Practices, Learned, hands);

        private static bool IsAgain(PacketOpening opening) => opening.Which.Again;
    }

    internal static async Task<VisitAtWork> StandingAsync(ShopFile file, Visit visit) =>
        new(
            visit,
            await VisitPage.PacketAsync(file, visit),
            await file.StandingEntriesAsync(visit.Id),
            await file.LearnedAsync(visit.TrailerId))
        {
            Practices = await file.PracticesOfAsync(visit)
        };

    /// <summary>
    /// Composes a visit anew for other jobs, in the change set; the caller saves. Refuses (422) jobs that can't be.
    /// </summary>
    internal static async Task ChangeAsync(ShopFile file, Visit visit, IReadOnlyList<JobAt> jobs, int hands)
    {
        if (IsSo(visit, jobs, hands))
        {
            return;
        }

        VisitAtWork standing = await StandingAsync(file, visit);
        VisitStart.Refuse(visit.Gear, jobs, standing.Practices, hands);
        Packet packet = standing.Compose(jobs, hands);
        VisitPacket kept = await file.Packets.FirstAsync(p => p.VisitId == visit.Id);
        kept.Packet = packet;
        visit.Jobs = jobs;
        visit.Practices = standing.Practices.KeptFor(jobs.Select(j => j.Job));
        visit.Technicians = hands;
        visit.Composed++;
    }

    private static bool IsSo(Visit visit, IReadOnlyList<JobAt> jobs, int hands) =>
        visit.Technicians == hands && jobs.ToHashSet().SetEquals(visit.Jobs);

    private static async Task<Ok<VisitAnswer>> PutAsync(
        Guid id,
        JobsDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        if (draft.Composed != visit.Composed && !IsSo(visit, draft.Jobs, draft.Technicians))
        {
            throw Refusal.Conflict(
                "Somebody else has changed this visit's jobs meanwhile: look at them, then ask again.");
        }

        await ChangeAsync(file, visit, draft.Jobs, draft.Technicians);
        await file.SaveChangesAsync();
        await file.ConcludeAsync(visit, clock.Today);
        await file.SaveChangesAsync();
        VisitAnswer answer = await VisitPage.AnswerAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    private static async Task<Ok<JobsPreview>> PreviewAsync(Guid id, JobsDraft draft, ShopFile file)
    {
        Visit visit = await VisitPage.OpenAsync(file, id);
        return TypedResults.Ok((await StandingAsync(file, visit)).Look(
            draft.Jobs,
            Math.Clamp(draft.Technicians, 1, 2)));
    }
}
