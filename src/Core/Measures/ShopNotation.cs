using System.Globalization;
using System.Text.RegularExpressions;

namespace SturdyTinker.Core.Measures;

/// <summary>
/// What was made of something typed: either a figure, or one sentence saying what could not be understood.
/// </summary>
/// <param name="Typed">The text as it was typed, trimmed.</param>
/// <param name="Canonical">The figure in the canonical unit of its quantity; null when not understood.</param>
/// <param name="Unit">The unit it was written in, or the usual one for a bare number; null when not understood.</param>
/// <param name="Problem">One sentence saying what could not be understood; null when it was.</param>
public sealed record Understood(string Typed, decimal? Canonical, Unit? Unit, string? Problem)
{
    /// <summary>
    /// What was probably meant, as it would be typed, where what was typed could be taken for something else; null
    /// otherwise.
    /// </summary>
    public string? Meant { get; init; }

    /// <summary>The figure in the unit it was written in. Throws when nothing was understood.</summary>
    public decimal InItsUnit => (Canonical!.Value - Unit!.Offset) / Unit.InCanonical;
}

/// <summary>
/// Reads figures the way people in the trade write them: 4 1/4, 4-1/4", 9/16, .003, 3 thou, 18 mm, 12,000 mi, 100
/// ft-lb.
/// </summary>
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
    /// <returns>
    /// The figure, or a sentence saying precisely what could not be understood. Never throws on any text.
    /// </returns>
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
        if (quantity == Quantity.Length && Feet().Match(plain) is { Success: true } feet)
        {
            return ReadFeet(text, feet);
        }

        return ReadOne(text, plain, quantity);
    }

    // A figure with one unit behind it, or none.
    private static Understood ReadOne(string text, string plain, Quantity quantity)
    {
        Understood No(string problem) => new(text, null, null, problem);
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
            return No(
                $"{unit.Symbol} measures {Noun(unit.Quantity)}, and this asks for {Noun(quantity)}: write "
                    + $"{Offer(quantity)}.");
        }

        return Number(match, out decimal number, out string? meant) is { } problem
            ? No(problem) with
            {
                Meant = meant is null ? null : $"{meant}{(unitText.Length > 0 ? " " + unitText : "")}"
            }
            : new Understood(text, (number * unit.InCanonical) + unit.Offset, unit, null);
    }

    // Feet with inches after them: 1' 2", 1 ft 2 1/2 in, 5'.
    private static Understood ReadFeet(string text, Match match)
    {
        string rest = match.Groups["rest"].Value.Trim();
        string whole = $"{match.Groups["feet"].Value} ft";
        Understood feet = ReadOne(whole, whole, Quantity.Length), inches = rest.Length == 0
            ? new(text, 0, Unit.Inch, null)
            : ReadOne(rest, rest, Quantity.Length);
        string? problem = feet.Problem ?? inches.Problem
            ?? (inches.Unit != Unit.Inch ? "Behind feet stand inches: write it like 1 ft 2 in." : null)
            ?? (inches.Canonical is < 0 || inches.Canonical >= Unit.Foot.InCanonical
                ? "Inches behind feet are fewer than twelve."
                : null)
            ?? (match.Groups["feet"].Value.Contains('.', StringComparison.Ordinal) && rest.Length > 0
                ? $"“{text}” has a part of a foot and inches at once: write one of them."
                : null);
        if (problem is not null)
        {
            return new Understood(text, null, null, problem) { Meant = feet.Meant ?? inches.Meant };
        }

        decimal canonical = feet.Canonical!.Value + inches.Canonical!.Value;
        return new Understood(text, match.Groups["sign"].Value == "-" ? -canonical : canonical, Unit.Foot, null);
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

    private static string? Number(Match match, out decimal number, out string? meant)
    {
        number = 0;
        string whole = match.Groups["whole"].Value;
        if (PlainNumber.CommaProblem(whole, out meant) is { } odd)
        {
            meant = meant is not null && match.Groups["sign"].Value == "-" ? "-" + meant : meant;
            return odd;
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
            if (!decimal.TryParse(
                whole.Replace(",", "", StringComparison.Ordinal),
                NumberStyles.AllowDecimalPoint,
                CultureInfo.InvariantCulture,
                out decimal w)
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
        string whole = match.Groups["whole"].Value, written =
            $"{match.Groups["top"].Value}/{match.Groups["bottom"].Value}";
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

    // A foot sign is one stroke; two are inches.
    [GeneratedRegex(@"^(?<sign>[-+]?)\s*(?<feet>\d[\d,]*(?:\.\d*)?|\.\d+)\s*(?:ft\.?|feet|foot|['′](?!['′]))(?!\s*[-·.*⋅•]?\s*lb)\s*(?<rest>.*)$", RegexOptions.IgnoreCase)]
    private static partial Regex Feet();

    [GeneratedRegex(@"[\s.\-·*⋅•]")]
    private static partial Regex Folded();
}
