using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>What a sum was given, read and within its limits.</summary>
public sealed class Given
{
    private const int LongestText = 60;
    private readonly Dictionary<string, decimal> figures = [];
    private readonly Dictionary<string, string> texts = [];

    private Given(LimitsInForce limits) => Limits = limits;

    /// <summary>Reads what was typed for a sum.</summary>
    /// <param name="sum">The sum.</param>
    /// <param name="typed">What was typed, by the entry's code; null for nothing.</param>
    /// <param name="limits">The limits in force, for sums that judge by one.</param>
    /// <param name="problems">
    /// What can't be read or can't be: the entry's code and a sentence. Empty when all is well.
    /// </param>
    public static Given Read(
        Sum sum,
        Func<string, string?> typed,
        LimitsInForce limits,
        out IReadOnlyList<(string Entry, string Sentence)> problems)
    {
        Given given = new(limits);
        List<(string, string)> wrong = [];
        foreach (Entry entry in sum.Entries)
        {
            string text = (typed(entry.Code) ?? "").Trim();
            if (text.Length > 0 || !entry.Optional)
            {
                string? problem = text.Length == 0 ? $"{entry.Label}: nothing is written here."
                    : text.Length > LongestText ? $"{entry.Label}: this is longer than {LongestText} characters."
                    : given.Take(entry, text);
                if (problem is not null)
                {
                    wrong.Add((entry.Code, problem));
                }
            }
        }

        problems = wrong;
        return given;
    }

    /// <summary>The limits in force.</summary>
    public LimitsInForce Limits { get; }

    /// <summary>A figure, canonical; throws where it was left empty.</summary>
    public decimal this[string entry] => figures[entry];

    /// <summary>A figure, canonical; null where it was left empty.</summary>
    public decimal? Maybe(string entry) => figures.TryGetValue(entry, out decimal value) ? value : null;

    /// <summary>A weight in pounds; throws where it was left empty.</summary>
    public double Pounds(string entry) => MaybePounds(entry)!.Value;

    /// <summary>A weight in pounds; null where it was left empty.</summary>
    public double? MaybePounds(string entry) =>
        Maybe(entry) is { } kilograms ? (double)(kilograms / Unit.Pound.InCanonical) : null;

    /// <summary>Words, or the code of a choice.</summary>
    public string Text(string entry) => texts[entry];

    /// <summary>A length.</summary>
    public Length Length(string entry) => new(figures[entry]);

    private string? Take(Entry entry, string text)
    {
        switch (entry.Kind)
        {
            case EntryKind.Text:
                texts[entry.Code] = text;
                return null;
            case EntryKind.Choice:
                texts[entry.Code] = text;
                return entry.Choices.Any(c => c.Code == text)
                    ? null
                    : $"{entry.Label} is one of {string.Join(", ", entry.Choices.Select(c => c.Words))}.";
            case EntryKind.Number:
                if (PlainNumber.Read(text, out decimal number, out string? meant) is { } wrong)
                {
                    return meant is null ? $"“{text}” is no number: write it like {entry.Example}." : wrong;
                }

                figures[entry.Code] = number;
                return Between(
                    entry,
                    number,
                    FormattableString.Invariant($"{entry.Least:#,0.####}"),
                    FormattableString.Invariant($"{entry.Most:#,0.####}"));
            default:
                Understood read = ShopNotation.Read(text, entry.Quantity!.Value);
                if (read.Problem is not null)
                {
                    return read.Problem;
                }

                figures[entry.Code] = read.Canonical!.Value;
                return Between(
                    entry,
                    read.Canonical.Value,
                    ShopFormat.ReadBack(entry.Quantity.Value, entry.Least).Ours,
                    ShopFormat.ReadBack(entry.Quantity.Value, entry.Most).Ours);
        }
    }

    private static string? Between(Entry entry, decimal value, string least, string most) =>
        value < entry.Least || value > entry.Most ? $"{entry.Label} lies between {least} and {most}." : null;
}
