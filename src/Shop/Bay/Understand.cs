using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>How something typed is understood, while it is typed.</summary>
/// <param name="Ours">The figure in the shop's unit; empty when not understood.</param>
/// <param name="Other">The figure in the other system; empty when not understood.</param>
/// <param name="Problem">What can't be understood or believed; null when all is well.</param>
/// <param name="Judgement">What the figure means at this visit; null where there is nothing to judge by.</param>
/// <param name="Meant">What was probably meant instead, as it would be typed; null where nothing offers itself.</param>
public sealed record UnderstoodAnswer(string Ours, string Other, string? Problem, Judgement? Judgement, string? Meant);

internal static class Understand
{
    internal static void MapUnderstand(this RouteGroupBuilder bay)
    {
        bay.MapGet("/understand", AnswerAsync).Needs(Right.See);
        bay.MapGet("/damages", () => TypedResults.Ok(Damages.All)).Needs(Right.See);
    }

    /// <summary>Reads, believes and judges a figure; what is wrong is noted at the pointer.</summary>
    internal static (decimal Canonical, Judgement? Judgement) Read(
        Checks checks,
        string pointer,
        ReadingKind kind,
        string? typed,
        ReadingContext context)
    {
        Understood read = ShopNotation.Read(typed, kind.Quantity);
        string? problem = read.Problem ?? kind.Unbelievable(read);
        checks.Add(pointer, problem);
        return problem is null ? (read.Canonical!.Value, kind.Judge(read.Canonical.Value, context)) : (0, null);
    }

    /// <summary>
    /// A figure taken in a visit, as it will be kept, at the place its thing belongs to; what is wrong with it is noted
    /// below the pointer.
    /// </summary>
    internal static Reading Taken(
        Checks checks,
        string pointer,
        ReadingDraft taken,
        ReadingKind kind,
        Place from,
        string stepKey,
        Visit visit,
        ReadingContext context,
        Clock clock,
        Worker worker)
    {
        Checks.Id(taken.Id);
        (decimal canonical, Judgement? judgement) = Read(checks, $"{pointer}/typed", kind, taken.Typed, context);
        return new Reading
        {
            Id = taken.Id,
            TrailerId = visit.TrailerId,
            VisitId = visit.Id,
            Place = Subjects.Home(kind.Subject, visit.Gear, from).Code,
            Kind = kind.Code,
            StepKey = stepKey,
            Typed = (taken.Typed ?? "").Trim(),
            Canonical = canonical,
            Quantity = kind.Quantity,
            Judgement = judgement,
            At = clock.Now,
            PersonId = worker.Id,
        };
    }

    private static async Task<Ok<UnderstoodAnswer>> AnswerAsync(
        ShopFile file,
        string? typed,
        Named<Quantity>? quantity,
        string? kind,
        Guid? visit)
    {
        ReadingKind? asked = ReadingKinds.Find(kind);
        Understood read = ShopNotation.Read(typed, asked?.Quantity ?? quantity?.Value ?? Quantity.Length);
        string? problem = read.Problem ?? asked?.Unbelievable(read);
        if (problem is not null)
        {
            return TypedResults.Ok(new UnderstoodAnswer("", "", problem, null, read.Meant));
        }

        (string ours, string other) = ShopFormat.ReadBack(read.Unit!.Quantity, read.Canonical!.Value);
        Visit? at = asked is null || visit is null
            ? null
            : await file.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == visit);
        return TypedResults.Ok(new UnderstoodAnswer(
            ours,
            other,
            null,
            at is null ? null : asked!.Judge(read.Canonical.Value, await file.ContextAsync(at)),
            null));
    }
}
