using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Identification;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Shelf;

/// <summary>What was measured of a part.</summary>
/// <param name="Kind">Code of what kind of part it is.</param>
/// <param name="Readings">
/// What was read off the caliper, as typed, by the dimension's code; empty ones do not count.
/// </param>
/// <param name="Uncertainty">How far off a reading may be, as typed; empty for the usual.</param>
public sealed record PartMeasured(string Kind, IReadOnlyDictionary<string, string> Readings, string Uncertainty);

/// <summary>A measure of a part, beside what was read.</summary>
/// <param name="Words">What it is.</param>
/// <param name="Value">The part's measure.</param>
/// <param name="Other">The same in the other system.</param>
/// <param name="Off">How far the reading lies from it; empty where nothing was read.</param>
public sealed record MeasureOfPart(string Words, string Value, string Other, string Off);

/// <summary>A part it may be.</summary>
/// <param name="Code">Code of the part it is or belongs to.</param>
/// <param name="Sure">How likely, 0 to 1.</param>
/// <param name="Bin">Where the shelf keeps it; empty where it does not, or nobody has said.</param>
/// <param name="OnHand">How many there are; null where the shelf does not keep it.</param>
public sealed record MayBe(
    string Code,
    string Name,
    string Stamp,
    double Sure,
    string Bin,
    decimal? OnHand,
    IReadOnlyList<MeasureOfPart> Measures,
    string Source);

/// <summary>What to measure next.</summary>
/// <param name="Dimension">Code of what.</param>
/// <param name="Words">What, in words.</param>
/// <param name="Tells">How much of the doubt it is expected to take away, 0 to 1.</param>
/// <param name="Between">What it would read for each.</param>
public sealed record MeasureNext(string Dimension, string Words, double Tells, string Between);

/// <summary>What a part may be.</summary>
/// <param name="MayBe">The likeliest first.</param>
/// <param name="Next">What to measure next; null where that would not help.</param>
/// <param name="Nearest">Where nothing lies within the uncertainty, what comes nearest; null otherwise.</param>
public sealed record WhatItIs(IReadOnlyList<MayBe> MayBe, MeasureNext? Next, MayBe? Nearest);

internal static class WhatIsThis
{
    // Ours with the shop's own, sorted anew whenever these have changed.
    private static (string Own, MeasuredPart[] Parts, PartIdentification Identify) known =
        ("", [.. MeasuredPart.All], new PartIdentification(MeasuredPart.All));

    private static async Task<(MeasuredPart[] Parts, PartIdentification Identify)> KnownAsync(ShopFile file)
    {
        List<ShopPart> own = await file.ShopParts
            .AsNoTracking()
            .Where(p => p.KindCode != "")
            .OrderBy(p => p.Code)
            .ToListAsync();
        string key = string.Join('\n', own.Select(p => $"{p.Code} {p.Version} {p.Name}"));
        var now = known;
        if (now.Own != key)
        {
            // What the shop has measured itself stands in place of ours.
            HashSet<(string, string)> told = [.. own.Select(p => (p.Code, p.KindCode))];
            MeasuredPart[] parts =
            [
                .. MeasuredPart.All.Where(p => !told.Contains((p.Code, p.Kind.Code))),
                .. own.Select(MeasuredPart.Of).OfType<MeasuredPart>()
            ];
            known = now = (key, parts, new PartIdentification(parts));
        }

        return (now.Parts, now.Identify);
    }

    internal static void MapWhatIsThis(this RouteGroupBuilder shelf)
    {
        shelf.MapGet("/kinds", () => TypedResults.Ok(PartKind.All)).Needs(Right.See);
        shelf.MapPost("/what", AskAsync).Needs(Right.See);
        shelf.MapGet(
            "/stamp",
            async (string typed, ShopFile file) => TypedResults.Ok(Stamped(
                (await KnownAsync(file)).Parts,
                typed,
                await file.KeptAsync()))).Needs(Right.See);
    }

    private static async Task<Ok<WhatItIs>> AskAsync(PartMeasured measured, ShopFile file)
    {
        PartKind kind = PartKind.Find(measured.Kind)
            ?? throw Refusal.Field("/kind", "That is no kind of part we know by its measures.");
        Checks checks = new();
        Length uncertainty = measured.Uncertainty.Trim().Length == 0
            ? PartIdentification.UsualUncertainty
            : new(checks.Figure("/uncertainty", measured.Uncertainty, Quantity.Length));
        checks.Add(
            "/uncertainty",
            uncertainty.Millimetres <= 0 || uncertainty > Length.FromInches(1)
                ? "A caliper is off by more than nothing and less than an inch."
                : null);
        List<Taken> readings = [];
        foreach (Dimension dimension in kind.Dimensions)
        {
            if (measured.Readings.GetValueOrDefault(dimension.Code) is { } typed && typed.Trim().Length > 0)
            {
                string at = $"/readings/{dimension.Code}";
                Length value = checks.Measured(at, typed, dimension);
                checks.Add(
                    at,
                    value.Millimetres <= 0 || value > Length.FromInches(40)
                        ? dimension.Counted ? "There is one at least." : "A part here measures more than nothing and "
                            + "less than 40 in."
                        : null);
                readings.Add(new Taken(
                    dimension.Code,
                    value,
                    dimension.Counted ? PartIdentification.CountUncertainty : uncertainty));
            }
        }

        checks.Add(
            $"/readings/{kind.Dimensions[0].Code}",
            readings.Count == 0 ? $"Measure one thing at least: the {kind.Dimensions[0].Words}." : null);
        checks.Done();
        Identified found = (await KnownAsync(file)).Identify.Ask(kind, readings);
        Dictionary<string, KeptPart> kept = await file.KeptAsync();
        return TypedResults.Ok(new WhatItIs(
            [.. found.Candidates.Select(c => Of(kept, c.Part, c.Sure, c.Off))],
            found.Next is { } next
                ? new MeasureNext(next.Dimension.Code, next.Dimension.Words, next.Tells, next.Between)
                : null,
            found.Nearest is { } near ? Of(kept, near, 0, new Dictionary<string, Length>()) : null));
    }

    private static List<MayBe> Stamped(MeasuredPart[] parts, string typed, Dictionary<string, KeptPart> kept) =>
        [.. Stamp.Find(
            parts,
            typed.Length > Part.LongestCode
                ? ""
                : typed).Select(f => Of(kept, f.Part, f.Different == 0 ? 1 : 0, new Dictionary<string, Length>()))];

    private static MayBe Of(
        Dictionary<string, KeptPart> kept,
        MeasuredPart part,
        double sure,
        IReadOnlyDictionary<string, Length> off) => new(
        part.Code,
        part.Name,
        part.Stamp,
        sure,
        kept.GetValueOrDefault(part.Code)?.Bin ?? "",
        kept.GetValueOrDefault(part.Code)?.OnHand,
        [.. part.Kind.Dimensions.Where(d => part.Measures.ContainsKey(d.Code)).Select(d =>
        {
            Length value = part.Measures[d.Code];
            return d.Counted ? new MeasureOfPart(d.Words, d.Write(value), "", "")
                : new MeasureOfPart(
                    d.Words,
                    d.Write(value),
                    ShopFormat.ReadBack(Quantity.Length, value.Millimetres).Other,
                    off.TryGetValue(d.Code, out Length by)
                        ? FormattableString.Invariant($"{by.Inches * 1_000:+0.#;-0.#;0} thou")
                        : "");
        })],
        part.Source.Words);
}
