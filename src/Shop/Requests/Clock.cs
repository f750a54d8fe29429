namespace SturdyTinker.Shop.Requests;

/// <summary>The shop's day and time; the only place that asks the machine for them.</summary>
public sealed class Clock(TimeProvider time)
{
    /// <summary>Now, with the shop's offset from UTC.</summary>
    public DateTimeOffset Now => time.GetLocalNow();

    /// <summary>The shop's day.</summary>
    public DateOnly Today => DateOnly.FromDateTime(time.GetLocalNow().DateTime);
}
