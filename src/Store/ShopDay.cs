namespace SturdyTinker.Store;

/// <summary>How the shop's trailers stood at the end of a day, kept so that it can be looked back on.</summary>
public sealed class ShopDay
{
    /// <summary>The day.</summary>
    public DateOnly Day { get; init; }

    /// <summary>How many trailers there were.</summary>
    public int Trailers { get; set; }

    /// <summary>On how many of them something was overdue.</summary>
    public int Overdue { get; set; }

    /// <summary>How many of them were on Hold.</summary>
    public int OnHold { get; set; }
}
