using System.Collections.Concurrent;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;

namespace SturdyTinker.Standins;

/// <summary>
/// A bench of simulated instruments on a TCP port of this machine, speaking the line protocol of docs/instruments.md. A
/// hand
/// at the instrument is a second connection that says MEASURE; left to itself, a bench measures by itself after a
/// while.
/// </summary>
public sealed class InstrumentBench(int port, TimeSpan? byItself) : IAsyncDisposable
{
    private const int LongestLine = 200;
    private readonly TcpListener listener = new(IPAddress.Loopback, port);
    private readonly ConcurrentDictionary<string, ConcurrentDictionary<Channel<string>, byte>> waiting = [];
    private readonly CancellationTokenSource stop = new();
    private readonly Random random = new();

    /// <summary>The port it listens on.</summary>
    public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

    /// <summary>Starts listening; answers when the bench stops.</summary>
    public async Task RunAsync()
    {
        listener.Start();
        while (!stop.IsCancellationRequested)
        {
            try
            {
                TcpClient client = await listener.AcceptTcpClientAsync(stop.Token);
                _ = Task.Run(() => TalkAsync(client));
            }
            catch (OperationCanceledException)
            {
                return;
            }
        }
    }

    private async Task TalkAsync(TcpClient client)
    {
        using (client)
        {
            await using NetworkStream stream = client.GetStream();
            using StreamReader reader = new(stream, Encoding.UTF8);
            await using StreamWriter writer = new(stream, new UTF8Encoding(false)) { AutoFlush = true, NewLine = "\n" };
            using CancellationTokenSource gone = CancellationTokenSource.CreateLinkedTokenSource(stop.Token);
            try
            {
                await writer.WriteLineAsync("TOOLS " + string.Join(' ', Instrument.All.Select(i => i.Code)));
                while (await reader.ReadLineAsync(gone.Token) is { } line)
                {
                    await AnswerAsync(line.Length > LongestLine ? "" : line.Trim(), writer, gone.Token);
                }
            }
            catch (Exception end) when (end is IOException or OperationCanceledException)
            {
                // The other end has gone, or the bench stops.
            }
            finally
            {
                await gone.CancelAsync();
            }
        }
    }

    private async Task AnswerAsync(string line, StreamWriter writer, CancellationToken gone)
    {
        string[] words = line.Split(' ', 3, StringSplitOptions.RemoveEmptyEntries);
        Instrument? tool = words.Length > 1 ? Instrument.All.FirstOrDefault(i => i.Code == words[1]) : null;
        switch (words)
        {
            case ["LISTEN", _] when tool is not null:
                _ = Task.Run(() => ListenAsync(tool, writer, gone), CancellationToken.None);
                break;
            case ["MEASURE", _, var figure] when tool is not null:
                await writer.WriteLineAsync($"OK {Measured(tool.Code, figure)}");
                break;
            default:
                await writer.WriteLineAsync($"WHAT {line}");
                break;
        }
    }

    private async Task ListenAsync(Instrument tool, StreamWriter writer, CancellationToken gone)
    {
        Channel<string> next = Channel.CreateBounded<string>(1);
        ConcurrentDictionary<Channel<string>, byte> all = waiting.GetOrAdd(tool.Code, _ => []);
        all.TryAdd(next, 0);
        try
        {
            Task<string> measured = next.Reader.ReadAsync(gone).AsTask();
            if (byItself is { } after && await Task.WhenAny(measured, Task.Delay(after, gone)) != measured)
            {
                await writer.WriteLineAsync($"READING {tool.Code} {tool.Usual(random)}");
                return;
            }

            await writer.WriteLineAsync($"READING {tool.Code} {await measured}");
        }
        catch (Exception end) when (end is IOException or OperationCanceledException or ObjectDisposedException)
        {
            // Whoever listened has gone.
        }
        finally
        {
            all.TryRemove(next, out _);
        }
    }

    // The figure goes to everybody who listens just then; how many that were.
    private int Measured(string code, string figure) =>
        waiting.TryGetValue(code, out var all) ? all.Keys.Count(c => c.Writer.TryWrite(figure)) : 0;

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        if (stop.IsCancellationRequested)
        {
            return;
        }

        await stop.CancelAsync();
        listener.Dispose();
        stop.Dispose();
    }
}
