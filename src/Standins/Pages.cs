using System.Net;
using System.Text.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;

namespace SturdyTinker.Standins;

/// <summary>
/// The stand-ins' pages over HTTP on 127.0.0.1: the mail that was kept, the readings of hub odometers, and a supplier
/// of parts.
/// </summary>
public static class Pages
{
    private static readonly TimeSpan Slow = TimeSpan.FromMinutes(1);

    /// <summary>Starts serving; the answer tells the port and stops it.</summary>
    /// <param name="port">The port; 0 for any free one.</param>
    /// <param name="mail">The mail to show; null for none.</param>
    /// <param name="meters">The readings to answer; null for none.</param>
    /// <param name="supplier">The supplier who answers; null for none.</param>
    /// <param name="calendar">A customer's calendar to be read at "/calendar.ics"; null for none.</param>
    public static async Task<WebApplication> StartAsync(
        int port,
        MailRoom? mail,
        MeterPost? meters,
        SupplierDesk? supplier = null,
        CalendarWall? calendar = null)
    {
        WebApplicationBuilder builder = WebApplication.CreateEmptyBuilder(new WebApplicationOptions());
        builder.WebHost.UseKestrelCore().ConfigureKestrel(k => k.Listen(IPAddress.Loopback, port));
        builder.Logging.ClearProviders();
        WebApplication app = builder.Build();
        app.Run(async context =>
        {
            string path = context.Request.Path.Value ?? "/";
            if (path == "/readings" && meters is not null)
            {
                PostedPage? page = meters.Page(context.Request.Query["after"].ToString());
                context.Response.StatusCode = page is null
                    ? StatusCodes.Status503ServiceUnavailable
                    : StatusCodes.Status200OK;
                await (page is null ? Task.CompletedTask : context.Response.WriteAsJsonAsync(page));
            }
            else if (path == "/calendar.ics" && calendar is not null)
            {
                (int status, string tag, string text) = calendar.Look(context.Request.Headers.IfNoneMatch.ToString());
                context.Response.StatusCode = status;
                context.Response.ContentType = "text/calendar; charset=utf-8";
                context.Response.Headers.ETag = tag;
                await (text.Length == 0 ? Task.CompletedTask : context.Response.WriteAsync(text));
            }
            else if (supplier is not null
                && (path == "/quote" || path.StartsWith("/orders/", StringComparison.Ordinal)))
            {
                await SellAsync(context, supplier, path);
            }
            else if (mail is not null
                && path.StartsWith("/mail/", StringComparison.Ordinal)
                && mail.Read(path["/mail/".Length..]) is { } message)
            {
                context.Response.ContentType = "text/plain; charset=utf-8";
                await context.Response.WriteAsync(message);
            }
            else if (mail is not null && path is "/" or "/mail")
            {
                context.Response.ContentType = "text/html; charset=utf-8";
                string rows = string.Concat(mail!.Messages.Select(m =>
                    $"<li><a href=\"/mail/{m}\">{m}</a> {WebUtility.HtmlEncode(Line(mail.Read(m)!, "To"))}: "
                        + $"{WebUtility.HtmlEncode(Line(mail.Read(m)!, "Subject"))}</li>"));
                await context.Response.WriteAsync(
                    $"<!doctype html><title>Mail kept</title><h1>Mail kept, not sent</h1><ul>{rows}</ul>");
            }
            else
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
            }
        });
        await app.StartAsync();
        return app;
    }

    private static async Task SellAsync(HttpContext context, SupplierDesk supplier, string path)
    {
        switch (supplier.Mood)
        {
            case Mood.Slow:
                await Task.Delay(Slow, context.RequestAborted).ContinueWith(_ => { }, TaskScheduler.Default);
                break;
            case Mood.Ill:
                context.Response.StatusCode = StatusCodes.Status500InternalServerError;
                return;
            case Mood.Babbling:
                await context.Response.WriteAsync("come in on Tuesday");
                return;
            default:
                break;
        }

        object? answer;
        try
        {
            AskedOf? asked = HttpMethods.IsGet(context.Request.Method)
                ? null
                : await JsonSerializer.DeserializeAsync<AskedOf>(
                    context.Request.Body,
                    JsonSerializerOptions.Web,
                    context.RequestAborted);
            string id = path.StartsWith("/orders/", StringComparison.Ordinal) ? path["/orders/".Length..] : "";
            answer = id.Length == 0 ? new { Lines = supplier.Quote(asked!) }
                : asked is null ? supplier.State(id)
                : supplier.Take(id, asked);
        }
        catch (JsonException)
        {
            context.Response.StatusCode = StatusCodes.Status400BadRequest;
            return;
        }

        if (supplier.Mood == Mood.Wrong && answer is OrderHeld held)
        {
            answer = held with { Deliveries = [.. held.Deliveries.Select(d => d with { Quantity = d.Quantity * 3 })] };
        }

        context.Response.StatusCode = answer is null ? StatusCodes.Status404NotFound : StatusCodes.Status200OK;
        await (answer is null
            ? Task.CompletedTask
            : context.Response.WriteAsJsonAsync(answer, answer.GetType(), context.RequestAborted));
    }

    private static string Line(string message, string field) =>
        message
            .Split("\r\n")
            .TakeWhile(l => l.Length > 0)
            .FirstOrDefault(l => l.StartsWith(
                field + ":",
                StringComparison.OrdinalIgnoreCase))?[(field.Length + 1)..].Trim()
            ?? "";
}
