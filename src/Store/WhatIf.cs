using SturdyTinker.Core.Planning.WhatIf;

namespace SturdyTinker.Store;

/// <summary>Something that is supposed of the shop: kept until somebody throws it away.</summary>
public sealed class WhatIfRow
{
    /// <summary>Most that are kept at once.</summary>
    public const int Most = 20;

    /// <summary>Longest name kept.</summary>
    public const int LongestName = 80;

    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>What it is called.</summary>
    public required string Name { get; set; }

    /// <summary>What is supposed.</summary>
    public required Supposed Supposed { get; set; }

    /// <summary>When it was written last, with the shop's offset from UTC.</summary>
    public DateTimeOffset At { get; set; }

    /// <summary>Who wrote it last.</summary>
    public Guid PersonId { get; set; }

    /// <summary>Counts up with every edit.</summary>
    public int Version { get; set; } = 1;
}

/// <summary>
/// What a supposition came to, beside the plan as it was then. It follows from the record; what is missing or of
/// another edition is reckoned anew behind the scenes.
/// </summary>
public sealed class WhatIfResultRow
{
    /// <summary>The supposition.</summary>
    public Guid WhatIfId { get; init; }

    /// <summary>The version of it that was reckoned.</summary>
    public int Version { get; set; }

    /// <summary>The edition of the rules and of the result's shape.</summary>
    public int Edition { get; set; }

    /// <summary>The day it was reckoned for.</summary>
    public DateOnly AsOf { get; set; }

    /// <summary>When, with the shop's offset from UTC.</summary>
    public DateTimeOffset MadeAt { get; set; }

    /// <summary>The figures, as JSON.</summary>
    public string Result { get; set; } = "";
}
