using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Bay;

/// <summary>An instrument of the shop's bench.</summary>
/// <param name="Code">Its word in the line protocol.</param>
/// <param name="Name">What it is.</param>
/// <param name="Quantity">What it measures.</param>
/// <param name="Kinds">
/// Codes of the readings it can take: a dial gauge takes the play of a hub, and no lining or tread.
/// </param>
public sealed record InstrumentAnswer(string Code, string Name, Quantity Quantity, IReadOnlyList<string> Kinds);

/// <summary>
/// The instruments that can be listened to; none where the shop has no bench, or where it does not answer.
/// </summary>
public sealed record InstrumentsAnswer(IReadOnlyList<InstrumentAnswer> Instruments);

/// <summary>What an instrument measured, as it would have been typed.</summary>
public sealed record MeasuredAnswer(string Typed);

/// <summary>
/// The shop's bench of instruments, reached over TCP by the line protocol of docs/instruments.md. Where it is comes
/// from the
/// setting "instruments" (host:port); a shop without one never notices.
/// </summary>
internal sealed class InstrumentBench(DnsEndPoint? address)
{
    private const int LongestLine = 200;
    private static readonly TimeSpan ToAnswer = TimeSpan.FromSeconds(2), ToMeasure = TimeSpan.FromSeconds(45);

    private static readonly IReadOnlyList<InstrumentAnswer> Known =
    [
        new(
            "wrench",
            "torque wrench",
            Quantity.Torque,
            [.. ReadingKinds.All.Where(k => k.Fastener is not null).Select(k => k.Code)]),
        new("gauge", "dial gauge", Quantity.Length, ["end-play", "rim-rock"]),
        new("thermometer", "infrared thermometer", Quantity.Temperature, ["hub-temperature"]),
    ];

    /// <summary>What the bench says it has; nothing when there is none or it does not answer in good time.</summary>
    internal async Task<IReadOnlyList<InstrumentAnswer>> ThereAsync(CancellationToken stop)
    {
        if (address is null)
        {
            return [];
        }

        try
        {
            using Line line = await Line.OpenAsync(address, stop);
            HashSet<string> codes = [.. line.Tools];
            return [.. Known.Where(i => codes.Contains(i.Code))];
        }
        catch (Refusal)
        {
            return [];
        }
    }

    /// <summary>
    /// Waits for an instrument's next reading. Refuses (502, 503, 504) with what is wrong where none comes, or none
    /// that can be read.
    /// </summary>
    internal async Task<string> ListenAsync(string code, Quantity wanted, CancellationToken stop)
    {
        InstrumentAnswer tool = Known.FirstOrDefault(i => i.Code == code)
            ?? throw Refusal.NotFound("There is no such instrument.");
        if (address is null)
        {
            throw new Refusal(
                StatusCodes.Status503ServiceUnavailable,
                "No instruments are set up here: type the figure.",
                []);
        }

        using Line line = await Line.OpenAsync(address, stop);
        if (!line.Tools.Contains(code))
        {
            throw new Refusal(
                StatusCodes.Status503ServiceUnavailable,
                $"The {tool.Name} is not on the bench: switch it on, or type the figure.",
                []);
        }

        await line.SayAsync($"LISTEN {code}", stop);
        string said = await line.HearAsync(
            ToMeasure,
            $"The {tool.Name} measured nothing in {ToMeasure.TotalSeconds:0} seconds: listen again, or type the "
                + "figure.",
            stop);
        string prefix = $"READING {code} ";
        string figure = said.StartsWith(prefix, StringComparison.Ordinal) ? said[prefix.Length..].Trim() : "";
        Understood read = ShopNotation.Read(figure, wanted);
        return figure.Length > 0 && read.Problem is null ? figure
            : figure.Length > 0
                && tool.Quantity != wanted ? throw Nonsense($"The {tool.Name} sent “{figure}”: {read.Problem}")
            : throw Nonsense(
                $"The {tool.Name} said something that can't be read: “{said}”. Listen again, or type the figure.");
    }

    private static Refusal Nonsense(string sentence) => new(StatusCodes.Status502BadGateway, sentence, []);

    /// <summary>One conversation with the bench.</summary>
    private sealed class Line : IDisposable
    {
        private const string Lost =
            "The bench of instruments does not answer: type the figure, and see that it is switched on.";
        private readonly TcpClient client = new();
        private readonly StringBuilder heard = new();
        private readonly byte[] buffer = new byte[LongestLine];

        internal IReadOnlyList<string> Tools { get; private set; } = [];

        internal static async Task<Line> OpenAsync(DnsEndPoint address, CancellationToken stop)
        {
            Line line = new();
            try
            {
                using CancellationTokenSource patience = CancellationTokenSource.CreateLinkedTokenSource(stop);
                patience.CancelAfter(ToAnswer);
                await line.client.ConnectAsync(address.Host, address.Port, patience.Token);
                string hello = await line.HearAsync(ToAnswer, Lost, stop);
                line.Tools = hello.StartsWith("TOOLS ", StringComparison.Ordinal)
                    ? hello[6..].Split(' ', StringSplitOptions.RemoveEmptyEntries)
                    : throw Nonsense(
                        $"The bench of instruments said something that can't be read: “{hello}”. Type the figure.");
                return line;
            }
            catch (Exception fault) when (fault is SocketException or IOException
                || (fault is OperationCanceledException && !stop.IsCancellationRequested))
            {
                line.Dispose();
                throw new Refusal(StatusCodes.Status503ServiceUnavailable, Lost, []);
            }
            catch
            {
                line.Dispose();
                throw;
            }
        }

        internal async Task SayAsync(string words, CancellationToken stop)
        {
            try
            {
                await client.GetStream().WriteAsync(Encoding.UTF8.GetBytes(words + "\n"), stop);
            }
            catch (IOException)
            {
                throw new Refusal(StatusCodes.Status503ServiceUnavailable, Lost, []);
            }
        }

        // The next line; one that never ends is cut off where no honest one reaches.
        internal async Task<string> HearAsync(TimeSpan patience, string tooLate, CancellationToken stop)
        {
            using CancellationTokenSource until = CancellationTokenSource.CreateLinkedTokenSource(stop);
            until.CancelAfter(patience);
            try
            {
                while (true)
                {
                    string so = heard.ToString();
                    if (so.IndexOf('\n', StringComparison.Ordinal) is >= 0 and var end)
                    {
                        heard.Remove(0, end + 1);
                        return so[..end].TrimEnd('\r');
                    }

                    if (so.Length > LongestLine)
                    {
                        return so[..LongestLine];
                    }

                    int bytes = await client.GetStream().ReadAsync(buffer, until.Token);
                    if (bytes == 0)
                    {
                        throw new Refusal(
                            StatusCodes.Status503ServiceUnavailable,
                            "The connection to the instruments was lost: listen again, or type the figure.",
                            []);
                    }

                    heard.Append(Encoding.UTF8.GetString(buffer, 0, bytes));
                }
            }
            catch (OperationCanceledException) when (!stop.IsCancellationRequested)
            {
                throw new Refusal(StatusCodes.Status504GatewayTimeout, tooLate, []);
            }
            catch (IOException)
            {
                throw new Refusal(
                    StatusCodes.Status503ServiceUnavailable,
                    "The connection to the instruments was lost: listen again, or type the figure.",
                    []);
            }
        }

        public void Dispose() => client.Dispose();
    }
}

internal static class InstrumentEndpoints
{
    internal static void MapInstruments(this RouteGroupBuilder bay)
    {
        bay.MapGet(
            "/instruments",
            async (InstrumentBench bench, CancellationToken stop) =>
                TypedResults.Ok(new InstrumentsAnswer(await bench.ThereAsync(stop)))).Needs(Right.See);
        bay.MapPost("/instruments/{code}/listen", ListenAsync).Needs(Right.Work);
    }

    private static async Task<Ok<MeasuredAnswer>> ListenAsync(
        string code,
        string kind,
        InstrumentBench bench,
        CancellationToken stop)
    {
        ReadingKind asked = ReadingKinds.Find(kind) ?? throw Refusal.Malformed("There is no such reading.", "kind");
        return TypedResults.Ok(new MeasuredAnswer(await bench.ListenAsync(code, asked.Quantity, stop)));
    }
}
