namespace SturdyTinker.Shop.Shelf;

/// <summary>The shelf: parts by their measures, what goes with what, how many there are and what to order.</summary>
internal static class ShelfEndpoints
{
    internal static void MapShelf(this RouteGroupBuilder api)
    {
        RouteGroupBuilder shelf = api.MapGroup("/shelf").WithTags("Shelf");
        shelf.MapWhatIsThis();
        shelf.MapGoesWith();
        shelf.MapStock();
        shelf.MapKits();
        shelf.MapOrders();
    }
}
