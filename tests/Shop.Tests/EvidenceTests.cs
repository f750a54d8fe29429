using System.Net;
using System.Net.Http.Json;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Evidence;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Ledger.Evidence;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Settings;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>What the record says: asked behind the scenes, kept, shown, taken over where somebody says so.</summary>
public sealed class EvidenceTests : IDisposable
{
    private const string Seal = "SEAL-1719-2565";

    private readonly string folder = Directory.CreateTempSubdirectory("tinker-evidence-").FullName;
    private ShopServer shop;

    public EvidenceTests() => shop = new ShopServer(folder);

    public void Dispose() => shop.Dispose();

    private Task<EvidenceAnswer> AskedAsync(Func<EvidenceAnswer, bool> holds, string of = "evidence") =>
        Waiting.UntilAsync(
            async () =>
            {
                await shop.Http.PostAsync("/api/ledger/evidence/anew", null);
                return await shop.GetAsync<EvidenceAnswer>($"/api/ledger/{of}");
            },
            e => e.Progress is null && e.AsOf is not null && holds(e));

    // Six years of some trailers: repacked about every ten months, gone by a Weibull distribution; the seals that went
    // in four years ago came by a delivery that was no good.
    private async Task<List<Guid>> YearsAsync(int trailers)
    {
        Guid person = await shop.SomebodyAsync();
        List<Guid> ids = [];
        for (int i = 0; i < trailers; i++)
        {
            ids.Add((await shop.TrailerAsync($"E-{i:00}")).Id);
        }

        await shop.LookAsync(async file =>
        {
            Random random = new(3);
            KeptPart kept = await file.KeepAsync(Seal);
            List<(DateTimeOffset At, PartUsed Part, bool Bad)> seals = [];
            foreach (Guid id in ids)
            {
                Trailer trailer = await file.Trailers.FirstAsync(t => t.Id == id);
                bool bad = false;
                int last = -1;
                for (int ago = 2_200 - random.Next(200); ago > 60; ago -= 220 + random.Next(180))
                {
                    DateTimeOffset at = new(
                        shop.Today.AddDays(-ago).ToDateTime(new TimeOnly(9, 0)),
                        TimeSpan.Zero);
                    Visit visit = new()
                    {
                        Id = Guid.CreateVersion7(at),
                        TrailerId = id,
                        OpenedAt = at,
                        OpenedBy = person,
                        ClosedAt = at.AddHours(2),
                        ClosedBy = person,
                        Gear = trailer.Gear,
                        Practices = PracticeChoices.Defaults,
                        Jobs = [new JobAt("bearing-repack", "axle-1-left")],
                        TakenOver = "card index"
                    };
                    file.Visits.Add(visit);
                    file.Packets.Add(new VisitPacket { VisitId = visit.Id, Packet = new Packet([], []) });
                    foreach (string end in new[] { "axle-1-left", "axle-1-right" })
                    {
                        double age = (bad ? 90 : 900) * Math.Pow(-Math.Log(1 - random.NextDouble()), 1 / 2.5);
                        ObservationRule rule = Rulebook.Find(
                            last > 0 && age < last - ago ? "grease-milky" : "grease-black")!;
                        file.Findings.Add(new Finding
                        {
                            Id = Guid.CreateVersion7(at),
                            TrailerId = id,
                            VisitId = visit.Id,
                            Place = end,
                            Subject = rule.Subject,
                            RuleCode = rule.Code,
                            Seen = rule.Seen,
                            Judgement = rule.Judge(PracticeChoices.Defaults),
                            Mended = "packed anew",
                            At = at,
                            PersonId = person
                        });
                        file.WorkDone.Add(new WorkDone
                        {
                            Id = Guid.CreateVersion7(at),
                            TrailerId = id,
                            VisitId = visit.Id,
                            Job = "bearing-repack",
                            Place = end,
                            On = DateOnly.FromDateTime(at.DateTime)
                        });
                        PartUsed part = new()
                        {
                            Id = Guid.CreateVersion7(at),
                            VisitId = visit.Id,
                            Place = end,
                            Name = "seal",
                            Code = Seal,
                            Quantity = 1,
                            Unit = "piece",
                            At = at,
                            PersonId = person
                        };
                        file.PartsUsed.Add(part);
                        seals.Add((at, part, ago is > 1_200 and < 1_600));
                    }

                    bad = ago is > 1_200 and < 1_600;
                    last = ago;
                }
            }

            // A delivery before the bad one, the bad one, and one after it.
            foreach (var box in seals.OrderBy(s => s.At).GroupBy(
                s => s.Bad ? 1 : s.At > shop.Time.GetUtcNow().AddDays(-1_400) ? 2 : 0).OrderBy(g => g.Key))
            {
                DateTimeOffset came = box.Min(s => s.At).AddDays(-1);
                file.Write(kept, new StockEntry
                {
                    Id = Guid.CreateVersion7(came),
                    Code = Seal,
                    Move = StockMove.Receipt,
                    Change = box.Count(),
                    Note = $"note {box.Key}",
                    At = came,
                    PersonId = person
                });
                await file.UseAsync(box.Select(s => s.Part), foreseen: true);
            }

            return await file.SaveChangesAsync();
        });
        return ids;
    }

    [Fact]
    public async Task An_empty_shop_is_told_that_there_is_nothing_to_count()
    {
        await shop.SomebodyAsync();
        EvidenceAnswer empty = await AskedAsync(_ => true);
        Assert.Equal((0, shop.Today), (empty.Trailers, empty.AsOf));
        Assert.DoesNotContain(empty.Cards, c => c.Standing == EvidenceStanding.Act);
        Assert.Empty(await shop.GetAsync<List<AdvisedInterval>>("/api/ledger/evidence/advice"));
        Assert.Equal(HttpStatusCode.OK, (await shop.Http.GetAsync("/api/ledger/tables/evidence.csv")).StatusCode);

        // One trailer, one repack and nothing seen since: said so, and not taken for a life.
        await shop.TrailerAsync("T-1", d => d with { LastRepackOn = shop.Today.AddDays(-30) });
        EvidenceAnswer one = await AskedAsync(e => e.Trailers == 1);
        EvidenceCard repack = one.Cards.Single(c => c.Code == "lasts/repack");
        Assert.Equal(EvidenceStanding.NotEnough, repack.Standing);
        Assert.Contains(repack.Notes, n => n.Contains("not looked at since", StringComparison.Ordinal));
        Assert.Equal(HttpStatusCode.NotFound, (await shop.Http.GetAsync(
            $"/api/ledger/evidence/trailers/{ShopServer.NewId()}")).StatusCode);
    }

    [Fact]
    public async Task A_bad_delivery_is_caught_and_kept_out_of_the_advice_and_told_where_it_still_is()
    {
        List<Guid> trailers = await YearsAsync(14);
        EvidenceAnswer told = await AskedAsync(e => e.Cards.Any(c => c.Code == "wrong/delivery/seal"));
        EvidenceCard delivery = told.Cards.Single(c => c.Code == "wrong/delivery/seal");
        Assert.Equal(EvidenceStanding.Act, delivery.Standing);
        Assert.Contains("note 1", delivery.Answer, StringComparison.Ordinal);
        Assert.DoesNotContain("note 2", delivery.Answer, StringComparison.Ordinal);
        EvidenceCard interval = told.Cards.Single(c => c.Code == "interval/repack/plain");
        Assert.Contains(interval.Notes, n => n.Contains("goes early", StringComparison.Ordinal));
        Assert.True(interval.Advice!.MayTake, interval.Answer);

        // A trailer's page reads its own row; the table has every card but those of people.
        foreach (Guid trailer in trailers)
        {
            await shop.GetAsync<TrailerEvidenceAnswer>($"/api/ledger/evidence/trailers/{trailer}");
        }

        await ASuspectIsToldUntilItIsOutAsync(trailers[0]);
        string table = await shop.Http.GetStringAsync("/api/ledger/tables/evidence.csv");
        Assert.Contains("Does a delivery of seals go early?", table, StringComparison.Ordinal);

        // It is kept: another start shows it at once, and what cannot be read is made anew and ends nothing.
        shop.End();
        shop = new ShopServer(folder);
        Assert.Equal(delivery.Answer, (await shop.GetAsync<EvidenceAnswer>("/api/ledger/evidence")).Cards
            .Single(c => c.Code == delivery.Code).Answer);
        await shop.LookAsync(f => f.EvidenceCards.ExecuteUpdateAsync(c => c.SetProperty(r => r.Card, "{not a card")));
        Assert.Empty((await shop.GetAsync<EvidenceAnswer>("/api/ledger/evidence")).Cards);
        await shop.LookAsync(f => f.EvidenceHeads.ExecuteUpdateAsync(h => h.SetProperty(r => r.Edition, 1)));
        Assert.Null((await shop.GetAsync<EvidenceAnswer>("/api/ledger/evidence")).AsOf);
        await AskedAsync(e => e.Cards.Any(c => c.Answer == delivery.Answer));
    }

    // One more of the bad delivery goes in today, and comes out again tomorrow.
    private async Task ASuspectIsToldUntilItIsOutAsync(Guid trailer)
    {
        await shop.LookAsync(async file =>
        {
            StockEntry came = await file.StockEntries.FirstAsync(e => e.Note == "note 1");
            string says = System.Text.Json.JsonSerializer.Serialize(new
            {
                cost = (object?)null,
                suspect = new[]
                {
                    new { trailerId = trailer, place = "axle-1-left", kind = "seal", words = $"Of {came.Note}." }
                },
                old = Array.Empty<string>()
            });
            await file.TrailerEvidence.Where(t => t.TrailerId == trailer).ExecuteDeleteAsync();
            file.TrailerEvidence.Add(new TrailerEvidenceRow { TrailerId = trailer, Says = says });
            return await file.SaveChangesAsync();
        });
        TrailerEvidenceAnswer says =
            await shop.GetAsync<TrailerEvidenceAnswer>($"/api/ledger/evidence/trailers/{trailer}");
        Assert.Equal(("axle-1-left", "Of note 1."), (says.Suspect[0].Place, says.Suspect[0].Words));
        await shop.LookAsync(file =>
        {
            file.WorkDone.Add(new WorkDone
            {
                Id = Guid.CreateVersion7(),
                TrailerId = trailer,
                Job = "bearing-repack",
                Place = "axle-1-left",
                On = shop.Today.AddDays(1)
            });
            return file.SaveChangesAsync();
        });
        Assert.Empty((await shop.GetAsync<TrailerEvidenceAnswer>($"/api/ledger/evidence/trailers/{trailer}")).Suspect);
    }

    [Fact]
    public async Task Advice_is_taken_over_once_said_and_given_up_again()
    {
        List<Guid> trailers = await YearsAsync(12);
        await AskedAsync(e => e.Cards.Any(c => c.Advice is { MayTake: true }));
        AdvisedInterval advice = (await shop.GetAsync<List<AdvisedInterval>>("/api/ledger/evidence/advice"))
            .Single(a => a.Rule == DueRules.Repack && a.Use.Length == 0);
        AdviceTaken before = await shop.GetAsync<AdviceTaken>("/api/settings/advice");
        Assert.Empty(before.ForAll);
        TakenAdvice take = new(
            advice.Rule,
            advice.Use,
            advice.Months == 12 ? 13 : advice.Months,
            advice.Miles,
            advice.Counted,
            before.Version);
        AdviceTaken after = await shop.PutAsync<AdviceTaken>("/api/settings/advice", take);
        Assert.Equal($"this shop, n = {advice.Counted}", Assert.Single(after.ForAll).Source);
        ShopAnswer house = await shop.GetAsync<ShopAnswer>("/api/settings/shop");
        Assert.Equal(take.Months, house.RepackMonths);
        Dictionary<Guid, DateOnly> dueAfter = await DueAsync(trailers);
        Dictionary<Guid, DateOnly> last = await shop.LookAsync(f => f.WorkDone
            .Where(w => w.Place == "axle-1-left")
            .GroupBy(w => w.TrailerId)
            .ToDictionaryAsync(g => g.Key, g => g.Max(w => w.On)));
        Assert.All(trailers, t => Assert.Equal(last[t].AddMonths(take.Months), dueAfter[t]));

        // What plain use says is nothing to trailers that are used otherwise: theirs stays what it was.
        await shop.LookAsync(async file =>
        {
            ShopSettings settings = await file.SettingsToReadAsync();
            Upkeep now = new()
            {
                Repack = settings.Repack,
                Shop = settings.Intervals,
                ByUse = settings.IntervalsByUse,
                Factors = settings.Uses
            };
            DueRule rule = DueRules.Find(DueRules.Repack)!;
            foreach (string use in Use.All.Select(u => u.Code))
            {
                string[] uses = [use];
                Assert.Equal(
                    (new Upkeep { Uses = uses }).For(rule, true)!.Value.Interval.Months,
                    (now with { Uses = uses }).For(rule, true)!.Value.Interval.Months);
            }

            return 0;
        });
        Assert.Empty(after.ForUses);

        // Twice is once more than somebody said: the second is told that the first has been there.
        await shop.RefusedAsync(HttpMethod.Put, "/api/settings/advice", take, 409);

        // For launched trailers, in the place of their factor; the others are not touched.
        AdviceTaken wet = await shop.PutAsync<AdviceTaken>(
            "/api/settings/advice",
            new TakenAdvice("wear-look", Use.Launched, 5, 4_000, 60, after.Version));
        Assert.Equal((Use.Launched, "wear-look", 5), (wet.ForUses[0].Use, wet.ForUses[0].Rule, wet.ForUses[0].Months));

        // Given up again, what stood before stands.
        AdviceTaken back = await shop.PutAsync<AdviceTaken>(
            "/api/settings/advice",
            take with { Counted = null, Version = wet.Version });
        Assert.Empty(back.ForAll);
        Assert.DoesNotContain(
            await shop.LookAsync(async f => (await f.SettingsToReadAsync()).IntervalsByUse.Values.ToList()),
            u => u.ContainsKey(DueRules.Repack));
        Assert.Equal(12, (await shop.GetAsync<ShopAnswer>("/api/settings/shop")).RepackMonths);
        back = await shop.PutAsync<AdviceTaken>(
            "/api/settings/advice",
            new TakenAdvice("wear-look", Use.Launched, 5, null, null, back.Version));
        Assert.Empty(back.ForUses);

        // What cannot be is refused at its field, and nothing is changed.
        foreach ((TakenAdvice wrong, string pointer) in new (TakenAdvice, string)[]
        {
            (take with { Rule = "no-such" }, "/rule"), (take with { Rule = DueRules.Periodic }, "/rule"),
            (take with { Use = "flying" }, "/use"), (take with { Months = 0 }, "/months"),
            (take with { Months = 61 }, "/months"), (take with { Miles = 2 }, "/miles"),
            (take with { Counted = 0 }, "/counted"),
        })
        {
            Problem problem = await shop.RefusedAsync(
                HttpMethod.Put,
                "/api/settings/advice",
                wrong with { Version = back.Version },
                422);
            Assert.Contains(problem.Errors!, e => e.Pointer == pointer);
        }

        Assert.Equal(back.Version, (await shop.GetAsync<AdviceTaken>("/api/settings/advice")).Version);
    }

    // The day the left hub's repack falls due.
    private async Task<Dictionary<Guid, DateOnly>> DueAsync(List<Guid> trailers)
    {
        Dictionary<Guid, DateOnly> due = [];
        foreach (Guid id in trailers)
        {
            due[id] = (await shop.GetAsync<TrailerAnswer>($"/api/yard/trailers/{id}")).Status.Dues
                .Single(d => d.Place == "axle-1-left" && d.Job == "bearing-repack").Due.On;
        }

        return due;
    }

    /// <summary>Whose gauge reads how is for those who may see it; the evidence page has nothing of people.</summary>
    [Fact]
    public async Task Calibration_is_private()
    {
        await shop.SomebodyAsync();
        await AskedAsync(_ => true);
        Assert.Equal(HttpStatusCode.OK, (await shop.Http.GetAsync("/api/ledger/calibration")).StatusCode);
        Assert.DoesNotContain(
            (await shop.GetAsync<EvidenceAnswer>("/api/ledger/evidence")).Cards,
            c => c.Topic == EvidenceTopic.Calibration);
        await shop.SomebodyAsync("Odd Varley", Role.Technician);
        await shop.SignInAsync("Odd Varley");
        Assert.Equal(HttpStatusCode.Forbidden, (await shop.Http.GetAsync("/api/ledger/calibration")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await shop.Http.GetAsync("/api/ledger/evidence")).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await shop.Http.PutAsJsonAsync(
            "/api/settings/advice",
            new TakenAdvice(DueRules.Repack, "", 12, null, 40, 1))).StatusCode);
    }
}
