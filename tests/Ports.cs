using System.Net;
using System.Net.Sockets;

namespace SturdyTinker.Tests;

/// <summary>Ports of this machine.</summary>
internal static class Ports
{
    /// <summary>One that nobody listens on.</summary>
    public static int Free()
    {
        using TcpListener listener = new(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
