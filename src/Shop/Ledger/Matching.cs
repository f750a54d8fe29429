using System.Globalization;
using System.Text;
using System.Text.Json;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Ledger;

/// <summary>How days are written in a table.</summary>
public enum DatesWritten
{
    /// <summary>2026-11-30.</summary>
    Iso,

    /// <summary>11/30/2026: the month first.</summary>
    MonthFirst,

    /// <summary>30.11.2026: the day first.</summary>
    DayFirst,
}

/// <summary>How somebody else's table is understood.</summary>
/// <param name="Kind">What it is of: "trailers", "customers", "road", "history".</param>
/// <param name="Columns">Its heading for each of our columns that it has.</param>
/// <param name="Dates">How its days are written; null where it has none.</param>
/// <param name="Words">What words of its mean, by our column: "RPK" is "bearing-repack"; null for none.</param>
/// <param name="From">What it is called, so that what is taken over says where from; null for no name.</param>
public sealed record TableMatch(
    string Kind,
    IReadOnlyDictionary<string, string> Columns,
    DatesWritten? Dates = null,
    IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>>? Words = null,
    string? From = null)
{
    /// <summary>Reads one from an address. Refuses (400) what can't be read; null for none.</summary>
    internal static TableMatch? Read(string? written, JsonSerializerOptions json)
    {
        if (string.IsNullOrEmpty(written))
        {
            return null;
        }

        try
        {
            return JsonSerializer.Deserialize<TableMatch>(written, json);
        }
        catch (JsonException)
        {
            throw Refusal.Malformed("How the table's columns are matched can't be read.", "match");
        }
    }
}

/// <summary>A column of a table as it was found.</summary>
/// <param name="Heading">Its heading.</param>
/// <param name="Samples">Some of its cells that have something in them, each once.</param>
/// <param name="Dates">How the days in it are written; null where it holds no days.</param>
/// <param name="EitherWay">
/// Whether its days could as well be read the other way round: nobody but whoever wrote it can tell.
/// </param>
public sealed record ColumnFound(string Heading, IReadOnlyList<string> Samples, DatesWritten? Dates, bool EitherWay);

/// <summary>A column that a kind of table may have.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Needed">Whether every table of the kind has it.</param>
/// <param name="Guess">The heading that seems to be it; empty for none.</param>
/// <param name="Day">Whether it holds days.</param>
public sealed record ColumnWanted(string Name, bool Needed, string Guess, bool Day);

/// <summary>A kind of table, and what of it a table has.</summary>
/// <param name="Kind">"trailers", "customers", "road", "history".</param>
/// <param name="Columns">Its columns.</param>
public sealed record KindWanted(string Kind, IReadOnlyList<ColumnWanted> Columns);

/// <summary>What a table looks like.</summary>
/// <param name="Kind">What it seems to be of.</param>
/// <param name="Ours">Whether its heading is ours: it is taken as it stands.</param>
/// <param name="Encoding">What it was read as.</param>
/// <param name="Rows">How many rows it has.</param>
/// <param name="Found">Its columns.</param>
/// <param name="Kinds">What it could be.</param>
/// <param name="Choices">What words can mean, by our column: code and name.</param>
public sealed record TableLook(
    string Kind,
    bool Ours,
    string Encoding,
    int Rows,
    IReadOnlyList<ColumnFound> Found,
    IReadOnlyList<KindWanted> Kinds,
    IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> Choices);

/// <summary>A word of a table that is not understood.</summary>
/// <param name="Column">Our column.</param>
/// <param name="Word">The word, as written.</param>
/// <param name="Rows">In how many rows it stands.</param>
public sealed record UnknownWord(string Column, string Word, int Rows);

/// <summary>Matches the columns of other people's tables with ours.</summary>
internal static class Matching
{
    private const int MostSamples = 4, LongestSample = 40;

    /// <summary>Columns that hold days.</summary>
    private static readonly HashSet<string> Days = ["on", "last_repack"];

    // What others call our columns, letters and digits alone. Source: from memory, no published source.
    private static readonly Dictionary<string, string[]> Names = new()
    {
        ["tag"] = ["tag", "unit", "unitno", "unitnumber", "unitid", "trailer", "trailerno", "trailernumber",
            "trailerid", "asset", "assetno", "assetid", "assetnumber", "equipment", "equipmentno", "equipmentid",
            "fleetno"],
        ["name"] = ["name", "description", "whatitis", "model", "type"],
        ["plate"] = ["plate", "platenumber", "license", "licence", "licenseplate", "licenceplate", "registration"],
        ["customer"] = ["customer", "customername", "owner", "fleet", "account", "company", "client"],
        ["axles"] = ["axles", "axlecount", "numberofaxles", "noofaxles", "axleqty"],
        ["rating_lb"] = ["ratinglb", "rating", "axlerating", "axleratinglb", "gawr", "axlecapacity", "capacity"],
        ["brake"] = ["brake", "brakes", "braketype"],
        ["lubrication"] = ["lubrication", "lube", "hubtype"],
        ["suspension"] = ["suspension", "suspensiontype"],
        ["studs"] = ["studs", "lugs", "lugcount", "studcount"],
        ["meter"] = ["meter", "metertype"],
        ["last_repack"] = ["lastrepack", "lastrepacked", "lastbearingrepack", "bearingslastrepacked", "repacked"],
        ["phone"] = ["phone", "telephone", "phonenumber", "tel", "mobile", "cell"],
        ["mail"] = ["mail", "email", "emailaddress"],
        ["note"] = ["note", "notes", "remark", "remarks", "comment", "comments", "memo", "findings"],
        ["on"] = ["on", "date", "day", "servicedate", "dateofservice", "workdate", "datedone", "completed",
            "completedon", "dateperformed", "inspectiondate"],
        ["kind"] = ["kind"],
        ["figure"] = ["figure", "value", "reading", "result", "measured", "measurement"],
        ["job"] = ["job", "service", "servicetype", "work", "workdone", "task", "operation", "repair", "workperformed"],
        ["place"] = ["place", "position", "location", "wheel", "wheelend", "wheelposition", "corner", "pos", "where"],
        ["measure"] = ["measure", "item", "measureditem", "whatwasmeasured", "component", "check"],
        ["miles"] = ["miles", "mileage", "odometer", "hubodometer", "odo", "hub", "hubmiles", "odometerreading"],
        ["by"] = ["by", "technician", "tech", "mechanic", "doneby", "performedby", "inspector", "employee"],
    };

    /// <summary>What a table looks like, and which of its columns seem to be which of ours.</summary>
    internal static TableLook Look(
        IReadOnlyList<string> headings,
        IReadOnlyList<string[]> rows,
        string encoding,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> choices)
    {
        List<ColumnFound> found = [.. headings.Select((heading, i) => Found(
            heading,
            [.. rows.Select(r => i < r.Length ? r[i].Trim() : "").Where(c => c.Length > 0)]))];
        List<KindWanted> kinds =
        [
            Wanted<HistoryCells>("history", headings),
            Wanted<TrailerCells>("trailers", headings),
            Wanted<RoadCells>("road", headings),
            Wanted<CustomerCells>("customers", headings),
        ];
        HashSet<string> given = [.. headings.Select(h => h.Trim().ToLowerInvariant())];
        KindWanted? ours = kinds.Find(k => k.Columns.Where(c => c.Needed).All(c => given.Contains(c.Name))
            && given.All(h => k.Columns.Any(c => c.Name == h)));
        KindWanted likeliest = ours ?? kinds.MaxBy(k =>
            (k.Columns.Where(c => c.Needed).All(c => c.Guess.Length > 0) ? 100 : 0)
                + k.Columns.Count(c => c.Guess.Length > 0))!;
        return new TableLook(likeliest.Kind, ours is not null, encoding, rows.Count, found, kinds, choices);
    }

    private static KindWanted Wanted<T>(string kind, IReadOnlyList<string> headings)
    {
        IReadOnlyList<string> needed = Csv.Needed<T>();
        HashSet<string> given = [];
        return new KindWanted(kind, [.. Csv.Columns<T>().Select(c =>
        {
            string[] names = Names.GetValueOrDefault(c.Name) ?? [Bare(c.Name)];
            string guess = names
                .Select(n => headings.FirstOrDefault(h => Bare(h) == n && !given.Contains(h)))
                .FirstOrDefault(h => h is not null) ?? "";
            given.Add(guess);
            return new ColumnWanted(c.Name, needed.Contains(c.Name), guess, Days.Contains(c.Name));
        })]);
    }

    private static string Bare(string heading) =>
        new([.. heading.ToLowerInvariant().Where(char.IsAsciiLetterOrDigit)]);

    private static ColumnFound Found(string heading, List<string> cells)
    {
        List<DatesWritten> ways = cells.Count == 0
            ? []
            : [.. Enum.GetValues<DatesWritten>().Where(way => cells.TrueForAll(c => Day(c, way) is not null))];
        return new ColumnFound(
            heading,
            [.. cells
                .Distinct()
                .Take(MostSamples)
                .Select(c => c.Length > LongestSample ? c[..LongestSample] + "…" : c)],
            ways.Count > 0 ? ways[0] : null,
            ways.Count > 1);
    }

    /// <summary>
    /// A day as it is written in a way; null where it is none. A year of two digits is of this century.
    /// </summary>
    internal static DateOnly? Day(string cell, DatesWritten way)
    {
        // A spreadsheet adds a midnight to a day that it takes for a moment.
        string[] parts = cell.Split([' ', 'T'], 2)[0].Split('-', '/', '.');
        int[] figures = [.. parts.Select(p =>
            p.Length is > 0 and <= 4 && int.TryParse(p, NumberStyles.None, CultureInfo.InvariantCulture, out int n)
                ? n
                : -1)];
        if (figures is not [var a, var b, var c] || figures.Contains(-1) || (way == DatesWritten.Iso) != (a > 31))
        {
            return null;
        }

        (int year, int month, int day) = way switch
        {
            DatesWritten.Iso => (a, b, c),
            DatesWritten.MonthFirst => (c, a, b),
            _ => (c, b, a),
        };
        year = year < 100 ? 2000 + year : year;
        return year is >= 1900 and <= 9998 && month is >= 1 and <= 12
            && day >= 1 && day <= DateTime.DaysInMonth(year, month)
            ? new DateOnly(year, month, day)
            : null;
    }

    /// <summary>
    /// A table under our own headings, line for line where its heading takes one line. Refuses (422) a match that names
    /// what is not there, or one column twice.
    /// </summary>
    /// <param name="text">The table.</param>
    /// <param name="heading">Its heading as it was read, and as it stands in the text.</param>
    /// <param name="match">How it is matched.</param>
    internal static string Renamed(string text, (string[] Read, string Raw) heading, TableMatch match)
    {
        string[] names = [.. heading.Read.Select((_, i) => FormattableString.Invariant($"_{i}"))];
        foreach ((string ours, string theirs) in match.Columns.Where(c => c.Value.Length > 0))
        {
            int at = Array.FindIndex(heading.Read, h => h.Trim() == theirs.Trim());
            if (at < 0)
            {
                throw Refusal.Field($"/columns/{ours}", $"The table has no column “{theirs}”.");
            }

            if (names[at][0] != '_')
            {
                throw Refusal.Field($"/columns/{ours}", $"“{theirs}” is {names[at]} already: it can’t be both.");
            }

            names[at] = ours;
        }

        StringBuilder renamed = new(string.Join(',', names));
        renamed.Append('\n').Append(text, heading.Raw.Length, text.Length - heading.Raw.Length);
        return renamed.ToString();
    }

    /// <summary>A cell in our words: a day as we write it, a word by what it was said to mean.</summary>
    internal static string Cell(string column, string cell, TableMatch match)
    {
        if (Days.Contains(column))
        {
            // What can't be read stays as it is, and is refused at its row.
            return match.Dates is { } way && Day(cell.Trim(), way) is { } day
                ? day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
                : cell;
        }

        return match.Words?.GetValueOrDefault(column)?
            .FirstOrDefault(w => w.Key.Trim().Equals(cell.Trim(), StringComparison.OrdinalIgnoreCase)).Value ?? cell;
    }
}
