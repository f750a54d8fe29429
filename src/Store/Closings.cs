using SturdyTinker.Core.Jobs;

namespace SturdyTinker.Store;

/// <summary>Writes down what closing a visit comes to.</summary>
public static class Closings
{
    /// <summary>Closes a visit in the change set: the visit itself, the work done, the checks owing. The caller saves and refreshes the standing.</summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="visit">The visit, tracked.</param>
    /// <param name="result">What closing comes to; without a refusal.</param>
    /// <param name="by">Who closes it.</param>
    /// <param name="at">When.</param>
    /// <param name="releasedBecause">Why a trailer on Hold leaves; kept only when there was something to release.</param>
    public static void Close(this ShopFile file, Visit visit, ClosingResult result, Guid by, DateTimeOffset at, string? releasedBecause)
    {
        DateOnly day = DateOnly.FromDateTime(at.DateTime);
        visit.ClosedAt = at;
        visit.ClosedBy = by;
        visit.ReleasedBecause = result.OnHold ? releasedBecause!.Trim() : null;
        file.WorkDone.AddRange(result.Done.Select(j => new WorkDone { Id = Guid.CreateVersion7(at), TrailerId = visit.TrailerId, VisitId = visit.Id, Job = j.Job, Place = j.Place, On = day }));
        file.FollowUps.AddRange(result.FollowUps.Select(f => new FollowUp
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            Rule = f.Rule.Code,
            Words = f.Rule.Words,
            From = day,
            DueOn = f.DueOn,
            Reason = f.Reason,
        }));
    }
}
