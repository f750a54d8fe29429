using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Findings.Readings;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Measures;

namespace SturdyTinker.Core.Papers;

/// <summary>A part to take from the shelf for a visit.</summary>
/// <param name="Part">The part, and how much of it.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Bin">Where it lies; empty where nobody said.</param>
/// <param name="OnHand">How much is on the shelf; null where the shelf does not keep it.</param>
public sealed record Picked(PartNeed Part, string Name, string Bin, decimal? OnHand);

/// <summary>What a technician takes along to the trailer on paper.</summary>
public static class WorkPapers
{
    /// <summary>The list of what is taken from the shelf.</summary>
    /// <param name="visit">The trailer and its jobs in words.</param>
    /// <param name="tag">Its tag.</param>
    /// <param name="on">The day.</param>
    /// <param name="packet">The packet.</param>
    /// <param name="picked">The parts.</param>
    /// <param name="head">The shop.</param>
    public static Paper Picking(
        string visit,
        string tag,
        DateOnly on,
        Packet packet,
        IReadOnlyList<Picked> picked,
        Letterhead head) =>
        head.Write("Picking list", visit, on, tag,
        [
            .. picked.Count == 0 ? [PaperBlock.Says("No part is needed from the shelf.")] : PaperBlock.Of(
                "From the shelf",
                new PaperTable(
                    [
                        new("", 5),
                        new("Bin", 14),
                        new("Part", 50),
                        new("Take", 16, Right: true),
                        new("On hand", 15, Right: true),
                    ],
                    [.. picked
                        .OrderBy(p => p.Bin.Length == 0)
                        .ThenBy(p => p.Bin, StringComparer.OrdinalIgnoreCase)
                        .ThenBy(p => p.Name, StringComparer.OrdinalIgnoreCase)
                        .Select(p => new[]
                        {
                            PaperTable.Tick,
                            p.Bin.Length > 0 ? p.Bin : "no bin",
                            p.Part.OneOf.Count > 0
                                ? $"{p.Name}: take one of each, use one: {string.Join(", ", p.Part.OneOf)}"
                                : p.Name,
                            FormattableString.Invariant($"{p.Part.Quantity:0.##} {p.Part.Unit}"),
                            OnHand(p),
                        })],
                    [])),
            .. PaperBlock.Of("Tools", new PaperTable(
                [new("", 5), new("", 95)],
                [.. packet.ToolsToTake.Select(t => new[] { PaperTable.Tick, t })],
                [])),
        ]);

    private static string OnHand(Picked p) => p.OnHand is not { } hand ? "not kept"
        : FormattableString.Invariant($"{hand:0.##}") + (hand < p.Part.Quantity ? " SHORT" : "");

    /// <summary>
    /// The packet for a shop whose tablet is flat: every step in its order with its figures' boxes, cautions and
    /// torques; what is written on it is typed in afterwards. A step that is never folded away says why.
    /// </summary>
    /// <param name="visit">The trailer and its jobs in words.</param>
    /// <param name="tag">Its tag.</param>
    /// <param name="on">The day.</param>
    /// <param name="packet">The packet.</param>
    /// <param name="done">Keys of the steps that are settled already.</param>
    /// <param name="head">The shop.</param>
    public static Paper WorkPacket(
        string visit,
        string tag,
        DateOnly on,
        Packet packet,
        IReadOnlySet<string> done,
        Letterhead head) =>
        head.Write("Work packet", visit, on, tag,
        [
            PaperBlock.Says(FormattableString.Invariant($"{packet.Steps.Count} steps, {packet.MinutesInWords}. ")
                + "Work from top to bottom; tick each step and write its figures as you read them off. Whatever you "
                + "see that is not as it should be goes on the last page. Afterwards all of it is typed in on one "
                + "page."),
            new PaperBlock { Facts = [new("Technician", ""), new("Begun at", ""), new("Meter", "")] },
            .. Runs(packet.Steps).SelectMany(run => Place(run, done)),
            new PaperBlock { Heading = "Seen, and not as it should be", NewPage = true },
            new PaperBlock
            {
                Table = new PaperTable(
                    [new("Where", 30), new("What", 70)],
                    [.. Enumerable.Range(0, 8).Select(_ => new[] { PaperTable.Blank, PaperTable.Blank })],
                    [])
            },
            PaperBlock.Head("Parts used beyond the list"),
            new PaperBlock
            {
                Table = new PaperTable(
                    [new("Part", 75), new("How much", 25)],
                    [.. Enumerable.Range(0, 5).Select(_ => new[] { PaperTable.Blank, PaperTable.Blank })],
                    [])
            },
            new PaperBlock { Signed = ["Done by", "Looked at by"] },
        ]);

    // Steps one after the other at one place stand under one heading.
    private static IEnumerable<IReadOnlyList<PacketStep>> Runs(IReadOnlyList<PacketStep> steps)
    {
        List<PacketStep> run = [];
        foreach (PacketStep step in steps)
        {
            if (run.Count > 0 && run[^1].Place != step.Place)
            {
                yield return run;
                run = [];
            }

            run.Add(step);
        }

        if (run.Count > 0)
        {
            yield return run;
        }
    }

    private static IEnumerable<PaperBlock> Place(IReadOnlyList<PacketStep> run, IReadOnlySet<string> done)
    {
        yield return PaperBlock.Head(Wording.Capital(run[0].PlaceSpoken));
        List<string[]> rows = [];
        foreach (PacketStep step in run)
        {
            rows.Add([done.Contains(step.Key) ? "done" : PaperTable.Tick, Told(step), ""]);
            rows.AddRange((done.Contains(step.Key) ? [] : step.Readings).Select(code => new[]
            {
                "",
                ReadingKinds.Find(code) is { } kind ? $"{kind.Name}, such as {kind.Example}" : code,
                PaperTable.Blank,
            }));
        }

        yield return new PaperBlock { Table = new PaperTable([new("", 8), new("", 66), new("", 26)], rows, []) };
    }

    private static string Told(PacketStep step)
    {
        // A caution that says why it is critical says it once.
        string? why = WorkCard.WhyCritical(step);
        bool twice = why is not null && step.Cautions.Any(c => c.Contains(why.TrimEnd('.'), StringComparison.Ordinal));
        return string.Join(' ', new[]
        {
            Sentence(step.Title),
            step.Torque is { } torque ? Sentence($"Torque: {torque.Words}{Stages(torque)}") : "",
            step.Optional ? "May be left out." : "",
            why is null ? "" : twice ? "CRITICAL." : $"CRITICAL: {Sentence(why)}",
            string.Join(' ', step.Cautions.Select(c => Sentence($"Caution: {c}"))),
            step.Photo is { } photo ? Sentence($"Photo: {photo}") : "",
        }.Where(words => words.Length > 0));
    }

    private static string Stages(TorqueAsked torque) =>
        torque.Stages.Count > 1 ? $"; in stages: {string.Join(", ", torque.Stages)}" : "";

    private static string Sentence(string words) => words.EndsWith('.') ? words : words + ".";
}
