namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// How long something lasted, as far as anybody knows, in days or in miles but never both: until exactly then, until
/// some time between two looks, or longer than it has been watched.
/// </summary>
/// <param name="Low">It lasted at least so long; nothing or more.</param>
/// <param name="High">
/// It lasted at most so long, not less than <paramref name="Low"/>; null while it still lasts.
/// </param>
public readonly record struct Life(double Low, double? High)
{
    /// <summary>It ended exactly then.</summary>
    public static Life Ended(double at) => new(at, at);

    /// <summary>It still lasts after so long.</summary>
    public static Life Lasting(double after) => new(after, null);

    /// <summary>It was well at one look and gone at the next.</summary>
    public static Life Between(double low, double high) => new(low, high);

    /// <summary>Whether its end is known to the day.</summary>
    public bool IsExact => High == Low;

    /// <summary>Whether it has ended, exactly or not.</summary>
    public bool HasEnded => High is not null;

    /// <summary>Whether it can be: no less than nothing, and the end not before the beginning.</summary>
    public bool IsPossible => Low >= 0 && double.IsFinite(Low)
        && (High is not { } high || (high >= Low && double.IsFinite(high)));
}
