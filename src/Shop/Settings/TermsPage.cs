using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>The shop's terms as a form has them, each as typed.</summary>
/// <param name="OverAgreed">How far above an agreed range a visit may come, in percent.</param>
/// <param name="ComeBacksFree">Whether a visit for what the shop did shortly before is not charged.</param>
/// <param name="Disposal">What getting rid of a kind of waste costs a visit, by the waste's code.</param>
public sealed record TermsEdit(
    string PartsMarkup,
    string Consumables,
    string TaxOnLabour,
    string TaxOnParts,
    string OverAgreed,
    bool ComeBacksFree,
    IReadOnlyDictionary<string, string> Disposal);

/// <summary>The shop's terms.</summary>
/// <param name="RatePerHour">What an hour costs; set with the hours.</param>
/// <param name="Terms">The terms.</param>
/// <param name="Ours">The terms as we made them; source: from memory, made to be overwritten.</param>
/// <param name="Wastes">The kinds of waste, with what each costs here.</param>
public sealed record TermsAnswer(
    decimal RatePerHour,
    PriceTerms Terms,
    PriceTerms Ours,
    IReadOnlyList<WasteAnswer> Wastes);

/// <summary>A kind of waste and what it costs a visit here.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Words">What it is.</param>
/// <param name="Fee">What it costs here.</param>
/// <param name="OurFee">What it costs as we made it; source as above.</param>
public sealed record WasteAnswer(string Code, string Words, decimal Fee, decimal OurFee);

internal static class TermsPage
{
    internal static void MapTerms(this RouteGroupBuilder settings)
    {
        settings.MapGet("/terms", async (ShopFile file) => TypedResults.Ok(Answer(await file.SettingsAsync())))
            .Needs(Right.See);
        settings.MapPut("/terms", EditTermsAsync).Needs(Right.Prices);
    }

    private static TermsAnswer Answer(ShopSettings settings) =>
        new(
            settings.Costs.RatePerHour,
            settings.Terms,
            new PriceTerms(),
            [.. Waste.All.Select(w => new WasteAnswer(w.Code, w.Words, settings.Terms.FeeFor(w), w.Fee))]);

    private static async Task<Ok<TermsAnswer>> EditTermsAsync(TermsEdit edit, ShopFile file, Worker worker)
    {
        _ = worker;
        Checks checks = new();
        decimal Percent(string pointer, string typed, string what, decimal most)
        {
            decimal percent = checks.Amount(pointer, typed.Replace("%", "", StringComparison.Ordinal), what);
            checks.Add(pointer, percent > most ? $"{what} is {most:0} percent at most." : null);
            return percent;
        }

        PriceTerms terms = new()
        {
            PartsMarkup = Percent("/partsMarkup", edit.PartsMarkup, "What is put on parts", 200),
            Consumables = Percent("/consumables", edit.Consumables, "What is charged for consumables", 50),
            TaxOnLabour = Percent("/taxOnLabour", edit.TaxOnLabour, "Tax on labour", 50),
            TaxOnParts = Percent("/taxOnParts", edit.TaxOnParts, "Tax on parts", 50),
            OverAgreed = Percent("/overAgreed", edit.OverAgreed, "What may come above an agreed price", 50),
            ComeBacksFree = edit.ComeBacksFree,
            Disposal = Waste.All.Where(w => edit.Disposal.ContainsKey(w.Code)).ToDictionary(
                w => w.Code,
                w => checks.Amount($"/disposal/{w.Code}", edit.Disposal[w.Code], $"The fee for {w.Words}")),
        };
        checks.Done();
        ShopSettings settings = await file.SettingsAsync();
        settings.Terms = terms;
        settings.Version++;
        await file.SaveChangesAsync();
        return TypedResults.Ok(Answer(settings));
    }
}
