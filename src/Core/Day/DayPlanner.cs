namespace SturdyTinker.Core.Day;

/// <summary>
/// Gives the visits of a day their bays, hours and people: the plan that costs least by <see cref="DayCosts"/>, or the
/// best that was found, with how much better another could be. A pure function: the same day gives the same plan.
/// </summary>
/// <remarks>
/// Every cost grows with a visit's start, but for the one of leaving where it stands. So some best plan has each visit
/// begin where it stands, or as early as its bay, its people and its parts let it (a semi-active schedule; Baker,
/// Introduction to Sequencing and Scheduling, 1974). Visits are placed in the order of their starts: a depth-first
/// search through these, the likeliest first, left where what is still to come costs too much at least; before it a
/// quick one that goes on from the likeliest only, for a plan to beat.
/// </remarks>
public sealed class DayPlanner
{
    /// <summary>Places looked at before the search ends with the best it has.</summary>
    public const int Patience = 20_000;

    // So many go on at each step of the first look. Set by what the bench showed.
    private const int BeamWidth = 40;

    private readonly DayProblem problem;
    private readonly int patience;
    private readonly DayVisit[] visits;
    private readonly DayPerson[] people;
    private readonly int[][][] crews;

    // People who can do the same at the same hours, and whom nobody was told to expect, are alike.
    private readonly int[] alike;
    private readonly DaySlot?[] best;
    private readonly List<(int Minutes, int Work, long Least)> costs = [];
    private long least, open = long.MaxValue;
    private int looked;

    private DayPlanner(DayProblem problem, int patience)
    {
        (this.problem, this.patience) = (problem, patience);

        // Whatever order they are given in: the soonest promised, then the longest first.
        visits = [.. problem.Visits
            .OrderByDescending(v => v.Running || v.Pinned)
            .ThenBy(v => v.Promised ?? int.MaxValue)
            .ThenByDescending(v => v.Minutes)
            .ThenBy(v => v.Id)];
        people = [.. problem.People.OrderBy(p => p.Id)];
        crews = [.. visits.Select(CrewsFor)];
        HashSet<Guid> told = [.. visits.SelectMany(v => v.Stands?.People ?? [])];
        string Kind(int p) => told.Contains(people[p].Id)
            ? $"{people[p].Id}"
            : FormattableString.Invariant(
                $"{people[p].From} {people[p].To} {people[p].Alone} {string.Join(' ', people[p].Skills.Order())}");
        string[] kinds = [.. Enumerable.Range(0, people.Length).Select(Kind)];
        alike = [.. kinds.Select(k => Array.IndexOf(kinds, k))];
        best = new DaySlot?[visits.Length];
    }

    /// <summary>Plans a day.</summary>
    /// <param name="problem">The day.</param>
    /// <param name="patience">Places looked at at most.</param>
    public static DayPlan Plan(DayProblem problem, int patience = Patience)
    {
        DayPlanner planner = new(problem, patience);
        planner.least = planner.visits.Length * DayCosts.NoRoom;
        Standing root = new(
            [.. Enumerable.Range(0, planner.visits.Length)],
            new int[problem.Bays],
            [.. planner.people.Select(p => p.From)],
            0,
            -1,
            -1);
        planner.Beam(root);
        planner.Search(root);
        Dictionary<Guid, DaySlot> slots = [];
        for (int i = 0; i < planner.visits.Length; i++)
        {
            if (planner.best[i] is { } slot)
            {
                slots[planner.visits[i].Id] = slot;
            }
        }

        return new DayPlan(slots, planner.least, Math.Min(planner.least, planner.open));
    }

    /// <summary>What a plan costs; the plan can be had.</summary>
    /// <param name="problem">The day.</param>
    /// <param name="slots">Where each visit is, by its id.</param>
    public static long CostOf(DayProblem problem, IReadOnlyDictionary<Guid, DaySlot> slots) =>
        problem.Visits.Sum(v => slots.TryGetValue(v.Id, out DaySlot? slot)
            ? CostOf(problem, v, slot.Bay, slot.Start, slot.People)
            : DayCosts.NoRoom);

    /// <summary>Why a plan cannot be had, in a sentence; null where it can.</summary>
    /// <param name="problem">The day.</param>
    /// <param name="slots">Where each visit is, by its id.</param>
    /// <param name="of">The one visit to look at; null for all.</param>
    public static string? WhyNot(DayProblem problem, IReadOnlyDictionary<Guid, DaySlot> slots, Guid? of = null)
    {
        (DayVisit Visit, DaySlot Slot)[] placed = [.. problem.Visits
            .Where(v => slots.ContainsKey(v.Id))
            .Select(v => (v, slots[v.Id]))];
        foreach ((DayVisit visit, DaySlot slot) in placed.Where(p => of is null || p.Visit.Id == of))
        {
            int end = EndOf(problem, visit, slot.Start);
            DayPerson?[] crew = [.. slot.People.Select(id => problem.People.FirstOrDefault(p => p.Id == id))];
            string? wrong = slot.Bay < 0 || slot.Bay >= problem.Bays ? "There is no such bay."
                : slot.Start < FirstStart(problem, visit)
                    ? "It cannot begin so early: it is not there, or its parts are not."
                : slot.Start >= problem.Minutes ? "The shop is closed by then."
                : Array.Exists(crew, p => p is null) ? "Somebody who is to work on it is not there that day."
                : Array.Exists(crew, p => p!.From > slot.Start || p.To < end)
                    ? "Somebody who is to work on it is not there all the while."
                : !CanDo(visit, crew!) ? WhyNoCrew(visit)
                : visit is { Pinned: true, Stands: { } stands } && stands != slot
                    ? "Somebody has said that it stays where it is."
                : visit is { Running: true, Stands: { } begun } && (begun.Bay != slot.Bay || begun.Start != slot.Start)
                    ? "It is being worked on where it is."
                : null;
            if (wrong is not null)
            {
                return wrong;
            }
        }

        for (int i = 0; i < placed.Length; i++)
        {
            for (int j = i + 1; j < placed.Length; j++)
            {
                ((DayVisit a, DaySlot at), (DayVisit b, DaySlot then)) = (placed[i], placed[j]);
                if (of is not null && a.Id != of && b.Id != of)
                {
                    continue;
                }

                if (at.Start < EndOf(problem, b, then.Start) && then.Start < EndOf(problem, a, at.Start))
                {
                    if (at.Bay == then.Bay)
                    {
                        return "Another trailer stands in this bay then.";
                    }

                    if (at.People.Intersect(then.People).Any())
                    {
                        return "Somebody who is to work on it works on another one then.";
                    }
                }
            }
        }

        return null;
    }

    private static string WhyNoCrew(DayVisit visit) =>
        visit.Hands == 2 ? "It wants two people, one of them no apprentice, who can do what it asks for."
            : visit.Skills.Count > 0
                ? $"It wants somebody who can do {string.Join(" and ", visit.Skills.Select(Skills.InWords))}."
                : "It wants one person, who is no apprentice.";

    // Where the search stands: what is left, when each bay and everybody is free again, what it has cost so far.
    private sealed record Standing(int[] Left, int[] Bays, int[] Free, long Cost, int Start, int Visit)
    {
        public Standing? Before { get; init; }

        public DaySlot? Slot { get; init; }

        public long Bound { get; init; }
    }

    // To leave all that is left for another day is always a plan.
    private void Offer(Standing at)
    {
        long cost = at.Cost + (at.Left.Length * DayCosts.NoRoom);
        if (cost >= least)
        {
            return;
        }

        least = cost;
        Array.Clear(best);
        for (Standing? one = at; one?.Slot is not null; one = one.Before)
        {
            best[one.Visit] = one.Slot;
        }
    }

    // A good plan first: of all that stand equally far, the likeliest go on.
    private void Beam(Standing root)
    {
        List<Standing> now = [root];
        while (now.Count > 0)
        {
            List<Standing> next = [];
            foreach (Standing one in now)
            {
                Offer(one);
                next.AddRange(Next(one));
            }

            next.RemoveAll(s => s.Bound >= least);
            next.Sort(Likelier);
            now = next.Count > BeamWidth ? next[..BeamWidth] : next;
        }
    }

    private void Search(Standing at)
    {
        Offer(at);
        List<Standing> next = Next(at);
        next.Sort(Likelier);
        foreach (Standing one in next)
        {
            if (one.Bound >= least)
            {
                // The rest are no better.
                return;
            }

            if (looked >= patience)
            {
                open = Math.Min(open, one.Bound);
                return;
            }

            looked++;
            Search(one);
        }
    }

    private static int Likelier(Standing a, Standing b) =>
        (a.Bound, a.Start, a.Visit, a.Slot!.Bay).CompareTo((b.Bound, b.Start, b.Visit, b.Slot!.Bay)) is not 0 and var by
            ? by
            : a.Slot.People[0].CompareTo(b.Slot.People[0]);

    // Every visit that can be placed next, at every place and with everybody that makes a difference.
    private List<Standing> Next(Standing at)
    {
        List<Standing> next = [];
        HashSet<(int, int, int, int)> tried = [];
        foreach (int v in at.Left)
        {
            foreach (int bay in BaysFor(v, at.Left, at.Bays))
            {
                tried.Clear();
                foreach (int[] crew in crews[v])
                {
                    (int Kind, int Free) first = (alike[crew[0]], at.Free[crew[0]]),
                        last = (alike[crew[^1]], at.Free[crew[^1]]);
                    (first, last) = first.CompareTo(last) <= 0 ? (first, last) : (last, first);
                    if (!tried.Add((first.Kind, first.Free, last.Kind, last.Free)))
                    {
                        continue;
                    }

                    int earliest = Math.Max(FirstStart(problem, visits[v]), at.Bays[bay]);
                    foreach (int p in crew)
                    {
                        earliest = Math.Max(earliest, at.Free[p]);
                    }

                    foreach (int start in StartsFor(visits[v], bay, earliest))
                    {
                        bool inOrder = start > at.Start || (start == at.Start && v > at.Visit);
                        if (inOrder && There(v, crew, start))
                        {
                            next.Add(Placed(at, v, bay, start, crew));
                        }
                    }
                }
            }
        }

        return next;
    }

    private Standing Placed(Standing at, int v, int bay, int start, int[] crew)
    {
        Guid[] ids = [.. crew.Select(p => people[p].Id)];
        int end = EndOf(problem, visits[v], start);
        int[] bays = [.. at.Bays], free = [.. at.Free], left = new int[at.Left.Length - 1];
        bays[bay] = end;
        foreach (int p in crew)
        {
            free[p] = end;
        }

        for (int i = 0, j = 0; i < at.Left.Length; i++)
        {
            if (at.Left[i] != v)
            {
                left[j++] = at.Left[i];
            }
        }

        long cost = at.Cost + CostOf(problem, visits[v], bay, start, ids);
        return new Standing(left, bays, free, cost, start, v)
        {
            Before = at,
            Slot = new DaySlot(bay, start, ids),
            Bound = cost + Bound(left, bays, free, start),
        };
    }

    // What those left cost at least: each by itself, in the first bay and with the first people that are free; and of
    // what does not go into all the minutes that are left, some are left or stay over night.
    private long Bound(int[] left, int[] bays, int[] free, int from)
    {
        int firstBay = bays.Min();
        long bayMinutes = 0, workMinutes = 0;
        foreach (int bay in bays)
        {
            bayMinutes += Math.Max(0, problem.Minutes - Math.Max(bay, from));
        }

        for (int p = 0; p < people.Length; p++)
        {
            workMinutes += Math.Max(0, people[p].To - Math.Max(free[p], from));
        }

        costs.Clear();
        long sum = 0, withoutNights = 0;
        foreach (int v in left)
        {
            DayVisit visit = visits[v];
            int start = Math.Max(Math.Max(FirstStart(problem, visit), firstBay), from), with = int.MaxValue;
            foreach (int[] others in crews[v])
            {
                int theirs = 0;
                foreach (int p in others)
                {
                    theirs = Math.Max(theirs, free[p]);
                }

                with = Math.Min(with, theirs);
            }

            start = Math.Max(start, with);
            long own = DayCosts.NoRoom;
            if (with < int.MaxValue && start < problem.Minutes)
            {
                own = Math.Min(own, visit.Stands is not { } stands ? TimeCost(problem, visit, start)
                    : stands.Start >= start ? Math.Min(
                        TimeCost(problem, visit, stands.Start),
                        TimeCost(problem, visit, start) + DayCosts.OtherHour)
                    : TimeCost(problem, visit, start) + DayCosts.OtherHour);
            }

            // Nights are counted with the visits, or with the minutes that are left, whatever is more.
            long night = start + visit.Minutes > problem.Minutes ? DayCosts.OverNight : 0;
            long withoutNight = Math.Max(0, own - night);
            sum += own;
            withoutNights += withoutNight;
            costs.Add((visit.Minutes, visit.Hands * visit.Minutes, withoutNight));
        }

        return Math.Max(sum, withoutNights + Crowded(bayMinutes, workMinutes));
    }

    // At most one visit a bay stays over night, and takes what it takes beyond the day from nobody. For each number of
    // these: how many of the others fit at most, and what it costs at least that the rest do not.
    private long Crowded(long bayMinutes, long workMinutes)
    {
        long all = 0, hands = 0;
        foreach ((int minutes, int work, _) in costs)
        {
            (all, hands) = (all + minutes, hands + work);
        }

        if (costs.Count == 0 || (all <= bayMinutes && hands <= workMinutes))
        {
            return 0;
        }

        int[] byMinutes = [.. costs.Select(c => c.Minutes).Order()], byWork = [.. costs.Select(c => c.Work).Order()];
        long[] saved = [.. costs.Select(c => DayCosts.NoRoom - c.Least).Order()];
        long best = long.MaxValue;
        for (int nights = 0; nights <= problem.Bays; nights++)
        {
            long room = bayMinutes, work = workMinutes;
            for (int i = 1; i <= nights && i <= costs.Count; i++)
            {
                (room, work) = (room + byMinutes[^i], work + byWork[^i]);
            }

            int fit = Math.Min(Fit(byMinutes, room), Fit(byWork, work));
            long cost = nights * DayCosts.OverNight;
            for (int i = 0; i < costs.Count - fit; i++)
            {
                cost += saved[i];
            }

            best = Math.Min(best, cost);
        }

        return best;
    }

    private static int Fit(int[] ascending, long room)
    {
        int fit = 0;
        foreach (int one in ascending)
        {
            room -= one;
            if (room < 0)
            {
                break;
            }

            fit++;
        }

        return fit;
    }

    // Bays that are alike for all that is left are one.
    private IEnumerable<int> BaysFor(int v, int[] left, int[] bays)
    {
        if (Fixed(visits[v]) is { } stays)
        {
            yield return stays.Bay;
            yield break;
        }

        for (int bay = 0; bay < bays.Length; bay++)
        {
            bool told = Array.Exists(left, l => visits[l].Stands?.Bay == bay);
            bool alike = false;
            for (int other = 0; !told && other < bay; other++)
            {
                alike |= bays[other] == bays[bay] && !Array.Exists(left, l => visits[l].Stands?.Bay == other);
            }

            if (!alike)
            {
                yield return bay;
            }
        }
    }

    private static IEnumerable<int> StartsFor(DayVisit visit, int bay, int earliest)
    {
        if (Fixed(visit) is { } stays)
        {
            if (stays.Start >= earliest && stays.Bay == bay)
            {
                yield return stays.Start;
            }

            yield break;
        }

        yield return earliest;
        if (visit.Stands is { } stands && stands.Start > earliest)
        {
            yield return stands.Start;
        }
    }

    private bool There(int v, int[] crew, int start)
    {
        if (start >= problem.Minutes)
        {
            return false;
        }

        int end = EndOf(problem, visits[v], start);
        return Array.TrueForAll(crew, p => people[p].From <= start && people[p].To >= end);
    }

    private int[][] CrewsFor(DayVisit visit)
    {
        List<int[]> all = [];
        for (int a = 0; a < people.Length; a++)
        {
            if (visit.Hands == 1)
            {
                all.Add([a]);
                continue;
            }

            for (int b = a + 1; b < people.Length; b++)
            {
                all.Add([a, b]);
            }
        }

        return [.. all.Where(crew => CanDo(visit, [.. crew.Select(p => people[p])])
            && (visit is not { Pinned: true, Stands: { } pinned }
                || pinned.People.Order().SequenceEqual(crew.Select(p => people[p].Id).Order())))];
    }

    private static bool CanDo(DayVisit visit, DayPerson[] crew) =>
        crew.Length == visit.Hands
            && Array.Exists(crew, p => p.Alone)
            && visit.Skills.All(s => Array.Exists(crew, p => p.Skills.Contains(s)));

    // Where it has to be, in its bay at its hour; null where that is open.
    private static DaySlot? Fixed(DayVisit visit) => visit.Pinned || visit.Running ? visit.Stands : null;

    private static int FirstStart(DayProblem problem, DayVisit visit) =>
        Fixed(visit)?.Start ?? Math.Max(problem.Now, visit.Ready);

    /// <summary>The minute it leaves its bay and its people at: the day's end where it stays over night.</summary>
    internal static int EndOf(DayProblem problem, DayVisit visit, int start) =>
        Math.Min(problem.Minutes, start + visit.Minutes);

    private static long CostOf(
        DayProblem problem,
        DayVisit visit,
        int bay,
        int start,
        IReadOnlyList<Guid> crew)
    {
        long cost = TimeCost(problem, visit, start);
        return visit.Stands is not { } stands ? cost
            : cost
                + (stands.Start == start ? 0 : DayCosts.OtherHour)
                + (stands.Bay == bay ? 0 : DayCosts.OtherBay)
                + (crew.Count(p => !stands.People.Contains(p)) * DayCosts.OtherPerson);
    }

    private static long TimeCost(DayProblem problem, DayVisit visit, int start)
    {
        int end = start + visit.Minutes;
        int late = visit.Promised is { } promised ? Math.Max(0, end - promised) : 0;
        return (start * DayCosts.LaterMinute)
            + (late > 0 ? DayCosts.Broken + (late * DayCosts.LateMinute) : 0)
            + (end > problem.Minutes ? DayCosts.OverNight : 0);
    }
}
