using MailKit.Net.Smtp;
using MailKit.Security;
using MimeKit;

namespace SturdyTinker.Shop.Requests;

/// <summary>Why a message was not taken.</summary>
/// <param name="Why">In a sentence.</param>
/// <param name="ForGood">Whether the service will not take it another time either (a 5xx of RFC 5321).</param>
internal sealed record MailRefused(string Why, bool ForGood);

/// <summary>How the shop signs in at its mail service.</summary>
/// <param name="User">The name.</param>
/// <param name="Password">The password.</param>
internal sealed record MailLogin(string User, string Password);

/// <summary>
/// The shop's way to send mail: an SMTP service (RFC 5321) at the setting "mail" (host:port). A shop without one writes
/// no mail.
/// </summary>
/// <param name="address">Where the service is; null for none.</param>
/// <param name="login">How the shop signs in there; null for a service that asks nobody.</param>
/// <param name="from">The address its mail comes from; null for one that nobody answers at.</param>
internal sealed class MailOutlet(System.Net.DnsEndPoint? address, MailLogin? login = null, string? from = null)
{
    // Submission over TLS from the first byte on (RFC 8314).
    private const int TlsPort = 465;

    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(8);

    /// <summary>Why nothing goes from a shop without a mail service.</summary>
    internal const string None = "This shop has no mail service.";

    internal bool There => address is not null;

    /// <summary>The shop as the sender of its mail.</summary>
    /// <param name="shop">The shop's name; may be empty.</param>
    internal MailboxAddress Sender(string shop) =>
        new(shop.Length > 0 ? shop : "Workshop", from ?? "workshop@sturdy-tinker.example");

    /// <summary>Reads a mail address; a name without an @ is none.</summary>
    internal static bool TryAddress(
        string? typed,
        [System.Diagnostics.CodeAnalysis.NotNullWhen(true)] out MailboxAddress? to) =>
        MailboxAddress.TryParse(typed ?? "", out to) && to.Address.Contains('@', StringComparison.Ordinal);

    /// <summary>Hands a message over; answers why that failed, or null.</summary>
    internal async Task<MailRefused?> SendAsync(MimeMessage message, CancellationToken stop)
    {
        if (address is null)
        {
            return new MailRefused(None, ForGood: false);
        }

        using CancellationTokenSource patience = CancellationTokenSource.CreateLinkedTokenSource(stop);
        patience.CancelAfter(Patience);
        try
        {
            using SmtpClient client = new();
            await client.ConnectAsync(
                address.Host,
                address.Port,
                address.Port == TlsPort ? SecureSocketOptions.SslOnConnect
                    : login is null ? SecureSocketOptions.StartTlsWhenAvailable
                    : SecureSocketOptions.StartTls,
                patience.Token);
            if (login is not null)
            {
                await client.AuthenticateAsync(login.User, login.Password, patience.Token);
            }

            await client.SendAsync(message, patience.Token);
            await PartAsync(client, patience.Token);
            return null;
        }
        catch (OperationCanceledException) when (!stop.IsCancellationRequested)
        {
            return new MailRefused("The mail service did not answer in good time.", ForGood: false);
        }
        catch (NotSupportedException) when (login is not null)
        {
            return new MailRefused(
                "The mail service offers no safe connection (TLS), and the shop’s password goes over no other.",
                ForGood: false);
        }
        catch (AuthenticationException)
        {
            return new MailRefused("The mail service does not take the shop’s name and password.", ForGood: false);
        }
        catch (SslHandshakeException)
        {
            return new MailRefused(
                "The mail service came to no safe connection (TLS): its certificate or its settings are wrong.",
                ForGood: false);
        }
        catch (Exception fault) when (fault is not OperationCanceledException)
        {
            // Whatever comes from outside ends nothing here.
            return new MailRefused(
                $"The mail service did not take it: {fault.Message.Split('\n')[0].Trim().TrimEnd('.')}.",
                fault is SmtpCommandException
                {
                    StatusCode: >= SmtpStatusCode.SyntaxError and not
                    SmtpStatusCode.ExceededStorageAllocation
                });
        }
    }

    // The letter is taken already: how the conversation ends changes nothing.
    private static async Task PartAsync(SmtpClient client, CancellationToken stop)
    {
        try
        {
            await client.DisconnectAsync(true, stop);
        }
        catch (Exception fault) when (fault is OperationCanceledException or System.Net.Sockets.SocketException
            or IOException or MailKit.CommandException or MailKit.ProtocolException)
        {
            // Nothing is left to say.
        }
    }
}
