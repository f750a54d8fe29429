using System.Globalization;
using SturdyTinker.Demo;
using SturdyTinker.Store;

// demo --data DIR [--day YYYY-MM-DD[THH:MM]] [--fleet N]: fills an empty shop's file with the demo shop as of a day or
// a minute of one, or with a generated fleet for measuring.
string? Value(string name) =>
    Array.IndexOf(args, name) is >= 0 and int at && at + 1 < args.Length ? args[at + 1] : null;

if (Value("--data") is not { } folder)
{
    await Console.Error.WriteLineAsync("Say where the shop's file goes: --data DIR");
    return 2;
}

DateTimeOffset now = DateTimeOffset.Now;
if (Value("--day") is { } day)
{
    CultureInfo plain = CultureInfo.InvariantCulture;
    if (!DateTime.TryParseExact(day, "yyyy-MM-ddTHH:mm", plain, DateTimeStyles.None, out DateTime local))
    {
        local = DateOnly.TryParseExact(day, "yyyy-MM-dd", plain, DateTimeStyles.None, out DateOnly on)
            ? on.ToDateTime(TimeOnly.FromDateTime(now.DateTime))
            : default;
    }

    if (local == default)
    {
        await Console.Error.WriteLineAsync($"--day takes a day such as 2026-11-28, not “{day}”.");
        return 2;
    }

    now = new DateTimeOffset(local, TimeZoneInfo.Local.GetUtcOffset(local));
}

await using ShopFile file = await ShopFileOpening.OpenAsync(folder);
if (file.Trailers.Any())
{
    await Console.Error.WriteLineAsync($"There are trailers in {folder} already; nothing was changed.");
    return 1;
}

if (Value("--fleet") is { } count)
{
    await Fleet.FillAsync(
        file,
        int.Parse(count, System.Globalization.CultureInfo.InvariantCulture),
        DateOnly.FromDateTime(now.DateTime));
}
else
{
    await DemoShop.FillAsync(file, now);
    await File.WriteAllLinesAsync(Path.Combine(folder, "meters.txt"), await DemoShop.MetersAsync(file));
    await File.WriteAllLinesAsync(Path.Combine(folder, "sold.csv"), DemoShelf.Sold());
}

await File.WriteAllLinesAsync(Path.Combine(folder, "sign-in.txt"), DemoAccess.Lines(file.People));
return 0;
