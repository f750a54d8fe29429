using System.Text.Json.Serialization;

namespace SturdyTinker.Core.Practices;

/// <summary>
/// Work that a shop has described itself: jobs of its own, states of a trailer they need, and what it does otherwise at
/// jobs of ours. Everything is named by code; what the codes mean is settled where the catalogue is made of it.
/// </summary>
/// <param name="Jobs">Jobs of its own, and refinements of ours.</param>
/// <param name="Openings">Openings of its own.</param>
public sealed record OwnWork(IReadOnlyList<OwnJob> Jobs, IReadOnlyList<OwnOpening> Openings)
{
    /// <summary>Most jobs and openings that a shop can describe.</summary>
    public const int MostEntries = 200;

    /// <summary>Nothing of its own.</summary>
    public static OwnWork None { get; } = new([], []);

    /// <summary>Whether there is nothing in it.</summary>
    [JsonIgnore]
    public bool IsNone => Jobs.Count == 0 && Openings.Count == 0;

    /// <summary>Tells one state of it from another: codes with their versions.</summary>
    [JsonIgnore]
    public string Stamp => string.Join(
        ' ',
        Entries.Select(e => FormattableString.Invariant($"{e.Code}@{e.Version}")));

    /// <summary>
    /// What some jobs are made of and no more, so that a visit can carry it along: they themselves, what is refined of
    /// ours, and the openings they need. Null where that is nothing.
    /// </summary>
    /// <param name="codes">Codes of jobs.</param>
    public OwnWork? Only(IEnumerable<string> codes)
    {
        HashSet<string> wanted = [.. codes];
        OwnJob[] jobs = [.. Jobs.Where(j => wanted.Contains(j.Code) || j is { Refines: not null, Retired: false })];
        HashSet<string> needed = [.. jobs.SelectMany(j => j.Steps.Select(s => s.Opening).Append(j.Opening))];
        OwnOpening[] openings = [];
        for (int before = -1; before != openings.Length;)
        {
            before = openings.Length;
            openings = [.. Openings.Where(o => needed.Contains(o.Code))];
            needed.UnionWith(openings.SelectMany(o => o.Needs));
        }

        return jobs.Length == 0 ? null : new OwnWork(jobs, openings);
    }

    /// <summary>This with whatever another has besides: what both have stays as it is here.</summary>
    /// <param name="other">The other; null for nothing.</param>
    public OwnWork And(OwnWork? other) => other is null ? this : new OwnWork(
        [.. Jobs.UnionBy(other.Jobs, j => j.Code)],
        [.. Openings.UnionBy(other.Openings, o => o.Code)]);

    /// <summary>Jobs and openings.</summary>
    [JsonIgnore]
    public IEnumerable<IOwnEntry> Entries => Jobs.Concat<IOwnEntry>(Openings);

    /// <summary>What stands here of an entry's kind and code; null for nothing.</summary>
    public IOwnEntry? Standing(IOwnEntry entry) =>
        Entries.FirstOrDefault(e => e.Code == entry.Code && e.GetType() == entry.GetType());

    /// <summary>An entry by itself, not taken out.</summary>
    public static OwnWork Alone(IOwnEntry entry) => entry is OwnJob job
        ? new OwnWork([job with { Retired = false }], [])
        : new OwnWork([], [(OwnOpening)entry with { Retired = false }]);

    /// <summary>This with one job put in, or in the place of the one of its code.</summary>
    /// <param name="job">The job.</param>
    public OwnWork With(OwnJob job) => this with { Jobs = Put(Jobs, job) };

    /// <summary>This with one opening put in, or in the place of the one of its code.</summary>
    /// <param name="opening">The opening.</param>
    public OwnWork With(OwnOpening opening) => this with { Openings = Put(Openings, opening) };

    /// <summary>This with an entry put in, or in the place of the one of its code.</summary>
    /// <param name="entry">The entry.</param>
    /// <param name="version">The version it has then.</param>
    public OwnWork With(IOwnEntry entry, int version) => entry is OwnJob job
        ? With(job with { Version = version })
        : With((OwnOpening)entry with { Version = version });

    private static IReadOnlyList<T> Put<T>(IReadOnlyList<T> all, T entry)
        where T : IOwnEntry =>
        all.Any(e => e.Code == entry.Code)
            ? [.. all.Select(e => e.Code == entry.Code ? entry : e)]
            : [.. all, entry];
}

/// <summary>What a shop has described: a job or an opening.</summary>
public interface IOwnEntry
{
    /// <summary>Stable code; it goes along from shop to shop.</summary>
    string Code { get; }

    /// <summary>Counts up with every change, from 1.</summary>
    int Version { get; }

    /// <summary>What it is called.</summary>
    string Name { get; }

    /// <summary>Whether it is offered no more.</summary>
    bool Retired { get; }
}

/// <summary>A job that a shop has described, or what it does otherwise at one of ours.</summary>
/// <param name="Code">
/// Stable code, "own-" and more; of a refinement "refined-" and the code of the job. It goes along from shop to shop.
/// </param>
/// <param name="Version">Counts up with every change, from 1.</param>
/// <param name="Name">The job in words; of a refinement, what is different.</param>
/// <param name="At">Codes of the kinds of place it is done at; none for a refinement.</param>
/// <param name="Opening">Code of the opening its steps are done in, where they do not say their own.</param>
/// <param name="Steps">The steps, in order; of a refinement those that come on top.</param>
public sealed record OwnJob(
    string Code,
    int Version,
    string Name,
    IReadOnlyList<string> At,
    string Opening,
    IReadOnlyList<OwnStep> Steps) : IOwnEntry
{
    /// <summary>What every code of a shop's own job begins with.</summary>
    public const string Prefix = "own-";

    /// <summary>What the code of every refinement begins with.</summary>
    public const string RefinedPrefix = "refined-";

    /// <summary>Code of the job of ours that it refines; null for a job by itself.</summary>
    public string? Refines { get; init; }

    /// <summary>Code of the part of the trailer it belongs to, for lists.</summary>
    public string Area { get; init; } = "trailer";

    /// <summary>On which running gear it is done; on all where nothing is said.</summary>
    public OwnGear Gear { get; init; } = new();

    /// <summary>The checks it leaves owing.</summary>
    public IReadOnlyList<OwnCheck> Owing { get; init; } = [];

    /// <summary>How long it lasts; null for work that does not come again by itself.</summary>
    public OwnInterval? Lasts { get; init; }

    /// <summary>Codes of jobs that count as done along with it.</summary>
    public IReadOnlyList<string> CountsAs { get; init; } = [];

    /// <summary>Codes of jobs that make no sense at the same place.</summary>
    public IReadOnlyList<string> NotWith { get; init; } = [];

    /// <summary>Codes of checks that doing it settles.</summary>
    public IReadOnlyList<string> Settles { get; init; } = [];

    /// <summary>Code of the skill it asks for; null for none.</summary>
    public string? Skill { get; init; }

    /// <summary>
    /// Of a refinement: minutes of steps of ours, by "group/step". They hold wherever that step is done.
    /// </summary>
    public IReadOnlyDictionary<string, decimal> Minutes { get; init; } = new Dictionary<string, decimal>();

    /// <summary>Of a refinement: steps of ours that are left out, as "group/step".</summary>
    public IReadOnlyList<string> LeftOut { get; init; } = [];

    /// <summary>Whether it is offered no more. It is kept: what was done by it keeps its name.</summary>
    public bool Retired { get; init; }
}

/// <summary>A state of a place that a shop's own jobs need, beside ours.</summary>
/// <param name="Code">Stable code, "own-" and more.</param>
/// <param name="Version">Counts up with every change, from 1.</param>
/// <param name="Name">The state in words, small: "belly pan off".</param>
/// <param name="At">Codes of the kinds of place that have it.</param>
/// <param name="Needs">Codes of the openings that stand first; at least one.</param>
/// <param name="Open">Steps that open it, in order.</param>
/// <param name="Close">Steps that close it, in order.</param>
public sealed record OwnOpening(
    string Code,
    int Version,
    string Name,
    IReadOnlyList<string> At,
    IReadOnlyList<string> Needs,
    IReadOnlyList<OwnStep> Open,
    IReadOnlyList<OwnStep> Close) : IOwnEntry
{
    /// <summary>On which running gear there is such a thing.</summary>
    public OwnGear Gear { get; init; } = new();

    /// <summary>The checks that having been open leaves owing.</summary>
    public IReadOnlyList<OwnCheck> Owing { get; init; } = [];

    /// <summary>Whether it is offered no more.</summary>
    public bool Retired { get; init; }
}

/// <summary>On which running gear something is done: on all where a list is empty.</summary>
public sealed record OwnGear
{
    /// <summary>Codes of the brakes.</summary>
    public IReadOnlyList<string> Brakes { get; init; } = [];

    /// <summary>Codes of the suspensions.</summary>
    public IReadOnlyList<string> Suspensions { get; init; } = [];

    /// <summary>Codes of the lubrications.</summary>
    public IReadOnlyList<string> Lubrications { get; init; } = [];

    /// <summary>Numbers of axles, 1 to 3.</summary>
    public IReadOnlyList<int> Axles { get; init; } = [];
}

/// <summary>One step of a shop's own.</summary>
/// <param name="Code">Stable code within its job or opening.</param>
/// <param name="Title">What to do, as an order.</param>
/// <param name="Minutes">How long it takes one practised technician: above 0, at most 600.</param>
public sealed record OwnStep(string Code, string Title, decimal Minutes)
{
    /// <summary>How it is done and what to watch for.</summary>
    public string Detail { get; init; } = "";

    /// <summary>Code of the opening it is done in; empty for its job's.</summary>
    public string Opening { get; init; } = "";

    /// <summary>
    /// Code of the kind of place it is done at, at each that belongs to the job's place; empty for the job's own.
    /// </summary>
    public string Each { get; init; } = "";

    /// <summary>
    /// Code of when it is done while its opening stands: "look", "clean", "out", "work", "measure", "in", "finish", and
    /// "wayUp" when what lies deeper is back, "weightDown" when everything is.
    /// </summary>
    public string When { get; init; } = "work";

    /// <summary>Cautions to show.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Codes of the readings it asks for.</summary>
    public IReadOnlyList<string> Readings { get; init; } = [];

    /// <summary>Tools it takes.</summary>
    public IReadOnlyList<string> Tools { get; init; } = [];

    /// <summary>Parts it takes.</summary>
    public IReadOnlyList<OwnPart> Parts { get; init; } = [];

    /// <summary>The torque it is tightened to; null where nothing is.</summary>
    public OwnTorque? Torque { get; init; }

    /// <summary>What to photograph; empty for nothing.</summary>
    public string Photo { get; init; } = "";

    /// <summary>Why it is never folded away; empty where it may be.</summary>
    public string Critical { get; init; } = "";

    /// <summary>Whether the new thing is in once this is done.</summary>
    public bool Renews { get; init; }

    /// <summary>Whether it can be skipped, with a reason, and the job still counts as done.</summary>
    public bool Optional { get; init; }
}

/// <summary>A part that a step of a shop's own takes.</summary>
/// <param name="Name">What it is, in words.</param>
/// <param name="Quantity">How much of <paramref name="Unit"/>: above 0.</param>
/// <param name="Unit">"piece", "oz".</param>
public sealed record OwnPart(string Name, decimal Quantity, string Unit)
{
    /// <summary>Code of the part on the shelf; empty where only its name tells.</summary>
    public string Code { get; init; } = "";
}

/// <summary>A torque that a step of a shop's own tightens to.</summary>
/// <param name="What">What is tightened.</param>
/// <param name="From">The least, in lbf·ft.</param>
/// <param name="To">The most, in lbf·ft.</param>
/// <param name="Whose">Whose figure it is: the maker's sheet, a chart.</param>
public sealed record OwnTorque(string What, decimal From, decimal To, string Whose)
{
    /// <summary>How many lie on a circle, for the order they are gone round; 0 for no circle.</summary>
    public int Fasteners { get; init; }

    /// <summary>In how many stages: 1 or 3.</summary>
    public int Stages { get; init; } = 1;
}

/// <summary>A check that work of a shop's own leaves owing.</summary>
/// <param name="Code">Stable code within its job or opening.</param>
/// <param name="Words">What is owed.</param>
/// <param name="AfterMiles">After how many miles: 1 and more.</param>
/// <param name="AfterDays">After how many days where no meter tells the miles: 1 and more.</param>
public sealed record OwnCheck(string Code, string Words, decimal AfterMiles, int AfterDays)
{
    /// <summary>Who does it.</summary>
    public Doer By { get; init; }
}

/// <summary>How long work of a shop's own lasts.</summary>
/// <param name="Months">Months; null where time does not decide.</param>
/// <param name="Miles">Miles; null where distance does not decide.</param>
public sealed record OwnInterval(int? Months = null, decimal? Miles = null)
{
    /// <summary>Who does it.</summary>
    public Doer By { get; init; }

    /// <summary>Whether a trailer that is launched has it done at the season's end.</summary>
    public bool AtSeasonsEnd { get; init; }
}
