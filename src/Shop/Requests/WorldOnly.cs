using System.Net;
using System.Net.Sockets;

namespace SturdyTinker.Shop.Requests;

/// <summary>How addresses are asked that somebody has typed.</summary>
internal static class WorldOnly
{
    /// <summary>
    /// Connects to the world only: an address that somebody types must not be a way into the network that the shop
    /// stands in. It is checked when connecting, so that names and redirects are too.
    /// </summary>
    /// <param name="inside">Whether addresses of that network may be asked as well.</param>
    /// <param name="redirects">How often it goes where it is sent: 0 for never.</param>
    internal static SocketsHttpHandler Handler(bool inside, int redirects) => new()
    {
        AutomaticDecompression = DecompressionMethods.All,
        AllowAutoRedirect = redirects > 0,
        MaxAutomaticRedirections = Math.Max(1, redirects),
        PooledConnectionLifetime = TimeSpan.FromMinutes(2),
        ConnectTimeout = TimeSpan.FromSeconds(10),
        ConnectCallback = async (context, stop) =>
        {
            IPAddress[] addresses = await Dns.GetHostAddressesAsync(context.DnsEndPoint.Host, stop);
            IPAddress[] may = inside ? addresses : [.. addresses.Where(IsOutside)];
            if (may.Length == 0)
            {
                throw new InsideException();
            }

            Socket socket = new(SocketType.Stream, ProtocolType.Tcp) { NoDelay = true };
            try
            {
                await socket.ConnectAsync(may, context.DnsEndPoint.Port, stop);
                return new NetworkStream(socket, ownsSocket: true);
            }
            catch
            {
                socket.Dispose();
                throw;
            }
        },
    };

    /// <summary>
    /// Whether an address is one of the world: no machine's own, no network's own, nobody's in particular.
    /// </summary>
    internal static bool IsOutside(IPAddress address)
    {
        if (address.IsIPv4MappedToIPv6)
        {
            address = address.MapToIPv4();
        }

        byte[] bytes = address.GetAddressBytes();
        return !IPAddress.IsLoopback(address)
            && !address.Equals(IPAddress.Any)
            && !address.Equals(IPAddress.IPv6Any)
            && !address.IsIPv6LinkLocal
            && !address.IsIPv6SiteLocal
            && !address.IsIPv6UniqueLocal
            && !address.IsIPv6Multicast
            && (address.AddressFamily != AddressFamily.InterNetwork
                || !(bytes[0] is 0 or 10 or >= 224
                    || (bytes[0] == 100 && bytes[1] is >= 64 and < 128)
                    || (bytes[0] == 169 && bytes[1] == 254)
                    || (bytes[0] == 172 && bytes[1] is >= 16 and < 32)
                    || (bytes[0] == 192 && bytes[1] == 168)));
    }

    /// <summary>Whether what failed was asked inside of the network that the shop stands in.</summary>
    internal static bool IsInside(Exception? fault) =>
        fault is InsideException || (fault is not null && IsInside(fault.InnerException));

    private sealed class InsideException : HttpRequestException;
}
