using System.Diagnostics;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Tests.Planning;

namespace SturdyTinker.Bench;

/// <summary>How good plans are and how long they take, in one run.</summary>
internal static class PlanBench
{
    internal static int Run(int instances, int nodes, int from = 0)
    {
        Quality("real gear, 52 weeks", instances, nodes, n => Problems.Real(n + from));
        return 0;
    }

    private static void Quality(string what, int instances, int nodes, Func<int, PlanningProblem> make)
    {
        List<(double Gap, bool Proven, int Number)> gaps = [];
        int cannot = 0, number = 0;
        TimeSpan solving = TimeSpan.Zero, proving = TimeSpan.Zero;
        while (gaps.Count < instances)
        {
            PlanningProblem problem = make(number++);
            long began = Stopwatch.GetTimestamp();
            PlanningAnswer answer = Grouping.Solve(problem);
            solving += Stopwatch.GetElapsedTime(began);
            if (answer.Cost is not { } cost)
            {
                cannot++;
                continue;
            }

            began = Stopwatch.GetTimestamp();
            (double bound, double best, int looked) = Exact.Solve(problem, cost, nodes);
            proving += Stopwatch.GetElapsedTime(began);
            double gap = cost <= 0 ? 0 : (cost - bound) / Math.Max(bound, 1e-9);
            gaps.Add((gap, bound >= best - (1e-5 * (1 + best)), number - 1));
        }

        double[] sorted = [.. gaps.Select(g => g.Gap).Order()];
        Console.WriteLine(FormattableString.Invariant($"{what}: {instances} problems ({cannot} that cannot be met left out), optimum proven for {gaps.Count(g => g.Proven)}"));
        Console.WriteLine(FormattableString.Invariant($"  gap: mean {sorted.Average():0.000%}, median {sorted[sorted.Length / 2]:0.000%}, worst {sorted[^1]:0.000%}; over 1 %: {sorted.Count(g => g > 0.01)}; exact {sorted.Count(g => g < 1e-5)}"));
        Console.WriteLine(FormattableString.Invariant($"  solve {solving.TotalMilliseconds / instances:0.00} ms each, prove {proving.TotalMilliseconds / instances:0.0} ms each"));
        foreach (var worst in gaps.OrderByDescending(g => g.Gap).Take(8))
        {
            Console.WriteLine(FormattableString.Invariant($"    #{worst.Number} {worst.Gap:0.00%} {(worst.Proven ? "proven" : "bound only")} tasks {make(worst.Number).Tasks.Count}"));
        }
    }
}
