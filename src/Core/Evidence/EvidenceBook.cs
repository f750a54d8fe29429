using SturdyTinker.Core.Evidence.Questions;
using SturdyTinker.Core.Evidence.Statistics;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Evidence;

/// <summary>What the record says of one trailer beside the others.</summary>
/// <param name="Cost">What it costs beside others like it; null where it is not known for a year.</param>
/// <param name="Suspect">Parts in it that came by a delivery that goes early.</param>
/// <param name="Old">Parts in it that are older than most here get, the oldest first: a sentence each.</param>
public sealed record TrailerEvidence(
    CostBeside? Cost,
    IReadOnlyList<SuspectPart> Suspect,
    IReadOnlyList<string> Old);

/// <summary>All that the record says.</summary>
/// <param name="Cards">A card a question, in the order they are shown.</param>
/// <param name="Trailers">What it says of single trailers, by their ids; only those of which it says something.</param>
public sealed record EvidenceFound(
    IReadOnlyList<EvidenceCard> Cards,
    IReadOnlyDictionary<Guid, TrailerEvidence> Trailers);

/// <summary>
/// Takes trailers' records one by one, counts what they tell, and answers every question at the end: a whole shop's
/// record never has to be held at once.
/// </summary>
/// <param name="terms">The shop's terms.</param>
public sealed class EvidenceBook(EvidenceTerms terms)
{
    /// <summary>Goes up with every change of what a card is made of, so that kept ones are made anew.</summary>
    public const int Edition = 2;

    // More than so many sentences of one trailer are a list that nobody reads.
    private const int MostOld = 3;

    private readonly Dictionary<string, LivesOfKind> kinds = CountedKind.All.ToDictionary(
        k => k.Code,
        k => new LivesOfKind(k, new List<OwnedLife>(), NotCounted.None) { Unseen = new List<OwnedLife>() });

    private readonly List<(CountedTrailer Trailer, int Signs)> signs = [];
    private readonly List<(DateOnly On, bool CameBack)> visits = [];
    private readonly List<PastEndPlay> endPlays = [];
    private readonly List<TrailerKeeping> keeping = [];

    /// <summary>How many trailers have been taken in.</summary>
    public int Trailers => keeping.Count;

    /// <summary>Takes a trailer in.</summary>
    /// <param name="past">Everything on record of it.</param>
    public void Add(TrailerPast past)
    {
        DateOnly since = KeepingQuestion.From(past.Since, terms.Today);
        double watched = Math.Max(1, terms.Today.DayNumber - past.Since.DayNumber);
        double years = Math.Max(1, terms.Today.DayNumber - since.DayNumber) / 365.25;
        double? miles = past.MilesLately;
        CountedTrailer trailer = new(
            past.Id,
            keeping.Count,
            past.Tag,
            past.CustomerId,
            past.Gear,
            past.Uses,
            watched / 365.25,
            years >= 0.5 ? miles / years : null);
        Dictionary<Guid, PracticeChoices> practices = past.Visits
            .DistinctBy(v => v.Id)
            .ToDictionary(v => v.Id, v => v.Practices);
        foreach (CountedKind kind in CountedKind.All)
        {
            PartLives lives = PartLives.Of(kind, past);
            LivesOfKind all = kinds[kind.Code];
            OwnedLife Owned(CountedLife life) => new(
                trailer,
                life,
                (life.VisitId ?? life.Part?.VisitId) is { } visit ? practices.GetValueOrDefault(visit) : null);
            ((List<OwnedLife>)all.Lives).AddRange(lives.Lives.Select(Owned));
            ((List<OwnedLife>)all.Unseen).AddRange(lives.Unseen.Select(Owned));
            kinds[kind.Code] = all with { Not = all.Not + lives.Not };
        }

        signs.Add((trailer, OverloadQuestion.YearsWithSigns(past.Looks
            .Where(l => OverloadQuestion.Signs.Contains(l.Code) && l.On <= terms.Today)
            .Select(l => l.On))));
        visits.AddRange(past.Visits.Select(v => (v.On, v.CameBack)));
        endPlays.AddRange(past.EndPlays);
        keeping.Add(new TrailerKeeping(
            trailer,
            years,
            (double)past.Visits.Where(v => v.On >= since && v.On <= terms.Today).Sum(v => v.Cost ?? 0),
            miles,
            [.. past.Looks
                .Where(l => l.Verdict >= Verdict.Renew && l.On > past.Since && l.On <= terms.Today)
                .Select(l => l.On)
                .Distinct()
                .Select(on => (double)(on.DayNumber - past.Since.DayNumber))],
            watched));
    }

    /// <summary>Answers every question.</summary>
    public EvidenceFound Conclude()
    {
        List<EvidenceCard> intervals = [], lasts = [], differs = [], wrong = [];
        List<SuspectPart> suspect = [];
        Dictionary<Guid, List<(double Gone, string Words)>> old = [];
        HashSet<(int Trailer, DateOnly From)> odd = [];
        foreach (CountedKind kind in CountedKind.All.Where(k => k.PutIn is not null))
        {
            DeliveriesAsked asked = DeliveryQuestion.Ask(kinds[kind.Code], terms);
            wrong.AddRange(asked.Card is null ? [] : [asked.Card]);
            suspect.AddRange(asked.Suspect);
            odd.UnionWith(asked.Odd);
        }

        foreach (CountedKind kind in CountedKind.All)
        {
            // What went in with a lot that was no good says nothing of how long a good one lasts.
            LivesOfKind all = kinds[kind.Code];
            List<OwnedLife> good = [.. all.Lives.Where(l => !odd.Contains((l.Trailer.Number, l.Life.From)))];
            LivesOfKind of = all with
            {
                Lives = good,
                Not = all.Not with { OfOddDelivery = all.Lives.Count - good.Count }
            };
            LivesByUse byUse = new(of);
            intervals.AddRange(IntervalQuestion.Ask(byUse, terms));
            lasts.AddRange(LastsQuestion.Ask(byUse) is { } card ? [card] : []);
            differs.AddRange(DiffersQuestion.Ask(of));
            TellOld(byUse, old);
        }

        wrong.AddRange(((EvidenceCard?[])
        [
            ComeBackQuestion.Ask(visits, terms.Today),
            OverloadQuestion.Ask(signs, terms),
        ]).OfType<EvidenceCard>());
        (EvidenceCard? cost, IReadOnlyDictionary<Guid, CostBeside> each) = KeepingQuestion.Ask(keeping, terms);
        EvidenceCard? calibration = EndPlayQuestion.Ask(endPlays, terms);
        ILookup<Guid, SuspectPart> suspects = suspect.ToLookup(s => s.TrailerId);
        return new EvidenceFound(
            [
                .. intervals,
                .. wrong,
                .. differs,
                .. lasts,
                .. cost is null ? [] : new[] { cost },
                .. calibration is null ? [] : new[] { calibration },
            ],
            keeping
                .Select(k => k.Trailer.Id)
                .Where(id => each.ContainsKey(id) || suspects.Contains(id) || old.ContainsKey(id))
                .ToDictionary(id => id, id => new TrailerEvidence(
                    each.GetValueOrDefault(id),
                    [.. suspects[id]],
                    [.. old.GetValueOrDefault(id, [])
                        .OrderByDescending(o => o.Gone)
                        .Take(MostOld)
                        .Select(o => o.Words)])));
    }

    // Parts that are still in after half of their kind are gone, where the record has enough to say so.
    private void TellOld(LivesByUse byUse, Dictionary<Guid, List<(double Gone, string Words)>> old)
    {
        LivesOfKind of = byUse.All;
        if (of.Kind.Code is "repack" or "greasing" || of.Ended < WeibullLives.FewestEnds)
        {
            return;
        }

        foreach (OwnedLife life in of.StillIn)
        {
            WeibullLives fit = byUse.InDaysUsedJust(life.Trailer.Uses);
            double age = terms.Today.DayNumber - life.Life.From.DayNumber, gone = 1 - fit.SurvivesAt(age);
            if (gone < 0.5)
            {
                continue;
            }

            if (!old.TryGetValue(life.Trailer.Id, out List<(double Gone, string Words)>? its))
            {
                old[life.Trailer.Id] = its = [];
            }

            its.Add((gone, $"{Said.Sentence(of.Kind.One)}, {Place.SpokenOf(life.Life.Place)}: {Said.Age(age)} old; "
                + $"{Said.Share(gone)} of them are gone by then here"
                + (byUse.Differ ? " where trailers are used alike." : ".")));
        }
    }
}
