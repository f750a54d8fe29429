using SturdyTinker.Shop.Horizon.WhatIf;

namespace SturdyTinker.Shop.Horizon;

/// <summary>The horizon's endpoints.</summary>
internal static class HorizonEndpoints
{
    internal static void MapHorizon(this RouteGroupBuilder api)
    {
        RouteGroupBuilder horizon = api.MapGroup("/horizon").WithTags("Horizon");
        horizon.MapHorizonPage();
        horizon.MapDecisions();
        horizon.MapOffers();
        horizon.MapCertainties();
        horizon.MapWhatIf();
        horizon.MapCalendars();
        horizon.MapReminders();
        horizon.MapMeterFeed();
    }
}
