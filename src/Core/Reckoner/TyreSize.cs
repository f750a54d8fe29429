using System.Globalization;
using System.Text.RegularExpressions;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>A tyre by what is moulded on its side.</summary>
/// <param name="Diameter">Outside diameter, new and without load.</param>
/// <param name="Width">Section width.</param>
/// <param name="Rim">Rim diameter.</param>
public sealed partial record TyreSize(Length Diameter, Length Width, Length Rim)
{
    private const decimal FeetAMile = 5_280;

    internal static double KilometresAMile { get; } = (double)(Unit.Mile.InCanonical / Unit.Kilometre.InCanonical);

    /// <summary>Reads a size: ST205/75R15, 225/75-15, 4.80-12, 20.5x8.0-10; null for what is no size.</summary>
    /// <remarks>
    /// Metric: rim + 2 × width × ratio. Source: published, any tyre handbook: ST205/75R15 is 27.1 in. Old inch sizes
    /// are as high as
    /// they are wide, nearly: 0.98 of the width is from memory. The three-figure kind names its diameter.
    /// </remarks>
    public static TyreSize? Read(string text)
    {
        string plain = text.ToUpperInvariant().Replace(" ", "", StringComparison.Ordinal).Replace('×', 'X');
        if (Metric().Match(plain) is { Success: true } metric)
        {
            Length width = new(Number(metric, "width")), rim = Length.FromInches(Number(metric, "rim"));
            return Sane(
                new Length(rim.Millimetres + (2 * width.Millimetres * Number(metric, "ratio") / 100)),
                width,
                rim);
        }

        if (Flotation().Match(plain) is { Success: true } named)
        {
            return Sane(
                Length.FromInches(Number(named, "high")),
                Length.FromInches(Number(named, "width")),
                Length.FromInches(Number(named, "rim")));
        }

        if (Inch().Match(plain) is { Success: true } inch)
        {
            Length width = Length.FromInches(Number(inch, "width")), rim = Length.FromInches(Number(inch, "rim"));
            return Sane(new Length(rim.Millimetres + (2 * width.Millimetres * 0.98m)), width, rim);
        }

        return null;
    }

    /// <summary>Turns in a mile of a wheel this high, rolling without slip on its full height.</summary>
    public static double TurnsPerMile(Length diameter) => (double)(FeetAMile * 12 / diameter.Inches) / Math.PI;

    internal static Sum Sum { get; } = new(
        "tyre",
        "Tyre size and hub speed",
        "How high a tyre is by its size, how often it turns in a mile, and how fast its hub and bearings turn on the "
            + "road.",
        [
            Entry.Text("size", "Size as moulded on the tyre", "ST205/75R15"),
            Entry.Number("speed", "Road speed, mph", "", "55", 1, 120)
        ],
        Work);

    private static Worked Work(Given given)
    {
        string text = given.Text("size");
        if (Read(text) is not { } tyre)
        {
            return Worked.Cannot(
                "size",
                $"“{text}” is no tyre size we can read: write it like ST205/75R15, 4.80-12 or 20.5x8.0-10.");
        }

        double turns = TurnsPerMile(tyre.Diameter), rpm = turns * (double)given["speed"] / 60;
        (decimal high, decimal width, decimal rim) = (tyre.Diameter.Inches, tyre.Width.Inches, tyre.Rim.Inches);
        return new Worked(
            [
                new(
                    "Diameter",
                    FormattableString.Invariant($"{high:0.0} in"),
                    FormattableString.Invariant($"{tyre.Diameter.Millimetres:0} mm")),
                new(
                    "Turns a mile",
                    FormattableString.Invariant($"{turns:0}"),
                    FormattableString.Invariant($"{turns / KilometresAMile:0} a kilometre")),
                new(
                    FormattableString.Invariant($"Hub at {given["speed"]:0} mph"),
                    FormattableString.Invariant($"{rpm:0} turns a minute")),
            ],
            [
                new(
                    FormattableString.Invariant(
                        $"rim {rim:0.#} in, width {width:0.00} in, sidewall {(high - rim) / 2:0.00} in")),
                new(
                    FormattableString.Invariant(
                        $"diameter = rim + 2 × sidewall = {rim:0.#} + 2 × {(high - rim) / 2:0.00} = {high:0.0} in"),
                    "published: any tyre handbook"),
                new(
                    FormattableString.Invariant(
                        $"turns a mile = 63,360 ÷ (π × {high:0.0}) = {turns:0}; under load some 3 % more"),
                    "geometry; the 3 % from memory"),
                new(FormattableString.Invariant($"{turns:0} × {given["speed"]:0} ÷ 60 = {rpm:0} turns a minute")),
            ])
        {
            Drawn = new Dictionary<string, double>
            {
                ["diameter"] = (double)tyre.Diameter.Millimetres,
                ["width"] = (double)tyre.Width.Millimetres,
                ["rim"] = (double)tyre.Rim.Millimetres
            },
        };
    }

    private static TyreSize? Sane(Length diameter, Length width, Length rim) =>
        rim.Inches is >= 4 and <= 30
            && diameter.Millimetres > rim.Millimetres
            && diameter.Inches <= 60
            && width.Inches is >= 2 and <= 24
            ? new(diameter, width, rim)
            : null;

    private static decimal Number(Match match, string group) =>
        decimal.Parse(match.Groups[group].Value, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^(?:ST|LT|P|T)?(?<width>\d{3})/(?<ratio>\d{2})(?:[RDB]|-|/)?(?<rim>\d{1,2}(?:\.\d)?)")]
    private static partial Regex Metric();

    [GeneratedRegex(@"^(?<high>\d{2}(?:\.\d{1,2})?)X(?<width>\d{1,2}(?:\.\d{1,2})?)[R-](?<rim>\d{1,2}(?:\.\d)?)")]
    private static partial Regex Flotation();

    [GeneratedRegex(@"^(?:ST)?(?<width>\d{1,2}\.\d{1,2})[R-](?<rim>\d{1,2}(?:\.\d)?)")]
    private static partial Regex Inch();
}
