using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Factorization;
using SturdyTinker.Core.Evidence.Statistics;

namespace SturdyTinker.Core.Evidence;

/// <summary>
/// Lives of a kind, those of each use by themselves. All uses together are nobody's: what is worn soon is looked at
/// early and what is worn late is looked at late, so that a mixture of both looks as if the weak ones went first.
/// </summary>
public sealed class LivesByUse
{
    // Lives of trailers used in just the same ways, and what they say by themselves.
    private sealed record Alike(
        string Code,
        IReadOnlyList<string> Uses,
        LivesOfKind Lives,
        Lazy<Told> Days,
        Lazy<Told> Miles);

    // What lives say beyond what common practice does: how much, and of what.
    private sealed record Told(Matrix<double> Information, Vector<double> Of);

    private readonly List<Alike> groups;

    // What was reckoned once is asked for by several questions.
    private readonly Dictionary<string, WeibullLives> days = [], miles = [], just = [];

    /// <summary>Parts them.</summary>
    /// <param name="of">All lives of a kind.</param>
    public LivesByUse(LivesOfKind of)
    {
        All = of;
        groups = [.. of.Lives
            .GroupBy(l => CodeOf(l.Trailer.Uses))
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g =>
            {
                LivesOfKind its = of with { Lives = [.. g] };
                return new Alike(
                    g.Key,
                    g.First().Trailer.Uses,
                    its,
                    new Lazy<Told>(() => Beyond(its.InDays(of.Kind.Days), of.Kind.Days)),
                    new Lazy<Told>(() => Beyond(its.InMiles(of.Kind.Miles), of.Kind.Miles)));
            })];
    }

    /// <summary>All of them.</summary>
    internal LivesOfKind All { get; }

    /// <summary>Whether there are trailers used otherwise than others.</summary>
    internal bool Differ => groups.Count > 1;

    /// <summary>
    /// How long they last on trailers used in a way, in days; with an empty code, on those used in no special way. A
    /// thin record leans on the other uses, those on common practice.
    /// </summary>
    internal WeibullLives InDays(string use) => Once(days, use, () => All.UsedAs(use).InDays(
        Prior(All.Kind.Days, g => !IsOf(g, use), g => g.Days.Value)));

    /// <summary>The same in miles, of those whose miles are known.</summary>
    internal WeibullLives InMiles(string use) => Once(miles, use, () => All.UsedAs(use).InMiles(
        Prior(All.Kind.Miles, g => !IsOf(g, use), g => g.Miles.Value)));

    /// <summary>How long they last on trailers used in just these ways, in days.</summary>
    internal WeibullLives InDaysUsedJust(IReadOnlyList<string> uses)
    {
        string code = CodeOf(uses);
        return Once(just, code, () =>
        {
            LivesOfKind its = groups.Find(g => g.Code == code)?.Lives ?? All with { Lives = [] };
            return its.InDays(Prior(All.Kind.Days, g => g.Code != code, g => g.Days.Value));
        });
    }

    /// <summary>How a trailer is used, in one word to compare by.</summary>
    internal static string CodeOf(IReadOnlyList<string> uses) => string.Join(' ', uses.Order(StringComparer.Ordinal));

    private static WeibullLives Once(
        Dictionary<string, WeibullLives> known,
        string code,
        Func<WeibullLives> reckon)
    {
        if (!known.TryGetValue(code, out WeibullLives? lives))
        {
            known[code] = lives = reckon();
        }

        return lives;
    }

    private static bool IsOf(Alike group, string use) =>
        use.Length == 0 ? group.Uses.Count == 0 : group.Uses.Contains(use);

    // How far a use lies off what is usual in a shop, two times in three: a factor of about one and two thirds in
    // scale, one and a fifth in shape. From memory.
    private const double ScaleApart = 0.5, ShapeApart = 0.2;

    // What the others say of a use that has said nothing yet. Each tells of what is usual here as much as its own
    // record tells of it and as a use tells of another; common practice counts once, however many they are. Source:
    // published, the normal hierarchical model with known spreads, e.g. Gelman and others, Bayesian Data Analysis.
    private WeibullPrior Prior(WeibullPrior common, Func<Alike, bool> isOther, Func<Alike, Told> told)
    {
        List<Told> others = [.. groups.Where(isOther).Select(told)];
        if (others.Count == 0)
        {
            return common;
        }

        Matrix<double> apart = Diagonal(ShapeApart * ShapeApart, ScaleApart * ScaleApart), toward = apart.Inverse();
        Matrix<double> usually = common.Covariance - apart;
        Matrix<double> precision = usually.Inverse();
        Vector<double> of = precision * common.Middle;
        foreach (Told other in others)
        {
            // What is known of the usual one through it; nothing where it has said nothing.
            Matrix<double> through = toward * (other.Information + toward).Inverse();
            precision += toward - (through * toward);
            of += through * other.Of;
        }

        Matrix<double> usual = precision.Inverse();
        return WeibullPrior.Around(usual * of, usual + apart);
    }

    // What common practice says is taken out again: it is counted once for all. Where lives say nothing of a direction,
    // the curve may bend the wrong way there by a hair: it then says nothing.
    private static Told Beyond(WeibullLives lives, WeibullPrior common)
    {
        WeibullPrior known = lives.AsKnown;
        Matrix<double> before = common.Covariance.Inverse();
        Evd<double> own = (known.Covariance.Inverse() - before).Evd(Symmetricity.Symmetric);
        Matrix<double> information = own.EigenVectors
            * Matrix<double>.Build.DenseOfDiagonalVector(own.EigenValues.Map(v => Math.Max(v.Real, 0)))
            * own.EigenVectors.Transpose();
        return new Told(
            information,
            (before * (known.Middle - common.Middle)) + (information * known.Middle));
    }

    private static Matrix<double> Diagonal(double a, double b) => Matrix<double>.Build.DenseOfDiagonalArray([a, b]);
}

/// <summary>What is said of how much was borrowed.</summary>
internal static class Borrowing
{
    /// <summary>How much was borrowed, in words; empty where hardly anything was.</summary>
    internal static string InWords(double borrowed, string from) =>
        borrowed < 0.1 ? ""
        : $"{Said.Share(borrowed)} of it is borrowed from {from}, for want of its own.";
}
