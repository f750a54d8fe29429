using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Reckoner;

/// <summary>How long a roller bearing lasts by its rating.</summary>
public static class RatingLife
{
    /// <summary>Exponent for roller bearings. Source: published, ISO 281.</summary>
    public const double Exponent = 10.0 / 3;

    /// <summary>
    /// Life that nineteen of twenty bearings reach, against the rating life that nine of ten reach. Source: published,
    /// ISO 281: a1 = 0.64 at 95 %.
    /// </summary>
    public const double At95 = 0.64;

    /// <summary>Basic rating life in millions of turns: (C ÷ P)^(10/3). Source: published, ISO 281.</summary>
    /// <param name="rating">Basic dynamic load rating C, in any unit of force: above nought.</param>
    /// <param name="load">Equivalent load P, in the same unit: above nought.</param>
    public static double MillionTurns(double rating, double load) => Math.Pow(rating / load, Exponent);

    /// <summary>
    /// What a rating for 90 million turns is multiplied by to give one for a million: 90^(3/10) = 3.86. Source:
    /// published, from ISO 281's life law.
    /// </summary>
    public static double FromC90 { get; } = Math.Pow(90, 1 / Exponent);

    /// <summary>A figure to two significant digits: the law promises no more.</summary>
    public static double Rounded(double value)
    {
        if (value <= 0)
        {
            return 0;
        }

        double step = Math.Pow(10, Math.Floor(Math.Log10(value)) - 1);
        return Math.Round(value / step) * step;
    }

    internal static Sum Sum { get; } = new(
        "rating-life",
        "Bearing rating life",
        "How far a wheel bearing lasts by its rating, and what an overload costs of it. Grease, water and adjustment "
            + "kill most bearings long before.",
        [
            Entry.Choice(
                "kind",
                "The rating is",
                "c",
                ("c", "C, for a million turns"),
                ("c90", "C90, for 90 million turns, as inch bearings are often listed")),
            Entry.Measure("rating", "Dynamic rating of the bearing", Quantity.Weight, "7,000", 100, 100_000),
            Entry.Measure("load", "Load on the bearing", Quantity.Weight, "1,200", 10, 100_000),
            Entry.Measure("overload", "Or: with this load", Quantity.Weight, "1,500", 10, 100_000, optional: true),
            Entry.Measure("tyre", "Tyre diameter", Quantity.Length, "27.1", 8, 60),
            Entry.Number("speed", "Road speed, mph", "", "55", 1, 120),
        ],
        Work);

    private static Worked Work(Given given)
    {
        double listed = given.Pounds("rating"), c = given.Text("kind") == "c90"
            ? listed * FromC90
            : listed, p = given.Pounds("load"), turns = MillionTurns(c, p);
        double perMile = TyreSize.TurnsPerMile(given.Length("tyre"));
        double miles = turns * 1e6 / perMile, hours = miles / (double)given["speed"];
        List<Result> results =
        [
            new(
                "Nine of ten reach",
                FormattableString.Invariant($"about {Rounded(miles):#,0} miles"),
                FormattableString.Invariant($"about {Rounded(miles * TyreSize.KilometresAMile):#,0} km")),
            new(
                "That is",
                FormattableString.Invariant($"about {Rounded(hours):#,0} hours at {given["speed"]:0} mph"),
                FormattableString.Invariant($"about {Rounded(turns):#,0} million turns")),
            new(
                "Nineteen of twenty reach",
                FormattableString.Invariant($"about {Rounded(miles * At95):#,0} miles"),
                FormattableString.Invariant($"about {Rounded(miles * At95 * TyreSize.KilometresAMile):#,0} km")),
        ];
        List<WorkingLine> working =
        [
            new(
                FormattableString.Invariant(
                    $"L10 = (C ÷ P)^(10/3) = ({c:#,0} ÷ {p:#,0})^3.333 = {turns:#,0} million turns"),
                "published: ISO 281"),
            new(
                FormattableString.Invariant(
                    $"turns a mile = 63,360 ÷ (π × {given.Length("tyre").Inches:0.0}) = {perMile:0}"),
                "geometry"),
            new(FormattableString.Invariant($"{turns:#,0} million ÷ {perMile:0} = {miles:#,0} miles")),
            new(FormattableString.Invariant($"at 95 % a1 = 0.64: {miles * At95:#,0} miles"), "published: ISO 281"),
        ];
        if (given.Text("kind") == "c90")
        {
            working.Insert(
                0,
                new(
                    FormattableString.Invariant($"C = {FromC90:0.00} × C90 = {FromC90:0.00} × {listed:#,0} = {c:#,0} lb: ")
                        + "90 million turns to one million, 90^(3/10)",
                    "published: from ISO 281's life law"));
        }

        if (given.MaybePounds("overload") is { } with)
        {
            double share = MillionTurns(c, with) / turns;
            results.Insert(
                1,
                new(
                    FormattableString.Invariant($"With {with:#,0} lb"),
                    FormattableString.Invariant($"about {Rounded(miles * share):#,0} miles"),
                    FormattableString.Invariant($"{share:0 %} of that")));
            working.Add(new(
                FormattableString.Invariant($"({p:#,0} ÷ {with:#,0})^3.333 = {share:0.00}: a load ")
                    + FormattableString.Invariant($"{(with / p) - 1:+0 %;-0 %} makes a life {share - 1:+0 %;-0 %}"),
                "published: ISO 281"));
        }

        return new Worked(results, working)
        {
            Drawn = new Dictionary<string, double>
            {
                ["load"] = p,
                ["miles"] = miles,
                ["overload"] = given.MaybePounds("overload") ?? 0
            },
            Cautions =
            [
                "A rating life presumes clean grease, right adjustment and no water. It is no promise, and no reason "
                    + "to put off a repack."
            ],
        };
    }
}
