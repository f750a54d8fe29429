using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Catalogue;

/// <summary>
/// The times and counts that practitioners put to whole jobs. Common practice, no source, unless something else is
/// said.
/// </summary>
public class TradeTimesTests
{
    private static Packet Compose(RunningGear gear, params string[] jobs) =>
        Composer.Compose(
            gear,
            [.. jobs.Select(j => new JobAt(j.Split('@')[0], j.Split('@')[1]))],
            PracticeChoices.Defaults);

    private static Packet Everywhere(RunningGear gear, params string[] codes) => Composer.Compose(
        gear, [.. JobCatalogue.Ours
            .For(gear)
            .Where(j => codes.Contains(j.Job.Code))
            .SelectMany(j => j.Places.Select(p => new JobAt(j.Job.Code, p.Code)))], PracticeChoices.Defaults);

    // What reaching an opening costs, and nothing else.
    private static decimal Opened(RunningGear gear, params (string Code, string Place)[] openings) =>
        Openings.Ours.Closure(gear, openings.SelectMany(o => Openings.Ours.Reach(gear, o.Code, Place.Of(o.Place))))
            .Sum(o => o.Opening.Open
                .Concat(o.Opening.Close)
                .Where(s => s.Wanted(new StepContext(gear, PracticeChoices.Defaults) { Place = o.Place }))
                .Sum(s => s.Minutes));

    [Fact]
    public void A_repack_with_the_wheel_already_off_adds_about_twenty_minutes()
    {
        // The brake that had its drum off is set and tried beside that: minutes of its own.
        Packet packet = Compose(Gears.Single, "bearing-repack@axle-1-left");
        decimal brake = packet.Steps.Where(s =>
            PacketStep.FamilyOf(s.Key).StartsWith("brake-", StringComparison.Ordinal)).Sum(s => s.Minutes);
        Assert.InRange(packet.Minutes - brake - Opened(Gears.Single, ("wheel-off", "axle-1-left")), 17, 24);
        Assert.InRange(brake, 3, 7);
    }

    [Fact]
    public void A_whole_wheel_end_takes_thirty_to_sixty_minutes() =>
        Assert.InRange(Compose(Gears.Single, "bearing-repack@axle-1-left").Minutes, 30, 60);

    [Fact]
    public void All_four_ends_of_a_tandem_take_about_three_hours() =>
        Assert.InRange(Everywhere(Gears.Tandem, "bearing-repack").Minutes, 150, 190);

    /// <summary>
    /// The brake plate's own 6 and 8 minutes, and matching; hub and bearings are open for the repack anyway, which sets
    /// the brake too.
    /// </summary>
    [Fact]
    public void A_brake_assembly_on_top_of_a_repack_adds_well_under_half_an_hour()
    {
        decimal repack = Compose(
            Gears.Tandem,
            "bearing-repack@axle-1-left").Minutes, both = Compose(
                Gears.Tandem,
                "bearing-repack@axle-1-left",
                "brake-assembly@axle-1-left-brake").Minutes;
        Assert.InRange(both - repack, 14, 26);
        Assert.True(both < repack + (Compose(Gears.Tandem, "brake-assembly@axle-1-left-brake").Minutes * 0.6m));
    }

    [Fact]
    public void One_leaf_spring_takes_about_half_an_hour_once_the_axle_is_held() =>
        Assert.InRange(
            Compose(Gears.Tandem, "spring@axle-1-left-spring").Minutes - Opened(
                Gears.Tandem,
                ("axle-held", "axle-1-left")),
            25,
            36);

    [Fact]
    public void Four_springs_with_shackles_take_about_five_hours() =>
        Assert.InRange(Everywhere(Gears.Tandem, "spring", "shackle-links").Minutes, 255, 345);

    [Fact]
    public void An_equalizer_with_cross_brace_takes_about_an_hour_and_a_half_a_side() =>
        Assert.InRange(Everywhere(Gears.Tandem, "equalizer", "cross-brace").Minutes / 2, 78, 102);

    /// <summary>
    /// Counted by hand on a drawing: front hanger, links, equalizer ends and centre, links, rear hanger.
    /// </summary>
    [Theory]
    [InlineData(1, SuspensionKind.DoubleEyeSprings, 3, 2, 1)]
    [InlineData(2, SuspensionKind.DoubleEyeSprings, 7, 5, 2)]
    [InlineData(3, SuspensionKind.DoubleEyeSprings, 12, 8, 4)]
    [InlineData(1, SuspensionKind.SlipperSprings, 1, 1, 0)]
    [InlineData(2, SuspensionKind.SlipperSprings, 3, 3, 0)]
    [InlineData(3, SuspensionKind.SlipperSprings, 5, 5, 0)]
    public void Bolts_bushings_and_links_of_a_side_follow_from_the_gear(
        int axles,
        SuspensionKind suspension,
        int bolts,
        int bushings,
        int links)
    {
        RunningGear gear = GearDefaults.For(axles, 3_500) with { Suspension = suspension };
        Assert.Equal(
            (bolts, bushings, links),
            (SuspensionBolts.BoltsOnASide(gear), SuspensionBolts.BushingsOnASide(gear),
                SuspensionBolts.LinkPairsOnASide(gear)));

        // The packet comes to the same, place by place, without anyone typing it.
        IReadOnlyList<PartNeed> parts = Compose(gear, "bushings-and-bolts@left").PartsToTake;
        Assert.Equal((bolts, bushings), (Quantity(parts, PartNames.WetBolt), Quantity(parts, PartNames.BronzeBushing)));
        Assert.Equal(bolts, Quantity(parts, PartNames.LockNut));
        Assert.Equal(
            links * 2,
            Everywhere(gear, "shackle-links").PartsToTake
                .Where(p => p.Name == PartNames.Link)
                .Sum(p => p.Quantity) / 2);
    }

    [Fact]
    public void A_torsion_axle_has_none_of_these()
    {
        RunningGear torsion = Gears.Tandem with
        {
            Suspension = SuspensionKind.Torsion,
            Spindle = SpindleKind.TorsionArm
        };
        Assert.Equal(
            (0, 0, 0),
            (SuspensionBolts.BoltsOnASide(torsion), SuspensionBolts.BushingsOnASide(torsion),
                SuspensionBolts.LinkPairsOnASide(torsion)));
        Assert.DoesNotContain(
            JobCatalogue.Ours.For(torsion),
            j =>
                j.Job.Code is "bushings-and-bolts" or "spring" or "equalizer" or "u-bolts" or "hanger"
                or "shackle-links");
    }

    private static int Quantity(IReadOnlyList<PartNeed> parts, string name) =>
        (int)parts.Where(p => p.Name == name).Sum(p => p.Quantity);

    [Fact]
    public void Parts_follow_from_the_gear_and_the_practices()
    {
        IReadOnlyList<PartNeed> parts = Everywhere(Gears.Tandem, "bearing-repack").PartsToTake;
        Assert.Equal(
            4,
            parts.Single(p => p.Name.StartsWith(
                "grease seal 2.125 × 3.376 or 2.250 × 3.376",
                StringComparison.Ordinal)).Quantity);
        Assert.Equal(4, Quantity(parts, "cotter pin"));
        Assert.DoesNotContain(
            Everywhere(Gears.Tandem with { NutRetention = NutRetention.RetainerClip }, "bearing-repack").PartsToTake,
            p => p.Name == "cotter pin");
        Assert.Equal(
            1,
            Quantity(
                Compose(Gears.Tandem, "brake-assembly@axle-2-right-brake").PartsToTake,
                "electric brake assembly 12 × 2, right"));
        Assert.Equal(
            1,
            Quantity(Compose(Gears.Tandem, "bearings-and-cups@axle-1-left").PartsToTake, "cone 25580 and cup 25520"));

        PracticeChoices free = PracticeChoices.Defaults.With(new Dictionary<string, string>
        {
            ["bushings"] = "maintenance-free",
            ["u-bolts"] = "reuse"
        });
        IReadOnlyList<PartNeed> dry = Composer.Compose(
            Gears.Tandem,
            [new("bushings-and-bolts", "left")],
            free).PartsToTake;
        Assert.Equal(
            (7, 5, 0),
            (Quantity(
                dry,
                PartNames.PlainBolt), Quantity(dry, PartNames.FreeBushing), Quantity(dry, PartNames.WetBolt)));
        Assert.Equal(2, Quantity(Compose(Gears.Tandem, "spring@axle-1-left-spring").PartsToTake, PartNames.UBolt));
        Assert.Equal(
            0,
            Quantity(
                Composer.Compose(Gears.Tandem, [new("spring", "axle-1-left-spring")], free).PartsToTake,
                PartNames.UBolt));
        Assert.Equal(
            2,
            Quantity(
                Composer.Compose(Gears.Tandem, [new("u-bolts", "axle-1-left-u-bolts")], free).PartsToTake,
                PartNames.UBolt));
    }

    [Fact]
    public void A_sealed_hub_goes_on_with_its_own_nut_whatever_was_there()
    {
        Packet packet = Compose(Gears.Tandem, "sealed-hub@axle-1-left", "bearing-repack@axle-1-right");
        string[] left = [.. packet.Steps
            .Where(s => s.Place == "axle-1-left")
            .Select(s => s.Key.Split('/')[^1])], right = [.. packet.Steps
                .Where(s => s.Place == "axle-1-right")
                .Select(s => s.Key.Split('/')[^1])];
        Assert.Contains("pull-pin", left);
        Assert.Contains("one-piece-nut", left);
        Assert.DoesNotContain("new-pin", left);
        Assert.Contains("new-pin", right);
        Assert.DoesNotContain("one-piece-nut", right);
        Assert.True(Array.IndexOf(left, "fill") > Array.IndexOf(left, "one-piece-lock"));
    }

    [Fact]
    public void Brakes_are_bled_once_the_farthest_first_whatever_opened_the_lines()
    {
        RunningGear gear = Gears.Tandem with { Brake = BrakeKind.HydraulicDisc };
        Packet packet = Compose(
            gear,
            "caliper@axle-1-left-brake",
            "line-and-hose@axle-2-right-brake",
            "actuator@trailer");
        Assert.Equal(
            ["axle-2-right-brake", "axle-2-left-brake", "axle-1-right-brake", "axle-1-left-brake"],
            packet.Steps.Where(s => s.Key.EndsWith("/bleed", StringComparison.Ordinal)).Select(s => s.Place));
    }

    [Fact]
    public void An_electric_trailer_gets_its_actuator_with_its_discs_and_only_discs_are_bled()
    {
        static string[] Bled(Packet packet) =>
            [.. packet.Steps.Where(s => s.Key.EndsWith("/bleed-dry", StringComparison.Ordinal)).Select(s => s.Place)];
        Packet one = Compose(Gears.Tandem, "disc-conversion@axle-1"), both = Compose(
            Gears.Tandem,
            "disc-conversion@axle-1",
            "disc-conversion@axle-2");
        Assert.Equal(["axle-1-right-brake", "axle-1-left-brake"], Bled(one));
        Assert.Equal(
            ["axle-2-right-brake", "axle-2-left-brake", "axle-1-right-brake", "axle-1-left-brake"],
            Bled(both));
        Assert.Equal(1, both.PartsToTake.Single(p => p.Name == "brake actuator").Quantity);

        // Hubs with new cups get new cones and a new seal; a hydraulic trailer has its actuator already.
        Assert.Equal(4, both.PartsToTake.Single(p => p.Name == "hub with rotor").Quantity);
        Assert.Equal(
            8,
            both.PartsToTake.Where(p => p.Name.Contains("cone ", StringComparison.Ordinal)).Sum(p => p.Quantity));
        Assert.Equal(
            4,
            both.PartsToTake.Where(p => p.Name.StartsWith(
                "grease seal",
                StringComparison.Ordinal)).Sum(p => p.Quantity));
        Assert.DoesNotContain(
            Compose(Gears.Tandem with { Brake = BrakeKind.HydraulicDrum }, "disc-conversion@axle-1").PartsToTake,
            p => p.Name == "brake actuator");
    }

    [Fact]
    public void The_deepest_packet_there_is_has_everything_and_still_holds_together()
    {
        RunningGear triple = GearDefaults.For(3, 7_000) with { Spindle = SpindleKind.BoltOn };
        JobAt[] all = Composing.AnyVisit.Everything(triple);
        Packet packet = Composer.Compose(triple, all, PracticeChoices.Defaults);
        Progress done = new(packet, packet.Steps.Select(s => new StepEntry { Key = s.Key }));
        Assert.All(all, j => Assert.True(done.IsDone(j), j.Id));
        Assert.InRange(packet.Steps.Count, 500, 2_000);
    }
}
