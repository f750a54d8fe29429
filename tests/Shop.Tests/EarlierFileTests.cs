using System.Globalization;
using System.IO.Compression;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Status;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Bay;
using SturdyTinker.Shop.Horizon;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using SturdyTinker.Tests;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Shops' files as earlier editions of the program wrote them, one for each change of what is stored: each opens, with
/// every
/// visit, packet, verdict, picture and plan as it was told on the day it was kept. What was told is beside each file as
/// text;
/// set TINKER_WRITE_FILES=1 to write it anew, and read the diff: a change there is a record that reads differently now.
/// </summary>
public sealed class EarlierFileTests
{
    private static string Kept(string name) => Path.Combine(Checkout.Root, "tests", "Shop.Tests", "Files", name);

    [Theory]
    [InlineData("2026-11-28", true)]
    [InlineData("2026-11-29", true)]
    [InlineData("2026-11-30", true)]
    [InlineData("2026-12-01", true)]
    [InlineData("2026-12-02", true)]
    [InlineData("2026-12-03", true)]
    [InlineData("2026-12-04", true)]
    [InlineData("2026-12-05", true)]
    [InlineData("2026-12-06", true)]
    [InlineData("2026-12-07", true)]
    [InlineData("2026-12-08", true)]
    [InlineData("2026-12-09", true)]
    [InlineData("2026-12-10", false)]
    public async Task A_file_of_an_earlier_edition_reads_as_it_did(string day, bool upgraded)
    {
        string folder = Directory.CreateTempSubdirectory("tinker-earlier-").FullName;
        await ZipFile.ExtractToDirectoryAsync(Kept(day + ".zip"), folder);
        DateTimeOffset then = new(DateTime.ParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture), TimeSpan.Zero);
        using ShopServer shop = new(folder, ahead: then.AddHours(12) - TurnedClock.Start);

        // Before it was brought up to date, it was put by: the backup opens as the file itself did.
        string backups = Path.Combine(folder, "backups");
        string[] before = Directory.Exists(backups) ? Directory.GetFiles(backups, "before-*.zip") : [];
        Assert.True(upgraded == before.Length > 0);
        foreach (string zip in before)
        {
            Assert.Equal(0, (await Backup.TryAsync(zip)).Missing);
        }

        string told = await shop.LookAsync(file => RecordAsync(file)) + await ToldAsync(shop);
        if (Environment.GetEnvironmentVariable("TINKER_WRITE_FILES") == "1")
        {
            await File.WriteAllTextAsync(Kept(day + ".txt"), told);
        }

        string[] was = await File.ReadAllLinesAsync(Kept(day + ".txt")), now = told.TrimEnd('\n').Split('\n');
        Assert.All(was.Zip(now), pair => Assert.Equal(pair.First, pair.Second));
        Assert.Equal(was.Length, now.Length);

        // And it is gone on with: the next step of the visit at work is ticked.
        await shop.SomebodyAsync();
        Guid open = await shop.LookAsync(f => f.Visits
            .Where(v => v.ClosedAt == null && v.Standing == Core.Visits.Standing.Working)
            .OrderBy(v => v.OpenedAt)
            .Select(v => v.Id)
            .FirstAsync());
        VisitAnswer visit = await shop.GetAsync<VisitAnswer>($"/api/bay/visits/{open}");
        Assert.Equal(visit.State.Entries.Count + 1, (await shop.WorkAsync(visit, 1)).Entries.Count);
    }

    // What lies in the file, each row's values in words of this test's own.
    private static async Task<string> RecordAsync(ShopFile file)
    {
        StringBuilder text = new();
        void Line(params object?[] values) => text.AppendJoin(" | ", values.Select(Said)).Append('\n');
        ShopSettings shop = await file.Settings.SingleAsync();
        Line(
            "shop",
            shop.Name,
            shop.RepackMonths,
            shop.RepackDistance.Metres,
            Pairs(shop.Practices.Answers),
            Pairs(shop.Intervals),
            Pairs(shop.Uses.ToDictionary(u => u.Key, u => u.Value.Factor)),
            shop.Hours.Bays,
            shop.Hours.People,
            List(shop.Hours.Hours),
            shop.Costs.CallIn,
            shop.Costs.RatePerHour,
            shop.Terms.PartsMarkup,
            shop.Reminder.Subject,
            shop.Reminder.Body);
        foreach (ShopMark mark in await file.ShopMarks.ToListAsync())
        {
            Line("mark", mark.Id == shop.MarkId, mark.Picture.Length);
        }

        foreach (Person p in (await file.People.OrderBy(p => p.Name).ToListAsync()).Where(p => p.Qualification != null))
        {
            Line("qualified", p.Name, p.Qualification!.By, p.Qualification.Evidence, p.Qualification.Since);
        }

        foreach (Trailer t in await file.Trailers
            .Where(t => t.StrangersSee != StrangersSee.Shop)
            .OrderBy(t => t.Tag)
            .ToListAsync())
        {
            Line("strangers see", t.Tag, t.StrangersSee);
        }

        foreach (Visit v in await file.Visits.Where(v => v.TakenOver != "").OrderBy(v => v.Id).ToListAsync())
        {
            Line("taken over", v.TakenOver, v.ClosedAt, List(v.Jobs));
        }

        foreach (Webhook h in await file.Webhooks.OrderBy(h => h.Id).ToListAsync())
        {
            Line("webhook", h.Name, h.Address, List(h.Events), h.Secret.Length, h.Paused);
            foreach (HookDelivery d in await file.HookDeliveries
                .Where(d => d.WebhookId == h.Id)
                .OrderBy(d => d.Id)
                .ToListAsync())
            {
                Line("told", d.Event, d.Body, d.Id);
            }
        }

        foreach (Amendment a in await file.Amendments.OrderBy(a => a.Id).ToListAsync())
        {
            Line("amended", a.VisitId, a.Kind, a.Of, a.Was, a.Now, List(a.Came), a.Text, a.At, a.PersonId);
        }

        foreach (DaysAway a in shop.Hours.Away)
        {
            Line("away", a.From, a.To, shop.Costs.Convoy);
        }

        foreach (WhatIfRow w in await file.WhatIfs.OrderBy(w => w.At).ToListAsync())
        {
            Line(
                "what if",
                w.Name,
                w.Version,
                w.Supposed.Bays,
                w.Supposed.People,
                w.Supposed.CallIn,
                w.Supposed.RatePerHour,
                List(w.Supposed.Away.Select(a => $"{a.From:O} {a.To:O}")),
                Pairs(w.Supposed.Intervals),
                List(w.Supposed.Prices.Select(p => $"{p.Part} {p.Price}")),
                List(w.Supposed.Fleets.Select(f => f.Count)));
        }

        foreach (CustomerCalendarRow c in await file.CustomerCalendars.OrderBy(c => c.Address).ToListAsync())
        {
            Line("calendar", c.Address, c.Tag, c.Problem, List(c.Busy.Select(b => $"{b.From:O} {b.To:O} {b.Why}")));
        }

        foreach (OwnJob j in shop.Practices.Own?.Jobs ?? [])
        {
            Line(
                "own job",
                j.Code,
                j.Version,
                j.Name,
                j.Refines,
                List(j.At),
                j.Opening,
                List(j.Steps.Select(s => $"{s.Code} {s.Title} {s.Minutes} {s.Opening} {s.When} {s.Torque?.From}")),
                List(j.Owing.Select(c => $"{c.Code} {c.Words} {c.AfterMiles} {c.AfterDays} {c.By}")),
                j.Lasts?.Months,
                j.Skill,
                List(j.Minutes.Select(m => $"{m.Key} {m.Value}")));
        }

        foreach (OwnOpening o in shop.Practices.Own?.Openings ?? [])
        {
            Line("own opening", o.Code, o.Version, o.Name, List(o.At), List(o.Needs), List(o.Open.Select(s => s.Code)));
        }

        foreach (OwnVersion v in (await file.OwnVersions.AsNoTracking().ToListAsync())
            .OrderBy(v => v.Code, StringComparer.Ordinal)
            .ThenBy(v => v.Version))
        {
            Line("own version", v.Code, v.Version, v.Name, v.At, OwnWorkFile.Read(v.File).Problem);
        }

        foreach (var a in (await file.Approvals.AsNoTracking().ToListAsync()).OrderBy(a => a.At))
        {
            Line(
                "approval",
                a.At,
                a.Note,
                a.When,
                List(a.Lines.Select(l => $"{l.Key} {l.What} {l.Why} {l.Verdict} {List(l.Jobs.Select(j => j.Id))}")),
                List(a.Already.Select(j => j.Id)),
                List(a.Totals.Select(t => $"{t.Low} {t.Likely} {t.High}")),
                List(a.Unpriced),
                a.AnsweredBy,
                List(a.Agreed),
                a.Trouble);
        }

        foreach (var c in (await file.Customers.AsNoTracking().ToListAsync()).OrderBy(c => c.Name))
        {
            Line(
                "customer",
                c.Name,
                c.Phone,
                c.Mail,
                Pairs(c.Practices.Answers),
                Pairs(c.Intervals),
                List(c.Busy.Select(b => $"{b.From:O} {b.To:O} {b.Why}")));
        }

        foreach (var t in (await file.Trailers.AsNoTracking().ToListAsync()).OrderBy(t => t.Tag))
        {
            Line(
                "trailer",
                t.Tag,
                t.Name,
                t.Plate,
                Gear(t.Gear),
                t.Meter,
                t.EstimatedYear?.Metres,
                Pairs(t.Practices.Answers),
                List(t.Uses),
                Pairs(t.Intervals),
                t.MeterNumber);
        }

        List<Visit> visits = [.. (await file.Visits.AsNoTracking().ToListAsync()).OrderBy(v => v.OpenedAt)];
        foreach (Visit v in visits)
        {
            Packet packet = (await file.Packets.AsNoTracking().SingleAsync(p => p.VisitId == v.Id)).Packet;
            Line(
                "visit",
                v.Id,
                v.OpenedAt,
                v.ClosedAt,
                Gear(v.Gear),
                Pairs(v.Practices.Answers),
                List(v.Jobs.Select(j => j.Id)),
                v.Technicians,
                packet.Minutes,
                packet.Elapsed,
                packet.Technicians);
            foreach (PacketOpening o in packet.Openings)
            {
                Line("opening", o.Id, o.Name, o.PlaceSpoken, o.Depth, List(o.Needs));
            }

            foreach (PacketStep s in packet.Steps)
            {
                Line(
                    "step",
                    s.Key,
                    s.In,
                    s.Part,
                    s.PlaceSpoken,
                    s.Title,
                    s.Detail.Length,
                    s.Minutes,
                    s.Depth,
                    s.Technician,
                    List(s.For),
                    List(s.Readings),
                    List(s.Subjects.Select(l => SubjectWords.Of(l))),
                    List(s.Tools),
                    List(s.Parts.Select(p => $"{p.Quantity} {p.Unit} {p.Code} {p.Name}")),
                    List(s.Cautions.Select(c => c.Length)),
                    s.Torque?.Fastener,
                    s.Torque?.Words,
                    s.Torque?.From,
                    s.Torque?.To,
                    s.Practice,
                    s.Photo,
                    s.Optional,
                    s.WeightDown,
                    s.Late,
                    s.Renews,
                    s.OfNew,
                    s.Socket,
                    s.MinutesFrom);
            }

            foreach (Conclusion c in v.Conclusions)
            {
                Line(
                    "together",
                    c.Kind,
                    c.Code,
                    c.Place,
                    c.Subject is { } about ? SubjectWords.Of(about) : "",
                    c.Seen,
                    c.Judgement.Verdict,
                    c.Judgement.Rule,
                    List(c.Signs),
                    List(c.Replaces),
                    List(c.Jobs.Select(j => j.Id)));
            }
        }

        foreach (Finding f in (await file.Findings.AsNoTracking().ToListAsync()).OrderBy(f => f.Id))
        {
            Line(
                "finding",
                f.Place,
                SubjectWords.Of(f.Subject),
                f.RuleCode,
                f.Seen,
                f.Note,
                f.Which,
                f.Damage,
                f.Judgement.Verdict,
                f.Judgement.Rule,
                f.Judgement.Source,
                List(f.Judgement.SetsOff),
                f.Mended,
                f.At);
        }

        foreach (Reading r in (await file.Readings.AsNoTracking().ToListAsync()).OrderBy(r => r.Id))
        {
            Line(
                "reading",
                r.Place,
                r.Kind,
                r.StepKey,
                r.Typed,
                r.Canonical,
                r.Quantity,
                r.Judgement?.Verdict,
                r.Judgement?.Rule,
                r.At);
        }

        Line(
            "entries",
            (await file.StepEntries.CountAsync()),
            await file.StepEntries.CountAsync(e => e.UndoneAt == null),
            await file.WorkDone.CountAsync(),
            await file.PartsUsed.CountAsync(),
            await file.StockEntries.CountAsync(),
            await file.MeterEntries.CountAsync());
        foreach (StepTimes t in (await file.StepTimes.AsNoTracking().ToListAsync()).OrderBy(
            t => t.Family,
            StringComparer.Ordinal))
        {
            Line("times", t.Family, List(t.Seconds));
        }

        foreach (var o in await file.PartOrders.AsNoTracking().ToListAsync())
        {
            Line(
                "order",
                o.Number,
                o.Way,
                o.Said,
                List(o.Lines.Select(l => $"{l.Quantity} {l.Unit} {l.Code} {l.Price} {l.Expected:O}")));
        }

        foreach (var o in await file.PriceOffers.AsNoTracking().ToListAsync())
        {
            Line(
                "offer",
                o.What,
                List(o.Jobs.Select(j => j.Id)),
                o.Estimate.Total.Low,
                o.Estimate.Total.Likely,
                o.Estimate.Total.High,
                List(o.Estimate.Lines.Select(l => $"{l.Kind} {l.Words} {l.Amount.Likely}")),
                List(o.Estimate.Unpriced),
                o.Estimate.Terms.PartsMarkup);
        }

        foreach (var b in await file.Bookings.AsNoTracking().ToListAsync())
        {
            Line("booking", b.Day, b.What, b.Why, b.Minutes, b.Price, List(b.Tasks), List(b.Jobs.Select(j => j.Id)));
        }

        foreach (var d in await file.Decisions.AsNoTracking().ToListAsync())
        {
            Line("decision", d.Kind, d.To, d.From, List(d.Tasks));
        }

        foreach (Inspection i in await file.Inspections.AsNoTracking().ToListAsync())
        {
            Line(
                "inspection",
                i.Qualification,
                i.Passes,
                List(i.Lines.Select(l =>
                    $"{l.Number} {l.Name} {l.Result} {l.LookedAt}/{l.Of} {string.Join(", ", l.Words)}")));
        }

        foreach (Release r in await file.Releases.AsNoTracking().ToListAsync())
        {
            Line("release", r.Reason, List(r.Holds));
        }

        foreach (var p in await file.ShopParts.AsNoTracking().ToListAsync())
        {
            Line("part", p.Code, p.Name, p.Price, p.Stamp, Pairs(p.By));
        }

        foreach (var f in await file.TorqueFigures.AsNoTracking().ToListAsync())
        {
            Line("torque", f.Fastener, f.Typed, f.Range.From, f.Range.To);
        }

        foreach (var m in await file.Mendings.AsNoTracking().ToListAsync())
        {
            Line("mending", m.ObservationKey, m.Seen, m.How);
        }

        foreach (BoardSlot slot in await file.BoardSlots.OrderBy(b => b.Id).ToListAsync())
        {
            Line("slot", slot.Day, slot.Bay, slot.StartsAt, string.Join(',', slot.People), slot.Pinned);
        }

        foreach (Absence absence in await file.Absences.OrderBy(a => a.Id).ToListAsync())
        {
            Line("away", absence.PersonId, absence.Day, absence.From, absence.To);
        }

        foreach (StepEntry folded in await file.StepEntries.Where(e => e.Folded).OrderBy(e => e.Id).ToListAsync())
        {
            Line("folded", folded.Key);
        }

        foreach (Visit told in await file.Visits.Where(v => v.Said != "").OrderBy(v => v.Id).ToListAsync())
        {
            Line("said", told.Said, told.Standing, told.PickUpOn, told.PickUpAt);
        }

        foreach (Person able in (await file.People.OrderBy(p => p.Id).ToListAsync()).Where(p => p.Skills.Count > 0))
        {
            Line("can", able.Name, string.Join(',', able.Skills));
        }

        return text.ToString();
    }

    // What people are told of it, over HTTP: how each trailer stands, the plan, the pictures.
    private static async Task<string> ToldAsync(ShopServer shop)
    {
        StringBuilder text = new();
        void Line(params object?[] values) => text.AppendJoin(" | ", values.Select(Said)).Append('\n');
        foreach (var trailer in (await shop.LookAsync(
            f => f.Trailers.AsNoTracking().ToListAsync())).OrderBy(t => t.Tag))
        {
            TrailerStatus standing = (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{trailer.Id}")).Status;
            Line("stands", trailer.Tag, standing.Worst, standing.Hold?.Released, List(standing.Hold?.Seen ?? []));
            foreach (DueAt due in standing.Dues)
            {
                Line("due", due.Job, due.Place, due.Due.On, due.Due.Cause, due.Due.Nearness, due.Due.LastOn);
            }

            foreach (Mark mark in standing.Marks.Concat(standing.Gone))
            {
                Line(
                    "mark",
                    mark.Place,
                    SubjectWords.Of(mark.Subject),
                    mark.Seen,
                    mark.Judgement.Verdict,
                    mark.On,
                    mark.ObservationKey);
            }

            foreach (Owed owed in standing.Owed)
            {
                Line("owed", owed.Words, owed.DueOn);
            }
        }

        HorizonAnswer plan = await shop.GetAsync<HorizonAnswer>("/api/horizon?take=20");
        foreach (HorizonLine line in plan.Lines)
        {
            foreach (VisitOnLine visit in line.Visits)
            {
                Line(
                    "planned",
                    line.Tag,
                    visit.Week,
                    visit.Day,
                    visit.Booking is not null,
                    visit.Pinned,
                    visit.What,
                    visit.Minutes,
                    visit.MinutesSaved);
            }
        }

        foreach (VisitPhoto photo in await shop.LookAsync(f => f.VisitPhotos.AsNoTracking().ToListAsync()))
        {
            HttpResponseMessage picture =
                await shop.Http.GetAsync($"/api/bay/visits/{photo.VisitId}/photos/{photo.Id}");
            Line(
                "picture",
                photo.FindingId,
                photo.StepKey,
                (int)picture.StatusCode,
                picture.Content.Headers.ContentType,
                (await picture.Content.ReadAsByteArrayAsync()).Length);
        }

        return text.ToString();
    }

    private static string Gear(Core.Gear.RunningGear gear) =>
        FormattableString.Invariant(
            $"{gear.Words}, {gear.RatingPounds}, {gear.Brake}, {gear.BrakeSize?.Diameter.Millimetres}, ")
            + FormattableString.Invariant($"{gear.BrakeSize?.Width.Millimetres}, {gear.Lubrication}, ")
            + FormattableString.Invariant($"{gear.NutRetention}, {gear.Suspension}, {gear.Spindle}, ")
            + FormattableString.Invariant($"{gear.Studs.Count}, {gear.Studs.Thread.Millimetres}");

    private static string List<T>(IEnumerable<T> values) => $"[{string.Join("; ", values.Select(v => Said(v)))}]";

    private static string Pairs<T>(IEnumerable<KeyValuePair<string, T>> values) =>
        List(values.OrderBy(v => v.Key, StringComparer.Ordinal).Select(v => $"{v.Key}={Said(v.Value)}"));

    private static string Said(object? value) => value switch
    {
        null => "",
        DateOnly day => day.ToString("O", CultureInfo.InvariantCulture),
        Core.Practices.IntervalChoice chosen => $"{chosen.Kept} {chosen.Months} {chosen.Miles}",
        IFormattable one => one.ToString(null, CultureInfo.InvariantCulture),
        _ => value.ToString()!.ReplaceLineEndings("\\n"),
    };
}
