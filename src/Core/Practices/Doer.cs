namespace SturdyTinker.Core.Practices;

/// <summary>Who does a task that comes again and again.</summary>
public enum Doer
{
    /// <summary>The shop: the trailer is called in for it.</summary>
    Shop,

    /// <summary>
    /// Whoever owns the trailer, between visits: it never brings a visit about, and rides along when there is one.
    /// </summary>
    Owner,
}
