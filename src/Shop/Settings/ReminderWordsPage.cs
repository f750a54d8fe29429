using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Settings;

/// <summary>The words of reminders.</summary>
/// <param name="Subject">The subject, with places in brackets.</param>
/// <param name="Body">The words.</param>
/// <param name="Places">What can stand in brackets.</param>
public sealed record ReminderWordsAnswer(string Subject, string Body, IReadOnlyList<string> Places);

internal static class ReminderWordsPage
{
    internal static void MapReminderWords(this RouteGroupBuilder settings)
    {
        settings.MapGet(
            "/reminder-words",
            async (ShopFile file) => TypedResults.Ok(Answer((await file.SettingsAsync()).Reminder))).Needs(Right.See);
        settings.MapPut("/reminder-words", EditAsync).Needs(Right.Settings);
    }

    private static ReminderWordsAnswer Answer(ReminderWords words) =>
        new(words.Subject, words.Body, ReminderWords.Places);

    private static async Task<Ok<ReminderWordsAnswer>> EditAsync(ReminderWords edit, ShopFile file, Worker worker)
    {
        _ = worker;
        Checks checks = new();
        checks.Add("/body", edit.Refusal);
        checks.Done();
        ShopSettings settings = await file.SettingsAsync();
        settings.Reminder = edit;
        settings.Version++;
        await file.SaveChangesAsync();
        return TypedResults.Ok(Answer(edit));
    }
}
