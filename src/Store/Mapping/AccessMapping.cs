using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using SturdyTinker.Core.People;
using SturdyTinker.Store.Access;

namespace SturdyTinker.Store.Mapping;

internal sealed class AccountMapping : IEntityTypeConfiguration<Account>
{
    public void Configure(EntityTypeBuilder<Account> builder)
    {
        builder.ToTable("Accounts");
        builder.Property(a => a.Id).ValueGeneratedNever();
        builder.HasOne<Person>().WithOne().HasForeignKey<Account>(a => a.Id).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class PasskeyMapping : IEntityTypeConfiguration<IdentityUserPasskey<Guid>>
{
    public void Configure(EntityTypeBuilder<IdentityUserPasskey<Guid>> builder)
    {
        builder.ToTable("Passkeys");
        builder.HasKey(p => p.CredentialId);
        builder.Property(p => p.CredentialId).HasMaxLength(LongestId);
        builder.OwnsOne(p => p.Data).ToJson();
        builder.HasOne<Account>().WithMany().HasForeignKey(p => p.UserId).OnDelete(DeleteBehavior.Restrict);
    }

    // Bytes: as long as WebAuthn has them (Level 3, credential id).
    private const int LongestId = 1_023;
}

// What the framework asks for and this program does not use.
internal sealed class UnusedMapping :
    IEntityTypeConfiguration<IdentityUserClaim<Guid>>,
    IEntityTypeConfiguration<IdentityUserLogin<Guid>>,
    IEntityTypeConfiguration<IdentityUserToken<Guid>>
{
    public void Configure(EntityTypeBuilder<IdentityUserClaim<Guid>> builder) => builder.ToTable("AccountClaims");

    public void Configure(EntityTypeBuilder<IdentityUserLogin<Guid>> builder) => builder.ToTable("AccountLogins");

    public void Configure(EntityTypeBuilder<IdentityUserToken<Guid>> builder) => builder.ToTable("AccountTokens");
}

internal sealed class SessionMapping : IEntityTypeConfiguration<Session>
{
    public void Configure(EntityTypeBuilder<Session> builder)
    {
        builder.Property(s => s.Id).ValueGeneratedNever();
        builder.HasIndex(s => s.KeyHash).IsUnique();
        builder.HasOne<Person>().WithMany().HasForeignKey(s => s.PersonId).OnDelete(DeleteBehavior.Restrict);
        builder.HasOne<Device>().WithMany().HasForeignKey(s => s.DeviceId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class DeviceMapping : IEntityTypeConfiguration<Device>
{
    public void Configure(EntityTypeBuilder<Device> builder)
    {
        builder.Property(d => d.Id).ValueGeneratedNever();
        builder.HasIndex(d => d.KeyHash).IsUnique();
        builder.HasOne<Person>().WithMany().HasForeignKey(d => d.EnrolledBy).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class AccessTokenMapping : IEntityTypeConfiguration<AccessToken>
{
    public void Configure(EntityTypeBuilder<AccessToken> builder)
    {
        builder.Property(t => t.Id).ValueGeneratedNever();
        builder.HasIndex(t => t.KeyHash).IsUnique();
        builder.HasOne<Person>().WithMany().HasForeignKey(t => t.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}

internal sealed class OneTimeCodeMapping : IEntityTypeConfiguration<OneTimeCode>
{
    public void Configure(EntityTypeBuilder<OneTimeCode> builder)
    {
        builder.HasKey(c => c.CodeHash);
        builder.HasOne<Person>().WithMany().HasForeignKey(c => c.PersonId).OnDelete(DeleteBehavior.Restrict);
    }
}
