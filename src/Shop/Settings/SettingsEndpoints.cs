namespace SturdyTinker.Shop.Settings;

/// <summary>What a shop chooses for itself: each of it once.</summary>
internal static class SettingsEndpoints
{
    internal static void MapSettings(this RouteGroupBuilder api)
    {
        RouteGroupBuilder settings = api.MapGroup("/settings").WithTags("Settings");
        settings.MapShopItself();
        settings.MapPlanningChoices();
        settings.MapAdvice();
        settings.MapLimits();
        settings.MapParts();
        settings.MapTerms();
        settings.MapSecondLooks();
        settings.MapOwnJobs();
        settings.MapReminderWords();
        settings.MapBackups();
        settings.MapSafe();
        settings.MapHooks();
    }
}
