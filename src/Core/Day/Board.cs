namespace SturdyTinker.Core.Day;

/// <summary>Where a visit is on the board: its bay, its hour, who works on it.</summary>
public sealed class BoardSlot
{
    /// <summary>The visit; the accepted visit until its trailer comes.</summary>
    public Guid Id { get; init; }

    /// <summary>The day.</summary>
    public DateOnly Day { get; set; }

    /// <summary>Which bay, from 0.</summary>
    public int Bay { get; set; }

    /// <summary>When it begins.</summary>
    public TimeOnly StartsAt { get; set; }

    /// <summary>Who works on it.</summary>
    public required IReadOnlyList<Guid> People { get; set; }

    /// <summary>Whether it stays there whatever else moves.</summary>
    public bool Pinned { get; set; }
}

/// <summary>How often the board of a day has changed: whoever decides by an older one is told so.</summary>
public sealed class BoardDay
{
    /// <summary>The day.</summary>
    public DateOnly Day { get; init; }

    /// <summary>Counts up with every change.</summary>
    public int Version { get; set; }
}

/// <summary>Somebody who is not there for some of a day.</summary>
public sealed class Absence
{
    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>Who.</summary>
    public Guid PersonId { get; init; }

    /// <summary>The day.</summary>
    public DateOnly Day { get; init; }

    /// <summary>From when on.</summary>
    public TimeOnly From { get; set; }

    /// <summary>Until when; null for the rest of the day.</summary>
    public TimeOnly? To { get; set; }
}
