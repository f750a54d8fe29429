using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Store;

/// <summary>Counts what was found over a stretch of time, within the file.</summary>
public static class FoundInTime
{
    private sealed record Row(string About, string Verdict, int Count);

    /// <summary>
    /// Everything seen or measured to be Renew or Hold in visits closed since a moment, by subsystem; each subsystem is
    /// there.
    /// </summary>
    public static async Task<IReadOnlyList<SubsystemFound>> FoundSinceAsync(
        this ShopFile file,
        DateTimeOffset since,
        CancellationToken stop)
    {
        // As the file keeps a moment.
        long from = (long)new DateTimeOffsetToBinaryConverter().ConvertToProvider(since)!;
        List<Row> seen = await file.Database.SqlQuery<Row>(
            $"""
            SELECT f.Subject AS About, json_extract(f.Judgement, '$.value.verdict') AS Verdict, COUNT(*) AS Count
            FROM Visits v JOIN Findings f ON f.VisitId = v.Id
            WHERE v.ClosedAt >= {from} AND json_extract(f.Judgement, '$.value.verdict') IN ('Renew', 'Hold')
            GROUP BY 1, 2
            """).ToListAsync(stop);
        List<Row> measured = await file.Database.SqlQuery<Row>(
            $"""
            SELECT r.Kind AS About, json_extract(r.Judgement, '$.value.verdict') AS Verdict, COUNT(*) AS Count
            FROM Visits v JOIN Readings r ON r.VisitId = v.Id
            WHERE v.ClosedAt >= {from} AND json_extract(r.Judgement, '$.value.verdict') IN ('Renew', 'Hold')
            GROUP BY 1, 2
            """).ToListAsync(stop);
        return SubsystemFound.Of(seen.Select(r => (Enum.Parse<Subject>(r.About), r))
            .Concat(
                from row in measured
                let kind = ReadingKinds.Find(row.About)
                where kind is not null
                select (kind.Subject, row))
            .Select(p => (p.Item1, Enum.Parse<Verdict>(p.Item2.Verdict), p.Item2.Count)));
    }
}
