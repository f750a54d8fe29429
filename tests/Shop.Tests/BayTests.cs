using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Parts, figures and holds of a visit at work.</summary>
public sealed class BayTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static string Entry(VisitAnswer visit) => $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}";

    private static StepPartDraft Part(string name, decimal quantity = 1) =>
        new(ShopServer.NewId(), name, quantity, "piece");

    private async Task<VisitAnswer> AtStepAsync(string end, string? tag = null)
    {
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync(tag ?? "P-07")).Id);
        await shop.WorkAsync(
            visit,
            visit.Packet.Steps.ToList().FindIndex(s => s.Key.EndsWith(end, StringComparison.Ordinal)));
        return await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}");
    }

    private async Task ReleaseAsync(VisitAnswer visit, string? because) =>
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft(because));

    [Fact]
    public async Task The_parts_of_a_step_are_saved_with_it_once_and_go_with_it_when_it_is_taken_back()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await AtStepAsync("press-seal");
        string entry = Entry(visit);
        EntryDraft draft = new(visit.State.Next!, [], null, [Part("grease seal 2.250 × 3.376")]);
        await shop.PutAsync<VisitState>(entry, draft);
        PartAnswer part = Assert.Single((await shop.PutAsync<VisitState>(entry, draft)).Parts);
        Assert.Equal(("grease seal 2.250 × 3.376", "axle-1-left"), (part.Name, part.Place));

        // What was added by hand stays.
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
            new PartDraft("axle-1-left", "cone and cup, outer", 1, "piece"));
        VisitState back = await shop.DeleteAsync<VisitState>(entry);
        Assert.Equal("cone and cup, outer", Assert.Single(back.Parts).Name);
        Assert.Equal(draft.Key, back.Next);
    }

    [Fact]
    public async Task A_step_whose_parts_can_not_be_is_not_settled_at_all()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await AtStepAsync("press-seal");
        Problem problem = await shop.RefusedAsync(
            HttpMethod.Put,
            Entry(visit),
            new EntryDraft(visit.State.Next!, [], null, [Part("grease seal"), Part(" ", -2)]),
            422);
        Assert.Equal(["/parts/1/name", "/parts/1/quantity"], problem.Errors!.Select(e => e.Pointer));
        VisitState state = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State;
        Assert.Equal(visit.State.Next, state.Next);
        Assert.Empty(state.Parts);
    }

    [Theory]
    [InlineData("2 1/4", "grease seal 2.250 × 3.376")]
    [InlineData("54 mm", "grease seal 2.125 × 3.376")]
    [InlineData("2 3/16", null)]
    public async Task A_journal_measured_picks_the_seal_of_its_wheel_end(string typed, string? picks)
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await AtStepAsync("compare-seal");
        VisitState state = await shop.PutAsync<VisitState>(
            Entry(visit),
            new EntryDraft(visit.State.Next!, [new ReadingDraft(ShopServer.NewId(), "seal-journal", typed)]));
        Assert.Equal(picks, Assert.Single(state.Readings).Picks);
        Assert.Equal(typed, state.Readings[0].Typed);
    }

    [Fact]
    public async Task A_gross_rim_rock_holds_the_trailer_until_the_play_is_measured_again()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await AtStepAsync("/rock");
        VisitState state = await shop.PutAsync<VisitState>(
            Entry(visit),
            new EntryDraft(visit.State.Next!, [new ReadingDraft(ShopServer.NewId(), "rim-rock", "5/8")]));
        Assert.Equal(Verdict.Hold, state.Readings[0].Judgement?.Verdict);

        // Everything else is done, but nobody puts the gauge to it.
        state = await shop.WorkAsync(visit);
        Assert.True(state.NeedsRelease);
        Assert.Contains("rim rock 5/8 in at axle 1 left", state.WhyNotClosed, StringComparison.Ordinal);

        // The last steps are taken back to the gauge, which says that it is right.
        string gauge = visit.Packet.Steps.Single(s => s.Readings.Contains("end-play")).Key;
        foreach (EntryAnswer entry in state.Entries
            .Reverse()
            .TakeWhile(e => e.Key != gauge)
            .Append(state.Entries.Single(e => e.Key == gauge))
            .ToList())
        {
            state = await shop.DeleteAsync<VisitState>($"/api/bay/visits/{visit.Id}/entries/{entry.Id}");
        }

        await shop.PutAsync<VisitState>(
            Entry(visit),
            new EntryDraft(gauge, [new ReadingDraft(ShopServer.NewId(), "end-play", ".002")]));
        state = await shop.WorkAsync(visit);
        Assert.False(state.NeedsRelease);
        await ReleaseAsync(visit, "nothing to release");
        Assert.Null((await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}")).ReleasedBecause);
    }

    [Fact]
    public async Task A_hold_that_left_the_shop_still_stands_at_the_next_visit()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer first = await shop.VisitAsync(trailer.Id);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{first.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "spindle-scored-welded", ""));
        await shop.WorkAsync(first);
        await ReleaseAsync(first, "on a flatbed to the specialist");

        VisitAnswer second = await shop.VisitAsync(trailer.Id, "axle-2-left");
        VisitState state = await shop.WorkAsync(second);
        Assert.True(state.NeedsRelease);
        Assert.Empty(state.Findings);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{second.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-1-left", "spindle-clean", "new axle tube from the specialist"));
        await ReleaseAsync(second, null);
        Assert.Equal(Verdict.Sound, (await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers")).Rows[0].Worst);
    }

    [Fact]
    public async Task The_ledger_tells_what_was_mended_from_what_was_left()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync()).Id);
        string Finding(Guid id) => $"/api/bay/visits/{visit.Id}/findings/{id}";
        Guid mended = ShopServer.NewId();
        await shop.PutAsync<VisitState>(Finding(mended), new FindingDraft("axle-1-left", "bearing-damaged", ""));
        await shop.PutAsync<VisitState>($"{Finding(mended)}/mended", new MendingDraft("outer cone and cup renewed"));
        await shop.PutAsync<VisitState>(Finding(ShopServer.NewId()), new FindingDraft("axle-2-left", "lock-used", ""));
        await shop.WorkAsync(visit);
        await ReleaseAsync(visit, null);
        PastVisit past = Assert.Single((await shop.GetAsync<PastVisits>("/api/ledger/visits")).Visits);
        Assert.Equal((Verdict.Renew, 1), (past.Worst, past.Mended));

        VisitAnswer again = await shop.VisitAsync(visit.TrailerId, "axle-2-left");
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{again.Id}/findings/{ShopServer.NewId()}",
            new FindingDraft("axle-2-left", "lock-new", ""));
        await shop.WorkAsync(again);
        await ReleaseAsync(again, null);
        Assert.Equal(
            [(Verdict?)Verdict.Sound, Verdict.Renew],
            (await shop.GetAsync<PastVisits>("/api/ledger/visits")).Visits.Select(v => v.Worst));
    }

    [Fact]
    public async Task The_rest_is_left_for_another_visit_once_what_is_open_is_back()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await shop.VisitAsync(
            (await shop.TrailerAsync(with: d => d with { LastRepackOn = shop.Today.AddYears(-2) })).Id,
            "axle-1-left",
            "axle-1-right");
        VisitState state = await shop.WorkAsync(
            visit,
            visit.Packet.Steps.ToList().FindIndex(s => s.Place == "axle-1-right"));
        Assert.StartsWith("axle-1-right/", state.Next, StringComparison.Ordinal);
        Assert.Contains("trailer on chocks", state.WhyNotClosed, StringComparison.Ordinal);
        while (state.NextToPutBack is { } next)
        {
            state = await shop.PutAsync<VisitState>(Entry(visit), new EntryDraft(next, []));
        }

        Assert.Null(state.WhyNotClosed);
        Assert.Empty(state.OpenNow);
        await ReleaseAsync(visit, null);
        TrailerAnswer after = await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{visit.TrailerId}");
        Assert.Equal(
            [("axle-1-left", shop.Today)],
            after.Status.Dues
                .Where(d => d.Due.LastOn > shop.Today.AddYears(-1))
                .Select(d => (d.Place, d.Due.LastOn!.Value)));
    }

    [Fact]
    public async Task The_jobs_of_a_visit_are_said_in_a_line()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(
            trailer.Id,
            "axle-1-left",
            "axle-1-right",
            "axle-2-left",
            "axle-2-right");
        Assert.Equal("Bearing repack, all four", visit.What);
        Assert.Equal(visit.What, Assert.Single(await shop.GetAsync<List<VisitRow>>("/api/bay/visits")).What);
    }

    [Fact]
    public async Task The_horizon_and_the_ledger_come_page_by_page_and_miss_nothing()
    {
        await shop.SomebodyAsync();
        for (int i = 0; i < 5; i++)
        {
            VisitAnswer visit = await shop.VisitAsync((await shop.TrailerAsync($"T-{i}")).Id);
            await shop.WorkAsync(visit);
            await ReleaseAsync(visit, null);
        }

        List<string> coming = [], done = [];
        for (int skip = 0; skip < 5; skip += 2)
        {
            HorizonAnswer page = await shop.GetAsync<HorizonAnswer>($"/api/horizon?skip={skip}&take=2");
            int checks = skip == 0 ? 10 : 0;
            Assert.Equal((5, checks, checks), (page.Found, page.FollowUps.Count, page.ChecksOwed));
            coming.AddRange(page.Lines.Select(c => c.Tag));
            PastVisits past = await shop.GetAsync<PastVisits>($"/api/ledger/visits?skip={skip}&take=2");
            Assert.Equal(skip < 4, past.More);
            done.AddRange(past.Visits.Select(v => v.Tag));
        }

        Assert.Equal(["T-0", "T-1", "T-2", "T-3", "T-4"], coming.Order());
        Assert.Equal(["T-4", "T-3", "T-2", "T-1", "T-0"], done);
        await shop.RefusedAsync(HttpMethod.Get, "/api/horizon?skip=-1", null, 400);
    }

    [Fact]
    public async Task A_figure_and_its_step_stand_or_fall_together()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await AtStepAsync("/rock");
        Guid used = ShopServer.NewId();
        await shop.PutAsync<VisitState>(
            Entry(visit),
            new EntryDraft(visit.State.Next!, [new ReadingDraft(used, "rim-rock", "1/16")]));

        // An id that is another figure's can't be written twice: the second step is refused whole, with its parts.
        VisitAnswer other = await AtStepAsync("/rock", "P-08");
        await shop.RefusedAsync(
            HttpMethod.Put,
            Entry(other),
            new EntryDraft(other.State.Next!, [new ReadingDraft(used, "rim-rock", "1/32")], null, [Part("rag")]),
            409);
        VisitState state = (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{other.Id}")).State;
        Assert.Equal(other.State.Next, state.Next);
        Assert.Empty(state.Parts);
        Assert.Equal(1, await shop.LookAsync(f => f.Readings.CountAsync()));
    }
}
