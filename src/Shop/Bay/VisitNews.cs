using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Bay;

/// <summary>
/// Tells every tablet that shows a visit when something in it has changed, so that they fetch it anew.
/// </summary>
internal sealed class VisitNews
{
    private static readonly TimeSpan Breath = TimeSpan.FromSeconds(15);
    private readonly Dictionary<Guid, HashSet<Channel<long>>> listeners = [];
    private long count;

    /// <summary>
    /// Tells that a visit has changed. Never waits: a tablet that is slow misses nothing but repetitions.
    /// </summary>
    internal void Tell(Guid visit)
    {
        lock (listeners)
        {
            count++;
            foreach (Channel<long> one in listeners.GetValueOrDefault(visit) ?? [])
            {
                one.Writer.TryWrite(count);
            }
        }
    }

    /// <summary>
    /// The changes of a visit as they come; a breath now and then, so that both ends notice a lost connection.
    /// </summary>
    internal async IAsyncEnumerable<SseItem<string>> ListenAsync(
        Guid visit,
        [EnumeratorCancellation] CancellationToken stop)
    {
        // Only the newest matters: whoever hears of it fetches the whole state.
        Channel<long> channel = Channel.CreateBounded<long>(new BoundedChannelOptions(1)
        {
            FullMode = BoundedChannelFullMode.DropOldest
        });
        lock (listeners)
        {
            if (!listeners.TryGetValue(visit, out HashSet<Channel<long>>? there))
            {
                listeners.Add(visit, there = []);
            }

            there.Add(channel);
        }

        try
        {
            yield return new SseItem<string>("listening", "hello");
            while (!stop.IsCancellationRequested)
            {
                using CancellationTokenSource breath = CancellationTokenSource.CreateLinkedTokenSource(stop);
                breath.CancelAfter(Breath);
                long? number;
                try
                {
                    number = await channel.Reader.ReadAsync(breath.Token);
                }
                catch (OperationCanceledException)
                {
                    number = null;
                }

                if (number is { } news)
                {
                    yield return new SseItem<string>(FormattableString.Invariant($"{news}"), "changed");
                }
                else if (!stop.IsCancellationRequested)
                {
                    yield return new SseItem<string>("still here", "breath");
                }
            }
        }
        finally
        {
            lock (listeners)
            {
                if (listeners[visit].Remove(channel) && listeners[visit].Count == 0)
                {
                    listeners.Remove(visit);
                }
            }
        }
    }
}

internal static class VisitNewsEndpoint
{
    /// <summary>
    /// The stream of a visit's changes; and every write to a visit below this group tells of itself once it has been
    /// answered.
    /// </summary>
    internal static void MapVisitNews(this RouteGroupBuilder bay)
    {
        bay.MapGet("/visits/{id:guid}/events", Events).Needs(Right.See).ExcludeFromDescription();
        bay.AddEndpointFilter(async (context, next) =>
        {
            object? answer = await next(context);
            if (!HttpMethods.IsGet(context.HttpContext.Request.Method)
                && Guid.TryParse(context.HttpContext.GetRouteValue("id") as string, out Guid visit))
            {
                context.HttpContext.RequestServices.GetRequiredService<VisitNews>().Tell(visit);
            }

            return answer;
        });
    }

    private static ServerSentEventsResult<string> Events(
        Guid id,
        VisitNews news,
        Door door,
        IHostApplicationLifetime lifetime,
        HttpContext context)
    {
        // A stream would keep the program from stopping. The source goes with the request: it hangs on the program's
        // end. And whoever is let out hears no more: each listener comes in anew, which browsers do by themselves.
        CancellationTokenSource stop = CancellationTokenSource.CreateLinkedTokenSource(
            context.RequestAborted,
            lifetime.ApplicationStopping);
        door.OnChange += End;
        context.Response.OnCompleted(() =>
        {
            door.OnChange -= End;
            stop.Dispose();
            return Task.CompletedTask;
        });
        return TypedResults.ServerSentEvents(news.ListenAsync(id, stop.Token));

        // It may have ended at the very moment somebody says so.
        void End()
        {
            try
            {
                stop.Cancel();
            }
            catch (ObjectDisposedException)
            {
                // It is over already.
            }
        }
    }
}
