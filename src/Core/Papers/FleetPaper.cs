using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Core.Papers;

/// <summary>A trailer of a fleet over a stretch of time.</summary>
/// <param name="Tag">Its tag.</param>
/// <param name="Name">Its name; may be empty.</param>
/// <param name="Visits">Visits closed in the time.</param>
/// <param name="Labour">What their labour came to.</param>
/// <param name="Parts">What their parts came to, as far as prices are known.</param>
/// <param name="Miles">Road covered in it, in miles; null where nobody knows.</param>
/// <param name="Next">What falls due next; empty for nothing.</param>
/// <param name="NextDue">When; null for nothing.</param>
/// <param name="Holds">Why it is not to be towed; empty where nothing holds it.</param>
/// <param name="Inspected">When it was last inspected as the law asks; null where no inspection is on record.</param>
/// <param name="NeedsInspection">Whether such an inspection is asked of it.</param>
public sealed record FleetTrailer(
    string Tag,
    string Name,
    int Visits,
    decimal Labour,
    decimal Parts,
    decimal? Miles,
    string Next,
    DateOnly? NextDue,
    IReadOnlyList<string> Holds,
    DateOnly? Inspected,
    bool NeedsInspection)
{
    /// <summary>What it cost.</summary>
    public decimal Cost => Labour + Parts;

    /// <summary>
    /// Money for a thousand miles; null where the road is not known, or too short to say it by
    /// (<see cref="RoadCost.Least"/>).
    /// </summary>
    public decimal? PerThousandMiles => RoadCost.PerThousand(Cost, Miles);
}

/// <summary>A month to come.</summary>
/// <param name="First">Its first day.</param>
/// <param name="Visits">Visits planned in it.</param>
/// <param name="Minutes">Their minutes.</param>
/// <param name="Cost">What they would cost, labour and parts as far as prices are known.</param>
public sealed record FleetMonth(DateOnly First, int Visits, decimal Minutes, decimal Cost);

/// <summary>Everything a fleet report tells.</summary>
/// <param name="Customer">Whose fleet.</param>
/// <param name="From">The first day of the time.</param>
/// <param name="To">The last.</param>
/// <param name="Today">The day it is written.</param>
/// <param name="Trailers">The trailers, by tag.</param>
/// <param name="Found">What was found, by subsystem.</param>
/// <param name="Ahead">The next twelve months; null while they are not planned yet.</param>
/// <param name="Untimed">Steps whose time nobody knows: their labour is not counted.</param>
/// <param name="Unpriced">Parts used that have no price: they are not counted.</param>
public sealed record Fleet(
    string Customer,
    DateOnly From,
    DateOnly To,
    DateOnly Today,
    IReadOnlyList<FleetTrailer> Trailers,
    IReadOnlyList<SubsystemFound> Found,
    IReadOnlyList<FleetMonth>? Ahead,
    int Untimed,
    int Unpriced);

/// <summary>What a fleet manager is told of a stretch of time: what it took, how it stands, what is to come.</summary>
public static class FleetPaper
{
    /// <summary>Writes it.</summary>
    /// <param name="fleet">What there is to tell.</param>
    /// <param name="head">The shop.</param>
    public static Paper Of(Fleet fleet, Letterhead head)
    {
        string Money(decimal amount) => Pricing.Money.In(amount, head.Currency);
        List<FleetTrailer> held = [.. fleet.Trailers.Where(t => t.Holds.Count > 0)];
        List<FleetTrailer> overdue = [.. fleet.Trailers.Where(t => t.NextDue < fleet.Today)];
        return head.Write(
            "Fleet report",
            $"{fleet.Customer}, {PaperWords.Of(fleet.From)} to {PaperWords.Of(fleet.To)}",
            fleet.Today,
            fleet.Customer,
            [
                .. held.Select(t => PaperBlock.Warns($"Do not tow {t.Tag}: {string.Join("; ", t.Holds)}.")),
                PaperBlock.Says(Took(fleet, Money)),
                PaperBlock.Says(Stands(overdue.Count, held.Count)),
                .. NotCounted(fleet),
                .. PaperBlock.Of("Trailer by trailer", Trailers(fleet, Money)),
                .. PaperBlock.Of("Overdue", new PaperTable(
                    [new("Trailer", 30), new("What", 50), new("Since", 24)],
                    [.. overdue.OrderBy(t => t.NextDue).Select(t => new[]
                    {
                        Full(t),
                        t.Next,
                        PaperWords.Of(t.NextDue!.Value),
                    })],
                    [])),
                .. PaperBlock.Of("Found in this time", new PaperTable(
                    [new("Where", 50), new("To be renewed", 25, Right: true), new("Held the trailer", 25, Right: true)],
                    [.. fleet.Found.Where(f => f.Renew + f.Hold > 0).Select(f => new[]
                    {
                        f.Where.Words(),
                        FormattableString.Invariant($"{f.Renew}"),
                        FormattableString.Invariant($"{f.Hold}"),
                    })],
                    [])),
                .. Inspections(fleet),
                .. Ahead(fleet, Money),
                PaperBlock.Says("Labour is by the times on the tablets at today’s rate; parts are at the prices that "
                    + "were known. What is to come is a plan, and no offer."),
            ]);
    }

    private static string Took(Fleet fleet, Func<decimal, string> money)
    {
        List<FleetTrailer> road = [.. fleet.Trailers.Where(t => t.PerThousandMiles is not null)];
        string mile = road.Count == 0
            ? "the road is known of none well enough to say what a mile costs"
            : $"{money(road.Sum(t => t.Cost) * 1_000 / road.Sum(t => t.Miles!.Value))} for a thousand miles, by the "
                + $"{Count(road.Count, "trailer")} whose road is known";
        return $"{Count(fleet.Trailers.Count, "trailer")}, {Count(fleet.Trailers.Sum(t => t.Visits), "visit")} in this "
            + $"time, {money(fleet.Trailers.Sum(t => t.Cost))} in all; {mile}.";
    }

    private static string Stands(int overdue, int held) =>
        $"Today {(overdue == 0 ? "nothing is overdue" : $"something is overdue on {Count(overdue, "trailer")}")}, and "
            + $"{(held == 0 ? "none is on Hold" : $"{Count(held, "trailer")} on Hold")}.";

    private static IEnumerable<PaperBlock> NotCounted(Fleet fleet) => fleet.Untimed + fleet.Unpriced == 0
        ? []
        : [PaperBlock.Says($"Not counted: {Count(fleet.Untimed, "step")} whose time nobody knows, "
            + $"{Count(fleet.Unpriced, "part")} without a price.")];

    // "1 trailer", "3 trailers".
    private static string Count(int count, string what) =>
        FormattableString.Invariant($"{count:#,0} {what}{(count == 1 ? "" : "s")}");

    private static string Full(FleetTrailer trailer) => Trailer.FullNameOf(trailer.Tag, trailer.Name);

    private static PaperTable Trailers(Fleet fleet, Func<decimal, string> money) => new(
        [
            new("Trailer", 30), new("Visits", 10, Right: true), new("Cost", 18, Right: true),
            new("Miles", 14, Right: true), new("For 1,000 mi", 18, Right: true), new("Next", 36),
        ],
        [.. fleet.Trailers.Select(t => new[]
        {
            Full(t),
            FormattableString.Invariant($"{t.Visits}"),
            money(t.Cost),
            t.Miles is { } miles ? FormattableString.Invariant($"{miles:#,0}") : "not known",
            t.PerThousandMiles is { } each ? money(each) : "",
            t.NextDue is { } due ? $"{t.Next}, {PaperWords.Of(due, due < fleet.Today)}" : "nothing",
        })],
        [[
            "In all",
            FormattableString.Invariant($"{fleet.Trailers.Sum(t => t.Visits)}"),
            money(fleet.Trailers.Sum(t => t.Cost)),
            fleet.Trailers.All(t => t.Miles is not null) && fleet.Trailers.Count > 0
                ? FormattableString.Invariant($"{fleet.Trailers.Sum(t => t.Miles ?? 0):#,0}")
                : "",
            "",
            "",
        ]]);

    private static IEnumerable<PaperBlock> Inspections(Fleet fleet) => PaperBlock.Of(
        "Periodic inspections",
        new PaperTable(
            [new("Trailer", 40), new("Last", 24), new("In date until", 24), new("", 16)],
            [.. fleet.Trailers
                .Where(t => t.NeedsInspection || t.Inspected is not null)
                .Select(t => Inspection(t, fleet.Today))],
            []));

    private static string[] Inspection(FleetTrailer trailer, DateOnly today)
    {
        DateOnly? until = trailer.Inspected is { } last ? PeriodicInspection.InDateUntil(last) : null;
        return
        [
            Full(trailer),
            trailer.Inspected is { } on ? PaperWords.Of(on) : "none on record",
            until is { } day ? PaperWords.Of(day) : "",
            until >= today ? "in date" : "OUT OF DATE",
        ];
    }

    private static IEnumerable<PaperBlock> Ahead(Fleet fleet, Func<decimal, string> money) => fleet.Ahead is null
        ? [PaperBlock.Head("The next twelve months"), PaperBlock.Says("They are being planned: ask again in a moment.")]
        : PaperBlock.Of("The next twelve months", new PaperTable(
            [
                new("Month", 40),
                new("Visits", 20, Right: true),
                new("Hours", 20, Right: true),
                new("About", 24, Right: true),
            ],
            [.. fleet.Ahead.Select(m => new[]
            {
                FormattableString.Invariant($"{m.First:MMMM yyyy}"),
                FormattableString.Invariant($"{m.Visits}"),
                FormattableString.Invariant($"{m.Minutes / 60:0.0}"),
                money(m.Cost),
            })],
            [[
                "In all",
                FormattableString.Invariant($"{fleet.Ahead.Sum(m => m.Visits)}"),
                FormattableString.Invariant($"{fleet.Ahead.Sum(m => m.Minutes) / 60:0.0}"),
                money(fleet.Ahead.Sum(m => m.Cost)),
            ]]));
}
