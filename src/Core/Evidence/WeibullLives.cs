using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.Optimization;

namespace SturdyTinker.Core.Evidence;

/// <summary>
/// Lives by a Weibull distribution: the likeliest shape and scale, and how sure they are. Source: published, maximum
/// likelihood, NIST/SEMATECH e-Handbook of Statistical Methods, 8.4.1.
/// </summary>
/// <param name="Shape">Above 1 they wear out, at 1 they end by chance, below 1 the weak ones end first.</param>
/// <param name="Scale">The age that 1/e of them (37 %) reach.</param>
/// <param name="LogLikelihood">The logarithm of the likelihood at both.</param>
/// <param name="ShapeError">Standard error of the shape's natural logarithm.</param>
/// <param name="ScaleError">Standard error of the scale's natural logarithm.</param>
/// <param name="Together">Covariance of the two logarithms.</param>
public sealed record WeibullLives(
    double Shape,
    double Scale,
    double LogLikelihood,
    double ShapeError,
    double ScaleError,
    double Together)
{
    /// <summary>
    /// Fewest ends that a shape is read out of: below, its error is larger than itself. Source: from memory.
    /// </summary>
    public const int FewestEnds = 3;

    // An end at the very beginning would take the likelihood to nothing or to infinity.
    private const double Least = 1e-6;

    /// <summary>
    /// The likeliest for some lives, ended exactly, between two looks, or still lasting. Null where they are too few to
    /// tell a shape, or all ended at one age.
    /// </summary>
    /// <param name="lives">The lives.</param>
    public static WeibullLives? Of(IReadOnlyCollection<Life> lives)
    {
        List<Life> all = [.. lives.Where(l => l.IsPossible && (l.High is null or > 0))];
        List<double> ages = [.. all.Where(l => l.HasEnded).Select(l => (l.Low + l.High!.Value) / 2)];
        if (ages.Count < FewestEnds || ages.Distinct().Count() < 2)
        {
            return null;
        }

        // Reckoned around the mean age: the logarithms stay near nothing.
        double unit = Math.Max(ages.Average(), Least);
        Vector<double> start = Vector<double>.Build.DenseOfArray([0.3, 0]);
        double Minus(Vector<double> at) => -LogLikelihoodOf(all, Math.Exp(at[0]), Math.Exp(at[1]) * unit);
        Vector<double> best;
        try
        {
            best = NelderMeadSimplex.Minimum(
                ObjectiveFunction.Value(Minus),
                start,
                convergenceTolerance: 1e-12,
                maximumIterations: 20_000).MinimizingPoint;
        }
        catch (MaximumIterationsException)
        {
            return null;
        }

        Matrix<double> information = Curvature(Minus, best);
        double determinant = information.Determinant();
        if (!(determinant > 0) || !(information[0, 0] > 0))
        {
            return null;
        }

        Matrix<double> covariance = information.Inverse();
        return new WeibullLives(
            Math.Exp(best[0]),
            Math.Exp(best[1]) * unit,
            -Minus(best),
            Math.Sqrt(covariance[0, 0]),
            Math.Sqrt(covariance[1, 1]),
            covariance[0, 1]);
    }

    /// <summary>The share that lasts longer than an age.</summary>
    public double SurvivesAt(double age) => Math.Exp(-Math.Pow(Math.Max(age, 0) / Scale, Shape));

    /// <summary>The age by which a share has ended, 0 to 1.</summary>
    public double AgeBy(double share) => Scale * Math.Pow(-Math.Log(1 - share), 1 / Shape);

    /// <summary>Between which ages that age lies, as surely as asked (delta method on the logarithm).</summary>
    /// <param name="share">The share that has ended by it.</param>
    /// <param name="sure">How surely, 0 to 1.</param>
    public (double Low, double High) RangeOfAgeBy(double share, double sure)
    {
        // ln age = ln scale + ln(-ln(1 - share)) / shape
        double by = -Math.Log(-Math.Log(1 - share)) / Shape;
        double error = Math.Sqrt(
            (ScaleError * ScaleError) + (by * by * ShapeError * ShapeError) + (2 * by * Together));
        return Around(AgeBy(share), error, sure);
    }

    /// <summary>Between which shapes the true one lies, as surely as asked.</summary>
    public (double Low, double High) RangeOfShape(double sure) => Around(Shape, ShapeError, sure);

    private static (double Low, double High) Around(double value, double error, double sure)
    {
        double factor = Math.Exp(Normal.InvCDF(0, 1, (1 + sure) / 2) * error);
        return (value / factor, value * factor);
    }

    private static double LogLikelihoodOf(List<Life> lives, double shape, double scale)
    {
        double sum = 0;
        foreach (Life life in lives)
        {
            double low = Math.Pow(life.Low / scale, shape);
            if (life.High is not { } high)
            {
                sum -= low;
            }
            else if (life.IsExact)
            {
                double ratio = Math.Max(life.Low, Least) / scale;
                sum += Math.Log(shape / scale) + ((shape - 1) * Math.Log(ratio)) - Math.Pow(ratio, shape);
            }
            else
            {
                // exp(-low) - exp(-high), without losing what is small beside what is large.
                sum += -low + Math.Log(Math.Max(-Math.Exp(low - Math.Pow(high / scale, shape)) + 1, double.Epsilon));
            }
        }

        return double.IsNaN(sum) ? double.NegativeInfinity : sum;
    }

    // Second differences of the minus log-likelihood, in the two logarithms: the observed information.
    private static Matrix<double> Curvature(Func<Vector<double>, double> minus, Vector<double> at)
    {
        const double step = 1e-4;
        double F(double a, double b) => minus(Vector<double>.Build.DenseOfArray([at[0] + a, at[1] + b]));
        double here = F(0, 0);
        double aa = (F(step, 0) - (2 * here) + F(-step, 0)) / (step * step);
        double bb = (F(0, step) - (2 * here) + F(0, -step)) / (step * step);
        double ab = (F(step, step) - F(step, -step) - F(-step, step) + F(-step, -step)) / (4 * step * step);
        return Matrix<double>.Build.DenseOfArray(new[,] { { aa, ab }, { ab, bb } });
    }
}
