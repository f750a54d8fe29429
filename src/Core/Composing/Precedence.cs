using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Composing;

/// <summary>Which steps of a packet have to be settled before which others.</summary>
internal sealed class Precedence
{
    private readonly PacketStep[] steps;
    private readonly int[] node;
    private readonly Place[] place;
    private readonly bool[,] around;
    private readonly Dictionary<string, int> index;

    internal Precedence(Packet packet)
    {
        steps = [.. packet.Steps];
        index = packet.Openings.Select((o, i) => (o.Id, i)).ToDictionary(o => o.Id, o => o.i);
        node = [.. steps.Select(s => index[s.In])];
        Dictionary<string, Place> read = [];
        place = new Place[steps.Length];
        for (int i = 0; i < steps.Length; i++)
        {
            if (!read.TryGetValue(steps[i].Place, out place[i]))
            {
                read.Add(steps[i].Place, place[i] = Place.Of(steps[i].Place));
            }
        }

        around = Around(packet);
    }

    /// <summary>
    /// Whether one step has to be settled before a later one: they open, close or work in the same thing, or one's
    /// opening
    /// needs the other's. Work binds, and is bound by, only what lies near it. With the weight down, everything else is
    /// closed first, and what comes before it there is done.
    /// </summary>
    /// <param name="earlier">Position of the earlier step.</param>
    /// <param name="later">Position of the later step.</param>
    internal bool Binds(int earlier, int later)
    {
        PacketStep first = steps[earlier], second = steps[later];
        int a = node[earlier], b = node[later];
        if (a == b || around[a, b] || around[b, a])
        {
            bool work = a == b
                ? first.Part == StepPart.Work && second.Part == StepPart.Work
                : first.Part == StepPart.Work || second.Part == StepPart.Work;
            return !work || place[earlier].Near(place[later]);
        }

        return second.WeightDown
            && (first.WeightDown ? place[earlier].Near(place[later]) : first.Part == StepPart.Close);
    }

    /// <summary>The positions of everything an opening needs, whatever those need too.</summary>
    internal IEnumerable<int> AroundOf(string id)
    {
        int inner = index[id];
        for (int outer = 0; outer < around.GetLength(0); outer++)
        {
            if (around[outer, inner])
            {
                yield return outer;
            }
        }
    }

    // [outer, inner]: whether the inner one needs the outer, through whatever lies between. Each stands after what it
    // needs.
    private bool[,] Around(Packet packet)
    {
        int count = packet.Openings.Count;
        bool[,] found = new bool[count, count];
        bool[] known = new bool[count];
        void Find(int inner)
        {
            if (known[inner])
            {
                return;
            }

            known[inner] = true;
            foreach (string need in packet.Openings[inner].Needs)
            {
                if (index.TryGetValue(need, out int outer))
                {
                    Find(outer);
                    found[outer, inner] = true;
                    for (int further = 0; further < count; further++)
                    {
                        found[further, inner] |= found[further, outer];
                    }
                }
            }
        }

        for (int i = 0; i < count; i++)
        {
            Find(i);
        }

        return found;
    }
}
