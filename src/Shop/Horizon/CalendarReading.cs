using System.Net;
using System.Net.Http.Headers;
using System.Net.Sockets;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Horizon;

/// <summary>
/// Reads customers' own calendars behind the scenes: a new address at once, every other a few times a day. One that
/// cannot be read keeps none of the others waiting, and what it said before stands until it can be again.
/// </summary>
internal sealed class CalendarReading(
    IServiceScopeFactory scopes,
    IHttpClientFactory clients,
    CalendarDesk desk,
    Clock clock,
    Opening opening,
    ILogger<CalendarReading> log)
    : BehindTheScenes(opening, log, TimeSpan.FromMinutes(5), "Customers’ calendars could not be read.", desk)
{
    /// <summary>The name of its client.</summary>
    internal const string Client = "calendars";

    private static readonly TimeSpan Again = TimeSpan.FromHours(6), SoonAgain = TimeSpan.FromHours(1);

    /// <inheritdoc/>
    protected override async Task RoundAsync(CancellationToken stop)
    {
        using IServiceScope scope = scopes.CreateScope();
        ShopFile file = scope.ServiceProvider.GetRequiredService<ShopFile>();
        DateTimeOffset now = clock.Now;
        List<Customer> customers = await file.Customers.AsNoTracking().Where(c => c.Calendar != "").ToListAsync(stop);
        Dictionary<Guid, CustomerCalendarRow> known =
            await file.CustomerCalendars.AsNoTracking().ToDictionaryAsync(c => c.CustomerId, stop);
        foreach (Customer customer in customers)
        {
            CustomerCalendarRow? row = known.GetValueOrDefault(customer.Id);
            bool other = row is null || row.Address != customer.Calendar;
            if (other || now - row!.TriedAt >= (row.Problem.Length > 0 ? SoonAgain : Again) || now < row.TriedAt)
            {
                CustomerCalendarRow read = await ReadAsync(customer, other ? null : row, stop);
                await KeepAsync(file, read, stop);
            }
        }
    }

    private static async Task KeepAsync(ShopFile file, CustomerCalendarRow read, CancellationToken stop)
    {
        // The customer may be gone by now, or have another address.
        await using var transaction = await file.Database.BeginTransactionAsync(stop);
        if (await file.Customers.AnyAsync(c => c.Id == read.CustomerId && c.Calendar == read.Address, stop))
        {
            bool there = await file.CustomerCalendars.AnyAsync(c => c.CustomerId == read.CustomerId, stop);
            file.Entry(read).State = there ? EntityState.Modified : EntityState.Added;
            await file.SaveChangesAsync(stop);
            await transaction.CommitAsync(stop);
        }

        file.ChangeTracker.Clear();
    }

    private async Task<CustomerCalendarRow> ReadAsync(
        Customer customer,
        CustomerCalendarRow? before,
        CancellationToken stop)
    {
        CustomerCalendarRow row = new()
        {
            CustomerId = customer.Id,
            Address = customer.Calendar,
            Tag = before?.Tag ?? "",
            ReadAt = before?.ReadAt,
            Busy = before?.Busy ?? [],
            TriedAt = clock.Now,
        };
        try
        {
            using HttpRequestMessage request = new(HttpMethod.Get, CalendarDesk.AddressOf(customer.Calendar));

            // Its days move on with ours: once a week it is read whole, changed or not.
            bool stale = before?.ReadAt is not { } at || clock.Now - at > TimeSpan.FromDays(7);
            if (!stale && EntityTagHeaderValue.TryParse(row.Tag, out EntityTagHeaderValue? tag))
            {
                request.Headers.IfNoneMatch.Add(tag);
            }

            using HttpResponseMessage answer =
                await clients.CreateClient(Client).SendAsync(request, HttpCompletionOption.ResponseHeadersRead, stop);
            if (answer.StatusCode == HttpStatusCode.NotModified)
            {
                return row;
            }

            if (!answer.IsSuccessStatusCode)
            {
                row.Problem = $"The address answers {(int)answer.StatusCode}: ask the customer for it anew.";
                return row;
            }

            string? text = await TextAsync(answer, stop);
            DateOnly today = clock.Today;
            IReadOnlyList<BusyTime>? times = text is null
                ? null
                : CustomersCalendar.Read(text, today, today.AddDays(7 * TrailerPlanner.UsualWeeks));
            if (times is null)
            {
                row.Problem = text is null
                    ? "What stands there is too large for a calendar."
                    : "What stands there is no calendar that can be read.";
                return row;
            }

            (row.Busy, row.ReadAt, row.Tag) = (times, clock.Now, answer.Headers.ETag?.ToString() ?? "");
        }
        catch (Exception fault) when (!(fault is OperationCanceledException && stop.IsCancellationRequested))
        {
            // Whatever comes from outside ends nothing here.
            row.Problem = WorldOnly.IsInside(fault)
                ? "The address lies inside of the shop’s own network, which is not read."
                : "The address does not answer. It is asked again soon.";
        }

        return row;
    }

    // At most so much: a calendar that never ends is none.
    private static async Task<string?> TextAsync(HttpResponseMessage answer, CancellationToken stop)
    {
        await using Stream from = await answer.Content.ReadAsStreamAsync(stop);
        using MemoryStream all = new();
        byte[] buffer = new byte[32 * 1024];
        for (int read; (read = await from.ReadAsync(buffer, stop)) > 0;)
        {
            await all.WriteAsync(buffer.AsMemory(0, read), stop);
            if (all.Length > CustomersCalendar.MostBytes)
            {
                return null;
            }
        }

        return Encoding.UTF8.GetString(all.ToArray());
    }
}
