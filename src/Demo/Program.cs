using SturdyTinker.Demo;
using SturdyTinker.Store;

// demo --data DIR [--fleet N]: fills an empty shop's file with the demo shop, or with a generated fleet for measuring.
string? Value(string name) => Array.IndexOf(args, name) is >= 0 and int at && at + 1 < args.Length ? args[at + 1] : null;

if (Value("--data") is not { } folder)
{
    Console.Error.WriteLine("Say where the shop's file goes: --data DIR");
    return 2;
}

await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
if (file.Trailers.Any())
{
    Console.Error.WriteLine($"There are trailers in {folder} already; nothing was changed.");
    return 1;
}

if (Value("--fleet") is { } count)
{
    await Fleet.FillAsync(file, int.Parse(count, System.Globalization.CultureInfo.InvariantCulture), DateOnly.FromDateTime(DateTime.Now));
}
else
{
    await DemoShop.FillAsync(file, DateTimeOffset.Now);
    await File.WriteAllLinesAsync(Path.Combine(folder, "meters.txt"), await DemoShop.MetersAsync(file));
    await File.WriteAllLinesAsync(Path.Combine(folder, "sold.csv"), DemoShelf.Sold());
}

return 0;
