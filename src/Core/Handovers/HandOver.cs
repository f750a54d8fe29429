using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;
using static SturdyTinker.Core.Measures.Wording;

namespace SturdyTinker.Core.Handovers;

/// <summary>Something found, as it is told when the trailer is handed over.</summary>
/// <param name="Id">The finding.</param>
/// <param name="What">What was seen and where.</param>
/// <param name="Judgement">What it means.</param>
/// <param name="Mended">What was done about it; null where nothing was.</param>
public sealed record FoundTold(Guid Id, string What, Judgement Judgement, string? Mended);

/// <summary>A figure, measured against its limit.</summary>
/// <param name="What">What was measured, and where.</param>
/// <param name="Value">The figure.</param>
/// <param name="Judgement">What it means by its limit; null where it has none.</param>
public sealed record MeasuredTold(string What, string Value, Judgement? Judgement);

/// <summary>Everything that goes with a trailer when it leaves.</summary>
public sealed record HandOver
{
    /// <summary>The trailer.</summary>
    public required string Trailer { get; init; }

    /// <summary>The day its visit was closed; today while it stands in the bay.</summary>
    public required DateOnly On { get; init; }

    /// <summary>Whether it still stands in the bay: the sheet as it would be now.</summary>
    public bool StillHere { get; init; }

    /// <summary>The jobs done, in words; empty for none.</summary>
    public string Done { get; init; } = "";

    /// <summary>The jobs that were not done and stay due, in words; empty for none.</summary>
    public string Undone { get; init; } = "";

    /// <summary>What was found beyond what is sound, gravest first.</summary>
    public IReadOnlyList<FoundTold> Found { get; init; } = [];

    /// <summary>What was measured.</summary>
    public IReadOnlyList<MeasuredTold> Measured { get; init; } = [];

    /// <summary>What was used.</summary>
    public IReadOnlyList<string> Used { get; init; } = [];

    /// <summary>What it comes to; null where that was not kept.</summary>
    public Estimate? Bill { get; init; }

    /// <summary>What was agreed; null where no price was told.</summary>
    public Spread? Agreed { get; init; }

    /// <summary>What the customer declined and nobody has done since, in words.</summary>
    public IReadOnlyList<string> Declined { get; init; } = [];

    /// <summary>
    /// What was put right on record since the visit was closed, oldest first: a sheet given before is out of date.
    /// </summary>
    public IReadOnlyList<string> Righted { get; init; } = [];

    /// <summary>What holds it, in words; empty where nothing does.</summary>
    public IReadOnlyList<string> Holds { get; init; } = [];

    /// <summary>Why it left on Hold; empty where it did not.</summary>
    public string ReleasedBecause { get; init; } = "";

    /// <summary>What the owner does in between, soonest first.</summary>
    public IReadOnlyList<OwnersTask> Yours { get; init; } = [];

    /// <summary>What the shop does next, soonest first.</summary>
    public IReadOnlyList<NextTold> Next { get; init; } = [];

    // More than so many are told on the sheet below, not in the plain words.
    private const int Named = 3;

    /// <summary>
    /// Cautions that go with every trailer. The axle's maker and the law come before them. Source: common practice.
    /// </summary>
    public static IReadOnlyList<string> Cautions { get; } =
    [
        "Stop after the first miles and feel each hub: warm is well, too hot to hold is not. Then ring us.",
        "A wheel that was off is torqued again; a nut that turns twice in a row wants a look at its studs.",
        "A hub that smells, smokes, whines or drips, a brake that pulls: do not tow on.",
        "What the axle’s maker and your own law say comes before this sheet.",
    ];

    /// <summary>Half a page in plain words: what must be known first comes first.</summary>
    public IReadOnlyList<string> Plain
    {
        get
        {
            List<string> words = [];
            if (Holds.Count > 0)
            {
                words.Add($"Do not tow it: {Joined(Holds)}."
                    + (ReleasedBecause.Length > 0 ? $" It left all the same: {ReleasedBecause.TrimEnd('.')}." : ""));
            }

            words.Add(StillHere
                ? $"{Trailer} is still with us. Done so far: {(Done.Length > 0 ? Small(Done) : "no job to its end")}."
                : Done.Length > 0
                    ? FormattableString.Invariant($"{Trailer} was with us until {On:MMMM d, yyyy}. ")
                        + $"Done: {Small(Done)}."
                : FormattableString.Invariant($"{Trailer} was with us until {On:MMMM d, yyyy}; no job was finished."));
            if (Undone.Length > 0)
            {
                words.Add($"Not done{(StillHere ? " yet" : "")}, and still due: {Small(Undone)}.");
            }

            List<FoundTold> mended = [.. Found.Where(f => f.Mended is not null)];
            if (mended.Count > 0)
            {
                words.Add($"Found and put right: {Joined(mended.ConvertAll(f => f.What))}.");
            }

            // Everything that still stands is said, however much it is: a verdict is never left out.
            List<FoundTold> grave = [.. Found.Where(f => f.Mended is null && f.Judgement.Verdict >= Verdict.Renew)];
            if (grave.Count > 0)
            {
                words.Add($"Found, and still to be done: {string.Join("; ", grave.Select(f => f.What))}.");
            }

            List<FoundTold> watch = [.. Found.Where(f => f.Mended is null && f.Judgement.Verdict == Verdict.Watch)];
            if (watch.Count > 0)
            {
                words.Add($"To be watched: {Joined(watch.ConvertAll(f => f.What))}.");
            }

            if (Declined.Count > 0)
            {
                words.Add($"Left undone on your word: {string.Join("; ", Declined.Select(Small))}.");
            }

            if (Righted.Count > 0)
            {
                words.Add(
                    $"Put right on our record since, so a sheet you had before is out of date: {Joined(Righted)}.");
            }

            if (Bill is { } bill)
            {
                words.Add(FormattableString.Invariant($"It comes to {bill.Total.Likely:#,0.00}")
                    + (Agreed is { } agreed
                        ? FormattableString.Invariant($"; {agreed.Low:#,0} to {agreed.High:#,0} was agreed.")
                        : "."));
            }

            if (Yours.Count > 0)
            {
                words.Add("In between, you: "
                    + Joined([.. Yours.Select(y =>
                        y.Overdue
                            ? FormattableString.Invariant($"{Small(y.What)}, was due {y.On:MMMM d, yyyy} ({y.Why})")
                            : FormattableString.Invariant($"{Small(y.What)} by {y.On:MMMM d} ({y.Why})"))])
                    + ".");
            }

            if (Next is [var next, ..])
            {
                // A day that has passed is no day to look forward to.
                words.Add($"Next with us: {Small(next.What)}, {(next.Overdue ? "overdue since" : "about")} "
                    + FormattableString.Invariant($"{next.On:MMMM yyyy} ({Small(next.Why.TrimEnd('.'))})."));
            }

            return words;
        }
    }

    private static string Joined(IReadOnlyList<string> all) =>
        all.Count <= Named
            ? string.Join("; ", all)
            : FormattableString.Invariant($"{string.Join("; ", all.Take(Named))}; and {all.Count - Named} more below");
}
