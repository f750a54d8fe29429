namespace SturdyTinker.Shop.Requests;

/// <summary>Addresses with a secret in them, for those who have no account: calendars, pages of owners.</summary>
internal static class OutsideLinks
{
    /// <summary>The rate that they are limited to, by address.</summary>
    internal const string Limited = "outsiders";
}
