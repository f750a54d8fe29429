using System.Globalization;

namespace SturdyTinker.Standins;

/// <summary>A reading as the service tells it.</summary>
/// <param name="Id">The service's own id of it.</param>
/// <param name="Meter">The number on the hub odometer.</param>
/// <param name="On">The day, "2026-11-25".</param>
/// <param name="Miles">What it shows; null where the sender failed.</param>
public sealed record PostedReading(string Id, string Meter, string On, decimal? Miles);

/// <summary>A page of readings.</summary>
/// <param name="Readings">Oldest first.</param>
/// <param name="Next">What to ask after next time.</param>
public sealed record PostedPage(IReadOnlyList<PostedReading> Readings, string Next);

/// <summary>
/// A simulated service that hub odometers report to: docs/meter-feed.md. It stumbles as such services do: every third
/// request is
/// answered 503, and among its readings are some that run backwards, leap, or come from a meter that nobody knows.
/// </summary>
public sealed class MeterPost
{
    private const int PageRows = 20;

    private readonly List<PostedReading> readings;
    private readonly int stumbleEvery;
    private int asked;

    /// <summary>Makes the service.</summary>
    /// <param name="readings">Its readings, oldest first.</param>
    /// <param name="stumbleEvery">Every so many requests one fails; 0 for never.</param>
    public MeterPost(IEnumerable<PostedReading> readings, int stumbleEvery = 3) =>
        (this.readings, this.stumbleEvery) = ([.. readings], stumbleEvery);

    /// <summary>Adds a reading.</summary>
    public void Post(PostedReading reading)
    {
        lock (readings)
        {
            readings.Add(reading);
        }
    }

    /// <summary>The page after a place; null when the service stumbles.</summary>
    /// <param name="after">What an earlier page called next; empty for the beginning.</param>
    public PostedPage? Page(string after)
    {
        if (stumbleEvery > 0 && Interlocked.Increment(ref asked) % stumbleEvery == 0)
        {
            return null;
        }

        lock (readings)
        {
            int from = int.TryParse(after, NumberStyles.None, CultureInfo.InvariantCulture, out int at)
                ? Math.Min(at, readings.Count)
                : 0;
            PostedReading[] page = [.. readings.Skip(from).Take(PageRows)];
            return new PostedPage(page, (from + page.Length).ToString(CultureInfo.InvariantCulture));
        }
    }

    /// <summary>
    /// Readings for some meters: the last ones, a little farther than what they showed, and a few that nobody should
    /// believe.
    /// </summary>
    /// <param name="meters">Number and last figure of each meter.</param>
    /// <param name="today">The day.</param>
    public static IEnumerable<PostedReading> Invented(
        IReadOnlyList<(string Meter, decimal Miles)> meters,
        DateOnly today)
    {
        string Day(int ago) => today.AddDays(-ago).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
        foreach ((string meter, decimal miles) in meters)
        {
            yield return new PostedReading($"{meter}-1", meter, Day(2), miles + 60);
        }

        if (meters is [var first, ..])
        {
            yield return new PostedReading($"{first.Meter}-2", first.Meter, Day(1), 12);
            yield return new PostedReading($"{first.Meter}-3", first.Meter, Day(1), null);
        }

        yield return new PostedReading("unknown-1", "HO-0000", Day(1), 4_210);
        if (meters is [_, var second, ..])
        {
            yield return new PostedReading($"{second.Meter}-2", second.Meter, Day(0), second.Miles + 90_000);
        }
    }
}
