using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Core.Approvals;

/// <summary>One thing that a customer is asked to agree to.</summary>
/// <param name="Key">By what it is told apart from the others of the same request.</param>
/// <param name="What">What would be done, in words.</param>
/// <param name="Why">Why, in plain words; may be empty.</param>
/// <param name="Verdict">What was judged of it; null for work that is due by its interval.</param>
/// <param name="Jobs">The jobs at their places: one or more.</param>
/// <param name="FindingId">The finding whose pictures go with it; null for none.</param>
public sealed record ApprovalLine(
    string Key,
    string What,
    string Why,
    Verdict? Verdict,
    IReadOnlyList<JobAt> Jobs,
    Guid? FindingId)
{
    /// <summary>The key of a line by where it stands, from 0.</summary>
    public static string KeyOf(int index) => $"{(char)('a' + index)}";
}

/// <summary>Something that a customer asks before answering.</summary>
/// <param name="Id">Made by the customer's page, UUID version 7.</param>
/// <param name="At">When, with the shop's offset from UTC.</param>
/// <param name="Name">Who asks.</param>
/// <param name="Text">What they ask.</param>
/// <param name="Reply">What the shop says to it; null while it has said nothing.</param>
public sealed record ApprovalQuestion(Guid Id, DateTimeOffset At, string Name, string Text, string? Reply = null);

/// <summary>How it stands with what a customer is asked.</summary>
public enum ApprovalState
{
    /// <summary>It waits for an answer.</summary>
    Open,

    /// <summary>It is answered.</summary>
    Answered,

    /// <summary>The shop has withdrawn it.</summary>
    Withdrawn,

    /// <summary>Nobody answered in time.</summary>
    Expired,
}

/// <summary>Whether a customer has agreed to a visit.</summary>
public enum AgreedState
{
    /// <summary>Nobody has asked, or the shop has withdrawn it.</summary>
    NotAsked,

    /// <summary>They are asked, and have not answered.</summary>
    Waits,

    /// <summary>They agreed to everything that was asked last.</summary>
    Agreed,

    /// <summary>They agreed to some of it.</summary>
    InPart,

    /// <summary>They declined all of it.</summary>
    Declined,
}

/// <summary>
/// Work that a customer is asked to agree to, line by line, at a price that is kept as it was told. Answered once, it
/// stays as it was answered.
/// </summary>
public sealed class Approval
{
    /// <summary>
    /// Most lines asked at once: each choice of them has its own price, since work done together costs less.
    /// </summary>
    public const int MostLines = 6;

    /// <summary>Longest name and longest question kept.</summary>
    public const int LongestName = 80, LongestText = 500;

    /// <summary>Most questions before an answer: what is more than that is better said on the telephone.</summary>
    public const int MostQuestions = 5;

    /// <summary>How long a request can be answered. Source: from memory; prices and trailers change.</summary>
    public static TimeSpan Lasts { get; } = TimeSpan.FromDays(14);

    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit it is found in; null for an accepted visit that is still to come.</summary>
    public Guid? VisitId { get; init; }

    /// <summary>The accepted visit it is about; null for one that is in the bay.</summary>
    public Guid? BookingId { get; init; }

    /// <summary>When it was asked, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who asked.</summary>
    public Guid PersonId { get; init; }

    /// <summary>What the shop adds in its own words; may be empty.</summary>
    public string Note { get; init; } = "";

    /// <summary>When it would be done, in words.</summary>
    public string When { get; init; } = "";

    /// <summary>What is asked: 1 to <see cref="MostLines"/> lines.</summary>
    public required IReadOnlyList<ApprovalLine> Lines { get; init; }

    /// <summary>The jobs that were agreed on before, and are done whatever the answer is.</summary>
    public required IReadOnlyList<JobAt> Already { get; init; }

    /// <summary>
    /// What the whole visit comes to, by which lines are agreed to: line i adds 2 to the power of i to the index.
    /// </summary>
    public required IReadOnlyList<Spread> Totals { get; init; }

    /// <summary>Parts that nobody has a price for, in words: they come on top.</summary>
    public IReadOnlyList<string> Unpriced { get; init; } = [];

    /// <summary>Digest of the secret in its address; it can be made anew.</summary>
    public required string KeyHash { get; set; }

    /// <summary>Where its address was mailed to; empty for nowhere.</summary>
    public string MailedTo { get; set; } = "";

    /// <summary>Until when it can be answered.</summary>
    public DateTimeOffset ExpiresAt { get; set; }

    /// <summary>When the shop withdrew it; null while it stands.</summary>
    public DateTimeOffset? WithdrawnAt { get; set; }

    /// <summary>What the customer asks back.</summary>
    public IReadOnlyList<ApprovalQuestion> Questions { get; set; } = [];

    /// <summary>When it was answered; null before.</summary>
    public DateTimeOffset? AnsweredAt { get; set; }

    /// <summary>The name that the answer was given in; empty before.</summary>
    public string AnsweredBy { get; set; } = "";

    /// <summary>Who wrote the answer down where it was said to the shop; null where the customer gave it.</summary>
    public Guid? ToldTo { get; set; }

    /// <summary>Keys of the lines agreed to; the others are declined once it is answered.</summary>
    public IReadOnlyList<string> Agreed { get; set; } = [];

    /// <summary>What of the answer could not be carried out by itself, in words; empty where all was.</summary>
    public string Trouble { get; set; } = "";

    /// <summary>How it stands.</summary>
    public ApprovalState State(DateTimeOffset now) =>
        AnsweredAt is not null ? ApprovalState.Answered
            : WithdrawnAt is not null ? ApprovalState.Withdrawn
            : now > ExpiresAt ? ApprovalState.Expired
            : ApprovalState.Open;

    /// <summary>What the whole visit comes to where these lines are agreed to.</summary>
    /// <param name="keys">Keys of lines; one that is none of them counts for nothing.</param>
    public Spread Total(IReadOnlyCollection<string> keys) =>
        Totals[Lines.Select((line, i) => keys.Contains(line.Key) ? 1 << i : 0).Sum()];

    /// <summary>What these lines add to what is done anyway.</summary>
    /// <param name="keys">Keys of lines.</param>
    public Spread Extra(IReadOnlyCollection<string> keys) => Total(keys).Over(Totals[0]);

    /// <summary>What the visit comes to by the answer; null before there is one.</summary>
    public Spread? AgreedTotal => AnsweredAt is null ? null : Total([.. Agreed]);

    /// <summary>Everything that is to be done by the answer, and was agreed on before.</summary>
    public IEnumerable<JobAt> AgreedJobs =>
        Already.Concat(Lines.Where(l => Agreed.Contains(l.Key)).SelectMany(l => l.Jobs)).Distinct();

    /// <summary>The lines that were declined; none before there is an answer.</summary>
    public IEnumerable<ApprovalLine> Declined =>
        AnsweredAt is null ? [] : Lines.Where(l => !Agreed.Contains(l.Key));

    /// <summary>Whether an answer says the same as the one that is there.</summary>
    public bool SaysTheSame(IReadOnlyCollection<string> keys) =>
        AnsweredAt is not null && Agreed.ToHashSet().SetEquals(keys);

    /// <summary>The one that was answered last; null where none was.</summary>
    public static Approval? LastAnswered(IEnumerable<Approval> asked) =>
        asked.Where(a => a.AnsweredAt is not null).MaxBy(a => a.AnsweredAt);

    /// <summary>The findings whose pictures go with it.</summary>
    public IReadOnlyList<Guid> FindingIds() => [.. Lines.Select(l => l.FindingId).OfType<Guid>()];

    /// <summary>Whether the customer has agreed, by everything that was asked for one visit.</summary>
    public static AgreedState AgreedBy(IReadOnlyCollection<Approval> asked, DateTimeOffset now)
    {
        if (asked.Any(a => a.State(now) == ApprovalState.Open))
        {
            return AgreedState.Waits;
        }

        return LastAnswered(asked) is not { } last
            ? AgreedState.NotAsked
            : last.Agreed.Count == last.Lines.Count ? AgreedState.Agreed
            : last.Agreed.Count == 0 ? AgreedState.Declined
            : AgreedState.InPart;
    }
}
