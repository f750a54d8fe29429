namespace SturdyTinker.Core.Papers;

/// <summary>What stands on every paper of a shop.</summary>
/// <param name="Shop">Its name.</param>
/// <param name="Reached">How it is reached, a line each; may be empty.</param>
/// <param name="Currency">The money it reckons in, by its ISO 4217 code.</param>
public sealed record Letterhead(string Shop, IReadOnlyList<string> Reached, string Currency)
{
    /// <summary>The picture of its mark; null for none.</summary>
    public Guid? Mark { get; init; }

    /// <summary>Begins a paper.</summary>
    /// <param name="title">What it is.</param>
    /// <param name="about">What it is about, in one line.</param>
    /// <param name="on">The day it tells of.</param>
    /// <param name="file">What tells its file apart from others of its kind: a tag, a number.</param>
    /// <param name="blocks">What stands on it.</param>
    public Paper Write(string title, string about, DateOnly on, string file, IEnumerable<PaperBlock> blocks) => new()
    {
        Title = title,
        From = Shop,
        Reached = Reached,
        Mark = Mark,
        About = about,
        On = on,
        FileName = Paper.NameOf(title.ToLowerInvariant(), file, on.ToString("O", null)),
        Blocks = [.. blocks],
    };
}
