using System.Globalization;
using System.Security.Cryptography;
using System.Text;

namespace SturdyTinker.Standins;

/// <summary>A simulated calendar of a customer, as a calendar service publishes it (iCalendar, RFC 5545).</summary>
public sealed class CalendarWall
{
    private readonly Lock gate = new();
    private string text;
    private int status = 200;

    /// <summary>Makes it.</summary>
    /// <param name="text">What it says.</param>
    public CalendarWall(string text) => this.text = text;

    /// <summary>How often it was looked at, and how often nothing had changed since.</summary>
    public (int Looks, int Unchanged) Seen { get; private set; }

    /// <summary>Says something else from now on.</summary>
    /// <param name="now">What it says.</param>
    /// <param name="answers">The HTTP status it answers with.</param>
    public void Say(string now, int answers = 200)
    {
        lock (gate)
        {
            (text, status) = (now, answers);
        }
    }

    /// <summary>The answer to somebody who has seen what a tag stands for.</summary>
    /// <param name="known">The tag; empty for none.</param>
    public (int Status, string Tag, string Text) Look(string known)
    {
        lock (gate)
        {
            string tag = $"\"{Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..16]}\"";
            bool same = status == 200 && known == tag;
            Seen = (Seen.Looks + 1, Seen.Unchanged + (same ? 1 : 0));
            return same ? (304, tag, "") : (status, tag, status == 200 ? text : "");
        }
    }

    /// <summary>A season's calendar of invented festivals, each of some days.</summary>
    /// <param name="times">First day, last day and name of each.</param>
    public static string Of(params (DateOnly From, DateOnly To, string Name)[] times)
    {
        static string Day(DateOnly day) => day.ToString("yyyyMMdd", CultureInfo.InvariantCulture);
        StringBuilder calendar = new("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//stand-in//calendar//EN\r\n");
        foreach ((DateOnly from, DateOnly to, string name) in times)
        {
            calendar.Append(
                CultureInfo.InvariantCulture,
                $"BEGIN:VEVENT\r\nUID:{name}\r\nDTSTAMP:20260101T000000Z\r\nDTSTART;VALUE=DATE:{Day(from)}\r\n");
            calendar.Append(
                CultureInfo.InvariantCulture,
                $"DTEND;VALUE=DATE:{Day(to.AddDays(1))}\r\nSUMMARY:{name}\r\nEND:VEVENT\r\n");
        }

        return calendar.Append("END:VCALENDAR\r\n").ToString();
    }
}
