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
    private readonly Dictionary<string, Place> places;
    private readonly Dictionary<string, PacketOpening> openingOf;

    /// <summary>A view of a packet with its entries; entries taken back are passed over.</summary>
    public Progress(Packet packet, IEnumerable<StepEntry> entries)
    {
        this.packet = packet;
        settled = entries.Where(e => e.UndoneAt is null).GroupBy(e => e.Key).ToDictionary(g => g.Key, g => g.First());
        position = packet.Steps.Select((s, i) => (s.Key, i)).ToDictionary(s => s.Key, s => s.i);
        byOpening = packet.Steps.Where(s => s.Part != StepPart.Work).GroupBy(s => (s.Opening, s.Place)).ToDictionary(g => g.Key, g => g.ToList());
        places = packet.Steps.Select(s => s.Place).Concat(packet.Openings.Select(o => o.Place)).Distinct().ToDictionary(c => c, c => Place.TryParse(c, out Place place) ? place : default);

        // Work at a wheel end may be done in an opening of its side ("rock the tyre" while raised).
        openingOf = packet.Steps.ToDictionary(s => s.Key, s => packet.Openings.First(o => o.Code == s.Opening && Around(o.Place, s.Place)));
    }

    /// <summary>The first step still to do; null when all are settled but those that what is back on already has left behind.</summary>
    public PacketStep? Next => packet.Steps.FirstOrDefault(s => !settled.ContainsKey(s.Key) && !LeftBehind(s));

    /// <summary>
    /// The first step still to do when only what is open is to be put back and the rest left for another visit;
    /// null when nothing is open.
    /// </summary>
    public PacketStep? NextToPutBack => packet.Steps.FirstOrDefault(s => !settled.ContainsKey(s.Key) && !LeftBehind(s) && BelongsToPuttingBack(s));

    /// <summary>The entry that settles a step; null while it is to do.</summary>
    public StepEntry? EntryFor(string key) => settled.GetValueOrDefault(key);

    /// <summary>How an opening stands.</summary>
    public OpeningState StateOf(PacketOpening opening)
    {
        List<PacketStep> steps = StepsOf(opening);
        bool begun = steps.Any(s => s.Part == StepPart.Open && settled.ContainsKey(s.Key));
        bool closed = steps.Where(s => s.Part == StepPart.Close).All(s => settled.ContainsKey(s.Key));
        return !begun ? OpeningState.Shut : closed ? OpeningState.Closed : OpeningState.Open;
    }

    /// <summary>Everything that is open now, deepest first; what was only begun, or is on its way back, says so in its name.</summary>
    public IReadOnlyList<PacketOpening> OpenNow =>
        [.. packet.Openings.Where(o => StateOf(o) == OpeningState.Open).OrderByDescending(o => o.Depth).Select(o =>
            IsGoingBack(o) ? o with { Name = $"{o.Name} (going back)" } : IsWhole(o) ? o : o with { Name = $"{o.Name} (begun)" })];

    /// <summary>Why a step can't be settled yet, as a sentence; null when it can.</summary>
    /// <param name="step">A step of this packet.</param>
    public string? WhyNotYet(PacketStep step)
    {
        PacketOpening its = OpeningOf(step);
        if (step.Part == StepPart.Close && StateOf(its) == OpeningState.Shut)
        {
            return $"There is nothing to put back yet: {its.Name} has not been begun at {its.PlaceSpoken}.";
        }

        if (PutBackBefore(step) is { } back)
        {
            return $"{Capital(back.Name)} is being put back already at {back.PlaceSpoken}: take that back first.";
        }

        PacketStep? before = packet.Steps.Take(position[step.Key]).FirstOrDefault(s =>
            !settled.ContainsKey(s.Key) && Related(s.Place, step.Place) && (step.Part != StepPart.Close || BelongsToPuttingBack(s)));
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

    // What has to be settled before things are back: the closing of whatever was begun, and the work of what was opened
    // wholly. The rest of an opening that was only begun is left.
    private bool BelongsToPuttingBack(PacketStep step) => step.Part switch
    {
        StepPart.Close => StateOf(OpeningOf(step)) != OpeningState.Shut,
        StepPart.Work => IsWhole(OpeningOf(step)),
        _ => false,
    };

    // The opening that a step would go behind: put back at this place, or around it, and lying no deeper. Null when there is none.
    private PacketOpening? PutBackBefore(PacketStep step)
    {
        if (step.Part == StepPart.Close)
        {
            return null;
        }

        int depth = OpeningOf(step).Depth;
        return packet.Openings.FirstOrDefault(o => o.Depth <= depth && Around(o.Place, step.Place) && IsGoingBack(o));
    }

    // A step that can't come any more, since what it goes behind is back on; nor the closing of what it would have opened.
    private bool LeftBehind(PacketStep step) => step.Part == StepPart.Close
        ? StateOf(OpeningOf(step)) == OpeningState.Shut && StepsOf(OpeningOf(step)).Where(s => s.Part == StepPart.Open).All(s => PutBackBefore(s) is not null)
        : PutBackBefore(step) is not null;

    // Begun to be closed, or closed.
    private bool IsGoingBack(PacketOpening opening) => StepsOf(opening).Any(s => s.Part == StepPart.Close && settled.ContainsKey(s.Key));

    // Opened to its last step.
    private bool IsWhole(PacketOpening opening) => StepsOf(opening).Where(s => s.Part == StepPart.Open).All(s => settled.ContainsKey(s.Key));

    private List<PacketStep> StepsOf(PacketOpening opening) => byOpening[(opening.Code, opening.Place)];

    private PacketOpening OpeningOf(PacketStep step) => openingOf[step.Key];

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    // One place lies within the other: the trailer holds all, a side its wheel ends.
    private bool Related(string one, string other) => Around(one, other) || Around(other, one);

    private bool Around(string outer, string inner) =>
        outer == inner || places[outer].Kind == PlaceKind.Trailer || (places[outer].Kind == PlaceKind.Side && places[inner].Side == places[outer].Side);
}
