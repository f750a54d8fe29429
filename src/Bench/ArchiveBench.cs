using System.Text.Json;
using Microsoft.Data.Sqlite;
using SturdyTinker.Store;
using SturdyTinker.Store.Archives;
using static SturdyTinker.Bench.Numbers;

namespace SturdyTinker.Bench;

/// <summary>
/// A shop's whole record out in an open form and laid into an empty folder, against a plain copy of its file by SQLite
/// (VACUUM INTO), in one run.
/// </summary>
internal static class ArchiveBench
{
    /// <summary>Runs the benchmark on a shop's folder, which is only read; 0 when it ran to its end.</summary>
    internal static async Task<int> RunAsync(string folder)
    {
        string scratch = Directory.CreateTempSubdirectory("tinker-bench-archive-").FullName;
        try
        {
            string shop = Path.Combine(folder, ShopFileOpening.FileName), zip = Path.Combine(scratch, "record.zip");
            double copied = await TimeAsync(() => CopyAsync(shop, Path.Combine(scratch, "copy.db")));
            Archived told = new(0, 0, 0);
            double written = await TimeAsync(async () =>
                told = await Archive.WriteAsync(folder, zip, DateTimeOffset.UnixEpoch));
            double laid = await TimeAsync(() => ArchiveReading.LayAsync(zip, Path.Combine(scratch, "laid")));
            long peak = System.Diagnostics.Process.GetCurrentProcess().PeakWorkingSet64 / 1_000_000;
            Console.WriteLine(
                FormattableString.Invariant($"{told.Rows:#,0} rows of {new FileInfo(shop).Length / 1e6:0} MB: out in ")
                    + FormattableString.Invariant($"{written / 1_000:0.0} s ")
                    + FormattableString.Invariant($"({written / copied:0.0} times a plain copy), ")
                    + FormattableString.Invariant($"{new FileInfo(zip).Length / 1e6:0} MB; in in {laid / 1_000:0.0} s ")
                    + FormattableString.Invariant($"({laid / copied:0.0} times); {peak} MB at most"));
            Console.WriteLine(JsonSerializer.Serialize(new
            {
                bench = "archive",
                rows = told.Rows,
                outToCopy = Math.Round(written / copied, 2),
                inToCopy = Math.Round(laid / copied, 2),
                peakMegabytes = peak,
            }));
            return 0;
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(scratch, recursive: true);
        }
    }

    private static async Task CopyAsync(string from, string to)
    {
        await using SqliteConnection connection = new($"Data Source={from};Mode=ReadOnly;Pooling=False");
        await connection.OpenAsync();
        await using SqliteCommand copy = new("VACUUM INTO $to", connection);
        copy.Parameters.AddWithValue("$to", to);
        await copy.ExecuteNonQueryAsync();
    }
}
