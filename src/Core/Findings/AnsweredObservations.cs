using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings;

/// <summary>Works out which looks stand. See <see cref="StandingObservations.ThatStand"/>.</summary>
internal static class AnsweredObservations
{
    private static readonly string[] Both = ["inner", "outer"], One = [""];

    // A look with what it answers of earlier visits, and the jobs that answer it.
    private sealed record Candidate(Observation Look, IReadOnlyList<string> Answers, IReadOnlyList<string> AnsweredBy)
    {
        internal string? StepKey { get; init; }

        internal Comparison? Compared { get; init; }

        internal string? Mended { get; init; }

        internal bool LastStands { get; init; }
    }

    internal static IReadOnlyList<Observation> Of(TrailerObservations seen)
    {
        ILookup<string, Reading> readings = seen.Readings.ToLookup(r => r.Kind);
        return
        [
            .. Candidates(seen).GroupBy(c => c.Look.Place).SelectMany(place => AtPlace(seen, [.. place], readings))
                .OrderByDescending(l => l.Judgement.Verdict).ThenBy(
                    l => l.Place,
                    StringComparer.Ordinal).ThenBy(l => l.Subject)
                .ThenByDescending(l => l.At).ThenBy(l => l.Code, StringComparer.Ordinal).ThenBy(
                    l => l.Which,
                    StringComparer.Ordinal),
        ];
    }

    private static IEnumerable<Observation> AtPlace(
        TrailerObservations seen,
        List<Candidate> here,
        ILookup<string, Reading> readings)
    {
        foreach (var subject in here.GroupBy(c => c.Look.Subject))
        {
            // Play is set until it is right: its last look alone counts.
            List<Candidate> asked = subject.Key == Subject.Play
                ? [subject.OrderBy(c => c.Look.At).ThenBy(c => c.Look.Judgement.Verdict).Last()]
                : [.. subject];
            List<Observation> standing = [], sound = [];
            foreach (Candidate one in asked)
            {
                if (one.Look.Judgement.Verdict == Verdict.Sound)
                {
                    sound.Add(one.Look);
                }
                else if (PutRight(seen, one) is { } how)
                {
                    sound.Add(one.Look with { Judgement = how });
                }
                else if (!LookedAtAgain(one, here, readings))
                {
                    standing.Add(one.Look);
                }
            }

            if (standing.Count > 0)
            {
                foreach (Observation look in standing)
                {
                    yield return look;
                }
            }
            else if (sound.Count > 0)
            {
                Guid newest = sound.MaxBy(l => l.At)!.VisitId;
                yield return sound
                    .Where(l => l.VisitId == newest)
                    .OrderByDescending(l => l.At)
                    .ThenBy(l => l.Code, StringComparer.Ordinal)
                    .First();
            }
        }
    }

    // That it was put right, by its own visit, by work since, or as told; null where nothing says so.
    private static Judgement? PutRight(TrailerObservations seen, Candidate one)
    {
        static Judgement Sound(string words) => new(Verdict.Sound, words, Source.Shop.Words, []);
        if (one.Mended is { } mended)
        {
            return Sound($"Mended in the same visit: {mended}");
        }

        if (seen.Mendings.FirstOrDefault(m => m.ObservationKey == one.Look.Key) is { } told)
        {
            return Sound($"Told mended: {told.How}");
        }

        if (seen.Renewals.FirstOrDefault(r => r.Answers(
            seen.Gear,
            one.AnsweredBy,
            one.Look.Place,
            one.Look.At,
            r.VisitId == one.Look.VisitId ? one.StepKey : null)) is { } renewal)
        {
            return Sound(
                $"Put right in {(renewal.VisitId == one.Look.VisitId ? "the same" : "this")} visit: {renewal.Words}.");
        }

        WorkDone? work = seen.Work.FirstOrDefault(w => Since(w, one.Look)
            && Renewal.Reaches(seen.Gear, one.AnsweredBy, w.Job, w.Place, one.Look.Place));
        return work is null ? null : Sound($"Put right since: {seen.NameOfJob(work.Job)}.");
    }

    // Work of the look's own visit was weighed when that visit was closed; what was closed before that was kept counts
    // as it did.
    private static bool Since(WorkDone work, Observation look)
    {
        DateOnly day = DateOnly.FromDateTime(look.At.DateTime);
        return work.VisitId == look.VisitId ? work.DoneAt is null
            : work.DoneAt is { } at ? at > look.At
            : work.VisitId is not null ? work.On >= day
            : work.On > day;
    }

    private static bool LookedAtAgain(Candidate one, List<Candidate> here, ILookup<string, Reading> readings)
    {
        if (one.Compared is { } compared)
        {
            return compared.TakenAgain(one.Look, readings);
        }

        List<Candidate> later = here.FindAll(c => c.Look.VisitId != one.Look.VisitId
            && c.Look.At > one.Look.At
            && c.Answers.Contains(one.Look.Code));
        bool two = Subjects.InnerAndOuter(one.Look.Subject)
            || later.Exists(c => Subjects.InnerAndOuter(c.Look.Subject));
        string[] questions = one.Look.Which.Length > 0 ? [one.Look.Which] : two ? Both : One;
        return later.Count > 0
            && Array.TrueForAll(questions, q => later.Exists(c => c.Look.Which.Length == 0 || c.Look.Which == q));
    }

    private static IEnumerable<Candidate> Candidates(TrailerObservations seen)
    {
        List<Conclusion> judged = [.. seen.Conclusions.Where(c => c.Subject is not null)];
        HashSet<(Guid Visit, string Place, string Kind)> replaced = [.. judged.SelectMany(
            c => c.Replaces.Select(kind => (c.VisitId, c.Place, kind)))];
        HashSet<Guid> gone = [.. judged.SelectMany(c => c.ReplacesReadings)];
        IEnumerable<Candidate> all = seen.Findings.Select(Of)
            .Concat(seen.Readings.Where(r => !replaced.Contains((r.VisitId, r.Place, r.Kind))
                && !gone.Contains(r.Id)).SelectMany(Of))
            .Concat(judged.Select(Of));

        // What was said twice of one question in a visit counts once: the gravest, or the last of what is set until it
        // is right.
        foreach (var same in all.GroupBy(c =>
            (c.Look.VisitId, c.Look.Place, c.Look.Subject, c.Look.Code, c.Look.Which)))
        {
            yield return same.First().LastStands
                ? same.OrderBy(c => c.Look.At).ThenBy(c => c.Look.Judgement.Verdict).Last()
                : same
                    .OrderBy(c => c.Mended is null ? c.Look.Judgement.Verdict : Verdict.Sound)
                    .ThenBy(c => c.Look.At)
                    .Last();
        }
    }

    private static Candidate Of(Finding finding)
    {
        ObservationRule? rule = Rulebook.Find(finding.RuleCode);
        Observation look = new(
            finding.Place,
            finding.Subject,
            finding.VisitId,
            finding.At,
            finding.InWords,
            finding.Judgement,
            finding.PersonId)
        {
            Code = finding.RuleCode,
            Which = finding.Which,
            Key = $"{finding.Id}",
            PutRightBy = rule?.Jobs ?? []
        };
        return new Candidate(
            look,
            [finding.RuleCode, .. rule?.Answers ?? []],
            rule?.AnsweredBy ?? [])
        { Mended = finding.Mended };
    }

    private static IEnumerable<Candidate> Of(Reading reading)
    {
        if (reading.Judgement is { } judgement && ReadingKinds.Find(reading.Kind) is { } kind)
        {
            Observation look = new(
                reading.Place,
                kind.Subject,
                reading.VisitId,
                reading.At,
                StandingObservations.InWords(reading),
                judgement,
                reading.PersonId)
            { Code = reading.Kind, Key = $"{reading.Id}", PutRightBy = kind.PutRightBy };
            yield return new Candidate(look, [kind.Code, .. kind.Answers], kind.AnsweredBy)
            {
                StepKey = reading.StepKey,
                LastStands = kind.LastStands
            };
        }
    }

    private static Candidate Of(Conclusion conclusion)
    {
        Comparison? rule = Comparisons.Find(conclusion.Code);
        IReadOnlyList<string> jobs = rule?.AnsweredBy ?? [.. conclusion.Jobs.Select(j => j.Job).Distinct()];
        Observation look = new(
            conclusion.Place,
            conclusion.Subject!.Value,
            conclusion.VisitId,
            conclusion.At,
            conclusion.Seen,
            conclusion.Judgement,
            conclusion.PersonId)
        {
            Code = conclusion.Code,
            Key = $"{conclusion.VisitId}/{conclusion.Place}/{conclusion.Code}",
            PutRightBy = conclusion.Jobs.Count > 0 ? [.. conclusion.Jobs.Select(j => j.Job).Distinct()] : jobs,
        };
        return new Candidate(look, [conclusion.Code], jobs) { Compared = rule };
    }
}
