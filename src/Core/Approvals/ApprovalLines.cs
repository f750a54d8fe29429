using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Core.Approvals;

/// <summary>What a customer would be asked.</summary>
public static class ApprovalLines
{
    /// <summary>
    /// For a trailer in the bay: what was found to be renewed and nobody has agreed to yet, gravest first, and then
    /// what was put to the visit's jobs beyond what was agreed.
    /// </summary>
    /// <param name="stands">Everything that stands on the trailer, gravest first.</param>
    /// <param name="gear">Its running gear.</param>
    /// <param name="practices">The practices in force.</param>
    /// <param name="jobs">The visit's jobs as they are.</param>
    /// <param name="agreed">The jobs agreed to; null where nobody has kept what they are.</param>
    public static IReadOnlyList<ApprovalLine> ForVisit(
        IEnumerable<Observation> stands,
        RunningGear gear,
        PracticeChoices practices,
        IReadOnlyCollection<JobAt> jobs,
        IReadOnlyCollection<JobAt>? agreed)
    {
        string InWords(IEnumerable<JobAt> of) => JobWords.Of(JobCatalogue.Of(practices), gear, of);
        List<ApprovalLine> lines = [];
        HashSet<JobAt> done = [.. agreed ?? []];
        foreach (Observation look in stands.Where(l => l.Judgement.Verdict >= Verdict.Renew))
        {
            if (Mending(look, gear, practices, jobs, done) is not { Count: > 0 } ways)
            {
                continue;
            }

            // Two ways to renew one brake exclude each other: what the lines do already comes first.
            HashSet<JobAt> before = [.. jobs, .. lines.SelectMany(l => l.Jobs)];
            string why = $"{look.AtPlace}: {Wording.Small(look.Judgement.Rule)}";
            Guid? finding = Guid.TryParse(look.Key, out Guid id) ? id : null;
            if (ways.FirstOrDefault(w => Goes(gear, [.. before.Union(w)], practices)) is { } way)
            {
                string what = InWords(way);
                Put(lines, InWords, new ApprovalLine("", what, why, look.Judgement.Verdict, way, finding));
            }
            else if (lines.Find(l => !Goes(gear, [.. l.Jobs.Union(ways[0])], practices)) is { } same)
            {
                Put(lines, InWords, same with { Why = why, Verdict = look.Judgement.Verdict, FindingId = finding });
            }
        }

        if (agreed is not null)
        {
            HashSet<JobAt> asked = [.. lines.SelectMany(l => l.Jobs)];
            lines.AddRange(jobs
                .Where(j => !done.Contains(j) && !asked.Contains(j))
                .GroupBy(j => j.Job)
                .Select(g => new ApprovalLine("", InWords(g), "", null, [.. g], null)));
        }

        return Numbered(lines, InWords);
    }

    /// <summary>For a visit that is still to come: what it does, each job with why it is due.</summary>
    /// <param name="jobs">What was accepted.</param>
    /// <param name="gear">The running gear.</param>
    /// <param name="practices">The practices in force.</param>
    /// <param name="upcoming">Everything that falls due on the trailer.</param>
    public static IReadOnlyList<ApprovalLine> ForBooking(
        IEnumerable<JobAt> jobs,
        RunningGear gear,
        PracticeChoices practices,
        IReadOnlyCollection<Upcoming> upcoming)
    {
        string InWords(IEnumerable<JobAt> of) => JobWords.Of(JobCatalogue.Of(practices), gear, of);
        return Numbered(
            [.. jobs.GroupBy(j => j.Job).Select(g => new ApprovalLine(
                "",
                InWords(g),
                string.Join(" ", upcoming
                    .Where(u => u.JobsAt().Any(g.Contains))
                    .Select(u => u.Reason.TrimEnd('.') + ".")
                    .Distinct()),
                null,
                [.. g],
                null))],
            InWords);
    }

    /// <summary>
    /// What a trailer's customer has declined and nobody has done since, newest first; what was declined twice is told
    /// once.
    /// </summary>
    /// <param name="approvals">The trailer's.</param>
    /// <param name="work">Everything done to it.</param>
    public static IReadOnlyList<(Approval Approval, ApprovalLine Line)> StillDeclined(
        IEnumerable<Approval> approvals,
        IReadOnlyCollection<WorkDone> work)
    {
        List<(Approval, ApprovalLine)> still = [];
        HashSet<JobAt> told = [];
        foreach (Approval approval in approvals
            .Where(a => a.AnsweredAt is not null)
            .OrderByDescending(a => a.AnsweredAt)
            .ThenByDescending(a => a.Id))
        {
            foreach (ApprovalLine line in approval.Declined.Where(l => l.Jobs.Any(j => !told.Contains(j)
                && !work.Any(w => w.Job == j.Job && w.Place == j.Place && Since(w, approval.AnsweredAt!.Value)))))
            {
                still.Add((approval, line));
            }

            // A later word on the same work counts, whichever it was.
            told.UnionWith(approval.Lines.SelectMany(l => l.Jobs));
        }

        return still;
    }

    /// <summary>
    /// What the whole visit comes to by which lines are agreed to, as <see cref="Approval.Totals"/> has it: each choice
    /// is priced by itself, since work done together costs less.
    /// </summary>
    /// <param name="lines">The lines.</param>
    /// <param name="already">The jobs that are done whatever the answer is.</param>
    /// <param name="price">What jobs, at least one, come to together.</param>
    public static IReadOnlyList<Spread> Totals(
        IReadOnlyList<ApprovalLine> lines,
        IReadOnlyList<JobAt> already,
        Func<IReadOnlyList<JobAt>, Spread> price)
    {
        Spread Of(int chosen)
        {
            List<JobAt> jobs = [.. already
                .Concat(lines.Where((_, i) => (chosen & (1 << i)) > 0).SelectMany(l => l.Jobs))
                .Distinct()];
            return jobs.Count == 0 ? Spread.Of(0) : price(jobs);
        }

        return [.. Enumerable.Range(0, 1 << lines.Count).Select(Of)];
    }

    private static bool Since(WorkDone work, DateTimeOffset at) =>
        work.DoneAt is { } done ? done > at : work.On > DateOnly.FromDateTime(at.DateTime);

    // The ways to put a look right, on both sides where it is renewed in pairs: what is among the visit's jobs already
    // comes before our own choice. None where nothing does, or what was agreed to does.
    private static List<IReadOnlyList<JobAt>> Mending(
        Observation look,
        RunningGear gear,
        PracticeChoices practices,
        IReadOnlyCollection<JobAt> jobs,
        HashSet<JobAt> agreed)
    {
        if (!Place.TryParse(look.Place, out Place place) || !Places.Has(gear, place))
        {
            return [];
        }

        IReadOnlyList<JobAt> remedies = Remedies.For(look.PutRightBy, gear, place, practices);
        List<IReadOnlyList<JobAt>> ways = [.. remedies
            .OrderBy(r => jobs.Contains(r) ? 0 : 1)
            .Select(r => Remedies.InPair(look.Subject, r, gear, practices))
            .Where(way => Goes(gear, way, practices))];
        return remedies.Any(r => agreed.Contains(r)
            && Remedies.InPair(look.Subject, r, gear, practices).All(agreed.Contains))
            ? []
            : ways;
    }

    private static bool Goes(RunningGear gear, IReadOnlyList<JobAt> jobs, PracticeChoices practices) =>
        !Composer.Refusals(gear, jobs, practices).Any();

    // One job that puts two things right has two reasons and one price: no job stands in two lines.
    private static void Put(List<ApprovalLine> lines, Func<IEnumerable<JobAt>, string> inWords, ApprovalLine line)
    {
        foreach (ApprovalLine same in lines.FindAll(l => l.Jobs.Any(line.Jobs.Contains)))
        {
            lines.Remove(same);
            line = Joined(same, line, inWords);
        }

        int after = lines.FindIndex(l => l.Verdict < line.Verdict);
        lines.Insert(after < 0 ? lines.Count : after, line);
    }

    private static ApprovalLine Joined(ApprovalLine one, ApprovalLine other, Func<IEnumerable<JobAt>, string> inWords)
    {
        IReadOnlyList<JobAt> jobs = [.. one.Jobs.Union(other.Jobs)];
        return one with
        {
            What = inWords(jobs),
            Why = Both(one.Why, other.Why),
            Verdict = one.Verdict is null || other.Verdict > one.Verdict ? other.Verdict : one.Verdict,
            Jobs = jobs,
            FindingId = one.FindingId ?? other.FindingId,
        };
    }

    // What is more than can be asked at once is asked together, the least grave first: nothing is left out.
    private static List<ApprovalLine> Numbered(List<ApprovalLine> lines, Func<IEnumerable<JobAt>, string> inWords)
    {
        while (lines.Count > Approval.MostLines)
        {
            ApprovalLine joined = Joined(lines[^2], lines[^1], inWords);
            lines.RemoveRange(lines.Count - 2, 2);
            lines.Add(joined);
        }

        return [.. lines.Select((line, i) => line with { Key = ApprovalLine.KeyOf(i) })];
    }

    private static string Both(string one, string other) =>
        one.Length == 0 ? other
            : other.Length == 0 || one.Contains(other, StringComparison.Ordinal) ? one
            : $"{one.TrimEnd('.')}. {other}";
}
