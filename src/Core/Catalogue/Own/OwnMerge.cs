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
        foreach (IOwnEntry entry in InTurn(file.Openings).Concat<IOwnEntry>(file.Jobs))
        {
            IOwnEntry? has = own.Standing(entry);
            MergeState state = has is null ? MergeState.New
                : OwnWorkFile.Same(has, entry) ? MergeState.Same
                : replace.Contains(entry.Code) ? MergeState.Replaced
                : MergeState.Kept;
            string why = "";
            if (state is MergeState.New or MergeState.Replaced)
            {
                why = OwnChecks.Of(own, entry) is [var first, ..] ? first.Sentence
                    : has is null && own.Entries.Count() >= OwnWork.MostEntries
                        ? $"A shop has at most {OwnWork.MostEntries} jobs and openings of its own."
                    : "";
                own = why.Length > 0
                    ? own
                    : own.With(entry, Math.Max(entry.Version, (has?.Version ?? 0) + 1));
            }

            entries.Add(new MergedEntry(
                entry.Code,
                entry.Name,
                entry is OwnOpening,
                why.Length > 0 ? MergeState.Refused : state,
                why));
        }

        return (own, entries);
    }

    // Each after what it needs. What goes round in a circle is never at its turn: its first is taken then, and refused
    // by its check.
    private static IEnumerable<OwnOpening> InTurn(IEnumerable<OwnOpening> openings)
    {
        List<OwnOpening> left = [.. openings];
        while (left.Count > 0)
        {
            OwnOpening next = left.Find(o => !o.Needs.Any(n => left.Exists(l => l != o && l.Code == n))) ?? left[0];
            left.Remove(next);
            yield return next;
        }
    }
}
