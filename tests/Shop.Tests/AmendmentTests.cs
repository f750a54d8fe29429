using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Ledger.Amending;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Closed visits put right, over HTTP.</summary>
public sealed class AmendmentTests : IDisposable
{
    private const string End = "axle-1-left", Other = "axle-1-right";
    private const string Seal = "SEAL-2250-3376", SealName = "grease seal 2.250 × 3.376";

    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    // What is written down in a visit; each of them may be wrong.
    private sealed record Told(
        string Play = "3 thou",
        string PlayAt = End,
        string? Drum = "12.03",
        string? Seen = "seal-torn",
        string SeenAt = End,
        decimal Seals = 1,
        int Seconds = 600);

    // A trailer of its own, worked and closed with what is told.
    private async Task<(TrailerAnswer Trailer, VisitAnswer Visit)> ClosedAsync(string tag, Told told)
    {
        TrailerAnswer trailer = await shop.TrailerAsync(tag);
        VisitAnswer visit = await shop.PutAsync<VisitAnswer>(
            $"/api/bay/visits/{ShopServer.NewId()}",
            new VisitDraft(
                trailer.Id,
                [new("bearing-repack", End), new("bearing-repack", Other), new("shoes-and-magnet", $"{End}-brake")]));
        if (told.Seen is { } seen)
        {
            await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
                new FindingDraft(told.SeenAt, seen, ""));
        }

        if (told.Seals > 0)
        {
            await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/parts/{ShopServer.NewId()}",
                new PartDraft(End, SealName, told.Seals, "piece"));
        }

        VisitState state = visit.State;
        for (bool first = true; state.Next is { } next; first = false)
        {
            PacketStep step = visit.Packet.Steps.Single(s => s.Key == next);
            List<ReadingDraft> figures = [];
            if (step.Readings.Contains("end-play") && step.Place == told.PlayAt)
            {
                figures.Add(new ReadingDraft(ShopServer.NewId(), "end-play", told.Play));
            }

            if (told.Drum is { } drum && step.Readings.Contains("drum-diameter") && step.Place.StartsWith(
                End,
                StringComparison.Ordinal))
            {
                figures.Add(new ReadingDraft(ShopServer.NewId(), "drum-diameter", drum));
            }

            state = await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/entries/{ShopServer.NewId()}",
                new EntryDraft(next, figures, Seconds: first ? told.Seconds : 60));
        }

        await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
        return (trailer, visit);
    }

    private Task<VisitSheet> AmendAsync(VisitAnswer visit, AmendmentDraft draft, Guid? id = null) =>
        shop.PutAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}/amendments/{id ?? ShopServer.NewId()}", draft);

    private async Task<VisitState> StateAsync(VisitAnswer visit) =>
        (await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{visit.Id}")).Visit.State;

    // All that follows from a visit, without names and ids: of two alike it is the same.
    private async Task<string> FollowsAsync(TrailerAnswer trailer, VisitAnswer visit) => await shop.LookAsync(async f =>
    {
        TrailerStatus status =
            (await f.TrailerStatuses.AsNoTracking().FirstAsync(s => s.TrailerId == trailer.Id)).Status;
        VisitState state = await StateAsync(visit);
        return string.Join(
            "\n",
            status.Marks.Select(m => $"{m.Place} {m.Subject} {m.Seen} {m.Judgement.Verdict} {m.Judgement.Rule} {m.On}")
                .Concat(status.Upcoming.Select(u => $"{u.Name} {u.Where} {u.On} {u.Early} {u.Late} {u.Reason}"))
                .Concat(status.Owed.Select(o => $"{o.Words} {o.DueOn} {o.Reason}"))
                .Concat(status.Measured.Select(m => $"{m.Place} {m.Kind} {m.Value} {m.Typed} {m.Judgement?.Verdict}"))
                .Concat(status.Hold?.Seen ?? [])
                .Concat(state.Findings
                    .OrderBy(x => x.InWords, StringComparer.Ordinal)
                    .Select(x => $"{x.Place} {x.InWords} {x.Judgement.Verdict} {x.Mended}"))
                .Concat(state.Conclusions.Select(c => $"{c.Place} {c.Code} {c.Seen} {c.Judgement.Verdict}"))
                .Append($"{(await f.VisitBills.AsNoTracking().FirstAsync(b => b.VisitId == visit.Id)).Bill.Total}"));
    });

    private async Task<decimal> OnShelfAsync()
    {
        (KeptPart kept, List<StockEntry> lines) = await shop.LookAsync(async f => (
            await f.KeptParts.AsNoTracking().FirstAsync(k => k.Code == Seal),
            await f.StockEntries.AsNoTracking().Where(l => l.Code == Seal).ToListAsync()));
        Assert.Equal(kept.OnHand, lines.Sum(l => l.Change));
        return kept.OnHand;
    }

    private async Task<AmendmentDraft> ToAsync(VisitAnswer visit, string what)
    {
        VisitState state = await StateAsync(visit);
        ReadingAnswer Of(string kind) => state.Readings.Single(r => r.Kind == kind);
        const string Why = "Written down wrong.";
        return what switch
        {
            "figure" => new(Why, Figure: new(Of("drum-diameter").Id, null, null, "12.03")),
            "figure's place" => new(Why, Figure: new(Of("end-play").Id, null, End, "3 thou")),
            "finding" => new(Why, Finding: new(state.Findings.Single().Id, End, "seal-torn")),
            "finding's place" => new(Why, Finding: new(state.Findings.Single().Id, End, "seal-torn")),
            "a finding too many" =>
                new(Why, Finding: new(state.Findings.Single(f => f.RuleCode != "seal-torn").Id, null, null)),
            "part" => new(Why, Part: new(state.Parts.Single().Id, new PartDraft(End, SealName, 1, "piece"))),
            "a part too many" => new(Why, Part: new(state.Parts.Single().Id, null)),
            "a part missing" => new(Why, Part: new(null, new PartDraft(End, SealName, 1, "piece"))),
            "time" => new(Why, Time: new(state.Entries[0].Id, 10)),
            _ => throw new ArgumentOutOfRangeException(nameof(what), what, "nothing of that name")
        };
    }

    public static TheoryData<string> Wrongs =>
    [
        "figure", "figure's place", "finding", "finding's place", "a finding too many", "part", "a part too many",
        "a part missing", "time"
    ];

    // Of two trailers alike, one is written down right; the other wrong in one thing, and put right.
    [Theory]
    [MemberData(nameof(Wrongs))]
    public async Task What_was_put_right_is_as_if_it_had_been_right_from_the_start(string what)
    {
        await shop.SomebodyAsync();
        await shop.PutAsync<StockPart>(
            $"/api/shelf/stock/{Seal}/entries/{ShopServer.NewId()}",
            new StockDraft(StockMove.Count, "20", ""));
        Told right = what is "a part too many" ? new Told(Seals: 0) : new Told();
        Told wrong = what switch
        {
            "figure" => right with { Drum = "12.30" },
            "figure's place" => right with { PlayAt = Other },
            "finding" => right with { Seen = "wheel-cracked" },
            "finding's place" => right with { SeenAt = "axle-2-left" },
            "part" => right with { Seals = 7 },
            "a part too many" => right with { Seals = 2 },
            "a part missing" => right with { Seals = 0 },
            "time" => right with { Seconds = 6_000 },
            _ => right
        };
        if (what is "finding")
        {
            // A cracked wheel lets no visit be closed without a word; a Renew does.
            wrong = right with { Seen = "seal-whole" };
        }

        (TrailerAnswer one, VisitAnswer good) = await ClosedAsync("P-07", right);
        (TrailerAnswer two, VisitAnswer bad) = await ClosedAsync("P-08", wrong);
        if (what is "a finding too many")
        {
            await AmendAsync(bad, new("Seen too.", Finding: new(null, "axle-2-left-brake", "lining-cracked")));
        }

        string follows = await FollowsAsync(one, good);
        Assert.True(follows != await FollowsAsync(two, bad), "What is wrong has to tell: " + what);
        decimal before = await OnShelfAsync();
        AmendmentDraft draft = await ToAsync(bad, what);
        AmendmentTried tried =
            await shop.PostAsync<AmendmentTried>($"/api/ledger/visits/{bad.Id}/amendments/try", draft);
        Assert.NotEqual(follows, await FollowsAsync(two, bad));
        Assert.Equal(before, await OnShelfAsync());

        VisitSheet sheet = await AmendAsync(bad, draft);
        Assert.Equal(follows, await FollowsAsync(two, bad));
        AmendmentAnswer kept = sheet.Amendments[^1];
        Assert.Equal((tried.Was, tried.Now), (kept.Was, kept.Now));
        Assert.Equal(tried.Came, kept.Came);

        // A torn seal that the repack has renewed is as good as a whole one by now: nothing comes of that.
        Assert.Equal(what is "finding", kept.Came.Count == 0);
        Assert.Equal(("Ines Marrow", "Written down wrong."), (kept.By, kept.Text));
        Assert.Equal(20 - (2 * right.Seals), await OnShelfAsync());
        Assert.NotEqual(kept.Was, kept.Now);
    }

    [Fact]
    public async Task A_day_put_right_moves_what_recurs_and_nothing_of_what_was_found()
    {
        await shop.SomebodyAsync();
        (TrailerAnswer one, VisitAnswer good) = await ClosedAsync("P-07", new Told(Seals: 0));
        string follows = (await FollowsAsync(one, good)).Replace(
            $"{shop.Today}",
            "the day",
            StringComparison.Ordinal);
        DateOnly day = shop.Today;
        shop.Time.Ahead += TimeSpan.FromDays(9);
        (TrailerAnswer two, VisitAnswer bad) = await ClosedAsync("P-08", new Told(Seals: 0));
        VisitSheet sheet = await AmendAsync(bad, new("Done on the day, written down nine later.", Day: new(day)));

        // Both on record alike, whatever day it is looked at.
        string both = string.Join('\n', await shop.LookAsync(async f =>
        {
            List<TrailerStatus> status = await f.TrailerStatuses
                .Where(s => s.TrailerId == one.Id || s.TrailerId == two.Id)
                .Select(s => s.Status)
                .ToListAsync();
            return status.SelectMany(s => s.Marks).Select(m => m.On).Distinct().Select(d => $"{d}");
        }));
        Assert.Equal($"{day}", both);
        Assert.Equal(day, DateOnly.FromDateTime(sheet.Visit.State.ClosedAt!.Value.DateTime));
        Assert.Contains(sheet.Amendments[0].Came, c => c.Contains("due", StringComparison.Ordinal));
        Assert.Contains(sheet.Amendments[0].Came, c => c.Contains("Owed by", StringComparison.Ordinal));
        Assert.DoesNotContain(sheet.Amendments[0].Came, c => c.Contains("Sound", StringComparison.Ordinal));
        Assert.NotEmpty(follows);

        string path = $"/api/ledger/visits/{bad.Id}/amendments/{ShopServer.NewId()}";
        foreach (DateOnly wrong in new[] { day, shop.Today, day.AddYears(-9) })
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Put,
                path,
                new AmendmentDraft("So.", Day: new(wrong)),
                422);
            Assert.Equal("/day/on", problem.Errors![0].Pointer);
        }
    }

    // Of two visits the later does not slip in front of the earlier.
    [Fact]
    public async Task A_day_put_right_passes_no_other_visit_of_the_trailer()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        DateOnly first = shop.Today;
        List<VisitAnswer> visits = [];
        foreach (string end in new[] { End, Other })
        {
            VisitAnswer visit = await shop.VisitAsync(trailer.Id, end);
            await shop.WorkAsync(visit);
            await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
            visits.Add(visit);
            shop.Time.Ahead += TimeSpan.FromDays(10);
        }

        await shop.RefusedAsync(
            HttpMethod.Post,
            $"/api/ledger/visits/{visits[1].Id}/amendments/try",
            new AmendmentDraft("", Day: new(first.AddDays(-1))),
            409);
        await AmendAsync(visits[1], new("Three days later, not ten.", Day: new(first.AddDays(3))));
        await AmendAsync(visits[0], new("The day before.", Day: new(first.AddDays(-1))));
    }

    [Fact]
    public async Task Work_put_right_moves_what_is_due_and_says_what_was_not_done()
    {
        await shop.SomebodyAsync();
        async Task<(TrailerAnswer, VisitAnswer)> RepackedAsync(string tag, params string[] ends)
        {
            TrailerAnswer trailer = await shop.TrailerAsync(tag);
            VisitAnswer visit = await shop.VisitAsync(trailer.Id, ends);
            await shop.WorkAsync(visit);
            await shop.PostAsync<VisitState>($"/api/bay/visits/{visit.Id}/close", new ClosingDraft());
            return (trailer, visit);
        }

        async Task<string> DueAsync(TrailerAnswer trailer) => string.Join('\n', (await shop.LookAsync(f =>
            f.TrailerStatuses.AsNoTracking().Where(s => s.TrailerId == trailer.Id).Select(s => s.Status).FirstAsync()))
            .Upcoming.Select(u => $"{u.Name} {u.Where} {u.On} {u.Reason}"));
        (TrailerAnswer one, _) = await RepackedAsync("P-07", End, Other);
        (TrailerAnswer two, VisitAnswer bad) = await RepackedAsync("P-08", End, "axle-2-left");
        Assert.NotEqual(await DueAsync(one), await DueAsync(two));
        Core.Gear.JobAt wrong = new("bearing-repack", "axle-2-left"), right = new("bearing-repack", Other);
        VisitSheet sheet = await AmendAsync(bad, new("It was the other side of the first.", Work: new(wrong, right)));
        Assert.Equal(await DueAsync(one), await DueAsync(two));
        Assert.Equal(
            [("bearing-repack", End, true), ("bearing-repack", Other, true)],
            sheet.Visit.State.Jobs.Select(j => (j.Job, j.Place, j.Done)));
        Assert.Contains(sheet.Amendments[0].Came, c => c.StartsWith("Bearing repack", StringComparison.Ordinal));

        // Not done at all it is due again, and stands in the visit as not done; done after all it is as it was.
        sheet = await AmendAsync(bad, new("That one was left.", Work: new(right, null)));
        Assert.Equal(
            [(End, true), (Other, false)],
            sheet.Visit.State.Jobs.Select(j => (j.Place, j.Done)));
        Assert.NotEqual(await DueAsync(one), await DueAsync(two));
        sheet = await AmendAsync(bad, new("No, it was done.", Work: new(null, right)));
        Assert.Equal(await DueAsync(one), await DueAsync(two));
        Assert.Equal(3, sheet.Amendments.Count);
        foreach (AmendedWork no in new AmendedWork[]
        {
            new(null, null),
            new(null, right),
            new(null, new("no-such", End)),
            new(null, new("bearing-repack", "trailer")),
            new(null, new("periodic-inspection", "trailer"))
        })
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Post,
                $"/api/ledger/visits/{bad.Id}/amendments/try",
                new AmendmentDraft("", Work: no),
                422);
            Assert.Equal("/work/now", problem.Errors![0].Pointer);
        }
    }

    // Somebody let it go for one thing. That another holds it too was written down wrong: their word is not for that.
    [Fact]
    public async Task What_turns_out_to_hold_a_trailer_holds_it_whatever_it_was_let_go_for()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, End);
        foreach ((string place, string seen) in new[] { (Other, "wheel-cracked"), (End, "seal-torn") })
        {
            await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/findings/{ShopServer.NewId()}",
                new FindingDraft(place, seen, ""));
        }

        await shop.WorkAsync(visit);
        await shop.PostAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/close",
            new ClosingDraft("Goes home on the low-loader."));
        async Task<HoldStatus> HoldAsync() => (await shop.LookAsync(f => f.TrailerStatuses
            .AsNoTracking()
            .Where(s => s.TrailerId == trailer.Id)
            .Select(s => s.Status)
            .FirstAsync())).Hold!;
        Assert.True((await HoldAsync()).Released);
        VisitSheet sheet = await AmendAsync(
            visit,
            new("The right one too.", Finding: new(null, "axle-2-left", "wheel-cracked")));
        HoldStatus hold = await HoldAsync();
        Assert.False(hold.Released);

        // The sheet for its owner says both, not the word alone that was given for one; and that it is another by now.
        HandOverAnswer told = await shop.GetAsync<HandOverAnswer>($"/api/ledger/visits/{visit.Id}/hand-over");
        Assert.Contains("axle 2 left", told.Plain[0], StringComparison.Ordinal);
        Assert.DoesNotContain(told.Plain, w => w.Contains("low-loader", StringComparison.Ordinal));
        Assert.Contains(told.Plain, w => w.Contains("a sheet you had before is out of date", StringComparison.Ordinal)
            && w.Contains("missing before", StringComparison.Ordinal));
        Assert.Equal(2, hold.Seen.Count);
        Assert.StartsWith("On Hold now, not to be towed", sheet.Amendments[0].Came[0], StringComparison.Ordinal);

        // Struck again it holds no longer; the old word stays ended, since it was given before all that.
        sheet = await AmendAsync(
            visit,
            new("No, it was dirt.", Finding: new(sheet.Amendments[0].Of, null, null)));
        Assert.StartsWith("No longer on Hold for", sheet.Amendments[1].Came[0], StringComparison.Ordinal);
        Assert.Equal("", sheet.Amendments[1].Now);
        Assert.Single((await HoldAsync()).Seen);
    }

    [Fact]
    public async Task Sent_twice_it_is_put_right_once_and_nothing_is_kept_of_what_is_refused()
    {
        await shop.SomebodyAsync();
        await shop.PutAsync<StockPart>(
            $"/api/shelf/stock/{Seal}/entries/{ShopServer.NewId()}",
            new StockDraft(StockMove.Count, "20", ""));
        (_, VisitAnswer visit) = await ClosedAsync("P-07", new Told(Seals: 7));
        AmendmentDraft draft = await ToAsync(visit, "part");
        Guid id = ShopServer.NewId();
        for (int i = 0; i < 3; i++)
        {
            VisitSheet sheet = await AmendAsync(visit, draft, id);
            Assert.Single(sheet.Amendments);
            Assert.Equal(1, Assert.Single(sheet.Visit.State.Parts).Quantity);
        }

        Assert.Equal(19, await OnShelfAsync());

        // Counted since, the count has seen what was really there: nothing moves by what is put right of before.
        shop.Time.Ahead += TimeSpan.FromHours(2);
        await shop.PutAsync<StockPart>(
            $"/api/shelf/stock/{Seal}/entries/{ShopServer.NewId()}",
            new StockDraft(StockMove.Count, "19", ""));
        VisitSheet late = await AmendAsync(
            visit,
            new("Three after all.", Part: new(id, new PartDraft(End, SealName, 3, "piece"))));
        Assert.Equal(19, await OnShelfAsync());
        Assert.DoesNotContain(late.Amendments[^1].Came, c => c.Contains("on the shelf", StringComparison.Ordinal));
        VisitState state = await StateAsync(visit);
        string path = $"/api/ledger/visits/{visit.Id}/amendments/{ShopServer.NewId()}";
        Guid figure = state.Readings.Single(r => r.Kind == "drum-diameter").Id;
        foreach ((AmendmentDraft wrong, string pointer) in new (AmendmentDraft, string)[]
        {
            (new("", Figure: new(figure, null, null, "12.1")), "/text"),
            (new("So.", Figure: new(figure, null, null, "ten and a bit")), "/figure/typed"),
            (new("So.", Figure: new(figure, null, "axle-9-left", "12.1")), "/figure/place"),
            (new("So.", Figure: new(figure, null, null, "12.03")), "/figure/typed"),
            (new("So.", Figure: new(null, "no-such", End, "12.1")), "/figure/kind"),
            (new("So.", Finding: new(null, End, null)), "/finding/ruleCode"),
            (new("So.", Finding: new(null, End, "no-such")), "/finding/ruleCode"),
            (new("So.", Part: new(state.Parts[0].Id, new PartDraft(End, SealName, -1, "piece"))), "/part/now/quantity"),
            (new("So.", Time: new(state.Entries[0].Id, 0)), "/time/minutes"),
            (new(
                "So.",
                Figure: new(figure, null, null, "12.1"),
                Time: new(state.Entries[0].Id, 3)), "")
        })
        {
            Problem problem = await shop.RefusedAsync(HttpMethod.Put, path, wrong, 422);
            Assert.Equal(pointer, problem.Errors![0].Pointer);
        }

        foreach (AmendmentDraft strange in new AmendmentDraft[]
        {
            new("So.", Figure: new(ShopServer.NewId(), null, null, "12.1")),
            new("So.", Finding: new(ShopServer.NewId(), End, "seal-torn")),
            new("So.", Part: new(ShopServer.NewId(), null)),
            new("So.", Time: new(ShopServer.NewId(), 5))
        })
        {
            await shop.RefusedAsync(HttpMethod.Put, path, strange, 404);
        }

        Assert.Equal(2, await shop.LookAsync(f => f.Amendments.CountAsync()));
        Assert.Equal(19, await OnShelfAsync());

        // What is open is put right in the bay.
        VisitAnswer open = await shop.VisitAsync((await shop.TrailerAsync("P-09")).Id);
        await shop.RefusedAsync(
            HttpMethod.Post,
            $"/api/ledger/visits/{open.Id}/amendments/try",
            new AmendmentDraft("So.", Day: new(shop.Today.AddDays(-1))),
            409);
    }
}
