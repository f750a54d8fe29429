using System.Text.Json.Serialization;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue;

/// <summary>What decides whether a step is wanted, and how it is done.</summary>
/// <param name="Gear">The trailer's running gear.</param>
/// <param name="Practices">The practices in force.</param>
public sealed record StepContext(RunningGear Gear, PracticeChoices Practices)
{
    /// <summary>The place the step is done at.</summary>
    public Place Place { get; init; }

    /// <summary>The jobs of the visit, each with its place.</summary>
    public IReadOnlyList<(Job Job, Place Place)> Jobs { get; init; } = [];

    /// <summary>
    /// What fitted this trailer at earlier visits: what the socket is for, and its size as written down.
    /// </summary>
    public IReadOnlyDictionary<string, string> Sockets { get; init; } = NoSockets;

    /// <summary>Torque figures typed for this trailer, by the fastener's code: they rank before ours.</summary>
    public IReadOnlyDictionary<string, TorqueRange> Torques { get; init; } = NoTorques;

    private static readonly Dictionary<string, string> NoSockets = [];
    private static readonly Dictionary<string, TorqueRange> NoTorques = [];

    /// <summary>Whether a job of this code is done at this very place.</summary>
    public bool DoingHere(string code) => Jobs.Any(j => j.Job.Code == code && j.Place == Place);

    /// <summary>Whether a job of this code is done at a wheel end that this place shares.</summary>
    public bool Doing(string code)
    {
        foreach ((Job job, Place at) in Jobs)
        {
            if (job.Code == code && at.Near(Place))
            {
                return true;
            }
        }

        return false;
    }
}

/// <summary>A part or a consumable that a step takes.</summary>
/// <param name="Name">What it is, by generic description and measure.</param>
/// <param name="Quantity">How much of <paramref name="Unit"/>.</param>
/// <param name="Unit">"piece", "oz".</param>
public sealed record PartNeed(string Name, decimal Quantity, string Unit)
{
    /// <summary>
    /// Code of the part, by which it is known whatever a shop calls it; empty where only the old part tells. Packets of
    /// old find theirs by our name.
    /// </summary>
    public string Code { get; init; } = Part.Named(Name)?.Code ?? "";

    /// <summary>
    /// The very spot it goes to, where that is not the step's place: one bolt of several at an equalizer. What two jobs
    /// both need at
    /// one spot is one part.
    /// </summary>
    public string Spot { get; init; } = "";

    /// <summary>Codes of the candidates, where only the work itself tells which one it is; otherwise empty.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> OneOfCodes => [.. OneOf.Select(name => Part.Named(name)?.Code ?? name)];

    /// <summary>
    /// Where only the work itself tells which one it is, the candidates: all are taken along, one is used. Otherwise
    /// empty.
    /// </summary>
    public IReadOnlyList<string> OneOf { get; init; } = [];
}

/// <summary>
/// When work is done while an opening stands, so that steps of several jobs fall into the order of the trade.
/// </summary>
internal static class Phases
{
    internal const int Look = 10, Cause = 20, Clean = 30, Judge = 40, Out = 50, Wash = 60, Work = 70, Measure = 80,
        In = 90, Pack = 100, Finish = 110;
}

/// <summary>One thing to do, as data.</summary>
/// <param name="Code">Stable code, unique within its opening or group of work.</param>
/// <param name="Title">What to do, as an order, short enough to read at arm's length.</param>
/// <param name="Minutes">
/// How long it takes one practised technician. Source: common practice, spread so that openings keep their whole.
/// </param>
public sealed record Step(string Code, string Title, decimal Minutes)
{
    /// <summary>How it is done and what to watch for; may be empty.</summary>
    public string Detail { get; init; } = "";

    /// <summary>Cautions to show at this step.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Codes of the readings it asks for.</summary>
    public IReadOnlyList<string> Readings { get; init; } = [];

    /// <summary>What is looked at here, offered first when something is found.</summary>
    public IReadOnlyList<Subject> Subjects { get; init; } = [];

    /// <summary>Tools it takes.</summary>
    public Func<StepContext, IReadOnlyList<string>> Tools { get; init; } = _ => [];

    /// <summary>
    /// What its socket fits, for a step at which the one that fitted is written down and offered next time; null for no
    /// socket.
    /// </summary>
    public string? Socket { get; init; }

    /// <summary>Parts and consumables it takes.</summary>
    public Func<StepContext, IReadOnlyList<PartNeed>> Parts { get; init; } = _ => [];

    /// <summary>The torque it is tightened to; null where nothing is.</summary>
    public Func<StepContext, TorqueAsked>? Torque { get; init; }

    /// <summary>What to photograph before going on; null for nothing.</summary>
    public string? Photo { get; init; }

    /// <summary>Whether this gear, these practices and the visit's jobs want it.</summary>
    public Func<StepContext, bool> Wanted { get; init; } = _ => true;

    /// <summary>
    /// When it is done among the work of its opening, whatever job asks for it: see <see cref="Phases"/>. Steps of one
    /// phase keep
    /// the order of their jobs.
    /// </summary>
    public int Phase { get; init; } = Phases.Work;

    /// <summary>
    /// Whether the new thing is in once this is done: what was seen and measured there before was the old one's.
    /// </summary>
    public bool Renews { get; init; }

    /// <summary>Whether its readings are the new thing's, even where they are taken before it goes in.</summary>
    public bool OfNew { get; init; }

    /// <summary>The practice question that decided for this step; null for a step all practices share.</summary>
    public PracticeQuestion? Practice { get; init; }

    /// <summary>
    /// Code of an opening needed below this one that has to be closed while an opening step is done: lug nuts are
    /// broken
    /// loose while the tyre still bears weight. Null for a step done where it stands.
    /// </summary>
    public string? Before { get; init; }

    /// <summary>
    /// For a closing step, and for late work at the trailer: done only when everything is closed and the weight is
    /// down, in
    /// the order of this rank (suspension bolts before lug nuts before trying things). Null for a step done where it
    /// stands.
    /// </summary>
    public int? WeightDown { get; init; }

    /// <summary>
    /// For work: done on the way up, when what lies deeper here is back, just before its opening is closed.
    /// </summary>
    public bool Late { get; init; }

    /// <summary>
    /// Why it stands alone at every pace: missing it can kill. Null where it may be folded away among others. Source:
    /// common practice.
    /// </summary>
    public string? Critical { get; init; }

    /// <summary>
    /// Why it is never folded away, be it said or because it is tightened to a figure; null where it may be.
    /// </summary>
    public string? WhyCritical => Critical ?? (Torque is null ? null : CriticalSteps.Tightened);

    /// <summary>Whether the step can be skipped, with a reason, and the job still counts as done.</summary>
    public bool Optional { get; init; }
}
