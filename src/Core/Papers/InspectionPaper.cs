using SturdyTinker.Core.Findings.Inspections;

namespace SturdyTinker.Core.Papers;

/// <summary>Who and what a periodic inspection was of.</summary>
/// <param name="Inspector">Who made it.</param>
/// <param name="Carrier">The motor carrier that operates the trailer: the customer.</param>
/// <param name="Trailer">The trailer by tag and name.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Plate">Its plate; may be empty.</param>
/// <param name="Gear">Its running gear in words.</param>
/// <param name="Meter">What its meter showed last; may be empty.</param>
public sealed record Inspected(
    string Inspector,
    string Carrier,
    string Trailer,
    string Tag,
    string Plate,
    string Gear,
    string Meter);

/// <summary>
/// The report of a periodic inspection. Source: published, 49 CFR 396.21(a), cited from memory: it identifies the
/// person who inspected, the motor carrier, the date, the vehicle, the components with how each came out, and certifies
/// that it is accurate and complete.
/// </summary>
public static class InspectionPaper
{
    /// <summary>The words that are certified, with the inspector's name under them.</summary>
    public const string Certified =
        "I certify that this report is accurate and complete, and that the inspection complies with 49 CFR 396.17 to "
        + "396.23 and appendix A to part 396.";

    /// <summary>Writes it.</summary>
    /// <param name="inspection">The inspection as it was signed.</param>
    /// <param name="of">Who and what it was of.</param>
    /// <param name="head">The shop.</param>
    public static Paper Of(Inspection inspection, Inspected of, Letterhead head)
    {
        DateOnly on = DateOnly.FromDateTime(inspection.At.DateTime);
        string passes = inspection.Passes
            ? "Every item that this trailer has was looked at and passes."
            : "This trailer does not pass: an item below is defective or was not looked at.";
        return head.Write("Periodic inspection report", $"{of.Trailer}, for {of.Carrier}", on, of.Tag,
        [
            inspection.Passes ? PaperBlock.Says(passes) : PaperBlock.Warns(passes),
            new PaperBlock
            {
                Facts =
                [
                    new("Date of the inspection", PaperWords.Of(on)),
                    new("Inspector", of.Inspector),
                    new("Qualified by (396.19)", inspection.Qualification),
                    new("Motor carrier", of.Carrier),
                    new("Vehicle", of.Trailer),
                    new("Plate", of.Plate.Length > 0 ? of.Plate : "none on record"),
                    new("Running gear", of.Gear),
                    .. PaperFact.Known("Meter", of.Meter),
                    new("Inspected at", head.Shop),
                    new("Next inspection by", PaperWords.Of(PeriodicInspection.InDateUntil(on))),
                ]
            },
            .. PaperBlock.Of("Components, by appendix A to part 396", new PaperTable(
                [new("No.", 6), new("Component", 26), new("Result", 24), new("Looks", 14), new("What was found", 46)],
                [.. inspection.Lines.Select(l => new[]
                {
                    FormattableString.Invariant($"{l.Number}"),
                    l.Name,
                    Words(l.Result),
                    l.Of == 0 ? "" : FormattableString.Invariant($"{l.LookedAt} of {l.Of}"),
                    string.Join("; ", l.Words),
                })],
                [])),
            PaperBlock.Says("Items for engines, steering, glass and seats are not listed: a trailer has none."),
            PaperBlock.Head("Certification"),
            PaperBlock.Says(Certified),
            new PaperBlock { Signed = [of.Inspector] },
            PaperBlock.Says(
                "This report, or a copy, is kept by the carrier where the vehicle is housed or maintained, for "
                + FormattableString.Invariant($"{PeriodicInspection.KeptMonths} months, until ")
                + $"{PaperWords.Of(on.AddMonths(PeriodicInspection.KeptMonths))}, and shown to whoever may ask for "
                + "it. What the law where you are says comes before this paper."),
        ]);
    }

    private static string Words(InspectionResult result) => result switch
    {
        InspectionResult.DoesNotApply => "does not apply",
        InspectionResult.NotLookedAt => "NOT LOOKED AT",
        InspectionResult.Passed => "passes",
        InspectionResult.Mended => "mended, passes",
        _ => "DEFECTIVE",
    };
}
