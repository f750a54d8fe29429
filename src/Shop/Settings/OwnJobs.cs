using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Catalogue.Own;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using RequestSizeLimitAttribute = Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute;

namespace SturdyTinker.Shop.Settings;

/// <summary>Something that can be picked.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">Its words.</param>
public sealed record OwnPick(string Code, string Name);

/// <summary>An opening that a job's steps can be done in.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">The state in words.</param>
/// <param name="At">Where it is, in words.</param>
/// <param name="Own">Whether it is the shop's own.</param>
public sealed record OwnPickOpening(string Code, string Name, string At, bool Own);

/// <summary>A step of a job of ours.</summary>
/// <param name="Family">What it is known by: "group/step".</param>
/// <param name="Title">What is done.</param>
/// <param name="Minutes">Our minutes.</param>
/// <param name="Stays">Why it can't be left out; null where it can.</param>
public sealed record OurStep(string Family, string Title, decimal Minutes, string? Stays);

/// <summary>A job of ours that a shop can do otherwise.</summary>
/// <param name="Code">Its code.</param>
/// <param name="Name">The job in words.</param>
/// <param name="Steps">Its steps.</param>
public sealed record OurJob(string Code, string Name, IReadOnlyList<OurStep> Steps);

/// <summary>What a job of the shop's own is written with.</summary>
/// <param name="Places">Kinds of place.</param>
/// <param name="Areas">Parts of a trailer, for lists.</param>
/// <param name="Brakes">Brakes.</param>
/// <param name="Suspensions">Suspensions.</param>
/// <param name="Lubrications">Lubrications.</param>
/// <param name="Times">When a step is done.</param>
/// <param name="Skills">Skills.</param>
/// <param name="Units">What parts are counted in.</param>
/// <param name="Openings">Openings, ours and the shop's own.</param>
/// <param name="Readings">Figures that a step can ask for.</param>
/// <param name="Ours">Our jobs.</param>
public sealed record OwnPicks(
    IReadOnlyList<OwnPick> Places,
    IReadOnlyList<OwnPick> Areas,
    IReadOnlyList<OwnPick> Brakes,
    IReadOnlyList<OwnPick> Suspensions,
    IReadOnlyList<OwnPick> Lubrications,
    IReadOnlyList<OwnPick> Times,
    IReadOnlyList<OwnPick> Skills,
    IReadOnlyList<string> Units,
    IReadOnlyList<OwnPickOpening> Openings,
    IReadOnlyList<OwnPick> Readings,
    IReadOnlyList<OurJob> Ours);

/// <summary>What a shop has described itself.</summary>
/// <param name="Jobs">Its jobs, and what it does otherwise at ours; those taken out as well.</param>
/// <param name="Openings">Its openings.</param>
public sealed record OwnJobsAnswer(IReadOnlyList<OwnJob> Jobs, IReadOnlyList<OwnOpening> Openings);

/// <summary>A job or an opening to be tried: one of them.</summary>
/// <param name="Job">The job.</param>
/// <param name="Opening">The opening.</param>
public sealed record OwnTry(OwnJob? Job, OwnOpening? Opening);

/// <summary>A step of what a job comes to.</summary>
/// <param name="Title">What is done.</param>
/// <param name="Place">Where, as it is spoken.</param>
/// <param name="Depth">How deep it lies.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Own">Whether the shop has described it.</param>
public sealed record OwnTriedStep(string Title, string Place, int Depth, decimal Minutes, bool Own);

/// <summary>What a job or an opening comes to.</summary>
/// <param name="Problems">What cannot work; empty where it can be kept.</param>
/// <param name="On">The running gear it was tried on, and where; empty where it can't be.</param>
/// <param name="InWords">How long it takes there with all that is opened and closed for it; empty as above.</param>
/// <param name="Steps">The steps it comes to.</param>
public sealed record OwnTried(
    IReadOnlyList<OwnProblem> Problems,
    string On,
    string InWords,
    IReadOnlyList<OwnTriedStep> Steps);

/// <summary>A version of a job or an opening.</summary>
/// <param name="Version">Its number.</param>
/// <param name="Name">What it was called.</param>
/// <param name="Retired">Whether it was taken out with it.</param>
/// <param name="At">When.</param>
/// <param name="By">Who.</param>
public sealed record OwnVersionAnswer(int Version, string Name, bool Retired, DateTimeOffset At, string By);

/// <summary>What a file of described jobs does, or did.</summary>
/// <param name="Applied">Whether it was taken in; otherwise it was only looked at.</param>
/// <param name="Entries">What becomes of each job and opening.</param>
public sealed record OwnFileAnswer(bool Applied, IReadOnlyList<MergedEntry> Entries);

internal static class OwnJobs
{
    internal static void MapOwnJobs(this RouteGroupBuilder settings)
    {
        settings.MapGet("/jobs", async (ShopFile file) => TypedResults.Ok(Answer(await OwnAsync(file))))
            .Needs(Right.See);
        settings.MapGet("/jobs/picks", async (ShopFile file) => TypedResults.Ok(Picks(await OwnAsync(file))))
            .Needs(Right.See);
        settings.MapPost("/jobs/try", TryAsync).Needs(Right.Settings);
        settings.MapPut(
            "/jobs/{code}",
            (
                string code,
                OwnJob job,
                ShopFile file,
                Clock clock,
                Worker worker,
                NewDay statuses) =>
                PutAsync(code, job, file, clock, worker, statuses)).Needs(Right.Settings);
        settings.MapPut(
            "/openings/{code}",
            (
                string code,
                OwnOpening opening,
                ShopFile file,
                Clock clock,
                Worker worker,
                NewDay statuses) =>
                PutAsync(code, opening, file, clock, worker, statuses)).Needs(Right.Settings);
        settings.MapGet("/jobs/{code}/versions", VersionsAsync).Needs(Right.See);
        settings.MapGet("/jobs/{code}/versions/{version}", VersionAsync).Needs(Right.See);
        settings.MapGet("/jobs/file", async (ShopFile file) => TypedResults.File(
            OwnWorkFile.Write(await OwnAsync(file)),
            "application/json",
            "jobs.json")).Needs(Right.See);
        settings.MapGet(
            "/jobs/schema",
            () => TypedResults.Text(OwnWorkFile.Schema(), "application/schema+json")).Needs(Right.See);
        settings.MapPost("/jobs/file", TakeInAsync)
            .Accepts<OwnWorkFile>("application/json")
            .WithMetadata(new RequestSizeLimitAttribute(OwnWorkFile.MostBytes + 1024))
            .Needs(Right.Settings);
    }

    private static async Task<OwnWork> OwnAsync(ShopFile file) =>
        (await file.SettingsToReadAsync()).Practices.Own ?? OwnWork.None;

    private static OwnJobsAnswer Answer(OwnWork own) => new(own.Jobs, own.Openings);

    // ---- keeping one -----------------------------------------------------------------------------------------------

    private static async Task<Ok<OwnJobsAnswer>> PutAsync(
        string code,
        IOwnEntry entry,
        ShopFile file,
        Clock clock,
        Worker worker,
        NewDay statuses)
    {
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        OwnWork own = settings.Practices.Own ?? OwnWork.None;
        IOwnEntry? stands = own.Standing(entry);
        Checks checks = new();
        checks.Add("/code", code == entry.Code ? null : "The code in the address is another one.");
        checks.Done();
        if (stands is not null && OwnWorkFile.Same(stands, entry))
        {
            // Sent again, or nothing changed.
            return TypedResults.Ok(Answer(own));
        }

        int version = stands?.Version ?? 0;
        if (entry.Version != version)
        {
            throw Refusal.Stale("job", stands ?? (object)Answer(own));
        }

        checks.Signs("", JsonSerializer.SerializeToNode(entry, entry.GetType(), Written));
        foreach (OwnProblem problem in OwnChecks.Of(own, entry))
        {
            checks.Add(problem.Pointer, problem.Sentence);
        }

        checks.Add(
            "",
            stands is null && own.Entries.Count() >= OwnWork.MostEntries
                ? $"A shop has at most {OwnWork.MostEntries} jobs and openings of its own."
                : null);
        checks.Done();
        OwnWork now = own.With(entry, version + 1);
        await KeepAsync(file, clock, worker, settings, own, now);
        await transaction.CommitAsync();
        await statuses.CaughtUpAsync();
        return TypedResults.Ok(Answer(now));
    }

    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web);

    // The shop's own work as it is from now on, with the versions that this makes; the caller commits.
    private static async Task KeepAsync(
        ShopFile file,
        Clock clock,
        Worker worker,
        ShopSettings settings,
        OwnWork before,
        OwnWork now)
    {
        settings.Practices = settings.Practices with { Own = now };
        HashSet<(string, int)> known = [.. before.Entries.Select(e => (e.Code, e.Version))];
        file.OwnVersions.AddRange(now.Entries
            .Where(e => !known.Contains((e.Code, e.Version)))
            .Select(e => OwnVersion.Of(e, clock.Now, worker.Id)));
        await file.SaveChangesAsync();

        // It may fall due on every trailer.
        await file.OutdateAllAsync();
    }

    // ---- trying one ------------------------------------------------------------------------------------------------

    private static async Task<Ok<OwnTried>> TryAsync(OwnTry tried, ShopFile file)
    {
        OwnWork own = await OwnAsync(file);
        IOwnEntry entry = tried switch
        {
            { Job: { } job, Opening: null } => job,
            { Job: null, Opening: { } opening } => opening,
            _ => throw Refusal.Field("", "Send a job, or an opening."),
        };
        IReadOnlyList<OwnProblem> problems = OwnChecks.Of(own, entry);
        return TypedResults.Ok(
            problems.Count > 0 || tried.Job is null || OwnExample.Of(own, tried.Job) is not { } example
                ? new OwnTried(problems, "", "", [])
                : new OwnTried(
                    [],
                    $"{example.Gear.Words}; {example.Place.Spoken}",
                    example.Packet.MinutesInWords,
                    [.. example.Packet.Steps.Select(s => new OwnTriedStep(
                        s.Title,
                        s.PlaceSpoken,
                        s.Depth,
                        s.Minutes,
                        IsOwn(PacketStep.FamilyOf(s.Key))))]));
    }

    private static bool IsOwn(string family) =>
        family.StartsWith(OwnJob.Prefix, StringComparison.Ordinal)
            || family.StartsWith(OwnJob.RefinedPrefix, StringComparison.Ordinal);

    private static OwnPicks Picks(OwnWork own)
    {
        static IReadOnlyList<OwnPick> Of<T>(IReadOnlyList<(string Code, T Kind, string Words)> codes) =>
            [.. codes.Select(c => new OwnPick(c.Code, c.Words))];
        HashSet<string> gone = [.. own.Openings.Where(o => o.Retired).Select(o => o.Code)];
        return new OwnPicks(
            Of(OwnCodes.Places),
            Of(OwnCodes.Areas),
            Of(OwnCodes.Brakes),
            Of(OwnCodes.Suspensions),
            Of(OwnCodes.Lubrications),
            Of(OwnCodes.Times),
            [.. OwnCodes.Skills.Select(s => new OwnPick(s.Code, s.Words))],
            OwnChecks.Units,
            [.. JobCatalogue.Of(own).Openings.All.Where(o => !gone.Contains(o.Code)).Select(o => new OwnPickOpening(
                o.Code,
                o.Name,
                string.Join(", ", OwnCodes.Places.Where(p => o.At.Contains(p.Kind)).Select(p => p.Words)),
                o.Code.StartsWith(OwnJob.Prefix, StringComparison.Ordinal)))],
            [.. ReadingKinds.All.Select(r => new OwnPick(r.Code, r.Name))],
            [.. JobCatalogue.Ours.All.Select(j => new OurJob(
                j.Code,
                j.Name,
                [.. j.Work
                    .Select(w => (w.Family, w.Step))
                    .DistinctBy(w => w.Family)
                    .Select(w => new OurStep(
                        w.Family,
                        w.Step.Title,
                        w.Step.Minutes,
                        OwnChecks.WhyItStays(w.Step)))]))]);
    }

    // ---- versions --------------------------------------------------------------------------------------------------

    private static async Task<Ok<List<OwnVersionAnswer>>> VersionsAsync(string code, ShopFile file)
    {
        List<OwnVersionAnswer> versions = await (from version in file.OwnVersions.AsNoTracking()
                                                 join person in file.People on version.PersonId equals person.Id
                                                 where version.Code == code
                                                 orderby version.Version descending
                                                 select new OwnVersionAnswer(
                                                     version.Version,
                                                     version.Name,
                                                     version.Retired,
                                                     version.At,
                                                     person.Name)).ToListAsync();
        return versions.Count > 0 ? TypedResults.Ok(versions) : throw Refusal.NotFound("There is no such job.");
    }

    private static async Task<FileContentHttpResult> VersionAsync(string code, int version, ShopFile file) =>
        await file.OwnVersions
            .AsNoTracking()
            .FirstOrDefaultAsync(v => v.Code == code && v.Version == version) is { } has
            ? TypedResults.File(has.File, "application/json", $"{code}-{version}.json")
            : throw Refusal.NotFound("There is no such version.");

    // ---- from shop to shop -----------------------------------------------------------------------------------------

    private static async Task<Ok<OwnFileAnswer>> TakeInAsync(
        HttpRequest request,
        ShopFile file,
        Clock clock,
        Worker worker,
        NewDay statuses,
        bool apply = false,
        string replace = "")
    {
        using MemoryStream read = new();
        await request.Body.CopyToAsync(read);
        (OwnWork? theirs, string? problem) = OwnWorkFile.Read(read.ToArray());
        if (theirs is null)
        {
            throw Refusal.Malformed(problem!);
        }

        Checks checks = new();
        checks.Signs("", JsonSerializer.SerializeToNode(theirs, Written));
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        OwnWork own = settings.Practices.Own ?? OwnWork.None;
        (OwnWork now, IReadOnlyList<MergedEntry> entries) = OwnMerge.Into(
            own,
            theirs,
            replace.Split(',', StringSplitOptions.RemoveEmptyEntries));
        if (apply && now != own)
        {
            await KeepAsync(file, clock, worker, settings, own, now);
            await transaction.CommitAsync();
            await statuses.CaughtUpAsync();
        }

        return TypedResults.Ok(new OwnFileAnswer(apply, entries));
    }
}
