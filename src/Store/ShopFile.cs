using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store.Access;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store;

/// <summary>One shop's whole record: a single SQLite file.</summary>
public sealed class ShopFile(DbContextOptions<ShopFile> options) : IdentityUserContext<Account, Guid>(options)
{
    /// <summary>The shop's own choices; exactly one row.</summary>
    public DbSet<ShopSettings> Settings => Set<ShopSettings>();

    /// <summary>The shop's mark; at most one row.</summary>
    public DbSet<ShopMark> ShopMarks => Set<ShopMark>();

    /// <summary>Every version of every job and opening that the shop has described itself.</summary>
    public DbSet<OwnVersion> OwnVersions => Set<OwnVersion>();

    /// <summary>Who works here.</summary>
    public DbSet<Person> People => Set<Person>();

    /// <summary>Who is signed in, and was.</summary>
    public DbSet<Session> Sessions => Set<Session>();

    /// <summary>The shop's shared tablets.</summary>
    public DbSet<Device> Devices => Set<Device>();

    /// <summary>Tokens of programs.</summary>
    public DbSet<AccessToken> AccessTokens => Set<AccessToken>();

    /// <summary>Codes that set a secret once.</summary>
    public DbSet<OneTimeCode> OneTimeCodes => Set<OneTimeCode>();

    /// <summary>Whose trailers these are.</summary>
    public DbSet<Customer> Customers => Set<Customer>();

    /// <summary>The trailers.</summary>
    public DbSet<Trailer> Trailers => Set<Trailer>();

    /// <summary>How each trailer stands, worked out at every write and every new day.</summary>
    public DbSet<TrailerStatusRow> TrailerStatuses => Set<TrailerStatusRow>();

    /// <summary>Each trailer's plan as it was made last.</summary>
    public DbSet<TrailerPlanRow> TrailerPlans => Set<TrailerPlanRow>();

    /// <summary>What is said of the whole shop's plan: one row at most.</summary>
    public DbSet<ShopPlanRow> ShopPlans => Set<ShopPlanRow>();

    /// <summary>The minutes and prices that plans go by, one row.</summary>
    public DbSet<PlanInputsRow> PlanInputs => Set<PlanInputsRow>();

    /// <summary>What customers' own calendars said when they were read last.</summary>
    public DbSet<CustomerCalendarRow> CustomerCalendars => Set<CustomerCalendarRow>();

    /// <summary>What is supposed of the shop, to see what the plan would come to.</summary>
    public DbSet<WhatIfRow> WhatIfs => Set<WhatIfRow>();

    /// <summary>What that came to when it was reckoned last.</summary>
    public DbSet<WhatIfResultRow> WhatIfResults => Set<WhatIfResultRow>();

    /// <summary>What the record says, a card a question.</summary>
    public DbSet<EvidenceCardRow> EvidenceCards => Set<EvidenceCardRow>();

    /// <summary>What it says of single trailers.</summary>
    public DbSet<TrailerEvidenceRow> TrailerEvidence => Set<TrailerEvidenceRow>();

    /// <summary>What that was worked out of.</summary>
    public DbSet<EvidenceHead> EvidenceHeads => Set<EvidenceHead>();

    /// <summary>Meter readings and trips.</summary>
    public DbSet<MeterEntry> MeterEntries => Set<MeterEntry>();

    /// <summary>The visits.</summary>
    public DbSet<Visit> Visits => Set<Visit>();

    /// <summary>The packet of each visit.</summary>
    public DbSet<VisitPacket> Packets => Set<VisitPacket>();

    /// <summary>Steps ticked and skipped.</summary>
    public DbSet<StepEntry> StepEntries => Set<StepEntry>();

    /// <summary>What was measured.</summary>
    public DbSet<Reading> Readings => Set<Reading>();

    /// <summary>What was seen.</summary>
    public DbSet<Finding> Findings => Set<Finding>();

    /// <summary>What was used.</summary>
    public DbSet<PartUsed> PartsUsed => Set<PartUsed>();

    /// <summary>What was taken along.</summary>
    public DbSet<PartTaken> PartsTaken => Set<PartTaken>();

    /// <summary>Photographs taken in visits; the pictures themselves lie beside this file.</summary>
    public DbSet<VisitPhoto> VisitPhotos => Set<VisitPhoto>();

    /// <summary>What customers were asked to agree to.</summary>
    public DbSet<Approval> Approvals => Set<Approval>();

    /// <summary>Addresses given to trailers' owners.</summary>
    public DbSet<OwnerLink> OwnerLinks => Set<OwnerLink>();

    /// <summary>What closed visits came to.</summary>
    public DbSet<VisitBill> VisitBills => Set<VisitBill>();

    /// <summary>Second looks taken.</summary>
    public DbSet<SecondLook> SecondLooks => Set<SecondLook>();

    /// <summary>When trailers on Hold were let go.</summary>
    public DbSet<Release> Releases => Set<Release>();

    /// <summary>What was told mended.</summary>
    public DbSet<Mending> Mendings => Set<Mending>();

    /// <summary>What was taken back for good, so that a late copy of it never comes alive again.</summary>
    public DbSet<Tombstone> Tombstones => Set<Tombstone>();

    /// <summary>Torque figures of makers and kits, as typed for a trailer.</summary>
    public DbSet<TorqueFigure> TorqueFigures => Set<TorqueFigure>();

    /// <summary>Periodic inspections signed.</summary>
    public DbSet<Inspection> Inspections => Set<Inspection>();

    /// <summary>Limits that this shop has set for itself.</summary>
    public DbSet<ShopLimit> ShopLimits => Set<ShopLimit>();

    /// <summary>How long steps took here.</summary>
    public DbSet<StepTimes> StepTimes => Set<StepTimes>();

    /// <summary>Parts with this shop's own prices, and its own parts.</summary>
    public DbSet<ShopPart> ShopParts => Set<ShopPart>();

    /// <summary>Parts kept on the shelf, with how many there are.</summary>
    public DbSet<KeptPart> KeptParts => Set<KeptPart>();

    /// <summary>The stock's ledger.</summary>
    public DbSet<StockEntry> StockEntries => Set<StockEntry>();

    /// <summary>Orders of parts.</summary>
    public DbSet<PartOrder> PartOrders => Set<PartOrder>();

    /// <summary>Estimates as they were told to customers.</summary>
    public DbSet<PriceOffer> PriceOffers => Set<PriceOffer>();

    /// <summary>What was done, here or elsewhere.</summary>
    public DbSet<WorkDone> WorkDone => Set<WorkDone>();

    /// <summary>Checks owing and done.</summary>
    public DbSet<FollowUp> FollowUps => Set<FollowUp>();

    /// <summary>Remarks put to closed visits.</summary>
    public DbSet<Amendment> Amendments => Set<Amendment>();

    /// <summary>What was decided about plans.</summary>
    public DbSet<Decision> Decisions => Set<Decision>();

    /// <summary>Accepted visits.</summary>
    public DbSet<Booking> Bookings => Set<Booking>();

    /// <summary>Calendars that others read.</summary>
    public DbSet<CalendarFeed> CalendarFeeds => Set<CalendarFeed>();

    /// <summary>Reminders sent to customers.</summary>
    public DbSet<Reminder> Reminders => Set<Reminder>();

    /// <summary>Messages on their way, and those that have gone.</summary>
    public DbSet<OutgoingMail> OutgoingMails => Set<OutgoingMail>();

    /// <summary>Other programs that are told of what happens.</summary>
    public DbSet<Webhook> Webhooks => Set<Webhook>();

    /// <summary>What other programs are told, on its way and gone.</summary>
    public DbSet<HookDelivery> HookDeliveries => Set<HookDelivery>();

    /// <summary>Readings from a feed that were not believed.</summary>
    public DbSet<DoubtedReading> DoubtedReadings => Set<DoubtedReading>();

    /// <summary>How the trailers stood, day by day.</summary>
    public DbSet<ShopDay> ShopDays => Set<ShopDay>();

    /// <summary>Where visits are on the boards of their days.</summary>
    public DbSet<BoardSlot> BoardSlots => Set<BoardSlot>();

    /// <summary>How often each day's board has changed.</summary>
    public DbSet<BoardDay> BoardDays => Set<BoardDay>();

    /// <summary>Who is not there when.</summary>
    public DbSet<Absence> Absences => Set<Absence>();

    /// <summary>Who wrote what, when.</summary>
    public DbSet<Change> Changes => Set<Change>();

    /// <summary>The framework's tables with passkeys among them, whoever opens the file.</summary>
    protected override Version SchemaVersion => IdentitySchemaVersions.Version3;

    /// <inheritdoc/>
    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.ApplyConfigurationsFromAssembly(typeof(ShopFile).Assembly);
    }

    /// <inheritdoc/>
    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        // Sorts by the shop's own clock and keeps the offset.
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<DateTimeOffsetToBinaryConverter>();
        configurationBuilder.Properties<Distance>().HaveConversion<DistanceConverter>();
        foreach (Type type in StoredCodes.Types)
        {
            configurationBuilder.Properties(type).HaveConversion(typeof(CodeConverter<>).MakeGenericType(type));
        }
    }

    private sealed class DistanceConverter() : ValueConverter<Distance, decimal>(d => d.Metres, m => new Distance(m));
}
