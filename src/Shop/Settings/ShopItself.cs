using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Papers;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Shop.Settings;

/// <summary>Someone who works here.</summary>
/// <param name="Id">The person.</param>
/// <param name="Name">The name.</param>
/// <param name="Active">Whether they still do.</param>
/// <param name="Roles">What they are.</param>
/// <param name="Skills">What they can do that not everybody can.</param>
/// <param name="Qualification">By what they are qualified to inspect, as it is on file; null where nothing is.</param>
public sealed record PersonAnswer(
    Guid Id,
    string Name,
    bool Active,
    IReadOnlyList<Role> Roles,
    IReadOnlyList<Skill> Skills,
    Qualification? Qualification);

/// <summary>The shop as a whole.</summary>
/// <param name="Name">Its name; empty until somebody names it.</param>
/// <param name="RepackMonths">Months a repack lasts.</param>
/// <param name="RepackDistance">Road a repack lasts, in shop notation.</param>
/// <param name="Practices">Question code to practice code, every question answered.</param>
/// <param name="Questions">The questions and their practices.</param>
/// <param name="People">Everyone who works or worked here, by name.</param>
/// <param name="TrailerCount">How many trailers there are: an empty shop starts with adding one.</param>
/// <param name="Today">The shop's day.</param>
/// <param name="TimeZone">
/// The time zone its day goes by, by its name in the tz database; empty for the server's own.
/// </param>
/// <param name="Currency">The money it reckons in, by its ISO 4217 code.</param>
/// <param name="Reached">How it is reached, as its papers have it, a line each.</param>
/// <param name="PaperSize">What its papers are printed on.</param>
/// <param name="Mark">The picture of its mark; null while it has none.</param>
/// <param name="Ours">What we made of it, with its source, to go back to. A practice's is its question's first.</param>
/// <param name="Version">Counts up with every edit.</param>
public sealed record ShopAnswer(
    string Name,
    int RepackMonths,
    string RepackDistance,
    IReadOnlyDictionary<string, string> Practices,
    IReadOnlyList<PracticeQuestion> Questions,
    IReadOnlyList<PersonAnswer> People,
    int TrailerCount,
    DateOnly Today,
    string TimeZone,
    string Currency,
    string Reached,
    PaperSize PaperSize,
    Guid? Mark,
    OursAnswer Ours,
    int Version);

/// <summary>What the shop's choices are until it makes them.</summary>
/// <param name="RepackMonths">Months a repack lasts.</param>
/// <param name="RepackDistance">Road a repack lasts, in shop notation.</param>
/// <param name="Source">Where both come from.</param>
public sealed record OursAnswer(int RepackMonths, string RepackDistance, string Source);

/// <summary>An edit of the shop's choices.</summary>
/// <param name="TimeZone">The time zone its day goes by; null leaves it as it is.</param>
/// <param name="Currency">The money it reckons in, by its ISO 4217 code; null leaves it as it is.</param>
/// <param name="Reached">How it is reached, a line each; null leaves it as it is.</param>
/// <param name="PaperSize">What its papers are printed on; null leaves it as it is.</param>
public sealed record ShopEdit(
    string Name,
    int RepackMonths,
    string RepackDistance,
    IReadOnlyDictionary<string, string> Practices,
    int Version,
    string? TimeZone = null,
    string? Currency = null,
    string? Reached = null,
    PaperSize? PaperSize = null);

/// <summary>A person to add or to edit.</summary>
/// <param name="Name">The name.</param>
/// <param name="Active">Whether they work here.</param>
/// <param name="Roles">What they are; null leaves it as it is, a technician where they are new.</param>
/// <param name="Skills">What they can do that not everybody can; null leaves it as it is.</param>
/// <param name="Qualification">
/// By what they are qualified to inspect; null leaves what is on file as it is, since it is kept for a year after
/// somebody last inspected (49 CFR 396.19(b)).
/// </param>
public sealed record PersonEdit(
    string Name,
    bool Active,
    IReadOnlyList<Role>? Roles = null,
    IReadOnlyList<Skill>? Skills = null,
    QualificationDraft? Qualification = null);

/// <summary>What is put on file of somebody's qualification to inspect.</summary>
/// <param name="By">What makes them capable (49 CFR 396.19(a)(3)).</param>
/// <param name="Evidence">What shows it, and where that lies.</param>
public sealed record QualificationDraft(QualifiedBy By, string Evidence);

internal static class ShopItself
{
    private const int LongestName = 80;

    // By continent and town, as the tz database has them.
    private static readonly Lazy<List<string>> Zones = new(() => [.. TimeZoneInfo
        .GetSystemTimeZones()
        .Select(z => z.Id)
        .Where(id => id.Contains('/', StringComparison.Ordinal) || id == "UTC")
        .Order(StringComparer.Ordinal)]);

    internal static void MapShopItself(this RouteGroupBuilder settings)
    {
        settings.MapGet("/shop", ReadAsync).Needs(Right.See);
        settings.MapGet("/time-zones", () => TypedResults.Ok(Zones.Value)).Needs(Right.See);
        settings.MapPut("/shop", EditAsync).Needs(Right.Settings);
        settings.MapPut("/people/{id:guid}", PutPersonAsync).Needs(Right.People);
        settings.MapPut("/mark/{id:guid}", PutMarkAsync).Needs(Right.Settings)
            .Accepts<byte[]>("image/jpeg", "image/png", "image/webp")
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(Pictures.LargestUpload));
        settings.MapDelete("/mark/{id:guid}", DropMarkAsync).Needs(Right.Settings);
    }

    private static async Task<Ok<ShopAnswer>> ReadAsync(ShopFile file, Clock clock) =>
        TypedResults.Ok(await AnswerAsync(file, clock));

    private static async Task<Ok<ShopAnswer>> EditAsync(
        ShopEdit edit,
        ShopFile file,
        Clock clock,
        Worker worker,
        NewDay statuses)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        if (settings.Version != edit.Version)
        {
            throw Refusal.Conflict(
                "Somebody else changed the shop's choices meanwhile. Both are shown; save again what you want.",
                "/version",
                await AnswerAsync(file, clock));
        }

        Checks checks = new();
        settings.Name = checks.Text("/name", edit.Name, "The shop's name", LongestName);
        Distance before = settings.RepackDistance;
        settings.RepackDistance = new Distance(checks.Figure(
            "/repackDistance",
            edit.RepackDistance,
            Quantity.Distance));
        bool sameRepack = settings.RepackMonths == edit.RepackMonths && before == settings.RepackDistance;
        settings.RepackCounted = sameRepack ? settings.RepackCounted : null;
        settings.RepackMonths = edit.RepackMonths;
        checks.Add("/repackMonths", edit.RepackMonths is < 1 or > 36 ? "A repack lasts 1 to 36 months." : null);
        checks.Add(
            "/repackDistance",
            settings.RepackDistance < Distance.FromMiles(500) || settings.RepackDistance > Distance.FromMiles(50_000)
                ? "A repack lasts 500 to 50,000 miles."
                : null);
        checks.Add("/practices", PracticeChoices.Unknown(edit.Practices));
        string zone = edit.TimeZone?.Trim() ?? settings.TimeZone;
        checks.Add(
            "/timeZone",
            zone.Length > 0 && Clock.Named(zone) is null
                ? "There is no such time zone: pick one from the list."
                : null);
        string money = edit.Currency?.Trim().ToUpperInvariant() ?? settings.Currency;
        checks.Add(
            "/currency",
            money.Length != 3 || !money.All(char.IsAsciiLetterUpper)
                ? "A currency is told by three letters, such as USD, CAD or EUR."
                : null);
        string reached = (edit.Reached ?? settings.Reached).ReplaceLineEndings("\n").Trim();
        checks.Add(
            "/reached",
            reached.Length > ShopSettings.LongestReached
                || reached.Count(c => c == '\n') >= ShopSettings.MostLinesReached
                ? $"At most {ShopSettings.MostLinesReached} lines and {ShopSettings.LongestReached} letters fit on a "
                    + "paper."
                : null);
        checks.Add(
            "/paperSize",
            edit.PaperSize is { } asked && !Enum.IsDefined(asked) ? "Papers are Letter or A4." : null);
        checks.Done();

        settings.Reached = reached;
        settings.PaperSize = edit.PaperSize ?? settings.PaperSize;
        settings.Practices = settings.Practices with { Answers = edit.Practices };
        settings.TimeZone = zone;
        settings.Currency = money;
        settings.Version++;
        await file.SaveChangesAsync();

        // The interval may have changed for every trailer. Pages of trailers not reached yet refresh themselves.
        await file.OutdateAllAsync();
        await transaction.CommitAsync();
        clock.GoBy(zone);
        await statuses.CaughtUpAsync();
        return TypedResults.Ok(await AnswerAsync(file, clock));
    }

    // One mark at a time: another takes its place, and what carries the earlier one's id finds it no more.
    private static async Task<Ok<ShopAnswer>> PutMarkAsync(
        Guid id,
        HttpRequest request,
        ShopFile file,
        Clock clock,
        Worker worker)
    {
        _ = worker;
        Checks.Id(id);
        byte[][] drawn = await Pictures.RedrawnAsync(request, SKEncodedImageFormat.Png, ShopMark.LongestSide);
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        if (settings.MarkId != id && !await file.IsBuriedAsync(id))
        {
            if (settings.MarkId is { } before)
            {
                await file.BuryAsync(before, "mark", clock.Now);
            }

            file.ShopMarks.RemoveRange(file.ShopMarks);
            file.ShopMarks.Add(new ShopMark { Id = id, Picture = drawn[0] });
            settings.MarkId = id;
            await file.SaveChangesAsync();
        }

        await transaction.CommitAsync();
        return TypedResults.Ok(await AnswerAsync(file, clock));
    }

    private static async Task<Ok<ShopAnswer>> DropMarkAsync(Guid id, ShopFile file, Clock clock, Worker worker)
    {
        _ = worker;
        await using var transaction = await file.Database.BeginTransactionAsync();
        ShopSettings settings = await file.SettingsAsync();
        await file.BuryAsync(id, "mark", clock.Now);
        if (settings.MarkId == id)
        {
            settings.MarkId = null;
            file.ShopMarks.RemoveRange(file.ShopMarks);
        }

        await file.SaveChangesAsync();
        await transaction.CommitAsync();
        return TypedResults.Ok(await AnswerAsync(file, clock));
    }

    private static async Task<Ok<ShopAnswer>> PutPersonAsync(
        Guid id,
        PersonEdit edit,
        ShopFile file,
        Clock clock,
        Worker worker,
        Door door)
    {
        Checks.Id(id);
        Checks checks = new();
        string name = checks.Text("/name", edit.Name, "The name", Person.LongestName);
        List<Role>? roles = edit.Roles is null ? null : [.. edit.Roles.Distinct().Order()];
        checks.Add("/roles", roles is [] ? "Say what they are in the shop." : null);
        string evidence = edit.Qualification is { } shown
            ? checks.Text("/qualification/evidence", shown.Evidence, "What shows it", Qualification.LongestEvidence)
            : "";
        checks.Add(
            "/qualification/by",
            edit.Qualification is { } way && !Enum.IsDefined(way.By) ? "Pick what makes them capable." : null);
        checks.Done();
        await using var transaction = await file.Database.BeginTransactionAsync();
        if (await file.People.AnyAsync(p => p.Name == name && p.Id != id))
        {
            throw Refusal.Conflict($"There is a {name} already: give a second name or an initial.", "/name");
        }

        Person? person = await file.People.FindAsync(id);
        IReadOnlyList<Role> own = await worker.RolesAsync(file);
        if (person?.IsProgram == true)
        {
            throw Refusal.Conflict("This is a program, not somebody who works here.");
        }

        if (!Rights.MayManage(own, person?.Roles ?? []) || !Rights.MayManage(own, roles ?? person?.Roles ?? []))
        {
            throw Refusal.NotAllowed("Nobody gives what they may not do themselves: the owner can.");
        }

        if (person is null)
        {
            person = new Person { Id = id, Name = name, Active = edit.Active, Roles = roles ?? [Role.Technician] };
            file.People.Add(person);
        }
        else
        {
            (person.Name, person.Active, person.Roles) = (name, edit.Active, roles ?? person.Roles);
        }

        // An inspector's own is a role: it is not given here.
        person.Skills = edit.Skills is { } skills
            ? [.. skills.Where(s => s != Skill.Inspector).Distinct().Order()]
            : person.Skills;

        if (edit.Qualification is { } told
            && (told.By, evidence) != (person.Qualification?.By, person.Qualification?.Evidence))
        {
            person.Qualification = new Qualification(told.By, evidence, clock.Today);
        }

        await file.SaveChangesAsync();
        if (!(await file.People.AsNoTracking().Where(p => p.Active).ToListAsync())
            .Any(p => p.Roles.Contains(Role.Owner)))
        {
            throw Refusal.Conflict("The shop needs an owner: make somebody else one first.");
        }

        if (!person.Active)
        {
            await file.EndSessionsAsync(id, clock.Now);
        }

        await transaction.CommitAsync();
        door.Changed();
        return TypedResults.Ok(await AnswerAsync(file, clock));
    }

    private static async Task<ShopAnswer> AnswerAsync(ShopFile file, Clock clock)
    {
        ShopSettings settings = await file.SettingsToReadAsync();
        return new ShopAnswer(
            settings.Name,
            settings.RepackMonths,
            ShopFormat.Write(settings.RepackDistance),
            PracticeQuestions.All.ToDictionary(q => q.Code, q => settings.Practices.For(q).Code),
            PracticeQuestions.All,
            await file.People
                .AsNoTracking()
                .Where(p => !p.IsProgram)
                .OrderBy(p => p.Name)
                .Select(p => new PersonAnswer(p.Id, p.Name, p.Active, p.Roles, p.Skills, p.Qualification))
                .ToListAsync(),
            await file.Trailers.CountAsync(),
            clock.Today,
            settings.TimeZone,
            settings.Currency,
            settings.Reached,
            settings.PaperSize,
            settings.MarkId,
            new OursAnswer(
                Interval.BearingRepack.Months,
                ShopFormat.Write(Interval.BearingRepack.Distance!.Value),
                Interval.BearingRepack.Source),
            settings.Version);
    }
}
