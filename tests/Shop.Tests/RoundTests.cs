using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The wear inspection as a walk, and the periodic inspection of a commercial trailer.</summary>
public sealed class RoundTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static string Round(Guid visit, string place = "") =>
        $"/api/bay/visits/{visit}/round{(place.Length > 0 ? "/" + place : "")}";

    private static RoundObservationDraft Look(string rule) => new(ShopServer.NewId(), rule);

    private static ReadingDraft Figure(string kind, string typed) => new(ShopServer.NewId(), kind, typed);

    private async Task<VisitAnswer> TakenInAsync(Guid trailer, string job = "wear-inspection") =>
        await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(trailer, [new JobAt(job, "trailer")]));

    // Everything in reach at a stop is looked at and sound, as the main button says it.
    private async Task<RoundAnswer> AllSoundAsync(RoundAnswer round)
    {
        foreach (RoundStop stop in round.Stops.Where(s => s.Reach == RoundReach.Now))
        {
            round = await shop.PutAsync<RoundAnswer>(
                Round(round.VisitId, stop.Place),
                new RoundDraft(
                    [],
                    [],
                    [.. stop.Things
                        .Where(t => !t.LookedAt)
                        .Select(t => new RoundRest(ShopServer.NewId(), t.Subject))]));
        }

        return round;
    }

    [Fact]
    public async Task A_stop_is_saved_whole_or_not_at_all_and_sent_twice_leaves_one()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await TakenInAsync((await shop.TrailerAsync()).Id);
        RoundAnswer round = await shop.GetAsync<RoundAnswer>(Round(visit.Id));
        Assert.Equal(0, round.LookedAt);

        RoundDraft draft = new(
            [Look("studs-sound")],
            [Figure("tread", "3 furlongs")],
            [new(ShopServer.NewId(), Subject.Leak)]);
        Assert.Equal(
            "/readings/0/typed",
            (await shop.RefusedAsync(HttpMethod.Put, Round(visit.Id, "axle-1-left"), draft, 422)).Errors![0].Pointer);
        Assert.Equal(0, (await shop.GetAsync<RoundAnswer>(Round(visit.Id))).LookedAt);

        draft = draft with
        {
            Readings = [Figure("tread", "3/16"), Figure("tyre-pressure", "64"), Figure("tyre-placard", "65")]
        };
        for (int i = 0; i < 2; i++)
        {
            round = await shop.PutAsync<RoundAnswer>(Round(visit.Id, "axle-1-left"), draft);
            RoundStop stop = round.Stops.First(s => s.Key == "axle-1-left");
            Assert.Equal([false, true, true], stop.Things.Select(t => t.LookedAt));
            Assert.Equal(3, stop.Things[0].Said.Count);
            Assert.Equal(2, round.LookedAt);
        }

        // Skipped places stay visibly unlooked-at, and what this visit does not open is not counted as looked at.
        Assert.Contains(
            round.Stops,
            s => s is { Place: "axle-1-right", Reach: RoundReach.Now } && s.Things.All(t => !t.LookedAt));
        Assert.Contains(round.Stops, s => s is { Key: "axle-1-left/hub-open", Reach: RoundReach.NotThisVisit });
        Assert.Contains(round.Stops, s => s is { Key: "axle-1-left/raised", Reach: RoundReach.Later });
    }

    [Fact]
    public async Task The_rest_is_sound_but_not_where_a_figure_says_otherwise()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await TakenInAsync((await shop.TrailerAsync()).Id);
        RoundAnswer round = await shop.PutAsync<RoundAnswer>(
            Round(visit.Id, "axle-1-left"),
            new RoundDraft(
                [],
                [Figure("tread", "1/32")],
                [new(ShopServer.NewId(), Subject.Tyre), new(ShopServer.NewId(), Subject.Studs)]));
        RoundStop stop = round.Stops.First(s => s.Key == "axle-1-left");
        Assert.Equal((false, Verdict.Renew), (stop.Things[0].LookedAt, stop.Things[0].Verdict));
        Assert.Equal((true, Verdict.Sound), (stop.Things[1].LookedAt, stop.Things[1].Verdict));
    }

    [Fact]
    public async Task A_figure_of_the_round_is_taken_back_with_its_verdict_and_a_late_retry_does_not_bring_it_again()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await TakenInAsync((await shop.TrailerAsync()).Id);
        ReadingDraft mistyped = Figure("tread", "1/32");
        RoundDraft draft = new([], [mistyped], []);
        RoundAnswer round = await shop.PutAsync<RoundAnswer>(Round(visit.Id, "axle-1-left"), draft);
        Assert.Equal(Verdict.Renew, round.Stops.First(s => s.Place == "axle-1-left").Things[0].Verdict);

        round = await shop.DeleteAsync<RoundAnswer>($"/api/bay/visits/{visit.Id}/readings/{mistyped.Id}");
        Assert.Null(round.Stops.First(s => s.Place == "axle-1-left").Things[0].Verdict);
        round = await shop.PutAsync<RoundAnswer>(Round(visit.Id, "axle-1-left"), draft);
        Assert.Null(round.Stops.First(s => s.Place == "axle-1-left").Things[0].Verdict);
        Assert.Empty((await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Readings);

        // One that a step asked for goes with its step, and what nobody wrote down is gone already.
        VisitAnswer repack = await shop.VisitAsync((await shop.TrailerAsync("P-08")).Id);
        ReadingDraft measured = null!;
        for (VisitState state = repack.State; measured is null;)
        {
            PacketStep step = repack.Packet.Steps.First(s => s.Key == state.Next);
            List<ReadingDraft> all = [.. step.Readings.Select(r => Figure(
                r,
                repack.ReadingsAsked.First(a => a.Code == r).Example))];
            state = await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{repack.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(step.Key, all));
            measured = all.FirstOrDefault()!;
        }

        await shop.RefusedAsync(HttpMethod.Delete, $"/api/bay/visits/{repack.Id}/readings/{measured.Id}", null, 409);
        await shop.DeleteAsync<RoundAnswer>($"/api/bay/visits/{visit.Id}/readings/{ShopServer.NewId()}");
    }

    [Fact]
    public async Task Its_opposite_and_the_last_time_are_offered_and_the_packets_steps_tick_themselves()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await TakenInAsync(trailer.Id);
        RoundAnswer round = await shop.PutAsync<RoundAnswer>(
            Round(visit.Id, "axle-1-left"),
            new RoundDraft([Look("tyre-middle")], [], []));
        RoundThing across = round.Stops.First(s => s.Key == "axle-1-right").Things[0];
        Assert.Equal(("tyre-middle", Verdict.Watch), (Assert.Single(across.Opposite).Rule, across.Opposite[0].Verdict));

        // Not before the trailer is on its chocks; then at once.
        const string step = "axle-1-left/round/tyre";
        Assert.DoesNotContain(
            (await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{visit.Id}")).State.Entries,
            e => e.Key == step);
        VisitState state = await shop.WorkAsync(visit, 2);
        Assert.Contains(state.Entries, e => e.Key == step);
        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());

        VisitAnswer next = await TakenInAsync(trailer.Id);
        Assert.Equal(
            "tyre-middle",
            (await shop.GetAsync<RoundAnswer>(Round(next.Id))).Stops.First(s => s.Key == "axle-1-left").Things[0].LastTime!.Rule);
        await shop.RefusedAsync(
            HttpMethod.Put,
            Round(visit.Id, "axle-1-left"),
            new RoundDraft([Look("tyre-sound")], [], []),
            409);
        await shop.RefusedAsync(HttpMethod.Put, Round(next.Id, "axle-7-left"), new RoundDraft([], [], []), 404);
    }

    [Fact]
    public async Task A_periodic_inspection_is_signed_when_all_is_looked_at_and_not_before()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await TakenInAsync(trailer.Id, PeriodicInspection.JobCode);
        string sign = $"/api/bay/visits/{visit.Id}/inspection/{ShopServer.NewId()}";
        Assert.Contains(
            "Nothing is signed unseen",
            (await shop.RefusedAsync(HttpMethod.Put, sign, new InspectionDraft("by training"), 409)).Detail,
            StringComparison.Ordinal);

        RoundAnswer round = await AllSoundAsync(await shop.GetAsync<RoundAnswer>(Round(visit.Id)));
        Assert.All(round.Periodic!, l => Assert.Equal(InspectionResult.Passed, l.Result));
        Assert.Equal(
            "/qualification",
            (await shop.RefusedAsync(HttpMethod.Put, sign, new InspectionDraft(" "), 422)).Errors![0].Pointer);
        for (int i = 0; i < 2; i++)
        {
            round = await shop.PutAsync<RoundAnswer>(sign, new InspectionDraft("two years in this trade"));
            Assert.True(round.Inspection!.Passes);
        }

        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/inspection/{ShopServer.NewId()}",
            new InspectionDraft("again"),
            409);
        VisitState state = await shop.WorkAsync(visit);
        Assert.True(Assert.Single(state.Jobs).Done);
        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        InspectionAnswer kept =
            (await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}")).Visit.State.Inspection!;
        Assert.Equal(
            ("Ines Marrow", "two years in this trade", shop.Today.AddMonths(14)),
            (kept.By, kept.Qualification, kept.KeepUntil));

        // The next one offers the same qualification; without a signature it is not done, whatever was ticked.
        VisitAnswer next = await TakenInAsync(trailer.Id, PeriodicInspection.JobCode);
        Assert.Equal("two years in this trade", (await shop.GetAsync<RoundAnswer>(Round(next.Id))).LastQualification);
        Assert.False(Assert.Single((await shop.WorkAsync(next)).Jobs).Done);
    }

    /// <summary>
    /// Evidence of an inspector's qualification is on file and stays so (49 CFR 396.19(b), from memory): it is what is
    /// signed with, and neither an edit of the person nor their leaving takes it away.
    /// </summary>
    [Fact]
    public async Task An_inspection_is_signed_by_what_is_on_file_and_that_stays_with_whoever_leaves()
    {
        await shop.SomebodyAsync();
        Guid wil = await shop.SomebodyAsync("Wil Tarn", Role.Owner, Role.Inspector);
        string path = $"/api/settings/people/{wil}";
        PersonEdit edit = new("Wil Tarn", true);
        Problem refused = await shop.RefusedAsync(
            HttpMethod.Put,
            path,
            edit with { Qualification = new QualificationDraft(QualifiedBy.Programme, " ") },
            422);
        Assert.Equal("/qualification/evidence", refused.Errors![0].Pointer);
        await shop.PutAsync<ShopAnswer>(
            path,
            edit with { Qualification = new QualificationDraft(QualifiedBy.Programme, "state course of 2024") });
        VisitAnswer visit = await TakenInAsync((await shop.TrailerAsync()).Id, PeriodicInspection.JobCode);
        RoundAnswer round = await AllSoundAsync(await shop.GetAsync<RoundAnswer>(Round(visit.Id)));
        Assert.True(round.QualificationOnFile);
        Assert.EndsWith("certificate: state course of 2024", round.LastQualification, StringComparison.Ordinal);
        round = await shop.PutAsync<RoundAnswer>(
            $"/api/bay/visits/{visit.Id}/inspection/{ShopServer.NewId()}",
            new InspectionDraft(""));
        Assert.Equal(round.LastQualification, round.Inspection!.Qualification);

        // On another day the same words are still on file since the first.
        DateOnly first = shop.Today;
        shop.Time.Ahead += TimeSpan.FromDays(40);
        await shop.SignInAsync("Ines Marrow");
        await shop.PutAsync<ShopAnswer>(
            path,
            edit with { Qualification = new QualificationDraft(QualifiedBy.Programme, "state course of 2024") });
        ShopAnswer left = await shop.PutAsync<ShopAnswer>(path, edit with { Active = false });
        Assert.Equal(
            new Qualification(QualifiedBy.Programme, "state course of 2024", first),
            left.People.Single(p => p.Id == wil).Qualification);
    }

    [Fact]
    public async Task A_visit_without_a_periodic_inspection_signs_none()
    {
        await shop.SomebodyAsync();
        VisitAnswer visit = await TakenInAsync((await shop.TrailerAsync()).Id);
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/bay/visits/{visit.Id}/inspection/{ShopServer.NewId()}",
            new InspectionDraft("q"),
            409);
        Assert.Null((await shop.GetAsync<RoundAnswer>(Round(visit.Id))).Periodic);
    }
}
