using System.Net;
using System.Text;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Visits;
using SturdyTinker.Demo;
using SturdyTinker.Shop.Ledger;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Tables in and out.</summary>
public sealed class TablesTests : IDisposable
{
    private readonly ShopServer shop = new();

    public void Dispose() => shop.Dispose();

    private async Task<TableAnswer> SendAsync(string text, bool apply) =>
        await ShopServer.ReadAsync<TableAnswer>(await shop.Http.PostAsync(
            $"/api/ledger/tables?apply={apply}",
            BadInputTests.Table(Encoding.UTF8.GetBytes(text))));

    [Fact]
    public async Task A_good_row_is_not_lost_because_its_neighbour_is_bad()
    {
        await shop.SomebodyAsync();
        const string text = "tag,customer,axles,rating_lb,brake,stud_thread\r\n"
            + "A-1,\"Orchard, north\",2,\"3,500\",,\r\n"
            + "A-2,Orchard,nine,3500,,\r\n"
            + "A-3,\"Orchard\nof the \"\"hill\"\"\",3,7000,hydraulic disc,9/16\r\n"
            + ",Orchard,2,3500,,\r\n"
            + "A-1,Orchard,2,3500,,\r\n"
            + "A-5,New owner,2,3500,steam,1/2\r\n"
            + "A-6,Other new owner,5,3500,,1/2\r\n";

        TableAnswer look = await SendAsync(text, apply: false);
        Assert.Equal(
            [RowFate.Add, RowFate.Refuse, RowFate.Add, RowFate.Refuse, RowFate.Refuse, RowFate.Refuse, RowFate.Refuse],
            look.Rows.Select(r => r.Fate));
        Assert.Equal([2, 3, 4, 6, 7, 8, 9], look.Rows.Select(r => r.Line));
        Assert.Contains("“nine” is no whole number", look.Rows[1].Problems[0].Detail, StringComparison.Ordinal);
        Assert.Equal("brake", look.Rows[5].Problems[0].Pointer);
        Assert.Equal("axles", look.Rows[6].Problems[0].Pointer);
        Assert.Equal(0, await shop.LookAsync(f => f.Trailers.CountAsync()));
        Assert.Equal(0, await shop.LookAsync(f => f.Customers.CountAsync()));

        TableAnswer taken = await SendAsync(text, apply: true);
        Assert.Equal(look.Rows.Select(r => r.Fate), taken.Rows.Select(r => r.Fate));
        Assert.Equal(
            ["A-1", "A-3"],
            await shop.LookAsync(f => f.Trailers.OrderBy(t => t.Tag).Select(t => t.Tag).ToListAsync()));
        Assert.Equal(
            ["Orchard\nof the \"hill\"", "Orchard, north"],
            await shop.LookAsync(f => f.Customers.OrderBy(c => c.Name).Select(c => c.Name).ToListAsync()));

        // Taken in again, everything stands already.
        Assert.Equal(
            [RowFate.Same, RowFate.Same],
            (await SendAsync(text, apply: true)).Rows.Where(r => r.Fate != RowFate.Refuse).Select(r => r.Fate));
        Trailer long3 = await shop.LookAsync(f => f.Trailers.SingleAsync(t => t.Tag == "A-3"));
        Assert.Equal((BrakeKind.HydraulicDisc, 0.5625m), (long3.Gear.Brake, long3.Gear.Studs.Thread.Inches));
    }

    [Fact]
    public async Task The_same_table_out_reads_back_in_unchanged()
    {
        await shop.SomebodyAsync("Wil Tarn");
        await shop.LookAsync(async file =>
        {
            await DemoShop.FillAsync(file, TurnedClock.Start);
            return 0;
        });
        foreach (string table in new[] { "trailers", "customers" })
        {
            string text = await shop.Http.GetStringAsync($"/api/ledger/tables/{table}.csv");
            TableAnswer back = await SendAsync(text, apply: true);
            Assert.Equal(table, back.Kind);
            Assert.True(back.Rows.Count >= 6);
            Assert.All(back.Rows, r => Assert.Equal(RowFate.Same, r.Fate));
            Assert.Equal(text, await shop.Http.GetStringAsync($"/api/ledger/tables/{table}.csv"));
        }
    }

    [Fact]
    public async Task The_same_table_makes_the_same_trailers_in_an_empty_shop()
    {
        await shop.SomebodyAsync("Wil Tarn");
        await shop.LookAsync(async file =>
        {
            await DemoShop.FillAsync(file, TurnedClock.Start);
            return 0;
        });
        string text = await shop.Http.GetStringAsync("/api/ledger/tables/trailers.csv");
        using ShopServer other = new();
        await other.SomebodyAsync();
        await ShopServer.ReadAsync<TableAnswer>(await other.Http.PostAsync(
            "/api/ledger/tables?apply=true",
            BadInputTests.Table(Encoding.UTF8.GetBytes(text))));
        Assert.Equal(text, await other.Http.GetStringAsync("/api/ledger/tables/trailers.csv"));
    }

    [Fact]
    public async Task A_cell_left_empty_or_a_column_left_out_leaves_what_stands_and_the_preview_says_what_changes()
    {
        await shop.SomebodyAsync();
        Assert.Equal(RowFate.Add, (await SendAsync(
            "tag,name,plate,customer,axles,rating_lb,brake,brake_diameter,brake_width,lubrication,suspension,studs,stud_thread,meter,year_distance\r\n"
            + "A-1,Apple bins,LAKE 7,Orchard,2,3500,hydraulic drum,10,2 1/4,oil bath,torsion,6,9/16,estimate,\"3,000 mi\"\r\n", apply: true)).Rows[0].Fate);
        string before = await shop.Http.GetStringAsync("/api/ledger/tables/trailers.csv");
        Assert.Equal(
            RowFate.Same,
            (await SendAsync("tag,customer,axles,rating_lb\r\nA-1,Orchard,2,3500\r\n", apply: true)).Rows[0].Fate);
        Assert.Equal(
            RowFate.Same,
            (await SendAsync(
                "tag,customer,axles,rating_lb,name,plate,brake,nut,meter\r\nA-1,orchard,2,3500,,,,,\r\n",
                apply: true)).Rows[0].Fate);
        Assert.Equal(before, await shop.Http.GetStringAsync("/api/ledger/tables/trailers.csv"));

        // Only what is written changes, with what can only go along with it.
        RowAnswer look = (await SendAsync(
            "tag,customer,axles,rating_lb,plate,suspension,lubrication\r\nA-1,Hill farm,2,3700,HILL 1,slipper "
                + "springs,sealed hub\r\n",
            apply: false)).Rows[0];
        Assert.Equal(RowFate.Change, look.Fate);
        Assert.Equal(
            [
                "plate: LAKE 7 → HILL 1",
                "customer: Orchard → Hill farm",
                "rating_lb: 3500 → 3700",
                "lubrication: oil bath → sealed hub",
                "nut: castle nut → one piece nut",
                "suspension: torsion → slipper springs",
                "spindle: torsion arm → welded"
            ],
            look.Changes);
        Assert.Equal(before, await shop.Http.GetStringAsync("/api/ledger/tables/trailers.csv"));

        // Another brake does not keep the old one's size.
        RowAnswer brake = (await SendAsync(
            "tag,customer,axles,rating_lb,brake\r\nA-1,Orchard,2,3500,electric drum\r\n",
            apply: true)).Rows[0];
        Assert.Equal(
            ["brake: hydraulic drum → electric drum", "brake_diameter: 10 → nothing", "brake_width: 2 1/4 → nothing"],
            brake.Changes);

        await SendAsync("customer,phone\r\nOrchard,0 11\r\n", apply: true);
        RowAnswer note = (await SendAsync("customer,phone,note\r\nOrchard,,not in harvest\r\n", apply: true)).Rows[0];
        Assert.Equal(["note: nothing → not in harvest"], note.Changes);
        Assert.Equal(
            "0 11",
            await shop.LookAsync(f => f.Customers.Where(c => c.Name == "Orchard").Select(c => c.Phone).SingleAsync()));
    }

    /// <summary>
    /// Looking and taking in say the same of every row, whatever the rows are and however they lean on each other.
    /// </summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public async Task A_preview_says_of_every_row_what_then_happens_to_it(int seed)
    {
        await shop.SomebodyAsync();
        Random random = new(seed);
        string Pick(params string[] of) => of[random.Next(of.Length)];
        List<RowFate> fates = [];
        for (int round = 0; round < 2; round++)
        {
            StringBuilder trailers = new("tag,customer,axles,rating_lb,brake,plate,meter,last_repack\n");
            StringBuilder road = new("tag,on,kind,figure,new_meter\n");
            StringBuilder customers = new("customer,phone,note\n");
            for (int i = 0; i < 300; i++)
            {
                string tag = Pick("T-", "t-") + random.Next(180);
                trailers.AppendLine(
                    $"{tag},{Pick("Orchard", "orchard", "Hill farm", $"Owner {random.Next(40)}", "")},"
                        + $"{Pick("1", "2", "3", "9")},{Pick("3500", "7000", "12", "x")},"
                        + $"{Pick("", "electric drum", "steam")},{Pick("", "LAKE 7", " ")},"
                        + $"{Pick("", "hub odometer", "none")},{Pick("", "2026-03-01", "2030-01-01", "soon")}");
                road.AppendLine(
                    $"{tag},2026-{random.Next(1, 7):00}-{random.Next(1, 28):00},{Pick("reading", "trip", "launch")},"
                        + $"{random.Next(40_000)} mi,{Pick("", "", "", "yes")}");
                customers.AppendLine($"Owner {random.Next(60)},{Pick("", "0 11", "0 12")},{Pick("", "not in harvest")}");
            }

            foreach (StringBuilder table in new[] { trailers, road, customers })
            {
                TableAnswer look = await SendAsync(table.ToString(), apply: false);
                TableAnswer taken = await SendAsync(table.ToString(), apply: true);
                string Said(TableAnswer answer) => JsonSerializer.Serialize(answer.Rows);
                Assert.Equal(Said(look), Said(taken));
                fates.AddRange(look.Rows.Select(r => r.Fate));

                // All of it stands now: taken in once more, it changes nothing.
                Assert.DoesNotContain(
                    (await SendAsync(table.ToString(), apply: true)).Rows,
                    r => r.Fate is RowFate.Add or RowFate.Change);
            }
        }

        Assert.All(Enum.GetValues<RowFate>(), f => Assert.True(fates.Count(t => t == f) > 20, $"{f} hardly happened"));

        // The yard shows every one of them, and each as its own page works it out.
        Assert.Equal(
            await shop.LookAsync(f => f.Trailers.CountAsync()),
            (await shop.GetAsync<TrailerListAnswer>("/api/yard/trailers?take=100")).Rows.Count);
    }

    /// <summary>
    /// A table comes in some hundred rows at a time and says how far it is; whoever hangs up ends it, and what was said
    /// to be in is in, whole.
    /// </summary>
    [Fact]
    public async Task A_large_table_tells_how_far_it_is_and_ends_when_nobody_waits_any_more()
    {
        await shop.SomebodyAsync();
        const int rows = 3_000;
        StringBuilder text = new("customer,phone\n");
        for (int i = 0; i < rows; i++)
        {
            text.Append("Owner ").Append(i).Append(",0 11\n");
        }

        async Task<HttpResponseMessage> StreamAsync() => await shop.Http.SendAsync(
            new HttpRequestMessage(HttpMethod.Post, "/api/ledger/tables/stream?apply=true")
            {
                Content = BadInputTests.Table(Encoding.UTF8.GetBytes(text.ToString()))
            },
            HttpCompletionOption.ResponseHeadersRead);
        async Task<TableProgress> NextAsync(StreamReader lines) => JsonSerializer.Deserialize<TableProgress>(
            (await lines.ReadLineAsync())!,
            ShopServer.Json)!;

        int said;
        using (HttpResponseMessage stopped = await StreamAsync())
        {
            Assert.Equal("application/x-ndjson", stopped.Content.Headers.ContentType!.MediaType);
            using StreamReader lines = new(await stopped.Content.ReadAsStreamAsync());
            TableProgress first = await NextAsync(lines);
            Assert.Equal((rows, null), (first.Of, first.Table));

            // Somebody else writes in between.
            await shop.CustomerAsync("Written meanwhile");
            said = first.Done;
        }

        int there = 0;
        for (int before = -1; before != there; await Task.Delay(300))
        {
            before = there;
            there = await shop.LookAsync(f => f.Customers.CountAsync(c => c.Phone == "0 11"));
        }

        Assert.InRange(there, said, rows);
        Assert.Equal(0, there % said);

        using HttpResponseMessage whole = await StreamAsync();
        using StreamReader rest = new(await whole.Content.ReadAsStreamAsync());
        TableProgress last = await NextAsync(rest);
        for (int done = 0; last.Table is null; last = await NextAsync(rest))
        {
            Assert.InRange(last.Done, done + 1, rows);
            done = last.Done;
        }

        Assert.Equal(there, last.Table.Rows.Count(r => r.Fate == RowFate.Same));
        Assert.Equal(rows - there, last.Table.Rows.Count(r => r.Fate == RowFate.Add));
        Assert.Null(await rest.ReadLineAsync());
    }

    [Fact]
    public async Task A_stream_of_a_table_that_is_none_is_refused_as_any_other()
    {
        await shop.SomebodyAsync();
        using HttpResponseMessage answer = await shop.Http.PostAsync(
            "/api/ledger/tables/stream",
            BadInputTests.Table("colour,size\nred,3\n"u8.ToArray()));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("no heading that we know", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }

    /// <summary>
    /// A cell that a spreadsheet would reckon out goes as text, and comes back in as it was. OWASP: CSV injection.
    /// </summary>
    [Fact]
    public async Task A_formula_goes_out_as_text_and_comes_back_as_it_was()
    {
        await shop.SomebodyAsync();
        string[] notes = ["=1+1", "+49 11", "-3 today", "@here", "'quoted", "'=said", "plain", "a=b"];
        string table = "customer,note\r\n" + string.Concat(notes.Select((n, i) => $"Owner {i},\"{n}\"\r\n"));
        await SendAsync(table.Replace("'=said", "''=said", StringComparison.Ordinal).Replace(
            "'quoted",
            "'quoted",
            StringComparison.Ordinal), apply: true);
        Assert.Equal(
            notes,
            await shop.LookAsync(f => f.Customers.OrderBy(c => c.Name).Select(c => c.Note).ToListAsync()));
        string text = await shop.Http.GetStringAsync("/api/ledger/tables/customers.csv");
        Assert.All(
            text.Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Skip(1),
            line => Assert.DoesNotContain(line.Split(',')[^1].Trim('"')[0], "=+-@"));
        Assert.All((await SendAsync(text, apply: true)).Rows, r => Assert.Equal(RowFate.Same, r.Fate));
    }

    [Fact]
    public async Task A_byte_order_mark_and_bare_line_feeds_do_no_harm()
    {
        await shop.SomebodyAsync();
        TableAnswer taken = await SendAsync("\uFEFFcustomer,phone\nOrchard,0 11\n", apply: true);
        Assert.Equal(RowFate.Add, Assert.Single(taken.Rows).Fate);
        Assert.Equal("0 11", await shop.LookAsync(f => f.Customers.Select(c => c.Phone).SingleAsync()));
    }

    /// <summary>The year's figures are those of the visits themselves, one by one.</summary>
    [Fact]
    public async Task The_last_twelve_months_come_to_what_their_visits_come_to()
    {
        await shop.SomebodyAsync("Wil Tarn");
        await shop.LookAsync(async file =>
        {
            await DemoShop.FillAsync(file, TurnedClock.Start);
            return 0;
        });
        YearAnswer year = await shop.GetAsync<YearAnswer>("/api/ledger/year");
        IReadOnlyList<MonthAnswer> months = year.Months;
        Assert.Equal(12, months.Count);
        (int closed, decimal seconds) = await shop.LookAsync(async file =>
        {
            List<Visit> visits = await file.Visits.AsNoTracking().Where(v => v.ClosedAt != null).ToListAsync();
            HashSet<Guid> inIt = [.. visits
                .Where(v => DateOnly.FromDateTime(v.ClosedAt!.Value.DateTime) >= months[0].First)
                .Select(v => v.Id)];
            List<StepEntry> entries = await file.StepEntries.AsNoTracking().ToListAsync();
            return (inIt.Count, entries
                .Where(e => inIt.Contains(e.VisitId) && e.UndoneAt is null && e.SkippedBecause is null)
                .Sum(e => (decimal)(e.Seconds ?? 0)));
        });
        Assert.True(closed > 5 && seconds > 0);
        Assert.Equal(closed, months.Sum(m => m.Visits));
        Assert.InRange(months.Sum(m => m.Hours) - (seconds / 3600), -0.6m, 0.6m);
        string table = await shop.Http.GetStringAsync("/api/ledger/tables/year.csv");
        Assert.StartsWith("month,visits,hours,accepted,estimated_hours,took_hours,trailers,overdue,on_hold\r\n", table, StringComparison.Ordinal);
        Assert.Equal(13, table.TrimEnd().Split('\n').Length);

        // What was found is what the visits say one by one.
        (int renew, int hold) = await shop.LookAsync(async file =>
        {
            HashSet<Guid> inIt = [.. (await file.Visits.AsNoTracking().Where(v => v.ClosedAt != null).ToListAsync())
                .Where(v => DateOnly.FromDateTime(v.ClosedAt!.Value.DateTime) >= months[0].First)
                .Select(v => v.Id)];
            List<Verdict> judged =
            [
                .. (await file.Findings.AsNoTracking().ToListAsync())
                    .Where(f => inIt.Contains(f.VisitId))
                    .Select(f => f.Judgement.Verdict),
                .. (await file.Readings.AsNoTracking().ToListAsync())
                    .Where(r => inIt.Contains(r.VisitId) && r.Judgement is not null)
                    .Select(r => r.Judgement!.Verdict)
            ];
            return (judged.Count(v => v == Verdict.Renew), judged.Count(v => v == Verdict.Hold));
        });
        Assert.True(renew > 2 && hold > 0, $"{renew} {hold}");
        Assert.Equal((renew, hold), (year.Found.Sum(f => f.Renew), year.Found.Sum(f => f.Hold)));
    }

    /// <summary>How the trailers stood is written down day by day, once a day, and told month by month.</summary>
    [Fact]
    public async Task How_the_trailers_stood_is_kept_day_by_day()
    {
        DateOnly start = DateOnly.FromDateTime(TurnedClock.Start.DateTime);
        await shop.LookAsync(async file =>
        {
            await DemoShop.FillAsync(file, TurnedClock.Start);
            foreach (int day in new[] { 0, 0, 1, 31 })
            {
                DateOnly on = start.AddDays(day);
                await file.RefreshAllAsync(on);
                await file.NoteDayAsync(on);
            }

            return 0;
        });
        List<ShopDay> days = await shop.LookAsync(
            file => file.ShopDays.AsNoTracking().OrderBy(d => d.Day).ToListAsync());
        Assert.Equal([0, 1, 31], days.Select(d => d.Day.DayNumber - start.DayNumber));
        Assert.All(days, d => Assert.True(d.Trailers >= d.Overdue && d.Trailers > 10 && d.OnHold > 0));
        Assert.True(days[^1].Overdue > days[0].Overdue);
    }

    /// <summary>What a trailer cost is its visits' times and parts, and says what could not be counted.</summary>
    [Fact]
    public async Task What_a_thousand_miles_cost_comes_from_its_visits()
    {
        Guid id = await shop.LookAsync(async file =>
        {
            await DemoShop.FillAsync(file, TurnedClock.Start);
            return (await file.Trailers.AsNoTracking().FirstAsync(t => t.Tag == "P-07")).Id;
        });
        TrailerCostAnswer cost = await shop.GetAsync<TrailerCostAnswer>($"/api/ledger/trailers/{id}/cost");
        (int visits, decimal parts) = await shop.LookAsync(async file =>
        {
            List<Guid> closed = await file.Visits
                .Where(v => v.TrailerId == id && v.ClosedAt != null && v.TakenOver == "")
                .Select(v => v.Id)
                .ToListAsync();
            List<PartUsed> used = await file.PartsUsed.AsNoTracking().ToListAsync();
            return (closed.Count, used
                .Where(p => closed.Contains(p.VisitId))
                .Sum(p => p.Quantity * (p.Price ?? 0)));
        });
        Assert.Equal(visits, cost.Years.Sum(y => y.Visits));
        Assert.Equal(parts, cost.Years.Sum(y => y.Parts), 1);
        Assert.Contains(cost.Years, y => y.PerThousandMiles > 0);
        string table = await shop.Http.GetStringAsync($"/api/ledger/trailers/{id}/cost.csv");
        Assert.Equal(cost.Years.Count + 1, table.TrimEnd().Split('\n').Length);
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await shop.Http.GetAsync($"/api/ledger/trailers/{Guid.NewGuid()}/cost")).StatusCode);
    }
}
