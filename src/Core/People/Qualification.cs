namespace SturdyTinker.Core.People;

/// <summary>
/// What makes somebody capable of inspecting. Source: published, 49 CFR 396.19(a)(3), cited from memory.
/// </summary>
public enum QualifiedBy
{
    /// <summary>
    /// A training programme sponsored by the federal government or a state, or a certificate of one: (i).
    /// </summary>
    Programme,

    /// <summary>A year or more of training and experience together: (ii).</summary>
    Experience,
}

/// <summary>
/// What is on file of an inspector's qualification. Source: published, 49 CFR 396.19(b), cited from memory: evidence is
/// kept while somebody inspects and for a year after, so that it stays with a person who has left.
/// </summary>
/// <param name="By">What makes them capable.</param>
/// <param name="Evidence">
/// What shows it and where that lies: a certificate's number, whom they worked for and when. Not empty.
/// </param>
/// <param name="Since">The day it was put on file.</param>
public sealed record Qualification(QualifiedBy By, string Evidence, DateOnly Since)
{
    /// <summary>Longest evidence kept, so that all of it fits what is signed.</summary>
    public const int LongestEvidence = 200;

    /// <summary>As it stands on a report.</summary>
    public string InWords => (By == QualifiedBy.Programme
        ? "federal or state training or certificate: "
        : "a year or more of training and experience: ") + Evidence;
}
