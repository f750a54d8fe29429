namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// The cheapest age by a ratio of costs. It depends on the shape alone but for the scale, so a curve of it is worked
/// out once.
/// </summary>
internal sealed class CheapestAge
{
    private const int Points = 48;
    private const double LeastShape = 1.05, MostShape = 12;

    private readonly double planned, gone;
    private readonly double[] ages = new double[Points], nearly = new double[Points];

    internal CheapestAge(double planned, double gone)
    {
        (this.planned, this.gone) = (planned, gone);
        for (int i = 0; i < Points; i++)
        {
            AgeReplacement plan = Plan(new WeibullLives(ShapeAt(i), 1, 0, 0, 0, 0));
            ages[i] = plan.CheapestAge ?? double.PositiveInfinity;
            nearly[i] = Shortest(plan, ages[i]);
        }
    }

    // The shortest age that costs at most so much more than the cheapest.
    private const double Nearly = 1.05;

    private static double Shortest(AgeReplacement plan, double cheapest)
    {
        double most = Nearly * (double.IsInfinity(cheapest) ? plan.CostOfWaiting : plan.CostAt(cheapest));
        double low = 1e-4, high = double.IsInfinity(cheapest) ? plan.Lives.AgeBy(0.9999) : cheapest;
        if (plan.CostAt(high) > most)
        {
            return double.PositiveInfinity;
        }

        for (int i = 0; i < 40; i++)
        {
            double middle = Math.Sqrt(low * high);
            (low, high) = plan.CostAt(middle) <= most ? (low, middle) : (middle, high);
        }

        return high;
    }

    /// <summary>The shortest age at which it costs hardly more; infinite where there is none.</summary>
    internal double NearlyAgeOf(WeibullLives lives) => Read(nearly, lives);

    /// <summary>The age at which it costs least; infinite where waiting for the end costs no more.</summary>
    internal double AgeOf(WeibullLives lives) => Read(ages, lives);

    private static double Read(double[] curve, WeibullLives lives)
    {
        if (lives.Shape < LeastShape)
        {
            return double.PositiveInfinity;
        }

        double at = (Points - 1) * Math.Log(Math.Min(lives.Shape, MostShape) / LeastShape)
            / Math.Log(MostShape / LeastShape);
        int below = Math.Min((int)at, Points - 2);
        double part = at - below;
        return double.IsInfinity(curve[below]) ? double.PositiveInfinity
            : lives.Scale * Math.Exp((Math.Log(curve[below]) * (1 - part)) + (Math.Log(curve[below + 1]) * part));
    }

    /// <summary>What it costs by the unit of age.</summary>
    internal double CostAt(WeibullLives lives, double age) => Plan(lives).CostAt(age);

    private AgeReplacement Plan(WeibullLives lives) => new(lives, planned, gone);

    private static double ShapeAt(int i) =>
        LeastShape * Math.Exp(Math.Log(MostShape / LeastShape) * i / (Points - 1));
}
