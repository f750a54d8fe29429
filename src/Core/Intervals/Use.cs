using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Intervals;

/// <summary>A way of being used that shortens or lengthens how long work lasts.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Name">How it is used, in words.</param>
/// <param name="Factor">What intervals are multiplied by where the shop has set nothing.</param>
/// <param name="Reason">Why, in words.</param>
/// <param name="Source">Where the factor comes from.</param>
public sealed record Use(string Code, string Name, decimal Factor, string Reason, Source Source)
{
    /// <summary>Code of being launched: then the season's end and the immersions count as well.</summary>
    public const string Launched = "launched";

    /// <summary>Least and most that all factors together come to.</summary>
    public const decimal Least = 0.25m, Most = 2;

    /// <summary>Every way of being used.</summary>
    public static IReadOnlyList<Use> All { get; } =
    [
        new(
            Launched,
            "Launched",
            0.5m,
            "hubs go under water warm: twice a year when busy, and at the season’s end",
            Source.Practice),
        new("salt", "Salt water or salted roads", 0.75m, "salt eats seals, brakes and bolts", Source.Memory),
        new(
            "heavy",
            "Loaded to its rating",
            0.75m,
            "loads near the rating wear bearings, springs and shoes sooner",
            Source.Memory),
        new("rough", "Rough roads", 0.75m, "shocks wear bushings, bolts and springs sooner", Source.Memory),
        new("light", "Light use near home", 2, "looked at every two years and found good", Source.Practice),
    ];

    /// <summary>The way of this code; null when there is none.</summary>
    public static Use? Find(string code) => All.FirstOrDefault(u => u.Code == code);
}

/// <summary>A factor that the shop has set itself, with its reason.</summary>
/// <param name="Factor">0.1 to 4.</param>
/// <param name="Reason">Why.</param>
public sealed record UseFactor(decimal Factor, string Reason);

/// <summary>
/// Everything chosen about how long work on a trailer lasts: by the shop, by its customer, for itself.
/// </summary>
public sealed record Upkeep
{
    /// <summary>How long a repack lasts in this shop.</summary>
    public Interval Repack { get; init; } = Interval.BearingRepack;

    /// <summary>The shop's choices, by the rule's code.</summary>
    public IReadOnlyDictionary<string, IntervalChoice> Shop { get; init; } = None;

    /// <summary>
    /// The shop's choices for trailers used in a way, by the way's code and the rule's: before its choices for all, and
    /// in the place of the way's factor.
    /// </summary>
    public IReadOnlyDictionary<string, IReadOnlyDictionary<string, IntervalChoice>> ByUse { get; init; } =
        new Dictionary<string, IReadOnlyDictionary<string, IntervalChoice>>();

    /// <summary>The customer's, before the shop's.</summary>
    public IReadOnlyDictionary<string, IntervalChoice> Customer { get; init; } = None;

    /// <summary>The trailer's own, before all others.</summary>
    public IReadOnlyDictionary<string, IntervalChoice> Trailer { get; init; } = None;

    /// <summary>The shop's own factors, by the way's code.</summary>
    public IReadOnlyDictionary<string, UseFactor> Factors { get; init; } = new Dictionary<string, UseFactor>();

    /// <summary>How the trailer is used: codes of <see cref="Use"/>.</summary>
    public IReadOnlyList<string> Uses { get; init; } = [];

    /// <summary>
    /// Since when the shop keeps these dates: what was before is not held against a trailer. Null for always.
    /// </summary>
    public DateOnly? Since { get; init; }

    private static readonly Dictionary<string, IntervalChoice> None = [];

    /// <summary>
    /// How long the work of a rule lasts, with whose choice that is; null where it is not kept. A choice for the
    /// trailer goes before
    /// its customer's, that before the shop's, that before ours; then how it is used shortens or lengthens it.
    /// </summary>
    /// <param name="rule">The rule.</param>
    /// <param name="doneBefore">Whether it has ever been done here; a legal date is kept from then on.</param>
    public (Interval Interval, string Why)? For(DueRule rule, bool doneBefore)
    {
        (IntervalChoice? choice, string whose) = Chosen(rule.Code).FirstOrDefault((null, rule.Source.Words));
        bool unasked = choice is null && (rule.OnlyWhereAsked || (rule.Legal && !doneBefore));
        if (choice is { Kept: false } || unasked)
        {
            return null;
        }

        // Who only says who does it leaves how long it lasts to the next wider choice.
        if (choice is { Months: null, Miles: null, By: not null })
        {
            (choice, whose) = Chosen(rule.Code).FirstOrDefault(
                c => c.Choice is { Months: not null } or { Miles: not null },
                (Choice: choice, Whose: whose));
        }

        // Whoever chose for the one trailer, or for its customer's, knew how it is used.
        if ((whose == ShopsOwn || choice is null or { Months: null, Miles: null })
            && UsedSo(rule) is { Count: > 0 } forUses)
        {
            return forUses.MinBy(f => f.Interval.Months);
        }

        Interval? usual = choice is { Months: not null } or { Miles: not null }
            ? new Interval(
                choice.Months ?? Interval.MostMonths,
                choice.Miles is { } miles ? Measures.Distance.FromMiles(miles) : null,
                WordsOf(choice, whose))
            : rule.Code == DueRules.Repack ? Repack : rule.Usual;
        return usual is null ? null : rule.ByUse && Uses.Count > 0 ? Used(usual, rule) : (usual, "");
    }

    // What the shop has chosen for each way that the trailer is used in; the other ways shorten or lengthen it as ever.
    private List<(Interval Interval, string Why)> UsedSo(DueRule rule)
    {
        List<(Interval, string)> chosen = [];
        foreach (string use in Uses)
        {
            if (ByUse.GetValueOrDefault(use)?.GetValueOrDefault(rule.Code) is not { Months: { } months } choice)
            {
                continue;
            }

            string way = Use.Find(use)?.Name.ToLowerInvariant() ?? use;
            Interval its = new(
                months,
                choice.Miles is { } miles ? Measures.Distance.FromMiles(miles) : null,
                WordsOf(choice, ShopsOwn));
            (Interval interval, string why) = (this with { Uses = [.. Uses.Where(u => u != use)] }).Used(its, rule);
            chosen.Add((interval, why.Length > 0 ? $"{way}; {why}" : way));
        }

        return chosen;
    }

    private static string ShopsOwn => Source.Shop.Words;

    private static string WordsOf(IntervalChoice choice, string whose) =>
        choice.Counted is null ? whose : Whose(choice.Counted);

    /// <summary>Whose a choice of the shop's is: where it was read out of its record, "this shop, n = 41".</summary>
    /// <param name="counted">Of how many lives it was read; null where somebody chose it.</param>
    public static string Whose(int? counted) =>
        counted is { } of ? FormattableString.Invariant($"this shop, n = {of}") : Source.Shop.Words;

    /// <summary>
    /// Who does a task: by the trailer's choice, else its customer's, else the shop's, else as usual.
    /// </summary>
    /// <param name="code">The rule's code, or that of a check's family.</param>
    /// <param name="usual">Who does it where nobody has chosen.</param>
    public Doer DoneBy(string code, Doer usual) =>
        Chosen(code).Select(c => c.Choice?.By).FirstOrDefault(by => by is not null) ?? usual;

    // The nearest first.
    private IEnumerable<(IntervalChoice? Choice, string Whose)> Chosen(string code)
    {
        foreach ((IReadOnlyDictionary<string, IntervalChoice> of, string whose) in
            ((IReadOnlyDictionary<string, IntervalChoice>, string)[])
            [
                (Trailer, "this trailer’s own"),
                (Customer, "by its customer’s wish"),
                (Shop, ShopsOwn),
            ])
        {
            if (of.TryGetValue(code, out IntervalChoice? own))
            {
                yield return (own, whose);
            }
        }
    }

    private (Interval, string) Used(Interval usual, DueRule rule)
    {
        decimal factor = 1;
        List<string> why = [];
        foreach (Use use in Uses.Select(Use.Find).OfType<Use>())
        {
            // A launched trailer's own dates stand for its factor where there are any.
            bool gated = use.Code == Use.Launched && rule.AtSeasonsEnd;
            UseFactor own = Factors.GetValueOrDefault(use.Code) ?? new UseFactor(use.Factor, use.Reason);
            factor *= gated ? 1 : own.Factor;
            why.Add(gated
                ? use.Name.ToLowerInvariant()
                : FormattableString.Invariant($"{use.Name.ToLowerInvariant()}, times {own.Factor:0.##}: {own.Reason}"));
        }

        factor = Math.Clamp(factor, Use.Least, Use.Most);
        return (usual with
        {
            // What time does not decide stays so, however it is used.
            Months = usual.ByTime
                ? Math.Clamp(
                    (int)Math.Round(usual.Months * factor, MidpointRounding.AwayFromZero),
                    1,
                    Interval.MostMonths - 1)
                : usual.Months,
            Distance = usual.Distance is { } d ? d * factor : null,
        }, string.Join("; ", why));
    }
}
