using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Composing;

/// <summary>What a step does to its opening.</summary>
public enum StepPart
{
    /// <summary>Takes something off.</summary>
    Open,

    /// <summary>Work while the opening stands.</summary>
    Work,

    /// <summary>Puts it back.</summary>
    Close,
}

/// <summary>One step of a packet.</summary>
/// <param name="Key">
/// Unique in the packet and the same whenever the same work is composed: "axle-1-left/hub-off/seat".
/// </param>
/// <param name="Place">Code of the place.</param>
/// <param name="PlaceSpoken">The place as it is spoken.</param>
/// <param name="Part">What it does to its opening.</param>
/// <param name="Opening">Code of the opening it opens, closes or works in.</param>
/// <param name="Job">Code of the job it is work of; null for opening and closing.</param>
/// <param name="Title">What to do.</param>
/// <param name="Detail">How, and what to watch for.</param>
/// <param name="Minutes">How long one practised technician takes.</param>
/// <param name="Depth">How deep in the valley it is done; 0 is the ground.</param>
/// <param name="Cautions">Cautions to show.</param>
/// <param name="Readings">Codes of the readings it asks for.</param>
/// <param name="Subjects">What is looked at.</param>
/// <param name="Tools">Tools it takes.</param>
/// <param name="Parts">Parts it takes.</param>
/// <param name="Practice">The practice it follows, in words; null when all practices agree.</param>
/// <param name="Optional">Whether it can be skipped and the job still counts.</param>
public sealed record PacketStep(
    string Key,
    string Place,
    string PlaceSpoken,
    StepPart Part,
    string Opening,
    string? Job,
    string Title,
    string Detail,
    decimal Minutes,
    int Depth,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<string> Readings,
    IReadOnlyList<Subject> Subjects,
    IReadOnlyList<string> Tools,
    IReadOnlyList<PartNeed> Parts,
    string? Practice,
    bool Optional)
{
    /// <summary>Id of the <see cref="PacketOpening"/> that it opens, closes or works in.</summary>
    public string In { get; init; } = "";

    /// <summary>The jobs it is work of, each as <see cref="JobAt.Id"/>; empty for opening and closing.</summary>
    public IReadOnlyList<string> For { get; init; } = [];

    /// <summary>Whether it is work done on the way up, when what lies deeper is back.</summary>
    public bool Late { get; init; }

    /// <summary>Whether it is done only when everything is closed and the weight is down.</summary>
    public bool WeightDown { get; init; }

    /// <summary>The torque it is tightened to; null where nothing is.</summary>
    public TorqueAsked? Torque { get; init; }

    /// <summary>
    /// Why it is never folded away; null where it may be, and in packets of old, where the catalogue tells.
    /// </summary>
    public string? Critical { get; init; }

    /// <summary>What to photograph; null for nothing.</summary>
    public string? Photo { get; init; }

    /// <summary>What its socket fits, where the one that fitted is worth writing down; null for no socket.</summary>
    public string? Socket { get; init; }

    /// <summary>
    /// Where its minutes come from when not from the catalogue: "median of 9 times here"; null otherwise.
    /// </summary>
    public string? MinutesFrom { get; init; }

    /// <summary>Whether the new thing is in once this is done.</summary>
    public bool Renews { get; init; }

    /// <summary>Whether its readings are the new thing's.</summary>
    public bool OfNew { get; init; }

    /// <summary>Which of two technicians does it: 1 or 2; 1 when one works alone.</summary>
    public int Technician { get; init; } = 1;

    /// <summary>
    /// A step's family by its key, whatever its place and however often it is opened: "hub-off/seat",
    /// "bearing-repack/pack".
    /// </summary>
    public static string FamilyOf(string key) => StepId.Of(key)?.Family ?? key;
}

/// <summary>An opening that a packet makes and closes again.</summary>
/// <param name="Code">Code of the opening.</param>
/// <param name="Name">The state in words.</param>
/// <param name="Place">Code of the place.</param>
/// <param name="PlaceSpoken">The place as it is spoken.</param>
/// <param name="Depth">How deep it lies: 1 and more.</param>
public sealed record PacketOpening(string Code, string Name, string Place, string PlaceSpoken, int Depth)
{
    /// <summary>
    /// Unique in the packet, written as by <see cref="OpeningId"/>.
    /// </summary>
    public string Id { get; init; } = "";

    /// <summary><see cref="Id"/>, read.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public OpeningId Which => OpeningId.Of(Id);

    /// <summary>Ids of the openings that have to stand first.</summary>
    public IReadOnlyList<string> Needs { get; init; } = [];
}

/// <summary>The one ordered list of steps for all jobs of a visit.</summary>
/// <param name="Steps">The steps in order.</param>
/// <param name="Openings">Every opening it makes, each once, in the order they are opened.</param>
public sealed record Packet(IReadOnlyList<PacketStep> Steps, IReadOnlyList<PacketOpening> Openings)
{
    /// <summary>How many technicians it is made for: 1 or 2.</summary>
    public int Technicians { get; init; } = 1;

    /// <summary>How long the trailer stands: all the minutes for one technician, less for two.</summary>
    public decimal Elapsed { get; init; }

    /// <summary>All the minutes: work, and opening and closing.</summary>
    public decimal Minutes => Steps.Sum(s => s.Minutes);

    /// <summary>The minutes in words: "50 min", "2 h 32".</summary>
    public string MinutesInWords => InWords(Minutes);

    /// <summary>Minutes as people say them: "50 min", "2 h 32".</summary>
    public static string InWords(decimal minutes) => Wording.Minutes(minutes);

    /// <summary>
    /// How much one is longer than the other, from both as they are said, so that the three add up on the screen.
    /// </summary>
    public static string DifferenceInWords(decimal longer, decimal shorter) =>
        Wording.Minutes(Wording.WholeMinutes(longer) - Wording.WholeMinutes(shorter));

    /// <summary>Parts and consumables of the whole packet, like ones added up.</summary>
    public IReadOnlyList<PartNeed> PartsToTake =>
        [.. Steps
            .SelectMany(s => s.Parts)
            .GroupBy(p => (Part: p.Code.Length > 0 ? p.Code : p.Name, p.Unit))
            .Select(g => g.First() with { Quantity = g.Sum(p => p.Quantity), Spot = "" })];

    /// <summary>Tools of the whole packet, each once, in the order they are first needed.</summary>
    public IReadOnlyList<string> ToolsToTake => [.. Steps.SelectMany(s => s.Tools).Distinct()];
}
