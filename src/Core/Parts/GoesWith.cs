using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts;

/// <summary>Whether two things go together.</summary>
public enum Fit
{
    /// <summary>They do.</summary>
    Yes,

    /// <summary>They do not.</summary>
    No,

    /// <summary>Something has to be measured or asked first.</summary>
    FindOut,
}

/// <summary>Whether two things go together, and why.</summary>
/// <param name="Fit">Whether they do.</param>
/// <param name="Why">Why, or what to find out, in a sentence.</param>
/// <param name="Source">Where that comes from.</param>
public sealed record FitAnswer(Fit Fit, string Why, Source Source);

/// <summary>What a grease is thickened with.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What it is called.</param>
public sealed record Thickener(string Code, string Words);

/// <summary>Does it go with? Cone and cup, seal and its seat, old grease and new.</summary>
public static class GoesWith
{
    /// <summary>How far a seal's outside may differ from the bore it is pressed into. Source: from memory.</summary>
    public static Length BoreCloseness { get; } = Length.FromInches(0.008m);

    /// <summary>The thickeners of greases met on trailers.</summary>
    public static IReadOnlyList<Thickener> Thickeners { get; } =
    [
        new("lithium", "lithium"), new("lithium-complex", "lithium complex"), new("calcium", "calcium, water resistant"), new("calcium-sulfonate", "calcium sulfonate complex"),
        new("aluminium-complex", "aluminium complex"), new("polyurea", "polyurea"), new("clay", "clay (bentonite)"), new("sodium", "sodium"),
    ];

    // Row by row against the ones after it: y they mix, n they do not, ? some do. Source: from memory of the charts that grease makers print; they differ.
    private static readonly string[] Mixes = ["yy?nnnn", "yynnnn", "?nnnn", "nnnn", "nnn", "nn", "n"];

    /// <summary>Whether a cone runs in a cup. They are always a matched pair.</summary>
    /// <param name="cone">Number of the cone.</param>
    /// <param name="cup">Number of the cup.</param>
    public static FitAnswer ConeAndCup(string cone, string cup)
    {
        (string inner, string outer) = (cone.Trim().ToUpperInvariant(), cup.Trim().ToUpperInvariant());
        if (Bearing.All.Any(b => b.Cone == inner && b.Cup == outer))
        {
            return new(Fit.Yes, $"Cone {inner} runs in cup {outer}. Fit both new together.", Source.Memory);
        }

        return Bearing.Find(inner) is { } known
            ? new(Fit.No, $"Cone {inner} runs in cup {known.Cup}, not in {outer}{(Bearing.All.Any(b => b.Cup == outer) ? $": that one takes {string.Join(" or ", Bearing.All.Where(b => b.Cup == outer).Select(b => b.Cone))}" : "")}.", Source.Memory)
            : new(Fit.FindOut, $"We do not know cone {inner}. Set the cup on it: all rollers touch along their whole length, or it is the wrong one; and ask a bearing list.", Source.Practice);
    }

    /// <summary>Whether a seal sits right on a journal and in a bore.</summary>
    /// <param name="seal">The seal.</param>
    /// <param name="journal">The journal, measured; null when nobody has.</param>
    /// <param name="bore">The hub's bore, measured; null when nobody has.</param>
    public static FitAnswer SealAndSeat(Seal seal, Length? journal, Length? bore)
    {
        if (journal is { } j && Apart(j, seal.Inside) > UsualSet.Closeness)
        {
            return new(Fit.No, FormattableString.Invariant($"The journal is {j.Inches:0.000} in and the seal {seal.Inside.Inches:0.000}: {(j > seal.Inside ? "it would tear or run dry" : "it would leak")}."), Source.Memory);
        }

        if (bore is { } b && Apart(b, seal.Outside) > BoreCloseness)
        {
            return new(Fit.No, FormattableString.Invariant($"The bore is {b.Inches:0.000} in and the seal {seal.Outside.Inches:0.000}: {(b > seal.Outside ? "it would fall in" : "it would not go in")}."), Source.Memory);
        }

        return journal is null ? new(Fit.FindOut, "Measure the journal: one axle rating can have two seals.", Source.Practice)
            : bore is null ? new(Fit.FindOut, "Measure the bore it is pressed into.", Source.Practice)
            : new(Fit.Yes, $"Seal {seal.Words} fits both. Compare it with the old one before it goes in.", Source.Practice);
    }

    /// <summary>Whether a new grease may meet what is left of the old. The cautious answer is always to clean to bare metal.</summary>
    /// <param name="old">Code of the old grease's thickener; null when nobody knows.</param>
    /// <param name="fresh">Code of the new one's.</param>
    public static FitAnswer Greases(string? old, string fresh)
    {
        int b = Index(fresh);
        if (old is null || Index(old) is not (>= 0 and int a) || b < 0)
        {
            return new(Fit.FindOut, "Nobody knows what the old grease is: clean to bare metal, then it does not matter.", Source.Practice);
        }

        char mixes = a == b ? 'y' : Mixes[Math.Min(a, b)][Math.Abs(a - b) - 1];
        (string was, string now) = (Thickeners[a].Words, Thickeners[b].Words);
        return mixes switch
        {
            'y' when a == b => new(Fit.Yes, $"Both are thickened with {now}. Pushing old grease through with new is for the same family only, and this is.", Source.Memory),
            'y' => new(Fit.Yes, $"{Capital(was)} and {now} are mostly given as mixing. Cleaned to bare metal is still better.", Source.Memory),
            '?' => new(Fit.FindOut, $"Some {was} and {now} greases mix and some do not: ask both makers, or clean to bare metal.", Source.Memory),
            _ => new(Fit.No, $"{Capital(was)} and {now} soften or harden each other: clean to bare metal first.", Source.Memory),
        };
    }

    private static int Index(string code)
    {
        for (int i = 0; i < Thickeners.Count; i++)
        {
            if (Thickeners[i].Code == code)
            {
                return i;
            }
        }

        return -1;
    }

    private static Length Apart(Length a, Length b) => new(Math.Abs(a.Millimetres - b.Millimetres));

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
