using SturdyTinker.Bench;

// bench http BIN: BIN is the folder with the built server.
return args switch
{
    ["http", var bin] => await HttpBench.RunAsync(bin),
    _ => Unknown(),
};

static int Unknown()
{
    Console.Error.WriteLine("bench measures: http");
    return 2;
}
