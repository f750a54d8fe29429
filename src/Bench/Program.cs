using SturdyTinker.Bench;
using SturdyTinker.Bench.Faults;

// bench compose; bench find; bench papers; bench archive DIR; bench evidence [DIR [DAY]]; bench day; bench plan BIN [N | PART [DIR]];
// bench web BIN WEB; bench http BIN [DIR];
// bench served BIN [DIR [TRAILERS]];
// bench faults BIN [KILLS [SEED]]; bench hour BIN [MINUTES]:
// BIN is the folder with the built server, WEB the one with the built web; the fleet is kept in DIR, and found there
// again.
return args switch
{
    ["compose"] => ComposeBench.Run(),
    ["find"] => FindBench.Run(),
    ["papers"] => PapersBench.Run(),
    ["archive", var folder] => await ArchiveBench.RunAsync(folder),
    ["evidence"] => await EvidenceBench.RunAsync(null, DateOnly.FromDateTime(DateTime.UtcNow), false),
    ["evidence", var folder] => await EvidenceBench.RunAsync(folder, DateOnly.FromDateTime(DateTime.UtcNow), false),
    ["evidence", var folder, var day] when DateOnly.TryParse(day, out DateOnly asked) =>
        await EvidenceBench.RunAsync(folder, asked, true),
    ["plan", var bin] => await PlanBench.RunAsync(bin, 500, null),
    ["plan", var bin, var count] when int.TryParse(count, out int problems)
        && problems > 0 => await PlanBench.RunAsync(bin, problems, null),
    ["plan", _, "problem", var file, var count] when int.TryParse(count, out int trailers)
        && trailers > 0 => PlanBench.Problem(file, trailers),
    ["plan", var bin, var part] => await PlanBench.RunAsync(bin, 500, part),
    ["plan", var bin, var part, var folder] => await PlanBench.RunAsync(bin, 500, part, folder),
    ["http", var bin] => await HttpBench.RunAsync(bin, null),
    ["web", var bin, var web] => await WebBench.RunAsync(bin, web),
    ["http", var bin, var folder] => await HttpBench.RunAsync(bin, folder),
    ["served", var bin] => await ServedBench.RunAsync(bin, null, 2_000),
    ["served", var bin, var folder] => await ServedBench.RunAsync(bin, folder, 2_000),
    ["served", var bin, var folder, var count] when int.TryParse(count, out int trailers)
        && trailers > 0 => await ServedBench.RunAsync(bin, folder, trailers),
    ["day"] => DayBench.Run(null),
    ["day", var touches] => DayBench.Run(touches),
    ["hour", var bin] => await HourBench.RunAsync(bin, 60),
    ["hour", var bin, var minutes] when int.TryParse(minutes, out int count)
        && count > 0 => await HourBench.RunAsync(bin, count),
    ["faults", var bin] => await FaultsBench.RunAsync(bin, 100, Environment.TickCount & 0xFFFF),
    ["faults", var bin, var kills] when int.TryParse(kills, out int count)
        && count > 0 => await FaultsBench.RunAsync(bin, count, Environment.TickCount & 0xFFFF),
    ["faults", var bin, var kills, var seed] when int.TryParse(kills, out int count)
        && int.TryParse(seed, out int of) => await FaultsBench.RunAsync(bin, count, of),
    _ => Unknown(),
};

static int Unknown()
{
    Console.Error.WriteLine(
        "bench measures: http, served, web, compose, find, papers, archive, evidence, plan, day, faults, hour");
    return 2;
}
