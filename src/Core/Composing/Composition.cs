using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Composing;

/// <summary>
/// One composing. Openings at places are the nodes of a graph of needs without loops. A node is opened when all it
/// needs
/// stands, and closed as soon as nothing that needs it is still to come, so each is opened and closed once; among nodes
/// that
/// can be opened, the first from left to right, nose to tail, near to deep is taken, so that one wheel end is finished
/// before
/// the next is begun.
/// </summary>
internal sealed partial class Composition
{
    private readonly RunningGear gear;
    private readonly Openings openings;
    private readonly PracticeChoices practices;
    private readonly Learned learned;
    private readonly List<(Job Job, Place Place)> jobs;
    private readonly Dictionary<OpeningAt, Node> nodes = [];
    private readonly Dictionary<Place, StepContext> contexts = [];
    private readonly Dictionary<(string, Place), IReadOnlyList<OpeningAt>> reached = [];
    private readonly SortedSet<Node> ready = new(Node.InOrder);
    private readonly List<PacketStep> steps = [];
    private readonly List<Node> opened = [];
    private readonly List<(int Rank, Step Step, Place Place, Node Node, Item? Item)> weightDown = [];
    private HashSet<string> settled = [];

    internal Composition(
        RunningGear gear,
        List<(Job Job, Place Place)> jobs,
        PracticeChoices practices,
        Learned learned) =>
        (this.gear, this.jobs, this.practices, this.learned, openings) =
            (gear, jobs, practices, learned, JobCatalogue.Of(practices).Openings);

    internal Packet Compose()
    {
        foreach (Item item in Items())
        {
            Attach(item, FreshNode);
        }

        Run();
        return Finished([], []);
    }

    internal Packet Recompose(Packet packet, IReadOnlyList<StepEntry> entries, IReadOnlyList<JobAt> before)
    {
        Progress progress = new(packet, entries);
        settled = [.. entries.Where(e => e.UndoneAt is null).Select(e => e.Key)];
        Dictionary<string, PacketStep> old = packet.Steps.ToDictionary(s => s.Key);
        HashSet<string> kept = [.. before.Select(j => j.Id)];
        Dictionary<OpeningAt, PacketOpening> latest = LatestOf(packet);

        Dictionary<string, Item> items = Items().ToDictionary(i => i.Key);
        List<PacketStep> behind = [];
        List<Item> wanted = [];
        foreach (Item item in items.Values.Where(i => !settled.Contains(i.Key)))
        {
            // What an earlier job has left behind stays behind: only a job that is new brings things off again.
            if (old.TryGetValue(item.Key, out PacketStep? step)
                && progress.IsLeftBehind(step)
                && item.For.TrueForAll(kept.Contains))
            {
                behind.Add(step with { For = item.For });
            }
            else
            {
                wanted.Add(item);
            }
        }

        HashSet<OpeningAt> askedFor = [.. openings.Closure(
            gear,
            wanted.Select(i => Reach(i.Work.Opening, i.Place)[0]))];
        Node NodeFor(OpeningAt at) => Resumed(at, latest, progress, askedFor);
        foreach (Item item in wanted)
        {
            Attach(item, NodeFor);
        }

        // Whatever has been begun has to be put back, wanted or not.
        foreach ((OpeningAt at, PacketOpening opening) in latest)
        {
            if (progress.StateOf(opening) == OpeningState.Open && !nodes.ContainsKey(at))
            {
                NodeFor(at);
            }
        }

        Resume();
        Run();
        List<PacketStep> done = [.. entries
            .Where(e => e.UndoneAt is null && old.ContainsKey(e.Key))
            .OrderBy(e => e.At)
            .Select(e => old[e.Key])
            .Select(s => items.TryGetValue(s.Key, out Item? item) ? s with { For = item.For } : s)];
        HashSet<string> alive = [.. done.Concat(behind).Select(s => s.In)];
        return Finished([.. packet.Openings.Where(o => alive.Contains(o.Id))], [.. done, .. behind]);
    }

    // ---- what is to be done, and where -----------------------------------------------------------------------------

    // Every step of work, each once however many jobs ask for it.
    private List<Item> Items()
    {
        List<Item> items = [];
        Dictionary<string, Item> byKey = [];
        foreach ((Job job, Place at) in jobs)
        {
            string id = new JobAt(job.Code, at.Code).Id;
            foreach (Work work in job.Work)
            {
                foreach (Place place in work.Where(gear, at))
                {
                    if (!work.Step.Wanted(ContextAt(place)))
                    {
                        continue;
                    }

                    string key = new StepId(place.Code, work.Group, work.Step.Code).ToString();
                    if (!byKey.TryGetValue(key, out Item? item))
                    {
                        byKey.Add(key, item = new Item(key, work, job, place));
                        items.Add(item);
                    }

                    item.For.Add(id);
                }
            }
        }

        return items;
    }

    private void Attach(Item item, Func<OpeningAt, Node> nodeFor)
    {
        Node node = nodeFor(Reach(item.Work.Opening, item.Place)[0]);
        (item.Work.Step.Late ? node.Late : node.Work).Add(item);
        node.Wanted = true;
    }

    private StepContext ContextAt(Place place)
    {
        if (!contexts.TryGetValue(place, out StepContext? context))
        {
            contexts.Add(
                place,
                context = new StepContext(gear, practices)
                {
                    Place = place,
                    Jobs = jobs,
                    Sockets = learned.Sockets,
                    Torques = learned.Torques
                });
        }

        return context;
    }

    private IReadOnlyList<OpeningAt> Reach(string code, Place place)
    {
        if (!reached.TryGetValue((code, place), out IReadOnlyList<OpeningAt>? found))
        {
            reached.Add((code, place), found = openings.Reach(gear, code, place));
        }

        return found;
    }

    private Node FreshNode(OpeningAt at) => nodes.TryGetValue(at, out Node? known) ? known : Make(at, 1, FreshNode);

    private Node Make(OpeningAt at, int round, Func<OpeningAt, Node> nodeFor)
    {
        Node node = new(at, openings.IndexOf(at.Opening), round);
        nodes.Add(at, node);
        foreach (string code in at.Opening.Needs)
        {
            foreach (OpeningAt needed in Reach(code, at.Place))
            {
                Node need = nodeFor(needed);
                if (!node.Needs.Contains(need))
                {
                    node.Needs.Add(need);
                    need.Dependents.Add(node);
                }
            }
        }

        node.Unmet = node.Needs.Count;
        foreach (Node need in node.Needs)
        {
            need.Pending++;
        }

        return node;
    }

    // ---- going on with a visit -------------------------------------------------------------------------------------

    private Dictionary<OpeningAt, PacketOpening> LatestOf(Packet packet)
    {
        Dictionary<OpeningAt, PacketOpening> latest = [];
        foreach (PacketOpening opening in packet.Openings)
        {
            OpeningAt at = new(openings.Find(opening.Code), Place.Of(opening.Place));
            if (!latest.TryGetValue(at, out PacketOpening? other) || other.Which.Round < opening.Which.Round)
            {
                latest[at] = opening;
            }
        }

        return latest;
    }

    // The node of an opening as the visit has left it; one that is being put back, or is back, comes off once more when
    // a step asks for it.
    private Node Resumed(
        OpeningAt at,
        Dictionary<OpeningAt, PacketOpening> latest,
        Progress progress,
        HashSet<OpeningAt> askedFor)
    {
        if (nodes.TryGetValue(at, out Node? known))
        {
            return known;
        }

        Node NodeFor(OpeningAt needed) => Resumed(needed, latest, progress, askedFor);
        if (!latest.TryGetValue(at, out PacketOpening? opening) || progress.StateOf(opening) == OpeningState.Shut)
        {
            return Make(at, opening is null ? 1 : opening.Which.Round, NodeFor);
        }

        bool back = progress.StateOf(opening) == OpeningState.Closed || progress.IsGoingBack(opening);
        bool again = back && askedFor.Contains(at);
        Node node = Make(at, again ? opening.Which.Round + 1 : opening.Which.Round, NodeFor);
        if (!again)
        {
            node.State = back ? NodeState.GoingBack : progress.IsWhole(opening) ? NodeState.Whole : NodeState.Begun;
        }

        return node;
    }

    // Picks up where the visit stands: what is whole is worked on and closed as before, the deepest first.
    private void Resume()
    {
        List<Node> standing = [.. nodes.Values
            .Where(n => n.State is NodeState.Whole or NodeState.GoingBack
                || (n.State == NodeState.Begun && !n.IsWanted()))
            .OrderByDescending(n => n.At.Opening.Depth)
            .ThenBy(n => n, Node.InOrder)];
        foreach (Node node in standing)
        {
            node.Open = true;
            foreach (Node dependent in node.Dependents)
            {
                dependent.Unmet--;
            }
        }

        foreach (Node node in standing)
        {
            WorkIn(node);
        }

        foreach (Node node in standing)
        {
            CloseIfDone(node);
        }
    }

    // ---- the order -------------------------------------------------------------------------------------------------

    private void Run()
    {
        foreach (Node node in nodes.Values.Where(n => !n.Open && n.Unmet == 0 && n.IsWanted()))
        {
            ready.Add(node);
        }

        while (ready.Min is { } node)
        {
            ready.Remove(node);
            Open(node);
            CloseIfDone(node);
        }
    }

    private void Open(Node node)
    {
        node.Open = true;
        opened.Add(node);

        // What can only be loosened while this is still closed: lug nuts, before the side goes up.
        foreach (Node dependent in node.Dependents.Where(d => !d.Open).Order(Node.InOrder))
        {
            foreach (Step step in dependent.At.Opening.Open.Where(s => s.Before == node.At.Opening.Code))
            {
                Emit(step, dependent.At.Place, dependent, StepPart.Open, null, node.At.Opening.Depth - 1);
                dependent.Loosened = true;
            }
        }

        foreach (Step step in node.At.Opening.Open)
        {
            if (step.Before is null || !node.Loosened)
            {
                Emit(step, node.At.Place, node, StepPart.Open, null, null);
            }
        }

        WorkIn(node);
        foreach (Node dependent in node.Dependents)
        {
            if (--dependent.Unmet == 0 && !dependent.Open)
            {
                ready.Add(dependent);
            }
        }
    }

    private void WorkIn(Node node)
    {
        foreach (Item item in node.Work.OrderBy(i => i.Work.Step.Phase))
        {
            Emit(item.Work.Step, item.Place, node, StepPart.Work, item, null);
        }
    }

    private void CloseIfDone(Node node)
    {
        if (node.Pending > 0 || node.Closed)
        {
            return;
        }

        node.Closed = true;
        foreach (Item item in node.Late.OrderBy(i => i.Work.Step.Phase))
        {
            if (item.Work.Step.WeightDown is { } rank)
            {
                weightDown.Add((rank, item.Work.Step, item.Place, node, item));
            }
            else
            {
                Emit(item.Work.Step, item.Place, node, StepPart.Work, item, null);
            }
        }

        if (node.Needs.Count == 0)
        {
            // The last to close: everything else is, and the weight is down.
            foreach (var late in weightDown
                .OrderBy(w => w.Rank)
                .ThenBy(w => w.Item is not null)
                .ThenBy(w => w.Item is null ? w.Node.Order : default))
            {
                Emit(
                    late.Step,
                    late.Place,
                    late.Node,
                    late.Item is null ? StepPart.Close : StepPart.Work,
                    late.Item,
                    node.At.Opening.Depth);
            }
        }

        foreach (Step step in node.At.Opening.Close)
        {
            if (step.WeightDown is { } rank)
            {
                weightDown.Add((rank, step, node.At.Place, node, null));
            }
            else
            {
                Emit(step, node.At.Place, node, StepPart.Close, null, null);
            }
        }

        Release(node);
    }

    private void Release(Node node)
    {
        foreach (Node need in node.Needs)
        {
            need.Pending--;
            if (need.Open)
            {
                CloseIfDone(need);
            }
            else if (need.Pending == 0 && !need.Closed && !need.IsWanted())
            {
                // Never opened and nobody wants it any more: lug nuts that were only loosened ask for no lifting.
                need.Closed = true;
                Release(need);
            }
        }
    }

    private void Emit(Step step, Place place, Node node, StepPart part, Item? item, int? depth)
    {
        StepContext context = ContextAt(place);
        if (item is null && !step.Wanted(context))
        {
            return;
        }

        string key = item?.Key ?? StepId.In(node.Which, step.Code).ToString();
        if (settled.Contains(key))
        {
            return;
        }

        LearnedMinutes? known = learned.Minutes.GetValueOrDefault(item is null
            ? $"{node.At.Opening.Code}/{step.Code}"
            : $"{item.Work.Group}/{step.Code}");
        steps.Add(new PacketStep(
            key,
            place.Code,
            place.Spoken,
            part,
            node.At.Opening.Code,
            item?.Job.Code,
            step.Title,
            step.Detail,
            known?.Minutes ?? step.Minutes,
            depth ?? node.At.Opening.Depth,
            step.Cautions,
            step.Readings,
            step.Subjects,
            step.Tools(context),
            step.Parts(context),
            step.Practice is { } question
                ? $"{question.Words}, {practices.Whose(question).ToLowerInvariant()}: {practices.For(question).Words}"
                : null,
            step.Optional)
        {
            In = node.Id,
            For = item?.For ?? [],
            Late = step.Late,
            WeightDown = step.WeightDown is not null,
            Torque = step.Torque?.Invoke(context),
            Critical = step.WhyCritical,
            Photo = step.Photo,
            Renews = step.Renews,
            OfNew = step.OfNew,
            Socket = step.Socket,
            MinutesFrom = known is null ? null : FormattableString.Invariant($"median of {known.Times} times here"),
        });
    }

    // What two steps both need at one spot is one part: the first keeps it. What is measured out, such as grease, is
    // used each time.
    private static List<PacketStep> EachPartOnce(IReadOnlyList<PacketStep> steps)
    {
        Dictionary<(string Spot, string Part), decimal> taken = [];
        List<PacketStep> all = [];
        foreach (PacketStep step in steps)
        {
            List<PartNeed> needs = [];
            foreach (PartNeed need in step.Parts.GroupBy(p => (p.Name, p.Unit, p.Spot)).Select(g => g.First() with
            {
                Quantity = g.Sum(p => p.Quantity)
            }))
            {
                (string, string) spot = (need.Spot.Length > 0
                    ? need.Spot
                    : step.Place, need.Code.Length > 0 ? need.Code : need.Name);
                decimal known = need.Unit == "piece" ? taken.GetValueOrDefault(spot) : 0;
                if (need.Quantity > known)
                {
                    needs.Add(need with { Quantity = need.Quantity - known });
                    taken[spot] = need.Quantity;
                }
            }

            all.Add(needs.SequenceEqual(step.Parts) ? step : step with { Parts = needs });
        }

        return all;
    }

    private Packet Finished(IReadOnlyList<PacketOpening> history, IReadOnlyList<PacketStep> done)
    {
        HashSet<string> there = [.. history.Select(o => o.Id)];
        return new Packet(
            EachPartOnce([.. done, .. steps]),
            [.. history, .. opened.Where(n => !there.Contains(n.Id)).Select(n => n.AsOpening())]);
    }
}
