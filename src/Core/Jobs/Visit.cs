using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Jobs;

/// <summary>The trailer in the shop once. Closed, it never changes again.</summary>
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

    /// <summary>The schools in force when taken in.</summary>
    public required SchoolChoices Schools { get; init; }

    /// <summary>The jobs at their places; they may change while it is worked.</summary>
    public required IReadOnlyList<JobAt> Jobs { get; set; }

    /// <summary>How many technicians work on it: 1 or 2.</summary>
    public int Hands { get; set; } = 1;

    /// <summary>What its looks come to together, worked out anew with every look; kept as it was when the visit was closed.</summary>
    public IReadOnlyList<Conclusion> Together { get; set; } = [];

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

/// <summary>A step ticked, or skipped with a reason.</summary>
public sealed class StepEntry
{
    /// <summary>Made by the client, UUID version 7. The same entry sent again changes nothing.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Key of the step in the visit's packet.</summary>
    public required string Key { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>Why it was skipped; null when it was done.</summary>
    public string? SkippedBecause { get; init; }

    /// <summary>How long the step stood on the tablet before it was settled, in seconds; null when nobody knows.</summary>
    public int? Seconds { get; init; }

    /// <summary>The socket that fitted, as written down; null when nobody wrote one.</summary>
    public string? Socket { get; init; }

    /// <summary>When it was taken back; null while it stands. A taken-back entry never comes alive again.</summary>
    public DateTimeOffset? UndoneAt { get; set; }
}

/// <summary>A part or a consumable that a visit used.</summary>
public sealed class PartUsed
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Code of the place it went to.</summary>
    public required string Place { get; init; }

    /// <summary>Key of the step it was used at, which takes it along when it is taken back; null for something added by hand.</summary>
    public string? StepKey { get; init; }

    /// <summary>What it is.</summary>
    public required string Name { get; init; }

    /// <summary>Code of the part; null for something that no list knows.</summary>
    public string? Code { get; set; }

    /// <summary>How much.</summary>
    public decimal Quantity { get; init; }

    /// <summary>Of what: "piece", "oz".</summary>
    public required string Unit { get; init; }

    /// <summary>What one of it cost that day, in the shop's money; null where no price is known.</summary>
    public decimal? Price { get; set; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>A part or a consumable that has been taken along to a visit.</summary>
public sealed class PartTaken
{
    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>What it is, as the packet's list names it.</summary>
    public required string Name { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>How long a step took here, the last times.</summary>
public sealed class StepTimes
{
    /// <summary>The step's family: see <see cref="PacketStep.FamilyOf"/>.</summary>
    public required string Family { get; init; }

    /// <summary>Seconds of the last times, oldest first, at most <see cref="LearnedMinutes.Kept"/>.</summary>
    public IReadOnlyList<int> Seconds { get; set; } = [];
}

/// <summary>A photograph taken in a visit, at a step or of something found.</summary>
public sealed class VisitPhoto
{
    /// <summary>Made by the client, UUID version 7; names its file too.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Key of the step it was taken at; null for a picture of something found.</summary>
    public string? StepKey { get; init; }

    /// <summary>The finding it shows; null for a picture taken at a step.</summary>
    public Guid? FindingId { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}

/// <summary>A job that was done at a place, here or as told when the trailer came.</summary>
public sealed class WorkDone
{
    /// <summary>Identity; from the visit's closing or from the client that told it.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit it was done in; null for work told of and done elsewhere.</summary>
    public Guid? VisitId { get; init; }

    /// <summary>Code of the job.</summary>
    public required string Job { get; init; }

    /// <summary>Code of the place.</summary>
    public required string Place { get; init; }

    /// <summary>The day it was done.</summary>
    public DateOnly On { get; init; }

    /// <summary>When its visit was closed, with the shop's offset from UTC; null for work told of, and for what was closed before this was kept.</summary>
    public DateTimeOffset? DoneAt { get; init; }
}

/// <summary>A check that a visit left owing.</summary>
public sealed class FollowUp
{
    /// <summary>Identity.</summary>
    public Guid Id { get; init; }

    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The visit that left it.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Code of the <see cref="FollowUpRule"/>.</summary>
    public required string Rule { get; init; }

    /// <summary>What is owed, in words.</summary>
    public required string Words { get; init; }

    /// <summary>The day it was left.</summary>
    public DateOnly From { get; init; }

    /// <summary>The day it is due, by forecast of the distance, or by days without one.</summary>
    public DateOnly DueOn { get; init; }

    /// <summary>Why that day, in words.</summary>
    public required string Reason { get; init; }

    /// <summary>When it was done, with the shop's offset from UTC; null while it is owed.</summary>
    public DateTimeOffset? DoneAt { get; set; }

    /// <summary>Who did it.</summary>
    public Guid? DoneBy { get; set; }
}

/// <summary>A remark put to a closed visit. The visit itself stays as it was.</summary>
public sealed class Amendment
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>What is put right, in words.</summary>
    public required string Text { get; init; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }
}
