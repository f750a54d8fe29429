using System.Text.RegularExpressions;

namespace SturdyTinker.Core.Notices;

/// <summary>What a reminder can say of a visit: nothing that the customer should not see is in here.</summary>
/// <param name="Customer">The customer's name.</param>
/// <param name="Shop">The shop's name.</param>
/// <param name="Trailer">The trailer's tag and name.</param>
/// <param name="Day">The day, in words.</param>
/// <param name="What">What is done.</param>
/// <param name="Why">Why it is due.</param>
/// <param name="HowLong">How long it takes.</param>
/// <param name="HowMuch">About how much it costs.</param>
/// <param name="Between">What the owner does until then.</param>
public sealed record ReminderFacts(
    string Customer,
    string Shop,
    string Trailer,
    string Day,
    string What,
    string Why,
    string HowLong,
    string HowMuch,
    string Between)
{
    internal IReadOnlyDictionary<string, string> ByName => new Dictionary<string, string>
    {
        ["customer"] = Customer,
        ["shop"] = Shop,
        ["trailer"] = Trailer,
        ["day"] = Day,
        ["what"] = What,
        ["why"] = Why,
        ["how long"] = HowLong,
        ["how much"] = HowMuch,
        ["between"] = Between,
    };
}

/// <summary>A reminder's words with places in brackets, such as [day], that are filled in for each visit.</summary>
/// <param name="Subject">The subject.</param>
/// <param name="Body">The words.</param>
public sealed partial record ReminderWords(string Subject, string Body)
{
    /// <summary>Longest words kept.</summary>
    public const int Longest = 4_000;

    /// <summary>Our words, made to be overwritten.</summary>
    public static ReminderWords Usual { get; } = new(
        "[trailer]: [day] at [shop]",
        """
        Good day [customer],

        [trailer] is expected at [shop] on [day].

        What we will do: [what].
        Why now: [why].
        How long it takes: [how long].
        About how much: [how much]. What is found on the way is told before it is done.

        What is yours until then: [between].

        If that day does not suit, a word from you is enough.

        [shop]
        """);

    /// <summary>The places that can be filled in.</summary>
    public static IReadOnlyList<string> Places { get; } =
    [
        .. new ReminderFacts("", "", "", "", "", "", "", "", "").ByName.Keys
    ];

    /// <summary>What is wrong with these words, as a sentence; null when nothing is.</summary>
    public string? Refusal =>
        string.IsNullOrWhiteSpace(Subject)
            || string.IsNullOrWhiteSpace(Body) ? "A reminder has a subject and some words."
        : Subject.Length + Body.Length > Longest ? $"A reminder is at most {Longest} characters long."
        : Subject.AsSpan().IndexOfAny('\r', '\n') >= 0 ? "A subject is one line."
        : Bracket()
            .Matches($"{Subject}\n{Body}")
            .Select(m => m.Groups[1].Value)
            .FirstOrDefault(p => !Places.Contains(p)) is { } unknown ? $"There is no [{unknown}] to fill in; there is "
                + $"{string.Join(", ", Places.Select(p => $"[{p}]"))}."
        : !Body.Contains("[what]", StringComparison.Ordinal)
            || !Body.Contains("[why]", StringComparison.Ordinal)
            || !Body.Contains("[how long]", StringComparison.Ordinal) ? "A reminder says [what], [why] and [how long]."
        : null;

    /// <summary>The words for one visit.</summary>
    public ReminderWords For(ReminderFacts facts)
    {
        IReadOnlyDictionary<string, string> named = facts.ByName;
        string Fill(string words, bool line) =>
            Bracket().Replace(
                words,
                m => named.TryGetValue(m.Groups[1].Value, out string? fact)
                    ? line ? fact.ReplaceLineEndings(" ") : fact
                    : m.Value);
        return new ReminderWords(Fill(Subject, true), Fill(Body, false));
    }

    [GeneratedRegex(@"\[([a-z ]+)\]")]
    private static partial Regex Bracket();
}
