using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.Optimization;

namespace SturdyTinker.Core.Evidence.Statistics;

/// <summary>
/// What is known of lives before any of them has been looked at: from others of the kind, or from common practice.
/// </summary>
/// <param name="Shape">The likeliest shape, above 0.</param>
/// <param name="ShapeSpread">Standard deviation of its natural logarithm, above 0.</param>
/// <param name="Scale">The likeliest scale, above 0.</param>
/// <param name="ScaleSpread">Standard deviation of its natural logarithm, above 0.</param>
/// <param name="Together">Covariance of the two logarithms.</param>
public sealed record WeibullPrior(
    double Shape,
    double ShapeSpread,
    double Scale,
    double ScaleSpread,
    double Together = 0)
{
    // The logarithms of shape and scale, and how they vary.
    internal Vector<double> Middle => Vector<double>.Build.DenseOfArray([Math.Log(Shape), Math.Log(Scale)]);

    internal Matrix<double> Covariance => Matrix<double>.Build.DenseOfArray(new[,]
    {
        { ShapeSpread * ShapeSpread, Together },
        { Together, ScaleSpread * ScaleSpread },
    });

    internal static WeibullPrior Around(Vector<double> middle, Matrix<double> covariance) => new(
        Math.Exp(middle[0]),
        Math.Sqrt(covariance[0, 0]),
        Math.Exp(middle[1]),
        Math.Sqrt(covariance[1, 1]),
        covariance[0, 1]);
}

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
    internal const double Least = 1e-6;

    // The share of early ends that a foreman plans by.
    private const double Early = 0.1;

    // Of fewer owners nobody knows how alike their lives are: they are taken to be one life each. From memory.
    private const int FewestOwners = 3;

    /// <summary>
    /// How much of what is known of an early end, one in ten, was borrowed from the prior, 0 to 1; 0 without one.
    /// </summary>
    public double Borrowed { get; private init; }

    /// <summary>
    /// By how much lives of one owner tell less than as many of different ones: the variance of the likeliest values is
    /// so many times what it would be. 1 or more. Source: published, the sandwich variance by clusters, Liang and Zeger
    /// 1986.
    /// </summary>
    public double OwnersAlike { get; private init; } = 1;

    /// <summary>
    /// The likeliest for some lives, ended exactly, between two looks, or still lasting. Null where they are too few to
    /// tell a shape, or all ended at one age; never with a prior.
    /// </summary>
    /// <param name="lives">The lives.</param>
    /// <param name="prior">What others say of it; null for nothing.</param>
    /// <param name="owners">Whose each life is: lives of one owner are alike. Null for each its own.</param>
    public static WeibullLives? Of(
        IReadOnlyList<Life> lives,
        WeibullPrior? prior = null,
        IReadOnlyList<int>? owners = null)
    {
        List<int> which = [.. Enumerable.Range(0, lives.Count).Where(
            i => lives[i].IsPossible && lives[i].High is null or > 0)];
        List<Life> all = [.. which.Select(i => lives[i])];
        List<double> ages = [.. all.Where(l => l.HasEnded).Select(l => (l.Low + l.High!.Value) / 2)];
        if (prior is null && (ages.Count < FewestEnds || ages.Distinct().Count() < 2))
        {
            return null;
        }

        // Reckoned around a usual age: the logarithms stay near nothing.
        double unit = Math.Max(prior?.Scale ?? ages.Average(), Least);
        LifeCounts counts = LifeCounts.Of(all);
        if (Fit(counts, unit, prior, 1) is not { } fit || owners is null)
        {
            return Fit(counts, unit, prior, 1);
        }

        double alike = fit.Alike(all, [.. which.Select(i => owners[i])]);
        return alike > 1 ? Fit(counts, unit, prior, 1 / alike) : fit;
    }

    private static WeibullLives? Fit(LifeCounts counts, double unit, WeibullPrior? prior, double weight)
    {
        double[] mean = prior is null ? [0.3, 0] : [Math.Log(prior.Shape), Math.Log(prior.Scale / unit)];
        Matrix<double>? known = prior?.Covariance.Inverse();
        double Beside(Vector<double> at)
        {
            double a = at[0] - mean[0], b = at[1] - mean[1];
            return known is null ? 0
                : ((known[0, 0] * a * a) + (2 * known[0, 1] * a * b) + (known[1, 1] * b * b)) / 2;
        }

        double Minus(Vector<double> at) =>
            (-weight * counts.LogLikelihood(Math.Exp(at[0]), Math.Exp(at[1]) * unit)) + Beside(at);
        Vector<double> best;
        try
        {
            best = NelderMeadSimplex.Minimum(
                ObjectiveFunction.Value(Minus),
                Vector<double>.Build.DenseOfArray(mean),
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
        WeibullLives fit = new(
            Math.Exp(best[0]),
            Math.Exp(best[1]) * unit,
            counts.LogLikelihood(Math.Exp(best[0]), Math.Exp(best[1]) * unit),
            Math.Sqrt(covariance[0, 0]),
            Math.Sqrt(covariance[1, 1]),
            covariance[0, 1])
        {
            OwnersAlike = 1 / weight
        };
        return prior is null ? fit : fit with
        {
            // Of two sources that say the same quantity, each tells as much as its variance is small.
            Borrowed = Math.Clamp(
                fit.VarianceOfAgeBy(Early) / (fit with
                {
                    ShapeError = prior.ShapeSpread,
                    ScaleError = prior.ScaleSpread,
                    Together = prior.Together
                }).VarianceOfAgeBy(Early),
                0,
                1)
        };
    }

    /// <summary>
    /// Likely pairs of shape and scale, drawn from what is known of both: the same ones for the same seed.
    /// </summary>
    /// <param name="count">How many.</param>
    /// <param name="seed">Where they come from.</param>
    public IEnumerable<WeibullLives> Drawn(int count, int seed)
    {
        Random random = new(seed);
        double along = ShapeError > 0 ? Together / ShapeError : 0;
        double across = Math.Sqrt(Math.Max(0, Square(ScaleError) - Square(along)));
        for (int i = 0; i < count; i++)
        {
            double a = Normal.Sample(random, 0, 1), b = Normal.Sample(random, 0, 1);
            yield return this with
            {
                Shape = Shape * Math.Exp(ShapeError * a),
                Scale = Scale * Math.Exp((along * a) + (across * b))
            };
        }
    }

    // What is known of them, for others to start from.
    internal WeibullPrior AsKnown => new(Shape, ShapeError, Scale, ScaleError, Together);

    /// <summary>The share that lasts longer than an age.</summary>
    public double SurvivesAt(double age) => Math.Exp(-Math.Pow(Math.Max(age, 0) / Scale, Shape));

    /// <summary>The age by which a share has ended, 0 to 1.</summary>
    public double AgeBy(double share) => Scale * Math.Pow(-Math.Log(1 - share), 1 / Shape);

    /// <summary>Between which ages that age lies, as surely as asked (delta method on the logarithm).</summary>
    /// <param name="share">The share that has ended by it.</param>
    /// <param name="sure">How surely, 0 to 1.</param>
    public (double Low, double High) RangeOfAgeBy(double share, double sure)
    {
        return Around(AgeBy(share), Math.Sqrt(VarianceOfAgeBy(share)), sure);
    }

    /// <summary>Between which shapes the true one lies, as surely as asked.</summary>
    public (double Low, double High) RangeOfShape(double sure) => Around(Shape, ShapeError, sure);

    private static (double Low, double High) Around(double value, double error, double sure)
    {
        double factor = Math.Exp(Normal.InvCDF(0, 1, (1 + sure) / 2) * error);
        return (value / factor, value * factor);
    }

    // ln age = ln scale + ln(-ln(1 - share)) / shape
    private double VarianceOfAgeBy(double share)
    {
        double by = -Math.Log(-Math.Log(1 - share)) / Shape;
        return Square(ScaleError) + (by * by * Square(ShapeError)) + (2 * by * Together);
    }

    private static double Square(double of) => of * of;

    // How much wider the variance is for lives of one owner being alike, by what each pulls at both values.
    private double Alike(List<Life> lives, List<int> owners)
    {
        Dictionary<int, (double A, double B)> pulls = [];
        double each = 0, together = 0;
        double va = Square(ShapeError), vb = Square(ScaleError);
        double Size(double a, double b) => (va * a * a) + (2 * Together * a * b) + (vb * b * b);
        for (int i = 0; i < lives.Count; i++)
        {
            (double a, double b) = Pull(lives[i]);
            each += Size(a, b);
            (double A, double B) so = pulls.GetValueOrDefault(owners[i]);
            pulls[owners[i]] = (so.A + a, so.B + b);
        }

        together = pulls.Values.Sum(p => Size(p.A, p.B));
        double mean = (double)lives.Count / Math.Max(1, pulls.Count);

        // Of few owners it is not well known either: it is taken to be larger.
        double alike = each > 0 && pulls.Count > 2 ? together / each * pulls.Count / (pulls.Count - 2) : 1;
        return pulls.Count < FewestOwners ? Math.Max(alike, mean) : Math.Clamp(alike, 1, Math.Max(1, mean));
    }

    // Derivatives of a life's log-likelihood by the two logarithms.
    private (double Shape, double Scale) Pull(Life life)
    {
        (double H, double A, double B) At(double age)
        {
            double ratio = Math.Max(age, Least) / Scale, h = Math.Pow(ratio, Shape);
            return (h, h * Shape * Math.Log(ratio), -Shape * h);
        }

        (double h, double a, double b) = At(life.Low);
        if (life.High is not { } high)
        {
            return (-a, -b);
        }

        if (life.IsExact)
        {
            return (1 + (Shape * Math.Log(Math.Max(life.Low, Least) / Scale)) - a, -Shape - b);
        }

        (double h2, double a2, double b2) = At(high);
        double rest = Math.Exp(h - h2), between = Math.Max(1 - rest, 1e-12);
        return (((rest * a2) - a) / between, ((rest * b2) - b) / between);
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
