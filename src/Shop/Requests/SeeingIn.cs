using System.Diagnostics;

using OpenTelemetry.Exporter;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using OpenTelemetry.Trace;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// What whoever looks after the program sees of it: logs, traces, figures, requests that take long. None of it tells
/// whom anything is about: addresses by their pattern, no query, no body, no name.
/// </summary>
internal static partial class SeeingIn
{
    private const string Name = "sturdy-tinker";
    private static readonly TimeSpan Long = TimeSpan.FromSeconds(3);

    /// <summary>Logs as programs or people read them; traces and figures where a collector is named.</summary>
    internal static void AddSeeingIn(this WebApplicationBuilder builder, ShopOptions given)
    {
        if (given.Logs == "json")
        {
            builder.Logging.ClearProviders().AddJsonConsole(options =>
            {
                options.UseUtcTimestamp = true;
                options.TimestampFormat = "yyyy-MM-ddTHH:mm:ss.fffZ";
            });
        }

        if (given.OtlpAt is not { } address)
        {
            return;
        }

        void To(OtlpExporterOptions options, string signal)
        {
            options.Protocol = OtlpExportProtocol.HttpProtobuf;
            options.Endpoint = new Uri(address, $"v1/{signal}");
        }

        builder.Services.AddOpenTelemetry()
            .ConfigureResource(resource => resource.AddService(Name, serviceVersion: HealthEndpoint.Version))
            .WithTracing(tracing => tracing
                .AddAspNetCoreInstrumentation(options =>
                {
                    options.EnrichWithHttpRequest = (activity, _) => Silence(activity);
                    options.EnrichWithHttpResponse = (activity, _) => Silence(activity);
                })
                .AddOtlpExporter(options => To(options, "traces")))
            .WithMetrics(metrics => metrics
                .AddMeter("Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.Server.Kestrel", "System.Runtime")
                .AddOtlpExporter(options => To(options, "metrics")));
    }

    /// <summary>Names requests that took long, by the pattern of their address.</summary>
    internal static void UseSlowRequests(this IApplicationBuilder app)
    {
        ILogger log = app.ApplicationServices.GetRequiredService<ILoggerFactory>().CreateLogger(nameof(SeeingIn));
        app.Use(next => async context =>
        {
            long begun = Stopwatch.GetTimestamp();
            await next(context);
            TimeSpan took = Stopwatch.GetElapsedTime(begun);

            // A stream is there to last.
            if (took > Long
                && context.Response.ContentType?.StartsWith("text/event-stream", StringComparison.Ordinal) != true
                && context.GetEndpoint() is RouteEndpoint { RoutePattern.RawText: { } pattern })
            {
                LogSlow(log, context.Request.Method, pattern, (int)took.TotalMilliseconds);
            }
        });
    }

    // Paths hold ids, and queries what somebody looked for.
    private static void Silence(Activity activity)
    {
        activity.SetTag("url.path", null);
        activity.SetTag("url.query", null);
        activity.SetTag("client.address", null);
        activity.SetTag("user_agent.original", null);
    }

    [LoggerMessage(LogLevel.Warning, "{Method} {Pattern} took {Milliseconds} ms.")]
    private static partial void LogSlow(ILogger log, string method, string pattern, int milliseconds);
}
