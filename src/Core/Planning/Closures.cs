namespace SturdyTinker.Core.Planning;

/// <summary>What each opening brings along, and how long all of it takes. The openings have no loops.</summary>
internal sealed class Closures
{
    private readonly IReadOnlyList<PlanOpening> openings;
    private readonly Dictionary<string, HashSet<string>> closures = [];

    internal Closures(IReadOnlyList<PlanOpening> openings)
    {
        this.openings = openings;
        Dictionary<string, PlanOpening> byId = openings.ToDictionary(o => o.Id);
        HashSet<string> Closure(string id)
        {
            if (!closures.TryGetValue(id, out HashSet<string>? all))
            {
                all = [id];
                foreach (string need in byId[id].Needs)
                {
                    all.UnionWith(Closure(need));
                }

                closures[id] = all;
            }

            return all;
        }

        foreach (PlanOpening opening in openings)
        {
            Closure(opening.Id);
        }
    }

    /// <summary>Openings with everything they need, themselves included.</summary>
    internal HashSet<string> Of(IEnumerable<string> wanted) => [.. wanted.SelectMany(o => closures[o])];

    /// <summary>Minutes over the union of the closures of openings.</summary>
    internal double MinutesOf(IEnumerable<string> wanted)
    {
        HashSet<string> all = Of(wanted);
        return openings.Where(o => all.Contains(o.Id)).Sum(o => o.Minutes);
    }

    /// <summary>An opening that needs itself by way of others; null when there is none.</summary>
    internal static int? Loop(IReadOnlyList<PlanOpening> openings)
    {
        Dictionary<string, int> index = openings.Select((o, i) => (o.Id, i)).ToDictionary(o => o.Id, o => o.i);
        int[] state = new int[openings.Count];
        bool Loops(int at)
        {
            if (state[at] != 0)
            {
                return state[at] == 1;
            }

            state[at] = 1;
            bool loops = openings[at].Needs.Any(n => Loops(index[n]));
            state[at] = 2;
            return loops;
        }

        for (int i = 0; i < openings.Count; i++)
        {
            if (Loops(i))
            {
                return i;
            }
        }

        return null;
    }
}
