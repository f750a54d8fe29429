using SturdyTinker.Core.Notices;
using Xunit;

namespace SturdyTinker.Core.Tests.Notices;

/// <summary>
/// The words of reminders: filled in for a visit, and refused where they leave out what a customer has to know.
/// </summary>
public sealed class ReminderWordsTests
{
    private static readonly ReminderFacts Facts = new(
        "Puppet Theatre",
        "Workshop",
        "P-07, stage wagon",
        "Monday, December 7, 2026",
        "bearing repack, all wheel ends",
        "repack in 13 days",
        "2 h 14",
        "280",
        "Suspension bolts greased by June 3");

    [Fact]
    public void Our_own_words_say_what_why_how_long_and_about_how_much()
    {
        Assert.Null(ReminderWords.Usual.Refusal);
        ReminderWords said = ReminderWords.Usual.For(Facts);
        Assert.Equal("P-07, stage wagon: Monday, December 7, 2026 at Workshop", said.Subject);
        Assert.All(
            new[] { Facts.What, Facts.Why, Facts.HowLong, Facts.HowMuch, Facts.Between },
            fact => Assert.Contains(fact, said.Body, StringComparison.Ordinal));
        Assert.False(said.Body.Contains('[', StringComparison.Ordinal));
    }

    [Theory]
    [InlineData("", "[what] [why] [how long]", "has a subject")]
    [InlineData("s", "  ", "some words")]
    [InlineData("one\nline", "[what] [why] [how long]", "one line")]
    [InlineData("s", "[what] [why]", "[how long]")]
    [InlineData("[secret]", "[what] [why] [how long]", "There is no [secret]")]
    public void Words_that_will_not_do_are_refused_with_the_reason(string subject, string body, string reason) =>
        Assert.Contains(reason, new ReminderWords(subject, body).Refusal, StringComparison.Ordinal);

    [Fact]
    public void Too_long_words_are_refused_and_a_fact_of_several_lines_stays_out_of_the_subject()
    {
        Assert.Contains(
            "at most",
            new ReminderWords("s", "[what] [why] [how long]" + new string('x', ReminderWords.Longest)).Refusal,
            StringComparison.Ordinal);
        ReminderWords said = new ReminderWords("[trailer]", "[what] [why] [how long]").For(Facts with
        {
            Trailer = "P-07\r\nBcc: somebody"
        });
        Assert.Equal("P-07 Bcc: somebody", said.Subject);
    }
}
