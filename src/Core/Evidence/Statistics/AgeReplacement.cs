using MathNet.Numerics.Integration;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// What renewing at an age costs by the day or the mile, where an end in between costs more. Source: published, age
/// replacement, Barlow and Hunter 1960: the expected cost of a cycle over its expected length.
/// </summary>
/// <param name="Lives">How long they last.</param>
/// <param name="Planned">What it costs when planned, above 0.</param>
/// <param name="Unplanned">What it costs once it has ended by itself, at least as much.</param>
public sealed record AgeReplacement(WeibullLives Lives, double Planned, double Unplanned)
{
    // Later than nearly all of them reach, it is no plan any more.
    private const double NearlyAll = 0.9999;

    /// <summary>
    /// Expected cost by the unit of age where it is renewed at an age, or when it ends if that is earlier.
    /// </summary>
    /// <param name="age">The age, above 0.</param>
    public double CostAt(double age)
    {
        double survives = Lives.SurvivesAt(age);
        double lasts = GaussLegendreRule.Integrate(Lives.SurvivesAt, 0, age, 64);
        return ((Planned * survives) + (Unplanned * (1 - survives))) / lasts;
    }

    /// <summary>Expected cost by the unit of age where nothing is renewed before it ends.</summary>
    public double CostOfWaiting =>
        Unplanned / (Lives.Scale * MathNet.Numerics.SpecialFunctions.Gamma(1 + (1 / Lives.Shape)));

    /// <summary>
    /// The age at which it costs least; null where waiting for the end costs no more than any plan: where they do not
    /// wear out, or where an end in between is hardly dearer.
    /// </summary>
    public double? CheapestAge
    {
        get
        {
            double last = Lives.AgeBy(NearlyAll), low = last / 10_000, high = last;
            if (Lives.Shape <= 1)
            {
                return null;
            }

            // With a rising hazard the cost falls and then rises: it has one lowest point.
            double golden = (Math.Sqrt(5) - 1) / 2;
            for (int i = 0; i < 200 && high - low > last * 1e-9; i++)
            {
                double a = high - (golden * (high - low)), b = low + (golden * (high - low));
                (low, high) = CostAt(a) <= CostAt(b) ? (low, b) : (a, high);
            }

            double age = (low + high) / 2;
            return age < last * 0.999 && CostAt(age) < CostOfWaiting ? age : null;
        }
    }
}
