using System.Text.RegularExpressions;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Practices;

namespace SturdyTinker.Core.Catalogue.Own;

/// <summary>Words, figures and codes of what is described.</summary>
public sealed partial class OwnChecks
{
    private Openings OpeningsAround() => JobCatalogue.Of(around with { Jobs = [] }).Openings;

    private void AddOpening(string pointer, string code, Openings openings) => Add(
        pointer,
        openings.Known(code) is null ? "Pick what has to be open."
            : around.Openings.Any(o => o.Code == code && o.Retired) ? "This opening was taken out."
            : null,
        missing: code.Length == 0);

    private void Steps(string at, IReadOnlyList<OwnStep> steps, Openings? openings)
    {
        Add(at, steps.Count > MostSteps ? $"At most {MostSteps} steps." : null);
        HashSet<string> codes = [];
        for (int i = 0; i < Math.Min(steps.Count, MostSteps); i++)
        {
            OwnStep step = steps[i];
            string pointer = $"{at}/{i}";
            Add(
                $"{pointer}/code",
                !Coded(step.Code) ? "A step’s code is made of small letters, digits and hyphens."
                    : !codes.Add(step.Code) ? $"Two steps have the code “{step.Code}”."
                    : null);
            Words($"{pointer}/title", step.Title, "What is to be done", LongestTitle);
            Words($"{pointer}/detail", step.Detail, "How it is done", LongestDetail, required: false);
            Words($"{pointer}/photo", step.Photo, "What is photographed", LongestWords, required: false);
            Words($"{pointer}/critical", step.Critical, "The reason", LongestWords, required: false);
            Add($"{pointer}/minutes", Minutes(step.Minutes));
            List($"{pointer}/cautions", step.Cautions, "A caution");
            List($"{pointer}/tools", step.Tools, "A tool");
            Few($"{pointer}/readings", step.Readings.Count);
            Add($"{pointer}/readings", step.Readings.Any(r => ReadingKinds.Find(r) is null)
                ? "There is no such figure."
                : null);
            PartsOf(pointer, step);
            TorqueOf(pointer, step.Torque);
            if (openings is null)
            {
                Add($"{pointer}/when", step is { Opening: "", Each: "", When: "work" }
                    ? null
                    : "What opens and closes is done where it stands, and in its order.");
                continue;
            }

            Add(
                $"{pointer}/when",
                OwnCodes.Find(OwnCodes.Times, step.When) is null ? "Pick when it is done." : null);
            Add($"{pointer}/each", step.Each.Length > 0 && OwnCodes.Find(OwnCodes.Places, step.Each) is null
                ? "Pick the kind of place."
                : null);
            if (step.Opening.Length > 0)
            {
                AddOpening($"{pointer}/opening", step.Opening, openings);
            }
        }
    }

    private void PartsOf(string pointer, OwnStep step)
    {
        Few($"{pointer}/parts", step.Parts.Count);
        for (int i = 0; i < Math.Min(step.Parts.Count, MostInList); i++)
        {
            OwnPart part = step.Parts[i];
            Words($"{pointer}/parts/{i}/name", part.Name, "The part", LongestWords);
            Words($"{pointer}/parts/{i}/code", part.Code, "Its code", Parts.Part.LongestCode, required: false);
            Add(
                $"{pointer}/parts/{i}/quantity",
                part.Quantity is <= 0 or > MostOfAPart ? $"Above 0 and at most {MostOfAPart}." : null);
            Add($"{pointer}/parts/{i}/unit", Units.Contains(part.Unit)
                ? null
                : $"Parts are counted in {string.Join(", ", Units)}.");
        }
    }

    private void TorqueOf(string pointer, OwnTorque? torque)
    {
        if (torque is null)
        {
            return;
        }

        Words($"{pointer}/torque/what", torque.What, "What is tightened", LongestWords);
        Words($"{pointer}/torque/whose", torque.Whose, "Whose figure it is", LongestWords);
        Add(
            $"{pointer}/torque/from",
            torque.From is < 1 or > MostPounds
                ? FormattableString.Invariant($"A torque lies between 1 and {MostPounds:#,0} lbf·ft.")
                : null);
        Add(
            $"{pointer}/torque/to",
            torque.To < torque.From ? "The most is less than the least."
                : torque.To > MostPounds
                    ? FormattableString.Invariant($"A torque lies between 1 and {MostPounds:#,0} lbf·ft.")
                : null);
        Add($"{pointer}/torque/fasteners", torque.Fasteners is < 0 or > MostInList ? "0 to 20 on a circle." : null);
        Add($"{pointer}/torque/stages", torque.Stages is 1 or 3 ? null : "In one go, or in three stages.");
    }

    private void Owing(IReadOnlyList<OwnCheck> owing)
    {
        Few("/owing", owing.Count);
        HashSet<string> codes = [];
        for (int i = 0; i < Math.Min(owing.Count, MostInList); i++)
        {
            OwnCheck check = owing[i];
            Add(
                $"/owing/{i}/code",
                !Coded(check.Code) ? "A check’s code is made of small letters, digits and hyphens."
                    : !codes.Add(check.Code) ? $"Two checks have the code “{check.Code}”."
                    : null);
            Words($"/owing/{i}/words", check.Words, "What is owed", LongestWords);
            Add($"/owing/{i}/afterMiles", check.AfterMiles is < 1 or > MostMiles
                ? FormattableString.Invariant($"After 1 to {MostMiles:#,0} miles.")
                : null);
            Add($"/owing/{i}/afterDays", check.AfterDays is < 1 or > MostDays
                ? FormattableString.Invariant($"After 1 to {MostDays:#,0} days.")
                : null);
        }
    }

    private void Coded(string pointer, string code)
    {
        bool taken = around.Jobs.Any(j => j.Code == code) || around.Openings.Any(o => o.Code == code);
        Add(
            pointer,
            !code.StartsWith(OwnJob.Prefix, StringComparison.Ordinal) || !Coded(code)
                ? "A code begins with “own-” and goes on with small letters, digits and hyphens."
                : taken ? "Another job or opening has this code."
                : null);
    }

    private static bool Coded(string code) => code.Length <= LongestCode && Hyphened().IsMatch(code);

    private void Named(string code, string name)
    {
        Words("/name", name, "The name", LongestName);
        bool taken = around.Jobs.Any(j => j is { Refines: null, Retired: false } && Same(j.Name, name))
            || around.Openings.Any(o => o.Code != code && !o.Retired && Same(o.Name, name))
            || JobCatalogue.Ours.All.Any(j => Same(j.Name, name));
        Add("/name", taken ? $"There is “{name.Trim()}” already: nobody could tell them apart." : null);
    }

    private static bool Same(string one, string other) =>
        string.Equals(one.Trim(), other.Trim(), StringComparison.OrdinalIgnoreCase);

    private void Gear(string pointer, OwnGear gear)
    {
        Known($"{pointer}/brakes", gear.Brakes, OwnCodes.Brakes, "brake");
        Known($"{pointer}/suspensions", gear.Suspensions, OwnCodes.Suspensions, "suspension");
        Known($"{pointer}/lubrications", gear.Lubrications, OwnCodes.Lubrications, "lubrication");
        Add($"{pointer}/axles", gear.Axles.Any(a => a is < 1 or > 3) ? "A trailer has one, two or three axles." : null);
    }

    private void Known<T>(
        string pointer,
        IReadOnlyList<string> codes,
        IReadOnlyList<(string Code, T Kind, string Words)> known,
        string what)
        where T : struct
    {
        Few(pointer, codes.Count);
        Add(
            pointer,
            codes.FirstOrDefault(c => OwnCodes.Find(known, c) is null) is { } none
                ? $"“{none}” is no {what} we know."
                : codes.Distinct().Count() < codes.Count ? "Each once."
                : null);
    }

    private static string? Minutes(decimal minutes) =>
        minutes is <= 0 or > MostMinutes ? $"Above 0 and at most {MostMinutes} minutes." : null;

    private void Words(string pointer, string text, string what, int longest, bool required = true) => Add(
        pointer,
        required && text.Trim().Length == 0 ? $"{what} is missing."
            : text.Length > longest ? $"{what} is longer than {longest} characters."
            : null,
        missing: text.Trim().Length == 0);

    private void List(string pointer, IReadOnlyList<string> texts, string what)
    {
        Few(pointer, texts.Count);
        Add(pointer, texts.Any(t => t.Trim().Length == 0 || t.Length > LongestWords)
            ? $"{what} has 1 to {LongestWords} characters."
            : null);
    }

    private void Few(string pointer, int count) =>
        Add(pointer, count > MostInList ? $"At most {MostInList}." : null);

    private void Add(string pointer, string? sentence, bool missing = false)
    {
        if (sentence is not null && problems.All(p => p.Pointer != pointer))
        {
            problems.Add(new OwnProblem(pointer, sentence, missing));
        }
    }

    private void Missing(string pointer, bool missing, string sentence) =>
        Add(pointer, missing ? sentence : null, missing: true);

    [GeneratedRegex("^[a-z0-9]+(-[a-z0-9]+)*$")]
    private static partial Regex Hyphened();
}
