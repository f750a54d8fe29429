using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Parts.Compatibility;

/// <summary>Whether two things go together.</summary>
public enum Fit
{
    /// <summary>They do.</summary>
    Yes,

    /// <summary>They do not.</summary>
    No,

    /// <summary>Something has to be measured or asked first.</summary>
    FindOut,
}

/// <summary>Whether two things go together, and why.</summary>
/// <param name="Fit">Whether they do.</param>
/// <param name="Why">Why, or what to find out, in a sentence.</param>
/// <param name="Source">Where that comes from.</param>
public sealed record FitAnswer(Fit Fit, string Why, Source Source);

/// <summary>What a grease is thickened with.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What it is called.</param>
public sealed record Thickener(string Code, string Words);

/// <summary>Does it go with? Cone and cup, seal and its seat, old grease and new.</summary>
public static class CompatibilityRules
{
    /// <summary>How far a seal's outside may differ from the bore it is pressed into. Source: from memory.</summary>
    public static Length BoreCloseness { get; } = Length.FromInches(0.008m);

    /// <summary>The thickeners of greases met on trailers.</summary>
    public static IReadOnlyList<Thickener> Thickeners { get; } =
    [
        new(
            "lithium",
            "lithium"), new("lithium-complex", "lithium complex"), new("calcium", "calcium, water resistant"), new(
            "calcium-sulfonate",
            "calcium sulfonate complex"),
        new(
            "aluminium-complex",
            "aluminium complex"), new("polyurea", "polyurea"), new("clay", "clay (bentonite)"), new("sodium", "sodium"),
    ];

    // Row by row against the ones after it: y they mix, n they do not, ? some do. Source: from memory of the charts
    // that grease makers print; they differ.
    private static readonly string[] Mixes = ["yy?nnnn", "yynnnn", "?nnnn", "nnnn", "nnn", "nn", "n"];

    /// <summary>Whether a cone runs in a cup. They are always a matched pair.</summary>
    /// <param name="cone">Number of the cone.</param>
    /// <param name="cup">Number of the cup.</param>
    public static FitAnswer ConeAndCup(string cone, string cup)
    {
        (string inner, string outer) = (cone.Trim().ToUpperInvariant(), cup.Trim().ToUpperInvariant());
        if (Bearing.All.Any(b => b.Cone == inner && b.Cup == outer))
        {
            return new(Fit.Yes, $"Cone {inner} runs in cup {outer}. Fit both new together.", Source.Memory);
        }

        return Bearing.Find(inner) is { } known
            ? new(
                Fit.No,
                $"Cone {inner} runs in cup {known.Cup}, not in {outer}{(Bearing.All.Any(b => b.Cup == outer) ? $": that one takes {string.Join(" or ", Bearing.All.Where(b => b.Cup == outer).Select(b => b.Cone))}" : "")}.",
                Source.Memory)
            : new(
                Fit.FindOut,
                $"We do not know cone {inner}. Set the cup on it: all rollers touch along their whole length, or it is "
                    + "the wrong one; and ask a bearing list.",
                Source.Practice);
    }

    /// <summary>Whether a seal sits right on a journal and in a bore.</summary>
    /// <param name="seal">The seal.</param>
    /// <param name="journal">The journal, measured; null when nobody has.</param>
    /// <param name="bore">The hub's bore, measured; null when nobody has.</param>
    public static FitAnswer SealAndSeat(Seal seal, Length? journal, Length? bore)
    {
        if (journal is { } j && Apart(j, seal.Inside) > UsualSet.Closeness)
        {
            return new(
                Fit.No,
                FormattableString.Invariant(
                    $"The journal is {j.Inches:0.000} in and the seal {seal.Inside.Inches:0.000}: {(j > seal.Inside ? "it would tear or run dry" : "it would leak")}."),
                Source.Memory);
        }

        if (bore is { } b && Apart(b, seal.Outside) > BoreCloseness)
        {
            return new(
                Fit.No,
                FormattableString.Invariant($"The bore is {b.Inches:0.000} in and the seal ")
                    + FormattableString.Invariant($"{seal.Outside.Inches:0.000}: ")
                    + FormattableString.Invariant($"{(b > seal.Outside ? "it would fall in" : "it would not go in")}."),
                Source.Memory);
        }

        return journal is null ? new(
            Fit.FindOut,
            "Measure the journal: one axle rating can have two seals.",
            Source.Practice)
            : bore is null ? new(Fit.FindOut, "Measure the bore it is pressed into.", Source.Practice)
            : new(
                Fit.Yes,
                $"Seal {seal.Words} fits both. Compare it with the old one before it goes in.",
                Source.Practice);
    }

    /// <summary>
    /// Whether a new grease may meet what is left of the old. The cautious answer is always to clean to bare metal.
    /// </summary>
    /// <param name="old">Code of the old grease's thickener; null when nobody knows.</param>
    /// <param name="fresh">Code of the new one's.</param>
    public static FitAnswer Greases(string? old, string fresh)
    {
        int b = Index(fresh);
        if (old is null || Index(old) is not (>= 0 and int a) || b < 0)
        {
            return new(
                Fit.FindOut,
                "Nobody knows what the old grease is: clean to bare metal, then it does not matter.",
                Source.Practice);
        }

        char mixes = a == b ? 'y' : Mixes[Math.Min(a, b)][Math.Abs(a - b) - 1];
        (string was, string now) = (Thickeners[a].Words, Thickeners[b].Words);
        return mixes switch
        {
            'y' when a == b => new(
                Fit.Yes,
                $"Both are thickened with {now}. Pushing old grease through with new is for the same family only, and "
                    + "this is.",
                Source.Memory),
            'y' => new(
                Fit.Yes,
                $"{Wording.Capital(was)} and {now} are mostly given as mixing. Cleaned to bare metal is still better.",
                Source.Memory),
            '?' => new(
                Fit.FindOut,
                $"Some {was} and {now} greases mix and some do not: ask both makers, or clean to bare metal.",
                Source.Memory),
            _ => new(
                Fit.No,
                $"{Wording.Capital(was)} and {now} soften or harden each other: clean to bare metal first.",
                Source.Memory),
        };
    }

    /// <summary>
    /// Whether a grease may go somewhere. Source: published, ASTM D4950 (GC for wheel bearings, LB for chassis), cited
    /// from memory.
    /// </summary>
    /// <param name="category">
    /// Its service category as the label has it, "GC-LB"; empty where nobody can read one.
    /// </param>
    /// <param name="grade">Its class of stiffness, as <see cref="NlgiGrade"/> names it.</param>
    /// <param name="staysInWater">Whether its label says that water does not wash it out.</param>
    /// <param name="use">Where it is to go.</param>
    public static FitAnswer GreaseAndUse(string category, string grade, bool staysInWater, GreaseUse use)
    {
        Source standard = Source.Published("ASTM D4950, cited from memory");
        string[] classes = category.ToUpperInvariant().Split(
            '-',
            StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        switch (use)
        {
            case GreaseUse.SealedHub:
                return grade is "00" or "000" or "0"
                    ? new(
                        Fit.FindOut,
                        "Soft enough for a metered hub: its maker names the very grease and the volume.",
                        Source.Practice)
                    : new(
                        Fit.No,
                        $"NLGI {grade} does not flow: a metered hub takes a semi-fluid grease.",
                        Source.Practice);
            case GreaseUse.ChassisFitting:
                return classes.Length == 0 ? new(
                    Fit.FindOut,
                    "Read its category on the pail: LB, alone or with another, is for chassis fittings.",
                    standard)
                    : classes.Contains("LB") ? grade is "1" or "2" ? new(
                        Fit.Yes,
                        "LB is the category for chassis fittings.",
                        standard) : new(
                            Fit.No,
                            $"LB is right, but NLGI {grade} is {(grade is "3" or "4" or "5" or "6" ? "too stiff for a hand gun" : "so soft that it runs out")}.",
                            Source.Practice)
                    : new(Fit.No, $"{category} is not for chassis fittings: LB is.", standard);
            default:
                return classes.Length == 0 ? new(
                    Fit.FindOut,
                    "Read its category on the pail: wheel bearings want GC, alone or with another.",
                    standard)
                    : !classes.Contains("GC") ? new(
                        Fit.No,
                        $"{category} is not for braked wheel bearings: GC is.",
                        standard)
                    : grade != "2" ? new(
                        Fit.No,
                        $"GC is right, but NLGI {grade} is not what these bearings are packed with: NLGI 2 is.",
                        Source.Practice)
                    : use == GreaseUse.LaunchedBearing
                        && !staysInWater ? new(
                            Fit.FindOut,
                            "It is right for wheel bearings; for hubs that go under, take one whose label says that "
                                + "water does not wash it out.",
                            Source.Practice)
                    : new(
                        Fit.Yes,
                        "GC is the category for wheel bearings, and NLGI 2 the stiffness. See that it mixes with the "
                            + "old one, or clean to bare metal.",
                        standard);
        }
    }

    /// <summary>
    /// Whether a U-bolt goes around an axle and its spring. Source of the rule: common practice; of the room, from
    /// memory.
    /// </summary>
    /// <param name="tube">Diameter of the round axle tube.</param>
    /// <param name="stack">
    /// Height from the tube's far side to the top of the tie plate: tube, seat, leaves and plate; null when nobody has
    /// measured.
    /// </param>
    /// <param name="springWidth">Width of a leaf.</param>
    /// <param name="inside">Width inside the U-bolt.</param>
    /// <param name="rod">Diameter of its rod.</param>
    /// <param name="length">Length inside, from the bend to its end.</param>
    public static FitAnswer UBolt(
        Length tube,
        Length? stack,
        Length springWidth,
        Length inside,
        Length rod,
        Length length)
    {
        if (inside.Inches - tube.Inches is < -0.02m or > 0.125m)
        {
            return new(
                Fit.No,
                FormattableString.Invariant(
                    $"The tube is {tube.Inches:0.000} in and the U-bolt {inside.Inches:0.000} inside: {(inside > tube ? "it would not hold the axle" : "it does not go over it")}."),
                Source.Memory);
        }

        if (springWidth.Inches - inside.Inches > 0.02m)
        {
            return new(
                Fit.No,
                FormattableString.Invariant($"The spring is {springWidth.Inches:0.000} in wide and does not go ")
                    + "between "
                    + FormattableString.Invariant($"the legs, {inside.Inches:0.000} apart."),
                Source.Memory);
        }

        if (stack is not { } height)
        {
            return new(
                Fit.FindOut,
                "Measure from the tube's far side to the top of the tie plate: the same number of leaves keeps the "
                    + "length, more leaves want a longer one.",
                Source.Practice);
        }

        // A nut as high as the rod is thick, a washer, and three threads beyond it.
        decimal wanted = height.Inches + (rod.Inches * 1.25m) + 0.1m, spare = length.Inches - wanted;
        return spare < 0
            ? new(
                Fit.No,
                FormattableString.Invariant($"It is {-spare:0.00} in too short: {height.Inches:0.00} in of stack, and ")
                    + "the nut with three threads beyond it.",
                Source.Memory)
            : spare > 1 ? new(
                Fit.FindOut,
                FormattableString.Invariant($"It fits, with {spare:0.00} in to spare: see that its ends clear the ")
                    + "ground "
                    + "side and that its thread reaches down far enough to clamp.",
                Source.Practice)
            : new(
                Fit.Yes,
                "It goes over the tube and the spring, and its thread is long enough. New nuts with it, always.",
                Source.Practice);
    }

    /// <summary>Whether an equalizer goes into its hanger and takes the links. Source: from memory; geometry.</summary>
    /// <param name="width">Width of the equalizer.</param>
    /// <param name="hanger">Room inside the hanger; null when nobody has measured.</param>
    /// <param name="hole">Hole of the equalizer's bushing.</param>
    /// <param name="linkHole">Hole of the links.</param>
    /// <param name="bolt">Bolt that goes through both.</param>
    public static FitAnswer Equalizer(Length width, Length? hanger, Length hole, Length linkHole, Length bolt)
    {
        if (Apart(hole, linkHole).Inches > 0.03m)
        {
            return new(
                Fit.No,
                FormattableString.Invariant($"Its hole is {hole.Inches:0.000} in and the link's ")
                    + FormattableString.Invariant($"{linkHole.Inches:0.000}: ")
                    + "one bolt does not fill both.",
                Source.Memory);
        }

        if (bolt.Inches - Math.Min(hole.Inches, linkHole.Inches) > 0.005m)
        {
            return new(
                Fit.No,
                FormattableString.Invariant($"The bolt, {bolt.Inches:0.000} in, does not go into a hole of ")
                    + FormattableString.Invariant($"{Math.Min(hole.Inches, linkHole.Inches):0.000}."),
                Source.Memory);
        }

        if (Math.Max(hole.Inches, linkHole.Inches) - bolt.Inches > 0.06m)
        {
            return new(
                Fit.No,
                FormattableString.Invariant($"The hole is {Math.Max(hole.Inches, linkHole.Inches) - bolt.Inches:0.000} ")
                    + "in larger than the bolt: worn, or for a thicker one.",
                Source.Memory);
        }

        return hanger is not { } room ? new(Fit.FindOut, "Measure the room inside the hanger.", Source.Practice)
            : width.Inches > room.Inches ? new(
                Fit.No,
                FormattableString.Invariant(
                    $"It is {width.Inches:0.000} in wide and the hanger has {room.Inches:0.000} in of room."),
                Source.Memory)
            : room.Inches - width.Inches > 0.25m ? new(
                Fit.FindOut,
                FormattableString.Invariant($"It would have {room.Inches - width.Inches:0.000} in of play sideways: a ")
                    + "spread hanger, or one for a wider equalizer.",
                Source.Memory)
            : new(
                Fit.Yes,
                "It goes into the hanger, and one bolt fills it and the links. Look how far the trailer rises before "
                    + "it goes in.",
                Source.Practice);
    }

    /// <summary>
    /// Whether a brake's plate goes on a spindle's flange. Source: from memory: plates for drums under 10 1/2 in have 4
    /// bolts, 12 in 5, 12 1/4 in 7.
    /// </summary>
    /// <param name="drum">Inside diameter of the drum the brake is for.</param>
    /// <param name="flangeBolts">Holes in the flange: 1 and more; null when nobody has looked.</param>
    /// <param name="circle">Circle through them; null when nobody has measured.</param>
    /// <param name="plateCircle">Circle through the plate's own holes; null when nobody has measured.</param>
    public static FitAnswer BrakePlate(Length drum, int? flangeBolts, Length? circle, Length? plateCircle)
    {
        int plate = PartsByMeasure.PlateBolts(drum.Inches);
        return flangeBolts is not { } holes ? new(
            Fit.FindOut,
            "Count the holes of the flange behind the hub.",
            Source.Practice)
            : holes != plate ? new(
                Fit.No,
                FormattableString.Invariant(
                    $"The flange has {holes} holes; a brake for a {drum.Inches:0.##} in drum has {plate}."),
                Source.Memory)
            : circle is not { } flange
                || plateCircle is not { } its ? new(
                    Fit.FindOut,
                    "Both have as many holes. Measure across both circles: the same number comes on more than one.",
                    Source.Practice)
            : Apart(flange, its).Inches > 0.06m ? new(
                Fit.No,
                FormattableString.Invariant(
                    $"The holes lie on circles of {flange.Inches:0.000} and {its.Inches:0.000} in."),
                Source.Memory)
            : new(
                Fit.Yes,
                "The plate goes on the flange. Mind its hand: the larger shoe, or the lever's side, goes as the old "
                    + "one had it.",
                Source.Practice);
    }

    private static int Index(string code)
    {
        for (int i = 0; i < Thickeners.Count; i++)
        {
            if (Thickeners[i].Code == code)
            {
                return i;
            }
        }

        return -1;
    }

    private static Length Apart(Length a, Length b) => new(Math.Abs(a.Millimetres - b.Millimetres));
}
