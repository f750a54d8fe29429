using System.Globalization;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Jobs;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>Trailers as rows of a table. The tag says which trailer is meant; a customer not known yet is added.</summary>
internal static class TrailerRows
{
    internal static IReadOnlyList<string> Columns { get; } =
    [
        "tag", "name", "plate", "customer", "axles", "rating_lb", "brake", "brake_diameter", "brake_width", "lubrication", "nut", "suspension", "spindle", "studs", "stud_thread", "meter", "year_distance", "last_repack",
    ];

    internal static IReadOnlyList<string> Needed { get; } = ["tag", "customer", "axles", "rating_lb"];

    /// <summary>A trailer as a row.</summary>
    /// <param name="trailer">The trailer.</param>
    /// <param name="customer">Whose it is, by name.</param>
    /// <param name="lastRepack">The day all its wheel ends were last repacked; null where they differ or nothing is on record.</param>
    internal static IReadOnlyList<string> Write(Trailer trailer, string customer, DateOnly? lastRepack)
    {
        GearDescription gear = GearDescription.Of(trailer.Gear);
        return
        [
            trailer.Tag, trailer.Name, trailer.Plate, customer, Text(gear.Axles), Text(gear.RatingPounds), Word(gear.Brake), gear.BrakeDiameter, gear.BrakeWidth,
            Word(gear.Lubrication), Word(gear.NutRetention), Word(gear.Suspension), Word(gear.Spindle), Text(gear.StudCount), gear.StudThread, Word(trailer.Meter),
            trailer.EstimatedYear is { } year ? FormattableString.Invariant($"{year.Miles:0.######} mi") : "",
            lastRepack?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
        ];
    }

    internal static async Task<RowFate> TakeAsync(ShopFile file, Func<string, string> cell, DateOnly today)
    {
        Checks checks = new();
        int axles = Number(checks, cell, "axles");
        int rating = Number(checks, cell, "rating_lb");
        string owner = checks.Text("customer", cell("customer"), "The customer's name", Customer.LongestName);

        // A cell left empty takes what is usual for the rating.
        GearDescription usual = GearDescription.Of(GearDefaults.For(axles, rating));
        BrakeKind brake = Choice(checks, cell, "brake", usual.Brake);
        SuspensionKind suspension = Choice(checks, cell, "suspension", usual.Suspension);
        Lubrication lubrication = Choice(checks, cell, "lubrication", usual.Lubrication);
        bool usualBrake = cell("brake").Length == 0;
        GearDescription gear = new(
            axles,
            rating,
            brake,
            usualBrake ? Or(cell("brake_diameter"), usual.BrakeDiameter) : cell("brake_diameter"),
            usualBrake ? Or(cell("brake_width"), usual.BrakeWidth) : cell("brake_width"),
            lubrication,
            Choice(checks, cell, "nut", lubrication == Lubrication.SealedHub ? NutRetention.OnePieceNut : usual.NutRetention),
            suspension,
            Choice(checks, cell, "spindle", suspension == SuspensionKind.Torsion ? SpindleKind.TorsionArm : usual.Spindle),
            cell("studs").Length == 0 ? usual.StudCount : Number(checks, cell, "studs"),
            Or(cell("stud_thread"), usual.StudThread));
        MeterKind meter = Choice(checks, cell, "meter", MeterKind.None);
        DateOnly? lastRepack = Day(checks, cell, "last_repack");
        checks.Done();

        Trailer? there = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Tag == cell("tag"));
        TrailerDraft draft = new(cell("tag"), cell("name"), cell("plate"), Guid.CreateVersion7(), gear, meter, cell("year_distance"), there?.Version ?? 0, lastRepack, owner);
        try
        {
            await TrailerEdit.SaveAsync(file, there?.Id ?? Guid.CreateVersion7(), draft, today);
        }
        catch (Refusal refusal)
        {
            throw new Refusal(refusal.Status, refusal.Message, [.. refusal.Fields.Select(f => new FieldProblem(Column(f.Pointer), f.Detail))]);
        }

        int version = await file.Trailers.Where(t => t.Tag == draft.Tag).Select(t => t.Version).FirstAsync();
        return there is null ? RowFate.Add : version == there.Version ? RowFate.Same : RowFate.Change;
    }

    /// <summary>The day all wheel ends were last repacked, by trailer; a trailer whose ends differ, or lack one, is left out.</summary>
    internal static async Task<Dictionary<Guid, DateOnly>> LastRepacksAsync(ShopFile file, IReadOnlyCollection<Trailer> trailers)
    {
        var last = (await file.WorkDone.AsNoTracking().Where(w => w.Job == Catalogue.BearingRepack.Code)
                .GroupBy(w => new { w.TrailerId, w.Place }).Select(g => new { g.Key.TrailerId, g.Key.Place, On = g.Max(w => w.On) }).ToListAsync())
            .ToLookup(w => w.TrailerId);
        Dictionary<Guid, DateOnly> days = [];
        foreach (Trailer trailer in trailers)
        {
            List<DateOnly> ends = [.. Places.WheelEndsOf(trailer.Gear).SelectMany(p => last[trailer.Id].Where(w => w.Place == p.Code).Select(w => w.On))];
            if (ends.Count == trailer.Gear.WheelEnds && ends.TrueForAll(on => on == ends[0]))
            {
                days[trailer.Id] = ends[0];
            }
        }

        return days;
    }

    private static string Or(string cell, string usual) => cell.Length == 0 ? usual : cell;

    private static int Number(Checks checks, Func<string, string> cell, string column)
    {
        string text = cell(column).Replace(",", "", StringComparison.Ordinal);
        bool read = int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int number);
        checks.Add(column, read ? null : text.Length == 0 ? $"{column} is empty." : $"“{cell(column)}” is no whole number.");
        return number;
    }

    private static DateOnly? Day(Checks checks, Func<string, string> cell, string column)
    {
        string written = cell(column);
        if (written.Length == 0)
        {
            return null;
        }

        bool read = DateOnly.TryParseExact(written, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out DateOnly day);
        checks.Add(column, read ? null : $"“{written}” is no day as we read it: write it like 2026-03-31.");
        return read ? day : null;
    }

    private static T Choice<T>(Checks checks, Func<string, string> cell, string column, T usual)
        where T : struct, Enum
    {
        string written = cell(column).Trim();
        if (written.Length == 0)
        {
            return usual;
        }

        foreach (T value in Enum.GetValues<T>())
        {
            if (Word(value).Equals(written.Replace('-', ' ').Replace('_', ' '), StringComparison.OrdinalIgnoreCase))
            {
                return value;
            }
        }

        checks.Add(column, $"“{written}” is not one of {string.Join(", ", Enum.GetValues<T>().Select(Word))}.");
        return usual;
    }

    // "ElectricDrum" to "electric drum".
    private static string Word<T>(T value)
        where T : struct, Enum
    {
        StringBuilder word = new();
        foreach (char c in value.ToString())
        {
            word.Append(char.IsUpper(c) && word.Length > 0 ? " " : "").Append(char.ToLowerInvariant(c));
        }

        return word.ToString();
    }

    private static string Column(string pointer) => pointer switch
    {
        "/gear/axles" => "axles",
        "/gear/ratingPounds" => "rating_lb",
        "/gear/brake" => "brake",
        "/gear/brakeDiameter" => "brake_diameter",
        "/gear/brakeWidth" => "brake_width",
        "/gear/nutRetention" => "nut",
        "/gear/spindle" => "spindle",
        "/gear/studCount" => "studs",
        "/gear/studThread" => "stud_thread",
        "/estimatedYear" => "year_distance",
        "/customerId" or "/newCustomer" => "customer",
        "/lastRepackOn" => "last_repack",
        _ => pointer.TrimStart('/'),
    };

    private static string Text(int number) => number.ToString(CultureInfo.InvariantCulture);
}
