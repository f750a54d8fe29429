using SturdyTinker.Core.Gear;

namespace SturdyTinker.Core.Findings;

/// <summary>What a finding is about.</summary>
public enum Subject
{
    /// <summary>The grease in the hub.</summary>
    Grease,

    /// <summary>The grease seal.</summary>
    Seal,

    /// <summary>The inner or outer bearing's cone.</summary>
    Bearing,

    /// <summary>A cup in the hub.</summary>
    Cup,

    /// <summary>The spindle.</summary>
    Spindle,

    /// <summary>The thread on the spindle's end.</summary>
    SpindleThread,

    /// <summary>Play at the tyre or at the hub.</summary>
    Play,

    /// <summary>Pin, tab or clip that locks the nut.</summary>
    NutLock,

    /// <summary>Lug studs and nuts.</summary>
    Studs,

    /// <summary>Brake lining, of shoe or pad.</summary>
    Lining,

    /// <summary>A brake drum.</summary>
    Drum,

    /// <summary>The magnet of an electric brake and its lever.</summary>
    Magnet,

    /// <summary>Wires and their joints.</summary>
    Wires,

    /// <summary>Caliper, wheel cylinder, line, hose and fluid.</summary>
    Hydraulics,

    /// <summary>A brake rotor.</summary>
    Rotor,

    /// <summary>A leaf spring.</summary>
    Spring,

    /// <summary>U-bolts and their plate.</summary>
    UBolt,

    /// <summary>A bushing.</summary>
    Bushing,

    /// <summary>A shackle or eye bolt.</summary>
    Bolt,

    /// <summary>An equalizer.</summary>
    Equalizer,

    /// <summary>A shackle link.</summary>
    Link,

    /// <summary>A hanger.</summary>
    Hanger,

    /// <summary>An axle.</summary>
    Axle,

    /// <summary>A tyre.</summary>
    Tyre,

    /// <summary>Lights.</summary>
    Lights,

    /// <summary>Coupler, chains, winch strap.</summary>
    Coupler,
}

/// <summary>Where things are looked at.</summary>
public static class Subjects
{
    /// <summary>The kinds of place that have something of a kind.</summary>
    public static IReadOnlyList<PlaceKind> At(Subject subject) => subject switch
    {
        Subject.Lining or Subject.Drum or Subject.Magnet or Subject.Rotor => [PlaceKind.Brake],
        Subject.Hydraulics or Subject.Wires => [PlaceKind.Brake, PlaceKind.Trailer],
        Subject.Spring => [PlaceKind.Spring],
        Subject.UBolt => [PlaceKind.UBolts],
        Subject.Bushing or Subject.Bolt or Subject.Link => [PlaceKind.FrontEye, PlaceKind.RearEye, PlaceKind.Equalizer],
        Subject.Equalizer => [PlaceKind.Equalizer],
        Subject.Hanger => [PlaceKind.FrontHanger, PlaceKind.RearHanger],
        Subject.Axle => [PlaceKind.Axle],
        Subject.Lights or Subject.Coupler => [PlaceKind.Trailer],
        _ => [PlaceKind.WheelEnd],
    };
}

/// <summary>One row of what people look at and how they judge it.</summary>
/// <param name="Code">Stable code, unique in the rulebook.</param>
/// <param name="Subject">What is looked at.</param>
/// <param name="Seen">What is seen, in words.</param>
/// <param name="Verdict">What it means.</param>
/// <param name="Rule">The rule, in words.</param>
/// <param name="Source">Where the rule comes from.</param>
/// <param name="SetsOff">What it sets off.</param>
public sealed record SeenRule(string Code, Subject Subject, string Seen, Verdict Verdict, string Rule, Source Source, params string[] SetsOff)
{
    /// <summary>Codes of the jobs that mend it, the likeliest first; empty where none of ours does.</summary>
    public IReadOnlyList<string> Jobs { get; init; } = [];

    /// <summary>The kinds of place it is seen at.</summary>
    public IReadOnlyList<PlaceKind> Places => Subjects.At(Subject);

    /// <summary>The verdict with its reasons.</summary>
    public Judgement Judgement => new(Verdict, Rule, Source.Words, SetsOff);
}
