using SturdyTinker.Core.Measures;

namespace SturdyTinker.Shop.Requests;

/// <summary>Collects everything wrong with a request, so that one answer tells all of it.</summary>
internal sealed class Checks
{
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
        Add(pointer, required && trimmed.Length == 0 ? $"{what} is missing." : trimmed.Length > longest ? $"{what} is longer than {longest} characters." : null);
        return trimmed;
    }

    /// <summary>A figure in shop notation; answers its canonical value, or nought with the problem noted.</summary>
    public decimal Figure(string pointer, string? typed, Quantity quantity)
    {
        Understood read = ShopNotation.Read(typed, quantity);
        Add(pointer, read.Problem);
        return read.Canonical ?? 0;
    }

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
