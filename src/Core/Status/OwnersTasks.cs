using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Status;

/// <summary>What the owner does in between.</summary>
/// <param name="Id">The task.</param>
/// <param name="What">What is to be done, and where.</param>
/// <param name="On">By when.</param>
/// <param name="Why">Why that day: after so many miles, every so many months.</param>
/// <param name="Overdue">Whether that day has passed.</param>
public sealed record OwnersTask(string Id, string What, DateOnly On, string Why, bool Overdue);

/// <summary>What the shop does next.</summary>
/// <param name="What">What, and where.</param>
/// <param name="On">About when.</param>
/// <param name="Why">Why then.</param>
/// <param name="Overdue">Whether that day has passed.</param>
public sealed record NextTold(string What, DateOnly On, string Why, bool Overdue);

/// <summary>What a trailer's owner does between visits, and what the shop does next.</summary>
public static class OwnersTasks
{
    // What the shop does next is told so far ahead.
    private const int Told = 4;

    /// <summary>The owner's, soonest first.</summary>
    /// <param name="status">How the trailer stands.</param>
    /// <param name="today">The day.</param>
    public static IReadOnlyList<OwnersTask> Of(TrailerStatus status, DateOnly today) =>
        [.. status.Upcoming
            .Where(u => u.By == Doer.Owner)
            .OrderBy(u => u.On)
            .Select(u => new OwnersTask(u.Id, u.InWords(), u.On, Why(u), u.On < today))];

    /// <summary>
    /// The owner's until a day in one line, as a letter has it: "Suspension bolts greased by June 3; …". Says so where
    /// there is nothing.
    /// </summary>
    /// <param name="status">How the trailer stands.</param>
    /// <param name="today">The day.</param>
    /// <param name="until">The last day told.</param>
    public static string InOneLine(TrailerStatus status, DateOnly today, DateOnly until)
    {
        string[] told = [.. Of(status, today).Where(t => t.On <= until).Take(Told).Select(t => t.Overdue
            ? $"{t.What}, was due {t.On:MMMM d}"
            : $"{t.What} by {t.On:MMMM d}")];
        return told.Length == 0 ? "nothing" : string.Join("; ", told);
    }

    /// <summary>
    /// The shop's, soonest first: what comes again, wears out or is to be looked at; what was found stands for itself.
    /// </summary>
    /// <param name="status">How the trailer stands.</param>
    /// <param name="today">The day.</param>
    public static IReadOnlyList<NextTold> Next(TrailerStatus status, DateOnly today) =>
        [.. status.Upcoming
            .Where(u => u.By == Doer.Shop && (u.Cause != DueCause.Event || u.NotBefore is not null))
            .OrderBy(u => u.On)
            .Take(Told)
            .Select(u => new NextTold(u.InWords(), u.On, Why(u), u.On < today))];

    // A check owed says after how many miles; of what comes again an owner needs to know how often, and no more.
    private static string Why(Upcoming task) =>
        task.Once ? task.Reason.TrimEnd('.')
            : task.Days < 45 ? FormattableString.Invariant($"about every {task.Days} days")
            : FormattableString.Invariant($"about every {Math.Round(task.Days / 30.4):0} months");
}
