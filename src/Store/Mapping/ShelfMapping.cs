using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts.Stock;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Pricing;
using SturdyTinker.Core.Visits;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store.Mapping;

internal sealed class KeptPartMapping : IEntityTypeConfiguration<KeptPart>
{
    public void Configure(EntityTypeBuilder<KeptPart> builder)
    {
        builder.HasKey(p => p.Code);
        builder.Property(p => p.Code).UseCollation("NOCASE");

        // Whatever the code above it does, less than nothing is never on a shelf.
        builder.ToTable(t => t.HasCheckConstraint("CK_KeptParts_OnHand", "CAST(OnHand AS REAL) >= 0"));
    }
}

internal sealed class StockEntryMapping : IEntityTypeConfiguration<StockEntry>
{
    public void Configure(EntityTypeBuilder<StockEntry> builder)
    {
        builder.Property(e => e.Id).ValueGeneratedNever();
        builder.Property(e => e.Code).UseCollation("NOCASE");
        builder.HasOne<KeptPart>().WithMany().HasForeignKey(e => e.Code).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Visit>().WithMany().HasForeignKey(e => e.VisitId).OnDelete(DeleteBehavior.SetNull);
        builder.HasOne<PartOrder>().WithMany().HasForeignKey(e => e.OrderId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Person>().WithMany().HasForeignKey(e => e.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasIndex(e => new { e.Code, e.At });
    }
}

internal sealed class PartOrderMapping : IEntityTypeConfiguration<PartOrder>
{
    public void Configure(EntityTypeBuilder<PartOrder> builder)
    {
        builder.Property(o => o.Id).ValueGeneratedNever();
        builder.Property(o => o.Lines).AsJson();
        builder.HasIndex(o => o.Number).IsUnique();
        builder.HasOne<Person>().WithMany().HasForeignKey(o => o.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class PriceOfferMapping : IEntityTypeConfiguration<PriceOffer>
{
    public void Configure(EntityTypeBuilder<PriceOffer> builder)
    {
        builder.Property(o => o.Id).ValueGeneratedNever();
        builder.Property(o => o.Jobs).AsJson();
        builder.Property(o => o.Estimate).AsJson();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(o => o.TrailerId);
        builder.HasOne<Visit>().WithMany().HasForeignKey(o => o.VisitId).OnDelete(DeleteBehavior.SetNull);
        builder.HasOne<Person>().WithMany().HasForeignKey(o => o.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}
