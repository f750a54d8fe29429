using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Gear;

/// <summary>How a trailer's distance is known.</summary>
public enum MeterKind
{
    /// <summary>It is not known: time alone decides.</summary>
    None,

    /// <summary>A hub odometer.</summary>
    HubOdometer,

    /// <summary>The tow vehicle's log.</summary>
    TowLog,

    /// <summary>Trips written down.</summary>
    Trips,

    /// <summary>Somebody's estimate of a year's miles.</summary>
    Estimate,
}

/// <summary>What somebody without an account learns who reads the code on a trailer's label.</summary>
public enum StrangersSee
{
    /// <summary>Nothing, not even that there is such a trailer.</summary>
    Nothing,

    /// <summary>Who looks after it, and how they are reached.</summary>
    Shop,

    /// <summary>That, its tag, whether it may be towed, and when it was last seen to.</summary>
    Service,
}

/// <summary>A trailer that the shop keeps rolling.</summary>
public sealed class Trailer
{
    /// <summary>Longest tag kept.</summary>
    public const int LongestTag = 24;

    /// <summary>Longest name kept.</summary>
    public const int LongestName = 120;

    /// <summary>Made by the client, UUID version 7.</summary>
    public Guid Id { get; init; }

    /// <summary>The short tag the shop calls it by; unique, letter case aside.</summary>
    public required string Tag { get; set; }

    /// <summary>What it is; may be empty.</summary>
    public string Name { get; set; } = "";

    /// <summary>Its tag, and what it is where somebody has said so.</summary>
    public string FullName => FullNameOf(Tag, Name);

    /// <summary>The same of a trailer of which only these two are known.</summary>
    public static string FullNameOf(string tag, string name) => name.Length > 0 ? $"{tag}, {name}" : tag;

    /// <summary>Licence plate as written; may be empty.</summary>
    public string Plate { get; set; } = "";

    /// <summary>Whose it is.</summary>
    public Guid CustomerId { get; set; }

    /// <summary>Its running gear.</summary>
    public required RunningGear Gear { get; set; }

    /// <summary>How its distance is known.</summary>
    public MeterKind Meter { get; set; }

    /// <summary>For an estimated meter, the distance of a year; otherwise null.</summary>
    public Distance? EstimatedYear { get; set; }

    /// <summary>Where this trailer is done otherwise than its customer's others; usually empty.</summary>
    public PracticeChoices Practices { get; set; } = PracticeChoices.Defaults;

    /// <summary>How it is used: codes of <see cref="Intervals.Use"/>.</summary>
    public IReadOnlyList<string> Uses { get; set; } = [];

    /// <summary>How long work on it lasts, where that is its own: by the rule's code. Usually empty.</summary>
    public IReadOnlyDictionary<string, IntervalChoice> Intervals { get; set; } =
        new Dictionary<string, IntervalChoice>();

    /// <summary>The number on its hub odometer, by which a feed of readings knows it; may be empty.</summary>
    public string MeterNumber { get; set; } = "";

    /// <summary>What a stranger sees by its label: the owner's to say. Nothing of the owner's unless they do.</summary>
    public StrangersSee StrangersSee { get; set; } = StrangersSee.Shop;

    /// <summary>The day the shop took it on.</summary>
    public DateOnly AddedOn { get; init; }

    /// <summary>Counts up with every edit of the description.</summary>
    public int Version { get; set; } = 1;
}
