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
/// Trailers as rows of a table. The tag says which trailer is meant; a customer not known yet is added. A cell left
/// empty, or a column left out, leaves a trailer there is as it stands; of a new one it takes what is usual for the
/// rating.
/// </summary>
internal sealed class TrailerRows(ShopFile file, DateOnly today) : ITableRows<TrailerCells>
{
    // Customers by name: those there are, and those that earlier rows have brought along.
    private readonly Dictionary<string, Guid> byName = new(NoCase.Comparer);
    private readonly Dictionary<Guid, string> customers = [];
    private Dictionary<string, Trailer> there = [];
    private ILookup<Guid, WorkDone> repacks = Enumerable.Empty<WorkDone>().ToLookup(w => w.TrailerId);
    private HashSet<Guid> inBay = [];
    private List<Guid> touched = [];

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

    /// <inheritdoc/>
    public string What(TrailerCells cells) => cells.Tag.Trim();

    /// <inheritdoc/>
    public async Task LoadAsync(IReadOnlyList<TrailerCells> rows, CancellationToken stop)
    {
        List<string> tags = [.. rows.Select(What)];
        List<string> names = [.. rows.Select(r => r.Customer.Trim()).Distinct()];
        there = (await file.Trailers.Where(t => tags.Contains(t.Tag)).ToListAsync(stop))
            .ToDictionary(t => t.Tag, NoCase.Comparer);
        List<Guid> ids = [.. there.Values.Select(t => t.Id)], owners = [.. there.Values.Select(t => t.CustomerId)];
        foreach (var customer in await file.Customers
            .AsNoTracking()
            .Where(c => names.Contains(c.Name) || owners.Contains(c.Id))
            .Select(c => new { c.Id, c.Name })
            .ToListAsync(stop))
        {
            (byName[customer.Name], customers[customer.Id]) = (customer.Id, customer.Name);
        }

        repacks = (await file.WorkDone
            .Where(w => ids.Contains(w.TrailerId) && w.Job == JobCatalogue.BearingRepack.Code)
            .ToListAsync(stop)).ToLookup(w => w.TrailerId);
        inBay = [.. await file.Visits
            .Where(v => ids.Contains(v.TrailerId) && v.ClosedAt == null)
            .Select(v => v.TrailerId)
            .ToListAsync(stop)];
        touched = [];
    }

    /// <inheritdoc/>
    public RowTaken Take(TrailerCells cells)
    {
        Trailer? stands = there.GetValueOrDefault(What(cells));
        TrailerCells? before = stands is null ? null : CellsOf(stands, repacks[stands.Id]);
        Checks checks = new();
        int axles = Number(checks, "axles", cells.Axles);
        int rating = Number(checks, "rating_lb", cells.RatingLb);
        string owner = checks.Text("customer", cells.Customer, "The customer's name", Customer.LongestName);
        GearDescription gear = Gear(checks, cells, axles, rating, stands);
        MeterKind meter = Choice(checks, "meter", cells.Meter, stands?.Meter ?? MeterKind.None);
        DateOnly? lastRepack = Day(checks, "last_repack", cells.LastRepack);
        checks.Done();

        Guid? known = byName.TryGetValue(owner, out Guid of) ? of : null;
        TrailerDraft draft = new(
            cells.Tag,
            RowTaken.Or(cells.Name, stands?.Name),
            RowTaken.Or(cells.Plate, stands?.Plate),
            known ?? Guid.CreateVersion7(),
            gear,
            meter,
            RowTaken.Or(cells.YearDistance, Year(stands)),
            stands?.Version ?? 0,
            lastRepack,
            owner);
        Guid id = stands?.Id ?? Guid.CreateVersion7();
        try
        {
            // Its tag is the one it was found by, and it is checked against the version just read.
            IReadOnlyList<WorkDone> told = TrailerEdit.Put(
                file,
                id,
                draft,
                new TrailerStands(stands, known, [.. repacks[id]], TagTaken: false, inBay.Contains(id)),
                today)!;

            // A customer that this row brings along is known to the next.
            (byName[owner], customers[draft.CustomerId]) = (draft.CustomerId, known is null ? owner : customers[of]);
            RowTaken taken = before is null ? RowTaken.Added : RowTaken.Changed(before, CellsOf(stands!, told.Count == 0
                ? repacks[id]
                : repacks[id].Where(w => w.VisitId is not null).Concat(told)));
            if (taken.Fate != RowFate.Same)
            {
                touched.Add(id);
            }

            return taken;
        }
        catch (Refusal refusal)
        {
            throw new Refusal(
                refusal.Status,
                refusal.Message,
                [.. refusal.Fields.Select(f => new FieldProblem(Column(f.Pointer), f.Detail))]);
        }
    }

    /// <inheritdoc/>
    public Task OutdateAsync() => file.OutdateAsync(s => touched.Contains(s.TrailerId));

    private TrailerCells CellsOf(Trailer trailer, IEnumerable<WorkDone> work) =>
        Cells(trailer, customers[trailer.CustomerId], LastRepack(trailer, work.Select(w => (w.Place, w.On))));

    private static string Year(Trailer? trailer) =>
        trailer?.EstimatedYear is { } year ? FormattableString.Invariant($"{year.Miles:0.######} mi") : "";

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
    /// The day all wheel ends were last repacked, by trailer; one whose ends differ, or lack one, is left out.
    /// </summary>
    internal static async Task<Dictionary<Guid, DateOnly>> LastRepacksAsync(
        ShopFile file,
        IReadOnlyCollection<Trailer> trailers)
    {
        var last = (await file.WorkDone
            .AsNoTracking()
            .Where(w => w.Job == JobCatalogue.BearingRepack.Code)
            .GroupBy(w => new { w.TrailerId, w.Place })
            .Select(g => new { g.Key.TrailerId, g.Key.Place, On = g.Max(w => w.On) })
            .ToListAsync()).ToLookup(w => w.TrailerId, w => (w.Place, w.On));
        return trailers
            .Select(t => (t.Id, On: LastRepack(t, last[t.Id])))
            .Where(t => t.On is not null)
            .ToDictionary(t => t.Id, t => t.On!.Value);
    }

    // The day all its wheel ends were last repacked; null where they differ or one was never.
    private static DateOnly? LastRepack(Trailer trailer, IEnumerable<(string Place, DateOnly On)> repacks)
    {
        ILookup<string, DateOnly> at = repacks.ToLookup(r => r.Place, r => r.On);
        List<DateOnly?> ends = [.. Places.WheelEndsOf(trailer.Gear).Select(p => at[p.Code].Max(on => (DateOnly?)on))];
        return ends.Count > 0 && ends.TrueForAll(on => on == ends[0]) ? ends[0] : null;
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
