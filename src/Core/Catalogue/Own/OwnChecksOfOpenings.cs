using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>Openings of a shop’s own: what they need, and who needs them.</summary>
public sealed partial class OwnChecks
{
    private void Opened(OwnOpening opening)
    {
        Coded("/code", opening.Code);
        Named(opening.Code, opening.Name);
        Known("/at", opening.At, OwnCodes.Places, "kind of place");
        Missing("/at", opening.At.Count == 0, "Say where there is such a thing.");
        Gear("/gear", opening.Gear);
        Missing("/needs", opening.Needs.Count == 0, "Say what has to stand first: the trailer secured at least.");
        HashSet<string> known = [.. Openings.Ours.All.Select(o => o.Code), .. around.Openings.Select(o => o.Code)];
        for (int i = 0; i < opening.Needs.Count; i++)
        {
            string need = opening.Needs[i];
            Add(
                $"/needs/{i}",
                need == opening.Code ? "It cannot need itself."
                    : !known.Contains(need) ? "There is no such opening."
                    : Needed(need, opening.Code) is { } round ? $"They go round in a circle: {round}."
                    : null);
        }

        Missing("/open", opening.Open.Count == 0, "Say how it is opened: at least one step.");
        Missing("/close", opening.Close.Count == 0, "Whatever is opened is closed: at least one step.");
        Steps("/open", opening.Open, null);
        Steps("/close", opening.Close, null);
        string? twice = opening.Open.Concat(opening.Close).GroupBy(s => s.Code).FirstOrDefault(g => g.Count() > 1)?.Key;
        Add("/close", twice is null ? null : $"Two steps have the code “{twice}”.");
        Owing(opening.Owing);
        if (problems.Count > 0)
        {
            return;
        }

        Opening made = JobCatalogue.Of(around.With(opening)).Openings.Find(opening.Code);
        RunningGear[] gears = [.. EveryGear.All.Where(g => made.Applies(g, Place.Trailer))];
        Add("/gear", gears.Length == 0 ? "There is no such running gear." : null);
        Kinds(opening.At, gears);
    }

    // What round the needs make from one opening to another, in words; null for none.
    private string? Needed(string from, string to)
    {
        if (around.Openings.FirstOrDefault(o => o.Code == from) is not { } opening)
        {
            return null;
        }

        return opening.Needs.Contains(to) ? $"“{opening.Name}” needs this one"
            : opening.Needs.Select(n => Needed(n, to)).FirstOrDefault(r => r is not null) is { } further
                ? $"“{opening.Name}” needs what needs it ({further})"
            : null;
    }

    // Jobs that were fine before an opening was changed, or taken out, have to stay so.
    private void UsersOf(OwnOpening opening)
    {
        OwnWork changed = around.With(opening);
        foreach (OwnJob job in around.Jobs.Where(j => !j.Retired && UsesIt(j, opening.Code)))
        {
            Add("", opening.Retired ? $"“{job.Name}” needs it: change that first."
                : Of(changed, job) is [var first, ..]
                    ? $"“{job.Name}” needs it, and could not be done: {first.Sentence}"
                : null);
        }

        foreach (OwnOpening other in around.Openings.Where(o => !o.Retired && o.Needs.Contains(opening.Code)))
        {
            Add("", opening.Retired ? $"“{other.Name}” needs it: change that first." : null);
        }
    }

    private static bool UsesIt(OwnJob job, string opening) =>
        job.Opening == opening || job.Steps.Any(s => s.Opening == opening);
}
