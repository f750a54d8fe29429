namespace SturdyTinker.Core.People;

/// <summary>What not everybody in a shop can do.</summary>
public enum Skill
{
    /// <summary>Hydraulic brakes: lines, cylinders, bleeding.</summary>
    Hydraulics,

    /// <summary>Welding: seats, hangers, axles.</summary>
    Welding,

    /// <summary>Signing a periodic inspection (49 CFR 396.19).</summary>
    Inspector,
}
