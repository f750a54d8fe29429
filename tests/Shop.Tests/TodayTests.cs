using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The shop's day over HTTP: what stands where when, and what a change does to what was promised.</summary>
public sealed class TodayTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private Task<TodayAnswer> BoardAsync() => shop.GetAsync<TodayAnswer>("/api/bay/today");

    private Task<ProposedDay> ProposedAsync() => shop.PostAsync<ProposedDay>("/api/bay/today/propose", new { });

    private Task<TodayAnswer> PutAsync(SlotsEdit edit) => shop.PutAsync<TodayAnswer>("/api/bay/today/slots", edit);

    private Task<TodayAnswer> AcceptAsync(ProposedDay day) => PutAsync(new SlotsEdit(day.Version, day.Slots, day.Off));

    private static TimeOnly At(int hour, int minute = 0) => new(hour, minute);

    // A trailer with a repack that is accepted for today.
    private async Task<(TrailerAnswer Trailer, Guid Booking)> BookedAsync(string tag, int days = 0)
    {
        TrailerAnswer trailer = await shop.TrailerAsync(
            tag,
            d => d with { LastRepackOn = shop.Today.AddMonths(-12), Meter = MeterKind.None });
        Guid booking = ShopServer.NewId();
        string task = await shop.LookAsync(async f =>
            (await f.TrailerStatuses.SingleAsync(s => s.TrailerId == trailer.Id)).Status.Upcoming.First(u =>
                u.Id.StartsWith("repack", StringComparison.Ordinal)).Id);
        await shop.PutAsync<object>(
            $"/api/horizon/trailers/{trailer.Id}/decisions/{booking}",
            new Horizon.DecisionDraft(DecisionKind.Accept, [task], shop.Today.AddDays(days), null, null));
        return (trailer, booking);
    }

    private async Task<Guid> HandAsync(string name, params Role[] roles)
    {
        Guid id = ShopServer.NewId();
        await shop.PutAsync<object>(
            $"/api/settings/people/{id}",
            new PersonEdit(name, true, roles.Length > 0 ? roles : [Role.Technician]));
        return id;
    }

    /// <summary>
    /// From the accepted visit to the trailer in its bay: each step knows all that the one before knew.
    /// </summary>
    [Fact]
    public async Task An_accepted_visit_is_put_on_the_board_taken_in_with_its_jobs_and_stays_where_it_was()
    {
        await shop.SomebodyAsync();
        Guid odd = await HandAsync("Odd Varley");
        (TrailerAnswer trailer, Guid booking) = await BookedAsync("P-07");
        await shop.PutAsync<TodayAnswer>(
            $"/api/bay/today/{booking}/times",
            new TimesEdit(At(9, 30), shop.Today, At(15)));
        OnBoardAnswer expected = Assert.Single((await BoardAsync()).Trailers);
        Assert.Equal(
            (booking, false, null, At(9, 30)),
            (expected.Id, expected.Here, expected.Slot, expected.DropOffAt));

        ProposedDay proposed = await ProposedAsync();
        Assert.True(proposed.Exact && proposed.Changes);
        SlotDraft slot = Assert.Single(proposed.Slots);
        Assert.Equal((1, At(9, 30), odd), (slot.Bay, slot.Starts, slot.People.Single()));
        Assert.Equal(["P-07 goes to bay 1 at 9:30 with Odd Varley."], proposed.Words);
        TodayAnswer board = await AcceptAsync(proposed);
        Assert.Equal(At(9, 30), Assert.Single(board.Trailers).Slot!.Starts);
        Assert.Null(board.Trailers[0].Slot!.Late);
        Assert.False((await ProposedAsync()).Changes);

        // Taken in by one touch: with the jobs that were accepted, in its bay at its hour, promised as it was.
        Guid visit = ShopServer.NewId();
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{visit}",
            new VisitDraft(trailer.Id, expected.Jobs, Said: "it pulls left"));
        OnBoardAnswer here = Assert.Single((await BoardAsync()).Trailers);
        Assert.Equal((visit, true, "it pulls left"), (here.Id, here.Here, here.Said));
        Assert.Equal((shop.Today, At(15)), (here.PickUpOn, here.PickUpAt));
        Assert.Equal((1, At(9, 30), odd), (here.Slot!.Bay, here.Slot.Starts, here.Slot.People.Single()));
        Assert.Equal(
            expected.Jobs,
            (await shop.LookAsync(f => f.Visits.SingleAsync())).Jobs);
    }

    [Fact]
    public async Task Two_who_put_a_trailer_in_one_bay_at_once_are_told_and_the_same_twice_is_once()
    {
        await shop.SomebodyAsync();
        Guid odd = await HandAsync("Odd Varley"), tobin = await HandAsync("Tobin Askel");
        (_, Guid one) = await BookedAsync("P-07");
        (_, Guid two) = await BookedAsync("P-08");
        int version = (await BoardAsync()).Version;
        SlotsEdit first = new(version, [new SlotDraft(one, 1, At(8), [odd], false)], []);
        SlotsEdit second = new(version, [new SlotDraft(two, 1, At(8), [tobin], false)], []);
        HttpResponseMessage[] answers = await Task.WhenAll(
            ((SlotsEdit[])[first, second]).Select(e => shop.Http.PutAsJsonAsync(
                "/api/bay/today/slots",
                e,
                ShopServer.Json)));
        Assert.Equal([200, 409], answers.Select(a => (int)a.StatusCode).Order());
        TodayAnswer board = await BoardAsync();
        OnBoardAnswer on = Assert.Single(board.Trailers, t => t.Slot is not null);
        SlotsEdit won = on.Id == one ? first : second, lost = on.Id == one ? second : first;
        Assert.Equal(board.Version, (await PutAsync(won)).Version);

        // With the board as it is now it is said what stands in the way.
        async Task RefusedAsync(SlotsEdit edit, string why) => Assert.Contains(
            why,
            (await shop.RefusedAsync(HttpMethod.Put, "/api/bay/today/slots", edit, 422)).Errors![0].Detail,
            StringComparison.Ordinal);
        await RefusedAsync(lost with { Version = board.Version }, "Another trailer stands in this bay");
        SlotDraft wants = lost.Slots[0];
        Guid busy = won.Slots[0].People[0];
        SlotsEdit With(SlotDraft draft) => new(board.Version, [draft], []);
        await RefusedAsync(With(wants with { Bay = 2, People = [busy] }), "works on another one");
        await RefusedAsync(With(wants with { Bay = 7 }), "no such bay");
        await RefusedAsync(With(wants with { Bay = 2, Starts = At(6) }), "closed");
        await RefusedAsync(With(wants with { Bay = 2, Starts = At(20) }), "closed");
        await RefusedAsync(With(wants with { Bay = 2, People = [] }), "one person");
        await RefusedAsync(With(wants with { Id = ShopServer.NewId() }), "not on today");
        Guid perrin = await HandAsync("Perrin Loy", Role.Apprentice);
        await RefusedAsync(With(wants with { Bay = 2, People = [perrin] }), "no apprentice");
        board = await PutAsync(With(wants with { Bay = 2, Pinned = true }));
        Assert.Equal(2, board.Trailers.Count(t => t.Slot is not null));
        board = await PutAsync(new SlotsEdit(board.Version, [], [wants.Id]));
        Assert.Single(board.Trailers, t => t.Slot is not null);
    }

    [Fact]
    public async Task Whoever_goes_home_ill_is_planned_round_and_what_that_does_to_promises_is_said()
    {
        await shop.SomebodyAsync();
        Guid odd = await HandAsync("Odd Varley");
        (_, Guid booking) = await BookedAsync("P-07");
        await shop.PutAsync<TodayAnswer>($"/api/bay/today/{booking}/times", new TimesEdit(null, shop.Today, At(15)));
        await AcceptAsync(await ProposedAsync());

        // Nobody else is there: it finds no room, and says why.
        Guid away = ShopServer.NewId();
        AbsenceEdit ill = new(odd, At(10), null);
        for (int i = 0; i < 2; i++)
        {
            TodayAnswer board = await shop.PutAsync<TodayAnswer>($"/api/bay/today/absences/{away}", ill);
            Assert.Equal(At(10), Assert.Single(board.People.Single(p => p.Id == odd).Away).From);
        }

        ProposedDay proposed = await ProposedAsync();
        Assert.Equal([booking], proposed.Off);
        Assert.StartsWith("P-07 finds no room today", proposed.Words[0], StringComparison.Ordinal);

        // Somebody else takes it over in the same bay; it moves no more than it has to.
        Guid tobin = await HandAsync("Tobin Askel");
        proposed = await ProposedAsync();
        Assert.Equal([tobin], Assert.Single(proposed.Slots).People);
        Assert.Contains("now with Tobin Askel", Assert.Single(proposed.Words), StringComparison.Ordinal);
        await shop.DeleteAsync<TodayAnswer>($"/api/bay/today/absences/{away}");
        Assert.Equal(["Nothing moves, and every promise holds."], (await ProposedAsync()).Words);

        // Promised earlier than it can be done.
        await shop.PutAsync<TodayAnswer>($"/api/bay/today/{booking}/times", new TimesEdit(null, shop.Today, At(9)));
        Assert.Contains(
            "is promised for 9:00 and would be ready at",
            (await ProposedAsync()).Words[0],
            StringComparison.Ordinal);
        Assert.Equal(At(9), (await BoardAsync()).Trailers[0].Slot!.Late);
        await shop.RefusedAsync(HttpMethod.Put, $"/api/bay/today/absences/{away}", ill with { To = At(9) }, 422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/today/absences/{away}",
            ill with { PersonId = ShopServer.NewId() },
            422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/today/{booking}/times",
            new TimesEdit(At(12), shop.Today, At(11)),
            422);
    }

    [Fact]
    public async Task What_waits_or_is_ready_leaves_its_bay_and_what_did_not_come_is_shown_as_missed()
    {
        await shop.SomebodyAsync();
        await HandAsync("Odd Varley");
        (TrailerAnswer trailer, Guid booking) = await BookedAsync("P-07");
        await AcceptAsync(await ProposedAsync());
        Guid visit = ShopServer.NewId();
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{visit}",
            new VisitDraft(trailer.Id, (await BoardAsync()).Trailers[0].Jobs));
        OnBoardAnswer waits = Assert.Single((await shop.PutAsync<TodayAnswer>(
            $"/api/bay/visits/{visit}/standing",
            new StandingEdit(Standing.WaitsForParts, "a seal, tomorrow"))).Trailers);
        Assert.Equal((Standing.WaitsForParts, "a seal, tomorrow", null), (waits.Standing, waits.WaitsFor, waits.Slot));
        Assert.Empty((await ProposedAsync()).Slots);
        waits = Assert.Single((await shop.PutAsync<TodayAnswer>(
            $"/api/bay/visits/{visit}/standing",
            new StandingEdit(Standing.Working, "a seal"))).Trailers);
        Assert.Equal((Standing.Working, ""), (waits.Standing, waits.WaitsFor));

        // What is on Hold is not ready to go.
        await shop.LookAsync(async f =>
        {
            var standing = await f.TrailerStatuses.SingleAsync();
            standing.Status = standing.Status with
            {
                Hold = new Core.Status.HoldStatus(shop.Time.GetUtcNow(), ["spindle cracked"], false, null, null, "")
            };
            return await f.SaveChangesAsync();
        });
        Assert.Contains(
            "spindle cracked",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{visit}/standing",
                new StandingEdit(Standing.Ready, ""),
                422)).Errors![0].Detail,
            StringComparison.Ordinal);

        // A day later it goes on in its bay as the shop opens; and who was to come yesterday has not.
        await AcceptAsync(await ProposedAsync());
        (_, Guid missed) = await BookedAsync("P-08");
        shop.Time.Ahead += TimeSpan.FromDays(1);
        TodayAnswer tomorrow = await BoardAsync();
        Assert.Equal(tomorrow.Opens, tomorrow.Trailers.Single(t => t.Id == visit).Slot!.Starts);
        OnBoardAnswer late = tomorrow.Trailers.Single(t => t.Id == missed);
        Assert.True(late.Day < tomorrow.Day);
        Assert.DoesNotContain((await ProposedAsync()).Slots, s => s.Id == missed);
        Assert.NotEqual(booking, late.Id);
    }
}
