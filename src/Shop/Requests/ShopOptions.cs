using System.Globalization;
using System.Net;
using Microsoft.Extensions.Options;

namespace SturdyTinker.Shop.Requests;

/// <summary>What the program is started with: its command line, or settings of the same names.</summary>
internal sealed class ShopOptions
{
    /// <summary>Folder of the shop's file and its pictures; made where there is none.</summary>
    public string Data { get; init; } = "shop-data";

    /// <summary>
    /// Folder of the backups that are made every day; null for "backups" in the shop's own, "none" for no such backups.
    /// </summary>
    public string? Backups { get; init; }

    /// <summary>A second folder that each backup is copied to, on another disk if it can be; null for none.</summary>
    [ConfigurationKeyName("backups-also")]
    public string? BackupsAlso { get; init; }

    /// <summary>Folder of the built web; null, or one that is not there, serves no pages.</summary>
    public string? Web { get; init; }

    /// <summary>How long a write waits for a busy file, in seconds: 1 to 600.</summary>
    public int Wait { get; init; } = 30;

    /// <summary>
    /// Addresses beyond the usual one to listen at, such as 0.0.0.0:5443, comma between them; null or empty for none.
    /// </summary>
    public string? Listen { get; init; }

    /// <summary>A certificate of the shop's own, in PEM; null for the one that the program has made.</summary>
    public string? Certificate { get; init; }

    /// <summary>The certificate's key, in PEM; null where it stands in the same file.</summary>
    [ConfigurationKeyName("certificate-key")]
    public string? CertificateKey { get; init; }

    /// <summary>
    /// Addresses of proxies whose word is taken about where a request came from, comma between them; null for none.
    /// </summary>
    public string? Proxy { get; init; }

    /// <summary>Tries a minute that one address has at the door: sign-ins, PINs, codes, secrets; 1 and more.</summary>
    public int Tries { get; init; } = 30;

    /// <summary>A day, or a minute of one, to go on from instead of now; null for the machine's clock.</summary>
    public string? Day { get; init; }

    /// <summary>Host and port of the instruments; null or empty for none.</summary>
    public string? Instruments { get; init; }

    /// <summary>Host and port of an SMTP service; null or empty for none.</summary>
    public string? Mail { get; init; }

    /// <summary>The address that mail comes from; null for one that nobody answers at.</summary>
    [ConfigurationKeyName("mail-from")]
    public string? MailFrom { get; init; }

    /// <summary>The name the shop signs in with at its mail service; null where that asks nobody.</summary>
    [ConfigurationKeyName("mail-user")]
    public string? MailUser { get; init; }

    /// <summary>A file with the password that goes with it; it stands on no command line.</summary>
    [ConfigurationKeyName("mail-password-file")]
    public string? MailPasswordFile { get; init; }

    /// <summary>Where the head of the trail of writes is mailed to once a day; null for nowhere.</summary>
    [ConfigurationKeyName("trail-mail")]
    public string? TrailMail { get; init; }

    /// <summary>"json" for logs that programs read, a line of JSON each; null or "text" for people's.</summary>
    public string? Logs { get; init; }

    /// <summary>The http address that traces and figures go to by OTLP; null or empty for nowhere.</summary>
    public string? Otlp { get; init; }

    /// <summary>The http address of a feed of meter readings; null or empty for none.</summary>
    public string? Meters { get; init; }

    /// <summary>
    /// Whether customers' calendars may be read from addresses inside of the network that the shop stands in.
    /// </summary>
    [ConfigurationKeyName("calendars-inside")]
    public bool CalendarsInside { get; init; }

    /// <summary>
    /// Whether other programs may be told at addresses inside of the network that the shop stands in.
    /// </summary>
    [ConfigurationKeyName("hooks-inside")]
    public bool HooksInside { get; init; }

    /// <summary>The http address of a supplier's service; null or empty for none.</summary>
    public string? Supplier { get; init; }

    /// <summary>
    /// Names that this machine is called by, beside localhost, comma between them; null or empty for none.
    /// </summary>
    [ConfigurationKeyName("host-names")]
    public string? HostNames { get; init; }

    /// <summary>
    /// The https address that customers reach this program at, for the links they are sent; null for the one that the
    /// shop's own pages are asked for at.
    /// </summary>
    [ConfigurationKeyName("public-address")]
    public string? PublicAddress { get; init; }

    /// <summary><see cref="PublicAddress"/> as an address; null for none.</summary>
    internal Uri? PublicAt => Http(PublicAddress);

    /// <summary>Every name that it answers to.</summary>
    internal IReadOnlyList<string> Hosts =>
    [
        "localhost", "127.0.0.1", "[::1]",
        .. (HostNames ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
    ];

    /// <summary><see cref="Instruments"/> as an address; null for none.</summary>
    internal DnsEndPoint? InstrumentsAt => HostAndPort(Instruments);

    /// <summary><see cref="Mail"/> as an address; null for none.</summary>
    internal DnsEndPoint? MailAt => HostAndPort(Mail);

    /// <summary>
    /// How the shop signs in at its mail service; null where that asks nobody, or the file can't be read.
    /// </summary>
    internal MailLogin? MailLogin => MailUser is { Length: > 0 } user && File.Exists(MailPasswordFile)
        ? new MailLogin(user, File.ReadAllText(MailPasswordFile).Trim())
        : null;

    /// <summary><see cref="Otlp"/> as an address; null for none.</summary>
    internal Uri? OtlpAt => Http(Otlp);

    /// <summary><see cref="Meters"/> as an address that ends in "/"; null for none.</summary>
    internal Uri? MetersAt => Http(Meters);

    /// <summary><see cref="Supplier"/> as an address that ends in "/"; null for none.</summary>
    internal Uri? SupplierAt => Http(Supplier);

    /// <summary>The clock to go by.</summary>
    internal TimeProvider Clock => SetClock.On(Day) ?? TimeProvider.System;

    /// <summary>The options of a configuration, and what the program cannot start with, a sentence each.</summary>
    internal static (ShopOptions Options, IReadOnlyList<string> Wrong) Read(IConfiguration given)
    {
        try
        {
            ShopOptions options = given.Get<ShopOptions>() ?? new ShopOptions();
            return (options, [.. new ShopOptionsCheck().Validate(null, options).Failures ?? []]);
        }
        catch (InvalidOperationException)
        {
            return (
                new ShopOptions(),
                [
                    $"--wait takes seconds from 1 to 600 and --tries a number, not “{given["wait"]}” and "
                        + $"“{given["tries"]}”."
                ]);
        }
    }

    /// <summary>"127.0.0.1:5116" as an address; null for anything else.</summary>
    internal static DnsEndPoint? HostAndPort(string? written)
    {
        int colon = written?.LastIndexOf(':') ?? -1;
        return colon > 0
            && ushort.TryParse(
                written.AsSpan(colon + 1),
                NumberStyles.None,
                CultureInfo.InvariantCulture,
                out ushort port)
            && port != 0
            ? new DnsEndPoint(written![..colon], port)
            : null;
    }

    private static Uri? Http(string? written) =>
        Uri.TryCreate($"{written?.TrimEnd('/')}/", UriKind.Absolute, out Uri? address)
            && address.Scheme is "http" or "https"
            ? address
            : null;
}

/// <summary>Says at the start what no option can be, a sentence each.</summary>
internal sealed class ShopOptionsCheck : IValidateOptions<ShopOptions>
{
    /// <inheritdoc/>
    public ValidateOptionsResult Validate(string? name, ShopOptions options)
    {
        List<string> wrong = [];
        void Check(string? given, bool read, string sentence)
        {
            if (!string.IsNullOrWhiteSpace(given) && !read)
            {
                wrong.Add($"{sentence}, not “{given}”.");
            }
        }

        Check(
            options.Instruments,
            options.InstrumentsAt is not null,
            "--instruments takes HOST:PORT, such as 127.0.0.1:5116");
        Check(
            options.Mail,
            options.MailAt is not null,
            "--mail takes HOST:PORT of an SMTP service, such as 127.0.0.1:5117");
        Check(
            options.Meters,
            options.MetersAt is not null,
            "--meters takes the http address of a feed of meter readings");
        Check(
            options.Supplier,
            options.SupplierAt is not null,
            "--supplier takes the http address of a supplier’s service");
        Check(options.Day, SetClock.On(options.Day) is not null, "--day takes a day such as 2026-11-28");
        Check(
            options.MailFrom,
            MailOutlet.TryAddress(options.MailFrom, out _),
            "--mail-from takes a mail address, such as workshop@shop.example");
        Check(
            options.MailUser,
            options.MailLogin is not null,
            "--mail-user goes with --mail-password-file, a file that can be read");
        Check(
            options.TrailMail,
            MailOutlet.TryAddress(options.TrailMail, out _) && options.MailAt is not null,
            "--trail-mail takes a mail address, such as books@shop.example, and goes with --mail");
        Check(
            options.PublicAddress,
            options.PublicAt is not null,
            "--public-address takes the https address that customers reach, such as https://shop.example");
        Check(options.Logs, options.Logs is "json" or "text", "--logs takes json or text");
        Check(options.Otlp, options.OtlpAt is not null, "--otlp takes the http address of a collector");
        if (options.Wait is < 1 or > 600)
        {
            wrong.Add($"--wait takes seconds from 1 to 600, not “{options.Wait}”.");
        }

        if (options.Tries < 1)
        {
            wrong.Add($"--tries takes 1 and more a minute, not “{options.Tries}”.");
        }

        return wrong.Count == 0 ? ValidateOptionsResult.Success : ValidateOptionsResult.Fail(wrong);
    }
}
