using System.Globalization;
using System.IO.Compression;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Ledger;

/// <summary>What was seen and measured as tables, and everything in one ZIP file with its pictures.</summary>
internal static class Export
{
    private static readonly string[] FindingColumns =
    [
        "tag",
        "at",
        "place",
        "subject",
        "which",
        "seen",
        "damage_iso_15243",
        "note",
        "verdict",
        "rule",
        "source",
        "mended",
        "by",
        "photos"
    ];
    private static readonly string[] ReadingColumns =
    [
        "tag",
        "at",
        "place",
        "measured",
        "typed",
        "figure",
        "verdict",
        "rule",
        "source",
        "by"
    ];

    internal static void MapExport(this RouteGroupBuilder ledger)
    {
        ledger.MapGet(
            "/tables/findings.csv",
            async (ShopFile file) => Tables.AsFile("findings", await FindingsAsync(file))).Produces<string>(
                200,
                "text/csv");
        ledger.MapGet(
            "/tables/readings.csv",
            async (ShopFile file) => Tables.AsFile("readings", await ReadingsAsync(file))).Produces<string>(
                200,
                "text/csv");
        ledger.MapGet("/tables/everything.zip", EverythingAsync).Produces<byte[]>(200, "application/zip");
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
        return Tables.Write(FindingColumns, found.Select(f => (IReadOnlyList<string>)
        [
            f.Tag, At(f.finding.At), f.finding.Place, SubjectWords.Of(f.finding.Subject), f.finding.Which, f.finding.Seen, Damages.Find(f.finding.Damage)?.Words ?? "", f.finding.Note,
            f.finding.Judgement.Verdict.ToString(), f.finding.Judgement.Rule, f.finding.Judgement.Source, f.finding.Mended ?? "", f.Name,
            string.Join(' ', photos[f.finding.Id].Select(id => $"{Backup.PhotosFolder}/{id}.jpg")),
        ]));
    }

    private static async Task<byte[]> ReadingsAsync(ShopFile file)
    {
        var measured = await (from reading in file.Readings.AsNoTracking()
                              join trailer in file.Trailers on reading.TrailerId equals trailer.Id
                              join person in file.People on reading.PersonId equals person.Id
                              orderby reading.At
                              select new { reading, trailer.Tag, person.Name }).ToListAsync();
        return Tables.Write(ReadingColumns, measured.Select(m => (IReadOnlyList<string>)
        [
            m.Tag, At(m.reading.At), m.reading.Place, StandingObservations.NameOf(m.reading), m.reading.Typed, StandingObservations.Figure(m.reading),
            m.reading.Judgement?.Verdict.ToString() ?? "", m.reading.Judgement?.Rule ?? "", m.reading.Judgement?.Source ?? "", m.Name,
        ]));
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
