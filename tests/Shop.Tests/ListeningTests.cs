using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography.X509Certificates;
using SturdyTinker.Shop.Access;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Tests;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>Where the program listens: plain on its own machine, with a certificate beyond it.</summary>
public sealed class ListeningTests : IDisposable
{
    private static readonly DateTimeOffset Now = new(2026, 6, 10, 9, 0, 0, TimeSpan.Zero);
    private readonly string folder = Directory.CreateTempSubdirectory("tinker-listening-").FullName;

    public void Dispose() => Directory.Delete(folder, recursive: true);

    [Theory]
    [InlineData(null, "http://127.0.0.1:5115", null)]
    [InlineData(null, "http://localhost:5115;http://[::1]:5116", null)]
    [InlineData(null, null, null)]
    [InlineData("127.0.0.1:5443", null, null)]
    [InlineData(null, "http://0.0.0.0:5115", "can be read by whoever is on the way")]
    [InlineData(null, "http://*:5115", "can be read by whoever is on the way")]
    [InlineData(null, "http://shop.lan:80", "can be read by whoever is on the way")]
    [InlineData("0.0.0.0:5443", null, "./tinker certificate")]
    [InlineData("[::]:5443,127.0.0.1:5444", null, "./tinker certificate")]
    [InlineData("everywhere", null, "not “everywhere”")]
    [InlineData("0.0.0.0", null, "not “0.0.0.0”")]
    public void It_listens_in_plain_on_its_own_machine_alone(string? listen, string? urls, string? wrong)
    {
        (Listening? listening, string? said) = Listening.Read(
            new ShopOptions { Data = folder, Listen = listen },
            urls,
            Now);
        Assert.Equal(wrong is null, listening is not null);
        Assert.Contains(wrong ?? "", said ?? "", StringComparison.Ordinal);
    }

    [Fact]
    public void Behind_a_proxy_that_is_named_it_may_be_plain_and_a_certificate_ends()
    {
        ShopOptions options = new() { Data = folder, Listen = "0.0.0.0:5443", Proxy = "10.0.0.2, fd00::2" };
        Assert.Equal(2, Listening.Read(options, null, Now).Listening!.Proxies.Count);
        Assert.NotNull(Listening.Read(new ShopOptions { Data = folder, Proxy = "the-proxy" }, null, Now).Wrong);

        using X509Certificate2 authority = Certificates.Make(folder, ["shop.lan", "192.168.1.5"], Now);
        options = new() { Data = folder, Listen = "0.0.0.0:5443" };
        X509Certificate2 made = Listening.Read(options, null, Now).Listening!.Certificate!;
        Assert.True(made.MatchesHostname("shop.lan") && made.MatchesHostname("192.168.1.5"));
        Assert.False(made.MatchesHostname("elsewhere.lan"));
        Assert.True(made.HasPrivateKey && !authority.HasPrivateKey);

        // No longer than tablets take it, and not a day after.
        Assert.True(made.NotAfter.ToUniversalTime() - made.NotBefore.ToUniversalTime() <= TimeSpan.FromDays(825));
        Assert.Contains("has ended", Listening.Read(options, null, Now.AddDays(826)).Wrong!, StringComparison.Ordinal);

        // Made anew it is of the same authority: tablets need not be told again.
        using X509Certificate2 same = Certificates.Make(folder, ["shop.lan"], Now.AddDays(700));
        Assert.Equal(authority.Thumbprint, same.Thumbprint);
        Assert.Null(Listening.Read(options, null, Now.AddDays(826)).Wrong);

        // A key is its owner's alone; a file that is none is said.
        Assert.Equal(
            UnixFileMode.UserRead | UnixFileMode.UserWrite,
            File.GetUnixFileMode(Path.Combine(folder, "keys", "server.key")));
        File.WriteAllText(Path.Combine(folder, "keys", "server.crt"), "no certificate");
        Assert.Contains("can’t be read", Listening.Read(options, null, Now).Wrong!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_tablet_that_trusts_the_shops_authority_comes_in_and_one_that_does_not_stays_out()
    {
        using X509Certificate2 authority = Certificates.Make(folder, ["localhost", "127.0.0.1"], DateTimeOffset.UtcNow);
        (await ShopFileOpening.OpenAsync(folder)).Dispose();
        int plain = Ports.Free(), secure = Ports.Free();
        using Process server = Process.Start(new ProcessStartInfo("dotnet")
        {
            ArgumentList =
            {
                Path.Combine(Checkout.Root, "out", "bin", "Shop", "release", "SturdyTinker.Shop.dll"), "--data", folder,
                "--backups", "none", "--urls", $"http://127.0.0.1:{plain}", "--listen", $"127.0.0.1:{secure}"
            },
            RedirectStandardOutput = true
        })!;
        try
        {
            // Nobody owns it yet: it says by which address somebody may.
            string? said = await server.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken);
            while (said is not null && !said.Contains("/begin#", StringComparison.Ordinal))
            {
                said = await server.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken);
            }

            string code = said!.Split('#')[1];
            using HttpClientHandler trusting = Trusting(authority), stranger = new();
            using HttpClient tablet = new(trusting) { BaseAddress = new Uri($"https://localhost:{secure}") };
            using HttpClient other = new(stranger) { BaseAddress = tablet.BaseAddress };
            await Assert.ThrowsAsync<HttpRequestException>(() => other.GetAsync("/health/live"));
            using HttpResponseMessage came = await tablet.PostAsJsonAsync(
                "/api/access/first",
                new FirstDraft(code, "Ines Marrow", ShopServer.Secret, false));
            came.EnsureSuccessStatusCode();
            Assert.Contains(
                "secure",
                came.Headers.GetValues("Set-Cookie").Single(),
                StringComparison.OrdinalIgnoreCase);
            Assert.Equal(["max-age=31536000"], came.Headers.GetValues("Strict-Transport-Security"));
            Assert.Equal(HttpStatusCode.OK, (await tablet.GetAsync("/api/yard/trailers")).StatusCode);

            // The authority is given to whoever is to trust it; its key is not.
            string given = await tablet.GetStringAsync("/authority.crt");
            Assert.Equal(authority.Thumbprint, X509Certificate2.CreateFromPem(given).Thumbprint);
            Assert.DoesNotContain("PRIVATE", given, StringComparison.Ordinal);

            // A session of the secure address is none of the plain one.
            using HttpClient here = new() { BaseAddress = new Uri($"http://127.0.0.1:{plain}") };
            Assert.Equal(HttpStatusCode.Unauthorized, (await here.GetAsync("/api/yard/trailers")).StatusCode);

            // Too much at once is refused before it is read.
            using HttpResponseMessage much = await here.PostAsync(
                "/api/access/sign-in",
                new ByteArrayContent(new byte[3 * 1024 * 1024])
                {
                    Headers = { ContentType = new("application/json") }
                });
            Assert.Equal(HttpStatusCode.RequestEntityTooLarge, much.StatusCode);
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync(CancellationToken.None);
        }
    }

    private static HttpClientHandler Trusting(X509Certificate2 authority) => new()
    {
        ServerCertificateCustomValidationCallback = (_, certificate, _, errors) =>
        {
            using X509Chain chain = new();
            chain.ChainPolicy.TrustMode = X509ChainTrustMode.CustomRootTrust;
            chain.ChainPolicy.CustomTrustStore.Add(authority);
            chain.ChainPolicy.RevocationMode = X509RevocationMode.NoCheck;
            return certificate is not null
                && !errors.HasFlag(System.Net.Security.SslPolicyErrors.RemoteCertificateNameMismatch)
                && chain.Build(certificate);
        }
    };
}
