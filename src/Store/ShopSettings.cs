using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;

namespace SturdyTinker.Store;

/// <summary>The shop's own choices.</summary>
public sealed class ShopSettings
{
    /// <summary>The one row's key.</summary>
    public const int TheOne = 1;

    /// <summary>Always <see cref="TheOne"/>.</summary>
    public int Id { get; init; } = TheOne;

    /// <summary>The shop's name; empty until somebody names it.</summary>
    public string Name { get; set; } = "";

    /// <summary>What it calls itself to outsiders within a sentence, named or not.</summary>
    public string NameInText => Name.Length > 0 ? Name : "the workshop";

    /// <summary>The same where it stands by itself, or begins a sentence.</summary>
    public string NameAsHeading => Name.Length > 0 ? Name : "The workshop";

    /// <summary>How it is reached, as its papers have it: address, number, mail, a line each; may be empty.</summary>
    public string Reached { get; set; } = "";

    /// <summary>Longest text of how it is reached, and the most lines of it.</summary>
    public const int LongestReached = 300, MostLinesReached = 5;

    /// <summary>The picture of its mark, by <see cref="ShopMark.Id"/>; null while it has none.</summary>
    public Guid? MarkId { get; set; }

    /// <summary>What its papers are printed on.</summary>
    public PaperSize PaperSize { get; set; }

    /// <summary>What stands on every paper.</summary>
    public Letterhead Letterhead => new(
        NameAsHeading,
        Reached.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries),
        Currency)
    {
        Mark = MarkId
    };

    /// <summary>
    /// The time zone the shop's day goes by, by its name in the tz database: "America/Chicago". Empty for the machine's
    /// own.
    /// </summary>
    public string TimeZone { get; set; } = "";

    /// <summary>
    /// The money it reckons in, by its ISO 4217 code: "USD". It is what figures are written in; nothing is converted.
    /// </summary>
    public string Currency { get; set; } = UsualCurrency;

    /// <summary>The money of a shop that has chosen none: our default.</summary>
    public const string UsualCurrency = "USD";

    /// <summary>Months a repack lasts, 1 to 24.</summary>
    public int RepackMonths { get; set; } = Interval.BearingRepack.Months;

    /// <summary>Road a repack lasts.</summary>
    public Distance RepackDistance { get; set; } = Interval.BearingRepack.Distance!.Value;

    /// <summary>
    /// Of how many repacks on record that was read and taken over; null where somebody chose it.
    /// </summary>
    public int? RepackCounted { get; set; }

    /// <summary>The practices this shop follows.</summary>
    public PracticeChoices Practices { get; set; } = PracticeChoices.Defaults;

    /// <summary>How long other work lasts here, where that is not as we made it: by the rule's code.</summary>
    public IReadOnlyDictionary<string, IntervalChoice> Intervals { get; set; } =
        new Dictionary<string, IntervalChoice>();

    /// <summary>
    /// How long work lasts here on trailers used in a way, where the record said so: by the way's code and the rule's.
    /// </summary>
    public IReadOnlyDictionary<string, IReadOnlyDictionary<string, IntervalChoice>> IntervalsByUse { get; set; } =
        new Dictionary<string, IReadOnlyDictionary<string, IntervalChoice>>();

    /// <summary>What ways of being used come to here, where that is not as we made it: by the way's code.</summary>
    public IReadOnlyDictionary<string, UseFactor> Uses { get; set; } = new Dictionary<string, UseFactor>();

    /// <summary>
    /// Work that somebody else looks at before a trailer leaves: codes of <c>SecondLooks.Choices</c>.
    /// </summary>
    public IReadOnlyList<string> SecondLooks { get; set; } = [];

    /// <summary>When the shop works.</summary>
    public OpenHours Hours { get; set; } = new();

    /// <summary>What planning reckons with.</summary>
    public PlanCosts Costs { get; set; } = PlanCosts.Usual;

    /// <summary>What is charged for beside hours and parts.</summary>
    public PriceTerms Terms { get; set; } = new();

    /// <summary>The supplier's mail address, for orders; empty for none.</summary>
    public string SupplierMail { get; set; } = "";

    /// <summary>The words of reminders.</summary>
    public ReminderWords Reminder { get; set; } = ReminderWords.Usual;

    /// <summary>
    /// How far the feed of meter readings has been read, in the feed's own words; empty for not at all.
    /// </summary>
    public string MeterFeedAt { get; set; } = "";

    /// <summary>
    /// Since when due dates of work other than repacks are kept: the day the first trailer's were worked out. Null
    /// until then.
    /// </summary>
    public DateOnly? KeptSince { get; set; }

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;

    /// <summary>How long a repack lasts here, with whose choice that is.</summary>
    public Interval Repack =>
        RepackMonths == Interval.BearingRepack.Months && RepackDistance == Interval.BearingRepack.Distance
            ? Interval.BearingRepack
            : new Interval(RepackMonths, RepackDistance, Upkeep.Whose(RepackCounted));
}
