using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Composing;

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
    // Up to here a trailer only stands on chocks and stands; deeper, something is off.
    private static readonly int RaisedDepth = Openings.Ours.Find("raised").Depth;

    private readonly Packet packet;
    private readonly Dictionary<string, StepEntry> settled;
    private readonly Dictionary<string, int> position;
    private readonly Dictionary<string, PacketOpening> openings;
    private readonly Dictionary<string, List<PacketStep>> stepsOf;
    private readonly Precedence order;

    /// <summary>A view of a packet with its entries; entries taken back are passed over.</summary>
    public Progress(Packet packet, IEnumerable<StepEntry> entries)
    {
        this.packet = packet;
        settled = entries.Where(e => e.UndoneAt is null).GroupBy(e => e.Key).ToDictionary(g => g.Key, g => g.First());
        position = packet.Steps.Select((s, i) => (s.Key, i)).ToDictionary(s => s.Key, s => s.i);
        openings = packet.Openings.ToDictionary(o => o.Id);
        stepsOf = packet.Openings.ToDictionary(o => o.Id, _ => new List<PacketStep>());
        foreach (PacketStep step in packet.Steps.Where(s => s.Part != StepPart.Work))
        {
            stepsOf[step.In].Add(step);
        }

        order = new Precedence(packet);
    }

    /// <summary>
    /// The first step still to do; null when all are settled but those that what is back on already has left behind.
    /// </summary>
    public PacketStep? Next => packet.Steps.FirstOrDefault(s => !settled.ContainsKey(s.Key) && !IsLeftBehind(s));

    /// <summary>
    /// The first step still to do for one of two technicians that may be done now; any other's when that one has none.
    /// </summary>
    /// <param name="hand">1 or 2.</param>
    public PacketStep? NextFor(int hand)
    {
        PacketStep? others = null;
        foreach (PacketStep step in packet.Steps.Where(s => !settled.ContainsKey(s.Key) && !IsLeftBehind(s)))
        {
            if ((step.Technician == hand || others is null) && FirstBefore(step, everything: true) is null)
            {
                if (step.Technician == hand)
                {
                    return step;
                }

                others = step;
            }
        }

        return others;
    }

    /// <summary>
    /// The first step still to do when only what is open is to be put back and the rest left for another visit;
    /// null when nothing is open.
    /// </summary>
    public PacketStep? NextToPutBack =>
        packet.Steps.FirstOrDefault(s => !settled.ContainsKey(s.Key) && !IsLeftBehind(s) && BelongsToPuttingBack(s));

    /// <summary>The entry that settles a step; null while it is to do.</summary>
    public StepEntry? EntryFor(string key) => settled.GetValueOrDefault(key);

    /// <summary>How an opening stands.</summary>
    public OpeningState StateOf(PacketOpening opening)
    {
        List<PacketStep> steps = stepsOf[opening.Id];
        bool begun = steps.Exists(s => s.Part == StepPart.Open && settled.ContainsKey(s.Key));
        bool closed = steps.TrueForAll(s => s.Part != StepPart.Close || settled.ContainsKey(s.Key));
        return !begun ? OpeningState.Shut : closed ? OpeningState.Closed : OpeningState.Open;
    }

    /// <summary>
    /// Everything that is open now, deepest first; what was only begun, or is on its way back, says so in its name.
    /// </summary>
    public IReadOnlyList<PacketOpening> OpenNow =>
        [.. packet.Openings.Where(o => StateOf(o) == OpeningState.Open).OrderByDescending(o => o.Depth).Select(o =>
            IsGoingBack(o) ? o with { Name = $"{o.Name} (going back)" }
                : IsWhole(o) ? o
                : o with { Name = $"{o.Name} (begun)" })];

    /// <summary>Why a step can't be settled yet, as a sentence; null when it can.</summary>
    /// <param name="step">A step of this packet.</param>
    public string? WhyNotYet(PacketStep step)
    {
        PacketOpening its = openings[step.In];
        if (step.Part == StepPart.Close && StateOf(its) == OpeningState.Shut)
        {
            return $"There is nothing to put back yet: {its.Name} has not been begun at {its.PlaceSpoken}.";
        }

        if (PutBackBefore(step) is { } back)
        {
            return $"{Wording.Capital(back.Name)} is being put back already at {back.PlaceSpoken}: take that back "
                + "first.";
        }

        PacketStep? before = FirstBefore(step, everything: step is { Part: not StepPart.Close, Late: false });
        return before is null ? null : $"Before this comes “{before.Title}” at {before.PlaceSpoken}.";
    }

    /// <summary>Why a step can't be skipped, as a sentence; null when it can, with a reason.</summary>
    public static string? WhyNotSkipped(PacketStep step) =>
        step.Part == StepPart.Close && !step.Optional
            ? $"“{step.Title}” can't be skipped: without it {step.PlaceSpoken} is not put back."
            : null;

    /// <summary>Why a settled step can't be taken back, as a sentence; null when it can.</summary>
    public string? WhyNotTakenBack(PacketStep step)
    {
        PacketStep? after = packet.Steps.Skip(position[step.Key] + 1).LastOrDefault(s => settled.ContainsKey(s.Key)
            && Binds(step, s));
        return after is null ? null : $"Take back “{after.Title}” at {after.PlaceSpoken} first.";
    }

    /// <summary>
    /// Whether a job's work is done: every step of it that is not optional, and none of those skipped.
    /// </summary>
    public bool IsDone(JobAt job)
    {
        List<PacketStep> work = [.. packet.Steps.Where(s => s.For.Contains(job.Id))];
        List<PacketStep> needed = work.FindAll(s => !s.Optional);
        return (needed.Count > 0 ? needed : work) is { Count: > 0 } all
            && all.TrueForAll(s => settled.TryGetValue(s.Key, out StepEntry? entry) && entry.SkippedBecause is null);
    }

    /// <summary>
    /// What the jobs done so far have renewed, and since when the new thing is in; with the jobs that count as done
    /// along with them.
    /// </summary>
    /// <param name="catalogue">The catalogue that the visit goes by.</param>
    /// <param name="jobs">The visit's jobs.</param>
    /// <param name="visitId">The visit.</param>
    public IReadOnlyList<Renewal> Renewals(JobCatalogue catalogue, IEnumerable<JobAt> jobs, Guid visitId)
    {
        List<Renewal> renewals = [];
        foreach (JobAt job in jobs.Where(IsDone))
        {
            List<PacketStep> work = packet.Steps.Where(s => s.For.Contains(job.Id)
                && settled.TryGetValue(s.Key, out StepEntry? entry)
                && entry.SkippedBecause is null).ToList();
            HashSet<string> ofNew = [.. packet.Steps.Where(s => s.OfNew && s.For.Contains(job.Id)).Select(s => s.Key)];

            // Each place of its own: at one eye the new bushing is in while the next is still being looked at. A packet
            // of old says nothing of that.
            List<PacketStep> renewing = work.FindAll(s => s.Renews);
            IEnumerable<(string Place, DateTimeOffset At)> times = renewing.Count > 0
                ? renewing.GroupBy(s => s.Place).Select(g => (g.Key, g.Max(s => settled[s.Key].At)))
                : [(job.Place, work.Max(s => settled[s.Key].At))];
            foreach ((string place, DateTimeOffset at) in times)
            {
                renewals.AddRange((catalogue.Find(job.Job)?.CountsAs ?? [])
                    .Prepend(job.Job)
                    .Select(code => new Renewal(code, place, visitId, at)
                    {
                        Words = catalogue.NameOf(code),
                        OfNew = ofNew
                    }));
            }
        }

        return renewals;
    }

    /// <summary>Codes of everything that has been opened, closed again or not, each once.</summary>
    public IEnumerable<string> Opened =>
        packet.Openings.Where(o => StateOf(o) != OpeningState.Shut).Select(o => o.Code).Distinct();

    /// <summary>Whether anything of a job has been worked on.</summary>
    public bool WasBegun(JobAt job) =>
        packet.Steps.Any(s => s.For.Contains(job.Id)
            && settled.TryGetValue(s.Key, out StepEntry? entry)
            && entry.SkippedBecause is null);

    /// <summary>Begun to be closed, or closed.</summary>
    public bool IsGoingBack(PacketOpening opening) =>
        stepsOf[opening.Id].Exists(s => s.Part == StepPart.Close && settled.ContainsKey(s.Key));

    /// <summary>Opened to its last step.</summary>
    public bool IsWhole(PacketOpening opening) =>
        stepsOf[opening.Id].TrueForAll(s => s.Part != StepPart.Open || settled.ContainsKey(s.Key));

    /// <summary>
    /// Whether a step can't come any more, since what it goes behind is back on; or the closing of what such a step
    /// would have opened.
    /// </summary>
    public bool IsLeftBehind(PacketStep step) => step.Part == StepPart.Close
        ? StateOf(openings[step.In]) == OpeningState.Shut
            && stepsOf[step.In].TrueForAll(s => s.Part != StepPart.Open || PutBackBefore(s) is not null)
        : PutBackBefore(step) is not null;

    // The first unsettled step that has to come before this one: of everything, or only of what belongs to putting
    // back.
    private PacketStep? FirstBefore(PacketStep step, bool everything) =>
        packet.Steps.Take(position[step.Key]).FirstOrDefault(s =>
        !settled.ContainsKey(s.Key) && Binds(s, step) && !IsLeftBehind(s) && (everything || BelongsToPuttingBack(s)));

    private bool Binds(PacketStep earlier, PacketStep later) => order.Binds(position[earlier.Key], position[later.Key]);

    // What has to be settled before things are back: the closing of whatever was begun; the work at a wheel end of what
    // was
    // opened wholly; and with the weight down what belongs to jobs that were begun. Looks all round are left, and the
    // rest of
    // an opening that was only begun.
    private bool BelongsToPuttingBack(PacketStep step) => step.Part switch
    {
        StepPart.Close => StateOf(openings[step.In]) != OpeningState.Shut,
        StepPart.Work when step.WeightDown => !step.Optional && step.For.Any(WasTouched),
        StepPart.Work => openings[step.In].Depth > RaisedDepth && IsWhole(openings[step.In]),
        _ => false,
    };

    // Something of a job was done, or something was taken off near its place.
    private bool WasTouched(string job)
    {
        Place at = Place.Of(JobAt.Of(job).Place);
        return packet.Steps.Any(s => s.For.Contains(job)
            && settled.TryGetValue(s.Key, out StepEntry? entry)
            && entry.SkippedBecause is null)
            || packet.Openings.Any(o => o.Depth > RaisedDepth
                && Place.Of(o.Place).Near(at)
                && StateOf(o) != OpeningState.Shut
                && IsWhole(o));
    }

    // The opening that a step would go behind: its own, or one that its own needs, being put back. Null when there is
    // none.
    // Loosening lug nuts goes behind nothing.
    private PacketOpening? PutBackBefore(PacketStep step)
    {
        if (step.Part == StepPart.Close)
        {
            return null;
        }

        // Work for when the weight is down comes when all else is closed: only its own opening's end ends it.
        PacketOpening own = openings[step.In];
        if (IsGoingBack(own))
        {
            return own;
        }

        return order.AroundOf(own.Id).Select(i => packet.Openings[i]).FirstOrDefault(IsGoingBack);
    }
}
