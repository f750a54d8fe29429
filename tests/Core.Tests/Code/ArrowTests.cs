using ArchUnitNET.Domain;
using ArchUnitNET.Loader;
using Xunit;

namespace SturdyTinker.Core.Tests.Code;

/// <summary>
/// Arrows run one way inside the core: each room knows only those before it, and nothing outside knows of it here.
/// </summary>
public class ArrowTests
{
    // Each knows itself and any before it; what is in none, such as Source, is known to all and knows none.
    private static readonly string[] Rooms =
    [
        "Measures", "Practices", "Gear", "Parts", "Findings", "Intervals", "Wear", "Catalogue", "Composing", "Visits",
        "Pricing", "Status", "Approvals", "Handovers", "Planning", "Notices", "Reckoner", "People", "Day", "Amendments",
        "Papers", "Evidence",
    ];

    private static readonly Architecture Core = new ArchLoader().LoadAssembly(typeof(Source).Assembly).Build();

    private static string? RoomOf(IType type) =>
        type.FullName.Split('.') is ["SturdyTinker", "Core", var room, _, ..] ? room : null;

    [Fact]
    public void Every_room_has_its_place()
    {
        string[] there = [.. Core.Types
            .Where(t => t.Assembly.Name.Contains("SturdyTinker.Core", StringComparison.Ordinal))
            .Select(RoomOf)
            .OfType<string>()
            .Distinct()
            .Order()];
        Assert.Equal(Rooms.Order(), there);
    }

    [Fact]
    public void A_room_knows_only_those_before_it()
    {
        string[] against =
        [
            .. from type in Core.Types
               let room = Array.IndexOf(Rooms, RoomOf(type))
               where room >= 0
               from known in type.Dependencies.Select(d => d.Target).Distinct()
               where Array.IndexOf(Rooms, RoomOf(known)) > room
               select $"{type.FullName} knows {known.FullName}",
        ];
        Assert.True(against.Length == 0, string.Join('\n', against.Distinct().Take(20)));

        // That arrows are seen at all.
        Assert.Contains(
            Core.Types,
            t => RoomOf(t) == "Visits" && t.Dependencies.Any(d => RoomOf(d.Target) == "Composing"));
    }

    [Fact]
    public void The_core_knows_no_web_no_database_no_files_and_no_clock()
    {
        string[] barred =
        [
            "Microsoft.AspNetCore",
            "Microsoft.EntityFrameworkCore",
            "Microsoft.Data",
            "System.Net",
            "System.IO.File",
            "System.IO.Directory",
            "System.TimeProvider"
        ];
        string[] against =
        [
            .. from type in Core.Types
               where RoomOf(type) is not null
               from known in type.Dependencies.Select(d => d.Target.FullName).Distinct()
               where barred.Any(b => known.StartsWith(b, StringComparison.Ordinal))
               select $"{type.FullName} knows {known}",
        ];
        Assert.True(against.Length == 0, string.Join('\n', against));
    }
}
