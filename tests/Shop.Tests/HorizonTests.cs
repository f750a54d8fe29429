using System.Net.Http.Json;
using System.Text.Json;
using Ical.Net;
using Json.Schema;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Standins;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// The horizon over HTTP: plans, decisions and what they come to, offers, calendars, reminders, meters.
/// </summary>
public sealed class HorizonTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private async Task<HorizonLine> LineAsync(Guid trailer) =>
        (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Lines.Single(l => l.TrailerId == trailer);

    private static DecisionDraft Pin(VisitOnLine visit, DateOnly to) =>
        new(DecisionKind.Pin, [.. visit.Tasks.Select(t => t.Id)], to, visit.Week, null);

    private async Task<TrailerAnswer> DueSoonAsync(string tag = "P-07")
    {
        await shop.SomebodyAsync();
        return await shop.TrailerAsync(
            tag,
            d => d with { LastRepackOn = shop.Today.AddMonths(-11), Meter = MeterKind.None });
    }

    private DateOnly Workday(int weeks) =>
        Enumerable
            .Range(0, 7)
            .Select(d => Weeks.Monday(shop.Today).AddDays((7 * weeks) + d))
            .First(d => d >= shop.Today && d.DayOfWeek is not (DayOfWeek.Saturday or DayOfWeek.Sunday));

    [Fact]
    public async Task A_year_is_planned_with_the_reason_of_every_task_and_the_bays_below()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        HorizonAnswer horizon = await shop.GetAsync<HorizonAnswer>("/api/horizon");
        Assert.Equal((52, 1, 1), (horizon.Weeks.Count, horizon.Found, horizon.Total));
        HorizonLine line = horizon.Lines[0];
        Assert.Contains(line.Marks, m => m.Short == "repack" && m.Early <= m.On && m.On <= m.Late);
        VisitOnLine first = line.Visits[0];
        Assert.All(first.Tasks, t => Assert.NotEmpty(t.Why));
        Assert.True(first.Price > 0 && first.Day >= shop.Today && first.Day < first.Week.AddDays(7));
        Assert.All(
            horizon.Weeks,
            w => Assert.InRange(
                (w.Proposed * 60) - line.Visits.Where(v => v.Week == w.Monday).Sum(v => v.Minutes),
                -4m,
                4m));
        Assert.Equal(line.Visits.Sum(v => v.MinutesSaved), horizon.MinutesSaved);
        Assert.Empty((await shop.GetAsync<HorizonAnswer>("/api/horizon?axles=3")).Lines);
        Assert.Single(
            (await shop.GetAsync<HorizonAnswer>($"/api/horizon?customer={line.CustomerId}&search=p-0")).Lines);
        Assert.Empty((await shop.GetAsync<HorizonAnswer>("/api/horizon?overdue=true")).Lines);
        Assert.Equal(trailer.Id, line.TrailerId);
    }

    [Fact]
    public async Task What_a_move_comes_to_is_told_before_and_is_so_after_and_undone_it_is_as_before()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        HorizonLine before = await LineAsync(trailer.Id);
        VisitOnLine visit = before.Visits[0];
        DateOnly to = visit.Week.AddDays(21);
        Consequences told = await shop.PostAsync<Consequences>(
            $"/api/horizon/trailers/{trailer.Id}/try",
            new DecisionsTried([Pin(visit, to)]));
        Assert.Contains(told.Line.Visits, v => v.Week == to);
        Assert.StartsWith("Costs", told.Words, StringComparison.Ordinal);
        Assert.Equal(before.Visits.Select(v => v.Week), (await LineAsync(trailer.Id)).Visits.Select(v => v.Week));

        Guid id = ShopServer.NewId();
        string path = $"/api/horizon/trailers/{trailer.Id}/decisions/{id}";
        HorizonLine after = await shop.PutAsync<HorizonLine>(path, Pin(visit, to));
        Assert.Equal(told.Line.Visits.Select(v => (v.Week, v.What)), after.Visits.Select(v => (v.Week, v.What)));
        Assert.True(after.Visits.Single(v => v.Week == to).Pinned);

        // Sent twice it is made once.
        Assert.Equal(
            after.Visits.Select(v => v.Week),
            (await shop.PutAsync<HorizonLine>(path, Pin(visit, to))).Visits.Select(v => v.Week));
        Assert.Equal(
            before.Visits.Select(v => (v.Week, v.What)),
            (await shop.DeleteAsync<HorizonLine>(path)).Visits.Select(v => (v.Week, v.What)));
    }

    [Fact]
    public async Task Accepted_it_has_a_day_keeps_it_moves_and_is_called_off()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        VisitOnLine visit = (await LineAsync(trailer.Id)).Visits[0];
        string[] tasks = [.. visit.Tasks.Select(t => t.Id)];
        Guid id = ShopServer.NewId();
        string Path(Guid decision) => $"/api/horizon/trailers/{trailer.Id}/decisions/{decision}";
        DateOnly day = Workday(2), later = Workday(3);
        VisitOnLine booked = (await shop.PutAsync<HorizonLine>(
            Path(id),
            new DecisionDraft(DecisionKind.Accept, tasks, day, null, null))).Visits.Single(v => v.Booking is not null);
        Assert.Equal((id, day), (booked.Booking, booked.Day));
        Assert.Equal(visit.Minutes, booked.Minutes);
        Assert.True((await shop.GetAsync<HorizonAnswer>("/api/horizon")).Weeks[2].Booked > 0);

        Guid move = ShopServer.NewId();
        Assert.Equal(
            later,
            (await shop.PutAsync<HorizonLine>(
                Path(move),
                new DecisionDraft(DecisionKind.Move, tasks, later, day, id))).Visits.Single(v => v.Booking == id).Day);
        Assert.Equal(day, (await shop.DeleteAsync<HorizonLine>(Path(move))).Visits.Single(v => v.Booking == id).Day);

        Guid off = ShopServer.NewId();
        Assert.DoesNotContain(
            (await shop.PutAsync<HorizonLine>(
                Path(off),
                new DecisionDraft(DecisionKind.CallOff, [], null, null, id))).Visits,
            v => v.Booking is not null);
        Assert.Contains((await shop.DeleteAsync<HorizonLine>(Path(off))).Visits, v => v.Booking == id);
    }

    [Fact]
    public async Task A_trailer_that_comes_about_that_time_comes_for_its_accepted_visit()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        VisitOnLine visit = (await LineAsync(trailer.Id)).Visits[0];
        Guid id = ShopServer.NewId();
        await shop.PutAsync<HorizonLine>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{id}",
            new DecisionDraft(
                DecisionKind.Accept,
                [.. visit.Tasks.Select(t => t.Id)],
                Workday(0) is var d && d >= shop.Today ? d : Workday(1),
                null,
                null));
        Bay.VisitAnswer came = await shop.VisitAsync(trailer.Id);
        Assert.Equal(came.Id, await shop.LookAsync(f => Task.FromResult(f.Bookings.Single().VisitId)));
        Assert.Equal(
            "/",
            (await shop.RefusedAsync(
                HttpMethod.Delete,
                $"/api/horizon/trailers/{trailer.Id}/decisions/{id}",
                null,
                409)).Instance[..1]);
    }

    [Fact]
    public async Task Decisions_that_cannot_be_are_refused_at_their_place()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        VisitOnLine visit = (await LineAsync(trailer.Id)).Visits[0];
        string[] tasks = [.. visit.Tasks.Select(t => t.Id)];
        async Task<string> RefusedAsync(DecisionDraft draft) =>
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/horizon/trailers/{trailer.Id}/decisions/{ShopServer.NewId()}",
                draft,
                422)).Errors![0].Pointer;
        Assert.Equal("/tasks", await RefusedAsync(new(DecisionKind.Pin, ["nothing@nowhere"], visit.Week, null, null)));
        Assert.Equal("/tasks", await RefusedAsync(new(DecisionKind.KeepTogether, [tasks[0]], null, null, null)));
        Assert.Equal("/to", await RefusedAsync(new(DecisionKind.Pin, tasks, shop.Today.AddYears(9), null, null)));
        Assert.Equal("/to", await RefusedAsync(new(DecisionKind.Accept, tasks, shop.Today.AddDays(-8), null, null)));
        Assert.Equal(
            "/to",
            await RefusedAsync(new(DecisionKind.Accept, tasks, Weeks.Monday(shop.Today).AddDays(13), null, null)));
        Assert.Equal("/booking", await RefusedAsync(new(DecisionKind.Move, [], Workday(1), null, ShopServer.NewId())));
        await shop.RefusedAsync(
            HttpMethod.Post,
            $"/api/horizon/trailers/{ShopServer.NewId()}/try",
            new DecisionsTried([]),
            404);
    }

    /// <summary>
    /// Ten people with the same trailer on the telephone: one accepts it, one moves it, the others are told.
    /// </summary>
    [Fact]
    public async Task The_same_work_is_accepted_once_and_a_visit_moved_once_however_many_do_at_once()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        string[] tasks = [.. (await LineAsync(trailer.Id)).Visits[0].Tasks.Select(t => t.Id)];
        async Task<int[]> TenAsync(Func<int, DecisionDraft> draft) => await Task.WhenAll(Enumerable.Range(0, 10).Select(
            async i => (int)(await shop.Http.PutAsJsonAsync(
                $"/api/horizon/trailers/{trailer.Id}/decisions/{ShopServer.NewId()}",
                draft(i),
                ShopServer.Json)).StatusCode));
        void OnlyOne(int[] answers)
        {
            Assert.Single(answers, 200);
            Assert.Equal(9, answers.Count(s => s is 409 or 422));
        }

        OnlyOne(await TenAsync(i => new(DecisionKind.Accept, tasks, Workday(2 + (i % 3)), null, null)));
        Core.Planning.Booking booked = Assert.Single(await shop.LookAsync(f => f.Bookings.ToListAsync()));
        OnlyOne(await TenAsync(i => new(DecisionKind.Move, tasks, booked.Day.AddDays(7), booked.Day, booked.Id)));
        Core.Planning.Booking moved = Assert.Single(await shop.LookAsync(f => f.Bookings.ToListAsync()));
        Assert.Equal((booked.Day.AddDays(7), 1), (moved.Day, moved.Sequence));
        OnlyOne(await TenAsync(_ => new(DecisionKind.CallOff, [], null, null, booked.Id)));

        // Called off, it can be accepted anew; and a later round of the same work beside it.
        OnlyOne(await TenAsync(_ => new(DecisionKind.Accept, tasks, Workday(2), null, null)));
        string yearly = (await LineAsync(trailer.Id)).Marks.First(m => tasks.Contains(m.Id)).Id;
        Assert.Contains(
            "accepted already",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/horizon/trailers/{trailer.Id}/decisions/{ShopServer.NewId()}",
                new DecisionDraft(DecisionKind.Accept, [yearly], Workday(5), null, null),
                409)).Detail,
            StringComparison.Ordinal);
        await shop.PutAsync<HorizonLine>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{ShopServer.NewId()}",
            new DecisionDraft(DecisionKind.Accept, [yearly], Workday(48), null, null));
    }

    /// <summary>
    /// A move is taken back only while it is the last one: a later one is not undone behind somebody's back.
    /// </summary>
    [Fact]
    public async Task A_move_that_was_moved_again_is_not_taken_back()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        string[] tasks = [.. (await LineAsync(trailer.Id)).Visits[0].Tasks.Select(t => t.Id)];
        string Path(Guid decision) => $"/api/horizon/trailers/{trailer.Id}/decisions/{decision}";
        Guid booking = ShopServer.NewId(), first = ShopServer.NewId(), second = ShopServer.NewId();
        foreach ((Guid id, DecisionDraft draft) in new[]
        {
            (booking, new DecisionDraft(DecisionKind.Accept, tasks, Workday(2), null, null)),
            (first, new DecisionDraft(DecisionKind.Move, tasks, Workday(3), Workday(2), booking)),
            (second, new DecisionDraft(DecisionKind.Move, tasks, Workday(4), Workday(3), booking)),
        })
        {
            await shop.PutAsync<HorizonLine>(Path(id), draft);
        }

        Assert.Contains(
            "moved again since",
            (await shop.RefusedAsync(HttpMethod.Delete, Path(first), null, 409)).Detail,
            StringComparison.Ordinal);
        await shop.DeleteAsync<HorizonLine>(Path(second));
        Assert.Equal(
            Workday(2),
            (await shop.DeleteAsync<HorizonLine>(Path(first))).Visits.Single(v => v.Booking == booking).Day);
    }

    [Fact]
    public async Task What_belongs_together_is_made_and_taken_back_whole_or_not_at_all()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        VisitOnLine visit = (await LineAsync(trailer.Id)).Visits[0];
        string[] tasks = [.. visit.Tasks.Select(t => t.Id)];
        string path = $"/api/horizon/trailers/{trailer.Id}/decisions";
        Guid first = ShopServer.NewId(), moved = ShopServer.NewId(), off = ShopServer.NewId();
        await shop.PutAsync<HorizonLine>(
            $"{path}/{first}",
            new DecisionDraft(DecisionKind.Accept, tasks, Workday(2), null, null));

        // The accepted visit is called off so that another may take its tasks: the second is refused, and the first is
        // not made either.
        DecisionMade calledOff = new(off, new DecisionDraft(DecisionKind.CallOff, [], null, null, first));
        DecisionMade nowhere = new(
            moved,
            new DecisionDraft(DecisionKind.Accept, tasks, shop.Today.AddDays(-8), null, null));
        Assert.Equal(
            "/to",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                path,
                new DecisionsMade([calledOff, nowhere]),
                422)).Errors![0].Pointer);
        Assert.Equal(Workday(2), Assert.Single((await LineAsync(trailer.Id)).Visits, v => v.Booking == first).Day);
        Assert.Equal(1, await shop.LookAsync(f => f.Decisions.CountAsync()));

        // With a day that can be, both are made, once for two tries; and both go back together.
        DecisionMade later = new(moved, new DecisionDraft(DecisionKind.Move, tasks, Workday(3), Workday(2), first));
        DecisionMade further = new(off, new DecisionDraft(DecisionKind.Move, tasks, Workday(4), Workday(3), first));
        for (int i = 0; i < 2; i++)
        {
            HorizonLine line = await shop.PutAsync<HorizonLine>(path, new DecisionsMade([later, further]));
            Assert.Equal(Workday(4), Assert.Single(line.Visits, v => v.Booking == first).Day);
        }

        HorizonLine back = await shop.PostAsync<HorizonLine>($"{path}/take-back", new DecisionsTakenBack([off, moved]));
        Assert.Equal(Workday(2), Assert.Single(back.Visits, v => v.Booking == first).Day);

        // Once the trailer has come, neither is taken back.
        await shop.PutAsync<HorizonLine>(
            $"{path}/{ShopServer.NewId()}",
            new DecisionDraft(
                DecisionKind.Move,
                tasks,
                Workday(0) is var d && d >= shop.Today ? d : Workday(1),
                Workday(2),
                first));
        Guid pin = ShopServer.NewId();
        await shop.PutAsync<HorizonLine>(
            $"{path}/{pin}",
            new DecisionDraft(DecisionKind.Forbid, tasks, shop.Today.AddDays(70), null, null));
        await shop.VisitAsync(trailer.Id);
        await shop.RefusedAsync(HttpMethod.Post, $"{path}/take-back", new DecisionsTakenBack([pin, first]), 409);
        Assert.Null(await shop.LookAsync(f => f.Decisions
            .Where(o => o.Id == pin)
            .Select(o => o.UndoneAt)
            .SingleAsync()));
        Assert.Equal(
            "/decisions",
            (await shop.RefusedAsync(HttpMethod.Put, path, new DecisionsMade([]), 422)).Errors![0].Pointer);
    }

    [Fact]
    public async Task A_call_is_answered_with_days_what_how_long_and_about_how_much()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        OfferAnswer offer = await shop.GetAsync<OfferAnswer>(
            $"/api/horizon/trailers/{trailer.Id}/offer?from={shop.Today.AddDays(10):yyyy-MM-dd}");
        Assert.Null(offer.None);
        Assert.True(offer.Days.Count >= 3);
        Assert.All(
            offer.Days,
            d => Assert.True(d.Day >= shop.Today.AddDays(10) && d.Minutes > 0 && d.Price > 0 && d.What.Length > 0));
        Assert.Contains(offer.Days, d => d.CostMore == 0);

        // Farther ahead than anything is planned, up to the last day there is.
        foreach (string from in (string[])["9999-12-31", $"{shop.Today.AddYears(4):O}"])
        {
            Assert.Contains(
                "planned that far",
                (await shop.RefusedAsync(
                    HttpMethod.Get,
                    $"/api/horizon/trailers/{trailer.Id}/offer?from={from}",
                    null,
                    400)).Detail,
                StringComparison.Ordinal);
        }

        // A customer with no free weeks: said in words.
        HorizonLine line = await LineAsync(trailer.Id);
        CustomerPlanning planning =
            await shop.GetAsync<CustomerPlanning>($"/api/settings/customers/{line.CustomerId}/planning");
        await shop.PutAsync<CustomerPlanning>(
            $"/api/settings/customers/{line.CustomerId}/planning",
            planning with { Busy = [new BusyTime(shop.Today.AddDays(-7), shop.Today.AddDays(780), "on tour")] });
        Assert.Contains(
            "has no open week",
            (await shop.GetAsync<OfferAnswer>($"/api/horizon/trailers/{trailer.Id}/offer")).None,
            StringComparison.Ordinal);
        Assert.Contains("Bearing repack", (await LineAsync(trailer.Id)).Trouble, StringComparison.Ordinal);
    }

    [Fact]
    public async Task More_work_than_hours_is_planned_as_far_as_it_goes_and_names_what_does_not_fit()
    {
        await shop.SomebodyAsync();
        for (int i = 0; i < 6; i++)
        {
            await shop.TrailerAsync(
                $"T-{i}",
                d => d with { LastRepackOn = shop.Today.AddMonths(-14), Meter = MeterKind.None });
        }

        ShopPlanningAnswer planning = await shop.GetAsync<ShopPlanningAnswer>("/api/settings/planning");
        await shop.PutAsync<ShopPlanningAnswer>(
            "/api/settings/planning",
            planning.Chosen with
            {
                Hours = new OpenHours { Bays = 1, People = 1, Hours = [0.5m, 0, 0, 0, 0.5m, 0, 0] }
            });
        HorizonAnswer tight = await shop.GetAsync<HorizonAnswer>("/api/horizon");
        Assert.Equal(6, tight.Lines.Count(l => l.Visits.Count > 0));
        Assert.Contains(tight.Weeks, w => w.DoesNotFit.Count > 0);
        Assert.Contains(tight.Lines.SelectMany(l => l.Visits), v => v.DoesNotFit && v.Day is null);

        await shop.PutAsync<ShopPlanningAnswer>(
            "/api/settings/planning",
            (await shop.GetAsync<ShopPlanningAnswer>("/api/settings/planning")).Chosen with
            {
                Hours = new OpenHours { Bays = 5, People = 5 }
            });
        Assert.DoesNotContain((await shop.GetAsync<HorizonAnswer>("/api/horizon")).Weeks, w => w.DoesNotFit.Count > 0);
        Assert.Equal(
            "/hours/hours",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/planning",
                planning.Chosen with
                {
                    Version = planning.Chosen.Version + 2,
                    Hours = new OpenHours { Hours = [0, 0, 0, 0, 0, 0, 0] }
                },
                422)).Errors![0].Pointer);
    }

    /// <summary>An inspection needs an inspector: while the only one is away, it is planned round.</summary>
    [Fact]
    public async Task Who_is_away_takes_hours_and_what_only_they_can_do_waits()
    {
        Guid inspector = await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(
            "P-07",
            d => d with { LastRepackOn = shop.Today.AddMonths(-11), Meter = MeterKind.None });
        ShopPlanningAnswer planning = await shop.GetAsync<ShopPlanningAnswer>("/api/settings/planning");
        DateOnly first = Weeks.Monday(shop.Today).AddDays(7), last = first.AddDays((7 * 20) - 1);
        ShopPlanning with = planning.Chosen with
        {
            Intervals = new Dictionary<string, IntervalChoice>
            {
                [DueRules.Periodic] = new IntervalChoice(true, 2, null)
            },
            Hours = planning.Chosen.Hours with { People = 2 }
        };
        planning = await shop.PutAsync<ShopPlanningAnswer>("/api/settings/planning", with);
        bool Inspects(HorizonLine line) => line.Visits.Any(v => v.Week >= first
            && v.Week <= last
            && v.Tasks.Any(t => t.Id.StartsWith(DueRules.Periodic, StringComparison.Ordinal)));
        Assert.True(Inspects(await LineAsync(trailer.Id)));
        decimal open = (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Weeks[2].Open;

        with = planning.Chosen with
        {
            Hours = planning.Chosen.Hours with { Away = [new DaysAway(inspector, first, last)] }
        };
        planning = await shop.PutAsync<ShopPlanningAnswer>("/api/settings/planning", with);
        HorizonLine line = await LineAsync(trailer.Id);
        Assert.False(Inspects(line));
        Assert.Equal(open / 2, (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Weeks[2].Open);
        Assert.Equal(
            ["/hours/away/0/personId", "/hours/away/1/to"],
            (await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/planning",
                planning.Chosen with
                {
                    Hours = planning.Chosen.Hours with
                    {
                        Away = [new DaysAway(ShopServer.NewId(), first, last), new DaysAway(inspector, last, first)]
                    }
                },
                422)).Errors!.Select(e => e.Pointer));
    }

    [Fact]
    public async Task Intervals_and_uses_of_shop_customer_and_trailer_move_due_dates()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        DateOnly Look(HorizonLine line) => line.Marks.Single(m => m.Short == "look").On;
        DateOnly usual = shop.Today.AddMonths(12);
        ShopPlanningAnswer planning = await shop.GetAsync<ShopPlanningAnswer>("/api/settings/planning");
        await shop.PutAsync<ShopPlanningAnswer>(
            "/api/settings/planning",
            planning.Chosen with
            {
                Intervals = new Dictionary<string, IntervalChoice> { ["wear-look"] = new(true, 9, null) }
            });
        Assert.Equal(usual.AddMonths(-3), Look(await LineAsync(trailer.Id)));
        TrailerPlanning own = await shop.GetAsync<TrailerPlanning>($"/api/settings/trailers/{trailer.Id}/planning");
        await shop.PutAsync<TrailerPlanning>(
            $"/api/settings/trailers/{trailer.Id}/planning",
            own with { Uses = ["rough"], MeterNumber = "HO-1" });
        Assert.True(Look(await LineAsync(trailer.Id)) < usual.AddMonths(-3));
        await shop.RefusedAsync(HttpMethod.Put, $"/api/settings/trailers/{trailer.Id}/planning", own, 409);
        TrailerPlanning stands = await shop.GetAsync<TrailerPlanning>($"/api/settings/trailers/{trailer.Id}/planning");
        Assert.Equal(
            "/intervals/wear-look",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/settings/trailers/{trailer.Id}/planning",
                stands with
                {
                    Intervals = new Dictionary<string, IntervalChoice> { ["wear-look"] = new(true, 0, null) }
                },
                422)).Errors![0].Pointer);
    }

    [Fact]
    public async Task The_shop_is_planned_before_anybody_asks_and_again_once_something_was_written()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        PlanBoard plans = shop.Services.GetRequiredService<PlanBoard>();
        async Task<Board> PlannedAsync(Func<Board, bool> holds)
        {
            for (int tries = 0; tries < 600; tries++)
            {
                if (plans.Made is { } made && holds(made))
                {
                    return made;
                }

                await Task.Delay(100);
            }

            throw new TimeoutException("Nobody has planned.");
        }

        Board ahead = await PlannedAsync(b => b.Trailers.Any(t => t.Id == trailer.Id));

        // Whoever looks now is shown that one, and finds it made anew when something was written.
        await shop.GetAsync<HorizonAnswer>("/api/horizon/");
        Assert.Same(ahead, plans.Made);
        TrailerAnswer other = await shop.TrailerAsync("P-08");
        Assert.NotSame(ahead, await PlannedAsync(b => b.Trailers.Any(t => t.Id == other.Id)));
    }

    [Fact]
    public async Task An_owners_task_is_nobodys_visit_until_the_shop_is_asked_for_it()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        DueMark bolts = (await LineAsync(trailer.Id)).Marks.First(m => m.Short == "bolts");
        Assert.Equal(Doer.Owner, bolts.By);
        string path = $"/api/horizon/trailers/{trailer.Id}/decisions";
        Assert.Contains(
            "Its owner does this",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"{path}/{ShopServer.NewId()}",
                new DecisionDraft(DecisionKind.Accept, [bolts.Id], Workday(2), null, null),
                422)).Errors![0].Detail,
            StringComparison.Ordinal);

        // In a visit that there is anyway it can be accepted as well.
        VisitOnLine visit = (await LineAsync(trailer.Id)).Visits[0];
        Guid booking = ShopServer.NewId();
        await shop.PutAsync<HorizonLine>(
            $"{path}/{booking}",
            new DecisionDraft(
                DecisionKind.Accept,
                [.. visit.Tasks.Select(t => t.Id), bolts.Id],
                Workday(2),
                null,
                null));
        Assert.Contains(
            "bolt-greasing",
            (await shop.LookAsync(f => f.Bookings.SingleAsync(b => b.Id == booking))).Jobs.Select(j => j.Job));

        // A customer whom the shop looks after fully.
        string planning = $"/api/settings/customers/{trailer.CustomerId}/planning";
        CustomerPlanning stands = await shop.GetAsync<CustomerPlanning>(planning);
        foreach ((string code, IntervalChoice wrong) in ((string, IntervalChoice)[])
            [("repack", new(true, null, null, Doer.Owner)), ("lug-retorque", new(true, 3, null, Doer.Owner))])
        {
            await shop.RefusedAsync(
                HttpMethod.Put,
                planning,
                stands with { Intervals = new Dictionary<string, IntervalChoice> { [code] = wrong } },
                422);
        }

        IntervalChoice shops = new(true, null, null, Doer.Shop);
        await shop.PutAsync<CustomerPlanning>(planning, stands with
        {
            Intervals = new Dictionary<string, IntervalChoice>
            {
                ["bolt-greasing"] = shops,
                ["tyres"] = shops,
                ["lug-retorque"] = shops
            }
        });
        Assert.All((await LineAsync(trailer.Id)).Marks, m => Assert.Equal(Doer.Shop, m.By));
    }

    /// <summary>
    /// RFC 5545: what a calendar has to have (3.6), what an event has to have (3.6.1), lines of at most 75 octets ended
    /// by CR LF (3.1).
    /// </summary>
    [Fact]
    public async Task The_calendar_is_read_back_keeps_the_standard_and_tells_a_customer_no_more_than_its_own()
    {
        TrailerAnswer trailer = await DueSoonAsync();
        TrailerAnswer other = await shop.TrailerAsync(
            "X-99",
            d => d with { LastRepackOn = shop.Today.AddMonths(-11), Meter = MeterKind.None });
        foreach (Guid id in new[] { trailer.Id, other.Id })
        {
            VisitOnLine visit = (await LineAsync(id)).Visits[0];
            await shop.PutAsync<HorizonLine>(
                $"/api/horizon/trailers/{id}/decisions/{ShopServer.NewId()}",
                new DecisionDraft(DecisionKind.Accept, [.. visit.Tasks.Select(t => t.Id)], Workday(2), null, null));
        }

        HorizonLine line = await LineAsync(trailer.Id);
        List<FeedAnswer> first = await shop.PutAsync<List<FeedAnswer>>(
            $"/api/horizon/calendars/{ShopServer.NewId()}",
            new FeedDraft(FeedKind.Shop, null));
        string path = $"/api/horizon/calendars/{ShopServer.NewId()}";
        FeedDraft draft = new(FeedKind.Customer, line.CustomerId);
        string lost = Address(await shop.PutAsync<List<FeedAnswer>>(path, draft), FeedKind.Customer);
        List<FeedAnswer> feeds = await shop.PutAsync<List<FeedAnswer>>(path, draft);

        // An address is told once, and kept nowhere; sent again because it was lost, it is another one.
        static string Address(List<FeedAnswer> answer, FeedKind kind) => answer.Single(f => f.Kind == kind).Address!;
        Assert.Null(feeds.Single(f => f.Kind == FeedKind.Shop).Address);
        string address = Address(feeds, FeedKind.Customer);
        Assert.DoesNotContain(
            await shop.LookAsync(f => f.CalendarFeeds.Select(c => c.KeyHash).ToListAsync()),
            hash => address.Contains(hash, StringComparison.Ordinal));
        Assert.Equal(404, (int)(await shop.Http.GetAsync(lost)).StatusCode);
        using HttpClient outsider = shop.Browser();
        async Task<string> ReadAsync(FeedKind kind) =>
            await outsider.GetStringAsync(kind == FeedKind.Shop ? Address(first, kind) : address);
        string whole = await ReadAsync(FeedKind.Shop), own = await ReadAsync(FeedKind.Customer);

        Assert.StartsWith("BEGIN:VCALENDAR\r\n", whole, StringComparison.Ordinal);
        Assert.EndsWith("END:VCALENDAR\r\n", whole, StringComparison.Ordinal);
        Assert.Contains("\r\nVERSION:2.0\r\n", whole, StringComparison.Ordinal);
        Assert.Contains("\r\nPRODID:", whole, StringComparison.Ordinal);
        Assert.All(
            whole.Split("\r\n"),
            l => Assert.True(
                System.Text.Encoding.UTF8.GetByteCount(l) <= 75 && !l.Contains('\n', StringComparison.Ordinal),
                l));
        Calendar calendar = Calendar.Load(whole)!;
        Assert.Equal(2, calendar.Events.Count);
        Assert.All(calendar.Events, e =>
        {
            Assert.NotNull(e.Uid);
            Assert.NotNull(e.DtStamp);
            Assert.Equal((Workday(2), false), (DateOnly.FromDateTime(e.Start!.Value), e.Start.HasTime));
        });
        Assert.Equal(2, calendar.Events.Select(e => e.Uid).Distinct().Count());

        // Beside what the shop does stands what they do themselves.
        Assert.Single(Calendar.Load(own)!.Events, e => !e.Summary!.Contains(", you: ", StringComparison.Ordinal));
        Assert.Contains(Calendar.Load(own)!.Events, e => e.Summary!.Contains(", you: ", StringComparison.Ordinal));
        Assert.DoesNotContain("X-99", own, StringComparison.Ordinal);
        Assert.DoesNotContain("Owner of", own, StringComparison.Ordinal);

        // A new day counts the event up; called off it is told as cancelled; withdrawn the address answers no more.
        await shop.PutAsync<HorizonLine>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{ShopServer.NewId()}",
            new DecisionDraft(
                DecisionKind.Move,
                [],
                Workday(3),
                null,
                line.Visits.Single(v => v.Booking is not null).Booking));
        Assert.Equal(1, Calendar.Load(await ReadAsync(FeedKind.Customer))!.Events[0]!.Sequence);
        await shop.PutAsync<HorizonLine>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{ShopServer.NewId()}",
            new DecisionDraft(
                DecisionKind.CallOff,
                [],
                null,
                null,
                line.Visits.Single(v => v.Booking is not null).Booking));
        Assert.Equal("CANCELLED", Calendar.Load(await ReadAsync(FeedKind.Customer))!.Events[0]!.Status);
        await shop.DeleteAsync<List<FeedAnswer>>(path);
        Assert.Equal(404, (int)(await shop.Http.GetAsync(address)).StatusCode);

        // And in a year and more the other ends by itself.
        shop.Time.Ahead += CalendarFeed.Lasts + TimeSpan.FromDays(1);
        Assert.Equal(404, (int)(await outsider.GetAsync(Address(first, FeedKind.Shop))).StatusCode);
    }

    [Fact]
    public async Task A_reminder_goes_by_mail_and_is_kept_and_a_failing_service_is_told()
    {
        string kept = Directory.CreateTempSubdirectory("tinker-mail-").FullName;
        await using MailRoom room = new(0, kept);
        _ = room.RunAsync();
        using ShopServer mailing = new(mail: $"127.0.0.1:{room.Port}");
        await mailing.SomebodyAsync();
        TrailerAnswer trailer = await mailing.TrailerAsync(
            "P-07",
            d => d with { LastRepackOn = mailing.Today.AddMonths(-11), Meter = MeterKind.None });
        VisitOnLine visit = (await mailing.GetAsync<HorizonAnswer>("/api/horizon")).Lines[0].Visits[0];
        Guid booking = ShopServer.NewId();
        await mailing.PutAsync<HorizonLine>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{booking}",
            new DecisionDraft(DecisionKind.Accept, [.. visit.Tasks.Select(t => t.Id)], Workday(2), null, null));
        string path = $"/api/horizon/bookings/{booking}/reminder";
        ReminderAnswer words = await mailing.GetAsync<ReminderAnswer>(path);
        Assert.Contains(visit.What, words.Body, StringComparison.Ordinal);
        Assert.Contains(visit.MinutesInWords, words.Body, StringComparison.Ordinal);
        Assert.False(words.Body.Contains('[', StringComparison.Ordinal));

        Guid id = ShopServer.NewId();
        ReminderAnswer sent = await mailing.PutAsync<ReminderAnswer>(
            $"{path}s/{id}",
            new ReminderDraft(
                "puppets@customers.example",
                "Täglich grüßt P-07",
                words.Body + "\n.\nA line with a full stop alone."));
        await mailing.PutAsync<ReminderAnswer>(
            $"{path}s/{id}",
            new ReminderDraft("puppets@customers.example", "again", "again"));
        Assert.Null(Assert.Single(sent.Sent).Failed);
        MimeKit.MimeMessage message = MimeKit.MimeMessage.Load(Path.Combine(kept, Assert.Single(room.Messages)));
        Assert.Equal("Täglich grüßt P-07", message.Subject);
        Assert.Contains("A line with a full stop alone.", message.TextBody, StringComparison.Ordinal);
        Assert.Equal("puppets@customers.example", message.To.Mailboxes.Single().Address);

        Assert.Contains(
            "did not take it",
            (await mailing.PutAsync<ReminderAnswer>(
                $"{path}s/{ShopServer.NewId()}",
                new ReminderDraft("nobody@customers.example", "s", "b"))).Sent[0].Failed,
            StringComparison.Ordinal);
        Assert.Equal(
            "/to",
            (await mailing.RefusedAsync(
                HttpMethod.Put,
                $"{path}s/{ShopServer.NewId()}",
                new ReminderDraft("not an address", "s", "b"),
                422)).Errors![0].Pointer);
        Assert.Equal(
            "/subject",
            (await mailing.RefusedAsync(
                HttpMethod.Put,
                $"{path}s/{ShopServer.NewId()}",
                new ReminderDraft("a@b.example", "s\r\nBcc: c@d.example", "b"),
                422)).Errors![0].Pointer);
        Assert.Equal(
            "/body",
            (await mailing.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/reminder-words",
                new ReminderWords("[trailer]", "[what] [why] [how long] [secret]"),
                422)).Errors![0].Pointer);
        Directory.Delete(kept, true);
    }

    [Fact]
    public async Task Hub_odometers_report_through_stumbles_and_what_is_not_believed_waits_for_a_person()
    {
        string today = shop.Today.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        MeterPost post = new(
            [
                new("a", "HO-1", today, 12_000),
                new("b", "HO-1", today, 30),
                new("c", "HO-9", today, 5),
                new("d", "HO-1", "soon", 12_100),
                new("e", "HO-1", today, null)
            ],
            stumbleEvery: 2);
        await using var pages = await Pages.StartAsync(0, null, post);
        string address = pages.Urls.First();
        using ShopServer metered = new(meters: address);
        await metered.SomebodyAsync();
        TrailerAnswer trailer = await metered.TrailerAsync();
        TrailerPlanning planning =
            await metered.GetAsync<TrailerPlanning>($"/api/settings/trailers/{trailer.Id}/planning");
        await metered.PutAsync<TrailerPlanning>(
            $"/api/settings/trailers/{trailer.Id}/planning",
            planning with { MeterNumber = "HO-1" });

        // It may have asked by itself already, before anybody knew the meter: then all of it waits for a person.
        MeterFeedAnswer feed = await metered.PostAsync<MeterFeedAnswer>("/api/horizon/meter-feed/poll", new { });
        Assert.Null(feed.Failed);
        Assert.True(feed.Doubted.Count is 4 or 5, $"{feed.Doubted.Count}");
        Assert.Contains(
            feed.Doubted,
            d => d.Id == "c" && d.Why.Contains("No trailer has the meter", StringComparison.Ordinal));
        post.Post(new PostedReading("f", "HO-1", today, 12_050));
        post.Post(new PostedReading("g", "HO-1", today, 40));
        feed = await metered.PostAsync<MeterFeedAnswer>("/api/horizon/meter-feed/poll", new { });
        Assert.Equal(1, feed.Taken);
        DoubtedAnswer back = feed.Doubted.Single(d => d.Id == "g");
        Assert.Contains("run backwards", back.Why, StringComparison.Ordinal);
        Assert.DoesNotContain(
            (await metered.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).Entries,
            e => e.Read.StartsWith("40", StringComparison.Ordinal));

        // Asked again nothing comes twice; a person takes it as a new meter, or drops it.
        Assert.Equal(0, (await metered.PostAsync<MeterFeedAnswer>("/api/horizon/meter-feed/poll", new { })).Taken);
        feed = await metered.PutAsync<MeterFeedAnswer>("/api/horizon/meter-feed/doubted/g", new DoubtSettled(true));
        Assert.DoesNotContain(feed.Doubted, d => d.Id == "g");
        Assert.Contains(
            (await metered.GetAsync<MeterPage>($"/api/yard/trailers/{trailer.Id}/meter")).Entries,
            e => e.StartsNewMeter && e.Read.StartsWith("40", StringComparison.Ordinal));
        Assert.Equal(
            "/take",
            (await metered.RefusedAsync(
                HttpMethod.Put,
                "/api/horizon/meter-feed/doubted/c",
                new DoubtSettled(true),
                422)).Errors![0].Pointer);
        await metered.PutAsync<MeterFeedAnswer>("/api/horizon/meter-feed/doubted/c", new DoubtSettled(false));

        await pages.StopAsync();
        Assert.Contains(
            "does not answer",
            (await metered.PostAsync<MeterFeedAnswer>("/api/horizon/meter-feed/poll", new { })).Failed,
            StringComparison.Ordinal);
    }

    private async Task<Ledger.TableAnswer> InAsync(string path, string table) =>
        await ShopServer.ReadAsync<Ledger.TableAnswer>(await shop.Http.PostAsync(
            path,
            new StringContent(table, System.Text.Encoding.UTF8, "text/csv")));

    [Fact]
    public async Task Readings_and_trips_come_in_and_go_out_as_a_table()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07");
        string table =
            "tag,on,kind,figure,new_meter\r\n"
                + $"P-07,{shop.Today.AddDays(-40):yyyy-MM-dd},reading,\"12,000\",\r\n"
                + $"P-07,{shop.Today.AddDays(-3):yyyy-MM-dd},reading,\"12,900 mi\",\r\n"
                + $"P-07,{shop.Today.AddDays(-2):yyyy-MM-dd},reading,10,\r\n"
                + $"P-07,{shop.Today.AddDays(9):yyyy-MM-dd},trip,240 mi,\r\n"
                + "Q-1,soon,flight,x,maybe\r\n";
        Ledger.TableAnswer look = await InAsync("/api/ledger/tables", table);
        Assert.Equal("road", look.Kind);
        Assert.Equal(
            [Ledger.RowFate.Add, Ledger.RowFate.Add, Ledger.RowFate.Refuse, Ledger.RowFate.Add, Ledger.RowFate.Refuse],
            look.Rows.Select(r => r.Fate));
        Assert.Equal("figure", look.Rows[2].Problems[0].Pointer);
        Assert.Equal(["tag", "on", "kind", "new_meter"], look.Rows[4].Problems.Select(p => p.Pointer));
        Assert.Equal(
            3,
            (await InAsync("/api/ledger/tables?apply=true", table)).Rows.Count(r => r.Fate == Ledger.RowFate.Add));
        Assert.Equal(
            3,
            (await InAsync("/api/ledger/tables?apply=true", table)).Rows.Count(r => r.Fate == Ledger.RowFate.Same));
        string written = await shop.Http.GetStringAsync("/api/ledger/tables/road.csv");
        Assert.Equal(4, written.Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.All((await InAsync("/api/ledger/tables", written)).Rows, r => Assert.Equal(Ledger.RowFate.Same, r.Fate));
    }

    [Fact]
    public async Task The_plan_command_answers_files_and_folders_by_the_schemas()
    {
        string folder =
            Directory.CreateTempSubdirectory("tinker-plan-").FullName, answers = Path.Combine(
                folder,
                "answers"), docs = Docs();
        JsonSchema problems = JsonSchema.FromText(
            await File.ReadAllTextAsync(Path.Combine(docs, "planning-problem.schema.json")));
        JsonSchema answered = JsonSchema.FromText(
            await File.ReadAllTextAsync(Path.Combine(docs, "planning-answer.schema.json")));
        string example =
            (await File.ReadAllTextAsync(
                Path.Combine(docs, "planning-problem.md"))).Split("```json")[1].Split("```")[0];
        string real = example.Replace(
            "\"raised-left\", \"minutes\": 12, \"needs\": [\"secured\"] }",
            "\"hub-open-1L\", \"minutes\": 33, \"needs\": [\"secured\"] }",
            StringComparison.Ordinal).Replace(
            "\"together\": [ [\"repack-1L\", \"repack-1R\"] ]",
            "\"together\": []",
            StringComparison.Ordinal);
        await File.WriteAllTextAsync(Path.Combine(folder, "one.json"), real);
        await File.WriteAllTextAsync(
            Path.Combine(folder, "two.json"),
            real.Replace("\"week\": 8", "\"week\": 5", StringComparison.Ordinal));
        Assert.True(problems.Evaluate(JsonDocument.Parse(real).RootElement).IsValid);
        using StringWriter said = new(), wrong = new();
        Assert.Equal(0, await PlanCommand.RunAsync(["plan", "--in", folder, "--out", answers], said, wrong));
        JsonElement one =
            JsonDocument.Parse(await File.ReadAllTextAsync(Path.Combine(answers, "one.json"))).RootElement, two =
                JsonDocument.Parse(await File.ReadAllTextAsync(Path.Combine(answers, "two.json"))).RootElement;
        Assert.True(answered.Evaluate(one).IsValid && answered.Evaluate(two).IsValid);

        // A week early of 52: 31/52; 41 minutes at 1.60; one call-in of 90.
        Assert.Equal(90 + (1.6 * 41) + (31 / 52.0), one.GetProperty("cost").GetDouble(), 1e-5);
        Assert.Contains("week 5", two.GetProperty("why").GetString(), StringComparison.Ordinal);

        await File.WriteAllTextAsync(
            Path.Combine(folder, "bad.json"),
            real.Replace("\"weeks\": 52", "\"weeks\": 0", StringComparison.Ordinal));
        Assert.Equal(
            1,
            await PlanCommand.RunAsync(
                ["plan", "--in", Path.Combine(folder, "bad.json"), "--out", Path.Combine(folder, "x.json")],
                said,
                wrong));
        Assert.Contains("/weeks", wrong.ToString(), StringComparison.Ordinal);
        Assert.Equal(2, await PlanCommand.RunAsync(["plan"], said, wrong));
        Directory.Delete(folder, true);
    }

    internal static string Docs()
    {
        DirectoryInfo at = new(AppContext.BaseDirectory);
        while (!Directory.Exists(Path.Combine(at.FullName, "docs")))
        {
            at = at.Parent!;
        }

        return Path.Combine(at.FullName, "docs");
    }
}
