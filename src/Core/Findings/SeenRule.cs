namespace SturdyTinker.Core.Findings;

/// <summary>What a finding is about.</summary>
public enum Subject
{
    /// <summary>The grease in the hub.</summary>
    Grease,

    /// <summary>The grease seal.</summary>
    Seal,

    /// <summary>The inner or outer bearing's cone.</summary>
    Bearing,

    /// <summary>A cup in the hub.</summary>
    Cup,

    /// <summary>The spindle.</summary>
    Spindle,

    /// <summary>The thread on the spindle's end.</summary>
    SpindleThread,

    /// <summary>Play at the tyre or at the hub.</summary>
    Play,

    /// <summary>Pin, tab or clip that locks the nut.</summary>
    NutLock,

    /// <summary>Lug studs and nuts.</summary>
    Studs,
}

/// <summary>One row of what people look at and how they judge it.</summary>
/// <param name="Code">Stable code, unique in the rulebook.</param>
/// <param name="Subject">What is looked at.</param>
/// <param name="Seen">What is seen, in words.</param>
/// <param name="Verdict">What it means.</param>
/// <param name="Rule">The rule, in words.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="SetsOff">What it sets off.</param>
public sealed record SeenRule(string Code, Subject Subject, string Seen, Verdict Verdict, string Rule, Source Source, params string[] SetsOff)
{
    /// <summary>The verdict with its reasons.</summary>
    public Judgement Judgement => new(Verdict, Rule, Source.Words, SetsOff);
}
