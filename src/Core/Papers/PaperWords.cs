using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Handovers;

namespace SturdyTinker.Core.Papers;

/// <summary>How papers write what stands on several of them.</summary>
internal static class PaperWords
{
    /// <summary>A day: "June 3, 2027".</summary>
    internal static string Of(DateOnly day) => FormattableString.Invariant($"{day:MMMM d, yyyy}");

    /// <summary>A day by which something is due; one that has passed says so: "June 3, 2026 (overdue)".</summary>
    internal static string Of(DateOnly due, bool overdue) => Of(due) + (overdue ? " (overdue)" : "");

    /// <summary>The day of a moment, as the shop's clock had it.</summary>
    internal static string Of(DateTimeOffset at) => Of(DateOnly.FromDateTime(at.DateTime));

    /// <summary>What a verdict is called, and what it asks for.</summary>
    internal static string Of(Verdict verdict) => verdict switch
    {
        Verdict.Sound => "Sound",
        Verdict.Watch => "Watch",
        Verdict.Renew => "Renew",
        _ => "Hold: do not tow",
    };

    /// <summary>Something found: what, what it comes to and by which rule, and what was done about it.</summary>
    internal static string Of(FoundTold found) =>
        $"{found.What}. {Of(found.Judgement.Verdict)}: {found.Judgement.Rule.TrimEnd('.')}"
            + (found.Mended is { } mended ? $". Put right: {mended.TrimEnd('.')}." : ".");

    /// <summary>What is to come, when and why; nothing where nothing is.</summary>
    internal static IEnumerable<PaperBlock> ToCome(
        string heading,
        string when,
        IEnumerable<(string What, DateOnly On, bool Overdue, string Why)> all) => PaperBlock.Of(
        heading,
        new PaperTable(
            [new("What", 50), new(when, 24), new("Why", 38)],
            [.. all.Select(one => new[]
            {
                one.What,
                Of(one.On, one.Overdue),
                one.Why,
            })],
            []));
}
