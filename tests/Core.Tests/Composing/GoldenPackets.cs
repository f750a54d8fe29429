using System.Globalization;
using System.Text;
using SturdyTinker.Core.Catalogue;
using SturdyTinker.Core.Composing;
using SturdyTinker.Core.Gear;
using SturdyTinker.Core.Practices;
using SturdyTinker.Tests;
using Xunit;

namespace SturdyTinker.Core.Tests.Composing;

/// <summary>
/// Every job on six running gears, step by step with parts and minutes, as one text to read and to compare: what a
/// change to the
/// catalogue changes in packets is seen in its diff. Set TINKER_WRITE_PACKETS=1 to write it anew, and read the diff.
/// </summary>
public class GoldenPackets
{
    private static readonly (string Name, RunningGear Gear)[] Six =
    [
        ("tandem on leaf springs, electric drums", GearDefaults.For(2, 5_200)),
        ("single, greasable spindles", GearDefaults.For(1, 3_500) with { Lubrication = Lubrication.GreasableSpindle }),
        ("triple, oil bath, tang washers", GearDefaults.For(3, 7_000) with
        {
            Lubrication = Lubrication.OilBath,
            NutRetention = NutRetention.TangWasher
        }),
        ("tandem on torsion axles, discs, sealed hubs", GearDefaults.For(2, 3_500) with
        {
            Brake = BrakeKind.HydraulicDisc,
            BrakeSize = null,
            Lubrication = Lubrication.SealedHub,
            NutRetention = NutRetention.OnePieceNut,
            Suspension = SuspensionKind.Torsion,
            Spindle = SpindleKind.TorsionArm
        }),
        ("single on slipper springs, no brakes", GearDefaults.For(1, 2_000) with
        {
            Brake = BrakeKind.None,
            BrakeSize = null,
            Suspension = SuspensionKind.SlipperSprings
        }),
        ("tandem, hydraulic drums, bolt-on spindles", GearDefaults.For(2, 6_000) with
        {
            Brake = BrakeKind.HydraulicDrum,
            Spindle = SpindleKind.BoltOn
        }),
    ];

    private static string Path { get; } = System.IO.Path.Combine(
        Checkout.Root,
        "tests",
        "Core.Tests",
        "Composing",
        "packets.txt");

    [Fact]
    public void Packets_are_as_they_were_last_read()
    {
        string now = Written();
        if (Environment.GetEnvironmentVariable("TINKER_WRITE_PACKETS") == "1")
        {
            File.WriteAllText(Path, now);
        }

        string[] kept = File.ReadAllLines(Path), lines = now.TrimEnd('\n').Split('\n');
        for (int i = 0; i < Math.Max(kept.Length, lines.Length); i++)
        {
            string was = i < kept.Length ? kept[i] : "nothing", here = i < lines.Length ? lines[i] : "nothing";
            Assert.True(
                was == here,
                $"Line {i + 1} was “{was}” and is “{here}”. Read the packet; then write the file anew.");
        }
    }

    private static string Written()
    {
        StringBuilder text = new();
        Dictionary<string, string> seen = [];
        foreach ((string name, RunningGear gear) in Six)
        {
            text.Append(CultureInfo.InvariantCulture, $"# {name}\n\n");
            foreach ((Job job, IReadOnlyList<Place> places) in JobCatalogue.Ours.For(gear))
            {
                Packet packet = Composer.Compose(gear, [new JobAt(job.Code, places[0].Code)], PracticeChoices.Defaults);
                string steps = string.Concat(packet.Steps.Select(Line));
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"## {job.Name}, {places[0].Whereabouts}: {packet.Minutes:0.##} min\n");
                text.Append(seen.TryGetValue(steps, out string? where) ? $"as on: {where}\n" : steps).Append('\n');
                seen.TryAdd(steps, name);
            }
        }

        return text.ToString().TrimEnd('\n') + "\n";
    }

    private static string Line(PacketStep step)
    {
        string parts = string.Join(
            "; ",
            step.Parts.Select(p => string.Create(
                CultureInfo.InvariantCulture,
                $"{p.Quantity:0.##} {p.Unit} {p.Name}")));
        string asks = string.Join(", ", step.Readings);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{step.Minutes,5:0.##}  {step.Key}: {step.Title}{(asks.Length > 0 ? $" [{asks}]" : "")}{(step.Torque is { } torque ? $" ({torque.Words})" : "")}{(parts.Length > 0 ? $" + {parts}" : "")}\n");
    }
}
