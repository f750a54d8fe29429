using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings.Diagnosis;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Visits;

/// <summary>The trailer in the shop once. Closed, it is changed by amendments alone.</summary>
public sealed class Visit
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>When it was taken in, with the shop's offset from UTC.</summary>
    public DateTimeOffset OpenedAt { get; init; }

    /// <summary>Who took it in.</summary>
    public Guid OpenedBy { get; init; }

    /// <summary>When it was closed, with the shop's offset from UTC; null while it stands in the bay.</summary>
    public DateTimeOffset? ClosedAt { get; set; }

    /// <summary>Who closed it.</summary>
    public Guid? ClosedBy { get; set; }

    /// <summary>The running gear as it was when taken in.</summary>
    public required RunningGear Gear { get; init; }

    /// <summary>
    /// The practices in force when taken in; of the shop's own work as much as its jobs are made of, each as it was
    /// when it was put to the visit.
    /// </summary>
    public required PracticeChoices Practices { get; set; }

    /// <summary>The jobs at their places; they may change while it is worked.</summary>
    public required IReadOnlyList<JobAt> Jobs { get; set; }

    /// <summary>
    /// The jobs it was taken in for, which its customer brought it for; empty where that was not kept yet.
    /// </summary>
    public IReadOnlyList<JobAt> TakenInFor { get; init; } = [];

    /// <summary>How many technicians work on it: 1 or 2.</summary>
    public int Technicians { get; set; } = 1;

    /// <summary>Longest that is kept of what a customer said, or of what it waits for.</summary>
    public const int LongestSaid = 500;

    /// <summary>What the customer said when it came ("it pulls left"); may be empty.</summary>
    public string Said { get; set; } = "";

    /// <summary>How it stands with its work.</summary>
    public Standing Standing { get; set; }

    /// <summary>What it waits for, in words; may be empty.</summary>
    public string WaitsFor { get; set; } = "";

    /// <summary>Since when it stands so; null while it has always been worked on.</summary>
    public DateTimeOffset? StandsSince { get; set; }

    /// <summary>The day it is promised for; null where nobody has promised one.</summary>
    public DateOnly? PickUpOn { get; set; }

    /// <summary>The hour it is promised for that day; null for the day's end.</summary>
    public TimeOnly? PickUpAt { get; set; }

    /// <summary>
    /// What its looks come to together, worked out anew with every look; kept as it was when the visit was closed.
    /// </summary>
    public IReadOnlyList<Conclusion> Conclusions { get; set; } = [];

    /// <summary>
    /// What earlier record it was taken over from, "readings.csv"; empty for a visit to this shop. Of one taken over
    /// only what that record told is known: no steps, no minutes, no bill.
    /// </summary>
    public string TakenOver { get; init; } = "";

    /// <summary>How often its packet was composed anew: whoever shows an older one has to fetch it again.</summary>
    public int Composed { get; set; }
}

/// <summary>The packet of a visit, kept as composed so that a later catalogue does not rewrite it.</summary>
public sealed class VisitPacket
{
    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>The packet.</summary>
    public required Packet Packet { get; set; }
}
