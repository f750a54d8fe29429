using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Reckoner;
using Xunit;

namespace SturdyTinker.Core.Tests.Reckoner;

/// <summary>The ready sums, against what is published.</summary>
public sealed class SumTests
{
    private static Worked Do(string sum, params (string Entry, string Typed)[] typed)
    {
        Sum one = Sum.Find(sum)!;
        Dictionary<string, string> all = one.Entries.Where(e => !e.Optional).ToDictionary(e => e.Code, e => e.Example);
        foreach ((string entry, string text) in typed)
        {
            all[entry] = text;
        }

        Given given = Given.Read(
            one,
            all.GetValueOrDefault,
            LimitsInForce.Ours,
            out IReadOnlyList<(string Entry, string Sentence)> problems);
        Assert.Empty(problems);
        return one.Work(given);
    }

    private static string Value(Worked worked, string name) => worked.Results.Single(r => r.Name == name).Value;

    [Fact]
    public void Every_sum_does_its_own_example_with_its_working_and_takes_no_nonsense()
    {
        foreach (Sum sum in Sum.All)
        {
            Worked worked = sum.Work(Given.Read(
                sum,
                code => sum.Entries.Single(e => e.Code == code).Example,
                LimitsInForce.Ours,
                out var problems));
            Assert.Empty(problems);
            Assert.Null(worked.Problem);
            Assert.NotEmpty(worked.Results);
            Assert.Contains(worked.Working, l => l.Source.Length > 0 || sum.Code == "tyre");
            Assert.All(worked.Results, r => Assert.DoesNotContain("NaN", r.Value + r.Other, StringComparison.Ordinal));

            Given.Read(sum, _ => "", LimitsInForce.Ours, out problems);
            Assert.Equal(sum.Entries.Count(e => !e.Optional), problems.Count);
            Given.Read(
                sum,
                code => sum.Entries.Single(e => e.Code == code).Kind == EntryKind.Text ? "x" : "⚙",
                LimitsInForce.Ours,
                out problems);
            Assert.Equal(sum.Entries.Count(e => e.Kind != EntryKind.Text), problems.Count);
            Given.Read(sum, _ => new string('9', 200), LimitsInForce.Ours, out problems);
            Assert.Equal(sum.Entries.Count, problems.Count);
        }
    }

    /// <summary>Physics: the same hand on a lever a third longer.</summary>
    [Fact]
    public void An_extension_asks_for_less_on_the_wrench_and_the_same_sum_backwards_gives_what_the_nut_got()
    {
        Torque set = Wrench.Setting(Torque.FromPoundForceFeet(100), Length.FromInches(18), Length.FromInches(6));
        Assert.Equal(75m, set.PoundForceFeet, 10);
        Assert.Equal(100m, Wrench.Got(set, Length.FromInches(18), Length.FromInches(6)).PoundForceFeet, 10);
        Assert.Equal("75 lbf·ft", Value(Do("wrench"), "Set the wrench to"));
        Assert.Equal("1 – 3 – 5 – 2 – 4", Value(Do("wrench"), "Order, numbered as they lie"));
        Assert.Equal("extension", Do("wrench", ("length", "18"), ("extension", "-17")).Against);

        Given.Read(Sum.Find("wrench")!, code => code == "length" ? "0" : "5", LimitsInForce.Ours, out var problems);
        Assert.Contains(problems, p => p.Entry == "length" && p.Sentence.Contains("between", StringComparison.Ordinal));
    }

    /// <summary>Geometry; the limits are TMC RP 618's, cited from memory where they stand.</summary>
    [Theory]
    [InlineData("15", "fine", "sound")]
    [InlineData("60", "fine", "renew")]
    [InlineData("2", "fine", "renew")]
    [InlineData("15", "slotted", "sound")]
    [InlineData("2", "slotted", "sound")]
    [InlineData("60", "slotted", "watch")]
    [InlineData("120", "slotted", "renew")]
    public void Backing_the_nut_off_makes_end_play_by_its_thread(string degrees, string nut, string verdict)
    {
        Worked worked = Do("nut-setting", ("nut", nut), ("turns", degrees));
        decimal inches = decimal.Parse(degrees, System.Globalization.CultureInfo.InvariantCulture) / 360 / 14;
        Assert.Equal(
            inches,
            NutSetting.Travel(
                14,
                decimal.Parse(degrees, System.Globalization.CultureInfo.InvariantCulture) / 360).Inches,
            10);
        Assert.StartsWith(verdict, Value(worked, "That is"), StringComparison.Ordinal);
        Assert.Equal(nut == "fine" ? "5° to 25.2° back" : "up to 50.4° back", Value(worked, "Wanted end play is"));
    }

    /// <summary>Wire tables of ASTM B258: ohms per 1,000 ft at 20 °C, from memory.</summary>
    [Theory]
    [InlineData(10, 0.1019, 0.999)]
    [InlineData(12, 0.0808, 1.588)]
    [InlineData(14, 0.0641, 2.525)]
    [InlineData(16, 0.0508, 4.016)]
    public void Wire_is_as_thick_and_resists_as_the_standard_says(int gauge, double inches, double ohms)
    {
        Assert.Equal(inches, BrakeCircuit.DiameterInches(gauge), 4);
        Assert.InRange((double)BrakeCircuit.OhmsPerThousandFeet(gauge), ohms * 0.999, ohms * 1.001);
    }

    /// <summary>
    /// Ohm's law over the standard's wire; a worked example of the trade: 12 AWG, 20 ft out and 20 back, 6 A lose 0.381
    /// V.
    /// </summary>
    [Fact]
    public void The_wire_takes_its_volts_by_its_length_and_its_current()
    {
        Assert.Equal(0.381m, Math.Round(BrakeCircuit.VoltsLost(12, 40, 6), 3));
        Worked worked = Do("brake-circuit", ("gauge", "12"), ("out", "20"), ("back", "20"), ("amperes", "6"));
        Assert.Equal("0.381 V", Value(worked, "Volts lost in the wire"));
        for (int gauge = 4; gauge <= 20; gauge++)
        {
            Assert.Equal(BrakeCircuit.VoltsLost(gauge, 10, 3) * 6, BrakeCircuit.VoltsLost(gauge, 20, 9), 12);
        }
    }

    /// <summary>What magnets draw at the plug at 12 V: 3.0 A each, 2.5 for 7 in drums. From memory.</summary>
    [Theory]
    [InlineData("1", "10", "6.0 A")]
    [InlineData("2", "10", "12.0 A")]
    [InlineData("3", "12", "18.0 A")]
    [InlineData("1", "7", "5.0 A")]
    public void A_circuit_that_draws_what_it_should_has_no_fault(string axles, string drum, string expected)
    {
        Worked worked = Do(
            "brake-circuit",
            ("volts", "12"),
            ("axles", axles),
            ("drum", drum),
            ("current", expected.Split(' ')[0]));
        Assert.Equal(expected, Value(worked, "Expected at the plug"));
        Assert.StartsWith("right", Value(worked, "What that says"), StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_amiss_is_named_the_likeliest_first()
    {
        string Says(string amperes) =>
            Value(
                Do("brake-circuit", ("volts", "12"), ("axles", "2"), ("drum", "10"), ("current", amperes)),
                "What that says");
        Assert.StartsWith("one magnet is open", Says("9"), StringComparison.Ordinal);
        Assert.Contains("one magnet is open and one takes only half", Says("7.5"), StringComparison.Ordinal);
        Assert.StartsWith("two magnets are open", Says("6"), StringComparison.Ordinal);
        Assert.StartsWith("one magnet takes only half", Says("10.5"), StringComparison.Ordinal);
        Assert.StartsWith("nothing flows", Says("0"), StringComparison.Ordinal);
        Assert.Contains("shorted in part", Says("16"), StringComparison.Ordinal);
        Assert.Contains(
            "measure each magnet in its own wire",
            Value(
                Do("brake-circuit", ("volts", "12"), ("axles", "2"), ("drum", "10"), ("current", "7.5")),
                "To tell them apart"),
            StringComparison.Ordinal);
    }

    /// <summary>
    /// More current than is right never says "too little", whatever draws it; and less never says a short.
    /// </summary>
    [Fact]
    public void High_current_never_says_too_little_and_low_never_too_much()
    {
        for (int magnets = 1; magnets <= 8; magnets++)
        {
            foreach (decimal drum in new[] { 7m, 10m, 12m })
            {
                decimal expected = MagnetCircuit.Expected(magnets, drum, 12);
                for (decimal amperes = 0; amperes < 2 * expected; amperes += 0.1m)
                {
                    string says = string.Join(
                        "; ",
                        MagnetCircuit.Candidates(magnets, drum, 12, amperes).Select(f => f.Words));
                    Assert.False(
                        amperes > expected
                            && (says.Contains("open", StringComparison.Ordinal)
                                || says.Contains("half", StringComparison.Ordinal)
                                || says.Contains("joint", StringComparison.Ordinal)),
                        $"{amperes} A of {expected}: {says}");
                    Assert.False(
                        amperes < expected && says.Contains("shorted", StringComparison.Ordinal),
                        $"{amperes} A of {expected}: {says}");
                    Assert.Equal(MagnetCircuit.IsRight(magnets, drum, 12, amperes), says.Length == 0);
                }
            }
        }
    }

    /// <summary>A cold coil is judged by its own band, never by twelve volts over a current.</summary>
    [Theory]
    [InlineData("3.2", "right")]
    [InlineData("3.0", "right")]
    [InlineData("2.4", "under its band")]
    [InlineData("5", "over its band")]
    [InlineData("900", "broken")]
    public void A_cold_coil_goes_by_its_own_band(string ohms, string says) =>
        Assert.StartsWith(
            says,
            Value(Do("brake-circuit", ("drum", "10"), ("ohms", ohms)), "The coil, cold"),
            StringComparison.Ordinal);

    /// <summary>Common practice: two springs of 3,500 lb carry 7,000.</summary>
    [Fact]
    public void The_weakest_part_says_what_the_trailer_may_weigh()
    {
        Assert.Equal(1, LoadAndCapacity.Parts(500, 7_000, 1, 0.5, 9_000, 9_000, 3_500, 2_000)[0].Share, 9);
        Assert.Equal(
            "a tyre on the heavier side",
            LoadAndCapacity.Parts(500, 7_000, 2, 0.6, 2_000, 5_000, 2_500, 2_000)[0].Part);
        Worked worked = Do(
            "load",
            ("coupler", "600"),
            ("axleload", "5,000"),
            ("heavier", "50"),
            ("tyre", "2,000"),
            ("spring", "1,250"),
            ("springafter", "1,600"));
        Assert.StartsWith(
            "a spring on the heavier side, 1,250 of 1,250 lb: 100 %",
            Value(worked, "Gives out first"),
            StringComparison.Ordinal);
        Assert.Equal("5,600 lb", Value(worked, "The trailer may weigh"));
        Assert.StartsWith("7,168 lb; then a spring", Value(worked, "With the change"), StringComparison.Ordinal);
    }

    /// <summary>Geometry: a filled cavity is what it holds; the strokes are what ten of them weighed.</summary>
    [Fact]
    public void Grease_is_reckoned_from_the_room_there_is_and_in_strokes_of_this_gun()
    {
        Assert.Equal(
            Math.PI / 4 * ((5.08 * 5.08) - (2.54 * 2.54)) * 2.54,
            HubGrease.Cavity(Length.FromInches(2), Length.FromInches(1), Length.FromInches(1)),
            6);
        int Strokes(string ten) =>
            int.Parse(
                Value(Do("grease", ("ten", ten)), "Strokes of this gun")["about ".Length..],
                System.Globalization.CultureInfo.InvariantCulture);
        Assert.InRange(Strokes("0.25") / (double)Strokes("0.5"), 1.95, 2.05);
        Assert.Equal("inner", Do("grease", ("inner", "99999")).Against);
        Assert.Equal("spindle", Do("grease", ("spindle", "3")).Against);
        Assert.NotEqual(Value(Do("grease"), "For the visit"), Value(Do("grease", ("fill", "full")), "For the visit"));
    }

    /// <summary>ISO 281: twice the load leaves a tenth of the life, half of it ten times; a1 = 0.64 at 95 %.</summary>
    [Fact]
    public void Rating_life_goes_by_the_ten_thirds_power()
    {
        Assert.Equal(1, RatingLife.MillionTurns(1_000, 1_000), 12);
        Assert.Equal(10.0794, RatingLife.MillionTurns(2_000, 1_000), 4);
        Assert.Equal(2_154.43, RatingLife.MillionTurns(10_000, 1_000), 2);
        Assert.Contains(
            Do("rating-life", ("overload", "2,400")).Results,
            r => r.Name == "With 2,400 lb" && r.Other == "10 % of that");
    }

    /// <summary>Diameters of tyre handbooks, from memory, to the tenth of an inch.</summary>
    [Theory]
    [InlineData("ST205/75R15", 27.1)]
    [InlineData("st 225/75 R15", 28.3)]
    [InlineData("ST235/80R16", 30.8)]
    [InlineData("ST175/80D13", 24.0)]
    [InlineData("20.5x8.0-10", 20.5)]
    public void A_tyre_is_as_high_as_handbooks_say(string size, double inches) =>
        Assert.Equal(inches, (double)TyreSize.Read(size)!.Diameter.Inches, 0.06);

    [Theory]
    [InlineData("")]
    [InlineData("205")]
    [InlineData("ST205/75R1")]
    [InlineData("900/99R45")]
    [InlineData("15x9.5-16")]
    public void What_is_no_tyre_size_is_refused(string size) => Assert.Null(TyreSize.Read(size));

    /// <summary>Widths across flats of ASME B18.2.2 and ISO 4032, from memory.</summary>
    [Theory]
    [InlineData("inch", "1/2", "3/4 in")]
    [InlineData("inch", "9/16", "7/8 in")]
    [InlineData("metric", "M12", "18 mm")]
    [InlineData("metric", "16", "24 mm")]
    public void A_nut_has_its_standard_width(string system, string thread, string flats) =>
        Assert.Equal(flats, Value(Do("nut-sizes", ("system", system), ("thread", thread)), "Across flats"));

    [Fact]
    public void A_socket_of_the_other_system_is_offered_only_while_it_holds()
    {
        Assert.Equal(["3/4 in"], NutSizes.Sockets(Length.FromInches(0.75m)).Select(s => s.Socket));
        Assert.Equal(["15/16 in", "24 mm"], NutSizes.Sockets(Length.FromInches(0.9375m)).Select(s => s.Socket));
        Assert.Equal("thread", Do("nut-sizes", ("thread", "1 1/4")).Against);
        Assert.NotNull(Do("nut-sizes", ("thread", "banjo")).Problem);
    }

    /// <summary>NIST SP 811, appendix B.</summary>
    [Fact]
    public void Units_and_fractions_are_exact()
    {
        Worked worked = Do("units", ("figure", "2 3/8"));
        Assert.Equal("60.325 mm", Value(worked, "mm"));
        Assert.Equal("exactly", worked.Results.Single(r => r.Name == "Nearest 1/16").Other);
        Assert.Equal(
            "-0.5 thou over",
            Do("units", ("figure", "0.062")).Results.Single(r => r.Name == "Nearest 1/16").Other);
        Assert.Equal("135.5818 N·m", Value(Do("units", ("kind", "torque"), ("figure", "100")), "N·m"));
        Assert.Equal("100 °C", Value(Do("units", ("kind", "temperature"), ("figure", "212")), "°C"));
        Assert.Equal("figure", Do("units", ("figure", "3 lb")).Against);
    }

    /// <summary>
    /// Common practice: 4 1/4 in the middle against 4 1/2 at the ends, down to a line below, is a bow the wrong way.
    /// From a line above, less means higher.
    /// </summary>
    [Theory]
    [InlineData("above", "4 1/2", "4 1/4", "1/4 in", "it has its crown")]
    [InlineData("below", "4 1/2", "4 1/4", "-1/4 in", "bowed the wrong way: do not tow it; bent, or turned over")]
    [InlineData("below", "4 1/2", "4 5/8", "1/8 in", "it has its crown")]
    [InlineData("below", "4 1/2", "4 1/2", "0 in", "none left: watch it")]
    public void A_crown_is_read_by_which_side_of_the_tube_the_line_was(
        string from,
        string ends,
        string middle,
        string crown,
        string verdict)
    {
        Worked worked = Do("ride-height", ("from", from), ("left", ends), ("middle", middle), ("right", ends));
        Assert.Equal(verdict, Value(worked, "The axle"));
        Assert.StartsWith(crown, Value(worked, "Crown"), StringComparison.Ordinal);
        Assert.Equal("right", Do("ride-height", ("left", "4"), ("middle", "4")).Against);
    }

    /// <summary>
    /// The limits: sides within 1/2 in (from memory); a two-inch lean was put right by new springs (common practice).
    /// </summary>
    [Theory]
    [InlineData("18", "18", "sound")]
    [InlineData("18", "18 1/2", "sound")]
    [InlineData("18", "18 5/8", "watch")]
    [InlineData("16", "18", "springs")]
    public void A_lean_is_judged_by_the_sides_means(string left, string right, string begins) =>
        Assert.StartsWith(
            begins,
            Value(
                Do("ride-height", ("frontleft", left), ("rearleft", left), ("frontright", right), ("rearright", right)),
                "The lean"),
            StringComparison.Ordinal);

    [Fact]
    public void A_twist_is_the_lean_in_front_less_the_lean_behind()
    {
        Worked worked = Do(
            "ride-height",
            ("frontleft", "18"),
            ("frontright", "18"),
            ("rearleft", "17"),
            ("rearright", "18"));
        Assert.StartsWith("1 in", Value(worked, "Twisted from front to rear"), StringComparison.Ordinal);
        Assert.StartsWith(
            "1/2 in, the right stands higher",
            Value(worked, "Left against right"),
            StringComparison.Ordinal);
    }

    /// <summary>
    /// Worked by hand: a right triangle with the link as its long side; 1.125 of 2.25 is half, so it leans 30° and
    /// hangs 2.25 × cos 30°.
    /// </summary>
    [Fact]
    public void An_eye_hangs_by_the_link_s_triangle_and_the_axle_moves_by_half()
    {
        Assert.Equal(1.125, EqualizerRise.Off(33.5, 25.25, 6), 10);
        Assert.Equal(2 + (2.25 * Math.Sqrt(3) / 2), EqualizerRise.Depth(1.125, 6, 2, 2.25, 0)!.Value, 10);
        Worked worked = Do("equalizer", ("dropnew", "3 1/2"));
        Assert.StartsWith("3/4 in", Value(worked, "The trailer rises by"), StringComparison.Ordinal);
        Assert.Contains(worked.Working, l => l.Words.Contains("leans by 30°", StringComparison.Ordinal));
        Assert.StartsWith(
            "3/4 in",
            Value(Do("equalizer", ("drop", "3 1/2"), ("dropnew", "2")), "The trailer comes down by"),
            StringComparison.Ordinal);
    }

    [Fact]
    public void A_turned_equalizer_with_links_straight_down_moves_its_eyes_by_its_arms()
    {
        // A plain end resting on an equalizer without drop: one arm goes down by 3 × sin 10°, the other up by as much.
        Assert.Equal(3 * Math.Sin(Math.PI / 18), EqualizerRise.Depth(0, 6, 0, 0, 10)!.Value, 10);
        Assert.Equal(
            0,
            EqualizerRise.Depth(0.4, 6, 0, 0, 10)!.Value + EqualizerRise.Depth(0.4, 6, 0, 0, -10)!.Value,
            10);

        // The distance from hole to eye is the link's, however it is turned.
        for (int degrees = -20; degrees <= 20; degrees += 5)
        {
            double turn = degrees * Math.PI / 180, holeAlong = (3 * Math.Cos(turn)) - (2 * Math.Sin(turn)), holeDown =
                (2 * Math.Cos(turn)) + (3 * Math.Sin(turn));
            double eye = EqualizerRise.Depth(1.125, 6, 2, 2.25, degrees)!.Value;
            Assert.Equal(2.25, Math.Sqrt(Math.Pow(4.125 - holeAlong, 2) + Math.Pow(eye - holeDown, 2)), 10);
        }
    }

    [Fact]
    public void A_link_that_can_not_reach_and_springs_that_do_not_fit_are_refused()
    {
        Assert.Equal("link", Do("equalizer", ("link", "1")).Against);
        Assert.Equal("spring", Do("equalizer", ("spring", "34")).Against);
        Assert.Equal("centresnew", Do("equalizer", ("centresnew", "16")).Against);
        Assert.Contains(
            Do("equalizer", ("degrees", "45")).Results,
            r => r.Value.Contains("pulls straight", StringComparison.Ordinal));
    }

    /// <summary>
    /// Worked by hand: 48 shared minutes at 1.60 and a call-in of 90 save 166.80; the work brought forward is worth 47
    /// × 1.60 + 40 = 115.20.
    /// </summary>
    [Fact]
    public void Merging_two_visits_pays_until_what_is_given_up_is_what_is_saved()
    {
        Assert.Equal(166.80m - (115.20m * 6 / 52), Core.Reckoner.MergeVisits.Saves(48, 1.6m, 90, 115.20m, 6 / 52m), 10);
        Worked worked = Do("together");
        Assert.Equal("together, by 154", Value(worked, "Better"));
        Assert.Equal("52 weeks", Value(worked, "Pays while brought forward by at most"));
        Worked dear = Do("together", ("callin", "0"), ("secondparts", "600"));
        Assert.Equal("5 weeks", Value(dear, "Pays while brought forward by at most"));
        Assert.Equal("apart, by 1", Value(dear, "Better"));
        Assert.Equal("shared", Do("together", ("shared", "95")).Against);
        Assert.Equal("early", Do("together", ("early", "60")).Against);
    }

    [Fact]
    public void What_a_visit_can_write_down_says_as_which_reading()
    {
        Assert.Contains(
            "lug-torque",
            Do("wrench", ("shown", "80")).Results.Single(r => r.Name == "The nut got").WritesDown);
        Assert.Contains("end-play", Do("nut-setting").Results.Single(r => r.Name == "End play so made").WritesDown);
        Assert.All(
            Sum.All.Select(s => Do(s.Code)).SelectMany(w => w.Results).SelectMany(r => r.WritesDown),
            code => Assert.NotNull(ReadingKinds.Find(code)));
    }
}
