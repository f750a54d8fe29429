using Microsoft.AspNetCore.Http.HttpResults;
using SturdyTinker.Core.Findings.Rules;
using SturdyTinker.Core.Measures;
using SturdyTinker.Core.Parts;
using SturdyTinker.Core.Parts.Compatibility;
using SturdyTinker.Core.People;
using SturdyTinker.Core.Reckoner;
using SturdyTinker.Shop.Requests;

namespace SturdyTinker.Shop.Shelf;

/// <summary>Whether two things go together.</summary>
/// <param name="Fit">Whether they do.</param>
/// <param name="Why">Why, or what to find out.</param>
/// <param name="Source">Where that comes from.</param>
public sealed record FitTold(Fit Fit, string Why, string Source);

/// <summary>A question of what goes with what.</summary>
/// <param name="Code">Stable code.</param>
/// <param name="Words">What is asked: "a cone with a cup".</param>
/// <param name="Entries">What it asks for.</param>
public sealed record FitAsked(string Code, string Words, IReadOnlyList<Entry> Entries);

/// <summary>What is typed for a question.</summary>
/// <param name="Entries">As typed, by the entry's code; what is missing counts as empty.</param>
public sealed record FitTyped(IReadOnlyDictionary<string, string> Entries);

/// <summary>Does it go with? Each question is an entry: what it asks for, and the rule that answers.</summary>
internal static class CompatibilityEndpoints
{
    private const string Nobody = "nobody";

    private static readonly Seal[] Seals = [.. UsualSet.All.SelectMany(s => s.Seals).Distinct()];
    private static readonly (string, string)[] Thickeners =
    [
        .. CompatibilityRules.Thickeners.Select(t => (t.Code, t.Words))
    ];

    private static readonly (string Code, string Words, GreaseUse Use)[] Uses =
    [
        ("bearing", "a wheel bearing", GreaseUse.WheelBearing),
        ("launched", "a wheel bearing that goes under water", GreaseUse.LaunchedBearing),
        ("fitting", "a bolt or bushing with a fitting", GreaseUse.ChassisFitting),
        ("sealed", "a sealed, metered hub", GreaseUse.SealedHub),
    ];

    // The entries are read as a sum's are; nothing here is reckoned, so the sum works nothing.
    private static readonly (Sum Asked, Func<Given, FitAnswer> Answer)[] Questions =
    [
        (Question(
            "bearing",
            "a cone with a cup",
            Entry.Text("cone", "Cone", "25580"),
            Entry.Text("cup", "Cup", "25520")),
            g => CompatibilityRules.ConeAndCup(g.Text("cone"), g.Text("cup"))),
        (Question(
            "seal",
            "a seal with its journal and bore",
            Entry.Choice("seal", "Seal", Seals[0].Words, [.. Seals.Select(s => (s.Words, s.Words))]),
            Inches("journal", "Journal, measured", "2.250", true),
            Inches("bore", "Bore of the hub, measured", "3.376", true)),
            g => CompatibilityRules.SealAndSeat(
                Seals.First(s => s.Words == g.Text("seal")),
                Maybe(g, "journal"),
                Maybe(g, "bore"))),
        (Question(
            "u-bolt",
            "a U-bolt with an axle and its spring",
            Inches("tube", "Axle tube, round", "2 3/8"),
            Inches("spring", "Width of a leaf", "1 3/4"),
            Inches("inside", "U-bolt, inside", "2 7/16"),
            Inches("rod", "Its rod", "1/2"),
            Inches("length", "Its length inside", "5 1/4"),
            Inches("stack", "Tube, seat, leaves and plate, in height", "4 1/4", true)),
            g => CompatibilityRules.UBolt(
                g.Length("tube"),
                Maybe(g, "stack"),
                g.Length("spring"),
                g.Length("inside"),
                g.Length("rod"),
                g.Length("length"))),
        (Question(
            "equalizer",
            "an equalizer with its hanger and links",
            Inches("width", "Equalizer, width", "1 3/4"),
            Inches("hole", "Its outer hole", "9/16"),
            Inches("link", "Hole of the links", "9/16"),
            Inches("bolt", "Bolt through both", "9/16"),
            Inches("hanger", "Room inside the hanger", "1 13/16", true)),
            g => CompatibilityRules.Equalizer(
                g.Length("width"),
                Maybe(g, "hanger"),
                g.Length("hole"),
                g.Length("link"),
                g.Length("bolt"))),
        (Question(
            "brake-plate",
            "a brake's plate with a spindle's flange",
            Inches("drum", "Inside of its drum", "12"),
            Entry.Number("holes", "Holes in the flange", "", "5", 1, 12, optional: true),
            Inches("circle", "Circle through them", "4 3/4", true),
            Inches("plate", "Circle of the plate's own holes", "4 3/4", true)),
            g => CompatibilityRules.BrakePlate(
                g.Length("drum"),
                g.Maybe("holes") is { } holes ? (int)holes : null,
                Maybe(g, "circle"),
                Maybe(g, "plate"))),
        (Question(
            "grease",
            "a new grease with the old",
            Entry.Choice("old", "Thickener of the old grease", Nobody, [(Nobody, "nobody knows"), .. Thickeners]),
            Entry.Choice("fresh", "Thickener of the new one", "lithium-complex", Thickeners)),
            g => CompatibilityRules.Greases(g.Text("old") == Nobody ? null : g.Text("old"), g.Text("fresh"))),
        (Question(
            "grease-use",
            "a grease with where it goes",
            Entry.Choice("where", "It goes into", "bearing", [.. Uses.Select(u => (u.Code, u.Words))]),
            Entry.Choice(
                "category",
                "Category on its label",
                "GC-LB",
                ("GC-LB", "GC-LB"),
                ("GC", "GC"),
                ("GB", "GB or GA"),
                ("LB", "LB"),
                ("LA", "LA"),
                (Nobody, "none to be read")),
            Entry.Choice(
                "grade",
                "Its NLGI class",
                "2",
                [.. NlgiGrade.All.Select(n => (n.Name, $"{n.Name} ({n.From} to {n.To})"))]),
            Entry.Choice(
                "water",
                "Its label says that water does not wash it out",
                "no",
                ("no", "no"),
                ("yes", "yes"))),
            g => CompatibilityRules.GreaseAndUse(
                g.Text("category") == Nobody ? "" : g.Text("category"),
                g.Text("grade"),
                g.Text("water") == "yes",
                Uses.First(u => u.Code == g.Text("where")).Use)),
    ];

    internal static void MapGoesWith(this RouteGroupBuilder shelf)
    {
        shelf.MapGet(
            "/goes",
            () => TypedResults.Ok(Questions.Select(q => new FitAsked(
                q.Asked.Code,
                q.Asked.Name,
                q.Asked.Entries)).ToList())).Needs(Right.See);
        shelf.MapPost("/goes/{code}", Ask).Needs(Right.See);
    }

    private static Ok<FitTold> Ask(string code, FitTyped typed)
    {
        (Sum asked, Func<Given, FitAnswer> answer) = Array.Find(Questions, q => q.Asked.Code == code);
        if (asked is null)
        {
            throw Refusal.NotFound($"There is no such question, “{code}”.");
        }

        FitAnswer told = answer(TypedEntries.Read(asked, typed.Entries, LimitsInForce.Ours));
        return TypedResults.Ok(new FitTold(told.Fit, told.Why, told.Source.Words));
    }

    private static Sum Question(string code, string words, params Entry[] entries) =>
        new(code, words, "", entries, _ => new Worked([], []));

    private static Entry Inches(string code, string label, string example, bool optional = false) =>
        Entry.Measure(code, label, Quantity.Length, example, 0.1m, 60, optional);

    private static Length? Maybe(Given given, string entry) => given.Maybe(entry) is null ? null : given.Length(entry);
}
