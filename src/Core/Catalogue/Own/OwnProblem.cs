namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>Something that cannot work in what a shop has described.</summary>
/// <param name="Pointer">Where, as a JSON pointer into the job or opening: "/steps/0/opening".</param>
/// <param name="Sentence">What, and what to do about it.</param>
/// <param name="Missing">Whether it is only not written yet.</param>
public sealed record OwnProblem(string Pointer, string Sentence, bool Missing = false);
