using CsCheck;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Tests.Composing;
using SturdyTinker.Core.Visits;
using Xunit;

namespace SturdyTinker.Core.Tests.Approvals;

/// <summary>What a customer is asked, and what becomes of what they say.</summary>
public sealed class ApprovalTests
{
    private static readonly DateTimeOffset Start = new(2026, 5, 4, 8, 0, 0, TimeSpan.Zero);

    private static Approval Asked(
        IReadOnlyList<ApprovalLine> lines,
        IReadOnlyList<string>? agreed = null,
        int hour = 0,
        IReadOnlyList<Spread>? totals = null) => new()
        {
            Id = Guid.CreateVersion7(),
            Lines = lines,
            Already = [],
            Totals = totals ?? [.. Enumerable.Range(0, 1 << lines.Count).Select(i => Spread.Of(i))],
            KeyHash = "",
            At = Start.AddHours(hour),
            ExpiresAt = Start.AddHours(hour) + Approval.Lasts,
            AnsweredAt = agreed is null ? null : Start.AddHours(hour + 1),
            Agreed = agreed ?? [],
        };

    private static ApprovalLine Line(string key, params JobAt[] jobs) => new(key, key, "", null, jobs, null);

    // Anything seen on any gear.
    private static Gen<(RunningGear Gear, PracticeChoices Practices, Observation[] Looks)> Seen { get; } =
        from gear in AnyVisit.Gears
        from practices in AnyVisit.AnyPractices
        from picks in Gen.Select(Gen.Int[0, 10_000], Gen.Int[0, 10_000]).Array[1, 12]
        select (gear, practices, Looks(gear, practices, picks));

    private static Observation[] Looks(RunningGear gear, PracticeChoices practices, (int Rule, int Place)[] picks)
    {
        List<ObservationRule> rules = [.. Rulebook.All.Where(r => r.Goes(gear))];
        return
        [
            .. from pick in picks
               let rule = rules[pick.Rule % rules.Count]
               let places = Places.Of(gear).Where(p => rule.Places.Contains(p.Kind)).ToList()
               where places.Count > 0
               let place = places[pick.Place % places.Count]
               let judgement = rule.Judge(practices)
               select new Observation(place.Code, rule.Subject, Guid.Empty, Start, rule.Seen, judgement, Guid.Empty)
               {
                   Key = Guid.NewGuid().ToString(),
                   PutRightBy = rule.Jobs,
               },
        ];
    }

    /// <summary>
    /// A verdict is never lost: whatever is to be renewed and can be is asked, in one line and no second.
    /// </summary>
    [Fact]
    public void Whatever_is_to_be_renewed_is_asked_once_and_nothing_is_bought_twice() => Seen.Sample(
        seen =>
        {
            IReadOnlyList<ApprovalLine> lines =
                ApprovalLines.ForVisit(seen.Looks, seen.Gear, seen.Practices, [], null);
            Assert.True(lines.Count <= Approval.MostLines);
            List<JobAt> jobs = [.. lines.SelectMany(l => l.Jobs)];
            Assert.Equal(jobs.Distinct(), jobs);
            Assert.Equal(lines.Select((_, i) => $"{(char)('a' + i)}"), lines.Select(l => l.Key));
            foreach (Observation look in seen.Looks.Where(l => l.Judgement.Verdict >= Verdict.Renew))
            {
                IReadOnlyList<JobAt> remedies =
                    Remedies.For(look.PutRightBy, seen.Gear, Place.Of(look.Place), seen.Practices);
                bool can = remedies.Any(r => !Composer.Refusals(
                    seen.Gear,
                    Remedies.InPair(look.Subject, r, seen.Gear, seen.Practices),
                    seen.Practices).Any());
                Assert.Equal(can, lines.Any(l => l.Why.Contains(look.AtPlace, StringComparison.Ordinal)
                    && l.Verdict >= look.Judgement.Verdict));
            }

            // Whatever is chosen of it can be done together.
            Assert.Empty(Composer.Refusals(seen.Gear, jobs, seen.Practices));
        },
        iter: 400);

    [Fact]
    public void What_was_agreed_to_is_not_asked_again_and_what_was_added_beyond_it_is() => Seen.Sample(
        seen =>
        {
            IReadOnlyList<ApprovalLine> lines =
                ApprovalLines.ForVisit(seen.Looks, seen.Gear, seen.Practices, [], null);
            JobAt[] all = [.. lines.SelectMany(l => l.Jobs)];
            if (all.Length == 0)
            {
                return;
            }

            Assert.Empty(ApprovalLines.ForVisit(seen.Looks, seen.Gear, seen.Practices, all, all));
            JobAt[] added = [.. ApprovalLines
                .ForVisit([], seen.Gear, seen.Practices, all, [all[0]])
                .SelectMany(l => l.Jobs)];
            Assert.Equal(all.Skip(1).Order(JobOrder), added.Order(JobOrder));
        },
        iter: 200);

    private static readonly Comparer<JobAt> JobOrder =
        Comparer<JobAt>.Create((a, b) => string.CompareOrdinal(a.Id, b.Id));

    /// <summary>
    /// Against the definition, told the slow way: the last word on each job, and whether it was done since.
    /// </summary>
    [Fact]
    public void Declined_work_comes_up_until_it_is_done_or_agreed_to() => Gen
        .Select(
            Gen.Select(Gen.Int[0, 5], Gen.Bool, Gen.Int[0, 40]).Array[0, 8],
            Gen.Select(Gen.Int[0, 5], Gen.Int[0, 40]).Array[0, 4])
        .Sample(
            made =>
            {
                Approval[] approvals = [.. made.Item1
                    .DistinctBy(a => a.Item3)
                    .Select(a => Asked([Line("a", Job(a.Item1))], a.Item2 ? ["a"] : [], a.Item3))];
                WorkDone[] work = [.. made.Item2.Select(w => new WorkDone
                {
                    Job = Job(w.Item1).Job,
                    Place = Job(w.Item1).Place,
                    DoneAt = Start.AddHours(w.Item2),
                })];
                IEnumerable<JobAt> expected = approvals
                    .GroupBy(a => a.Lines[0].Jobs[0])
                    .Select(g => (Job: g.Key, Last: g.MaxBy(a => a.AnsweredAt)!))
                    .Where(j => j.Last.Agreed.Count == 0
                        && !work.Any(w => w.Job == j.Job.Job
                            && w.Place == j.Job.Place
                            && w.DoneAt > j.Last.AnsweredAt))
                    .Select(j => j.Job);
                Assert.Equal(
                    expected.Order(JobOrder),
                    ApprovalLines.StillDeclined(approvals, work).SelectMany(d => d.Line.Jobs).Order(JobOrder));
            },
            iter: 500);

    private static JobAt Job(int which) => new("job-" + (which / 2), "place-" + (which % 2));

    [Fact]
    public void The_price_is_that_of_the_lines_chosen_and_an_extra_is_what_they_add()
    {
        ApprovalLine[] lines = [Line("a"), Line("b")];
        Approval asked = Asked(
            lines,
            totals: [new(80, 100, 120), new(100, 130, 160), new(90, 120, 150), new(105, 140, 180)]);
        Assert.Equal(130, asked.Total(["a"]).Likely);
        Assert.Equal(new Spread(25, 40, 60), asked.Extra(["b", "a"]));
        Assert.Equal(asked.Totals[0], asked.Total(["nothing of these"]));
        Assert.Null(asked.AgreedTotal);
    }

    [Fact]
    public void It_can_be_answered_until_it_is_answered_withdrawn_or_too_old()
    {
        Approval asked = Asked([Line("a")]);
        Assert.Equal(ApprovalState.Open, asked.State(asked.ExpiresAt));
        Assert.Equal(ApprovalState.Expired, asked.State(asked.ExpiresAt.AddSeconds(1)));
        asked.WithdrawnAt = Start;
        Assert.Equal(ApprovalState.Withdrawn, asked.State(Start));
        asked.AnsweredAt = Start;
        Assert.Equal(ApprovalState.Answered, asked.State(asked.ExpiresAt.AddYears(1)));
    }

    [Theory]
    [InlineData(10, 549.99, false)]
    [InlineData(10, 550.01, true)]
    [InlineData(0, 500.01, true)]
    public void Above_the_range_and_what_the_shop_allows_the_customer_is_asked_again(
        int percent,
        double comesTo,
        bool again)
    {
        Approval answered = Asked([Line("a")], ["a"], totals: [Spread.Of(0), new(400, 450, 500)]);
        VisitPrice price = VisitPrice.Of([answered], null, null, Spread.Of((decimal)comesTo), percent);
        Assert.Equal((500m * (100 + percent) / 100, again), (price.Limit, price.AsksAgain));

        // Where no price was told there is nothing to come above.
        Assert.False(VisitPrice.Of([], null, null, Spread.Of(1_000_000), percent).AsksAgain);
    }
}
