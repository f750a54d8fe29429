using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Any jobs as one visit: what they come to, changed while it is worked, by the practices in force.</summary>
public sealed class PacketTests : IDisposable
{
    private static readonly JobAt Repack = new("bearing-repack", "axle-1-left");
    private static readonly JobAt Brake = new("brake-assembly", "axle-1-left-brake");
    private static readonly JobAt Equalizer = new("equalizer", "equalizer-1-left");
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private async Task<VisitAnswer> VisitAsync(Guid trailer, params JobAt[] jobs) =>
        await shop.PutAsync<VisitAnswer>($"/api/bay/visits/{ShopServer.NewId()}", new VisitDraft(trailer, jobs));

    private Task<VisitAnswer> ReadAsync(Guid visit) => shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit}");

    private async Task<VisitAnswer> ChangeAsync(Guid visit, params JobAt[] jobs) =>
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{visit}/jobs",
            new JobsDraft(jobs, Composed: (await ReadAsync(visit)).Composed));

    [Fact]
    public async Task Three_jobs_on_one_side_are_told_against_three_visits_of_their_own()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        PacketPreview all = await shop.PostAsync<PacketPreview>(
            "/api/bay/preview",
            new WorkWanted(trailer.Id, [Repack, Brake, Equalizer]));
        List<PacketPreview> apart = [];
        foreach (JobAt one in new[] { Repack, Brake, Equalizer })
        {
            apart.Add(await shop.PostAsync<PacketPreview>("/api/bay/preview", new WorkWanted(trailer.Id, [one])));
        }

        decimal sum = apart.Sum(a => a.Minutes);
        Assert.True(all.Minutes < sum - 45, $"{all.Minutes} of {sum}");
        Assert.Equal((Packet.InWords(sum), Packet.InWords(sum - all.Minutes)), (all.ApartInWords, all.SavedInWords));
        Assert.Contains(all.Torques, t => t.What == "Lug nuts" && t.Order.Count == 6);
        Assert.Contains("Torque the suspension bolts again", all.FollowUps);
        Assert.Contains(all.Parts, p => p.Name == "electric brake assembly 12 × 2, left");
        Assert.True(
            all.Estimate.Lines.Where(l => l.Kind == Core.Pricing.EstimateKind.Part).Sum(l => l.Amount.Likely) > 87);
        Assert.Contains(all.Estimate.Lines, l => l.Kind == Core.Pricing.EstimateKind.Disposal);
        Assert.Empty(all.Missing);

        PacketPreview two = await shop.PostAsync<PacketPreview>(
            "/api/bay/preview",
            new WorkWanted(trailer.Id, [Repack, Repack with { Place = "axle-1-right" }], 2));
        Assert.NotEqual(two.MinutesInWords, two.ElapsedInWords);
    }

    [Fact]
    public async Task The_jobs_a_trailer_can_have_come_with_their_places()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        List<JobOffered> offered = await shop.GetAsync<List<JobOffered>>($"/api/bay/jobs?trailer={trailer.Id}");
        Assert.Equal(["equalizer-1-left", "equalizer-1-right"], offered.Single(o => o.Code == "equalizer").Places);
        Assert.DoesNotContain(offered, o => o.Code is "brake-bleeding" or "splined-hub" or "pads");
        await shop.RefusedAsync(HttpMethod.Get, $"/api/bay/jobs?trailer={ShopServer.NewId()}", null, 404);
    }

    [Fact]
    public async Task Jobs_that_can_not_be_or_contradict_each_other_are_refused_at_their_place_and_nothing_is_taken_in()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitDraft draft = new(
            trailer.Id,
            [
                Repack,
                new("sealed-hub", "axle-1-left"),
                new("brake-bleeding", "trailer"),
                new("bearing-repack", "axle-3-left")
            ]);
        Problem problem = await shop.RefusedAsync(HttpMethod.Put, $"/api/bay/visits/{ShopServer.NewId()}", draft, 422);
        Assert.Equal(["/jobs/1", "/jobs/2", "/jobs/3"], problem.Errors!.Select(e => e.Pointer));
        Assert.Contains("contradicts", problem.Errors![0].Detail, StringComparison.Ordinal);
        Assert.Equal(
            "/hands",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{ShopServer.NewId()}",
                draft with { Jobs = [Repack], Technicians = 3 },
                422)).Errors![0].Pointer);
        Assert.Empty(await shop.GetAsync<List<VisitRow>>("/api/bay/visits"));
    }

    [Fact]
    public async Task A_job_added_at_work_costs_what_was_said_and_what_is_done_stays_done()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await VisitAsync((await shop.TrailerAsync()).Id, Repack);
        await shop.WorkAsync(visit, 14);
        VisitState before = (await ReadAsync(visit.Id)).State;
        JobsPreview look = await shop.PostAsync<JobsPreview>(
            $"/api/bay/visits/{visit.Id}/jobs/preview",
            new JobsDraft([Repack, Brake]));
        Assert.Equal(["brake plate off, axle 1 left"], look.Opens);
        Assert.Empty(look.Again);

        VisitAnswer after = await ChangeAsync(visit.Id, Repack, Brake);
        Assert.Equal(visit.Minutes + look.ExtraMinutes, after.Minutes);
        Assert.Equal(before.Entries.Select(e => e.Key), after.State.Entries.Select(e => e.Key));
        Assert.Equal((visit.Composed + 1, visit.Composed + 1), (after.Composed, after.State.Composed));
        Assert.Equal(after.Composed, (await ChangeAsync(visit.Id, Brake, Repack)).Composed);

        VisitState worked = await shop.WorkAsync(after);
        Assert.All(worked.Jobs, j => Assert.True(j.Done));
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.Contains(
            "closed and stays as it is",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{visit.Id}/jobs",
                new JobsDraft([Repack]),
                409)).Detail,
            StringComparison.Ordinal);
        Assert.Contains(
            (await shop.GetAsync<FollowUpPage>("/api/ledger/follow-ups")).Owed,
            f => f.Words == "Adjust the new brakes again");
    }

    [Fact]
    public async Task A_job_is_left_out_at_work_and_a_refused_change_changes_nothing()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await VisitAsync((await shop.TrailerAsync()).Id, Repack, Equalizer);
        await shop.WorkAsync(visit, 12);
        VisitAnswer less = await ChangeAsync(visit.Id, Repack);

        // Another tablet that has not seen it yet would bring the equalizer back: it is told, and changes nothing. The
        // same change sent again stands.
        Assert.Contains(
            "Somebody else has changed",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/bay/visits/{visit.Id}/jobs",
                new JobsDraft([Repack, Equalizer, Brake], Composed: visit.Composed),
                409)).Detail,
            StringComparison.Ordinal);
        Assert.Equal(
            less.Composed,
            (await shop.PutAsync<VisitAnswer>(
                $"/api/bay/visits/{visit.Id}/jobs",
                new JobsDraft([Repack], Composed: visit.Composed))).Composed);
        Assert.DoesNotContain(less.Packet.Steps, s => s.Opening == "equalizer-out");
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/jobs",
            new JobsDraft([Repack, new("sealed-hub", "axle-1-left")], Composed: less.Composed),
            422);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/jobs",
            new JobsDraft([], Composed: less.Composed),
            422);
        Assert.Equal(less.Composed, (await ReadAsync(visit.Id)).Composed);
        JobsPreview no = await shop.PostAsync<JobsPreview>(
            $"/api/bay/visits/{visit.Id}/jobs/preview",
            new JobsDraft([Repack, new("sealed-hub", "axle-1-left")]));
        Assert.Contains("contradicts", no.WhyNot!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_finding_adds_its_job_with_its_minutes_told_before_and_both_are_saved_or_neither()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await VisitAsync((await shop.TrailerAsync()).Id, Repack);
        await shop.WorkAsync(visit, 16);
        List<Remedy> remedies = await shop.GetAsync<List<Remedy>>(
            $"/api/bay/visits/{visit.Id}/remedies?rule=cup-damaged&place=axle-1-left");
        Remedy cups = Assert.Single(remedies);
        Assert.Equal(
            ("bearings-and-cups", "axle-1-left", "11 min more"),
            (cups.Job, cups.Place, cups.Extra.ExtraInWords));

        Guid id = ShopServer.NewId();
        FindingDraft bad = new("axle-1-left", "cup-damaged", "", [new("sealed-hub", "axle-1-left")]);
        await shop.RefusedAsync(HttpMethod.Put, $"/api/bay/visits/{visit.Id}/findings/{id}", bad, 422);
        Assert.Empty((await ReadAsync(visit.Id)).State.Findings);
        FindingDraft good = bad with { Jobs = [new(cups.Job, cups.Place)] };
        await shop.PutAsync<VisitState>($"/api/bay/visits/{visit.Id}/findings/{id}", good);
        VisitState again = await shop.PutAsync<VisitState>($"/api/bay/visits/{visit.Id}/findings/{id}", good);
        Assert.Equal((1, 2, 1), (again.Findings.Count, again.Jobs.Count, again.Composed));
        VisitAnswer now = await ReadAsync(visit.Id);
        Assert.Equal(visit.Minutes + cups.Extra.ExtraMinutes, now.Minutes);
        Assert.Contains(now.Packet.Steps, s => s.Key == "axle-1-left/bearings-and-cups/cups-in");

        // Done, it counts as a repack too.
        await shop.WorkAsync(now);
        await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/findings/{id}/mended",
            new MendingDraft("Renewed"));
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        Assert.Equal(
            shop.Today.AddMonths(12),
            (await shop.GetAsync<TrailerAnswer>(
                $"/api/yard/trailers/{visit.TrailerId}")).Status.Dues.Single(d => d.Place == "axle-1-left").Due.On);
    }

    [Fact]
    public async Task Of_two_ways_to_renew_a_brake_the_practices_comes_first()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await VisitAsync(trailer.Id, Repack);
        async Task<string[]> OfferedAsync(Guid id) =>
            [.. (await shop.GetAsync<List<Remedy>>(
                $"/api/bay/visits/{id}/remedies?rule=lining-worn&place=axle-1-left-brake")).Select(r => r.Job).Distinct()];
        Assert.Equal(["brake-assembly", "shoes-and-magnet"], await OfferedAsync(visit.Id));

        // One worn brake is two to renew: both sides are offered first, and this side alone.
        List<Remedy> pairs = await shop.GetAsync<List<Remedy>>(
            $"/api/bay/visits/{visit.Id}/remedies?rule=lining-worn&place=axle-1-left-brake");
        Assert.Equal(
            [("axle-1", 2), ("axle-1-left-brake", 1)],
            pairs.Where(r => r.Job == "brake-assembly").Select(r => (r.Place, r.Jobs.Count)));

        TrailerAnswer other = await shop.TrailerAsync(
            "P-08",
            d => d with { Practices = new Dictionary<string, string> { ["brake-renewal"] = "shoes-and-magnet" } });
        Assert.Equal(
            ["shoes-and-magnet", "brake-assembly"],
            await OfferedAsync((await VisitAsync(other.Id, Repack)).Id));
        await shop.RefusedAsync(
            HttpMethod.Get,
            $"/api/bay/visits/{visit.Id}/remedies?rule=lining-worn&place=axle-9-left",
            null,
            400);
    }

    [Fact]
    public async Task The_trailers_practice_goes_before_the_customers_and_that_before_the_shops()
    {
        await shop.SomebodyAsync();
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        await shop.PutAsync<ShopAnswer>(
            "/api/settings/shop",
            new ShopEdit(
                "Quillmere",
                12,
                "12,000 mi",
                new Dictionary<string, string>(house.Practices) { ["grease-fill"] = "cavity" },
                house.Version));
        TrailerAnswer trailer = await shop.TrailerAsync();
        CustomerAnswer owner = await shop.GetAsync<CustomerAnswer>($"/api/yard/customers/{trailer.CustomerId}");
        Dictionary<string, string> wants = new() { ["cotter-pin"] = "reuse", ["nut-setting"] = "no-play" };
        await shop.PutAsync<CustomerAnswer>(
            $"/api/yard/customers/{owner.Id}",
            new CustomerEdit(owner.Name, "", "", "", owner.Version, wants));
        TrailerDraft draft = ShopServer.Draft(trailer.Tag, trailer.CustomerId) with
        {
            Version = trailer.Version,
            Practices = new Dictionary<string, string> { ["nut-setting"] = "slight-play" }
        };
        TrailerAnswer kept = await shop.PutAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}", draft);
        Assert.Equal("slight-play", kept.Practices["nut-setting"]);

        VisitAnswer visit = await VisitAsync(trailer.Id, Repack);
        PacketStep Step(string code) =>
            visit.Packet.Steps.Single(s => s.Key.EndsWith("/" + code, StringComparison.Ordinal));
        Assert.StartsWith(
            "How to leave the spindle nut, this trailer’s practice: Slight play",
            Step("set-slight-play").Practice,
            StringComparison.Ordinal);
        Assert.Equal("Cotter pin, the customer’s practice: Reuse if unmarked", Step("old-pin").Practice);
        Assert.StartsWith(
            "How much grease, this shop’s practice: Hub cavity filled",
            Step("fill-cavity").Practice,
            StringComparison.Ordinal);

        // A version that says nothing of practices leaves them; an unknown answer is refused.
        Assert.Equal(
            2,
            (await shop.PutAsync<CustomerAnswer>(
                $"/api/yard/customers/{owner.Id}",
                new CustomerEdit(owner.Name, "0 11", "", "", owner.Version + 1))).Practices.Count);
        Assert.Equal(
            "/practices",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/yard/trailers/{trailer.Id}",
                draft with
                {
                    Version = kept.Version,
                    Practices = new Dictionary<string, string> { ["nut-setting"] = "hard" }
                },
                422)).Errors![0].Pointer);
    }

    [Fact]
    public async Task Times_and_sockets_written_down_come_back_at_the_next_visit()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        JobAt[] four = [.. new[]
        {
            "axle-1-left",
            "axle-1-right",
            "axle-2-left",
            "axle-2-right"
        }.Select(p => new JobAt("bearing-repack", p))];
        for (int i = 0; i < 2; i++)
        {
            VisitAnswer visit = await VisitAsync(trailer.Id, four);
            Assert.DoesNotContain(visit.Packet.Steps, s => s.MinutesFrom is not null);
            for (string? next = visit.State.Next; next is not null;)
            {
                PacketStep step = visit.Packet.Steps.Single(s => s.Key == next);
                bool torque = next.EndsWith("/torque", StringComparison.Ordinal);
                List<ReadingDraft> readings = torque ? [new ReadingDraft(ShopServer.NewId(), "lug-torque", "95")] : [];
                next = (await shop.PutAsync<VisitState>(
                    $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                    new EntryDraft(
                        next,
                        readings,
                        Seconds: 240,
                        Socket: step.Socket is "lug nuts" ? "13/16" : null))).Next;
            }

            await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        }

        VisitAnswer third = await VisitAsync(trailer.Id, four);
        PacketStep pack = third.Packet.Steps.Single(s => s.Key == "axle-1-left/bearing-repack/pack");
        Assert.Equal((4m, "median of 8 times here"), (pack.Minutes, pack.MinutesFrom));
        Assert.Contains("13/16 socket for the lug nuts (fitted last time)", third.Packet.ToolsToTake);
        string[] before = [.. third.SeenBefore["axle-1-left/wheel-off/torque"]];
        Assert.StartsWith("Lug nuts, last stage 95 lbf·ft on ", before[0], StringComparison.Ordinal);
        Assert.StartsWith("took 4 min on ", before[1], StringComparison.Ordinal);
        Problem wrong = await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{third.Id}/entries/{ShopServer.NewId()}",
            new EntryDraft(third.State.Next!, [], Seconds: -1, Socket: "13/16"),
            422);
        Assert.Equal(["/socket", "/seconds"], wrong.Errors!.Select(e => e.Pointer));
    }

    [Fact]
    public async Task Torquing_again_settles_what_was_owed()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer first = await VisitAsync(trailer.Id, new JobAt("wheel", "axle-1-left"));
        await shop.WorkAsync(first);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{first.Id}/close", new ClosingDraft());
        Assert.Equal(
            "lug-retorque",
            Assert.Single(
                Assert.Single(
                    (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Owed).SettledBy).Job);
        VisitAnswer again = await VisitAsync(trailer.Id, new JobAt("lug-retorque", "trailer"));
        await shop.WorkAsync(again);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{again.Id}/close", new ClosingDraft());
        Assert.Empty((await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status.Owed);
    }

    [Fact]
    public async Task Two_technicians_are_led_each_through_their_own_steps()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await VisitAsync(
            (await shop.TrailerAsync()).Id,
            Repack,
            Repack with { Place = "axle-1-right" });
        Assert.Empty(visit.State.NextOfHands);
        VisitAnswer two = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{visit.Id}/jobs",
            new JobsDraft([Repack, Repack with { Place = "axle-1-right" }], 2));
        Assert.Equal(2, two.Technicians);
        VisitState state = two.State;
        for (int i = 0; i < 400 && state.NextOfHands.Any(n => n is not null); i++)
        {
            string next = state.NextOfHands[i % 2] ?? state.NextOfHands[(i + 1) % 2]!;
            state = await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(next, []));
        }

        Assert.Null(state.Next);
        Assert.Null(state.WhyNotClosed);
        Assert.All(state.Jobs, j => Assert.True(j.Done));
    }
}
