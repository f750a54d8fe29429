using System.Globalization;
using CsvHelper.Configuration.Attributes;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A row of a table of past work and readings, as written.</summary>
internal sealed class HistoryCells
{
    [Name("tag")]
    public string Tag { get; init; } = "";

    [Name("on")]
    public string On { get; init; } = "";

    [Name("job"), Optional]
    public string Job { get; init; } = "";

    [Name("place"), Optional]
    public string Place { get; init; } = "";

    [Name("measure"), Optional]
    public string Measure { get; init; } = "";

    [Name("figure"), Optional]
    public string Figure { get; init; } = "";

    [Name("miles"), Optional]
    public string Miles { get; init; } = "";

    [Name("by"), Optional]
    public string By { get; init; } = "";

    [Name("note"), Optional]
    public string Note { get; init; } = "";
}

/// <summary>
/// Past work and readings as rows of a table: what an earlier record told of a trailer on a day becomes a closed visit
/// that says where it was taken over from. A row may tell of a job, of a figure, of the meter, of a note, or of several
/// of them. The same row brought in again is there once; what is on record of that day already stays as it is.
/// </summary>
/// <param name="file">Where it goes.</param>
/// <param name="clock">The shop's day.</param>
/// <param name="worker">Who brings it in.</param>
/// <param name="from">What the table is called.</param>
internal sealed class HistoryRows(ShopFile file, Clock clock, Worker worker, string from) : ITableRows<HistoryCells>
{
    private const int LongestBy = 80;

    // When of its day an earlier record's work was done, nobody knows: what was measured comes before what was renewed.
    private static readonly TimeOnly Measured = new(11, 0), Done = new(12, 0);

    private readonly Dictionary<(string Column, string Word), int> unknown = [];
    private readonly Dictionary<Guid, List<MeterEntry>> entries = [];
    private readonly HashSet<Guid> added = [];
    private Dictionary<string, Trailer> trailers = [];
    private Dictionary<Guid, ReadingContext> contexts = [];
    private Dictionary<Guid, Visit> visits = [];
    private HashSet<(Guid, string, string, DateOnly)> work = [];
    private HashSet<(Guid, string, string, string, DateOnly)> readings = [];
    private HashSet<Guid> remarks = [];
    private HashSet<Guid> touched = [];

    /// <inheritdoc/>
    public IReadOnlyList<UnknownWord> Unknown =>
        [.. unknown
            .Select(u => new UnknownWord(u.Key.Column, u.Key.Word, u.Value))
            .OrderBy(u => u.Column, StringComparer.Ordinal)
            .ThenByDescending(u => u.Rows)];

    /// <summary>What its words can mean, by column: code and name.</summary>
    internal static IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> Choices(JobCatalogue catalogue) =>
        new Dictionary<string, IReadOnlyDictionary<string, string>>
        {
            ["job"] = catalogue.All.ToDictionary(j => j.Code, j => j.Name),
            ["measure"] = ReadingKinds.All.ToDictionary(k => k.Code, k => k.Name),
        };

    /// <inheritdoc/>
    public string What(HistoryCells cells) => string.Join(' ', new[]
    {
        cells.Tag, cells.On, cells.Job, cells.Place, cells.Measure, cells.Figure, cells.Miles, cells.Note
    }.Select(c => c.Trim()).Where(c => c.Length > 0));

    /// <inheritdoc/>
    public async Task LoadAsync(IReadOnlyList<HistoryCells> rows, CancellationToken stop)
    {
        List<string> tags = [.. rows.Select(r => r.Tag.Trim()).Distinct()];
        trailers = (await file.Trailers.AsNoTracking().Where(t => tags.Contains(t.Tag)).ToListAsync(stop))
            .ToDictionary(t => t.Tag, NoCase.Comparer);
        LimitsInForce limits = await file.LimitsAsync();
        contexts = [];
        foreach (Trailer trailer in trailers.Values)
        {
            contexts[trailer.Id] = new ReadingContext(trailer.Gear, await file.PracticesAsync(trailer))
            {
                Limits = limits,
                Torques = await file.TorquesAsync(trailer.Id)
            };
        }

        List<Guid> ids = [.. trailers.Values.Select(t => t.Id)];
        visits = (await file.Visits.Where(v => ids.Contains(v.TrailerId) && v.TakenOver != "").ToListAsync(stop))
            .ToDictionary(v => v.Id);
        work = [.. (await file.WorkDone.AsNoTracking().Where(w => ids.Contains(w.TrailerId)).ToListAsync(stop))
            .Select(w => (w.TrailerId, w.Job, w.Place, w.On))];
        readings = [.. (await file.Readings.AsNoTracking().Where(r => ids.Contains(r.TrailerId)).ToListAsync(stop))
            .Select(r => (r.TrailerId, r.Kind, r.Place, r.Typed, DateOnly.FromDateTime(r.At.DateTime)))];
        List<Guid> taken = [.. visits.Keys];
        remarks = [.. await file.Amendments
            .Where(a => taken.Contains(a.VisitId))
            .Select(a => a.Id)
            .ToListAsync(stop)];
        foreach (IGrouping<Guid, MeterEntry> of in (await file.MeterEntries
            .AsNoTracking()
            .Where(m => ids.Contains(m.TrailerId))
            .ToListAsync(stop)).GroupBy(m => m.TrailerId))
        {
            entries[of.Key] = [.. of.Concat(entries.GetValueOrDefault(of.Key) ?? []).DistinctBy(m => m.Id)];
        }

        touched = [];
    }

    /// <inheritdoc/>
    public RowTaken Take(HistoryCells cells)
    {
        Checks checks = new();
        Trailer? trailer = trailers.GetValueOrDefault(cells.Tag.Trim());
        checks.Add("tag", trailer is null ? $"There is no trailer {cells.Tag.Trim()}." : null);
        bool dated = DateOnly.TryParseExact(
            cells.On.Trim(),
            "yyyy-MM-dd",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out DateOnly on);
        checks.Add(
            "on",
            !dated ? $"“{cells.On.Trim()}” is no day: a day is written 2026-11-25, or as you say the table writes it."
                : on > clock.Today ? "That day is still to come: this is what was done."
                : on < clock.Today.AddYears(-40) ? "That is more than forty years ago: check the year."
                : null);
        checks.Add(
            "job",
            new[] { cells.Job, cells.Measure, cells.Figure, cells.Miles, cells.Note }.All(string.IsNullOrWhiteSpace)
                ? "The row tells nothing: no job, no figure, no miles and no note."
                : null);
        string note = checks.Text("note", cells.Note, "The note", 2_000, required: false);
        string by = checks.Text("by", cells.By, "Who did it", LongestBy, required: false);
        checks.Done();
        Place? place = PlaceWords.Read(cells.Place, trailer!.Gear);
        checks.Add(
            "place",
            place is null ? $"“{cells.Place.Trim()}” is no place of {trailer.Tag}: {trailer.Gear.Words}." : null);
        JobAt[] jobs = place is { } where ? JobsOf(checks, trailer, cells.Job.Trim(), where) : [];
        Reading? reading = place is { } at ? ReadingOf(checks, trailer, cells, at, on) : null;
        checks.Done();
        MeterEntry? meter = MeterOf(trailer, cells.Miles.Trim(), on);

        // From here on nothing is refused: the row is taken whole.
        Guid visit = VisitIdOf(trailer, on);
        JobAt[] fresh = [.. jobs.Where(j => work.Add((trailer.Id, j.Job, j.Place, on)))];
        if (reading is not null && !readings.Add((trailer.Id, reading.Kind, reading.Place, reading.Typed, on)))
        {
            reading = null;
        }

        string said = by.Length > 0 && note.Length > 0 ? $"{by}: {note}" : note;
        Guid remark = MeterEntries.IdOf($"{visit:N}|{said}");
        bool remarked = said.Length > 0 && remarks.Add(remark);
        if (meter is not null)
        {
            file.MeterEntries.Add(meter);
            entries.TryAdd(trailer.Id, []);
            entries[trailer.Id].Add(meter);
        }

        if (fresh.Length > 0 || reading is not null || remarked)
        {
            VisitOf(visit, trailer, on, fresh);
            file.WorkDone.AddRange(fresh.Select(j => new WorkDone
            {
                Id = MeterEntries.IdOf($"{visit:N}|{j.Job}|{j.Place}"),
                TrailerId = trailer.Id,
                VisitId = visit,
                Job = j.Job,
                Place = j.Place,
                On = on
            }));
            if (reading is not null)
            {
                file.Readings.Add(reading);
            }

            if (remarked)
            {
                file.Amendments.Add(new Amendment
                {
                    Id = remark,
                    VisitId = visit,
                    Kind = AmendmentKind.Remark,
                    Text = said,
                    At = clock.Now,
                    PersonId = worker.Id
                });
            }
        }
        else if (meter is null)
        {
            return new RowTaken(RowFate.Same, []);
        }

        touched.Add(trailer.Id);
        return new RowTaken(RowFate.Add, Told(trailer, fresh, reading, meter));
    }

    /// <inheritdoc/>
    public Task OutdateAsync() => file.OutdateAsync(s => touched.Contains(s.TrailerId));

    // All that is told of a trailer's day is one visit, whichever table and row tells it.
    private static Guid VisitIdOf(Trailer trailer, DateOnly on) =>
        MeterEntries.IdOf($"{trailer.Id:N}|taken over|{on:O}");

    private JobCatalogue CatalogueOf(Trailer trailer) => JobCatalogue.Of(contexts[trailer.Id].Practices);

    private List<string> Told(Trailer trailer, JobAt[] jobs, Reading? reading, MeterEntry? meter)
    {
        List<string> told = [];
        if (jobs.Length > 0)
        {
            told.Add(JobWords.Of(CatalogueOf(trailer), trailer.Gear, jobs));
        }

        if (reading is not null)
        {
            string verdict = reading.Judgement is { Verdict: > Verdict.Sound } worse ? $": {worse.Rule}" : "";
            told.Add($"{StandingObservations.NameOf(reading)}, {Place.SpokenOf(reading.Place)}, "
                + StandingObservations.Figure(reading) + verdict);
        }

        if (meter is not null)
        {
            told.Add($"the meter at {ShopFormat.Write(meter.Distance)}");
        }

        return told;
    }

    private void VisitOf(Guid id, Trailer trailer, DateOnly on, JobAt[] jobs)
    {
        if (visits.TryGetValue(id, out Visit? there))
        {
            there.Jobs = [.. there.Jobs, .. jobs];
            return;
        }

        Visit visit = new()
        {
            Id = id,
            TrailerId = trailer.Id,
            OpenedAt = clock.At(on, Measured),
            OpenedBy = worker.Id,
            ClosedAt = clock.At(on, Done),
            ClosedBy = worker.Id,
            Gear = trailer.Gear,
            Practices = contexts[trailer.Id].Practices,
            Jobs = jobs,
            TakenOver = from,
        };
        visits[id] = visit;

        // When a table is only looked at, the next rows are looked at with another change set.
        if (added.Add(id))
        {
            file.Visits.Add(visit);
            file.Packets.Add(new VisitPacket { VisitId = id, Packet = new Packet([], []) });
        }
    }

    private JobAt[] JobsOf(Checks checks, Trailer trailer, string word, Place place)
    {
        if (word.Length == 0)
        {
            return [];
        }

        Job? job = CatalogueOf(trailer).All.FirstOrDefault(j =>
            word.Equals(j.Code, StringComparison.OrdinalIgnoreCase)
                || word.Equals(j.Name, StringComparison.OrdinalIgnoreCase));
        if (job is null)
        {
            Miss("job", word);
            checks.Add("job", $"There is no job “{word}”: say which it is.");
            return [];
        }

        Place[] goes = [.. Places.Of(trailer.Gear).Where(p => job.GoesAt(trailer.Gear, p))];
        JobAt[] at = [.. goes
            .Where(p => place == Place.Trailer || Places.Touching(trailer.Gear, p.Kind, place).Contains(p))
            .Select(p => new JobAt(job.Code, p.Code))];
        checks.Add(
            "place",
            at.Length == 0 ? $"{job.Name} does not go there on {trailer.Tag}: {trailer.Gear.Words}." : null);
        return at;
    }

    private Reading? ReadingOf(Checks checks, Trailer trailer, HistoryCells cells, Place place, DateOnly on)
    {
        string word = cells.Measure.Trim(), figure = cells.Figure.Trim();
        if (word.Length == 0 && figure.Length == 0)
        {
            return null;
        }

        ReadingKind? kind = ReadingKinds.All.FirstOrDefault(k =>
            word.Equals(k.Code, StringComparison.OrdinalIgnoreCase)
                || word.Equals(k.Name, StringComparison.OrdinalIgnoreCase));
        if (kind is null)
        {
            Miss("measure", word);
            checks.Add(
                "measure",
                word.Length == 0 ? "Say what was measured." : $"We measure nothing called “{word}”: say which it is.");
            return null;
        }

        Understood read = ShopNotation.Read(figure, kind.Quantity);
        string? problem = read.Problem ?? kind.Unbelievable(read);
        checks.Add("figure", problem);
        Place home = Subjects.Home(kind.Subject, trailer.Gear, place);

        // Words for more than one place will do where the thing is one for all of them.
        Place within = Place.WheelEnd(Math.Max(place.Axle, 1), place.Side ?? Side.Left);
        bool one = place.Kind is not (PlaceKind.Trailer or PlaceKind.Side or PlaceKind.Axle)
            || Subjects.Home(kind.Subject, trailer.Gear, within) == home;
        checks.Add("place", one ? null : $"{kind.Name} is measured at one place: say which.");
        if (problem is not null || !one)
        {
            return null;
        }

        Guid visit = VisitIdOf(trailer, on);
        return new Reading
        {
            Id = MeterEntries.IdOf($"{visit:N}|{kind.Code}|{home.Code}|{figure}"),
            TrailerId = trailer.Id,
            VisitId = visit,
            Place = home.Code,
            Kind = kind.Code,
            StepKey = "",
            Typed = figure,
            Canonical = read.Canonical!.Value,
            Quantity = kind.Quantity,
            Judgement = kind.Judge(read.Canonical.Value, contexts[trailer.Id]),
            At = clock.At(on, Measured),
            PersonId = worker.Id,
        };
    }

    // The same entry as a row of the table of readings and trips would be; null where it is on record.
    private MeterEntry? MeterOf(Trailer trailer, string miles, DateOnly on)
    {
        List<MeterEntry> others = entries.GetValueOrDefault(trailer.Id) ?? [];
        if (miles.Length == 0 || others.Exists(m =>
            m.On == on && m.Kind == MeterEntryKind.Reading && m.Typed == miles))
        {
            return null;
        }

        try
        {
            return MeterEntries.Read(
                trailer.Id,
                RoadRows.IdOf(trailer.Id, on, MeterEntryKind.Reading, miles, false),
                new MeterDraft(MeterEntryKind.Reading, on, miles, false),
                others,
                clock,
                worker,
                "");
        }
        catch (Refusal refusal)
        {
            throw refusal.At(pointer => pointer == "/typed" ? "miles" : pointer.TrimStart('/'));
        }
    }

    private void Miss(string column, string word)
    {
        if (word.Length > 0)
        {
            unknown[(column, word)] = unknown.GetValueOrDefault((column, word)) + 1;
        }
    }
}
