namespace SturdyTinker.Store;

/// <summary>
/// A card of what the record says, as it was worked out last. It follows from the record: what is missing or of another
/// edition is made anew behind the scenes.
/// </summary>
public sealed class EvidenceCardRow
{
    /// <summary>The card's code.</summary>
    public required string Code { get; init; }

    /// <summary>What it asks, by its topic's name; cards are picked out by it.</summary>
    public required string Topic { get; init; }

    /// <summary>Where it stands among the others.</summary>
    public int Order { get; init; }

    /// <summary>The card, as JSON.</summary>
    public required string Card { get; init; }
}

/// <summary>What the record says of one trailer beside the others, as it was worked out last.</summary>
public sealed class TrailerEvidenceRow
{
    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>What it says, as JSON.</summary>
    public required string Says { get; init; }
}

/// <summary>What the kept cards were worked out of.</summary>
public sealed class EvidenceHead
{
    /// <summary>The id of the one row there is.</summary>
    public const int TheOne = 1;

    /// <summary>Always <see cref="TheOne"/>.</summary>
    public int Id { get; init; } = TheOne;

    /// <summary>The edition of the questions and of the cards' shape.</summary>
    public int Edition { get; set; }

    /// <summary>The day they were worked out for.</summary>
    public DateOnly AsOf { get; set; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>How many trailers were counted.</summary>
    public int Trailers { get; set; }

    /// <summary>Tells apart what they were worked out of.</summary>
    public string By { get; set; } = "";
}
