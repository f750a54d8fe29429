namespace SturdyTinker.Core.Measures;

/// <summary>Road covered. Held exactly, in metres.</summary>
/// <param name="Metres">The distance in metres, exact.</param>
public readonly record struct Distance(decimal Metres) : IComparable<Distance>
{
    /// <summary>The distance in miles.</summary>
    public decimal Miles => Metres / Unit.Mile.InCanonical;

    /// <summary>No distance.</summary>
    public static Distance Zero => default;

    /// <summary>A distance from miles.</summary>
    public static Distance FromMiles(decimal miles) => new(miles * Unit.Mile.InCanonical);

    /// <inheritdoc/>
    public int CompareTo(Distance other) => Metres.CompareTo(other.Metres);

    /// <summary>The sum.</summary>
    public static Distance operator +(Distance a, Distance b) => new(a.Metres + b.Metres);

    /// <summary>The difference; negative when <paramref name="b"/> is longer.</summary>
    public static Distance operator -(Distance a, Distance b) => new(a.Metres - b.Metres);

    /// <summary>A multiple.</summary>
    public static Distance operator *(Distance a, decimal times) => new(a.Metres * times);

    /// <summary>Shorter than.</summary>
    public static bool operator <(Distance a, Distance b) => a.Metres < b.Metres;

    /// <summary>Longer than.</summary>
    public static bool operator >(Distance a, Distance b) => a.Metres > b.Metres;

    /// <summary>At most.</summary>
    public static bool operator <=(Distance a, Distance b) => a.Metres <= b.Metres;

    /// <summary>At least.</summary>
    public static bool operator >=(Distance a, Distance b) => a.Metres >= b.Metres;
}
