namespace SturdyTinker.Shop.Yard;

/// <summary>The yard: the shop, its people, its customers, every trailer and its meter.</summary>
internal static class YardEndpoints
{
    internal static void MapYard(this RouteGroupBuilder api)
    {
        RouteGroupBuilder yard = api.MapGroup("/yard").WithTags("Yard");
        yard.MapCustomers();
        yard.MapForgetting();
        yard.MapTrailerList();
        yard.MapTrailerPage();
        yard.MapTrailerEdit();
        yard.MapMeter();
        yard.MapReleases();
        yard.MapToldMended();
    }
}
