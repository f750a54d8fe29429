namespace SturdyTinker.Core.Measures;

/// <summary>A length of a part or a clearance. Held exactly, in millimetres; may be negative.</summary>
/// <param name="Millimetres">The length in millimetres, exact.</param>
public readonly record struct Length(decimal Millimetres) : IComparable<Length>
{
    /// <summary>
    /// The length in inches; exact whenever the quotient has at most 28 digits, as every binary fraction has.
    /// </summary>
    public decimal Inches => Millimetres / Unit.Inch.InCanonical;

    /// <summary>A length from inches.</summary>
    public static Length FromInches(decimal inches) => new(inches * Unit.Inch.InCanonical);

    /// <summary>A length from thousandths of an inch.</summary>
    public static Length FromThou(decimal thou) => new(thou * Unit.Thou.InCanonical);

    /// <inheritdoc/>
    public int CompareTo(Length other) => Millimetres.CompareTo(other.Millimetres);

    /// <summary>Shorter than.</summary>
    public static bool operator <(Length a, Length b) => a.Millimetres < b.Millimetres;

    /// <summary>Longer than.</summary>
    public static bool operator >(Length a, Length b) => a.Millimetres > b.Millimetres;

    /// <summary>At most.</summary>
    public static bool operator <=(Length a, Length b) => a.Millimetres <= b.Millimetres;

    /// <summary>At least.</summary>
    public static bool operator >=(Length a, Length b) => a.Millimetres >= b.Millimetres;
}
