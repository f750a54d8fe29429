using System.Globalization;
using SturdyTinker.Core.Planning;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Horizon;

/// <summary>
/// The command that answers planning problems from files, run without a server: docs/planning-problem.md.
/// </summary>
internal static class PlanCommand
{
    /// <summary>
    /// Runs "plan --in FILE --out FILE [--effort N]" or "plan --in DIR --out DIR [--effort N]". 0 when every problem has
    /// its answer, 1 when some is malformed or can't be read, 2 for an order that lacks something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong)
    {
        if (Options.Value(args, "--in") is not { } from || Options.Value(args, "--out") is not { } to)
        {
            await wrong.WriteLineAsync(
                "Say which problem is answered where: --in FILE --out FILE, or --in DIR --out DIR for all of a folder");
            return 2;
        }

        int effort = 0;
        if (Options.Value(args, "--effort") is { } typed
            && (!int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out effort)
                || effort > Grouping.MostEffort))
        {
            await wrong.WriteLineAsync(
                $"--effort takes a whole number from 0 to {Grouping.MostEffort}, not “{typed}”.");
            return 2;
        }

        try
        {
            if (!Directory.Exists(from))
            {
                return await OneAsync(from, to, effort, wrong) ? 0 : 1;
            }

            Directory.CreateDirectory(to);
            int answered = 0, refused = 0;
            await Parallel.ForEachAsync(Directory.GetFiles(from, "*.json"), async (file, _) =>
            {
                bool done = await OneAsync(file, Path.Combine(to, Path.GetFileName(file)), effort, wrong);
                Interlocked.Increment(ref done ? ref answered : ref refused);
            });
            await said.WriteLineAsync($"{answered} answered, {refused} refused.");
            return refused == 0 ? 0 : 1;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException)
        {
            await wrong.WriteLineAsync(fault.Message);
            return 1;
        }
    }

    private static async Task<bool> OneAsync(string from, string to, int effort, TextWriter wrong)
    {
        (PlanningProblem? problem, IReadOnlyList<FormFault> faults) =
            PlanningForm.Read(await File.ReadAllTextAsync(from));
        if (problem is null)
        {
            await wrong.WriteLineAsync(string.Join(
                Environment.NewLine,
                faults.Select(f => $"{from}: {f.Pointer}: {f.Sentence}")));
            return false;
        }

        await File.WriteAllTextAsync(to, PlanningForm.Write(Grouping.Solve(problem, effort)) + "\n");
        return true;
    }
}
