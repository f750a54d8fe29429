using System.Globalization;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.People;
using SturdyTinker.Store;
using SturdyTinker.Store.Access;
using Options = SturdyTinker.Shop.Requests.Options;

namespace SturdyTinker.Shop.Access;

/// <summary>
/// The commands that let a program in, or an owner who has lost everything: whoever may run them on the shop's machine
/// has the shop's file anyway. The shop may be at work meanwhile.
/// </summary>
internal static class AccessCommands
{
    private const int LongestName = 60, Days = 365, MostDays = 3_660;
    private static readonly TimeSpan CodeLasts = TimeSpan.FromHours(1);

    /// <summary>
    /// Runs "token --data DIR --name N --scope read|write [--days N]" or "owner --data DIR --name N". 0 with the token
    /// or the code said once, 1 when it can't be, 2 for an order that lacks something.
    /// </summary>
    internal static async Task<int> RunAsync(string[] args, TextWriter said, TextWriter wrong, TimeProvider time)
    {
        bool token = args[0] == "token";
        string? scope = Options.Value(args, "--scope");
        int days = Days;
        string? why = Options.Value(args, "--data") is null ? "Say whose shop it is: --data DIR"
            : Options.Value(args, "--name") is not { Length: > 0 and <= LongestName }
                ? "Say what it is called: --name N"
            : !token ? null
            : scope is not ("read" or "write") ? "Say what it may do: --scope read or --scope write"
            : Options.Value(args, "--days") is { } text
                && (!int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out days)
                    || days is < 1 or > MostDays)
                ? $"--days takes 1 to {MostDays}, not “{text}”."
                : null;
        if (why is not null)
        {
            await wrong.WriteLineAsync(why);
            return 2;
        }

        string folder = Options.Value(args, "--data")!, name = Options.Value(args, "--name")!.Trim();
        if (!File.Exists(Path.Combine(folder, ShopFileOpening.FileName)))
        {
            await wrong.WriteLineAsync($"There is no shop’s file in {folder}.");
            return 1;
        }

        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(folder);
        await using ShopFile file = new(builder.Options);
        try
        {
            FileEdition edition = await file.EditionAsync();
            if (edition.IsNewer || edition.IsEarlier)
            {
                await wrong.WriteLineAsync("The file is of another edition: start this program once on it.");
                return 1;
            }

            DateTimeOffset now = time.GetLocalNow();
            TokenScope may = scope == "write" ? TokenScope.Write : TokenScope.Read;
            return token
                ? await TokenAsync(file, name, may, now, now.AddDays(days), said, wrong)
                : await OwnerAsync(file, name, now, said, wrong);
        }
        catch (Exception fault) when (fault is SqliteException or DbUpdateException)
        {
            await wrong.WriteLineAsync($"The file can’t be written: {fault.Message}");
            return 1;
        }
    }

    private static async Task<int> TokenAsync(
        ShopFile file,
        string name,
        TokenScope scope,
        DateTimeOffset now,
        DateTimeOffset until,
        TextWriter said,
        TextWriter wrong)
    {
        string key = Digest.NewKey();
        if (await file.People.AnyAsync(p => p.Name == name))
        {
            await wrong.WriteLineAsync(
                $"There is a {name} already: give the token a name of its own. One that was given away is withdrawn in "
                    + "the settings, under People.");
            return 1;
        }

        Person program = new()
        {
            Id = Guid.CreateVersion7(),
            Name = name,
            Active = false,
            IsProgram = true,
            Roles = []
        };
        file.People.Add(program);
        file.AccessTokens.Add(new AccessToken
        {
            Id = Guid.CreateVersion7(),
            Name = name,
            KeyHash = Digest.Of(key),
            Scope = scope,
            PersonId = program.Id,
            At = now,
            ExpiresAt = until
        });
        await file.SaveChangesAsync();
        await said.WriteLineAsync(key);
        await wrong.WriteLineAsync(
            FormattableString.Invariant(
                $"This is the token, shown once; it ends on {until:yyyy-MM-dd}. A request brings it so:")
                + "\n  Authorization: Bearer TOKEN");
        return 0;
    }

    private static async Task<int> OwnerAsync(
        ShopFile file,
        string name,
        DateTimeOffset now,
        TextWriter said,
        TextWriter wrong)
    {
        Person? person = await file.People.AsNoTracking().FirstOrDefaultAsync(p => p.Name == name && p.Active);
        if (person is null || !person.Roles.Contains(Role.Owner))
        {
            await wrong.WriteLineAsync($"{name} does not own this shop.");
            return 1;
        }

        string code = Digest.NewCode();
        file.OneTimeCodes.Add(new OneTimeCode
        {
            CodeHash = Digest.OfCode(code),
            PersonId = person.Id,
            At = now,
            ExpiresAt = now + CodeLasts
        });
        await file.SaveChangesAsync();
        await said.WriteLineAsync(code);
        await wrong.WriteLineAsync(
            "With this code a new secret is set, once, within an hour: at the sign-in, “I have a code”.");
        return 0;
    }
}
