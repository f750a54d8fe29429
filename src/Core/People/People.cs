using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.People;

/// <summary>Someone who works in the shop. Every write carries one.</summary>
public sealed class Person
{
    /// <summary>Longest name kept.</summary>
    public const int LongestName = 80;

    /// <summary>
    /// Whoever writes by a link that was given to a customer: one row for all of them, who they say they are stands
    /// with what they wrote.
    /// </summary>
    public static Guid Outsider { get; } = new("01900000-0000-7000-8000-0000000000c0");

    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The name as the shop says it.</summary>
    public required string Name { get; set; }

    /// <summary>False once the person no longer works here; what they did stays theirs.</summary>
    public bool Active { get; set; } = true;

    /// <summary>What they are in the shop, each once; a program is none.</summary>
    public IReadOnlyList<Role> Roles { get; set; } = [Role.Technician];

    /// <summary>What they can do that not everybody can; codes of the day's skills.</summary>
    public IReadOnlyList<Skill> Skills { get; set; } = [];

    /// <summary>By what they are qualified to inspect, as it is on file; null where nothing is.</summary>
    public Qualification? Qualification { get; set; }

    /// <summary>All they can do: an inspector signs inspections.</summary>
    public IEnumerable<Skill> Can =>
        Roles.Contains(Role.Inspector) ? Skills.Append(Skill.Inspector).Distinct() : Skills;

    /// <summary>Whether it is a program that writes by itself or with a token, and nobody who works here.</summary>
    public bool IsProgram { get; init; }
}

/// <summary>Whoever the trailers belong to.</summary>
public sealed class Customer
{
    /// <summary>Longest name kept.</summary>
    public const int LongestName = 120;

    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>Name; unique in the shop, letter case aside.</summary>
    public required string Name { get; set; }

    /// <summary>Telephone, as written; may be empty.</summary>
    public string Phone { get; set; } = "";

    /// <summary>Mail address, as written; may be empty.</summary>
    public string Mail { get; set; } = "";

    /// <summary>Anything worth knowing; may be empty.</summary>
    public string Note { get; set; } = "";

    /// <summary>Where this customer wants it otherwise than the shop does; usually empty.</summary>
    public PracticeChoices Practices { get; set; } = PracticeChoices.Defaults;

    /// <summary>
    /// How long work on this customer's trailers lasts, where that is otherwise than the shop's: by the rule's code.
    /// Usually empty.
    /// </summary>
    public IReadOnlyDictionary<string, IntervalChoice> Intervals { get; set; } =
        new Dictionary<string, IntervalChoice>();

    /// <summary>When this customer cannot spare any trailer, as the shop wrote it down.</summary>
    public IReadOnlyList<BusyTime> Busy { get; set; } = [];

    /// <summary>
    /// Where the customer's own calendar can be read (iCalendar, RFC 5545): what stands there they cannot spare a
    /// trailer for either. Empty for none.
    /// </summary>
    public string Calendar { get; set; } = "";

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;
}

/// <summary>Days on which a customer cannot spare a trailer.</summary>
/// <param name="From">The first.</param>
/// <param name="To">The last.</param>
/// <param name="Why">Why; may be empty.</param>
public sealed record BusyTime(DateOnly From, DateOnly To, string Why)
{
    /// <summary>
    /// Working days of a week, Monday to Friday, that have to be taken for the week to be: more than half of them.
    /// </summary>
    public const int MostOfAWeek = 3;

    /// <summary>
    /// The Mondays of the weeks that such times take from the planner: those of which they take most working days.
    /// </summary>
    /// <param name="times">The times; they may overlap.</param>
    public static HashSet<DateOnly> WeeksTaken(IEnumerable<BusyTime> times)
    {
        Dictionary<DateOnly, HashSet<DateOnly>> days = [];
        foreach (BusyTime time in times)
        {
            for (DateOnly day = time.From; day <= time.To; day = day.AddDays(1))
            {
                if (day.DayOfWeek is not (DayOfWeek.Saturday or DayOfWeek.Sunday))
                {
                    DateOnly monday = Planning.Weeks.Monday(day);
                    days.TryAdd(monday, []);
                    days[monday].Add(day);
                }
            }
        }

        return [.. days.Where(w => w.Value.Count >= MostOfAWeek).Select(w => w.Key)];
    }
}
