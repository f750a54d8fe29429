using System.Globalization;

namespace SturdyTinker.Core.Pricing;

/// <summary>Money in words for paper and letters.</summary>
public static class Money
{
    /// <summary>An amount to the hundredth: "$1,240.50", "CHF 1,240.50".</summary>
    /// <param name="amount">The amount.</param>
    /// <param name="currency">The money, by its ISO 4217 code.</param>
    public static string In(decimal amount, string currency) =>
        Signed(amount, currency, Math.Abs(amount).ToString("#,0.00", CultureInfo.InvariantCulture));

    /// <summary>A range to the whole: "$180 to $240"; one figure where both ends are the same.</summary>
    public static string Range(Spread spread, string currency)
    {
        static string Whole(decimal amount) =>
            Math.Abs(Math.Round(amount)).ToString("#,0", CultureInfo.InvariantCulture);
        string low = Signed(spread.Low, currency, Whole(spread.Low));
        string high = Signed(spread.High, currency, Whole(spread.High));
        return low == high ? low : $"{low} to {high}";
    }

    private static string Signed(decimal amount, string currency, string figure) =>
        (amount < 0 ? "−" : "") + currency switch
        {
            "USD" => "$",
            "EUR" => "€",
            "GBP" => "£",
            _ => currency + " ",
        } + figure;
}
