using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Schools;
using Xunit;

namespace SturdyTinker.Core.Tests.Jobs;

/// <summary>What has to hold of the openings and jobs as data, whatever is added to them.</summary>
public class CatalogueTests
{
    private static IEnumerable<Step> EveryStep =>
        Openings.All.SelectMany(o => o.Open.Concat(o.Close)).Concat(Catalogue.All.SelectMany(j => j.Work.Select(w => w.Step)));

    private static IEnumerable<RunningGear> EveryGear =>
        from brake in Enum.GetValues<BrakeKind>()
        from nut in Enum.GetValues<NutRetention>()
        from lubrication in Enum.GetValues<Lubrication>()
        select Gears.Tandem with { Brake = brake, NutRetention = nut, Lubrication = lubrication };

    private static IEnumerable<SchoolChoices> EverySchool =>
        from nut in SchoolQuestions.NutSetting.Answers
        from pin in SchoolQuestions.CotterPin.Answers
        from fill in SchoolQuestions.GreaseFill.Answers
        select SchoolChoices.Defaults.With(new Dictionary<string, string> { ["nut-setting"] = nut.Code, ["cotter-pin"] = pin.Code, ["grease-fill"] = fill.Code });

    [Fact]
    public void Openings_need_only_what_stands_before_them_and_lies_less_deep()
    {
        for (int i = 0; i < Openings.All.Count; i++)
        {
            Opening opening = Openings.All[i];
            Assert.All(opening.Needs, need =>
            {
                int at = Openings.All.ToList().FindIndex(o => o.Code == need);
                Assert.InRange(at, 0, i - 1);
                Assert.True(Openings.All[at].Depth < opening.Depth, $"{opening.Code} needs {need} but lies no deeper.");
            });
        }
    }

    [Fact]
    public void A_closure_holds_everything_it_needs_once_and_in_order()
    {
        foreach (RunningGear gear in EveryGear)
        {
            foreach (Opening wanted in Openings.All.Where(o => o.Applies(gear)))
            {
                List<Opening> closure = [.. Openings.Closure([wanted.Code, wanted.Code], gear)];
                Assert.Equal(wanted, closure[^1]);
                Assert.Equal(closure.Distinct(), closure);
                Assert.All(closure, o => Assert.All(o.Needs.Select(Openings.Find).Where(n => n.Applies(gear)), n => Assert.True(closure.IndexOf(n) < closure.IndexOf(o) && closure.Contains(n))));
            }
        }
    }

    [Fact]
    public void Every_step_reads_as_an_order_takes_time_and_asks_for_what_we_know()
    {
        Assert.All(EveryStep, step =>
        {
            Assert.True(step.Minutes > 0, $"{step.Code} takes no time.");
            Assert.InRange(step.Title.Length, 5, 70);
            Assert.False(step.Title.EndsWith('.'), $"“{step.Title}” ends like a sentence.");
            Assert.True(step.Detail.Length == 0 || step.Detail.TrimEnd()[^1] is '.' or '?', $"“{step.Detail}” does not end.");
            Assert.All(step.Cautions, c => Assert.EndsWith(".", c, StringComparison.Ordinal));
            Assert.All(step.Readings, r => Assert.NotNull(ReadingKinds.Find(r)));
        });
    }

    [Fact]
    public void Step_codes_are_unique_within_their_opening_and_job()
    {
        Assert.All(Openings.All, o => Assert.Equal(o.Open.Count + o.Close.Count, o.Open.Concat(o.Close).Select(s => s.Code).Distinct().Count()));
        Assert.All(Catalogue.All, j => Assert.Equal(j.Work.Count, j.Work.Select(w => w.Step.Code).Distinct().Count()));
        Assert.All(Catalogue.All, j => Assert.All(j.Work, w => Assert.NotNull(Openings.Find(w.Opening))));
    }

    [Fact]
    public void A_step_that_a_school_decides_is_wanted_by_exactly_that_answer()
    {
        // One of the steps of a question is done under every answer that bears on the gear, never two.
        foreach (RunningGear gear in EveryGear.Where(g => g.NutRetention == NutRetention.CastleNut))
        {
            foreach (SchoolChoices schools in EverySchool)
            {
                StepContext context = new(gear, schools);
                Assert.All(
                    EveryStep.Where(s => s.School is not null).GroupBy(s => s.School),
                    question => Assert.Single(question, s => s.Wanted(context)));
            }
        }
    }

    [Fact]
    public void Exactly_one_lock_goes_on_whatever_keeps_the_nut()
    {
        Opening hub = Openings.Find("hub-off");
        foreach (RunningGear gear in EveryGear.Where(Catalogue.BearingRepack.Applies).Where(g => g.NutRetention != NutRetention.OnePieceNut))
        {
            foreach (StepContext context in EverySchool.Select(s => new StepContext(gear, s)))
            {
                Assert.Single(hub.Open, s => s.Wanted(context) && s.Looks.Contains(Subject.NutLock));
                Assert.Single(hub.Close, s => s.Wanted(context) && s.Looks.Contains(Subject.NutLock));
            }
        }
    }

    /// <summary>Common practice: a pin is what keeps the wheel on, and a new seal goes in whenever the old one comes out.</summary>
    [Fact]
    public void What_is_parted_is_closed_with_new_parts()
    {
        StepContext context = new(Gears.Tandem, SchoolChoices.Defaults);
        Assert.Equal(["cotter pin"], Taken("hub-off"));
        PartNeed seal = Assert.Single(Openings.Find("hub-open").Close.SelectMany(s => s.Parts(context)));
        Assert.Equal(["grease seal 2.125 × 3.376", "grease seal 2.250 × 3.376"], seal.OneOf);
        Assert.Empty(Openings.Find("hub-open").Close.SelectMany(s => s.Parts(context with { Gear = Gears.Single })).Single().OneOf);

        IEnumerable<string> Taken(string opening) => Openings.Find(opening).Close.Where(s => s.Wanted(context)).SelectMany(s => s.Parts(context)).Select(p => p.Name);
    }

    [Theory]
    [InlineData("2.1255", "grease seal 2.125 × 3.376")]
    [InlineData("57.15 mm", "grease seal 2.250 × 3.376")]
    [InlineData("2 3/16", null)]
    public void The_journal_picks_the_seal(string typed, string? part) =>
        Assert.Equal(part, ReadingKinds.SealJournal.Picks(Core.Measures.ShopNotation.Read(typed, Core.Measures.Quantity.Length).Canonical!.Value, new(Gears.Tandem, SchoolChoices.Defaults)));

    [Fact]
    public void A_filled_cavity_takes_more_grease_than_packed_bearings()
    {
        decimal Grease(string fill) => Composer.Compose(Gears.Single, [new("bearing-repack", "axle-1-left")], SchoolChoices.Defaults.With(new Dictionary<string, string> { ["grease-fill"] = fill }))
            .PartsToTake.Where(p => p.Unit == "oz").Sum(p => p.Quantity);
        Assert.True(Grease("cavity") > Grease("packed"));
    }
}
