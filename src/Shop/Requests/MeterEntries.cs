using Microsoft.EntityFrameworkCore;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Store;

namespace SturdyTinker.Shop.Requests;

/// <summary>A meter reading or a trip to write down.</summary>
/// <param name="Kind">What it says.</param>
/// <param name="On">The day it was read, or the trip's last day; in days to come a planned trip.</param>
/// <param name="Typed">The figure in shop notation, miles when nothing else is said.</param>
/// <param name="StartsNewMeter">Whether a new meter starts here.</param>
public sealed record MeterDraft(MeterEntryKind Kind, DateOnly On, string Typed, bool StartsNewMeter);

/// <summary>Meter readings and trips, from people, tables and the feed alike.</summary>
internal static class MeterEntries
{
    /// <summary>Who readings from the feed are written down by.</summary>
    internal static readonly Guid Feeder = Guid.Parse("01900000-0000-7000-8000-000000000001");

    /// <summary>
    /// Checks an entry against the trailer's others and adds it to the change set; sent twice it is added once.
    /// </summary>
    internal static async Task AddAsync(
        ShopFile file,
        Guid trailerId,
        Guid entryId,
        MeterDraft draft,
        Clock clock,
        Worker worker,
        string at)
    {
        Checks.Id(entryId);
        if (!await file.MeterEntries.AnyAsync(m => m.Id == entryId) && !await file.IsBuriedAsync(entryId))
        {
            await WriteAsync(file, trailerId, entryId, draft, clock, worker, at);
        }
    }

    /// <summary>Checks an entry that is not there yet and adds it to the change set.</summary>
    private static async Task WriteAsync(
        ShopFile file,
        Guid trailerId,
        Guid entryId,
        MeterDraft draft,
        Clock clock,
        Worker worker,
        string at) =>
        file.MeterEntries.Add(Read(
            trailerId,
            entryId,
            draft,
            await file.MeterEntries.AsNoTracking().Where(m => m.TrailerId == trailerId).ToListAsync(),
            clock,
            worker,
            at));

    /// <summary>
    /// The entry that a draft says, checked against the trailer's others; refused (422) where it can't be.
    /// </summary>
    internal static MeterEntry Read(
        Guid trailerId,
        Guid entryId,
        MeterDraft draft,
        IReadOnlyList<MeterEntry> others,
        Clock clock,
        Worker worker,
        string at)
    {
        Checks checks = new();
        bool wet = draft.Kind == MeterEntryKind.Immersion;
        int times = 0;
        checks.Add(
            $"{at}/typed",
            wet
                && !int.TryParse(
                    draft.Typed.Trim(),
                    System.Globalization.NumberStyles.None,
                    System.Globalization.CultureInfo.InvariantCulture,
                    out times)
                ? "Immersions are a whole number."
                : null);
        Distance distance = wet ? Distance.Zero : new(checks.Figure($"{at}/typed", draft.Typed, Quantity.Distance));
        checks.Done();
        MeterEntry entry = new()
        {
            Id = entryId,
            TrailerId = trailerId,
            Kind = draft.Kind,
            On = draft.On,
            Typed = draft.Typed.Trim(),
            Distance = distance,
            Times = times,
            StartsNewMeter = draft.StartsNewMeter && !wet,
            At = clock.Now,
            PersonId = worker.Id,
        };
        checks.Add(
            $"{at}/on",
            draft.On < clock.Today.AddYears(-40) || draft.On > clock.Today.AddYears(2)
                ? "Check the year of this day."
                : null);
        checks.Add($"{at}/typed", MeterChecks.Refusal(entry, others, clock.Today));
        checks.Done();
        return entry;
    }

    /// <summary>
    /// The id that a reading of the feed is written down under: always the same, so that it is written once.
    /// </summary>
    internal static Guid IdOf(string reading)
    {
        byte[] hash = System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(reading));
        hash[6] = (byte)((hash[6] & 0x0F) | 0x80);
        hash[8] = (byte)((hash[8] & 0x3F) | 0x80);
        return new Guid(hash.AsSpan(0, 16), bigEndian: true);
    }
}
