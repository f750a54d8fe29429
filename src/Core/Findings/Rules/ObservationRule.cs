using System.Text.Json.Serialization;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Findings.Rules;

/// <summary>One row of what people look at and how they judge it.</summary>
/// <param name="Code">Stable code, unique in the rulebook.</param>
/// <param name="Subject">What is looked at.</param>
/// <param name="Seen">What is seen, in words.</param>
/// <param name="Verdict">What it means.</param>
/// <param name="Rule">The rule, in words.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="SetsOff">What it sets off.</param>
public sealed record ObservationRule(
    string Code,
    Subject Subject,
    string Seen,
    Verdict Verdict,
    string Rule,
    Source Source,
    params string[] SetsOff)
{
    private readonly IReadOnlyList<string>? answeredBy;

    /// <summary>Codes of the jobs offered to mend it, the likeliest first; empty where none of ours does.</summary>
    public IReadOnlyList<string> Jobs { get; init; } = [];

    /// <summary>
    /// Codes of the jobs that, done at its place, have renewed what it was seen on, so that it no longer stands. The
    /// jobs offered,
    /// unless some of them only look or set.
    /// </summary>
    [JsonIgnore]
    public IReadOnlyList<string> AnsweredBy { get => answeredBy ?? Jobs; init => answeredBy = value; }

    /// <summary>
    /// Codes of the observations that seeing this answers when it is seen in a later visit: other rows, and
    /// conclusions. Every row
    /// answers itself. What is not named here is another question, and stands.
    /// </summary>
    [JsonIgnore]
    public IReadOnlyList<string> Answers { get; init; } = [];

    /// <summary>Whether a trailer with this running gear can show it at all.</summary>
    [JsonIgnore]
    public Func<RunningGear, bool> Goes { get; init; } = _ => true;

    /// <summary>What it means to a practice that sees it otherwise; null where all practices agree.</summary>
    [JsonIgnore]
    public OtherPractice? Otherwise { get; init; }

    /// <summary>The kinds of place it is seen at.</summary>
    public IReadOnlyList<PlaceKind> Places => Subjects.At(Subject);

    /// <summary>The verdict with its reasons, by the default practices.</summary>
    public Judgement Judgement => new(Verdict, Rule, Source.Words, SetsOff);

    /// <summary>The verdict with its reasons, by the practices in force.</summary>
    /// <param name="practices">The practices in force.</param>
    public Judgement Judge(PracticeChoices practices) =>
        Otherwise is { } other && practices.Is(other.Question, other.Answer)
        ? new Judgement(
            other.Verdict,
            other.Rule,
            $"{practices.Whose(other.Question)}: {practices.For(other.Question).Words}",
            [])
        : Judgement;
}

/// <summary>What a row means to one practice.</summary>
/// <param name="Question">The question that practices answer differently.</param>
/// <param name="Answer">Code of the answer.</param>
/// <param name="Verdict">What it means to that practice.</param>
/// <param name="Rule">Its rule, in words.</param>
public sealed record OtherPractice(PracticeQuestion Question, string Answer, Verdict Verdict, string Rule);
