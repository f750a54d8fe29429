using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts.Identifying;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Shelf;

/// <summary>What was measured of a part.</summary>
/// <param name="Kind">Code of what kind of part it is.</param>
/// <param name="Readings">What was read off the caliper, as typed, by the dimension's code; empty ones do not count.</param>
/// <param name="Uncertainty">How far off a reading may be, as typed; empty for the usual.</param>
public sealed record PartMeasured(string Kind, IReadOnlyDictionary<string, string> Readings, string Uncertainty);

/// <summary>A measure of a part, beside what was read.</summary>
/// <param name="Words">What it is.</param>
/// <param name="Value">The part's measure.</param>
/// <param name="Other">The same in the other system.</param>
/// <param name="Off">How far the reading lies from it; empty where nothing was read.</param>
public sealed record MeasureOfPart(string Words, string Value, string Other, string Off);

/// <summary>A part it may be.</summary>
/// <param name="Sure">How likely, 0 to 1.</param>
public sealed record MayBe(string Name, string Stamp, double Sure, IReadOnlyList<MeasureOfPart> Measures, string Source);

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
    private static readonly Identify Identify = new(MeasuredPart.All);

    internal static void MapWhatIsThis(this RouteGroupBuilder shelf)
    {
        shelf.MapGet("/kinds", () => TypedResults.Ok(PartKind.All));
        shelf.MapPost("/what", Ask);
        shelf.MapGet("/stamp", (string typed) => TypedResults.Ok(Stamped(typed)));
    }

    private static Ok<WhatItIs> Ask(PartMeasured measured)
    {
        PartKind kind = PartKind.Find(measured.Kind) ?? throw Refusal.Field("/kind", "That is no kind of part we know by its measures.");
        Checks checks = new();
        Length uncertainty = measured.Uncertainty.Trim().Length == 0 ? Identify.UsualUncertainty : new(checks.Figure("/uncertainty", measured.Uncertainty, Quantity.Length));
        checks.Add("/uncertainty", uncertainty.Millimetres <= 0 || uncertainty > Length.FromInches(1) ? "A caliper is off by more than nothing and less than an inch." : null);
        List<Taken> readings = [];
        foreach (Dimension dimension in kind.Dimensions)
        {
            if (measured.Readings.GetValueOrDefault(dimension.Code) is { } typed && typed.Trim().Length > 0)
            {
                Length value = new(checks.Figure($"/readings/{dimension.Code}", typed, Quantity.Length));
                checks.Add($"/readings/{dimension.Code}", value.Millimetres <= 0 || value > Length.FromInches(40) ? "A part here measures more than nothing and less than 40 in." : null);
                readings.Add(new Taken(dimension.Code, value, uncertainty));
            }
        }

        checks.Add($"/readings/{kind.Dimensions[0].Code}", readings.Count == 0 ? $"Measure one thing at least: the {kind.Dimensions[0].Words}." : null);
        checks.Done();
        Identified found = Identify.Ask(kind, readings);
        return TypedResults.Ok(new WhatItIs(
            [.. found.Candidates.Select(c => Of(c.Part, c.Sure, c.Off))],
            found.Next is { } next ? new MeasureNext(next.Dimension.Code, next.Dimension.Words, next.Tells, next.Between) : null,
            found.Nearest is { } near ? Of(near, 0, new Dictionary<string, Length>()) : null));
    }

    private static List<MayBe> Stamped(string typed) =>
        [.. Stamp.Find(MeasuredPart.All, typed.Length > Core.Parts.Part.LongestCode ? "" : typed).Select(f => Of(f.Part, f.Different == 0 ? 1 : 0, new Dictionary<string, Length>()))];

    private static MayBe Of(MeasuredPart part, double sure, IReadOnlyDictionary<string, Length> off) => new(
        part.Name,
        part.Stamp,
        sure,
        [.. part.Kind.Dimensions.Where(d => part.Measures.ContainsKey(d.Code)).Select(d =>
        {
            (string ours, string other) = ShopFormat.ReadBack(Quantity.Length, part.Measures[d.Code].Millimetres);
            return new MeasureOfPart(d.Words, ours, other, off.TryGetValue(d.Code, out Length by) ? FormattableString.Invariant($"{by.Inches * 1_000:+0.#;-0.#;0} thou") : "");
        })],
        part.Source.Words);
}
