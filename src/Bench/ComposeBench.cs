using System.Diagnostics;
using System.Text.Json;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// How long composing takes, as a ratio to writing the same packet as JSON and reading it back; both in the same run,
/// taking
/// turns, so that a slow machine slows both. And how it grows: every job everywhere on one, two and three axles.
/// </summary>
internal static class ComposeBench
{
    private const int Rounds = 61, Warm = 150;

    /// <summary>
    /// The budget: composing the largest packet takes no longer than this share of its JSON round trip.
    /// </summary>
    private const double Budget = 0.5;

    internal static int Run()
    {
        // Compiled well before anything is timed.
        for (int i = 0; i < Warm; i++)
        {
            RunningGear gear = GearDefaults.For(1 + (i % 3), 7_000) with { Spindle = SpindleKind.BoltOn };
            Packet packet = Composer.Compose(gear, Everything(gear), PracticeChoices.Defaults, hands: 1 + (i % 2));
            JsonSerializer.Deserialize<Packet>(JsonSerializer.Serialize(packet));
        }

        List<(int Steps, double Compose, double Json, double Two)> sizes = [];
        Console.WriteLine(
            "axles   jobs   steps   compose ms   JSON round trip ms   ratio   ms per 100 steps   shared between two, "
                + "ms");
        foreach (int axles in new[] { 1, 2, 3 })
        {
            RunningGear gear = GearDefaults.For(axles, 7_000) with { Spindle = SpindleKind.BoltOn };
            JobAt[] jobs = Everything(gear);
            Packet packet = Composer.Compose(gear, jobs, PracticeChoices.Defaults);
            double compose = 0, json = 0, two = 0;
            List<double> composes = [], jsons = [], twos = [];
            for (int round = 0; round < Rounds; round++)
            {
                (compose, json, two) = (
                    Time(() => Composer.Compose(gear, jobs, PracticeChoices.Defaults)),
                    Time(() => JsonSerializer.Deserialize<Packet>(JsonSerializer.Serialize(packet))!),
                    Time(() => Composer.Compose(gear, jobs, PracticeChoices.Defaults, hands: 2)));
                composes.Add(compose);
                jsons.Add(json);
                twos.Add(two);
            }

            (compose, json, two) = (Median(composes), Median(jsons), Median(twos));
            sizes.Add((packet.Steps.Count, compose, json, two));
            Console.WriteLine(
                FormattableString.Invariant(
                    $"{axles,5} {jobs.Length,6} {packet.Steps.Count,7} {compose,12:0.00} {json,20:0.00} {compose / json,7:0.00} {compose * 100 / packet.Steps.Count,18:0.000} {two,24:0.0}"));
        }

        var (first, last) = (sizes[0], sizes[^1]);
        double growth = last.Compose / last.Steps / (first.Compose / first.Steps);
        Console.WriteLine(
            FormattableString.Invariant($"largest packet against its JSON round trip: ")
                + FormattableString.Invariant($"{last.Compose / last.Json:0.00}; ")
                + FormattableString.Invariant($"budget: {Budget:0.00} or less"));
        Console.WriteLine(
            FormattableString.Invariant(
                $"time per step, three axles against one: {growth:0.00}; 1.00 is growth in proportion to the steps"));
        Console.WriteLine(JsonSerializer.Serialize(new
        {
            bench = "compose",
            steps = last.Steps,
            composeToJson = Math.Round(last.Compose / last.Json, 3),
            budget = Budget,
            perStepThreeToOne = Math.Round(growth, 3),
        }));
        return last.Compose / last.Json <= Budget ? 0 : 1;
    }

    // Every job everywhere, as far as they do not contradict each other.
    private static JobAt[] Everything(RunningGear gear)
    {
        List<JobAt> jobs = [];
        foreach ((Job job, IReadOnlyList<Place> places) in JobCatalogue.Ours.For(gear))
        {
            foreach (JobAt at in places.Select(p => new JobAt(job.Code, p.Code)))
            {
                if (!Composer.Refusals(gear, [.. jobs, at]).Any())
                {
                    jobs.Add(at);
                }
            }
        }

        return [.. jobs];
    }

    private static double Time(Func<object> work)
    {
        Stopwatch watch = Stopwatch.StartNew();
        object made = work();
        double took = watch.Elapsed.TotalMilliseconds;
        GC.KeepAlive(made);
        return took;
    }
}
