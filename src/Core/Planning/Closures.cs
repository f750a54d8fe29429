namespace SturdyTinker.Core.Planning;

/// <summary>What each opening brings along.</summary>
internal static class Closures
{
    /// <summary>Each opening with everything it needs, itself included. The openings have no loops.</summary>
    internal static Dictionary<string, HashSet<string>> Of(IReadOnlyList<PlanOpening> openings)
    {
        Dictionary<string, PlanOpening> byId = openings.ToDictionary(o => o.Id);
        Dictionary<string, HashSet<string>> closures = [];
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

        return closures;
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
