using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;

namespace SturdyTinker.Core.Status;

/// <summary>
/// Work that falls due, at one or more places on the same day for the same reason: what planning takes as one task.
/// </summary>
/// <param name="Id">
/// Unique on the trailer, and the same from day to day while nothing is done: "repack@axle-1-left".
/// </param>
/// <param name="Job">Code of the job that does it.</param>
/// <param name="Places">Codes of the places.</param>
/// <param name="Name">What falls due, in words.</param>
/// <param name="Short">The same in a word or two.</param>
/// <param name="Where">The places in words: "all wheel ends".</param>
/// <param name="On">The day.</param>
/// <param name="Early">One chance in ten has it due by this day.</param>
/// <param name="Late">Nine chances in ten have it due by this day.</param>
/// <param name="Days">How many days it lasts once done.</param>
/// <param name="Cause">What brings it about.</param>
/// <param name="Nearness">How near it is.</param>
/// <param name="When">How near, in words.</param>
/// <param name="Reason">Why, in words.</param>
/// <param name="LateWeight">What being late by a whole interval costs, in the shop's money.</param>
public sealed record Upcoming(
    string Id,
    string Job,
    IReadOnlyList<string> Places,
    string Name,
    string Short,
    string Where,
    DateOnly On,
    DateOnly Early,
    DateOnly Late,
    int Days,
    DueCause Cause,
    Nearness Nearness,
    string When,
    string Reason,
    double LateWeight)
{
    /// <summary>The last day that law or a Hold allows; null for none.</summary>
    public DateOnly? HardBy { get; init; }

    /// <summary>The first day on which it makes sense: a check after so many miles; null for any.</summary>
    public DateOnly? NotBefore { get; init; }

    /// <summary>Whether it is done once and does not come again by itself.</summary>
    public bool Once { get; init; }

    /// <summary>Who does it: an owner's task brings no visit about.</summary>
    public Doer By { get; init; }

    // A part at its limit, a check owed, something found: what being late by a month costs. Source: from memory.
    private const double WornWeight = 500, OwedWeight = 200, FoundWeight = 400;

    // What is done once is planned as lasting this long, far beyond any horizon. Its gaps are counted in months.
    private const int OnceDays = 30;

    /// <summary>What falls due and where: "Bearing repack, all wheel ends".</summary>
    public string InWords() => Where.Length == 0 ? Name : $"{Name}, {Where}";

    /// <summary>What is done, in a line: "bearing repack, all wheel ends; brake adjustment, all brakes".</summary>
    public static string What(IEnumerable<Upcoming> dues) =>
        string.Join(
            "; ",
            dues.Select(d => Wording.Small(d.InWords())).Distinct());

    /// <summary>The jobs at their places.</summary>
    public IEnumerable<JobAt> JobsAt() => Places.Select(p => new JobAt(Job, p));

    internal static IReadOnlyList<Upcoming> Of(
        TrailerRecord record,
        IReadOnlyList<PlaceDue> recurring,
        IReadOnlyList<DueAt> wearing,
        IReadOnlyList<Observation> looks,
        DateOnly today)
    {
        RunningGear gear = record.Trailer.Gear;
        List<Upcoming> all = [];
        foreach (var same in recurring.GroupBy(d =>
            (d.Rule.Code, d.Job, d.Due.On, d.Due.Cause, d.Days, d.Early, d.Late)))
        {
            PlaceDue one = same.First();
            all.Add(new Upcoming(
                $"{one.Rule.Code}@{one.Place.Code}",
                one.Job,
                [.. same.Select(d => d.Place.Code)],
                one.Rule.Name,
                one.Rule.Short,
                InWords([.. same.Select(d => d.Place)], gear),
                one.Due.On,
                one.Early,
                one.Late,
                one.Days,
                one.Due.Cause,
                one.Due.Nearness,
                one.Due.When,
                one.Due.Reason,
                one.Rule.LateWeight)
            {
                HardBy = one.HardBy,
                By = record.Upkeep.DoneBy(one.Rule.Code, one.Rule.By)
            });
        }

        foreach (DueAt worn in wearing)
        {
            all.Add(Single(
                $"wear-{worn.Short}@{worn.Place}",
                new JobAt(worn.Job, worn.Place),
                worn.Name,
                worn.Short,
                worn.Due.On,
                DueCause.Wear,
                worn.Due.Reason,
                WornWeight,
                today));
        }

        foreach (FollowUp owed in record.FollowUps.Where(f => f.DoneAt is null))
        {
            if (TrailerStatus.SettledBy(owed, record) is { Count: > 0 } jobs)
            {
                // Torquing again before the miles are run says nothing.
                Upcoming check = Single(
                    $"owed-{owed.Rule}@{owed.Id:N}",
                    jobs[0],
                    owed.Words,
                    "check",
                    owed.DueOn,
                    DueCause.Event,
                    owed.Reason,
                    OwedWeight,
                    today);
                all.Add(check with
                {
                    Places = [.. jobs.Select(j => j.Place)],
                    Where = InWords([.. jobs.Select(j => Place.Of(j.Place))], gear),
                    By = record.Catalogue.Check(owed.Rule) is { } rule
                        ? record.Upkeep.DoneBy(rule.Family, rule.By)
                        : Doer.Shop,
                    NotBefore = owed.DueOn.AddDays(-Math.Min(7, (owed.DueOn.DayNumber - owed.From.DayNumber) / 2))
                });
            }
        }

        foreach (Observation look in looks.Where(l => l.Judgement.Verdict >= Verdict.Renew))
        {
            if (Place.TryParse(look.Place, out Place place) && Gear.Places.Has(gear, place)
                && Remedies.For(look.PutRightBy, gear, place, record.Context.Practices) is [var remedy, ..]
                && all.TrueForAll(u => u.Cause is not (DueCause.Event or DueCause.Wear)
                    || u.Job != remedy.Job
                    || !u.Places.Contains(remedy.Place)))
            {
                all.Add(Found(look, remedy, record, today));
            }
        }

        return [.. all.OrderBy(u => u.On).ThenBy(u => u.Id, StringComparer.Ordinal)];
    }

    // What was found is put right at once; brake parts and springs on both sides of the axle.
    private static Upcoming Found(Observation look, JobAt remedy, TrailerRecord record, DateOnly today)
    {
        RunningGear gear = record.Trailer.Gear;
        DateOnly day = DateOnly.FromDateTime(look.At.DateTime);
        bool hold = look.Judgement.Verdict == Verdict.Hold;
        string which = look.Which.Length > 0 ? $"-{look.Which}" : "";
        Upcoming mend = Single(
            $"found-{look.Code}{which}@{look.Place}",
            remedy,
            record.Catalogue.Find(remedy.Job)!.Name,
            hold ? "Hold" : "renew",
            day,
            DueCause.Event,
            $"{look.Seen.TrimEnd('.')}: {(hold ? "Hold" : "Renew")}",
            FoundWeight,
            today);
        if (Remedies.InPair(look.Subject, remedy, gear, record.Context.Practices) is { Count: > 1 } pair)
        {
            mend = mend with
            {
                Places = [.. pair.Select(j => j.Place)],
                Where = InWords([.. pair.Select(j => Place.Of(j.Place))], gear)
            };
        }

        return hold ? mend with { HardBy = day } : mend;
    }

    private static Upcoming Single(
        string id,
        JobAt job,
        string name,
        string brief,
        DateOnly on,
        DueCause cause,
        string reason,
        double weight,
        DateOnly today)
    {
        int days = on.DayNumber - today.DayNumber;
        return new Upcoming(
            id,
            job.Job,
            [job.Place],
            name,
            brief,
            Place.SpokenOf(job.Place),
            on,
            on,
            on,
            OnceDays,
            cause,
            Due.NearnessOf(days),
            Due.InWords(days),
            reason,
            weight)
        { Once = true };
    }

    internal static string InWords(IReadOnlyList<Place> places, RunningGear gear)
    {
        bool all = places.Count > 1 && places.Count == Gear.Places.Of(gear).Count(p => p.Kind == places[0].Kind);
        string kind =
            places[0].Kind switch
            {
                PlaceKind.WheelEnd => "all wheel ends",
                PlaceKind.Brake => "all brakes",
                PlaceKind.Side => "both sides",
                _ => ""
            };
        if (places is [{ Kind: PlaceKind.Trailer }])
        {
            return "";
        }

        if (all && kind.Length > 0)
        {
            return kind;
        }

        // Both sides of an axle are said by the axle alone.
        int[] axles = [.. places.Select(p => p.Axle).Distinct().Order()];
        return places.Count > 1
            && axles[0] > 0
            && places.Count == 2 * axles.Length
            && places.All(p => p.Kind == places[0].Kind)
            ? $"{(axles.Length == 1 ? "axle" : "axles")} {string.Join(" and ", axles)}"
            : string.Join(", ", places.Select(p => p.Spoken));
    }
}
