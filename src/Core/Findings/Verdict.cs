namespace SturdyTinker.Core.Findings;

/// <summary>What a finding means for the trailer. In order of gravity.</summary>
public enum Verdict
{
    /// <summary>Fit until its next due date.</summary>
    Sound,

    /// <summary>Wearing or odd: measure again sooner.</summary>
    Watch,

    /// <summary>Replace, or set again, at this visit.</summary>
    Renew,

    /// <summary>Do not tow until mended.</summary>
    Hold,
}

/// <summary>A verdict with everything that explains it.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Rule">The limit or rule applied, in words.</param>
/// <param name="Source">Where the rule comes from, in words.</param>
/// <param name="SetsOff">What it sets off: parts, looks elsewhere, work; one sentence each.</param>
public sealed record Judgement(Verdict Verdict, string Rule, string Source, IReadOnlyList<string> SetsOff);
