using SturdyTinker.Core.Notices;
using Xunit;

namespace SturdyTinker.Core.Tests.Notices;

/// <summary>When a message that could not be handed over is tried again. Source: common practice.</summary>
public sealed class OutgoingMailTests
{
    private static readonly DateTimeOffset Start = new(2026, 6, 10, 9, 0, 0, TimeSpan.Zero);

    private static OutgoingMail Written() => new()
    {
        Id = Guid.CreateVersion7(),
        Kind = MailKind.Reminder,
        Message = [],
        At = Start,
        NextAt = Start
    };

    [Fact]
    public void It_is_tried_within_minutes_ever_more_seldom_and_some_time_no_more()
    {
        OutgoingMail mail = Written();
        List<TimeSpan> waits = [];
        for (DateTimeOffset? now = mail.NextAt; now is { } at; now = mail.NextAt)
        {
            mail.Begin(at);
            mail.Fail("The mail service did not answer in good time.", forGood: false);
            if (mail.NextAt is { } next)
            {
                waits.Add(next - at);
            }
        }

        Assert.InRange(mail.Tries, 4, 10);
        Assert.InRange(waits[0], TimeSpan.FromSeconds(30), TimeSpan.FromMinutes(5));
        Assert.Equal(waits.Order(), waits);
        Assert.InRange(
            waits.Aggregate(TimeSpan.Zero, (sum, w) => sum + w),
            TimeSpan.FromHours(4),
            TimeSpan.FromDays(1));
        Assert.NotNull(mail.Failed);
    }

    [Fact]
    public void A_try_that_a_kill_ends_comes_again_and_one_that_was_taken_does_not()
    {
        OutgoingMail mail = Written();
        mail.Begin(Start);
        Assert.True(mail.NextAt > Start);
        mail.Fail("Busy.", forGood: false);
        mail.Begin(mail.NextAt.Value);
        mail.Sent(Start.AddHours(1));
        Assert.Equal((null, null, Start.AddHours(1)), (mail.NextAt, mail.Failed, mail.SentAt));
    }

    [Fact]
    public void What_is_refused_for_good_is_not_tried_again()
    {
        OutgoingMail mail = Written();
        mail.Begin(Start);
        mail.Fail("There is nobody of that name.", forGood: true);
        Assert.Equal((null, null), (mail.NextAt, mail.SentAt));
    }
}
