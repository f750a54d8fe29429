using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>What becomes of one job or opening of a file.</summary>
public enum MergeState
{
    /// <summary>The shop has none of its code: it is taken.</summary>
    New,

    /// <summary>The shop has just this.</summary>
    Same,

    /// <summary>The shop has another of its code, and keeps its own.</summary>
    Kept,

    /// <summary>The shop has another of its code, and it is replaced, as asked.</summary>
    Replaced,

    /// <summary>It cannot work here.</summary>
    Refused,
}

/// <summary>One job or opening of a file, and what becomes of it.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">What it is called.</param>
/// <param name="IsOpening">Whether it is an opening.</param>
/// <param name="State">What becomes of it.</param>
/// <param name="Why">Why it is refused; empty otherwise.</param>
public sealed record MergedEntry(string Code, string Name, bool IsOpening, MergeState State, string Why);

/// <summary>Taking a file of described jobs into a shop's own.</summary>
public static class OwnMerge
{
    /// <summary>
    /// What a shop's own work becomes by a file: openings first, each after what it needs; a job that cannot work is
    /// left out and said, the others are taken. What the shop has changed itself is kept unless it asks otherwise.
    /// </summary>
    /// <param name="own">The shop's own.</param>
    /// <param name="file">What the file holds.</param>
    /// <param name="replace">Codes of what is to be replaced.</param>
    public static (OwnWork Own, IReadOnlyList<MergedEntry> Entries) Into(
        OwnWork own,
        OwnWork file,
        IReadOnlyCollection<string> replace)
    {
        List<MergedEntry> entries = [];
        List<OwnOpening> left = [.. file.Openings];
        while (left.Count > 0)
        {
            // What goes round in a circle is never at its turn: then its first is tried, and refused by its check.
            OwnOpening opening = left.Find(o => !o.Needs.Any(n => left.Exists(l => l != o && l.Code == n))) ?? left[0];
            left.Remove(opening);
            OwnOpening? has = own.Openings.FirstOrDefault(o => o.Code == opening.Code);
            MergeState state =
                StateOf(has is not null, has is not null && OwnWorkFile.Same(has, opening), opening.Code);
            Take(opening.Code, opening.Name, true, state, OwnChecks.Of(own, opening), () => own = own.With(opening with
            {
                Version = Math.Max(opening.Version, (has?.Version ?? 0) + 1)
            }));
        }

        foreach (OwnJob job in file.Jobs)
        {
            OwnJob? has = own.Jobs.FirstOrDefault(j => j.Code == job.Code);
            MergeState state = StateOf(has is not null, has is not null && OwnWorkFile.Same(has, job), job.Code);
            Take(job.Code, job.Name, false, state, OwnChecks.Of(own, job), () => own = own.With(job with
            {
                Version = Math.Max(job.Version, (has?.Version ?? 0) + 1)
            }));
        }

        return (own, entries);

        MergeState StateOf(bool has, bool same, string code) =>
            !has ? MergeState.New : same ? MergeState.Same : replace.Contains(code) ? MergeState.Replaced
            : MergeState.Kept;

        void Take(
            string code,
            string name,
            bool isOpening,
            MergeState state,
            IReadOnlyList<OwnProblem> problems,
            Action put)
        {
            bool taken = state is MergeState.New or MergeState.Replaced;
            string why = !taken ? ""
                : problems.Count > 0 ? problems[0].Sentence
                : state == MergeState.New && own.Jobs.Count + own.Openings.Count >= OwnWork.MostEntries
                    ? $"A shop has at most {OwnWork.MostEntries} jobs and openings of its own."
                : "";
            entries.Add(new MergedEntry(code, name, isOpening, why.Length > 0 ? MergeState.Refused : state, why));
            if (taken && why.Length == 0)
            {
                put();
            }
        }
    }
}
