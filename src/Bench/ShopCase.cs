using System.Text.Json;
using System.Text.Json.Nodes;
using SturdyTinker.Core.Planning;

namespace SturdyTinker.Bench;

/// <summary>
/// A shop whose bays would be nine tenths full if each trailer were alone, as its bound knows it: without what owners
/// do themselves, which rides along where there is room, and without trailers that come together.
/// </summary>
/// <param name="Planner">What plans it.</param>
/// <param name="Cases">Its trailers.</param>
/// <param name="Hours">When its bays are open.</param>
/// <param name="Today">The day it is planned on.</param>
internal sealed record ShopCase(TrailerPlanner Planner, List<TrailerCase> Cases, OpenHours Hours, DateOnly Today)
{
    /// <summary>Name and edition of the form it is written in.</summary>
    private const string Format = "sturdy-tinker/shop-problem/1";

    /// <summary>Such a shop of some trailers.</summary>
    internal static ShopCase Of(List<TrailerCase> cases, DateOnly today)
    {
        List<TrailerCase> shops = [.. cases.Select(c => c with { Coming = [.. c.Shops] })];
        TrailerPlanner planner = new(today, TrailerPlanner.UsualWeeks, PlanCosts.Usual with { Convoy = 0 });
        return new ShopCase(planner, shops, Enough(planner, shops, 0.9m), today);
    }

    /// <summary>As many bays as keep a shop so full, by what its trailers need if each were alone.</summary>
    /// <param name="planner">What plans them.</param>
    /// <param name="cases">The trailers, or some of them.</param>
    /// <param name="full">How full: over 0.</param>
    /// <param name="times">How many times as many trailers there are.</param>
    internal static OpenHours Enough(TrailerPlanner planner, List<TrailerCase> cases, decimal full, decimal times = 1)
    {
        decimal[] minutes = new decimal[cases.Count];
        Parallel.For(
            0,
            cases.Count,
            i => minutes[i] = planner.Plan(cases[i], []).Visits.Sum(v => v.Minutes));
        decimal week = minutes.Sum() * times / planner.WeeksPlanned / full;
        decimal bays = Math.Max(1, Math.Ceiling(week / (5 * 480)));
        decimal hours = Math.Round(week / 5 / 60 / bays, 2);
        return new OpenHours
        {
            Bays = (int)bays,
            People = (int)bays,
            Hours = [hours, hours, hours, hours, hours, 0, 0]
        };
    }

    /// <summary>Its plan.</summary>
    internal WholePlan Plan() => BayWeeks.Plan(Planner, Cases, Hours, [], Today);

    /// <summary>Each trailer planned as if it were alone.</summary>
    internal PlanDraft[] Drafts()
    {
        PlanDraft[] drafts = new PlanDraft[Cases.Count];
        int[] shut = Planner.Shut(Hours, Today);
        Parallel.For(0, Cases.Count, i => drafts[i] = Planner.Draft(Cases[i], shut));
        return drafts;
    }

    /// <summary>Writes its problem, with what a plan of ours costs and takes (docs/planning-problem.md).</summary>
    internal string Write(WholePlan plan, double seconds) => JsonSerializer.Serialize(new
    {
        format = Format,
        minutes = plan.Weeks.Select(w => w.Open - w.Booked),
        most = plan.Weeks.Select(w => Math.Max(w.Open, w.Booked + w.Proposed)),
        trailers = Drafts().Select(d => new
        {
            problem = JsonNode.Parse(PlanningForm.Write(d.Terms.Problem)),
            work = d.Work
        }),
        ours = new { cost = plan.Plans.Sum(p => p.Cost), seconds }
    });
}
