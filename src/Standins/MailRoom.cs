using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;

namespace SturdyTinker.Standins;

/// <summary>
/// A simulated mail service: it takes messages by SMTP (RFC 5321, no TLS, no password) on 127.0.0.1 and keeps each as
/// an .eml
/// file instead of sending it anywhere.
/// </summary>
public sealed class MailRoom : IAsyncDisposable
{
    private const int MostBytes = 1_000_000;

    private readonly TcpListener listener;
    private readonly string folder;
    private readonly CancellationTokenSource stop = new();
    private int count;

    /// <summary>Opens the service.</summary>
    /// <param name="port">Its port; 0 for any free one.</param>
    /// <param name="folder">Where the messages are kept; made when absent.</param>
    public MailRoom(int port, string folder)
    {
        this.folder = folder;
        Directory.CreateDirectory(folder);
        count = Directory.GetFiles(folder, "*.eml").Length;
        listener = new TcpListener(IPAddress.Loopback, port);
        listener.Start();
    }

    /// <summary>The port it listens on.</summary>
    public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

    /// <summary>The messages kept, newest first: file names.</summary>
    public IReadOnlyList<string> Messages =>
        [.. Directory
            .GetFiles(folder, "*.eml")
            .Select(f => Path.GetFileName(f))
            .OrderDescending(StringComparer.Ordinal)];

    /// <summary>The text of a message; null when there is none of that name.</summary>
    public string? Read(string name) => Messages.Contains(name) ? File.ReadAllText(Path.Combine(folder, name)) : null;

    /// <summary>What it waits for before it says that it has kept a letter; at once when not set.</summary>
    public Task Before { get; set; } = Task.CompletedTask;

    /// <summary>Serves until it is disposed.</summary>
    public async Task RunAsync()
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                TcpClient client = await listener.AcceptTcpClientAsync(stop.Token);
                _ = ServeAsync(client);
            }
            catch (OperationCanceledException)
            {
                return;
            }
        }
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        listener.Dispose();
        stop.Dispose();
    }

    private async Task ServeAsync(TcpClient client)
    {
        using (client)
        {
            try
            {
                NetworkStream stream = client.GetStream();
                using StreamReader reader = new(stream, Encoding.UTF8);
                await using StreamWriter writer = new(stream, new UTF8Encoding(false))
                {
                    NewLine = "\r\n",
                    AutoFlush = true
                };
                await TalkAsync(reader, writer);
            }
            catch (Exception fault) when (fault is IOException or SocketException or OperationCanceledException)
            {
                // Whoever wrote has hung up.
            }
        }
    }

    private async Task TalkAsync(StreamReader reader, StreamWriter writer)
    {
        bool from = false, to = false;
        await writer.WriteLineAsync("220 mail room, simulated");
        while (await reader.ReadLineAsync(stop.Token) is { } line)
        {
            string order = line.Split(' ', ':')[0].ToUpperInvariant();
            switch (order)
            {
                case "EHLO":
                    await writer.WriteLineAsync("250-mail room");
                    await writer.WriteLineAsync(FormattableString.Invariant($"250-SIZE {MostBytes}"));
                    await writer.WriteLineAsync("250 8BITMIME");
                    break;
                case "HELO" or "NOOP":
                    await writer.WriteLineAsync("250 mail room");
                    break;
                case "RSET":
                    from = to = false;
                    await writer.WriteLineAsync("250 forgotten");
                    break;
                case "MAIL":
                    from = true;
                    await writer.WriteLineAsync("250 so it is from there");
                    break;
                case "RCPT" when from:
                    // An address to try a refusal with.
                    bool refused = line.Contains("nobody@", StringComparison.OrdinalIgnoreCase);
                    to |= !refused;
                    await writer.WriteLineAsync(refused ? "550 nobody of that name" : "250 so it goes there");
                    break;
                case "DATA" when to:
                    await writer.WriteLineAsync("354 go on, a full stop ends it");
                    bool kept = await KeepAsync(reader);
                    await Before;
                    await writer.WriteLineAsync(kept ? "250 kept" : "552 too long");
                    from = to = false;
                    break;
                case "QUIT":
                    await writer.WriteLineAsync("221 good day");
                    return;
                default:
                    await writer.WriteLineAsync("503 not now, or not here");
                    break;
            }
        }
    }

    private async Task<bool> KeepAsync(StreamReader reader)
    {
        StringBuilder message = new();
        while (await reader.ReadLineAsync(stop.Token) is { } line && line != ".")
        {
            // A line that begins with a full stop has one more on its way (RFC 5321, 4.5.2).
            message.Append(line.StartsWith('.') ? line[1..] : line).Append("\r\n");
        }

        if (message.Length > MostBytes)
        {
            return false;
        }

        string name = string.Create(CultureInfo.InvariantCulture, $"{Interlocked.Increment(ref count):00000}.eml");
        await File.WriteAllTextAsync(
            Path.Combine(folder, name),
            message.ToString(),
            new UTF8Encoding(false),
            stop.Token);
        return true;
    }
}
