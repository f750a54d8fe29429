namespace SturdyTinker.Shop.Requests;

/// <summary>Where somebody who has typed a calendar's address says so, for it to be read at once.</summary>
internal sealed class CalendarDesk : Desk
{
    /// <summary>Longest address taken.</summary>
    internal const int LongestAddress = 1_000;

    /// <summary>Why an address cannot be a calendar's, in a sentence; null where it can.</summary>
    internal static string? Refusal(string address) =>
        address.Length == 0 ? null
            : address.Length > LongestAddress ? $"An address has at most {LongestAddress} characters."
            : AddressOf(address) is null
                ? "A calendar’s address begins with https://, http:// or webcal://."
            : null;

    /// <summary>
    /// An address as it is asked: "webcal" is another word for https. Null for none that can be asked.
    /// </summary>
    internal static Uri? AddressOf(string address)
    {
        string plain = address.StartsWith("webcal://", StringComparison.OrdinalIgnoreCase)
            ? $"https://{address["webcal://".Length..]}"
            : address;
        return Uri.TryCreate(plain, UriKind.Absolute, out Uri? uri)
            && (uri.Scheme == Uri.UriSchemeHttps || uri.Scheme == Uri.UriSchemeHttp)
            && uri.UserInfo.Length == 0
            ? uri
            : null;
    }
}
