using SturdyTinker.Core.Planning;

namespace SturdyTinker.Store;

/// <summary>
/// A trailer's plan as it was made last, kept so that a page has it before anybody has planned. It follows from the
/// record: what is missing or of another edition is made anew behind the scenes.
/// </summary>
public sealed class TrailerPlanRow
{
    /// <summary>The trailer.</summary>
    public Guid TrailerId { get; init; }

    /// <summary>The edition of the rules and of the line's shape that it was made with.</summary>
    public int Edition { get; set; }

    /// <summary>Tells apart what its plan was made of.</summary>
    public string By { get; set; } = "";

    /// <summary>The weeks of each group of tasks as if the trailer were alone, as JSON.</summary>
    public string Units { get; set; } = "";

    /// <summary>Sorts by the week of its first visit, none last: the day's number, or the largest there is.</summary>
    public int WeekOrder { get; set; }

    /// <summary>How many axles it has.</summary>
    public int Axles { get; set; }

    /// <summary>Whether something that it may be called in for is overdue.</summary>
    public bool Overdue { get; set; }

    /// <summary>Digest of the line.</summary>
    public string Print { get; set; } = "";

    /// <summary>
    /// What the horizon shows of it, as JSON; last in the row, so that nobody reads past it who only sorts.
    /// </summary>
    public string Line { get; set; } = "";
}

/// <summary>
/// The minutes and prices that plans go by: they follow the record slowly, and are no part of what can be made anew.
/// </summary>
public sealed class PlanInputsRow
{
    /// <summary>The id of the one row there is.</summary>
    public const int TheOne = 1;

    /// <summary>Always <see cref="TheOne"/>.</summary>
    public int Id { get; init; } = TheOne;

    /// <summary>They.</summary>
    public required PlanInputs Inputs { get; set; }
}

/// <summary>What is said of the whole shop's plan as it was made last.</summary>
public sealed class ShopPlanRow
{
    /// <summary>The id of the one row there is.</summary>
    public const int TheOne = 1;

    /// <summary>Always <see cref="TheOne"/>.</summary>
    public int Id { get; init; } = TheOne;

    /// <summary>The edition of its shape.</summary>
    public int Edition { get; set; }

    /// <summary>When it was made, with the shop's offset from UTC.</summary>
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>The weeks of the bays and what is said of them, as JSON.</summary>
    public string Head { get; set; } = "";
}
