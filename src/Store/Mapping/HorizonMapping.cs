using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using SturdyTinker.Core.Approvals;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.Notices;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Planning;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store.Mapping;

internal sealed class TrailerPlanMapping : IEntityTypeConfiguration<TrailerPlanRow>
{
    public void Configure(EntityTypeBuilder<TrailerPlanRow> builder)
    {
        builder.ToTable("TrailerPlans");
        builder.HasKey(p => p.TrailerId);
        builder.Property(p => p.TrailerId).ValueGeneratedNever();
        builder.HasOne<Trailer>().WithOne().HasForeignKey<TrailerPlanRow>(p => p.TrailerId);
    }
}

internal sealed class ShopPlanMapping : IEntityTypeConfiguration<ShopPlanRow>
{
    public void Configure(EntityTypeBuilder<ShopPlanRow> builder)
    {
        builder.ToTable("ShopPlans");
        builder.Property(p => p.Id).ValueGeneratedNever();
    }
}

internal sealed class EvidenceCardMapping : IEntityTypeConfiguration<EvidenceCardRow>
{
    public void Configure(EntityTypeBuilder<EvidenceCardRow> builder)
    {
        builder.ToTable("EvidenceCards");
        builder.HasKey(c => c.Code);
    }
}

internal sealed class TrailerEvidenceMapping : IEntityTypeConfiguration<TrailerEvidenceRow>
{
    public void Configure(EntityTypeBuilder<TrailerEvidenceRow> builder)
    {
        builder.ToTable("TrailerEvidence");
        builder.HasKey(t => t.TrailerId);
        builder.Property(t => t.TrailerId).ValueGeneratedNever();
        builder.HasOne<Trailer>().WithOne().HasForeignKey<TrailerEvidenceRow>(t => t.TrailerId);
    }
}

internal sealed class EvidenceHeadMapping : IEntityTypeConfiguration<EvidenceHead>
{
    public void Configure(EntityTypeBuilder<EvidenceHead> builder)
    {
        builder.ToTable("EvidenceHeads");
        builder.Property(h => h.Id).ValueGeneratedNever();
    }
}

internal sealed class PlanInputsMapping : IEntityTypeConfiguration<PlanInputsRow>
{
    public void Configure(EntityTypeBuilder<PlanInputsRow> builder)
    {
        builder.ToTable("PlanInputs");
        builder.Property(p => p.Id).ValueGeneratedNever();
        builder.Property(p => p.Inputs).AsJson();
    }
}

internal sealed class CustomerCalendarMapping : IEntityTypeConfiguration<CustomerCalendarRow>
{
    public void Configure(EntityTypeBuilder<CustomerCalendarRow> builder)
    {
        builder.ToTable("CustomerCalendars");
        builder.HasKey(c => c.CustomerId);
        builder.Property(c => c.CustomerId).ValueGeneratedNever();
        builder.Property(c => c.Busy).AsJson();
        builder.HasOne<Customer>().WithOne().HasForeignKey<CustomerCalendarRow>(c => c.CustomerId);
    }
}

internal sealed class WhatIfMapping : IEntityTypeConfiguration<WhatIfRow>
{
    public void Configure(EntityTypeBuilder<WhatIfRow> builder)
    {
        builder.ToTable("WhatIfs");
        builder.Property(w => w.Id).ValueGeneratedNever();
        builder.Property(w => w.Supposed).AsJson();
        builder.HasOne<Person>().WithMany().HasForeignKey(w => w.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class WhatIfResultMapping : IEntityTypeConfiguration<WhatIfResultRow>
{
    public void Configure(EntityTypeBuilder<WhatIfResultRow> builder)
    {
        builder.ToTable("WhatIfResults");
        builder.HasKey(r => r.WhatIfId);
        builder.Property(r => r.WhatIfId).ValueGeneratedNever();
        builder.HasOne<WhatIfRow>().WithOne().HasForeignKey<WhatIfResultRow>(r => r.WhatIfId);
    }
}

internal sealed class DecisionMapping : IEntityTypeConfiguration<Decision>
{
    public void Configure(EntityTypeBuilder<Decision> builder)
    {
        builder.Property(d => d.Id).ValueGeneratedNever();
        builder.Property(d => d.Tasks).AsJson();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(d => d.TrailerId);
        builder.HasOne<Person>().WithMany().HasForeignKey(d => d.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class BookingMapping : IEntityTypeConfiguration<Booking>
{
    public void Configure(EntityTypeBuilder<Booking> builder)
    {
        builder.Property(b => b.Id).ValueGeneratedNever();
        builder.Property(b => b.Tasks).AsJson();
        builder.Property(b => b.Jobs).AsJson();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(b => b.TrailerId);
        builder.HasOne<Visit>().WithMany().HasForeignKey(b => b.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(b => b.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(b => b.Day);
    }
}

internal sealed class CalendarFeedMapping : IEntityTypeConfiguration<CalendarFeed>
{
    public void Configure(EntityTypeBuilder<CalendarFeed> builder)
    {
        builder.Property(f => f.Id).ValueGeneratedNever();
        builder.HasIndex(f => f.KeyHash).IsUnique();
    }
}

internal sealed class ReminderMapping : IEntityTypeConfiguration<Reminder>
{
    public void Configure(EntityTypeBuilder<Reminder> builder)
    {
        builder.Property(r => r.Id).ValueGeneratedNever();
        builder.HasOne<Booking>().WithMany().HasForeignKey(r => r.BookingId);
        builder.HasOne<Person>().WithMany().HasForeignKey(r => r.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class OutgoingMailMapping : IEntityTypeConfiguration<OutgoingMail>
{
    public void Configure(EntityTypeBuilder<OutgoingMail> builder)
    {
        builder.Property(m => m.Id).ValueGeneratedNever();
        builder.HasIndex(m => m.NextAt);
    }
}

internal sealed class WebhookMapping : IEntityTypeConfiguration<Webhook>
{
    public void Configure(EntityTypeBuilder<Webhook> builder)
    {
        builder.Property(h => h.Id).ValueGeneratedNever();
        builder.Property(h => h.Events).AsJson();
    }
}

internal sealed class HookDeliveryMapping : IEntityTypeConfiguration<HookDelivery>
{
    public void Configure(EntityTypeBuilder<HookDelivery> builder)
    {
        builder.Property(d => d.Id).ValueGeneratedNever();
        builder.HasOne<Webhook>().WithMany().HasForeignKey(d => d.WebhookId);
        builder.HasIndex(d => d.NextAt);
    }
}

internal sealed class DoubtedReadingMapping : IEntityTypeConfiguration<DoubtedReading>
{
    public void Configure(EntityTypeBuilder<DoubtedReading> builder) =>
        builder.HasOne<Trailer>().WithMany().HasForeignKey(r => r.TrailerId);
}

internal sealed class ShopDayMapping : IEntityTypeConfiguration<ShopDay>
{
    public void Configure(EntityTypeBuilder<ShopDay> builder) => builder.HasKey(d => d.Day);
}

internal sealed class ApprovalMapping : IEntityTypeConfiguration<Approval>
{
    public void Configure(EntityTypeBuilder<Approval> builder)
    {
        builder.Property(a => a.Id).ValueGeneratedNever();
        builder.Property(a => a.Lines).AsJson();
        builder.Property(a => a.Already).AsJson();
        builder.Property(a => a.Totals).AsJson();
        builder.Property(a => a.Unpriced).AsJson();
        builder.Property(a => a.Questions).AsJson();
        builder.Property(a => a.Agreed).AsJson();
        builder.Ignore(a => a.AgreedTotal);
        builder.Ignore(a => a.AgreedJobs);
        builder.Ignore(a => a.Declined);
        builder.HasOne<Trailer>().WithMany().HasForeignKey(a => a.TrailerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Visit>().WithMany().HasForeignKey(a => a.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Booking>().WithMany().HasForeignKey(a => a.BookingId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(a => a.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(a => a.ToldTo).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(a => a.KeyHash).IsUnique();
        builder.HasIndex(a => a.TrailerId);
    }
}

internal sealed class OwnerLinkMapping : IEntityTypeConfiguration<OwnerLink>
{
    public void Configure(EntityTypeBuilder<OwnerLink> builder)
    {
        builder.Property(l => l.Id).ValueGeneratedNever();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(l => l.TrailerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Customer>().WithMany().HasForeignKey(l => l.CustomerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(l => l.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(l => l.KeyHash).IsUnique();
        builder.HasIndex(l => l.TrailerId);
    }
}
