using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using SturdyTinker.Store;
using Xunit;

namespace SturdyTinker.Shop.Tests;

/// <summary>
/// Arrows run one way outside the core too: Shop knows Store, Store knows Core, and destinations do not go round in
/// circles.
/// </summary>
public sealed class ArrowTests
{
    private static readonly Architecture House = new ArchLoader().LoadAssemblies(
        typeof(Program).Assembly,
        typeof(ShopFile).Assembly).Build();

    // What a destination takes from another: the ledger shows a visit as the bay does and takes trailers in as the yard
    // does; whoever takes a trailer in is told what the shelf lacks; what customers agree to is work of the bay, and
    // what owners see is the ledger's sheet. Everything else that two need lies in Requests.
    private static readonly HashSet<(string From, string To)> Known =
    [
        ("Approvals", "Bay"),
        ("Bay", "Shelf"),
        ("Ledger", "Bay"),
        ("Ledger", "Yard"),
        ("Owners", "Ledger")
    ];

    private static readonly string[] Destinations =
    [
        "Approvals",
        "Owners",
        "Yard",
        "Horizon",
        "Bay",
        "Shelf",
        "Reckoner",
        "Ledger",
        "Settings",
        "Find"
    ];

    private static string? RoomOf(IType type, string project) =>
        type.FullName.Split('.') is ["SturdyTinker", var of, var room, ..] && of == project ? room : null;

    private static IEnumerable<(IType From, IType To)> Arrows =>
        from type in House.Types from known in type.Dependencies.Select(d => d.Target).Distinct() select (type, known);

    [Fact]
    public void A_destination_takes_nothing_from_another_but_what_is_known()
    {
        List<(string From, string To, string Where)> between =
        [
            .. from arrow in Arrows
               let rooms = (From: RoomOf(arrow.From, "Shop"), To: RoomOf(arrow.To, "Shop"))
               where Destinations.Contains(rooms.From) && Destinations.Contains(rooms.To) && rooms.From != rooms.To
               select (rooms.From!, rooms.To!, $"{arrow.From.FullName} knows {arrow.To.FullName}"),
        ];
        Assert.Empty(between.Where(b => !Known.Contains((b.From, b.To))).Select(b => b.Where));

        // What is known is still so, and goes round in no circle.
        Assert.Equal(Known.Order(), between.Select(b => (b.From, b.To)).Distinct().Order());
        Assert.DoesNotContain(Known, k => Known.Contains((k.To, k.From)));
    }

    [Fact]
    public void What_all_share_knows_no_destination() => Assert.Empty(
        from arrow in Arrows
        where RoomOf(arrow.From, "Shop") == "Requests" && Destinations.Contains(RoomOf(arrow.To, "Shop"))
        select $"{arrow.From.FullName} knows {arrow.To.FullName}");

    [Fact]
    public void The_store_knows_no_shop_and_no_web() => Assert.Empty(
        from arrow in Arrows
        where arrow.From.FullName.StartsWith("SturdyTinker.Store.", StringComparison.Ordinal)
        where arrow.To.FullName.StartsWith("SturdyTinker.Shop.", StringComparison.Ordinal)
            || (arrow.To.FullName.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal)

                // Accounts as they are stored; the package knows no web.
                && !arrow.To.FullName.StartsWith("Microsoft.AspNetCore.Identity.", StringComparison.Ordinal))
        select $"{arrow.From.FullName} knows {arrow.To.FullName}");
}
