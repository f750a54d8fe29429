using System.Globalization;
using System.Text;
using CsvHelper.Configuration.Attributes;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Shop.Yard;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A row of the table of trailers, as written.</summary>
internal sealed class TrailerCells
{
    [Name("tag")]
    public string Tag { get; init; } = "";

    [Name("name"), Optional]
    public string Name { get; init; } = "";

    [Name("plate"), Optional]
    public string Plate { get; init; } = "";

    [Name("customer")]
    public string Customer { get; init; } = "";

    [Name("axles")]
    public string Axles { get; init; } = "";

    [Name("rating_lb")]
    public string RatingLb { get; init; } = "";

    [Name("brake"), Optional]
    public string Brake { get; init; } = "";

    [Name("brake_diameter"), Optional]
    public string BrakeDiameter { get; init; } = "";

    [Name("brake_width"), Optional]
    public string BrakeWidth { get; init; } = "";

    [Name("lubrication"), Optional]
    public string Lubrication { get; init; } = "";

    [Name("nut"), Optional]
    public string Nut { get; init; } = "";

    [Name("suspension"), Optional]
    public string Suspension { get; init; } = "";

    [Name("spindle"), Optional]
    public string Spindle { get; init; } = "";

    [Name("studs"), Optional]
    public string Studs { get; init; } = "";

    [Name("stud_thread"), Optional]
    public string StudThread { get; init; } = "";

    [Name("meter"), Optional]
    public string Meter { get; init; } = "";

    [Name("year_distance"), Optional]
    public string YearDistance { get; init; } = "";

    [Name("last_repack"), Optional]
    public string LastRepack { get; init; } = "";
}

/// <summary>
/// Trailers as rows of a table. The tag says which trailer is meant; a customer not known yet is added.
/// </summary>
internal static class TrailerRows
{
    /// <summary>A trailer as a row.</summary>
    /// <param name="trailer">The trailer.</param>
    /// <param name="customer">Whose it is, by name.</param>
    /// <param name="lastRepack">
    /// The day all its wheel ends were last repacked; null where they differ or nothing is on record.
    /// </param>
    internal static TrailerCells Cells(Trailer trailer, string customer, DateOnly? lastRepack)
    {
        GearDescription gear = GearDescription.Of(trailer.Gear);
        return new TrailerCells
        {
            Tag = trailer.Tag,
            Name = trailer.Name,
            Plate = trailer.Plate,
            Customer = customer,
            Axles = Text(gear.Axles),
            RatingLb = Text(gear.RatingPounds),
            Brake = Word(gear.Brake),
            BrakeDiameter = gear.BrakeDiameter,
            BrakeWidth = gear.BrakeWidth,
            Lubrication = Word(gear.Lubrication),
            Nut = Word(gear.NutRetention),
            Suspension = Word(gear.Suspension),
            Spindle = Word(gear.Spindle),
            Studs = Text(gear.StudCount),
            StudThread = gear.StudThread,
            Meter = Word(trailer.Meter),
            YearDistance = Year(trailer),
            LastRepack = lastRepack?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "",
        };
    }

    /// <summary>
    /// Takes a row in. A cell left empty, or a column left out, leaves a trailer there is as it stands; of a new one it
    /// takes what is usual for the rating.
    /// </summary>
    internal static async Task<RowTaken> TakeAsync(ShopFile file, TrailerCells cells, DateOnly today)
    {
        Trailer? there = await file.Trailers.AsNoTracking().FirstOrDefaultAsync(t => t.Tag == cells.Tag);
        TrailerCells? before = there is null ? null : await StandsAsync(file, there);
        Checks checks = new();
        int axles = Number(checks, "axles", cells.Axles);
        int rating = Number(checks, "rating_lb", cells.RatingLb);
        string owner = checks.Text("customer", cells.Customer, "The customer's name", Customer.LongestName);
        GearDescription gear = Gear(checks, cells, axles, rating, there);
        MeterKind meter = Choice(checks, "meter", cells.Meter, there?.Meter ?? MeterKind.None);
        DateOnly? lastRepack = Day(checks, "last_repack", cells.LastRepack);
        checks.Done();

        TrailerDraft draft = new(
            cells.Tag,
            RowTaken.Or(cells.Name, there?.Name),
            RowTaken.Or(cells.Plate, there?.Plate),
            Guid.CreateVersion7(),
            gear,
            meter,
            RowTaken.Or(cells.YearDistance, Year(there)),
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
                before,
                await StandsAsync(file, await file.Trailers.AsNoTracking().SingleAsync(t => t.Id == id)));
    }

    private static string Year(Trailer? trailer) =>
        trailer?.EstimatedYear is { } year ? FormattableString.Invariant($"{year.Miles:0.######} mi") : "";

    private static async Task<TrailerCells> StandsAsync(ShopFile file, Trailer trailer)
    {
        string owner = await file.Customers.Where(c => c.Id == trailer.CustomerId).Select(c => c.Name).FirstAsync();
        return Cells(
            trailer,
            owner,
            (await LastRepacksAsync(file, [trailer])).TryGetValue(trailer.Id, out DateOnly on) ? on : null);
    }

    private static GearDescription Gear(Checks checks, TrailerCells cells, int axles, int rating, Trailer? there)
    {
        RunningGear stands = there?.Gear ?? GearDefaults.For(axles, rating);
        GearDescription standing = GearDescription.Of(stands);
        BrakeKind brake = Choice(checks, "brake", cells.Brake, stands.Brake);
        Lubrication lubrication = Choice(checks, "lubrication", cells.Lubrication, stands.Lubrication);
        SuspensionKind suspension = Choice(checks, "suspension", cells.Suspension, stands.Suspension);

        // What goes only with what was written: a size with its brake, a nut with its hub, a spindle with its axle.
        bool sized = cells.Brake.Length == 0 || (there is not null && brake == stands.Brake);
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
            RowTaken.Or(cells.BrakeDiameter, sized ? standing.BrakeDiameter : ""),
            RowTaken.Or(cells.BrakeWidth, sized ? standing.BrakeWidth : ""),
            lubrication,
            Choice(checks, "nut", cells.Nut, nut),
            suspension,
            Choice(checks, "spindle", cells.Spindle, spindle),
            cells.Studs.Length == 0 ? stands.Studs.Count : Number(checks, "studs", cells.Studs),
            RowTaken.Or(cells.StudThread, standing.StudThread));
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
