using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Shop.Approvals;

/// <summary>One thing that a customer is asked, as the shop sees it.</summary>
/// <param name="Extra">What it alone adds to what is done anyway.</param>
/// <param name="Agreed">Whether it is agreed to; null before there is an answer.</param>
public sealed record ApprovalLineAnswer(
    string Key,
    string What,
    string Why,
    Verdict? Verdict,
    IReadOnlyList<JobAt> Jobs,
    Guid? FindingId,
    Spread Extra,
    bool? Agreed);

/// <summary>What a customer was asked, and what they said.</summary>
/// <param name="State">How it stands.</param>
/// <param name="By">Who asked.</param>
/// <param name="Total">
/// What the whole visit comes to with everything that is asked; by the answer, once there is one.
/// </param>
/// <param name="MailedTo">Where its address was mailed to; empty for nowhere.</param>
/// <param name="MailSentAt">When that letter was handed over; null before.</param>
/// <param name="MailFailed">Why it could not be handed over so far; null where it was, or was not tried yet.</param>
/// <param name="AnsweredBy">The name that the answer was given in; empty before.</param>
/// <param name="ToldTo">Who wrote it down where it was said to the shop; null where the customer gave it.</param>
/// <param name="Trouble">What of the answer could not be carried out by itself; empty where all was.</param>
/// <param name="Address">
/// The address with its secret: told to whoever has just made it, and kept nowhere; null otherwise.
/// </param>
/// <param name="Message">What to send by SMS along with it; null where there is no address to tell.</param>
public sealed record ApprovalAnswer(
    Guid Id,
    Guid? VisitId,
    Guid? BookingId,
    ApprovalState State,
    DateTimeOffset At,
    string By,
    string Note,
    string When,
    IReadOnlyList<ApprovalLineAnswer> Lines,
    Spread Total,
    IReadOnlyList<string> Unpriced,
    DateTimeOffset ExpiresAt,
    string MailedTo,
    DateTimeOffset? MailSentAt,
    string? MailFailed,
    IReadOnlyList<ApprovalQuestion> Questions,
    DateTimeOffset? AnsweredAt,
    string AnsweredBy,
    string? ToldTo,
    string Trouble,
    string? Address,
    string? Message);

/// <summary>Work that a customer declined and nobody has done since.</summary>
/// <param name="On">When they did.</param>
/// <param name="By">Who did.</param>
/// <param name="Price">What it would have added then.</param>
public sealed record DeclinedAnswer(
    string What,
    string Why,
    Verdict? Verdict,
    IReadOnlyList<JobAt> Jobs,
    DateTimeOffset On,
    string By,
    Spread Price);

/// <summary>How a visit stands with its customer.</summary>
/// <param name="Approvals">What was asked, newest first.</param>
/// <param name="Proposed">What would be asked now; empty where there is nothing.</param>
/// <param name="Agreed">What they agreed to pay; null where no price was told.</param>
/// <param name="ComesTo">What the visit comes to as it stands; null for one that is not in the bay.</param>
/// <param name="Limit">What it may come to without asking again; null where no price was told.</param>
/// <param name="AsksAgain">Whether they have to be asked again.</param>
/// <param name="Words">How that stands, in words.</param>
/// <param name="Mail">The customer's mail address; may be empty.</param>
/// <param name="Phone">The customer's telephone; may be empty.</param>
/// <param name="CanMail">Whether this shop has a mail service.</param>
public sealed record ApprovalsAnswer(
    IReadOnlyList<ApprovalAnswer> Approvals,
    IReadOnlyList<ApprovalLineAnswer> Proposed,
    Spread? Agreed,
    Spread? ComesTo,
    decimal? Limit,
    bool AsksAgain,
    string Words,
    string Mail,
    string Phone,
    bool CanMail);

/// <summary>A line to ask about.</summary>
/// <param name="Jobs">The jobs at their places.</param>
/// <param name="Why">Why, in the shop's words; may be empty.</param>
public sealed record ApprovalLineDraft(IReadOnlyList<JobAt> Jobs, string Why, Guid? FindingId = null);

/// <summary>Something to ask a customer.</summary>
/// <param name="VisitId">The visit in the bay it is found in; null for one that is still to come.</param>
/// <param name="BookingId">The accepted visit it is about; null for one in the bay.</param>
/// <param name="Lines">What to ask.</param>
/// <param name="Note">What the shop adds; may be empty.</param>
/// <param name="MailTo">Where to mail its address; null or empty for nowhere.</param>
/// <param name="Waits">Whether the trailer's work waits for the answer.</param>
public sealed record ApprovalDraft(
    Guid? VisitId,
    Guid? BookingId,
    IReadOnlyList<ApprovalLineDraft> Lines,
    string Note = "",
    string? MailTo = null,
    bool Waits = false);

/// <summary>An answer.</summary>
/// <param name="Agreed">Keys of the lines agreed to; empty for none.</param>
/// <param name="Name">Who gives it.</param>
public sealed record ApprovalReply(IReadOnlyList<string> Agreed, string Name);

/// <summary>A question, or what the shop says to one.</summary>
/// <param name="Text">The words.</param>
/// <param name="Name">Who asks; of a reply, nothing.</param>
public sealed record QuestionDraft(string Text, string Name = "");

/// <summary>What a customer sees behind their link, and nothing else of the shop.</summary>
/// <param name="Shop">The shop's name.</param>
/// <param name="Currency">The money it reckons in, by its ISO 4217 code.</param>
/// <param name="Trailer">Which trailer.</param>
/// <param name="Customer">Whose it is.</param>
/// <param name="State">How it stands.</param>
/// <param name="Note">What the shop adds; may be empty.</param>
/// <param name="When">When it would be done; may be empty.</param>
/// <param name="Already">What was agreed on before, in words; empty for nothing.</param>
/// <param name="Lines">What is asked.</param>
/// <param name="Totals">What the whole visit comes to by the lines chosen: line i adds 2 to the power of i.</param>
/// <param name="Unpriced">Parts without a price: they come on top.</param>
/// <param name="Until">The last day it can be answered.</param>
/// <param name="MayAsk">Whether another question can be put.</param>
public sealed record CustomersPage(
    string Shop,
    string Currency,
    string Trailer,
    string Customer,
    ApprovalState State,
    string Note,
    string When,
    string Already,
    IReadOnlyList<CustomersLine> Lines,
    IReadOnlyList<Spread> Totals,
    IReadOnlyList<string> Unpriced,
    IReadOnlyList<ApprovalQuestion> Questions,
    bool MayAsk,
    DateOnly Until,
    DateTimeOffset? AnsweredAt,
    string AnsweredBy,
    string Trouble);

/// <summary>One thing that a customer is asked.</summary>
/// <param name="Pictures">Ids of the pictures that go with it.</param>
/// <param name="Agreed">Whether it is agreed to; null before there is an answer.</param>
public sealed record CustomersLine(
    string Key,
    string What,
    string Why,
    Verdict? Verdict,
    IReadOnlyList<Guid> Pictures,
    bool? Agreed);
