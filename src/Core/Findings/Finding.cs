using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Findings;

/// <summary>Something seen at a place during a visit, with what it was judged to mean at the time.</summary>
public sealed class Finding
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit it was made in.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Code of the place.</summary>
    public required string Place { get; init; }

    /// <summary>What it is about.</summary>
    public Subject Subject { get; init; }

    /// <summary>Code of the row of the rulebook.</summary>
    public required string RuleCode { get; init; }

    /// <summary>What was seen, in the words of that day.</summary>
    public required string Seen { get; init; }

    /// <summary>What the person adds in their own words; may be empty.</summary>
    public string Note { get; init; } = "";

    /// <summary>Which of two it was, "inner" or "outer"; empty for both, or where there is only one.</summary>
    public string Which { get; init; } = "";

    /// <summary>
    /// For a bearing, code of the <see cref="Findings.Damage"/> by ISO 15243; null where nobody classed it.
    /// </summary>
    public string? Damage { get; init; }

    /// <summary>What it was judged to mean.</summary>
    public required Judgement Judgement { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>What was done about it in this visit; null while nothing was.</summary>
    public string? Mended { get; set; }

    /// <summary>
    /// What was seen with all that was said of it: which one, the damage, and the person's own words.
    /// </summary>
    public string InWords
    {
        get
        {
            string seen = Which.Length > 0
                ? $"{char.ToUpperInvariant(Which[0])}{Which[1..]}: {char.ToLowerInvariant(Seen[0])}{Seen[1..]}"
                : Seen;
            string classed = Damages.Find(Damage) is { } damage ? $"{seen} ({damage.Words})" : seen;
            return Note.Length > 0 ? $"{classed}. {Note}" : classed;
        }
    }
}

/// <summary>Something measured at a place during a visit, as typed and as understood.</summary>
public sealed class Reading
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit it was taken in.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Code of the place.</summary>
    public required string Place { get; init; }

    /// <summary>Code of the <see cref="ReadingKind"/>.</summary>
    public required string Kind { get; init; }

    /// <summary>Key of the step that asked for it; empty for one taken on a round.</summary>
    public required string StepKey { get; init; }

    /// <summary>As typed, for example "4 1/4".</summary>
    public required string Typed { get; init; }

    /// <summary>As understood, in the canonical unit of its quantity.</summary>
    public decimal Canonical { get; init; }

    /// <summary>What kind of measure.</summary>
    public Quantity Quantity { get; init; }

    /// <summary>What it was judged to mean; null where there was nothing to judge it by.</summary>
    public Judgement? Judgement { get; set; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}
