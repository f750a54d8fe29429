using System.Globalization;
using System.Text.Json;
using Google.OrTools.Sat;

// Gives a shop's problem, as "./tinker bench plan problem FILE N" writes it, to a general solver (CP-SAT):
// dotnet run -c Release -- FILE SECONDS [hard]
JsonElement shop = JsonDocument.Parse(File.ReadAllText(args[0])).RootElement;
double seconds = double.Parse(args[1], CultureInfo.InvariantCulture);
double ours = shop.GetProperty("ours").GetProperty("cost").GetDouble();

// Costs in tenths, minutes in tenths: the solver knows whole numbers only.
const int Tenths = 10;
long[] most = [.. shop.GetProperty("most").EnumerateArray().Select(m => (long)Math.Floor(m.GetDouble() * Tenths))];
int weeks = most.Length;
CpModel model = new();
LinearExprBuilder cost = LinearExpr.NewBuilder();
LinearExprBuilder[] minutes = [.. Enumerable.Range(0, weeks).Select(_ => LinearExpr.NewBuilder())];
double perMinute = 0;
foreach (JsonElement trailer in shop.GetProperty("trailers").EnumerateArray())
{
    Add(trailer.GetProperty("problem"), trailer.GetProperty("work"));
}

// Ours goes over none of these minutes. The solver may, at eight times labour, so that it finds a first plan at all;
// unless it is told that the limit is hard.
bool hard = args.Length > 2 && args[2] == "hard";
const int OverCosts = 8;
for (int week = 0; week < weeks; week++)
{
    IntVar over = model.NewIntVar(0, hard ? 0 : 10_000_000, "");
    model.Add(minutes[week] - over <= most[week]);
    cost.AddTerm(over, (long)Math.Ceiling(OverCosts * perMinute));
}

model.Minimize(cost);
CpSolver solver = new()
{
    StringParameters = FormattableString.Invariant(
        $"max_time_in_seconds:{seconds},num_workers:{Environment.ProcessorCount}")
};
Console.WriteLine(FormattableString.Invariant($"{shop.GetProperty("trailers").GetArrayLength()} trailers, ")
    + FormattableString.Invariant($"{model.Model.Variables.Count:#,0} unknowns, ")
    + FormattableString.Invariant($"{model.Model.Constraints.Count:#,0} conditions"));
CpSolverStatus status = solver.Solve(model, new Told(ours));
Console.WriteLine(status is CpSolverStatus.Optimal or CpSolverStatus.Feasible
    ? FormattableString.Invariant($"{status} after {solver.WallTime():0} s: {solver.ObjectiveValue / Tenths:#,0}, ")
        + FormattableString.Invariant($"{(solver.ObjectiveValue / Tenths / ours) - 1:0.0%} against ours; ")
        + FormattableString.Invariant($"no plan under {solver.BestObjectiveBound / Tenths:#,0}")
    : FormattableString.Invariant($"{status} after {solver.WallTime():0} s: no plan found; ")
        + FormattableString.Invariant($"none under {solver.BestObjectiveBound / Tenths:#,0}"));

// One trailer: visits, what they open, and each task's executions in order.
void Add(JsonElement problem, JsonElement work)
{
    double callIn = problem.GetProperty("callIn").GetDouble(), rate = problem.GetProperty("ratePerMinute").GetDouble();
    perMinute = rate;
    if (problem.GetProperty("pins").GetArrayLength() + problem.GetProperty("together").GetArrayLength() > 0)
    {
        throw new NotSupportedException("Pins and tasks kept together are not told to the solver.");
    }

    HashSet<int> closed = [.. problem.GetProperty("closedWeeks").EnumerateArray().Select(w => w.GetInt32())];
    HashSet<(string, int)> forbidden = [.. problem.GetProperty("forbids").EnumerateArray()
        .Select(f => (f.GetProperty("task").GetString()!, f.GetProperty("week").GetInt32()))];
    Dictionary<string, JsonElement> openings = problem.GetProperty("openings").EnumerateArray()
        .ToDictionary(o => o.GetProperty("id").GetString()!);
    JsonElement[] tasks = [.. problem.GetProperty("tasks").EnumerateArray()];
    BoolVar[][] done = [.. tasks.Select(_ => new BoolVar[weeks])];
    for (int t = 0; t < tasks.Length; t++)
    {
        string id = tasks[t].GetProperty("id").GetString()!;
        long own = (long)Math.Round(work.GetProperty(id).GetDouble() * Tenths);
        for (int week = 0; week < weeks; week++)
        {
            done[t][week] = model.NewBoolVar("");
            minutes[week].AddTerm(done[t][week], own);
            if (closed.Contains(week) || forbidden.Contains((id, week)))
            {
                model.Add(done[t][week] == 0);
            }
        }

        Gaps(tasks[t], done[t], closed, forbidden);
    }

    HashSet<string> Closure(JsonElement task)
    {
        HashSet<string> all = [];
        Stack<string> open = new(task.GetProperty("openings").EnumerateArray().Select(o => o.GetString()!));
        while (open.TryPop(out string? one))
        {
            if (all.Add(one))
            {
                foreach (JsonElement need in openings[one].GetProperty("needs").EnumerateArray())
                {
                    open.Push(need.GetString()!);
                }
            }
        }

        return all;
    }

    // Openings that the same tasks bring are one; being called in is brought by all.
    HashSet<string>[] brought = [.. tasks.Select(Closure)];
    foreach (var alike in openings.Keys
        .Select(o => (
            Opening: o,
            Users: Enumerable.Range(0, tasks.Length).Where(t => brought[t].Contains(o)).ToArray()))
        .Append((Opening: "", Users: [.. Enumerable.Range(0, tasks.Length)]))
        .GroupBy(o => string.Join(',', o.Users)))
    {
        int[] users = alike.First().Users;
        double takes = alike
            .Where(o => o.Opening != "")
            .Sum(o => openings[o.Opening].GetProperty("minutes").GetDouble());
        double bill = (takes * rate) + (alike.Any(o => o.Opening == "") ? callIn : 0);
        for (int week = 0; week < weeks && users.Length > 0; week++)
        {
            BoolVar opened = model.NewBoolVar("");
            foreach (int user in users)
            {
                model.AddImplication(done[user][week], opened);
            }

            cost.AddTerm(opened, (long)Math.Round(bill * Tenths));
            minutes[week].AddTerm(opened, (long)Math.Round(takes * Tenths));
        }
    }
}

// A task's executions: the first, and each one after it. What a gap costs is convex, so straight lines from below say
// it.
void Gaps(JsonElement task, BoolVar[] done, HashSet<int> closed, HashSet<(string, int)> forbidden)
{
    string id = task.GetProperty("id").GetString()!;
    double value = task.GetProperty("value").GetDouble(), late = task.GetProperty("lateWeight").GetDouble();
    int interval = task.GetProperty("interval").GetInt32(), due = task.GetProperty("due").GetInt32();
    int? maxGap = task.TryGetProperty("maxGap", out JsonElement max) ? max.GetInt32() : null;
    int early = task.TryGetProperty("earlyDue", out JsonElement e) ? e.GetInt32() : due;
    int lateDue = task.TryGetProperty("lateDue", out JsonElement l) ? l.GetInt32() : due;
    double Gap(int gap)
    {
        double over = (gap - interval) / (double)interval;
        return over <= 0 ? value * -over : late * over * over;
    }

    double First(int week) => (0.3 * Gap(week - early + interval))
        + (0.4 * Gap(week - due + interval))
        + (0.3 * Gap(week - lateDue + interval));
    int before = due - interval;
    bool over = maxGap is { } hard && -before > hard;
    int last = over
        ? Enumerable.Range(0, weeks).First(w => !closed.Contains(w) && !forbidden.Contains((id, w)))
        : Math.Min(weeks - 1, maxGap is { } m ? before + m : weeks - 1);
    int slots = Math.Max(1, (int)Math.Ceiling((weeks - Math.Clamp(due, 0, weeks)) / (0.5 * interval)) + 1);
    BoolVar? earlier = null;
    IntVar? from = null;
    LinearExprBuilder[] sums = [.. Enumerable.Range(0, weeks).Select(_ => LinearExpr.NewBuilder())];
    for (int k = 0; k < slots; k++)
    {
        BoolVar present = model.NewBoolVar("");
        IntVar week = model.NewIntVar(0, weeks - 1, "");
        LinearExprBuilder one = LinearExpr.NewBuilder(), at = LinearExpr.NewBuilder();
        for (int w = 0; w < weeks; w++)
        {
            BoolVar here = model.NewBoolVar("");
            one.Add(here);
            at.AddTerm(here, w);
            sums[w].Add(here);
        }

        model.Add(one == present);
        model.Add(at == week).OnlyEnforceIf(present);
        IntVar costs = model.NewIntVar(0, 100_000_000, "");
        cost.Add(costs);
        if (k == 0)
        {
            if (due < weeks)
            {
                model.Add(present == 1);
            }

            model.Add(week <= last).OnlyEnforceIf(present);
            Lines(First, 0, last, week, costs, present);
        }
        else
        {
            model.AddImplication(present, earlier!);
            model.Add(week >= from! + 1).OnlyEnforceIf(present);
            model.Add(week <= from! + (maxGap ?? weeks)).OnlyEnforceIf(present);
            int longest = Math.Min(maxGap ?? weeks, interval + Math.Max(13, interval / 2));
            Lines(Gap, 0, Math.Min(weeks - 1, longest), week - from!, costs, present);
        }

        // The last of them lasts to the horizon's end.
        if (k > 0)
        {
            model.Add(from! >= weeks - interval).OnlyEnforceIf([earlier!, present.Not()]);
        }

        (earlier, from) = (present, week);
    }

    model.Add(from! >= weeks - interval).OnlyEnforceIf(earlier!);
    for (int w = 0; w < weeks; w++)
    {
        model.Add(sums[w] == done[w]);
    }
}

void Lines(Func<int, double> of, int first, int last, LinearExpr at, IntVar costs, BoolVar present)
{
    double slope = double.NaN;
    for (int w = first; w < last; w++)
    {
        double next = of(w + 1) - of(w);
        if (Math.Abs(next - slope) < 1e-9)
        {
            continue;
        }

        // In hundredths of a tenth, so that rounding a slope does not add up over the weeks.
        slope = next;
        const int Fine = 100;
        long rise = (long)Math.Round(slope * Tenths * Fine);
        long start = (long)Math.Round((of(w) - (slope * w)) * Tenths * Fine);
        model.Add((costs * Fine) >= (at * rise) + start).OnlyEnforceIf(present);
    }
}

internal sealed class Told(double ours) : CpSolverSolutionCallback
{
    private double last = double.PositiveInfinity;

    public override void OnSolutionCallback()
    {
        double found = ObjectiveValue() / 10;
        if (found < last * 0.98)
        {
            last = found;
            Console.WriteLine(FormattableString.Invariant($"  {WallTime(),6:0} s {found:#,0}, ")
                + FormattableString.Invariant($"{(found / ours) - 1:0.0%} against ours"));
        }
    }
}
