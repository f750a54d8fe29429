using System.Globalization;
using System.Text.RegularExpressions;

namespace SturdyTinker.Core.Measures;

/// <summary>
/// Reads a plain number as people type it: 1200, 1,200, 0.16. A comma parts thousands and nothing else: where it may
/// have been meant as a
/// decimal point nothing is guessed, and what was probably meant is offered.
/// </summary>
public static partial class PlainNumber
{
    /// <summary>Reads a number.</summary>
    /// <param name="text">What was typed; blanks around it do not count.</param>
    /// <param name="number">The number; nought where it can't be read.</param>
    /// <param name="meant">What was probably meant, as it would be typed; null where nothing is offered.</param>
    /// <returns>Null when it was read; otherwise what is wrong, as a sentence.</returns>
    public static string? Read(string text, out decimal number, out string? meant)
    {
        string plain = text.Trim();
        number = 0;
        if (CommaProblem(plain, out meant) is { } problem)
        {
            return problem;
        }

        return decimal.TryParse(
            plain.Replace(",", "", StringComparison.Ordinal),
            NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
            CultureInfo.InvariantCulture,
            out number)
            ? null
            : $"“{plain}” is no number: write it like 12 or 3.5.";
    }

    /// <summary>What is wrong with the commas of a number; null when nothing is.</summary>
    /// <param name="number">The number, without a unit.</param>
    /// <param name="meant">What was probably meant; null where nothing is offered.</param>
    internal static string? CommaProblem(string number, out string? meant)
    {
        meant = null;
        if (!number.Contains(',', StringComparison.Ordinal) || Thousands().IsMatch(number))
        {
            return null;
        }

        if (OneComma().IsMatch(number))
        {
            meant = number.Replace(',', '.');
            return $"A comma parts thousands here (12,000), a point marks decimals: do you mean {meant}?";
        }

        return $"In “{number}” the comma is in an odd place: it parts thousands (12,000), a point marks decimals "
            + "(1.5).";
    }

    // Groups of three to the end of the whole number, and the first of them is not 0.
    [GeneratedRegex(@"^[-+]?[1-9]\d{0,2}(,\d{3})+(\.\d*)?$")]
    private static partial Regex Thousands();

    [GeneratedRegex(@"^[-+]?\d*,\d+$")]
    private static partial Regex OneComma();
}
