using System.Globalization;

namespace SturdyTinker.Core.Evidence;

/// <summary>Figures as a foreman says them.</summary>
internal static class Said
{
    /// <summary>"1 seal", "41 repacks".</summary>
    internal static string Many(int count, string one, string many) =>
        count == 1 ? $"1 {one}" : $"{Whole(count)} {many}";

    /// <summary>"12,400".</summary>
    internal static string Whole(double count) => count.ToString("#,0", CultureInfo.InvariantCulture);

    /// <summary>"7 months" under two years, "3.4 years" from there on.</summary>
    internal static string Age(double days)
    {
        double months = days / CountedKind.Month;
        return months < 1 ? "less than a month"
            : Math.Round(months) is 1 ? "1 month"
            : months < 23.5 ? FormattableString.Invariant($"{months:0} months")
            : months < 360 ? FormattableString.Invariant($"{months / 12:0.#} years")
            : "more than 30 years";
    }

    /// <summary>"7 to 12 months", "18 months to 3.4 years".</summary>
    internal static string Ages(double low, double high)
    {
        string from = Age(low), to = Age(high);
        int unit = to.LastIndexOf(' ');
        return from == to ? to
            : char.IsDigit(from[0]) && char.IsDigit(to[0]) && from.EndsWith(to[unit..], StringComparison.Ordinal)
                ? $"{from[..from.LastIndexOf(' ')]} to {to}"
            : $"{from} to {to}";
    }

    /// <summary>"one in 40", "less than one in 1,000".</summary>
    internal static string OneIn(double chance) =>
        chance < 0.001 ? "less than one in 1,000" : $"about one in {Whole(Math.Round(1 / chance))}";

    /// <summary>How seldom chance does it: "about once in 40 times", "less than once in 1,000 times".</summary>
    internal static string Seldom(double chance) =>
        chance < 0.001 ? "less than once in 1,000 times"
        : chance > 0.5 ? "more often than not"
        : $"about once in {Whole(Math.Round(1 / chance))} times";

    /// <summary>"12 %", "under 1\u00a0%".</summary>
    internal static string Share(double share) =>
        share is > 0 and < 0.01 ? "under 1\u00a0%"
        : share is > 0.99 and < 1 ? "over 99\u00a0%"
        : FormattableString.Invariant($"{share * 100:0}\u00a0%");

    /// <summary>"Twelve months", the first letter large.</summary>
    internal static string Sentence(string words) =>
        words.Length == 0 ? words : char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>What of a record could not be used, a sentence each.</summary>
    internal static IEnumerable<string> Not(NotCounted not, CountedKind kind)
    {
        if (not.AgeUnknown > 0)
        {
            yield return $"{Many(not.AgeUnknown, kind.One, kind.Many)} came to an end with nobody knowing when "
                + "it began: not counted.";
        }

        if (not.NeverLookedAt > 0)
        {
            yield return $"{Many(not.NeverLookedAt, kind.One, kind.Many)} not looked at since: not counted yet.";
        }

        if (not.RenewedUnsaid > 0)
        {
            yield return $"{Many(not.RenewedUnsaid, kind.One, kind.Many)} found bad and well again later with nobody "
                + "saying what was done: counted to the first bad look.";
        }

        if (not.OutOfTime > 0)
        {
            yield return $"{Many(not.OutOfTime, "entry", "entries")} dated after today: left out.";
        }

        if (not.OfOddDelivery > 0)
        {
            yield return $"{Many(not.OfOddDelivery, kind.One, kind.Many)} went in with seals of a delivery that goes "
                + "early: left out, for they say nothing of the others.";
        }

        if (not.MeterStood > 0)
        {
            yield return $"{Many(not.MeterStood, kind.One, kind.Many)} with a meter that stood still: counted by time, "
                + "not by miles.";
        }
    }
}
