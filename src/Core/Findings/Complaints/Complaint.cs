using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings.Complaints;

/// <summary>Something to look at, try or ask because of a complaint: yes or no.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Ask">The question; yes is the sign.</param>
/// <param name="Minutes">How long it takes. Source: from memory.</param>
public sealed record ComplaintLook(string Code, string Ask, int Minutes)
{
    /// <summary>
    /// Whether it comes before everything else, since what it rules out can kill and the look is a matter of minutes.
    /// </summary>
    public bool First { get; init; }
}

/// <summary>What may be behind a complaint.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What it is, in words.</param>
/// <param name="Rule">Code of the row of the rulebook it is written down by; null where it is no worn part.</param>
/// <param name="Weight">How often it is this, against the others. Source: from memory.</param>
/// <param name="Shows">Codes of the looks that answer yes where it is this; all others answer no.</param>
public sealed record ComplaintCause(string Code, string Words, string? Rule, int Weight, params string[] Shows)
{
    /// <summary>Which running gears can have it, beyond what its rule says; all unless said otherwise.</summary>
    public Func<RunningGear, bool> Goes { get; init; } = _ => true;

    /// <summary>The jobs that put it right, the likeliest first: its rule's, or these.</summary>
    public IReadOnlyList<string> Jobs { get; init; } = [];

    /// <summary>What it means where it is written down; null where it is no worn part.</summary>
    public Verdict? Verdict => Rulebook.Find(Rule)?.Verdict;

    /// <summary>Whether a running gear can have it.</summary>
    public bool GoesWith(RunningGear gear) =>
        Goes(gear)
            && (Rulebook.Find(Rule) is not { } rule
                || (rule.Goes(gear) && Places.Of(gear).Any(p => rule.Places.Contains(p.Kind))));
}

/// <summary>What a customer says that a trailer does.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">The complaint in words.</param>
/// <param name="Said">Pieces of words by which it is known in what a customer says, in lower case.</param>
/// <param name="Looks">What can be looked at.</param>
/// <param name="Causes">What may be behind it.</param>
public sealed record Complaint(
    string Code,
    string Words,
    IReadOnlyList<string> Said,
    IReadOnlyList<ComplaintLook> Looks,
    IReadOnlyList<ComplaintCause> Causes);
