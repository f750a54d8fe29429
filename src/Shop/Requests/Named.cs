using System.Diagnostics.CodeAnalysis;

namespace SturdyTinker.Shop.Requests;

/// <summary>An enum's value in a query, written as in our JSON ("soonestDue"); letter case does not matter.</summary>
/// <param name="Value">The value.</param>
public readonly record struct Named<T>(T Value)
    where T : struct, Enum
{
    /// <summary>Reads the value by its name; numbers are not names.</summary>
    [SuppressMessage("Design", "CA1000", Justification = "The framework binds a query value by this method and no "
        + "other.")]
    public static bool TryParse(string? text, out Named<T> named)
    {
        bool read = Enum.TryParse(text, ignoreCase: true, out T value)
            && Enum.IsDefined(value)
            && !char.IsAsciiDigit(text![0]);
        named = new Named<T>(value);
        return read;
    }
}
