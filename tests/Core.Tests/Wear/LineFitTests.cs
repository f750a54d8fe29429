using SturdyTinker.Core.Wear;
using Xunit;

namespace SturdyTinker.Core.Tests.Wear;

public class LineFitTests
{
    /// <summary>NIST Statistical Reference Datasets, linear regression, Norris: y and x of 36 observations.</summary>
    private static readonly (double Y, double X)[] Norris =
    [
        (0.1, 0.2), (338.8, 337.4), (118.1, 118.2), (888.0, 884.6), (9.2, 10.1), (228.1, 226.5), (668.5, 666.3),
        (998.5, 996.3), (449.1, 448.6),
        (778.9, 777.0), (559.2, 558.2), (0.3, 0.4), (0.1, 0.6), (778.1, 775.5), (668.8, 666.9), (339.3, 338.0),
        (448.9, 447.5), (10.8, 11.6),
        (557.7, 556.0), (228.3, 228.1), (998.0, 995.8), (888.8, 887.6), (119.6, 120.2), (0.3, 0.3), (0.6, 0.3),
        (557.6, 556.8), (339.3, 339.1),
        (888.0, 887.2), (998.5, 999.0), (778.9, 779.0), (10.2, 11.1), (117.6, 118.3), (228.9, 229.2), (668.4, 669.1),
        (449.2, 448.9), (0.2, 0.5),
    ];

    /// <summary>
    /// Certified by NIST: intercept -0.262323073774029, slope 1.00211681802045, residual standard deviation
    /// 0.884796396144373.
    /// </summary>
    [Fact]
    public void A_line_agrees_with_the_certified_values_of_Norris()
    {
        LineFit fit = LineFit.Of([.. Norris.Select(p => p.X)], [.. Norris.Select(p => p.Y)])!;
        Assert.Equal(-0.262323073774029, fit.Intercept, 1e-11);
        Assert.Equal(1.00211681802045, fit.Slope, 1e-13);
        Assert.Equal(0.884796396144373, fit.Residual!.Value, 1e-11);
    }

    /// <summary>
    /// Montgomery and Runger, Applied Statistics and Probability for Engineers: the oxygen purity example. y = 74.283 +
    /// 14.947 x, error variance 1.18; the 95 % prediction interval at x = 1.00 is 86.83 to 91.63. Cited from memory.
    /// </summary>
    [Fact]
    public void A_prediction_interval_agrees_with_the_oxygen_purity_example()
    {
        double[] x =
        [
            0.99,
            1.02,
            1.15,
            1.29,
            1.46,
            1.36,
            0.87,
            1.23,
            1.55,
            1.40,
            1.19,
            1.15,
            0.98,
            1.01,
            1.11,
            1.20,
            1.26,
            1.32,
            1.43,
            0.95
        ];
        double[] y =
        [
            90.01,
            89.05,
            91.43,
            93.74,
            96.73,
            94.45,
            87.59,
            91.77,
            99.42,
            93.65,
            93.54,
            92.52,
            90.56,
            89.54,
            89.85,
            90.39,
            93.25,
            93.41,
            94.98,
            87.33
        ];
        LineFit fit = LineFit.Of(x, y)!;
        Assert.Equal(74.283, fit.Intercept, 0.001);
        Assert.Equal(14.947, fit.Slope, 0.001);
        Assert.Equal(1.18, fit.Residual!.Value * fit.Residual.Value, 0.005);
        double half = fit.HalfBand(1.00, 0.95)!.Value;
        Assert.Equal(86.83, fit.At(1) - half, 0.01);
        Assert.Equal(91.63, fit.At(1) + half, 0.01);
    }

    [Fact]
    public void Two_points_have_no_band_and_one_has_no_line()
    {
        LineFit two = LineFit.Of([0, 10], [5, 4])!;
        Assert.Equal((-0.1, null, null), (two.Slope, two.Residual, two.HalfBand(20)));
        Assert.Equal(50, two.Reaches(0)!.Value, 1e-9);
        Assert.Null(two.EdgeReaches(0, 10, upper: true));
        Assert.Null(LineFit.Of([3], [1]));
        Assert.Null(LineFit.Of([], []));
        Assert.Null(LineFit.Of([3, 3, 3], [1, 2, 3]));
    }

    [Fact]
    public void The_bands_edges_come_to_a_value_before_and_after_the_line()
    {
        LineFit fit = LineFit.Of([0, 100, 200, 300], [10, 9.1, 7.9, 7.05])!;
        double line = fit.Reaches(2)!.Value, early = fit.EdgeReaches(
            2,
            300,
            upper: false)!.Value, late = fit.EdgeReaches(2, 300, upper: true)!.Value;
        Assert.True(early < line && line < late);
        Assert.Equal(2, fit.At(early) - fit.HalfBand(early)!.Value, 1e-6);
        Assert.Equal(2, fit.At(late) + fit.HalfBand(late)!.Value, 1e-6);

        // Already passed by the lower edge: now. A wide band's upper edge never comes down.
        Assert.Equal(900, fit.EdgeReaches(2, 900, upper: false));
        LineFit loose = LineFit.Of([0, 1, 2], [10, 4, 9])!;
        Assert.Null(loose.EdgeReaches(0, 2, upper: true));
    }
}
