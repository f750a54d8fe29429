using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Demo;

/// <summary>
/// The demo's today, whatever day it is started: two trailers in their bays, one expected, and beside them one that
/// waits for a seal, one for an answer, one that is ready and one on Hold.
/// </summary>
internal static class DemoToday
{
    /// <summary>Tag of the trailer that is expected today.</summary>
    internal const string Expected = "W-05";

    private static readonly JobAt Look = new("wear-inspection", Place.Trailer.Code);

    /// <summary>Adds the trailers that stand beside the bays to the change set.</summary>
    internal static async Task AddAsync(ShopFile file, IReadOnlyList<Person> people, DateTimeOffset now, Random random)
    {
        RunningGear Gear(string tag) => file.Trailers.Local.First(t => t.Tag == tag).Gear;
        await StandsAsync(
            "G-33",
            -170,
            [.. Places.WheelEndsOf(Gear("G-33")).Select(p => new JobAt("bearing-repack", p.Code))],
            0.4,
            Standing.WaitsForParts,
            "The right seal: none on the shelf; ordered, comes tomorrow.");
        Visit asked = await StandsAsync(
            "G-40",
            -130,
            [Look],
            0.6,
            Standing.WaitsForAnswer,
            "Both front springs",
            new DemoFinding("axle-1-left", "spring-flat", "Half an inch lower than the right."));
        await AskAsync(file, asked, people[0].Id, now.AddMinutes(-35));
        await StandsAsync("A-15", -300, [Look], 1, Standing.Ready, "");
        await StandsAsync(
            "A-18",
            -95,
            [Look],
            0.5,
            Standing.Working,
            "",
            new DemoFinding("axle-1-left", "play-gross", "Half an inch at the rim."));

        async Task<Visit> StandsAsync(
            string tag,
            int minutes,
            IReadOnlyList<JobAt> jobs,
            double done,
            Standing standing,
            string waitsFor,
            params DemoFinding[] seen)
        {
            Trailer trailer = file.Trailers.Local.First(t => t.Tag == tag);
            Packet packet = Composer.Compose(trailer.Gear, jobs, PracticeChoices.Defaults);
            Visit visit = await new WorkedVisit(trailer.Id, trailer.Gear, now.AddMinutes(minutes), jobs, people[2].Id)
            {
                StopAfter = packet.Steps[(int)Math.Ceiling((packet.Steps.Count - 1) * done)].Key,
                OnTheRound = seen,
                Since = trailer.AddedOn,
            }.AddToAsync(file, random, UsageLine.Of(trailer, [], DateOnly.FromDateTime(now.DateTime)));
            (visit.Standing, visit.WaitsFor) = (standing, waitsFor);
            visit.StandsSince = standing == Standing.Working ? null : now.AddMinutes(-35);
            return visit;
        }
    }

    // What was found is asked, at the prices that stand on the shelf; its address was given and lies nowhere.
    private static async Task AskAsync(ShopFile file, Visit visit, Guid person, DateTimeOffset at)
    {
        TrailerObservations seen = new(
            visit.Gear,
            [.. file.Findings.Local.Where(f => f.VisitId == visit.Id)],
            []);
        IReadOnlyList<ApprovalLine> lines = ApprovalLines.ForVisit(
            StandingObservations.ThatStand(seen),
            visit.Gear,
            visit.Practices,
            visit.Jobs,
            visit.Jobs);
        ShopSettings settings = await file.SettingsAsync();
        Estimate Price(IEnumerable<JobAt> jobs) => Estimate.Of(
            Composer.Compose(visit.Gear, [.. jobs], visit.Practices),
            new Dictionary<string, LearnedMinutes>(),
            settings.Costs.RatePerHour,
            settings.Terms,
            code => Part.All.FirstOrDefault(p => p.Code == code)?.Price);
        file.Approvals.Add(new Approval
        {
            Id = Guid.CreateVersion7(at),
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            At = at,
            PersonId = person,
            When = "while it is here",
            Lines = lines,
            Already = visit.Jobs,
            Totals = ApprovalLines.Totals(lines, visit.Jobs, jobs => Price(jobs).Total),
            Unpriced = Price(visit.Jobs.Concat(lines.SelectMany(l => l.Jobs)).Distinct()).Unpriced,
            KeyHash = Digest.Of(Digest.NewKey()),
            ExpiresAt = at + Approval.Lasts,
        });
    }

    /// <summary>Puts on the board what is at work and what is expected; who comes when is told.</summary>
    internal static async Task PlaceAsync(ShopFile file, IReadOnlyList<Person> people, DateOnly today)
    {
        void Place(Guid id, int bay, TimeOnly starts, int person) => file.BoardSlots.Add(new BoardSlot
        {
            Id = id,
            Day = today,
            Bay = bay,
            StartsAt = starts,
            People = [people[person].Id]
        });
        var here = await (from visit in file.Visits
                          join trailer in file.Trailers on visit.TrailerId equals trailer.Id
                          where visit.ClosedAt == null
                          select new { trailer.Tag, Visit = visit }).ToDictionaryAsync(v => v.Tag, v => v.Visit);
        Place(here["A-12"].Id, 0, new TimeOnly(8, 30), 1);
        (here["A-12"].PickUpOn, here["A-12"].PickUpAt) = (today, new TimeOnly(15, 0));
        here["A-12"].Said = "It hums on the left at speed.";
        Place(here["Q-120"].Id, 1, new TimeOnly(9, 45), 2);
        if (await (from booking in file.Bookings
                   join trailer in file.Trailers on booking.TrailerId equals trailer.Id
                   where trailer.Tag == Expected && booking.Day == today
                   select booking).FirstOrDefaultAsync() is { } expected)
        {
            expected.DropOffAt = new TimeOnly(13, 0);
            (expected.PickUpOn, expected.PickUpAt) = (today.AddDays(1), new TimeOnly(10, 0));
            Place(expected.Id, 2, new TimeOnly(13, 0), 1);
        }

        await file.SaveChangesAsync();
        file.ChangeTracker.Clear();
    }
}
