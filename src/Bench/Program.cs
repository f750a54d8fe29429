using SturdyTinker.Bench;

// bench compose; bench http BIN [DIR]: BIN is the folder with the built server; the fleet is kept in DIR, and found there again.
return args switch
{
    ["compose"] => ComposeBench.Run(),
    ["plan", var n, var nodes] => PlanBench.Run(int.Parse(n), int.Parse(nodes)),
    ["plan", var n, var nodes, var from] => PlanBench.Run(int.Parse(n), int.Parse(nodes), int.Parse(from)),
    ["http", var bin] => await HttpBench.RunAsync(bin, null),
    ["http", var bin, var folder] => await HttpBench.RunAsync(bin, folder),
    _ => Unknown(),
};

static int Unknown()
{
    Console.Error.WriteLine("bench measures: http, compose");
    return 2;
}
