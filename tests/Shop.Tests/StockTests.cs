using System.Net;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.Planning;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Shelf;
using SturdyTinker.Shop.Yard;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>The shelf's ledger, promises and kits over HTTP.</summary>
public sealed class StockTests : IDisposable
{
    private const string Seal = "SEAL-2250-3376", Pin = "PIN-COTTER", SealName = "grease seal 2.250 × 3.376";

    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private Task<StockPart> WriteAsync(string code, StockMove move, string quantity, Guid? id = null) =>
        shop.PutAsync<StockPart>(
            $"/api/shelf/stock/{code}/entries/{id ?? ShopServer.NewId()}",
            new StockDraft(move, quantity, ""));

    private async Task<decimal> OnHandAsync(string code) =>
        (await shop.GetAsync<List<StockRow>>("/api/shelf/stock")).Single(r => r.Code == code).OnHand;

    private async Task SumsAgreeAsync()
    {
        (List<KeptPart> kept, List<StockEntry> lines) = await shop.LookAsync(async f =>
            (await f.KeptParts.ToListAsync(), await f.StockEntries.ToListAsync()));
        Assert.All(kept, k => Assert.Equal(k.OnHand, lines.Where(l => l.Code == k.Code).Sum(l => l.Change)));
        Assert.All(kept, k => Assert.True(k.OnHand >= 0));
    }

    private Task<PartAnswer> UseAsync(VisitAnswer visit, string name, decimal quantity = 1, Guid? id = null) =>
        UseAsync(shop, visit, name, quantity, id ?? ShopServer.NewId());

    private static async Task<PartAnswer> UseAsync(
        ShopServer shop,
        VisitAnswer visit,
        string name,
        decimal quantity,
        Guid id) =>
        (await shop.PutAsync<VisitState>(
            $"/api/bay/visits/{visit.Id}/parts/{id}",
            new PartDraft("axle-1-left", name, quantity, "piece"))).Parts.Single(p => p.Id == id);

    [Fact]
    public async Task An_empty_shop_has_an_empty_shelf_and_nothing_to_order()
    {
        Assert.Empty(await shop.GetAsync<List<StockRow>>("/api/shelf/stock"));
        Assert.Empty(await shop.GetAsync<List<KitAnswer>>("/api/shelf/kits"));
        Assert.Empty((await shop.GetAsync<OrderProposal>("/api/shelf/to-order")).Lines);
        Assert.Empty((await shop.GetAsync<OrdersAnswer>("/api/shelf/orders")).Orders);
        await shop.RefusedAsync(HttpMethod.Get, $"/api/shelf/kits/{ShopServer.NewId()}", null, 404);
    }

    [Fact]
    public async Task What_comes_goes_and_is_counted_adds_up_and_sent_twice_counts_once()
    {
        await shop.SomebodyAsync();
        Guid count = ShopServer.NewId();
        await WriteAsync(Seal, StockMove.Count, "5", count);
        await WriteAsync(Seal, StockMove.Count, "5", count);
        await WriteAsync(Seal.ToLowerInvariant(), StockMove.Receipt, "4");
        StockPart part = await WriteAsync(Seal, StockMove.SentAway, "2");
        Assert.Equal((7m, 7m, 0m), (part.Row.OnHand, part.Row.Free, part.Row.Promised));
        Assert.Equal([-2m, 4, 5], part.Lines.Select(l => l.Change));
        part = await WriteAsync(Seal, StockMove.Count, "6");
        Assert.Equal((6m, -1m, (decimal?)6), (part.Row.OnHand, part.Lines[0].Change, part.Lines[0].Counted));
        Assert.NotNull(part.Row.CountedAt);
        await SumsAgreeAsync();
    }

    [Fact]
    public async Task What_can_not_be_is_refused_at_its_field_and_nothing_is_lost()
    {
        await shop.SomebodyAsync();
        await WriteAsync(Seal, StockMove.Count, "3");
        async Task<string> WrongAsync(string code, StockDraft draft, int status = 422)
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/shelf/stock/{code}/entries/{ShopServer.NewId()}",
                draft,
                status);
            return $"{problem.Errors?[0].Pointer} {problem.Detail}";
        }

        Assert.StartsWith(
            "/quantity There are only 3 on the shelf.",
            await WrongAsync(Seal, new(StockMove.SentAway, "4", "")),
            StringComparison.Ordinal);
        Assert.StartsWith(
            "/quantity How much can’t be less than nothing",
            await WrongAsync(Seal, new(StockMove.Count, "-1", "")),
            StringComparison.Ordinal);
        Assert.StartsWith(
            "/quantity “a few” is no amount",
            await WrongAsync(Seal, new(StockMove.Receipt, "a few", "")),
            StringComparison.Ordinal);
        Assert.StartsWith(
            "/quantity",
            await WrongAsync(Seal, new(StockMove.Receipt, "0", "")),
            StringComparison.Ordinal);
        Assert.StartsWith("/move", await WrongAsync(Seal, new(StockMove.Use, "1", "")), StringComparison.Ordinal);
        Assert.Contains(
            "No part here has the code “BANJO”",
            await WrongAsync("BANJO", new(StockMove.Count, "1", ""), 404),
            StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await shop.Http.GetAsync(new Uri("/api/shelf/stock/MAGNET-700", UriKind.Relative))).StatusCode);
        Assert.Equal(3, await OnHandAsync(Seal));
        Assert.Equal(
            "/service",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/shelf/stock/{Seal}",
                new StockEdit("A1", "1", "", "100", 1),
                422)).Errors![0].Pointer);
        Assert.Equal(
            "/pack",
            (await shop.RefusedAsync(
                HttpMethod.Put,
                $"/api/shelf/stock/{Seal}",
                new StockEdit("A1", "0", "", "", 1),
                422)).Errors![0].Pointer);
        await shop.PutAsync<StockPart>($"/api/shelf/stock/{Seal}", new StockEdit("A1", "2", "9", "97", 1));
        await shop.RefusedAsync(
            HttpMethod.Put,
            $"/api/shelf/stock/{Seal}",
            new StockEdit("B1", "2", "9", "97", 1),
            409);
    }

    [Fact]
    public async Task What_a_visit_uses_leaves_the_shelf_comes_back_with_it_and_is_never_refused_for_what_the_record_says()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync();
        await WriteAsync(Seal, StockMove.Count, "1");
        VisitAnswer visit = await shop.VisitAsync(trailer.Id);
        PartAnswer one = await UseAsync(visit, SealName);
        Assert.Equal(0, await OnHandAsync(Seal));

        // The record said none, and there was one: it was there.
        PartAnswer two = await UseAsync(visit, SealName);
        StockPart part = await shop.GetAsync<StockPart>($"/api/shelf/stock/{Seal}");
        Assert.Equal(0, part.Row.OnHand);
        Assert.Equal([StockMove.Use, StockMove.Found], part.Lines.Take(2).Select(l => l.Move).Order());

        // Sent again it is used once; taken back twice it comes back once.
        await UseAsync(visit, SealName, id: two.Id);
        await shop.DeleteAsync<VisitState>($"/api/bay/visits/{visit.Id}/parts/{two.Id}");
        await shop.DeleteAsync<VisitState>($"/api/bay/visits/{visit.Id}/parts/{two.Id}");
        Assert.Equal(1, await OnHandAsync(Seal));
        await shop.DeleteAsync<VisitState>($"/api/bay/visits/{visit.Id}/parts/{one.Id}");
        Assert.Equal(2, await OnHandAsync(Seal));

        // What the shelf does not keep leaves no line.
        await UseAsync(visit, "cotter pin");
        await SumsAgreeAsync();
    }

    [Fact]
    public async Task Steps_take_their_parts_off_the_shelf_and_the_visit_s_promise_shrinks_with_them()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync(with: d => d with
        {
            Gear = GearDescription.Of(Core.Gear.GearDefaults.For(1, 3_500))
        });
        await WriteAsync("SEAL-1719-2565", StockMove.Count, "3");
        VisitAnswer visit = await shop.VisitAsync(trailer.Id, "axle-1-left", "axle-1-right");
        Assert.Equal(2, (await shop.GetAsync<StockPart>("/api/shelf/stock/SEAL-1719-2565")).Row.Promised);
        KitAnswer kit = await shop.GetAsync<KitAnswer>($"/api/shelf/kits/{visit.Id}");
        Assert.Equal((HowSure.Here, 0), (kit.Sure, kit.Missing));
        Assert.Equal(2, kit.Lines.Single(l => l.Code == "SEAL-1719-2565").There);

        PacketStep seat = visit.Packet.Steps.First(s => s.Parts.Any(p => p.Name.StartsWith(
            "grease seal",
            StringComparison.Ordinal)));
        VisitState state = visit.State;
        Guid entry = Guid.Empty;
        while (state.Next is { } next)
        {
            entry = ShopServer.NewId();
            StepPartDraft[] parts = [.. visit.Packet.Steps.Single(s => s.Key == next).Parts.Select(p => new StepPartDraft(
                ShopServer.NewId(),
                p.Name,
                p.Quantity,
                p.Unit))];
            state = await shop.PutAsync<VisitState>(
                $"/api/bay/visits/{visit.Id}/entries/{entry}",
                new EntryDraft(next, [], Parts: parts));
            if (next == seat.Key)
            {
                break;
            }
        }

        StockRow row = (await shop.GetAsync<StockPart>("/api/shelf/stock/SEAL-1719-2565")).Row;
        Assert.Equal((2m, 1m, 1m), (row.OnHand, row.Promised, row.Free));
        await shop.DeleteAsync<VisitState>($"/api/bay/visits/{visit.Id}/entries/{entry}");
        row = (await shop.GetAsync<StockPart>("/api/shelf/stock/SEAL-1719-2565")).Row;
        Assert.Equal((3m, 2m), (row.OnHand, row.Promised));
        await SumsAgreeAsync();
    }

    [Fact]
    public async Task A_code_is_scanned_typed_or_read_forgivingly()
    {
        await shop.SomebodyAsync();
        async Task<List<string>> MeansAsync(string typed) =>
            (await shop.GetAsync<List<CodeMeans>>(
                $"/api/shelf/codes?typed={Uri.EscapeDataString(typed)}")).ConvertAll(m => m.Code);
        Assert.Equal([Seal], await MeansAsync("seal-2250-3376"));
        Assert.Equal([Seal], await MeansAsync("SEAL 22S0 3376"));
        Assert.Equal([Seal], await MeansAsync("seal 2.250"));
        Assert.Empty(await MeansAsync("banjo"));
        Assert.True((await MeansAsync("seal")).Count > 2);
    }

    /// <summary>
    /// Random people use, take back, count and receive at once: the ledger's sums are what is on hand, and nothing goes
    /// below nought.
    /// </summary>
    [Fact]
    public async Task Ledger_sums_are_what_is_on_hand_whatever_happens_at_once()
    {
        await shop.SomebodyAsync();
        VisitAnswer[] visits =
        [
            await shop.VisitAsync((await shop.TrailerAsync("R-1")).Id),
            await shop.VisitAsync((await shop.TrailerAsync("R-2")).Id)
        ];
        await WriteAsync(Seal, StockMove.Count, "6");
        await WriteAsync(Pin, StockMove.Count, "20");
        await Task.WhenAll(Enumerable.Range(0, 6).Select(async seed =>
        {
            Random random = new(seed);
            List<(Guid Visit, Guid Part)> used = [];
            for (int i = 0; i < 15; i++)
            {
                VisitAnswer visit = visits[random.Next(2)];
                (string code, string name) = random.Next(2) == 0 ? (Seal, SealName) : (Pin, "cotter pin");
                switch (random.Next(5))
                {
                    case 0:
                        await WriteAsync(code, StockMove.Receipt, $"{1 + random.Next(3)}");
                        break;
                    case 1:
                        await WriteAsync(code, StockMove.Count, $"{random.Next(8)}");
                        break;
                    case 2 when used.Count > 0:
                        (Guid from, Guid part) = used[random.Next(used.Count)];
                        await shop.DeleteAsync<VisitState>($"/api/bay/visits/{from}/parts/{part}");
                        break;
                    default:
                        used.Add((visit.Id, (await UseAsync(visit, name, 1 + random.Next(2))).Id));
                        break;
                }
            }
        }));
        await SumsAgreeAsync();
    }

    /// <summary>
    /// Two people accept visits that both want the last seals, at once: no more is promised than there is.
    /// </summary>
    [Fact]
    public async Task The_last_part_is_never_promised_twice()
    {
        await shop.SomebodyAsync();
        List<TrailerAnswer> trailers = [];
        foreach (string tag in new[] { "S-1", "S-2", "S-3" })
        {
            trailers.Add(await shop.TrailerAsync(
                tag,
                d => d with
                {
                    Gear = GearDescription.Of(Core.Gear.GearDefaults.For(1, 3_500)),
                    LastRepackOn = shop.Today.AddMonths(-11),
                    Meter = Core.Gear.MeterKind.None
                }));
        }

        await WriteAsync("SEAL-1719-2565", StockMove.Count, "3");
        List<HorizonLine> lines = [.. (await shop.GetAsync<HorizonAnswer>("/api/horizon")).Lines.Where(
            l => trailers.Any(t => t.Id == l.TrailerId))];
        await Task.WhenAll(lines.Select(async (line, i) =>
        {
            VisitOnLine visit = line.Visits.First(v =>
                v.Tasks.Any(t => t.Id.StartsWith("repack", StringComparison.Ordinal)));
            DateOnly day = Enumerable
                .Range(7 + (7 * i), 7)
                .Select(d => Weeks.Monday(shop.Today).AddDays(d))
                .First(d => d.DayOfWeek == DayOfWeek.Tuesday);
            await shop.PutAsync<HorizonLine>(
                $"/api/horizon/trailers/{line.TrailerId}/decisions/{ShopServer.NewId()}",
                new DecisionDraft(DecisionKind.Accept, [.. visit.Tasks.Select(t => t.Id)], day, null, null));
        }));
        StockPart part = await shop.GetAsync<StockPart>("/api/shelf/stock/SEAL-1719-2565");
        Assert.Equal((3m, 3m, 0m, 3m), (part.Row.OnHand, part.Row.Promised, part.Row.Free, part.Row.Missing));
        Assert.Equal([2m, 1, 0], part.Promises.Select(p => p.Promised));
        List<KitAnswer> kits = await shop.GetAsync<List<KitAnswer>>("/api/shelf/kits?weeks=6");
        Assert.Equal([0, 1, 1], kits.Where(k => k.Sure == HowSure.Accepted).Select(k => k.Missing));

        // The order covers what is missing, in time, and whoever looks at the work before taking it in is told what is
        // short.
        OrderProposal proposal = await shop.GetAsync<OrderProposal>("/api/shelf/to-order");
        Assert.True(proposal.Lines.Where(l => l.Code == "SEAL-1719-2565").Sum(l => l.Quantity) >= 3);
        PacketPreview look = await shop.PostAsync<PacketPreview>(
            "/api/bay/preview",
            new WorkWanted(
                (await shop.TrailerAsync(
                    "S-4",
                    d => d with { Gear = GearDescription.Of(Core.Gear.GearDefaults.For(1, 3_500)) })).Id,
                [new JobAt("bearing-repack", "axle-1-left")]));
        Assert.Contains("grease seal 1.719 × 2.565: 1 piece wanted, none free", look.Missing);
    }
}
