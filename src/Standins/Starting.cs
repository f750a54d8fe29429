using System.Diagnostics;
using System.Globalization;
using System.Runtime.InteropServices;

namespace SturdyTinker.Standins;

/// <summary>Starts the simulated outside world.</summary>
internal static class Starting
{
    // --port N the bench of instruments; with --after SECONDS it measures by itself, --after 0 waits for a hand
    // --mail-port N --mail DIR        the mail service, its messages kept in DIR
    // --web N [--meters FILE] [--sold FILE --orders DIR]
    // their pages; FILE has a meter's number and its last figure a line, for the feed of readings;
    //                                 or what the supplier sells, his orders kept in DIR
    // --with PID                      ends when that program has ended
    // --day YYYY-MM-DD                the day it is out there; otherwise the machine's
    private static async Task<int> Main(string[] args)
    {
        string? Option(string name) =>
            Array.IndexOf(args, name) is >= 0 and var i && i + 1 < args.Length ? args[i + 1] : null;
        int? Port(string name) =>
            int.TryParse(Option(name), CultureInfo.InvariantCulture, out int port) && port is >= 0 and <= 65_535
                ? port
                : null;

        int ahead = DateOnly.TryParseExact(
            Option("--day"),
            "yyyy-MM-dd",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out DateOnly day)
            ? day.DayNumber - DateOnly.FromDateTime(DateTime.Now).DayNumber
            : 0;
        DateOnly Today() => DateOnly.FromDateTime(DateTime.Now).AddDays(ahead);

        if (Port("--port") is not { } bench)
        {
            Console.Error.WriteLine("Say the port: --port N");
            return 2;
        }

        // The pages' own way to end on a signal waits for nobody here: the whole program ends.
        using PosixSignalRegistration term = PosixSignalRegistration.Create(
            PosixSignal.SIGTERM,
            _ => Environment.Exit(0));
        using PosixSignalRegistration interrupt = PosixSignalRegistration.Create(
            PosixSignal.SIGINT,
            _ => Environment.Exit(0));
        if (int.TryParse(Option("--with"), CultureInfo.InvariantCulture, out int other))
        {
            _ = EndWithAsync(other);
        }

        MailRoom? mail = Port("--mail-port") is { } smtp ? new MailRoom(smtp, Option("--mail") ?? "mail") : null;
        if (Port("--web") is { } web)
        {
            (string, decimal)[] meters = [.. (Option("--meters") is { } file && File.Exists(file)
                ? File.ReadAllLines(file)
                : [])
                .Select(l => l.Split(' '))
                .Where(l => l.Length == 2)
                .Select(l => (l[0], decimal.Parse(l[1], CultureInfo.InvariantCulture)))];
            SupplierDesk? supplier = Option("--sold") is { } sold && File.Exists(sold)
                ? new SupplierDesk(SupplierDesk.Read(await File.ReadAllLinesAsync(sold)), Today, Option("--orders"))
                : null;
            await Pages.StartAsync(web, mail, new MeterPost(MeterPost.Invented(meters, Today())), supplier);
        }

        _ = mail?.RunAsync();
        double after = double.TryParse(Option("--after"), CultureInfo.InvariantCulture, out double seconds)
            ? seconds
            : 0;
        await using InstrumentBench instruments = new(bench, after > 0 ? TimeSpan.FromSeconds(after) : null);
        await instruments.RunAsync();
        return 0;
    }

    // Whoever started it may be killed and say nothing.
    private static async Task EndWithAsync(int other)
    {
        using Process? process = Find(other);
        if (process is not null)
        {
            await process.WaitForExitAsync();
        }

        Environment.Exit(0);
    }

    private static Process? Find(int id)
    {
        try
        {
            return Process.GetProcessById(id);
        }
        catch (ArgumentException)
        {
            return null;
        }
    }
}
