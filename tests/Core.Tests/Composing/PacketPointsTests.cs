using CsCheck;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Practices;
using Xunit;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>
/// Packets as a good technician would do them: what comes before what, and what is used once. Common practice, without
/// a source to cite.
/// </summary>
public class PacketPointsTests
{
    private static readonly RunningGear Torsion = GearDefaults.For(2, 3_500) with
    {
        Suspension = SuspensionKind.Torsion,
        Spindle = SpindleKind.TorsionArm
    };

    private static Packet Compose(RunningGear gear, params string[] jobs) =>
        Composer.Compose(
            gear,
            [.. jobs.Select(j => j.Split('@')).Select(j => new JobAt(j[0], j[1]))],
            PracticeChoices.Defaults);

    private static List<string> Keys(Packet packet) => [.. packet.Steps.Select(s => s.Key)];

    private static void InOrder(Packet packet, params string[] keys)
    {
        List<string> all = Keys(packet);
        int[] at = [.. keys.Select(k => all.FindIndex(a => a.EndsWith(k, StringComparison.Ordinal)))];
        Assert.All(keys.Zip(at), k => Assert.True(k.Second >= 0, $"{k.First} is not in the packet."));
        Assert.True(at.Order().SequenceEqual(at), $"{string.Join(", ", keys)} stand at {string.Join(", ", at)}.");
    }

    private static bool Has(Packet packet, string code) => packet.Steps.Any(s => s.Key.Split('/')[^1] == code);

    [Fact]
    public void Old_cups_go_out_before_the_hub_is_washed_and_new_ones_home_before_new_cones_are_packed()
    {
        foreach (string[] jobs in new[]
        {
            new[] { "bearings-and-cups@axle-1-left" },
            ["bearings-and-cups@axle-1-left", "bearing-repack@axle-1-left"]
        })
        {
            Packet packet = Compose(Gears.Tandem, jobs);
            InOrder(
                packet,
                "hub-off/hub",
                "find-cause",
                "cups-out",
                "wash-hub",
                "cups-in",
                "pack-new",
                "hub-open/inner-in",
                "hub-off/hub-on");

            // Nothing is cleaned or judged that is thrown away, except to find the cause.
            Assert.False(Has(packet, "clean")
                || Has(packet, "dry")
                || Has(packet, "judge-bearings")
                || Has(packet, "pack"));
        }

        Packet oil = Compose(Gears.Tandem with { Lubrication = Lubrication.OilBath }, "bearings-and-cups@axle-1-left");
        InOrder(oil, "cups-out", "wash-hub", "cups-in", "wet-new");
        Assert.DoesNotContain(oil.PartsToTake, p => p.Name.Contains("grease", StringComparison.Ordinal));
    }

    [Fact]
    public void Old_links_come_off_before_the_equalizer_and_new_ones_go_on_last()
    {
        Packet packet = Compose(
            Gears.Tandem,
            "equalizer@equalizer-1-left",
            "shackle-links@axle-1-left-rear-eye",
            "shackle-links@axle-2-left-front-eye");
        List<string> keys = Keys(packet);
        int equalizerOff =
            keys.IndexOf("equalizer-1-left/equalizer-out/centre-bolt"), equalizerOn =
                keys.IndexOf("equalizer-1-left/equalizer-out/equalizer-in");
        Assert.True(equalizerOff >= 0 && equalizerOn > equalizerOff);
        Assert.All(
            keys.Where(k => k.EndsWith("shackle-links/links-out", StringComparison.Ordinal)),
            k => Assert.True(keys.IndexOf(k) < equalizerOff, k));
        Assert.All(
            keys.Where(k => k.EndsWith("shackle-links/links-in", StringComparison.Ordinal)),
            k => Assert.True(keys.IndexOf(k) > equalizerOn, k));
    }

    [Fact]
    public void A_new_axle_gets_its_hubs_with_all_that_goes_with_them()
    {
        Packet packet = Compose(Gears.Tandem, "axle@axle-1");
        foreach (string side in new[] { "left", "right" })
        {
            InOrder(
                packet,
                $"axle-1-{side}/hub-off/hub",
                "axle-1/axle-out/axle-down",
                "axle-1/axle/match",
                "axle-1/axle/seats",
                $"axle-1-{side}/plate-off/plate-on",
                $"axle-1-{side}/hub-off/hub-on",
                $"axle-1-{side}/hub-off/seat",
                $"axle-1-{side}/hub-off/end-play",
                $"axle-1-{side}/hub-off/new-pin",
                "axle-1/axle-out/axle-in");
        }

        // Both sides are up at once: nothing stays down to be chocked.
        Assert.True(Has(packet, "block-frame"));
        Assert.False(Has(packet, "chocks-over"));
        IReadOnlyList<PartNeed> parts = packet.PartsToTake;
        Assert.All(
            new[] { "axle beam", "grease seal", "cotter pin", "U-bolt", "wheel bearing grease" },
            name => Assert.Contains(parts, p => p.Name.Contains(name, StringComparison.Ordinal)));

        // Honest minutes: more than two repacks and two brake plates on one trip; and afterwards the repacks there are
        // new.
        Assert.True(packet.Minutes > Compose(
            Gears.Tandem,
            "bearing-repack@axle-1-left",
            "bearing-repack@axle-1-right",
            "brake-assembly@axle-1-left-brake",
            "brake-assembly@axle-1-right-brake").Minutes);
        Assert.Superset(
            new HashSet<JobAt> { new("bearing-repack", "axle-1-left"), new("bearing-repack", "axle-1-right") },
            JobCatalogue.Ours.Find("axle")!.DoneAlong(JobCatalogue.Ours, Gears.Tandem, Place.Of("axle-1")).ToHashSet());
    }

    [Fact]
    public void A_torsion_axle_hangs_on_its_brackets_and_their_check_has_a_job()
    {
        Packet packet = Compose(Torsion, "axle@axle-1");
        Assert.Contains(
            packet.Steps,
            s => s.Readings.Contains("bracket-torque") && s.Torque is { Fastener: "bracket-bolts" });
        Assert.False(Has(packet, "seats"));
        Assert.DoesNotContain(
            packet.Steps,
            s => s.Title.Contains("centre bolt", StringComparison.OrdinalIgnoreCase)
                || s.Title.Contains("U-bolt", StringComparison.Ordinal));
        string owed = Assert.Single(
            JobCatalogue.Ours.Find("axle")!.FollowUps
                .Concat(packet.Openings.SelectMany(o => Openings.Ours.Find(o.Code).FollowUps))
                .Where(f => f.Wanted(PracticeChoices.Defaults))
                .Select(f => f.Code)
                .Distinct(),
            c => c.Contains("suspension", StringComparison.Ordinal));
        Assert.Contains(JobCatalogue.Ours.For(Torsion), j => j.Job.Settles.Contains(owed));
    }

    [Fact]
    public void Drums_become_discs_in_an_order_in_which_each_thing_is_there()
    {
        Packet packet = Compose(Gears.Tandem, "disc-conversion@axle-1", "disc-conversion@axle-2");
        foreach (string end in new[] { "axle-1-left", "axle-2-right" })
        {
            InOrder(
                packet,
                $"{end}/plate-off/plate",
                $"{end}/plate-off/bracket-on",
                $"{end}-brake/disc-conversion/rotor-hub",
                $"{end}/hub-off/hub-on",
                $"{end}-brake/disc-conversion/caliper-fit",
                $"{end}-brake/disc-conversion/hose-fit",
                $"{end}-brake/disc-conversion/line-run",
                $"{end}/wheel-clears/wheel-clears",
                $"{end}/wheel-off/nuts-by-hand");
            Assert.Contains($"{end}/plate-off/wires-safe", Keys(packet));
        }

        InOrder(packet, "bleeding/fill-dry", "bleeding/bleed-dry", "bleeding/level", "try-discs");
        Assert.False(Has(packet, "set-brush") || Has(packet, "set-silent"));
        Assert.Contains(
            packet.PartsToTake,
            p => p.Name.Contains("brake fluid", StringComparison.Ordinal) && p.Quantity >= 12);

        // The description changes when every axle has them, and not before.
        JobAt one = new("disc-conversion", "axle-1"), two = new("disc-conversion", "axle-2");
        Assert.Empty(GearChanges.Of(Gears.Tandem, [one], []));
        Assert.Equal(
            BrakeKind.HydraulicDisc,
            Assert.Single(GearChanges.Of(Gears.Tandem, [two], [one])).To(Gears.Tandem).Brake);
    }

    [Fact]
    public void No_star_wheel_is_turned_where_there_is_none()
    {
        foreach (RunningGear gear in new[]
        {
            Gears.Tandem with { Brake = BrakeKind.HydraulicDisc, BrakeSize = null },
            Gears.Tandem with { Brake = BrakeKind.None, BrakeSize = null }
        })
        {
            foreach ((Job job, IReadOnlyList<Place> places) in JobCatalogue.Ours.For(gear))
            {
                Packet packet = Composer.Compose(gear, [new JobAt(job.Code, places[0].Code)], PracticeChoices.Defaults);
                Assert.DoesNotContain(
                    packet.Steps,
                    s => s.Title.Contains("Star wheel", StringComparison.OrdinalIgnoreCase)
                        || s.Readings.Contains("circuit-current"));
            }
        }
    }

    [Fact]
    public void A_sealed_hub_asks_for_its_makers_figures_and_is_looked_at_again()
    {
        Packet packet = Compose(Gears.Tandem, "sealed-hub@axle-1-left");
        InOrder(packet, "sealed-hub/match-set", "hub-off/hub-on", "hub-off/one-piece-nut", "sealed-hub/fill");
        PacketStep nut = packet.Steps.Single(s => s.Key.EndsWith("/one-piece-nut", StringComparison.Ordinal));
        Assert.Null(nut.Torque!.From);
        Assert.DoesNotContain(
            packet.Steps,
            s => s.Title.Contains("200", StringComparison.Ordinal) || s.Title.Contains("47", StringComparison.Ordinal));
        RunningGear sealedHubs = Gears.Tandem with
        {
            Lubrication = Lubrication.SealedHub,
            NutRetention = NutRetention.OnePieceNut
        };
        Assert.Contains(JobCatalogue.Ours.For(sealedHubs), j => j.Job.Code == "hub-look");
        Assert.DoesNotContain(JobCatalogue.Ours.For(sealedHubs), j => j.Job.Code == "bearing-repack");
        Assert.Contains(Core.Intervals.DueRules.All, r => r.Code == "hub-look");
    }

    [Fact]
    public void What_oil_does_names_oil()
    {
        RunningGear oil = Gears.Tandem with { Lubrication = Lubrication.OilBath };
        foreach (string job in new[] { "oil-reseal", "oil-change" })
        {
            IReadOnlyList<PartNeed> parts = Compose(oil, $"{job}@axle-1-left").PartsToTake;
            Assert.Contains(parts, p => p.Name.Contains("oil", StringComparison.Ordinal));
            Assert.DoesNotContain(parts, p => p.Name.Contains("grease", StringComparison.Ordinal));
        }

        Assert.Contains(
            "oil-reseal",
            Core.Findings.Rules.Rulebook.All.Where(r => r.Subject == Core.Gear.Subject.Oil
                && r.Verdict >= Core.Findings.Verdict.Renew).SelectMany(r => r.Jobs));
    }

    [Fact]
    public void An_axle_turned_is_measured_again_and_welded_by_whoever_may()
    {
        Packet packet = Compose(Gears.Tandem, "axle-turned@axle-1");
        InOrder(
            packet,
            "axle-turned/crown",
            "axle-turned/power-off",
            "axle-turned/seats",
            "axle-out/axle-in",
            "raised/lower",
            "crown-again");
        string words = string.Join(
            ' ',
            packet.Steps.Where(s => s.Key.Contains(
                "/axle-turned/",
                StringComparison.Ordinal)).SelectMany(s => s.Cautions.Append(s.Title).Append(s.Detail)));
        Assert.Contains("qualified", words, StringComparison.Ordinal);
        Assert.Contains("bearing", words, StringComparison.Ordinal);
        Assert.Contains(
            packet.PartsToTake,
            p => p.Name.Contains("spring seat", StringComparison.Ordinal) && p.Quantity == 2);
    }

    [Fact]
    public void A_repack_on_drum_brakes_ends_with_the_brake_set_and_tried()
    {
        InOrder(
            Compose(Gears.Tandem, "bearing-repack@axle-1-left"),
            "hub-off/hub-on",
            "brake-setting/set-brush",
            "wheel-off/torque",
            "brake-try/power",
            "secured/unchock");
        InOrder(
            Compose(Gears.Tandem with { Brake = BrakeKind.HydraulicDrum }, "bearing-repack@axle-1-left"),
            "hub-off/hub-on",
            "brake-setting/set-brush",
            "brake-try/pedal");
    }

    [Fact]
    public void Shoe_jobs_look_at_the_drum_and_nothing_is_weighed_with_the_spring_out()
    {
        Assert.All(
            new[] { "shoes-and-magnet", "brake-assembly" },
            job => Assert.Contains(
                Compose(Gears.Tandem, $"{job}@axle-1-left-brake").Steps,
                s => s.Readings.Contains("drum-diameter")));
        InOrder(
            Compose(Gears.Tandem, "spring@axle-1-left-spring"),
            "side-weighed/weigh",
            "raised/lift",
            "spring-out/spring");
    }

    [Fact]
    public void Chocks_go_over_with_the_side()
    {
        List<string> keys = Keys(Compose(Gears.Tandem, "bearing-repack@axle-1-left", "bearing-repack@axle-1-right"));
        Assert.True(keys.IndexOf("left/raised/lower") < keys.IndexOf("right/raised/chocks-over")
            && keys.IndexOf("right/raised/chocks-over") < keys.IndexOf("right/raised/lift"));
    }

    [Theory]
    [InlineData(2, 7, "bushings-and-bolts@left", "equalizer@equalizer-1-left")]
    [InlineData(2, 7, "bushings-and-bolts@left", "equalizer@equalizer-1-left", "shackle-links@axle-1-left-rear-eye",
        "shackle-links@axle-2-left-front-eye")]
    [InlineData(3, 12, "bushings-and-bolts@left", "equalizer@equalizer-1-left", "equalizer@equalizer-2-left")]
    [InlineData(2, 5, "equalizer@equalizer-1-left", "shackle-links@axle-1-left-rear-eye",
        "shackle-links@axle-2-left-front-eye")]
    public void Every_bolt_is_bought_once(int axles, int bolts, params string[] jobs) =>
        Assert.Equal(
            bolts,
            Compose(GearDefaults.For(axles, 5_200), jobs).PartsToTake
                .Where(p => p.Name == PartNames.WetBolt)
                .Sum(p => p.Quantity));

    /// <summary>
    /// What two jobs both need at one spot is one part: for every pair of jobs on four gears, and any three.
    /// </summary>
    [Fact]
    public void Two_jobs_never_buy_one_part_twice()
    {
        foreach (RunningGear gear in new[]
        {
            Gears.Tandem,
            Torsion,
            Gears.Tandem with { Brake = BrakeKind.HydraulicDrum, Lubrication = Lubrication.OilBath }
        })
        {
            JobAt[] all = [.. JobCatalogue.Ours.For(gear).SelectMany(j => j.Places.Where(p => p.Side != Side.Right
                && p.Axle < 3).Select(p => new JobAt(j.Job.Code, p.Code)))];
            Dictionary<JobAt, Dictionary<(string, string), decimal>> own = all.ToDictionary(
                j => j,
                j => Spots(Composer.Compose(gear, [j], PracticeChoices.Defaults)));
            for (int i = 0; i < all.Length; i++)
            {
                for (int j = i + 1; j < all.Length; j++)
                {
                    JobAt[] pair = [all[i], all[j]];
                    if (!Composer.Refusals(gear, pair, PracticeChoices.Defaults).Any())
                    {
                        Once(gear, pair, own);
                    }
                }
            }
        }
    }

    [Fact]
    public void Three_jobs_and_more_never_buy_one_part_twice_either() =>
        AnyVisit.Any(4).Sample(v => Once(v.Gear, v.Jobs, null, v.Practices), iter: 600);

    private static void Once(
        RunningGear gear,
        IReadOnlyList<JobAt> jobs,
        Dictionary<JobAt, Dictionary<(string, string), decimal>>? own,
        PracticeChoices? practices = null)
    {
        List<Dictionary<(string, string), decimal>> each = [.. jobs.Select(j => own?[j]
            ?? Spots(Composer.Compose(gear, [j], practices ?? PracticeChoices.Defaults)))];
        foreach (((string spot, string part), decimal quantity) in Spots(Composer.Compose(
            gear,
            jobs,
            practices ?? PracticeChoices.Defaults)))
        {
            decimal most = each.Max(e => e.GetValueOrDefault((spot, part)));
            Assert.True(
                most == 0 || quantity <= most,
                $"{string.Join(" with ", jobs.Select(j => j.Id))} takes {quantity} of {part} at {spot}, where one "
                    + $"alone takes {most}.");
        }
    }

    private static Dictionary<(string Spot, string Part), decimal> Spots(Packet packet) => packet.Steps
        .SelectMany(s =>
            s.Parts.Where(p => p.Unit == "piece").Select(p =>
                (Spot: p.Spot.Length > 0 ? p.Spot : s.Place, Part: p.Code.Length > 0 ? p.Code : p.Name, p.Quantity)))
        .GroupBy(p => (p.Spot, p.Part)).ToDictionary(g => g.Key, g => g.Sum(p => p.Quantity));
}
