namespace SturdyTinker.Shop.Shelf;

/// <summary>The shelf: parts by their measures, and what goes with what.</summary>
internal static class ShelfEndpoints
{
    internal static void MapShelf(this RouteGroupBuilder api)
    {
        RouteGroupBuilder shelf = api.MapGroup("/shelf").WithTags("Shelf");
        shelf.MapWhatIsThis();
        shelf.MapGoesWith();
    }
}
