using System.Text.Json;
using System.Text.Json.Serialization;

namespace SturdyTinker.Core.Planning;

/// <summary>Something wrong with a planning problem's JSON.</summary>
/// <param name="Pointer">JSON pointer to the field (RFC 6901); empty for the whole.</param>
/// <param name="Sentence">What is wrong.</param>
public sealed record FormFault(string Pointer, string Sentence);

/// <summary>
/// Planning problems and answers as JSON: docs/planning-problem.schema.json and docs/planning-answer.schema.json.
/// </summary>
public static class PlanningForm
{
    /// <summary>What a problem's format is called.</summary>
    public const string ProblemFormat = "sturdy-tinker/planning-problem/1";

    /// <summary>What an answer's format is called.</summary>
    public const string AnswerFormat = "sturdy-tinker/planning-answer/1";

    private static readonly JsonSerializerOptions Written = new(JsonSerializerDefaults.Web) { WriteIndented = true };

    private static readonly JsonSerializerOptions WithoutNulls = new(Written)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull
    };

    /// <summary>
    /// Reads a problem. Everything wrong is told, each with the pointer to its field; then there is no problem.
    /// </summary>
    /// <param name="json">The text.</param>
    public static (PlanningProblem? Problem, IReadOnlyList<FormFault> Faults) Read(string json)
    {
        try
        {
            using JsonDocument document = JsonDocument.Parse(json);
            FormReader reader = new();
            PlanningProblem problem = Read(reader, document.RootElement);
            return reader.Faults.Count == 0 ? (problem, []) : (null, reader.Faults);
        }
        catch (JsonException fault)
        {
            return (null, [new FormFault(
                "",
                $"This is not JSON: line {fault.LineNumber + 1}, position {fault.BytePositionInLine + 1}.")]);
        }
    }

    /// <summary>Writes a problem.</summary>
    public static string Write(PlanningProblem problem) => JsonSerializer.Serialize(
        new
        {
            format = ProblemFormat,
            problem.Weeks,
            problem.CallIn,
            problem.RatePerMinute,
            problem.ClosedWeeks,
            problem.Openings,
            tasks = problem.Tasks,
            problem.Pins,
            problem.Forbids,
            problem.Together,
        },
        WithoutNulls);

    /// <summary>Writes an answer; one that cannot be met says why.</summary>
    public static string Write(PlanningAnswer answer) => JsonSerializer.Serialize(
        answer.Why is null
            ? new { format = AnswerFormat, answer.Visits, answer.Cost }
            : (object)new { format = AnswerFormat, answer.Visits, answer.Cost, answer.Why },
        Written);

    private static PlanningProblem Read(FormReader reader, JsonElement root)
    {
        FormReader.Fields whole = reader.Object(
            root,
            "",
            "format",
            "weeks",
            "callIn",
            "ratePerMinute",
            "closedWeeks",
            "openings",
            "tasks",
            "pins",
            "forbids",
            "together");
        if (whole.Text("format") is { } format && format != ProblemFormat)
        {
            reader.Fault("/format", $"The format is “{format}”, not “{ProblemFormat}”.");
        }

        int weeks = whole.Whole("weeks", 1, PlanningProblem.MostWeeks);
        double callIn = whole.Amount("callIn"), rate = whole.Amount("ratePerMinute");
        List<int> closed = whole.List("closedWeeks", optional: true, (e, at) => reader.Whole(e, at, 0, weeks - 1));
        List<PlanOpening> openings = whole.List("openings", optional: false, (e, at) =>
        {
            FormReader.Fields o = reader.Object(e, at, "id", "minutes", "needs");
            return new PlanOpening(
                o.Text("id") ?? "",
                o.Amount("minutes"),
                o.List("needs", optional: false, reader.Text));
        });
        List<PlanTask> tasks = whole.List("tasks", optional: false, (e, at) =>
        {
            FormReader.Fields t = reader.Object(
                e,
                at,
                "id",
                "openings",
                "value",
                "interval",
                "due",
                "earlyDue",
                "lateDue",
                "maxGap",
                "lateWeight");
            return new PlanTask(
                t.Text("id") ?? "",
                t.List("openings", optional: false, reader.Text),
                t.Amount("value"),
                t.Whole("interval", 1, 100_000),
                t.Whole("due", -100_000, 100_000),
                t.Has("maxGap") ? t.Whole("maxGap", 1, 100_000) : null,
                t.Amount("lateWeight"))
            {
                EarlyDue = t.Has("earlyDue") ? t.Whole("earlyDue", -100_000, 100_000) : null,
                LateDue = t.Has("lateDue") ? t.Whole("lateDue", -100_000, 100_000) : null,
            };
        });
        List<TaskWeek> Marks(string name) => whole.List(name, optional: true, (e, at) =>
        {
            FormReader.Fields mark = reader.Object(e, at, "task", "week");
            return new TaskWeek(mark.Text("task") ?? "", mark.Whole("week", 0, weeks - 1));
        });
        List<TaskWeek> pins = Marks("pins"), forbids = Marks("forbids");
        List<IReadOnlyList<string>> together = whole.List<IReadOnlyList<string>>(
            "together",
            optional: true,
            (e, at) => reader.List(e, at, reader.Text));
        PlanningProblem problem = new(weeks, callIn, rate, closed, openings, tasks, pins, forbids, together);
        if (reader.Faults.Count == 0)
        {
            Names(reader, problem);
        }

        return problem;
    }

    private static void Names(FormReader reader, PlanningProblem problem)
    {
        Unique(reader, "openings", [.. problem.Openings.Select(o => o.Id)]);
        Unique(reader, "tasks", [.. problem.Tasks.Select(t => t.Id)]);
        HashSet<string> openings = [.. problem.Openings.Select(o => o.Id)], tasks =
            [.. problem.Tasks.Select(t => t.Id)];
        for (int i = 0; i < problem.Openings.Count; i++)
        {
            Known(reader, $"/openings/{i}/needs", problem.Openings[i].Needs, openings, "opening");
        }

        for (int i = 0; i < problem.Tasks.Count; i++)
        {
            PlanTask task = problem.Tasks[i];
            if (task.EarlyDue > task.Due)
            {
                reader.Fault($"/tasks/{i}/earlyDue", $"“{task.Id}” may be due early, not after week {task.Due}.");
            }

            if (task.LateDue < task.Due)
            {
                reader.Fault($"/tasks/{i}/lateDue", $"“{task.Id}” may be due late, not before week {task.Due}.");
            }

            Known(reader, $"/tasks/{i}/openings", problem.Tasks[i].Openings, openings, "opening");
        }

        Known(reader, "/pins/{0}/task", [.. problem.Pins.Select(p => p.Task)], tasks, "task");
        Known(reader, "/forbids/{0}/task", [.. problem.Forbids.Select(p => p.Task)], tasks, "task");
        for (int i = 0; i < problem.Together.Count; i++)
        {
            Known(reader, $"/together/{i}", problem.Together[i], tasks, "task");
        }

        if (reader.Faults.Count == 0 && Closures.Loop(problem.Openings) is { } at)
        {
            reader.Fault($"/openings/{at}/needs", $"“{problem.Openings[at].Id}” needs itself by way of what it needs.");
        }
    }

    private static void Unique(FormReader reader, string list, IReadOnlyList<string> ids)
    {
        HashSet<string> seen = [];
        for (int i = 0; i < ids.Count; i++)
        {
            if (!seen.Add(ids[i]))
            {
                reader.Fault($"/{list}/{i}/id", $"“{ids[i]}” is there twice.");
            }
        }
    }

    private static void Known(
        FormReader reader,
        string at,
        IReadOnlyList<string> names,
        HashSet<string> known,
        string what)
    {
        for (int i = 0; i < names.Count; i++)
        {
            if (!known.Contains(names[i]))
            {
                reader.Fault(
                    at.Contains("{0}", StringComparison.Ordinal)
                        ? at.Replace(
                            "{0}",
                            i.ToString(System.Globalization.CultureInfo.InvariantCulture),
                            StringComparison.Ordinal)
                        : $"{at}/{i}",
                    $"There is no {what} “{names[i]}”.");
            }
        }
    }
}
