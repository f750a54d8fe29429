using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearRegression;

namespace SturdyTinker.Core.Wear;

/// <summary>A straight line through points by least squares, with what it can be trusted for.</summary>
/// <param name="Intercept">Value at x = 0.</param>
/// <param name="Slope">Change of the value for one of x.</param>
/// <param name="Count">How many points.</param>
/// <param name="MeanX">Mean of x.</param>
/// <param name="SquaresX">Sum of squared distances of x from its mean; above 0.</param>
/// <param name="Residual">
/// Standard deviation of the residuals, with n - 2 degrees of freedom; null for two points, which leave none.
/// </param>
public sealed record LineFit(double Intercept, double Slope, int Count, double MeanX, double SquaresX, double? Residual)
{
    /// <summary>
    /// The share of chances that the band holds: 0.8, so that one in ten lies beyond it on either side. Source: this
    /// program's own choice.
    /// </summary>
    public const double Chances = 0.8;

    /// <summary>Fits a line. Null for fewer than two points, or points that all have the same x.</summary>
    /// <param name="x">Where they lie.</param>
    /// <param name="y">Their values, as many.</param>
    public static LineFit? Of(IReadOnlyList<double> x, IReadOnlyList<double> y)
    {
        double mean = x.Count == 0 ? 0 : x.Average(), squares = x.Sum(v => (v - mean) * (v - mean));
        if (x.Count < 2 || squares <= 0)
        {
            return null;
        }

        (double intercept, double slope) = SimpleRegression.Fit([.. x], [.. y]);
        double left = x.Zip(y, (a, b) => b - (intercept + (slope * a))).Sum(r => r * r);
        return new LineFit(
            intercept,
            slope,
            x.Count,
            mean,
            squares,
            x.Count > 2 ? Math.Sqrt(left / (x.Count - 2)) : null);
    }

    /// <summary>The line's value.</summary>
    public double At(double x) => Intercept + (Slope * x);

    /// <summary>
    /// Half the width of the prediction interval for one more figure: t · s · √(1 + 1/n + (x − mean)²/Sxx), t of
    /// Student's
    /// distribution with n − 2 degrees of freedom. Null where there is no band. Source: any textbook of regression.
    /// </summary>
    /// <param name="x">Where the next figure would be taken.</param>
    /// <param name="chances">The share of chances that the interval holds, above 0 and below 1.</param>
    public double? HalfBand(double x, double chances = Chances) => Residual is not { } s
        ? null
        : StudentT.InvCDF(0, 1, Count - 2, (1 + chances) / 2) * s * Math.Sqrt(
            1 + (1.0 / Count) + ((x - MeanX) * (x - MeanX) / SquaresX));

    /// <summary>Where the line comes to a value; null where it never does.</summary>
    public double? Reaches(double value) => Slope == 0 ? null : (value - Intercept) / Slope;

    /// <summary>
    /// Where an edge of the band comes to a value, from a point on; null where it does not within a stretch ten times
    /// as long
    /// as the line itself has to go. The edges bend, so it is halved in upon.
    /// </summary>
    /// <param name="value">The value.</param>
    /// <param name="from">The point from which it is looked for.</param>
    /// <param name="upper">The upper edge, or the lower.</param>
    public double? EdgeReaches(double value, double from, bool upper)
    {
        if (Residual is null || Reaches(value) is not { } middle)
        {
            return null;
        }

        double Off(double x) => At(x) + ((upper ? 1 : -1) * HalfBand(x)!.Value) - value;
        double low = from, high = from + (10 * Math.Max(1, Math.Abs(middle - from)));
        bool above = Off(low) > 0;
        if (above == Slope > 0 || above == Off(high) > 0)
        {
            // Passed already, or never within sight.
            return above == Slope > 0 ? from : null;
        }

        for (int i = 0; i < 100; i++)
        {
            double half = (low + high) / 2;
            (low, high) = Off(half) > 0 == above ? (half, high) : (low, half);
        }

        return high;
    }
}
