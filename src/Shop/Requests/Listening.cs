using System.Globalization;
using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Server.Kestrel.Core;

namespace SturdyTinker.Shop.Requests;

/// <summary>
/// Where the program listens: in plain HTTP on this machine alone, beyond it with a certificate or behind a proxy that
/// has one.
/// </summary>
internal sealed class Listening
{
    /// <summary>The most that a request may bring, where an address does not say otherwise.</summary>
    private const long LargestRequest = 2 * 1024 * 1024;

    private Listening(IReadOnlyList<IPEndPoint> beyond, IReadOnlyList<IPAddress> proxies, X509Certificate2? certificate)
    {
        (Beyond, Proxies, Certificate) = (beyond, proxies, certificate);
    }

    /// <summary>Where it listens besides its usual address.</summary>
    internal IReadOnlyList<IPEndPoint> Beyond { get; }

    /// <summary>The proxies whose word about where a request came from is taken.</summary>
    internal IReadOnlyList<IPAddress> Proxies { get; }

    /// <summary>The certificate that it shows beyond this machine; null for none.</summary>
    internal X509Certificate2? Certificate { get; }

    /// <summary>Reads where it is to listen, and says in a sentence what can't be.</summary>
    /// <param name="options">What the program is started with.</param>
    /// <param name="urls">The usual addresses, semicolon between them; null for the framework's.</param>
    /// <param name="now">When: a certificate that has ended is none.</param>
    internal static (Listening? Listening, string? Wrong) Read(ShopOptions options, string? urls, DateTimeOffset now)
    {
        List<IPEndPoint> beyond = [];
        foreach (string one in Parts(options.Listen))
        {
            if (!IPEndPoint.TryParse(one, out IPEndPoint? at) || at.Port == 0)
            {
                return (null, $"--listen takes addresses such as 0.0.0.0:5443 or [::]:5443, not “{one}”.");
            }

            beyond.Add(at);
        }

        List<IPAddress> proxies = [];
        foreach (string one in Parts(options.Proxy))
        {
            if (!IPAddress.TryParse(one, out IPAddress? address))
            {
                return (null, $"--proxy takes the addresses of proxies, such as 192.168.1.2, not “{one}”.");
            }

            proxies.Add(address);
        }

        string? plain = Parts(urls, ';').FirstOrDefault(url => IsPlain(url) && !IsLoopback(url));
        bool needs = plain is not null || beyond.Any(at => !IPAddress.IsLoopback(at.Address));
        if (!needs && beyond.Count == 0)
        {
            return (new Listening(beyond, proxies, null), null);
        }

        // A proxy has the certificate; and on this machine alone one is shown where there is one.
        if ((proxies.Count > 0 && options.Certificate is null) || (!needs && !Certificates.AreThere(options)))
        {
            return (new Listening(beyond, proxies, null), null);
        }

        if (plain is not null)
        {
            return (
                null,
                $"What goes over {plain} can be read by whoever is on the way. Beyond this machine the program listens "
                    + "with --listen and a certificate (./tinker certificate makes one), or behind a proxy (--proxy).");
        }

        (X509Certificate2? certificate, string? wrong) = Certificates.Read(options, now);
        return (certificate is null ? null : new Listening(beyond, proxies, certificate), wrong);
    }

    /// <summary>Has the server listen there, and take no more than it should.</summary>
    internal void Apply(IWebHostBuilder host, string? urls) => host.ConfigureKestrel(options =>
    {
        options.AddServerHeader = false;
        options.Limits.MaxRequestBodySize = LargestRequest;
        options.Limits.RequestHeadersTimeout = TimeSpan.FromSeconds(15);
        if (Beyond.Count == 0)
        {
            return;
        }

        // The framework drops its usual addresses where others are given.
        foreach (string url in Parts(urls ?? "http://localhost:5000", ';'))
        {
            BindingAddress address = BindingAddress.Parse(url);
            options.ListenLocalhost(address.Port);
        }

        foreach (IPEndPoint at in Beyond)
        {
            options.Listen(at, listen =>
            {
                if (Certificate is not null)
                {
                    listen.Protocols = HttpProtocols.Http1AndHttp2;
                    listen.UseHttps(Certificate);
                }
            });
        }
    });

    /// <summary>Takes the proxies' word, and nobody else's.</summary>
    internal void Apply(IApplicationBuilder app)
    {
        if (Proxies.Count == 0)
        {
            return;
        }

        ForwardedHeadersOptions options = new()
        {
            ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto
        };
        options.KnownProxies.Clear();
        options.KnownIPNetworks.Clear();
        foreach (IPAddress proxy in Proxies)
        {
            options.KnownProxies.Add(proxy);
        }

        app.UseForwardedHeaders(options);
    }

    private static string[] Parts(string? given, char between = ',') =>
        (given ?? "").Split(between, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    private static bool IsPlain(string url) => url.StartsWith("http://", StringComparison.OrdinalIgnoreCase);

    private static bool IsLoopback(string url)
    {
        string host = BindingAddress.Parse(url).Host;
        return string.Equals(host, "localhost", StringComparison.OrdinalIgnoreCase)
            || (IPAddress.TryParse(host.Trim('[', ']'), out IPAddress? address) && IPAddress.IsLoopback(address));
    }
}

/// <summary>
/// The shop's certificates: one of its own, or one that a small authority of the shop's signs, which the shop's tablets
/// are told to trust once.
/// </summary>
internal static class Certificates
{
    /// <summary>Name of the authority's certificate in the folder of keys.</summary>
    internal const string AuthorityFile = "authority.crt";

    private const string AuthorityKeyFile = "authority.key", ServerFile = "server.crt", ServerKeyFile = "server.key";

    // Tablets take certificates of at most 825 days from authorities that their owner has added (from memory).
    private const int ServerDays = 820, AuthorityYears = 10;

    /// <summary>Gives the shop's authority to a tablet that is to trust it: its certificate, never its key.</summary>
    internal static void MapAuthority(this IEndpointRouteBuilder app, string data) => app.MapGet(
        $"/{AuthorityFile}",
        IResult () => File.Exists(Path.Combine(Folder(data), AuthorityFile))
            ? TypedResults.File(
                File.ReadAllBytes(Path.Combine(Folder(data), AuthorityFile)),
                "application/x-x509-ca-cert",
                AuthorityFile)
            : TypedResults.NotFound()).ExcludeFromDescription().AllowAnonymous();

    /// <summary>The folder of a shop's keys; no backup holds it.</summary>
    internal static string Folder(string data) => Path.Combine(Path.GetFullPath(data), "keys");

    /// <summary>Whether a shop has a certificate, good or not.</summary>
    internal static bool AreThere(ShopOptions options) =>
        options.Certificate is not null || File.Exists(Path.Combine(Folder(options.Data), ServerFile));

    /// <summary>The certificate that a shop shows, or why there is none.</summary>
    internal static (X509Certificate2? Certificate, string? Wrong) Read(ShopOptions options, DateTimeOffset now)
    {
        string keys = Folder(options.Data);
        string file = options.Certificate ?? Path.Combine(keys, ServerFile);
        string key = options.CertificateKey ?? (options.Certificate is null ? Path.Combine(keys, ServerKeyFile) : file);
        if (!File.Exists(file))
        {
            return (
                null,
                options.Certificate is null
                    ? "Beyond this machine the program listens with a certificate: ./tinker certificate --data DIR "
                        + "--names NAMES makes one, or --certificate names the shop’s own."
                    : $"There is no certificate {file}.");
        }

        try
        {
            using X509Certificate2 read = X509Certificate2.CreateFromPemFile(file, key);

            // A key that lies in memory alone does not serve everywhere.
            X509Certificate2 certificate = X509CertificateLoader.LoadPkcs12(read.Export(X509ContentType.Pkcs12), null);
            return certificate.NotAfter.ToUniversalTime() > now.UtcDateTime
                ? (certificate, null)
                : (
                    null,
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"The certificate {file} has ended on {certificate.NotAfter:yyyy-MM-dd}: make a new one."));
        }
        catch (Exception fault) when (fault is CryptographicException or IOException or UnauthorizedAccessException)
        {
            return (null, $"The certificate {file} can’t be read: {fault.Message}");
        }
    }

    /// <summary>
    /// Makes a certificate for some names, signed by the shop's authority, which is made where there is none yet.
    /// </summary>
    /// <param name="data">The shop's folder.</param>
    /// <param name="names">Names and addresses that the shop's machine is reached by.</param>
    /// <param name="now">When.</param>
    /// <returns>The authority.</returns>
    internal static X509Certificate2 Make(string data, IReadOnlyList<string> names, DateTimeOffset now)
    {
        string keys = Folder(data);
        Directory.CreateDirectory(keys);
        using X509Certificate2 authority = Authority(keys, now);
        using ECDsa key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        CertificateRequest request = new($"CN={names[0]}", key, HashAlgorithmName.SHA256);
        SubjectAlternativeNameBuilder alternatives = new();
        foreach (string name in names)
        {
            if (IPAddress.TryParse(name, out IPAddress? address))
            {
                alternatives.AddIpAddress(address);
            }
            else
            {
                alternatives.AddDnsName(name);
            }
        }

        request.CertificateExtensions.Add(alternatives.Build());
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));
        request.CertificateExtensions.Add(
            new X509EnhancedKeyUsageExtension([new Oid("1.3.6.1.5.5.7.3.1", "Server Authentication")], false));
        DateTimeOffset until = now.AddDays(ServerDays);
        using X509Certificate2 made = request.Create(
            authority,
            now.AddDays(-1),
            until < authority.NotAfter ? until : authority.NotAfter,
            RandomNumberGenerator.GetBytes(16));
        Write(Path.Combine(keys, ServerKeyFile), key.ExportPkcs8PrivateKeyPem());
        File.WriteAllText(Path.Combine(keys, ServerFile), made.ExportCertificatePem());
        return X509CertificateLoader.LoadCertificate(authority.Export(X509ContentType.Cert));
    }

    private static X509Certificate2 Authority(string keys, DateTimeOffset now)
    {
        string file = Path.Combine(keys, AuthorityFile), keyFile = Path.Combine(keys, AuthorityKeyFile);
        if (File.Exists(file) && File.Exists(keyFile))
        {
            return X509Certificate2.CreateFromPemFile(file, keyFile);
        }

        using ECDsa key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        CertificateRequest request = new("CN=Sturdy Tinker of this shop", key, HashAlgorithmName.SHA256);
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(true, true, 0, true));
        request.CertificateExtensions.Add(
            new X509KeyUsageExtension(X509KeyUsageFlags.KeyCertSign | X509KeyUsageFlags.CrlSign, true));
        X509Certificate2 authority = request.CreateSelfSigned(now.AddDays(-1), now.AddYears(AuthorityYears));
        Write(keyFile, key.ExportPkcs8PrivateKeyPem());
        File.WriteAllText(file, authority.ExportCertificatePem());
        return authority;
    }

    // For its owner's eyes alone.
    private static void Write(string path, string text)
    {
        if (!OperatingSystem.IsWindows())
        {
            File.Delete(path);
            using FileStream made = new(path, new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.Write,
                UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite
            });
            using StreamWriter writer = new(made);
            writer.Write(text);
            return;
        }

        File.WriteAllText(path, text);
    }
}

/// <summary>The command that makes a certificate, run without a server.</summary>
internal static class CertificateCommand
{
    /// <summary>
    /// Runs "certificate --data DIR --names NAMES". 0 when it is made, 1 when it can't be, 2 for an order that lacks
    /// something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong, TimeProvider time)
    {
        string[] names = (Options.Value(args, "--names") ?? "")
            .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (Options.Value(args, "--data") is not { } data || names.Length == 0)
        {
            await wrong.WriteLineAsync(
                "Say whose it is and what the machine is reached by: --data DIR --names shop.lan,192.168.1.5");
            return 2;
        }

        if (names.FirstOrDefault(n => Uri.CheckHostName(n) == UriHostNameType.Unknown) is { } none)
        {
            await wrong.WriteLineAsync($"“{none}” is neither a name nor an address of a machine.");
            return 2;
        }

        try
        {
            using X509Certificate2 authority = Certificates.Make(data, names, time.GetUtcNow());
            string print = string.Join(
                ':',
                authority.GetCertHash(HashAlgorithmName.SHA256).Select(b => $"{b:X2}"));
            await said.WriteLineAsync(
                $"Made in {Certificates.Folder(data)}, for {string.Join(", ", names)}. Each tablet is told once to "
                    + "trust the shop’s authority: open /authority.crt on it, or carry the file there. Before it is "
                    + $"trusted, see that its SHA-256 fingerprint is this:\n{print}");
            return 0;
        }
        catch (Exception fault) when (fault is IOException or UnauthorizedAccessException or CryptographicException)
        {
            await wrong.WriteLineAsync($"It can’t be made: {fault.Message}");
            return 1;
        }
    }
}
