using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How an entry of a sum is written.</summary>
public enum EntryKind
{
    /// <summary>A figure in shop notation, with or without its unit.</summary>
    Measure,

    /// <summary>A plain number.</summary>
    Number,

    /// <summary>Words or signs as they are stamped.</summary>
    Text,

    /// <summary>One of a few.</summary>
    Choice,
}

/// <summary>One of the few an entry can be.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What it says.</param>
public sealed record EntryChoice(string Code, string Words);

/// <summary>Something a sum asks for.</summary>
/// <param name="Code">Stable code, also its name in an address.</param>
/// <param name="Label">What it is.</param>
/// <param name="Kind">How it is written.</param>
/// <param name="Example">How one is written; for a choice, the code of the usual one.</param>
public sealed record Entry(string Code, string Label, EntryKind Kind, string Example)
{
    /// <summary>What it measures; null where it is no measure.</summary>
    public Quantity? Quantity { get; init; }

    /// <summary>What a plain number counts, in words: "threads an inch"; empty where the label says it.</summary>
    public string Counts { get; init; } = "";

    /// <summary>The least it can be, in the canonical unit.</summary>
    public decimal Least { get; init; }

    /// <summary>The most it can be, in the canonical unit.</summary>
    public decimal Most { get; init; } = 1_000_000;

    /// <summary>What it can be, for a choice.</summary>
    public IReadOnlyList<EntryChoice> Choices { get; init; } = [];

    /// <summary>Whether it may be left empty.</summary>
    public bool Optional { get; init; }

    /// <summary>An entry for a measure, read in shop notation.</summary>
    /// <param name="code">Stable code.</param>
    /// <param name="label">What is asked for.</param>
    /// <param name="quantity">What is measured.</param>
    /// <param name="example">How it may be typed.</param>
    /// <param name="least">The least it may be, in the quantity's usual unit.</param>
    /// <param name="most">The most it may be, in the same.</param>
    /// <param name="optional">Whether it may be left empty.</param>
    public static Entry Measure(
        string code,
        string label,
        Quantity quantity,
        string example,
        decimal least,
        decimal most,
        bool optional = false)
    {
        Unit usual = Unit.Usual(quantity);
        return new(code, label, EntryKind.Measure, example)
        {
            Quantity = quantity,
            Least = (least * usual.InCanonical) + usual.Offset,
            Most = (most * usual.InCanonical) + usual.Offset,
            Optional = optional
        };
    }

    /// <summary>An entry for a plain number.</summary>
    /// <param name="code">Stable code.</param>
    /// <param name="label">What is asked for.</param>
    /// <param name="counts">What it counts; may be empty.</param>
    /// <param name="example">How it may be typed.</param>
    /// <param name="least">The least it may be.</param>
    /// <param name="most">The most it may be.</param>
    /// <param name="optional">Whether it may be left empty.</param>
    public static Entry Number(
        string code,
        string label,
        string counts,
        string example,
        decimal least,
        decimal most,
        bool optional = false) =>
        new(code, label, EntryKind.Number, example)
        {
            Counts = counts,
            Least = least,
            Most = most,
            Optional = optional
        };

    /// <summary>An entry picked from a few.</summary>
    /// <param name="code">Stable code.</param>
    /// <param name="label">What is asked for.</param>
    /// <param name="usual">Code of the usual one.</param>
    /// <param name="choices">What it can be.</param>
    public static Entry Choice(string code, string label, string usual, params (string Code, string Words)[] choices) =>
        new(code, label, EntryKind.Choice, usual)
        {
            Choices = [.. choices.Select(c => new EntryChoice(c.Code, c.Words))]
        };

    /// <summary>An entry for words.</summary>
    /// <param name="code">Stable code.</param>
    /// <param name="label">What is asked for.</param>
    /// <param name="example">How it may be typed.</param>
    public static Entry Text(string code, string label, string example) => new(code, label, EntryKind.Text, example);
}

/// <summary>Something a sum came to.</summary>
/// <param name="Name">What it is.</param>
/// <param name="Value">The figure in the shop's unit, or words.</param>
/// <param name="Other">The same in the other system; empty where there is none.</param>
public sealed record Result(string Name, string Value, string Other = "")
{
    /// <summary>Codes of the readings that a visit could write it down as; empty for none.</summary>
    public IReadOnlyList<string> WritesDown { get; init; } = [];

    internal static Result ByRule(string name, Length length) =>
        new(
            name,
            ShopFormat.Write(length, Fineness.Sixteenth),
            FormattableString.Invariant($"{length.Millimetres:0} mm"));

    internal static Result Of(string name, Quantity quantity, decimal canonical)
    {
        (string ours, string other) = ShopFormat.ReadBack(quantity, canonical);
        return new(name, ours, other);
    }
}

/// <summary>A line of the working, with its numbers in it.</summary>
/// <param name="Words">The line.</param>
/// <param name="Source">Where its rule or figure comes from; empty for plain arithmetic.</param>
public sealed record WorkingLine(string Words, string Source = "");

/// <summary>A sum done, or why it cannot be.</summary>
/// <param name="Results">What it came to, the most wanted first; empty when it cannot be done.</param>
/// <param name="Working">How, line by line.</param>
public sealed record Worked(IReadOnlyList<Result> Results, IReadOnlyList<WorkingLine> Working)
{
    /// <summary>What to mind.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Measures to draw it by, by name; lengths in millimetres.</summary>
    public IReadOnlyDictionary<string, double> Drawn { get; init; } = new Dictionary<string, double>();

    /// <summary>Code of the entry that does not go with the others; null when all do.</summary>
    public string? Against { get; init; }

    /// <summary>Why it cannot be done; null when it can.</summary>
    public string? Problem { get; init; }

    internal static Worked Cannot(string entry, string problem) => new([], []) { Against = entry, Problem = problem };
}

/// <summary>One of the ready sums of the trade.</summary>
/// <param name="Code">Stable code, also its place in an address.</param>
/// <param name="Name">What it reckons.</param>
/// <param name="About">When somebody wants it, in a sentence.</param>
/// <param name="Entries">What it asks for.</param>
/// <param name="Work">Does it. Everything given lies within its limits.</param>
public sealed record Sum(string Code, string Name, string About, IReadOnlyList<Entry> Entries, Func<Given, Worked> Work)
{
    /// <summary>What a trailer's running gear says of the entries, as it would be typed, by their codes.</summary>
    public Func<RunningGear, IReadOnlyDictionary<string, string>> FromGear { get; init; } =
        _ => new Dictionary<string, string>();

    /// <summary>Every ready sum, in the order lists show them.</summary>
    public static IReadOnlyList<Sum> All { get; } =
        [
            Wrench.Sum,
            NutSetting.Sum,
            BrakeCircuit.Sum,
            LoadAndCapacity.Sum,
            RideHeight.Sum,
            EqualizerRise.Sum,
            GreaseFill.Sum,
            RatingLife.Sum,
            TyreSize.Sum,
            NutSizes.Sum,
            MergeVisits.Sum,
            Converter.Sum,
            VehicleNumber.Sum
        ];

    /// <summary>The sum with this code; null when there is none.</summary>
    public static Sum? Find(string? code) => All.FirstOrDefault(s => s.Code == code);
}
