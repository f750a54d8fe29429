using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Reckoner;

namespace SturdyTinker.Shop.Requests;

/// <summary>What was typed for a ready calculation.</summary>
internal static class TypedEntries
{
    /// <summary>What was typed for a sum, read. Refuses (422) what can't be, each at its entry.</summary>
    internal static Given Read(Sum sum, IReadOnlyDictionary<string, string> typed, LimitsInForce limits)
    {
        Given given = Given.Read(
            sum,
            typed.GetValueOrDefault,
            limits,
            out IReadOnlyList<(string Entry, string Sentence)> problems);
        return problems.Count == 0
            ? given
            : throw Refusal.Fields422([.. problems.Select(p => new FieldProblem($"/entries/{p.Entry}", p.Sentence))]);
    }
}
