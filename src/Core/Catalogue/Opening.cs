using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Catalogue;

/// <summary>A state of a place that has to be reached before work there, as data.</summary>
/// <param name="Code">Stable code, for example "hub-off".</param>
/// <param name="Name">The state in words, for example "hub off".</param>
/// <param name="At">The kinds of place that have this state.</param>
/// <param name="Depth">How deep it lies below the ground, for the drawing of the valley: 1 and more.</param>
/// <param name="Needs">Codes of the openings that must stand first, at every place this one's place touches.</param>
/// <param name="Open">Steps that open it, in order.</param>
/// <param name="Close">Steps that close it, in order.</param>
public sealed record Opening(
    string Code,
    string Name,
    IReadOnlyList<PlaceKind> At,
    int Depth,
    IReadOnlyList<string> Needs,
    IReadOnlyList<Step> Open,
    IReadOnlyList<Step> Close)
{
    /// <summary>
    /// Whether a place of a running gear has this opening; without it, whatever needs it needs what it would need
    /// instead.
    /// </summary>
    public Func<RunningGear, Place, bool> Applies { get; init; } = (_, _) => true;

    /// <summary>The checks that having been open leaves owing, whatever was done there.</summary>
    public IReadOnlyList<FollowUpRule> FollowUps { get; init; } = [];
}

/// <summary>An opening at one place of one running gear.</summary>
/// <param name="Opening">The opening.</param>
/// <param name="Place">The place.</param>
public readonly record struct OpeningAt(Opening Opening, Place Place);

/// <summary>The openings, and what each needs on a running gear: ours, and a shop's own after them.</summary>
public sealed class Openings
{
    private readonly Dictionary<string, Opening> byCode;
    private readonly Dictionary<string, int> order;

    /// <summary>Ours, with a shop's own.</summary>
    /// <param name="own">The shop's own, each after what it needs.</param>
    internal Openings(IEnumerable<Opening> own)
    {
        All = [.. WheelEndOpenings.All, .. SuspensionOpenings.All, .. own];
        byCode = All.ToDictionary(o => o.Code);
        order = All.Select((o, i) => (o.Code, i)).ToDictionary(o => o.Code, o => o.i);
    }

    /// <summary>Those that every shop has.</summary>
    public static Openings Ours { get; } = new([]);

    /// <summary>Every opening; each stands after all it needs.</summary>
    public IReadOnlyList<Opening> All { get; }

    /// <summary>The opening with this code. Throws for an unknown code, which is a fault in the catalogue.</summary>
    public Opening Find(string code) => byCode[code];

    /// <summary>The opening with this code; null for an unknown one.</summary>
    public Opening? Known(string code) => byCode.GetValueOrDefault(code);

    /// <summary>Where an opening stands among all of them.</summary>
    internal int IndexOf(Opening opening) => order[opening.Code];

    /// <summary>
    /// Which openings a code means at a place of a gear: at every place of its kinds that this one touches; where the
    /// gear
    /// has none of them, whatever that opening would need instead.
    /// </summary>
    /// <param name="gear">The running gear.</param>
    /// <param name="code">Code of the opening.</param>
    /// <param name="place">The place.</param>
    public IReadOnlyList<OpeningAt> Reach(RunningGear gear, string code, Place place)
    {
        Opening opening = Find(code);
        List<OpeningAt> found = [];
        foreach (PlaceKind kind in opening.At)
        {
            foreach (Place at in Places.Touching(gear, kind, place))
            {
                if (Places.Has(gear, at) && opening.Applies(gear, at))
                {
                    found.Add(new OpeningAt(opening, at));
                }
            }
        }

        if (found.Count == 0)
        {
            foreach (string need in opening.Needs)
            {
                foreach (OpeningAt instead in Reach(gear, need, place))
                {
                    if (!found.Contains(instead))
                    {
                        found.Add(instead);
                    }
                }
            }
        }

        return found;
    }

    /// <summary>What an opening needs directly on a gear.</summary>
    public IEnumerable<OpeningAt> NeedsOf(RunningGear gear, OpeningAt at) =>
        at.Opening.Needs.SelectMany(need => Reach(gear, need, at.Place)).Distinct();

    /// <summary>Openings and everything they need on this gear, each once and after what it needs.</summary>
    public IReadOnlyList<OpeningAt> Closure(RunningGear gear, IEnumerable<OpeningAt> wanted)
    {
        HashSet<OpeningAt> seen = [];
        List<OpeningAt> closure = [];
        void Want(OpeningAt at)
        {
            if (seen.Add(at))
            {
                foreach (OpeningAt need in NeedsOf(gear, at))
                {
                    Want(need);
                }

                closure.Add(at);
            }
        }

        foreach (OpeningAt at in wanted)
        {
            Want(at);
        }

        return closure;
    }
}
