using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Store;

/// <summary>Writes down what closing a visit comes to.</summary>
public static class Closings
{
    /// <summary>
    /// Closes a visit in the change set: the visit itself, the work done, the checks it settles, the checks it leaves,
    /// and how
    /// long its steps took. The caller saves and refreshes the standing.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit, tracked.</param>
    /// <param name="looks">Everything seen and measured in it.</param>
    /// <param name="result">What closing comes to; without a refusal.</param>
    /// <param name="entries">The entries that stand.</param>
    /// <param name="person">Who closes it.</param>
    /// <param name="at">When.</param>
    /// <param name="releasedBecause">
    /// Why a trailer on Hold leaves; kept only when there was something to release.
    /// </param>
    public static async Task CloseAsync(
        this ShopFile file,
        Visit visit,
        VisitObservations looks,
        ClosingResult result,
        IEnumerable<StepEntry> entries,
        Guid person,
        DateTimeOffset at,
        string? releasedBecause)
    {
        DateOnly day = DateOnly.FromDateTime(at.DateTime);
        visit.ClosedAt = at;
        visit.ClosedBy = person;
        await file.TellAsync(HookEvent.VisitClosed, visit.TrailerId, visit.Id);
        file.BoardSlots.RemoveRange(file.BoardSlots.Where(s => s.Id == visit.Id));
        visit.Conclusions = looks.TogetherAfter(result.Renewals);
        foreach ((Finding finding, Renewal by) in looks.Mended(result.Renewals).ToList())
        {
            (await file.Findings.FindAsync(finding.Id))!.Mended = by.InWords;
        }

        if (result.OnHold)
        {
            file.Releases.Add(new Release
            {
                Id = Guid.CreateVersion7(at),
                TrailerId = visit.TrailerId,
                VisitId = visit.Id,
                Reason = releasedBecause!.Trim(),
                Holds = result.Holds,
                At = at,
                PersonId = person
            });
        }

        file.WorkDone.AddRange(result.DoneAlong(JobCatalogue.Of(visit.Practices), visit.Gear).Select(j => new WorkDone
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            Job = j.Job,
            Place = j.Place,
            On = day,
            DoneAt = at
        }));
        await SettleAsync(file, visit, result, person, at);
        file.FollowUps.AddRange(result.FollowUps.Select(f => FollowUp.Left(
            visit,
            f.Rule,
            day,
            (f.DueOn, f.Reason),
            Guid.CreateVersion7(at))));
        await LearnAsync(file, entries);
    }

    // What the work itself settles, and what it leaves anew in the place of an earlier visit's.
    private static async Task SettleAsync(
        ShopFile file,
        Visit visit,
        ClosingResult result,
        Guid by,
        DateTimeOffset at)
    {
        List<FollowUp> owed = result.Settles.Count == 0 && result.FollowUps.Count == 0 ? [] : await file.FollowUps
            .Where(f => f.TrailerId == visit.TrailerId && f.DoneAt == null)
            .ToListAsync();
        if (owed.Count == 0)
        {
            return;
        }

        // Only what is left anew can take an earlier one's place: of other visits nothing has to be read.
        ILookup<string, string> now = Closing.LeftAt(visit.Gear, visit.Practices, result.Done);
        List<Guid> left = [.. owed.Where(f => now.Contains(f.Rule)).Select(f => f.VisitId).Distinct()];
        ILookup<Guid, WorkDone> work = (await file.WorkDone
            .AsNoTracking()
            .Where(w => w.VisitId != null && left.Contains(w.VisitId.Value))
            .ToListAsync()).ToLookup(w => w.VisitId!.Value);
        Dictionary<Guid, ILookup<string, string>> before = (await file.Visits
            .AsNoTracking()
            .Where(v => left.Contains(v.Id))
            .ToListAsync()).ToDictionary(
                v => v.Id,
                v => Closing.LeftAt(v.Gear, v.Practices, work[v.Id].Select(w => new JobAt(w.Job, w.Place))));
        foreach (FollowUp check in FollowUp.Settled(owed, result.Settles).Union(FollowUp.Replaced(
            owed,
            now,
            id => before[id])))
        {
            check.DoneAt = at;
            check.DoneBy = by;
        }
    }

    private static async Task LearnAsync(ShopFile file, IEnumerable<StepEntry> entries)
    {
        foreach (var family in entries
            .Where(e => e.SkippedBecause is null && e.Seconds is > 0)
            .OrderBy(e => e.At)
            .GroupBy(e => PacketStep.FamilyOf(e.Key)))
        {
            StepTimes? times = await file.StepTimes.FindAsync(family.Key);
            if (times is null)
            {
                file.StepTimes.Add(times = new StepTimes { Family = family.Key });
            }

            times.Seconds = [.. times.Seconds
                .Concat(family.Select(e => e.Seconds!.Value))
                .TakeLast(LearnedMinutes.Kept)];
        }
    }

    /// <summary>What the shop, and this trailer at its earlier visits, have taught.</summary>
    public static async Task<Learned> LearnedAsync(this ShopFile file, Guid trailerId) =>
        new(await file.LearnedMinutesAsync(), await file.SocketsAsync(trailerId))
        {
            Torques = await file.TorquesAsync(trailerId)
        };

    /// <summary>The sockets that fitted a trailer, by what they are for; the newest word counts.</summary>
    public static async Task<Dictionary<string, string>> SocketsAsync(this ShopFile file, Guid trailerId)
    {
        var fitted = await (from entry in file.StepEntries.AsNoTracking()
                            join visit in file.Visits on entry.VisitId equals visit.Id
                            where visit.TrailerId == trailerId && entry.Socket != null && entry.UndoneAt == null
                            orderby entry.At
                            select new { entry.Key, entry.Socket }).ToListAsync();
        Dictionary<string, string> sockets = [];
        foreach (var one in fitted)
        {
            if (JobCatalogue.SocketOf(PacketStep.FamilyOf(one.Key)) is { } what)
            {
                sockets[what] = one.Socket!;
            }
        }

        return sockets;
    }

    /// <summary>The torque figures typed for a trailer, by the fastener's code.</summary>
    public static async Task<Dictionary<string, TorqueRange>> TorquesAsync(this ShopFile file, Guid trailerId) =>
        (await file.TorqueFigures
            .AsNoTracking()
            .Where(f => f.TrailerId == trailerId)
            .ToListAsync()).ToDictionary(f => f.Fastener, f => f.Range);

    /// <summary>How long steps take here, by their family, where there were enough to say.</summary>
    public static async Task<Dictionary<string, LearnedMinutes>> LearnedMinutesAsync(this ShopFile file)
    {
        Dictionary<string, LearnedMinutes> minutes = [];
        foreach (StepTimes times in await file.StepTimes.AsNoTracking().ToListAsync())
        {
            if (LearnedMinutes.Of(times.Seconds) is { } median)
            {
                minutes[times.Family] = median;
            }
        }

        return minutes;
    }
}
