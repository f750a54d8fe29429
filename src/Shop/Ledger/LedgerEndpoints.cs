using SturdyTinker.Shop.Ledger.Amending;
using SturdyTinker.Shop.Ledger.Evidence;
using SturdyTinker.Shop.Ledger.Papers;

namespace SturdyTinker.Shop.Ledger;

/// <summary>The ledger: what was done, what is owed, and the tables in and out.</summary>
internal static class LedgerEndpoints
{
    internal static void MapLedger(this RouteGroupBuilder api)
    {
        RouteGroupBuilder ledger = api.MapGroup("/ledger").WithTags("Ledger");
        ledger.MapHistory();
        ledger.MapAmendments();
        ledger.MapHandOver();
        ledger.MapCharges();
        ledger.MapFollowUps();
        ledger.MapWear();
        ledger.MapTables();
        ledger.MapExport();
        ledger.MapYear();
        ledger.MapTrailerPhotos();
        ledger.MapTrailerCost();
        ledger.MapPapers();
        ledger.MapFleetReport();
        ledger.MapLabels();
        ledger.MapEvidence();
    }
}
