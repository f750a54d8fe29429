using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using SturdyTinker.Core.Amendments;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Day;
using SturdyTinker.Core.Findings;
using SturdyTinker.Core.Findings.Inspections;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store.Mapping;

internal sealed class VisitMapping : IEntityTypeConfiguration<Visit>
{
    public void Configure(EntityTypeBuilder<Visit> builder)
    {
        builder.Property(v => v.Id).ValueGeneratedNever();
        builder.Property(v => v.Gear).AsJson();
        builder.Property(v => v.Practices).HasColumnName("Schools").AsJson();
        builder.Property(v => v.Jobs).AsJson();
        builder.Property(v => v.TakenInFor).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(v => v.Technicians).HasColumnName("Hands");
        builder.Property(v => v.Conclusions).HasColumnName("Together").AsJson().HasDefaultValueSql("'[]'");
        builder.HasOne<Trailer>().WithMany().HasForeignKey(v => v.TrailerId);
        builder.HasOne<Person>().WithMany().HasForeignKey(v => v.OpenedBy).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(v => v.ClosedBy).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(v => v.ClosedAt);
        builder.Property(v => v.Said).HasDefaultValue("");
        builder.Property(v => v.WaitsFor).HasDefaultValue("");
        builder.Property(v => v.Standing).HasDefaultValueSql("'Working'").HasSentinel((Standing)(-1));

        // Whatever the code above it does, a trailer stands in the bay once.
        builder
            .HasIndex(v => v.TrailerId)
            .HasDatabaseName("IX_Visits_OneOpen")
            .HasFilter("ClosedAt IS NULL")
            .IsUnique();
        builder.HasIndex(v => new { v.TrailerId, v.OpenedAt });
    }
}

internal sealed class VisitPacketMapping : IEntityTypeConfiguration<VisitPacket>
{
    public void Configure(EntityTypeBuilder<VisitPacket> builder)
    {
        builder.HasKey(p => p.VisitId);
        builder.Property(p => p.Packet).AsPackedJson();
        builder.HasOne<Visit>().WithOne().HasForeignKey<VisitPacket>(p => p.VisitId);
    }
}

internal sealed class StepEntryMapping : IEntityTypeConfiguration<StepEntry>
{
    public void Configure(EntityTypeBuilder<StepEntry> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.HasOne<Visit>().WithMany().HasForeignKey(s => s.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(s => s.PersonId).OnDelete(DeleteBehavior.Restrict);

        builder.Property(s => s.Folded).HasDefaultValue(false);

        // A step is settled once; what was taken back does not count.
        builder.HasIndex(s => new { s.VisitId, s.Key }).HasFilter("UndoneAt IS NULL").IsUnique();
    }
}

internal sealed class ReadingMapping : IEntityTypeConfiguration<Reading>
{
    public void Configure(EntityTypeBuilder<Reading> builder)
    {
        builder.Property(r => r.Id).ValueGeneratedNever();
        builder.Property(r => r.Judgement).AsJson();
        builder.HasOne<Visit>().WithMany().HasForeignKey(r => r.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(r => r.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(r => r.TrailerId);
    }
}

internal sealed class FindingMapping : IEntityTypeConfiguration<Finding>
{
    public void Configure(EntityTypeBuilder<Finding> builder)
    {
        builder.Property(f => f.Id).ValueGeneratedNever();
        builder.Property(f => f.Judgement).AsJson();
        builder.Property(f => f.Which).HasDefaultValue("");
        builder.Ignore(f => f.InWords);
        builder.HasOne<Visit>().WithMany().HasForeignKey(f => f.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(f => f.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(f => f.TrailerId);
    }
}

internal sealed class PartUsedMapping : IEntityTypeConfiguration<PartUsed>
{
    public void Configure(EntityTypeBuilder<PartUsed> builder)
    {
        builder.Property(p => p.Id).ValueGeneratedNever();
        builder.HasOne<Visit>().WithMany().HasForeignKey(p => p.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(p => p.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class PartTakenMapping : IEntityTypeConfiguration<PartTaken>
{
    public void Configure(EntityTypeBuilder<PartTaken> builder)
    {
        builder.HasKey(p => new { p.VisitId, p.Name });
        builder.HasOne<Visit>().WithMany().HasForeignKey(p => p.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(p => p.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class StepTimesMapping : IEntityTypeConfiguration<StepTimes>
{
    public void Configure(EntityTypeBuilder<StepTimes> builder)
    {
        builder.HasKey(t => t.Family);
        builder.Property(t => t.Seconds).AsJson();
    }
}

internal sealed class VisitPhotoMapping : IEntityTypeConfiguration<VisitPhoto>
{
    public void Configure(EntityTypeBuilder<VisitPhoto> builder)
    {
        builder.Property(p => p.Id).ValueGeneratedNever();
        builder.HasOne<Visit>().WithMany().HasForeignKey(p => p.VisitId);
        builder.HasOne<Finding>().WithMany().HasForeignKey(p => p.FindingId).OnDelete(DeleteBehavior.Cascade);
        builder.HasOne<Person>().WithMany().HasForeignKey(p => p.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class ReleaseMapping : IEntityTypeConfiguration<Release>
{
    public void Configure(EntityTypeBuilder<Release> builder)
    {
        builder.Property(r => r.Id).ValueGeneratedNever();
        builder.Property(r => r.Holds).AsJson();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(r => r.TrailerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Visit>().WithMany().HasForeignKey(r => r.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(r => r.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(r => r.TrailerId);
    }
}

internal sealed class MendingMapping : IEntityTypeConfiguration<Mending>
{
    public void Configure(EntityTypeBuilder<Mending> builder)
    {
        builder.Property(m => m.Id).ValueGeneratedNever();
        builder.Property(m => m.ObservationKey).HasColumnName("Look");
        builder.HasOne<Trailer>().WithMany().HasForeignKey(m => m.TrailerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(m => m.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(m => m.TrailerId);
    }
}

internal sealed class TombstoneMapping : IEntityTypeConfiguration<Tombstone>
{
    public void Configure(EntityTypeBuilder<Tombstone> builder) => builder.Property(t => t.Id).ValueGeneratedNever();
}

internal sealed class TorqueFigureMapping : IEntityTypeConfiguration<TorqueFigure>
{
    public void Configure(EntityTypeBuilder<TorqueFigure> builder)
    {
        builder.HasKey(f => new { f.TrailerId, f.Fastener });
        builder.Ignore(f => f.Range);
        builder.HasOne<Trailer>().WithMany().HasForeignKey(f => f.TrailerId);
        builder.HasOne<Person>().WithMany().HasForeignKey(f => f.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class InspectionMapping : IEntityTypeConfiguration<Inspection>
{
    public void Configure(EntityTypeBuilder<Inspection> builder)
    {
        builder.Property(i => i.Id).ValueGeneratedNever();
        builder.Property(i => i.Lines).AsJson();
        builder.Ignore(i => i.Passes);
        builder.HasOne<Visit>().WithOne().HasForeignKey<Inspection>(i => i.VisitId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Trailer>().WithMany().HasForeignKey(i => i.TrailerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(i => i.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class ShopLimitMapping : IEntityTypeConfiguration<ShopLimit>
{
    public void Configure(EntityTypeBuilder<ShopLimit> builder)
    {
        builder.HasKey(l => l.Code);
        builder.Property(l => l.Version).IsConcurrencyToken();
    }
}

internal sealed class ShopPartMapping : IEntityTypeConfiguration<ShopPart>
{
    public void Configure(EntityTypeBuilder<ShopPart> builder)
    {
        builder.HasKey(p => p.Code);
        builder.Property(p => p.Code).UseCollation("NOCASE");
        builder.Property(p => p.KindCode).HasColumnName("Told").HasDefaultValue("");
        builder.Property(p => p.By).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(p => p.Stamp).HasDefaultValue("");
        builder.Property(p => p.Version).IsConcurrencyToken();
    }
}

internal sealed class WorkDoneMapping : IEntityTypeConfiguration<WorkDone>
{
    public void Configure(EntityTypeBuilder<WorkDone> builder)
    {
        builder.ToTable("WorkDone");
        builder.Property(w => w.Id).ValueGeneratedNever();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(w => w.TrailerId);
        builder.HasOne<Visit>().WithMany().HasForeignKey(w => w.VisitId);
    }
}

internal sealed class FollowUpMapping : IEntityTypeConfiguration<FollowUp>
{
    public void Configure(EntityTypeBuilder<FollowUp> builder)
    {
        builder.Property(f => f.Id).ValueGeneratedNever();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(f => f.TrailerId);
        builder.HasOne<Visit>().WithMany().HasForeignKey(f => f.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(f => f.DoneBy).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(f => f.DueOn).HasFilter("DoneAt IS NULL");
        builder.HasIndex(f => f.TrailerId).HasFilter("DoneAt IS NULL");
    }
}

internal sealed class AmendmentMapping : IEntityTypeConfiguration<Amendment>
{
    public void Configure(EntityTypeBuilder<Amendment> builder)
    {
        builder.Property(a => a.Id).ValueGeneratedNever();
        builder.Property(a => a.Kind).HasDefaultValueSql("'remark'").HasSentinel((AmendmentKind)(-1));
        builder.Property(a => a.Was).HasDefaultValueSql("''");
        builder.Property(a => a.Now).HasDefaultValueSql("''");
        builder.Property(a => a.Came).AsJson().HasDefaultValueSql("'[]'");
        builder.HasOne<Visit>().WithMany().HasForeignKey(a => a.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(a => a.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class BoardSlotMapping : IEntityTypeConfiguration<BoardSlot>
{
    public void Configure(EntityTypeBuilder<BoardSlot> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.Property(s => s.People).AsJson();
        builder.HasIndex(s => s.Day);
    }
}

internal sealed class BoardDayMapping : IEntityTypeConfiguration<BoardDay>
{
    public void Configure(EntityTypeBuilder<BoardDay> builder)
    {
        builder.HasKey(d => d.Day);
        builder.Property(d => d.Version).IsConcurrencyToken();
    }
}

internal sealed class AbsenceMapping : IEntityTypeConfiguration<Absence>
{
    public void Configure(EntityTypeBuilder<Absence> builder)
    {
        builder.Property(a => a.Id).ValueGeneratedNever();
        builder.HasOne<Person>().WithMany().HasForeignKey(a => a.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(a => a.Day);
    }
}

internal sealed class SecondLookMapping : IEntityTypeConfiguration<SecondLook>
{
    public void Configure(EntityTypeBuilder<SecondLook> builder)
    {
        builder.Property(l => l.Id).ValueGeneratedNever();
        builder.HasOne<Visit>().WithMany().HasForeignKey(l => l.VisitId);
        builder.HasOne<Person>().WithMany().HasForeignKey(l => l.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class VisitBillMapping : IEntityTypeConfiguration<VisitBill>
{
    public void Configure(EntityTypeBuilder<VisitBill> builder)
    {
        builder.HasKey(b => b.VisitId);
        builder.Property(b => b.Bill).AsJson();
        builder.HasOne<Visit>().WithOne().HasForeignKey<VisitBill>(b => b.VisitId);
    }
}
