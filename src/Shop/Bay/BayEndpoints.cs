namespace SturdyTinker.Shop.Bay;

/// <summary>The bay: visits at work.</summary>
internal static class BayEndpoints
{
    internal static void MapBay(this RouteGroupBuilder api)
    {
        RouteGroupBuilder bay = api.MapGroup("/bay").WithTags("Bay");
        bay.MapToday();
        bay.MapVisitNews();
        bay.MapJobsOffered();
        bay.MapEstimates();
        bay.MapInstruments();
        bay.MapVisitJobs();
        bay.MapPhotos();
        bay.MapUnderstand();
        bay.MapVisitStart();
        bay.MapVisitPage();
        bay.MapSteps();
        bay.MapFindings();
        bay.MapRound();
        bay.MapTorqueFigures();
        bay.MapInspection();
        bay.MapParts();
        bay.MapComplaints();
        bay.MapTimes();
        bay.MapSecondLooks();
        bay.MapVisitClose();
    }
}
