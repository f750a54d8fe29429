using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Shelf;

/// <summary>Whether two things go together.</summary>
/// <param name="Fit">Whether they do.</param>
/// <param name="Why">Why, or what to find out.</param>
/// <param name="Source">Where that comes from.</param>
public sealed record FitTold(Fit Fit, string Why, string Source);

/// <summary>What goes into asking: seals by name, greases by thickener.</summary>
public sealed record FitChoices(IReadOnlyList<string> Seals, IReadOnlyList<Thickener> Thickeners);

internal static class GoesWithEndpoints
{
    private static readonly Seal[] Seals = [.. UsualSet.All.SelectMany(s => s.Seals).Distinct()];

    internal static void MapGoesWith(this RouteGroupBuilder shelf)
    {
        shelf.MapGet("/goes", () => TypedResults.Ok(new FitChoices([.. Seals.Select(s => s.Words)], GoesWith.Thickeners)));
        shelf.MapGet("/goes/bearing", (string cone, string cup) => Told(GoesWith.ConeAndCup(Stamped("cone", cone), Stamped("cup", cup))));
        shelf.MapGet("/goes/seal", (string seal, string? journal, string? bore) => Told(OfSeal(seal, journal, bore)));
        shelf.MapGet("/goes/grease", (string fresh, string? old) => Told(GoesWith.Greases(old, fresh)));
    }

    private static Ok<FitTold> Told(FitAnswer answer) => TypedResults.Ok(new FitTold(answer.Fit, answer.Why, answer.Source.Words));

    private static string Stamped(string field, string number) =>
        number.Trim() is { Length: > 0 and <= Part.LongestCode } text ? text : throw Refusal.Field($"/{field}", $"The number of the {field} is missing, or longer than {Part.LongestCode} characters.");

    private static FitAnswer OfSeal(string seal, string? journal, string? bore)
    {
        Seal chosen = Array.Find(Seals, s => s.Words == seal) ?? throw Refusal.Field("/seal", "We do not know that seal.");
        Checks checks = new();
        Length? Measured(string field, string? typed) => string.IsNullOrWhiteSpace(typed) ? null : new Length(checks.Figure($"/{field}", typed, Quantity.Length));
        (Length? onto, Length? into) = (Measured("journal", journal), Measured("bore", bore));
        checks.Done();
        return GoesWith.SealAndSeat(chosen, onto, into);
    }
}
