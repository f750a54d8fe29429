using System.Text.Json.Nodes;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts.Identification;

namespace SturdyTinker.Shop.Requests;

/// <summary>Collects everything wrong with a request, so that one answer tells all of it.</summary>
internal sealed class Checks
{
    // Decimals of an amount: a drop of fluid, a tenth of a cent.
    private const int Finest = 4;

    private readonly List<FieldProblem> problems = [];

    /// <summary>Everything collected so far.</summary>
    public IReadOnlyList<FieldProblem> Problems => problems;

    /// <summary>Adds a problem when there is one; of several at the same field the first is told.</summary>
    public void Add(string pointer, string? sentence)
    {
        if (sentence is not null && problems.All(p => p.Pointer != pointer))
        {
            problems.Add(new FieldProblem(pointer, sentence));
        }
    }

    /// <summary>Text that may not be empty or longer than a limit; answers it trimmed.</summary>
    public string Text(string pointer, string? text, string what, int longest, bool required = true)
    {
        string trimmed = (text ?? "").Trim();
        Add(
            pointer,
            required && trimmed.Length == 0 ? $"{what} is missing."
                : trimmed.Length > longest ? $"{what} is longer than {longest} characters."
                : Unseen(trimmed) is { } sign ? $"{what} has a sign in it that nobody sees ({sign}): write it anew."
                : null);
        return trimmed;
    }

    /// <summary>Notes every text within a value that has a sign in it that nobody sees.</summary>
    /// <param name="pointer">Where the value is.</param>
    /// <param name="value">The value.</param>
    public void Signs(string pointer, JsonNode? value)
    {
        switch (value)
        {
            case JsonObject fields:
                foreach ((string name, JsonNode? field) in fields)
                {
                    Signs($"{pointer}/{name.Replace("/", "~1", StringComparison.Ordinal)}", field);
                }

                break;
            case JsonArray items:
                for (int i = 0; i < items.Count; i++)
                {
                    Signs($"{pointer}/{i}", items[i]);
                }

                break;
            case JsonValue text when text.TryGetValue(out string? typed) && Unseen(typed) is { } sign:
                Add(pointer, $"There is a sign in it that nobody sees ({sign}): write it anew.");
                break;
            default:
                break;
        }
    }

    // Signs that show nothing, or turn round how what follows is shown, are no text: control characters, the overrides
    // and isolates of Unicode's bidirectional algorithm (UAX 9), halves of surrogate pairs. Letters that run from right
    // to left are text.
    private static string? Unseen(string text)
    {
        for (int i = 0; i < text.Length; i++)
        {
            char c = text[i];
            if (char.IsHighSurrogate(c) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]))
            {
                i++;
            }
            else if (char.IsSurrogate(c)
                || (char.IsControl(c) && c is not ('\n' or '\r' or '\t'))
                || c is (>= '\u202A' and <= '\u202E') or (>= '\u2066' and <= '\u2069') or '\uFFFE' or '\uFFFF')
            {
                return $"U+{(int)c:X4}";
            }
        }

        return null;
    }

    /// <summary>A figure in shop notation; answers its canonical value, or nought with the problem noted.</summary>
    public decimal Figure(string pointer, string? typed, Quantity quantity)
    {
        Understood read = ShopNotation.Read(typed, quantity);
        Add(pointer, read.Problem);
        return read.Canonical ?? 0;
    }

    /// <summary>An amount as typed: nought and more; nought with the problem noted where it can't be read.</summary>
    /// <param name="pointer">Where it stands.</param>
    /// <param name="typed">What was typed.</param>
    /// <param name="what">What it is, to begin a sentence with.</param>
    /// <param name="most">The most it can be.</param>
    public decimal Amount(string pointer, string? typed, string what, decimal most = 100_000)
    {
        string text = (typed ?? "").Trim();
        string? wrong = PlainNumber.Read(text, out decimal amount, out string? meant);
        bool read = wrong is null;
        Add(
            pointer,
            text.Length == 0 ? $"{what} is missing."
                : !read ? meant is null ? $"“{text}” is no amount: write it like 12 or 3.5." : wrong
                : amount < 0 ? $"{what} can’t be less than nothing."
                : amount != Math.Round(amount, Finest) ? $"{what} is told to {Finest} decimals at most."
                : amount > most ? $"{what} is more than {most:#,0}."
                : null);
        return read ? amount : 0;
    }

    /// <summary>A part's dimension as typed: measured in shop notation, or counted where it is counted.</summary>
    public Length Measured(string pointer, string typed, Dimension dimension) =>
        new(dimension.Counted
            ? Amount(pointer, typed, $"How many {dimension.Words}", 40)
            : Figure(pointer, typed, Quantity.Length));

    /// <summary>Ids are made by the client and sort by time: UUID version 7.</summary>
    public static void Id(Guid id)
    {
        if (id.Version != 7)
        {
            throw Refusal.Malformed("An id made by the client is a UUID version 7.");
        }
    }

    /// <summary>Throws a 422 with everything collected; does nothing when all is well.</summary>
    public void Done()
    {
        if (problems.Count > 0)
        {
            throw Refusal.Fields422(problems);
        }
    }
}
