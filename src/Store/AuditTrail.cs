using System.Globalization;
using System.Runtime.CompilerServices;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;
using SturdyTinker.Core.Composing;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Store;

/// <summary>
/// Writes down with each write what it changed, and chains it to the one before by its digest, in the same transaction:
/// nobody takes one out or alters it without the rest telling so.
/// </summary>
public sealed class AuditTrail : SaveChangesInterceptor
{
    /// <summary>The one there is: it keeps what it knows by context.</summary>
    internal static AuditTrail Instance { get; } = new();

    // Longer values are told by their digest: a packet is in its own table, and never changes.
    private const int LongestValue = 2_000;

    // What follows from the rest, or changes with every request; and the trail itself.
    private static readonly HashSet<Type> Untold =
    [
        typeof(TrailerStatusRow), typeof(TrailerPlanRow), typeof(ShopPlanRow), typeof(PlanInputsRow),
        typeof(WhatIfResultRow), typeof(EvidenceCardRow), typeof(TrailerEvidenceRow), typeof(EvidenceHead),
        typeof(CustomerCalendarRow), typeof(ShopDay), typeof(Change), typeof(Session),
        typeof(StepTimes), typeof(Core.Notices.HookDelivery)
    ];

    // What opens the door is told to have changed, and never what it is.
    private static readonly HashSet<string> Hidden =
    [
        nameof(Account.PasswordHash), nameof(Account.PinHash), nameof(Account.SecurityStamp),
        nameof(Account.ConcurrencyStamp), nameof(Session.KeyHash), nameof(OneTimeCode.CodeHash), "CredentialId", "Data",
        nameof(Core.Notices.Webhook.Secret)
    ];

    private readonly ConditionalWeakTable<DbContext, Writing> writing = [];

    /// <inheritdoc/>
    public override async ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default)
    {
        if (eventData.Context is not ShopFile file)
        {
            return result;
        }

        // Looked through once: each look compares every row with what it was.
        List<EntityEntry> changed = [.. file.ChangeTracker.Entries().Where(e =>
            e.State is EntityState.Added or EntityState.Modified or EntityState.Deleted)];
        if (changed.Count == 0)
        {
            return result;
        }

        Writing now = writing.GetValue(file, _ => new Writing());
        int lease = file.ContextId.Lease;
        if (now.Lease != lease)
        {
            (now.Lease, now.Last, now.Own) = (lease, null, null);
        }

        List<Change> added =
            [.. changed.Where(e => e.State == EntityState.Added).Select(e => e.Entity).OfType<Change>()];
        List<EntityEntry> told = [.. changed.Where(IsTold)];
        if (added.Count == 0 && told.Count > 0 && now.Last is { } last)
        {
            // The same write, saved in several steps.
            Change more = new()
            {
                At = last.At,
                PersonId = last.PersonId,
                SessionId = last.SessionId,
                What = last.What
            };
            file.Changes.Add(more);
            added.Add(more);
        }

        if (added.Count == 0)
        {
            return result;
        }

        if (file.Database.CurrentTransaction is null)
        {
            now.Own = await file.Database.BeginTransactionAsync(cancellationToken);
        }

        var before = await file.Changes
            .AsNoTracking()
            .OrderByDescending(c => c.Id)
            .Select(c => new { c.Id, c.Hash })
            .FirstOrDefaultAsync(cancellationToken);
        long id = before?.Id ?? 0;
        string head = before?.Hash ?? "";
        foreach (Change change in added)
        {
            // All that is saved together is told with the last of them.
            change.Content = ReferenceEquals(change, added[^1]) ? Content(told) : null;
            file.Entry(change).Property(c => c.Id).IsTemporary = false;
            change.Chain(++id, head);
            head = change.Hash;
        }

        now.Last = added[^1];
        return result;
    }

    /// <inheritdoc/>
    public override async ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default)
    {
        if (Own(eventData.Context) is { } own)
        {
            await own.CommitAsync(cancellationToken);
            await own.DisposeAsync();
        }

        return result;
    }

    /// <inheritdoc/>
    public override Task SaveChangesFailedAsync(
        DbContextErrorEventData eventData,
        CancellationToken cancellationToken = default) => GiveUpAsync(eventData.Context);

    /// <inheritdoc/>
    public override Task SaveChangesCanceledAsync(
        DbContextEventData eventData,
        CancellationToken cancellationToken = default) => GiveUpAsync(eventData.Context);

    private async Task GiveUpAsync(DbContext? context)
    {
        if (Own(context) is { } own)
        {
            await own.RollbackAsync(CancellationToken.None);
            await own.DisposeAsync();
        }
    }

    private IDbContextTransaction? Own(DbContext? context)
    {
        if (context is null || !writing.TryGetValue(context, out Writing? now))
        {
            return null;
        }

        IDbContextTransaction? own = now.Own;
        now.Own = null;
        return own;
    }

    private static bool IsTold(EntityEntry entry) =>
        !Untold.Contains(entry.Metadata.ClrType) && !entry.Metadata.IsMappedToJson();

    private static string Content(List<EntityEntry> entries)
    {
        using MemoryStream bytes = new();
        using (Utf8JsonWriter json = new(bytes))
        {
            json.WriteStartArray();
            foreach (EntityEntry entry in entries)
            {
                json.WriteStartObject();
                json.WriteString("table", entry.Metadata.GetTableName());
                IEnumerable<string?> key = entry.Metadata.FindPrimaryKey()!.Properties
                    .Select(p => Said(p, entry.Property(p).CurrentValue));
                json.WriteString("key", string.Join('/', key));
                if (entry.State != EntityState.Added)
                {
                    Row(json, "before", entry, property => property.OriginalValue);
                }

                if (entry.State != EntityState.Deleted)
                {
                    Row(json, "after", entry, property => property.CurrentValue);
                }

                json.WriteEndObject();
            }

            json.WriteEndArray();
        }

        return System.Text.Encoding.UTF8.GetString(bytes.ToArray());
    }

    private static void Row(
        Utf8JsonWriter json,
        string name,
        EntityEntry entry,
        Func<PropertyEntry, object?> value)
    {
        json.WriteStartObject(name);
        foreach (PropertyEntry property in entry.Properties
            .Where(p => !p.Metadata.IsPrimaryKey() && (entry.State != EntityState.Modified || p.IsModified)))
        {
            json.WriteString(property.Metadata.GetColumnName(), Said(property.Metadata, value(property)));
        }

        json.WriteEndObject();
    }

    // As it is stored.
    private static string? Said(IProperty property, object? value)
    {
        if (Hidden.Contains(property.Name))
        {
            return value is null ? null : "(not told)";
        }

        object? stored = property.GetTypeMapping().Converter is { } converter && value is not null
            ? converter.ConvertToProvider(value)
            : value;
        string? text = stored is byte[] bytes
            ? Convert.ToHexString(bytes)
            : Convert.ToString(stored, CultureInfo.InvariantCulture);
        return text is { Length: > LongestValue } ? $"sha256:{Digest.Of(text)}" : stored is null ? null : text;
    }

    /// <summary>What is known of a context that writes.</summary>
    private sealed class Writing
    {
        /// <summary>Contexts are used again by others: which use this is.</summary>
        public int Lease { get; set; }

        /// <summary>The write that was told last.</summary>
        public Change? Last { get; set; }

        /// <summary>The transaction begun for it; null where it had one.</summary>
        public IDbContextTransaction? Own { get; set; }
    }
}
