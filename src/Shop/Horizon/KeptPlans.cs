using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Status;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>What is kept of a trailer's line: all of it that takes planning.</summary>
internal sealed record KeptLine(
    IReadOnlyList<DueMark> Marks,
    IReadOnlyList<VisitOnLine> Visits,
    string? Trouble);

/// <summary>What is kept of the whole plan.</summary>
internal sealed record KeptHead(
    DateOnly Today,
    DateOnly First,
    IReadOnlyList<BayWeekAnswer> Weeks,
    decimal MinutesSaved,
    string? Shortage);

/// <summary>Reads and writes the plan that is kept in the shop's file.</summary>
internal static class KeptPlans
{
    /// <summary>Goes up with every change of a line's or the head's shape, and of what is said there.</summary>
    private const int Shape = 2;

    // So many lines are written at once: a technician's tick waits no longer than for these.
    private const int AtOnce = 100;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) }
    };

    /// <summary>The edition of what is kept: of its shape, and of how plans are made.</summary>
    internal static int Edition => (TrailerPlanner.Edition * 1_000) + (TrailerStatus.Edition * 10) + Shape;

    /// <summary>A line as it is kept; null where it cannot be read, and is made anew before long.</summary>
    internal static KeptLine? Line(string? kept) => Read<KeptLine>(kept);

    /// <summary>The head as it is kept, and when it was made; null where there is none.</summary>
    internal static async Task<(KeptHead Head, DateTimeOffset At)?> HeadAsync(ShopFile file, CancellationToken stop) =>
        await file.ShopPlans.AsNoTracking().FirstOrDefaultAsync(p => p.Edition == Edition, stop) is { } row
            && Read<KeptHead>(row.Head) is { } head
            ? (head, row.MadeAt)
            : null;

    /// <summary>What there is of earlier plans, by trailer.</summary>
    internal static async Task<Dictionary<Guid, Kept>> AllAsync(ShopFile file, CancellationToken stop) =>
        await file.TrailerPlans
            .AsNoTracking()
            .Where(p => p.Edition == Edition)
            .Select(p => new { p.TrailerId, p.By, p.Units, p.Print })
            .ToDictionaryAsync(p => p.TrailerId, p => new Kept(p.By, p.Units, p.Print), stop);

    /// <summary>The weeks of what is kept; null where they cannot be read.</summary>
    internal static int[][]? Units(Kept kept) => Read<int[][]>(kept.Units);

    /// <summary>
    /// Writes what has changed since it was written last, a batch at a time, and gives way to whoever waits to write.
    /// Broken off, some lines are newer than others; the next round writes the rest.
    /// </summary>
    /// <param name="file">The shop's file.</param>
    /// <param name="board">The plan.</param>
    /// <param name="at">When it was made.</param>
    /// <param name="known">What is written already; brought up to date.</param>
    /// <param name="writers">Who is given way to.</param>
    /// <param name="stop">Ends it after a batch.</param>
    internal static async Task WriteAsync(
        ShopFile file,
        Board board,
        DateTimeOffset at,
        Dictionary<Guid, Kept> known,
        Writers writers,
        CancellationToken stop)
    {
        TrailerPlanRow?[] rows = new TrailerPlanRow?[board.Trailers.Count];
        Parallel.For(0, rows.Length, i => rows[i] = Changed(board, i, known.GetValueOrDefault(board.Trailers[i].Id)));
        foreach (TrailerPlanRow[] batch in rows.OfType<TrailerPlanRow>().Chunk(AtOnce))
        {
            // A trailer may have been given up since.
            Guid[] ids = [.. batch.Select(r => r.TrailerId)];
            Dictionary<Guid, bool> there = await file.Trailers
                .Where(t => ids.Contains(t.Id))
                .Select(t => new { t.Id, Kept = file.TrailerPlans.Any(p => p.TrailerId == t.Id) })
                .ToDictionaryAsync(t => t.Id, t => t.Kept, stop);
            foreach (TrailerPlanRow row in batch.Where(r => there.ContainsKey(r.TrailerId)))
            {
                file.Entry(row).State = there[row.TrailerId] ? EntityState.Modified : EntityState.Added;
            }

            await file.SaveChangesAsync(stop);
            file.ChangeTracker.Clear();
            foreach (TrailerPlanRow row in batch)
            {
                known[row.TrailerId] = new Kept(row.By, row.Units, row.Print);
            }

            await writers.GiveWayAsync(stop);
        }

        PlanInputsRow? inputs = await file.PlanInputs.SingleOrDefaultAsync(stop);
        if (inputs is null)
        {
            file.PlanInputs.Add(new PlanInputsRow { Inputs = board.Inputs });
        }
        else if (!inputs.Inputs.IsLike(board.Inputs))
        {
            inputs.Inputs = board.Inputs;
        }

        string head = JsonSerializer.Serialize(HeadOf(board), Json);
        ShopPlanRow? whole = await file.ShopPlans.SingleOrDefaultAsync(stop);
        if (whole is null)
        {
            file.ShopPlans.Add(whole = new ShopPlanRow());
        }

        if (whole.Head != head || whole.Edition != Edition)
        {
            (whole.Head, whole.Edition, whole.MadeAt) = (head, Edition, at);
        }

        await file.SaveChangesAsync(stop);
        file.ChangeTracker.Clear();
    }

    private static TrailerPlanRow? Changed(Board board, int index, Kept? known)
    {
        BoardTrailer trailer = board.Trailers[index];
        PlanDraft alone = board.Alone[index];
        HorizonLine shown = HorizonPage.OfTrailer(board, index);
        string line = JsonSerializer.Serialize(new KeptLine(shown.Marks, shown.Visits, shown.Trouble), Json);
        TrailerPlanRow row = new()
        {
            TrailerId = trailer.Id,
            Edition = Edition,
            By = alone.By,
            Units = JsonSerializer.Serialize(alone.Kept, Json),
            WeekOrder = board.Plan.Plans[index].Visits is [var next, ..] ? next.Week.DayNumber : int.MaxValue,
            Axles = trailer.Gear.Axles,
            Overdue = shown.Overdue,
            Print = Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(
                FormattableString.Invariant($"{shown.Overdue} {trailer.Gear.Axles} {line}")))),
            Line = line,
        };
        return known == new Kept(row.By, row.Units, row.Print) ? null : row;
    }

    private static KeptHead HeadOf(Board board)
    {
        DateOnly end = board.Planner.First.AddDays(7 * HorizonPage.WeeksShown);
        return new KeptHead(
            board.Today,
            board.Planner.First,
            [.. board.Plan.Weeks.Take(HorizonPage.WeeksShown).Select(w => HorizonPage.OfWeek(board, w))],
            board.Plan.Plans.Sum(p => p.Visits.Where(v => v.Week < end).Sum(v => v.MinutesSaved)),
            board.Plan.Shortage is { } shortage
                ? FormattableString.Invariant($"By the end of the week of {shortage.Through:MMMM d}, ")
                    + FormattableString.Invariant($"{shortage.Must / 60:0.#} h have to be done by law, a Hold or an ")
                    + FormattableString.Invariant($"accepted day; the bays have {shortage.Open / 60:0.#} h until then. ")
                    + FormattableString.Invariant($"No plan avoids {shortage.Over / 60:0.#} h over.")
                : null);
    }

    private static T? Read<T>(string? json)
        where T : class
    {
        try
        {
            return string.IsNullOrEmpty(json) ? null : JsonSerializer.Deserialize<T>(json, Json);
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>What is kept of a trailer's plan, its line by its digest.</summary>
    internal sealed record Kept(string By, string Units, string Print);
}
