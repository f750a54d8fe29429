using System.Globalization;
using System.IO.Compression;
using CsvHelper.Configuration.Attributes;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>A row of the table of what was seen.</summary>
internal sealed class FindingCells
{
    [Name("tag")]
    public string Tag { get; init; } = "";

    [Name("at")]
    public string At { get; init; } = "";

    [Name("place")]
    public string Place { get; init; } = "";

    [Name("subject")]
    public string Subject { get; init; } = "";

    [Name("which")]
    public string Which { get; init; } = "";

    [Name("seen")]
    public string Seen { get; init; } = "";

    [Name("damage_iso_15243")]
    public string DamageIso15243 { get; init; } = "";

    [Name("note")]
    public string Note { get; init; } = "";

    [Name("verdict")]
    public string Verdict { get; init; } = "";

    [Name("rule")]
    public string Rule { get; init; } = "";

    [Name("source")]
    public string Source { get; init; } = "";

    [Name("mended")]
    public string Mended { get; init; } = "";

    [Name("by")]
    public string By { get; init; } = "";

    [Name("photos")]
    public string Photos { get; init; } = "";
}

/// <summary>A row of the table of what was measured.</summary>
internal sealed class ReadingCells
{
    [Name("tag")]
    public string Tag { get; init; } = "";

    [Name("at")]
    public string At { get; init; } = "";

    [Name("place")]
    public string Place { get; init; } = "";

    [Name("measured")]
    public string Measured { get; init; } = "";

    [Name("typed")]
    public string Typed { get; init; } = "";

    [Name("figure")]
    public string Figure { get; init; } = "";

    [Name("verdict")]
    public string Verdict { get; init; } = "";

    [Name("rule")]
    public string Rule { get; init; } = "";

    [Name("source")]
    public string Source { get; init; } = "";

    [Name("by")]
    public string By { get; init; } = "";
}

/// <summary>What was seen and measured as tables, and everything in one ZIP file with its pictures.</summary>
internal static class Export
{
    internal static void MapExport(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/tables/findings.csv",
            async (ShopFile file) => Csv.AsFile("findings", await FindingsAsync(file)))
                .Needs(Right.Export).Produces<string>(
                200,
                "text/csv");
        ledger.MapGet(
            "/tables/readings.csv",
            async (ShopFile file) => Csv.AsFile("readings", await ReadingsAsync(file)))
                .Needs(Right.Export).Produces<string>(
                200,
                "text/csv");
        ledger.MapGet("/tables/everything.zip", EverythingAsync)
            .Needs(Right.Export).Produces<byte[]>(200, "application/zip");
    }

    private static async Task<byte[]> FindingsAsync(ShopFile file)
    {
        ILookup<Guid, Guid> photos = (await file.VisitPhotos
            .AsNoTracking()
            .Where(p => p.FindingId != null)
            .OrderBy(p => p.At)
            .ToListAsync()).ToLookup(p => p.FindingId!.Value, p => p.Id);
        var found = await (from finding in file.Findings.AsNoTracking()
                           join trailer in file.Trailers on finding.TrailerId equals trailer.Id
                           join person in file.People on finding.PersonId equals person.Id
                           orderby finding.At
                           select new { finding, trailer.Tag, person.Name }).ToListAsync();
        return Csv.Write(found.Select(f => new FindingCells
        {
            Tag = f.Tag,
            At = At(f.finding.At),
            Place = f.finding.Place,
            Subject = SubjectWords.Of(f.finding.Subject),
            Which = f.finding.Which,
            Seen = f.finding.Seen,
            DamageIso15243 = Damages.Find(f.finding.Damage)?.Words ?? "",
            Note = f.finding.Note,
            Verdict = f.finding.Judgement.Verdict.ToString(),
            Rule = f.finding.Judgement.Rule,
            Source = f.finding.Judgement.Source,
            Mended = f.finding.Mended ?? "",
            By = f.Name,
            Photos = string.Join(' ', photos[f.finding.Id].Select(id => $"{Backup.PhotosFolder}/{id}.jpg")),
        }));
    }

    private static async Task<byte[]> ReadingsAsync(ShopFile file)
    {
        var measured = await (from reading in file.Readings.AsNoTracking()
                              join trailer in file.Trailers on reading.TrailerId equals trailer.Id
                              join person in file.People on reading.PersonId equals person.Id
                              orderby reading.At
                              select new { reading, trailer.Tag, person.Name }).ToListAsync();
        return Csv.Write(measured.Select(m => new ReadingCells
        {
            Tag = m.Tag,
            At = At(m.reading.At),
            Place = m.reading.Place,
            Measured = StandingObservations.NameOf(m.reading),
            Typed = m.reading.Typed,
            // For other programs: in decimals, whatever it was read off.
            Figure = ShopFormat.ReadBack(m.reading.Quantity, m.reading.Canonical).Ours,
            Verdict = m.reading.Judgement?.Verdict.ToString() ?? "",
            Rule = m.reading.Judgement?.Rule ?? "",
            Source = m.reading.Judgement?.Source ?? "",
            By = m.Name,
        }));
    }

    // Made beside the shop first: a ZIP that breaks off is worse than none.
    private static async Task<FileStreamHttpResult> EverythingAsync(ShopFile file, PhotoFolder folder)
    {
        FileStream stream = new(
            Path.GetTempFileName(),
            FileMode.Create,
            FileAccess.ReadWrite,
            FileShare.None,
            65_536,
            FileOptions.DeleteOnClose);
        await using (ZipArchive archive = new(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach ((string name, byte[] table) in new[]
            {
                ("trailers", await Tables.TrailersAsync(file)),
                ("customers", await Tables.CustomersAsync(file)),
                ("findings", await FindingsAsync(file)),
                ("readings", await ReadingsAsync(file)),
            })
            {
                await using Stream entry = await archive.CreateEntry($"{name}.csv").OpenAsync();
                await entry.WriteAsync(table);
            }

            foreach (Guid photo in await file.VisitPhotos
                .AsNoTracking()
                .OrderBy(p => p.At)
                .Select(p => p.Id)
                .ToListAsync())
            {
                if (File.Exists(folder.PathOf(photo)))
                {
                    await archive.CreateEntryFromFileAsync(
                        folder.PathOf(photo),
                        $"{Backup.PhotosFolder}/{photo}.jpg",
                        CompressionLevel.NoCompression);
                }
            }
        }

        stream.Position = 0;
        return TypedResults.Stream(stream, "application/zip", "everything.zip");
    }

    private static string At(DateTimeOffset at) =>
        at.ToString("yyyy-MM-dd'T'HH:mm:sszzz", CultureInfo.InvariantCulture);
}
