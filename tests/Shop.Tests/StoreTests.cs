using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Practices;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>What the file itself holds to, whatever the code above it does.</summary>
public sealed class StoreTests : IAsyncLifetime
{
    private readonly string folder = Directory.CreateTempSubdirectory("tinker-store-").FullName;
    private readonly Person person = new() { Id = Guid.CreateVersion7(), Name = "Ines Marrow" };
    private readonly Customer customer = new() { Id = Guid.CreateVersion7(), Name = "Lanternfold Puppet Theatre" };
    private readonly Trailer trailer;
    private ShopFile file = null!;

    public StoreTests() => trailer = new Trailer
    {
        Id = Guid.CreateVersion7(),
        Tag = "P-07",
        CustomerId = customer.Id,
        Gear = GearDefaults.For(2, 5_200),
        Meter = MeterKind.Estimate,
        EstimatedYear = Distance.FromMiles(3_000),
        AddedOn = new(2026, 1, 2),
    };

    public async ValueTask InitializeAsync()
    {
        file = await ShopFileOpening.OpenAsync(folder);
        file.People.Add(person);
        file.Customers.Add(customer);
        file.Trailers.Add(trailer);
        await file.SaveChangesAsync();
        file.ChangeTracker.Clear();
    }

    public async ValueTask DisposeAsync()
    {
        await file.DisposeAsync();
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, recursive: true);
    }

    private Visit Visit(Guid? of = null) => new()
    {
        Id = Guid.CreateVersion7(),
        TrailerId = of ?? trailer.Id,
        OpenedAt = TurnedClock.Start,
        OpenedBy = person.Id,
        Gear = trailer.Gear,
        Practices = PracticeChoices.Defaults,
        Jobs = [new JobAt("bearing-repack", "axle-1-left")],
    };

    private async Task RefusedAsync(object entity)
    {
        file.Add(entity);
        DbUpdateException fault = await Assert.ThrowsAsync<DbUpdateException>(() => file.SaveChangesAsync());
        Assert.Equal(19, Assert.IsType<SqliteException>(fault.InnerException).SqliteErrorCode);
        file.ChangeTracker.Clear();
    }

    [Fact]
    public async Task What_cannot_be_worked_out_behind_a_saved_change_is_worked_out_later()
    {
        DateOnly today = new(2026, 6, 10);
        Assert.Equal(1, await file.RefreshAllAsync(today));
        await file.OutdateAllAsync();
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(folder, wait: 1);
        await using (ShopFile late = new(builder.Options))
        {
            await using var held = await file.Database.BeginTransactionAsync();
            await file.Database.ExecuteSqlAsync($"UPDATE Settings SET Name = Name");
            await Assert.ThrowsAnyAsync<Exception>(() => late.RefreshAllAsync(today));
            late.ChangeTracker.Clear();
            Assert.Equal(DateOnly.MinValue, await late.TrailerStatuses.Select(s => s.AsOf).SingleAsync());
        }

        file.ChangeTracker.Clear();
        await file.RefreshAllAsync(today);
        Assert.Equal(today, await file.TrailerStatuses.Select(s => s.AsOf).SingleAsync());
    }

    [Fact]
    public void The_migrations_lead_to_the_model() => Assert.False(file.Database.HasPendingModelChanges());

    [Fact]
    public async Task A_trailer_comes_back_as_it_went_in()
    {
        Trailer back = await file.Trailers.AsNoTracking().SingleAsync();
        Assert.Equal(trailer.Gear, back.Gear);
        Assert.Equal(trailer.EstimatedYear, back.EstimatedYear);
        Assert.Equal((trailer.Tag, trailer.Meter, trailer.AddedOn), (back.Tag, back.Meter, back.AddedOn));
    }

    [Fact]
    public async Task A_trailer_stands_in_the_bay_once_even_for_the_file()
    {
        file.Visits.Add(Visit());
        await file.SaveChangesAsync();
        await RefusedAsync(Visit());
    }

    [Fact]
    public async Task Names_and_tags_are_unique_letter_case_aside()
    {
        await RefusedAsync(new Person { Id = Guid.CreateVersion7(), Name = "INES MARROW" });
        await RefusedAsync(new Customer { Id = Guid.CreateVersion7(), Name = "lanternfold puppet theatre" });
        await RefusedAsync(new Trailer
        {
            Id = Guid.CreateVersion7(),
            Tag = "p-07",
            CustomerId = customer.Id,
            Gear = trailer.Gear
        });
    }

    [Fact]
    public async Task Nothing_points_at_what_is_not_there()
    {
        await RefusedAsync(Visit(of: Guid.CreateVersion7()));
        await RefusedAsync(new Trailer
        {
            Id = Guid.CreateVersion7(),
            Tag = "X",
            CustomerId = Guid.CreateVersion7(),
            Gear = trailer.Gear
        });
    }

    [Fact]
    public async Task A_step_is_settled_once_but_may_be_settled_again_after_it_was_taken_back()
    {
        Visit visit = Visit();
        file.Visits.Add(visit);
        StepEntry Entry(DateTimeOffset? undone = null) =>
            new()
            {
                Id = Guid.CreateVersion7(),
                VisitId = visit.Id,
                Key = "trailer/secured/chock",
                At = TurnedClock.Start,
                PersonId = person.Id,
                UndoneAt = undone
            };
        file.StepEntries.AddRange(Entry(TurnedClock.Start), Entry(TurnedClock.Start), Entry());
        await file.SaveChangesAsync();
        await RefusedAsync(Entry());
    }

    [Fact]
    public async Task A_packet_and_a_judgement_come_back_word_for_word()
    {
        Visit visit = Visit();
        Packet packet = Composer.Compose(trailer.Gear, visit.Jobs, PracticeChoices.Defaults);
        Judgement judgement = Rulebook.Find("grease-milky")!.Judgement;
        file.Visits.Add(visit);
        file.Packets.Add(new VisitPacket { VisitId = visit.Id, Packet = packet });
        file.Findings.Add(new Finding
        {
            Id = Guid.CreateVersion7(),
            TrailerId = trailer.Id,
            VisitId = visit.Id,
            Place = "axle-1-left",
            RuleCode = "grease-milky",
            Seen = "Milky",
            Judgement = judgement,
            At = TurnedClock.Start,
            PersonId = person.Id
        });
        await file.SaveChangesAsync();
        file.ChangeTracker.Clear();

        Packet back = (await file.Packets.AsNoTracking().SingleAsync()).Packet;
        Assert.Equal(JsonSerializer.Serialize(packet), JsonSerializer.Serialize(back));
        Judgement judged = (await file.Findings.AsNoTracking().SingleAsync()).Judgement;
        Assert.Equal(
            (judgement.Verdict, judgement.Rule, judgement.Source),
            (judged.Verdict, judged.Rule, judged.Source));
        Assert.Equal(judgement.SetsOff, judged.SetsOff);
    }

    [Fact]
    public async Task A_moment_keeps_its_offset_and_sorts_by_the_shops_clock()
    {
        DateTimeOffset early = new(
            2026,
            6,
            1,
            7,
            40,
            12,
            345,
            TimeSpan.FromHours(-5)), late = new(2026, 6, 1, 16, 5, 0, TimeSpan.FromHours(-5));
        file.Changes.AddRange(
            new Change { At = late, PersonId = person.Id, What = "late" },
            new Change { At = early, PersonId = person.Id, What = "early" });
        await file.SaveChangesAsync();
        List<Change> back = await file.Changes.AsNoTracking().OrderBy(c => c.At).ToListAsync();
        Assert.Equal(["early", "late"], back.Select(c => c.What));
        Assert.Equal((early, early.Offset), (back[0].At, back[0].At.Offset));
    }

    [Fact]
    public async Task Standings_can_be_thrown_away_and_are_worked_out_anew()
    {
        DateOnly today = new(2026, 6, 1);
        Assert.Equal(1, await file.RefreshAllAsync(today));
        TrailerStatusRow first = await file.TrailerStatuses.AsNoTracking().SingleAsync();
        Assert.Equal(0, await file.RefreshAllAsync(today));
        Assert.Equal(1, await file.RefreshAllAsync(today.AddDays(1)));

        // One of another edition of the rules goes when the file is opened.
        await file.TrailerStatuses.ExecuteUpdateAsync(s => s.SetProperty(x => x.Edition, -1));
        await using ShopFile again = await ShopFileOpening.OpenAsync(folder);
        Assert.Empty(await again.TrailerStatuses.ToListAsync());
        await again.RefreshAllAsync(today);
        TrailerStatusRow anew = await again.TrailerStatuses.AsNoTracking().SingleAsync();
        Assert.Equal(
            (first.Tag, first.Customer, first.NextDue, first.DueOrder, first.NextWhen),
            (anew.Tag, anew.Customer, anew.NextDue, anew.DueOrder, anew.NextWhen));
        Assert.Equal(first.Status.Dues, anew.Status.Dues);
    }

    [Fact]
    public async Task An_upgrade_that_fails_leaves_the_file_to_the_bit_and_one_that_does_not_leaves_nothing_else()
    {
        string old = Path.Combine(folder, "old"), path = Path.Combine(old, ShopFileOpening.FileName);
        Directory.CreateDirectory(old);
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(old);
        await using (ShopFile before = new(builder.Options))
        {
            await before.GetService<IMigrator>().MigrateAsync("OutgoingMail");
            await before.Database.ExecuteSqlAsync(
                $"INSERT INTO People (Id, Name, Active) VALUES ({person.Id}, {person.Name}, 1)");

            // Something stands in the way of what is to come.
            await before.Database.ExecuteSqlRawAsync("CREATE TABLE Devices (Other TEXT)");
        }

        SqliteConnection.ClearAllPools();
        byte[] was = await File.ReadAllBytesAsync(path);
        await Assert.ThrowsAsync<SqliteException>(() => ShopFileOpening.OpenAsync(old));
        SqliteConnection.ClearAllPools();
        Assert.Equal(was, await File.ReadAllBytesAsync(path));
        Assert.DoesNotContain(Directory.GetFiles(old), f => f.Contains("upgrading", StringComparison.Ordinal));

        await using (ShopFile before = new(builder.Options))
        {
            await before.Database.ExecuteSqlRawAsync("DROP TABLE Devices");
        }

        await using ShopFile after = await ShopFileOpening.OpenAsync(old);
        Assert.Equal(person.Name, (await after.People.SingleAsync()).Name);
        Assert.Equal([Core.People.Role.Technician], (await after.People.SingleAsync()).Roles);
        Assert.False((await after.EditionAsync()).IsEarlier);
        Assert.DoesNotContain(Directory.GetFiles(old), f => f.Contains("upgrading", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_file_from_before_there_were_releases_keeps_them_and_its_pictures()
    {
        string old = Path.Combine(folder, "old");
        Directory.CreateDirectory(old);
        DbContextOptionsBuilder<ShopFile> builder = new();
        builder.UseShopFile(old);
        Guid visit = Guid.CreateVersion7(), photo = Guid.CreateVersion7();
        await using (ShopFile before = new(builder.Options))
        {
            await before.GetService<IMigrator>().MigrateAsync("WholeCatalogue");
            long then =
                (long)new Microsoft.EntityFrameworkCore.Storage.ValueConversion.DateTimeOffsetToBinaryConverter().ConvertToProvider(
                    new DateTimeOffset(2026, 3, 2, 9, 0, 0, TimeSpan.Zero))!;
            await before.Database.ExecuteSqlAsync(
                $"INSERT INTO People (Id, Name, Active) VALUES ({person.Id}, {person.Name}, 1)");
            await before.Database.ExecuteSqlAsync(
                $"INSERT INTO Customers (Id, Name, Phone, Mail, Note, Schools, Version) VALUES ({customer.Id}, {customer.Name}, '', '', '', '', 1)");
            await before.Database.ExecuteSqlAsync(
                $"INSERT INTO Trailers (Id, Tag, Name, Plate, CustomerId, Gear, Meter, Schools, AddedOn, Version) VALUES ({trailer.Id}, {trailer.Tag}, '', '', {customer.Id}, '{{}}', 'None', '', {trailer.AddedOn}, 1)");
            await before.Database.ExecuteSqlAsync(
                $"INSERT INTO Visits (Id, TrailerId, OpenedAt, OpenedBy, ClosedAt, ClosedBy, ReleasedBecause, Gear, Schools, Jobs, Hands, Composed) VALUES ({visit}, {trailer.Id}, {then}, {person.Id}, {then}, {person.Id}, 'on a flatbed', '{{}}', '{{}}', '[]', 1, 0)");
            await before.Database.ExecuteSqlAsync(
                $"INSERT INTO StepPhotos (Id, VisitId, StepKey, At, PersonId) VALUES ({photo}, {visit}, 'a/b/c', {then}, {person.Id})");
        }

        await using ShopFile after = await ShopFileOpening.OpenAsync(old);
        Release release = await after.Releases.SingleAsync();
        Assert.Equal(
            (visit, trailer.Id, "on a flatbed", person.Id),
            (release.VisitId, release.TrailerId, release.Reason, release.PersonId));
        VisitPhoto kept = await after.VisitPhotos.SingleAsync();
        Assert.Equal((photo, "a/b/c", null), (kept.Id, kept.StepKey, kept.FindingId));
        Assert.Empty(await after.Visits.Select(v => v.Conclusions).SingleAsync());

        // What came later starts empty.
        Assert.Empty(await after.Trailers.Select(t => t.Uses).SingleAsync());
        Assert.Empty(await after.Customers.Select(c => c.Busy).SingleAsync());
    }
}
