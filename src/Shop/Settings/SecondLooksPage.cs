using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>Work that somebody else can be asked to look at before a trailer leaves.</summary>
/// <param name="Code">The code of a job, or that of the wheels.</param>
/// <param name="Words">The same in words.</param>
/// <param name="Wanted">Whether this shop asks for it.</param>
public sealed record SecondLookChoice(string Code, string Words, bool Wanted);

/// <summary>What is looked at a second time.</summary>
/// <param name="Codes">The codes; empty for nothing, which is our default.</param>
public sealed record SecondLooksEdit(IReadOnlyList<string> Codes);

internal static class SecondLooksPage
{
    internal static void MapSecondLooks(this RouteGroupBuilder settings)
    {
        settings.MapGet(
            "/second-looks",
            async (ShopFile file) => TypedResults.Ok(Answer(await file.SettingsToReadAsync()))).Needs(Right.See);
        settings.MapPut("/second-looks", EditAsync).Needs(Right.Settings);
    }

    private static List<SecondLookChoice> Answer(ShopSettings settings) =>
        [.. SecondLooks.Choices(JobCatalogue.Of(settings.Practices)).Select(c => new SecondLookChoice(
            c.Code,
            c.Words,
            settings.SecondLooks.Contains(c.Code)))];

    private static async Task<Ok<List<SecondLookChoice>>> EditAsync(SecondLooksEdit edit, ShopFile file, Worker worker)
    {
        _ = worker;
        ShopSettings settings = await file.SettingsAsync();
        IReadOnlyList<(string Code, string Words)> choices =
            SecondLooks.Choices(JobCatalogue.Of(settings.Practices));
        Checks checks = new();
        checks.Add("/codes", edit.Codes.All(c => choices.Any(known => known.Code == c))
            ? null
            : "Pick them from the list.");
        checks.Done();
        settings.SecondLooks = [.. choices.Select(c => c.Code).Where(edit.Codes.Contains)];
        await file.SaveChangesAsync();
        return TypedResults.Ok(Answer(settings));
    }
}
