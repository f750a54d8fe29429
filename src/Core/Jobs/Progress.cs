using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Jobs;

/// <summary>How an opening stands.</summary>
public enum OpeningState
{
    /// <summary>Not begun.</summary>
    Shut,

    /// <summary>Begun to be opened and not wholly closed again.</summary>
    Open,

    /// <summary>Opened and closed again.</summary>
    Closed,
}

/// <summary>How far a visit has come: a packet and the entries that stand. A pure view; it changes nothing.</summary>
public sealed class Progress
{
    private readonly Packet packet;
    private readonly Dictionary<string, StepEntry> settled;
    private readonly Dictionary<string, int> position;
    private readonly Dictionary<(string, string), List<PacketStep>> byOpening;

    /// <summary>A view of a packet with its entries; entries taken back are passed over.</summary>
    public Progress(Packet packet, IEnumerable<StepEntry> entries)
    {
        this.packet = packet;
        settled = entries.Where(e => e.UndoneAt is null).GroupBy(e => e.Key).ToDictionary(g => g.Key, g => g.First());
        position = packet.Steps.Select((s, i) => (s.Key, i)).ToDictionary(s => s.Key, s => s.i);
        byOpening = packet.Steps.Where(s => s.Part != StepPart.Work).GroupBy(s => (s.Opening, s.Place)).ToDictionary(g => g.Key, g => g.ToList());
    }

    /// <summary>The first step neither done nor skipped; null when all are settled.</summary>
    public PacketStep? Next => packet.Steps.FirstOrDefault(s => !settled.ContainsKey(s.Key));

    /// <summary>The entry that settles a step; null while it is to do.</summary>
    public StepEntry? EntryFor(string key) => settled.GetValueOrDefault(key);

    /// <summary>How an opening stands.</summary>
    public OpeningState StateOf(PacketOpening opening)
    {
        List<PacketStep> steps = byOpening[(opening.Code, opening.Place)];
        bool begun = steps.Any(s => s.Part == StepPart.Open && settled.ContainsKey(s.Key));
        bool closed = steps.Where(s => s.Part == StepPart.Close).All(s => settled.ContainsKey(s.Key));
        return !begun ? OpeningState.Shut : closed ? OpeningState.Closed : OpeningState.Open;
    }

    /// <summary>Everything that is open now, deepest first.</summary>
    public IReadOnlyList<PacketOpening> OpenNow =>
        [.. packet.Openings.Where(o => StateOf(o) == OpeningState.Open).OrderByDescending(o => o.Depth)];

    /// <summary>Why a step can't be settled yet, as a sentence; null when it can.</summary>
    /// <param name="step">A step of this packet.</param>
    public string? WhyNotYet(PacketStep step)
    {
        PacketStep? before = packet.Steps.Take(position[step.Key]).FirstOrDefault(s =>
            !settled.ContainsKey(s.Key) && Related(s.Place, step.Place) && (step.Part != StepPart.Close || Begun(s)));
        return before is null ? null : $"Before this comes “{before.Title}” at {before.PlaceSpoken}.";
    }

    /// <summary>Why a step can't be skipped, as a sentence; null when it can, with a reason.</summary>
    public static string? WhyNotSkipped(PacketStep step) =>
        step.Part == StepPart.Close && !step.Optional ? $"“{step.Title}” can't be skipped: without it {step.PlaceSpoken} is not put back." : null;

    /// <summary>Why a settled step can't be taken back, as a sentence; null when it can.</summary>
    public string? WhyNotTakenBack(PacketStep step)
    {
        PacketStep? after = packet.Steps.Skip(position[step.Key] + 1).LastOrDefault(s => settled.ContainsKey(s.Key) && Related(s.Place, step.Place));
        return after is null ? null : $"Take back “{after.Title}” at {after.PlaceSpoken} first.";
    }

    /// <summary>Whether a job's work at its place is done: every step that is not optional, and none of those skipped.</summary>
    public bool IsDone(JobAt job)
    {
        List<PacketStep> work = [.. packet.Steps.Where(s => s.Job == job.Job && s.Place == job.Place && !s.Optional)];
        return work.Count > 0 && work.All(s => settled.TryGetValue(s.Key, out StepEntry? entry) && entry.SkippedBecause is null);
    }

    /// <summary>Whether anything at a place has been opened, closed again or not.</summary>
    public bool WasOpened(string place) => packet.Openings.Any(o => o.Place == place && StateOf(o) != OpeningState.Shut);

    private bool Begun(PacketStep step) =>
        byOpening[(step.Opening, OpeningPlace(step))].Any(s => s.Part == StepPart.Open && settled.ContainsKey(s.Key));

    // Work at a wheel end may be done in an opening of its side ("rock the tyre" while raised).
    private string OpeningPlace(PacketStep step) =>
        packet.Openings.First(o => o.Code == step.Opening && Related(o.Place, step.Place)).Place;

    // One place lies within the other: the trailer holds all, a side its wheel ends.
    private static bool Related(string one, string other) =>
        one == other || (Place.TryParse(one, out Place a) && Place.TryParse(other, out Place b) && (Holds(a, b) || Holds(b, a)));

    private static bool Holds(Place outer, Place inner) =>
        outer.Kind == PlaceKind.Trailer || (outer.Kind == PlaceKind.Side && inner.Side == outer.Side);
}
