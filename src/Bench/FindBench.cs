using System.Diagnostics;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using SturdyTinker.Core;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts.Identification;

namespace SturdyTinker.Bench;

/// <summary>
/// How long it takes to find a part among many by its measures, against one indexed read of SQLite, in one run.
/// </summary>
internal static class FindBench
{
    private const int Parts = 50_000, Asked = 2_000;

    internal static int Run()
    {
        // Bearings of random measures, as thick on the ground as 50,000 are between 10 and 120 mm.
        Random random = new(3);
        MeasuredPart[] parts = [.. Enumerable.Range(0, Parts).Select(i => new MeasuredPart(
            PartKind.Bearing,
            $"bearing {i:00000}",
            $"{i:00000}",
            PartKind.Bearing.Dimensions.ToDictionary(
                d => d.Code,
                _ => new Length(10 + (random.Next(1_100_000) / 10_000m))),
            Source.Memory))];
        long began = Stopwatch.GetTimestamp();
        PartIdentification identify = new(parts);
        double prepared = Stopwatch.GetElapsedTime(began).TotalMilliseconds;
        Taken[][] readings = [.. Enumerable.Range(0, Asked).Select(i => PartKind.Bearing.Dimensions
            .Take(1 + (i % 3))
            .Select(d => new Taken(d.Code, parts[i * 17 % Parts].Measures[d.Code], PartIdentification.UsualUncertainty))
            .ToArray())];

        using SqliteConnection file = new("Data Source=:memory:");
        file.Open();
        Do(file, "CREATE TABLE part (stamp TEXT PRIMARY KEY, name TEXT NOT NULL, bore REAL NOT NULL) WITHOUT ROWID");
        using (SqliteTransaction all = file.BeginTransaction())
        {
            foreach (MeasuredPart part in parts)
            {
                Do(
                    file,
                    "INSERT INTO part VALUES ($stamp, $name, $bore)",
                    ("$stamp", part.Stamp),
                    ("$name", part.Name),
                    ("$bore", (double)part.Measures["inside"].Millimetres));
            }

            all.Commit();
        }

        using SqliteCommand read = file.CreateCommand();
        read.CommandText = "SELECT name, bore FROM part WHERE stamp = $stamp";
        SqliteParameter stamp = read.Parameters.Add("$stamp", SqliteType.Text);
        int found = 0;
        double[][] times = [new double[3], new double[3], new double[3], new double[3]];
        for (int round = 0; round < 3; round++)
        {
            for (int count = 1; count <= 3; count++)
            {
                times[count - 1][round] = Each(
                    readings.Where(r => r.Length == count),
                    r => found += identify.Ask(PartKind.Bearing, r).Candidates.Count > 0 ? 1 : 0);
            }

            times[3][round] = Each(Enumerable.Range(0, Asked), i =>
            {
                stamp.Value = parts[i * 17 % Parts].Stamp;
                using SqliteDataReader row = read.ExecuteReader();
                found += row.Read() && row.GetString(0).Length > 0 ? 1 : 0;
            });
        }

        double[] best = [.. times.Select(t => t.Min())];
        Console.WriteLine(
            FormattableString.Invariant($"{Parts:#,0} parts, prepared once in {prepared:0} ms; one indexed read of ")
                + FormattableString.Invariant($"SQLite in memory takes {best[3]:0.0} µs"));
        for (int count = 1; count <= 3; count++)
        {
            Console.WriteLine(
                FormattableString.Invariant(
                    $"  found by {count} reading{(count > 1 ? "s" : "")}, ranked, with what to measure next: {best[count - 1]:0.0} µs, {best[count - 1] / best[3]:0.00} of that read"));
        }

        Console.WriteLine(
            JsonSerializer.Serialize(
                new { one = best[0] / best[3], two = best[1] / best[3], three = best[2] / best[3] }));
        return found == 3 * 2 * Asked ? 0 : 1;
    }

    private static double Each<T>(IEnumerable<T> all, Action<T> ask)
    {
        T[] list = [.. all];
        long began = Stopwatch.GetTimestamp();
        foreach (T one in list)
        {
            ask(one);
        }

        return Stopwatch.GetElapsedTime(began).TotalMicroseconds / list.Length;
    }

    private static void Do(SqliteConnection file, string sql, params (string Name, object Value)[] values)
    {
        using SqliteCommand command = file.CreateCommand();
        command.CommandText = sql;
        foreach ((string name, object value) in values)
        {
            command.Parameters.AddWithValue(name, value);
        }

        command.ExecuteNonQuery();
    }
}
