namespace SturdyTinker.Core.Visits;

/// <summary>A part or a consumable that a visit used.</summary>
public sealed class PartUsed
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The visit.</summary>
    public Guid VisitId { get; init; }

    /// <summary>Code of the place it went to.</summary>
    public required string Place { get; init; }

    /// <summary>
    /// Key of the step it was used at, which takes it along when it is taken back; null for something added by hand.
    /// </summary>
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
