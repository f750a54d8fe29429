using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Complaints;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Tests.Composing;
using Xunit;

namespace SturdyTinker.Core.Tests.Complaints;

/// <summary>From what a customer says to its cause, in as few looks as can be.</summary>
public sealed class ComplaintTests
{
    [Fact]
    public void Every_complaint_is_made_of_what_the_rulebook_and_the_catalogue_know()
    {
        Assert.Equal(
            ["pulls", "squeals", "wobbles", "hot-hub", "no-brakes", "leans", "clunks"],
            ComplaintBook.All.Select(c => c.Code));
        foreach (Complaint complaint in ComplaintBook.All)
        {
            Assert.InRange(complaint.Causes.Count, 2, LookTree.Most);
            Assert.InRange(complaint.Looks.Count, 2, LookTree.Most);
            Assert.Distinct(complaint.Causes.Select(c => c.Code));
            foreach (ComplaintCause cause in complaint.Causes)
            {
                Assert.True(cause.Rule is null || Rulebook.Find(cause.Rule) is not null, cause.Rule);
                Assert.All(cause.Jobs, j => Assert.NotNull(JobCatalogue.Ours.Find(j)));
                Assert.All(cause.Shows, s => Assert.Contains(complaint.Looks, l => l.Code == s));
            }

            // A look that no cause shows would be looked at for nothing.
            Assert.All(complaint.Looks, l => Assert.Contains(complaint.Causes, c => c.Shows.Contains(l.Code)));
        }
    }

    [Fact]
    public void Whatever_it_is_the_answers_lead_to_it_on_any_gear() => AnyVisit.Gears.Sample(
        gear =>
        {
            foreach (Complaint complaint in ComplaintBook.All)
            {
                foreach (ComplaintCause truth in complaint.Causes.Where(c => c.GoesWith(gear)))
                {
                    Dictionary<string, bool?> answers = [];
                    LookPlan plan = LookPlan.Of(complaint, gear, answers);
                    while (plan.Next is { } look)
                    {
                        Assert.DoesNotContain(look.Code, answers.Keys);
                        answers[look.Code] = truth.Shows.Contains(look.Code);
                        LookPlan after = LookPlan.Of(complaint, gear, answers);
                        Assert.True(after.Left.Count < plan.Left.Count, "each look tells something apart");
                        plan = after;
                    }

                    // What is left besides it shows all the same signs.
                    Assert.Contains(plan.Left, c => c.Cause == truth);
                    Assert.All(plan.Left, c => Assert.Equal(truth.Shows.Order(), c.Cause.Shows.Order()));
                    Assert.Equal(1, plan.Left.Sum(c => c.Chance), 9);
                }
            }
        },
        iter: 60);

    [Fact]
    public void Who_cannot_say_is_asked_something_else_and_what_fits_nothing_says_so()
    {
        Complaint pulls = ComplaintBook.Find("pulls")!;
        LookPlan first = LookPlan.Of(pulls, Gears.Tandem, new Dictionary<string, bool?>());
        LookPlan other = LookPlan.Of(pulls, Gears.Tandem, new Dictionary<string, bool?> { [first.Next!.Code] = null });
        Assert.Equal(first.Left, other.Left);
        Assert.NotEqual(first.Next, other.Next);
        LookPlan nothing = LookPlan.Of(
            pulls,
            Gears.Tandem,
            pulls.Looks.ToDictionary(l => l.Code, _ => (bool?)true));
        Assert.Empty(nothing.Left);
        Assert.Null(nothing.Next);
    }

    /// <summary>Loose nuts can kill and are looked at in three minutes: they come first, whatever they tell.</summary>
    [Theory]
    [InlineData("wobbles")]
    [InlineData("clunks")]
    public void What_can_kill_and_is_looked_at_at_once_comes_first(string complaint) => Assert.Equal(
        "nuts",
        LookPlan.Of(ComplaintBook.Find(complaint)!, Gears.Tandem, new Dictionary<string, bool?>()).Next!.Code);

    /// <summary>Against every tree of questions there is, on small cases made up at random.</summary>
    [Fact]
    public void No_way_of_asking_is_better_on_average() => Gen
        .Select(
            Gen.Int[1, 9].Array[1, 5],
            Gen.Int[0, 31].Array[1, 5])
        .Sample(
            made =>
            {
                int all = (1 << made.Item1.Length) - 1;
                int[] yes = [.. made.Item2.Select(y => y & all)];
                LookTree tree = new(made.Item1, yes, [.. yes.Select(_ => 1)]);
                double[] every = [.. EveryTree(made.Item1, yes, all, (1 << yes.Length) - 1)];
                Assert.Equal(every.Min(), tree.Looks(all, (1 << yes.Length) - 1), 9);
            },
            iter: 300);

    // What each way of asking costs, told apart as far as can be; written down without any thought of speed.
    private static IEnumerable<double> EveryTree(int[] weights, int[] yes, int left, int open)
    {
        int[] splits = [.. Enumerable.Range(0, yes.Length).Where(i =>
            (open & (1 << i)) > 0 && (left & yes[i]) != 0 && (left & yes[i]) != left)];
        if (splits.Length == 0)
        {
            return [0];
        }

        double weight = weights.Where((_, i) => (left & (1 << i)) > 0).Sum();
        return
        [
            .. from i in splits
               from a in EveryTree(weights, yes, left & yes[i], open & ~(1 << i)).Distinct()
               from b in EveryTree(weights, yes, left & ~yes[i], open & ~(1 << i)).Distinct()
               select weight + a + b,
        ];
    }

    [Fact]
    public void From_a_complaint_to_its_cause_it_takes_nearly_the_fewest_looks()
    {
        (double Ours, double Best)[] looks =
            [.. ComplaintBook.All.Select(c => LookPlan.Looks(c, Gears.Tandem))];
        Assert.All(looks, l => Assert.InRange(l.Ours, l.Best, l.Best + 1));
        Assert.InRange(looks.Sum(l => l.Ours) / looks.Sum(l => l.Best), 1, 1.15);
    }

    [Theory]
    [InlineData("It pulls left, and one hub is hot.", "pulls hot-hub")]
    [InlineData("wheel wobbles at 50", "wobbles")]
    [InlineData("NO BRAKES!", "no-brakes")]
    [InlineData("it doesn't stop well", "no-brakes")]
    [InlineData("Brakes squeal", "squeals")]
    [InlineData("please look at the paint", "")]
    [InlineData("It hums on the left at speed.", "squeals")]
    public void What_a_customer_says_is_understood(string said, string codes) => Assert.Equal(
        codes,
        string.Join(' ', ComplaintBook.In(said).Select(c => c.Code)));
}
