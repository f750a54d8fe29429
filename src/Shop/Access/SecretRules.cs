using Microsoft.AspNetCore.Identity;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Access;

/// <summary>
/// What a secret has to be: long, rather than odd (NIST SP 800-63B, from memory), and not easily thought of.
/// </summary>
internal sealed class SecretRules : IPasswordValidator<Account>
{
    /// <summary>The fewest signs.</summary>
    internal const int Shortest = 10;

    /// <summary>The most signs.</summary>
    internal const int Longest = 200;

    private static readonly string[] Easy =
        ["password", "passwort", "secret", "trailer", "tinker", "bearing", "qwerty", "asdfgh", "letmein", "workshop"];

    /// <inheritdoc/>
    public Task<IdentityResult> ValidateAsync(UserManager<Account> manager, Account user, string? password) =>
        Task.FromResult(WhyNot(password ?? "") is { } why
            ? IdentityResult.Failed(new IdentityError { Description = why })
            : IdentityResult.Success);

    /// <summary>Why it won't do, a sentence; null where it does.</summary>
    internal static string? WhyNot(string secret)
    {
        if (secret.Length < Shortest)
        {
            return $"A secret has at least {Shortest} signs: three or four words that do not belong together are easy "
                + "to keep and hard to guess.";
        }

        // What is left of it without the words that everybody tries, and how many different signs there are.
        string left = Easy.Aggregate(
            secret.ToLowerInvariant(),
            (text, word) => text.Replace(word, "", StringComparison.Ordinal));
        return left.Length < 5 || secret.Distinct().Count() < 5
            ? "This one is tried first by whoever guesses: take words that do not belong together."
            : null;
    }
}

/// <summary>What a PIN has to be.</summary>
internal static class PinRules
{
    /// <summary>Why it won't do, a sentence; null where it does.</summary>
    internal static string? WhyNot(string pin)
    {
        if (pin.Length is < 4 or > 8 || !pin.All(char.IsAsciiDigit))
        {
            return "A PIN has 4 to 8 figures.";
        }

        int[] steps = [.. pin.Zip(pin[1..], (a, b) => b - a).Distinct()];
        return steps is [0 or 1 or -1] ? "This PIN is tried first by whoever guesses: take another." : null;
    }
}
