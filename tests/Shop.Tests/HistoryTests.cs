using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Other people's tables: columns matched, words told, past work and readings taken over.</summary>
public sealed class HistoryTests : IDisposable
{
    // As a shop may have kept it: its own headings, days with the month first, its own words.
    private const string Book = "Unit #,Date,Service,Wheel,Hub miles,Tech,Comments,Cost\r\n"
        + "P-07,3/14/2025,RPK,,\"41,200\",Lou,all smooth,180\r\n"
        + "P-07,3/14/2025,shoes,RR,,Lou,\"soaked\nin grease\",95\r\n"
        + "P-07,11/02/2024,RPK,LF,38000,Lou,,60\r\n"
        + "P-99,3/14/2025,RPK,,,Lou,,180\r\n"
        + "P-07,3/15/2025,polish,,,Lou,,20\r\n"
        + "P-07,3/16/2025,RPK,axle 3 left,,Lou,,60\r\n";

    private static readonly TableMatch Match = new(
        "history",
        new Dictionary<string, string>
        {
            ["tag"] = "Unit #",
            ["on"] = "Date",
            ["job"] = "Service",
            ["place"] = "Wheel",
            ["miles"] = "Hub miles",
            ["by"] = "Tech",
            ["note"] = "Comments",
        },
        DatesWritten.MonthFirst,
        new Dictionary<string, IReadOnlyDictionary<string, string>>
        {
            ["job"] = new Dictionary<string, string> { ["rpk"] = "bearing-repack", ["Shoes"] = "shoes-and-magnet" }
        },
        "old book.csv");

    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private static ByteArrayContent Table(string text) => BadInputTests.Table(Encoding.UTF8.GetBytes(text));

    private async Task<TableAnswer> SendAsync(string text, TableMatch? match, bool apply) =>
        await ShopServer.ReadAsync<TableAnswer>(await shop.Http.PostAsync(
            $"/api/ledger/tables?apply={apply}&match="
                + Uri.EscapeDataString(match is null ? "" : JsonSerializer.Serialize(match, ShopServer.Json)),
            Table(text)));

    private async Task<TableLook> LookAsync(string text) =>
        await ShopServer.ReadAsync<TableLook>(await shop.Http.PostAsync("/api/ledger/tables/look", Table(text)));

    [Fact]
    public async Task A_strangers_heading_is_matched_by_its_words_and_its_days_by_what_they_can_be()
    {
        await shop.SomebodyAsync();
        TableLook look = await LookAsync(Book);
        Assert.False(look.Ours);
        Assert.Equal("history", look.Kind);
        Assert.Equal(
            new Dictionary<string, string>(Match.Columns),
            look.Kinds.Single(k => k.Kind == "history").Columns
                .Where(c => c.Guess.Length > 0)
                .ToDictionary(c => c.Name, c => c.Guess));
        ColumnFound date = look.Found.Single(f => f.Heading == "Date");
        Assert.Equal((DatesWritten.MonthFirst, false), (date.Dates, date.EitherWay));
        Assert.Equal("Bearing repack", look.Choices["job"]["bearing-repack"]);

        // Days that could be read either way are said to be so, and never guessed silently.
        ColumnFound either = (await LookAsync("Unit,Date\r\nP-07,3/4/2025\r\nP-07,5/6/2025\r\n")).Found[1];
        Assert.True(either.EitherWay);
        Assert.Null((await LookAsync("Unit,Date\r\nP-07,3/4/2025\r\nP-07,soon\r\n")).Found[1].Dates);
        Assert.Equal(DatesWritten.DayFirst, (await LookAsync("Unit,Date\r\nP-07,31.4.2025\r\nP-07,30.4.25\r\n"))
            .Found[1].Dates ?? DatesWritten.DayFirst);
        Assert.True((await LookAsync("tag,customer,axles,rating_lb\r\n")).Ours);
    }

    [Fact]
    public async Task Past_work_is_taken_over_once_and_says_where_from()
    {
        await shop.SomebodyAsync();
        TrailerAnswer trailer = await shop.TrailerAsync("P-07");
        TableAnswer look = await SendAsync(Book, Match, apply: false);
        Assert.Equal("history", look.Kind);
        Assert.Equal(
            [RowFate.Add, RowFate.Add, RowFate.Add, RowFate.Refuse, RowFate.Refuse, RowFate.Refuse],
            look.Rows.Select(r => r.Fate));

        // A cell of two lines moves those below it; each is told by the line it starts in.
        Assert.Equal([2, 3, 5, 6, 7, 8], look.Rows.Select(r => r.Line));
        Assert.Equal(["tag", "job", "place"], look.Rows.Skip(3).Select(r => r.Problems.Single().Pointer));
        Assert.Equal(new UnknownWord("job", "polish", 1), Assert.Single(look.Unknown));
        Assert.Contains("Bearing repack, all four", look.Rows[0].Changes[0], StringComparison.Ordinal);
        Assert.Equal(0, await shop.LookAsync(f => f.Visits.CountAsync()));

        TableAnswer taken = await SendAsync(Book, Match, apply: true);
        Assert.Equal(look.Rows.Select(r => r.Fate), taken.Rows.Select(r => r.Fate));
        for (int again = 0; again < 2; again++)
        {
            IReadOnlyList<PastVisit> past =
                (await shop.GetAsync<PastVisits>($"/api/ledger/visits?trailer={trailer.Id}")).Visits;
            Assert.Equal(2, past.Count);
            Assert.All(past, p => Assert.Equal("old book.csv", p.TakenOver));
            Assert.Equal(new DateOnly(2025, 3, 14), DateOnly.FromDateTime(past[0].ClosedAt.DateTime));
            VisitSheet sheet = await shop.GetAsync<VisitSheet>($"/api/ledger/visits/{past[0].Id}");
            Assert.Equal(5, sheet.Visit.State.Jobs.Count);
            Assert.All(sheet.Visit.State.Jobs, j => Assert.True(j.Done));
            Assert.Contains(sheet.Amendments, a => a.Text == "Lou: soaked\nin grease");
            TrailerAnswer now = await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}");
            DateOnly due = now.Status.Dues.Where(d => d.Job == "bearing-repack").Min(d => d.Due.On);
            Assert.InRange(due, new DateOnly(2025, 3, 15), new DateOnly(2026, 3, 14));
            Assert.Equal(2, await shop.LookAsync(f => f.MeterEntries.CountAsync()));

            // Brought in again, nothing is new.
            TableAnswer second = await SendAsync(Book, Match, apply: true);
            Assert.Equal(3, second.Rows.Count(r => r.Fate == RowFate.Same));
            Assert.DoesNotContain(second.Rows, r => r.Fate is RowFate.Add or RowFate.Change);
        }

        // No sheet is handed out of what this shop has not done; the trailer's whole life tells whose it is.
        Guid visit = (await shop.GetAsync<PastVisits>("/api/ledger/visits")).Visits[0].Id;
        await shop.RefusedAsync(HttpMethod.Get, $"/api/ledger/visits/{visit}/hand-over", null, 409);
        Paper life = await shop.GetAsync<Paper>($"/api/ledger/papers/Life/{trailer.Id}");
        Assert.Contains(
            life.Blocks,
            b => b.Words == "Not done here, but taken over from an earlier record: old book.csv.");
        Assert.Contains(life.Blocks, b => b.Words?.Contains("soaked", StringComparison.Ordinal) == true);
        Assert.Equal(0, (await shop.GetAsync<YearAnswer>("/api/ledger/year")).Months.Sum(m => m.Visits));
    }

    /// <summary>
    /// A figure of long ago is judged as any other; what the same earlier visit renewed, or a later one, answers it.
    /// </summary>
    [Fact]
    public async Task Past_figures_are_judged_and_answered_by_the_work_beside_them()
    {
        await shop.SomebodyAsync();
        TrailerAnswer first = await shop.TrailerAsync("P-01"), second = await shop.TrailerAsync("P-02");
        const string text = "tag,on,job,place,measure,figure,miles\n"
            + "P-01,2026-02-03,,LR,lining,1/32,\n"
            + "P-02,2026-02-03,,LR,lining,1/32,\n"
            + "P-02,2026-02-03,Shoes and magnet,LR,,,\n"
            + "P-02,2026-02-04,,,lining,1/8,\n"
            + "P-02,2026-02-05,,LR,lining,9 ft,\n"
            + "P-02,2026-02-06,,LR,,1/8,\n"
            + "P-02,2026-09-06,bearing-repack,,,,\n"
            + "P-02,2026-02-07,,,,,\n"
            + "P-02,2026-02-08,,,,,900\n"
            + "P-02,2026-02-09,bearing-repack,,,,800\n";
        TableAnswer taken = await SendAsync(text, null, apply: true);
        Assert.Equal("history", taken.Kind);
        Assert.Equal(
            "AAARRRRRAR",
            string.Concat(taken.Rows.Select(r => r.Fate == RowFate.Add ? 'A' : 'R')));
        Assert.Equal(
            ["place", "figure", "measure", "on", "job", "miles"],
            taken.Rows.Where(r => r.Fate == RowFate.Refuse).Select(r => r.Problems[0].Pointer));

        async Task<Verdict?> LiningAsync(TrailerAnswer of) =>
            (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{of.Id}")).Status.Marks
                .Where(m => m.Subject == Core.Gear.Subject.Lining)
                .Max(m => (Verdict?)m.Judgement.Verdict);
        Assert.True(await LiningAsync(first) >= Verdict.Renew);
        Assert.Equal(Verdict.Sound, await LiningAsync(second) ?? Verdict.Sound);

        // A refused row has left nothing of itself behind: not the job beside the miles that went backwards.
        Assert.Equal(0, await shop.LookAsync(f => f.WorkDone.CountAsync(w => w.On == new DateOnly(2026, 2, 9))));
        Assert.Empty(await ShopCheck.RunAsync(shop.Folder));
    }

    [Fact]
    public async Task A_match_that_cannot_be_is_said_at_its_column()
    {
        await shop.SomebodyAsync();
        await shop.TrailerAsync("P-07");
        async Task<string> RefusedAsync(string match, int status)
        {
            using HttpResponseMessage answer = await shop.Http.PostAsync(
                $"/api/ledger/tables?apply=true&match={Uri.EscapeDataString(match)}",
                Table(Book));
            Assert.Equal(status, (int)answer.StatusCode);
            Problem problem = JsonSerializer.Deserialize<Problem>(
                await answer.Content.ReadAsStringAsync(),
                ShopServer.Json)!;
            return problem.Errors?.FirstOrDefault()?.Pointer ?? problem.Detail;
        }

        Dictionary<string, string> columns = new(Match.Columns) { ["place"] = "Corner" };
        string Say(TableMatch match) => JsonSerializer.Serialize(match, ShopServer.Json);
        Assert.Equal("/columns/place", await RefusedAsync(Say(Match with { Columns = columns }), 422));
        columns["place"] = "Date";
        Assert.Equal("/columns/place", await RefusedAsync(Say(Match with { Columns = columns }), 422));
        columns["place"] = "";
        columns["on"] = "";
        Assert.Equal("/columns/on", await RefusedAsync(Say(Match with { Columns = columns }), 422));
        await RefusedAsync("{", 400);
        await RefusedAsync("[]", 400);
        await RefusedAsync(Say(Match with { Kind = "songs" }), 400);
        Assert.Equal(0, await shop.LookAsync(f => f.Visits.CountAsync()));

        // Read with the day first, the third of the fourteenth month is a day of none: refused, not turned round.
        TableAnswer turned = await SendAsync(Book, Match with { Dates = DatesWritten.DayFirst }, apply: false);
        Assert.Equal("on", turned.Rows[0].Problems[0].Pointer);
    }

    /// <summary>The other kinds of table are matched the same way.</summary>
    [Fact]
    public async Task Trailers_of_another_program_come_in_by_their_own_headings()
    {
        await shop.SomebodyAsync();
        const string theirs = "Asset ID,Account,Axle count,GAWR,Licence plate,Last bearing repack,Colour\r\n"
            + "RT-4,Lake County Library,2,3500,LAKE 7,14.03.2026,green\r\n";
        TableLook look = await LookAsync(theirs);
        Assert.Equal("trailers", look.Kind);
        TableMatch match = new(
            "trailers",
            look.Kinds.Single(k => k.Kind == "trailers").Columns.ToDictionary(c => c.Name, c => c.Guess),
            look.Found.Single(f => f.Heading == "Last bearing repack").Dates);
        Assert.Equal(RowFate.Add, Assert.Single((await SendAsync(theirs, match, apply: true)).Rows).Fate);
        Assert.Equal("LAKE 7", await shop.LookAsync(f => f.Trailers.Select(t => t.Plate).SingleAsync()));
        Assert.All(
            await shop.LookAsync(f => f.WorkDone.ToListAsync()),
            w => Assert.Equal(new DateOnly(2026, 3, 14), w.On));
    }
}
