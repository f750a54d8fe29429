using System.Globalization;
using System.Text;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>
/// Trailers as rows of a table. The tag says which trailer is meant; a customer not known yet is added.
/// </summary>
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
    /// <param name="lastRepack">
    /// The day all its wheel ends were last repacked; null where they differ or nothing is on record.
    /// </param>
    internal static IReadOnlyList<string> Write(Trailer trailer, string customer, DateOnly? lastRepack)
    {
        GearDescription gear = GearDescription.Of(trailer.Gear);
        return
        [
            trailer.Tag, trailer.Name, trailer.Plate, customer, Text(gear.Axles), Text(gear.RatingPounds), Word(gear.Brake), gear.BrakeDiameter, gear.BrakeWidth,
            Word(gear.Lubrication), Word(gear.NutRetention), Word(gear.Suspension), Word(gear.Spindle), Text(gear.StudCount), gear.StudThread, Word(trailer.Meter),
            Year(trailer),
            lastRepack?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
        ];
    }

    /// <summary>
    /// Takes a row in. A cell left empty, or a column left out, leaves a trailer there is as it stands; of a new one it
    /// takes what is usual for the rating.
    /// </summary>
    internal static async Task<RowTaken> TakeAsync(ShopFile file, Func<string, string> cell, DateOnly today)
    {
        Trailer? there = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Tag == cell("tag"));
        IReadOnlyList<string>? before = there is null ? null : await StandsAsync(file, there);
        Checks checks = new();
        int axles = Number(checks, "axles", cell("axles"));
        int rating = Number(checks, "rating_lb", cell("rating_lb"));
        string owner = checks.Text("customer", cell("customer"), "The customer's name", Customer.LongestName);
        GearDescription gear = Gear(checks, cell, axles, rating, there);
        MeterKind meter = Choice(checks, "meter", cell("meter"), there?.Meter ?? MeterKind.None);
        DateOnly? lastRepack = Day(checks, "last_repack", cell("last_repack"));
        checks.Done();

        TrailerDraft draft = new(
            cell("tag"),
            RowTaken.Or(cell("name"), there?.Name),
            RowTaken.Or(cell("plate"), there?.Plate),
            Guid.CreateVersion7(),
            gear,
            meter,
            RowTaken.Or(cell("year_distance"), Year(there)),
            there?.Version ?? 0,
            lastRepack,
            owner);
        Guid id = there?.Id ?? Guid.CreateVersion7();
        try
        {
            await TrailerEdit.SaveAsync(file, id, draft, today);
        }
        catch (Refusal refusal)
        {
            throw new Refusal(
                refusal.Status,
                refusal.Message,
                [.. refusal.Fields.Select(f => new FieldProblem(Column(f.Pointer), f.Detail))]);
        }

        return before is null
            ? RowTaken.Added
            : RowTaken.Changed(
                Columns,
                before,
                await StandsAsync(file, await file.Trailers.AsNoTracking().SingleAsync(t => t.Id == id)));
    }

    private static string Year(Trailer? trailer) =>
        trailer?.EstimatedYear is { } year ? FormattableString.Invariant($"{year.Miles:0.######} mi") : "";

    private static async Task<IReadOnlyList<string>> StandsAsync(ShopFile file, Trailer trailer)
    {
        string owner = await file.Customers.Where(c => c.Id == trailer.CustomerId).Select(c => c.Name).FirstAsync();
        return Write(
            trailer,
            owner,
            (await LastRepacksAsync(file, [trailer])).TryGetValue(trailer.Id, out DateOnly on) ? on : null);
    }

    private static GearDescription Gear(Checks checks, Func<string, string> cell, int axles, int rating, Trailer? there)
    {
        RunningGear stands = there?.Gear ?? GearDefaults.For(axles, rating);
        GearDescription standing = GearDescription.Of(stands);
        BrakeKind brake = Choice(checks, "brake", cell("brake"), stands.Brake);
        Lubrication lubrication = Choice(checks, "lubrication", cell("lubrication"), stands.Lubrication);
        SuspensionKind suspension = Choice(checks, "suspension", cell("suspension"), stands.Suspension);

        // What goes only with what was written: a size with its brake, a nut with its hub, a spindle with its axle.
        bool sized = cell("brake").Length == 0 || (there is not null && brake == stands.Brake);
        bool sealedHub = lubrication == Lubrication.SealedHub, torsion = suspension == SuspensionKind.Torsion;
        NutRetention nut = sealedHub == (stands.NutRetention == NutRetention.OnePieceNut) ? stands.NutRetention
            : sealedHub ? NutRetention.OnePieceNut
            : NutRetention.CastleNut;
        SpindleKind spindle = torsion == (stands.Spindle == SpindleKind.TorsionArm) ? stands.Spindle
            : torsion ? SpindleKind.TorsionArm
            : SpindleKind.Welded;
        return new GearDescription(
            axles,
            rating,
            brake,
            RowTaken.Or(cell("brake_diameter"), sized ? standing.BrakeDiameter : ""),
            RowTaken.Or(cell("brake_width"), sized ? standing.BrakeWidth : ""),
            lubrication,
            Choice(checks, "nut", cell("nut"), nut),
            suspension,
            Choice(checks, "spindle", cell("spindle"), spindle),
            cell("studs").Length == 0 ? stands.Studs.Count : Number(checks, "studs", cell("studs")),
            RowTaken.Or(cell("stud_thread"), standing.StudThread));
    }

    /// <summary>
    /// The day all wheel ends were last repacked, by trailer; a trailer whose ends differ, or lack one, is left out.
    /// </summary>
    internal static async Task<Dictionary<Guid, DateOnly>> LastRepacksAsync(
        ShopFile file,
        IReadOnlyCollection<Trailer> trailers)
    {
        // A single trailer reads its own rows, a whole table all of them at once.
        Guid one = trailers.FirstOrDefault()?.Id ?? default;
        var last = (await file.WorkDone.AsNoTracking().Where(w => w.Job == JobCatalogue.BearingRepack.Code
            && (trailers.Count > 1 || w.TrailerId == one))
                .GroupBy(w => new { w.TrailerId, w.Place }).Select(
                    g => new { g.Key.TrailerId, g.Key.Place, On = g.Max(w => w.On) }).ToListAsync())
            .ToLookup(w => w.TrailerId);
        Dictionary<Guid, DateOnly> days = [];
        foreach (Trailer trailer in trailers)
        {
            List<DateOnly> ends = [.. Places.WheelEndsOf(trailer.Gear).SelectMany(p =>
                last[trailer.Id].Where(w => w.Place == p.Code).Select(w => w.On))];
            if (ends.Count == trailer.Gear.WheelEnds && ends.TrueForAll(on => on == ends[0]))
            {
                days[trailer.Id] = ends[0];
            }
        }

        return days;
    }

    private static int Number(Checks checks, string column, string written)
    {
        string text = written.Replace(",", "", StringComparison.Ordinal);
        bool read = int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out int number);
        checks.Add(column, read ? null : text.Length == 0 ? $"{column} is empty." : $"“{written}” is no whole number.");
        return number;
    }

    private static DateOnly? Day(Checks checks, string column, string written)
    {
        if (written.Length == 0)
        {
            return null;
        }

        bool read = DateOnly.TryParseExact(
            written,
            "yyyy-MM-dd",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out DateOnly day);
        checks.Add(column, read ? null : $"“{written}” is no day as we read it: write it like 2026-03-31.");
        return read ? day : null;
    }

    private static T Choice<T>(Checks checks, string column, string written, T otherwise)
        where T : struct, Enum
    {
        if (written.Length == 0)
        {
            return otherwise;
        }

        foreach (T value in Enum.GetValues<T>())
        {
            if (Word(value).Equals(written.Replace('-', ' ').Replace('_', ' '), StringComparison.OrdinalIgnoreCase))
            {
                return value;
            }
        }

        checks.Add(column, $"“{written}” is not one of {string.Join(", ", Enum.GetValues<T>().Select(Word))}.");
        return otherwise;
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
