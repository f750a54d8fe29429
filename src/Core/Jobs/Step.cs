using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Schools;

namespace SturdyTinker.Core.Jobs;

/// <summary>What decides whether a step is wanted, and how it is done.</summary>
/// <param name="Gear">The trailer's running gear.</param>
/// <param name="Schools">The schools in force.</param>
public sealed record StepContext(RunningGear Gear, SchoolChoices Schools);

/// <summary>A part or a consumable that a step takes.</summary>
/// <param name="Name">What it is, by generic description and measure.</param>
/// <param name="Quantity">How much of <paramref name="Unit"/>.</param>
/// <param name="Unit">"piece", "oz".</param>
public sealed record PartNeed(string Name, decimal Quantity, string Unit)
{
    /// <summary>Where only the work itself tells which one it is, the candidates: all are taken along, one is used. Otherwise empty.</summary>
    public IReadOnlyList<string> OneOf { get; init; } = [];
}

/// <summary>One thing to do, as data.</summary>
/// <param name="Code">Stable code, unique within its opening or job.</param>
/// <param name="Title">What to do, as an order, short enough to read at arm's length.</param>
/// <param name="Minutes">How long it takes one practised technician. Source: common practice, spread so that openings keep their whole.</param>
public sealed record Step(string Code, string Title, decimal Minutes)
{
    /// <summary>How it is done and what to watch for; may be empty.</summary>
    public string Detail { get; init; } = "";

    /// <summary>Cautions to show at this step.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Codes of the readings it asks for.</summary>
    public IReadOnlyList<string> Readings { get; init; } = [];

    /// <summary>What is looked at here, offered first when something is found.</summary>
    public IReadOnlyList<Subject> Looks { get; init; } = [];

    /// <summary>Tools it takes.</summary>
    public Func<RunningGear, IReadOnlyList<string>> Tools { get; init; } = _ => [];

    /// <summary>Parts and consumables it takes.</summary>
    public Func<StepContext, IReadOnlyList<PartNeed>> Parts { get; init; } = _ => [];

    /// <summary>Whether this gear and these schools want it.</summary>
    public Func<StepContext, bool> Wanted { get; init; } = _ => true;

    /// <summary>The school question that decided for this step; null for a step all schools share.</summary>
    public SchoolQuestion? School { get; init; }

    /// <summary>
    /// Code of an opening needed below this one that has to be closed while the step is done: lug nuts are
    /// broken loose, and torqued, while the tyre still bears weight. Null for a step done where it stands.
    /// </summary>
    public string? Outside { get; init; }

    /// <summary>Whether the step can be skipped, with a reason, and the job still counts as done.</summary>
    public bool Optional { get; init; }
}
