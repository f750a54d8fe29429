using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Complaints;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Visits;
using SturdyTinker.Shop.Requests;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Bay;

/// <summary>A complaint that can be looked into.</summary>
/// <param name="Said">Whether the customer says it, by the words kept.</param>
public sealed record ComplaintAnswer(string Code, string Words, bool Said);

/// <summary>What may be behind it.</summary>
/// <param name="Chance">How likely it is among those left, 0 to 1.</param>
/// <param name="RuleCode">Code of the row of the rulebook to write it down by; null where it is no worn part.</param>
/// <param name="Verdict">What it means; null where it is no worn part.</param>
/// <param name="Jobs">What puts it right, in words, the likeliest first.</param>
public sealed record CauseAnswer(
    string Code,
    string Words,
    double Chance,
    string? RuleCode,
    Verdict? Verdict,
    IReadOnlyList<string> Jobs);

/// <summary>What to look at because of a complaint.</summary>
/// <param name="Said">What the customer said; may be empty.</param>
/// <param name="Complaints">The complaints known, those said first.</param>
/// <param name="Complaint">The one looked into; null where none is said or chosen.</param>
/// <param name="Next">Code of the next look; null where none tells more.</param>
/// <param name="Ask">The next look, as a question; yes is the sign.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Why">What it tells apart.</param>
/// <param name="Expected">How many looks are to be expected from here on.</param>
/// <param name="Causes">What may be behind it, the likeliest first; none where the answers fit nothing we know.</param>
public sealed record LookIntoAnswer(
    string Said,
    IReadOnlyList<ComplaintAnswer> Complaints,
    string? Complaint,
    string? Next,
    string Ask,
    int Minutes,
    string Why,
    double Expected,
    IReadOnlyList<CauseAnswer> Causes);

/// <summary>From what the customer says to what is to be looked at first.</summary>
internal static class Complaints
{
    // As many answers as any complaint has looks.
    private const int MostAnswers = LookTree.Most;

    internal static void MapComplaints(this RouteGroupBuilder bay) =>
        bay.MapGet("/visits/{id:guid}/complaint", LookIntoAsync).Needs(Right.See);

    // The answers are the page's to keep: "rocks:yes,nuts:no,rim:unsure".
    private static async Task<Ok<LookIntoAnswer>> LookIntoAsync(
        Guid id,
        string? complaint,
        string? answers,
        ShopFile file)
    {
        Visit visit = await file.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == id)
            ?? throw Refusal.NotFound("There is no such visit.");
        IReadOnlyList<Complaint> said = ComplaintBook.In(visit.Said);
        List<ComplaintAnswer> all = [.. said
            .Concat(ComplaintBook.All.Except(said))
            .Select(c => new ComplaintAnswer(c.Code, c.Words, said.Contains(c)))];
        Complaint? chosen = complaint is null ? (said.Count > 0 ? said[0] : null) : ComplaintBook.Find(complaint)
            ?? throw Refusal.Malformed("Pick what it does from the list.", "complaint");
        if (chosen is null)
        {
            return TypedResults.Ok(new LookIntoAnswer(visit.Said, all, null, null, "", 0, "", 0, []));
        }

        LookPlan plan = LookPlan.Of(chosen, visit.Gear, Answers(chosen, answers));
        return TypedResults.Ok(new LookIntoAnswer(
            visit.Said,
            all,
            chosen.Code,
            plan.Next?.Code,
            plan.Next?.Ask ?? "",
            plan.Next?.Minutes ?? 0,
            plan.Why,
            Math.Round(plan.Expected, 1),
            [.. plan.Left.Select(c => new CauseAnswer(
                c.Cause.Code,
                c.Cause.Words,
                Math.Round(c.Chance, 3),
                c.Cause.Rule,
                c.Cause.Verdict,
                [.. (Rulebook.Find(c.Cause.Rule)?.Jobs ?? c.Cause.Jobs)
                    .Select(JobCatalogue.Of(visit.Practices).Find)
                    .OfType<Job>()
                    .Where(j => Core.Gear.Places.Of(visit.Gear).Any(p => j.GoesAt(visit.Gear, p)))
                    .Select(j => j.Name)]))]));
    }

    private static Dictionary<string, bool?> Answers(Complaint complaint, string? typed)
    {
        Dictionary<string, bool?> answers = [];
        string[] all = (typed ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries);
        foreach (string one in all.Take(MostAnswers + 1))
        {
            string[] parts = one.Split(':');
            if (parts.Length != 2
                || complaint.Looks.All(l => l.Code != parts[0])
                || parts[1] is not ("yes" or "no" or "unsure"))
            {
                throw Refusal.Malformed("Answers are like “rocks:yes,nuts:no,rim:unsure”.", "answers");
            }

            answers[parts[0]] = parts[1] == "unsure" ? null : parts[1] == "yes";
        }

        return answers;
    }
}
