namespace SturdyTinker.Core.Planning;

/// <summary>
/// Brings trailers of one customer together: where another comes in the same week, a trip is saved. Each in turn looks
/// whether it is cheaper to come when others do, in what room there is; kept is only what costs less together.
/// </summary>
public static class Convoys
{
    // So often everybody looks, while anybody still moves; and so many at once, by the same weeks.
    private const int Passes = 2, LargePasses = 1, AtOnce = 8;

    /// <summary>What coming together saves in all.</summary>
    /// <param name="plans">The plans.</param>
    /// <param name="costs">What is reckoned with.</param>
    public static decimal Saved(IEnumerable<TrailerPlan> plans, PlanCosts costs) =>
        costs.TripSaved * Trips(plans).Sum(t => t.Saved);

    /// <summary>
    /// Trips saved, by the Monday of their week: one for each trailer of a customer's in a week but the first.
    /// </summary>
    internal static IEnumerable<(DateOnly Week, int Saved)> Trips(IEnumerable<TrailerPlan> plans) => plans
        .Where(p => p.Customer is not null)
        .SelectMany(p => p.Visits.Select(v => (p.Customer, v.Week)))
        .GroupBy(v => v)
        .Select(together => (together.Key.Week, together.Count() - 1));

    internal static void Gather(Bays bays, IReadOnlyList<TrailerCase> cases, PlanCosts costs)
    {
        double saved = (double)costs.TripSaved;
        int[][] fleets = [.. Enumerable
            .Range(0, cases.Count)
            .Where(i => cases[i].Customer is not null && bays.Drafts[i].Units.Length > 0)
            .GroupBy(i => cases[i].Customer)
            .Select(g => g.ToArray())
            .Where(g => g.Length > 1)];
        if (saved <= 0 || fleets.Length == 0)
        {
            return;
        }

        int weeks = bays.Open.Length;
        int[][] there = [.. fleets.Select(f => Visits(bays, f, weeks))];
        (int Trailer, int Fleet)[] all = [.. fleets.SelectMany((f, number) => f.Select(i => (i, number)))];
        int passes = cases.Count <= BayTolls.Small ? Passes : LargePasses;
        for (int pass = 0, moved = 1; pass < passes && moved > 0; pass++)
        {
            moved = 0;
            foreach ((int Trailer, int Fleet)[] some in all.Chunk(AtOnce))
            {
                PlanDraft?[] offers = new PlanDraft?[some.Length];
                Parallel.For(0, some.Length, s =>
                    offers[s] = Offer(bays, some[s].Trailer, there[some[s].Fleet], saved));
                for (int s = 0; s < some.Length; s++)
                {
                    // What others did a moment ago counts: it is reckoned once more.
                    (int trailer, int fleet) = some[s];
                    PlanDraft before = bays.Drafts[trailer];
                    if (offers[s] is { } plan
                        && Cost(plan, before, there[fleet], saved) < Cost(before, before, there[fleet], saved) - 1e-6
                        && bays.Fits(before, plan, trailer))
                    {
                        Count(before, there[fleet], -1);
                        Count(plan, there[fleet], 1);
                        bays.Put(trailer, plan);
                        moved++;
                    }
                }
            }
        }
    }

    private static PlanDraft? Offer(Bays bays, int trailer, int[] there, double saved)
    {
        double[] less = [.. there.Select(t => t > 0 ? saved : 0)];
        foreach (PlannedVisit visit in bays.Drafts[trailer].Visits)
        {
            less[visit.Week] = there[visit.Week] > 1 ? saved : 0;
        }

        return less.Any(l => l > 0) ? bays.Amended(trailer, less) : null;
    }

    // What a plan costs beside the others of its fleet, among whom it stands as it did before.
    private static double Cost(PlanDraft plan, PlanDraft before, int[] there, double saved) =>
        plan.Cost - (saved * plan.Visits.Count(v =>
            there[v.Week] - (before.Visits.Any(b => b.Week == v.Week) ? 1 : 0) > 0));

    private static int[] Visits(Bays bays, int[] fleet, int weeks)
    {
        int[] there = new int[weeks];
        foreach (int trailer in fleet)
        {
            Count(bays.Drafts[trailer], there, 1);
        }

        return there;
    }

    private static void Count(PlanDraft plan, int[] there, int sign)
    {
        foreach (PlannedVisit visit in plan.Visits)
        {
            there[visit.Week] += sign;
        }
    }
}
