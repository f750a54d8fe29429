namespace SturdyTinker.Core.Papers;

/// <summary>A paper that people keep: what stands on it, in the order it is read, however it is shown.</summary>
public sealed record Paper
{
    /// <summary>What it is: "Hand-over sheet".</summary>
    public required string Title { get; init; }

    /// <summary>Whom it is from: the shop's name.</summary>
    public required string From { get; init; }

    /// <summary>How the shop is reached: its address, number and mail, a line each; may be empty.</summary>
    public IReadOnlyList<string> Reached { get; init; } = [];

    /// <summary>The picture of the shop's mark, at its head; null for none.</summary>
    public Guid? Mark { get; init; }

    /// <summary>What it is about, in one line: "RT-4, the reader's van, for the county library".</summary>
    public required string About { get; init; }

    /// <summary>The day it tells of.</summary>
    public required DateOnly On { get; init; }

    /// <summary>What it is called as a file, without the ending: "hand-over-RT-4-2026-11-30".</summary>
    public required string FileName { get; init; }

    /// <summary>What stands on it.</summary>
    public IReadOnlyList<PaperBlock> Blocks { get; init; } = [];

    /// <summary>The same as data, to go inside the PDF as life.json; null for none.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public byte[]? Record { get; init; }

    /// <summary>
    /// A name that every file system takes, from words that people gave: letters and digits of theirs, else a dash.
    /// </summary>
    /// <param name="parts">The words; empty ones are left out.</param>
    public static string NameOf(params string[] parts)
    {
        string joined = string.Join('-', parts.Select(part => string.Join('-', new string(
            [.. part.Select(c => char.IsAsciiLetterOrDigit(c) ? c : ' ')]).Split(
                ' ',
                StringSplitOptions.RemoveEmptyEntries))).Where(part => part.Length > 0));
        return joined.Length > LongestName ? joined[..LongestName].TrimEnd('-') : joined.Length > 0 ? joined : "paper";
    }

    private const int LongestName = 100;
}

/// <summary>A piece of a paper: one of these things, the others empty.</summary>
public sealed record PaperBlock
{
    /// <summary>A heading; null for none.</summary>
    public string? Heading { get; init; }

    /// <summary>A paragraph; null for none.</summary>
    public string? Words { get; init; }

    /// <summary>Whether it must not be overlooked.</summary>
    public bool Grave { get; init; }

    /// <summary>A list.</summary>
    public IReadOnlyList<string> Points { get; init; } = [];

    /// <summary>Things with their names.</summary>
    public IReadOnlyList<PaperFact> Facts { get; init; } = [];

    /// <summary>A table; null for none.</summary>
    public PaperTable? Table { get; init; }

    /// <summary>Pictures.</summary>
    public IReadOnlyList<PaperPicture> Pictures { get; init; } = [];

    /// <summary>Lines that somebody signs on.</summary>
    public IReadOnlyList<string> Signed { get; init; } = [];

    /// <summary>Whether a new page begins here.</summary>
    public bool NewPage { get; init; }

    /// <summary>A heading.</summary>
    public static PaperBlock Head(string heading) => new() { Heading = heading };

    /// <summary>A paragraph.</summary>
    public static PaperBlock Says(string words) => new() { Words = words };

    /// <summary>A paragraph that must not be overlooked.</summary>
    public static PaperBlock Warns(string words) => new() { Words = words, Grave = true };

    /// <summary>
    /// A sentence that ends in something known: "When: at once, on the spot." Nothing where nothing is.
    /// </summary>
    public static IEnumerable<PaperBlock> Known(string begins, string known) =>
        known.Length == 0 ? [] : [Says($"{begins}{known}.")];

    /// <summary>A heading with a list under it; nothing where there is none.</summary>
    public static IEnumerable<PaperBlock> List(string heading, IReadOnlyList<string> points) =>
        points.Count == 0 ? [] : [Head(heading), new PaperBlock { Points = points }];

    /// <summary>A heading with a table under it; nothing where it has no rows.</summary>
    public static IEnumerable<PaperBlock> Of(string heading, PaperTable table) =>
        table.Rows.Count == 0 ? [] : [Head(heading), new PaperBlock { Table = table }];
}

/// <summary>Something with its name.</summary>
/// <param name="Name">"Plate".</param>
/// <param name="Value">"LAKE 7"; empty for a line to write on.</param>
public sealed record PaperFact(string Name, string Value)
{
    /// <summary>It, where there is a value; nothing where there is none.</summary>
    public static IEnumerable<PaperFact> Known(string name, string value) =>
        value.Length == 0 ? [] : [new(name, value)];
}

/// <summary>A column of a table.</summary>
/// <param name="Name">Its heading; may be empty.</param>
/// <param name="Weight">How much of the width it takes, beside the others' weights.</param>
/// <param name="Right">Whether it is figures, set to the right.</param>
public sealed record PaperColumn(string Name, int Weight, bool Right = false);

/// <summary>A table. It goes on over the page with its heading repeated.</summary>
/// <param name="Columns">Its columns.</param>
/// <param name="Rows">Its rows, a cell a column; <see cref="Blank"/> for a box to write in.</param>
/// <param name="Foot">Rows that sum up, set apart; empty for none.</param>
public sealed record PaperTable(
    IReadOnlyList<PaperColumn> Columns,
    IReadOnlyList<IReadOnlyList<string>> Rows,
    IReadOnlyList<IReadOnlyList<string>> Foot)
{
    /// <summary>A cell that somebody writes in: a letter for private use (Unicode, 23.5), which nobody types.</summary>
    public const string Blank = "\uE000";

    /// <summary>A cell that somebody ticks: another one.</summary>
    public const string Tick = "\uE001";
}

/// <summary>A picture.</summary>
/// <param name="Id">Which.</param>
/// <param name="Words">What it shows.</param>
public sealed record PaperPicture(Guid Id, string Words);

/// <summary>What a paper is printed on.</summary>
public enum PaperSize
{
    /// <summary>8 1/2 by 11 inches. Source: published, ANSI/ASME Y14.1, size A.</summary>
    Letter,

    /// <summary>210 by 297 millimetres. Source: published, ISO 216.</summary>
    A4,
}
