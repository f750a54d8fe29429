using System.Security.Cryptography;
using System.Text;

namespace SturdyTinker.Store.Access;

/// <summary>
/// Secrets that the program makes itself and keeps only a digest of. They are long enough by themselves (over 90 bits)
/// that a plain SHA-256 (FIPS 180-4) does; what people think up goes through the framework's slow hash instead.
/// </summary>
public static class Digest
{
    // No letter or figure that is read as another one.
    private const string Signs = "abcdefghijkmnpqrstuvwxyz23456789";

    /// <summary>A secret for a browser or a program to keep: 52 signs of 5 bits.</summary>
    public static string NewKey() => RandomNumberGenerator.GetString(Signs, 52);

    /// <summary>A code for a person to type: 20 signs of 5 bits, in fours.</summary>
    public static string NewCode() =>
        string.Join('-', Enumerable.Range(0, 5).Select(_ => RandomNumberGenerator.GetString(Signs, 4)));

    /// <summary>The digest of a secret: SHA-256, in hexadecimal.</summary>
    public static string Of(string secret) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(secret)));

    /// <summary>The digest of a code, however it was typed: capitals, blanks and dashes do not matter.</summary>
    public static string OfCode(string typed) =>
        Of(new string([.. typed.ToLowerInvariant().Where(Signs.Contains)]));
}
