using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;

namespace SturdyTinker.Standins;

/// <summary>The stand-ins' pages over HTTP on 127.0.0.1: the mail that was kept, and the readings of hub odometers.</summary>
public static class Pages
{
    /// <summary>Starts serving; the answer tells the port and stops it.</summary>
    /// <param name="port">The port; 0 for any free one.</param>
    /// <param name="mail">The mail to show; null for none.</param>
    /// <param name="meters">The readings to answer; null for none.</param>
    public static async Task<WebApplication> StartAsync(int port, MailRoom? mail, MeterPost? meters)
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
                context.Response.StatusCode = page is null ? StatusCodes.Status503ServiceUnavailable : StatusCodes.Status200OK;
                await (page is null ? Task.CompletedTask : context.Response.WriteAsJsonAsync(page));
            }
            else if (mail is not null && path.StartsWith("/mail/", StringComparison.Ordinal) && mail.Read(path["/mail/".Length..]) is { } message)
            {
                context.Response.ContentType = "text/plain; charset=utf-8";
                await context.Response.WriteAsync(message);
            }
            else if (mail is not null && path is "/" or "/mail")
            {
                context.Response.ContentType = "text/html; charset=utf-8";
                string rows = string.Concat(mail!.Messages.Select(m => $"<li><a href=\"/mail/{m}\">{m}</a> {WebUtility.HtmlEncode(Line(mail.Read(m)!, "To"))}: {WebUtility.HtmlEncode(Line(mail.Read(m)!, "Subject"))}</li>"));
                await context.Response.WriteAsync($"<!doctype html><title>Mail kept</title><h1>Mail kept, not sent</h1><ul>{rows}</ul>");
            }
            else
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
            }
        });
        await app.StartAsync();
        return app;
    }

    private static string Line(string message, string field) =>
        message.Split("\r\n").TakeWhile(l => l.Length > 0).FirstOrDefault(l => l.StartsWith(field + ":", StringComparison.OrdinalIgnoreCase))?[(field.Length + 1)..].Trim() ?? "";
}
