using System.Globalization;
using System.Text.RegularExpressions;

namespace SturdyTinker.Core.Measures;

/// <summary>What was made of something typed: either a figure, or one sentence saying what could not be understood.</summary>
/// <param name="Typed">The text as it was typed, trimmed.</param>
/// <param name="Canonical">The figure in the canonical unit of its quantity; null when not understood.</param>
/// <param name="Unit">The unit it was written in, or the usual one for a bare number; null when not understood.</param>
/// <param name="Problem">One sentence saying what could not be understood; null when it was.</param>
public sealed record Understood(string Typed, decimal? Canonical, Unit? Unit, string? Problem)
{
    /// <summary>The figure in the unit it was written in. Throws when nothing was understood.</summary>
    public decimal InItsUnit => (Canonical!.Value - Unit!.Offset) / Unit.InCanonical;
}

/// <summary>Reads figures the way people in the trade write them: 4 1/4, 4-1/4", 9/16, .003, 3 thou, 18 mm, 12,000 mi, 100 ft-lb.</summary>
public static partial class ShopNotation
{
    /// <summary>Longest text looked at; anything longer is no reading.</summary>
    public const int LongestText = 40;

    /// <summary>The finest graduation of a rule that a fraction may name.</summary>
    private const int FinestDenominator = 128;

    private static readonly Dictionary<char, string> FractionSigns = new()
    {
        ['½'] = "1/2",
        ['¼'] = "1/4",
        ['¾'] = "3/4",
        ['⅛'] = "1/8",
        ['⅜'] = "3/8",
        ['⅝'] = "5/8",
        ['⅞'] = "7/8",
    };

    /// <summary>Reads a figure.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="quantity">What is being measured; a unit of another quantity is refused.</param>
    /// <returns>The figure, or a sentence saying precisely what could not be understood. Never throws on any text.</returns>
    public static Understood Read(string? typed, Quantity quantity)
    {
        string text = (typed ?? "").Trim();
        Understood No(string problem) => new(text, null, null, problem);

        if (text.Length == 0)
        {
            return No("Nothing is written here.");
        }

        if (text.Length > LongestText)
        {
            return No($"This is longer than a reading can be ({LongestText} characters).");
        }

        string plain = Spell(text);
        Match match = Figure().Match(plain);
        if (!match.Success)
        {
            return No(WhyNoFigure(text, plain));
        }

        string unitText = plain[match.Length..].Trim();
        if (unitText.Any(char.IsAsciiDigit))
        {
            return No($"“{text}” can't be read as one figure: write it like 4 1/4, .003 or 18 mm.");
        }

        Unit? unit = unitText.Length == 0 ? Unit.Usual(quantity) : FindUnit(unitText, quantity);
        if (unit is null)
        {
            return No($"“{unitText}” is no unit we know for a {Noun(quantity)}: write {Offer(quantity)}.");
        }

        if (unit.Quantity != quantity)
        {
            return No($"{unit.Symbol} measures {Noun(unit.Quantity)}, and this asks for {Noun(quantity)}: write {Offer(quantity)}.");
        }

        return Number(match, out decimal number) is { } problem
            ? No(problem)
            : new Understood(text, (number * unit.InCanonical) + unit.Offset, unit, null);
    }

    private static string Spell(string text)
    {
        string plain = text.Replace('−', '-').Replace('–', '-').Replace('⁄', '/').Replace('\u00A0', ' ');
        foreach ((char sign, string spelt) in FractionSigns)
        {
            plain = plain.Replace(sign.ToString(), " " + spelt, StringComparison.Ordinal);
        }

        return plain.Trim();
    }

    private static string? Number(Match match, out decimal number)
    {
        number = 0;
        string whole = match.Groups["whole"].Value;
        if (whole.Contains(',', StringComparison.Ordinal) && !Thousands().IsMatch(whole))
        {
            return $"In “{whole}” the comma is in an odd place: it parts thousands (12,000), a point marks decimals (1.5).";
        }

        if (match.Groups["top"].Success)
        {
            if (Fraction(match, out number) is { } problem)
            {
                return problem;
            }
        }

        if (whole.Length > 0)
        {
            if (!decimal.TryParse(whole.Replace(",", "", StringComparison.Ordinal), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out decimal w)
                || w > 1_000_000_000_000m)
            {
                return $"“{whole}” is too large a number to be a reading.";
            }

            number += w;
        }

        number = match.Groups["sign"].Value == "-" ? -number : number;
        return null;
    }

    private static string? Fraction(Match match, out decimal number)
    {
        number = 0;
        string whole = match.Groups["whole"].Value, written = $"{match.Groups["top"].Value}/{match.Groups["bottom"].Value}";
        if (!int.TryParse(match.Groups["top"].Value, CultureInfo.InvariantCulture, out int top)
            || !int.TryParse(match.Groups["bottom"].Value, CultureInfo.InvariantCulture, out int bottom))
        {
            return $"“{written}” is no fraction on any rule.";
        }

        if (bottom == 0)
        {
            return $"“{written}” is no fraction: there is nothing below the line but 0.";
        }

        if (bottom > FinestDenominator || (bottom & (bottom - 1)) != 0)
        {
            return $"“{written}” is not on a rule: write halves, quarters, 8ths, 16ths, 32nds or 64ths, or a decimal.";
        }

        if (whole.Contains('.', StringComparison.Ordinal))
        {
            return $"“{whole} {written}” has a decimal and a fraction at once: write one of them.";
        }

        if (whole.Length > 0 && top >= bottom)
        {
            return $"In “{whole} {written}” the fraction is not less than one: check the figures.";
        }

        number = (decimal)top / bottom;
        return null;
    }

    private static string WhyNoFigure(string text, string plain) =>
        plain.Contains('/', StringComparison.Ordinal) ? $"“{text}” is no fraction: write it like 9/16 or 4 1/4."
        : plain.Any(char.IsAsciiDigit) ? $"“{text}” can't be read as a figure: write it like 4 1/4, .003 or 18 mm."
        : $"There is no figure in “{text}”: write it like 4 1/4, .003 or 18 mm.";

    private static Unit? FindUnit(string written, Quantity quantity)
    {
        string folded = Folded().Replace(written.ToLowerInvariant(), "");
        return Unit.All.FirstOrDefault(u => u.Quantity == quantity && u.Written.Contains(folded))
            ?? Unit.All.FirstOrDefault(u => u.Written.Contains(folded));
    }

    private static string Noun(Quantity quantity) => quantity.ToString().ToLowerInvariant();

    private static string Offer(Quantity quantity) => quantity switch
    {
        Quantity.Length => "in, thou or mm",
        Quantity.Distance => "mi or km",
        Quantity.Torque => "lbf·ft or N·m",
        Quantity.Volume => "fl oz or mL",
        Quantity.Pressure => "psi or kPa",
        Quantity.Temperature => "°F or °C",
        Quantity.Current => "A or mA",
        Quantity.Resistance => "ohm",
        _ => "lb or kg",
    };

    // A sign, a whole or decimal number, a fraction, or a whole number and a fraction parted by a blank or a hyphen.
    [GeneratedRegex(@"^(?<sign>[-+]?)\s*(?:(?<whole>\d[\d,]*(?:\.\d*)?|\.\d+)(?:(?:\s+|\s*-\s*)(?<top>\d+)\s*/\s*(?<bottom>\d+))?(?![\d./,])|(?<top>\d+)\s*/\s*(?<bottom>\d+)(?![\d./,]))")]
    private static partial Regex Figure();

    [GeneratedRegex(@"^\d{1,3}(,\d{3})+(\.\d*)?$")]
    private static partial Regex Thousands();

    [GeneratedRegex(@"[\s.\-·*⋅•]")]
    private static partial Regex Folded();
}
