namespace SturdyTinker.Core.Findings.Readings;

/// <summary>Everything that may be asked to be measured.</summary>
public static class ReadingKinds
{
    /// <summary>Play felt at the tyre, top and bottom.</summary>
    public static ReadingKind RimRock => WheelReadings.RimRock;

    /// <summary>End play of the hub on the spindle, by dial gauge.</summary>
    public static ReadingKind EndPlay => WheelReadings.EndPlayRead;

    /// <summary>Diameter of the journal the seal runs on.</summary>
    public static ReadingKind SealJournal => WheelReadings.SealJournal;

    /// <summary>Torque at which the lug nuts were left.</summary>
    public static ReadingKind LugTorque => WheelReadings.LugTorque;

    /// <summary>Every kind of reading.</summary>
    public static IReadOnlyList<ReadingKind> All { get; } =
    [
        .. WheelReadings.All,
        .. BrakeReadings.All,
        .. SuspensionReadings.All
    ];

    private static readonly Dictionary<string, ReadingKind> ByCode = All.ToDictionary(k => k.Code);

    /// <summary>The kind with this code; null when there is none.</summary>
    public static ReadingKind? Find(string? code) => code is null ? null : ByCode.GetValueOrDefault(code);
}
