using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A maker's or a kit's torque figure, as typed from its sheet.</summary>
/// <param name="Typed">The figure: "95", "90 to 100", "120 N·m".</param>
/// <param name="Whose">Whose sheet it is from; empty for the sheet that the fastener goes by.</param>
public sealed record TorqueFigureDraft(string Typed, string Whose = "");

/// <summary>Keeps the torque figures that were typed for a trailer: they rank before everything we know.</summary>
internal static class TorqueFigures
{
    internal static void MapTorqueFigures(this RouteGroupBuilder bay) =>
        bay.MapPut("/visits/{id:guid}/torques/{fastener}", PutAsync).Needs(Right.Work);

    private static async Task<Ok<VisitAnswer>> PutAsync(
        Guid id,
        string fastener,
        TorqueFigureDraft draft,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        Visit visit = await VisitPage.OpenAsync(file, id);
        Fastener of = Fasteners.Find(fastener) ?? throw Refusal.NotFound("There is no such fastener.");
        Checks checks = new();
        (decimal from, decimal to, string? problem) = Fasteners.Read(draft.Typed, of);
        checks.Add("/typed", problem);
        string whose = checks.Text("/whose", draft.Whose, "Whose figure it is", 120, required: false);
        checks.Done();

        TorqueFigure? kept = await file.TorqueFigures.FindAsync(visit.TrailerId, of.Code);
        if (kept is null)
        {
            file.TorqueFigures.Add(kept = new TorqueFigure
            {
                TrailerId = visit.TrailerId,
                Fastener = of.Code,
                Typed = "",
                Whose = ""
            });
        }

        (kept.From, kept.To, kept.Typed, kept.Whose, kept.At, kept.PersonId) =
            (from, to, draft.Typed.Trim(), whose.Length > 0 ? whose : of.Sheet, clock.Now, worker.Id);
        await file.SaveChangesAsync();
        await ReadAnewAsync(file, visit, of, kept.Range);
        await file.ConcludeAsync(visit, clock.Today);
        await file.SaveChangesAsync();
        VisitAnswer answer = await VisitPage.AnswerAsync(file, id);
        await transaction.CommitAsync();
        return TypedResults.Ok(answer);
    }

    // Steps ask for the new figure from now on, and what this visit has torqued already is judged by it.
    private static async Task ReadAnewAsync(ShopFile file, Visit visit, Fastener fastener, TorqueRange figure)
    {
        VisitPacket kept = await file.Packets.FirstAsync(p => p.VisitId == visit.Id);
        kept.Packet = kept.Packet with
        {
            Steps = [.. kept.Packet.Steps.Select(s => s.Torque?.Fastener == fastener.Code
                ? s with { Torque = Torques.By(s.Torque, figure) }
                : s)]
        };
        visit.Composed++;
        ReadingContext context = await file.ContextAsync(visit);
        foreach (Reading reading in await file.Readings.Where(r => r.VisitId == visit.Id).ToListAsync())
        {
            if (ReadingKinds.Find(reading.Kind) is { } kind && kind.Fastener == fastener)
            {
                reading.Judgement = kind.Judge(reading.Canonical, context);
            }
        }

        await file.SaveChangesAsync();
    }
}
