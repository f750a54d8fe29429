using System.Globalization;
using SturdyTinker.Standins;

// --port N, and --after SECONDS for a bench that measures by itself; --after 0 waits for a hand at the instrument.
string? Option(string name) => Array.IndexOf(args, name) is >= 0 and var i && i + 1 < args.Length ? args[i + 1] : null;

if (!int.TryParse(Option("--port"), CultureInfo.InvariantCulture, out int port) || port is < 0 or > 65_535)
{
    Console.Error.WriteLine("Say the port: --port N");
    return 2;
}

double after = double.TryParse(Option("--after"), CultureInfo.InvariantCulture, out double seconds) ? seconds : 0;
await using InstrumentBench bench = new(port, after > 0 ? TimeSpan.FromSeconds(after) : null);
await bench.RunAsync();
return 0;
