using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Intervals;
using SturdyTinker.Core.People;
using SturdyTinker.Store.Shapes;

namespace SturdyTinker.Store.Mapping;

internal sealed class SettingsMapping : IEntityTypeConfiguration<ShopSettings>
{
    public void Configure(EntityTypeBuilder<ShopSettings> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.Property(s => s.Practices).HasColumnName("Schools").AsJson();
        builder.Property(s => s.SecondLooks).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(s => s.Intervals).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(s => s.IntervalsByUse).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(s => s.Uses).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(s => s.Hours).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(s => s.Costs).AsJson().HasDefaultValueSql("'{\"callIn\":90,\"ratePerHour\":96}'");
        builder.Property(s => s.Terms).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(s => s.SupplierMail).HasDefaultValue("");
        builder.Property(s => s.Currency).HasDefaultValue(ShopSettings.UsualCurrency);
        builder.Property(s => s.Reminder).AsJson();
        builder.Property(s => s.Version).IsConcurrencyToken();
        builder.Ignore(s => s.Repack);
    }
}

internal sealed class ShopMarkMapping : IEntityTypeConfiguration<ShopMark>
{
    public void Configure(EntityTypeBuilder<ShopMark> builder) => builder.Property(m => m.Id).ValueGeneratedNever();
}

internal sealed class OwnVersionMapping : IEntityTypeConfiguration<OwnVersion>
{
    public void Configure(EntityTypeBuilder<OwnVersion> builder) => builder.HasKey(v => new { v.Code, v.Version });
}

internal sealed class PersonMapping : IEntityTypeConfiguration<Person>
{
    public void Configure(EntityTypeBuilder<Person> builder)
    {
        builder.Property(p => p.Id).ValueGeneratedNever();
        builder.Property(p => p.Name).UseCollation("NOCASE");
        builder.HasIndex(p => p.Name).IsUnique();
        builder.Property(p => p.Roles).AsJson().HasDefaultValueSql("'[\"technician\"]'");
        builder.Property(p => p.Skills).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(p => p.Qualification).AsJson();
    }
}

internal sealed class CustomerMapping : IEntityTypeConfiguration<Customer>
{
    public void Configure(EntityTypeBuilder<Customer> builder)
    {
        builder.Property(c => c.Id).ValueGeneratedNever();
        builder.Property(c => c.Name).UseCollation("NOCASE");
        builder.HasIndex(c => c.Name).IsUnique();
        builder.Property(c => c.Practices).HasColumnName("Schools").AsChoices();
        builder.Property(c => c.Intervals).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(c => c.Busy).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(c => c.Version).IsConcurrencyToken();
    }
}

internal sealed class TrailerMapping : IEntityTypeConfiguration<Trailer>
{
    public void Configure(EntityTypeBuilder<Trailer> builder)
    {
        builder.Property(t => t.Id).ValueGeneratedNever();
        builder.Property(t => t.Tag).UseCollation("NOCASE");
        builder.HasIndex(t => t.Tag).IsUnique();
        builder.Property(t => t.Gear).AsJson();
        builder.Property(t => t.Practices).HasColumnName("Schools").AsChoices();
        builder.Property(t => t.Uses).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(t => t.Intervals).AsJson().HasDefaultValueSql("'{}'");
        builder.Property(t => t.StrangersSee).HasDefaultValueSql("'shop'").HasSentinel(StrangersSee.Shop);
        builder.Property(t => t.Version).IsConcurrencyToken();
        builder.HasOne<Customer>().WithMany().HasForeignKey(t => t.CustomerId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<TrailerStatusRow>().WithOne().HasForeignKey<TrailerStatusRow>(s => s.TrailerId);
    }
}

internal sealed class TrailerStatusMapping : IEntityTypeConfiguration<TrailerStatusRow>
{
    public void Configure(EntityTypeBuilder<TrailerStatusRow> builder)
    {
        builder.ToTable("Standings");
        builder.HasKey(s => s.TrailerId);
        builder.Property(s => s.TrailerId).ValueGeneratedNever();
        builder.Property(s => s.Tag).UseCollation("NOCASE");
        builder.Property(s => s.Customer).UseCollation("NOCASE");
        builder.Property(s => s.Glyph).AsJson();

        // Last in the row, so that lists do not read past what they show.
        builder.Property(s => s.Status).HasColumnName("Standing").AsJson().HasColumnOrder(100);

        // In the order of the yard's first page: its rows are read straight off the index.
        builder.HasIndex(s => new { s.DueOrder, s.TrailerId });
    }
}

internal sealed class MeterEntryMapping : IEntityTypeConfiguration<MeterEntry>
{
    public void Configure(EntityTypeBuilder<MeterEntry> builder)
    {
        builder.Property(m => m.Id).ValueGeneratedNever();
        builder.HasOne<Trailer>().WithMany().HasForeignKey(m => m.TrailerId);
        builder.HasOne<Person>().WithMany().HasForeignKey(m => m.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class ChangeMapping : IEntityTypeConfiguration<Change>
{
    public void Configure(EntityTypeBuilder<Change> builder) =>
        builder.HasOne<Person>().WithMany().HasForeignKey(c => c.PersonId).OnDelete(DeleteBehavior.Restrict);
}
